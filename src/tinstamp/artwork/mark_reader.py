"""Marks read back by a library that had no part in making them (zxing-cpp)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

from tinstamp.artwork.outline import Region, bounds_of

PIXELS_A_CELL = 6.0
"""Pixels that a cell of a picture to be read is wide."""
MOST_PIXELS = 3000
"""pixels of such a picture's longer side"""
LINES_STRAY = 0.02
"""Of a cell that lines may stray."""


def pictured(
    regions: Sequence[Region], cell: float, quiet: float, light: bool = False
) -> NDArray[np.uint8]:
    """Ink dark on light, or light on dark, with `quiet` mm round it; 0 to 255 from the top."""
    low_x, low_y, high_x, high_y = map(float, bounds_of(regions))
    low_x, low_y, high_x, high_y = low_x - quiet, low_y - quiet, high_x + quiet, high_y + quiet
    size = max(high_x - low_x, high_y - low_y)
    per = min(PIXELS_A_CELL / cell, MOST_PIXELS / size)
    shape = (max(1, round((high_x - low_x) * per)), max(1, round((high_y - low_y) * per)))
    ground, ink = (0, 255) if light else (255, 0)
    picture = Image.new("L", shape, ground)
    pen = ImageDraw.Draw(picture)
    for region in regions:
        for k, outline in enumerate(region.outlines):
            points = outline.fine(LINES_STRAY * cell)
            flat = (points - (low_x, low_y)) * per
            flat[:, 1] = shape[1] - flat[:, 1]
            pen.polygon([tuple(p) for p in (flat - 0.5).tolist()], fill=ground if k else ink)
    return np.asarray(picture)


def read_back(picture: NDArray[np.uint8]) -> str | None:
    """The text of the mark in a picture; None when none can be read."""
    import zxingcpp

    found = zxingcpp.read_barcodes(picture)
    return str(found[0].text) if found else None
