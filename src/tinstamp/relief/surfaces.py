"""The kernel's own surface of a chart, at a lift: a plane stays a plane, a cylinder a
cylinder, with the chart's (u, v)."""

from __future__ import annotations

from OCP.Geom import Geom_CylindricalSurface, Geom_Plane, Geom_Surface
from OCP.gp import gp_Vec

from tinstamp.blank.kernel import placement
from tinstamp.chart.base import Chart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart

LEAST_RADIUS = 1e-3
"""mm; an offset that leaves less is refused."""


class ReliefError(ValueError):
    """A relief that cannot be built; the message is for the designer."""


def surface_at(chart: Chart, lift: float) -> Geom_Surface:
    """The parallel surface at `lift` mm outwards.

    Raises ReliefError when a round face has no such parallel.
    """
    if isinstance(chart, CylinderChart):
        radius = chart.radius + chart.sense * lift
        if radius < LEAST_RADIUS:
            raise ReliefError(
                f"the depth of {abs(lift):.3f} mm reaches past the axis: "
                f"the radius is {chart.radius:.3f} mm"
            )
        return Geom_CylindricalSurface(placement(chart.frame.turned(chart.seam)), radius)
    if isinstance(chart, PlaneChart):
        plane = Geom_Plane(placement(chart.frame))
        x, y, z = chart.frame.z
        plane.Translate(gp_Vec(x * lift, y * lift, z * lift))
        return plane
    raise TypeError(type(chart).__name__)


def round_frame(chart: Chart) -> Frame | None:
    """The frame of a round face; None for a flat one."""
    return chart.frame if isinstance(chart, CylinderChart) else None
