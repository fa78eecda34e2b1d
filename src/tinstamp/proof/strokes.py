"""Thinnest stroke and tightest gap of placed artwork, by touching circles.

At a point of an outline, the largest circle that touches the outline there from the
inked side and holds no other point of it measures the stroke (the medial circle; Blum's
medial axis). Only circles that touch two nearly opposite sides count, so sharp corners
are not taken for thin strokes. Gaps within a counter are measured the same way from the
bare side, gaps between regions as plain distances.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from tinstamp.artwork.outline import Array, Outline, Region
from tinstamp.setting.fit import ink

OPPOSITE = np.cos(np.radians(160.0))
"""The two touching points, seen from the centre, must be at least 160° apart: where a
stroke is narrowest its sides are parallel, and the points are 180° apart."""


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
    samples = [_samples(outline) for outline in region.outlines]
    points = np.concatenate([p for p, _ in samples])
    inward = np.concatenate([n for _, n in samples])
    return _least_circle(points, inward)


def _counter_gap(counter: Outline) -> Width | None:
    points, inward = _samples(counter)
    return _least_circle(points, -inward)


def _samples(outline: Outline) -> tuple[Array, Array]:
    """Points inside the pieces and unit normals to the left (the inked side)."""
    b = outline.beziers
    t = (np.arange(6) + 0.5) / 6
    s = 1 - t
    basis = np.stack([s**3, 3 * s * s * t, 3 * s * t * t, t**3])
    slope = np.stack([-3 * s * s, 3 * s * s - 6 * s * t, 6 * s * t - 3 * t * t, 3 * t * t])
    points = np.einsum("jm,njk->nmk", basis, b).reshape(-1, 2)
    along = np.einsum("jm,njk->nmk", slope, b).reshape(-1, 2)
    length = np.linalg.norm(along, axis=1)
    keep = length > 1e-12
    along = along[keep] / length[keep, None]
    return points[keep], np.stack([-along[:, 1], along[:, 0]], axis=1)


def _least_circle(points: Array, towards: Array) -> Width | None:
    """The least touching circle on the `towards` side that bridges two sides."""
    across = points[None, :, :] - points[:, None, :]
    square = np.einsum("ijk,ijk->ij", across, across)
    rise = np.einsum("ijk,ik->ij", across, towards)
    with np.errstate(divide="ignore", invalid="ignore"):
        radius = np.where(rise > 1e-9, square / (2 * rise), np.inf)
    other = radius.argmin(axis=1)
    mine = np.arange(len(points))
    r = radius[mine, other]
    touching = np.isfinite(r)
    if not touching.any():
        return None
    centre = points + np.where(touching, r, 0.0)[:, None] * towards
    a, b = points - centre, points[other] - centre
    with np.errstate(divide="ignore", invalid="ignore"):
        cosine = np.einsum("ik,ik->i", a, b) / (r * r)
    r = np.where(touching & (cosine < OPPOSITE), r, np.inf)
    k = int(r.argmin())
    if not np.isfinite(r[k]):
        return None
    return Width(float(2 * r[k]), (float(centre[k, 0]), float(centre[k, 1])))


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
