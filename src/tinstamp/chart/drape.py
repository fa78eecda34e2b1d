"""Artwork draped over a face for the eye: triangles and outlines, no kernel.

What a drag shows while the hand moves. The flat triangles are made once for an artwork
(`flatten`); each frame only maps points (`drape`).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import mapbox_earcut
import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart

CURVE_POINTS = 5
"""Points a curved piece is drawn with."""


@dataclass(frozen=True)
class FlatTriangles:
    """Regions cut into triangles in their own plane.

    Attributes
    ----------
    points : (n, 2) mm. triangles : (m, 3) into the points, counter-clockwise.
    """

    points: Array
    triangles: NDArray[np.int64]


def flatten(regions: Sequence[Region], steps: int = CURVE_POINTS) -> FlatTriangles:
    """Triangles of the regions, counters left bare."""
    points: list[Array] = []
    triangles: list[NDArray[np.int64]] = []
    start = 0
    for region in regions:
        loops = [outline.points(steps) for outline in region.outlines]
        ring = np.concatenate(loops)
        ends = np.cumsum([len(loop) for loop in loops]).astype(np.uint32)
        cut = mapbox_earcut.triangulate_float64(ring, ends).reshape(-1, 3)
        points.append(ring)
        triangles.append(cut.astype(np.int64) + start)
        start += len(ring)
    if not points:
        return FlatTriangles(np.zeros((0, 2)), np.zeros((0, 3), dtype=np.int64))
    return FlatTriangles(np.concatenate(points), np.concatenate(triangles))


def drape(flat: FlatTriangles, matrix: Array, shift: Array, chart: Chart, lift: float) -> Array:
    """The points in space, (n, 3) mm, of triangles moved by matrix and shift and laid on
    the chart `lift` mm above the face."""
    return chart.to_space(flat.points @ matrix.T + shift, lift)
