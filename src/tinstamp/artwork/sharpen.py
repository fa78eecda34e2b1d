"""Corners that are rounded, or cut off, by less than a lean of walls takes: they are made sharp.

A rounding of radius r that is drawn in by more than r turns inside out, and a short piece between
two corners is used up by their mitres. What bounds the ink there are its two neighbours, which are
carried on to where they meet.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Outline, Region

TIGHT = 1.25
"""Times what outlines are drawn in up to which a radius is too small for it."""
LONG = 8.0
"""Times that, up to which a piece is a rounding and not a part of a shape."""
FAR = 4.0
"""Times that, up to which a corner may lie from the rounding that it takes the place of."""
SPECK = 2.0
"""Times that, up to which pieces are closed up where their neighbours do not meet."""
MEETS_WITHIN = 1e-10
"""mm between two pieces where they meet"""
MOST_ROUNDS = 4
"""times that an outline is gone over: what was carried on may meet the next small piece"""
STEEP = 3.0
"""radians of the sharpest turn that is reckoned with"""
LEFT_AT_LEAST = 0.9
"""part of a piece that mitres may take"""
NEWTON_ROUNDS = 30
"""steps of the search for that place"""
_T = np.linspace(0.0, 1.0, 17)
_S = 1.0 - _T
_FIRST = 3.0 * np.stack([_S * _S, 2 * _S * _T, _T * _T], axis=1)
_SECOND = 6.0 * np.stack([_S, _T], axis=1)


@dataclass(frozen=True)
class Sharpened:
    """Regions with corners made sharp; where those are, mm, and how far the farthest moved."""

    regions: tuple[Region, ...]
    at: tuple[tuple[float, float], ...]
    most: float


def sharpened(regions: Sequence[Region], inwards: float) -> Sharpened:
    """Regions whose roundings are wide enough to be drawn in by that many mm (negative: spread);
    what cannot be made so stays as it is."""
    if not inwards:
        return Sharpened(tuple(regions), (), 0.0)
    found: list[Region] = []
    places: list[tuple[float, float]] = []
    most = 0.0
    for region in regions:
        outlines = []
        for outline in region.outlines:
            made, at, moved = _outline(outline, inwards)
            outlines.append(made)
            places += at
            most = max(most, moved)
        same = all(a is b for a, b in zip(outlines, region.outlines, strict=True))
        whole = region if same else replace(region, outer=outlines[0], counters=tuple(outlines[1:]))
        found.append(whole)
    return Sharpened(tuple(found), tuple(places), most)


def _outline(outline: Outline, inwards: float) -> tuple[Outline, list[tuple[float, float]], float]:
    """An outline with its corners made sharp, where those are, and how far the farthest moved."""
    places: list[tuple[float, float]] = []
    most = 0.0
    for _ in range(MOST_ROUNDS):
        step = _once(outline, inwards)
        if step is None:
            break
        outline, at, moved = step
        places += at
        most = max(most, moved)
    return outline, places, most


def _once(
    outline: Outline, inwards: float
) -> tuple[Outline, list[tuple[float, float]], float] | None:
    beziers, straight = outline.beziers.copy(), outline.straight.copy()
    lost = (_tight(beziers, inwards) & ~straight) | _used_up(beziers, inwards)
    count = len(beziers)
    if not lost.any() or lost.all():
        return None
    gone = np.zeros(count, dtype=bool)
    places: list[tuple[float, float]] = []
    most = 0.0
    for group in _groups(lost):
        before, after = (group[0] - 1) % count, (group[-1] + 1) % count
        if before == after:
            continue
        met = _meeting(beziers[before], beziers[after])
        if met is None:
            joined = _closed_up(beziers[before], beziers[group], beziers[after], inwards)
            if joined is None:
                continue
            longer, later = joined
        else:
            longer, later = _up_to(beziers[before], 1.0 + met[0]), _from(beziers[after], met[1])
        corner = longer[3]
        away = float(np.linalg.norm(beziers[group][:, [0, 3]] - corner, axis=-1).max())
        off = float(np.linalg.norm(_points(beziers[group]) - corner, axis=-1).min())
        if max(away / 2.0, off) > FAR * abs(inwards):
            continue
        later[0] = corner
        beziers[before], beziers[after] = longer, later
        gone[group] = True
        places.append((float(corner[0]), float(corner[1])))
        most = max(most, off)
    if not gone.any() or (~gone).sum() < 3:
        return None
    return Outline(beziers[~gone], straight[~gone]), places, most


def _closed_up(
    before: Array, gone: Array, after: Array, inwards: float
) -> tuple[Array, Array] | None:
    """The neighbours of pieces that are next to nothing, brought together in their middle; None
    where those are more than that."""
    if np.linalg.norm(np.diff(gone, axis=1), axis=-1).sum() > SPECK * abs(inwards):
        return None
    middle = (gone[0, 0] + gone[-1, 3]) / 2
    one, other = before.copy(), after.copy()
    one[2:] += middle - before[3]
    other[:2] += middle - after[0]
    return one, other


def _used_up(beziers: Array, inwards: float) -> NDArray[np.bool_]:
    """Short pieces of which the mitres at their two ends leave next to nothing."""
    legs = np.diff(beziers, axis=1)
    length = np.linalg.norm(legs, axis=-1).sum(axis=1)
    enter, leave = _first_leg(legs), _first_leg(legs[:, ::-1])
    turn = np.arctan2(*_cross_and_dot(leave, np.roll(enter, -1, axis=0)))
    taken = np.maximum(inwards * np.tan(np.clip(turn, -STEEP, STEEP) / 2.0), 0.0)
    return np.asarray(
        (taken + np.roll(taken, 1) > LEFT_AT_LEAST * length) & (length <= LONG * abs(inwards))
    )


def _first_leg(legs: Array) -> Array:
    """(n, 2) the first leg of control polygons, (n, 3, 2), that is not nothing."""
    size = np.linalg.norm(legs, axis=-1)
    k = np.argmax(size > 1e-9 * size.max(axis=1, keepdims=True), axis=1)
    found: Array = legs[np.arange(len(legs)), k]
    return found


def _cross_and_dot(a: Array, b: Array) -> tuple[Array, Array]:
    return a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0], (a * b).sum(axis=1)


def _points(beziers: Array) -> Array:
    basis = np.stack([_S**3, 3 * _S * _S * _T, 3 * _S * _T * _T, _T**3], axis=1)
    return np.einsum("mj,njk->nmk", basis, beziers).reshape(-1, 2)


def _tight(beziers: Array, inwards: float) -> NDArray[np.bool_]:
    """Pieces whose radius is too small somewhere on the side that they are drawn to, and that are
    no longer than a rounding."""
    d1 = np.einsum("mj,njk->nmk", _FIRST, np.diff(beziers, axis=1))
    d2 = np.einsum("mj,njk->nmk", _SECOND, np.diff(beziers, n=2, axis=1))
    speed = np.maximum(np.linalg.norm(d1, axis=-1), 1e-12)
    bend = (d1[..., 0] * d2[..., 1] - d1[..., 1] * d2[..., 0]) / speed**3
    sharp = (bend * np.sign(inwards)).max(axis=1) * abs(inwards) * TIGHT > 1.0
    length = np.linalg.norm(np.diff(beziers, axis=1), axis=-1).sum(axis=1)
    return np.asarray(sharp & (length <= LONG * abs(inwards)))


def _groups(tight: NDArray[np.bool_]) -> list[list[int]]:
    """Runs of marked pieces that follow one another, round the outline."""
    count = len(tight)
    start = int(np.flatnonzero(~tight)[0])
    found: list[list[int]] = []
    for k in ((start + i) % count for i in range(count)):
        if not tight[k]:
            continue
        if found and (found[-1][-1] + 1) % count == k:
            found[-1].append(k)
        else:
            found.append([k])
    return found


def _meeting(one: Array, other: Array) -> tuple[float, float] | None:
    """How far past the end of a cubic, and before the begin of another, they meet, in parameters:
    (≥ 0, ≤ 0); None when they do not. Newton's method."""
    a = b = 0.0
    for _ in range(NEWTON_ROUNDS):
        p, dp = _at(one, 1.0 + a)
        q, dq = _at(other, b)
        off = q - p
        if np.abs(off).max() <= MEETS_WITHIN:
            return (a, b) if a >= -1e-9 and b <= 1e-9 else None
        cross = float(dp[0] * dq[1] - dp[1] * dq[0])
        if abs(cross) < 1e-12:
            return None
        a += float(off[0] * dq[1] - off[1] * dq[0]) / cross
        b += float(off[0] * dp[1] - off[1] * dp[0]) / cross
        if not (abs(a) < 1e3 and abs(b) < 1e3):
            return None
    return None


def _at(bezier: Array, t: float) -> tuple[Array, Array]:
    s = 1.0 - t
    point = np.array([s**3, 3 * s * s * t, 3 * s * t * t, t**3]) @ bezier
    return point, 3.0 * np.array([s * s, 2 * s * t, t * t]) @ np.diff(bezier, axis=0)


def _up_to(bezier: Array, t: float) -> Array:
    """A cubic from its begin to a parameter, which may lie beyond its end (de Casteljau)."""
    a = bezier[:-1] + t * np.diff(bezier, axis=0)
    c = a[:-1] + t * np.diff(a, axis=0)
    d = c[:-1] + t * np.diff(c, axis=0)
    return np.stack([bezier[0], a[0], c[0], d[0]])


def _from(bezier: Array, t: float) -> Array:
    """A cubic from a parameter, which may lie before its begin, to its end."""
    return _up_to(bezier[::-1], 1.0 - t)[::-1].copy()
