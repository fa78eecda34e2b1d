"""Thinnest stroke and tightest gap of placed artwork, by touching circles, at the face and at the
cap or floor.

At a point of an outline, the largest circle that touches the outline there from the
inked side and holds no other point of it measures the stroke (the medial circle; Blum's
medial axis). Only circles between two nearly parallel sides count: where a stroke is
narrowest its sides are parallel, and sharp corners are not taken for thin strokes. Gaps
within an outline are measured the same way from the bare side, gaps between regions as
plain distances. Walls square to a bent face come together, or part, with depth: each width is
measured again between the walls' other ends.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Region
from tinstamp.setting.fit import ink

PARALLEL = np.cos(np.radians(172.0))
"""The normals of the two sides must be at least 172° apart."""
TOUCHING = 1.005
"""Points as near as this to the touching circle, in its radius, touch it."""
SAME_DECIMALS = 7
"""Decimals of a mm to which two shapes are one."""
MOST_POINTS = 2500
"""points along the outlines of one region"""
AT_ONCE = 2_000_000
"""pairs of points that are looked at in one go: of many pieces there are many points"""
NEIGHBOURS = 6
"""regions beside one to which gaps are measured"""
Ends = Callable[[Array], tuple[Array, Array]]
"""Where walls begin and end, (n, 3) mm each, of points of the sheet, (n, 2)."""


@dataclass(frozen=True)
class Width:
    """A least width, mm: on the sheet, and between the other ends of its walls; where its middle is
    on the sheet, and from where to where it goes."""

    width: float
    at: tuple[float, float]
    end: float
    span: tuple[tuple[float, float], ...] = ()

    @property
    def least(self) -> float:
        """Where it is narrowest."""
        return min(self.width, self.end)


@dataclass(frozen=True)
class Widths:
    """Widths that were bridged: from where to where on the sheet, (n, 2) mm each, how wide."""

    one: Array
    other: Array
    wide: Array

    def moved(self, by: Array) -> Widths:
        """The same elsewhere on the sheet."""
        return Widths(self.one + by, self.other + by, self.wide)

    def narrowest(
        self, ends: Ends | None, wider: tuple[float, float] = (0.0, 0.0), turned: bool = False
    ) -> Width | None:
        """The least of them, at either end of the walls, which draft makes `wider` by so many mm at
        the face and at the cap or floor; None without any. `turned` is True where the far end may
        have turned over on its way."""
        if not len(self.wide):
            return None
        end = (
            self.wide if ends is None else self.wide * _narrowed(self.one, self.other, ends, turned)
        )
        face, far = (np.maximum(w + more, 0.0) for w, more in zip((self.wide, end), wider,
                                                                 strict=True))  # fmt: skip
        k = int(np.minimum(face, far).argmin())
        x, y = ((self.one[k] + self.other[k]) / 2).tolist()
        one, other = self.one[k].tolist(), self.other[k].tolist()
        span = ((one[0], one[1]), (other[0], other[1]))
        return Width(float(face[k]), (x, y), float(far[k]), span)


def _narrowed(one: Array, other: Array, ends: Ends, turned: bool) -> Array:
    """How many times as wide the walls are apart at their other ends; nothing where they cross, but
    for ends that have turned over."""
    (foot_a, head_a), (foot_b, head_b) = ends(one), ends(other)
    foot, head = foot_b - foot_a, head_b - head_a
    size = np.maximum(np.einsum("nk,nk->n", foot, foot), 1e-300)
    if turned:
        along = np.linalg.norm(head, axis=1) / np.sqrt(size)
    else:
        along = np.einsum("nk,nk->n", foot, head) / size
    found = np.where(np.isfinite(along), along, 1.0)
    return np.asarray(np.maximum(found, 0.0), dtype=float)


class _Same:
    """Regions as the key of what is kept of them: the very same ones, in their order."""

    def __init__(self, regions: Sequence[Region]) -> None:
        self.regions = tuple(regions)
        self.key = tuple(map(id, self.regions))

    def __hash__(self) -> int:
        return hash(self.key)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Same) and self.key == other.key


def widths_of(regions: Sequence[Region]) -> tuple[Widths, Widths]:
    """The strokes and the gaps of regions, those of the last ones kept: several checks ask."""
    return _of_all(_Same(regions))


def strokes_of(regions: Sequence[Region]) -> Widths:
    """The strokes alone, each region by itself."""
    return _joined([_own(region)[0] for region in regions])


@lru_cache(maxsize=16)
def _of_all(same: _Same) -> tuple[Widths, Widths]:
    regions = same.regions
    strokes, gaps = [], [_between(regions)]
    for region in regions:
        inside, outside = _own(region)
        strokes.append(inside)
        gaps.append(outside)
    return _joined(strokes), _joined(gaps)


def _own(region: Region) -> tuple[Widths, Widths]:
    """The strokes and gaps of one region, kept for its like wherever that lies."""
    base = region.outer.beziers[0, 0]
    shape = np.concatenate([outline.beziers for outline in region.outlines]) - base
    inside, outside = _of_shape(np.round(shape, SAME_DECIMALS).tobytes())
    return inside.moved(base), outside.moved(base)


@lru_cache(maxsize=2000)
def _of_shape(beziers: bytes) -> tuple[Widths, Widths]:
    return _circles(*_samples(np.frombuffer(beziers).reshape(-1, 4, 2)))


def thinnest_stroke(regions: Sequence[Region], ends: Ends | None = None) -> Width | None:
    """The least stroke of all regions; None without any."""
    return strokes_of(regions).narrowest(ends)


def tightest_gap(regions: Sequence[Region], ends: Ends | None = None) -> Width | None:
    """The least bare width between regions and within each; None without any."""
    return widths_of(regions)[1].narrowest(ends)


def _joined(parts: Sequence[Widths]) -> Widths:
    return Widths(
        np.concatenate([p.one for p in parts] or [np.zeros((0, 2))]),
        np.concatenate([p.other for p in parts] or [np.zeros((0, 2))]),
        np.concatenate([p.wide for p in parts] or [np.zeros(0)]),
    )


def _samples(b: Array) -> tuple[Array, Array]:
    """Points along cubics, (n, 4, 2), evenly spaced or nearly, and unit normals to the left
    (the inked side)."""
    length = np.linalg.norm(np.diff(b, axis=1), axis=2).sum(axis=1)
    height = float(b[..., 1].max() - b[..., 1].min())
    spacing = max(height / 60, float(length.sum()) / MOST_POINTS, 1e-6)
    counts = np.maximum(3, np.ceil(length / spacing).astype(int))
    which = np.repeat(np.arange(len(b)), counts)
    first = np.repeat(np.cumsum(counts) - counts, counts)
    t = (np.arange(len(which)) - first + 0.5) / counts[which]
    s = 1 - t
    basis = np.stack([s**3, 3 * s * s * t, 3 * s * t * t, t**3], axis=1)
    slope = np.stack([-3 * s * s, 3 * s * s - 6 * s * t, 6 * s * t - 3 * t * t, 3 * t * t], axis=1)
    points = np.einsum("nj,njk->nk", basis, b[which])
    along = np.einsum("nj,njk->nk", slope, b[which])
    size = np.linalg.norm(along, axis=1)
    keep = size > 1e-12
    along = along[keep] / size[keep, None]
    return points[keep], np.stack([-along[:, 1], along[:, 0]], axis=1)


def _circles(points: Array, normals: Array) -> tuple[Widths, Widths]:
    """The widths bridged by touching circles on the inked and on the bare side."""
    rows = max(1, AT_ONCE // max(len(points), 1))
    inked, bare = [], []
    for k in range(0, len(points), rows):
        some = slice(k, k + rows)
        dx = points[None, :, 0] - points[some, None, 0]
        dy = points[None, :, 1] - points[some, None, 1]
        rise = dx * normals[some, None, 0] + dy * normals[some, None, 1]
        apart = dx * dx + dy * dy
        alike = normals[some] @ normals.T
        inked.append(_bridged(points, points[some], rise, apart, alike))
        bare.append(_bridged(points, points[some], -rise, apart, alike))
    return _joined(inked), _joined(bare)


def _bridged(points: Array, some: Array, rise: Array, apart: Array, alike: Array) -> Widths:
    """From some of the points, a row each, to all."""
    with np.errstate(divide="ignore", invalid="ignore"):
        radius = np.where(rise > 1e-9, apart / (2 * rise), np.inf)
    # where the circle touches in several places, the one most opposite counts
    touching = radius <= TOUCHING * radius.min(axis=1, keepdims=True)
    opposite = np.where(touching, alike, 1.0)
    other = opposite.argmin(axis=1)
    mine = np.arange(len(some))
    kept = (opposite[mine, other] < PARALLEL) & np.isfinite(radius[mine, other])
    return Widths(some[kept], points[other[kept]], rise[mine, other][kept])


def _between(regions: Sequence[Region]) -> Widths:
    """From each region to those beside it."""
    if len(regions) < 2:
        return _joined([])
    polygons = np.array(ink(regions))
    tree = shapely.STRtree(polygons)
    nearest, away = _nearest(polygons, tree)
    pairs = tree.query(polygons, predicate="dwithin", distance=2.0 * float(away.max())).T
    pairs = pairs[pairs[:, 0] < pairs[:, 1]]
    if len(pairs) > NEIGHBOURS * len(polygons):
        own = np.stack([np.arange(len(polygons)), nearest], axis=1)
        pairs = np.unique(np.sort(own, axis=1), axis=0)
    lines = shapely.shortest_line(polygons[pairs[:, 0]], polygons[pairs[:, 1]])
    places = shapely.get_coordinates(lines).reshape(-1, 2, 2)
    return Widths(places[:, 0], places[:, 1], shapely.length(lines))


def _nearest(
    polygons: NDArray[np.object_], tree: shapely.STRtree
) -> tuple[NDArray[np.int64], Array]:
    """Which polygon is nearest to each of two or more, and how far off, mm. Looked for within a
    reach that grows until there is one: the tree's own search takes the square of their number."""
    boxes = shapely.bounds(polygons)
    reach = float(np.median(boxes[:, 3] - boxes[:, 1])) / 8 + 1e-9
    found = np.zeros(len(polygons), dtype=np.int64)
    away = np.full(len(polygons), np.inf)
    left = np.arange(len(polygons))
    while len(left):
        asked, other = tree.query(polygons[left], predicate="dwithin", distance=reach)
        asked = left[asked]
        asked, other = asked[asked != other], other[asked != other]
        apart = shapely.distance(polygons[asked], polygons[other])
        order = np.argsort(-apart, kind="stable")  # the nearest is written last
        found[asked[order]], away[asked[order]] = other[order], apart[order]
        left = left[~np.isfinite(away[left])]
        reach *= 3
    return found, away
