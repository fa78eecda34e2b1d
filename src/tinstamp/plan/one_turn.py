"""Ink on the one sheet that a closed face is cut from: what lies beyond the cut comes in at the
other side, and what lies across it is parted there."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely

from tinstamp.artwork.clip import within
from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart
from tinstamp.chart.turns import Turns
from tinstamp.setting.place import Placed, degrees_covered, laps_from_home

HALF = 180.0
"""degrees from the middle of the sheet to where it is cut"""
MOST_LAPS = 3
"""turns that ink runs beyond the cut at most"""
FINE_TURN = 0.25
"""degrees of a rim between two points of the sheet's border"""
CROSSES = 1e-9
"""degrees beyond the cut from which on ink is parted"""


def on_one_turn(
    placed: Placed, chart: Chart, lines: Sequence[Array]
) -> tuple[tuple[Region, ...], tuple[Array, ...]]:
    """Placed ink and lines, cubics (n, 4, 2) each, as they lie on the sheet from -180 to 180
    degrees; as they are on a face that does not close. A line is moved as a whole."""
    around = chart.all_round
    if around is None or not placed.regions:
        return placed.regions, tuple(lines)
    found: list[Region] = []
    sheet: shapely.Polygon | None = None
    for region, (low, high) in zip(placed.regions, degrees_covered(placed, chart), strict=True):
        for k in range(-MOST_LAPS, MOST_LAPS + 1):
            first, last = low + 360.0 * k, high + 360.0 * k
            if last <= -HALF + CROSSES or first >= HALF - CROSSES:
                continue
            lap = around.lap(k)
            there = region.transformed(lap.matrix, lap.shift)
            if first >= -HALF and last <= HALF:
                found.append(there)
                continue
            sheet = _sheet(around, placed) if sheet is None else sheet
            found += within([there], sheet)
    moved = []
    for line in lines:
        middle = line.reshape(-1, 2).mean(axis=0)
        moved.append(around.lap(-laps_from_home(middle, chart))(line))
    return tuple(found), tuple(moved)


def _sheet(around: Turns, placed: Placed) -> shapely.Polygon:
    """One turn of the face, as high as the ink and a little more."""
    heights = np.concatenate([around.unrolled(r.outer.points(4))[:, 1] for r in placed.regions])
    turn = np.linspace(-HALF, HALF, int(2 * HALF / FINE_TURN) + 1)
    low, high = float(heights.min()) - 1.0, float(heights.max()) + 1.0
    below = np.column_stack([turn, np.full(len(turn), low)])
    above = np.column_stack([turn[::-1], np.full(len(turn), high)])
    return shapely.Polygon(around.rolled(np.concatenate([below, above])))
