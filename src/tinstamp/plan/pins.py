"""Where pins stand under loose letters."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely

from tinstamp.artwork.outline import Region
from tinstamp.plan.planned import Planned
from tinstamp.setting.fit import ink

ROUND_PIN = 0.2
"""mm of a letter that are left round a pin at least"""
APART = 2.0
"""Diameters that two pins stand apart at least; nearer to one another one pin does."""

Places = tuple[tuple[float, float], ...]


def pin_places(regions: Sequence[Region], radius: float) -> tuple[Places, ...]:
    """For each region the middles of its pins on the sheet: two as far apart as its ink allows, one
    where that is little, none where it is too narrow."""
    return tuple(_places(region, radius) for region in regions)


def _places(region: Region, radius: float) -> Places:
    (shape,) = ink([region])
    room = shapely.make_valid(shape).buffer(-(radius + ROUND_PIN))
    if room.is_empty:
        return ()
    corners = shapely.get_coordinates(room)
    middle = corners.mean(axis=0)
    first = corners[np.argmax(np.linalg.norm(corners - middle, axis=1))]
    second = corners[np.argmax(np.linalg.norm(corners - first, axis=1))]
    if float(np.linalg.norm(second - first)) < 2.0 * APART * radius:
        point = shapely.point_on_surface(room)
        return ((float(point.x), float(point.y)),)
    pair = sorted(((float(first[0]), float(first[1])), (float(second[0]), float(second[1]))))
    return tuple(pair)


def pins_of(item: Planned) -> tuple[Places, ...]:
    """Of every region of a stamp as it is placed; none but for loose letters with pins."""
    diameter = item.relief("pins", 0.0)
    return pin_places(item.placed.regions, diameter / 2) if diameter else ()
