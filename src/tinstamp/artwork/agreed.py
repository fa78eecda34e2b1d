"""Outlines of letters united by one library where another one finds the same.

Skia's union loses a piece now and then where outlines run close to one another, as those of copies
that overlap do; or it gives up. What it says is held against the outlines' own areas, which add up
where none overlap, or else against Clipper's union; what does not pass is united as logos are.
"""

from __future__ import annotations

import logging
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
import pyclipper

from tinstamp.artwork.outline import Region
from tinstamp.artwork.painted import LogoError, Painted, covers, whole
from tinstamp.artwork.unite import Contour, UnionError, area_and_way, mapped, merge_limit, unite

LOG = logging.getLogger("tinstamp.artwork")
ADDS_UP = 0.05
"""Part of what curves may be moved by along their whole way that an area may be off unseen"""
EVEN_SIZE = 100.0
"""mm for the largest side of what is united again"""
TRIES = 2
"""scales at which it is united again before what differs is followed in fine lines: of copies that
overlap it mostly differs alike at all, and the hand waits"""
EM = 1000.0
"""units for the largest side of what is united in mm"""


def united(
    contours: Sequence[Contour], units: float, error: float, letters: tuple[int, ...] = ()
) -> list[Region]:
    """Contours united (non-zero rule) into regions, in the same units. `units` and `error` are as
    in `unite`. Raises UnionError."""
    if not contours:
        return []
    try:
        found = unite(contours, units, error, letters)
    except UnionError:
        found = None
    if found is not None and _right(contours, found, units * error):
        return found
    points = np.array([p for contour in contours for _, ps in contour for p in ps])
    grow = EVEN_SIZE / float(np.ptp(points, axis=0).max())
    middle = (points.min(axis=0) + points.max(axis=0)) / 2
    matrix = np.column_stack([grow * np.eye(2), -grow * middle])
    try:
        regions, told = whole([Painted(tuple(mapped(c, matrix) for c in contours))], tries=TRIES)
    except LogoError as lost:
        raise UnionError("its outlines cannot be united") from lost
    if told:
        LOG.info("letters that lie on one another: %s", told)
    back = np.eye(2) / grow
    return [replace(r.transformed(back, middle), letters=letters) for r in regions]


def united_mm(contours: Sequence[Contour], letters: tuple[int, ...] = ()) -> list[Region]:
    """Contours in mm united (non-zero rule). Raises UnionError."""
    points = np.array([p for contour in contours for _, ps in contour for p in ps])
    size = float(np.ptp(points, axis=0).max())
    grow = EM / size
    scaled = [mapped(contour, grow * np.eye(2)) for contour in contours]
    regions = united(scaled, EM, merge_limit(size), letters)
    return [r.transformed(np.eye(2) / grow, np.zeros(2)) for r in regions]


def _right(contours: Sequence[Contour], found: Sequence[Region], moved: float) -> bool:
    """True when regions cover what contours wind round, but for what curves are `moved`."""
    area, way = area_and_way(contours)
    if abs(sum(region.area for region in found) - abs(area)) <= ADDS_UP * moved * way:
        return True  # no two of them overlap, and nothing is lost
    try:
        return covers(found, contours, moved)
    except pyclipper.ClipperException:
        return False
