"""Artwork laid on a face as exact or closely fitted curves. NumPy only, vectorised.

For every piece of every outline: its control points in the face's (u, v), and the poles
of one Bézier in space on the face (the foot) and on the offset surface (the head). Where
the face is curved, the pieces in space interpolate the chart at Chebyshev points, so
that foot and head correspond point by point along the normal; so do those in (u, v) where
they are not an affine function of the sheet. Pieces that do not fit well enough at the
greatest degree are cut in halves until they do.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from math import comb
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import FaceChart, Straight
from tinstamp.chart.fitting import (
    DEGREES,
    FITS,
    fit_points,
    fit_space,
    fit_uv,
    halves,
    raised,
    sampled,
)


class CurveError(ValueError):
    """Artwork that cannot be laid as it is; the general boolean may still do it."""


def extent(laid: Sequence[FaceLoop], head: bool = False) -> tuple[Array, Array]:
    """Least and greatest (u, v) of loops, (2,) each; of their heads' where those differ."""
    points = np.concatenate(
        [p for loop in laid for p in (loop.head_uv if head and loop.head_uv else loop.uv)]
    )
    return points.min(axis=0), points.max(axis=0)


@dataclass(frozen=True)
class FaceLoop:
    """One outline on the face: n pieces, the first starting where the last one ends.

    Attributes
    ----------
    uv : n arrays (q + 1, 2), control points in the parameters of the surface.
    foot, head : n arrays (p + 1, 3), poles of the pieces at the two lifts; a piece has
        the same degree p in both.
    codes : (n,) `Straight` codes.
    outer : False for a counter.
    head_uv : as `uv`, on the head's surface, where that is not the same.
    source : (n,) the number of the outline's piece that each one is of.
    """

    uv: list[Array]
    foot: list[Array]
    head: list[Array]
    codes: NDArray[np.int_]
    outer: bool
    head_uv: list[Array] | None = None
    source: NDArray[np.int_] = field(default_factory=lambda: np.zeros(0, dtype=int))


RING_POINTS = 12
"""points to a curved piece of a ring: 0.001 mm off an arc of a millimetre that turns by 60°"""


def ring_of(loop: FaceLoop) -> Array:
    """A loop as a polygon in (u, v), (n, 2)."""
    parts = []
    for poles, code in zip(loop.uv, loop.codes.tolist(), strict=True):
        if code == Straight.FREE:
            parts.append(_bernstein(len(poles) - 1) @ poles)
        else:
            parts.append(poles[:1])
    return np.concatenate(parts)


@lru_cache(maxsize=32)
def _bernstein(degree: int) -> Array:
    """Weights of the poles of a Bézier at the points of a ring, without its end, (k, degree + 1).
    (Farin, Curves and Surfaces for CAGD, 4.1.)"""
    t = np.linspace(0.0, 1.0, RING_POINTS, endpoint=False)[:, None]
    i = np.arange(degree + 1)
    return np.array([comb(degree, k) for k in i]) * t**i * (1.0 - t) ** (degree - i)


HALVINGS = 6
"""How often a piece may be cut in halves."""


@dataclass(frozen=True)
class _Pieces:
    """Pieces of all outlines, in order.

    Attributes
    ----------
    beziers : (n, 4, 2). straight : (n,). owner : (n,) index of each piece's outline.
    source : (n,) its own number there, before it was cut.
    """

    beziers: Array
    straight: NDArray[np.bool_]
    owner: NDArray[np.int_]
    source: NDArray[np.int_]

    def halved(self, which: NDArray[np.bool_]) -> _Pieces:
        """Each of the marked pieces as two."""
        counts = np.where(which, 2, 1)
        parts: list[Array] = []
        for b, two in zip(self.beziers, which, strict=True):
            parts += halves(b, 0.5) if two else (b,)
        return _Pieces(
            np.stack(parts),
            np.repeat(self.straight, counts),
            np.repeat(self.owner, counts),
            np.repeat(self.source, counts),
        )


class Ends(Protocol):
    """Where walls end (see `relief.heads.Head`)."""

    def space(self, xy: Array) -> Array: ...

    def uv(self, xy: Array) -> Array: ...

    def at(self, uv: Array) -> Array: ...


def face_loops(
    regions: Sequence[Region],
    chart: FaceChart,
    low: float,
    high: float,
    start: float | None = None,
    foot_end: Ends | None = None,
    head_end: Ends | None = None,
) -> list[list[FaceLoop]]:
    """Lay regions between the lifts `low` and `high` (mm); a list of loops per region.

    With `head_end` the walls end there, and with `foot_end` they begin there. `start` is
    where u begins on a closed face. Raises CurveError when a region crosses the seam there,
    or strays from the face.
    """
    if not regions:
        return []
    pieces = _pieces(regions, chart)
    head_uv: list[Array] | None = None
    for _ in range(HALVINGS):
        if head_end is None:
            uv, foot, head, good = _fitted(pieces, chart, low, high)
        else:
            uv, foot, good = _end(pieces.beziers, chart, foot_end or _OnFace(chart))
            head_uv, head, meets = _end(pieces.beziers, chart, head_end)
            foot, head = _raised(foot, head)
            good = good & meets
        if good.all():
            break
        pieces = pieces.halved(~good)
    else:
        raise CurveError(f"{np.count_nonzero(~good)} pieces stray from the face")
    codes = np.where(pieces.straight, chart.straight(pieces.beziers), Straight.FREE)
    if head_end is not None:
        codes[:] = Straight.FREE
    laid: list[list[FaceLoop]] = []
    for spans in _spans(regions, pieces):
        turn = np.zeros(2)
        if foot_end is None:
            first, own = uv[spans[0]], chart.ground
            turn = np.array([_turns(first, own, start), _over(first, own)])
        laid.append(
            [
                FaceLoop(
                    [p + turn for p in uv[s]],
                    foot[s],
                    head[s],
                    codes[s],
                    i == 0,
                    None if head_uv is None else head_uv[s],
                    pieces.source[s],
                )
                for i, s in enumerate(spans)
            ]
        )
    return laid


def _pieces(regions: Sequence[Region], chart: FaceChart) -> _Pieces:
    """All outlines in pieces that one polynomial may cover."""
    outlines = [outline for region in regions for outline in region.outlines]
    cut = [_split(o.beziers, o.straight, chart.max_span) for o in outlines]
    return _Pieces(
        np.concatenate([beziers for beziers, _, _ in cut]),
        np.concatenate([straight for _, straight, _ in cut]),
        np.repeat(np.arange(len(cut)), [len(beziers) for beziers, _, _ in cut]),
        np.concatenate([source for _, _, source in cut]),
    )


def _spans(regions: Sequence[Region], pieces: _Pieces) -> Iterator[list[slice]]:
    """For each region, which pieces each of its outlines has."""
    count = sum(len(region.outlines) for region in regions)
    ends = np.searchsorted(pieces.owner, np.arange(count + 1))
    k = 0
    for region in regions:
        yield [slice(ends[k + i], ends[k + i + 1]) for i in range(len(region.outlines))]
        k += len(region.outlines)


@dataclass(frozen=True)
class _OnFace:
    """Walls that begin on the face itself."""

    chart: FaceChart

    def space(self, xy: Array) -> Array:
        return self.chart.to_space(xy)

    def uv(self, xy: Array) -> Array:
        return self.chart.to_uv(xy)

    def at(self, uv: Array) -> Array:
        return self.chart.to_space(self.chart.from_uv(uv))


def _end(
    beziers: Array, chart: FaceChart, end: Ends
) -> tuple[list[Array], list[Array], NDArray[np.bool_]]:
    """Control points in (u, v) and poles in space of every piece at one end of the walls,
    and which are good."""
    count = len(beziers)
    uv: list[Array] = [np.empty(0)] * count
    poles: list[Array] = [np.empty(0)] * count
    left = np.arange(count)
    allowed = max(chart.fineness, 1e-7)
    for p in DEGREES:
        fit = FITS[p]
        a, stray = fit_points(beziers[left], end.space, fit)
        b, _ = fit_points(beziers[left], end.uv, fit)
        between = np.einsum("kj,njc->nkc", fit.cubic_between, beziers[left])
        off = end.at(np.einsum("kp,npc->nkc", fit.poles_between, b)) - end.space(between)
        stray = np.maximum(stray, np.linalg.norm(off, axis=-1).max(axis=1))
        fits = stray <= allowed
        for k in np.flatnonzero(fits):
            poles[left[k]], uv[left[k]] = a[k], b[k]
        left = left[~fits]
        if not len(left):
            break
    good = np.ones(count, dtype=bool)
    good[left] = False
    return uv, poles, good


def _raised(foot: list[Array], head: list[Array]) -> tuple[list[Array], list[Array]]:
    """Feet and heads of the same degree, piece by piece."""
    pairs = [
        (raised(a, max(len(a), len(b)) - 1), raised(b, max(len(a), len(b)) - 1))
        if len(a) and len(b)
        else (a, b)
        for a, b in zip(foot, head, strict=True)
    ]
    return [a for a, _ in pairs], [b for _, b in pairs]


def _over(uv: Sequence[Array], chart: FaceChart) -> float:
    """What to add to v on a face that closes in that direction too, a torus."""
    if not getattr(chart, "ring", False):
        return 0.0
    least = min(float(p[:, 1].min()) for p in uv)
    greatest = max(float(p[:, 1].max()) for p in uv)
    shift = -2.0 * np.pi * np.floor(least / (2.0 * np.pi))
    if greatest + shift > 2.0 * np.pi:
        raise CurveError("the artwork crosses the seam of the face")
    return float(shift)


def _turns(uv: Sequence[Array], chart: FaceChart, start: float | None) -> float:
    """What to add to u so that the outline lies within one turn from where u begins."""
    if start is None or not chart.closed:
        return 0.0
    turn = chart.period
    least = min(float(p[:, 0].min()) for p in uv)
    greatest = max(float(p[:, 0].max()) for p in uv)
    shift = -turn * np.floor((least - start) / turn)
    if greatest + shift > start + turn:
        raise CurveError("the artwork crosses the seam of the face")
    return float(shift)


def _split(
    beziers: Array, straight: NDArray[np.bool_], longest: float
) -> tuple[Array, NDArray[np.bool_], NDArray[np.int_]]:
    """Cut pieces that run further than `longest` along x into equal parts; with the number
    of the piece that each is of."""
    numbers = np.arange(len(beziers))
    if not np.isfinite(longest):
        return beziers, straight, numbers
    runs = beziers[..., 0].max(axis=1) - beziers[..., 0].min(axis=1)
    counts = np.maximum(1, np.ceil(runs / longest).astype(int))
    if counts.max() == 1:
        return beziers, straight, numbers
    parts = [part for b, n in zip(beziers, counts, strict=True) for part in _cut(b, int(n))]
    return np.stack(parts), np.repeat(straight, counts), np.repeat(numbers, counts)


def _cut(bezier: Array, count: int) -> list[Array]:
    parts = []
    rest = bezier
    for left in range(count, 1, -1):
        first, rest = halves(rest, 1.0 / left)
        parts.append(first)
    return [*parts, rest]


Fitted = tuple[list[Array], list[Array], list[Array], NDArray[np.bool_]]


def _fitted(pieces: _Pieces, chart: FaceChart, low: float, high: float) -> Fitted:
    """Control points in (u, v) and poles at the two lifts of every piece, and which are good.

    Exact cubics on a flat face, elsewhere the lowest degree that keeps within a hair of the
    chart at both lifts.
    """
    beziers = pieces.beziers
    count = len(beziers)
    good = np.ones(count, dtype=bool)
    if chart.evenly_curved and chart.curvature() == (0.0, 0.0):
        foot, head = chart.to_space(beziers, low), chart.to_space(beziers, high)
        return list(chart.to_uv(beziers)), list(foot), list(head), good
    foot_poles: list[Array] = [np.empty(0)] * count
    head_poles: list[Array] = [np.empty(0)] * count
    uv: list[Array] = list(chart.to_uv(beziers)) if chart.affine else [np.empty(0)] * count
    left = np.arange(count)
    for p in DEGREES:
        fit = FITS[p]
        samples = sampled(beziers[left], chart, fit)
        a, stray = fit_space(samples, low, fit)
        b, stray_b = fit_space(samples, high, fit)
        stray = np.maximum(stray, stray_b)
        if not chart.affine:
            c, stray_c = fit_uv(samples, chart, (low, high), fit)
            stray = np.maximum(stray, stray_c)
        fits = stray <= chart.fineness
        for k in np.flatnonzero(fits):
            foot_poles[left[k]], head_poles[left[k]] = a[k], b[k]
            if not chart.affine:
                uv[left[k]] = c[k]
        left = left[~fits]
        if not len(left):
            break
    good[left] = False
    return uv, foot_poles, head_poles, good
