"""Small helpers on the geometry kernel: points, arrays, curves, walking shapes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray
from OCP.Bnd import Bnd_Box
from OCP.BRep import BRep_Builder, BRep_Tool
from OCP.BRepBndLib import BRepBndLib
from OCP.BRepGProp import BRepGProp
from OCP.BRepLib import BRepLib
from OCP.Geom import Geom_BSplineCurve, Geom_BSplineSurface, Geom_Curve, Geom_Surface
from OCP.Geom2d import Geom2d_BSplineCurve, Geom2d_Line
from OCP.gp import (
    gp_Ax3,
    gp_Dir,
    gp_Dir2d,
    gp_Lin,
    gp_Mat,
    gp_Pln,
    gp_Pnt,
    gp_Pnt2d,
    gp_Quaternion,
    gp_Trsf,
    gp_Vec,
)
from OCP.GProp import GProp_GProps
from OCP.Message import Message
from OCP.TColgp import TColgp_Array1OfPnt, TColgp_Array1OfPnt2d, TColgp_Array2OfPnt
from OCP.TColStd import TColStd_Array1OfInteger, TColStd_Array1OfReal, TColStd_Array2OfReal
from OCP.TopAbs import TopAbs_Orientation, TopAbs_ShapeEnum
from OCP.TopExp import TopExp_Explorer
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import (
    TopoDS,
    TopoDS_Compound,
    TopoDS_Edge,
    TopoDS_Face,
    TopoDS_Shape,
    TopoDS_Shell,
    TopoDS_Solid,
    TopoDS_Vertex,
    TopoDS_Wire,
)

from tinstamp.chart.frame import Frame

Array = NDArray[np.float64]
BUILDER = BRep_Builder()
VOLUME_ERROR = 1e-9
"""Relative error asked of the integration of volumes; rounding alone comes near to a tenth of it
on splines of many spans."""
ASLANT = (0.3117, 0.5231, 0.7930)
"""The normal of the plane that volumes are summed from: along no face that is likely."""
ASIDE = 0.1
"""extents of the shape that this plane lies off its middle"""
TOLERANCE = 1e-7
"""mm; the tolerance of vertices, edges and faces that the program makes."""


def quiet() -> None:
    """Keep the kernel's own progress notes off standard output."""
    Message.DefaultMessenger_s().ChangePrinters().Clear()


def point(p: Any) -> gp_Pnt:
    """A point of the kernel from three numbers, mm."""
    return gp_Pnt(float(p[0]), float(p[1]), float(p[2]))


def direction(d: Any) -> gp_Dir:
    """A unit direction of the kernel; its length does not matter."""
    return gp_Dir(float(d[0]), float(d[1]), float(d[2]))


def gp_line(p: Any, d: gp_Dir) -> gp_Lin:
    """A line of the kernel through a point, mm."""
    return gp_Lin(point(p), d)


def placement(frame: Frame) -> gp_Ax3:
    """The kernel's right-handed axes of a frame."""
    return gp_Ax3(point(frame.origin), direction(frame.z), direction(frame.x))


def _reals(values: Sequence[float]) -> TColStd_Array1OfReal:
    array = TColStd_Array1OfReal(1, len(values))
    for i, value in enumerate(values, 1):
        array.SetValue(i, float(value))
    return array


def _integers(values: Sequence[int]) -> TColStd_Array1OfInteger:
    array = TColStd_Array1OfInteger(1, len(values))
    for i, value in enumerate(values, 1):
        array.SetValue(i, value)
    return array


_UNIT = _reals([0.0, 1.0])
_TWICE = _integers([2, 2])
_ENDS = {degree: _integers([degree + 1, degree + 1]) for degree in range(1, 12)}


def bezier(poles: list[list[float]]) -> Geom_BSplineCurve:
    """A Bézier curve over 0 to 1, as a one-piece B-spline, from its poles."""
    array = TColgp_Array1OfPnt(1, len(poles))
    for i, p in enumerate(poles, 1):
        array.SetValue(i, gp_Pnt(*p))
    degree = len(poles) - 1
    return Geom_BSplineCurve(array, _UNIT, _ENDS[degree], degree)


def bezier2d(poles: list[list[float]]) -> Geom2d_BSplineCurve:
    """The same in the (u, v) of a face."""
    array = TColgp_Array1OfPnt2d(1, len(poles))
    for i, p in enumerate(poles, 1):
        array.SetValue(i, gp_Pnt2d(*p))
    degree = len(poles) - 1
    return Geom2d_BSplineCurve(array, _UNIT, _ENDS[degree], degree)


@lru_cache(maxsize=256)
def _knotted(knots: tuple[float, ...]) -> tuple[TColStd_Array1OfReal, TColStd_Array1OfInteger]:
    """Where knots are, and how many there each."""
    counts: dict[float, int] = {}
    for knot in sorted(knots):
        counts[knot] = counts.get(knot, 0) + 1
    return _reals(list(counts)), _integers(list(counts.values()))


def spline_curve(knots: Sequence[float], poles: Sequence[Any]) -> Geom_BSplineCurve:
    """A B-spline curve in space from its full knot vector and poles, mm."""
    degree = len(knots) - len(poles) - 1
    return Geom_BSplineCurve(_points(poles), *_knotted(tuple(knots)), degree)


def rational_curve(knots: Array, poles: Array, weights: Array) -> Geom_BSplineCurve:
    """The same with weights, (n,)."""
    degree = len(knots) - len(poles) - 1
    places, counts = _knotted(tuple(knots.tolist()))
    return Geom_BSplineCurve(
        _points(poles.tolist()), _reals(weights.tolist()), places, counts, degree, False, True
    )


def rational_surface(
    u_knots: Array, v_knots: Array, poles: Array, weights: Array | None = None
) -> Geom_BSplineSurface:
    """A B-spline surface from full knot vectors, (n, m, 3) poles and (n, m) weights."""
    n, m = poles.shape[:2]
    array = TColgp_Array2OfPnt(1, n, 1, m)
    for i, row in enumerate(poles.tolist(), 1):
        for j, p in enumerate(row, 1):
            array.SetValue(i, j, gp_Pnt(*p))
    u, u_counts = _knotted(tuple(u_knots.tolist()))
    v, v_counts = _knotted(tuple(v_knots.tolist()))
    degrees = len(u_knots) - n - 1, len(v_knots) - m - 1
    if weights is None:
        return Geom_BSplineSurface(array, u, v, u_counts, v_counts, *degrees, False, False)
    heavy = TColStd_Array2OfReal(1, n, 1, m)
    for i, own in enumerate(weights.tolist(), 1):
        for j, weight in enumerate(own, 1):
            heavy.SetValue(i, j, weight)
    return Geom_BSplineSurface(array, heavy, u, v, u_counts, v_counts, *degrees, False, False)


def _points(poles: Sequence[Sequence[float]]) -> TColgp_Array1OfPnt:
    array = TColgp_Array1OfPnt(1, len(poles))
    for i, p in enumerate(poles, 1):
        array.SetValue(i, point(p))
    return array


def edge_between(
    curve: Geom_Curve,
    start: TopoDS_Shape,
    end: TopoDS_Shape,
    first: float,
    last: float,
    tolerance: float = TOLERANCE,
) -> TopoDS_Edge:
    """An edge over a part of a curve's parameters; `end` is given reversed."""
    edge = TopoDS_Edge()
    BUILDER.MakeEdge(edge, curve, tolerance)
    BUILDER.Add(edge, start)
    BUILDER.Add(edge, end)
    BUILDER.Range(edge, first, last)
    return edge


def uv_line(u: float, v: float, du: float, dv: float) -> Geom2d_Line:
    """A line in the parameters of a surface, from a place along a direction."""
    return Geom2d_Line(gp_Pnt2d(u, v), gp_Dir2d(du, dv))


def ruled(foot: list[list[float]], head: list[list[float]], height: float) -> Geom_BSplineSurface:
    """The ruled surface between two Béziers: u over 0 to 1, v over 0 to `height`."""
    array = TColgp_Array2OfPnt(1, len(foot), 1, 2)
    for i, (p, q) in enumerate(zip(foot, head, strict=True), 1):
        array.SetValue(i, 1, gp_Pnt(*p))
        array.SetValue(i, 2, gp_Pnt(*q))
    degree = len(foot) - 1
    return Geom_BSplineSurface(array, _UNIT, _heights(height), _ENDS[degree], _TWICE, degree, 1)


@lru_cache(maxsize=64)
def _heights(height: float) -> TColStd_Array1OfReal:
    return _reals([0.0, height])


def _walk(shape: TopoDS_Shape, kind: TopAbs_ShapeEnum) -> Iterator[TopoDS_Shape]:
    explorer = TopExp_Explorer(shape, kind)
    while explorer.More():
        yield explorer.Current()
        explorer.Next()


def location(turn: Array, shift: Array) -> TopLoc_Location:
    """A place for shapes: (3, 3) rotation and (3,) shift, mm."""
    m = turn.tolist()
    rotation = gp_Mat(*m[0], *m[1], *m[2])
    motion = gp_Trsf()
    motion.SetTransformation(gp_Quaternion(rotation), gp_Vec(*shift.tolist()))
    return TopLoc_Location(motion)


def motion_of(place: TopLoc_Location) -> tuple[Array, Array]:
    """The rotation, (3, 3), and shift, (3,) mm, of a place."""
    move = place.Transformation()
    rows = np.array([[move.Value(r, c) for c in range(1, 5)] for r in range(1, 4)])
    return rows[:, :3], rows[:, 3]


def moved_face(face: TopoDS_Face, place: TopLoc_Location) -> TopoDS_Face:
    """A face at a place; what it is made of is shared."""
    return TopoDS.Face_s(face.Moved(place))


def moved_wire(wire: TopoDS_Wire, place: TopLoc_Location) -> TopoDS_Wire:
    """A wire at a place."""
    return TopoDS.Wire_s(wire.Moved(place))


def faces(shape: TopoDS_Shape) -> list[TopoDS_Face]:
    """The faces of a shape, oriented as they stand in it."""
    return [TopoDS.Face_s(s) for s in _walk(shape, TopAbs_ShapeEnum.TopAbs_FACE)]


def wires(shape: TopoDS_Shape) -> list[TopoDS_Wire]:
    """The wires of a shape."""
    return [TopoDS.Wire_s(s) for s in _walk(shape, TopAbs_ShapeEnum.TopAbs_WIRE)]


def edges(shape: TopoDS_Shape) -> list[TopoDS_Edge]:
    """The edges of a shape, once for each face they bound."""
    return [TopoDS.Edge_s(s) for s in _walk(shape, TopAbs_ShapeEnum.TopAbs_EDGE)]


def solids(shape: TopoDS_Shape) -> list[TopoDS_Solid]:
    """The solids of a shape."""
    return [TopoDS.Solid_s(s) for s in _walk(shape, TopAbs_ShapeEnum.TopAbs_SOLID)]


def shells(shape: TopoDS_Shape) -> list[TopoDS_Shell]:
    """The shells of a shape."""
    return [TopoDS.Shell_s(s) for s in _walk(shape, TopAbs_ShapeEnum.TopAbs_SHELL)]


def vertex_at(p: Any, tolerance: float = TOLERANCE) -> TopoDS_Vertex:
    """A vertex at three numbers, mm."""
    vertex = TopoDS_Vertex()
    BUILDER.MakeVertex(vertex, gp_Pnt(*p), tolerance)
    return vertex


def edge_on(
    curve: Geom_Curve,
    start: TopoDS_Shape,
    end: TopoDS_Shape,
    length: float,
    tolerance: float = TOLERANCE,
) -> TopoDS_Edge:
    """An edge over 0 to `length` of a curve; `end` is given reversed."""
    return edge_between(curve, start, end, 0.0, length, tolerance)


def wire_of(members: Sequence[TopoDS_Shape]) -> TopoDS_Wire:
    """A closed wire of edges in their order, each the way it is run."""
    wire = TopoDS_Wire()
    BUILDER.MakeWire(wire)
    for edge in members:
        BUILDER.Add(wire, edge)
    wire.Closed(True)
    return wire


def face_on(surface: Geom_Surface, wires: Sequence[TopoDS_Wire], flipped: bool) -> TopoDS_Face:
    """A face with wires given round its outward normal; `flipped` where the surface's
    own normal points into the material."""
    face = TopoDS_Face()
    BUILDER.MakeFace(face, surface, TOLERANCE)
    for wire in wires:
        BUILDER.Add(face, wire.Reversed() if flipped else wire)
    return TopoDS.Face_s(face.Reversed()) if flipped else face


def of_kernel(error: Exception) -> bool:
    """True for what the kernel raises: its exceptions have no common base here."""
    return type(error).__module__.partition(".")[0] == "OCP"


def in_plane(edge: TopoDS_Edge, face: TopoDS_Face) -> None:
    """Let an edge know where it runs in a plane face: else the kernel works it out anew at every
    look at it, which takes longer than all the rest of the look."""
    BRepLib.BuildPCurveForEdgeOnPlane_s(edge, face)


def solid_of(members: Sequence[TopoDS_Face]) -> TopoDS_Solid:
    """One solid from faces that already share their edges and point outwards."""
    return solid_of_shells([members])


def solid_of_shells(shells: Sequence[Sequence[TopoDS_Face]]) -> TopoDS_Solid:
    """One solid from its outer shell's faces and those of each void within."""
    solid = TopoDS_Solid()
    BUILDER.MakeSolid(solid)
    for members in shells:
        shell = TopoDS_Shell()
        BUILDER.MakeShell(shell)
        for face in members:
            BUILDER.Add(shell, face)
        shell.Closed(True)
        BUILDER.Add(solid, shell)
    return solid


def compound(shapes: Sequence[TopoDS_Shape]) -> TopoDS_Compound:
    """Shapes together as one, without joining them."""
    whole = TopoDS_Compound()
    BUILDER.MakeCompound(whole)
    for shape in shapes:
        BUILDER.Add(whole, shape)
    return whole


def volume(shape: TopoDS_Shape, error: float = VOLUME_ERROR) -> float:
    """Volume by the kernel's adaptive integration (Gauss and Kronrod), mm³; `error` is what it
    estimates its own part of it to be, at most.

    Its plain one takes too few points on surfaces with many spans, and the one that halves spans
    strays by per cents on some. It is summed from a plane that lies aslant: measured from a
    point, as is usual, a face whose plane goes through that point adds nothing, and the
    integration seeks a part of nothing for ever.
    """
    return flux(shape, *aslant(shape), error) if faces(shape) else 0.0


def rough_volume(shape: TopoDS_Shape) -> float:
    """Volume by the kernel's plain integration, mm³, negative for a solid that is inside out; by up
    to a per cent off where surfaces have many spans."""
    props = GProp_GProps()
    BRepGProp.VolumeProperties_s(shape, props)
    return float(props.Mass())


def aslant(shape: TopoDS_Shape) -> tuple[Array, Array]:
    """A point beside the middle of a shape and a direction along no face that is likely, (3,)
    each: the plane that its volume is summed from."""
    low, high = box_of(shape)
    normal = np.array(ASLANT) / np.linalg.norm(ASLANT)
    return (low + high) / 2.0 - ASIDE * float(np.linalg.norm(high - low)) * normal, normal


def flux(shape: TopoDS_Shape, at: Array, normal: Array, error: float = VOLUME_ERROR) -> float:
    """The volume, mm³, between faces and a plane, signed as the faces look."""
    plane = gp_Pln(point(at), direction(normal))
    props = GProp_GProps()
    BRepGProp.VolumePropertiesGK_s(shape, props, plane, error, False, True, False, False, False)
    return float(props.Mass())


def box_of(shape: TopoDS_Shape) -> Array:
    """(2, 3) least and greatest corner of a box that holds a shape, mm, whether it was meshed
    or not."""
    box = Bnd_Box()
    BRepBndLib.Add_s(shape, box, False)
    return np.array(box.Get()).reshape(2, 3)


def extent_of(shape: TopoDS_Shape) -> float:
    """The diagonal of a shape's box, mm, whether it was meshed or not."""
    box = Bnd_Box()
    BRepBndLib.Add_s(shape, box, False)
    return float(box.SquareExtent() ** 0.5)


def area(shape: TopoDS_Shape) -> float:
    """Surface area by the kernel's plain integration, mm²: exact on flat, round and conical
    faces; for others see `true_area`."""
    props = GProp_GProps()
    BRepGProp.SurfaceProperties_s(shape, props)
    return float(props.Mass())


def triangles_of(face: TopoDS_Face) -> tuple[Array, NDArray[np.int64]]:
    """Points, (n, 3) mm, and triangles, (m, 3), of a face that has been meshed, counter-clockwise
    from outside the solid."""
    place = TopLoc_Location()
    found = BRep_Tool.Triangulation_s(face, place)
    if found is None:
        return np.zeros((0, 3)), np.zeros((0, 3), dtype=np.int64)
    node, triangle = found.Node, found.Triangle
    flat: list[float] = []
    for i in range(1, found.NbNodes() + 1):
        p = node(i)
        flat += (p.X(), p.Y(), p.Z())
    corners = np.array([triangle(i).Get() for i in range(1, found.NbTriangles() + 1)]) - 1
    points = np.array(flat).reshape(-1, 3)
    if not place.IsIdentity():
        turn, shift = motion_of(place)
        points = points @ turn.T + shift
    if face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED:
        corners = corners[:, ::-1]
    return points, corners.reshape(-1, 3)
