"""Where the seams of closed faces go, so that no ink lies over them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from tinstamp.blank.turned_solid import OVER_SEAM, over_seam
from tinstamp.chart.base import FaceChart
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.round import RoundChart
from tinstamp.plan.planned import Planned
from tinstamp.setting.place import clear_seam, degrees_covered


def seams_for(planned: Sequence[Planned], charts: Mapping[str, FaceChart]) -> dict[str, float]:
    """Angles, degrees, of seams that must leave their usual place, by face."""
    seams = {}
    for name in {face for item in planned for face in item.faces}:
        chart = charts[name]
        if not isinstance(chart, RoundChart) or not chart.closed:
            continue
        spans = [
            span
            for item in planned
            for placed, on in item.on_face(name)
            for span in degrees_covered(placed, on)
        ]
        wished = chart.seam * chart.sense
        clear = clear_seam(spans, 360.0, wished)
        if clear != wished:
            seams[name] = clear * chart.sense
        if isinstance(chart, BeltChart) and chart.ring:
            over = clear_seam(_over(planned, name, chart), 360.0, OVER_SEAM)
            if over != OVER_SEAM:
                seams[over_seam(name)] = over % 360.0
    return seams


def _over(planned: Sequence[Planned], name: str, chart: BeltChart) -> list[tuple[float, float]]:
    """Degrees round the bar that ink on a torus covers."""
    spans = []
    for item in planned:
        for placed, on in item.on_face(name):
            if not placed.regions:
                continue
            points = np.concatenate([r.outer.points(12) for r in placed.regions])
            heights = chart.from_space(on.to_space(points))[:, 1] if on.projected else points[:, 1]
            ends = [chart.over(float(y)) for y in (heights.min(), heights.max())]
            spans.append((min(ends), max(ends)))
    return spans
