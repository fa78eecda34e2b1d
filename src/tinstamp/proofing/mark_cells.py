"""How much of each cell of a mark contrasts, seen square on: dark cells show the mark's own floor
or cap, light ones the bare face. Exact areas of what is seen, nearest first; no pixels.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.proofing.mark_view import FLOOR, GROUND, Surface, camera

PARTS_A_SIDE = 4
"""Parts of a cell's side, so that it can bend with a face."""
HIDES = 1e-9
"""mm²; two triangles that lie over one another by less only meet."""


@dataclass(frozen=True, eq=False)
class Contrast:
    """The part of every cell that shows what it should, 0 to 1.

    Attributes
    ----------
    shares : (rows, columns), from the top. inked : (rows, columns), True where the mark has ink.
    middles : (rows, columns, 2) of the cells, mm on the sheet.
    """

    shares: Array
    inked: NDArray[np.bool_]
    middles: Array

    def worst(self) -> tuple[int, int]:
        """Row and column of the cell that shows least."""
        row, column = np.unravel_index(int(np.argmin(self.shares)), self.shares.shape)
        return int(row), int(column)


def contrast(surface: Surface, chart: Chart, cells: Array, inked: NDArray[np.bool_]) -> Contrast:
    """What each cell of a mark shows to a camera that is held square to the mark's middle, far off.

    Parameters
    ----------
    cells : (rows, columns, 4, 2) corners in order, mm on the sheet.
    inked : (rows, columns), True where the mark has ink.
    """
    middles = cells.mean(axis=2)
    centre = (cells.reshape(-1, 2).min(axis=0) + cells.reshape(-1, 2).max(axis=0)) / 2
    axes = camera(np.asarray(chart.normal(centre[None]), dtype=float)[0])
    t = np.linspace(0.0, 1.0, PARTS_A_SIDE, endpoint=False)[:, None]
    after = np.roll(cells, -1, axis=2)
    sides = cells[..., None, :] * (1 - t) + after[..., None, :] * t
    ring = sides.reshape(*cells.shape[:2], 4 * PARTS_A_SIDE, 2)
    space = np.asarray(chart.to_space(ring.reshape(-1, 2)), dtype=float)
    outlines = shapely.polygons((space @ axes)[:, :2].reshape(-1, 4 * PARTS_A_SIDE, 2))
    pieces, shows = seen_pieces(surface, axes, shapely.total_bounds(outlines))
    cut_through = not (shows == FLOOR).any()
    tree = shapely.STRtree(outlines)

    def areas(which: NDArray[np.bool_]) -> NDArray[Any]:
        piece, cell = tree.query(pieces[which], predicate="intersects")
        shared = shapely.area(shapely.intersection(pieces[which][piece], outlines[cell]))
        return np.bincount(cell, weights=shared, minlength=len(outlines))

    whole = shapely.area(outlines)
    ground = areas(shows == GROUND)
    ink = whole - areas(shows >= 0) if cut_through else areas(shows == FLOOR)
    shares = np.where(inked.ravel(), ink, ground) / whole
    return Contrast(np.clip(shares, 0.0, 1.0).reshape(inked.shape), inked, middles)


def seen_pieces(
    surface: Surface, axes: Array, bounds: Array
) -> tuple[NDArray[np.object_], NDArray[np.int_]]:
    """What a camera sees of a surface's triangles within a box of its picture, each without what
    lies before it, and what they show. `axes` as of `camera`; bounds : (4,) mm."""
    corners = surface.triangles @ axes
    one, two = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
    slope = np.cross(one, two)
    low, high = corners[..., :2].min(axis=1), corners[..., :2].max(axis=1)
    there = (slope[:, 2] > HIDES) & (high > bounds[:2]).all(1) & (low < bounds[2:]).all(1)
    corners, slope, shows = corners[there], slope[there], surface.shows[there].astype(int)
    polygons = shapely.polygons(corners[..., :2])
    a, b = shapely.STRtree(polygons).query(polygons, predicate="intersects")
    a, b = a[a < b], b[a < b]
    over = shapely.intersection(polygons[a], polygons[b])
    lies = shapely.area(over) > HIDES
    a, b, over = a[lies], b[lies], over[lies]
    at = shapely.get_coordinates(shapely.centroid(over))

    def height(k: NDArray[np.int_]) -> Array:
        away = at - corners[k, 0, :2]
        rise = (slope[k, :2] * away).sum(axis=1) / slope[k, 2]
        return np.asarray(corners[k, 0, 2] - rise, dtype=float)

    nearer = height(a) > height(b)
    before, behind = np.where(nearer, a, b), np.where(nearer, b, a)
    for k in np.unique(behind).tolist():
        hiding = shapely.union_all(polygons[before[behind == k]])
        polygons[k] = shapely.difference(polygons[k], hiding)
    return polygons, shows
