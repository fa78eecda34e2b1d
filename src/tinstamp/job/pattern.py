"""A pattern that fills artwork instead of plain ink, in the job."""

from __future__ import annotations

from typing import Annotated, Literal

from tinstamp.job.field import Shown
from tinstamp.job.values import Angle, Size, Value

PATTERNED = {"kind": ("lines", "crossed", "dots")}
"""Kinds other than plain ink."""


class Pattern(Value):
    """Lines or dots within the artwork's outlines, or within a field about it.

    Attributes
    ----------
    pitch : from middle to middle. line : the width of a line, or the diameter of a dot.
    turn : 0° runs across.
    """

    kind: Annotated[
        Literal["plain", "lines", "crossed", "dots"],
        Shown(
            "Filled with",
            "Lines and crossed lines end at the outlines; of dots there are whole ones alone",
            words={
                "plain": "plain ink",
                "lines": "lines",
                "crossed": "crossed lines",
                "dots": "dots",
            },
        ),
    ] = "plain"
    pitch: Annotated[Size, Shown("Pitch", "From middle to middle", step=0.1, when=PATTERNED)] = (
        "1 mm"
    )
    line: Annotated[
        Size,
        Shown("Width", "Of a line, or the diameter of a dot", step=0.1, when=PATTERNED),
    ] = "0.5 mm"
    turn: Annotated[Angle, Shown("Turned", "0° runs across", step=15.0, when=PATTERNED)] = "45 deg"
