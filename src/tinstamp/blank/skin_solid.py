"""A freeform skin: a bicubic B-spline over a rectangle, thickened downwards along its
normal."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Any

import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace
from OCP.Geom import Geom_BSplineSurface
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array, rational_surface
from tinstamp.blank.sewing import sewn
from tinstamp.blank.solid import Blank
from tinstamp.blank.turned_solid import charts_when_wanted
from tinstamp.job.form import Skin

LOWER_SIDE_STRAY = 1e-4
"""mm; how far the lower side may stray from the true parallel surface."""
CLAMPED_LINE = np.array([0.0, 0.0, 1.0, 1.0])


class SkinError(ValueError):
    """A skin that cannot be made; the message is for the designer."""


@dataclass(frozen=True)
class Patch:
    """A bicubic B-spline surface: full knot vectors and poles (n, m, 3)."""

    u_knots: Array
    v_knots: Array
    poles: Array

    def at(self, u: Array, v: Array, order: tuple[int, int] = (0, 0)) -> Array:
        """Points or derivatives on the grid of parameters, (len(u), len(v), 3)."""
        from scipy.interpolate import BSpline

        inner: Any = BSpline(self.v_knots, self.poles.transpose(1, 0, 2), 3)(v, order[1])
        return np.asarray(BSpline(self.u_knots, inner.transpose(1, 0, 2), 3)(u, order[0]))

    def normal(self, u: Array, v: Array) -> Array:
        """Unit normals, upwards, on the grid of parameters."""
        n = np.cross(self.at(u, v, (1, 0)), self.at(u, v, (0, 1)))
        return np.asarray(n / np.linalg.norm(n, axis=-1, keepdims=True))


def patch_of(form: Skin) -> Patch:
    """The upper side: x along u, y along v, both linear; z through the heights or steered
    by them."""
    heights = np.array(form.heights).T  # by columns: u runs along x
    n, m = heights.shape
    if form.pass_through:
        u_knots, z = _through(heights, 0)
        v_knots, z = _through(z, 1)
    else:
        n, m = max(n, 4), max(m, 4)
        z = _enough(_enough(heights, 0, n), 1, m)
        u_knots, v_knots = _clamped(n), _clamped(m)
    x = (_greville(u_knots) - 0.5) * form.length
    y = (_greville(v_knots) - 0.5) * form.width
    poles = np.stack(np.broadcast_arrays(x[:, None], y[None, :], z), axis=-1)
    return Patch(u_knots, v_knots, poles)


def _through(values: Array, axis: int) -> tuple[Array, Array]:
    """A cubic spline through values at even steps along an axis: knots, coefficients."""
    from scipy.interpolate import make_interp_spline

    count = values.shape[axis]
    steps = np.linspace(0.0, 1.0, count)
    if count < 4:
        fine = np.linspace(0.0, 1.0, 4)
        lower = make_interp_spline(steps, values, k=count - 1, axis=axis)
        values, steps = np.asarray(lower(fine)), fine
    made = make_interp_spline(steps, values, k=3, axis=axis)
    return np.asarray(made.t), np.moveaxis(np.asarray(made.c), 0, axis)


def _enough(poles: Array, axis: int, count: int) -> Array:
    """Control values raised to `count` of them by straight interpolation, which keeps a
    line a line."""
    have = poles.shape[axis]
    if have == count:
        return poles
    at = np.linspace(0.0, 1.0, have)
    fine = np.linspace(0.0, 1.0, count)
    return np.apply_along_axis(lambda row: np.interp(fine, at, row), axis, poles)


def _clamped(count: int) -> Array:
    inner = np.linspace(0.0, 1.0, count - 2)
    return np.concatenate([[0.0] * 3, inner, [1.0] * 3])


def _greville(knots: Array) -> Array:
    """Where the poles of a cubic stand so that the parameter itself is linear."""
    return np.array([knots[i + 1 : i + 4].mean() for i in range(len(knots) - 4)])


def below(patch: Patch, thickness: float) -> Patch:
    """The parallel surface under a patch, within LOWER_SIDE_STRAY. Raises SkinError where the
    skin bends more tightly than it is thick."""
    from scipy.interpolate import make_interp_spline

    steps = 4
    u_spans, v_spans = np.unique(patch.u_knots), np.unique(patch.v_knots)
    _check_bend(patch, thickness)
    while True:
        u, v = _finer(u_spans, steps), _finer(v_spans, steps)
        points = patch.at(u, v) - thickness * patch.normal(u, v)
        across = make_interp_spline(u, points, k=3, axis=0)
        along = make_interp_spline(v, across.c, k=3, axis=1)
        made = Patch(across.t, along.t, np.moveaxis(np.asarray(along.c), 0, 1))
        mu, mv = (u[1:] + u[:-1]) / 2, (v[1:] + v[:-1]) / 2
        stray = made.at(mu, mv) - (patch.at(mu, mv) - thickness * patch.normal(mu, mv))
        if np.abs(stray).max() < LOWER_SIDE_STRAY or len(u) * len(v) > 40_000:
            return made
        steps *= 2


def _finer(spans: Array, steps: int) -> Array:
    return np.unique(np.concatenate([np.linspace(a, b, steps + 1) for a, b in pairwise(spans)]))


def _check_bend(patch: Patch, thickness: float) -> None:
    """The lower side must not fold: at every point its area must stay positive."""
    u = np.linspace(0.0, 1.0, 60)
    e = 1e-4
    inner = u[(u > e) & (u < 1 - e)]
    lower = {
        (i, j): patch.at(inner + i * e, inner + j * e)
        - thickness * patch.normal(inner + i * e, inner + j * e)
        for i, j in ((0, 0), (1, 0), (0, 1))
    }
    n = np.cross(lower[1, 0] - lower[0, 0], lower[0, 1] - lower[0, 0])
    if np.any(np.sum(n * patch.normal(inner, inner), axis=-1) <= 0):
        raise SkinError(f"the skin bends more tightly than its thickness of {thickness:g} mm")


def skin(name: str, form: Skin) -> Blank:
    """The solid; faces top, bottom, front, right, back, left. Raises SkinError."""
    top = patch_of(form)
    bottom = below(top, form.thickness)
    surfaces = {
        "top": _surface(top),
        "bottom": _surface(bottom),
    }
    members: list[tuple[str, TopoDS_Face]] = [
        (f"{name}.{side}", BRepBuilderAPI_MakeFace(surface, 1e-7).Face())
        for side, surface in surfaces.items()
    ]
    for side in ("front", "back", "left", "right"):
        knots, under = _border(bottom, side)
        over = _refined(*_border(top, side), knots)
        poles = np.stack([under, over], axis=1)
        wall = rational_surface(knots, CLAMPED_LINE, poles)
        members.append((f"{name}.{side}", BRepBuilderAPI_MakeFace(wall, 1e-7).Face()))
    solid = sewn(members)
    return Blank(solid, charts_when_wanted(solid))


def _border(patch: Patch, side: str) -> tuple[Array, Array]:
    """Knots and poles of the curve along a side."""
    if side in ("front", "back"):
        return patch.u_knots, patch.poles[:, 0 if side == "front" else -1]
    return patch.v_knots, patch.poles[0 if side == "left" else -1]


def _surface(patch: Patch) -> Geom_BSplineSurface:
    return rational_surface(patch.u_knots, patch.v_knots, patch.poles)


def _refined(knots: Array, poles: Array, finer: Array) -> Array:
    """The poles of the same curve over a knot vector that holds all of its own."""
    from scipy.interpolate import BSpline, make_interp_spline

    curve = BSpline(knots, poles, 3)
    at = _greville(finer)
    return np.asarray(make_interp_spline(at, curve(at), k=3, t=finer).c)
