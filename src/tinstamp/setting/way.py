"""Guides on a sheet: ways that artwork runs along, by arc length."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.run import RunChart
from tinstamp.chart.view import told_on
from tinstamp.job.curve import GAUSS
from tinstamp.job.profile import Piece

CORNER_TURN = 10.0
"""Degrees; a greater turn between lines that stand for a curve is a corner of it."""
EDGE_POINTS = 96
"""Points that stand for a curved piece of an edge: 0.0004 mm off a quarter of R 40."""


@dataclass(frozen=True)
class Way:
    """A run of pieces on a sheet, mm; it goes on straight beyond its ends.

    Attributes
    ----------
    closed : it ends where it begins.
    runs_on : a single arc that goes on about its centre beyond its ends, as the parallel of a
        cone does.
    fine : its pieces are short lines that stand for curves: the direction turns evenly.
    """

    pieces: tuple[Piece, ...]
    closed: bool
    fine: bool = False
    runs_on: bool = False

    @cached_property
    def _starts(self) -> Array:
        """(n + 1,) where each piece begins along the way, and the whole length."""
        return np.concatenate([[0.0], np.cumsum([piece.length for piece in self.pieces])])

    @property
    def length(self) -> float:
        """mm."""
        return float(self._starts[-1])

    def at(self, s: float) -> tuple[Array, float]:
        """The point (2,) at a distance along the way, and the direction there, degrees."""
        if self.closed:
            s = s % self.length
        if self.runs_on:
            return _on(self.pieces[0], s)
        if s < 0 or s > self.length:
            end = s > 0
            piece = self.pieces[-1 if end else 0]
            along = piece.tangent(end)
            beyond = s - self.length if end else s
            point = np.array(piece.end if end else piece.start) + beyond * along
            return point, float(np.degrees(np.arctan2(along[1], along[0])))
        i = min(int(np.searchsorted(self._starts, s, side="right")) - 1, len(self.pieces) - 1)
        point, turn = _on(self.pieces[i], s - float(self._starts[i]))
        if self.fine:
            part = (s - float(self._starts[i])) / self.pieces[i].length
            before, after = self._bends[i]
            turn += before * (0.5 - part) if part < 0.5 else after * (part - 0.5)
        return point, turn

    @cached_property
    def _bends(self) -> Array:
        """(n, 2) how much the direction turns from the piece before to each, negative, and to
        the piece after it, degrees; nothing where there is a corner."""
        along = np.array([np.subtract(p.end, p.start) for p in self.pieces])
        angle = np.degrees(np.arctan2(along[:, 1], along[:, 0]))
        turns = (np.diff(angle, append=angle[:1]) + 180.0) % 360.0 - 180.0
        turns[np.abs(turns) > CORNER_TURN] = 0.0
        if not self.closed:
            turns[-1] = 0.0
        return np.column_stack([-np.roll(turns, 1), turns])

    def reversed(self) -> Way:
        """Run the other way."""
        pieces = tuple(piece.reversed() for piece in reversed(self.pieces))
        return Way(pieces, self.closed, self.fine, self.runs_on)


def _on(piece: Piece, s: float) -> tuple[Array, float]:
    if piece.spline is not None:
        t = _parameter(piece, s)
        point = piece.spline.at(np.array([t]))[0]
        along = piece.spline.at(np.array([t]), 1)[0]
    elif piece.centre is None:
        along = np.subtract(piece.end, piece.start)
        point = np.array(piece.start) + along * (s / piece.length)
    else:
        turn = piece.turn * s / piece.length
        c, d = np.cos(turn), np.sin(turn)
        reach = np.array([[c, -d], [d, c]]) @ np.subtract(piece.start, piece.centre)
        point = reach + piece.centre
        along = np.sign(piece.turn) * np.array([-reach[1], reach[0]])
    return np.asarray(point, dtype=float), float(np.degrees(np.arctan2(along[1], along[0])))


def _parameter(piece: Piece, s: float) -> float:
    """The spline's parameter at a distance along it: by Newton's method on the length, each
    length by Gauss's quadrature over the span so far."""
    spline = piece.spline
    assert spline is not None
    spans = spline.spans
    t = float(np.interp(s / spline.length, np.linspace(0, 1, len(spans)), spans))
    for _ in range(30):
        off = _run(spline, spans, t) - s
        speed = float(np.linalg.norm(spline.at(np.array([t]), 1)[0]))
        step = off / max(speed, 1e-12)
        t = float(np.clip(t - step, spans[0], spans[-1]))
        if abs(off) < 1e-9:
            break
    return t


def _run(spline, spans: Array, t: float) -> float:  # type: ignore[no-untyped-def]
    """Length from the start to a parameter, mm."""
    edges = np.concatenate([spans[spans < t], [t]])
    low, high = edges[:-1], edges[1:]
    if not len(low):
        return 0.0
    at = low[:, None] + (high - low)[:, None] * (GAUSS[0] + 1.0) / 2.0
    speed = np.linalg.norm(spline.at(at.ravel(), 1), axis=-1).reshape(at.shape)
    return float(np.sum(speed * GAUSS[1] * (high - low)[:, None] / 2.0))


def line_way(place: Array, degrees: float, length: float, at: str) -> Way:
    """A straight line in a direction; the place is its start, middle or end, as `at` says."""
    angle = np.radians(degrees)
    along = length * np.array([np.cos(angle), np.sin(angle)])
    start = place - along * {"start": 0.0, "centre": 0.5, "end": 1.0}[at]
    return Way((Piece("", _pair(start), _pair(start + along)),), False)


def arc_way(top: Array, radius: float, over: bool, upright: float, span: float = 360.0) -> Way:
    """An arc of a circle, or all of it, that touches a point in its middle, so that artwork
    in the middle of the way stands there: bulging upwards (`over`), or hanging below.
    `upright` turns it, `span` is what it covers, degrees. Raises ValueError."""
    if span > 360.0 + 1e-9:
        raise ValueError("an arc cannot cover more than 360°")
    angle = np.radians(upright)
    up = np.array([-np.sin(angle), np.cos(angle)])
    centre = top - radius * up if over else top + radius * up
    turn = -np.radians(span) if over else np.radians(span)
    start, end = (centre + _turned(top - centre, k * turn / 2) for k in (-1.0, 1.0))
    closed = span > 360.0 - 1e-9
    piece = Piece("", _pair(start), _pair(start if closed else end), _pair(centre), float(turn))
    return Way((piece,), closed)


def _turned(reach: Array, angle: float) -> Array:
    c, s = np.cos(angle), np.sin(angle)
    return np.array([[c, -s], [s, c]]) @ reach


def rims(chart: Chart) -> tuple[float, float]:
    """Least and greatest height of a face: from the lower rim of a round one. Places on a
    projection or a patch are told on the face's own sheet, and so are these."""
    chart = places_on(chart)
    turns = chart.turns
    if turns is None:
        return float(chart.bounds[1]), float(chart.bounds[3])
    if isinstance(chart, BeltChart) and chart.ring:
        return 0.0, chart.length.whole
    ups = np.concatenate([turns.unrolled(o.points(16))[:, 1] for o in chart.outline])
    return float(ups.min()), float(ups.max())


def places_on(chart: Chart) -> Chart:
    """The chart of the face that places on another are told on: of a run that of its first one."""
    return told_on(chart.first if isinstance(chart, RunChart) else chart)


def midline_way(chart: Chart, between_rims: bool) -> Way:
    """Midway between the lower and upper edges of a face, or upright between its left and
    right ones. Raises ValueError."""
    low, high = rims(chart)
    if between_rims:
        return level_way(chart, (low + high) / 2)
    if chart.turns is not None:
        raise ValueError("a round face has no left and right edges to be midway between")
    x = float(chart.bounds[0] + chart.bounds[2]) / 2
    return Way((Piece("", (x, low), (x, high)),), False)


def edge_way(chart: Chart, edge: int, inset: float, near: Array) -> Way:
    """Along an edge of a face, `inset` mm from it into the face, clockwise, so that artwork
    stands outwards; its middle is where it comes nearest to a point.

    Edge 0 of a flat face is its outer one; the edges of a closed round face are its lower
    and upper rims. Raises ValueError where there is none.
    """
    count = len(chart.outline) if not chart.closed else 2
    if edge >= count:
        raise ValueError(f"this face has {count} edges: there is no edge {edge + 1}")
    if chart.closed:
        low, high = rims(chart)
        up = low + inset if edge == 0 else high - inset
        if not low - 1e-9 <= up <= high + 1e-9:
            raise ValueError(f"the face is only {high - low:.2f} mm high there")
        return level_way(chart, up)
    ring = shapely.Polygon(chart.outline[edge].points(EDGE_POINTS))
    hole = chart.outline[edge].area < 0
    moved = ring.buffer(inset if hole else -inset, join_style="mitre", mitre_limit=4.0)
    parts = getattr(moved, "geoms", [moved])
    largest = max(parts, key=lambda part: part.area, default=moved)
    if largest.is_empty:
        raise ValueError(f"{inset:.2f} mm in from that edge nothing is left of the face")
    points = np.array(shapely.geometry.polygon.orient(largest, -1.0).exterior.coords)[:-1]
    steps = np.linalg.norm(np.diff(points, axis=0, append=points[:1]), axis=1)
    points = points[steps > 1e-9]
    line = shapely.LinearRing(points)
    half = (line.project(shapely.Point(*near)) + line.length / 2) % line.length
    start = np.array(line.interpolate(half).coords[0])
    along = np.array([line.project(shapely.Point(*p)) for p in points])
    order = np.argsort((along - half) % line.length)
    run = np.vstack([start, points[order], start])
    keep = np.linalg.norm(np.diff(run, axis=0), axis=1) > 1e-9
    pieces = [
        Piece("", _pair(a), _pair(b)) for a, b, k in zip(run[:-1], run[1:], keep, strict=True) if k
    ]
    return Way(tuple(pieces), True, True)


def level_way(chart: Chart, up: float) -> Way:
    """All along a face at a height: round a closed one, from edge to edge of another."""
    if isinstance(chart, ConeChart):
        low, high = -180.0, 180.0
        if not chart.closed:
            points = np.concatenate([chart.unrolled(o.points(16)) for o in chart.outline])
            low, high = float(points[:, 0].min()), float(points[:, 0].max())
        start, end = chart.rolled(np.array([[low, up], [high, up]]))
        apex = np.array([0.0, -chart.opening * chart.apex])
        turn = -chart.opening * np.radians(high - low) * chart.shrink
        piece = Piece("", _pair(start), _pair(end), _pair(apex), float(turn))
        return Way((piece,), False, runs_on=True)
    low_x, _, high_x, _ = map(float, chart.bounds)
    return Way((Piece("", (low_x, up), (high_x, up)),), False)


def _pair(p: Array) -> tuple[float, float]:
    return float(p[0]), float(p[1])
