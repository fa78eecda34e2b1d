"""Where the seams of closed faces go, so that no ink lies over them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from tinstamp.chart.base import FaceChart
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
    return seams
