"""Outlines drawn in: where walls end that lean by an angle, on the sheet. NumPy only, vectorised.

Ink lies to the left of every outline. Each place of it moves to the left, square to the outline as
it lies in space, by what the end of the walls is drawn in there; where two pieces meet at an angle
both are carried on, or cut off, to where they meet again (a mitre).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Protocol, runtime_checkable

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array

SMOOTH = np.radians(0.5)
"""radians between two pieces up to which they count as one smooth curve"""
MEETS_WITHIN = 1e-9
"""mm between the ends of two pieces that meet"""
MEETS_WELL = 1e-7
"""mm that will do where a chart tells no better"""
NEWTON_ROUNDS = 20
"""steps of the search for the place where two pieces meet"""
CURVES_TO = (-0.6, 1.6)
"""Parameters of a curve from which on, beyond its ends, it goes on straight."""
SPAN_LEFT = 1e-3
"""part of a piece that is left of it at least"""
RING_AT = np.arange(24) / 24.0
"""parameters of a piece at which it is looked at"""
SLOPE_STEP = 1e-6
"""of a parameter, for slopes by differences"""


class InsetError(ValueError):
    """An outline that cannot be drawn in so far."""


@dataclass(frozen=True)
class Off:
    """What walls lean off that do not run along the normals.

    Attributes
    ----------
    way : unit vector from the face to their end. slope : tangent of the angle off it.
    """

    way: tuple[float, float, float]
    slope: float

    def inset(self, along: Array, moves: Array, inset: Array) -> Array:
        """mm that an outline is drawn in on a surface aslant to that way, so that the wall leans
        off it by the angle: it is `inset` where the surface is square to it.

        With e along the outline and t inwards on the surface, a wall goes on by w = h way + i t,
        square to e x w, whose part along the way, i (e x t) way, is the sine of the angle: a
        quadratic equation for i."""
        e = np.einsum("...ij,...j->...i", moves, along)
        e = e / np.maximum(np.linalg.norm(e, axis=-1, keepdims=True), 1e-300)
        t = np.einsum("...ij,...j->...i", moves, square_to(along, moves, np.ones(inset.shape)))
        way = np.array(self.way)
        facing, level, rising = np.cross(e, t) @ way, 1.0 - (e @ way) ** 2, t @ way
        sine = self.slope**2 / (1.0 + self.slope**2)
        high = np.abs(inset) / self.slope
        left = np.maximum(facing**2 - sine, 1e-6)
        root = np.sqrt(sine**2 * rising**2 + left * sine * np.maximum(level, 0.0))
        return np.asarray(np.sign(inset) * high * (sine * rising + root) / left)


@runtime_checkable
class DrawnIn(Protocol):
    """An end of walls that is drawn in; `off` is what they lean off, None for the normals."""

    @property
    def off(self) -> Off | None: ...

    def inset(self, xy: Array) -> Array:
        """mm by which the ink is drawn in at points of the sheet, (..., 2); negative: spread."""
        ...

    def across(self, xy: Array) -> Array:
        """(..., 3, 2) how places at that end move with the sheet."""
        ...


def moved_in(xy: Array, along: Array, end: DrawnIn, part: float = 1.0) -> Array:
    """By how much places of an outline move on the sheet, (..., 2), with `along` its direction.

    Square to the outline at the end of the walls: with the metric G there and n to the left of the
    outline on the sheet it is along G⁻¹ n (any text on differential geometry)."""
    return stepped(along, end.across(xy), part * end.inset(xy), end.off)


def stepped(along: Array, moves: Array, inset: Array, off: Off | None) -> Array:
    """The same with the end's figures there."""
    return square_to(along, moves, inset if off is None else off.inset(along, moves, inset))


def square_to(along: Array, moves: Array, inset: Array) -> Array:
    """Steps on the sheet, (..., 2), to the left of directions on it, square to them in space and as
    long there as `inset` says, mm; `moves` (..., 3, 2) is how places there move with the sheet."""
    x, y = moves[..., 0], moves[..., 1]
    e, f, g = (x * x).sum(axis=-1), (x * y).sum(axis=-1), (y * y).sum(axis=-1)
    left_x, left_y = -along[..., 1], along[..., 0]
    # the inverse of the metric, but for its determinant, which the length takes out
    way_x, way_y = g * left_x - f * left_y, e * left_y - f * left_x
    size = np.sqrt(np.maximum((left_x * way_x + left_y * way_y) * (e * g - f * f), 1e-300))
    return np.stack([way_x, way_y], axis=-1) * (inset / size)[..., None]


@dataclass(frozen=True)
class Inset:
    """Pieces of outlines as they are at a drawn-in end: (n, ...) each.

    Attributes
    ----------
    roots : (n, 4, 2) the pieces of the outlines that they are parallel to. first, last : the
        parameters of those that they begin and end at; beyond 0 and 1 for straight ones alone.
    shifts : (n, 2, 2) mm, what is added at their begin and end, and in even shares between, so that
        they meet where they are as good as smooth. reaches : the same for curves that are carried
        on to a corner, which takes hold towards the end alone.
    spans : (n, 2) which part of all that each piece is.
    """

    end: DrawnIn
    roots: Array
    first: Array
    last: Array
    shifts: Array
    reaches: Array
    spans: Array
    part: float = 1.0

    def samples(self, which: NDArray[np.int_], at: Array) -> Array:
        """(m, k, 2) points of some of them at parameters (k,), 0 to 1."""
        low, high = self.spans[which].T[..., None]
        u = low + (high - low) * at
        first, last = self.first[which][:, None], self.last[which][:, None]
        begin, finish = 1.0 - u[..., None], u[..., None]
        shifts, reaches = self.shifts[which][:, None], self.reaches[which][:, None]
        added = begin * shifts[:, :, 0] + finish * shifts[:, :, 1]
        added += begin**2 * reaches[:, :, 0] + finish**2 * reaches[:, :, 1]
        end = _for(self.end, which)
        return _parallel(self.roots[which], first + (last - first) * u, end, self.part) + added

    def halved(self, which: NDArray[np.bool_]) -> Inset:
        """Each of the marked pieces as two."""
        counts = np.where(which, 2, 1)
        spans = np.repeat(self.spans, counts, axis=0)
        starts = np.cumsum(counts) - counts
        middle = self.spans[which].mean(axis=1)
        spans[starts[which], 1] = middle
        spans[starts[which] + 1, 0] = middle
        roots, first, last, shifts, reaches = (
            np.repeat(v, counts, axis=0)
            for v in (self.roots, self.first, self.last, self.shifts, self.reaches)
        )
        return Inset(self.end, roots, first, last, shifts, reaches, spans, self.part)


@dataclass(frozen=True)
class Held:
    """An end as it is at one place of each piece, for all about it: (n, 3, 2) how places move with
    the sheet, and (n,) mm by which the ink is drawn in; n may be 1 for all pieces. `off` is what
    the walls lean off."""

    moves: Array
    by: Array
    off: Off | None = None

    def inset(self, xy: Array) -> Array:
        """mm by which the ink is drawn in at points of the sheet, (n, 2) or (n, k, 2)."""
        by = self.by if xy.ndim == 2 else self.by[:, None]
        return np.broadcast_to(by, xy.shape[:-1])

    def across(self, xy: Array) -> Array:
        """(n, 3, 2) or (n, k, 3, 2) how places at that end move with the sheet."""
        moves = self.moves if xy.ndim == 2 else self.moves[:, None]
        return np.broadcast_to(moves, (*xy.shape[:-1], 3, 2))

    @classmethod
    def at(cls, end: DrawnIn, xy: Array) -> Held:
        """As it is at those places, (n, 2)."""
        return cls(end.across(xy), end.inset(xy), end.off)

    def of(self, which: NDArray[np.int_]) -> Held:
        """The same of some of the pieces."""
        if len(self.by) == 1:
            return self
        return Held(self.moves[which], self.by[which], self.off)


def _for(end: DrawnIn, which: NDArray[np.int_]) -> DrawnIn:
    """An end as some of the pieces see it."""
    return end.of(which) if isinstance(end, Held) else end


def drawn_in(roots: Array, owner: NDArray[np.int_], end: DrawnIn, part: float = 1.0) -> Inset:
    """The pieces (n, 4, 2) of outlines, in order, each of the outline `owner`, at a drawn-in end,
    or `part` of the way to it. Raises InsetError."""
    after = after_each(owner)
    count = len(roots)
    ones, noughts = np.ones((count, 1)), np.zeros((count, 1))
    leave, enter = _slope(roots, ones)[:, 0], _slope(roots, noughts)[after, 0]
    turn = np.arctan2(
        leave[:, 0] * enter[:, 1] - leave[:, 1] * enter[:, 0], (leave * enter).sum(axis=1)
    )
    corner = np.abs(turn) > SMOOTH
    first, last = np.zeros(count), np.ones(count)
    reaches = np.zeros((count, 2, 2))
    if corner.any():
        k = np.flatnonzero(corner)
        a, b = _meeting(roots[k], roots[after[k]], _for(end, k), part)
        last[k], first[after[k]] = 1.0 + a, b
    bent = _bent(roots)
    for at, side in ((last, 1), (first, 0)):
        held = np.clip(at, *CURVES_TO)
        k = np.flatnonzero(bent & (held != at))
        if len(k):
            corners = roots[k, 3 if side else 0]
            own = _for(end, k)
            there, _ = _with_slope(roots[k], at[k], Held.at(own, corners), part)
            at[k] = held[k]
            reaches[k, side] = there - _parallel(roots[k], at[k, None], own, part)[:, 0]
    _not_used_up(roots, first, last)
    shifts = np.zeros((count, 2, 2))
    ends = _parallel(roots, last[:, None], end, part)[:, 0]
    begins = _parallel(roots, first[:, None], end, part)[:, 0]
    # at corners what the end of the walls differs by about them
    gap = begins[after] + reaches[after, 0] - ends - reaches[:, 1]
    shifts[:, 1] = gap / 2
    shifts[after, 0] = -gap / 2
    spans = np.tile([0.0, 1.0], (count, 1))
    return Inset(end, roots, first, last, shifts, reaches, spans, part)


def _bent(roots: Array) -> NDArray[np.bool_]:
    """Which pieces are curves, not evenly run straight lines."""
    bend = np.linalg.norm(np.diff(roots, n=2, axis=1), axis=-1).max(axis=1)
    return np.asarray(bend > 1e-9 * np.linalg.norm(roots[:, 3] - roots[:, 0], axis=1))


def after_each(owner: NDArray[np.int_]) -> NDArray[np.int_]:
    """The number of the piece after each, round its outline."""
    after = np.arange(1, len(owner) + 1)
    starts = np.flatnonzero(np.r_[True, owner[1:] != owner[:-1]])
    after[np.r_[starts[1:], len(owner)] - 1] = starts
    return after


def _not_used_up(roots: Array, first: Array, last: Array) -> None:
    """Raises InsetError where next to nothing is left of a piece."""
    gone = last - first < SPAN_LEFT
    if gone.any():
        k = int(np.argmax(gone))
        x, y = ((roots[k, 0] + roots[k, 3]) / 2).tolist()
        raise InsetError(f"at {x:.2f}, {y:.2f} mm on the sheet nothing is left of an outline")


def _meeting(one: Array, other: Array, end: DrawnIn, part: float) -> tuple[Array, Array]:
    """How far beyond the end of one piece, and after the begin of another, their parallels meet, in
    parameters, with the end of the walls as it is at their corner. Newton's method. Raises
    InsetError."""
    end = Held.at(end, one[:, 3])
    a, b = np.zeros(len(one)), np.zeros(len(one))
    off = np.full((len(one), 2), np.inf)
    for _ in range(NEWTON_ROUNDS):
        p, dp = _with_slope(one, 1.0 + a, end, part)
        q, dq = _with_slope(other, b, end, part)
        off = q - p
        if float(np.abs(off).max()) <= MEETS_WITHIN:
            return a, b
        with np.errstate(over="ignore", invalid="ignore"):
            cross = dp[:, 0] * dq[:, 1] - dp[:, 1] * dq[:, 0]
        if not np.all(np.abs(cross) > 0.0):  # nor where it is no number
            break
        a = a + (off[:, 0] * dq[:, 1] - off[:, 1] * dq[:, 0]) / cross
        b = b + (off[:, 0] * dp[:, 1] - off[:, 1] * dp[:, 0]) / cross
        if not (np.isfinite(a).all() and np.isfinite(b).all()) or np.abs(a).max() > 1e6:
            break
    if float(np.abs(off).max()) <= MEETS_WELL:
        return a, b
    raise InsetError("two pieces of an outline do not meet again")


def _with_slope(roots: Array, t: Array, end: DrawnIn, part: float) -> tuple[Array, Array]:
    """Points of parallels at parameters (n,), and their slopes; curves go on straight beyond their
    ends."""
    held = np.where(_bent(roots), np.clip(t, *CURVES_TO), t)
    both = np.stack([held - SLOPE_STEP, held, held + SLOPE_STEP], axis=1)
    low, at, high = _parallel(roots, both, end, part).swapaxes(0, 1)
    slope = (high - low) / (2.0 * SLOPE_STEP)
    return at + (t - held)[:, None] * slope, slope


def _parallel(roots: Array, t: Array, end: DrawnIn, part: float) -> Array:
    """Points (n, k, 2) of the parallels of cubics at parameters (n, k), which may lie beyond 0
    and 1."""
    s = 1.0 - t
    basis = np.stack([s**3, 3 * s * s * t, 3 * s * t * t, t**3], axis=-1)
    xy = np.einsum("nkj,njc->nkc", basis, roots)
    return xy + moved_in(xy, _slope(roots, t), end, part)


def _slope(roots: Array, t: Array) -> Array:
    """Slopes (n, k, 2) of cubics at parameters (n, k); where it vanishes at an end, that of the
    curve beside it (Farin, Curves and Surfaces for CAGD, 4.3)."""
    s = 1.0 - t
    legs = 3.0 * np.diff(roots, axis=1)
    basis = np.stack([s * s, 2 * s * t, t * t], axis=-1)
    found = np.einsum("nkj,njc->nkc", basis, legs)
    size = np.linalg.norm(legs, axis=-1).max(axis=1)[:, None]
    still = np.linalg.norm(found, axis=-1) <= 1e-9 * size
    if still.any():
        inner = np.clip(t, 1e-4, 1.0 - 1e-4)
        s = 1.0 - inner
        basis = np.stack([s * s, 2 * s * inner, inner * inner], axis=-1)
        found = np.where(still[..., None], np.einsum("nkj,njc->nkc", basis, legs), found)
    return np.asarray(found)


def rings(inset: Inset, owner: NDArray[np.int_]) -> list[Array]:
    """Each outline at its drawn-in end as a polygon, (n, 2)."""
    points = inset.samples(np.arange(len(inset.roots)), RING_AT)
    starts = np.flatnonzero(np.r_[True, owner[1:] != owner[:-1]])
    bounds = np.r_[starts, len(owner)]
    return [points[a:b].reshape(-1, 2) for a, b in pairwise(bounds.tolist())]


def keeps_shape(outlines: Sequence[Sequence[Array]]) -> bool:
    """True when the polygons of regions, outer ones first, cross neither themselves nor one
    another, and are somewhere."""
    if not all(np.isfinite(ring).all() for own in outlines for ring in own):
        return False
    shapes = [shapely.Polygon(own[0], own[1:]) for own in outlines]
    for shape, own in zip(shapes, outlines, strict=True):
        if not shape.is_valid or not shapely.LinearRing(own[0]).is_ccw:
            return False
        if any(shapely.LinearRing(ring).is_ccw for ring in own[1:]):
            return False
    tree = shapely.STRtree(shapes)
    one, other = tree.query(shapes, predicate="intersects")
    return all(
        shapes[a].intersection(shapes[b]).area == 0.0
        for a, b in zip(one.tolist(), other.tolist(), strict=True)
        if a < b
    )
