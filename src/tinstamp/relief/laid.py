"""Artwork laid on a face as exact or closely fitted curves. NumPy only, vectorised.

For every piece of every outline: its control points in the face's (u, v), and the poles
of one Bézier in space on the face (the foot) and on the offset surface (the head). Where
the face is curved, the pieces in space interpolate the chart at Chebyshev points, so
that foot and head correspond point by point along the normal.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import comb

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart, Straight

DEGREES = (3, 5, 7, 9)
"""Tried in turn: the lower the degree, the faster everything that follows."""
FIT = 1e-8
"""mm; largest distance allowed between a fitted piece and the chart, a tenth of the kernel's
own tolerance."""


class LayingError(ValueError):
    """Artwork that cannot be laid as it is; the general boolean may still do it."""


@dataclass(frozen=True)
class LaidLoop:
    """One outline on the face: n pieces, the first starting where the last one ends.

    Attributes
    ----------
    uv : (n, 4, 2) control points in the parameters of the surface.
    foot, head : n arrays (p + 1, 3), poles of the pieces at the two lifts; a piece has
        the same degree p in both.
    codes : (n,) `Straight` codes.
    outer : False for a counter.
    """

    uv: Array
    foot: list[Array]
    head: list[Array]
    codes: NDArray[np.int_]
    outer: bool


def lay(regions: Sequence[Region], chart: Chart, low: float, high: float) -> list[list[LaidLoop]]:
    """Lay regions between the lifts `low` and `high` (mm); a list of loops per region.

    Raises LayingError when a region crosses the seam of a closed face.
    """
    pieces: list[Array] = []
    straights: list[NDArray[np.bool_]] = []
    for region in regions:
        for outline in region.outlines:
            beziers, straight = _split(outline.beziers, outline.straight, chart.max_span)
            pieces.append(beziers)
            straights.append(straight)
    if not pieces:
        return []
    beziers = np.concatenate(pieces)
    straight = np.concatenate(straights)
    codes = np.where(straight, chart.straight(beziers), Straight.FREE)
    foot, head = _fitted(beziers, chart, low, high)
    uv = chart.to_uv(beziers)
    laid: list[list[LaidLoop]] = []
    at = 0
    counts = iter([len(p) for p in pieces])
    for region in regions:
        spans = []
        for _ in region.outlines:
            count = next(counts)
            spans.append(slice(at, at + count))
            at += count
        turn = _turns(uv[spans[0]], chart)
        laid.append(
            [
                LaidLoop(uv[s] + [turn, 0.0], foot[s], head[s], codes[s], k == 0)
                for k, s in enumerate(spans)
            ]
        )
    return laid


def _turns(uv: Array, chart: Chart) -> float:
    """What to add to u so that the outline lies within one turn from the seam."""
    if chart.girth is None:
        return 0.0
    turn = 2.0 * np.pi
    least, greatest = float(uv[..., 0].min()), float(uv[..., 0].max())
    shift = -turn * np.floor(least / turn)
    if greatest + shift > turn:
        raise LayingError("the artwork crosses the seam of the face")
    return float(shift)


def _split(
    beziers: Array, straight: NDArray[np.bool_], longest: float
) -> tuple[Array, NDArray[np.bool_]]:
    """Cut pieces that run further than `longest` along x into equal parts."""
    if not np.isfinite(longest):
        return beziers, straight
    runs = beziers[..., 0].max(axis=1) - beziers[..., 0].min(axis=1)
    counts = np.maximum(1, np.ceil(runs / longest).astype(int))
    if counts.max() == 1:
        return beziers, straight
    parts = [part for b, n in zip(beziers, counts, strict=True) for part in _cut(b, int(n))]
    return np.stack(parts), np.repeat(straight, counts)


def _cut(bezier: Array, count: int) -> list[Array]:
    parts = []
    rest = bezier
    for left in range(count, 1, -1):
        first, rest = _halves(rest, 1.0 / left)
        parts.append(first)
    return [*parts, rest]


def _halves(b: Array, t: float) -> tuple[Array, Array]:
    """de Casteljau's division at t."""
    a = b[:-1] + t * np.diff(b, axis=0)
    c = a[:-1] + t * np.diff(a, axis=0)
    d = c[:-1] + t * np.diff(c, axis=0)
    return np.stack([b[0], a[0], c[0], d[0]]), np.stack([d[0], c[1], a[2], b[3]])


def _bernstein(t: Array, degree: int) -> Array:
    return np.stack(
        [comb(degree, i) * t**i * (1.0 - t) ** (degree - i) for i in range(degree + 1)], axis=-1
    )


@dataclass(frozen=True)
class _Degree:
    """Constant matrices for fitting at one degree.

    Attributes
    ----------
    cubic_at_nodes : sheet control points to sheet points at the Chebyshev nodes.
    to_poles : points at the nodes to poles.
    cubic_between, poles_between : the same curve between the nodes, both ways.
    """

    cubic_at_nodes: Array
    to_poles: Array
    cubic_between: Array
    poles_between: Array


def _degree(p: int) -> _Degree:
    nodes = 0.5 * (1.0 - np.cos(np.pi * np.arange(p + 1) / p))
    between = np.sort(np.concatenate([0.5 * (nodes[1:] + nodes[:-1]), [0.02, 0.98]]))
    return _Degree(
        _bernstein(nodes, 3),
        np.asarray(np.linalg.inv(_bernstein(nodes, p)), dtype=float),
        _bernstein(between, 3),
        _bernstein(between, p),
    )


_FITS = {p: _degree(p) for p in DEGREES}


def _fitted(
    beziers: Array, chart: Chart, low: float, high: float
) -> tuple[list[Array], list[Array]]:
    """Poles of every piece at the two lifts: exact cubics on a flat face, elsewhere the
    lowest degree that keeps within FIT of the chart at both lifts."""
    if chart.curvature() == (0.0, 0.0):
        return list(chart.to_space(beziers, low)), list(chart.to_space(beziers, high))
    foot: list[Array] = [np.empty(0)] * len(beziers)
    head: list[Array] = [np.empty(0)] * len(beziers)
    left = np.arange(len(beziers))
    for p in DEGREES:
        a, stray_a = _fit(beziers[left], chart, low, _FITS[p])
        b, stray_b = _fit(beziers[left], chart, high, _FITS[p])
        good = np.maximum(stray_a, stray_b) <= FIT
        for k in np.flatnonzero(good):
            foot[left[k]], head[left[k]] = a[k], b[k]
        left = left[~good]
        if not len(left):
            return foot, head
    raise LayingError(f"{len(left)} pieces stray from the face")


def _fit(beziers: Array, chart: Chart, lift: float, fit: _Degree) -> tuple[Array, Array]:
    """Poles (n, p + 1, 3) interpolating the chart, and how far each piece strays, mm."""
    nodes = np.einsum("kj,njc->nkc", fit.cubic_at_nodes, beziers)
    poles = np.einsum("pk,nkc->npc", fit.to_poles, chart.to_space(nodes, lift))
    poles[:, [0, -1]] = chart.to_space(beziers[:, [0, 3]], lift)
    true = chart.to_space(np.einsum("kj,njc->nkc", fit.cubic_between, beziers), lift)
    stray = np.linalg.norm(np.einsum("kp,npc->nkc", fit.poles_between, poles) - true, axis=-1)
    return poles, stray.max(axis=1)
