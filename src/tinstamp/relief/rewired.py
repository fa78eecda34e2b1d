"""Faces whose edges are parted where artwork runs over them: each edge is cut at its corners, what
lies under ink goes, and the outlines take its place in the face's wires."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from OCP.BOPTools import BOPTools_AlgoTools
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Curve, BRepAdaptor_Curve2d
from OCP.BRepTools import BRepTools_WireExplorer
from OCP.GeomAPI import GeomAPI_ProjectPointOnCurve
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopExp import TopExp
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Vertex, TopoDS_Wire

from tinstamp.artwork.outline import inside
from tinstamp.blank.kernel import BUILDER, Array, point, wire_of, wires
from tinstamp.relief.face_curves import CurveError

EDGE_POINTS = 25
"""Points of an edge that tell how its wire runs."""
FORWARD, REVERSED = TopAbs_Orientation.TopAbs_FORWARD, TopAbs_Orientation.TopAbs_REVERSED


@dataclass(eq=False)
class PartedEdge:
    """An edge of a solid and the stretches of it that lie under ink.

    Attributes
    ----------
    edge : itself, forward. covered : those stretches: the corner that each begins with and the one
        that it ends with, as the edge runs, and the parameters there.
    """

    edge: TopoDS_Edge
    covered: list[tuple[float, TopoDS_Vertex, float, TopoDS_Vertex]] = field(default_factory=list)
    _made: dict[tuple[float, float], TopoDS_Edge] = field(default_factory=dict)

    @property
    def ends(self) -> tuple[float, float]:
        """Its first and last parameter."""
        curve = BRepAdaptor_Curve(self.edge)
        return curve.FirstParameter(), curve.LastParameter()

    def place(self, at: Array) -> tuple[float, Array, float]:
        """The parameter nearest to a point, (3,), the point there, and how far off it is, mm."""
        first, last = self.ends
        curve = BRep_Tool.Curve_s(self.edge, first, last)
        found = GeomAPI_ProjectPointOnCurve(point(at), curve, first, last)
        if not found.NbPoints():
            return first, at, float("inf")
        p = found.NearestPoint()
        return (
            float(found.LowerDistanceParameter()),
            np.array([p.X(), p.Y(), p.Z()]),
            float(found.LowerDistance()),
        )

    def cover(self, a: float, start: TopoDS_Vertex, b: float, end: TopoDS_Vertex) -> None:
        """Put a stretch under ink, once."""
        if a > b:
            a, start, b, end = b, end, a, start
        if not any(abs(a - c) + abs(b - d) < 1e-12 for c, _, d, _ in self.covered):
            self.covered.append((a, start, b, end))
            self.covered.sort(key=lambda stretch: stretch[0])

    def under_ink(self, a: float, b: float) -> TopoDS_Edge:
        """The stretch between two corners, running from the one at `a`."""
        low, high = min(a, b), max(a, b)
        for c, start, d, end in self.covered:
            if abs(low - c) + abs(high - d) < 1e-12:
                edge = self._piece(c, start, d, end)
                return edge if a < b else TopoDS.Edge_s(edge.Reversed())
        raise CurveError("a joint is covered in another way on the face beside it")

    def left(self) -> list[TopoDS_Edge]:
        """What is left of it, in its order. Raises CurveError where stretches overlap."""
        first, last = self.ends
        begin = TopExp.FirstVertex_s(self.edge)
        at, found = first, []
        for a, start, b, end in self.covered:
            if a - at < 1e-9:
                raise CurveError("the artwork reaches the end of a joint, or itself")
            found.append(self._piece(at, begin, a, start))
            at, begin = b, end
        if last - at < 1e-9:
            raise CurveError("the artwork reaches the end of a joint")
        return [*found, self._piece(at, begin, last, TopExp.LastVertex_s(self.edge))]

    def _piece(self, a: float, start: TopoDS_Vertex, b: float, end: TopoDS_Vertex) -> TopoDS_Edge:
        if (a, b) not in self._made:
            edge = TopoDS_Edge()
            forward = TopoDS.Vertex_s(start.Oriented(FORWARD))
            back = TopoDS.Vertex_s(end.Oriented(REVERSED))
            BOPTools_AlgoTools.MakeSplitEdge_s(self.edge, forward, a, back, b, edge)
            self._made[a, b] = edge
        return self._made[a, b]


def rewired(
    face: TopoDS_Face,
    parted: Mapping[Hashable, PartedEdge],
    outlines: Sequence[Sequence[TopoDS_Edge]],
) -> list[TopoDS_Face]:
    """A face, or what is left of it in parts, without what lies under ink.

    Parameters
    ----------
    parted : its edges that ink runs over, by `key_of`.
    outlines : of the ink, each a run of edges from one such edge to another, with the ink to their
        left as seen from outside.

    Raises CurveError when the ends do not meet.
    """
    flipped = face.Orientation() == REVERSED
    plain = TopoDS.Face_s(face.Oriented(FORWARD))
    runs = [
        list(run) if flipped else [TopoDS.Edge_s(e.Reversed()) for e in reversed(run)]
        for run in outlines
    ]
    after = {_start(run[0]): run for run in runs}
    if len(after) != len(runs):
        raise CurveError("two outlines meet on a joint")
    row = _Row([], [])
    whole = [wire for wire in wires(plain) if not row.add(plain, wire, parted)]
    whole += row.chained(after)
    if after:
        raise CurveError("an outline does not begin on an edge of its face")
    return [_back(one, flipped) for one in _nested(plain, whole)]


def key_of(edge: TopoDS_Edge) -> Hashable:
    """What stands for an edge, however it is oriented."""
    return edge.TShape()


@dataclass(frozen=True)
class _Row:
    """The edges of wires that ink runs over, cut where it does.

    Attributes
    ----------
    following : for each the number of the one that it goes on with; None where it breaks off.
    """

    pieces: list[TopoDS_Edge]
    following: list[int | None]

    def add(
        self, plain: TopoDS_Face, wire: TopoDS_Wire, parted: Mapping[Hashable, PartedEdge]
    ) -> bool:
        """Put in a wire's edges as they run; False where ink runs over none of them."""
        walk = BRepTools_WireExplorer(wire, plain)
        found: list[TopoDS_Edge] = []
        breaks: set[int] = set()
        while walk.More():
            edge = walk.Current()
            own = parted.get(key_of(edge))
            left = [edge] if own is None else own.left()
            if own is not None and edge.Orientation() == REVERSED:
                left = [TopoDS.Edge_s(e.Reversed()) for e in reversed(left)]
            breaks |= set(range(len(found), len(found) + len(left) - 1))
            found += left
            walk.Next()
        if not breaks:
            return False
        first, count = len(self.pieces), len(found)
        self.pieces.extend(found)
        self.following.extend(
            None if k in breaks else first + (k + 1) % count for k in range(count)
        )
        return True

    def chained(self, after: dict[Hashable, list[TopoDS_Edge]]) -> list[TopoDS_Wire]:
        """Closed wires of what is left and the outlines, which are taken from `after`."""
        begins = {
            _start(self.pieces[k + 1]): k + 1 for k, to in enumerate(self.following) if to is None
        }
        waiting = set(range(len(self.pieces)))
        found = []
        while waiting:
            k = first = min(waiting)
            members: list[TopoDS_Edge] = []
            while k in waiting:
                waiting.discard(k)
                members.append(self.pieces[k])
                to = self.following[k]
                if to is None:
                    run = after.pop(_end(self.pieces[k]), None)
                    to = None if run is None else begins.get(_end(run[-1]))
                    if run is None or to is None:
                        raise CurveError("an outline does not run from edge to edge")
                    members += run
                k = to
            if k != first:
                raise CurveError("outlines and edges do not close")
            found.append(wire_of(members))
        return found


def _nested(plain: TopoDS_Face, whole: Sequence[TopoDS_Wire]) -> list[TopoDS_Face]:
    """Faces of the same surface: each outer wire with the holes that lie in it."""
    rings = [_ring(plain, wire) for wire in whole]
    areas = [_area(ring) for ring in rings]
    outer = [k for k, area in enumerate(areas) if area > 0]
    members: dict[int, list[TopoDS_Wire]] = {k: [whole[k]] for k in outer}
    for k, area in enumerate(areas):
        if area > 0:
            continue
        around = [o for o in outer if inside(rings[k][0], rings[o])]
        if not around:
            raise CurveError("a hole of the face lies in none of its parts")
        members[min(around, key=lambda o: areas[o])].append(whole[k])
    found = []
    for own in members.values():
        face = TopoDS.Face_s(plain.EmptyCopied())
        for wire in own:
            BUILDER.Add(face, wire)
        found.append(face)
    return found


def _ring(plain: TopoDS_Face, wire: TopoDS_Wire) -> Array:
    """A wire as a polygon in (u, v), (n, 2), run as its edges are."""
    walk = BRepTools_WireExplorer(wire, plain)
    parts = []
    while walk.More():
        edge = walk.Current()
        curve = BRepAdaptor_Curve2d(edge, plain)
        t = np.linspace(curve.FirstParameter(), curve.LastParameter(), EDGE_POINTS)
        points = np.array([(p.X(), p.Y()) for p in (curve.Value(float(x)) for x in t)])
        parts.append(points[:0:-1] if edge.Orientation() == REVERSED else points[:-1])
        walk.Next()
    return np.concatenate(parts)


def _area(ring: Array) -> float:
    x, y = ring.T
    return float(np.sum(x * np.roll(y, -1) - y * np.roll(x, -1)) / 2.0)


def _back(face: TopoDS_Face, flipped: bool) -> TopoDS_Face:
    return TopoDS.Face_s(face.Reversed()) if flipped else face


def _start(edge: TopoDS_Edge) -> Hashable:
    return TopExp.FirstVertex_s(edge, True).TShape()


def _end(edge: TopoDS_Edge) -> Hashable:
    return TopExp.LastVertex_s(edge, True).TShape()
