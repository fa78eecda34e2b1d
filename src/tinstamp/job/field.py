"""How a field of the job declares itself: what it wants, how it is shown, and when it counts."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache, lru_cache
from types import UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from pydantic import BaseModel
from pydantic.fields import FieldInfo

from tinstamp.job.formula import Kind
from tinstamp.job.same import Same

UNITS: Mapping[Kind, str] = {"length": "mm", "angle": "°", "place": "mm", "number": ""}
"""Shown beside a formula."""
STEPS: Mapping[Kind, float] = {"length": 0.5, "angle": 5.0, "place": 0.5, "number": 1.0}
"""What an arrow key adds to a plain formula, in the unit shown."""

When = Mapping[str, Sequence[Hashable]] | Callable[[Any], bool]
"""The values of other fields, by name (`cast.way` for one within a part), under which a field
counts; or a function of the model."""


@dataclass(frozen=True)
class Wants:
    """What a formula field wants, and the range of its value (mm or degrees)."""

    kind: Kind
    above: float | None = None
    at_least: float | None = None
    at_most: float | None = None


@dataclass(frozen=True)
class Shown:
    """How a field is shown, and when.

    Attributes
    ----------
    label : the words it goes by at the field, in findings and in messages.
    tip : what it does, where the label does not say it.
    unit, step : of a formula, where they are not those of its kind.
    words : what each choice is called, in order.
    when, unless : the field counts under these values of others alone; one that does not
        count is not worked out, not shown, and in no key.
    offered : a fact about the stamp's face under which alone the field is offered; it counts
        all the same where it was changed.
    control : the name of a control of its own; "none" has none.
    section : the heading that it begins. group : the folded group that it stands in, with all
        that lies in it; one without stands in sight.
    usual : values beside the default that are nothing out of the way.
    built : False for what changes nothing that is built, such as a colour.
    """

    label: str
    tip: str = ""
    unit: str | None = None
    step: float | None = None
    words: Mapping[Hashable, str] = field(default_factory=dict)
    when: When | None = None
    unless: Mapping[str, Sequence[Hashable]] | None = None
    offered: str = ""
    control: str = ""
    section: str = ""
    group: str = ""
    usual: tuple[Hashable, ...] = ()
    built: bool = True

    def counts(self, value: BaseModel) -> bool:
        """True when the field counts in a model with these values."""
        if callable(self.when):
            if not self.when(value):
                return False
        elif self.when is not None and not _all_in(value, self.when):
            return False
        return self.unless is None or not _all_in(value, self.unless)


def _all_in(value: BaseModel, wanted: Mapping[str, Sequence[Hashable]]) -> bool:
    for name, among in wanted.items():
        found: Any = value
        for step in name.split("."):
            found = getattr(found, step)
        if found not in among:
            return False
    return True


NO_YES: Mapping[Hashable, str] = {False: "No", True: "Yes"}


@dataclass(frozen=True)
class Declared:
    """One field of a model: all that is known of it. `told` is False where the model says
    nothing of how it is shown."""

    name: str
    info: FieldInfo
    shown: Shown
    wants: Wants | None
    told: bool

    @property
    def default(self) -> Any:
        """The value that it has when nothing is said."""
        return self.info.get_default(call_default_factory=True)

    @property
    def unit(self) -> str:
        """Shown beside it."""
        if self.shown.unit is not None:
            return self.shown.unit
        return UNITS[self.wants.kind] if self.wants else ""

    @property
    def step(self) -> float:
        """What an arrow key adds."""
        if self.shown.step is not None:
            return self.shown.step
        return STEPS[self.wants.kind] if self.wants else 1.0

    @property
    def choices(self) -> tuple[tuple[Any, str], ...]:
        """Its values and their words, where it is one of a few."""
        if self.info.annotation is bool:
            return tuple((self.shown.words or NO_YES).items())
        if get_origin(self.info.annotation) is not Literal:
            return ()
        keys = get_args(self.info.annotation)
        return tuple((key, self.shown.words.get(key, str(key))) for key in keys)


@cache
def declared(model: type[BaseModel]) -> Mapping[str, Declared]:
    """The fields of a model, in its order."""
    found = {}
    for name, info in model.model_fields.items():
        shown = next((m for m in info.metadata if isinstance(m, Shown)), None)
        wants = next((m for m in info.metadata if isinstance(m, Wants)), None)
        words = name.replace("_", " ")
        plain = Shown(words[:1].upper() + words[1:])
        found[name] = Declared(name, info, shown or plain, wants, shown is not None)
    return found


@cache
def _with_conditions(model: type[BaseModel]) -> tuple[Declared, ...]:
    return tuple(
        d
        for d in declared(model).values()
        if d.shown.when is not None or d.shown.unless is not None
    )


def idle(value: BaseModel) -> frozenset[str]:
    """The fields that do not count with the values of the others; what the last ones were is kept,
    since a model is never changed."""
    return _idle(Same(value))


@lru_cache(maxsize=8192)
def _idle(of: Same[BaseModel]) -> frozenset[str]:
    conditional = _with_conditions(type(of.thing))
    return frozenset(d.name for d in conditional if not d.shown.counts(of.thing))


def models_of(annotation: Any) -> Iterator[type[BaseModel]]:
    """The models that a field's type names, also within unions and tuples."""
    if isinstance(annotation, type):
        if issubclass(annotation, BaseModel):
            yield annotation
        return
    if get_origin(annotation) in (Annotated, Union, UnionType, tuple):
        for inner in get_args(annotation):
            yield from models_of(inner)


def models_under(model: type[BaseModel]) -> tuple[type[BaseModel], ...]:
    """A model and all that it is made of, each once."""
    found: dict[type[BaseModel], None] = {}

    def walk(one: type[BaseModel]) -> None:
        if one in found:
            return
        found[one] = None
        for info in one.model_fields.values():
            for inner in models_of(info.annotation):
                walk(inner)

    walk(model)
    return tuple(found)


NUMBERED: Mapping[str, str] = {
    "points": "point {}",
    "rail_points": "point {}",
    "rows": "row {}",
    "heights": "place {}",
}
"""Lists whose entries are told by their number."""


def label_of(value: Any, path: Sequence[str | int]) -> str:
    """The words for the field at a path below a value, such as “Profile, point 2, x”."""
    told: list[str] = []
    within = ""
    for step in path:
        if str(step).isdigit():
            index = int(step)
            if within in NUMBERED:
                told.append(NUMBERED[within].format(index + 1))
            value = value[index] if isinstance(value, tuple) and index < len(value) else None
            continue
        name = str(step)
        known = declared(type(value)).get(name) if isinstance(value, BaseModel) else None
        label = known.shown.label if known else name
        told = [*(told if within in NUMBERED else ()), *([label] if label else ())]
        value, within = getattr(value, name, None), name
    return ", ".join(told)


def label_within(model: type[BaseModel], name: str) -> str:
    """The words for a field of that name, of the first part of a model that has one."""
    for one in models_under(model):
        if name in one.model_fields:
            return declared(one)[name].shown.label
    return name.replace("_", " ")
