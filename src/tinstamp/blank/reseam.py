"""The seam of a closed face moved to another place, on a solid that is there already.

The edges of the two rims are parted where the new seam meets them, the face is made anew on its
surface begun there, and whatever meets it keeps its geometry.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from OCP.BOPTools import BOPTools_AlgoTools
from OCP.BRep import BRep_Tool
from OCP.BRepBuilderAPI import BRepBuilderAPI_Copy
from OCP.BRepTools import BRepTools
from OCP.Geom import (
    Geom_BSplineSurface,
    Geom_ElementarySurface,
    Geom_Surface,
    Geom_SurfaceOfRevolution,
)
from OCP.Geom2d import Geom2d_Curve
from OCP.gp import gp_Ax1, gp_Vec2d
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopExp import TopExp
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Solid, TopoDS_Vertex, TopoDS_Wire
from scipy.optimize import brentq

from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    Array,
    edge_between,
    edges,
    faces,
    shells,
    solid_of_shells,
    uv_line,
    vertex_at,
    wire_of,
    wires,
)

FORWARD, REVERSED = TopAbs_Orientation.TopAbs_FORWARD, TopAbs_Orientation.TopAbs_REVERSED
TRACE_POINTS = 33
"""Points of an edge that tell where the seam meets it."""
NEAR_CORNER = 1e-6
"""Part of an edge's parameters within which a place is its end."""
SMOOTH_WITHIN = 1e-9
"""mm that a surface may change while a knot is made smoother."""


class SeamError(ValueError):
    """A seam that cannot be moved there: the solid is left as it is."""


@dataclass
class _Run:
    """An edge of the face, as its wire runs along it.

    Attributes
    ----------
    uv : (n, 2) along it, in the direction of the wire. turn : whole turns to add to it.
    """

    edge: TopoDS_Edge
    uv: Array
    turn: int = 0

    @property
    def start(self) -> TopoDS_Vertex:
        return TopExp.FirstVertex_s(self.edge, True)

    @property
    def end(self) -> TopoDS_Vertex:
        return TopExp.LastVertex_s(self.edge, True)


def reseamed(
    solid: TopoDS_Solid, index: int, axis: int, at: float
) -> tuple[TopoDS_Solid, list[TopoDS_Face]]:
    """The solid with the seam of one of its faces, by its index, moved to `at` in the surface's own
    u (axis 0) or v (1), and the faces that are not as before. The faces keep their order.

    Raises SeamError when that does not go.
    """
    copied = TopoDS.Solid_s(BRepBuilderAPI_Copy(solid, False).Shape())
    face = TopoDS.Face_s(faces(copied)[index].Oriented(FORWARD))
    work = _Reseamed(face, axis, at)
    made = work.made()
    flipped = faces(copied)[index].Orientation() == REVERSED
    return _put_in(copied, index, TopoDS.Face_s(made.Reversed()) if flipped else made, work.parted)


class _Reseamed:
    """One face in the making.

    Attributes
    ----------
    parted : the edges that were parted, each with its parts as it runs itself.
    """

    def __init__(self, face: TopoDS_Face, axis: int, at: float) -> None:
        self.face, self.axis, self.at = face, axis, at
        place = TopLoc_Location()
        self.old = BRep_Tool.Surface_s(face, place)
        if not place.IsIdentity():
            raise SeamError("the face's surface is not where it lies")
        self.period = _period(self.old, axis)
        self.surface, self.back = _begun_at(self.old, axis, at)
        self.parted: list[tuple[TopoDS_Edge, list[TopoDS_Edge]]] = []

    def made(self) -> TopoDS_Face:
        loops = _loops([run for wire in wires(self.face) for run in self._runs(wire)])
        rims: dict[int, list[_Run]] = {}
        rings = []
        for loop in loops:
            winding = self._unwound(loop)
            if winding == 0:
                self._clear(loop)
                rings.append(loop)
            elif abs(winding) > 1 or winding in rims:
                raise SeamError("the face's edges do not run once round it")
            else:
                rims[winding] = self._begun_there(loop, winding)
        if len(rims) != 2:
            raise SeamError("the face has not two rims")
        seam = self._seam(rims[1][0], rims[-1][0])
        for run in (run for loop in (*rims.values(), *rings) for run in loop):
            self._traced(run)
        outer = [run.edge for run in rims[1]] + [seam]
        outer += [run.edge for run in rims[-1]] + [TopoDS.Edge_s(seam.Reversed())]
        made = TopoDS_Face()
        BUILDER.MakeFace(made, self.surface, TopLoc_Location(), TOLERANCE)
        BUILDER.Add(made, wire_of(outer))
        for ring in rings:
            BUILDER.Add(made, wire_of([run.edge for run in ring]))
        return made

    def _runs(self, wire: TopoDS_Wire) -> Iterator[_Run]:
        """The edges of a wire but for the seam."""
        for edge in edges(wire):
            if BRep_Tool.IsClosed_s(edge, self.face):
                uv = self._along(edge)
                if np.ptp(uv[:, self.axis]) < 1e-6 * self.period:
                    continue
                raise SeamError("the face closes both ways")
            yield _Run(edge, self._along(edge))

    def _along(self, edge: TopoDS_Edge) -> Array:
        curve, first, last = self._curve(edge)
        t = np.linspace(first, last, TRACE_POINTS)
        uv = np.array([(p.X(), p.Y()) for p in (curve.Value(float(x)) for x in t)])
        return uv[::-1] if edge.Orientation() == REVERSED else uv

    def _curve(self, edge: TopoDS_Edge) -> tuple[Geom2d_Curve, float, float]:
        first, last = BRep_Tool.Range_s(edge, self.face)
        curve = BRep_Tool.CurveOnSurface_s(edge, self.face, first, last)
        if curve is None:
            raise SeamError("an edge of the face has no curve on it")
        return curve, first, last

    def _unwound(self, loop: Sequence[_Run]) -> int:
        """Set the turns of a loop's edges so that each begins where the one before ends; how often
        the loop runs round."""
        there = float(loop[0].uv[0, self.axis])
        begin = there
        for run in loop:
            run.turn = round((there - float(run.uv[0, self.axis])) / self.period)
            there = float(run.uv[-1, self.axis]) + run.turn * self.period
        return round((there - begin) / self.period)

    def _clear(self, loop: Sequence[_Run]) -> None:
        """Bring a hole into the turn that begins at the new seam. Raises SeamError when it lies
        over it."""
        along = np.concatenate([r.uv[:, self.axis] + r.turn * self.period for r in loop])
        shift = -int(np.floor((along.min() - self.at) / self.period))
        if along.max() + shift * self.period > self.at + self.period:
            raise SeamError("a hole lies over the new seam")
        for run in loop:
            run.turn += shift

    def _begun_there(self, loop: list[_Run], winding: int) -> list[_Run]:
        """A rim begun at the new seam, its edge parted there."""
        cuts = [(k, t) for k, run in enumerate(loop) for t in self._crossings(run)]
        if len(cuts) != 1:
            raise SeamError("a rim meets the new seam more than once")
        k, t = cuts[0]
        before, after = self._part(loop[k], t)
        ordered = [*after, *loop[k + 1 :], *loop[:k], *before]
        middles = [float(np.mean(r.uv[:, self.axis])) for r in ordered]
        for run, middle in zip(ordered, middles, strict=True):
            run.turn = -int(np.floor((middle - self.at) / self.period))
        if winding != (1 if ordered[0].uv[0, self.axis] < ordered[0].uv[-1, self.axis] else -1):
            raise SeamError("a rim turns back where the new seam would be")
        return ordered

    def _crossings(self, run: _Run) -> list[float]:
        """Parameters at which an edge meets the new seam; its own end belongs to the next one."""
        curve, first, last = self._curve(run.edge)

        def off(t: float) -> float:
            p = curve.Value(t)
            return float((p.X(), p.Y())[self.axis])

        along = run.uv[:, self.axis]
        t = np.linspace(first, last, len(along))
        if run.edge.Orientation() == REVERSED:
            t = t[::-1]
        found = []
        least, greatest = along.min(), along.max()
        low = int(np.floor((least - self.at) / self.period)) - 1
        high = int(np.ceil((greatest - self.at) / self.period)) + 1
        for target in (self.at + k * self.period for k in range(low, high + 1)):
            away = along - target
            for i in np.flatnonzero((away[:-1] == 0.0) | (away[:-1] * away[1:] < 0.0)):
                ends = sorted((float(t[i]), float(t[i + 1])))
                at = float(t[i])
                if away[i] != 0.0:
                    at = float(brentq(lambda x, g=target: off(x) - g, *ends, xtol=1e-14))
                found.append(at)
        return found

    def _part(self, run: _Run, t: float) -> tuple[list[_Run], list[_Run]]:
        """What of an edge comes before a place of it, and what after, as the wire runs."""
        edge = run.edge
        first, last = BRep_Tool.Range_s(edge)
        near = NEAR_CORNER * (last - first)
        flipped = edge.Orientation() == REVERSED
        if t - first < near or last - t < near:
            at_start = (t - first < near) != flipped
            return ([], [run]) if at_start else ([run], [])
        if BRep_Tool.Degenerated_s(edge):
            return [], [run]
        plain = TopoDS.Edge_s(edge.Oriented(FORWARD))
        p = BRep_Tool.Curve_s(plain, first, last).Value(t)
        corner = vertex_at((p.X(), p.Y(), p.Z()))
        BUILDER.UpdateVertex(corner, BRep_Tool.Tolerance_s(edge))
        ends = [(TopExp.FirstVertex_s(plain), first, corner, t)]
        ends += [(corner, t, TopExp.LastVertex_s(plain), last)]
        parts = []
        for start, a, end, b in ends:
            part = TopoDS_Edge()
            BOPTools_AlgoTools.MakeSplitEdge_s(
                plain,
                TopoDS.Vertex_s(start.Oriented(FORWARD)),
                a,
                TopoDS.Vertex_s(end.Oriented(REVERSED)),
                b,
                part,
            )
            BUILDER.UpdateEdge(part, BRep_Tool.Tolerance_s(edge))
            parts.append(part)
        self.parted.append((plain, parts))
        runs = [TopoDS.Edge_s(part.Oriented(edge.Orientation())) for part in parts]
        made = [_Run(part, self._along(part)) for part in runs]
        return ([made[1]], [made[0]]) if flipped else ([made[0]], [made[1]])

    def _seam(self, low: _Run, high: _Run) -> TopoDS_Edge:
        """The new seam, run from where one rim begins to where the other does."""
        begin = self.at + self.back
        line = self.surface.UIso(begin) if self.axis == 0 else self.surface.VIso(begin)
        foot, head = low.start, high.start
        across = [float(run.uv[0, 1 - self.axis]) for run in (low, high)]
        if (across[0] < across[1]) != (self.axis == 0):
            raise SeamError("the face's rims do not lie about it as they should")
        if self.axis == 1:
            foot, head, across = head, foot, across[::-1]
        edge = edge_between(line, foot, TopoDS.Vertex_s(head.Oriented(REVERSED)), *across)
        ends = [(begin, 0.0), (begin + self.period, 0.0)]
        ways = [(0.0, 1.0)] * 2
        if self.axis == 1:
            ends, ways = [end[::-1] for end in ends], [way[::-1] for way in ways]
        low, high = (uv_line(*end, *way) for end, way in zip(ends, ways, strict=True))
        gap = 0.0
        for vertex, value in zip((foot, head), across, strict=True):
            gap = max(gap, line.Value(value).Distance(BRep_Tool.Pnt_s(vertex)))
        tolerance = max(TOLERANCE, 1.1 * gap)
        first, second = (high, low) if self.axis == 0 else (low, high)
        BUILDER.UpdateEdge(edge, first, second, self.surface, TopLoc_Location(), tolerance)
        for vertex in (foot, head):
            BUILDER.UpdateVertex(vertex, tolerance)
        return edge if self.axis == 0 else TopoDS.Edge_s(edge.Reversed())

    def _traced(self, run: _Run) -> None:
        """Give an edge its curve on the new surface."""
        curve, first, last = self._curve(run.edge)
        by = run.turn * self.period + self.back
        if BRep_Tool.Degenerated_s(run.edge):  # a pole is run all the way, from the new seam on
            by = self.at + self.back - float(run.uv[:, self.axis].min())
        moved = curve.Translated(gp_Vec2d(by, 0.0) if self.axis == 0 else gp_Vec2d(0.0, by))
        edge, place = TopoDS.Edge_s(run.edge.Oriented(FORWARD)), TopLoc_Location()
        BUILDER.UpdateEdge(edge, moved, self.surface, place, BRep_Tool.Tolerance_s(edge))
        BUILDER.Range(edge, self.surface, place, first, last)


def _loops(runs: Sequence[_Run]) -> list[list[_Run]]:
    """Edges in closed loops, each beginning where the one before ends. Raises SeamError where more
    than two meet."""
    left, found = list(runs), []
    while left:
        loop = [left.pop(0)]
        while not loop[-1].end.IsSame(loop[0].start):
            nexts = [run for run in left if run.start.IsSame(loop[-1].end)]
            if len(nexts) != 1:
                raise SeamError("the face's edges do not close")
            loop.append(nexts[0])
            left.remove(nexts[0])
        found.append(loop)
    return found


def _period(surface: Geom_Surface, axis: int) -> float:
    if isinstance(surface, Geom_BSplineSurface):
        low_u, high_u, low_v, high_v = surface.Bounds()
        return float((high_u - low_u, high_v - low_v)[axis])
    if axis or not surface.IsUPeriodic():
        raise SeamError("the face's surface does not run round")
    return 2.0 * np.pi


def _begun_at(surface: Geom_Surface, axis: int, at: float) -> tuple[Geom_Surface, float]:
    """The surface begun at a parameter, and what its parameters are less than before."""
    if isinstance(surface, Geom_BSplineSurface):
        return _spline_begun_at(surface, axis, at), 0.0
    if isinstance(surface, Geom_SurfaceOfRevolution):
        line = surface.Axis()
    else:
        assert isinstance(surface, Geom_ElementarySurface)
        line = surface.Axis()
        if not surface.Position().Direct():
            line = gp_Ax1(line.Location(), line.Direction().Reversed())
    return surface.Rotated(line, at), -at


def _spline_begun_at(surface: Geom_BSplineSurface, axis: int, at: float) -> Geom_BSplineSurface:
    """A closed spline begun at a parameter, as smooth there as it was, over one turn."""
    made = surface.Copy()
    low = float(made.Bounds()[2 * axis])
    period = _period(surface, axis)
    at = low + (at - low) % period
    if axis == 0:
        made.SetUPeriodic()
        made.InsertUKnot(at, 1, 1e-9, False)
        count, knot, origin = made.NbUKnots, made.UKnot, made.SetUOrigin
    else:
        made.SetVPeriodic()
        made.InsertVKnot(at, 1, 1e-9, False)
        count, knot, origin = made.NbVKnots, made.VKnot, made.SetVOrigin
    knots = np.array([knot(k) for k in range(1, count() + 1)])
    origin(int(np.argmin(np.abs(knots - at))) + 1)
    _smoothed(made, axis)
    made.SetUNotPeriodic() if axis == 0 else made.SetVNotPeriodic()
    return made


def _smoothed(surface: Geom_BSplineSurface, axis: int) -> None:
    """Take away what of the inner knots is there without need, such as at the old seam."""
    if axis == 0:
        count, times, remove = surface.NbUKnots, surface.UMultiplicity, surface.RemoveUKnot
    else:
        count, times, remove = surface.NbVKnots, surface.VMultiplicity, surface.RemoveVKnot
    for k in range(count() - 1, 1, -1):
        while times(k) > 1 and remove(k, times(k) - 1, SMOOTH_WITHIN):
            pass


def _put_in(
    solid: TopoDS_Solid,
    index: int,
    made: TopoDS_Face,
    parted: Sequence[tuple[TopoDS_Edge, list[TopoDS_Edge]]],
) -> tuple[TopoDS_Solid, list[TopoDS_Face]]:
    """The solid with a face in the place of another, and with parted edges in all faces; and the
    faces that changed."""
    found, touched, k = [], [made], 0
    for shell in shells(solid):
        members = []
        for face in faces(shell):
            member = made if k == index else _with_parts(face, parted)
            if k != index and member is not face:
                touched.append(member)
            members.append(member)
            k += 1
        found.append(members)
    return solid_of_shells(found), touched


def _with_parts(
    face: TopoDS_Face, parted: Sequence[tuple[TopoDS_Edge, list[TopoDS_Edge]]]
) -> TopoDS_Face:
    """A face whose wires hold the parts of edges that were parted."""
    plain = TopoDS.Face_s(face.Oriented(FORWARD))
    every = [edge for wire in wires(plain) for edge in edges(wire)]
    if not any(edge.IsSame(whole) for edge in every for whole, _ in parted):
        return face
    BRepTools.Clean_s(face)
    made = TopoDS.Face_s(plain.EmptyCopied())
    for wire in wires(plain):
        members: list[TopoDS_Edge] = []
        for edge in edges(wire):
            parts = next((parts for whole, parts in parted if edge.IsSame(whole)), [edge])
            if parts == [edge]:
                members.append(edge)
                continue
            way = edge.Orientation()
            ordered = parts[::-1] if way == REVERSED else parts
            members += [TopoDS.Edge_s(part.Oriented(way)) for part in ordered]
        BUILDER.Add(made, wire_of(members))
    return TopoDS.Face_s(made.Oriented(face.Orientation()))
