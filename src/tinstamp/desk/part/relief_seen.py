"""The relief of the stamp in hand as it is seen, before it is made: caps and walls on the unmarked
face, at drag speed.

NumPy and shapely, no kernel, no VTK. What stands out is shown where it will stand. What is sunk
cannot be, since the face is still whole: it is shown on the face as one would see it through its
outline. A ray that enters at q and goes into the face by h meets the floor at q + h t / n, with t
and n the parts of its direction along the face and into it; where that lies within the outline the
floor is seen, else a wall.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import mapbox_earcut
import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.affinity import translate
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart
from tinstamp.chart.drape import CURVE_POINTS, FlatTriangles, flatten
from tinstamp.chart.run import RunChart
from tinstamp.desk.look import palette as p
from tinstamp.desk.part.meshes import Coloured
from tinstamp.desk.work.preview import PREVIEW_LIFT, Preview
from tinstamp.job.model import Job, dotted
from tinstamp.job.resolve import Resolved

Triangles = tuple[Array, NDArray[np.int64]]
THROUGH = 3.0
"""mm that one looks into what is cut through"""
BOW_TURN = np.radians(15.0)
"""radians from one ring of letters that bend over to the next, as they are seen"""
GRAZED = 0.08
"""Of a ray's direction, the part into the face below which only walls are seen."""
NOTHING: Triangles = (np.zeros((0, 2)), np.zeros((0, 3), np.int64))
DRAWN_TO = 0.006
"""Of a letter's size: how closely the eye needs its outline."""
LOOKS, MOST_LOOKS = 12, 60
"""Into how many steps the depth is parted for looks, and how many of them a letter keeps."""
STEP = 1e-3
"""mm on the sheet, for the directions of a face at a place"""
WALL, SHADE = p.TIN, 0.62
"""The colour of walls, and what is left of its light where they are sunk"""
UPRIGHT, FLUSH = ("emboss", "panel", "loose"), ("mark", "inlay")
"""Kinds that stand out of the face, and that end level with it"""


def in_hand(job: Job, resolved: Resolved, index: int, shown: Preview, eye: Array) -> Coloured:
    """What the stamp in hand will look like, seen from a point (3,), mm."""
    relief = job.stamps[index].relief
    depth = resolved.values.get(dotted(("stamps", index, "relief", "depth")), 0.0)
    if shown.plan.level is not None:
        depth = shown.plan.depth
    cap, wall = _bytes(relief.colour), np.array(_bytes(WALL))
    if relief.make in FLUSH:
        depth = 0.0
    elif relief.make == "stencil":
        depth, cap = THROUGH, _bytes(p.BAR)
    if relief.make in UPRIGHT:
        return relief_seen(shown, depth, cap, wall.tolist(), eye)
    return relief_seen(shown, -depth, cap, (wall * SHADE).astype(int).tolist(), eye)


def _bytes(colour: str) -> list[int]:
    return [int(colour[k : k + 2], 16) for k in (1, 3, 5)]


def relief_seen(
    shown: Preview, height: float, cap: Sequence[int], wall: Sequence[int], eye: Array
) -> Coloured:
    """A stamp's relief as it is seen.

    Parameters
    ----------
    height : of the caps above the face, mm; below it when negative.
    cap, wall : their colours. eye : (3,) where it is seen from.
    """
    charts = shown.chart.sides if isinstance(shown.chart, RunChart) else (shown.chart,)
    parts: list[tuple[Triangles, Sequence[int]]] = []
    for chart in charts:
        if height > 0:
            parts += _raised(shown, chart, height, cap, wall)
        else:
            parts += _sunk(shown, chart, -height, cap, wall, eye)
    points, triangles, colours, start = [], [], [], 0
    for (spots, corners), colour in parts:
        met: NDArray[np.bool_] = np.asarray(np.isfinite(spots).all(axis=-1))
        corners = corners[met[corners].all(axis=1)]
        points.append(np.nan_to_num(spots))
        triangles.append(corners + start)
        colours.append(np.broadcast_to(np.array(colour, np.uint8), (len(corners), 3)))
        start += len(spots)
    if not points:
        return np.zeros((0, 3)), np.zeros((0, 3), np.int64), np.zeros((0, 3), np.uint8)
    return np.concatenate(points), np.concatenate(triangles), np.concatenate(colours)


def _raised(
    shown: Preview, chart: Chart, height: float, cap: Sequence[int], wall: Sequence[int]
) -> list[tuple[Triangles, Sequence[int]]]:
    """Caps at their height, and walls down to the face."""
    if shown.plan.carries:
        found = []
        several = len(shown.plan.carries) > 1
        for carry, copy in shown.plan.carries:
            own, its_ends = _flattened(copy.regions) if several else _flat(shown)
            laid = own.points
            if not several:
                laid = laid @ shown.placed.matrix.T + shown.placed.shift
            rings = [carry.on(chart.draft, laid, at) for at in carry.stations(BOW_TURN)]
            found += _carried(rings, own, its_ends, cap, wall)
        return found
    flat, ends = _flat(shown)
    lift = chart.draft.lifter(flat.points @ shown.placed.matrix.T + shown.placed.shift)
    return _carried([lift(0.0), lift(height)], flat, ends, cap, wall)


def _carried(
    rings: Sequence[Array],
    flat: FlatTriangles,
    ends: NDArray[np.int64],
    cap: Sequence[int],
    wall: Sequence[int],
) -> list[tuple[Triangles, Sequence[int]]]:
    """Caps on the last of several rings, (n, 3) each, and walls from one to the next."""
    count = len(flat.points)
    k = np.arange(count)
    following = k + 1
    following[ends - 1] = np.concatenate([[0], ends[:-1]])
    low = np.stack([k, following, following + count], axis=1)
    high = np.stack([k, following + count, k + count], axis=1)
    strip = np.concatenate([low, high])
    sides = np.concatenate([strip + n * count for n in range(len(rings) - 1)])
    return [((rings[-1], flat.triangles), cap), ((np.concatenate(rings), sides), wall)]


def _flat(shown: Preview) -> tuple[FlatTriangles, NDArray[np.int64]]:
    """The artwork's triangles where its points are, and where each of its rings ends."""
    if shown.placed.bent:
        return _flattened(tuple(shown.placed.regions))
    return _flattened_artwork(shown.artwork)


@lru_cache(maxsize=2)
def _flattened_artwork(artwork: Artwork) -> tuple[FlatTriangles, NDArray[np.int64]]:
    return _flattened(tuple(artwork.regions))


def _flattened(regions: tuple[Region, ...]) -> tuple[FlatTriangles, NDArray[np.int64]]:
    counts = [len(outline.points(CURVE_POINTS)) for r in regions for outline in r.outlines]
    return flatten(regions), np.cumsum(counts)


@lru_cache(maxsize=2)
def _letters_of(artwork: Artwork) -> tuple[_Letter, ...]:
    return tuple(_Letter(r) for r in artwork.regions)


class _Letter:
    """One region, looked into: what is seen of its floor and its walls, kept by how far aside the
    floor lies."""

    def __init__(self, region: Region) -> None:
        outer, *counters = (o.points(CURVE_POINTS) for o in region.outlines)
        ink = shapely.Polygon(outer, counters)
        size = max(float(np.ptp(outer, axis=0).max()), STEP)
        self.ink = shapely.make_valid(shapely.simplify(ink, size * DRAWN_TO))
        low_x, low_y, high_x, high_y = ink.bounds
        self.middle = ((low_x + high_x) / 2, (low_y + high_y) / 2)
        self._held: dict[tuple[float, float] | None, tuple[Triangles, Triangles]] = {}

    def seen(self, by: Array, step: float) -> tuple[Triangles, Triangles]:
        """Triangles of the floor and of the walls, where the floor lies aside by (2,) mm; to the
        nearest of such steps, mm. Walls alone where it has no number."""
        key = None
        if np.isfinite(by).all():
            key = (round(float(by[0]) / step) * step, round(float(by[1]) / step) * step)
        if key not in self._held:
            if len(self._held) > MOST_LOOKS:
                self._held.clear()
            self._held[key] = self._look(key)
        return self._held[key]

    def _look(self, key: tuple[float, float] | None) -> tuple[Triangles, Triangles]:
        if key is None:
            return NOTHING, _cut(self.ink)
        floor = shapely.intersection(self.ink, translate(self.ink, -key[0], -key[1]))
        return _cut(floor), _cut(shapely.difference(self.ink, floor))


def _sunk(
    shown: Preview,
    chart: Chart,
    depth: float,
    cap: Sequence[int],
    wall: Sequence[int],
    eye: Array,
) -> list[tuple[Triangles, Sequence[int]]]:
    """What of floor and walls is seen through each outline."""
    placed, bent = shown.placed, shown.placed.bent
    letters = tuple(map(_Letter, placed.regions)) if bent else _letters_of(shown.artwork)
    if not letters:
        return []
    matrix = np.eye(2) if bent else placed.matrix
    shift = np.zeros(2) if bent else placed.shift
    middles = np.array([letter.middle for letter in letters]) @ matrix.T + shift
    by = seen_aside(chart.draft, middles, depth, eye) @ np.linalg.inv(matrix).T
    step = max(depth / LOOKS, STEP)
    looks = [letter.seen(aside, step) for letter, aside in zip(letters, by, strict=True)]
    floors, walls = (_together([look[which] for look in looks]) for which in (0, 1))
    points = np.concatenate([floors[0], walls[0]])
    laid = chart.draft.to_space(points @ matrix.T + shift, PREVIEW_LIFT)
    cut = len(floors[0])
    return [((laid[:cut], floors[1]), cap), ((laid[cut:], walls[1]), wall)]


def seen_aside(chart: Chart, at: Array, depth: float, eye: Array) -> Array:
    """How far aside on the sheet the floor lies under where a ray from the eye enters, (n, 2) mm,
    at sheet points (n, 2); no number where the face is not seen there, or hardly."""
    here, right, above = chart.to_space(np.stack([at, at + [STEP, 0.0], at + [0.0, STEP]]))
    x_way, y_way = (right - here) / STEP, (above - here) / STEP
    looking = here - eye
    looking /= np.linalg.norm(looking, axis=-1, keepdims=True)
    into = -(looking * chart.normal(at)).sum(axis=-1)
    along = np.stack([(looking * x_way).sum(axis=-1), (looking * y_way).sum(axis=-1)], axis=-1)
    with np.errstate(invalid="ignore", divide="ignore"):
        return np.where((into > GRAZED)[:, None], along * depth / into[:, None], np.nan)


def _cut(area: BaseGeometry) -> Triangles:
    """An area cut into triangles: points (n, 2) mm and corners."""
    found = []
    for part in shapely.get_parts(area):
        if part.geom_type != "Polygon" or part.is_empty:
            continue
        rings = [shapely.get_coordinates(r)[:-1] for r in (part.exterior, *part.interiors)]
        ends = np.cumsum([len(ring) for ring in rings]).astype(np.uint32)
        spots = np.concatenate(rings)
        cut = mapbox_earcut.triangulate_float64(spots, ends).reshape(-1, 3)
        found.append((spots, cut.astype(np.int64)))
    return _together(found)


def _together(parts: Sequence[Triangles]) -> Triangles:
    """Triangles as one list."""
    if not parts:
        return NOTHING
    starts = np.cumsum([0, *(len(points) for points, _ in parts)])
    corners = [t + start for (_, t), start in zip(parts, starts, strict=False)]
    return np.concatenate([points for points, _ in parts]), np.concatenate(corners)
