"""Regions as an SVG picture (W3C SVG 2) at true size, in mm, for other programs to take."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tinstamp.artwork.outline import Array, Outline, Region

DIGITS = 4
"""decimals of a coordinate, mm"""


def as_svg(regions: Sequence[Region]) -> str:
    """A picture of regions, y upwards in them, filled; curves as they are."""
    boxes = np.stack([region.bounds for region in regions])
    low, high = boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)
    wide, tall = (_figure(x) for x in (high - low).tolist())
    paths = "".join(
        f'<path d="{" ".join(_path(outline, low[0], high[1]) for outline in region.outlines)}"/>'
        for region in regions
    )
    return (
        '<svg xmlns="http://www.w3.org/2000/svg" '
        f'width="{wide}mm" height="{tall}mm" viewBox="0 0 {wide} {tall}">'
        f'<g fill="#000000" fill-rule="evenodd">{paths}</g></svg>'
    )


def _path(outline: Outline, left: float, top: float) -> str:
    poles = outline.beziers * [1.0, -1.0] + [-left, top]
    found = [f"M{_spot(poles[0, 0])}"]
    for piece, straight in zip(poles, outline.straight, strict=True):
        if straight:
            found.append(f"L{_spot(piece[3])}")
        else:
            found.append("C" + " ".join(_spot(pole) for pole in piece[1:]))
    return "".join([*found, "Z"])


def _spot(pole: Array) -> str:
    return f"{_figure(pole[0])} {_figure(pole[1])}"


def _figure(value: float) -> str:
    return f"{round(float(value), DIGITS) + 0.0:.{DIGITS}f}".rstrip("0").rstrip(".")
