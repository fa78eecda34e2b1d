"""A marking press: it prints the flat artwork as a picture, dot by dot, as a screen or a foil would
lay it down."""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray
from PIL import Image

from tinstamp.shop import flat_file
from tinstamp.shop.drawing import HIGH, WIDE, Array
from tinstamp.shop.made import Compared, Figure, Made, ShopError

TABLE = (700.0, 500.0)
"""mm of the largest sheet"""
ALLOWED = 0.005
"""part by which the printed area may differ from the artwork's"""
MOST_DOTS = 60_000_000
"""dots of the largest plate"""
INCH = 25.4
"""mm"""


def work(path: Path, wishes: Mapping[str, Any]) -> Made:
    """Print flat artwork with so many `dots` to an inch, in so many `copies`. Raises ShopError."""
    art = flat_file.read(path)
    dots, copies = float(wishes["dots"]), int(float(wishes["copies"]))
    low, high = art.box
    size = high - low
    if size[0] > TABLE[0] or size[1] > TABLE[1]:
        raise ShopError(
            f"the sheet is {size[0]:.0f} × {size[1]:.0f} mm: the table holds {TABLE[0]:.0f} × "
            f"{TABLE[1]:.0f}"
        )
    per_mm = dots / INCH
    count = np.ceil(size * per_mm).astype(int) + 2
    if int(count[0]) * int(count[1]) > MOST_DOTS:
        raise ShopError(f"{dots:g} dots to an inch are too many for a sheet of that size")
    plate = _filled(art.ink, low, per_mm, (int(count[1]), int(count[0])))
    for line in art.lines:
        _dotted(plate, line, low, per_mm)
    printed = float(np.count_nonzero(plate)) / per_mm**2
    wanted = float(wishes.get("area", art.ink.area))
    compared = [Compared("Printed area", wanted, printed, "mm²", ALLOWED)]
    figures = (
        Figure("Sheet", f"{size[0]:.1f} × {size[1]:.1f} mm"),
        Figure("Dots", f"{count[0]} × {count[1]}"),
        Figure("Copies", str(copies)),
        Figure("Ink", printed * copies, "mm²"),
    )
    picture = _shown(plate)
    return Made(figures, tuple(compared), 6.0 + 4.0 * copies, (), (picture,))


def _filled(
    ink: shapely.Geometry, low: Array, per_mm: float, shape: tuple[int, int]
) -> NDArray[np.bool_]:
    """The dots, (rows from below, columns), whose middles an odd number of edges lie left of."""
    rings = [r for p in shapely.get_parts(ink) for r in (p.exterior, *p.interiors)]
    turned = np.zeros(shape, dtype=np.uint8)
    for ring in rings:
        xy = (np.array(ring.coords) - low) * per_mm + 0.5  # dot k has its middle at k + 1/2
        start, end = xy[:-1], xy[1:]
        first = np.ceil(np.minimum(start[:, 1], end[:, 1]) - 0.5).astype(int)
        last = np.ceil(np.maximum(start[:, 1], end[:, 1]) - 0.5).astype(int)
        count = last - first
        which = np.repeat(np.arange(len(start)), count)
        row = np.arange(len(which)) - np.repeat(np.cumsum(count) - count, count) + first[which]
        a, b = start[which], end[which]
        x = a[:, 0] + (row + 0.5 - a[:, 1]) * (b[:, 0] - a[:, 0]) / (b[:, 1] - a[:, 1])
        column = np.clip(np.ceil(x - 0.5).astype(int), 0, shape[1] - 1)
        np.add.at(turned, (row, column), 1)
    filled: NDArray[np.bool_] = np.cumsum(turned, axis=1, dtype=np.int64) % 2 == 1
    return filled


def _dotted(plate: NDArray[np.bool_], line: Array, low: Array, per_mm: float) -> None:
    """A line one dot wide."""
    run = shapely.LineString((line - low) * per_mm + 0.5)
    at = shapely.get_coordinates(shapely.segmentize(run, 0.5)).astype(int)
    plate[at[:, 1], at[:, 0]] = True


def _shown(dots: NDArray[np.bool_]) -> Image.Image:
    plate = Image.fromarray(np.flipud(dots).astype(np.uint8) * 255)
    grow = min((WIDE - 32) / plate.width, (HIGH - 32) / plate.height)
    size = (max(1, round(plate.width * grow)), max(1, round(plate.height * grow)))
    small = plate.resize(size, Image.Resampling.LANCZOS)
    sheet = Image.new("RGB", (WIDE, HIGH), "#D8D4C8")
    at = ((WIDE - size[0]) // 2, (HIGH - size[1]) // 2)
    sheet.paste("#FBFAF5", (at[0], at[1], at[0] + size[0], at[1] + size[1]))
    sheet.paste("#1F2A44", at, small)
    return sheet
