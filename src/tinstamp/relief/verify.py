"""Is a solid what it should be: closed, valid, and of the volume that was computed?"""

from __future__ import annotations

from dataclasses import dataclass

from OCP.BRep import BRep_Tool
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.TopAbs import TopAbs_ShapeEnum
from OCP.TopExp import TopExp_Explorer

from tinstamp.blank.kernel import volume
from tinstamp.blank.solid import NamedSolid

ALLOWED = 1e-4
"""Largest relative difference between the measured and the computed relief volume."""


@dataclass(frozen=True)
class Verdict:
    """What was found about a solid.

    Attributes
    ----------
    closed : every edge joins two faces.
    valid : the kernel's own check passes.
    volume : of the solid, mm³.
    """

    closed: bool
    valid: bool
    volume: float

    @property
    def sound(self) -> bool:
        return self.closed and self.valid and self.volume > 0


def examine(solid: NamedSolid) -> Verdict:
    """Check and measure a solid with the kernel's own analysis."""
    shape = solid.shape
    explorer = TopExp_Explorer(shape, TopAbs_ShapeEnum.TopAbs_SHELL)
    closed = explorer.More()
    while explorer.More():
        closed = closed and BRep_Tool.IsClosed_s(explorer.Current())
        explorer.Next()
    valid = BRepCheck_Analyzer(shape, True, True, False).IsValid()
    return Verdict(closed, valid, volume(shape))


def agrees(measured: float, expected: float) -> bool:
    """True when a relief's volume is the computed one within ALLOWED."""
    return abs(measured - expected) <= ALLOWED * abs(expected)
