"""Tubes and solid rounds as kernel solids, each face with its name and its chart."""

from __future__ import annotations

import numpy as np
from OCP.Geom import Geom_Circle, Geom_CylindricalSurface, Geom_Line, Geom_Plane
from OCP.Geom2d import Geom2d_Line
from OCP.gp import gp_Ax2, gp_Dir2d, gp_Pnt2d
from OCP.TopExp import TopExp
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Vertex

from tinstamp.artwork.shapes import circle
from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    direction,
    edge_on,
    face_on,
    placement,
    point,
    vertex_at,
    wire_of,
)
from tinstamp.blank.solid import Blank, NamedFace, joined
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cylinder import whole_cylinder
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart

FRONT = Frame((0.0, 0.0, 0.0), (0.0, -1.0, 0.0), (1.0, 0.0, 0.0))
"""Round faces: x looks to the front, −y of the part; z is up."""
SEAM = 180.0
"""Degrees from the front: at the back."""


def tube(name: str, outer: float, inner: float, height: float, seams: dict[str, float]) -> Blank:
    """A tube standing on z = 0; a solid round when the inner diameter is 0. mm.

    `seams` gives, by face name, the angle of its seam in degrees from the front.
    Faces: outer, top, bottom, and inner when there is a bore.
    """
    members: list[NamedFace] = []
    charts: dict[str, FaceChart] = {}
    rims: list[tuple[TopoDS_Edge, TopoDS_Edge]] = []
    bores = [(f"{name}.outer", outer / 2, False)]
    if inner > 0:
        bores.append((f"{name}.inner", inner / 2, True))
    for face_name, radius, inside in bores:
        seam = seams.get(face_name, SEAM)
        low, high = _rim(radius, 0.0, seam), _rim(radius, height, seam)
        members.append(NamedFace(face_name, _side(radius, height, seam, low, high, inside)))
        charts[face_name] = whole_cylinder(FRONT, radius, height, inside, seam)
        rims.append((low, high))
    ring = (circle(outer / 2), *([circle(inner / 2, clockwise=True)] if inner > 0 else []))
    for end, frame, k in (
        ("top", Frame((0.0, 0.0, height)), 1),
        ("bottom", Frame((0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, -1.0, 0.0)), 0),
    ):
        up = end == "top"
        edges = [pair[k] for pair in rims]
        members.append(NamedFace(f"{name}.{end}", _end(frame, edges, up)))
        charts[f"{name}.{end}"] = PlaneChart(ring, frame)
    return Blank(joined(members), charts)


def _rim(radius: float, z: float, seam: float) -> TopoDS_Edge:
    frame = FRONT.turned(seam)
    axes = gp_Ax2(point((0.0, 0.0, z)), direction(frame.z), direction(frame.x))
    start = np.array([0.0, 0.0, z]) + radius * np.array(frame.x)
    vertex = vertex_at(start)
    return edge_on(Geom_Circle(axes, radius), vertex, vertex.Reversed(), 2.0 * np.pi)


def _side(
    radius: float, height: float, seam: float, low: TopoDS_Edge, high: TopoDS_Edge, inside: bool
) -> TopoDS_Face:
    frame = FRONT.turned(seam)
    surface = Geom_CylindricalSurface(placement(frame), radius)
    foot = radius * np.array(frame.x)
    axis = Geom_Line(point(foot), direction((0, 0, 1)))
    upright = edge_on(axis, _first_vertex(low), _first_vertex(high).Reversed(), height)
    here = TopLoc_Location()
    up, along = gp_Dir2d(0.0, 1.0), gp_Dir2d(1.0, 0.0)
    turn = 2.0 * np.pi
    BUILDER.UpdateEdge(
        upright,
        Geom2d_Line(gp_Pnt2d(turn, 0.0), up),
        Geom2d_Line(gp_Pnt2d(0.0, 0.0), up),
        surface,
        here,
        TOLERANCE,
    )
    for rim, v in ((low, 0.0), (high, height)):
        BUILDER.UpdateEdge(rim, Geom2d_Line(gp_Pnt2d(0.0, v), along), surface, here, TOLERANCE)
    # round the outward normal, which in a bore is not the surface's own
    ring = wire_of([low, upright, high.Reversed(), upright.Reversed()])
    return face_on(surface, [TopoDS.Wire_s(ring.Reversed()) if inside else ring], inside)


def _first_vertex(edge: TopoDS_Edge) -> TopoDS_Vertex:
    return TopExp.FirstVertex_s(edge)


def _end(frame: Frame, rims: list[TopoDS_Edge], up: bool) -> TopoDS_Face:
    """A flat end; the first rim is the outer one."""
    rings = [wire_of([rim if (k == 0) == up else rim.Reversed()]) for k, rim in enumerate(rims)]
    return face_on(Geom_Plane(placement(frame)), rings, False)
