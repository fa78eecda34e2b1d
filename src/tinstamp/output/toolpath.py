"""Where a cutter goes to engrave artwork on a sheet: along the lines of single-stroke text, over
whole areas by offsets, or with a V along the middle of each stroke at the depth that its width
gives.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import Voronoi, cKDTree

from tinstamp.artwork.outline import Array, Region, evaluate, fine_points

PATH_WITHIN = 2e-3
"""mm that the lines of a path stray from the curves they follow"""
OVERLAP = 0.4
"""Part of its diameter that a cutter moves over from one way round to the next."""
ALONG_EDGE = 0.04
"""mm between points of an outline from which the middle of a stroke is found"""
DEEPER = 1e-9
"""mm by which a pass goes deeper than the one before, at least"""


@dataclass(frozen=True)
class Cutter:
    """A turning tool.

    Attributes
    ----------
    diameter : mm; of a V, where it is widest. angle : of a V, whole, degrees; 0 for a flat end.
    step : greatest depth of one pass, mm.
    """

    diameter: float
    angle: float = 0.0
    step: float = 1.0

    def radius_at(self, deep: float) -> float:
        """What it takes to either side at the face when its tip is that deep, mm."""
        if not self.angle:
            return self.diameter / 2
        return min(self.diameter / 2, deep * float(np.tan(np.radians(self.angle / 2))))

    def depth_for(self, radius: float | Array) -> Array:
        """How deep the tip of a V is where it takes that much to either side, mm."""
        deep: Array = np.asarray(radius) / float(np.tan(np.radians(self.angle / 2)))
        return deep


@dataclass(frozen=True)
class Way:
    """A cutter's tip on the sheet, run in one go: (n, 3) mm, z downwards from 0 at the face."""

    points: Array


def area_of_ink(regions: Sequence[Region]) -> shapely.Geometry:
    """Regions as an area, within `PATH_WITHIN` mm."""
    return shapely.union_all(
        [
            shapely.Polygon(
                r.outer.fine(PATH_WITHIN / 2), [c.fine(PATH_WITHIN / 2) for c in r.counters]
            )
            for r in regions
        ]
    )


def along_lines(lines: Sequence[Array], deep: float, cutter: Cutter) -> list[Way]:
    """Along open lines, cubics (n, 4, 2) each, in passes to a depth."""
    found = []
    for line in lines:
        points = np.vstack([fine_points(line, PATH_WITHIN)[0], evaluate(line[-1:], np.ones(1))[0]])
        for z in _passes(deep, cutter.step):
            found.append(_level(points, z))
            points = points[::-1]  # back again, a pass deeper
    return found


def clearing(
    ink: shapely.Geometry, deep: float, cutter: Cutter, edges_alone: bool = False
) -> list[Way]:
    """Over all of an area that a cutter reaches, from its edge inwards, or along its edges alone,
    in passes to a depth."""
    found: list[Way] = []
    for z in _passes(deep, cutter.step):
        radius = cutter.radius_at(z) if cutter.angle else cutter.diameter / 2
        step = np.inf if edges_alone else 2 * radius * OVERLAP
        found += [_level(ring, z) for ring in _rings_inwards(ink, radius, step)]
    return found


def v_carving(ink: shapely.Geometry, deep: float, cutter: Cutter) -> list[Way]:
    """With a V along the middle of each stroke, its tip as deep as leaves its edges on the
    stroke's; no deeper than asked, where the floor is cleared flat.

    The middle is the medial axis: the ridges of the Voronoi diagram of points along the outline
    (any text on computational geometry).
    """
    most = cutter.radius_at(deep)
    found = []
    for line in _middles(ink):
        z = cutter.depth_for(np.minimum(line[:, 2], most))
        found.append(Way(np.column_stack([line[:, :2], -np.minimum(z, deep)])))
    wide = ink.buffer(-most)
    if not wide.is_empty:
        floor = [
            _level(ring, deep) for ring in _rings_inwards(ink, most, max(most, 1e-3) * OVERLAP)
        ]
        found += floor
    return found


def _level(points: Array, deep: float) -> Way:
    return Way(np.column_stack([points, np.full(len(points), -deep)]))


def _passes(deep: float, step: float) -> list[float]:
    """Depths of equal passes, the last the whole."""
    count = max(1, int(np.ceil(deep / step - DEEPER)))
    return [deep * (k + 1) / count for k in range(count)]


def _rings_inwards(ink: shapely.Geometry, first: float, step: float) -> Iterator[Array]:
    """The outlines of what is left of an area, offset inwards again and again; closed lines
    (n, 2)."""
    off = first
    while np.isfinite(off):
        left = shapely.simplify(ink.buffer(-off, quad_segs=32), PATH_WITHIN / 2)
        if left.is_empty:
            return
        for piece in shapely.get_parts(left):
            for ring in (piece.exterior, *piece.interiors):
                yield np.array(ring.coords)
        off += step


# -- the middle of strokes


def _middles(ink: shapely.Geometry) -> list[Array]:
    """The medial axis of an area as lines, (n, 3) each: x, y, and how far the edge is, mm."""
    found = []
    for piece in shapely.get_parts(ink):
        found += _middle_of(piece)
    return found


def _middle_of(piece: shapely.Polygon) -> list[Array]:
    points, corner = _along(piece)
    if len(points) < 4:
        return []
    diagram = Voronoi(points)
    tree = cKDTree(points)
    clear = tree.query(diagram.vertices)[0]
    shapely.prepare(piece)
    within = shapely.contains_xy(piece, *diagram.vertices.T)
    ridges = np.array(diagram.ridge_vertices)
    pairs = diagram.ridge_points
    kept = (ridges >= 0).all(axis=1)
    kept &= within[ridges[:, 0]] & within[ridges[:, 1]]
    apart = np.linalg.norm(points[pairs[:, 0]] - points[pairs[:, 1]], axis=1)
    low = np.minimum(clear[ridges[:, 0]], clear[ridges[:, 1]])
    # between neighbours along a smooth edge a ridge runs straight to that edge: no middle
    kept &= (apart > 1.2 * low) | corner[pairs].any(axis=1) & (apart > 0.6 * low)
    kept &= apart > 1.5 * ALONG_EDGE
    lines = [shapely.LineString(diagram.vertices[r]) for r in ridges[kept]]
    if not lines:
        return []
    merged = shapely.line_merge(shapely.MultiLineString(lines))
    found = []
    for line in shapely.get_parts(merged):
        xy = np.array(line.coords)
        found.append(np.column_stack([xy, shapely.distance(shapely.points(xy), piece.boundary)]))
    return [_into_corners(line, points[corner]) for line in found]


def _along(piece: shapely.Polygon) -> tuple[Array, NDArray[np.bool_]]:
    """Points along an area's edges, (n, 2), and which of them are sharp corners outwards."""
    points, corner = [], []
    for ring in (
        shapely.orient_polygons(piece).exterior,
        *shapely.orient_polygons(piece).interiors,
    ):
        corners = np.array(ring.coords)[:-1]
        before, after = (
            corners - np.roll(corners, 1, axis=0),
            np.roll(corners, -1, axis=0) - corners,
        )
        turn = np.arctan2(
            before[:, 0] * after[:, 1] - before[:, 1] * after[:, 0], (before * after).sum(axis=1)
        )
        for start, end, sharp in zip(
            corners, np.roll(corners, -1, axis=0), turn > np.radians(20), strict=True
        ):
            count = max(1, int(np.ceil(np.hypot(*(end - start)) / ALONG_EDGE)))
            points.append(start + (end - start) * (np.arange(count) / count)[:, None])
            corner += [bool(sharp)] + [False] * (count - 1)
    return np.concatenate(points), np.array(corner)


def _into_corners(line: Array, corners: Array) -> Array:
    """A middle line carried on into the corner that it comes near to, where a V's tip comes up."""
    if not len(corners):
        return line
    tree = cKDTree(corners)
    for end in (0, -1):
        away, which = tree.query(line[end, :2])
        if 0 < away < 6 * ALONG_EDGE:
            tip = np.array([[*corners[which], 0.0]])
            line = np.vstack([tip, line]) if end == 0 else np.vstack([line, tip])
    return line
