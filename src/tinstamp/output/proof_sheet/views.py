"""The lines of a part that are seen from one side: its edges and its silhouette, with what lies
behind taken away, by the kernel's hidden line removal on triangles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.BRep import BRep_Tool
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt
from OCP.HLRAlgo import HLRAlgo_Projector
from OCP.HLRBRep import HLRBRep_PolyAlgo, HLRBRep_PolyHLRToShape
from OCP.TopExp import TopExp
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.kernel import compound, edges

Array = NDArray[np.float64]
DROPPED = 2e-4
"""Part of its size by which lines are made simpler."""


@dataclass(frozen=True)
class Side:
    """From where a part is looked at: a word, the direction towards the eye, and what is to the
    right."""

    word: str
    eye: tuple[float, float, float]
    right: tuple[float, float, float]


FRONT = Side("Front", (0.0, -1.0, 0.0), (1.0, 0.0, 0.0))
RIGHT = Side("Right", (1.0, 0.0, 0.0), (0.0, 1.0, 0.0))
ABOVE = Side("Above", (0.0, 0.0, 1.0), (1.0, 0.0, 0.0))
ASLANT = Side("Aslant", (0.5, -0.65, 0.45), (0.65, 0.5, 0.0))
SIDES = (FRONT, RIGHT, ABOVE, ASLANT)


def lines_seen(shapes: Sequence[TopoDS_Shape], side: Side, size: float) -> list[Array]:
    """Lines, (n, 2) mm each, of shapes that have triangles, seen from a side; `size` is that of
    all of them, mm."""
    eye, right = gp_Dir(*side.eye), gp_Dir(*side.right)
    algorithm = HLRBRep_PolyAlgo()
    algorithm.Load(compound(list(shapes)))
    algorithm.Projector(HLRAlgo_Projector(gp_Ax2(gp_Pnt(0, 0, 0), eye, right)))
    algorithm.Update()
    seen = HLRBRep_PolyHLRToShape()
    seen.Update(algorithm)
    ends = []
    for found in (seen.VCompound(), seen.OutLineVCompound(), seen.Rg1LineVCompound()):
        if found is not None and not found.IsNull():
            ends += _ends(found)
    if not ends:
        return []
    merged = shapely.line_merge(shapely.MultiLineString(ends))
    simple = shapely.simplify(merged, DROPPED * size)
    return [np.array(line.coords) for line in shapely.get_parts(simple)]


def _ends(shape: TopoDS_Shape) -> list[Array]:
    """Both ends of every edge, (2, 2) mm."""
    found = []
    for edge in edges(shape):
        a = BRep_Tool.Pnt_s(TopExp.FirstVertex_s(edge))
        b = BRep_Tool.Pnt_s(TopExp.LastVertex_s(edge))
        ends = np.array([[a.X(), a.Y()], [b.X(), b.Y()]])
        if np.abs(ends[1] - ends[0]).max() > 1e-9:
            found.append(ends.round(6))
    return found
