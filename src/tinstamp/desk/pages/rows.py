"""Which fields a page has, from what the job's model declares. No Qt here."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Mapping
from dataclasses import dataclass
from typing import Any

from tinstamp.job.drawn import Knot
from tinstamp.job.field import Declared, declared, idle
from tinstamp.job.model import Path
from tinstamp.job.values import Value

Facts = frozenset[str]
"""What holds for the face that a stamp lies on, such as "round" (see `facts`)."""
SIDE_BY_SIDE = 3
"""choices that stand side by side; more are a list"""

MAKE_UPS: Mapping[str, Callable[[Any, Any], Hashable]] = {
    "font": lambda ref, _: ref and (ref.family, ref.style),
    "font and file": lambda ref, _: (ref.family, ref.style),
    "styled words": lambda styles, _: tuple((x.font, x.own_depth) for x in styles),
    "letters": lambda letters, _: tuple((x.index, x.own_depth) for x in letters),
    "middles": lambda held, _: tuple(own.middle for own in held),
    "points": lambda knots, parent: (tuple(k.to for k in knots), getattr(parent, "closed", None)),
    "faces": lambda faces, _: faces,
    "heights": lambda rows, _: (len(rows), len(rows[0].heights)),
    "logo file": lambda file, _: file,
}
"""For controls that are made up differently as their value goes: of the value and its parent."""


@dataclass(frozen=True)
class Row:
    """A field of a page, or a heading.

    Attributes
    ----------
    control : the name of what shows it. make_up : when that changes it is made anew.
    group : the folded group that it stands in; "" in sight.
    """

    path: Path
    declared: Declared
    control: str
    make_up: Hashable = None
    group: str = ""

    @property
    def key(self) -> Hashable:
        """What decides how the page is laid out."""
        return self.path, self.control, self.make_up

    @property
    def label(self) -> str:
        return self.declared.shown.label

    @property
    def tip(self) -> str:
        return self.declared.shown.tip


def rows_of(value: Value, base: Path, facts: Facts = frozenset(), group: str = "") -> list[Row]:
    """The rows for a part of the job that stands at a path, its parts' rows among them."""
    unused = idle(value)
    rows: list[Row] = []
    for name, known in declared(type(value)).items():
        inner, path, shown = getattr(value, name), (*base, name), known.shown
        if name in unused or shown.control == "none" or not _offered(known, inner, facts):
            continue
        control = shown.control or control_by_type(known, inner)
        own = shown.group or group
        if shown.section:
            rows.append(Row(path, known, "section"))
        if control == "part":
            rows += rows_of(inner, path, facts, own)
        elif control:
            make_up = MAKE_UPS.get(control)
            rows.append(Row(path, known, control, make_up and make_up(inner, value), own))
    return rows


def _offered(known: Declared, inner: Any, facts: Facts) -> bool:
    """True where a field makes sense, or was changed where it did."""
    wanted = known.shown.offered
    return not wanted or wanted in facts or inner != known.default


def control_by_type(known: Declared, inner: Any) -> str:
    """The control for a field that names none; nothing for what is not to be seen."""
    if isinstance(inner, Value):
        return "part"
    if not known.told:
        return ""
    if isinstance(inner, tuple) and inner and isinstance(inner[0], Knot):
        return "points"
    if known.wants is not None:
        return "formula"
    if len(known.choices) > 1:
        return "choice" if len(known.choices) <= SIDE_BY_SIDE else "list"
    if isinstance(inner, bool | tuple | dict):
        return ""
    return "number" if isinstance(inner, int) else "words" if isinstance(inner, str) else ""
