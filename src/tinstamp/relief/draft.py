"""Walls with draft: the far end of walls that lean by an angle, and what lies between it and the
face."""

from __future__ import annotations

import logging
from collections.abc import Hashable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.Geom import Geom_Surface

from tinstamp.artwork.insets import (
    Held,
    InsetError,
    Off,
    after_each,
    drawn_in,
    keeps_shape,
    rings,
    stepped,
)
from tinstamp.artwork.outline import Array, Region, fine_points
from tinstamp.chart.base import FaceChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.relief.heads import FlatCap, Head, Slanted, Square, Walls
from tinstamp.relief.surfaces import ReliefError

LOG = logging.getLogger("tinstamp.relief")
SPACE_STEP = 1e-4
"""mm; for slopes of the walls' end by differences"""
DEPTH_TRIES = 12
"""halvings of the search for the depth that walls with draft can have"""
LEVELS, WEIGHTS = np.array([0.1127016653792583, 0.5, 0.8872983346207417]), np.array([5, 8, 5]) / 18
"""Parts of the depth, and their weights, of a sum over it (Gauss-Legendre, three places)."""
BOWED_AT = np.linspace(0.0, 1.0, 9)
"""Parameters of pieces at which their walls are followed."""
EDGE_STEP = 0.5
"""mm to a side of the polygons that stand for outlines in a sum along them"""
OUTLINE_OFF = 1e-3
"""mm by which those are off curves"""
SMOOTH_TURN = 0.5
"""radians that polygons turn by at a place of a curve at most; more is a corner"""


@dataclass(frozen=True, eq=False)
class Drafted(Head):
    """The end `base` of walls, with the ink drawn in by what the walls lean.

    Attributes
    ----------
    slope : tangent of the angle off the direction of the walls. sign : 1 for raised, -1 for sunk.
    cap : the end where the outline is as drawn; None for the face.
    inwards : mm by which the walls stand within the outlines besides.
    """

    base: Head
    slope: float
    sign: float
    cap: Head | None = None
    inwards: float = 0.0

    @property
    def chart(self) -> FaceChart:  # type: ignore[override]
        return self.base.chart

    @property
    def on_face(self) -> bool:  # type: ignore[override]
        return self.base.on_face

    @property
    def over_foot(self) -> bool:  # type: ignore[override]
        return self.base.over_foot and self.inwards >= 0.0

    @property
    def turns(self) -> bool:
        """Its (u, v) go round with those of the face."""
        return isinstance(self.base, Square)

    @property
    def off(self) -> Off | None:
        """What its walls lean off, where that is one direction."""
        way = None
        if isinstance(self.base, Slanted):
            way = self.base.cast.against
        elif isinstance(self.base, FlatCap):
            way = self.base.along
        if way is None or not self.slope:
            return None
        x, y, z = (self.sign * way).tolist()
        return Off((x, y, z), self.slope)

    @property
    def foot(self) -> Head | None:
        return None if self.cap is None else replace(self, base=Square(self.chart, 0.0))

    def space(self, xy: Array) -> Array:
        return self.base.space(xy)

    def uv(self, xy: Array) -> Array:
        return self.base.uv(xy)

    def at(self, uv: Array) -> Array:
        return self.base.at(uv)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return self.base.surface(box, host)

    @property
    def flipped(self) -> bool:
        return self.base.flipped

    def directions(self, xy: Array) -> Array:
        return self.base.directions(xy)

    def inset(self, xy: Array) -> Array:
        """mm by which the ink is drawn in there."""
        return self.inset_at(xy, 1.0)

    def inset_at(self, xy: Array, part: float) -> Array:
        """mm by which it is drawn in at a part of the walls' height."""
        drawn = 0.0 if self.cap is None else self.cap.heights(xy)
        leans = self.slope * self.sign * (part * self.base.heights(xy) - drawn)
        return np.asarray(self.inwards + leans)

    def across(self, xy: Array) -> Array:
        """How places at the end move with the sheet, (..., 3, 2)."""
        if isinstance(self.base, Square):
            return self.chart.moves(xy, self.base.lift)
        steps = SPACE_STEP * np.eye(2)
        sides = [self.base.space(xy + d) - self.base.space(xy - d) for d in steps]
        return np.stack(sides, axis=-1) / (2.0 * SPACE_STEP)

    @property
    def alike_by(self) -> Hashable | None:
        """What two such ends have in common that are alike wherever they stand on a face; None
        where it depends on the place."""
        cap = self.cap
        if not isinstance(self.base, Square) or not (cap is None or isinstance(cap, Square)):
            return None
        return (
            self.base.lift,
            self.slope,
            self.sign,
            self.inwards,
            None if cap is None else cap.lift,
        )

    def volume(self, regions: Sequence[Region]) -> float:
        """Of walls that do not lean, less the wedge along them: for every level between the face
        and the end, what the outlines sweep on their way in, times the height there."""
        return self.base.volume(regions) - _swept(self, regions)


def drafted(head: Head, cap: Head, walls: Walls, sign: float) -> Head:
    """An end of walls with what those lean; `cap` is the end at the depth, `sign` 1 for raised and
    -1 for sunk."""
    if not walls.draft:
        return head
    return Drafted(head, walls.slope, sign, cap if walls.at_cap else None)


@dataclass(frozen=True)
class Slab:
    """Walls between two heights.

    Attributes
    ----------
    low, high : their ends there. places : for a sum over the height the part of it, mm by which
        the ink is drawn in there, and how much that counts. at, counts : the same places along the
        walls, 0 to 1, and their weights.
    corner, weight : of round walls, where their two sides would meet, and the weight there.
    """

    low: Drafted
    high: Drafted
    places: Sequence[tuple[float, float, float]]
    at: Sequence[float]
    counts: Sequence[float]
    corner: Drafted | None = None
    weight: float = 1.0

    def walls(self, ends: Sequence[Array]) -> list[Array]:
        """Where its walls really run, and how they go on, for every place, (2, n, k, 3) each,
        between where they begin and end, (n, k, 3), and where the sides of a round one meet."""
        found = []
        low, *middle, high = ends
        for t in self.at:
            if not middle:
                found.append(np.stack([(1.0 - t) * low + t * high, high - low]))
                continue
            # a conic and its derivative (Piegl and Tiller, The NURBS Book, 7.3, from memory)
            basis = np.array([(1 - t) ** 2, 2 * self.weight * t * (1 - t), t * t])
            slope = np.array([-2 * (1 - t), 2 * self.weight * (1 - 2 * t), 2 * t])
            poles = np.stack([low, middle[0], high])
            sum_, pace = basis.sum(), slope.sum()
            at = np.tensordot(basis / sum_, poles, 1)
            found.append(np.stack([at, (np.tensordot(slope, poles, 1) - pace * at) / sum_]))
        return found


def _swept(head: Drafted, regions: Sequence[Region]) -> float:
    """mm³ between walls that stand as drawn and such as lean, signed as the height."""
    none, full = (float(head.inset_at(np.zeros(2), part)) for part in (0.0, 1.0))
    foot = Drafted(Square(head.chart, 0.0), 0.0, head.sign, inwards=none)
    if isinstance(head.base, Square):
        levels, weights = LEVELS.tolist(), WEIGHTS.tolist()
        places = [(p, none + p * (full - none), w) for p, w in zip(levels, weights, strict=True)]
        return swept(Slab(foot, head, places, levels, weights), regions)
    return _swept_unevenly(head, regions)


def swept(slab: Slab, regions: Sequence[Region]) -> float:
    """mm³ between walls that stand as drawn and those of a slab, signed as the height."""
    ring, after, along, before = _sides(regions)
    most = max((abs(by) for _, by, _ in slab.places), default=0.0)
    if not most:
        return 0.0
    there = _Levels.between(slab.low, slab.high, ring)
    total = 0.0
    middle = (ring + ring[after]) / 2
    for part, by, weight in slab.places:
        inset = np.full(len(ring), by)
        step = _mitred(before, along, there, part, inset)
        aside = _Levels.between(slab.low, slab.high, middle + step / 2)
        total += weight * _quads(ring, after, step, aside.thick(part))
    if isinstance(slab.low.chart, PlaneChart):
        return total
    try:
        return total + _bowed(slab, regions)
    except InsetError as error:  # then the sum is held against them as it is
        LOG.info("walls could not be followed over their height: %s", error)
        return total


def _bowed(slab: Slab, regions: Sequence[Region]) -> float:
    """mm³ that walls sweep more than the sum over levels has, since they run straight (or as an
    arc) in space where the levels of a bent face do not: how far they are off it, times what they
    go on by, along their outlines."""
    roots, owner = _together([_pieces_of(region) for region in regions])
    every = np.arange(len(roots))

    def on(head: Drafted) -> Array:
        """Places of the pieces at an end of walls, (n, k, 3)."""
        return head.base.space(drawn_in(roots, owner, head).samples(every, BOWED_AT))

    low, high = slab.low.base, slab.high.base
    assert isinstance(low, Square) and isinstance(high, Square)
    heads = [slab.low, *((slab.corner,) if slab.corner is not None else ()), slab.high]
    ends = [on(head) for head in heads]
    total = 0.0
    for (part, by, _), count, (at, way) in zip(
        slab.places, slab.counts, slab.walls(ends), strict=True
    ):
        lift = low.lift + part * (high.lift - low.lift)
        off = at - on(replace(slab.low, base=Square(slab.low.chart, lift), inwards=by))
        area = np.cross(np.diff(at, axis=1), (way[:, 1:] + way[:, :-1]) / 2.0)
        total += count * float(((off[:, 1:] + off[:, :-1]) / 2.0 * area).sum())
    # along an outline and on towards the end of its walls: to the right of both it is without ink
    return -total


def _sides(
    regions: Sequence[Region],
) -> tuple[Array, NDArray[np.int_], Array, Array]:
    """The corners of all outlines as polygons, the number of the one after each, and the sides that
    leave and reach it, (n, 2) each."""
    rings = [_fine(o.beziers) for region in regions for o in region.outlines]
    ring = np.concatenate(rings)
    after = after_each(np.repeat(np.arange(len(rings)), [len(own) for own in rings]))
    along = ring[after] - ring
    before = np.empty_like(along)
    before[after] = along
    return ring, after, along, before


def _quads(ring: Array, after: NDArray[np.int_], step: Array, thick: Array) -> float:
    """What sides of polygons sweep as their corners move, times the thickness there."""
    moved = ring + step
    corners = np.stack([ring, ring[after], moved[after], moved], axis=1)
    x, y = corners[..., 0], corners[..., 1]
    area = (x * np.roll(y, -1, axis=1) - np.roll(x, -1, axis=1) * y).sum(axis=1) / 2
    return float((area + _beside_arcs(ring, after, step)) @ thick)


def _beside_arcs(ring: Array, after: NDArray[np.int_], step: Array) -> Array:
    """mm² that an arc sweeps more on its way in than its chord does, (n,).

    An arc of radius r that turns by t sweeps t (r d - d² / 2) as it is drawn in by d, and its
    chord, 2 r sin(t / 2) long, between mitres 2 r sin(t / 2) d - tan(t / 2) d² (plane geometry)."""
    side = ring[after] - ring
    long = np.maximum(np.linalg.norm(side, axis=1), 1e-300)
    turn = np.empty(len(ring))
    cross = side[:, 0] * side[after, 1] - side[:, 1] * side[after, 0]
    turn[after] = np.arctan2(cross, (side * side[after]).sum(axis=1))
    smooth = np.abs(turn) < SMOOTH_TURN
    both = np.maximum(smooth.astype(float) + smooth[after], 1.0)
    half = (np.where(smooth, turn, 0.0) + np.where(smooth, turn, 0.0)[after]) / both / 2.0
    inwards = (step + step[after]) / 2.0
    drawn = (side[:, 0] * inwards[:, 1] - side[:, 1] * inwards[:, 0]) / long
    wider = 1.0 / np.sinc(half / np.pi) - 1.0
    return np.asarray(long * drawn * wider + (np.tan(half) - half) * drawn**2)


def _swept_unevenly(head: Drafted, regions: Sequence[Region]) -> float:
    """The same where walls are not all as high."""
    ring, after, along, before = _sides(regions)
    there = _Levels.at(head, ring)
    # the middle of what is swept, over all levels, lies a third of the way in
    third = _mitred(before, along, there, 1.0, there.inset(1.0)) / 3
    aside = _Levels.at(head, (ring + ring[after]) / 2 + third)
    total = 0.0
    for level, weight in zip(LEVELS.tolist(), WEIGHTS.tolist(), strict=True):
        step = _mitred(before, along, there, level, there.inset(level))
        total += weight * _quads(ring, after, step, aside.thick(level))
    return total


def _fine(beziers: Array) -> Array:
    """Points of an outline, close along straight pieces too, (n, 2)."""
    points, _ = fine_points(beziers, OUTLINE_OFF)
    ring = shapely.segmentize(shapely.LinearRing(points), EDGE_STEP)
    return np.asarray(shapely.get_coordinates(ring)[:-1], dtype=float)


@dataclass(frozen=True, eq=False)
class _Levels:
    """Walls at all parts of their height over places of the sheet, asked once.

    Attributes
    ----------
    foot, far : (n, 3, 2) how places at the face and at the end move with the sheet. up : (n, 3)
        from the one to the other. none, full : (n,) mm by which the ink is drawn in at the two.
    normal : (n, 3) of the face. off : what the walls lean off.
    """

    foot: Array
    far: Array
    up: Array
    none: Array
    full: Array
    normal: Array
    off: Off | None = None

    @classmethod
    def at(cls, head: Drafted, xy: Array) -> _Levels:
        """Over places of the sheet, (n, 2)."""
        return cls(
            head.chart.jacobian(xy),
            head.across(xy),
            head.base.space(xy) - head.chart.to_space(xy),
            head.inset_at(xy, 0.0),
            head.inset_at(xy, 1.0),
            head.chart.normal(xy),
            head.off,
        )

    @classmethod
    def between(cls, low: Drafted, high: Drafted, xy: Array) -> _Levels:
        """Of a slab, over places of the sheet, (n, 2)."""
        up = high.base.space(xy) - low.base.space(xy)
        ends = (low.inset(xy), high.inset(xy))
        return cls(low.across(xy), high.across(xy), up, *ends, low.chart.normal(xy))

    def moves(self, part: float) -> Array:
        """(n, 3, 2) how places at a part of the height move with the sheet."""
        return np.asarray((1.0 - part) * self.foot + part * self.far)

    def inset(self, part: float) -> Array:
        """(n,) mm by which the ink is drawn in at a part of the height."""
        return np.asarray((1.0 - part) * self.none + part * self.full)

    def thick(self, part: float) -> Array:
        """(n,) mm³ between face and end for a mm² of the sheet, were all the height like there."""
        j = self.moves(part)
        side = np.cross(j[..., 0], j[..., 1])
        turned = np.sign((side * self.normal).sum(axis=1))
        return np.asarray((side * self.up).sum(axis=1) * turned)


def _mitred(before: Array, along: Array, there: _Levels, part: float, inset: Array) -> Array:
    """By how much the corners of a polygon move when its sides, (n, 2) each, are drawn in."""
    moves = there.moves(part)
    a, b = (stepped(side, moves, inset, there.off) for side in (before, along))
    cross = before[:, 0] * along[:, 1] - before[:, 1] * along[:, 0]
    size = np.linalg.norm(before, axis=1) * np.linalg.norm(along, axis=1)
    flat = np.abs(cross) <= 1e-6 * size
    safe = np.where(flat, 1.0, cross)
    off = b - a  # a + s before = b + t along
    s = (off[:, 0] * along[:, 1] - off[:, 1] * along[:, 0]) / safe
    return np.where(flat[:, None], (a + b) / 2, a + s[:, None] * before)


def check_draft(head: Drafted, regions: Sequence[Region], depth: float) -> None:
    """Raises ReliefError where walls with draft meet before their end, with the depth (mm) that
    they can have."""
    own = [_pieces_of(region) for region in regions]
    end = head if head.foot is None else head.foot
    assert isinstance(end, Drafted)
    try:
        if _whole(end, own, 1.0):
            return
        told = ""
    except InsetError as error:
        told = f" ({error})"
    low, high = 0.0, 1.0
    for _ in range(DEPTH_TRIES):
        middle = (low + high) / 2
        try:
            fits = _whole(end, own, middle)
        except InsetError:
            fits = False
        low, high = (middle, high) if fits else (low, middle)
    degrees = float(np.degrees(np.arctan(head.slope)))
    if head.cap is not None:
        raise ReliefError(
            f"with {degrees:.3g}° of draft the walls run into one another at the face{told}: less "
            f"than {low * degrees:.2g}° would do"
        )
    end_word = "cap" if head.sign > 0 else "floor"
    raise ReliefError(
        f"with {degrees:.3g}° of draft the walls meet before the {end_word}{told}: "
        f"{low * depth:.2f} mm is as deep as they go"
    )


def keeps_inset(head: Drafted, regions: Sequence[Region]) -> bool:
    """True when regions keep their shape where they are drawn in."""
    try:
        return _whole(head, [_pieces_of(region) for region in regions], 1.0)
    except InsetError:
        return False


Pieces = tuple[Array, NDArray[np.int_]]
"""The pieces of a region's outlines, (n, 4, 2), and which outline each is of."""


def _pieces_of(region: Region) -> Pieces:
    outlines = list(region.outlines)
    owner = np.repeat(np.arange(len(outlines)), [len(o.beziers) for o in outlines])
    return np.concatenate([o.beziers for o in outlines]), owner


def _whole(head: Drafted, own: Sequence[Pieces], part: float) -> bool:
    """True when every region keeps its shape at `part` of its draft, with the end of its walls as
    it is in its middle. Raises InsetError."""
    roots, owner = _together(own)
    counts = [len(beziers) for beziers, _ in own]
    middles = [(b.min(axis=(0, 1)) + b.max(axis=(0, 1))) / 2 for b, _ in own]
    each = Held.at(head, np.stack(middles)).of(np.repeat(np.arange(len(own)), counts))
    made = rings(drawn_in(roots, owner, each, part), owner)
    bounds = np.cumsum([0, *(outlines[-1] + 1 for _, outlines in own)])
    return keeps_shape([made[a:b] for a, b in pairwise(bounds.tolist())])


def _together(own: Sequence[Pieces]) -> Pieces:
    """The pieces of several regions, and which outline of all each is of."""
    firsts = np.cumsum([0, *(owner[-1] + 1 for _, owner in own[:-1])])
    owner = np.concatenate([at + first for first, (_, at) in zip(firsts, own, strict=True)])
    return np.concatenate([beziers for beziers, _ in own]), owner
