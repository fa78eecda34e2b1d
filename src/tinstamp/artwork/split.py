"""Regions parted along a line: what lies to its left and what to its right.

The line is a chain of cubic Bézier pieces, run on straight at both ends. Curves are cut where
they cross it, never drawn anew; the new pieces lie on the line itself and are marked.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Outline, Region, evaluate, inside, line

CURVE_BITS = 16
"""Straight bits that stand for a curved piece while crossings are looked for."""
LINE_BITS = 256
"""Straight bits, about, that stand for all of a line."""
BITS_STRAY = 0.01
"""mm that straight bits may be off their curves, and a little more."""
CROSSINGS_AGREE = 1e-9
"""mm; crossings nearer to one another than that are one."""
CROSSING_ROUNDS = 30
"""Times that crossings are looked for again where lines were cut."""


class SplitError(ValueError):
    """Artwork that cannot be parted there; the message is for the designer."""


@dataclass(frozen=True)
class Marks:
    """Which pieces of a region's outlines lie on a cut: an array for each outline, −1 for
    those that do not, else the number of the cut."""

    of: tuple[NDArray[np.int_], ...]


@dataclass(frozen=True)
class Part:
    """A region, or what is left of it, and which of its pieces are cuts.

    Attributes
    ----------
    source : the number of the region that it comes from.
    """

    region: Region
    marks: Marks
    source: int = 0

    @property
    def whole(self) -> bool:
        """True when nothing of it was cut."""
        return all((m < 0).all() for m in self.marks.of)

    def transformed(self, matrix: Array, shift: Array) -> Part:
        """An affine copy, as of a region."""
        back = np.linalg.det(matrix) < 0
        marks = tuple(m[::-1] if back else m for m in self.marks.of)
        return Part(self.region.transformed(matrix, shift), Marks(marks), self.source)


def uncut(region: Region, source: int = 0) -> Part:
    """A region before it is parted."""
    return Part(region, Marks(tuple(np.full(len(o), -1) for o in region.outlines)), source)


@dataclass(frozen=True)
class CutLine:
    """A line that parts a sheet.

    Attributes
    ----------
    beziers : (m, 4, 2) pieces, each beginning where the last one ended, mm.
    number : what its pieces are marked with.
    far : mm that it is run on at both ends.
    """

    beziers: Array
    number: int
    far: float = field(default=1e4)

    @cached_property
    def chain(self) -> Array:
        """The pieces with the two straight ends."""
        first, last = self.beziers[0], self.beziers[-1]
        before = first[0] - _unit(first[1] - first[0]) * self.far
        after = last[3] + _unit(last[3] - last[2]) * self.far
        return np.concatenate(
            [line(before, first[0])[None], self.beziers, line(last[3], after)[None]]
        )

    @cached_property
    def bits(self) -> tuple[Array, NDArray[np.int_], Array]:
        """Straight bits (n, 2, 2), the piece that each is of, and its parameters (n, 2)."""
        return _bits(self.chain, max(2, min(64, LINE_BITS // len(self.chain))))

    def side(self, points: Array) -> Array:
        """Distances (n,) from the line, positive to its left."""
        bits = self.bits[0]
        a, b = bits[:, 0], bits[:, 1]
        run = b - a
        off = points[:, None] - a
        t = np.clip((off * run).sum(-1) / (run * run).sum(-1), 0.0, 1.0)
        gap = np.linalg.norm(off - t[..., None] * run, axis=-1)
        nearest = np.argmin(gap, axis=1)
        at = np.arange(len(points))
        turn = run[nearest, 0] * off[at, nearest, 1] - run[nearest, 1] * off[at, nearest, 0]
        return np.asarray(np.sign(turn) * gap[at, nearest], dtype=float)

    def between(self, start: float, end: float) -> list[Array]:
        """The pieces from one place to another, a place being a piece's number and the
        parameter on it in one."""
        if end < start:
            return [piece[::-1] for piece in reversed(self.between(end, start))]
        found = []
        for k in range(int(start), min(int(end), len(self.chain) - 1) + 1):
            low, high = max(start - k, 0.0), min(end - k, 1.0)
            if high > low:
                found.append(part_of(self.chain[k], low, high))
        return found


def _unit(v: Array) -> Array:
    return np.asarray(v / np.linalg.norm(v), dtype=float)


def part_of(bezier: Array, low: float, high: float) -> Array:
    """The part of a cubic between two parameters, (4, 2), by its blossom."""

    def blossom(a: float, b: float, c: float) -> Array:
        p = bezier
        for t in (a, b, c):
            p = (1.0 - t) * p[:-1] + t * p[1:]
        return np.asarray(p[0], dtype=float)

    return np.stack(
        [
            blossom(low, low, low),
            blossom(low, low, high),
            blossom(low, high, high),
            blossom(high, high, high),
        ]
    )


def _bits(beziers: Array, steps: int) -> tuple[Array, NDArray[np.int_], Array]:
    t = np.linspace(0.0, 1.0, steps + 1)
    points = evaluate(beziers, t)
    count = len(beziers)
    ends = np.stack([points[:, :-1], points[:, 1:]], axis=2).reshape(-1, 2, 2)
    owner = np.repeat(np.arange(count), steps)
    spans = np.tile(np.stack([t[:-1], t[1:]], axis=1), (count, 1))
    return ends, owner, spans


@dataclass(frozen=True)
class _Arc:
    """Pieces of a loop between two crossings, or a whole loop.

    Attributes
    ----------
    start, end : places on the cut; None for a whole loop.
    """

    beziers: Array
    straight: NDArray[np.bool_]
    marks: NDArray[np.int_]
    left: bool
    start: float | None = None
    end: float | None = None


def split(part: Part, cut: CutLine) -> tuple[list[Part], list[Part]]:
    """What of a region lies to the left of a line and what to its right.

    Raises SplitError when an outline runs along the line.
    """
    off = cut.side(part.region.outer.points(CURVE_BITS))
    if np.abs(off).min() > BITS_STRAY and (np.sign(off) == np.sign(off[0])).all():
        return ([part], []) if off[0] > 0 else ([], [part])
    arcs = [
        arc
        for outline, marks in zip(part.region.outlines, part.marks.of, strict=True)
        for arc in _arcs(outline, marks, cut)
    ]
    if all(arc.start is None for arc in arcs) and len({arc.left for arc in arcs}) == 1:
        return ([part], []) if arcs[0].left else ([], [part])
    return _side(arcs, cut, True, part), _side(arcs, cut, False, part)


def _arcs(outline: Outline, marks: NDArray[np.int_], cut: CutLine) -> list[_Arc]:
    crossings = _crossings(outline.beziers, cut)
    count = len(outline)

    def run(start: float, end: float) -> tuple[Array, NDArray[np.bool_], NDArray[np.int_]]:
        pieces, which = [], []
        for k in range(int(np.floor(start)), int(np.ceil(end))):
            low, high = max(start - k, 0.0), min(end - k, 1.0)
            if high - low > 1e-12:
                bezier = outline.beziers[k % count]
                whole = low == 0.0 and high == 1.0
                pieces.append(bezier if whole else part_of(bezier, low, high))
                which.append(k % count)
        return np.stack(pieces), outline.straight[which], marks[which]

    if not crossings:
        return [_Arc(outline.beziers, outline.straight, marks, _left(outline.beziers, cut))]
    spans = []
    for k, (at, place) in enumerate(crossings):
        then, there = crossings[(k + 1) % len(crossings)]
        then = then if k + 1 < len(crossings) else then + count
        pieces = run(at, then)
        spans.append((at, place, then, there, _left(pieces[0], cut)))
    # where the outline only touches the line, both its neighbours lie on one side
    while len(spans) > 1:
        same = [k for k in range(len(spans)) if spans[k][4] == spans[k - 1][4]]
        if not same:
            break
        k = same[0]
        before, after = spans[k - 1], spans[k]
        start = before[0] - (count if k == 0 else 0)
        joined = (start, before[1], after[2], after[3], after[4])
        spans[k] = joined
        del spans[k - 1]
    if len(spans) == 1:
        return [_Arc(outline.beziers, outline.straight, marks, spans[0][4])]
    return [_Arc(*run(a, b), left, start, end) for a, start, b, end, left in spans]


def _left(beziers: Array, cut: CutLine) -> bool:
    """On which side pieces between two crossings lie: by the point that is furthest off."""
    points = evaluate(beziers, np.linspace(0.0, 1.0, 9)).reshape(-1, 2)
    off = cut.side(points)
    furthest = float(off[np.argmax(np.abs(off))])
    if abs(furthest) < 100 * CROSSINGS_AGREE:
        raise SplitError(
            "an outline runs along the line where two faces meet: move the artwork a little"
        )
    return furthest > 0


def _crossings(beziers: Array, cut: CutLine) -> list[tuple[float, float]]:
    """Where a loop meets the line: places on the loop, in order, and on the line."""
    ours, owner, span = _bits(beziers, CURVE_BITS)
    theirs, piece, reach = cut.bits
    found: list[tuple[float, float]] = []
    p, r = ours[:, 0][:, None], (ours[:, 1] - ours[:, 0])[:, None]
    q, s = theirs[:, 0][None], (theirs[:, 1] - theirs[:, 0])[None]
    det = r[..., 0] * s[..., 1] - r[..., 1] * s[..., 0]
    with np.errstate(divide="ignore", invalid="ignore"):
        off = q - p
        t = (off[..., 0] * s[..., 1] - off[..., 1] * s[..., 0]) / det
        w = (off[..., 0] * r[..., 1] - off[..., 1] * r[..., 0]) / det
    more_t = 0.5 + BITS_STRAY / np.maximum(np.linalg.norm(r, axis=-1), 1e-12)
    more_w = 0.5 + BITS_STRAY / np.maximum(np.linalg.norm(s, axis=-1), 1e-12)
    meet = (t >= -more_t) & (t <= 1 + more_t) & (w >= -more_w) & (w <= 1 + more_w)
    for i, j in zip(*np.nonzero(meet), strict=True):
        a = float(span[i, 0] + t[i, j] * (span[i, 1] - span[i, 0]))
        b = float(reach[j, 0] + w[i, j] * (reach[j, 1] - reach[j, 0]))
        exact = _met(beziers[owner[i]], cut.chain[piece[j]], a, b)
        if exact is not None:
            found.append((float(owner[i]) + exact[0], float(piece[j]) + exact[1]))
    found.sort()
    count = len(beziers)
    kept: list[tuple[float, float]] = []
    spots: list[Array] = []
    for at, place in found:
        k = min(int(place), len(cut.chain) - 1)
        spot = evaluate(cut.chain[k][None], np.array([place - k]))[0, 0]
        if any(np.linalg.norm(spot - s) < CROSSINGS_AGREE and _near(at, a, count) for s, (a, _) in
               zip(spots, kept, strict=True)):  # fmt: skip
            continue
        kept.append((at, place))
        spots.append(spot)
    return kept


def _near(a: float, b: float, count: int) -> bool:
    gap = abs(a - b)
    return min(gap, count - gap) < 0.5


def _met(a: Array, b: Array, t: float, s: float) -> tuple[float, float] | None:
    """The crossing of two cubics near given parameters, by Newton's method."""
    x = np.array([t, s])
    for _ in range(CROSSING_ROUNDS):
        pa, da = _point(a, x[0])
        pb, db = _point(b, x[1])
        matrix = np.stack([da, -db], axis=1)
        det = matrix[0, 0] * matrix[1, 1] - matrix[0, 1] * matrix[1, 0]
        if abs(det) < 1e-14 * (da @ da + db @ db):
            return None
        step = np.linalg.solve(matrix, pa - pb)
        x = x - np.clip(step, -0.2, 0.2)
        if np.abs(step).max() < 1e-14:
            break
    off = np.linalg.norm(_point(a, x[0])[0] - _point(b, x[1])[0])
    edge = 1e-10
    if off > CROSSINGS_AGREE or (x < -edge).any() or (x > 1 + edge).any():
        return None
    return float(np.clip(x[0], 0.0, 1.0)), float(np.clip(x[1], 0.0, 1.0))


def _point(bezier: Array, t: float) -> tuple[Array, Array]:
    """A point of a cubic and its derivative, (2,) each."""
    u = 1.0 - t
    p = u**3 * bezier[0] + 3 * u * u * t * bezier[1] + 3 * u * t * t * bezier[2] + t**3 * bezier[3]
    d = 3.0 * (
        u * u * (bezier[1] - bezier[0])
        + 2 * u * t * (bezier[2] - bezier[1])
        + t * t * (bezier[3] - bezier[2])
    )
    return p, d


def _side(arcs: Sequence[_Arc], cut: CutLine, left: bool, part: Part) -> list[Part]:
    """The parts on one side: arcs there, joined along the line where there is ink."""
    places = sorted(x for arc in arcs if arc.start is not None for x in (arc.start,))
    partner = {}
    for a, b in zip(places[::2], places[1::2], strict=True):
        partner[a], partner[b] = b, a
    loops: list[tuple[Outline, NDArray[np.int_]]] = []
    mine = [arc for arc in arcs if arc.left == left]
    by_start = {arc.start: arc for arc in mine if arc.start is not None}
    used: set[float] = set()
    for arc in mine:
        if arc.start is None:
            loops.append((Outline(arc.beziers, arc.straight), arc.marks))
            continue
        if arc.start in used:
            continue
        beziers: list[Array] = []
        straight: list[NDArray[np.bool_]] = []
        marks: list[NDArray[np.int_]] = []
        now = arc
        while now.start not in used:
            assert now.start is not None and now.end is not None
            used.add(now.start)
            there = partner[now.end]
            along = cut.between(now.end, there)
            along = _exactly(along, now.beziers[-1, 3], by_start[there].beziers[0, 0])
            beziers += [now.beziers, np.stack(along)]
            straight += [now.straight, np.array([is_straight(p) for p in along])]
            marks += [now.marks, np.full(len(along), cut.number)]
            now = by_start[there]
        loops.append(
            (Outline(np.concatenate(beziers), np.concatenate(straight)), np.concatenate(marks))
        )
    return _nested(loops, part)


def _exactly(along: list[Array], start: Array, end: Array) -> list[Array]:
    """Pieces that begin and end just where their neighbours do."""
    along = [piece.copy() for piece in along]
    along[0][0], along[-1][3] = start, end
    return along


def is_straight(p: Array) -> bool:
    """True for a cubic (4, 2) whose points lie on a line."""
    run = p[3] - p[0]
    off = (p[1:3] - p[0]) @ np.array([-run[1], run[0]])
    return bool(np.abs(off).max() <= 1e-9 * float(run @ run) ** 0.5)


def _nested(loops: Sequence[tuple[Outline, NDArray[np.int_]]], part: Part) -> list[Part]:
    outers = sorted((x for x in loops if x[0].area > 0), key=lambda x: x[0].area)
    holes: list[list[tuple[Outline, NDArray[np.int_]]]] = [[] for _ in outers]
    rings = [outer.points(CURVE_BITS) for outer, _ in outers]
    for loop in loops:
        if loop[0].area > 0:
            continue
        start = loop[0].beziers[0, 0]
        k = next((k for k, ring in enumerate(rings) if inside(start, ring)), None)
        if k is None:
            raise SplitError("an outline crosses the line where two faces meet more than once "
                             "at one place: move the artwork a little")  # fmt: skip
        holes[k].append(loop)
    return [
        Part(
            Region(outer, tuple(h for h, _ in own), part.region.letters),
            Marks((marks, *(m for _, m in own))),
            part.source,
        )
        for (outer, marks), own in zip(outers, holes, strict=True)
    ]
