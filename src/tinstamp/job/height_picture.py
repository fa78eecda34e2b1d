"""A picture whose grey levels are heights of caps, in the job."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.values import Size, Value


class HeightPicture(Value):
    """Grey levels that caps or floors follow.

    Attributes
    ----------
    file, digest : the picture, which is kept within the job.
    full : which end of its greys has the whole depth. least : the depth that the other end has.
    laid : over the artwork's box in its own proportions, as small as covers all of it, or drawn
        out to it. detail : mm between two places whose heights are the picture's own.
    """

    file: Annotated[
        str,
        Shown(
            "Picture",
            "PNG or JPEG, 8 or 16 bits a pixel",
            control="height picture",
            built=False,
        ),
    ] = Field(default="", max_length=200)
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    full: Annotated[
        Literal["light", "dark"],
        Shown(
            "Whole depth",
            "Which greys of the picture have the whole depth",
            words={"light": "Where light", "dark": "Where dark"},
        ),
    ] = "light"
    least: Annotated[
        Size, Shown("Least depth", "The depth that the other end of the greys has", step=0.05)
    ] = "0.1 mm"
    laid: Annotated[
        Literal["cover", "fit"],
        Shown(
            "Picture lies",
            "In its own proportions, as small as covers all of the artwork, or drawn out to it",
            words={"cover": "In proportion", "fit": "Drawn out"},
        ),
    ] = "cover"
    detail: Annotated[
        Size,
        Shown(
            "Detail",
            "How far apart the places are whose heights come from the picture; smoothly between",
            step=0.1,
        ),
    ] = "0.5 mm"
