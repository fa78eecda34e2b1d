"""Guides on a sheet: ways that artwork runs along, by arc length."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.job.curve import GAUSS
from tinstamp.job.profile import Piece

FINE = 64
"""Stretches that a spline's span is measured in."""


@dataclass(frozen=True)
class Way:
    """A run of pieces on a sheet, mm; it goes on straight beyond its ends.

    Attributes
    ----------
    closed : it ends where it begins.
    """

    pieces: tuple[Piece, ...]
    closed: bool

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
        if s < 0 or s > self.length:
            end = s > 0
            piece = self.pieces[-1 if end else 0]
            along = piece.tangent(end)
            beyond = s - self.length if end else s
            point = np.array(piece.end if end else piece.start) + beyond * along
            return point, float(np.degrees(np.arctan2(along[1], along[0])))
        i = min(int(np.searchsorted(self._starts, s, side="right")) - 1, len(self.pieces) - 1)
        return _on(self.pieces[i], s - float(self._starts[i]))

    def reversed(self) -> Way:
        """Run the other way."""
        return Way(tuple(piece.reversed() for piece in reversed(self.pieces)), self.closed)


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


def arc_way(top: Array, radius: float, over: bool, upright: float) -> Way:
    """All of a circle that touches a point, so that artwork in the middle of the way stands
    there: bulging upwards (`over`), or hanging below. `upright` turns it, degrees."""
    angle = np.radians(upright)
    up = np.array([-np.sin(angle), np.cos(angle)])
    centre = top - radius * up if over else top + radius * up
    start = 2.0 * centre - top  # the far side
    turn = -2.0 * np.pi if over else 2.0 * np.pi
    p = (float(start[0]), float(start[1]))
    return Way((Piece("", p, p, (float(centre[0]), float(centre[1])), turn),), True)


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
        return Way((Piece("", _pair(start), _pair(end), _pair(apex), float(turn)),), False)
    low_x, _, high_x, _ = map(float, chart.bounds)
    return Way((Piece("", (low_x, up), (high_x, up)),), False)


def _pair(p: Array) -> tuple[float, float]:
    return float(p[0]), float(p[1])
