"""A view on a face: a sheet of its own, through which the face beneath is seen."""

from __future__ import annotations

from collections.abc import Callable

from tinstamp.chart.base import Array, Chart, FaceChart


class View:
    """What projections, flattened ones and patches have in common.

    Attributes
    ----------
    base : the chart beneath, on whose sheet places are told.
    """

    base: FaceChart

    def to_base(self, xy: Array) -> Array:
        """Points of the sheet beneath; no numbers where the view misses the face."""
        assert isinstance(self, Chart)
        return self.base.from_space(self.to_space(xy))

    def uv_lifter(self, uv: Array) -> Callable[[float], Array]:
        """From the parameters of the face's own surface, which need no view."""
        assert isinstance(self, FaceChart)
        beneath = self.ground
        if beneath is self:  # what comes after a view in its class knows its own surface
            return super().uv_lifter(uv)  # type: ignore[misc]
        return beneath.uv_lifter(uv)


def told_on(chart: Chart) -> Chart:
    """The chart that a chart's places are told on: the one beneath all views."""
    return told_on(chart.base) if isinstance(chart, View) else chart


def degrees_beneath(chart: Chart, xy: Array) -> Array:
    """Angles about the axis, (...,) degrees, of the places that sheet points (..., 2) show; no
    numbers where a view misses the face. Raises ValueError for a face without an axis."""
    if isinstance(chart, View):
        return degrees_beneath(chart.base, chart.to_base(xy))
    if chart.turns is None:
        raise ValueError("this face has no axis")
    return chart.turns.degrees(xy)
