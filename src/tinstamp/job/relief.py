"""What a stamp becomes in the solid, in the job."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.values import Size, Value

MARK = {"make": ("mark",)}


class Relief(Value):
    """What becomes solid.

    Attributes
    ----------
    make : mark parts the face and colours it, without depth.
    walls : along the normal of the face everywhere, or all along one direction: that of the
        projection, or the normal at the artwork's place.
    caps : follow the face at the depth, or lie in a plane.
    """

    make: Annotated[
        Literal["engrave", "emboss", "mark"],
        Shown(
            "Make",
            "Mark only parts the face and colours it, without depth",
            words={"engrave": "Engrave", "emboss": "Emboss", "mark": "Mark"},
        ),
    ] = "engrave"
    depth: Annotated[Size, Shown("Depth", step=0.1, unless=MARK)] = "0.4 mm"
    walls: Annotated[
        Literal["normal", "cast"],
        Shown(
            "Walls",
            "Square to the face everywhere, or all parallel to one direction",
            words={"normal": "Square", "cast": "Parallel"},
            unless=MARK,
        ),
    ] = "normal"
    caps: Annotated[
        Literal["follow", "plane"],
        Shown(
            "Caps",
            "Follow the face at the depth, or lie in a plane",
            words={"follow": "As the face", "plane": "Flat"},
            unless=MARK,
        ),
    ] = "follow"
    colour: Annotated[str, Shown("Cap colour", control="colour", built=False)] = Field(
        default="#C2452D", pattern=r"^#[0-9A-Fa-f]{6}$"
    )
