"""Kernel pieces of a relief: shared edges, ruled walls and caps, built directly.

Everything is oriented by construction: loops run counter-clockwise round the outward
normal of the face for outer outlines, clockwise for counters.

The kernel's objects are costly to make from here, so what can be shared is: a piece has
one curve in (u, v) for both surfaces, and all walls share the straight lines that bound
them in their own (u, v).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from OCP.Geom import Geom_Circle, Geom_Curve, Geom_Line, Geom_Plane, Geom_Surface
from OCP.Geom2d import Geom2d_Curve, Geom2d_Line
from OCP.gp import gp_Ax2, gp_Ax3, gp_Dir, gp_Dir2d, gp_Pnt, gp_Pnt2d
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Wire

from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    bezier,
    bezier2d,
    edge_on,
    face_on,
    ruled,
    spline_curve,
    vertex_at,
    wire_of,
)
from tinstamp.chart.base import Straight
from tinstamp.chart.frame import Frame
from tinstamp.relief.face_curves import FaceLoop

HERE = TopLoc_Location()
Row = list[float]


@dataclass(frozen=True)
class Walled:
    """One loop made into walls.

    Attributes
    ----------
    foot, head : wires of the loop on the two surfaces, in the outline's direction.
    edges : those of the foot.
    walls : a face a piece; outward for material that stands up (see `Waller.walled`).
    """

    foot: TopoDS_Wire
    head: TopoDS_Wire
    edges: list[TopoDS_Edge]
    walls: list[TopoDS_Face]


class Waller:
    """Makes walls between two parallel surfaces.

    With the head outwards of the foot the walls face away from the inked side; with the
    head inwards they face the inked side, which is then the hollow.
    """

    def __init__(
        self,
        foot: Geom_Surface,
        head: Geom_Surface,
        frame: Frame | None,
        height: float,
        tolerance: float = TOLERANCE,
    ) -> None:
        """`frame` has the axis of a round face as its z; `height` is the distance
        between foot and head, mm; `tolerance` is that of the curves on them."""
        self.foot, self.head, self.height = foot, head, height
        self.tolerance = tolerance
        self.axis = None if frame is None else (frame.origin, frame.z)
        along, up = gp_Dir2d(1.0, 0.0), gp_Dir2d(0.0, 1.0)
        self.low_trace = Geom2d_Line(gp_Pnt2d(0.0, 0.0), along)
        self.high_trace = Geom2d_Line(gp_Pnt2d(0.0, height), along)
        self.first_trace = Geom2d_Line(gp_Pnt2d(0.0, 0.0), up)
        self.last_trace = Geom2d_Line(gp_Pnt2d(1.0, 0.0), up)

    def walled(self, loop: FaceLoop) -> Walled:
        """Edges of a loop on both surfaces and the walls between them."""
        count = len(loop.uv)
        uv = [points.tolist() for points in loop.uv]
        own_uv = None if loop.head_uv is None else [points.tolist() for points in loop.head_uv]
        foot = [poles.tolist() for poles in loop.foot]
        head = [poles.tolist() for poles in loop.head]
        low = [vertex_at(p[0], self.tolerance) for p in foot]
        high = [vertex_at(p[0], self.tolerance) for p in head]
        low_ends = [v.Reversed() for v in low]
        high_ends = [v.Reversed() for v in high]
        ups = [
            edge_on(
                self._upright(foot[i][0], head[i][0], own_uv), low[i], high_ends[i], self.height
            )
            for i in range(count)
        ]
        downs = [up.Reversed() for up in ups]
        foot_edges, head_edges, walls = [], [], []
        for i, code in enumerate(loop.codes.tolist()):
            j = i + 1 if i + 1 < count else 0
            free = code == Straight.FREE
            if free:
                trace: Geom2d_Curve = bezier2d(uv[i])
                length = 1.0
                a_curve: Geom_Curve = bezier(foot[i])
                b_curve: Geom_Curve = bezier(head[i])
            else:
                trace, length, sense = _straight(uv[i])
                a_curve = self._curve(foot[i], code, sense)
                b_curve = self._curve(head[i], code, sense)
            a = edge_on(a_curve, low[i], low_ends[j], length)
            b = edge_on(b_curve, high[i], high_ends[j], length)
            BUILDER.UpdateEdge(a, trace, self.foot, HERE, self.tolerance)
            if own_uv is not None:
                trace = bezier2d(own_uv[i])
            BUILDER.UpdateEdge(b, trace, self.head, HERE, self.tolerance)
            foot_edges.append(a)
            head_edges.append(b)
            if free:
                surface: Geom_Surface = ruled(foot[i], head[i], self.height)
                BUILDER.UpdateEdge(a, self.low_trace, surface, HERE, TOLERANCE)
                BUILDER.UpdateEdge(b, self.high_trace, surface, HERE, TOLERANCE)
                BUILDER.UpdateEdge(ups[i], self.first_trace, surface, HERE, TOLERANCE)
                BUILDER.UpdateEdge(ups[j], self.last_trace, surface, HERE, TOLERANCE)
            else:
                surface = _plane(foot[i], head[i])
            walls.append(_wall(surface, a, ups[j], b, downs[i]))
        return Walled(wire_of(foot_edges), wire_of(head_edges), foot_edges, walls)

    def _upright(self, foot: Row, head: Row, own_uv: list[list[Row]] | None) -> Geom_Curve:
        """The edge between two walls, over 0 to the walls' height; walls of a head of its own
        are not all as long as that."""
        if own_uv is None:
            return _line(foot, head)
        return spline_curve([0.0, 0.0, self.height, self.height], [foot, head])

    def set_down(self, made: Walled, loop: FaceLoop, place: TopLoc_Location) -> None:
        """Walls that were made for another loop, at a place where they are those of this one: their
        feet get its curves in (u, v)."""
        for edge, code, uv in zip(made.edges, loop.codes.tolist(), loop.uv, strict=True):
            free = code == Straight.FREE
            trace = bezier2d(uv.tolist()) if free else _straight(uv.tolist())[0]
            there = TopoDS.Edge_s(edge.Moved(place))
            BUILDER.UpdateEdge(there, trace, self.foot, HERE, self.tolerance)

    def traced(self, loop: FaceLoop) -> Walled:
        """A loop on the foot's surface alone, without walls."""
        count = len(loop.uv)
        foot = [poles.tolist() for poles in loop.foot]
        low = [vertex_at(p[0], self.tolerance) for p in foot]
        edges = []
        for i, code in enumerate(loop.codes.tolist()):
            end = low[(i + 1) % count].Reversed()
            if code == Straight.FREE:
                trace: Geom2d_Curve = bezier2d(loop.uv[i].tolist())
                edge = edge_on(bezier(foot[i]), low[i], end, 1.0)
            else:
                trace, length, sense = _straight(loop.uv[i].tolist())
                edge = edge_on(self._curve(foot[i], code, sense), low[i], end, length)
            BUILDER.UpdateEdge(edge, trace, self.foot, HERE, self.tolerance)
            edges.append(edge)
        wire = wire_of(edges)
        return Walled(wire, wire, edges, [])

    def _curve(self, poles: list[Row], code: int, sense: float) -> Geom_Curve:
        """The line, or the circle about the frame's z axis, that a piece lies on,
        starting at its first pole."""
        if code == Straight.LINE:
            return _line(poles[0], poles[-1])
        if self.axis is None:
            raise ValueError("an arc needs the axis of its face")
        origin, axis = self.axis
        start = poles[0]
        rise = sum((s - o) * a for s, o, a in zip(start, origin, axis, strict=True))
        centre = [o + a * rise for o, a in zip(origin, axis, strict=True)]
        reach = [s - c for s, c in zip(start, centre, strict=True)]
        axes = gp_Ax2(gp_Pnt(*centre), gp_Dir(*(a * sense for a in axis)), gp_Dir(*reach))
        return Geom_Circle(axes, sum(r * r for r in reach) ** 0.5)


def _line(a: Row, b: Row) -> Geom_Line:
    return Geom_Line(gp_Pnt(*a), gp_Dir(b[0] - a[0], b[1] - a[1], b[2] - a[2]))


def _straight(uv: list[Row]) -> tuple[Geom2d_Line, float, float]:
    """A straight piece in (u, v): the line, its length, and +1 where u grows."""
    (u0, v0), (u1, v1) = uv[0], uv[-1]
    line = Geom2d_Line(gp_Pnt2d(u0, v0), gp_Dir2d(u1 - u0, v1 - v0))
    return line, float(np.hypot(u1 - u0, v1 - v0)), 1.0 if u1 > u0 else -1.0


def _plane(foot: list[Row], head: list[Row]) -> Geom_Plane:
    """The plane of a wall over a line or an arc, its normal to the right of the piece
    for a wall that goes up along its direction."""
    (ax, ay, az), (bx, by, bz), (cx, cy, cz) = foot[0], foot[1], head[0]
    tx, ty, tz = bx - ax, by - ay, bz - az
    hx, hy, hz = cx - ax, cy - ay, cz - az
    normal = gp_Dir(ty * hz - tz * hy, tz * hx - tx * hz, tx * hy - ty * hx)
    return Geom_Plane(gp_Ax3(gp_Pnt(ax, ay, az), normal, gp_Dir(tx, ty, tz)))


def _wall(
    surface: Geom_Surface,
    low: TopoDS_Edge,
    last: TopoDS_Edge,
    high: TopoDS_Edge,
    first: TopoDS_Edge,
) -> TopoDS_Face:
    """A wall bounded by its lower edge, the last upright, the upper edge run back, and
    the first upright, given run down."""
    return face_on(surface, [wire_of([low, last, high.Reversed(), first])], False)
