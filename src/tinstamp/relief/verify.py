"""Is a solid what it should be: closed, valid, and of the volume that was computed?"""

from __future__ import annotations

from dataclasses import dataclass

from OCP.BRep import BRep_Tool
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.ShapeAnalysis import ShapeAnalysis_Edge
from OCP.TopAbs import TopAbs_ShapeEnum
from OCP.TopExp import TopExp_Explorer
from OCP.TopoDS import TopoDS, TopoDS_Shape

from tinstamp.blank.kernel import area, compound, face_on
from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.true_volume import true_volume
from tinstamp.chart.base import FaceChart
from tinstamp.relief.imprint import Imprint

SEATED_POINTS = 5
"""points of an edge that are compared"""
VOLUME_STRAY = 1e-4
"""Largest relative difference between the measured and the computed relief volume."""
ALLOWED_BOOLEAN = 1e-3
"""The same for a general boolean, whose intersection curves are approximations; what was
found beyond VOLUME_STRAY is told."""


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
    return Verdict(is_closed(solid), is_valid(solid.shape), true_volume(solid.shape))


def is_closed(solid: NamedSolid) -> bool:
    """Every edge of every shell joins two faces."""
    explorer = TopExp_Explorer(solid.shape, TopAbs_ShapeEnum.TopAbs_SHELL)
    closed = explorer.More()
    while explorer.More():
        closed = closed and BRep_Tool.IsClosed_s(explorer.Current())
        explorer.Next()
    return closed


def is_valid(shape: TopoDS_Shape, apart: bool = False) -> bool:
    """The kernel's own check, of geometry and topology.

    One face after the other, unless they lie `apart`: where faces share edges, its parallel run now
    and then calls faulty what is sound (4 of 1,296 times on marks, 0 of 7,000 where they share
    none), and would send a stamp the long way at random.
    """
    return BRepCheck_Analyzer(shape, True, apart, False).IsValid()


def examine_imprint(
    made: Imprint, solid: NamedSolid, chart: FaceChart, depth: float, along_normals: bool = True
) -> float | None:
    """What an imprint changed, checked on just what it made.

    The solid that it was put into must be closed, and the kernel's check must pass on all
    caps and on the parts of the face that they stand for; these hold every outline, on both
    surfaces.
    The volume, mm³ and signed, follows from the caps' measured area where the face is
    evenly curved, else from the kernel's integration over what was made. None when a
    check fails. The whole solid is examined once more when all stamps are on.
    """
    # what is alike was made once; of a mark caps and what they stand for are the same place
    looked_at = compound([face for b in made.blocks for face in (b.cap, b.removed)])
    if not is_closed(solid) or not is_valid(looked_at, apart=depth != 0.0) or not seated(made):
        return None
    if not depth:
        return 0.0
    if chart.evenly_curved and along_normals:
        caps = sum(len(b.at) * area(b.cap) for b in made.blocks)
        return chart.volume_under_cap(caps, depth)
    return change_of(made)


def change_of(made: Imprint) -> float:
    """What an imprint changes of a solid's volume, mm³, as the kernel sums it over what is new and
    what is gone."""
    return sum(len(block.at) * block.change for block in made.blocks)


def seated(made: Imprint) -> bool:
    """True when the edges of what was set down elsewhere than where it was made lie on the face
    there, in space and in (u, v), by the kernel's own comparison of the two."""
    face = face_on(made.surface, [], False)
    look = ShapeAnalysis_Edge()
    for block in made.blocks:
        for place in block.at:
            if place.IsIdentity():
                continue
            for edge in block.feet:
                there = TopoDS.Edge_s(edge.Moved(place))
                if not look.HasPCurve(there, face):
                    return False
                if look.CheckSameParameter(there, face, 0.0, SEATED_POINTS):  # it strays
                    return False
    return True


def agrees(measured: float, expected: float, allowed: float = VOLUME_STRAY) -> bool:
    """True when a relief's volume is the computed one, within a part of it."""
    return abs(measured - expected) <= allowed * abs(expected)
