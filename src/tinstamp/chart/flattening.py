"""Flattening a bent patch with the least stretch.

The sheet's x and y are polynomials of (u, v). They are found by local and global steps: to
each place the rotation nearest to the map's own derivative is fitted, then the polynomials
that follow these rotations best, until they settle ("as rigid as possible"; Liu, Zhang, Xu,
Gotsman, Gortler, A local/global approach to mesh parameterization, 2008). The energy is the
sum of (σ₁ − 1)² + (σ₂ − 1)² over the area, σ the principal stretches.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.polynomial import chebyshev

from tinstamp.chart.base import Array, SheetError

DEGREE = 9
"""Of the polynomials in u and v that a sheet is made of."""
NODES = 40
"""Places to each side where the stretch is measured."""
GAUSS = np.polynomial.legendre.leggauss(NODES)
"""These places from −1 to 1, and their weights."""
SOLVING_ROUNDS = 60
"""Steps of the search for the least stretch."""
LAST_CHANGE = 1e-7
"""Of a sheet's derivatives by a step with which the search ends."""
NEARLY = 3e-6
"""Part of the sheet's size that a step may change before that is looked at."""
ASTRAY = 10.0
"""Times the least step so far from which on the search has gone astray."""
REMEMBERED = 5
"""Steps before the last one that tell where they lead."""
LAST_STEP = 1e-8
"""Part of half a patch: a step of Newton's that is less leaves an error of about its square."""
NO_AREA = 1e-6
"""Part of the greatest area that counts as none."""
FAR_WEIGHT = 0.002
"""Weight of places far from the artwork, against 1 at it."""


class Bent(Protocol):
    """What can be flattened: points over two parameters, with derivatives and normals."""

    def at(self, uv: Array) -> Array: ...

    def first(self, uv: Array) -> tuple[Array, Array, Array]: ...

    def normal(self, uv: Array) -> Array: ...


@dataclass(frozen=True, eq=False)
class Flattening:
    """A map from (u, v) to the sheet, mm.

    Attributes
    ----------
    low, high : the least and greatest (u, v), (2,).
    there : (k, 2) coefficients of x and y. back : of u and v, a first guess, over the box.
    box : least and greatest of the sheet that the guess was fitted to, (2, 2).
    """

    low: Array
    high: Array
    there: Array
    back: Array
    box: Array

    def sheet(self, uv: Array) -> Array:
        """Sheet points (..., 2)."""
        return _summed(self.there, self._unit(uv))

    def uv(self, xy: Array) -> Array:
        """Parameters (..., 2) of sheet points, by Newton's method."""
        given = np.asarray(xy, dtype=float)
        flat = given.reshape(-1, 2)
        scaled = 2.0 * (flat - self.box[0]) / (self.box[1] - self.box[0]) - 1.0
        p = np.clip(_summed(self.back, np.clip(scaled, -1.2, 1.2)), -1.3, 1.3)
        left = np.arange(len(flat))
        for _ in range(12):
            value, a, b = self._evaluated(p[left])
            off = value - flat[left]
            det = a[..., 0] * b[..., 1] - a[..., 1] * b[..., 0]
            det = np.where(np.abs(det) > 1e-12, det, 1e-12)
            step_u = (off[..., 0] * b[..., 1] - off[..., 1] * b[..., 0]) / det
            step_v = (a[..., 0] * off[..., 1] - a[..., 1] * off[..., 0]) / det
            step = np.clip(np.stack([step_u, step_v], axis=-1), -0.3, 0.3)
            p[left] -= step
            left = left[~(np.abs(step).max(axis=-1) < LAST_STEP)]
            if not len(left):
                break
        p = p.reshape(given.shape)
        return self.low + (np.clip(p, -1.5, 1.5) + 1.0) / 2.0 * (self.high - self.low)

    def slopes(self, uv: Array) -> Array:
        """(..., 2, 2): how the sheet's x and y, a row each, move with u and v."""
        _, a, b = self._evaluated(self._unit(uv))
        return np.stack([a, b], axis=-1) * (2.0 / (self.high - self.low))

    def _evaluated(self, p: Array) -> tuple[Array, Array, Array]:
        """Sheet points and their derivatives by both coordinates of the unit square."""
        a, b = _along(p)
        da, db = _SLOPES.T @ a, _SLOPES.T @ b
        found = np.empty((3, *p.shape))
        flat = found.reshape(3, -1, 2)
        for k in range(2):
            table = self.there[:, k].reshape(DEGREE + 1, DEGREE + 1).T
            rows, sloped = table @ a, table @ da
            flat[0, :, k] = (rows * b).sum(axis=0)
            flat[1, :, k] = (sloped * b).sum(axis=0)
            flat[2, :, k] = (rows * db).sum(axis=0)
        return found[0], found[1], found[2]

    def _unit(self, uv: Array) -> Array:
        return 2.0 * (np.asarray(uv, dtype=float) - self.low) / (self.high - self.low) - 1.0


def _along(p: Array) -> tuple[Array, Array]:
    """The Chebyshev polynomials of both coordinates of points (..., 2), (DEGREE + 1, n) each."""
    flat = p.reshape(-1, 2)
    a, b = np.ascontiguousarray(_powers(flat.T, DEGREE).transpose(0, 2, 1))
    return a, b


def _summed(table: Array, p: Array) -> Array:
    """Sums (..., 2) of products of Chebyshev polynomials at points (..., 2), by a table of their
    weights, (k, 2)."""
    a, b = _along(p)
    found = np.empty((b.shape[1], 2))
    for k in range(2):
        found[:, k] = ((table[:, k].reshape(DEGREE + 1, DEGREE + 1).T @ a) * b).sum(axis=0)
    return found.reshape(p.shape)


def _powers(x: Array, degree: int) -> Array:
    """Chebyshev polynomials of (...,), (..., degree + 1)."""
    found: Array = np.asarray(chebyshev.chebvander(x, degree), dtype=float)
    return found.reshape(*np.shape(x), degree + 1)


def _basis(p: Array, degree: int) -> Array:
    """Products of Chebyshev polynomials at points (..., 2) of the unit square."""
    a, b = (_powers(p[..., k], degree) for k in (0, 1))
    whole = a[..., :, None] * b[..., None, :]
    return whole.reshape(*p.shape[:-1], (degree + 1) ** 2)


def _derivatives() -> Array:
    """(k, k): the derivative of each Chebyshev polynomial by the polynomials, a column each."""
    matrix = np.zeros((DEGREE + 1, DEGREE + 1))
    for k in range(1, DEGREE + 1):
        slope = chebyshev.chebder(np.eye(DEGREE + 1)[k])
        matrix[: len(slope), k] = slope
    return matrix


_SLOPES = _derivatives()


def _with_slopes(p: Array, degree: int) -> tuple[Array, Array, Array]:
    """The basis and its derivatives by both coordinates."""
    a, b = (_powers(p[..., k], degree) for k in (0, 1))
    da, db = a @ _SLOPES, b @ _SLOPES
    shape = (*p.shape[:-1], (degree + 1) ** 2)
    return (
        (a[..., :, None] * b[..., None, :]).reshape(shape),
        (da[..., :, None] * b[..., None, :]).reshape(shape),
        (a[..., :, None] * db[..., None, :]).reshape(shape),
    )


def flatten_patch(
    surface: Bent,
    low: Array,
    high: Array,
    flip: float,
    upright: Array,
    anchor: Array | None = None,
    weight: Callable[[Array], Array] | None = None,
    unrolled: bool = False,
) -> Flattening:
    """Flatten the part of a surface between two corners in (u, v).

    The sheet is right-handed seen from the free side (`flip` as in `BentChart`); at the
    anchor (u, v), by default the middle, its y runs as nearly as can be along `upright`, a
    direction in space, and its origin is there. `weight` tells how much places (n, 2) in
    (u, v) count, 1 at the most; without it all count alike. A surface that runs more than half
    round is begun with as `unrolled`, each line of u along one direction of the sheet, else
    as it looks from straight above. Raises SheetError where the anchor is not on the surface.
    """
    middle = (low + high) / 2 if anchor is None else anchor
    if not all(np.isfinite(axis).all() for axis in _axes(surface, middle, flip, upright)):
        raise SheetError("the artwork's place is not on the face: move it there")
    node, share = GAUSS
    p = np.stack(np.meshgrid(node, node, indexing="ij"), axis=-1).reshape(-1, 2)
    half = (high - low) / 2
    uv = low + (p + 1.0) * half
    _, du, dv = surface.first(uv)
    du, dv = du * half[0], dv * half[1]
    inverse, w = _frames(du, dv, flip, np.outer(share, share).ravel())
    if weight is not None:
        w = w * (FAR_WEIGHT + weight(uv))
    maps = _Slopes.on(node, inverse)
    # its constant is free: held by the anchor afterwards
    normal = maps.normal(w)
    factor = np.asarray(np.linalg.inv(_held(normal)), dtype=float)
    turn = np.broadcast_to(np.eye(2), inverse.shape)
    if not unrolled:
        turn = _start(surface, uv, middle, flip, upright, inverse, du, dv)
    there = _least(maps, w, factor, factor @ maps.back(w, turn))
    return _settled(surface, there, low, high, middle, flip, upright)


def _held(normal: Array) -> Array:
    """Normal equations, (n, n), in which what nothing holds is held at nothing, ever so lightly."""
    count = len(normal)
    return np.asarray(normal + 1e-12 * np.trace(normal) / count * np.eye(count))


def _least(maps: _Slopes, weights: Array, factor: Array, there: Array) -> Array:
    """The coefficients, (k², 2), at which the steps settle. By themselves they come nearer by a
    tenth or two each; what the last ones changed foretells where they lead (Anderson's method;
    Walker, Ni, Anderson acceleration for fixed-point iterations, SIAM J. Numer. Anal. 49, 2011).
    What led away from there is forgotten."""
    before: list[tuple[Array, Array]] = []
    nearest, found = np.inf, there
    for _ in range(SOLVING_ROUNDS):
        stepped = factor @ maps.back(weights, _rotations(maps.of(there)))
        off = stepped - there
        size = float(np.linalg.norm(off))
        if size < nearest:
            nearest, found = size, stepped
        if size < NEARLY * np.abs(stepped).max() and np.abs(maps.of(off)).max() < LAST_CHANGE:
            break
        if not size < ASTRAY * nearest:
            before, stepped = [], found
        before = [*before[-REMEMBERED:], (off.ravel(), stepped.ravel())]
        there = stepped
        if len(before) > 1:
            offs, steps = (np.diff(np.stack(x, axis=1)) for x in zip(*before, strict=True))
            share = np.linalg.lstsq(offs, off.ravel(), rcond=1e-10)[0]
            there = stepped - (steps @ share).reshape(there.shape)
    return found


@dataclass(frozen=True, eq=False)
class _Slopes:
    """Derivatives of polynomial maps at the places of a square grid, along the two directions of a
    frame at each: sums over u and then over v, since both the places and the polynomials are
    products of one of u and one of v.

    Attributes
    ----------
    values, slopes : (m, k) of the polynomials of one coordinate at the grid's places along it.
    frames : (2, 2, m, m), by the parameter and the frame's direction, the inverse at each place.
    """

    values: Array
    slopes: Array
    frames: Array

    @classmethod
    def on(cls, node: Array, inverse: Array) -> _Slopes:
        """On a grid of places along either side, (m,), the frames as `_frames` gives them."""
        values = _powers(node, DEGREE)
        frames = np.ascontiguousarray(inverse.transpose(1, 2, 0))
        return cls(values, values @ _SLOPES, frames.reshape(2, 2, len(node), len(node)))

    def of(self, there: Array) -> Array:
        """Of a map's coefficients, (k², 2): (n, 2, 2), by the frame's direction and x and y."""
        table = there.T.reshape(2, DEGREE + 1, DEGREE + 1)
        du, dv = self.slopes @ table @ self.values.T, self.values @ table @ self.slopes.T
        (a, b), (c, d) = self.frames
        found = np.stack([a * du + c * dv, b * du + d * dv])
        return found.reshape(2, 2, -1).transpose(2, 0, 1)

    def back(self, weights: Array, wanted: Array) -> Array:
        """The same turned round (its transpose): (k², 2) of wanted derivatives, (n, 2, 2), by their
        weights, (n,)."""
        by_place = np.ascontiguousarray((weights[:, None, None] * wanted).transpose(1, 2, 0))
        one, other = by_place.reshape(2, 2, *self.frames.shape[2:])
        (a, b), (c, d) = self.frames
        found = self.slopes.T @ (a * one + b * other) @ self.values
        found += self.values.T @ (c * one + d * other) @ self.slopes
        return found.reshape(2, -1).T

    def normal(self, weights: Array) -> Array:
        """(k², k²): the weighted sum over all places and directions of products of two polynomials'
        derivatives."""
        heavy = weights.reshape(self.frames.shape[2:])
        count = DEGREE + 1
        of_u, of_v = (self.slopes, self.values), (self.values, self.slopes)

        def products(a: Array, b: Array) -> Array:
            return (a[:, :, None] * b[:, None, :]).reshape(len(a), -1)

        found = np.zeros((count**2, count**2))
        for p in range(2):
            for q in range(2):
                size = heavy * (self.frames[p] * self.frames[q]).sum(axis=0)
                found += products(of_u[p], of_u[q]).T @ size @ products(of_v[p], of_v[q])
        return found.reshape((count,) * 4).transpose(0, 2, 1, 3).reshape(count**2, count**2)


def _frames(du: Array, dv: Array, flip: float, w: Array) -> tuple[Array, Array]:
    """At places with derivatives du and dv the inverse of these in the frame along du, (n, 2, 2),
    and the weights with the area that each place stands for; none at a pole of the surface."""
    e = np.einsum("nk,nk->n", du, du)
    f = np.einsum("nk,nk->n", du, dv)
    g = np.einsum("nk,nk->n", dv, dv)
    root = np.sqrt(np.maximum(e * g - f * f, 1e-300))
    one = np.sqrt(np.maximum(e, 1e-300))
    # du = (one, 0), dv = (f/one, flip root/one); this is its inverse
    inverse = np.zeros((len(du), 2, 2))
    inverse[:, 0, 0] = 1.0 / one
    inverse[:, 0, 1] = -flip * f / (one * root)
    inverse[:, 1, 1] = flip * one / root
    thin = root < NO_AREA * float(root.max())
    inverse[thin] = 0.0
    return inverse, np.where(thin, 0.0, w * root)


def _start(
    surface: Bent, uv: Array, middle: Array, flip: float, upright: Array, inverse: Array,
    du: Array, dv: Array,
) -> Array:  # fmt: skip
    """Derivatives of the straight projection onto the plane at the anchor, (n, 2, 2): along
    the frame's first direction and its second, each x and y."""
    x, y = _axes(surface, middle, flip, upright)
    slopes = np.stack([np.stack([d @ x, d @ y], axis=-1) for d in (du, dv)], axis=1)
    return np.asarray(inverse.transpose(0, 2, 1) @ slopes, dtype=float)


def _axes(surface: Bent, at: Array, flip: float, upright: Array) -> tuple[Array, Array]:
    """x and y of the plane that touches at a place, y as far upright as can be."""
    normal = flip * surface.normal(at)
    y = upright - (upright @ normal) * normal
    if np.linalg.norm(y) < 1e-6:
        y = surface.first(at)[2]
        y = y - (y @ normal) * normal
    y = y / np.linalg.norm(y)
    x: Array = np.cross(y, normal)
    return x, np.asarray(y, dtype=float)


def _rotations(slopes: Array) -> Array:
    """The rotation nearest to each (n, 2, 2) of derivatives."""
    c = slopes[:, 0, 0] + slopes[:, 1, 1]
    s = slopes[:, 0, 1] - slopes[:, 1, 0]
    size = np.maximum(np.hypot(c, s), 1e-300)
    found = np.empty_like(slopes)
    found[:, 0, 0] = found[:, 1, 1] = c / size
    found[:, 0, 1] = s / size
    found[:, 1, 0] = -found[:, 0, 1]
    return found


def _settled(
    surface: Bent, there: Array, low: Array, high: Array, middle: Array, flip: float,
    upright: Array,
) -> Flattening:  # fmt: skip
    """Turned and moved so that the anchor lies at the origin with y upright, with a first
    guess of the way back."""
    half = (high - low) / 2
    at = (middle - low) / half - 1.0
    _, bu, bv = _with_slopes(at, DEGREE)
    slopes = np.stack([bu @ there / half[0], bv @ there / half[1]])
    _, y = _axes(surface, middle, flip, upright)
    _, du, dv = surface.first(middle)
    first = np.linalg.lstsq(np.stack([du, dv], axis=1), y, rcond=None)[0]
    up = first @ slopes
    angle = np.pi / 2 - np.arctan2(up[1], up[0])
    c, s = np.cos(angle), np.sin(angle)
    there = there @ np.array([[c, s], [-s, c]])
    there[0] -= _basis(at, DEGREE) @ there
    node = np.cos(np.pi * (np.arange(24) + 0.5) / 24)
    p = np.stack(np.meshgrid(node, node, indexing="ij"), axis=-1).reshape(-1, 2)
    xy = _basis(p, DEGREE) @ there
    box = np.stack([xy.min(axis=0), xy.max(axis=0)])
    scaled = 2.0 * (xy - box[0]) / (box[1] - box[0]) - 1.0
    basis = _basis(scaled, DEGREE)
    back = np.linalg.solve(_held(basis.T @ basis), basis.T @ p)
    return Flattening(low, high, there, back, box)


def round_weight(surface: Bent, anchor: Array, reach: float) -> Callable[[Array], Array]:
    """A weight that falls off all round an anchor in (u, v), to an e-th `reach` mm away."""
    centre = surface.at(anchor)

    def weight(uv: Array) -> Array:
        away = np.linalg.norm(surface.at(uv) - centre, axis=-1)
        return np.asarray(np.exp(-((away / reach) ** 2)), dtype=float)

    return weight


def stretches(slopes: Array) -> tuple[Array, Array]:
    """Greatest and least principal stretch of derivatives (..., 3, 2)."""
    found: Array = np.linalg.svd(slopes, compute_uv=False).astype(float)
    return found[..., 0], found[..., 1]
