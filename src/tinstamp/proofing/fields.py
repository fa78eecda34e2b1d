"""Measures of a stamp as fields over the whole of it: a value at every place, not one figure.

The width at a place is that of the largest circle that lies within the ink and holds the place
(local thickness: Hildebrand and Rüegsegger, 1997); the gap the same within what is bare. Circles
that touch no two sides which run alongside, as in corners and tips, do not count: what lies there
is as wide as the stroke beside it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Region
from tinstamp.job.resolve import Resolved, limit_path
from tinstamp.plan.planned import Planned
from tinstamp.proofing.strokes import PARALLEL, TOUCHING, widths_of
from tinstamp.setting.fit import ink

FieldKind = Literal["stroke", "gap", "wall", "depth", "draft"]


@dataclass(frozen=True)
class FieldWords:
    """A kind of field: what it is called, its unit, the limit that it is held against."""

    title: str
    unit: str
    limit: str


FIELDS: dict[FieldKind, FieldWords] = {
    "stroke": FieldWords("Strokes", "mm", "least_stroke"),
    "gap": FieldWords("Gaps", "mm", "least_gap"),
    "wall": FieldWords("Wall left", "mm", "least_wall"),
    "depth": FieldWords("Depth", "mm", "least_depth"),
    "draft": FieldWords("Draft", "°", "least_draft"),
}
"""In the order that they are offered."""
MOST_PLACES = 4000
"""places of a field, about"""
OUTLINE_PLACES = 3000
"""places along outlines at which circles are sought"""
ROWS = 256
"""points whose circles are sought at once"""
GAPS_TOLD = 0.35
"""Part of the artwork's height up to which a gap is shown."""
BESIDE = 1e-6
"""mm that a place may lie outside a circle and still be held by it"""


@dataclass(frozen=True, eq=False)
class Field:
    """Values all over a stamp.

    Attributes
    ----------
    stamp, kind : whose, and of what. limit : that they are held against; None without one.
    sheet : (n, 2) mm. space : (n, 3) mm, where it is seen. triangles : (m, 3) between places.
    values : (n,) in the kind's unit.
    """

    stamp: str
    kind: FieldKind
    limit: float | None
    sheet: Array
    space: Array
    triangles: NDArray[np.int64]
    values: Array

    @property
    def worst(self) -> int | None:
        """The place with the least value; None without any place."""
        return int(np.argmin(self.values)) if len(self.values) else None

    def at(self, x: float, y: float, reach: float) -> float | None:
        """The value at the place nearest to a point of the sheet, none farther than `reach` mm."""
        if not len(self.sheet):
            return None
        away = np.hypot(self.sheet[:, 0] - x, self.sheet[:, 1] - y)
        k = int(away.argmin())
        return float(self.values[k]) if away[k] <= reach else None

    def near(self, point: Array, reach: float) -> float | None:
        """The value at the place nearest to a point in space, none farther than `reach` mm."""
        if not len(self.space):
            return None
        away = np.linalg.norm(self.space - point, axis=1)
        k = int(away.argmin())
        return float(self.values[k]) if away[k] <= reach else None


def limit_of(item: Planned, kind: FieldKind, resolved: Resolved) -> float | None:
    """The limit that a field is held against, in its unit; None where there is none."""
    path = limit_path(item.stamp.process, FIELDS[kind].limit)
    return resolved.values.get(".".join(map(str, path))) or None


def flat_field(item: Planned, kind: FieldKind, resolved: Resolved) -> Field:
    """Strokes or gaps, which follow from the outlines on the sheet."""
    regions = item.placed.regions
    shape = shapely.union_all(ink(regions))
    centres, radii = circles_of(regions, kind == "gap")
    if kind == "gap":
        low, high = item.placed.bounds[:2], item.placed.bounds[2:]
        widest = GAPS_TOLD * float((high - low).min())
        shape = shape.buffer(widest / 2).difference(shape)
        centres, radii = centres[radii < widest / 2], radii[radii < widest / 2]
    points, triangles = filled(shape)
    values = thickness_at(points, centres, radii)
    if kind == "stroke" and len(radii):
        values = np.where(np.isfinite(values), values, _beside(points, centres, radii))
    known = np.isfinite(values)
    points, triangles, values = kept(points, triangles, values, known)
    lift = item.depth if item.raised and kind == "stroke" else 0.0
    space = np.asarray(item.chart.to_space(points, lift), dtype=float).reshape(-1, 3)
    return Field(item.name, kind, limit_of(item, kind, resolved), points, space, triangles, values)


def kept(
    points: Array, triangles: NDArray[np.int64], values: Array, which: NDArray[np.bool_]
) -> tuple[Array, NDArray[np.int64], Array]:
    """Points and values of which only some are kept, and the triangles between these."""
    number = np.cumsum(which) - 1
    within = which[triangles].all(axis=1) if len(triangles) else np.zeros(0, bool)
    return points[which], number[triangles[within]].reshape(-1, 3), values[which]


def filled(shape: shapely.Geometry) -> tuple[Array, NDArray[np.int64]]:
    """Points evenly over a shape and along its edges, (n, 2), and triangles between them."""
    if shape.is_empty:
        return np.zeros((0, 2)), np.zeros((0, 3), np.int64)
    spacing = float(np.sqrt(shape.area / MOST_PLACES) + shape.length / MOST_PLACES)
    low_x, low_y, high_x, high_y = shape.bounds
    step_y = spacing * np.sqrt(0.75)
    y = np.arange(low_y, high_y, step_y)
    x = np.arange(low_x - spacing, high_x + spacing, spacing)
    grid = np.stack(np.meshgrid(x, y), axis=-1)
    grid[1::2, :, 0] += spacing / 2
    inner = grid.reshape(-1, 2)
    within = shape.buffer(-0.3 * spacing)
    inner = inner[shapely.contains_xy(within, inner[:, 0], inner[:, 1])]
    edge = shapely.get_coordinates(shapely.segmentize(shape.boundary, spacing))
    points = np.unique(np.round(np.concatenate([edge, inner]), 9), axis=0)
    if len(points) < 4:
        return points, np.zeros((0, 3), np.int64)
    from scipy.spatial import Delaunay

    triangles = Delaunay(points).simplices.astype(np.int64)
    middles = points[triangles].mean(axis=1)
    shapely.prepare(shape)
    inside = shapely.contains_xy(shape, middles[:, 0], middles[:, 1])
    return points, triangles[inside]


def circles_of(regions: Sequence[Region], outside: bool) -> tuple[Array, Array]:
    """Middles, (n, 2), and radii, mm, of the largest circles that touch two sides of outlines from
    the inked, or the bare, side and hold none of them."""
    rings = [ring for polygon in ink(regions) for ring in (polygon.exterior, *polygon.interiors)]
    length = sum(ring.length for ring in rings)
    step = length / OUTLINE_PLACES
    points, ways = [], []
    for ring in rings:
        count = max(8, round(ring.length / step))
        at = np.linspace(0.0, ring.length, count, endpoint=False) + ring.length / count / 2
        line = shapely.LineString(ring.coords)
        ends = [shapely.get_coordinates(shapely.line_interpolate_point(line, at + d))
                for d in (-1e-4 * step, 0.0, 1e-4 * step)]  # fmt: skip
        way = ends[2] - ends[0]
        points.append(ends[1])
        ways.append(way / np.maximum(np.linalg.norm(way, axis=1), 1e-300)[:, None])
    p, w = np.concatenate(points), np.concatenate(ways)
    normal = np.stack([-w[:, 1], w[:, 0]], axis=1)  # to the left: the inked side of outlines
    centres, radii = _touching(p, -normal if outside else normal)
    told = widths_of(regions)[int(outside)]  # those that the proof's least figure is taken from
    return (np.concatenate([centres, (told.one + told.other) / 2]),
            np.concatenate([radii, told.wide / 2]))  # fmt: skip


def _touching(points: Array, normals: Array) -> tuple[Array, Array]:
    """The circle that touches each point from the side of its normal and holds no other point,
    where it touches a side that runs alongside too."""
    kept: list[Array] = []
    for start in range(0, len(points), ROWS):
        rows = slice(start, start + ROWS)
        away = points[None] - points[rows, None]
        rise = np.einsum("ijk,ik->ij", away, normals[rows])
        apart = np.einsum("ijk,ijk->ij", away, away)
        with np.errstate(divide="ignore", invalid="ignore"):
            found = np.where(rise > 1e-9 * apart, apart / (2 * rise), np.inf)
        found = np.where(apart > 0, found, np.inf)
        radius = found.min(axis=1, keepdims=True)
        alike = np.where(found <= TOUCHING * radius, normals[rows] @ normals.T, 1.0)
        two = np.isfinite(radius[:, 0]) & (alike.min(axis=1) < PARALLEL)
        middles = points[rows] + normals[rows] * np.where(two[:, None], radius, 0.0)
        kept.append(np.column_stack([middles, radius])[two])
    circles = np.concatenate(kept)
    return circles[:, :2], circles[:, 2]


def _beside(points: Array, centres: Array, radii: Array) -> Array:
    """Across the circle whose rim is nearest to each point, mm."""
    from scipy.spatial import cKDTree

    _, near = cKDTree(centres).query(points, k=min(8, len(centres)))
    near = near.reshape(len(points), -1)
    away = np.linalg.norm(centres[near] - points[:, None], axis=2) - radii[near]
    best = near[np.arange(len(points)), away.argmin(axis=1)]
    return np.asarray(2 * radii[best])


def thickness_at(points: Array, centres: Array, radii: Array) -> Array:
    """(n,) mm: across the largest circle that holds each point; none: infinite."""
    from scipy.spatial import cKDTree

    values = np.zeros(len(points))
    if len(points) and len(centres):
        tree = cKDTree(points)
        for k in np.argsort(radii):
            held = tree.query_ball_point(centres[k], radii[k] * (1 + 1e-9) + BESIDE)
            values[held] = 2 * radii[k]  # larger ones come later
    return np.where(values > 0, values, np.inf)
