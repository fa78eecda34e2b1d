"""Outlines: closed loops of Bézier segments on a flat sheet, and regions made of them.

Terms
-----
outline  one closed loop, an array of cubic Bézier segments; a straight piece is a cubic
         with its control points at the thirds, and is marked as straight.
region   an outer outline (counter-clockwise) with its counters (clockwise), the holes of
         a letter.

Lengths are mm (or font units, where a function says so). All functions are pure.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

import numpy as np
import shapely
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Outline:
    """A closed loop of cubic Bézier segments.

    Attributes
    ----------
    beziers : (n, 4, 2) float array; segment i ends where segment i + 1 starts,
        and the last one ends where the first one starts.
    straight : (n,) bool array; True where the segment is a straight line.
    """

    beziers: Array
    straight: NDArray[np.bool_]

    def __len__(self) -> int:
        return len(self.beziers)

    @property
    def area(self) -> float:
        """Signed area, positive when counter-clockwise."""
        return area_of(self.beziers)

    @cached_property
    def bounds(self) -> Array:
        """(4,) least x, least y, greatest x, greatest y, exact."""
        return _box(self.beziers)

    def points(self, steps: int = 8) -> Array:
        """Points along the loop, (m, 2), the first one not repeated at the end.

        A straight segment gives its start only, a curved one `steps` points.
        """
        t = np.linspace(0.0, 1.0, steps, endpoint=False)
        curved = evaluate(self.beziers, t)
        keep = np.ones((len(self.beziers), steps), dtype=bool)
        keep[self.straight, 1:] = False
        points: Array = curved[keep]
        return points

    def fine(self, off: float) -> Array:
        """Points along the loop, (m, 2), whose lines stray from it by no more than `off`."""
        return fine_points(self.beziers, off)[0]

    def reversed(self) -> Outline:
        """The same loop run the other way."""
        return Outline(
            np.ascontiguousarray(self.beziers[::-1, ::-1]),
            np.ascontiguousarray(self.straight[::-1]),
        )

    def transformed(self, matrix: Array, shift: Array) -> Outline:
        """Every point p becomes matrix @ p + shift. (2, 2) and (2,)."""
        return Outline(self.beziers @ matrix.T + shift, self.straight)


def points_of(outlines: Sequence[Outline], steps: int = 8) -> tuple[Array, NDArray[np.int64]]:
    """What `Outline.points` gives for each of several loops, all at once: points (m, 2), mm, and
    where each loop's begin, (n,)."""
    if not outlines:
        return np.zeros((0, 2)), np.zeros(0, dtype=np.int64)
    t = np.linspace(0.0, 1.0, steps, endpoint=False)
    straight = np.concatenate([outline.straight for outline in outlines])
    curved = evaluate(np.concatenate([outline.beziers for outline in outlines]), t)
    keep = np.ones((len(straight), steps), dtype=bool)
    keep[straight, 1:] = False
    before = np.concatenate([[0], np.cumsum(keep.sum(axis=1))])
    firsts = np.cumsum([0, *(len(outline) for outline in outlines[:-1])])
    return curved[keep], before[firsts]


@dataclass(frozen=True)
class Region:
    """An outer outline with its counters.

    `letters` holds the indices (into the text) of the characters that it came from;
    letters that overlap make one region. `standing` holds, of a field about letters, those that
    stand within each of its counters.
    """

    outer: Outline
    counters: tuple[Outline, ...] = ()
    letters: tuple[int, ...] = field(default=())
    standing: tuple[tuple[int, ...], ...] = field(default=())

    @property
    def outlines(self) -> tuple[Outline, ...]:
        return (self.outer, *self.counters)

    @property
    def area(self) -> float:
        """Inked area: the outer loop less its counters."""
        return sum(outline.area for outline in self.outlines)

    @property
    def bounds(self) -> Array:
        return self.outer.bounds

    def transformed(self, matrix: Array, shift: Array) -> Region:
        """An affine copy; a mirroring matrix keeps outer loops counter-clockwise."""
        moved = [outline.transformed(matrix, shift) for outline in self.outlines]
        if np.linalg.det(matrix) < 0:
            moved = [outline.reversed() for outline in moved]
        return Region(moved[0], tuple(moved[1:]), self.letters, self.standing)


def line(start: ArrayLike, end: ArrayLike) -> Array:
    """A straight segment as a cubic, (4, 2)."""
    a, b = np.asarray(start, dtype=float), np.asarray(end, dtype=float)
    return np.stack([a, a + (b - a) / 3.0, b - (b - a) / 3.0, b])


def quadratic(p0: ArrayLike, p1: ArrayLike, p2: ArrayLike) -> Array:
    """A quadratic Bézier raised to a cubic, exactly, (4, 2)."""
    a, b, c = (np.asarray(p, dtype=float) for p in (p0, p1, p2))
    return np.stack([a, a + 2.0 / 3.0 * (b - a), c + 2.0 / 3.0 * (b - c), c])


def polygon(points: Iterable[Sequence[float]]) -> Outline:
    """The closed polygon through the points, in their order."""
    corners = np.asarray(points if isinstance(points, np.ndarray) else list(points), dtype=float)
    run = np.roll(corners, -1, axis=0) - corners
    beziers = np.stack([corners + run * (k / 3.0) for k in range(4)], axis=1)
    beziers[:, 3] = np.roll(corners, -1, axis=0)
    return Outline(beziers, np.ones(len(beziers), dtype=bool))


def evaluate(beziers: Array, t: Array) -> Array:
    """Points of (n, 4, k) cubics at parameters (m,), as (n, m, k)."""
    s = 1.0 - t
    basis = np.stack([s**3, 3 * s * s * t, 3 * s * t * t, t**3], axis=-1)
    points: Array = np.einsum("mj,njk->nmk", basis, beziers)
    return points


MOST_LINES = 2048
"""lines that stand for one curve at most"""


def fine_points(beziers: Array, off: float) -> tuple[Array, NDArray[np.int64]]:
    """Points of cubics (n, 4, 2), the start of each and as many within as keep its lines within
    `off` of it; and how many those are for each.

    Source: the chord's error is at most max |P''| / 8 to a step squared (any text on numerical
    analysis), and a cubic's second derivative lies within that of its control points.
    """
    bend = 6.0 * np.abs(np.diff(beziers, n=2, axis=1))
    most = np.linalg.norm(bend, axis=-1).max(axis=1)
    counts = np.clip(np.ceil(np.sqrt(most / (8.0 * off))), 1, MOST_LINES).astype(np.int64)
    which = np.repeat(np.arange(len(beziers)), counts)
    begin = np.repeat(np.cumsum(counts) - counts, counts)
    t = ((np.arange(len(which)) - begin) / counts[which])[:, None]
    s = 1.0 - t
    p = beziers[which]
    points = s**3 * p[:, 0] + 3 * s * s * t * p[:, 1] + 3 * s * t * t * p[:, 2] + t**3 * p[:, 3]
    return np.asarray(points, dtype=float), counts


def area_of(beziers: Array) -> float:
    """Signed area within a closed chain of cubics, (n, 4, 2), by Green's theorem.

    The integral of x dy over one cubic is exact: a bilinear form of its control points
    (Bernstein products; any text on Bézier curves).
    """
    return float(np.einsum("ni,ij,nj->", beziers[..., 0], _GREEN, beziers[..., 1]))


def _green() -> Array:
    """M with area = sum x_i M_ij y_j: the integral of B_i(t) B_j'(t)."""
    from math import comb

    def product(i: int, m: int, j: int, n: int) -> float:
        return comb(m, i) * comb(n, j) / comb(m + n, i + j) / (m + n + 1)

    green = np.zeros((4, 4))
    for i in range(4):
        for j in range(4):
            if j > 0:
                green[i, j] += 3 * product(i, 3, j - 1, 2)
            if j < 3:
                green[i, j] -= 3 * product(i, 3, j, 2)
    return green


_GREEN = _green()


def moved_as(points: Array, one: Region, other: Region) -> Array:
    """Points, (…, 2), where the motion that takes one region to another of the same shape takes
    them: turned, mirrored, moved or grown, all alike."""
    before, after = one.outer.points(2), other.outer.points(2)
    (a, b, c), *_ = np.linalg.lstsq(np.column_stack([before, np.ones(len(before))]), after)
    return np.asarray(points[..., :1] * a + points[..., 1:] * b + c, dtype=float)


SAME_SHAPE = 1e-6
"""mm that a region may be off another one of its shape where that was moved to it"""


def of_one_shape(one: Region, other: Region) -> bool:
    """True when a motion takes one region to another, piece by piece."""
    before, after = one.outer.points(2), other.outer.points(2)
    if len(before) != len(after):
        return False
    return bool(np.abs(moved_as(before, one, other) - after).max() <= SAME_SHAPE)


def bounds_of(regions: Sequence[Region]) -> Array:
    """(4,) bounds of all regions; zeros when there are none."""
    if not regions:
        return np.zeros(4)
    return _box(np.concatenate([region.outer.beziers for region in regions]))


def _box(beziers: Array) -> Array:
    """(4,) bounds of curves (n, 4, 2), exact: at their ends, and where one of their coordinates
    turns back, the roots of its derivative (any text on Bézier curves)."""
    ends = beziers[:, [0, 3]].reshape(-1, 2)
    low, high = ends.min(axis=0), ends.max(axis=0)
    inner = beziers[:, 1:3]  # a curve lies within its poles
    beyond = ((inner < low) | (inner > high)).any(axis=(1, 2))
    if not beyond.any():
        return np.concatenate([low, high])
    beziers = beziers[beyond]
    first, middle, last = np.moveaxis(np.diff(beziers, axis=1), 1, 0)
    a, b = first - 2.0 * middle + last, middle - first
    away = np.sqrt(np.maximum(b * b - a * first, 0.0))
    q = -(b + np.where(b < 0.0, -away, away))
    with np.errstate(divide="ignore", invalid="ignore"):
        t = np.stack([q / a, first / q])
    t = np.clip(np.nan_to_num(t, nan=0.0, posinf=0.0, neginf=0.0), 0.0, 1.0)
    s = 1.0 - t
    p = np.moveaxis(beziers, 1, 0)
    turns = s**3 * p[0] + 3 * s * s * t * p[1] + 3 * s * t * t * p[2] + t**3 * p[3]
    turns = turns.reshape(-1, 2)
    return np.concatenate([np.minimum(low, turns.min(axis=0)), np.maximum(high, turns.max(axis=0))])


def inside(point: Array, loop: Array) -> bool:
    """True when the point lies within the polygon `loop`, (m, 2), by ray crossing."""
    return bool(within_loop(point[None], loop)[0])


def within_loop(points: Array, loop: Array) -> NDArray[np.bool_]:
    """(n,) which of the points, (n, 2), lie within the polygon `loop`, (m, 2), by ray crossing."""
    x, y = loop[:, 0], loop[:, 1]
    x2, y2 = np.roll(x, -1), np.roll(y, -1)
    px, py = points.reshape(-1, 2).T[:, :, None]
    across = (y > py) != (y2 > py)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = x + (py - y) * (x2 - x) / (y2 - y)
    odd: NDArray[np.bool_] = np.count_nonzero(across & (px < at), axis=1) % 2 == 1
    return odd


def nest(outlines: Sequence[Outline], letters: tuple[int, ...] = ()) -> list[Region]:
    """Regions from loops that do not cross: even depth is ink, odd depth a counter.

    Directions are put right: outer loops counter-clockwise, counters clockwise.
    """
    loops = [outline.points(6) for outline in outlines]
    parents: list[list[int]] = [[] for _ in loops]
    if len(loops) > 1:
        low = np.array([p.min(axis=0) for p in loops])
        high = np.array([p.max(axis=0) for p in loops])
        boxes = shapely.box(low[:, 0], low[:, 1], high[:, 0], high[:, 1])
        within, about = shapely.STRtree(boxes).query(boxes, predicate="covered_by")
        for j in np.unique(about).tolist():
            those = within[(about == j) & (within != j)]
            held = within_loop(np.array([loops[i][0] for i in those.tolist()]), loops[j])
            for i in those[held].tolist():
                parents[i].append(j)
    owners = {i: i for i, around in enumerate(parents) if len(around) % 2 == 0}
    counters: dict[int, list[Outline]] = {i: [] for i in owners}
    for i, around in enumerate(parents):
        if i in owners:
            continue
        owner = max((j for j in around if j in owners), key=lambda j: len(parents[j]))
        counters[owner].append(_directed(outlines[i], -1))
    return [Region(_directed(outlines[i], 1), tuple(counters[i]), letters) for i in owners]


def _directed(outline: Outline, sign: int) -> Outline:
    return outline if outline.area * sign > 0 else outline.reversed()


def same(a: Any, b: Any, tolerance: float) -> bool:
    """True when two points are within the tolerance of one another."""
    return bool(np.max(np.abs(np.asarray(a) - np.asarray(b))) <= tolerance)
