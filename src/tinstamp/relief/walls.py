"""Kernel pieces of a relief: shared edges, ruled walls and caps, built directly.

Everything is oriented by construction: loops run counter-clockwise round the outward
normal of the face for outer outlines, clockwise for counters.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from OCP.Geom import Geom_Circle, Geom_Curve, Geom_Line, Geom_Plane, Geom_Surface
from OCP.Geom2d import Geom2d_Curve, Geom2d_Line
from OCP.gp import gp_Ax2, gp_Ax3, gp_Dir, gp_Dir2d, gp_Pnt, gp_Pnt2d
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Vertex, TopoDS_Wire

from tinstamp.artwork.outline import Array
from tinstamp.blank.kernel import BUILDER, TOLERANCE, bezier, bezier2d, direction, point, ruled
from tinstamp.chart.base import Straight
from tinstamp.chart.frame import Frame
from tinstamp.relief.laid import LaidLoop

HERE = TopLoc_Location()
FORWARD = TopAbs_Orientation.TopAbs_FORWARD
REVERSED = TopAbs_Orientation.TopAbs_REVERSED


@dataclass(frozen=True)
class Walled:
    """One loop made into walls.

    Attributes
    ----------
    foot, head : wires of the loop on the two surfaces, in the outline's direction.
    walls : a face a piece; outward for material that stands up (see `walled`).
    """

    foot: TopoDS_Wire
    head: TopoDS_Wire
    walls: list[TopoDS_Face]


def walled(
    loop: LaidLoop,
    foot_surface: Geom_Surface,
    head_surface: Geom_Surface,
    frame: Frame | None,
    height: float,
) -> Walled:
    """Edges on both surfaces and the walls between them.

    With the head outwards of the foot the walls face away from the inked side; with the
    head inwards they face the inked side, which is then the hollow. `frame` has the axis
    of a round face as its z; `height` is the distance between foot and head, mm.
    """
    count = len(loop.uv)
    uv = loop.uv.tolist()
    foot, head = [p.tolist() for p in loop.foot], [p.tolist() for p in loop.head]
    codes = loop.codes.tolist()
    low = [_vertex(p[0]) for p in foot]
    high = [_vertex(p[0]) for p in head]
    ups = [_upright(low[i], high[i], foot[i][0], head[i][0], height) for i in range(count)]
    foot_edges, head_edges, walls = [], [], []
    for i in range(count):
        j = (i + 1) % count
        code = codes[i]
        a = _edge(foot[i], uv[i], code, loop.foot[i], frame, low[i], low[j], foot_surface)
        b = _edge(head[i], uv[i], code, loop.head[i], frame, high[i], high[j], head_surface)
        foot_edges.append(a)
        head_edges.append(b)
        if code == Straight.FREE:
            walls.append(_ruled_wall(a, b, ups[i], ups[j], foot[i], head[i], height))
        else:
            walls.append(_flat_wall(a, b, ups[i], ups[j], loop.foot[i], loop.head[i]))
    return Walled(_wire(foot_edges), _wire(head_edges), walls)


def _vertex(p: list[float]) -> TopoDS_Vertex:
    vertex = TopoDS_Vertex()
    BUILDER.MakeVertex(vertex, gp_Pnt(*p), TOLERANCE)
    return vertex


def _made(
    curve: Geom_Curve, start: TopoDS_Vertex, end: TopoDS_Vertex, length: float
) -> TopoDS_Edge:
    edge = TopoDS_Edge()
    BUILDER.MakeEdge(edge, curve, TOLERANCE)
    BUILDER.Add(edge, start.Oriented(FORWARD))
    BUILDER.Add(edge, end.Oriented(REVERSED))
    BUILDER.Range(edge, 0.0, length)
    return edge


def _upright(
    low: TopoDS_Vertex, high: TopoDS_Vertex, a: list[float], b: list[float], height: float
) -> TopoDS_Edge:
    along = gp_Dir(b[0] - a[0], b[1] - a[1], b[2] - a[2])
    return _made(Geom_Line(gp_Pnt(*a), along), low, high, height)


def _edge(
    poles: list[list[float]],
    uv: list[list[float]],
    code: int,
    array: Array,
    frame: Frame | None,
    start: TopoDS_Vertex,
    end: TopoDS_Vertex,
    surface: Geom_Surface,
) -> TopoDS_Edge:
    """An edge on the surface: a line or circle where it is one, else a Bézier."""
    if code == Straight.FREE:
        edge = _made(bezier(poles), start, end, 1.0)
        trace: Geom2d_Curve = bezier2d(uv)
    else:
        (u0, v0), (u1, v1) = uv[0], uv[3]
        length = float(np.hypot(u1 - u0, v1 - v0))
        trace = Geom2d_Line(gp_Pnt2d(u0, v0), gp_Dir2d(u1 - u0, v1 - v0))
        if code == Straight.LINE:
            a, b = poles[0], poles[-1]
            curve: Geom_Curve = Geom_Line(gp_Pnt(*a), gp_Dir(b[0] - a[0], b[1] - a[1], b[2] - a[2]))
        else:
            curve = _circle(array[0], 1.0 if u1 > u0 else -1.0, frame)
        edge = _made(curve, start, end, length)
    BUILDER.UpdateEdge(edge, trace, surface, HERE, TOLERANCE)
    return edge


def _circle(start: Array, sense: float, frame: Frame | None) -> Geom_Circle:
    """The circle about the frame's z axis through a point, starting there."""
    if frame is None:
        raise ValueError("an arc needs the axis of its face")
    origin, axis = np.array(frame.origin), np.array(frame.z)
    centre = origin + axis * float((start - origin) @ axis)
    reach = start - centre
    radius = float(np.sqrt(reach @ reach))
    return Geom_Circle(gp_Ax2(point(centre), direction(axis * sense), direction(reach)), radius)


def cross(a: Array, b: Array) -> Array:
    """The cross product of two vectors; NumPy's own is slow on single ones."""
    return np.array(
        [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
    )


def _flat_wall(
    low: TopoDS_Edge,
    high: TopoDS_Edge,
    first: TopoDS_Edge,
    last: TopoDS_Edge,
    foot: Array,
    head: Array,
) -> TopoDS_Face:
    along = foot[1] - foot[0]
    normal = cross(along, head[0] - foot[0])
    plane = Geom_Plane(gp_Ax3(point(foot[0]), direction(normal), direction(along)))
    face = TopoDS_Face()
    BUILDER.MakeFace(face, plane, TOLERANCE)
    BUILDER.Add(face, _ring(low, last, high, first))
    return face


def _ruled_wall(
    low: TopoDS_Edge,
    high: TopoDS_Edge,
    first: TopoDS_Edge,
    last: TopoDS_Edge,
    foot: list[list[float]],
    head: list[list[float]],
    height: float,
) -> TopoDS_Face:
    surface = ruled(foot, head, height)
    face = TopoDS_Face()
    BUILDER.MakeFace(face, surface, TOLERANCE)
    BUILDER.UpdateEdge(low, _trace(0.0, 0.0, _ALONG), surface, HERE, TOLERANCE)
    BUILDER.UpdateEdge(high, _trace(0.0, height, _ALONG), surface, HERE, TOLERANCE)
    BUILDER.UpdateEdge(first, _trace(0.0, 0.0, _UP), surface, HERE, TOLERANCE)
    BUILDER.UpdateEdge(last, _trace(1.0, 0.0, _UP), surface, HERE, TOLERANCE)
    BUILDER.Add(face, _ring(low, last, high, first))
    return face


_ALONG = gp_Dir2d(1.0, 0.0)
_UP = gp_Dir2d(0.0, 1.0)


def _trace(u: float, v: float, along: gp_Dir2d) -> Geom2d_Line:
    return Geom2d_Line(gp_Pnt2d(u, v), along)


def _ring(
    low: TopoDS_Edge, last: TopoDS_Edge, high: TopoDS_Edge, first: TopoDS_Edge
) -> TopoDS_Wire:
    wire = TopoDS_Wire()
    BUILDER.MakeWire(wire)
    BUILDER.Add(wire, low)
    BUILDER.Add(wire, last)
    BUILDER.Add(wire, high.Reversed())
    BUILDER.Add(wire, first.Reversed())
    wire.Closed(True)
    return wire


def _wire(members: list[TopoDS_Edge]) -> TopoDS_Wire:
    wire = TopoDS_Wire()
    BUILDER.MakeWire(wire)
    for edge in members:
        BUILDER.Add(wire, edge)
    wire.Closed(True)
    return wire


def face_on(surface: Geom_Surface, wires: list[TopoDS_Wire], flipped: bool) -> TopoDS_Face:
    """A face with wires given round its outward normal; `flipped` where the surface's
    own normal points into the material."""
    face = TopoDS_Face()
    BUILDER.MakeFace(face, surface, TOLERANCE)
    for wire in wires:
        BUILDER.Add(face, wire.Reversed() if flipped else wire)
    return TopoDS.Face_s(face.Reversed()) if flipped else face
