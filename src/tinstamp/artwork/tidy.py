"""Clean-up of outlines: specks away, points reduced, told with the count and the deviation."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from warnings import catch_warnings, simplefilter

import numpy as np
import shapely

from tinstamp.artwork.outline import Array, Outline, Region, line, polygon

MOST_POINTS = 60_000
"""Points of an outline that are looked at."""
STEPS_OVER = 2.0
"""Points over which the steps of a picture are smoothed while its corners are looked for."""
CORNER_BEND = 0.6
"""radians; a bend between points that is more than this stays a corner."""


@dataclass(frozen=True)
class Tidied:
    """Regions cleaned up.

    Attributes
    ----------
    before, after : how many pieces the outlines have.
    deviation : how far an outline moved at most, mm.
    specks : how many outlines were taken away.
    """

    regions: tuple[Region, ...]
    before: int
    after: int
    deviation: float
    specks: int


def tidy(regions: Sequence[Region], speck: float, reduce: float) -> Tidied:
    """Take away outlines smaller than `speck` mm across, and follow the others with as few
    pieces as stay within `reduce` mm of them (0: as they are)."""
    before = sum(len(o) for r in regions for o in r.outlines)
    kept: list[Region] = []
    specks = 0
    for region in regions:
        if _across(region.outer) < speck:
            specks += 1 + len(region.counters)
            continue
        counters = tuple(c for c in region.counters if _across(c) >= speck)
        specks += len(region.counters) - len(counters)
        kept.append(Region(region.outer, counters, region.letters))
    deviation = 0.0
    if reduce > 0:
        made = []
        for region in kept:
            outlines = []
            for outline in region.outlines:
                fewer, off = reduced(outline, reduce)
                deviation = max(deviation, off)
                outlines.append(fewer)
            made.append(Region(outlines[0], tuple(outlines[1:]), region.letters))
        kept = made
    after = sum(len(o) for r in kept for o in r.outlines)
    return Tidied(tuple(kept), before, after, deviation, specks)


def _across(outline: Outline) -> float:
    low_x, low_y, high_x, high_y = outline.bounds
    return float(max(high_x - low_x, high_y - low_y))


def reduced(outline: Outline, allowed: float, reach: float = 0.0) -> tuple[Outline, float]:
    """An outline with fewer pieces, and how far it moved, mm; the old one where none is
    found. Corners, seen over `reach` mm (0: four times what is allowed), stay; between them a
    line, an arc, or one smoothing spline (SciPy) follows the points."""
    points = outline.points(6)
    if len(points) < 8 or len(points) > MOST_POINTS:
        return outline, 0.0
    breaks = _corners(points, reach or 4.0 * allowed, STEPS_OVER if reach else 0.0)
    runs = _runs(points, breaks)
    beziers: list[Array] = []
    straight: list[bool] = []
    for run in [part for whole in runs for part in _parted(whole, allowed)]:
        parts, flat = _followed(run, allowed)
        beziers += parts
        straight += flat
    if len(beziers) >= len(outline) or len(beziers) < (3 if all(straight) else 2):
        return outline, 0.0  # two lines out and back bound nothing
    beziers[-1][-1] = beziers[0][0]
    made = Outline(np.stack(beziers), np.array(straight))
    off = _apart(outline, made, allowed / 20.0)
    if off > allowed * 1.0001 or made.area * outline.area <= 0:
        return outline, 0.0
    return made, off


def outlines_of(area: shapely.Geometry, within: float) -> list[Outline]:
    """The outlines of an area, outer ones and holes, as lines, arcs and curves that stray from its
    lines by `within` mm at most."""
    parts = shapely.get_parts(shapely.simplify(area, within / 20.0))
    rings = [
        ring
        for part in map(shapely.orient_polygons, parts)
        if isinstance(part, shapely.Polygon)
        for ring in (part.exterior, *part.interiors)
    ]
    return [reduced(polygon(np.asarray(ring.coords)[:-1]), within)[0] for ring in rings]


LINES_NEARER = 10.0
"""Times nearer to curves than outlines may stray are lines that stand for them on the way: else
every chord would stay one."""


def quarter(radius: float, within: float) -> int:
    """Lines to a quarter of a circle, mm, that lie so near to it that `outlines_of` finds it
    again: a chord is off by an eighth of the radius times the angle squared."""
    angle = float(np.sqrt(8.0 * within / LINES_NEARER / max(radius, within)))
    return max(FEWEST_ON_AN_ARC, int(np.ceil(np.pi / 2.0 / angle)))


def _apart(one: Outline, other: Outline, within: float) -> float:
    """Greatest distance of either from the other, mm, measured by lines within that of them."""
    a, b = one.fine(within), other.fine(within)
    return max(_off(shapely.LinearRing(a), b), _off(shapely.LinearRing(b), a))


def _off(line_: shapely.Geometry, points: Array) -> float:
    """Greatest distance of points from a line, mm."""
    ends = shapely.get_coordinates(line_)
    tree = shapely.STRtree(shapely.linestrings(np.stack([ends[:-1], ends[1:]], axis=1)))
    _, apart = tree.query_nearest(shapely.points(points), return_distance=True, all_matches=False)
    return float(apart.max())


LONG_LINE = 3.0
"""Times as long as both neighbours that a stretch is at least to be a line and no part of a bow."""


def _parted(run: Array, allowed: float) -> list[Array]:
    """A run at the ends of its long straight stretches; a loop begins at one of them."""
    if len(run) < 2 * FEWEST_ON_AN_ARC or _arc(run, allowed) is not None:
        return [run]
    at = _turns(run, allowed)
    closed = bool(np.allclose(run[0], run[-1]))
    long = np.linalg.norm(np.diff(run[at], axis=0), axis=1)
    if closed and len(long) > 2:
        k = int(np.argmax(long))  # begin where the longest stretch does
        run = np.concatenate([run[at[k] : -1], run[: at[k] + 1]])
        at = _turns(run, allowed)
        long = np.linalg.norm(np.diff(run[at], axis=0), axis=1)
    before = np.concatenate([[long[-1] if closed else 0.0], long[:-1]])
    after = np.concatenate([long[1:], [long[0] if closed else 0.0]])
    lines = long >= LONG_LINE * np.maximum(np.maximum(before, after), 4.0 * allowed)
    found: list[Array] = []
    start = 0
    for k in np.flatnonzero(lines).tolist():
        if at[k] > start:
            found.append(run[start : at[k] + 1])
        found.append(run[at[k] : at[k + 1] + 1])
        start = at[k + 1]
    if start < len(run) - 1:
        found.append(run[start:])
    return found


def _turns(run: Array, allowed: float) -> list[int]:
    """Which points of a run are left when it is followed by as few lines as stay near it."""
    few = shapely.get_coordinates(shapely.LineString(run).simplify(0.8 * allowed))
    found, at = [], 0
    for point in few:
        while not np.array_equal(run[at], point):
            at += 1
        found.append(at)
        at = min(at + 1, len(run) - 1)
    return found


def _smooth(points: Array, over: float) -> Array:
    """A ring without its steps of a pixel: each point the mean of those round it."""
    from scipy.ndimage import gaussian_filter1d

    return np.asarray(gaussian_filter1d(points, over, axis=0, mode="wrap"), dtype=float)


def _corners(points: Array, reach: float, steps: float = 0.0) -> list[int]:
    """Places where the outline turns sharply, seen over `reach` mm to both sides; steps that are
    not of its own are smoothed over `steps` points."""
    if steps:
        points = _smooth(points, steps)
    ring = np.concatenate([points, points, points])
    along = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(ring, axis=0), axis=1))])
    count = len(points)
    here = along[count : 2 * count]

    def at(s: Array) -> Array:
        return np.column_stack([np.interp(s, along, ring[:, k]) for k in (0, 1)])

    before, after = points - at(here - reach), at(here + reach) - points
    cross = before[:, 0] * after[:, 1] - before[:, 1] * after[:, 0]
    bend = np.abs(np.arctan2(cross, np.sum(before * after, axis=1)))
    found: list[int] = []
    for k in np.argsort(-bend):
        if bend[k] <= CORNER_BEND:
            break
        gaps = np.abs(here[found] - here[k])
        if np.all(np.minimum(gaps, along[count] - gaps) > reach):
            found.append(int(k))
    return sorted(found)


def _runs(points: Array, corners: list[int]) -> list[Array]:
    if not corners:
        corners = [0]
    pairs = zip(corners, [*corners[1:], corners[0] + len(points)], strict=True)
    return [points[np.arange(a, b + 1) % len(points)] for a, b in pairs]


def _followed(run: Array, allowed: float) -> tuple[list[Array], list[bool]]:
    """A run between corners by one line, or by the spans of a smoothing spline."""
    from scipy.interpolate import BSpline, splprep

    whole = shapely.LineString([run[0], run[-1]])
    if _off(whole, run) <= 0.9 * allowed:
        return [line(run[0], run[-1])], [True]
    bow = _arc(run, allowed)
    if bow is not None:
        return bow, [False] * len(bow)
    if len(run) < 5:
        return [line(a, b) for a, b in pairwise(run)], [True] * (len(run) - 1)
    weights = np.ones(len(run))
    weights[[0, -1]] = 1e4
    target = len(run) * (allowed / 3) ** 2
    through = shapely.LineString(run)
    for _ in range(SMOOTHING_ROUNDS):
        with catch_warnings():
            simplefilter("ignore", RuntimeWarning)  # how smooth it became is measured below
            (t, c, k), _ = splprep(run.T, w=weights, s=target, k=3)
        curve = BSpline(t, np.array(c).T, k)
        fine = curve(np.linspace(0, 1, 8 * len(run)))
        if max(_off(shapely.LineString(fine), run), _off(through, fine)) <= 0.9 * allowed:
            break
        target /= 4
    else:  # where it bends of a sudden two curves follow it
        half = len(run) // 2
        first, second = (_followed(part, allowed) for part in (run[: half + 1], run[half:]))
        return first[0] + second[0], first[1] + second[1]
    knots = np.unique(t)
    p, d = curve(knots), curve(knots, 1)
    p[0], p[-1] = run[0], run[-1]
    step = np.diff(knots)[:, None] / 3
    parts = np.stack([p[:-1], p[:-1] + step * d[:-1], p[1:] - step * d[1:], p[1:]], axis=1)
    return list(parts), [False] * len(parts)


SMOOTHING_ROUNDS = 6
"""Smoothing splines that are tried, each a quarter as smooth as the one before."""
FEWEST_ON_AN_ARC = 8
"""points that tell an arc from a curve"""
PIECES_A_CIRCLE = 8
"""Cubics to a full turn."""
OF_EIGHTH = 4.2e-6
"""Part of its radius that a cubic is off an eighth of a circle; it falls with the sixth power of
the angle (Goldapp, Comput. Aided Geom. Design 8, 1991, from memory)."""


def _arc(run: Array, allowed: float) -> list[Array] | None:
    """A run by one arc, or a loop by a circle, as cubics; None when it is neither.

    The circle is that of least squares of x² + y² (Kåsa, IEEE Trans. Instrum. Meas. 25, 1976,
    from memory).
    """
    if len(run) < FEWEST_ON_AN_ARC:
        return None
    middle = run.mean(axis=0)
    q = run - middle
    rows = np.column_stack([2 * q, np.ones(len(q))])
    (x, y, more), *_ = np.linalg.lstsq(rows, (q * q).sum(axis=1), rcond=None)
    radius = float(np.sqrt(max(0.0, more + x * x + y * y)))
    off = q - (x, y)
    if radius <= 0 or np.abs(np.hypot(*off.T) - radius).max() > 0.8 * allowed:
        return None
    angles = np.unwrap(np.arctan2(off[:, 1], off[:, 0]))
    span = float(angles[-1] - angles[0])
    closed = bool(np.allclose(run[0], run[-1]))
    if closed:
        span = 2 * np.pi if span > 0 else -2 * np.pi
    if abs(span) < 0.2 or np.ptp(angles) > abs(span) + 0.2:
        return None
    finer = max(1.0, 10.0 * OF_EIGHTH * radius / allowed) ** (1 / 6)
    count = max(1, int(np.ceil(abs(span) / (2 * np.pi) * PIECES_A_CIRCLE * finer)))
    at = angles[0] + np.linspace(0.0, span, count + 1)
    pull = 4.0 / 3.0 * np.tan(span / count / 4.0)
    spots = np.column_stack([np.cos(at), np.sin(at)])
    ways = np.column_stack([-np.sin(at), np.cos(at)]) * pull
    parts = np.stack(
        [spots[:-1], spots[:-1] + ways[:-1], spots[1:] - ways[1:], spots[1:]], axis=1
    ) * radius + (middle + (x, y))  # fmt: skip
    if not closed:
        parts[0, 0], parts[-1, 3] = run[0], run[-1]
    return list(parts)
