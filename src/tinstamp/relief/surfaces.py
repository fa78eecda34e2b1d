"""Parallel surfaces, with the same (u, v): a plane stays a plane, a cylinder, cone, ball or
torus one of its kind, a turned or extruded face one too; that of a freeform face is a spline."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import singledispatch

import numpy as np
from OCP.Geom import (
    Geom_Circle,
    Geom_ConicalSurface,
    Geom_Curve,
    Geom_CylindricalSurface,
    Geom_Plane,
    Geom_SphericalSurface,
    Geom_Surface,
    Geom_SurfaceOfLinearExtrusion,
    Geom_SurfaceOfRevolution,
    Geom_ToroidalSurface,
)
from OCP.gp import gp_Ax1, gp_Ax2, gp_Ax3, gp_Vec

from tinstamp.blank.kernel import (
    TOLERANCE,
    Array,
    direction,
    placement,
    point,
    rational_curve,
    rational_surface,
    spline_curve,
)
from tinstamp.chart.base import FaceChart
from tinstamp.chart.bent import BentChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.parallel import ParallelError, parallel_surface, stray, through
from tinstamp.chart.plain_surface import Conical, Cylindrical, Flat
from tinstamp.chart.round import RoundChart
from tinstamp.chart.surface import (
    Arc,
    Curve,
    Revolved,
    SplineCurve,
    SplineSurface,
    Surface,
    Swept,
)

MOST_STRAY = 1e-3
"""mm; how far a cap may be off the true parallel of a freeform face."""
LEAST_RADIUS = 1e-3
"""mm; an offset that leaves less is refused."""


class ReliefError(ValueError):
    """A relief that cannot be built; the message is for the designer."""


class OrderError(ReliefError):
    """What is asked for makes no sense, whatever the outlines."""


def own_surface(chart: FaceChart) -> Geom_Surface:
    """The kernel's surface on which the chart's (u, v) are plainest."""
    surface, frame = chart.form
    return kernel_surface(surface, frame)


def parallel(
    surface: Geom_Surface, chart: FaceChart, lift: float, box: tuple[Array, Array]
) -> tuple[Geom_Surface, float]:
    """The surface of the chart's face moved along its normal, `lift` mm outwards, and the
    tolerance that curves on it need, mm.

    `box` are the least and greatest (u, v) that are needed: the parallel of a freeform face
    is a spline that follows the true one there. Raises ReliefError when there is none.
    """
    ground = chart.ground
    return _parallel(ground.form[0], surface, ground, lift, box)


@singledispatch
def _parallel(
    form: object, host: Geom_Surface, chart: FaceChart, lift: float, box: tuple[Array, Array]
) -> tuple[Geom_Surface, float]:
    """By the chart's form; `host` is the kernel's own surface of the face."""
    raise TypeError(type(form).__name__)


@_parallel.register
def _(
    form: Flat, host: Geom_Surface, chart: FaceChart, lift: float, box: tuple[Array, Array]
) -> tuple[Geom_Surface, float]:
    x, y, z = chart.frame.z
    return host.Translated(gp_Vec(x * lift, y * lift, z * lift)), TOLERANCE


@_parallel.register
def _(
    form: Cylindrical, host: Geom_CylindricalSurface, chart: RoundChart, lift: float,
    box: tuple[Array, Array],
) -> tuple[Geom_Surface, float]:  # fmt: skip
    radius = form.radius + chart.sense * lift
    _check_radius(form.radius, radius, lift)
    return Geom_CylindricalSurface(host.Position(), radius), TOLERANCE


@_parallel.register
def _(
    form: Conical, host: Geom_ConicalSurface, chart: RoundChart, lift: float,
    box: tuple[Array, Array],
) -> tuple[Geom_Surface, float]:  # fmt: skip
    return _parallel_cone(host, chart.sense * lift), TOLERANCE


@_parallel.register
def _(
    form: Surface, host: Geom_Surface, chart: BentChart, lift: float, box: tuple[Array, Array]
) -> tuple[Geom_Surface, float]:
    return _bent(chart, lift, box)


def _bent(chart: BentChart, lift: float, box: tuple[Array, Array]) -> tuple[Geom_Surface, float]:
    if lift == 0.0:
        return kernel_surface(chart.surface, chart.frame), 2.0 * chart.fineness
    low, high = box
    sides = [np.linspace(a, b, 24) for a, b in zip(low, high, strict=True)]
    uv = np.stack(np.meshgrid(*sides, indexing="ij"), axis=-1).reshape(-1, 2)
    mean, gauss = chart.surface.bent(uv)
    grown = 1.0 + 2.0 * lift * chart.flip * mean + lift * lift * gauss
    if float(grown.min()) <= 0.02:
        raise ReliefError(f"{abs(lift):.3f} mm is more than the face's least radius")
    try:
        moved = parallel_surface(chart.surface, chart.flip * lift, box)
    except ParallelError as error:
        raise ReliefError(str(error)) from error
    off = stray(chart.surface, moved, chart.flip * lift, uv)
    if off > MOST_STRAY:
        raise ReliefError(f"the face bends too sharply: its parallel is {off:.4f} mm off")
    return kernel_surface(moved, chart.frame), 2.0 * (chart.fineness + off)


SPLINE_PARTS = ((6, 6), (12, 12), (24, 24), (48, 48))
"""stretches to a side that a spline through points is tried with"""
BEYOND_BOX = 0.02
"""Part of what is needed that it goes on beyond on each side."""
SPLINE_STRAY = 2e-5
"""mm that it may stray before more stretches are tried"""


def spline_through(
    at: Callable[[Array], Array],
    box: tuple[Array, Array],
    stretches: Sequence[tuple[int, int]] = SPLINE_PARTS,
) -> tuple[Geom_Surface, float]:
    """A spline surface in (u, v), over a box, through the points that `at` gives there, and the
    tolerance that curves on it need, mm; in so many stretches each way as do, of those that are
    named. Raises ReliefError where none follows them."""
    low, high = (np.asarray(corner, dtype=float) for corner in box)
    low, high = low - BEYOND_BOX * (high - low), high + BEYOND_BOX * (high - low)
    counts = [max(31, 3 * count + 1) for count in stretches[0]]
    sides = [np.linspace(*ends) for ends in zip(low, high, counts, strict=True)]
    looked_at = np.stack(np.meshgrid(*sides, indexing="ij"), axis=-1).reshape(-1, 2)
    true = at(looked_at)
    if not np.isfinite(true).all():
        raise ReliefError(
            "the cap reaches over the end of the face: move it inwards, or make it smaller"
        )
    off = np.inf
    for parts in stretches:
        made = through(at, (low, high), parts)
        off = float(np.linalg.norm(made.at(looked_at) - true, axis=-1).max())
        if off <= SPLINE_STRAY:
            break
    if not off <= MOST_STRAY:
        raise ReliefError(f"no smooth cap follows it: the nearest one is {off:.4f} mm off")
    poles = made.poles
    surface = rational_surface(made.u_knots, made.v_knots, poles, made.weights)
    return surface, 2.0 * max(off, TOLERANCE)


@singledispatch
def kernel_surface(surface: object, frame: Frame) -> Geom_Surface:
    """A surface of arrays, or a plain one, as one of the kernel with the same (u, v); a ball and
    a torus as such. Raises TypeError for one that has no such."""
    raise TypeError(type(surface).__name__)


@kernel_surface.register
def _(surface: Flat, frame: Frame) -> Geom_Surface:
    return Geom_Plane(placement(frame))


@kernel_surface.register
def _(surface: Cylindrical, frame: Frame) -> Geom_Surface:
    return Geom_CylindricalSurface(placement(frame), surface.radius)


@kernel_surface.register
def _(surface: Conical, frame: Frame) -> Geom_Surface:
    return Geom_ConicalSurface(placement(frame), float(np.radians(surface.slope)), surface.radius)


@kernel_surface.register
def _(surface: SplineSurface, frame: Frame) -> Geom_Surface:
    poles = frame.to_space(surface.poles)
    return rational_surface(surface.u_knots, surface.v_knots, poles, surface.weights)


@kernel_surface.register
def _(surface: Swept, frame: Frame) -> Geom_Surface:
    along = surface.direction @ frame.axes
    return Geom_SurfaceOfLinearExtrusion(_curve(surface.curve, frame), direction(along))


@kernel_surface.register
def _(surface: Revolved, frame: Frame) -> Geom_Surface:
    ball = _ball_or_torus(surface, frame)
    if ball is not None:
        return ball
    axis = gp_Ax1(point(frame.to_space(surface.origin)), direction(surface.axis @ frame.axes))
    return Geom_SurfaceOfRevolution(_curve(surface.curve, frame), axis)


def _ball_or_torus(surface: Revolved, frame: Frame) -> Geom_Surface | None:
    """The kernel's own shape of a turned arc that lies as it is wont to."""
    arc = surface.curve
    if not isinstance(arc, Arc) or float(arc.y @ surface.axis) < 1.0 - 1e-12:
        return None
    reach = arc.centre - surface.origin
    out = float(reach @ arc.x)
    foot = frame.to_space(arc.centre - out * arc.x)
    axes = gp_Ax3(point(foot), direction(surface.axis @ frame.axes), direction(arc.x @ frame.axes))
    if abs(out) < 1e-9:
        return Geom_SphericalSurface(axes, arc.radius)
    return Geom_ToroidalSurface(axes, out, arc.radius) if out > arc.radius else None


def _curve(curve: Curve, frame: Frame) -> Geom_Curve:
    if isinstance(curve, Arc):
        normal = np.cross(curve.x, curve.y)
        axes = gp_Ax2(
            point(frame.to_space(curve.centre)),
            direction(normal @ frame.axes),
            direction(curve.x @ frame.axes),
        )
        return Geom_Circle(axes, curve.radius)
    assert isinstance(curve, SplineCurve)
    poles = frame.to_space(curve.poles)
    if curve.weights is not None:
        return rational_curve(curve.knots, poles, curve.weights)
    return spline_curve(curve.knots.tolist(), poles.tolist())


def _parallel_cone(surface: Geom_ConicalSurface, away: float) -> Geom_ConicalSurface:
    """Away from the axis by `away`, square to the side: the radius at a parameter grows by
    away · cos(angle), and all of it moves along the axis by −away · sin(angle)."""
    angle = surface.SemiAngle()
    radius = surface.RefRadius() + away * float(np.cos(angle))
    position = surface.Position()
    axis = position.Direction()
    down = -away * float(np.sin(angle))
    position.Translate(gp_Vec(axis.X() * down, axis.Y() * down, axis.Z() * down))
    if radius < 0:
        raise ReliefError(
            f"the depth of {abs(away):.3f} mm reaches past the axis at the narrow end"
        )
    return Geom_ConicalSurface(position, angle, radius)


def _check_radius(before: float, after: float, lift: float) -> None:
    if after < LEAST_RADIUS:
        raise ReliefError(
            f"the depth of {abs(lift):.3f} mm reaches past the axis: the radius is {before:.3f} mm"
        )


def round_frame(chart: FaceChart) -> Frame | None:
    """The frame of a cylinder, whose level pieces are arcs; None for other faces."""
    return chart.frame if isinstance(chart, CylinderChart) else None
