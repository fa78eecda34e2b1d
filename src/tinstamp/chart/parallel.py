"""Parallel surfaces as arrays, in the same (u, v): arcs stay arcs, others become splines that
interpolate the true parallel closely."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from itertools import pairwise

import numpy as np

from tinstamp.chart.base import Array
from tinstamp.chart.surface import Arc, Curve, Revolved, SplineCurve, SplineSurface, Surface, Swept

DEGREE = 5
"""Of the splines that follow a parallel."""
STRETCHES = 4
"""Stretches that each smooth piece of a curve is followed in."""
LEAST_STRETCHES = 6
"""Least stretches of a surface in each direction."""


NEAR_KNOTS = 1e-7
"""Part of a surface's parameters within which two knots are one."""


class ParallelError(ValueError):
    """There is no such parallel surface; the message is for the designer."""


def parallel_surface(surface: Surface, away: float, box: tuple[Array, Array]) -> Surface:
    """The surface moved by `away` mm along S_u × S_v.

    `box` are the least and greatest (u, v) that are needed: a spline surface is followed
    there alone. Raises ParallelError.
    """
    if isinstance(surface, Swept):
        return replace(surface, curve=_curve(surface, surface.curve, away, 0, box))
    if isinstance(surface, Revolved):
        return replace(surface, curve=_curve(surface, surface.curve, away, 1, box))
    assert isinstance(surface, SplineSurface)
    return _spline(surface, away, box)


def _curve(
    surface: Surface, curve: Curve, away: float, axis: int, box: tuple[Array, Array]
) -> Curve:
    """The moved curve of a swept or turned surface, whose parameter is uv's `axis`."""
    low, high = float(box[0][axis]), float(box[1][axis])
    if isinstance(curve, Arc):
        middle = np.zeros(2)
        middle[axis] = (low + high) / 2
        outwards = surface.normal(middle) @ (surface.at(middle) - _centre(surface, curve, middle))
        radius = curve.radius + away * float(np.sign(outwards))
        if radius < 1e-3:
            raise ParallelError(
                f"{abs(away):.3f} mm is more than the face's radius of {curve.radius:.3f} mm"
            )
        return replace(curve, radius=radius)
    least = NEAR_KNOTS * max(high - low, 1e-9)
    ends = curve.breaks
    ends = _apart(ends[(ends > low + least) & (ends < high - least)], least)
    knots, sites = _followed(np.concatenate([[low], ends, [high]]), STRETCHES, curve.creases)

    def moved(t: Array) -> Array:
        uv = np.zeros((len(t), 2))
        uv[:, axis] = t
        return curve.at(t) + away * surface.normal(uv)

    from scipy.interpolate import make_interp_spline

    return SplineCurve(knots, make_interp_spline(sites, moved(sites), DEGREE, t=knots).c)


def _centre(surface: Surface, curve: Arc, uv: Array) -> Array:
    """The centre of a surface's arc where it has been carried to."""
    if isinstance(surface, Swept):
        return curve.centre + uv[0] * 0.0 + uv[1] * surface.direction
    assert isinstance(surface, Revolved)
    reach = curve.centre - surface.origin
    (turned,) = surface.turned(np.asarray(uv[0]), reach)
    return surface.origin + turned


def _followed(breaks: Array, parts: int, creases: Array) -> tuple[Array, Array]:
    """Knots that let a spline of degree 5 bend sharply at breaks (where only its slope is
    continuous), change its pace at creases and go freely within, and the sites that it
    interpolates (Greville)."""
    inner = []
    for a, b in pairwise(breaks):
        inner += np.linspace(a, b, parts + 1)[1:-1].tolist()
    within = breaks[1:-1]
    times = np.where(np.isin(within, creases), DEGREE, DEGREE - 1)
    knots = np.sort(np.concatenate([inner, np.repeat(within, times)]))
    ends = [np.full(DEGREE + 1, breaks[0]), np.full(DEGREE + 1, breaks[-1])]
    knots = np.concatenate([ends[0], knots, ends[1]])
    sites = np.array([knots[i + 1 : i + DEGREE + 1].mean() for i in range(len(knots) - DEGREE - 1)])
    return knots, np.clip(sites, breaks[0], breaks[-1])


def _apart(knots: Array, least: float) -> Array:
    """Knots of which none is nearer to the one before than `least`: other programs write
    them repeated, and repeated almost."""
    kept: list[float] = []
    for knot in np.sort(knots):
        if not kept or knot - kept[-1] >= least:
            kept.append(float(knot))
    return np.array(kept)


def _spline(surface: SplineSurface, away: float, box: tuple[Array, Array]) -> SplineSurface:
    """A spline surface through the true parallel of another, over the part that is needed."""
    sides = []
    for axis, knots in enumerate((surface.u_knots, surface.v_knots)):
        size = float(surface.size[axis])
        margin, least = 0.02 * size, NEAR_KNOTS * size
        first = float(surface.begin[axis]) - surface.beyond * size
        last = first + (1.0 + 2.0 * surface.beyond) * size
        low = max(float(box[0][axis]) - margin, first)
        high = min(float(box[1][axis]) + margin, last)
        if high - low < least:
            raise ParallelError("a part of the artwork lies past the end of the face")
        inner = _apart(knots[(knots > low + least) & (knots < high - least)], least)
        breaks = np.concatenate([[low], inner, [high]])
        parts = max(1, -(-LEAST_STRETCHES // (len(breaks) - 1)))
        sides.append(_followed(breaks, parts, surface.creases[axis]))
    return _interpolated(lambda uv: surface.at(uv) + away * surface.normal(uv), sides)


def through(
    at: Callable[[Array], Array], box: tuple[Array, Array], parts: tuple[int, int]
) -> SplineSurface:
    """A spline surface over a box of (u, v), in so many stretches each way, through the points
    that `at` gives, (..., 2) to (..., 3)."""
    ends = [np.array([low, high]) for low, high in zip(*box, strict=True)]
    sides = [_followed(pair, count, np.zeros(0)) for pair, count in zip(ends, parts, strict=True)]
    return _interpolated(at, sides)


def _interpolated(
    at: Callable[[Array], Array], sides: Sequence[tuple[Array, Array]]
) -> SplineSurface:
    """Through points at the sites of two sets of knots."""
    from scipy.interpolate import make_interp_spline

    (u_knots, u), (v_knots, v) = sides
    uv = np.stack(np.meshgrid(u, v, indexing="ij"), axis=-1)
    points = at(uv)
    along_u = make_interp_spline(u, points, DEGREE, t=u_knots, axis=0).c
    poles = np.moveaxis(
        make_interp_spline(v, np.moveaxis(along_u, 1, 0), DEGREE, t=v_knots, axis=0).c, 0, 1
    )
    return SplineSurface(u_knots, v_knots, np.ascontiguousarray(poles))


def stray(surface: Surface, moved: Surface, away: float, uv: Array) -> float:
    """How far a moved surface is off the true parallel at parameters (n, 2), mm."""
    true = surface.at(uv) + away * surface.normal(uv)
    return float(np.linalg.norm(moved.at(uv) - true, axis=-1).max())
