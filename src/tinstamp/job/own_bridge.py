"""Bridges of a single middle of a stencil, in the job."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.values import Angle, Length, Size, Value

SIDES = {"both": "Both sides", "one": "One side"}


class OwnBridge(Value):
    """How one middle is held, otherwise than the rest.

    Attributes
    ----------
    middle : its name, after its letter (see `artwork.bridges.middles`).
    """

    middle: Annotated[str, Shown("Middle", control="none")] = Field(min_length=1, max_length=12)
    bridge: Annotated[Size, Shown("Bridges", "How wide what holds it is", step=0.1)] = "1 mm"
    turn: Annotated[Angle, Shown("Bridges run", "90° runs upright", step=15.0)] = "90 deg"
    shift: Annotated[
        Length, Shown("Off the middle", "Moves the bridges sideways", step=0.2)
    ] = "0 mm"  # fmt: skip
    sides: Annotated[Literal["both", "one"], Shown("On", words=SIDES)] = "both"
