"""Surfaces as plain arrays: what charts of bent faces evaluate, free of the kernel.

All in the kernel's own parameters (u, v); lengths in mm, angles of parameters in radians.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from tinstamp.artwork.outline import Array


class Curve(ABC):
    """A curve in space over one parameter."""

    @abstractmethod
    def at(self, t: Array, order: int = 0) -> Array:
        """Points, or derivatives up to the second, (..., 3), at parameters (...,)."""

    def upto(self, t: Array, order: int) -> list[Array]:
        """Points, and all derivatives up to that order."""
        return [self.at(t, k) for k in range(order + 1)]

    @property
    def breaks(self) -> Array:
        """Parameters between which it is smooth; empty for one that is smooth everywhere."""
        return np.zeros(0)

    @property
    def creases(self) -> Array:
        """Those of them at which its curvature may jump."""
        return np.zeros(0)


@dataclass(frozen=True, eq=False)
class Arc(Curve):
    """centre + radius (cos t x + sin t y)."""

    centre: Array
    x: Array
    y: Array
    radius: float

    def at(self, t: Array, order: int = 0) -> Array:
        angle = np.asarray(t, dtype=float)[..., None] + order * np.pi / 2.0
        arc = self.radius * (np.cos(angle) * self.x + np.sin(angle) * self.y)
        return np.asarray(self.centre + arc if order == 0 else arc, dtype=float)

    def upto(self, t: Array, order: int) -> list[Array]:
        angle = np.asarray(t, dtype=float)[..., None]
        c, s = self.radius * np.cos(angle), self.radius * np.sin(angle)
        out = c * self.x + s * self.y
        return [self.centre + out, c * self.y - s * self.x, -out][: order + 1]


@dataclass(frozen=True, eq=False)
class SplineCurve(Curve):
    """A B-spline, rational where it has weights.

    Attributes
    ----------
    knots : full knot vector. poles : (n, 3). weights : (n,) or None.
    """

    knots: Array
    poles: Array
    weights: Array | None = None

    @property
    def breaks(self) -> Array:
        return np.unique(self.knots)

    @property
    def creases(self) -> Array:
        return jumps(self.knots, len(self.knots) - len(self.poles) - 1)

    @cached_property
    def _whole(self) -> Any:
        from scipy.interpolate import BSpline

        degree = len(self.knots) - len(self.poles) - 1
        heavy = self.poles
        if self.weights is not None:
            w = self.weights[:, None]
            heavy = np.concatenate([self.poles * w, w], axis=1)
        return BSpline(self.knots, heavy, degree)

    def at(self, t: Array, order: int = 0) -> Array:
        return self.upto(t, order)[order]

    def upto(self, t: Array, order: int) -> list[Array]:
        t = np.clip(np.asarray(t, dtype=float), self.knots[0], self.knots[-1])
        found = [self._whole(t, nu=k) for k in range(order + 1)]
        return found if self.weights is None else _quotient(found)


def jumps(knots: Array, degree: int) -> Array:
    """Inner knots at which a spline's second derivative may jump."""
    values, times = np.unique(knots, return_counts=True)
    within = (values > knots[degree]) & (values < knots[-1 - degree])
    return np.asarray(values[within & (times > degree - 2)], dtype=float)


def moved_curve(curve: Curve, turn: Array) -> Curve:
    """A curve turned about the origin by a matrix (3, 3)."""
    if isinstance(curve, Arc):
        return Arc(turn @ curve.centre, turn @ curve.x, turn @ curve.y, curve.radius)
    assert isinstance(curve, SplineCurve)
    return replace(curve, poles=curve.poles @ turn.T)


def _quotient(found: list[Array]) -> list[Array]:
    """Derivatives of a rational curve from those of its homogeneous one."""
    points = [f[..., :3] for f in found]
    w = [f[..., 3:] for f in found]
    done = [points[0] / w[0]]
    if len(found) > 1:
        done.append((points[1] - w[1] * done[0]) / w[0])
    if len(found) > 2:
        done.append((points[2] - 2.0 * w[1] * done[1] - w[2] * done[0]) / w[0])
    return done


class Surface(ABC):
    """A surface over (u, v)."""

    @abstractmethod
    def first(self, uv: Array) -> tuple[Array, Array, Array]:
        """Points and the derivatives by u and by v, each (..., 3)."""

    @abstractmethod
    def second(self, uv: Array) -> tuple[Array, Array, Array]:
        """Second derivatives uu, uv, vv, each (..., 3)."""

    @property
    def creases(self) -> tuple[Array, Array]:
        """u and v of the lines at which its curvature may jump."""
        return np.zeros(0), np.zeros(0)

    @property
    def breaks(self) -> tuple[Array, Array]:
        """u and v of the lines between which it is smooth."""
        return np.zeros(0), np.zeros(0)

    def at(self, uv: Array) -> Array:
        """Points (..., 3)."""
        return self.first(uv)[0]

    def normal(self, uv: Array) -> Array:
        """Unit normals S_u × S_v, (..., 3); zero at a pole."""
        return self.with_normal(uv)[1]

    def with_normal(self, uv: Array) -> tuple[Array, Array]:
        """Points, and unit normals S_u × S_v, zero at a pole; (..., 3) each."""
        at, du, dv = self.first(uv)
        n = crossed(du, dv)
        size = np.linalg.norm(n, axis=-1, keepdims=True)
        return at, np.asarray(n / np.maximum(size, 1e-300), dtype=float)

    def shape_by(self, uv: Array) -> tuple[Array, Array, Array]:
        """Both derivatives, (..., 3, 2), their metric and how the unit normal S_u × S_v moves with
        u and v in terms of them, (..., 2, 2). (Weingarten's equations; do Carmo, Differential
        Geometry of Curves and Surfaces, 3.3; from memory.)"""
        _, a, b = self.first(uv)
        return np.stack([a, b], axis=-1), *_weingarten((a, b), self.second(uv))

    def bent(self, uv: Array) -> tuple[Array, Array]:
        """Mean and Gaussian curvature, (...,), 1/mm and 1/mm², with respect to S_u × S_v:
        positive where it bulges to the side of the normal. (First and second fundamental
        forms; do Carmo, Differential Geometry of Curves and Surfaces, 3.3; from memory.)"""
        return self.measured(uv)[1:]

    def measured(self, uv: Array) -> tuple[Array, Array, Array]:
        """The area of S_u × S_v, and the two curvatures."""
        _, a, b = self.first(uv)
        return self.bent_by(uv, a, b)

    def bent_by(self, uv: Array, a: Array, b: Array) -> tuple[Array, Array, Array]:
        """The area of S_u × S_v, and the two curvatures, with both derivatives in hand."""
        return _bends((a, b), self.second(uv))


Triple = tuple[Array, Array, Array]


def _forms(first: tuple[Array, Array], second: Triple) -> tuple[Array, Triple, Triple]:
    """The length of the normal S_u × S_v, (...,), and the coefficients of both fundamental forms,
    from the first and second derivatives, (..., 3)."""
    (a, b), (aa, ab, bb) = first, second
    n = crossed(a, b)
    area = np.asarray(np.linalg.norm(n, axis=-1), dtype=float)
    n = n / np.maximum(area, 1e-300)[..., None]
    return area, (_dot(a, a), _dot(a, b), _dot(b, b)), (_dot(aa, n), _dot(ab, n), _dot(bb, n))


def _bends(first: tuple[Array, Array], second: Triple) -> tuple[Array, Array, Array]:
    """The length of the normal S_u × S_v and the two curvatures (see `Surface.bent`)."""
    area, (e, f, g), (p, q, r) = _forms(first, second)
    size = np.maximum(e * g - f * f, 1e-300)
    mean = -(e * r - 2 * f * q + g * p) / (2 * size)
    return area, mean, (p * r - q * q) / size


def _weingarten(first: tuple[Array, Array], second: Triple) -> tuple[Array, Array]:
    """The metric, and how the unit normal moves with u and v in terms of both derivatives,
    (..., 2, 2) each (see `Surface.shape_by`)."""
    _, (e, f, g), (p, q, r) = _forms(first, second)
    size = np.maximum(e * g - f * f, 1e-300)
    metric, turned = np.empty((*e.shape, 2, 2)), np.empty((*e.shape, 2, 2))
    metric[..., 0, 0], metric[..., 1, 1] = e, g
    metric[..., 0, 1] = metric[..., 1, 0] = f
    turned[..., 0, 0], turned[..., 0, 1] = (f * q - g * p) / size, (f * r - g * q) / size
    turned[..., 1, 0], turned[..., 1, 1] = (f * p - e * q) / size, (f * q - e * r) / size
    return metric, turned


def crossed(a: Array, b: Array) -> Array:
    """Cross products of vectors (..., 3), as numpy's own, which takes far longer for few."""
    found = np.empty(np.broadcast_shapes(a.shape, b.shape))
    for k in range(3):
        i, j = (k + 1) % 3, (k + 2) % 3
        found[..., k] = a[..., i] * b[..., j] - a[..., j] * b[..., i]
    return found


def _dot(a: Array, b: Array) -> Array:
    return np.asarray(np.einsum("...k,...k->...", a, b), dtype=float)


@dataclass(frozen=True, eq=False)
class Swept(Surface):
    """curve(u) + v · direction."""

    curve: Curve
    direction: Array

    @property
    def creases(self) -> tuple[Array, Array]:
        return self.curve.creases, np.zeros(0)

    @property
    def breaks(self) -> tuple[Array, Array]:
        return self.curve.breaks, np.zeros(0)

    def first(self, uv: Array) -> tuple[Array, Array, Array]:
        u, v = uv[..., 0], uv[..., 1]
        du = self.curve.at(u, 1)
        return self.curve.at(u) + v[..., None] * self.direction, du, du * 0 + self.direction

    def second(self, uv: Array) -> tuple[Array, Array, Array]:
        bent = self.curve.at(uv[..., 0], 2)
        return bent, bent * 0, bent * 0


@dataclass(frozen=True, eq=False)
class Revolved(Surface):
    """curve(v) turned about an axis by the angle u."""

    curve: Curve
    origin: Array
    axis: Array

    @property
    def creases(self) -> tuple[Array, Array]:
        return np.zeros(0), self.curve.creases

    @property
    def breaks(self) -> tuple[Array, Array]:
        return np.zeros(0), self.curve.breaks

    @cached_property
    def _across(self) -> Array:
        """(3, 3): what a row vector is multiplied by to be crossed by the axis."""
        x, y, z = self.axis
        return np.array([[0.0, z, -y], [-z, 0.0, x], [y, -x, 0.0]])

    def turned(self, u: Array, *vectors: Array) -> list[Array]:
        """Vectors turned by u."""
        c, s = np.cos(u)[..., None], np.sin(u)[..., None]
        found = []
        for one in vectors:
            along = (one @ self.axis)[..., None] * self.axis
            out = one - along
            found.append(c * out + s * (out @ self._across) + along)
        return found

    def first(self, uv: Array) -> tuple[Array, Array, Array]:
        at, up = self.curve.upto(uv[..., 1], 1)
        x, up = self.turned(uv[..., 0], at - self.origin, up)
        return self.origin + x, x @ self._across, up

    def at(self, uv: Array) -> Array:
        (x,) = self.turned(uv[..., 0], self.curve.at(uv[..., 1]) - self.origin)
        return self.origin + x

    def second(self, uv: Array) -> tuple[Array, Array, Array]:
        at, up, bent = self.curve.upto(uv[..., 1], 2)
        return self._second(*self.turned(uv[..., 0], at - self.origin, up, bent))

    def _second(self, x: Array, up: Array, bent: Array) -> tuple[Array, Array, Array]:
        return x @ self._across @ self._across, up @ self._across, bent

    def _unturned(self, v: Array) -> tuple[tuple[Array, Array], Triple]:
        """The first and the second derivatives where u is 0: all that does not turn with u is the
        same there."""
        at, up, bent = self.curve.upto(v, 2)
        x = at - self.origin
        return (x @ self._across, up), self._second(x, up, bent)

    def with_normal(self, uv: Array) -> tuple[Array, Array]:
        at, up = self.curve.upto(uv[..., 1], 1)
        x = at - self.origin
        n = crossed(x @ self._across, up)
        n = n / np.maximum(np.linalg.norm(n, axis=-1, keepdims=True), 1e-300)
        x, n = self.turned(uv[..., 0], x, n)
        return self.origin + x, n

    def measured(self, uv: Array) -> tuple[Array, Array, Array]:
        return _bends(*self._unturned(uv[..., 1]))

    def shape_by(self, uv: Array) -> tuple[Array, Array, Array]:
        first, second = self._unturned(uv[..., 1])
        along = np.stack(self.turned(uv[..., 0], *first), axis=-1)
        return along, *_weingarten(first, second)


@dataclass(frozen=True, eq=False)
class SplineSurface(Surface):
    """A B-spline surface, rational where it has weights.

    Attributes
    ----------
    u_knots, v_knots : full knot vectors. poles : (n, m, 3). weights : (n, m) or None.
    wraps : 0 or 1 where it closes smoothly in u or in v: beyond its ends it goes round again.
    beyond : a part of its size by which it is carried on past its ends, as its last pieces run.
    """

    u_knots: Array
    v_knots: Array
    poles: Array
    weights: Array | None = None
    wraps: int | None = None
    beyond: float = 0.0

    @property
    def creases(self) -> tuple[Array, Array]:
        p, q = self.degrees
        return self._every_turn(jumps(self.u_knots, p), jumps(self.v_knots, q))

    @property
    def breaks(self) -> tuple[Array, Array]:
        return self._every_turn(np.unique(self.u_knots), np.unique(self.v_knots))

    def _every_turn(self, u: Array, v: Array) -> tuple[Array, Array]:
        """Lines of u and of v, where it closes those of the turns before and after too."""
        found = [u, v]
        if self.wraps is not None:
            k, turn = self.wraps, self.size[self.wraps]
            once = np.append(found[k], self.begin[k])
            found[k] = np.concatenate([once - turn, once, once + turn])
        return found[0], found[1]

    @cached_property
    def begin(self) -> Array:
        """Least (u, v), (2,)."""
        p, q = self.degrees
        return np.array([self.u_knots[p], self.v_knots[q]])

    @cached_property
    def size(self) -> Array:
        """How far u and v go, (2,)."""
        p, q = self.degrees
        return np.array([self.u_knots[-1 - p], self.v_knots[-1 - q]]) - self.begin

    @cached_property
    def degrees(self) -> tuple[int, int]:
        n, m = self.poles.shape[:2]
        return len(self.u_knots) - n - 1, len(self.v_knots) - m - 1

    @cached_property
    def _whole(self) -> Any:
        from scipy.interpolate import NdBSpline

        heavy = self.poles
        if self.weights is not None:
            w = self.weights[..., None]
            heavy = np.concatenate([self.poles * w, w], axis=2)
        return NdBSpline((self.u_knots, self.v_knots), np.ascontiguousarray(heavy), self.degrees)

    @cached_property
    def _carried_on(self) -> tuple[Array, Array]:
        """Least and greatest (u, v) to which it goes on past its ends, (2,) each."""
        more = self.beyond * self.size
        return self.begin - more, self.begin + self.size + more

    def _at(self, uv: Array, order: tuple[int, int]) -> Array:
        given = np.asarray(uv, dtype=float)
        if self.wraps is not None:
            low, high = self.begin, self.begin + self.size
            k, given = self.wraps, given.copy()
            over = (given[..., k] < low[k]) | (given[..., k] > high[k])
            given[over, k] = low[k] + (given[over, k] - low[k]) % (high[k] - low[k])
        least, most = self._carried_on
        inside = np.minimum(np.maximum(given, least), most)
        found = np.asarray(self._whole(inside, nu=order), dtype=float)
        return found.reshape(*inside.shape[:-1], found.shape[-1])

    def at(self, uv: Array) -> Array:
        found = self._at(uv, (0, 0))
        return found if self.weights is None else found[..., :3] / found[..., 3:]

    def first(self, uv: Array) -> tuple[Array, Array, Array]:
        s, a, b = (self._at(uv, k) for k in ((0, 0), (1, 0), (0, 1)))
        if self.weights is None:
            return s, a, b
        return _quotient([s])[0], _quotient([s, a])[1], _quotient([s, b])[1]

    def second(self, uv: Array) -> tuple[Array, Array, Array]:
        aa, ab, bb = (self._at(uv, k) for k in ((2, 0), (1, 1), (0, 2)))
        if self.weights is None:
            return aa, ab, bb
        s, a, b = (self._at(uv, k) for k in ((0, 0), (1, 0), (0, 1)))
        w, (p, q) = s[..., 3:], self.first(uv)[1:]
        mixed = (
            ab[..., :3] - a[..., 3:] * q - b[..., 3:] * p - ab[..., 3:] * self.first(uv)[0]
        ) / w
        return _quotient([s, a, aa])[2], mixed, _quotient([s, b, bb])[2]
