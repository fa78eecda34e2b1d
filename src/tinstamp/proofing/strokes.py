"""Thinnest stroke and tightest gap of placed artwork, by touching circles.

At a point of an outline, the largest circle that touches the outline there from the
inked side and holds no other point of it measures the stroke (the medial circle; Blum's
medial axis). Only circles between two nearly parallel sides count: where a stroke is
narrowest its sides are parallel, and sharp corners are not taken for thin strokes. Gaps
within a counter are measured the same way from the bare side, gaps between regions as
plain distances.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from tinstamp.artwork.outline import Array, Outline, Region
from tinstamp.setting.fit import ink

PARALLEL = np.cos(np.radians(172.0))
"""The normals of the two sides must be at least 172° apart."""
TOUCHING = 1.005
"""Points as near as this to the touching circle, in its radius, touch it."""
MOST_POINTS = 2500
"""points along the outlines of one region"""


@dataclass(frozen=True)
class Width:
    """A least width, mm, and where it is on the sheet."""

    width: float
    at: tuple[float, float]


def thinnest_stroke(regions: Sequence[Region]) -> Width | None:
    """The least stroke width of all regions; None without any."""
    found = [w for region in regions if (w := _region_stroke(region)) is not None]
    return min(found, key=lambda w: w.width, default=None)


def tightest_gap(regions: Sequence[Region]) -> Width | None:
    """The least bare width between regions and within counters; None without any."""
    found = [_counter_gap(c) for region in regions for c in region.counters]
    found.append(_between(regions))
    return min((w for w in found if w is not None), key=lambda w: w.width, default=None)


def _region_stroke(region: Region) -> Width | None:
    return _least_circle(*_samples(region.outlines), 1.0)


def _counter_gap(counter: Outline) -> Width | None:
    return _least_circle(*_samples([counter]), -1.0)


def _samples(outlines: Sequence[Outline]) -> tuple[Array, Array]:
    """Points along the pieces, evenly spaced or nearly, and unit normals to the left
    (the inked side)."""
    b = np.concatenate([outline.beziers for outline in outlines])
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


def _least_circle(points: Array, normals: Array, side: float) -> Width | None:
    """The least width bridged by a touching circle on that side of the outline."""
    towards = side * normals
    dx = points[None, :, 0] - points[:, None, 0]
    dy = points[None, :, 1] - points[:, None, 1]
    rise = dx * towards[:, None, 0] + dy * towards[:, None, 1]
    with np.errstate(divide="ignore", invalid="ignore"):
        radius = np.where(rise > 1e-9, (dx * dx + dy * dy) / (2 * rise), np.inf)
    # where the circle touches in several places, the one most opposite counts
    touching = radius <= TOUCHING * radius.min(axis=1, keepdims=True)
    alike = np.where(touching, normals @ normals.T, 1.0)
    other = alike.argmin(axis=1)
    mine = np.arange(len(points))
    parallel = (alike[mine, other] < PARALLEL) & np.isfinite(radius[mine, other])
    width = np.where(parallel, rise[mine, other], np.inf)
    k = int(width.argmin())
    if not np.isfinite(width[k]):
        return None
    at = points[k] + towards[k] * width[k] / 2
    return Width(float(width[k]), (float(at[0]), float(at[1])))


def _between(regions: Sequence[Region]) -> Width | None:
    if len(regions) < 2:
        return None
    polygons = np.array(ink(regions))
    tree = shapely.STRtree(polygons)
    pairs, distances = tree.query_nearest(polygons, exclusive=True, return_distance=True)
    k = int(distances.argmin())
    a, b = polygons[pairs[0, k]], polygons[pairs[1, k]]
    bridge = shapely.shortest_line(a, b).coords
    middle = np.mean(np.array(bridge), axis=0)
    return Width(float(distances[k]), (float(middle[0]), float(middle[1])))
