"""Triangles of what regions become, straight from the curves as they were laid on the face.

For the eye: walls in strips between foot and head, caps and what stays behind in counters filled
between their own outlines (constrained Delaunay triangles in the face's (u, v), by GEOS). All of a
stamp at once, NumPy only. A cap that bends too much to be flat between its outlines is left to
whoever meshes the solid.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import comb

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array
from tinstamp.relief.face_curves import FaceLoop

FACET_TURN = 0.4
"""radians between neighbouring facets"""
MOST_FACETS = 64
"""facets to a piece"""
CORNER = 0.2
"""radians that an outline turns at a corner: less is smooth to the eye"""
NO_TURN = 1e-9
"""radians that a straight piece turns"""

Triangles = tuple[Array, NDArray[np.int64]]
"""Points, (n, 3) mm, and triangles, (m, 3)."""


@dataclass(frozen=True)
class Facets:
    """Triangles of what one region becomes, counter-clockwise from outside the solid."""

    cap: Triangles
    walls: Triangles
    islands: Triangles


@dataclass(frozen=True)
class _Rings:
    """All loops of all regions in points, each ring's one after the other.

    Attributes
    ----------
    foot, head, uv, head_uv : (n, 3), (n, 3), (n, 2) and (n, 2). corners : at which points the
        outline has a corner. ends : where each ring ends.
    """

    foot: Array
    head: Array
    uv: Array
    head_uv: Array
    corners: NDArray[np.bool_]
    ends: NDArray[np.int64]

    def of(self, k: int) -> slice:
        """The points of ring `k`."""
        return slice(int(self.ends[k - 1]) if k else 0, int(self.ends[k]))


def facets(
    regions: Sequence[Sequence[FaceLoop]], chord: float, flipped: bool
) -> list[Facets | None]:
    """Of each region, by its loops, with lines that stray `chord` mm at most; None for those whose
    cap or islands would stray further. `flipped` where (u, v) run clockwise from outside."""
    loops = [loop for own in regions for loop in own]
    if not loops:
        return [None] * len(regions)
    rings = _rings(loops, chord)
    firsts = np.cumsum([0, *(len(own) for own in regions)])
    polygons = []
    for n, own in enumerate(regions):
        if own:
            numbers = range(int(firsts[n]), int(firsts[n]) + len(own))
            outer, *counters = (rings.head_uv[rings.of(k)] for k in numbers)
            polygons.append(shapely.Polygon(outer, counters))
            polygons += [shapely.Polygon(rings.uv[rings.of(k)]) for k in numbers[1:]]
    filled = _filled(np.array(polygons, dtype=object), rings, chord, flipped)
    found: list[Facets | None] = [None] * len(regions)
    at = 0
    for n in range(len(regions)):
        if not regions[n]:
            continue
        count, first = len(regions[n]), int(firsts[n])
        cap, *islands = filled[at : at + count]
        at += count
        if any(corners is None for corners in (cap, *islands)):
            continue
        span = slice(rings.of(first).start, rings.of(first + count - 1).stop)
        start = span.start
        whole = [c for c in islands if c is not None]
        found[n] = Facets(
            _tidy(rings.head[span], cap - start),
            _walls(rings, range(first, first + count)),
            _tidy(rings.foot[span], np.concatenate(whole) - start) if whole else _nothing(),
        )
    return found


def _nothing() -> Triangles:
    return np.zeros((0, 3)), np.zeros((0, 3), dtype=np.int64)


def _tidy(points: Array, corners: NDArray[np.int64]) -> Triangles:
    """Without the points that no triangle has."""
    used, back = np.unique(corners, return_inverse=True)
    return points[used], back.reshape(-1, 3)


def _rings(loops: Sequence[FaceLoop], chord: float) -> _Rings:
    pieces = [
        (k, i, foot, head, uv, loop.head_uv[i] if loop.head_uv is not None else uv)
        for k, loop in enumerate(loops)
        for i, (foot, head, uv) in enumerate(zip(loop.foot, loop.head, loop.uv, strict=True))
    ]
    parts = np.array([_parts(foot, chord) for _, _, foot, _, _, _ in pieces])
    of_ring = np.array([k for k, *_ in pieces])
    starts = np.concatenate([[0], np.cumsum(parts)])
    total = int(starts[-1])
    arrays = [np.empty((total, width)) for width in (3, 3, 2, 2)]
    groups: dict[tuple[int, ...], list[int]] = {}
    for n, (_, _, *poles) in enumerate(pieces):
        groups.setdefault((int(parts[n]), *(len(p) for p in poles)), []).append(n)
    for (count, *degrees), members in groups.items():
        where = starts[members][:, None] + np.arange(count)
        for c, (array, degree) in enumerate(zip(arrays, degrees, strict=True)):
            stacked = np.stack([pieces[n][2 + c] for n in members])
            array[where] = np.einsum("tp,npc->ntc", _weights(degree - 1, count), stacked)
    ends = np.cumsum(np.bincount(of_ring, weights=parts, minlength=len(loops))).astype(np.int64)
    corners = np.zeros(total, dtype=bool)
    corners[starts[:-1]] = _turning([foot for _, _, foot, *_ in pieces], of_ring)
    foot_points, head_points, uv_points, head_uv_points = arrays
    return _Rings(foot_points, head_points, uv_points, head_uv_points, corners, ends)


def _turning(feet: Sequence[Array], of_ring: NDArray[np.int64]) -> NDArray[np.bool_]:
    """At which pieces' beginnings the outline has a corner."""
    first = np.array([poles[1] - poles[0] for poles in feet])
    last = np.array([poles[-1] - poles[-2] for poles in feet])
    before = np.arange(-1, len(feet) - 1)
    begins = np.flatnonzero(np.diff(of_ring, prepend=-1))
    before[begins] = np.append(begins[1:], len(feet)) - 1
    across = (first * last[before]).sum(axis=1)
    long = np.linalg.norm(first, axis=1) * np.linalg.norm(last[before], axis=1)
    return np.asarray(across < np.cos(CORNER) * long, dtype=bool)


def _parts(poles: Array, chord: float) -> int:
    """Into how many facets a piece is cut: by the turns between the legs of its poles, which are no
    less than its own (sagitta of an arc: length · turn / 8)."""
    legs = np.diff(poles, axis=0)
    long = np.sqrt((legs * legs).sum(axis=1))
    legs, long = legs[long > 0.0], long[long > 0.0]
    if len(legs) < 2:
        return 1
    cosines = (legs[1:] * legs[:-1]).sum(axis=1) / (long[1:] * long[:-1])
    turn = float(np.arccos(np.clip(cosines, -1.0, 1.0)).sum())
    if turn < NO_TURN:
        return 1
    by_chord = np.sqrt(float(long.sum()) * turn / (8.0 * chord))
    return int(np.clip(np.ceil(max(turn / FACET_TURN, by_chord)), 1, MOST_FACETS))


@lru_cache(maxsize=256)
def _weights(degree: int, count: int) -> Array:
    """Of the poles of a Bézier at the beginnings of its facets, (count, degree + 1). (Farin, Curves
    and Surfaces for CAGD, 4.1.)"""
    t = np.arange(count)[:, None] / count
    i = np.arange(degree + 1)
    return np.array([comb(degree, k) for k in i]) * t**i * (1.0 - t) ** (degree - i)


def _near(rings: _Rings, corners: NDArray[np.int64], chord: float) -> NDArray[np.bool_]:
    """Which triangles, (m, 3), stray no more than the chord from the face: told by how far the
    directions between foot and head turn along their sides (sagitta of an arc: length · turn / 8).
    """
    ups = rings.head - rings.foot
    ups = ups / np.maximum(np.linalg.norm(ups, axis=1, keepdims=True), 1e-300)
    good = np.ones(len(corners), dtype=bool)
    for k in range(3):
        a, b = corners[:, k], corners[:, (k + 1) % 3]
        turned = ups[b] - ups[a]
        bulge = np.abs(((rings.head[b] - rings.head[a]) * turned).sum(axis=1)) / 8.0
        good &= (bulge <= chord) & (np.linalg.norm(turned, axis=1) <= FACET_TURN)
    return good


def _filled(
    polygons: NDArray[np.object_], rings: _Rings, chord: float, flipped: bool
) -> list[NDArray[np.int64] | None]:
    """Triangles of each polygon, (m, 3) numbers of points; None where they are not all of it, or
    stray too far."""
    if not len(polygons):
        return []
    sound = shapely.is_valid(polygons)
    made = shapely.constrained_delaunay_triangles(polygons[sound])
    parts, owner = shapely.get_parts(made, return_index=True)
    corners = shapely.get_coordinates(parts).reshape(-1, 4, 2)[:, :3]
    both = np.concatenate([rings.uv, rings.head_uv])
    keys = both[:, 0] + 1j * both[:, 1]
    order = np.argsort(keys, kind="stable")
    asked = (corners[..., 0] + 1j * corners[..., 1]).ravel()
    at = order[np.minimum(np.searchsorted(keys[order], asked), len(keys) - 1)]
    known = (keys[at] == asked).reshape(-1, 3).all(axis=1)
    numbers = (at % len(rings.uv)).reshape(-1, 3)
    known &= _near(rings, numbers, chord)
    a, b = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
    wrong = (a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0] < 0) != flipped
    numbers[wrong] = numbers[wrong][:, ::-1]
    bounds = np.searchsorted(owner, np.arange(int(sound.sum()) + 1))
    good = iter(
        numbers[a:b] if known[a:b].all() and b > a else None for a, b in pairwise(bounds.tolist())
    )
    return [next(good) if ok else None for ok in sound]


def _walls(rings: _Rings, numbers: Sequence[int]) -> Triangles:
    """Strips between foot and head, which share no points at corners."""
    points, corners, start = [], [], 0
    for k in numbers:
        own = rings.of(k)
        turns = rings.corners[own]
        count = len(turns)
        here = np.arange(count)
        if not turns.any():
            sources, low = here, here
            after = np.roll(here, -1)
        else:
            first = int(np.argmax(turns))
            here, turns = np.roll(here, -first), np.roll(turns, -first)
            ends = np.roll(turns, -1)  # the point after is a corner: it is there twice
            sources = np.repeat(here, 1 + ends)
            after_end = np.flatnonzero(ends) + np.arange(1, int(ends.sum()) + 1)
            sources[after_end] = np.roll(here, -1)[ends]
            low = np.arange(count) + np.cumsum(turns) - 1
            after = low + 1
        many = len(sources)
        points += [rings.foot[own][sources], rings.head[own][sources]]
        a, b = start + low, start + after
        corners += [np.stack([a, b, b + many], axis=1), np.stack([a, b + many, a + many], axis=1)]
        start += 2 * many
    return np.concatenate(points), np.concatenate(corners)
