"""How artwork lies on a face, in the job: its place, its guide, its repeats, how it comes there."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.drawn import Knots, knot
from tinstamp.job.field import Shown
from tinstamp.job.values import (
    LONGEST_LABEL,
    Angle,
    Factor,
    Length,
    Number,
    Place,
    Size,
    Sweep,
    Thickness,
    Value,
)

LONGEST_SIDE = 16
"""letters of what stands behind a stamp's name, as in `Panel/wall 359° 99999`"""
FaceOf = Annotated[str, Field(min_length=1, max_length=LONGEST_LABEL + LONGEST_SIDE)]
"""A face that a stamp lies on."""
WRAPS = ("none", "patch")
"""Ways to lie on a face without a cast."""


def _guided(*kinds: str) -> dict[str, tuple[str, ...]]:
    return {"kind": kinds}


ANY_GUIDE = {"kind": ("none",)}


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

    kind: Annotated[
        Literal["none", "line", "arc", "level", "midline", "edge", "drawn"],
        Shown(
            "Guide",
            words={
                "none": "no guide",
                "line": "a straight line",
                "arc": "an arc or circle",
                "level": "level with the rim",
                "midline": "midway of edges",
                "edge": "along an edge",
                "drawn": "a drawn line",
            },
        ),
    ] = "none"
    direction: Annotated[
        Angle, Shown("Direction", "0° runs across, 90° upright", step=15.0, when=_guided("line"))
    ] = "0 deg"
    length: Annotated[Size, Shown("Length", when=_guided("line"))] = "60 mm"
    between: Annotated[
        Literal["rims", "sides"],
        Shown(
            "Between",
            words={"rims": "Lower, upper", "sides": "Left, right"},
            when=_guided("midline"),
        ),
    ] = "rims"
    edge: Annotated[int, Shown("Edge", control="edges", when=_guided("edge"))] = Field(
        default=0, ge=0, le=200
    )
    inset: Annotated[Length, Shown("In from it", when=_guided("edge"))] = "5 mm"
    radius: Annotated[Size, Shown("Radius", when=_guided("arc"))] = "30 mm"
    span: Annotated[Sweep, Shown("Covers", step=15.0, when=_guided("arc"))] = "360 deg"
    bend: Annotated[
        Literal["over", "under"],
        Shown("Bends", words={"over": "Over", "under": "Under"}, when=_guided("arc")),
    ] = "over"
    at: Annotated[
        Literal["start", "centre", "end"],
        Shown(
            "Starts at", words={"start": "Start", "centre": "Centre", "end": "End"},
            unless=ANY_GUIDE,
        ),
    ] = "centre"  # fmt: skip
    shift: Annotated[Length, Shown("Along", unless=ANY_GUIDE)] = "0 mm"
    above: Annotated[Length, Shown("Off it", unless=ANY_GUIDE)] = "0 mm"
    fill: Annotated[
        Literal["no", "space", "scale"],
        Shown(
            "Fills it", words={"no": "As it is", "space": "Spaced", "scale": "Scaled"},
            unless=ANY_GUIDE,
        ),
    ] = "no"  # fmt: skip
    other_way: Annotated[
        bool, Shown("Other way", "Run the guide from its other end", unless=ANY_GUIDE)
    ] = False
    closed: Annotated[bool, Shown("Closed", when=_guided("drawn"))] = False
    points: Annotated[Knots, Shown("Profile", when=_guided("drawn"))] = (
        knot("a", -20, 0, "arc", -8),
        knot("b", 20, 0),
    )


class Repeat(Value):
    """The artwork several times: all round by number or as often as fits with a gap, in
    steps along the sheet, or evenly along its guide."""

    kind: Annotated[
        Literal["none", "round", "fit", "steps", "guide"],
        Shown(
            "Repeat",
            words={
                "none": "once",
                "round": "all round",
                "fit": "as many as fit",
                "steps": "in steps",
                "guide": "along the guide",
            },
        ),
    ] = "none"
    gap: Annotated[Thickness, Shown("Gap", when={"kind": ("fit",)})] = "5 mm"
    count: Annotated[
        Factor, Shown("Times", unit="×", when={"kind": ("round", "steps", "guide")})
    ] = "3"
    step_across: Annotated[Length, Shown("Step across", when={"kind": ("steps",)})] = "20 mm"
    step_up: Annotated[Length, Shown("Step up", when={"kind": ("steps",)})] = "0 mm"


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

    way: Annotated[
        Literal[
            "none", "patch", "square",
            "front", "back", "left", "right", "above", "below", "vector",
        ],
        Shown(
            "Laid",
            words={
                "none": "wrapped round",
                "patch": "wrapped, as a patch",
                "square": "cast, square to it",
                "front": "cast from the front",
                "back": "cast from the back",
                "left": "cast from the left",
                "right": "cast from the right",
                "above": "cast from above",
                "below": "cast from below",
                "vector": "cast along x, y, z",
            },
        ),
    ] = "none"  # fmt: skip
    side: Annotated[
        Literal["near", "far", "both"],
        Shown(
            "Side",
            "Where the cast meets the face first, where it comes out again, or both",
            words={"near": "Near", "far": "Far", "both": "Both"},
            unless={"way": WRAPS},
        ),
    ] = "near"
    x: Annotated[Number, Shown("x", step=0.1, when={"way": ("vector",)})] = "0"
    y: Annotated[Number, Shown("y", step=0.1, when={"way": ("vector",)})] = "1"
    z: Annotated[
        Number, Shown("z", step=0.1, when={"way": ("vector",)}, control="along the view")
    ] = "0"


MEASURED, LAID = "How it is measured", "How it is laid on the face"
"""Groups of fields."""


class Setting(Value):
    """How artwork lies on a face.

    `face` is one of the blank, or the cap or a wall of a stamp before it, `Panel/cap`.
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

    face: Annotated[FaceOf, Shown("Face", control="face of a stamp")]
    across: Annotated[Place, Shown("Across", control="across")] = "0 deg"
    up: Annotated[Length, Shown("Up", control="up")] = "10 mm"
    rests_on: Annotated[
        Literal["baseline", "middle", "bottom", "top"],
        Shown(
            "Rests on",
            words={
                "baseline": "baseline",
                "middle": "middle of the ink",
                "bottom": "bottom of the ink",
                "top": "top of the ink",
            },
            group=MEASURED,
            usual=("middle",),
        ),
    ] = "baseline"
    held_by: Annotated[
        Literal["origin", "left", "middle", "right"],
        Shown(
            "Held by",
            words={
                "origin": "its alignment",
                "left": "left side",
                "middle": "middle",
                "right": "right side",
            },
            group=MEASURED,
        ),
    ] = "origin"
    from_stamp: Annotated[
        str, Shown("Place from", control="stamps", offered="others", group=MEASURED)
    ] = Field(default="", max_length=80)
    across_from: Annotated[
        Literal["middle", "left", "right"],
        Shown("Across from", control="across from", offered="not round", group=MEASURED),
    ] = "middle"
    up_from: Annotated[
        Literal["usual", "lower", "middle", "upper"],
        Shown("Up from", control="up from", group=MEASURED, usual=("lower", "middle")),
    ] = "usual"
    cast: Annotated[Cast, Shown("Laid", group=LAID)] = Cast()
    over: Annotated[
        Literal["face", "neighbours"],
        Shown(
            "Runs over",
            "Faces that meet this one at no more than 15° are laid out beside it",
            words={"face": "This face", "neighbours": "Those beside"},
            offered="beside",
            group=LAID,
        ),
    ] = "face"
    true_along: Annotated[
        Literal["artwork", "lower", "upper", "height"],
        Shown(
            "True along",
            words={
                "artwork": "middle of the ink",
                "lower": "the lower rim",
                "upper": "the upper rim",
                "height": "a height",
            },
            when={"cast.way": ("none",)},
            offered="turned",
            group=LAID,
        ),
    ] = "artwork"
    true_up: Annotated[
        Length,
        Shown(
            "True at",
            "From the lower rim, along the face",
            when={"true_along": ("height",), "cast.way": ("none",)},
            group=LAID,
        ),
    ] = "0 mm"
    keep_off: Annotated[
        Thickness,
        Shown(
            "Keep off edges",
            "How near to the edges of its face ink may come, along the face; 0 leaves it to the "
            "process. The line is shown on the sheet, and ink beyond it is to fix",
            step=0.5,
            when={"cast.way": ("none",)},
            group=LAID,
        ),
    ] = "0 mm"
    turn: Annotated[Angle, Shown("Turn", control="turn")] = "0 deg"
    guide: Annotated[Guide, Shown("Guide", group="Along a guide")] = Guide()
    repeat: Annotated[Repeat, Shown("Repeat", group="Copies")] = Repeat()
