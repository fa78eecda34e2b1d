"""The line off the edges of its face that a stamp's ink is to stay within."""

from __future__ import annotations

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Array
from tinstamp.chart.base import FaceChart
from tinstamp.chart.view import View
from tinstamp.plan.planned import Planned
from tinstamp.setting.edge_distance import face_round, inside
from tinstamp.setting.fit import ink

_areas: Kept[BaseGeometry | None] = Kept(16)
CUT_WITHIN = 1
"""decimals of the place, mm, across from which a face that closes is cut open"""
SPECK = 1e-4
"""mm² of ink that may lie beyond the line: it touches it"""


def kept_off(item: Planned) -> float:
    """mm along the face that its ink keeps off the edges; 0 where nothing is asked."""
    return item.lay.setting("keep_off", 0.0)


def room_for(item: Planned) -> BaseGeometry | None:
    """All of the sheet that its ink may lie on; None where no line is asked for, or the face is
    not laid out by itself or has no edges. Raises EdgeError where nothing is left of the face."""
    chart, away = item.chart, kept_off(item)
    if away <= 0 or not isinstance(chart, FaceChart) or isinstance(chart, View):
        return None
    at = np.round(np.array(item.placed.origin), CUT_WITHIN)
    key = (away, tuple(at.tolist()) if chart.closed else ())
    return _areas.get(chart, key, lambda: _inside(chart, at, away))


def _inside(chart: FaceChart, at: Array, away: float) -> BaseGeometry | None:
    """None on a face without edges."""
    return None if face_round(chart, at)[1].is_empty else inside(chart, at, away)


def beyond(item: Planned) -> tuple[float, tuple[float, float]] | None:
    """How far ink reaches over that line, mm on the sheet, and where; None for ink within it.
    Raises EdgeError where nothing is left of the face."""
    room = room_for(item)
    if room is None or not item.placed.regions:
        return None
    whole = shapely.union_all(ink(item.placed.regions))
    out = whole.difference(room)
    if out.area <= SPECK:
        return None
    points = shapely.points(shapely.get_coordinates(out))
    away = shapely.distance(room, points)
    k = int(np.argmax(away))
    return float(away[k]), (float(points[k].x), float(points[k].y))
