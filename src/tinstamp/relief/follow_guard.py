"""What caps that follow something else are held against: another face, or a picture.

Shares no figure with what builds them. Heights from a picture are summed from its own pixels by
their running sums, and run as splines by their basis functions, de Boor's recursion (SciPy).
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart, FaceChart

SECANT_STEPS = 12
"""Steps of the search for how far it is to another face"""
DEGREE = 5
"""Of the spline that a picture's heights run as"""


class Followed(ABC):
    """What caps follow."""

    @abstractmethod
    def reach(self, chart: Chart, xy: Array, raised: bool) -> Array:
        """How far caps are to be off their own face over sheet points, (n, 2), mm, positive."""


@dataclass(frozen=True, eq=False)
class OtherFace(Followed):
    """Another face, and mm that caps stand out of it."""

    other: FaceChart
    beyond: float

    def reach(self, chart: Chart, xy: Array, raised: bool) -> Array:
        """By the rule of false position on how far a place is over that face."""
        start, way = chart.to_space(xy), chart.normal(xy) * (1.0 if raised else -1.0)

        def over(far: Array) -> Array:
            at = start + far[:, None] * way
            there = self.other.ground.from_space(at)
            foot = self.other.ground.to_space(there)
            off = ((at - foot) * self.other.ground.normal(there)).sum(axis=1)
            return np.asarray(off - self.beyond)

        last, far = np.zeros(len(xy)), np.full(len(xy), 0.1)
        before, now = over(last), over(far)
        for _ in range(SECANT_STEPS):
            with np.errstate(invalid="ignore", divide="ignore"):
                step = np.where(now == before, 0.0, now * (far - last) / (now - before))
            last, before, far = far, now, far - step
            now = over(far)
        return far


@dataclass(frozen=True, eq=False)
class Grey(Followed):
    """A picture.

    Attributes
    ----------
    light : how light it is, rows from its top, 0 to 1, (rows, columns).
    dark : the whole depth is where it is dark. deep, least : the depths of either end, mm.
    frame : (3, 2) its lower left corner, lower right one, and upper left one on the sheet.
    cells : places across and up whose heights are the picture's.
    """

    light: Array
    dark: bool
    deep: float
    least: float
    frame: Array
    cells: tuple[int, int]

    def reach(self, chart: Chart, xy: Array, raised: bool) -> Array:
        columns, rows = self.cells
        foot, right, top = self.frame
        turned = np.linalg.solve(np.column_stack([right - foot, top - foot]), (xy - foot).T)
        across, up = (_basis(part, count) for part, count in zip(turned, self.cells, strict=True))
        means = _means(_means(self.light, rows, 0), columns, 1)
        values = np.einsum("nr,rc,nc->n", up[:, ::-1], means, across)
        share = 1.0 - values if self.dark else values
        return np.asarray(self.least + share * (self.deep - self.least))


def _means(values: Array, count: int, axis: int) -> Array:
    """Means of so many stretches of equal length along an axis."""
    sums = (
        np.concatenate([np.zeros_like(values[:1]), np.cumsum(values, axis=0)])
        if axis == 0
        else (np.concatenate([np.zeros_like(values[:, :1]), np.cumsum(values, axis=1)], axis=1))
    )
    size = values.shape[axis]
    at = np.linspace(0.0, size, count + 1)
    whole = np.minimum(at.astype(int), size - 1)
    part = at - whole
    low, high = np.take(sums, whole, axis), np.take(sums, whole + 1, axis)
    shape = (-1, 1) if axis == 0 else (1, -1)
    run = low + part.reshape(shape) * (high - low)
    return np.asarray(np.diff(run, axis=axis) * count / size)


def _basis(at: Array, count: int) -> Array:
    """The weight of each of so many even places between 0 and 1, (n, count): a uniform spline that
    goes on with the outermost one beyond them."""
    from scipy.interpolate import BSpline

    beyond = DEGREE
    knots = (np.arange(count + 2 * beyond + DEGREE + 1) - beyond - (DEGREE + 1) / 2.0 + 0.5) / count
    low, high = knots[DEGREE], np.nextafter(knots[-DEGREE - 1], 0.0)
    every = BSpline.design_matrix(np.clip(at, low, high), knots, DEGREE).toarray()
    found = every[:, beyond : beyond + count]
    found[:, 0] += every[:, :beyond].sum(axis=1)
    found[:, -1] += every[:, beyond + count :].sum(axis=1)
    return np.asarray(found)
