"""A smooth curve through points in the plane: a cubic spline, kept as a B-spline.

SciPy makes and evaluates it; it is loaded only when a profile holds a spline.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
GAUSS = np.polynomial.legendre.leggauss(12)


@dataclass(frozen=True)
class Spline:
    """A cubic B-spline over its own parameter.

    Attributes
    ----------
    knots : the full, clamped knot vector. poles : control points, mm.
    """

    knots: tuple[float, ...]
    poles: tuple[tuple[float, float], ...]

    @cached_property
    def _curve(self) -> Any:
        from scipy.interpolate import BSpline

        return BSpline(np.array(self.knots), np.array(self.poles), 3)

    def at(self, t: Array, order: int = 0) -> Array:
        """Points, or derivatives of an order, at parameters (n,), as (n, 2)."""
        return np.asarray(self._curve(t, order), dtype=float)

    @property
    def ends(self) -> tuple[float, float]:
        """First and last parameter."""
        return self.knots[0], self.knots[-1]

    @property
    def spans(self) -> Array:
        """(m + 1,) the different knots."""
        return np.unique(self.knots)

    @cached_property
    def length(self) -> float:
        """mm, by Gauss's quadrature over each span."""
        low, high = self.spans[:-1], self.spans[1:]
        t = low[:, None] + (high - low)[:, None] * (GAUSS[0] + 1.0) / 2.0
        speed = np.linalg.norm(self.at(t.ravel(), 1), axis=-1).reshape(t.shape)
        return float(np.sum(speed * GAUSS[1] * (high - low)[:, None] / 2.0))

    def points(self, steps: int) -> Array:
        """Points along the curve, `steps` to a span, (n, 2)."""
        spans = self.spans
        inner = [np.linspace(a, b, steps, endpoint=False) for a, b in pairwise(spans)]
        return self.at(np.concatenate([*inner, spans[-1:]]))

    def tangent(self, at_end: bool) -> Array:
        """(2,) derivative at the start or the end."""
        return self.at(np.array([self.ends[1 if at_end else 0]]), 1)[0]

    def reversed(self) -> Spline:
        """The same curve run the other way."""
        first, last = self.ends
        return Spline(tuple(first + last - k for k in reversed(self.knots)), self.poles[::-1])


def through(
    points: Sequence[tuple[float, float]],
    start: tuple[float, float] | None = None,
    end: tuple[float, float] | None = None,
    parameters: Sequence[float] | None = None,
) -> Spline:
    """The cubic spline through points, by chord length unless parameters are given.

    `start` and `end` are derivatives to keep there; without one the end is natural (no
    curvature). Two points and no derivative give a straight line.
    """
    from scipy.interpolate import make_interp_spline

    p = np.array(points, dtype=float)
    if parameters is None:
        t = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(p, axis=0), axis=1))])
    else:
        t = np.asarray(parameters, dtype=float)

    def condition(given: tuple[float, float] | None) -> list[tuple[int, Any]]:
        return [(2, np.zeros(2))] if given is None else [(1, np.array(given))]

    made = make_interp_spline(t, p, k=3, bc_type=(condition(start), condition(end)))
    return Spline(tuple(map(float, made.t)), tuple(map(tuple, made.c.tolist())))


def beside(spline: Spline, distance: float, allowed: float = 1e-6) -> Spline:
    """The curve at a distance to the right of a spline (negative: to the left), mm,
    within `allowed` mm of the true one.

    Raises ValueError where the curve bends more tightly than the distance.
    """
    first, last = spline.ends
    fine = np.linspace(first, last, 400)
    d1, d2 = spline.at(fine, 1), spline.at(fine, 2)
    speed = np.linalg.norm(d1, axis=1)
    bend = (d1[:, 0] * d2[:, 1] - d1[:, 1] * d2[:, 0]) / speed**3
    if np.any(1.0 + bend * distance <= 1e-3):
        tightest = 1.0 / np.max(-bend * np.sign(distance))
        raise ValueError(f"it bends to a radius of {tightest:.3f} mm, tighter than the wall")
    steps = 4
    while True:
        spans = spline.spans
        t = np.unique(np.concatenate([np.linspace(a, b, steps + 1) for a, b in pairwise(spans)]))
        start, end = _speeds(spline, t[[0, -1]], distance).tolist()
        points = _beside(spline, t, distance).tolist()
        made = through(points, start, end, t.tolist())
        between = (t[1:] + t[:-1]) / 2
        stray = np.linalg.norm(made.at(between) - _beside(spline, between, distance), axis=1)
        if stray.max() <= allowed or len(t) > 2000:
            return made
        steps *= 2


def _beside(spline: Spline, t: Array, distance: float) -> Array:
    along = spline.at(t, 1)
    along /= np.linalg.norm(along, axis=1)[:, None]
    return spline.at(t) + distance * np.stack([along[:, 1], -along[:, 0]], axis=1)


def _speeds(spline: Spline, t: Array, distance: float) -> Array:
    """Derivatives of the curve beside: the spline's, times 1 + curvature times distance."""
    d1, d2 = spline.at(t, 1), spline.at(t, 2)
    bend = (d1[:, 0] * d2[:, 1] - d1[:, 1] * d2[:, 0]) / np.linalg.norm(d1, axis=1) ** 3
    return d1 * (1.0 + bend * distance)[:, None]
