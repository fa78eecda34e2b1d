"""Lines as the outlines of what a round cutter leaves along them."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import pathops
import shapely

from tinstamp.artwork.outline import Region
from tinstamp.artwork.unite import Contour, UnionError, chains, contour_of, feed, polyline, unite

SIZES = (1000.0, 240.0, 613.0, 2371.0, 97.0)
"""Units for the largest side while strokes are made, tried in turn."""
ARC_STRAY = 0.004
"""Those units that a stroke's quadratics may be off its arcs."""
AREA_STRAY = 1e-3
"""Part of its area that a stroke may be off what Shapely makes of fine lines."""


def stroked(contour: Contour, width: float) -> list[Contour]:
    """Outlines of a stroke with round ends and corners, in the contour's own units."""
    regions = stroke_regions([contour], width, 1.0 / 4000)
    return [contour_of(outline) for region in regions for outline in region.outlines]


def stroke_regions(contours: Sequence[Contour], width: float, error: float) -> list[Region]:
    """Strokes along contours, united, in the contours' own units; `error` as in `unite`.

    Skia's strokes and union lose a piece now and then, so the area is compared with that of
    Shapely's buffer; where they differ it is tried again at another scale, and the nearest
    is taken.
    """
    if not contours:
        return []
    points = np.array([p for contour in contours for _, ps in contour for p in ps])
    side = max(1e-9, float(np.ptp(points, axis=0).max()), width)
    lines = [shapely.LineString(polyline(contour, 16)) for contour in contours]
    expected = shapely.union_all(lines).buffer(width / 2, quad_segs=32).area
    best: list[Region] = []
    for size in SIZES:
        grow = size / side
        try:
            path = _strokes(contours, width, grow)
            found = unite([_as_contour(chain) for chain in chains(path)], size, error)
        except (pathops.PathOpsError, UnionError):
            continue  # Skia gives up at this scale
        found = [r.transformed(np.eye(2) / grow, np.zeros(2)) for r in found]
        if abs(sum(r.area for r in found) - expected) <= AREA_STRAY * expected:
            return found
        if not best or _off(found, expected) < _off(best, expected):
            best = found
    if not best:
        raise UnionError("its strokes cannot be united")
    return best


def _strokes(contours: Sequence[Contour], width: float, grow: float) -> pathops.Path:
    """Every contour's stroke, made `grow` times as large, not yet united."""
    path = pathops.Path()
    for contour in contours:
        one = pathops.Path()
        feed(one, _grown(contour, grow), np.zeros(2), close=False)
        one.stroke(width * grow, pathops.LineCap.ROUND_CAP, pathops.LineJoin.ROUND_JOIN, 4.0)
        one.convertConicsToQuads(ARC_STRAY)
        one.simplify(fix_winding=True)
        path.addPath(one)
    return path


def _off(regions: Sequence[Region], expected: float) -> float:
    return abs(sum(r.area for r in regions) - expected)


def _grown(contour: Contour, grow: float) -> Contour:
    return [(verb, tuple((x * grow, y * grow) for x, y in ps)) for verb, ps in contour]


def _as_contour(chain) -> Contour:  # type: ignore[no-untyped-def]
    verbs = {2: "L", 3: "Q", 4: "C"}
    return [("M", (chain[0][0],)), *((verbs[len(piece)], tuple(piece[1:])) for piece in chain)]
