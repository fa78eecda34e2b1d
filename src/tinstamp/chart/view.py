"""A view on a face: a sheet of its own, through which the face beneath is seen."""

from __future__ import annotations

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


def told_on(chart: Chart) -> Chart:
    """The chart that a chart's places are told on: the one beneath all views."""
    return told_on(chart.base) if isinstance(chart, View) else chart
