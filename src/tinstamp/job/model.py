"""The job: an immutable document of dimensions, a blank and stamps.

Every field that a designer may fill with a formula is a string marked with what it
wants; `job.resolve` works them out. An edit makes a new job (`changed`).
"""

from __future__ import annotations

from typing import Annotated, Any, Literal, TypeVar

from pydantic import Field, model_validator

from tinstamp.job.drawn import Knots, knot
from tinstamp.job.features import Body, Feature
from tinstamp.job.values import (
    FORMULA,
    Angle,
    Factor,
    Length,
    Name,
    Number,
    Place,
    Size,
    Sweep,
    Thickness,
    Value,
)

FORMAT: Literal[3] = 3
"""Version of the document; a file with a greater one is refused.

1 had one feature and no bodies at a place; all of it is valid in 2."""


LONGEST_TEXT = 5000
"""characters of a text, its fields worked out"""


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


class FontRef(Value):
    """A font by name, and by the digest of its bytes once it has been read."""

    family: Name
    style: Name = "Regular"
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    index: int = Field(default=0, ge=0, le=200)
    axes: dict[str, float] = Field(default_factory=dict, max_length=32)


class OwnLetter(Value):
    """A letter with a place and a depth of its own.

    Attributes
    ----------
    index : of the character in the text. own_depth : False keeps the stamp's.
    """

    index: int = Field(ge=0, le=4999)
    across: Length = "0 mm"
    up: Length = "0 mm"
    own_depth: bool = False
    depth: Size = "0.4 mm"

    @property
    def idle(self) -> frozenset[str]:
        return frozenset() if self.own_depth else frozenset({"depth"})


class TextStyle(Value):
    """Characters [start, end) of a text in a font of their own, or `size` times as large."""

    start: int = Field(ge=0, le=4999)
    end: int = Field(ge=1, le=5000)
    font: FontRef | None = None
    size: Factor = "1"


class Text(Value):
    """Text as artwork; a line feed starts a new line.

    `height` is the capitals' height, the font size, or the widest line's width, as `sizing`
    says; `cutter` is the width of a single-stroke font's lines. What stands in braces is
    worked out: `{serial}`, `{diameter}`, `{diameter:.1}`.
    """

    kind: Literal["text"] = "text"
    text: str = Field(default="TEXT", max_length=LONGEST_TEXT)
    font: FontRef = FontRef(family="Barlow", style="SemiBold")
    height: Size = "6 mm"
    sizing: Literal["capitals", "em", "width"] = "capitals"
    spacing: Length = "0 mm"
    word_spacing: Length = "0 mm"
    align: Literal["start", "centre", "end"] = "centre"
    line_spacing: Factor = "1"
    ligatures: bool = True
    mirrored: bool = False
    upside_down: bool = False
    cutter: Size = "0.5 mm"
    letters: tuple[OwnLetter, ...] = Field(default=(), max_length=200)
    styles: tuple[TextStyle, ...] = Field(default=(), max_length=200)

    @property
    def fonts(self) -> tuple[FontRef, ...]:
        """The common font and those of parts."""
        return (self.font, *(style.font for style in self.styles if style.font is not None))


class Logo(Value):
    """Outlines from a file, which is kept within the job.

    Attributes
    ----------
    unit : of a DXF that names none. join, speck, reduce : of the clean-up.
    stroke : width of a DXF's open lines. threshold : of a picture, a part of white.
    """

    kind: Literal["logo"] = "logo"
    file: str = Field(default="", max_length=200)
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    format: Literal["svg", "dxf", "png", "jpg"] = "svg"
    given: Literal["file", "width", "height"] = "width"
    size: Size = "20 mm"
    unit: Literal["mm", "cm", "m", "in", "ft"] = "mm"
    join: Thickness = "0.05 mm"
    speck: Thickness = "0.05 mm"
    reduce: Thickness = "0 mm"
    stroke: Thickness = "0 mm"
    threshold: Factor = "0.5"
    mirrored: bool = False
    upside_down: bool = False

    @property
    def idle(self) -> frozenset[str]:
        """Fields that this file has no use for."""
        idle = {"size"} if self.given == "file" else set()
        if self.format != "dxf":
            idle |= {"join", "stroke"}
        if self.format not in ("png", "jpg"):
            idle.add("threshold")
        return frozenset(idle)


class Shape(Value):
    """A plain shape; `line` 0 fills it."""

    kind: Literal["shape"] = "shape"
    shape: Literal["line", "rectangle", "circle", "polygon"] = "rectangle"
    wide: Size = "20 mm"
    high: Size = "10 mm"
    corner: Thickness = "0 mm"
    sides: Factor = "6"
    line: Thickness = "0 mm"

    @property
    def idle(self) -> frozenset[str]:
        """Sizes that this shape does not have."""
        return {
            "line": frozenset({"corner", "sides", "line"}),
            "rectangle": frozenset({"sides"}),
            "circle": frozenset({"high", "corner", "sides"}),
            "polygon": frozenset({"high", "corner"}),
        }[self.shape]


Drawn = Annotated[Text | Logo | Shape, Field(discriminator="kind")]


class Border(Value):
    """A line round the artwork."""

    on: bool = False
    gap: Thickness = "2 mm"
    line: Size = "0.5 mm"
    corner: Thickness = "1 mm"

    @property
    def idle(self) -> frozenset[str]:
        return frozenset() if self.on else frozenset({"gap", "line", "corner"})


class Guide(Value):
    """A line on the sheet that artwork runs along.

    A line and an arc run through the place of the setting, a level line follows the rim at
    its height, a midline runs midway between the lower and upper edges or between the left
    and right ones, an edge runs along an edge of the face; a drawn one lies where its
    points are.

    Attributes
    ----------
    direction, length : of a line; 90° is upright. span : of an arc, 360° is a circle.
    edge : which edge of the face, its outer one first. inset : from it into the face.
    at : which end of the artwork stands at which part of the guide.
    shift : along it. above : off it, to the left of its run.
    fill : what makes the artwork as long as the guide.
    """

    kind: Literal["none", "line", "arc", "level", "midline", "edge", "drawn"] = "none"
    direction: Angle = "0 deg"
    length: Size = "60 mm"
    between: Literal["rims", "sides"] = "rims"
    edge: int = Field(default=0, ge=0, le=200)
    inset: Length = "5 mm"
    radius: Size = "30 mm"
    span: Sweep = "360 deg"
    bend: Literal["over", "under"] = "over"
    points: Knots = (knot("a", -20, 0, "arc", -8), knot("b", 20, 0))
    closed: bool = False
    at: Literal["start", "centre", "end"] = "centre"
    shift: Length = "0 mm"
    above: Length = "0 mm"
    other_way: bool = False
    fill: Literal["no", "space", "scale"] = "no"

    @property
    def idle(self) -> frozenset[str]:
        if self.kind == "none":
            return frozenset(Guide.model_fields) - {"kind"}
        own = {
            "line": {"direction", "length"},
            "arc": {"radius", "bend", "span"},
            "level": set(),
            "midline": {"between"},
            "edge": {"edge", "inset"},
            "drawn": {"points", "closed"},
        }
        return frozenset().union(*own.values()) - own[self.kind]


class Repeat(Value):
    """The artwork several times: all round by number or as often as fits with a gap, in
    steps along the sheet, or evenly along its guide."""

    kind: Literal["none", "round", "fit", "steps", "guide"] = "none"
    count: Factor = "3"
    gap: Thickness = "5 mm"
    step_across: Length = "20 mm"
    step_up: Length = "0 mm"

    @property
    def idle(self) -> frozenset[str]:
        used = {
            "round": {"count"},
            "fit": {"gap"},
            "steps": {"count", "step_across", "step_up"},
            "guide": {"count"},
        }
        return frozenset({"count", "gap", "step_across", "step_up"} - used.get(self.kind, set()))


class Cast(Value):
    """How artwork comes onto its face: wrapped round it, or cast onto it along a direction.

    Attributes
    ----------
    way : none wraps; patch lays out a part of a ball with the least stretch, also over its
        pole; square casts along the normal at the artwork's place, the others
        along an axis of the part from that side, or along x, y, z.
    side : near is where the cast meets the face first; far is where it comes out of it
        again, mirrored for those who look from there.
    """

    way: Literal[
        "none", "patch", "square",
        "front", "back", "left", "right", "above", "below", "vector",
    ] = "none"  # fmt: skip
    side: Literal["near", "far", "both"] = "near"
    x: Number = "0"
    y: Number = "1"
    z: Number = "0"

    @property
    def idle(self) -> frozenset[str]:
        return frozenset() if self.way == "vector" else frozenset({"x", "y", "z"})


class Setting(Value):
    """How artwork lies on a face.

    `across` is from the middle of a flat face or from the front of a round one, or from an
    edge, inwards; `up` is from the lower edge, the middle or the upper one, whatever shape the
    face has. Only older files have `usual`: from the lower rim of a round face, from the middle
    of a flat one; from another stamp it is that one's line.
    `rests_on` and `held_by` say which line and which side of the artwork is placed there;
    the origin of a text is what it is aligned to. With `from_stamp` both are from another
    stamp on the face, rightwards and upwards from the middle, sides or edges of its ink.
    `over` lets it run on over the faces beside. On a turned face lengths are true along the
    parallel through the middle of the artwork, along a rim, or at a height that is given.
    """

    face: Name
    across: Place = "0 deg"
    up: Length = "10 mm"
    across_from: Literal["middle", "left", "right"] = "middle"
    up_from: Literal["usual", "lower", "middle", "upper"] = "usual"
    from_stamp: str = Field(default="", max_length=80)
    turn: Angle = "0 deg"
    rests_on: Literal["baseline", "middle", "bottom", "top"] = "baseline"
    held_by: Literal["origin", "left", "middle", "right"] = "origin"
    cast: Cast = Cast()
    over: Literal["face", "neighbours"] = "face"
    true_along: Literal["artwork", "lower", "upper", "height"] = "artwork"
    true_up: Length = "0 mm"
    guide: Guide = Guide()
    repeat: Repeat = Repeat()

    @property
    def idle(self) -> frozenset[str]:
        return frozenset() if self.true_along == "height" else frozenset({"true_up"})


class Relief(Value):
    """What becomes solid.

    Attributes
    ----------
    make : mark parts the face and colours it, without depth.
    walls : along the normal of the face everywhere, or all along one direction: that of the
        projection, or the normal at the artwork's place.
    caps : follow the face at the depth, or lie in a plane.
    """

    make: Literal["engrave", "emboss", "mark"] = "engrave"
    depth: Size = "0.4 mm"
    walls: Literal["normal", "cast"] = "normal"
    caps: Literal["follow", "plane"] = "follow"
    colour: str = Field(default="#C2452D", pattern=r"^#[0-9A-Fa-f]{6}$")


class Stamp(Value):
    """Artwork, setting and relief on one face."""

    name: Name
    on: bool = True
    artwork: Drawn = Text()
    border: Border = Border()
    setting: Setting
    relief: Relief = Relief()


class Limits(Value):
    """What the proof measures against."""

    least_wall: Thickness = "0.8 mm"
    edge_margin: Thickness = "1 mm"
    least_stroke: Thickness = "0.25 mm"
    least_gap: Thickness = "0.2 mm"


class Serial(Value):
    """The number that `{serial}` in a text stands for: `before`, the number, `after`."""

    next: int = Field(default=1, ge=0, le=10**9)
    digits: int = Field(default=3, ge=1, le=9)
    before: str = Field(default="", max_length=40)
    after: str = Field(default="", max_length=40)

    @property
    def text(self) -> str:
        """As it is written."""
        return f"{self.before}{self.next:0{self.digits}d}{self.after}"


class Job(Value):
    """The whole document. Its name is its file's."""

    format: Literal[3] = FORMAT
    serial: Serial = Serial()
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
