"""Kernel pieces of a relief: shared edges, ruled walls and caps, built directly.

Everything is oriented by construction: loops run counter-clockwise round the outward
normal of the face for outer outlines, clockwise for counters.

The kernel's objects are costly to make from here, so what can be shared is: a piece has
one curve in (u, v) for both surfaces, and all walls share the straight lines that bound
them in their own (u, v).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from OCP.Geom import Geom_Circle, Geom_Curve, Geom_Line, Geom_Plane, Geom_Surface
from OCP.Geom2d import Geom2d_Curve, Geom2d_Line
from OCP.gp import gp_Ax2, gp_Ax3, gp_Dir, gp_Dir2d, gp_Pnt, gp_Pnt2d, gp_Vec
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Vertex, TopoDS_Wire

from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    Array,
    bezier,
    bezier2d,
    edge_on,
    face_on,
    rational_curve,
    rational_surface,
    ruled,
    spline_curve,
    vertex_at,
    wire_of,
)
from tinstamp.chart.base import Straight
from tinstamp.chart.frame import Frame
from tinstamp.plan.station import poles_through
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


@dataclass(frozen=True)
class Post:
    """Where two walls meet: its ends and the edge between them, upwards from the face."""

    low: TopoDS_Vertex
    high: TopoDS_Vertex
    up: TopoDS_Edge


@dataclass(frozen=True)
class Strip:
    """A run of walls that does not close: its edges on the face, those on the head's surface, and
    the walls."""

    feet: list[TopoDS_Edge]
    heads: list[TopoDS_Edge]
    walls: list[TopoDS_Face]


@dataclass(frozen=True)
class _Rows:
    """A loop as plain numbers: the kernel takes no arrays (see `FaceLoop`)."""

    uv: list[list[Row]]
    foot: list[list[Row]]
    head: list[list[Row]]
    own_uv: list[list[Row]] | None
    codes: list[int]
    mids: list[list[list[Row]]]

    @classmethod
    def of(cls, loop: FaceLoop) -> _Rows:
        return cls(
            [points.tolist() for points in loop.uv],
            [poles.tolist() for poles in loop.foot],
            [poles.tolist() for poles in loop.head],
            None if loop.head_uv is None else [points.tolist() for points in loop.head_uv],
            loop.codes.tolist(),
            [[poles.tolist() for poles in own] for own in loop.mids],
        )


UNIT_LOW = Geom2d_Line(gp_Pnt2d(0.0, 0.0), gp_Dir2d(1.0, 0.0))
UNIT_HIGH = Geom2d_Line(gp_Pnt2d(0.0, 1.0), gp_Dir2d(1.0, 0.0))


@dataclass(frozen=True)
class Span:
    """A stretch of a wall between two of its rings, by their numbers; with a weight it is round, a
    conic about the ring between, else it goes through all that are between (see
    `plan.station.places_along`)."""

    low: int
    high: int
    weight: float | None = None

    @property
    def through(self) -> bool:
        """It has rings to go through."""
        return self.weight is None and self.high - self.low > 1

    def surface(self, poles: Sequence[Sequence[Row]]) -> Geom_Surface:
        """Over 0 to 1 both ways, from the poles of a piece at every ring."""
        if self.through:
            ring = np.array(poles[self.low : self.high + 1])
            rows = np.tensordot(poles_through(len(ring)), ring, 1).swapaxes(0, 1)
            knots = _unit_knots(len(rows) - 1), _unit_knots(len(ring) - 1)
            return rational_surface(*knots, rows)
        if self.weight is None:
            return ruled(list(poles[self.low]), list(poles[self.high]), 1.0)
        rows = np.array([poles[k] for k in (self.low, self.low + 1, self.high)]).swapaxes(0, 1)
        degree = len(rows) - 1
        weights = np.tile([1.0, self.weight, 1.0], (degree + 1, 1))
        return rational_surface(_unit_knots(degree), _unit_knots(2), rows, weights)

    def upright(self, places: Sequence[Row]) -> Geom_Curve:
        """Over 0 to 1, through a place of every ring."""
        low, high = places[self.low], places[self.high]
        if self.through:
            own = np.array(places[self.low : self.high + 1])
            poles = poles_through(len(own)) @ own
            return spline_curve(_unit_knots(len(own) - 1).tolist(), poles.tolist())
        if self.weight is None:
            return spline_curve([0.0, 0.0, 1.0, 1.0], [low, high])
        rows = np.array([low, places[self.low + 1], high])
        return rational_curve(_unit_knots(2), rows, np.array([1.0, self.weight, 1.0]))


def _unit_knots(degree: int) -> Array:
    """Of a Bézier over 0 to 1."""
    return np.repeat([0.0, 1.0], degree + 1)


@dataclass(frozen=True)
class _Upright:
    """Where two stacks meet: its vertices and the edges between them, from the face on."""

    ends: list[TopoDS_Vertex]
    ups: list[TopoDS_Edge]

    @classmethod
    def of(cls, places: Sequence[Row], spans: Sequence[Span], tolerance: float) -> _Upright:
        ends = [vertex_at(places[k], tolerance) for k in (0, *(span.high for span in spans))]
        ups = [
            edge_on(span.upright(places), low, high.Reversed(), 1.0)
            for span, (low, high) in zip(spans, pairwise(ends), strict=True)
        ]
        return cls(ends, ups)


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
        spans: Sequence[Span] = (),
    ) -> None:
        """`frame` has the axis of a round face as its z; `height` is the distance
        between foot and head, mm; `tolerance` is that of the curves on them. With `spans` walls
        are stacks of stretches (`relief.softened`)."""
        self.foot, self.head, self.height = foot, head, height
        self.tolerance, self.spans = tolerance, tuple(spans)
        self.axis = None if frame is None else (frame.origin, _axis_of(foot, frame))
        along, up = gp_Dir2d(1.0, 0.0), gp_Dir2d(0.0, 1.0)
        self.low_trace = Geom2d_Line(gp_Pnt2d(0.0, 0.0), along)
        self.high_trace = Geom2d_Line(gp_Pnt2d(0.0, height), along)
        self.first_trace = Geom2d_Line(gp_Pnt2d(0.0, 0.0), up)
        self.last_trace = Geom2d_Line(gp_Pnt2d(1.0, 0.0), up)

    def walled(self, loop: FaceLoop) -> Walled:
        """Edges of a loop on both surfaces and the walls between them."""
        if self.spans:
            return self._stacked(loop)
        row = _Rows.of(loop)
        count = len(row.uv)
        posts = [
            self.post(row.foot[i][0], row.head[i][0], row.own_uv is None) for i in range(count)
        ]
        foot_edges, head_edges, walls = [], [], []
        for i in range(count):
            a, b, wall = self._wall(row, i, posts[i], posts[i + 1 if i + 1 < count else 0])
            foot_edges.append(a)
            head_edges.append(b)
            walls.append(wall)
        return Walled(wire_of(foot_edges), wire_of(head_edges), foot_edges, walls)

    def _stacked(self, loop: FaceLoop) -> Walled:
        """The same for walls that are stacks of stretches."""
        row = _Rows.of(loop)
        count = len(row.uv)
        mids = row.mids or [[]] * count
        poles = [[row.foot[i], *mids[i], row.head[i]] for i in range(count)]
        edged = [0, *(span.high for span in self.spans)]
        stacks = [_Upright.of([own[0] for own in poles[i]], self.spans, self.tolerance)
                  for i in range(count)]  # fmt: skip
        edges: list[list[TopoDS_Edge]] = []
        walls: list[TopoDS_Face] = []
        for i in range(count):
            first, last = stacks[i], stacks[(i + 1) % count]
            own = [
                edge_on(bezier(poles[i][ring]), first.ends[k], last.ends[k].Reversed(), 1.0)
                for k, ring in enumerate(edged)
            ]
            traces = bezier2d(row.uv[i]), bezier2d((row.own_uv or row.uv)[i])
            BUILDER.UpdateEdge(own[0], traces[0], self.foot, HERE, self.tolerance)
            BUILDER.UpdateEdge(own[-1], traces[1], self.head, HERE, self.tolerance)
            for k, span in enumerate(self.spans):
                surface = span.surface(poles[i])
                low, high = own[k], own[k + 1]
                ups = first.ups[k], last.ups[k]
                sides = (
                    (low, UNIT_LOW), (high, UNIT_HIGH), (ups[0], self.first_trace),
                    (ups[1], self.last_trace),
                )  # fmt: skip
                for edge, trace in sides:
                    BUILDER.UpdateEdge(edge, trace, surface, HERE, TOLERANCE)
                walls.append(_wall(surface, low, ups[1], high, ups[0].Reversed()))
            edges.append(own)
        feet = [own[0] for own in edges]
        return Walled(wire_of(feet), wire_of([own[-1] for own in edges]), feet, walls)

    def strip(self, loop: FaceLoop, pieces: Sequence[int], first: Post, last: Post) -> Strip:
        """Walls of pieces of a loop that follow one another, between two posts that stand already:
        they may be shared with walls on another face."""
        row = _Rows.of(loop)
        plain = row.own_uv is None
        inner = [self.post(row.foot[i][0], row.head[i][0], plain) for i in pieces[1:]]
        posts = [first, *inner, last]
        made = [self._wall(row, i, *both) for i, both in zip(pieces, pairwise(posts), strict=True)]
        return Strip([a for a, _, _ in made], [b for _, b, _ in made], [w for _, _, w in made])

    def traced_strip(
        self, loop: FaceLoop, pieces: Sequence[int], first: Post, last: Post
    ) -> list[TopoDS_Edge]:
        """The edges of such pieces on the foot's surface alone."""
        row = _Rows.of(loop)
        inner = [vertex_at(row.foot[i][0], self.tolerance) for i in pieces[1:]]
        low = [first.low, *inner, last.low]
        return [self._foot(row, i, *both) for i, both in zip(pieces, pairwise(low), strict=True)]

    def post(self, foot: Row, head: Row, plain: bool, tolerance: float = 0.0) -> Post:
        """The upright edge between two walls, from a place on the face to one on the head's
        surface; it and its ends need at least that tolerance, mm."""
        low, high = (vertex_at(p, max(tolerance, self.tolerance)) for p in (foot, head))
        line = self._upright(foot, head, plain)
        up = edge_on(line, low, high.Reversed(), self.height, max(tolerance, TOLERANCE))
        return Post(low, high, up)

    def _foot(self, row: _Rows, i: int, start: TopoDS_Vertex, end: TopoDS_Vertex) -> TopoDS_Edge:
        """The edge of a piece on the face."""
        if row.codes[i] == Straight.FREE:
            trace: Geom2d_Curve = bezier2d(row.uv[i])
            edge = edge_on(bezier(row.foot[i]), start, end.Reversed(), 1.0)
        else:
            trace, length, sense = _straight(row.uv[i])
            curve = self._curve(row.foot[i], row.codes[i], sense)
            edge = edge_on(curve, start, end.Reversed(), length)
        BUILDER.UpdateEdge(edge, trace, self.foot, HERE, self.tolerance)
        return edge

    def _wall(
        self, row: _Rows, i: int, first: Post, last: Post
    ) -> tuple[TopoDS_Edge, TopoDS_Edge, TopoDS_Face]:
        """A piece's edges on the face and on the head's surface, and the wall between them."""
        foot, head, uv = row.foot[i], row.head[i], row.uv[i]
        free = row.codes[i] == Straight.FREE
        if free:
            trace: Geom2d_Curve = bezier2d(uv)
            length = 1.0
            a_curve: Geom_Curve = bezier(foot)
            b_curve: Geom_Curve = bezier(head)
        else:
            trace, length, sense = _straight(uv)
            a_curve = self._curve(foot, row.codes[i], sense)
            b_curve = self._curve(head, row.codes[i], sense)
        a = edge_on(a_curve, first.low, last.low.Reversed(), length)
        b = edge_on(b_curve, first.high, last.high.Reversed(), length)
        BUILDER.UpdateEdge(a, trace, self.foot, HERE, self.tolerance)
        if row.own_uv is not None:
            trace = bezier2d(row.own_uv[i])
        BUILDER.UpdateEdge(b, trace, self.head, HERE, self.tolerance)
        if free:
            surface: Geom_Surface = ruled(foot, head, self.height)
            BUILDER.UpdateEdge(a, self.low_trace, surface, HERE, TOLERANCE)
            BUILDER.UpdateEdge(b, self.high_trace, surface, HERE, TOLERANCE)
            BUILDER.UpdateEdge(first.up, self.first_trace, surface, HERE, TOLERANCE)
            BUILDER.UpdateEdge(last.up, self.last_trace, surface, HERE, TOLERANCE)
        else:
            surface = _plane(foot, head)
        return a, b, _wall(surface, a, last.up, b, first.up.Reversed())

    def _upright(self, foot: Row, head: Row, plain: bool) -> Geom_Curve:
        """The edge between two walls, over 0 to the walls' height; walls of a head of its own
        are not all as long as that."""
        if plain:
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
        row = _Rows.of(loop)
        low = [vertex_at(p[0], self.tolerance) for p in row.foot]
        edges = [self._foot(row, i, low[i], low[(i + 1) % len(low)]) for i in range(len(low))]
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


def _axis_of(surface: Geom_Surface, frame: Frame) -> tuple[float, float, float]:
    """The direction about which u of a round surface grows, along the frame's z or against it."""
    at, du, dv = gp_Pnt(), gp_Vec(), gp_Vec()
    surface.D1(0.0, 0.0, at, du, dv)
    x, y, z = frame.z
    out = gp_Vec(gp_Pnt(*frame.origin), at)
    turn = 1.0 if gp_Vec(x, y, z).Crossed(out).Dot(du) > 0 else -1.0
    return turn * x, turn * y, turn * z


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
