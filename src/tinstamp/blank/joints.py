"""Where the faces of a solid meet at a small angle, so that artwork may run on."""

from __future__ import annotations

from collections.abc import Collection, Sequence

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Curve, BRepAdaptor_Curve2d
from OCP.gp import gp_Pnt, gp_Vec
from OCP.TopAbs import TopAbs_Orientation, TopAbs_ShapeEnum
from OCP.TopExp import TopExp, TopExp_Explorer
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Shape
from OCP.TopTools import TopTools_IndexedDataMapOfShapeListOfShape, TopTools_IndexedMapOfShape

from tinstamp.blank.face_axes import outward, three
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedFace, NamedSolid, edges_of
from tinstamp.chart.joint import Joint

MOST_BEND = 15.0
"""Degrees; faces that meet more sharply are no run."""
EDGE_POINTS = 129
"""Points along an edge where two faces meet."""
BENDS_TRIED = 9
"""Places along an edge where the bend is measured."""


class Joints:
    """The joints between faces of a solid, found face by face.

    `names` are of the faces that may be laid out.
    """

    def __init__(self, solid: NamedSolid, names: Collection[str]) -> None:
        self._solid, self._names = solid, names
        self._owners = TopTools_IndexedDataMapOfShapeListOfShape()
        TopExp.MapShapesAndAncestors_s(
            solid.shape, TopAbs_ShapeEnum.TopAbs_EDGE, TopAbs_ShapeEnum.TopAbs_FACE, self._owners
        )
        self._index = TopTools_IndexedMapOfShape()
        for named in solid.faces:
            self._index.Add(named.face)

    def __call__(self, face: str) -> list[Joint]:
        """Of the faces of a name with others."""
        found = []
        for own in self._solid.named(face):
            edges = TopExp_Explorer(own, TopAbs_ShapeEnum.TopAbs_EDGE)
            while edges.More():
                edge = edges.Current()
                edges.Next()
                place = self._owners.FindIndex(edge)
                met = [
                    self._solid.faces[self._index.FindIndex(f) - 1]
                    for f in self._owners.FindFromIndex(place)
                ]
                joint = _between(edge, met, self._names)
                if joint is not None:
                    found.append(joint)
        return found


def joints_of(solid: NamedSolid, names: Collection[str]) -> tuple[Joint, ...]:
    """The joints between faces of these names."""
    found = [_between(edge, met, names) for edge, met in edges_of(solid)]
    return tuple(joint for joint in found if joint is not None)


def _between(edge: TopoDS_Shape, met: Sequence[NamedFace], names: Collection[str]) -> Joint | None:
    if len(met) != 2 or met[0].name == met[1].name:
        return None
    if met[0].name not in names or met[1].name not in names:
        return None
    whose = (met[0].name, met[1].name)
    return _joint(TopoDS.Edge_s(edge), met[0].face, met[1].face, whose)


def _joint(
    edge: TopoDS_Edge, one: TopoDS_Face, other: TopoDS_Face, names: tuple[str, str]
) -> Joint | None:
    if BRep_Tool.Degenerated_s(edge):
        return None
    curve = BRepAdaptor_Curve(edge)
    first, last = curve.FirstParameter(), curve.LastParameter()
    normals = []
    for face in (one, other):
        trace = BRepAdaptor_Curve2d(edge, face)
        normals.append(
            np.array(
                [
                    outward(face, *_uv(trace, t))[1]
                    for t in np.linspace(first, last, BENDS_TRIED)
                ]
            )
        )  # fmt: skip
    bends = np.degrees(np.arccos(np.clip((normals[0] * normals[1]).sum(axis=-1), -1.0, 1.0)))
    sharp = 2.0 * np.degrees(
        np.arcsin(np.clip(np.linalg.norm(normals[0] - normals[1], axis=-1) / 2, 0.0, 1.0))
    )
    bends = np.where(bends < 1.0, sharp, bends)  # the arc cosine is rough near none
    if float(bends.max()) > MOST_BEND:
        return None
    points = np.array([three(curve.Value(float(t))) for t in np.linspace(first, last, EDGE_POINTS)])
    bend = float(bends.max()) * _side(edge, one, curve, normals)
    return Joint(names, points, np.stack(normals), bend)


def _uv(trace: BRepAdaptor_Curve2d, t: float) -> tuple[float, float]:
    p = trace.Value(float(t))
    return p.X(), p.Y()


def _side(
    edge: TopoDS_Edge, one: TopoDS_Face, curve: BRepAdaptor_Curve, normals: list[Array]
) -> float:
    """+1 where the two faces bend away from one another's outside."""
    middle = BENDS_TRIED // 2
    t = float(np.linspace(curve.FirstParameter(), curve.LastParameter(), BENDS_TRIED)[middle])
    p, along = gp_Pnt(), gp_Vec()
    curve.D1(t, p, along)
    # into the first face: its normal crossed with the edge's direction as the face runs it
    inward = np.cross(normals[0][middle], three(along)) * _sense(edge, one)
    return -1.0 if float(inward @ normals[1][middle]) > 0 else 1.0


def _sense(edge: TopoDS_Edge, face: TopoDS_Face) -> float:
    """+1 where the face's boundary, counter-clockwise round its outward normal, runs along
    the edge's curve."""
    walk = TopExp_Explorer(face, TopAbs_ShapeEnum.TopAbs_EDGE)
    while walk.More():
        if walk.Current().IsSame(edge):
            back = walk.Current().Orientation() == TopAbs_Orientation.TopAbs_REVERSED
            return -1.0 if back else 1.0
        walk.Next()
    raise ValueError("the edge is not one of the face's")
