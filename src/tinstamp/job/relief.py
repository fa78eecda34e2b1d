"""What a stamp becomes in the solid, in the job."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.values import Draft, Size, Thickness, Value

MARK = {"make": ("mark",)}
INVERTED = {"make": ("field", "panel")}
"""Kinds that work on what is about the ink, not on the ink."""
VERBS: Mapping[str, Literal["add", "cut", "mark"]] = {
    "engrave": "cut",
    "emboss": "add",
    "field": "cut",
    "panel": "add",
    "mark": "mark",
}
"""What each kind does to the part."""


NO_DRAFT = "0 deg"
"""What the draft is if nothing is said."""
ENDS = "Walls and caps"
"""A group of fields."""


def _drafted(relief: object) -> bool:
    """True where a draft other than the usual one is asked for."""
    return isinstance(relief, Relief) and relief.make != "mark" and relief.draft != NO_DRAFT


class Relief(Value):
    """What becomes solid.

    Attributes
    ----------
    make : a field is sunk about the ink, a panel raised about it; mark parts the face and
        colours it, without depth.
    walls : along the normal of the face everywhere, or all along one direction: that of the
        projection, or the normal at the artwork's place.
    caps : follow the face at the depth, or lie in a plane.
    draft : degrees by which the walls lean. outline : where the artwork is as drawn then.
    """

    make: Annotated[
        Literal["engrave", "emboss", "field", "panel", "mark"],
        Shown(
            "Make",
            "A field is sunk round letters left standing, a panel is raised with letters sunk in "
            "it; mark only parts the face and colours it, without depth",
            words={
                "engrave": "Engrave",
                "emboss": "Emboss",
                "field": "Sunk field",
                "panel": "Raised panel",
                "mark": "Mark only",
            },
        ),
    ] = "engrave"
    margin: Annotated[
        Size, Shown("Margin", "From the ink to the edge of the field", when=INVERTED)
    ] = "2 mm"
    corner: Annotated[Thickness, Shown("Corners", "Of the field", when=INVERTED)] = "1 mm"
    depth: Annotated[Size, Shown("Depth", step=0.1, unless=MARK)] = "0.4 mm"
    walls: Annotated[
        Literal["normal", "cast"],
        Shown(
            "Walls",
            "Square to the face everywhere, or all parallel to one direction",
            words={"normal": "Square", "cast": "Parallel"},
            unless=MARK,
            group=ENDS,
        ),
    ] = "normal"
    caps: Annotated[
        Literal["follow", "plane"],
        Shown(
            "Caps",
            "Follow the face at the depth, or lie in a plane",
            words={"follow": "As the face", "plane": "Flat"},
            unless=MARK,
            group=ENDS,
        ),
    ] = "follow"
    draft: Annotated[
        Draft,
        Shown(
            "Draft",
            "How far the walls lean, so that the ink narrows away from the face; 0 for none",
            step=1.0,
            unless=MARK,
            group=ENDS,
        ),
    ] = NO_DRAFT
    outline: Annotated[
        Literal["face", "cap"],
        Shown(
            "Outline at",
            "Where the artwork has its own size when the walls have draft",
            words={"face": "the face", "cap": "cap or floor"},
            when=_drafted,
            group=ENDS,
        ),
    ] = "face"
    colour: Annotated[str, Shown("Cap colour", control="colour", built=False)] = Field(
        default="#C2452D", pattern=r"^#[0-9A-Fa-f]{6}$"
    )
