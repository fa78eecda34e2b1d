"""Parallel surfaces: a plane stays a plane, a cylinder a cylinder, a cone a cone, with
the same (u, v)."""

from __future__ import annotations

import numpy as np
from OCP.Geom import Geom_ConicalSurface, Geom_CylindricalSurface, Geom_Plane, Geom_Surface
from OCP.gp import gp_Vec

from tinstamp.blank.kernel import placement
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart

LEAST_RADIUS = 1e-3
"""mm; an offset that leaves less is refused."""


class ReliefError(ValueError):
    """A relief that cannot be built; the message is for the designer."""


def own_surface(chart: Chart) -> Geom_Surface:
    """A surface of the chart's shape whose (u, v) are the chart's plainest: the sheet of a
    plane, angle and height of a cylinder, angle and slant of a cone."""
    if isinstance(chart, CylinderChart):
        frame = chart.frame.turned(chart.seam)
        return Geom_CylindricalSurface(placement(frame), chart.radius)
    if isinstance(chart, ConeChart):
        frame = chart.frame.turned(chart.seam)
        return Geom_ConicalSurface(placement(frame), float(np.radians(chart.slope)), chart.radius)
    if isinstance(chart, PlaneChart):
        return Geom_Plane(placement(chart.frame))
    raise TypeError(type(chart).__name__)


def parallel(surface: Geom_Surface, chart: Chart, lift: float) -> Geom_Surface:
    """The surface of the chart's face moved along its normal, `lift` mm outwards.

    Raises ReliefError when a round face has no such parallel.
    """
    if isinstance(chart, PlaneChart):
        x, y, z = chart.frame.z
        return surface.Translated(gp_Vec(x * lift, y * lift, z * lift))
    if isinstance(chart, CylinderChart) and isinstance(surface, Geom_CylindricalSurface):
        radius = chart.radius + chart.sense * lift
        _check_radius(chart.radius, radius, lift)
        return Geom_CylindricalSurface(surface.Position(), radius)
    if isinstance(chart, ConeChart) and isinstance(surface, Geom_ConicalSurface):
        return _parallel_cone(surface, chart, chart.sense * lift)
    raise TypeError(type(chart).__name__)


def _parallel_cone(
    surface: Geom_ConicalSurface, chart: ConeChart, away: float
) -> Geom_ConicalSurface:
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


def round_frame(chart: Chart) -> Frame | None:
    """The frame of a cylinder, whose level pieces are arcs; None for other faces."""
    return chart.frame if isinstance(chart, CylinderChart) else None
