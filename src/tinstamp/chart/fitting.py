"""Curves on a face: pieces of the sheet fitted by polynomials in space and in (u, v).

They interpolate the chart at Chebyshev points, so that curves at different lifts
correspond point by point along the normal. NumPy only, vectorised.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import comb

import numpy as np

from tinstamp.chart.base import Array, FaceChart

DEGREES = (3, 5, 7, 9)
"""Tried in turn: the lower the degree, the faster everything that follows."""


def halves(b: Array, t: float) -> tuple[Array, Array]:
    """de Casteljau's division at t."""
    a = b[:-1] + t * np.diff(b, axis=0)
    c = a[:-1] + t * np.diff(a, axis=0)
    d = c[:-1] + t * np.diff(c, axis=0)
    return np.stack([b[0], a[0], c[0], d[0]]), np.stack([d[0], c[1], a[2], b[3]])


def bernstein(t: Array, degree: int) -> Array:
    """Weights of the poles of a Bézier at parameters, (n, degree + 1). (Farin, Curves and Surfaces
    for CAGD, 4.1.)"""
    return np.stack(
        [comb(degree, i) * t**i * (1.0 - t) ** (degree - i) for i in range(degree + 1)], axis=-1
    )


@dataclass(frozen=True)
class Degree:
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


def _degree(p: int) -> Degree:
    nodes = 0.5 * (1.0 - np.cos(np.pi * np.arange(p + 1) / p))
    between = np.sort(np.concatenate([0.5 * (nodes[1:] + nodes[:-1]), [0.02, 0.98]]))
    return Degree(
        bernstein(nodes, 3),
        np.asarray(np.linalg.inv(bernstein(nodes, p)), dtype=float),
        bernstein(between, 3),
        bernstein(between, p),
    )


FITS = {p: _degree(p) for p in DEGREES}


DENSE = 0.5 * (1.0 - np.cos(np.pi * np.arange(25) / 24))
"""Parameters at which what is costly to ask is asked once, for all degrees."""
CUBIC_DENSE = bernstein(DENSE, 3)


def _dense(p: int) -> tuple[Array, Array]:
    """To the poles of a curve that begins and ends with its values and lies nearest to the others,
    and back. (Least squares with fixed ends: Piegl and Tiller, The NURBS Book; from memory.)"""
    basis = bernstein(DENSE, p)
    ends = np.zeros((p + 1, len(DENSE)))
    ends[0, 0] = ends[-1, -1] = 1.0
    inner = np.linalg.pinv(basis[:, 1:-1]) @ (np.eye(len(DENSE)) - basis @ ends)
    ends[1:-1] = inner
    return ends, basis


DENSE_FITS = {p: _dense(p) for p in DEGREES}


def fit_dense(values: Array, p: int) -> tuple[Array, Array, Array]:
    """Poles (n, p + 1, c) nearest to values (n, 25, c) at DENSE, the curve there, and how far each
    piece strays at most; no numbers stray without end."""
    to_poles, basis = DENSE_FITS[p]
    poles = np.einsum("pk,nkc->npc", to_poles, values)
    poles[:, [0, -1]] = values[:, [0, -1]]
    curve = np.einsum("kp,npc->nkc", basis, poles)
    stray = np.linalg.norm(curve - values, axis=-1)
    return poles, curve, np.nan_to_num(stray, nan=np.inf).max(axis=1)


@dataclass(frozen=True)
class Samples:
    """Pieces at the places where a fit of one degree looks at a chart.

    Attributes
    ----------
    uv : (n, k, 2) of the nodes, the first and the last of which are a piece's ends. at_nodes,
        at_between : to space, by the lift.
    """

    uv: Array
    at_nodes: Callable[[float], Array]
    at_between: Callable[[float], Array]


def sampled(beziers: Array, chart: FaceChart, fit: Degree) -> Samples:
    """Pieces (n, 4, 2) of a sheet, looked at once for all lifts."""
    nodes = np.einsum("kj,njc->nkc", fit.cubic_at_nodes, beziers)
    between = np.einsum("kj,njc->nkc", fit.cubic_between, beziers)
    return Samples(*chart.uv_and_lifter(nodes), chart.lifter(between))


def fit_space(samples: Samples, lift: float, fit: Degree) -> tuple[Array, Array]:
    """Poles (n, p + 1, 3) interpolating the chart, and how far each piece strays, mm."""
    nodes = samples.at_nodes(lift)
    poles = np.einsum("pk,nkc->npc", fit.to_poles, nodes)
    poles[:, [0, -1]] = nodes[:, [0, -1]]
    true = samples.at_between(lift)
    stray = np.linalg.norm(np.einsum("kp,npc->nkc", fit.poles_between, poles) - true, axis=-1)
    return poles, stray.max(axis=1)


def raised(poles: Array, degree: int) -> Array:
    """A Bézier's poles at a higher degree: the same curve (Farin, Curves and Surfaces for
    CAGD, degree elevation; from memory)."""
    while len(poles) <= degree:
        n = len(poles)
        part = np.arange(1, n)[:, None] / n
        inner = part * poles[:-1] + (1.0 - part) * poles[1:]
        poles = np.concatenate([poles[:1], inner, poles[-1:]])
    return poles


def fit_uv(
    samples: Samples, chart: FaceChart, lifts: tuple[float, float], fit: Degree
) -> tuple[Array, Array]:
    """Control points (n, p + 1, 2) in (u, v), and how far each piece strays in space, mm."""
    poles = np.einsum("pk,nkc->npc", fit.to_poles, samples.uv)
    poles[:, [0, -1]] = samples.uv[:, [0, -1]]
    found = chart.uv_lifter(np.einsum("kp,npc->nkc", fit.poles_between, poles))
    stray = [np.linalg.norm(found(x) - samples.at_between(x), axis=-1) for x in lifts]
    return poles, np.max(stray, axis=(0, 2))
