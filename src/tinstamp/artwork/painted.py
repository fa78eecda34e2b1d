"""What is painted, as regions that do not overlap: each path by its own rule, then all.

Skia unites, with true curves; whether it was right is told by Clipper, on fine polygons:
two libraries that share nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import pathops
import pyclipper
import shapely

from tinstamp.artwork.outline import Array, Region, nest, polygon
from tinstamp.artwork.unite import Contour, chained, feed, merge_limit, polyline

EMS = (1000.0, 240.0, 613.0, 2371.0, 97.0)
"""Units for the largest side of the drawing that outlines are united in, tried in turn."""
TURNS = (0.1, 0.37, 0.83, 1.3, 0.61)
"""Radians by which it is turned meanwhile, when nothing else helps."""
LINES_STRAY = 1e-5
"""Part of the drawing's size that fine lines may be off."""
CLIPPER_UNITS = 2.0**24
"""Clipper's whole numbers for the largest side of a drawing."""
UNIONS_AGREE = 1e-3
"""Largest part of the painted area in which the two unions may differ."""
LARGEST_DRAWING = 1e5
"""mm; a drawing that is larger has no size that could be stamped."""


Rings = list[list[tuple[int, int]]]
"""Closed polygons in Clipper's whole numbers."""


class LogoError(ValueError):
    """A logo that cannot be read; the message is for the designer."""


@dataclass(frozen=True)
class Painted:
    """One path: its contours, and whether it is filled even and odd or where it winds."""

    contours: tuple[Contour, ...]
    even_odd: bool = False


def whole(paths: Sequence[Painted]) -> tuple[list[Region], str]:
    """Everything that is painted, united, mm; and words when that is not quite what is painted.

    Skia's union loses a piece now and then where edges run on one another; so it is held
    against Clipper's, and where they differ it is tried again at another scale, and turned.
    Where none agrees, Clipper's own fine lines are taken. Raises LogoError.
    """
    points = _points(paths)
    if not np.isfinite(points).all() or not len(points):
        raise LogoError("the file holds coordinates that are no numbers")
    low, size = points.min(axis=0), float(np.ptp(points, axis=0).max())
    if size <= 0 or size > LARGEST_DRAWING or np.abs(points).max() > 100 * LARGEST_DRAWING:
        raise LogoError(f"the drawing is {size:.3g} mm large: no size that could be stamped")
    fine = CLIPPER_UNITS / size
    try:
        expected = _clipped(paths, low, fine)
    except pyclipper.ClipperException as error:
        raise LogoError("its outlines cannot be united") from error
    area = _area(expected) / fine**2
    for em, turn, at_once in _TRIES:
        if at_once and any(path.even_odd for path in paths):
            continue
        try:
            found = united(paths, em, turn, at_once)
            off = _area(_differing(expected, found, low, fine)) / fine**2
        except (pathops.PathOpsError, pyclipper.ClipperException):
            continue  # one of them gives up at this scale: nothing is known to be right
        if off <= UNIONS_AGREE * area:
            return found, ""
    return _in_lines(expected, low, fine), (
        "its curves could not be united and were followed in fine lines"
    )


_TRIES = [
    *((em, 0.0, at_once) for em in EMS for at_once in (False, True)),
    *(
        (em, turn, at_once)
        for em, turn in zip(EMS, TURNS, strict=True)
        for at_once in (False, True)
    ),
]


def _in_lines(rings: Rings, low: Array, fine: float) -> list[Region]:
    """Clipper's own union as regions, mm."""
    outlines = []
    for ring in rings:
        points = np.array(ring, dtype=float) / fine + low
        fewer = shapely.LinearRing(points).simplify(LINES_STRAY / fine * CLIPPER_UNITS)
        corners = shapely.get_coordinates(fewer)[:-1]
        if len(corners) > 2:
            outlines.append(polygon(corners.tolist()))
    return nest(outlines)


def united(
    paths: Sequence[Painted], em: float = 1000.0, turn: float = 0.0, at_once: bool = False
) -> list[Region]:
    """Regions of painted paths, mm, united at `em` units for the largest side of the drawing,
    turned by `turn` radians meanwhile. `at_once` takes all as one path, where no path is
    filled even and odd. Raises pathops.PathOpsError.
    """
    grow = em / float(np.ptp(_points(paths), axis=0).max())
    c, s = np.cos(turn), np.sin(turn)
    there = grow * np.array([[c, -s], [s, c]])
    back = np.array([[c, s], [-s, c]]) / grow
    found: list[Region] = []
    for group in _groups(paths):
        found += _one_group(group, there, em, em / grow, at_once)
    return [r.transformed(back, np.zeros(2)) for r in found]


def _groups(paths: Sequence[Painted]) -> list[list[Painted]]:
    """Paths whose boxes meet, together: the union costs the square of what it is given."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    corners = [_points([path]) for path in paths]
    low = np.array([points.min(axis=0) for points in corners])
    high = np.array([points.max(axis=0) for points in corners])
    boxes = shapely.box(low[:, 0], low[:, 1], high[:, 0], high[:, 1])
    pairs = shapely.STRtree(boxes).query(boxes, predicate="intersects")
    graph = coo_array((np.ones(pairs.shape[1]), pairs), shape=(len(paths), len(paths)))
    _, label = connected_components(graph, directed=False)
    groups: dict[int, list[Painted]] = {}
    for path, k in zip(paths, label.tolist(), strict=True):
        groups.setdefault(k, []).append(path)
    return list(groups.values())


def _one_group(
    paths: Sequence[Painted], there: Array, em: float, size: float, at_once: bool
) -> list[Region]:
    """Paths united in the units that `there` leads to. Raises pathops.PathOpsError."""
    moved = _points(paths) @ there.T
    centre = np.round((moved.min(axis=0) + moved.max(axis=0)) / 2)
    all_of_it = pathops.Path(fillType=pathops.FillType.WINDING)
    for path in paths:
        if at_once:
            for contour in path.contours:
                feed(all_of_it, _moved(contour, there), centre)
            continue
        rule = pathops.FillType.EVEN_ODD if path.even_odd else pathops.FillType.WINDING
        one = pathops.Path(fillType=rule)
        for contour in path.contours:
            feed(one, _moved(contour, there), centre)
        one.simplify(fix_winding=True, keep_starting_points=False)
        for verb, ps in one:
            all_of_it.add(verb, *ps)
    all_of_it.simplify(fix_winding=True, keep_starting_points=False)
    return chained(all_of_it, em, merge_limit(size), centre)


def _moved(contour: Contour, matrix: Array) -> Contour:
    (a, b), (c, d) = matrix.tolist()
    return [(verb, tuple((a * x + b * y, c * x + d * y) for x, y in ps)) for verb, ps in contour]


def _points(paths: Sequence[Painted]) -> Array:
    flat = [p for path in paths for contour in path.contours for _, ps in contour for p in ps]
    return np.array(flat, dtype=float).reshape(-1, 2)


def _clipped(paths: Sequence[Painted], low: Array, fine: float) -> Rings:
    """The same by Clipper, in its whole numbers."""
    every: Rings = []
    for path in paths:
        rings = [_ring(polyline(contour), low, fine) for contour in path.contours]
        rule = pyclipper.PFT_EVENODD if path.even_odd else pyclipper.PFT_NONZERO
        every += _combined(pyclipper.CT_UNION, rings, [], rule)
    return _combined(pyclipper.CT_UNION, every, [], pyclipper.PFT_NONZERO)


def _ring(points: Array, low: Array, fine: float) -> list[tuple[int, int]]:
    return [(int(x), int(y)) for x, y in np.round((points - low) * fine)]


def _combined(kind: int, subject: Rings, clip: Rings, rule: int) -> Rings:
    """What Clipper makes of rings. Raises pyclipper.ClipperException when it gives up."""
    work = pyclipper.Pyclipper()
    added = 0
    for rings, role in ((subject, pyclipper.PT_SUBJECT), (clip, pyclipper.PT_CLIP)):
        for ring in rings:
            try:
                work.AddPath(ring, role, True)
                added += 1
            except pyclipper.ClipperException:
                continue  # fewer than three points apart: no area
    return list(work.Execute(kind, rule, rule)) if added else []


def _differing(expected: Rings, regions: Sequence[Region], low: Array, fine: float) -> Rings:
    mine = [_ring(o.points(8), low, fine) for r in regions for o in r.outlines]
    return _combined(pyclipper.CT_XOR, expected, mine, pyclipper.PFT_NONZERO)


def _area(rings: Rings) -> float:
    """Of rings whose holes run the other way."""
    return abs(sum(pyclipper.Area(ring) for ring in rings))
