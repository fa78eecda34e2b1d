"""Small pictures of artwork, for lists and buttons."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from PySide6.QtCore import QSizeF, Qt
from PySide6.QtGui import QColor, QPixmap

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array, Region, bounds_of
from tinstamp.desk.look.painting import painting
from tinstamp.desk.sheet.sheet_paths import path_of
from tinstamp.desk.sheet.sheet_scale import Scale

MOST_ROWS = 4
"""rows that a long line is broken into"""
WORTH_A_ROW = 1.05
"""Times as large that one more row makes a picture at least."""
EVENLY = 0.1
"""How much wider a gap must be, for its distance from where a row would end, to end it."""
LEADING = 1.25
"""Row to row, in heights of the artwork."""


def small_picture(
    artwork: Artwork, colour: QColor, size: QSizeF, ratio: float, box: Array | None = None
) -> QPixmap:
    """Artwork, the whole of it, within so many pixels: a long line in rows one below the other.
    `box`, mm, makes several alike in scale, each in one row."""
    rows, per_mm = _rows(artwork, size) if box is None else ([artwork.regions], 0.0)
    if box is not None:
        wide, high = (box[2:] - box[:2]).tolist()
        per_mm = min(size.width() / max(wide, 1e-6), size.height() / max(high, 1e-6))
    low, high = (float(v) for v in (artwork.bounds if box is None else box)[[1, 3]])
    tall = (high - low) * per_mm
    step = tall * LEADING
    top = (size.height() - tall - step * (len(rows) - 1)) / 2
    picture = QPixmap((size * ratio).toSize())
    picture.setDevicePixelRatio(ratio)
    picture.fill(Qt.GlobalColor.transparent)
    with painting(picture) as painter:
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour)
        for k, regions in enumerate(rows):
            left, _, right, _ = map(float, bounds_of(regions) if box is None else box)
            at = (size.width() / 2 - (left + right) / 2 * per_mm, top + k * step + high * per_mm)
            outlines = [outline for region in regions for outline in region.outlines]
            painter.drawPath(path_of(outlines, Scale(per_mm, *at)))
    return picture


def _rows(artwork: Artwork, size: QSizeF) -> tuple[list[Sequence[Region]], float]:
    """Artwork in as many rows as show it largest, broken between words, and px for a mm."""
    high = max(float(artwork.bounds[3] - artwork.bounds[1]), 1e-6)
    best: tuple[float, list[Sequence[Region]]] = (0.0, [artwork.regions])
    for count in range(1, MOST_ROWS + 1):
        rows = _broken(artwork, count)
        wide = max(float(np.ptp(bounds_of(regions)[[0, 2]])) for regions in rows)
        all_high = high * (1 + LEADING * (len(rows) - 1))
        per_mm = min(size.width() / max(wide, 1e-6), size.height() / all_high)
        if per_mm > best[0] * WORTH_A_ROW:
            best = per_mm, rows
    return best[1], best[0]


def _broken(artwork: Artwork, count: int) -> list[Sequence[Region]]:
    """Artwork in rows from left to right, broken where gaps are wide, nearly evenly."""
    order = sorted(artwork.regions, key=lambda region: float(region.bounds[0]))
    ends = np.maximum.accumulate([region.bounds[2] for region in order])
    begins = np.array([region.bounds[0] for region in order])
    gaps, places = begins[1:] - ends[:-1], (begins[1:] + ends[:-1]) / 2
    cuts = set()
    for k in range(1, count):
        if len(gaps):
            target = begins[0] + (ends[-1] - begins[0]) * k / count
            cuts.add(int(np.argmax(gaps - EVENLY * np.abs(places - target))) + 1)
    stops = [0, *sorted(cuts), len(order)]
    return [order[a:b] for a, b in pairwise(stops)]
