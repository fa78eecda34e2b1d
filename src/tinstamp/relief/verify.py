"""Is a solid what it should be: closed, valid, and of the volume that was computed?"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.BRepBuilderAPI import BRepBuilderAPI_Copy
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.ShapeAnalysis import ShapeAnalysis_Edge, ShapeAnalysis_Shell
from OCP.TopAbs import TopAbs_ShapeEnum
from OCP.TopExp import TopExp, TopExp_Explorer
from OCP.TopoDS import TopoDS, TopoDS_Face
from OCP.TopTools import TopTools_IndexedDataMapOfShapeListOfShape

from tinstamp.artwork.kept import Late
from tinstamp.blank.kernel import (
    Array,
    area,
    aslant,
    compound,
    extent_of,
    face_on,
    flux,
    triangles_of,
)
from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.true_volume import true_volume
from tinstamp.chart.base import FaceChart
from tinstamp.guarded.beside import Beside
from tinstamp.guarded.forked import in_copy
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.looked import looked_at
from tinstamp.relief.soundness import is_valid

MANY_FACES = 200
"""of a solid, from which on a second process pays when it is examined"""
SEATED_POINTS = 5
"""points of an edge that are compared"""
VOLUME_STRAY = 1e-4
"""Largest relative difference between the measured and the computed relief volume."""
ALLOWED_BOOLEAN = 1e-3
"""The same for a general boolean, whose intersection curves are approximations; what was
found beyond VOLUME_STRAY is told."""


TIGHT = 1e-3
"""Part of a change by which what new faces enclose may differ with where it is measured from"""
TIGHT_FACES = 1e-6
"""mm that they may be apart besides"""


COARSE = 2e-3
"""Part of the extent of faces that triangles may be off them where it is seen whether there are
any"""
WIDE_TURN = 0.5
"""radians between them there"""
LEAST_DRAWN = 0.7
"""part of a face's area that they cover at least"""


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
    """Check and measure a solid with the kernel's own analysis; with many faces a second processor
    does the one while this one does the other. Of those that a sound solid had before the kernel
    has told; then the new ones are looked at, and that all are run one way."""
    many = len(solid.faces) > MANY_FACES
    new = [f.face for f in solid.faces if not (many and _SOUND.find(f.face.TShape()))]
    whole = solid.shape if len(new) == len(solid.faces) else compound(new)
    check = Beside([partial(is_valid, whole)], len(new) > MANY_FACES)
    volume = true_volume(solid.shape)
    valid = check.first(1)[0] and (whole is solid.shape or turned_one_way(solid))
    for named in solid.faces if many and valid else ():
        _SOUND.hold(named.face.TShape(), True, len(solid.faces))
    return Verdict(is_closed(solid), valid, volume)


MOST_SOUND = 4_000
"""faces of which it is kept that they are sound, or as many as a solid has"""
_SOUND: Late[bool] = Late(MOST_SOUND)


def examine_change(before: NamedSolid, after: NamedSolid) -> Verdict:
    """Of what a change made of a sound solid: whether it is closed and turned one way still,
    whether the kernel finds no fault with the faces that are new, they fit one another and can be
    drawn, and by how much its volume changed, mm³.

    Faces that both have cancel out, so that those that are gone and those that are new enclose
    just what changed, however large the part is. What they enclose is the same from wherever it is
    measured; it is not where edges are far off their faces, which the kernel lets pass. The part as
    a whole is examined when all stamps are on.
    """
    new, gone = after.less(before), before.less(after)
    if not new and not gone:
        return Verdict(is_closed(after), True, 0.0)
    valid = turned_one_way(after) and (not new or is_valid(compound(new)))
    valid = valid and (not new or can_be_drawn(new, COARSE * extent_of(compound(new))))
    between = compound([*new, *(face.Reversed() for face in gone)])
    at, normal = aslant(between)
    change = flux(between, at, normal)
    if valid:
        first = across(normal)
        others = [flux(between, at, way) for way in (first, np.cross(normal, first))]
        leak = max(abs(other - change) for other in others)
        valid = leak <= TIGHT * abs(change) + TIGHT_FACES * area(compound(new))
    return Verdict(is_closed(after), valid, change)


def can_be_drawn(members: Sequence[TopoDS_Face], chord: float) -> bool:
    """True when the kernel finds triangles, `chord` mm off at most, for all of each face: of one
    whose outlines all but meet it may find none, though it calls it valid, and no program could
    show or print that part."""
    copies = [BRepBuilderAPI_Copy(face, True, False).Shape() for face in members]
    if copies:
        BRepMesh_IncrementalMesh(compound(copies), chord, False, WIDE_TURN, not in_copy())
    for face in map(TopoDS.Face_s, copies):
        points, corners = triangles_of(face)
        a, b, c = (points[corners[:, k]] for k in range(3))
        drawn = float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum()) / 2.0
        if drawn < LEAST_DRAWN * area(face) - chord**2:
            return False
    return True


def across(normal: Array) -> Array:
    """A direction square to another one, (3,), that runs along no face that is likely either."""
    found = np.cross(normal, np.roll(normal, 1))
    return np.asarray(found / np.linalg.norm(found))


def turned_one_way(solid: NamedSolid) -> bool:
    """True when every edge is run once either way, so that all faces look the same way out."""
    shells = ShapeAnalysis_Shell()
    shells.LoadShells(solid.shape)
    shells.CheckOrientedShells(solid.shape, True, True)
    return not shells.HasBadEdges() and not shells.HasFreeEdges()


def is_closed(solid: NamedSolid) -> bool:
    """Every edge of every shell joins two faces."""
    explorer = TopExp_Explorer(solid.shape, TopAbs_ShapeEnum.TopAbs_SHELL)
    closed = explorer.More()
    while explorer.More():
        closed = closed and BRep_Tool.IsClosed_s(explorer.Current())
        explorer.Next()
    return closed


def touches_itself(solid: NamedSolid) -> bool:
    """True when more than two of its faces meet along an edge: another program may read as two
    bodies, or refuse, what the kernel's own check lets pass."""
    owners = TopTools_IndexedDataMapOfShapeListOfShape()
    edge, face = TopAbs_ShapeEnum.TopAbs_EDGE, TopAbs_ShapeEnum.TopAbs_FACE
    TopExp.MapShapesAndAncestors_s(solid.shape, edge, face, owners)
    return any(owners.FindFromIndex(k).Extent() > 2 for k in range(1, owners.Extent() + 1))


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
    if not is_closed(solid) or not seated(made) or not looked_at(made).caps_valid():
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
    changes = looked_at(made).changes()
    return sum(len(b.at) * change for b, change in zip(made.blocks, changes, strict=True))


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
