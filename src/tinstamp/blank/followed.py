"""Splines that follow curves and surfaces of the kernel that are none, such as those that stand off
others, at the same parameters.

The kernel has an approximation of its own. Looked at where it had not looked itself, it was off by
a tenth of a millimetre where it told 2.5e-8: this one is refined until it is right between the
places that it was fitted at, in every one of its pieces.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Any

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools
from OCP.GeomAbs import GeomAbs_Shape, GeomAbs_SurfaceType
from OCP.TColStd import TColStd_Array1OfReal
from scipy.interpolate import BSpline, make_interp_spline

from tinstamp.blank.face_axes import three
from tinstamp.blank.kernel import Array, of_kernel
from tinstamp.chart.surface import SplineCurve, SplineSurface

DEGREE = 9
"""of the spline"""
MOST_STRAY, CURVE_STRAY = 1e-8, 1e-11
"""mm that a spline strays from a surface, and from a curve, which costs nothing to be closer to"""
LOOKED_AT = np.array([0.0, 0.013, 0.11, 0.23, 0.37, 0.52, 0.61, 0.76, 0.89, 0.971, 1.0])
"""Where a surface that is reckoned here is looked at by the kernel, in parts of its face."""
Grid = Callable[[Array, Array], Array]
"""Points, (n, m, 3) mm, of a surface at n and m parameters"""
BETWEEN = np.array([0.07, 0.29, 0.5, 0.83])
"""Where each piece is looked at, in parts of it."""
MOST_ROUNDS, MOST_PIECES = 9, 400
"""times that pieces are halved, and how many there are to a side at the most"""


def curve_along(adaptor: Any, low: float, high: float) -> SplineCurve:
    """A spline along a curve between two parameters. Raises ValueError where none is found."""
    ends = _ends(adaptor.NbIntervals, adaptor.Intervals, low, high)
    halved = [1] * (len(ends) - 1)
    while sum(halved) <= MOST_PIECES:
        knots = _knots(ends, halved)
        fitted = _greville(knots)
        made = make_interp_spline(fitted, _points(adaptor, fitted), DEGREE, t=knots)
        worst = []
        for places in _between(ends, halved):
            off = np.linalg.norm(made(places) - _points(adaptor, places), axis=-1)
            worst.append(float(off.max()))
        if not _halve(halved, worst, CURVE_STRAY):
            return SplineCurve(made.t, made.c)
    raise ValueError("no spline follows the curve")


def spline_along(adaptor: BRepAdaptor_Surface) -> SplineSurface:
    """The spline, as far as the adaptor's face goes. Raises ValueError where none is found."""
    surface = _standing_off(adaptor) or partial(_values, adaptor)
    bounds = np.reshape(BRepTools.UVBounds_s(adaptor.Face()), (2, 2))
    parts = [
        _ends(adaptor.NbUIntervals, adaptor.UIntervals, *bounds[0].tolist()),
        _ends(adaptor.NbVIntervals, adaptor.VIntervals, *bounds[1].tolist()),
    ]
    halved = [[1] * (len(ends) - 1) for ends in parts]
    for _ in range(MOST_ROUNDS):
        knots = [_knots(ends, counts) for ends, counts in zip(parts, halved, strict=True)]
        fitted = [_greville(own) for own in knots]
        if max(map(len, fitted)) > MOST_PIECES * 2:
            break
        poles = surface(*fitted)
        for axis in (0, 1):
            made = make_interp_spline(fitted[axis], poles, DEGREE, t=knots[axis], axis=axis)
            poles = np.moveaxis(made.c, 0, axis)
        found = SplineSurface(u_knots=knots[0], v_knots=knots[1], poles=poles)
        strays = [_off(found, surface, parts, halved, axis).tolist() for axis in (0, 1)]
        again = [
            _halve(counts, off, MOST_STRAY) for counts, off in zip(halved, strays, strict=True)
        ]
        if not any(again):
            return found
    raise ValueError("no spline follows the surface")


def _standing_off(adaptor: BRepAdaptor_Surface) -> Grid | None:
    """The points of a surface that stands off a spline, many at once; None for another one, and
    where the kernel has others."""
    if adaptor.GetType() != GeomAbs_SurfaceType.GeomAbs_OffsetSurface:
        return None
    under, away = adaptor.BasisSurface(), adaptor.OffsetValue()
    if under.GetType() != GeomAbs_SurfaceType.GeomAbs_BSplineSurface:
        return None
    base = arrays_of(under.BSpline().Copy())

    def surface(u: Array, v: Array) -> Array:
        at, du, dv = _first(base, u, v)
        normals = np.cross(du, dv)
        size = np.linalg.norm(normals, axis=-1, keepdims=True)
        return np.asarray(at + away * normals / np.maximum(size, 1e-300))

    (u0, u1), (v0, v1) = np.reshape(BRepTools.UVBounds_s(adaptor.Face()), (2, 2)).tolist()
    at = [low + (high - low) * LOOKED_AT for low, high in ((u0, u1), (v0, v1))]
    alike = np.abs(surface(*at) - _values(adaptor, *at)).max() <= MOST_STRAY
    return surface if alike else None


def _first(surface: SplineSurface, u: Array, v: Array) -> tuple[Array, Array, Array]:
    """Points of a grid and their derivatives by u and v, (n, m, 3) each."""
    at, du, dv = (_summed(surface, u, v, order) for order in ((0, 0), (1, 0), (0, 1)))
    if surface.weights is None:
        return at, du, dv
    heavy, points = at[..., 3:], at[..., :3] / at[..., 3:]
    du, dv = ((d[..., :3] - points * d[..., 3:]) / heavy for d in (du, dv))
    return points, du, dv


def _summed(surface: SplineSurface, u: Array, v: Array, order: tuple[int, int] = (0, 0)) -> Array:
    """A derivative of a spline at all of a grid, (n, m, 3), or with its weights (n, m, 4): along u
    first and then along v, which is far quicker than place by place."""
    heavy = surface.poles
    if surface.weights is not None:
        own = surface.weights[..., None]
        heavy = np.concatenate([heavy * own, own], axis=2)
    along = BSpline(surface.u_knots, heavy, surface.degrees[0])(u, nu=order[0])
    across = BSpline(surface.v_knots, np.moveaxis(along, 1, 0), surface.degrees[1])
    return np.moveaxis(across(v, nu=order[1]), 1, 0)


def arrays_of(made: Any) -> SplineSurface:
    """A B-spline surface of the kernel as arrays; it is no more periodic afterwards."""
    if made.IsUPeriodic():
        made.SetUNotPeriodic()
    if made.IsVPeriodic():
        made.SetVNotPeriodic()
    n, m = made.NbUPoles(), made.NbVPoles()
    poles = np.array([[three(made.Pole(i, j)) for j in range(1, m + 1)] for i in range(1, n + 1)])
    weights = None
    if made.IsURational() or made.IsVRational():
        weights = np.array([[made.Weight(i, j) for j in range(1, m + 1)] for i in range(1, n + 1)])
    u = full_knots(made.NbUKnots(), made.UKnot, made.UMultiplicity)
    v = full_knots(made.NbVKnots(), made.VKnot, made.VMultiplicity)
    return SplineSurface(u, v, poles, weights)


def full_knots(count: int, knot: Any, times: Any) -> Array:
    """Every knot as often as it counts."""
    return np.concatenate([np.full(times(i), knot(i)) for i in range(1, count + 1)])


def _halve(counts: list[int], strays: Sequence[float], most: float) -> bool:
    """True when the pieces of some stretch were halved, since the spline strays by more there."""
    wide = [k for k, stray in enumerate(strays) if not stray <= most]
    for k in wide:
        counts[k] *= 2
    return bool(wide)


def _between(ends: Array, counts: Sequence[int]) -> list[Array]:
    """Where each stretch between ends, of so many pieces, is looked at."""
    pieces = [np.linspace(ends[k], ends[k + 1], count + 1) for k, count in enumerate(counts)]
    return [(p[:-1, None] + np.diff(p)[:, None] * BETWEEN).ravel() for p in pieces]


def _ends(
    count: Callable[[GeomAbs_Shape], int],
    fill: Callable[[TColStd_Array1OfReal, GeomAbs_Shape], None],
    low: float,
    high: float,
) -> Array:
    """Where its face begins and ends in one parameter, and where it is a new function of it."""
    number = count(GeomAbs_Shape.GeomAbs_CN)
    array = TColStd_Array1OfReal(1, number + 1)
    fill(array, GeomAbs_Shape.GeomAbs_CN)
    room = 1e-9 * (high - low)
    inner = [x for x in map(array.Value, range(1, number + 2)) if low + room < x < high - room]
    return np.array([low, *inner, high])


def _knots(ends: Array, counts: Sequence[int]) -> Array:
    """Full knots of the spline in one parameter, each stretch between ends in so many pieces."""
    found = [np.full(DEGREE + 1, ends[0])]
    for k, count in enumerate(counts):
        found.append(np.linspace(ends[k], ends[k + 1], count + 1)[1:-1])
        last = k == len(counts) - 1  # else it may turn there, as one off another that bends anew
        found.append(np.full(DEGREE + last, ends[k + 1]))
    return np.concatenate(found)


def _greville(knots: Array) -> Array:
    """One place for every polynomial of a spline, by which it can be fitted (Greville; de Boor, A
    Practical Guide to Splines, chapter IX)."""
    return np.convolve(knots, np.ones(DEGREE) / DEGREE, "valid")[1:-1].clip(knots[0], knots[-1])


def _off(
    found: SplineSurface,
    surface: Grid,
    parts: Sequence[Array],
    halved: Sequence[Sequence[int]],
    axis: int,
) -> Array:
    """mm that it strays in each stretch of a parameter, between places that it was fitted at."""
    places = _between(parts[axis], halved[axis])
    other = np.concatenate(_between(parts[1 - axis], halved[1 - axis]))
    every = np.concatenate(places)
    u, v = (every, other) if axis == 0 else (other, every)
    off = np.linalg.norm(_summed(found, u, v) - surface(u, v), axis=-1).max(axis=1 - axis)
    starts = np.cumsum([0, *map(len, places[:-1])])
    return np.asarray(np.maximum.reduceat(off, starts))


def _values(adaptor: BRepAdaptor_Surface, u: Array, v: Array) -> Array:
    """(n, m, 3) mm. Raises ValueError where the surface has no point."""
    places = [(x, y) for x in u.tolist() for y in v.tolist()]
    return _three(adaptor, places).reshape(len(u), len(v), 3)


def _points(adaptor: Any, t: Array) -> Array:
    """(n, 3) mm of a curve. Raises ValueError where it has no point."""
    return _three(adaptor, [(x,) for x in t.tolist()])


def _three(adaptor: Any, places: Sequence[tuple[float, ...]]) -> Array:
    try:
        points = [adaptor.Value(*place) for place in places]
    except Exception as error:
        if not of_kernel(error):
            raise
        raise ValueError("it has no point there") from error
    return np.array([(p.X(), p.Y(), p.Z()) for p in points])
