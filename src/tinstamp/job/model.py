"""The job: an immutable document of dimensions, a blank and stamps.

Every field that a designer may fill with a formula is a string marked with what it
wants; `job.resolve` works them out. An edit makes a new job (`changed`).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Any, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, field_validator, model_validator

from tinstamp.job.formula import LONGEST, FormulaError, Kind, check_name

FORMAT: Literal[1] = 1
"""Version of the document; a file with a greater one is refused."""


@dataclass(frozen=True)
class Wants:
    """What a formula field wants, and the range of its value (mm or degrees)."""

    kind: Kind
    above: float | None = None
    at_least: float | None = None


_TEXT = Field(max_length=LONGEST)
Length = Annotated[str, _TEXT, Wants("length")]
Size = Annotated[str, _TEXT, Wants("length", above=0.0)]
Thickness = Annotated[str, _TEXT, Wants("length", at_least=0.0)]
Angle = Annotated[str, _TEXT, Wants("angle")]
Place = Annotated[str, _TEXT, Wants("place")]
Factor = Annotated[str, _TEXT, Wants("number", above=0.0)]
Name = Annotated[str, Field(min_length=1, max_length=80)]


class Value(BaseModel):
    """Base of all parts of a job: frozen, and strict about what it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class Dimension(Value):
    """A named length, angle or number; its kind follows from its formula."""

    name: str = Field(max_length=40)
    formula: str = _TEXT
    note: str = Field(default="", max_length=200)


def _identifier(name: str) -> str:
    return check_name(name)


class Plate(Value):
    """A rectangular plate, centred, standing on z = 0."""

    kind: Literal["plate"] = "plate"
    name: str = "plate"
    length: Size = "80 mm"
    width: Size = "40 mm"
    thickness: Size = "3 mm"

    _named = field_validator("name")(_identifier)

    @property
    def idle(self) -> str:
        return ""

    def problems(self, values: Mapping[str, float]) -> dict[str, str]:
        """Fields whose values do not go together: none for a plate."""
        return {}

    def sizes(self, values: Mapping[str, float]) -> str:
        return f"plate {values['length']:g} × {values['width']:g}, {values['thickness']:g} mm thick"


class Tube(Value):
    """A tube standing on z = 0; wall 0 makes a solid round.

    `given` says which of wall and inner diameter is the driving one.
    """

    kind: Literal["tube"] = "tube"
    name: str = "tube"
    outer_diameter: Size = "40 mm"
    given: Literal["wall", "inner_diameter"] = "wall"
    wall: Thickness = "2 mm"
    inner_diameter: Thickness = "36 mm"
    height: Size = "30 mm"

    _named = field_validator("name")(_identifier)

    @property
    def idle(self) -> str:
        """The field that the other one of the pair makes idle."""
        return "inner_diameter" if self.given == "wall" else "wall"

    def inner(self, values: Mapping[str, float]) -> float:
        """Inner diameter, mm; 0 for a solid round."""
        if self.given == "inner_diameter":
            return values["inner_diameter"]
        return values["outer_diameter"] - 2.0 * values["wall"] if values["wall"] > 0 else 0.0

    def problems(self, values: Mapping[str, float]) -> dict[str, str]:
        """Fields whose values do not go together, with the reason."""
        outer = values["outer_diameter"]
        if self.given == "wall":
            if values["wall"] >= outer / 2:
                return {
                    "wall": f"a wall of {values['wall']:.3f} mm leaves no bore: it must be "
                    f"thinner than the radius, {outer / 2:.3f} mm; 0 makes a solid round"
                }
        elif values["inner_diameter"] >= outer:
            return {
                "inner_diameter": f"the bore of {values['inner_diameter']:.3f} mm is not "
                f"smaller than the outside, {outer:.3f} mm"
            }
        return {}

    def sizes(self, values: Mapping[str, float]) -> str:
        inner = self.inner(values)
        outer, height = values["outer_diameter"], values["height"]
        if inner == 0:
            return f"round {outer:g} mm, {height:g} mm high"
        return f"tube {outer:g} × {(outer - inner) / 2:g} mm, {height:g} mm high"


Feature = Annotated[Plate | Tube, Field(discriminator="kind")]


class Blank(Value):
    """The part before marking."""

    features: tuple[Feature, ...] = Field(min_length=1, max_length=1)


class FontRef(Value):
    """A font by name, and by the digest of its bytes once it has been read."""

    family: Name
    style: Name = "Regular"
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    index: int = Field(default=0, ge=0, le=200)


class Text(Value):
    """Text as artwork; a line feed starts a new line."""

    kind: Literal["text"] = "text"
    text: str = Field(default="TEXT", max_length=5000)
    font: FontRef = FontRef(family="Barlow", style="SemiBold")
    height: Size = "6 mm"
    sizing: Literal["capitals", "em"] = "capitals"
    spacing: Length = "0 mm"
    align: Literal["start", "centre", "end"] = "centre"
    line_spacing: Factor = "1"


class Setting(Value):
    """How artwork lies on a face.

    `across` is from the middle of a flat face or from the front of a round one; `up` is
    from the middle or from the lower rim. `rests_on` says which line of the artwork is
    placed there.
    """

    face: Name
    across: Place = "0 deg"
    up: Length = "10 mm"
    turn: Angle = "0 deg"
    rests_on: Literal["baseline", "middle", "bottom", "top"] = "baseline"


class Relief(Value):
    """What becomes solid."""

    make: Literal["engrave", "emboss"] = "engrave"
    depth: Size = "0.4 mm"
    colour: str = Field(default="#C2452D", pattern=r"^#[0-9A-Fa-f]{6}$")


class Stamp(Value):
    """Artwork, setting and relief on one face."""

    name: Name
    on: bool = True
    artwork: Text = Text()
    setting: Setting
    relief: Relief = Relief()


class Limits(Value):
    """What the proof measures against."""

    least_wall: Thickness = "0.8 mm"
    edge_margin: Thickness = "1 mm"
    least_stroke: Thickness = "0.25 mm"
    least_gap: Thickness = "0.2 mm"


class Job(Value):
    """The whole document. Its name is its file's."""

    format: Literal[1] = FORMAT
    dimensions: tuple[Dimension, ...] = Field(default=(), max_length=500)
    blank: Blank
    stamps: tuple[Stamp, ...] = Field(default=(), max_length=200)
    limits: Limits = Limits()

    @model_validator(mode="after")
    def _names_once(self) -> Job:
        stamps = [stamp.name for stamp in self.stamps]
        for name in stamps:
            if stamps.count(name) > 1:
                raise ValueError(f"two stamps are called “{name}”")
        return self


AnyValue = TypeVar("AnyValue", bound=Value)
Path = tuple[str | int, ...]


def get(value: Any, path: Path) -> Any:
    """What stands at a path such as ("stamps", 0, "relief", "depth")."""
    for step in path:
        value = value[step] if isinstance(step, int) else getattr(value, step)
    return value


def changed(value: AnyValue, path: Path, new: Any) -> AnyValue:
    """The value with what stands at the path replaced, validated as a whole.

    Raises pydantic's ValidationError (a ValueError) when the result would not hold.
    """
    return type(value).model_validate(_replaced(value, path, new).model_dump())


def _replaced(value: Any, path: Path, new: Any) -> Any:
    if not path:
        return new
    step, rest = path[0], path[1:]
    if isinstance(step, int):
        items = list(value)
        items[step] = _replaced(items[step], rest, new)
        return tuple(items)
    return value.model_copy(update={step: _replaced(getattr(value, step), rest, new)})


def dotted(path: Path) -> str:
    """`stamps.0.relief.depth`."""
    return ".".join(map(str, path))


__all__ = [
    "FORMAT", "Blank", "Dimension", "Feature", "FontRef", "FormulaError", "Job", "Limits",
    "Path", "Plate", "Relief", "Setting", "Stamp", "Text", "Tube", "Value", "Wants",
    "changed", "dotted", "get",
]  # fmt: skip
