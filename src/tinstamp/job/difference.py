"""What is different between two states of a job, field by field, in words."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from tinstamp.job.field import declared, idle
from tinstamp.job.model import Job, Path, dotted
from tinstamp.job.resolve import Resolved
from tinstamp.job.values import Value

PLAIN = re.compile(r"-?[\d.]+( (mm|deg))?")
"""A formula that is a figure"""
LONGEST_SHOWN = 60
"""characters of a value that are told"""


@dataclass(frozen=True)
class Change:
    """One thing that is different.

    Attributes
    ----------
    of : the stamp or feature that it belongs to; empty for the job as a whole.
    what : the field, in words. before, after : its values, in words; empty where there is none.
    """

    of: str
    what: str
    before: str
    after: str


def differences(before: Job, after: Job, was: Resolved, now: Resolved) -> list[Change]:
    """All changes from one state to another; `was` and `now` are their numbers. Stamps and
    features are known again by their names."""
    given = {d.name: d.formula for d in before.dimensions}
    taken = {d.name: d.formula for d in after.dimensions}
    found = [
        Change("", name, given.get(name, ""), taken.get(name, ""))
        for name in dict.fromkeys([*given, *taken])
        if given.get(name) != taken.get(name)
    ]
    sides = (
        ("part", ("blank", "features"), before.blank.features, after.blank.features),
        ("stamp", ("stamps",), before.stamps, after.stamps),
    )
    for word, base, old, new in sides:
        found += _named(word, base, old, new, was, now)
    order = [stamp.name for stamp in after.stamps if stamp.name in {s.name for s in before.stamps}]
    if [s.name for s in before.stamps if s.name in order] != order:
        found.append(Change("", "order of the stamps", "", "changed"))
    return found


def _named(
    word: str, base: Path, old: Sequence[Any], new: Sequence[Any], was: Resolved, now: Resolved
) -> Iterator[Change]:
    """Of things that have names: gone, new, and changed."""
    there = {item.name: (i, item) for i, item in enumerate(old)}
    here = {item.name: (i, item) for i, item in enumerate(new)}
    for name in dict.fromkeys([*there, *here]):
        if name not in here:
            yield Change(name, word, "there", "gone")
        elif name not in there:
            yield Change(name, word, "", "new")
        else:
            (i, a), (j, b) = there[name], here[name]
            if a is not b and a != b:
                yield from _fields(name, a, b, (*base, i), (*base, j), was, now)


def _fields(
    of: str, a: Value, b: Value, at: Path, to: Path, was: Resolved, now: Resolved
) -> Iterator[Change]:
    if type(a) is not type(b):
        yield Change(of, "kind", type(a).__name__.lower(), type(b).__name__.lower())
        return
    silent = idle(a) & idle(b)
    for name, known in declared(type(a)).items():
        x, y = getattr(a, name), getattr(b, name)
        if x == y or name in silent:
            continue
        if isinstance(x, Value) and isinstance(y, Value):
            yield from _fields(of, x, y, (*at, name), (*to, name), was, now)
            continue
        words = dict(known.choices)
        label = known.shown.label if known.told else name.replace("_", " ")
        if isinstance(x, tuple) or isinstance(y, tuple):
            yield Change(of, label, *_listed(x, y))
            continue
        sides = ((x, was, (*at, name)), (y, now, (*to, name)))
        shown = [_value(v, known.unit, words, of_, path) for v, of_, path in sides]
        yield Change(of, label, *shown)


def _listed(x: Any, y: Any) -> tuple[str, str]:
    count = (len(x) if isinstance(x, tuple) else 0, len(y) if isinstance(y, tuple) else 0)
    return (f"{count[0]} entries", f"{count[1]} entries" if count[0] != count[1] else "changed")


def _value(value: Any, unit: str, words: Mapping[Any, str], resolved: Resolved, path: Path) -> str:
    """A value as it is read: a choice by its word, a formula with what it gives."""
    if value in words if isinstance(value, str | bool | int) else False:
        return words[value]
    text = str(value) if len(str(value)) <= LONGEST_SHOWN else f"{str(value)[:LONGEST_SHOWN]}…"
    number = resolved.values.get(dotted(path))
    if number is None or not isinstance(value, str):
        return text
    mark = "°" if dotted(path) in resolved.angles else unit
    told = f"{number:.3f}".rstrip("0").rstrip(".")
    told = f"{told}{mark}" if mark == "°" else f"{told} {mark}".strip()
    return told if PLAIN.fullmatch(text) else f"{told} ({text})"
