"""The job: an immutable document of dimensions, a blank and stamps.

Every field that a designer may fill with a formula is a string marked with what it
wants; `job.resolve` works them out. An edit makes a new job (`changed`).
"""

from __future__ import annotations

from typing import Annotated, Any, Literal, TypeVar

from pydantic import Field, ValidationError, model_validator

from tinstamp.job.artwork import Border, Braille, Code, Drawn, Logo, Scale, Shape, Sign
from tinstamp.job.features import Body, Feature
from tinstamp.job.field import Shown
from tinstamp.job.lettered import (
    LONGEST_TEXT,
    TURNED_OVER,
    Drawable,
    FontRef,
    OwnLetter,
    Text,
    TextStyle,
)
from tinstamp.job.pattern import Pattern
from tinstamp.job.process import Accepted, LimitFormula, LimitName, OwnProcess, ProcessName, Pull
from tinstamp.job.relief import Relief
from tinstamp.job.setting import Cast, Guide, Repeat, Setting
from tinstamp.job.sound import fields_of, written_with
from tinstamp.job.values import FORMULA, Name, Value

FORMAT: Literal[3] = 3
"""Version of the document; a file with a greater one is refused.

1 had one feature and no bodies at a place; all of it is valid in 2."""


class Dimension(Value):
    """A named length, angle or number; its kind follows from its formula."""

    name: str = Field(max_length=40)
    formula: str = FORMULA
    note: str = Field(default="", max_length=200)


class Blank(Value):
    """The part before marking: a body, and what is joined to it, cut or changed, in order."""

    features: tuple[Feature, ...] = Field(min_length=1, max_length=200)

    @model_validator(mode="after")
    def _a_body_first(self) -> Blank:
        first = self.features[0]
        if not isinstance(first, Body):
            raise ValueError("the first feature must be a body")
        if not first.on or first.how != "join":
            raise ValueError("the first body is what the part is made from: it stays on")
        names = [feature.name for feature in self.features]
        for name in names:
            if names.count(name) > 1:
                raise ValueError(f"two features are called “{name}”")
        return self


class Stamp(Value):
    """Artwork, setting and relief on one face."""

    name: Annotated[Name, Shown("Name", control="stamp name", section="Artwork")]
    on: Annotated[bool, Shown("On", control="none")] = True
    alike: Annotated[
        str, Shown("Kept alike with", control="alike", offered="alike", built=False)
    ] = Field(default="", max_length=40)
    process: Annotated[ProcessName, Shown("Made by", control="none", built=False)] = ""
    standards: Annotated[tuple[Name, ...], Shown("Holds to", control="none", built=False)] = Field(
        default=(), max_length=20
    )
    artwork: Drawn = Text()
    border: Annotated[Border, Shown("Border", group=TURNED_OVER)] = Border()
    pattern: Annotated[Pattern, Shown("Pattern", group=TURNED_OVER)] = Pattern()
    setting: Annotated[Setting, Shown("Setting", section="Setting")]
    relief: Annotated[Relief, Shown("Relief", section="Relief")] = Relief()


class Serial(Value):
    """The number that `{serial}` in a text stands for: `before`, the number, `after`."""

    before: Annotated[str, Shown("Before")] = Field(default="", max_length=40)
    next: Annotated[int, Shown("Next number")] = Field(default=1, ge=0, le=10**9)
    digits: Annotated[int, Shown("Digits")] = Field(default=3, ge=1, le=9)
    after: Annotated[str, Shown("After")] = Field(default="", max_length=40)

    @property
    def text(self) -> str:
        """As it is written."""
        return f"{self.before}{self.next:0{self.digits}d}{self.after}"


class Job(Value):
    """The whole document. Its name is its file's.

    `limits` are those of the proof that differ from what its checks declare for its `process`, by
    name. A stamp with a process of its own has that one's limits as they are.
    """

    format: Literal[3] = FORMAT
    serial: Serial = Serial()
    dimensions: tuple[Dimension, ...] = Field(default=(), max_length=500)
    blank: Blank
    stamps: tuple[Stamp, ...] = Field(default=(), max_length=200)
    limits: Annotated[dict[LimitName, LimitFormula], Shown("Limits")] = Field(
        default_factory=dict, max_length=100
    )
    process: Annotated[ProcessName, Shown("Made by", built=False)] = ""
    pull: Annotated[
        Pull,
        Shown(
            "Mould is pulled",
            words={"face": "square to each mark", "x": "along x", "y": "along y", "z": "along z"},
            built=False,
        ),
    ] = "face"
    processes: Annotated[tuple[OwnProcess, ...], Shown("Processes", built=False)] = Field(
        default=(), max_length=40
    )
    accepted: Annotated[tuple[Accepted, ...], Shown("Accepted findings", built=False)] = Field(
        default=(), max_length=500
    )

    @model_validator(mode="after")
    def _names_once(self) -> Job:
        stamps = [stamp.name for stamp in self.stamps]
        for name in stamps:
            if stamps.count(name) > 1:
                raise ValueError(f"two stamps are called “{name}”")
        own = [process.name for process in self.processes]
        for name in own:
            if own.count(name) > 1:
                raise ValueError(f"two processes are called “{name}”")
        return self


AnyValue = TypeVar("AnyValue", bound=Value)
Path = tuple[str | int, ...]


def get(value: Any, path: Path) -> Any:
    """What stands at a path such as ("stamps", 0, "relief", "depth")."""
    for step in path:
        within = isinstance(step, int) or isinstance(value, dict)
        value = value[step] if within else getattr(value, str(step))
    return value


def changed(value: AnyValue, path: Path, new: Any) -> AnyValue:
    """The value with what stands at the path replaced; what is on the way there is validated, the
    rest stays the very same.

    Raises pydantic's ValidationError (a ValueError) when the result would not hold.
    """
    try:
        made: AnyValue = _replaced(value, path, new)
        return made
    except ValidationError:
        type(value).model_validate(_swapped(value, path, new).model_dump())  # tells its place
        raise


def _replaced(value: Any, path: Path, new: Any) -> Any:
    if not path:
        written_with(new)
        return new
    step, rest = path[0], path[1:]
    if isinstance(step, int):
        items = list(value)
        items[step] = _replaced(items[step], rest, new)
        return tuple(items)
    if isinstance(value, dict):
        return {**value, step: _replaced(value.get(step), rest, new)}
    there = dict(fields_of(value))
    there[step] = _replaced(there.get(step), rest, new)
    return type(value).model_validate(there)


def _swapped(value: Any, path: Path, new: Any) -> Any:
    """The value with what stands at the path replaced, whether it holds or not."""
    if not path:
        return new
    step, rest = path[0], path[1:]
    if isinstance(step, int):
        items = list(value)
        items[step] = _swapped(items[step], rest, new)
        return tuple(items)
    if isinstance(value, dict):
        return {**value, step: _swapped(value.get(step), rest, new)}
    return value.model_copy(update={step: _swapped(getattr(value, step, None), rest, new)})


def dotted(path: Path) -> str:
    """`stamps.0.relief.depth`."""
    return ".".join(map(str, path))


__all__ = [
    "FORMAT",
    "LONGEST_TEXT",
    "Blank",
    "Border",
    "Braille",
    "Cast",
    "Code",
    "Dimension",
    "Drawable",
    "Drawn",
    "FontRef",
    "Guide",
    "Job",
    "Logo",
    "OwnLetter",
    "Path",
    "Relief",
    "Repeat",
    "Scale",
    "Serial",
    "Setting",
    "Shape",
    "Sign",
    "Stamp",
    "Text",
    "TextStyle",
    "changed",
    "dotted",
    "get",
]
