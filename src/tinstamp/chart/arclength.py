"""Length along a curve, and the place at a length: by Gauss's quadrature and Newton's method."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from typing import Any

import numpy as np

from tinstamp.chart.base import Array
from tinstamp.chart.surface import Arc, Curve

GAUSS = np.polynomial.legendre.leggauss(10)
STRETCHES = 24
"""Stretches that each smooth piece of a curve is measured in."""


@dataclass(frozen=True, eq=False)
class ArcLength:
    """Of a curve over a range of its parameter, seen along a direction where one is given.

    Attributes
    ----------
    low, high : the range. along : unit direction whose part does not count, (3,) or None.
    """

    curve: Curve
    low: float
    high: float
    along: Array | None = None

    def speed(self, t: Array) -> Array:
        """mm for a unit of the parameter."""
        d = self.curve.at(t, 1)
        if self.along is not None:
            d = d - np.einsum("...k,k->...", d, self.along)[..., None] * self.along
        return np.asarray(np.linalg.norm(d, axis=-1), dtype=float)

    @cached_property
    def nodes(self) -> Array:
        """Parameters between which lengths are summed."""
        inner = [b for b in self.curve.breaks if self.low < b < self.high]
        ends = np.array([self.low, *inner, self.high])
        parts = [np.linspace(a, b, STRETCHES + 1) for a, b in pairwise(ends)]
        return np.unique(np.concatenate(parts))

    @cached_property
    def _sums(self) -> Array:
        a, b = self.nodes[:-1], self.nodes[1:]
        return np.concatenate([[0.0], np.cumsum(self._between(a, b))])

    def _between(self, a: Array, b: Array) -> Array:
        t = a[..., None] + (b - a)[..., None] * (GAUSS[0] + 1.0) / 2.0
        return np.asarray(np.sum(self.speed(t) * GAUSS[1], axis=-1) * (b - a) / 2.0, dtype=float)

    @property
    def whole(self) -> float:
        """mm."""
        return float(self._sums[-1])

    @property
    def _even(self) -> float | None:
        """mm for a unit of the parameter where that is as long everywhere."""
        even = isinstance(self.curve, Arc) and self.along is None
        return self.curve.radius if even and isinstance(self.curve, Arc) else None

    def at(self, t: Array) -> Array:
        """Length from the start to parameters (...,), mm; beyond the ends it goes on."""
        t = np.asarray(t, dtype=float)
        if self._even is not None:
            return (t - self.low) * self._even
        k = np.clip(np.searchsorted(self.nodes, t, side="right") - 1, 0, len(self.nodes) - 2)
        return self._sums[k] + self._between(self.nodes[k], t)

    @cached_property
    def _guess(self) -> Any:
        """Parameters at lengths, closely."""
        from scipy.interpolate import CubicHermiteSpline

        return CubicHermiteSpline(self._sums, self.nodes, 1.0 / self.speed(self.nodes))

    def back(self, s: Array) -> Array:
        """Parameters at lengths (...,)."""
        s = np.asarray(s, dtype=float)
        if self._even is not None:
            return self.low + s / self._even
        t = np.asarray(self._guess(np.clip(s, 0.0, self.whole)), dtype=float)
        out_low, out_high = s < 0.0, s > self.whole
        t = np.where(out_low, self.low + s / self.speed(np.array(self.low)), t)
        t = np.where(out_high, self.high + (s - self.whole) / self.speed(np.array(self.high)), t)
        for _ in range(12):
            off = self.at(t) - s
            step = off / np.maximum(self.speed(t), 1e-12)
            t = t - np.where(out_low | out_high, 0.0, step)
            if not off.size or np.abs(np.where(out_low | out_high, 0.0, off)).max() < 1e-11:
                break
        return np.asarray(t, dtype=float)
