"""Measuring on the part: an edge, a face, the wall behind a point, between two picks."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Curve, BRepAdaptor_Surface
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeVertex
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.BRepLProp import BRepLProp_SLProps
from OCP.GCPnts import GCPnts_AbscissaPoint
from OCP.GeomAbs import GeomAbs_CurveType, GeomAbs_SurfaceType
from OCP.GeomAPI import GeomAPI_ProjectPointOnSurf
from OCP.TopoDS import TopoDS_Edge, TopoDS_Face, TopoDS_Shape

from tinstamp.blank.charts import chart_of, kind_of
from tinstamp.blank.face_axes import outward
from tinstamp.blank.kernel import Array, edges, point
from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.thickness import thicknesses
from tinstamp.blank.true_area import true_area
from tinstamp.engine import messages as m

CURVE_STEPS = 48
"""Straight bits that show a measured edge."""
LINES = {
    GeomAbs_CurveType.GeomAbs_Line: "straight edge",
    GeomAbs_CurveType.GeomAbs_Circle: "round edge",
    GeomAbs_CurveType.GeomAbs_Ellipse: "oval edge",
}


class ProbeError(ValueError):
    """A pick that cannot be measured; the message is for the designer."""


@dataclass(frozen=True)
class _Picked:
    """What a pick means.

    Attributes
    ----------
    direction : of a straight edge, of a flat face's normal, or of an axis; None without.
    readings : of it alone. line : to show it by.
    """

    shape: TopoDS_Shape
    title: str
    direction: Array | None
    along: bool
    readings: tuple[m.Reading, ...]
    line: tuple[tuple[float, float, float], ...]


def probed(request: m.Probe, solid: NamedSolid | None) -> m.Probed:
    """The measures of one or two picks. Raises ProbeError."""
    if solid is None:
        raise ProbeError("there is no part to measure")
    found = [_picked(pick, solid) for pick in request.picks]
    if len(found) == 1:
        return m.Probed(request.number, found[0].title, found[0].readings, (found[0].line,))
    one, other = found
    distance = BRepExtrema_DistShapeShape(one.shape, other.shape)
    if not distance.IsDone() or distance.NbSolution() == 0:
        raise ProbeError("the distance between these two cannot be found")
    a, b = distance.PointOnShape1(1), distance.PointOnShape2(1)
    ends = ((a.X(), a.Y(), a.Z()), (b.X(), b.Y(), b.Z()))
    readings = [m.Reading("shortest distance", float(distance.Value()), "mm")]
    across = float(np.linalg.norm(np.subtract(request.picks[0].point, request.picks[1].point)))
    readings.append(m.Reading("between the picks", across, "mm"))
    if one.direction is not None and other.direction is not None:
        readings.append(m.Reading("angle", _angle(one, other), "°"))
    title = f"{one.title}  to  {other.title}"
    return m.Probed(request.number, title, tuple(readings), (one.line, other.line, ends))


def _angle(one: _Picked, other: _Picked) -> float:
    """Between two edges, two faces, or an edge and a face, 0 to 90 degrees, or to 180
    between the outward normals of faces."""
    assert one.direction is not None and other.direction is not None
    cosine = float(np.clip(one.direction @ other.direction, -1.0, 1.0))
    if one.along and other.along:
        return float(np.degrees(np.arccos(abs(cosine))))
    if one.along != other.along:
        return float(90.0 - np.degrees(np.arccos(abs(cosine))))
    return float(np.degrees(np.arccos(cosine)))


def _picked(pick: m.Pick, solid: NamedSolid) -> _Picked:
    faces = solid.named(pick.face)
    if not faces:
        raise ProbeError(f"the part has no face “{pick.face}” any more")
    vertex = BRepBuilderAPI_MakeVertex(point(pick.point)).Vertex()
    face = min(faces, key=lambda f: _away(vertex, f))
    near = [(d, e) for e in edges(face) if (d := _away(vertex, e)) <= pick.near]
    near = [(d, e) for d, e in near if not BRep_Tool.Degenerated_s(e)]
    if near:
        return _edge(min(near, key=lambda found: found[0])[1], solid)
    return _face(pick, face, solid)


def _away(vertex: TopoDS_Shape, shape: TopoDS_Shape) -> float:
    distance = BRepExtrema_DistShapeShape(vertex, shape)
    return float(distance.Value()) if distance.IsDone() else float("inf")


def _edge(edge: TopoDS_Edge, solid: NamedSolid) -> _Picked:
    curve = BRepAdaptor_Curve(edge)
    kind = curve.GetType()
    readings = [m.Reading("length", float(GCPnts_AbscissaPoint.Length_s(curve)), "mm")]
    direction = None
    if kind == GeomAbs_CurveType.GeomAbs_Line:
        d = curve.Line().Direction()
        direction = np.array([d.X(), d.Y(), d.Z()])
    elif kind == GeomAbs_CurveType.GeomAbs_Circle:
        circle = curve.Circle()
        turn = curve.LastParameter() - curve.FirstParameter()
        readings.append(m.Reading("diameter", 2.0 * circle.Radius(), "mm"))
        if turn > 2.0 * np.pi - 1e-9:
            readings[0] = m.Reading("girth", readings[0].value, "mm")
        else:
            readings.append(m.Reading("covers", float(np.degrees(turn)), "°"))
        axis = circle.Axis().Direction()
        direction = np.array([axis.X(), axis.Y(), axis.Z()])
    t = np.linspace(curve.FirstParameter(), curve.LastParameter(), CURVE_STEPS + 1)
    points = (curve.Value(float(x)) for x in t)
    line = tuple((p.X(), p.Y(), p.Z()) for p in points)
    beside = [f.name for f in solid.faces if any(e.IsSame(edge) for e in edges(f.face))]
    title = f"{LINES.get(kind, 'curved edge')} between {' and '.join(dict.fromkeys(beside))}"
    return _Picked(edge, title, direction, True, tuple(readings), line)


def _face(pick: m.Pick, face: TopoDS_Face, solid: NamedSolid) -> _Picked:
    surface = BRepAdaptor_Surface(face, False)
    kind = surface.GetType()
    readings = [m.Reading("area", true_area(face), "mm²")]
    chart = chart_of(face, about_axis=False)
    u, v = _parameters(face, pick)
    here, normal = outward(face, u, v)
    direction: Array | None = None
    along = False
    if kind == GeomAbs_SurfaceType.GeomAbs_Plane:
        direction = normal
    elif chart is not None and (turns := chart.turns) is not None:
        direction, along = np.array(chart.frame.z), True
        on_sheet = chart.from_uv(np.array([u, v]))
        girth = turns.way_round(on_sheet)
        readings.append(m.Reading("diameter here", girth / np.pi, "mm"))
        if chart.closed:
            readings.append(m.Reading("girth here", girth, "mm"))
    if kind != GeomAbs_SurfaceType.GeomAbs_Plane:
        readings.append(_least_radius(surface, u, v))
    if np.linalg.norm(normal) > 0.5:
        (wall,) = thicknesses(solid.shape, here[None], normal[None])
        if np.isfinite(wall):
            readings.append(m.Reading("wall behind the point", float(wall), "mm"))
    length = 0.0 if not np.isfinite(readings[-1].value) else 1.0
    line = (_three(here), _three(here + length * 2.0 * normal))
    title = f"{pick.face} · {kind_of(face)}"
    return _Picked(face, title, direction, along, tuple(readings), line)


def _parameters(face: TopoDS_Face, pick: m.Pick) -> tuple[float, float]:
    """(u, v) of the place on the face's surface nearest to a pick."""
    nearest = GeomAPI_ProjectPointOnSurf(point(pick.point), BRep_Tool.Surface_s(face))
    if nearest.NbPoints() == 0:
        raise ProbeError("this place is not on the face")
    u, v = nearest.LowerDistanceParameters()
    return float(u), float(v)


def _least_radius(surface: BRepAdaptor_Surface, u: float, v: float) -> m.Reading:
    """The tightest bend at the point; infinite where the face is flat."""
    props = BRepLProp_SLProps(surface, u, v, 2, 1e-9)
    bend = 0.0
    if props.IsCurvatureDefined():
        bend = max(abs(props.MaxCurvature()), abs(props.MinCurvature()))
    return m.Reading("least radius here", 1.0 / bend if bend > 1e-9 else float("inf"), "mm")


def _three(p: Array) -> tuple[float, float, float]:
    return float(p[0]), float(p[1]), float(p[2])
