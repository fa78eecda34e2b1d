"""Where lines of a drawing cross themselves, and which are there twice."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

import numpy as np
import shapely

from tinstamp.artwork.outline import Array

MOST_POINTS = 20_000
"""Points of a line that is looked at; longer ones are traced pictures, which never cross."""
POINT_DECIMALS = 6
"""Decimals of a mm to which points count as one."""


def crossings(lines: Sequence[Array]) -> list[tuple[float, float]]:
    """Places where a line, (n, 2) mm, crosses itself: each line for itself."""
    found: list[tuple[float, float]] = []
    for line in lines:
        if not 4 <= len(line) <= MOST_POINTS:
            continue
        shape = shapely.LineString(line)
        if shape.is_simple or (shape.is_ring and shapely.LinearRing(line).is_simple):
            continue
        ends: Counter[tuple[float, float]] = Counter()
        for part in getattr(shapely.node(shape), "geoms", ()):
            coords = np.round(shapely.get_coordinates(part), POINT_DECIMALS)
            ends[tuple(coords[0])] += 1
            ends[tuple(coords[-1])] += 1
        found += [place for place, count in ends.items() if count > 2]
    return found


def doubles(lines: Sequence[Array], near: float) -> list[int]:
    """Numbers of lines that an earlier one has drawn already, in either direction."""
    boxes = np.array([[*line.min(axis=0), *line.max(axis=0)] for line in lines]).reshape(-1, 4)
    if not len(boxes):
        return []
    from scipy.spatial import cKDTree

    beside = cKDTree(boxes).query_ball_point(boxes, 4 * near, p=np.inf)
    again: list[int] = []
    gone: set[int] = set()
    for k, line in enumerate(lines):
        earlier = (j for j in sorted(beside[k]) if j < k and j not in gone)
        if any(_same(lines[j], line, near) for j in earlier):
            again.append(k)
            gone.add(k)
    return again


def _same(one: Array, other: Array, near: float) -> bool:
    a, b = shapely.LineString(one), shapely.LineString(other)
    if abs(a.length - b.length) > 4 * near:
        return False
    return bool(shapely.hausdorff_distance(a, b) <= near)
