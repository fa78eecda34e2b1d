"""Uniting contours that overlap into clean regions, in font units near the origin.

The union itself is Skia's (single precision, so contours are moved to the origin
first); quadratic runs become fewer cubics with fontTools' qu2cu.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np
import pathops
from fontTools.qu2cu import quadratic_to_curves
from numpy.typing import NDArray

from tinstamp.artwork.outline import (
    Array,
    Outline,
    Region,
    area_of,
    evaluate,
    fine_points,
    line,
    nest,
    quadratic,
    same,
)


class UnionError(ValueError):
    """Outlines that Skia cannot unite; the message is for the designer."""


Point = tuple[float, float]
Command = tuple[str, tuple[Point, ...]]
Contour = list[Command]
"""M, L, Q or C commands with their points, in font units; closed by itself."""

MERGE_ERROR = 1e-3
"""mm; largest move when runs of quadratics become fewer cubics."""
COARSEST_OF_EM = 1 / 4000
"""The same as a part of the em, for very small letters."""

LINE_OF_EM = 1 / 20000
"""A curve that bends less than this, in em, is a line."""

SPECK_OF_EM = 1 / 2000
"""Segments shorter than this, in em, come from rounding and are closed up."""


def merge_error(em: float) -> float:
    """The largest move as a part of the em, for an em of that many mm.

    Rounded down to a power of two, so that sizes alike share their outlines.
    """
    return min(COARSEST_OF_EM, 2.0 ** np.floor(np.log2(MERGE_ERROR / em)))


def unite(
    contours: Iterable[Contour], units: float, error: float, letters: tuple[int, ...] = ()
) -> list[Region]:
    """Unite contours (non-zero rule) into regions, in the same units.

    `units` is the size of the em: tolerances follow it; `error` is the largest move, as
    a part of the em, when curves are merged.
    """
    contours = list(contours)
    if not contours:
        return []
    points = np.array([p for contour in contours for _, ps in contour for p in ps])
    centre = np.round((points.min(axis=0) + points.max(axis=0)) / 2)
    path = pathops.Path(fillType=pathops.FillType.WINDING)
    for contour in contours:
        feed(path, contour, centre)
    try:
        path.simplify(fix_winding=True, keep_starting_points=False)
    except pathops.PathOpsError as lost:
        raise UnionError("its outlines cannot be united") from lost
    return chained(path, units, error, centre, letters)


def chained(
    path: pathops.Path, units: float, error: float, centre: Array, letters: tuple[int, ...] = ()
) -> list[Region]:
    """The regions of a united path that was drawn with `centre` as its origin."""
    outlines = [
        outline
        for chain in chains(path)
        if (outline := _outline(chain, units, error * units, centre)) is not None
    ]
    return nest(outlines, letters)


def merge_limit(size: float) -> float:
    """`merge_error` of a drawing whose largest side has that many mm."""
    return min(COARSEST_OF_EM, MERGE_ERROR / size)


def feed(path: pathops.Path, contour: Contour, centre: Array, close: bool = True) -> None:
    """Draw a contour into a path, moved so that `centre` is the origin."""
    for verb, points in contour:
        moved = [(x - centre[0], y - centre[1]) for x, y in points]
        if verb == "M":
            path.moveTo(*moved[0])
        elif verb == "L":
            path.lineTo(*moved[0])
        elif verb == "Q":
            path.quadTo(*moved[0], *moved[1])
        else:
            path.cubicTo(*moved[0], *moved[1], *moved[2])
    if close:
        path.close()


Piece = tuple[Point, ...]
"""A segment with its start: 2 points a line, 3 a quadratic, 4 a cubic."""


def chains(path: pathops.Path) -> Iterable[list[Piece]]:
    """The closed runs of a path, piece by piece."""
    chain: list[Piece] = []
    start = at = (0.0, 0.0)
    for verb, points in path:
        if verb == pathops.PathVerb.MOVE:
            start = at = points[0]
            chain = []
        elif verb == pathops.PathVerb.CLOSE:
            if at != start:
                chain.append((at, start))
            if chain:
                yield chain
            chain = []
        else:
            chain.append((at, *points))
            at = points[-1]


def _outline(chain: list[Piece], units: float, error: float, centre: Array) -> Outline | None:
    chain = _without_specks(chain, SPECK_OF_EM * units)
    if len(chain) < 2:
        return None
    beziers: list[Array] = []
    straight: list[bool] = []
    for run in _runs(chain):
        for piece in _fewer(run, error):
            is_line = len(piece) == 2 or _is_straight(piece, LINE_OF_EM * units)
            beziers.append(piece_cubic((piece[0], piece[-1]) if is_line else piece))
            straight.append(is_line)
    outline = Outline(np.stack(beziers) + centre, np.array(straight))
    # less than a speck of ink: what rounding left behind
    return outline if abs(outline.area) > (SPECK_OF_EM * units) ** 2 * 4 else None


def _without_specks(chain: list[Piece], least: float) -> list[Piece]:
    """Drop segments that are shorter than `least`, moving the next start to close up."""
    kept: list[Piece] = []
    for piece in chain:
        if same(piece[0], piece[-1], least) and _reach(piece) <= 2 * least:
            continue
        if kept and kept[-1][-1] != piece[0]:
            piece = (kept[-1][-1], *piece[1:])
        kept.append(piece)
    if kept and kept[-1][-1] != kept[0][0]:
        kept[-1] = (*kept[-1][:-1], kept[0][0])
    return kept


def _reach(piece: Piece) -> float:
    points = np.array(piece)
    return float(np.max(points.max(axis=0) - points.min(axis=0)))


def _runs(chain: list[Piece]) -> Iterable[list[Piece]]:
    """Runs of neighbouring quadratics together, everything else by itself."""
    run: list[Piece] = []
    for piece in chain:
        if len(piece) == 3:
            run.append(piece)
            continue
        if run:
            yield run
            run = []
        yield [piece]
    if run:
        yield run


def _fewer(run: list[Piece], error: float) -> Sequence[Piece]:
    if len(run) < 2:
        return run
    merged: Sequence[Piece] = quadratic_to_curves(run, error, all_cubic=True)
    pieces: list[Piece] = []
    for spline in merged:
        points = [(float(x), float(y)) for x, y in spline]
        pieces.extend(tuple(points[i : i + 4]) for i in range(0, len(points) - 3, 3))
    return pieces


def _is_straight(piece: Piece, error: float) -> bool:
    points = np.array(piece)
    along = points[-1] - points[0]
    length = float(np.hypot(*along))
    if length == 0.0:
        return False
    offsets = points[1:-1] - points[0]
    off = np.abs(along[0] * offsets[:, 1] - along[1] * offsets[:, 0]) / length
    forward = offsets @ along / length**2
    return bool(off.max() < error and forward.min() >= 0 and forward.max() <= 1)


def piece_cubic(piece: Piece) -> Array:
    """A segment as a cubic, (4, 2)."""
    if len(piece) == 2:
        return line(*piece)
    if len(piece) == 3:
        return quadratic(*piece)
    return np.array(piece, dtype=float)


def mapped(contour: Contour, matrix: Array) -> Contour:
    """A contour in other coordinates: (2, 3), or (2, 2) about the origin."""
    (a, b, e), (c, d, f) = np.column_stack([matrix, np.zeros(2)])[:, :3].tolist()
    return [(verb, tuple((a * x + b * y + e, c * x + d * y + f) for x, y in ps))
            for verb, ps in contour]  # fmt: skip


def contours_of(path: pathops.Path) -> list[Contour]:
    """A path as contours; open ones are closed, as a fill does."""
    found: list[Contour] = []
    now: Contour = []
    for verb, points in path:
        if verb == pathops.PathVerb.MOVE:
            now = [("M", tuple(points))]
            found.append(now)
        elif verb != pathops.PathVerb.CLOSE:
            now.append((" LQC"[len(points)], tuple(points)))
    return [contour for contour in found if len(contour) > 1]


def polyline(contour: Contour, steps: int = 8) -> Array:
    """A contour in lines, (n, 2), each curve by that many."""
    return polylines([contour], steps)[0]


def polylines(contours: Sequence[Contour], steps: int = 8) -> list[Array]:
    """Contours in lines, as `polyline` has each, all at once."""
    made = [_pieces(contour) for contour in contours]
    cubics = np.concatenate([c for _, c, _ in made] or [np.zeros((0, 4, 2))])
    t = np.linspace(0.0, 1.0, steps + 1)[1:]
    points = evaluate(cubics, t)
    kept = np.ones((len(cubics), steps), dtype=bool)
    kept[np.concatenate([s for _, _, s in made] or [np.zeros(0, dtype=bool)]), :-1] = False
    ends = np.cumsum([len(c) for _, c, _ in made])
    found = []
    for (first, c, _), end in zip(made, ends.tolist(), strict=True):
        own = slice(end - len(c), end)
        found.append(np.vstack([first, points[own][kept[own]]]))
    return found


def fine_polylines(contours: Sequence[Contour], off: float) -> list[Array]:
    """Contours in lines, (n, 2) each, that stray from them by no more than `off`."""
    made = [_pieces(contour) for contour in contours]
    cubics = np.concatenate([c for _, c, _ in made] or [np.zeros((0, 4, 2))])
    points, counts = fine_points(cubics, off)
    last = np.concatenate([[0], np.cumsum(counts)])
    found = []
    at = 0
    for first, own, _ in made:
        low, high = last[at], last[at + len(own)]
        at += len(own)
        found.append(np.vstack([points[low:high], own[-1, 3]]) if len(own) else first[None])
    return found


def _pieces(contour: Contour) -> tuple[Array, Array, NDArray[np.bool_]]:
    """Where a contour begins, its pieces as cubics, (n, 4, 2), and which of them are straight."""
    begin = x, y = contour[0][1][-1]
    flat: list[tuple[float, ...]] = []  # plain numbers: an array for each costs ten times as much
    for verb, ps in contour[1:] if contour[0][0] == "M" else contour:
        u, v = ps[-1]
        if verb == "C":
            flat.append((x, y, *ps[0], *ps[1], u, v))
        else:
            a, b = ps[0] if verb == "Q" else ((x + u) / 2, (y + v) / 2)
            flat.append((x, y, (x + 2 * a) / 3, (y + 2 * b) / 3,
                         (u + 2 * a) / 3, (v + 2 * b) / 3, u, v))  # fmt: skip
        x, y = u, v
    verbs = [verb for verb, _ in contour[len(contour) - len(flat) :]]
    straight = np.array([verb in "ML" for verb in verbs], dtype=bool)
    return np.array(begin), np.array(flat).reshape(-1, 4, 2), straight


def area_and_way(contours: Sequence[Contour]) -> tuple[float, float]:
    """What contours enclose, counter-clockwise ones less clockwise ones, and how far it is along
    their poles at most; in their units."""
    cubics = np.concatenate([closed(contour) for contour in contours])
    way = float(np.linalg.norm(np.diff(cubics, axis=1), axis=2).sum())
    return area_of(cubics), way


def closed(contour: Contour) -> Array:
    """A contour as cubics, (n, 4, 2), with the line that closes it."""
    begin, cubics, _ = _pieces(contour)
    if not len(cubics):
        return np.zeros((0, 4, 2))
    return np.concatenate([cubics, line(cubics[-1, 3], begin)[None]])


def contour_of(outline: Outline) -> Contour:
    """An outline as drawing commands."""
    commands: Contour = [("M", (_pair(outline.beziers[0, 0]),))]
    for b, straight in zip(outline.beziers, outline.straight, strict=True):
        if straight:
            commands.append(("L", (_pair(b[3]),)))
        else:
            commands.append(("C", (_pair(b[1]), _pair(b[2]), _pair(b[3]))))
    return commands


def out_and_back(contour: Contour) -> Outline:
    """A line as an outline that runs along it and back, and encloses nothing."""
    _, cubics, straight = _pieces(contour)
    return Outline(
        np.concatenate([cubics, cubics[::-1, ::-1]]), np.concatenate([straight, straight[::-1]])
    )


def _pair(p: Array) -> tuple[float, float]:
    return float(p[0]), float(p[1])
