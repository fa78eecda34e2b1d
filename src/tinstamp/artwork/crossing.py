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
    seen: dict[tuple[int, ...], list[int]] = {}
    again = []
    for k, line in enumerate(lines):
        low, high = line.min(axis=0), line.max(axis=0)
        key = tuple(np.floor(np.concatenate([low, high]) / (4 * near)).astype(int).tolist())
        neighbours = [seen.get(tuple(np.add(key, by).tolist()), []) for by in _AROUND]
        if any(_same(lines[j], line, near) for group in neighbours for j in group):
            again.append(k)
        else:
            seen.setdefault(key, []).append(k)
    return again


_AROUND = [np.array(by) for by in np.ndindex(3, 3, 3, 3)]
_AROUND = [by - 1 for by in _AROUND]


def _same(one: Array, other: Array, near: float) -> bool:
    a, b = shapely.LineString(one), shapely.LineString(other)
    if abs(a.length - b.length) > 4 * near:
        return False
    return bool(shapely.hausdorff_distance(a, b) <= near)
