"""Where each of many planes that rise from an outline is the lowest, worked out for all at once.

A plane over an edge is as high over a place as that is far from the edge, straight ahead of it. On
the way ahead another plane comes to be the lower one, if it does, at some place, and then stays so
as far as it reaches, since its height grows no faster than the way; where it ends goes on another.
So each plane is the lowest up to a height that depends on where along its edge one sets out: the
lower envelope of line segments, of which each other plane gives a few (any text on computational
geometry has those).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array

DEEP = 1e-10
"""mm that a plane is lower than another one somewhere, or it is not lower"""
APART = 1e-9
"""mm along an edge that two places are apart at least, or they are one"""
WITHIN = 1e-6
"""part of a stretch that its ends are looked at within it"""
MANY = 200_000
"""pairs of planes that are looked at at once"""
AT_FIRST = 8
"""segments that an envelope is made of before the others are held against it"""
MOST_PARTINGS = 40
"""how often a stretch may be parted"""

Numbers = NDArray[np.int64]


class NotPlainError(Exception):
    """Planes that are not the lowest on one stretch each, as no outline has them that keeps clear
    of itself."""


@dataclass(frozen=True)
class Planes:
    """Planes, each over a straight edge or a corner.

    Attributes
    ----------
    at, normal : (n, 2) a point of each on the outline, and the way into the ink. quads : (n, 4, 2)
        where each may lie, up to the greatest height: the two ends of its edge, which are one for a
        corner, and where the ways from there end, counter-clockwise. high : that height, mm.
    """

    at: Array
    normal: Array
    quads: Array
    high: float

    def local(self, which: Numbers, xy: Array) -> tuple[Array, Array]:
        """Places, (m, k, 2), as seen from planes `which`, (m,): how far along the edge, and how
        high the plane is there, (m, k)."""
        off = xy - self.at[which][:, None]
        normal = self.normal[which][:, None]
        along = off[..., 0] * normal[..., 1] - off[..., 1] * normal[..., 0]
        return along, (off * normal).sum(axis=-1)


@dataclass(frozen=True)
class _Segments:
    """Segments over edges: whose each is, and its ends, how far along and how high."""

    owner: Numbers
    s: Array
    t: Array

    def cut(self, which: NDArray[np.bool_] | Numbers) -> _Segments:
        return _Segments(self.owner[which], self.s[which], self.t[which])

    def over(self, which: Numbers, s: Array) -> Array:
        """Heights of some of them at places along."""
        (a, b), (c, d) = self.s[which].T, self.t[which].T
        return np.asarray(c + (d - c) * (s - a) / (b - a))


def lowest(planes: Planes) -> list[tuple[int, Array]]:
    """Where each plane is the lowest, up to their greatest height: its number, and the ring of its
    corners, (k, 2), counter-clockwise. Raises NotPlainError."""
    shapes = shapely.polygons(planes.quads)
    mine, other = shapely.STRtree(shapes).query(shapes)
    pairs = np.stack([mine, other])[:, mine != other]
    pairs = pairs[:, np.argsort(pairs[0], kind="stable")]
    ends = np.searchsorted(pairs[0], np.arange(len(planes.at) + 1))
    found, first = [], 0
    while first < len(planes.at):  # so many at once as have few enough pairs
        most = int(np.searchsorted(ends, ends[first] + MANY, side="right")) - 1
        last = min(max(most, first + 1), len(planes.at))
        found += _few(planes, np.arange(first, last), *pairs[:, ends[first] : ends[last]])
        first = last
    return found


def _few(planes: Planes, which: Numbers, mine: Numbers, other: Numbers) -> list[tuple[int, Array]]:
    """The same for some planes, from pairs with all that they could meet."""
    own_s, _ = planes.local(which, planes.quads[which])
    tops = _tops(_segments(planes, own_s, int(which[0]), mine, other), own_s)
    found = []
    for k, own, top in zip(which.tolist(), own_s.tolist(), tops, strict=True):
        ring = _cell(own, top, planes.high)
        if ring is not None:
            s, t = np.array(ring).T
            x, y = planes.normal[k]
            across = np.column_stack([s * y + t * x, t * y - s * x])
            found.append((k, planes.at[k] + across))
    return found


def _segments(planes: Planes, own_s: Array, first: int, mine: Numbers, other: Numbers) -> _Segments:
    """From where on others are lower than each plane of some from the `first` on, by their numbers
    after that, and where it ends."""
    corners = planes.quads[other]
    s, t = planes.local(mine, corners)
    deep = t - planes.local(other, corners)[1]
    lower = deep.max(axis=1) > DEEP
    mine, s, t, deep = mine[lower], s[lower], t[lower], deep[lower]
    after = [1, 2, 3, 0]
    here, there = deep >= 0.0, deep[:, after] >= 0.0
    crosses = here != there
    part = np.where(crosses, deep / np.where(crosses, deep - deep[:, after], 1.0), 0.0)
    at_s, at_t = (w + (w[:, after] - w) * part for w in (s, t))
    # each side, as far as the other plane is the lower one, and the line along which they cross
    starts = np.where(here, s, at_s), np.where(here, t, at_t)
    ends = np.where(there, s[:, after], at_s), np.where(there, t[:, after], at_t)
    rows, sides = np.nonzero(here | there)
    found = [(mine[rows], *(np.column_stack([a[rows, sides], b[rows, sides]])
                            for a, b in zip(starts, ends, strict=True)))]  # fmt: skip
    leaves, comes = here & crosses, there & crosses
    rows = np.flatnonzero(leaves.any(axis=1) & comes.any(axis=1))
    out, into = leaves[rows].argmax(axis=1), comes[rows].argmax(axis=1)
    found.append((mine[rows], *(np.column_stack([w[rows, out], w[rows, into]])
                                for w in (at_s, at_t))))  # fmt: skip
    every = np.arange(len(own_s))
    found.append((every, own_s[:, [3, 2]], np.full((len(own_s), 2), planes.high)))
    found[:2] = [(whose - first, *rest) for whose, *rest in found[:2]]
    owner, s, t = (np.concatenate(parts) for parts in zip(*found, strict=True))
    below = (s[:, 1] - s[:, 0] > APART) & (t.min(axis=1) <= planes.high)
    return _within(_Segments(owner, s, t).cut(below), own_s)


def _within(segments: _Segments, own_s: Array) -> _Segments:
    """What of segments lies over where their planes may."""
    low, high = own_s[segments.owner, 3], own_s[segments.owner, 2]
    ends = np.clip(segments.s, low[:, None], high[:, None])
    kept = ends[:, 1] - ends[:, 0] > APART
    every = np.arange(len(ends))
    heights = np.column_stack([segments.over(every, ends[:, k]) for k in (0, 1)])
    return _Segments(segments.owner, ends, heights).cut(kept)


Chain = list[tuple[float, float, bool]]


def _tops(segments: _Segments, own_s: Array) -> list[Chain]:
    """Of each plane the places along the lower envelope of its segments, and whether it bends
    there. Raises NotPlainError."""
    order = np.lexsort((segments.t.min(axis=1), segments.owner))
    segments = segments.cut(order)
    every = np.arange(len(order))
    begin = np.searchsorted(segments.owner, segments.owner)
    flat = np.ptp(segments.t, axis=1) == 0.0  # the greatest height is among those
    used = (every - begin < AT_FIRST) | flat
    chains: list[Chain] = [[] for _ in own_s]
    left: NDArray[np.bool_] = np.ones(len(own_s), dtype=bool)
    while left.any():
        these = used & left[segments.owner]
        envelope = _envelope(segments.cut(these), own_s)
        beside = np.flatnonzero(~used & left[segments.owner])
        beside = beside[_comes_below(segments.cut(beside), envelope)]
        left[:] = False
        left[segments.owner[beside]] = True
        rank = np.arange(len(beside)) - np.searchsorted(
            segments.owner[beside], segments.owner[beside]
        )
        used[beside[rank < AT_FIRST]] = True
        _chain(envelope, chains, left)
    return chains


@dataclass(frozen=True)
class _Envelope:
    """Corners of lower envelopes in their order: whose, how far along, how high, and the segments
    before and after each, -1 for none."""

    whose: Numbers
    s: Array
    t: Array
    lines: Numbers


def _comes_below(segments: _Segments, envelope: _Envelope) -> NDArray[np.bool_]:
    """Which segments come below the envelope of those of the same plane: at an end of theirs, or at
    a corner of that."""
    if not len(segments.owner):
        return np.zeros(0, dtype=bool)
    low = float(min(segments.s.min(), envelope.s.min()))
    wide = float(max(segments.s.max(), envelope.s.max())) - low + 1.0
    keys = envelope.whose * wide + (envelope.s - low)
    ends = segments.owner[:, None] * wide + (segments.s - low)
    below = np.zeros(len(segments.owner), dtype=bool)
    for k in (0, 1):
        below |= segments.t[:, k] < np.interp(ends[:, k], keys, envelope.t) - DEEP
    # two corners are at one place where an envelope jumps: both count
    near = 2.0 * APART + 4.0 * np.spacing(keys[-1])
    first = np.searchsorted(keys, ends[:, 0] - near)
    last = np.searchsorted(keys, ends[:, 1] + near, side="right")
    many = np.maximum(last - first, 0)
    which = np.repeat(np.arange(len(many)), many)
    corner = np.arange(len(which)) + np.repeat(first - (np.cumsum(many) - many), many)
    under = segments.over(which, envelope.s[corner]) < envelope.t[corner] - DEEP
    below[which[under]] = True
    return below


def _chain(envelope: _Envelope, chains: list[Chain], left: NDArray[np.bool_]) -> None:
    """Put envelopes into the chains of planes, but of those that are `left`."""
    before = (-1, -1, 0.0)  # whose the last corner is, the line after it, and how high it is
    done = ~left[envelope.whose]
    for k, x, y, (a, b) in zip(
        envelope.whose[done].tolist(), envelope.s[done].tolist(), envelope.t[done].tolist(),
        envelope.lines[done].tolist(), strict=True,
    ):  # fmt: skip
        if a < 0 and before[0] == k and abs(before[2] - y) <= APART:  # goes on from there
            chains[k][-1] = (x, y, before[1] != b)
        else:
            chains[k].append((x, y, True))
        before = (k, a if b < 0 else b, y)


def _envelope(segments: _Segments, own_s: Array) -> _Envelope:
    """The lower envelopes of segments in the order of their owners. Raises NotPlainError."""
    whole = np.unique(segments.owner)
    owner = np.concatenate([np.repeat(segments.owner, 2), np.repeat(whole, 4)])
    places = np.concatenate([segments.s.ravel(), own_s[whole].ravel()])
    order = np.lexsort((places, owner))
    owner, places = owner[order], places[order]
    wide = (owner[1:] == owner[:-1]) & (places[1:] - places[:-1] > APART)
    whose, a, b = owner[1:][wide], places[:-1][wide], places[1:][wide]
    stretch, s, t, lines = _corners(segments, _Over.of(segments, whose, a, b), a, b)
    return _Envelope(whose[stretch], s, t, lines)


@dataclass(frozen=True)
class _Over:
    """Which segments lie over which stretches: pairs, and where those of each stretch begin."""

    segment: Numbers
    starts: Numbers

    @classmethod
    def of(cls, segments: _Segments, whose: Numbers, a: Array, b: Array) -> _Over:
        """Of stretches from a to b along edges; segments in the order of their owners. Raises
        NotPlainError."""
        many = np.bincount(segments.owner, minlength=int(whose.max()) + 1)
        begin, own = (np.cumsum(many) - many)[whose], many[whose]
        stretch = np.repeat(np.arange(len(whose)), own)
        segment = np.arange(len(stretch)) + np.repeat(begin - (np.cumsum(own) - own), own)
        ends = segments.s[segment]
        over = (ends[:, 0] <= a[stretch] + APART) & (ends[:, 1] >= b[stretch] - APART)
        starts = np.searchsorted(stretch[over], np.arange(len(whose) + 1))
        if np.any(starts[1:] == starts[:-1]):
            raise NotPlainError  # a stretch without an end
        return cls(segment[over], starts)

    def least(self, segments: _Segments, which: Numbers, s: Array) -> tuple[Array, Numbers]:
        """Heights of the lowest segments over stretches `which` at places along, and which."""
        many = self.starts[which + 1] - self.starts[which]
        begin = np.cumsum(many) - many
        pairs = np.arange(int(many.sum())) + np.repeat(self.starts[which] - begin, many)
        heights = segments.over(self.segment[pairs], np.repeat(s, many))
        least = np.minimum.reduceat(heights, begin)
        at = np.flatnonzero(heights == np.repeat(least, many))
        _, first = np.unique(np.searchsorted(begin, at, side="right"), return_index=True)
        return least, self.segment[pairs[at[first]]]


def _corners(
    segments: _Segments, over: _Over, a: Array, b: Array
) -> tuple[Numbers, Array, Array, Numbers]:
    """Of the envelope over stretches from a to b, in their order: which stretch, how far along, how
    high, and the segments before and after, -1 for none. Raises NotPlainError."""
    which = np.arange(len(a))
    none = np.full(len(a), -1)
    inset = WITHIN * (b - a)
    low, high = a + inset, b - inset
    left, right = (over.least(segments, which, s)[1] for s in (low, high))
    found = [
        (which, a, segments.over(left, a), np.column_stack([none, left])),
        (which, b, segments.over(right, b), np.column_stack([right, none])),
    ]
    for _ in range(MOST_PARTINGS):
        parted = left != right
        which, left, right, low, high = (w[parted] for w in (which, left, right, low, high))
        if not len(which):
            break
        gap = segments.over(right, low) - segments.over(left, low)
        after = segments.over(left, high) - segments.over(right, high)
        part = np.clip(gap / np.maximum(gap + after, np.finfo(float).tiny), 0.0, 1.0)
        s = low + (high - low) * part
        t = segments.over(left, s)
        least, line = over.least(segments, which, s)
        plain = (least >= t - DEEP) | (line == left) | (line == right)
        found.append((which[plain], s[plain], t[plain],
                      np.column_stack([left, right])[plain]))  # fmt: skip
        split = ~plain
        which, left, right, low, high = (
            np.concatenate([p[split], q[split]])
            for p, q in ((which, which), (left, line), (line, right), (low, s), (s, high))
        )
    else:
        raise NotPlainError  # a stretch that is parted without end
    which, s, t, lines = (np.concatenate(parts) for parts in zip(*found, strict=True))
    order = np.lexsort((s, which))
    return which[order], s[order], t[order], lines[order]


def _cell(own: Sequence[float], top: Chain, high: float) -> list[tuple[float, float]] | None:
    """The ring between where a plane begins and the chain of its top, along and up; None for one
    that is the lowest nowhere. `own` are how far along the corners of its quad are. Raises
    NotPlainError for more than one ring."""
    left, right, upper_right, upper_left = own
    if not top:
        raise NotPlainError  # no room of its own

    def floor(s: float) -> float:
        if s < left:
            return high * (s - left) / (upper_left - left)
        return high * (s - right) / (upper_right - right) if s > right else 0.0

    ring: list[tuple[float, float]] = []
    begun = ended = False
    x, y, above = top[0][0], top[0][1], 0.0
    for s, t, bends in top:
        over = t - floor(s)
        if (above > 0.0) != (over > 0.0):
            part = above / (above - over)
            ring.append((x + (s - x) * part, y + (t - y) * part))
        if over > 0.0:
            if ended:
                raise NotPlainError  # the lowest on two stretches
            begun = True
            if bends:
                ring.append((s, t))
        elif begun:
            ended = True
        x, y, above = s, t, over
    if not begun:
        return None
    if ring[0][0] > left + APART or ring[-1][0] < right - APART:
        raise NotPlainError  # not all along its edge
    foot = [(left, 0.0), (right, 0.0)] if right - left > APART else [(left, 0.0)]
    return [*foot, *((s, t) for s, t in reversed(ring) if t > APART)]
