"""Where the seams of closed faces go, so that no ink lies over them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from tinstamp.blank.turned_solid import OVER_SEAM, over_seam
from tinstamp.chart.base import Array, FaceChart
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.round import RoundChart
from tinstamp.chart.skin import SkinChart
from tinstamp.chart.surface import SplineSurface
from tinstamp.plan.planned import Planned
from tinstamp.setting.place import clear_seam, degrees_covered


def seams_for(planned: Sequence[Planned], charts: Mapping[str, FaceChart]) -> dict[str, float]:
    """Where seams that must leave their usual place go, by face: degrees from the front, on a
    freeform face in its own parameter."""
    seams = {}
    for name in {face for item in planned for face in item.faces}:
        chart = charts[name]
        if isinstance(chart, SkinChart) and chart.wraps is not None:
            at = _on_a_skin(planned, name, chart, chart.wraps)
            if at is not None:
                seams[name] = at
            continue
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
            beside = clear_seam([*spans, *_holes(chart)], 360.0, clear)
            seams[name] = beside * chart.sense
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


def _holes(chart: RoundChart) -> list[tuple[float, float]]:
    """Degrees round a face that its holes cover."""
    spans = []
    for hole in (o for o in chart.outline if o.area < 0.0):
        degrees = chart.unrolled(hole.points(4))[:, 0]
        spans.append((float(degrees.min()), float(degrees.max())))
    return spans


def _on_a_skin(planned: Sequence[Planned], name: str, chart: SkinChart, axis: int) -> float | None:
    """The parameter for the seam of a freeform face that closes; None where it may stay."""
    surface = chart.surface
    assert isinstance(surface, SplineSurface)
    begin, turn = float(surface.begin[axis]), float(surface.size[axis])
    spans = []
    for item in planned:
        for placed, on in item.on_face(name):
            if not isinstance(on, FaceChart):
                continue
            for region in placed.regions:
                along = on.to_uv(region.outer.points(12))[:, axis]
                along = along[np.isfinite(along)]
                if len(along):
                    along = np.unwrap(along, period=turn)
                    spans.append((float(along.min()) - begin, float(along.max()) - begin))
    clear = clear_seam(spans, turn, 0.0)
    if clear == 0.0:
        return None
    holes = [ring[:, axis] - begin for ring in chart.rims if _clockwise(ring)]
    spans += [(float(ring.min()), float(ring.max())) for ring in holes]
    return begin + clear_seam(spans, turn, clear) % turn


def _clockwise(ring: Array) -> bool:
    x, y = ring.T
    return bool(x @ np.roll(y, -1) - y @ np.roll(x, -1) < 0.0)
