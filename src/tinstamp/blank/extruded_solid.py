"""A closed profile carried straight up, as a kernel solid with named faces and charts."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from OCP.Geom import (
    Geom_Circle,
    Geom_CylindricalSurface,
    Geom_Line,
    Geom_Plane,
    Geom_SurfaceOfLinearExtrusion,
)
from OCP.Geom2d import Geom2d_Line
from OCP.gp import gp_Ax2, gp_Dir2d, gp_Pnt2d
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS_Edge, TopoDS_Face, TopoDS_Vertex, TopoDS_Wire

from tinstamp.artwork.outline import Array, Outline, line
from tinstamp.artwork.shapes import arc_pieces, rectangle
from tinstamp.blank.bent_charts import extruded_chart
from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    direction,
    edge_between,
    edge_on,
    face_on,
    placement,
    point,
    spline_curve,
    vertex_at,
    wire_of,
)
from tinstamp.blank.solid import Blank, NamedFace, joined
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cylinder import part_cylinder
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart
from tinstamp.job.curve import Spline
from tinstamp.job.profile import Piece

HERE = TopLoc_Location()
UP = (0.0, 0.0, 1.0)


def extruded(name: str, pieces: Sequence[Piece], height: float) -> Blank:
    """The profile from z = 0 up to `height`, mm; faces bear the pieces' names, and top
    and bottom. The loop runs counter-clockwise."""
    count = len(pieces)
    low = [vertex_at((*p.start, 0.0)) for p in pieces]
    high = [vertex_at((*p.start, height)) for p in pieces]
    feet = [_edge(p, 0.0, low[i], low[(i + 1) % count]) for i, p in enumerate(pieces)]
    heads = [_edge(p, height, high[i], high[(i + 1) % count]) for i, p in enumerate(pieces)]
    ups = [_upright(p.start, height, low[i], high[i]) for i, p in enumerate(pieces)]
    members: list[NamedFace] = []
    charts: dict[str, FaceChart] = {}
    for i, piece in enumerate(pieces):
        j = (i + 1) % count
        face_name = f"{name}.{piece.name}"
        wire = wire_of([feet[i], ups[j], heads[i].Reversed(), ups[i].Reversed()])
        chart: FaceChart | None
        if piece.spline is not None:
            around = (feet[i], heads[i], ups[i], ups[j])
            face = _smooth_side(piece, wire, around, height)
            chart = extruded_chart(face, 1.0)
        elif piece.centre is None:
            chart = _flat_chart(piece, height)
            face = face_on(Geom_Plane(placement(_side_frame(piece, height))), [wire], False)
        else:
            chart, face = _round_side(piece, height, wire, (feet[i], heads[i], ups[i], ups[j]))
        members.append(NamedFace(face_name, face))
        if chart is not None:
            charts[face_name] = chart
    sheet = outline_of(pieces)
    top = Frame((0.0, 0.0, height))
    bottom = Frame((0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, -1.0, 0.0))
    under = wire_of([edge.Reversed() for edge in reversed(feet)])
    members.append(NamedFace(f"{name}.top", _flat_end(top, wire_of(heads))))
    members.append(NamedFace(f"{name}.bottom", _flat_end(bottom, under)))
    charts[f"{name}.top"] = PlaneChart((sheet,), top)
    mirrored = sheet.transformed(np.diag([1.0, -1.0]), np.zeros(2)).reversed()
    charts[f"{name}.bottom"] = PlaneChart((mirrored,), bottom)
    return Blank(joined(members), charts)


def outline_of(pieces: Sequence[Piece]) -> Outline:
    """The profile as an outline on a sheet; arcs as cubics within 1e-7 of their radius."""
    beziers: list[Array] = []
    straight: list[bool] = []
    for piece in pieces:
        if piece.spline is not None:
            parts = spline_beziers(piece.spline)
            beziers += list(parts)
            straight += [False] * len(parts)
        elif piece.centre is None:
            beziers.append(line(piece.start, piece.end))
            straight.append(True)
        else:
            arcs = arc_pieces(piece.centre, piece.start, piece.turn)
            beziers += list(arcs)
            straight += [False] * len(arcs)
    return Outline(np.stack(beziers), np.array(straight))


def spline_beziers(spline: Spline) -> Array:
    """A spline as cubics, (n, 4, 2), exactly: each span from its ends and the derivatives
    there."""
    knots = spline.spans
    a, b = spline.at(knots[:-1]), spline.at(knots[1:])
    step = np.diff(knots)[:, None] / 3.0
    da, db = spline.at(knots[:-1], 1), spline.at(knots[1:], 1)
    return np.stack([a, a + step * da, b - step * db, b], axis=1)


def _edge(piece: Piece, z: float, start: TopoDS_Vertex, end: TopoDS_Vertex) -> TopoDS_Edge:
    if piece.spline is not None:
        first, last = piece.spline.ends
        curve = spline_curve(piece.spline.knots, [(*p, z) for p in piece.spline.poles])
        return edge_between(curve, start, end.Reversed(), first, last)
    if piece.centre is None:
        along = (piece.end[0] - piece.start[0], piece.end[1] - piece.start[1], 0.0)
        return edge_on(
            Geom_Line(point((*piece.start, z)), direction(along)),
            start,
            end.Reversed(),
            piece.length,
        )
    reach = (piece.start[0] - piece.centre[0], piece.start[1] - piece.centre[1], 0.0)
    turn = (0.0, 0.0, math.copysign(1.0, piece.turn))
    axes = gp_Ax2(point((*piece.centre, z)), direction(turn), direction(reach))
    return edge_on(Geom_Circle(axes, piece.radius), start, end.Reversed(), abs(piece.turn))


def _upright(
    at: tuple[float, float], height: float, low: TopoDS_Vertex, high: TopoDS_Vertex
) -> TopoDS_Edge:
    return edge_on(Geom_Line(point((*at, 0.0)), direction(UP)), low, high.Reversed(), height)


def _flat_end(frame: Frame, wire: TopoDS_Wire) -> TopoDS_Face:
    return face_on(Geom_Plane(placement(frame)), [wire], False)


def _side_frame(piece: Piece, height: float) -> Frame:
    """Of a flat side: its middle, x along the piece, y up."""
    (ax, ay), (bx, by) = piece.start, piece.end
    size = piece.length
    along = ((bx - ax) / size, (by - ay) / size, 0.0)
    return Frame(((ax + bx) / 2, (ay + by) / 2, height / 2), along, UP)


def _flat_chart(piece: Piece, height: float) -> PlaneChart:
    return PlaneChart((rectangle(piece.length, height),), _side_frame(piece, height))


def _round_side(
    piece: Piece,
    height: float,
    wire: TopoDS_Wire,
    edges: tuple[TopoDS_Edge, TopoDS_Edge, TopoDS_Edge, TopoDS_Edge],
) -> tuple[FaceChart, TopoDS_Face]:
    """A bulge or a hollow: a part of a cylinder, its (u, v) curves put on its edges."""
    assert piece.centre is not None
    inside = piece.turn < 0
    half = piece.turn / 2
    x, y = piece.start[0] - piece.centre[0], piece.start[1] - piece.centre[1]
    c, s = math.cos(half), math.sin(half)
    look = ((c * x - s * y) / piece.radius, (s * x + c * y) / piece.radius, 0.0)
    frame = Frame((*piece.centre, 0.0), look, (-look[1], look[0], 0.0))
    chart = part_cylinder(frame, piece.radius, piece.length, height, inside)
    surface = Geom_CylindricalSurface(placement(frame.turned(chart.seam)), piece.radius)
    start, end = math.pi - half, math.pi + half
    along, up = gp_Dir2d(math.copysign(1.0, piece.turn), 0.0), gp_Dir2d(0.0, 1.0)
    foot, head, first, last = edges
    for edge, at, way in (
        (foot, (start, 0.0), along),
        (head, (start, height), along),
        (first, (start, 0.0), up),
        (last, (end, 0.0), up),
    ):
        BUILDER.UpdateEdge(edge, Geom2d_Line(gp_Pnt2d(*at), way), surface, HERE, TOLERANCE)
    return chart, face_on(surface, [wire], inside)


def _smooth_side(
    piece: Piece,
    wire: TopoDS_Wire,
    edges: tuple[TopoDS_Edge, TopoDS_Edge, TopoDS_Edge, TopoDS_Edge],
    height: float,
) -> TopoDS_Face:
    """A spline carried up, its (u, v) curves put on its edges: u is the spline's parameter,
    v the height."""
    assert piece.spline is not None
    first, last = piece.spline.ends
    curve = spline_curve(piece.spline.knots, [(*p, 0.0) for p in piece.spline.poles])
    surface = Geom_SurfaceOfLinearExtrusion(curve, direction(UP))
    along, up = gp_Dir2d(1.0, 0.0), gp_Dir2d(0.0, 1.0)
    foot, head, start, end = edges
    for edge, at, way in (
        (foot, (0.0, 0.0), along),
        (head, (0.0, height), along),
        (start, (first, 0.0), up),
        (end, (last, 0.0), up),
    ):
        BUILDER.UpdateEdge(edge, Geom2d_Line(gp_Pnt2d(*at), way), surface, HERE, TOLERANCE)
    return face_on(surface, [wire], False)
