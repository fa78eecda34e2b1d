"""A closed profile turned about the axis, as a kernel solid with named faces."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from functools import partial
from typing import Any

import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakeWire
from OCP.BRepPrimAPI import BRepPrimAPI_MakeRevol
from OCP.Geom import Geom_Circle, Geom_Line, Geom_ToroidalSurface
from OCP.gp import gp_Ax1, gp_Ax2, gp_Ax3
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Vertex
from OCP.TopTools import TopTools_IndexedMapOfShape

from tinstamp.blank.charts import chart_of
from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    Array,
    direction,
    edge_between,
    face_on,
    faces,
    point,
    solid_of,
    solids,
    spline_curve,
    uv_line,
    vertex_at,
    volume,
    wire_of,
)
from tinstamp.blank.round_solid import FRONT
from tinstamp.blank.solid import Blank, NamedSolid, of_solids
from tinstamp.chart.base import FaceChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.joint import Faces
from tinstamp.job.profile import Piece

UP = (0.0, 0.0, 1.0)
TURN = 2.0 * math.pi
"""Radians of a full turn."""
OVER = ", over"
"""What the name of a face's other seam ends with, where it has one: round the bar of a torus."""
OVER_SEAM = 0.0
"""Degrees round the bar from where the torus is outermost, of its usual seam."""


def over_seam(face: str) -> str:
    """The name of a torus's seam round its bar."""
    return face + OVER


def turned(
    name: str, pieces: Sequence[Piece], sweep: float, seam: float, over: float = OVER_SEAM
) -> Blank:
    """A profile of radius x and height y, mm, turned about z by `sweep` degrees.

    A full turn has its seam `seam` degrees from the front, and a torus another `over` degrees
    round its bar; a part of a turn has its middle in front, and flat ends, left_end and
    right_end.
    """
    whole = sweep >= 360.0
    look = FRONT.turned(seam if whole else -sweep / 2)
    if whole and len(pieces) == 1 and pieces[0].centre is not None and over != OVER_SEAM:
        return _torus(name, pieces[0], look, over)
    outwards = np.array(look.x)
    edges = _edges(pieces, outwards)
    wire = BRepBuilderAPI_MakeWire()
    for edge in edges:
        wire.Add(edge)
    flat = BRepBuilderAPI_MakeFace(wire.Wire(), True).Face()
    axis = gp_Ax1(point((0.0, 0.0, 0.0)), direction(UP))
    turning = (
        BRepPrimAPI_MakeRevol(flat, axis, True)
        if whole
        else BRepPrimAPI_MakeRevol(flat, axis, math.radians(sweep), True)
    )
    part = solids(turning.Shape())[0]
    if volume(part) < 0:
        part = TopoDS.Solid_s(part.Reversed())
    known = TopTools_IndexedMapOfShape()
    names: list[str] = []

    def add(face: TopoDS_Face, face_name: str) -> None:
        if known.Add(face) > len(names):
            names.append(f"{name}.{face_name}")

    for piece, edge in zip(pieces, edges, strict=True):
        for face in turning.Generated(edge):
            add(TopoDS.Face_s(face), piece.name)
    if not whole:
        for shape, end in ((turning.FirstShape(), "left_end"), (turning.LastShape(), "right_end")):
            for face in faces(shape):
                add(face, end)
    order = {n: k for k, n in enumerate(dict.fromkeys(names))}
    solid = of_solids([part], lambda face: names[known.FindIndex(face) - 1], order)
    return Blank(solid, charts_of(solid))


def _torus(name: str, piece: Piece, look: Frame, over: float) -> Blank:
    """A circle turned once round, its two seams where they are wanted."""
    assert piece.centre is not None
    reach, rise = piece.centre
    axes = gp_Ax3(point((0.0, 0.0, rise)), direction(UP), direction(look.x))
    surface = Geom_ToroidalSurface(axes, reach, piece.radius)
    v = math.radians(over)
    at = surface.Value(0.0, v)
    corner = vertex_at((at.X(), at.Y(), at.Z()))
    along = edge_between(surface.VIso(v), corner, corner.Reversed(), 0.0, TURN)
    across = edge_between(surface.UIso(0.0), corner, corner.Reversed(), v, v + TURN)
    for edge, first, second in (
        (along, uv_line(0.0, v, 1.0, 0.0), uv_line(0.0, v + TURN, 1.0, 0.0)),
        (across, uv_line(TURN, 0.0, 0.0, 1.0), uv_line(0.0, 0.0, 0.0, 1.0)),
    ):
        BUILDER.UpdateEdge(edge, first, second, surface, TopLoc_Location(), TOLERANCE)
    back = [TopoDS.Edge_s(edge.Reversed()) for edge in (along, across)]
    face = face_on(surface, [wire_of([along, across, *back])], False)
    named = f"{name}.{piece.name}"
    solid = of_solids([solid_of([face])], lambda _: named, {named: 0})
    return Blank(solid, charts_of(solid))


def charts_of(
    solid: NamedSolid, facing: float = 1.0, about_axis: bool = True
) -> dict[str, FaceChart]:
    """The charts of the faces that can be laid out, by name."""
    charts = {}
    for named in solid.faces:
        if named.name not in charts:
            chart = chart_of(named.face, facing, about_axis)
            if chart is not None:
                charts[named.name] = chart
    return charts


def charts_when_wanted(solid: NamedSolid, about_axis: bool = True) -> Faces:
    """The same, each made when it is wanted."""
    first = {f.name: f.face for f in reversed(solid.faces)}
    later = {n: partial(chart_of, face, 1.0, about_axis) for n, face in reversed(first.items())}
    return Faces(later=later)


def _edges(pieces: Sequence[Piece], outwards: Array) -> list[TopoDS_Edge]:
    def space(p: Sequence[float]) -> Array:
        return p[0] * outwards + np.array([0.0, 0.0, p[1]])

    starts = [vertex_at(space(p.start)) for p in pieces]
    made = []
    for i, piece in enumerate(pieces):
        end = starts[(i + 1) % len(pieces)]
        made.append(_edge(piece, starts[i], end, outwards, space))
    return made


def _edge(
    piece: Piece,
    start: TopoDS_Vertex,
    end: TopoDS_Vertex,
    outwards: Array,
    space: Callable[[Any], Array],
) -> TopoDS_Edge:
    if piece.spline is not None:
        curve = spline_curve(piece.spline.knots, [space(p) for p in piece.spline.poles])
        first, last = piece.spline.ends
        return edge_between(curve, start, end.Reversed(), first, last)
    if piece.centre is None:
        along = space(piece.end) - space(piece.start)
        line = Geom_Line(point(space(piece.start)), direction(along))
        return edge_between(line, start, end.Reversed(), 0.0, piece.length)
    centre = space(piece.centre)
    reach = space(piece.start) - centre
    normal = math.copysign(1.0, piece.turn) * np.cross(outwards, UP)
    axes = gp_Ax2(point(centre), direction(normal), direction(reach))
    circle = Geom_Circle(axes, piece.radius)
    return edge_between(circle, start, end.Reversed(), 0.0, abs(piece.turn))
