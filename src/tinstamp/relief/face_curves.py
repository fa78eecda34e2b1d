"""Artwork laid on a face as exact or closely fitted curves. NumPy only, vectorised.

For every piece of every outline: its control points in the face's (u, v), and the poles
of one Bézier in space on the face (the foot) and on the offset surface (the head). Where
the face is curved, the pieces in space interpolate the chart at Chebyshev points, so
that foot and head correspond point by point along the normal; so do those in (u, v) where
they are not an affine function of the sheet. Pieces that do not fit well enough at the
greatest degree are cut in halves until they do.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache
from math import comb
from typing import ClassVar, Protocol

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.insets import DrawnIn, Inset, InsetError, drawn_in
from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import FaceChart, Start, Straight
from tinstamp.chart.fitting import (
    CUBIC_DENSE,
    DEGREES,
    DENSE,
    FITS,
    fit_dense,
    fit_space,
    fit_uv,
    halves,
    raised,
    sampled,
)
from tinstamp.relief.creases import crossings, parted


class CurveError(ValueError):
    """Artwork that cannot be laid as it is; the general boolean may still do it."""


class StrayError(CurveError):
    """Curves, or facets, that come out off the face however finely they are parted."""

    def __init__(self) -> None:
        super().__init__("the face ends there, or bends too sharply for it")


def extent(laid: Sequence[FaceLoop], head: bool = False) -> tuple[Array, Array]:
    """Least and greatest (u, v) of loops, (2,) each; of their heads' where those differ."""
    points = np.concatenate(
        [p for loop in laid for p in (loop.head_uv if head and loop.head_uv else loop.uv)]
    )
    return points.min(axis=0), points.max(axis=0)


@dataclass(frozen=True)
class FaceLoop:
    """One outline on the face: n pieces, the first starting where the last one ends.

    Attributes
    ----------
    uv : n arrays (q + 1, 2), control points in the parameters of the surface.
    foot, head : n arrays (p + 1, 3), poles of the pieces at the two lifts; a piece has
        the same degree p in both.
    codes : (n,) `Straight` codes.
    outer : False for a counter.
    head_uv : as `uv`, on the head's surface, where that is not the same.
    source : (n,) the number of the outline's piece that each one is of.
    mids : for each piece its poles at the ends between, from the foot on.
    """

    uv: list[Array]
    foot: list[Array]
    head: list[Array]
    codes: NDArray[np.int_]
    outer: bool
    head_uv: list[Array] | None = None
    source: NDArray[np.int_] = field(default_factory=lambda: np.zeros(0, dtype=int))
    mids: list[tuple[Array, ...]] = field(default_factory=list)


RING_POINTS = 12
"""points to a curved piece of a ring: 0.001 mm off an arc of a millimetre that turns by 60°"""


def ring_of(loop: FaceLoop) -> Array:
    """A loop as a polygon in (u, v), (n, 2)."""
    parts = []
    for poles, code in zip(loop.uv, loop.codes.tolist(), strict=True):
        if code == Straight.FREE:
            parts.append(_bernstein(len(poles) - 1) @ poles)
        else:
            parts.append(poles[:1])
    return np.concatenate(parts)


@lru_cache(maxsize=32)
def _bernstein(degree: int) -> Array:
    """Weights of the poles of a Bézier at the points of a ring, without its end, (k, degree + 1).
    (Farin, Curves and Surfaces for CAGD, 4.1.)"""
    t = np.linspace(0.0, 1.0, RING_POINTS, endpoint=False)[:, None]
    i = np.arange(degree + 1)
    return np.array([comb(degree, k) for k in i]) * t**i * (1.0 - t) ** (degree - i)


WHOLE_TURN = 1e-9
"""Part of a turn that an outline may be longer than it."""
HALVINGS = 10
"""How often a piece may be cut in halves."""


@dataclass(frozen=True)
class _Pieces:
    """Pieces of all outlines, in order.

    Attributes
    ----------
    beziers : (n, 4, 2). straight : (n,). owner : (n,) index of each piece's outline.
    source : (n,) its own number there, before it was cut.
    insets : how they are at the two ends of walls, where those are drawn in.
    """

    beziers: Array
    straight: NDArray[np.bool_]
    owner: NDArray[np.int_]
    source: NDArray[np.int_]
    insets: tuple[Inset | None, ...] = (None, None)

    def halved(self, which: NDArray[np.bool_]) -> _Pieces:
        """Each of the marked pieces as two."""
        counts = np.where(which, 2, 1)
        parts: list[Array] = []
        for b, two in zip(self.beziers, which, strict=True):
            parts += halves(b, 0.5) if two else (b,)
        return _Pieces(
            np.stack(parts),
            np.repeat(self.straight, counts),
            np.repeat(self.owner, counts),
            np.repeat(self.source, counts),
            tuple(self._halved(k, which) for k in range(len(self.insets))),
        )

    def _halved(self, k: int, which: NDArray[np.bool_]) -> Inset | None:
        inset = self.insets[k]
        return None if inset is None else inset.halved(which)

    def at_ends(self, ends: tuple[Ends, ...]) -> _Pieces:
        """The same with how they are at drawn-in ends. Raises CurveError."""
        try:
            both = [
                drawn_in(self.beziers, self.owner, end) if isinstance(end, DrawnIn) else None
                for end in ends
            ]
        except InsetError as error:
            raise CurveError(str(error)) from error
        return replace(self, insets=tuple(both))

    def samples(self, which: NDArray[np.int_], k: int) -> Array:
        """(m, 25, 2) points of some of them at one of the ends, for a dense fit."""
        inset = self.insets[k]
        if inset is not None:
            return inset.samples(which, DENSE)
        return np.asarray(np.einsum("kj,njc->nkc", CUBIC_DENSE, self.beziers[which]))


class Ends(Protocol):
    """Where walls end (see `relief.heads.Head`)."""

    @property
    def on_face(self) -> bool: ...

    @property
    def turns(self) -> bool: ...

    def both(self, xy: Array) -> tuple[Array, Array]: ...

    def at(self, uv: Array) -> Array: ...


_Piece = tuple[Array, Array, Array, Array, tuple[Array, ...]]
"""A piece's control points in (u, v), its poles at both ends of the walls, its control points in
the (u, v) of the head where that has its own, and its poles at the ends between."""
NO_UV = np.zeros((0, 2))
FITS_WITHIN = 4e-8
"""mm; the curve in space and that in (u, v) may both stray, and not by the kernel's tolerance"""


def face_loops(
    regions: Sequence[Region],
    chart: FaceChart,
    low: float,
    high: float,
    start: Start | None = None,
    foot_end: Ends | None = None,
    head_end: Ends | None = None,
    mid_ends: Sequence[Ends] = (),
) -> list[list[FaceLoop]]:
    """Lay regions between the lifts `low` and `high` (mm); a list of loops per region.

    With `head_end` the walls end there, and with `foot_end` they begin there; `mid_ends` lie
    between. `start` is
    where u and v begin on a closed face. Raises CurveError when a region crosses a seam there, or
    strays from the face.
    """
    if not regions:
        return []
    ends: tuple[Ends, ...] | None = None
    if head_end is not None:
        ends = (foot_end or _OnFace(chart), *mid_ends, head_end)
    cut = _at_creases(_pieces(regions, chart), chart)
    pieces, done = _laid(cut if ends is None else cut.at_ends(ends), chart, low, high, ends)
    uv, foot, head, own_uv, mids = (list(row) for row in zip(*done, strict=True))
    head_uv = None if ends is None else own_uv
    codes = np.where(pieces.straight, chart.straight(pieces.beziers), Straight.FREE)
    if head_end is not None:
        codes[:] = Straight.FREE
    laid: list[list[FaceLoop]] = []
    for spans in _spans(regions, pieces):
        turn = np.zeros(2)
        if foot_end is None or foot_end.turns:
            turn = turned(uv[spans[0]], chart.ground, start)
            if head_uv and head_end and head_end.on_face and chart.ground.own_start:
                own = slice(spans[0].start, spans[-1].stop)
                head_uv[own] = [p + turn for p in head_uv[own]]
        laid.append(
            [
                FaceLoop(
                    [p + turn for p in uv[s]],
                    foot[s],
                    head[s],
                    codes[s],
                    i == 0,
                    None if head_uv is None else head_uv[s],
                    pieces.source[s],
                    mids[s] if mid_ends else [],
                )
                for i, s in enumerate(spans)
            ]
        )
    return laid


def _laid(
    pieces: _Pieces, chart: FaceChart, low: float, high: float, ends: tuple[Ends, ...] | None
) -> tuple[_Pieces, list[_Piece]]:
    """Pieces on the face, those that stray cut in halves until they do not. Raises CurveError."""
    done: list[_Piece | None] = [None] * len(pieces.beziers)
    for _ in range(HALVINGS):
        left = np.array([k for k, piece in enumerate(done) if piece is None])
        beziers = pieces.beziers[left]
        found = (
            _fitted(beziers, chart, low, high)
            if ends is None
            else _between(pieces, left, chart, ends)
        )
        for k, piece in zip(left.tolist(), found, strict=True):
            done[k] = piece
        whole = [piece for piece in done if piece is not None]
        if len(whole) == len(done):
            return pieces, whole
        pieces = pieces.halved(np.array([piece is None for piece in done]))
        done = [one for p in done for one in ((None, None) if p is None else (p,))]
    raise StrayError


def _pieces(regions: Sequence[Region], chart: FaceChart) -> _Pieces:
    """All outlines in pieces that one polynomial may cover."""
    outlines = [outline for region in regions for outline in region.outlines]
    cut = [_split(o.beziers, o.straight, chart.max_span) for o in outlines]
    return _Pieces(
        np.concatenate([beziers for beziers, _, _ in cut]),
        np.concatenate([straight for _, straight, _ in cut]),
        np.repeat(np.arange(len(cut)), [len(beziers) for beziers, _, _ in cut]),
        np.concatenate([source for _, _, source in cut]),
    )


def _at_creases(pieces: _Pieces, chart: FaceChart) -> _Pieces:
    """Pieces cut where the curvature of the face jumps: one polynomial does not go over that."""
    cuts = crossings(pieces.beziers, chart)
    if not cuts:
        return pieces
    counts = np.ones(len(pieces.beziers), dtype=int)
    parts: list[Array] = []
    for k, bezier in enumerate(pieces.beziers):
        found = parted(bezier, cuts.get(k, ()))
        counts[k] = len(found)
        parts += found
    return _Pieces(
        np.stack(parts),
        np.repeat(pieces.straight, counts),
        np.repeat(pieces.owner, counts),
        np.repeat(pieces.source, counts),
    )


def _spans(regions: Sequence[Region], pieces: _Pieces) -> Iterator[list[slice]]:
    """For each region, which pieces each of its outlines has."""
    count = sum(len(region.outlines) for region in regions)
    ends = np.searchsorted(pieces.owner, np.arange(count + 1))
    k = 0
    for region in regions:
        yield [slice(ends[k + i], ends[k + i + 1]) for i in range(len(region.outlines))]
        k += len(region.outlines)


@dataclass(frozen=True)
class _OnFace:
    """Walls that begin on the face itself."""

    chart: FaceChart
    on_face: ClassVar[bool] = True
    turns: ClassVar[bool] = True

    def both(self, xy: Array) -> tuple[Array, Array]:
        return self.chart.on_face(xy)

    def at(self, uv: Array) -> Array:
        return self.chart.ground.uv_lifter(uv)(0.0)


def _between(
    pieces: _Pieces, which: NDArray[np.int_], chart: FaceChart, ends: tuple[Ends, ...]
) -> list[_Piece | None]:
    """Pieces whose walls run from one end to another; None for those that stray."""
    found: list[_Piece | None] = []
    every = [_end(pieces.samples(which, k), chart, end) for k, end in enumerate(ends)]
    for own in zip(*every, strict=True):
        fitted = [one for one in own if one is not None]
        if len(fitted) < len(own):
            found.append(None)
            continue
        degree = max(len(poles) for _, poles in fitted) - 1
        foot, *mids, head = (raised(poles, degree) for _, poles in fitted)
        found.append((fitted[0][0], foot, head, fitted[-1][0], tuple(mids)))
    return found


def _end(at: Array, chart: FaceChart, end: Ends) -> list[tuple[Array, Array] | None]:
    """Control points in (u, v) and poles in space of every piece at one end of the walls, from its
    points on the sheet, (n, 25, 2); None for those that stray."""
    found: list[tuple[Array, Array] | None] = [None] * len(at)
    space, uv = end.both(at)
    _check_ends(space)
    left = np.arange(len(at))
    allowed = max(chart.fineness, FITS_WITHIN)
    for p in DEGREES:
        a, _, stray = fit_dense(space[left], p)
        b, flat, _ = fit_dense(uv[left], p)
        off = np.linalg.norm(end.at(flat) - space[left], axis=-1)
        fits = np.maximum(stray, np.nan_to_num(off, nan=np.inf).max(axis=1)) <= allowed
        for k in np.flatnonzero(fits):
            found[left[k]] = (b[k], a[k])
        left = left[~fits]
        if not len(left):
            break
    return found


def turned(uv: Sequence[Array], chart: FaceChart, start: Start | None) -> Array:
    """What to add to (u, v) on a face that closes, so that the outline lies within one turn from
    where they begin."""
    own = start or chart.own_start
    found = np.zeros(2)
    for k, turn in enumerate(chart.rounds):
        if turn is not None and (own is not None or k == 1):
            found[k] = _lap([p[:, k] for p in uv], None if own is None else own[k], turn)
    return found


def _lap(values: Sequence[Array], begin: float | None, turn: float) -> float:
    """Whole turns to add to values so that they lie within one from where it begins, or begin
    within the first where there is no seam."""
    least, greatest = min(float(v.min()) for v in values), max(float(v.max()) for v in values)
    start = 0.0 if begin is None else begin
    within = WHOLE_TURN * turn  # what goes all the way round just fits
    shift = -turn * np.floor((least - start + within) / turn)
    if begin is not None and greatest + shift > start + turn + within:
        raise CurveError("the artwork crosses the seam of the face")
    return float(shift)


def _split(
    beziers: Array, straight: NDArray[np.bool_], longest: float
) -> tuple[Array, NDArray[np.bool_], NDArray[np.int_]]:
    """Cut pieces that run further than `longest` along x into equal parts; with the number
    of the piece that each is of."""
    numbers = np.arange(len(beziers))
    if not np.isfinite(longest):
        return beziers, straight, numbers
    runs = beziers[..., 0].max(axis=1) - beziers[..., 0].min(axis=1)
    counts = np.maximum(1, np.ceil(runs / longest).astype(int))
    if counts.max() == 1:
        return beziers, straight, numbers
    parts = [part for b, n in zip(beziers, counts, strict=True) for part in _cut(b, int(n))]
    return np.stack(parts), np.repeat(straight, counts), np.repeat(numbers, counts)


def _cut(bezier: Array, count: int) -> list[Array]:
    parts = []
    rest = bezier
    for left in range(count, 1, -1):
        first, rest = halves(rest, 1.0 / left)
        parts.append(first)
    return [*parts, rest]


def _fitted(beziers: Array, chart: FaceChart, low: float, high: float) -> list[_Piece | None]:
    """Control points in (u, v) and poles at the two lifts of every piece; None for those that
    stray.

    Exact cubics on a flat face, elsewhere the lowest degree that keeps within a hair of the
    chart at both lifts.
    """
    if chart.evenly_curved and chart.curvature() == (0.0, 0.0):
        foot, head = chart.to_space(beziers, low), chart.to_space(beziers, high)
        return [(*own, NO_UV, ()) for own in zip(chart.to_uv(beziers), foot, head, strict=True)]
    found: list[_Piece | None] = [None] * len(beziers)
    affine = chart.to_uv(beziers) if chart.affine else None
    left = np.arange(len(beziers))
    for p in DEGREES:
        fit = FITS[p]
        samples = sampled(beziers[left], chart, fit)
        a, stray = fit_space(samples, low, fit)
        b, stray_b = fit_space(samples, high, fit)
        stray = np.maximum(stray, stray_b)
        if affine is None:
            c, stray_c = fit_uv(samples, chart, (low, high), fit)
            stray = np.maximum(stray, stray_c)
        fits = stray <= chart.fineness
        for k in np.flatnonzero(fits):
            uv = c[k] if affine is None else affine[left[k]]
            found[left[k]] = (uv, a[k], b[k], NO_UV, ())
        left = left[~fits]
        if not len(left):
            break
        _check_ends(samples.uv[~fits])
    return found


def _check_ends(at: Array) -> None:
    """Of pieces that do not fit, at places (n, k, c) from end to end: one that begins or ends where
    there is no face does so however often it is halved. Raises CurveError."""
    if not np.isfinite(at[:, [0, -1]]).all():
        raise CurveError("part of the outline misses the face")
