"""Where outlines cross lines of a face at which its curvature jumps, as where two splines were
joined: a parallel surface has a corner in its parameters there, so curves are parted."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tinstamp.artwork.outline import Array, evaluate
from tinstamp.chart.base import FaceChart
from tinstamp.chart.fitting import halves

LOOKED_AT = 9
"""Places of a piece that tell on which side of a line it is."""
BISECTIONS = 50
"""Steps that seek a crossing."""
NEAR_END = 1e-5
"""Part of a piece within which a crossing counts as its end."""


def crossings(
    beziers: Array, chart: FaceChart, creases: tuple[Array, Array] | None = None
) -> dict[int, list[float]]:
    """Parameters, from 0 to 1, at which pieces (n, 4, 2) cross such lines, by the piece."""
    creases = chart.ground.creases if creases is None else creases
    if not any(len(lines) for lines in creases):
        return {}
    t = np.linspace(0.0, 1.0, LOOKED_AT)
    uv = chart.to_uv(evaluate(beziers, t).reshape(-1, 2)).reshape(len(beziers), LOOKED_AT, 2)
    found: list[tuple[int, int, float, float, float]] = []
    for axis, lines in enumerate(creases):
        for line in lines:
            beyond = uv[..., axis] >= line
            for k, j in np.argwhere(beyond[:, :-1] != beyond[:, 1:]):
                found.append((int(k), axis, float(line), float(t[j]), float(t[j + 1])))
    if not found:
        return {}
    pieces, axes, lines, low, high = map(np.array, zip(*found, strict=True))
    at = _sought(beziers[pieces], chart, axes, lines, low, high)
    cuts: dict[int, list[float]] = {}
    for k, x in zip(pieces.tolist(), at.tolist(), strict=True):
        if NEAR_END < x < 1.0 - NEAR_END:
            cuts.setdefault(k, []).append(x)
    return cuts


def _sought(
    beziers: Array, chart: FaceChart, axes: Array, lines: Array, low: Array, high: Array
) -> Array:
    """The parameter of each piece's crossing, by halving."""

    def off(t: Array) -> Array:
        s = 1.0 - t
        basis = np.stack([s**3, 3 * s * s * t, 3 * s * t * t, t**3], axis=-1)
        points = np.einsum("nj,njk->nk", basis, beziers)
        return np.asarray(chart.to_uv(points)[np.arange(len(t)), axes] - lines, dtype=float)

    before = off(low) >= 0.0
    for _ in range(BISECTIONS):
        middle = (low + high) / 2
        ahead = (off(middle) >= 0.0) == before
        low, high = np.where(ahead, middle, low), np.where(ahead, high, middle)
    return np.asarray((low + high) / 2, dtype=float)


def parted(bezier: Array, at: Sequence[float]) -> list[Array]:
    """A piece (4, 2) in parts between parameters."""
    parts, rest, begin = [], bezier, 0.0
    for x in sorted(at):
        if x - begin < NEAR_END:
            continue
        first, rest = halves(rest, (x - begin) / (1.0 - begin))
        parts.append(first)
        begin = x
    return [*parts, rest]
