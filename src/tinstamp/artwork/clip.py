"""What of regions lies within an area of the sheet."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
import pathops
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Array, Outline, Region, nest, polygon
from tinstamp.artwork.split import is_straight
from tinstamp.artwork.unite import chains, contour_of, feed, piece_cubic

CLIP_UNITS = 1000.0
"""The largest side of a region while it is clipped (Skia works in single precision)."""
CURVE_LINES = 48
"""Lines that stand for a curved piece where it cannot be kept."""
CUT_STRAY = 2e-3
"""Part of a region's area by which what is cut out of it in curves may differ from fine lines"""
SHORTEST_PIECE = 1e-4
"""mm; pieces shorter than that come from rounding."""


def within(regions: Sequence[Region], area: BaseGeometry) -> list[Region]:
    """The parts of regions within a polygon or several. Regions that lie wholly within are
    given back as they are."""
    shapely.prepare(area)
    found: list[Region] = []
    for region in regions:
        ring = shapely.Polygon(region.outer.points(16))
        if area.contains_properly(ring):
            found.append(region)
        elif area.intersects(ring):
            found += _clipped(region, area.intersection(shapely.box(*ring.buffer(1.0).bounds)))
    return found


def _clipped(region: Region, area: BaseGeometry) -> list[Region]:
    low_x, low_y, high_x, high_y = map(float, region.bounds)
    grow = CLIP_UNITS / max(high_x - low_x, high_y - low_y)
    centre = np.array([(low_x + high_x) / 2, (low_y + high_y) / 2])
    ink, limit = pathops.Path(), pathops.Path(fillType=pathops.FillType.EVEN_ODD)
    for outline in region.outlines:
        moved = outline.transformed(np.eye(2) * grow, -centre * grow)
        feed(ink, contour_of(moved), np.zeros(2))
    for part in shapely.get_parts(area):
        if isinstance(part, shapely.Polygon):
            for ring in (part.exterior, *part.interiors):
                points = (np.array(ring.coords)[:-1] - centre) * grow
                first, *rest = [(float(x), float(y)) for x, y in points]
                feed(limit, [("M", (first,)), *(("L", (p,)) for p in rest)], np.zeros(2))
    try:
        path = pathops.op(ink, limit, pathops.PathOp.INTERSECTION, fix_winding=True)
    except pathops.PathOpsError:  # Skia gives up
        return _in_lines(region, area)
    outlines = []
    for chain in chains(path):
        beziers = [piece_cubic(piece) for piece in chain]
        loop = _closed(beziers, SHORTEST_PIECE * grow)
        if loop is not None:
            outlines.append(loop.transformed(np.eye(2) / grow, centre))
    found = nest(outlines, region.letters)
    known = _in_lines(region, area)
    off = abs(sum(r.area for r in found) - sum(r.area for r in known))
    if off > CUT_STRAY * region.area or not all(_polygon(r, 16).is_valid for r in found):
        return known  # it lost a piece, or made one up
    return found


def _polygon(region: Region, steps: int) -> shapely.Polygon:
    return shapely.Polygon(region.outer.points(steps), [c.points(steps) for c in region.counters])


def _in_lines(region: Region, area: BaseGeometry) -> list[Region]:
    """The same in fine lines, where outlines end up on one another (Skia then gives an edge and
    the edge of a counter in one place)."""
    own = _polygon(region, CURVE_LINES)
    own, area = (shape if shape.is_valid else shape.buffer(0) for shape in (own, area))
    whole = shapely.simplify(own.intersection(area), SHORTEST_PIECE)
    return [
        Region(
            polygon(np.array(part.exterior.coords)[:-1]),
            tuple(polygon(np.array(ring.coords)[:-1]) for ring in part.interiors),
            region.letters,
        )
        for part in map(shapely.orient_polygons, shapely.get_parts(whole))
        if isinstance(part, shapely.Polygon) and part.area > SHORTEST_PIECE
    ]


def _closed(beziers: list[Array], least: float) -> Outline | None:
    """A loop without the specks between its pieces; None when nothing else is left."""
    kept = [b.copy() for b in beziers if np.ptp(b, axis=0).max() > least]
    if len(kept) < 2:
        return None
    for a, b in pairwise([*kept, kept[0]]):
        b[0] = a[3]
    return Outline(np.stack(kept), np.array([is_straight(b) for b in kept]))
