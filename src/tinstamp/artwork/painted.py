"""What is painted, as regions that do not overlap: each path by its own rule, then all.

Skia unites, with true curves; whether it was right is told by Clipper, on fine polygons:
two libraries that share nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
import pathops
import pyclipper
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array, Outline, Region, nest, polygon
from tinstamp.artwork.unite import (
    SPECK_OF_EM,
    Contour,
    chained,
    contour_of,
    feed,
    fine_polylines,
    mapped,
    merge_limit,
)

EMS = (1000.0, 240.0, 613.0, 2371.0, 97.0)
"""Units for the largest side of the drawing that outlines are united in, tried in turn."""
TURNS = (0.1, 0.37, 0.83, 1.3, 0.61)
"""Radians by which it is turned meanwhile, when nothing else helps."""
LINES_STRAY = 1e-5
"""Part of the drawing's size that fine lines may be off."""
CLIPPER_UNITS = 2.0**24
"""Clipper's whole numbers for the largest side of a drawing."""
UNIONS_AGREE = 1e-3
"""Largest part of the painted area in which the two unions may differ."""
PIECE_LOST = 4e-4
"""Part of the drawing's size; where the unions differ over more than this across, a piece was
lost or made up."""
COVERED = 1e-4
"""Part of the drawing's size that a path lies within another at least to need no uniting."""
ALIKE_WRONG = 1.05
"""Unions that are off by no more than this many times one another are off alike."""
LARGEST_SHAPES = 48
"""Shapes, the largest first, that others may lie hidden under."""
MANY_PIECES = 4000
"""Pieces of one group of shapes, from which on its union is tried at two scales only."""
MOST_PIECES = 10_000
"""Pieces from which on it is not tried in curves, which takes long and mostly fails: such a group
is followed in fine lines."""
IN_LINES = "some of its curves could not be united and are followed in fine lines"
"""What is said of a drawing that is not wholly in curves."""
LARGEST_DRAWING = 1e5
"""mm; a drawing that is larger has no size that could be stamped."""


Rings = list[list[tuple[int, int]]]
"""Closed polygons in Clipper's whole numbers."""


class LogoError(ValueError):
    """A logo that cannot be read; the message is for the designer."""


@dataclass(frozen=True)
class Painted:
    """One path: its contours, whether it is filled even and odd or where it winds, and whether it
    was made here from a line that has a width."""

    contours: tuple[Contour, ...]
    even_odd: bool = False
    of_line: bool = False


def painted(region: Region) -> Painted:
    """A region as one path."""
    return Painted(tuple(contour_of(outline) for outline in region.outlines))


@dataclass(frozen=True)
class Joined:
    """All of several shapes."""

    parts: tuple[Shape, ...]


@dataclass(frozen=True)
class Within:
    """What of a shape lies in another."""

    shape: Shape
    only: Shape


@dataclass(frozen=True)
class Without:
    """What of a shape does not lie in another."""

    shape: Shape
    less: Shape


Shape = Painted | Joined | Within | Without
"""What is painted, by paths alone or by what clips and cuts them."""


def whole(
    shapes: Sequence[Shape], speck: float = 0.0, tries: int | None = None
) -> tuple[list[Region], str]:
    """Everything that is painted, united, mm; and words when that is not quite what is painted.
    Pieces of outlines shorter than `speck` mm are closed up; 0 for a part of the drawing's size.
    `tries` is at how many scales the union is tried at most.

    Skia's union loses a piece now and then where edges run on one another; so it is held
    against Clipper's, and where they differ it is tried again at another scale, and turned.
    Where none agrees, Clipper's own fine lines are taken. Raises LogoError.
    """
    points = _points(shapes)
    if not np.isfinite(points).all() or not len(points):
        raise LogoError("the file holds coordinates that are no numbers")
    low, size = points.min(axis=0), float(np.ptp(points, axis=0).max())
    if size <= 0 or size > LARGEST_DRAWING or np.abs(points).max() > 100 * LARGEST_DRAWING:
        raise LogoError(f"the drawing is {size:.3g} mm large: no size that could be stamped")
    sheet = _Sheet(low, size, speck=speck)
    found: list[Region] = []
    followed = False
    for group in _groups(shapes, sheet):
        regions, in_lines = _agreed(group, sheet, tries)
        found += regions
        followed = followed or in_lines
    off = IN_LINES if followed else ""
    return found, off


@dataclass(frozen=True)
class _Sheet:
    """Where a drawing begins and how large it is, mm; Clipper's whole numbers for its size; the
    smallest piece of an outline, mm, 0 for a part of the size. `made` holds what Clipper made of
    shapes so far, which are used again where they cut several others."""

    low: Array
    size: float
    units: float = CLIPPER_UNITS
    speck: float = 0.0
    made: dict[int, tuple[Shape, Rings]] = field(default_factory=dict, compare=False, repr=False)

    @property
    def em(self) -> float:
        """The size, mm, that small things are measured by when outlines are followed."""
        return min(self.size, self.speck / SPECK_OF_EM) if self.speck else self.size

    @property
    def fine(self) -> float:
        """Clipper's whole numbers for a mm."""
        return self.units / self.size


def covers(regions: Sequence[Region], contours: Sequence[Contour], moved: float) -> bool:
    """True when regions cover what contours wind round, but for what curves may be `moved`; Clipper
    tells. Raises pyclipper.ClipperException."""
    shape = Painted(tuple(contours))
    points = _points([shape])
    sheet = _Sheet(points.min(axis=0), float(np.ptp(points, axis=0).max()))
    expected = _clipped(shape, sheet)
    return _alike(expected, _differing(expected, regions, sheet), sheet, moved)


def rings_of(shape: Shape, low: Array, size: float, units: float) -> Rings:
    """A shape in fine lines by Clipper, in `units` for the drawing's size. Raises LogoError."""
    try:
        return _clipped(shape, _Sheet(low, size, units))
    except pyclipper.ClipperException as error:
        raise LogoError("its outlines cannot be united") from error


_TRIES = [
    *((em, 0.0, at_once) for em in EMS for at_once in (False, True)),
    *(
        (em, turn, at_once)
        for em, turn in zip(EMS, TURNS, strict=True)
        for at_once in (False, True)
    ),
]


def _tries(pieces: float) -> int:
    """How many of the tries are worth their time for so many pieces."""
    if pieces > MOST_PIECES:
        return 0
    return 4 if pieces > MANY_PIECES else len(_TRIES)


def _agreed(shapes: Sequence[Shape], sheet: _Sheet, tries: int | None) -> tuple[list[Region], bool]:
    """Shapes united by one library and agreed to by the other; True when in fine lines."""
    try:
        every = [ring for rings in _all_clipped(shapes, sheet) for ring in rings]
        expected = _combined(pyclipper.CT_UNION, every, [], pyclipper.PFT_NONZERO)
    except pyclipper.ClipperException as error:
        raise LogoError("its outlines cannot be united") from error
    plain = all(isinstance(s, Painted) and not s.even_odd for s in shapes)
    pieces = len(_points(shapes)) / 3
    off: list[float] = []
    best: tuple[float, list[Region]] | None = None
    for em, turn, at_once in _TRIES[: _tries(pieces)][:tries]:
        if at_once and not plain:
            continue
        try:
            found = _united(shapes, sheet, em, turn, at_once)
            differing = _differing(expected, found, sheet)
            if _alike(expected, differing, sheet):
                return found, False
        except (pathops.PathOpsError, pyclipper.ClipperException):
            continue  # one of them gives up at this scale: nothing is known to be right
        off.append(_area(differing))
        if best is None or off[-1] < best[0]:
            best = off[-1], found
        if len(off) > 3 and max(off[-4:]) < ALIKE_WRONG * min(off[-4:]):
            break  # the same at every scale: it is not the scale
    if best is not None:
        mixed = _mixed(expected, best[1], sheet)
        if mixed:
            return mixed, True
    return _in_lines(expected, sheet), True


def _mixed(expected: Rings, found: Sequence[Region], sheet: _Sheet) -> list[Region]:
    """The curves of one library where they are the loops of the other, that one's fine lines
    where they are not; none when even so they do not cover the same."""
    curves = [outline for region in found for outline in region.outlines]
    if not curves:
        return []
    fine = [outline.fine(LINES_STRAY * sheet.size) for outline in curves]
    corners = np.array([np.concatenate([q.min(axis=0), q.max(axis=0)]) for q in fine])
    boxes = shapely.box(*corners.T)
    areas = np.abs([outline.area for outline in curves])
    tree, free = shapely.STRtree(boxes), np.ones(len(curves), dtype=bool)
    moved = merge_limit(sheet.size) * sheet.size
    loops: list[Outline] = []
    for ring in expected:
        points = np.array(ring, dtype=float) / sheet.fine + sheet.low
        own = np.concatenate([points.min(axis=0), points.max(axis=0)])
        area = abs(pyclipper.Area(ring)) / sheet.fine**2
        along = float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())
        at = tree.query(shapely.box(*own))
        like = (
            free[at]
            & (np.abs(corners[at] - own).max(axis=1) <= PIECE_LOST * sheet.size)
            & (np.abs(areas[at] - area) <= UNIONS_AGREE * area + moved * along)
        )
        if like.any():
            k = int(at[like][np.argmin(np.abs(areas[at[like]] - area))])
            free[k] = False
            loops.append(curves[k])
        elif (lines := _lines(ring, sheet)) is not None:
            loops.append(lines)
    regions = nest(loops)
    try:
        agree = _alike(expected, _differing(expected, regions, sheet), sheet)
    except pyclipper.ClipperException:
        return []
    return regions if agree else []


def _lines(ring: list[tuple[int, int]], sheet: _Sheet) -> Outline | None:
    """A ring of Clipper's as an outline, mm; None when nothing is left of it."""
    points = np.array(ring, dtype=float) / sheet.fine + sheet.low
    fewer = shapely.LinearRing(points).simplify(LINES_STRAY * sheet.size)
    corners = shapely.get_coordinates(fewer)[:-1]
    return polygon(corners.tolist()) if len(corners) > 2 else None


def _alike(expected: Rings, differing: Rings, sheet: _Sheet, by: float = 0.0) -> bool:
    """True when two unions cover the same, but for slivers along their curves as wide as those
    may be moved when they are followed with fewer pieces, or `by` so much, mm."""
    moved = max(merge_limit(sheet.size), by / sheet.size) * CLIPPER_UNITS
    round_it = sum(float(np.hypot(*np.diff(_closed(ring), axis=0).T).sum()) for ring in expected)
    allowed = UNIONS_AGREE * max(_area(expected), 1.0) + moved * round_it
    if _area(differing) > allowed:
        return False
    thin = PIECE_LOST * CLIPPER_UNITS / 2
    offset = pyclipper.PyclipperOffset()
    for ring in differing:
        if np.ptp(np.array(ring), axis=0).min() > 2 * thin:
            offset.AddPath(ring, pyclipper.JT_SQUARE, pyclipper.ET_CLOSEDPOLYGON)
    return not offset.Execute(-thin)


def _closed(ring: list[tuple[int, int]]) -> Array:
    return np.array([*ring, ring[0]], dtype=float)


def _in_lines(rings: Rings, sheet: _Sheet) -> list[Region]:
    """Clipper's own union as regions, mm."""
    outlines = [_lines(ring, sheet) for ring in rings]
    return nest([outline for outline in outlines if outline is not None])


def _united(
    shapes: Sequence[Shape], sheet: _Sheet, em: float, turn: float, at_once: bool
) -> list[Region]:
    grow = em / sheet.size
    c, s = np.cos(turn), np.sin(turn)
    there = grow * np.array([[c, -s], [s, c]])
    back = np.array([[c, s], [-s, c]]) / grow
    moved = _points(shapes) @ there.T
    centre = np.round((moved.min(axis=0) + moved.max(axis=0)) / 2)
    if at_once:
        every = pathops.Path(fillType=pathops.FillType.WINDING)
        for shape in shapes:
            assert isinstance(shape, Painted)
            for contour in shape.contours:
                feed(every, mapped(contour, there), centre)
        every.simplify(fix_winding=True, keep_starting_points=False)
    else:
        made: dict[int, pathops.Path] = {}
        every = _joined([_drawn(shape, there, centre, made) for shape in shapes])
    regions = chained(every, sheet.em * grow, merge_limit(sheet.em), centre)
    return [r.transformed(back, np.zeros(2)) for r in regions]


def _joined(paths: Sequence[pathops.Path]) -> pathops.Path:
    every = pathops.Path(fillType=pathops.FillType.WINDING)
    for path in paths:
        for verb, ps in path:
            every.add(verb, *ps)
    every.simplify(fix_winding=True, keep_starting_points=False)
    return every


def _drawn(
    shape: Shape, there: Array, centre: Array, made: dict[int, pathops.Path]
) -> pathops.Path:
    """A shape as a path of Skia's that does not cross itself; what cuts several others is `made`
    once. Raises pathops.PathOpsError."""
    if id(shape) not in made:
        made[id(shape)] = _drawn_anew(shape, there, centre, made)
    return made[id(shape)]


def _drawn_anew(
    shape: Shape, there: Array, centre: Array, made: dict[int, pathops.Path]
) -> pathops.Path:
    if isinstance(shape, Joined):
        return _joined([_drawn(part, there, centre, made) for part in shape.parts])
    if isinstance(shape, Painted):
        rule = pathops.FillType.EVEN_ODD if shape.even_odd else pathops.FillType.WINDING
        one = pathops.Path(fillType=rule)
        for contour in shape.contours:
            feed(one, mapped(contour, there), centre)
        one.simplify(fix_winding=True, keep_starting_points=False)
        return one
    other = shape.only if isinstance(shape, Within) else shape.less
    how = pathops.PathOp.INTERSECTION if isinstance(shape, Within) else pathops.PathOp.DIFFERENCE
    first = _drawn(shape.shape, there, centre, made)
    second = _drawn(other, there, centre, made)
    return pathops.op(first, second, how, fix_winding=True, keep_starting_points=False)


def _groups(shapes: Sequence[Shape], sheet: _Sheet) -> list[list[Shape]]:
    """Shapes whose boxes meet, together: the union costs the square of what it is given. What
    lies wholly within another adds nothing and is left out."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    shapes = _uncovered(shapes, sheet)
    corners = [_points([shape]) for shape in shapes]
    low = np.array([points.min(axis=0) for points in corners])
    high = np.array([points.max(axis=0) for points in corners])
    boxes = shapely.box(low[:, 0], low[:, 1], high[:, 0], high[:, 1])
    pairs = shapely.STRtree(boxes).query(boxes, predicate="intersects")
    graph = coo_array((np.ones(pairs.shape[1]), pairs), shape=(len(shapes), len(shapes)))
    _, label = connected_components(graph, directed=False)
    groups: dict[int, list[Shape]] = {}
    for shape, k in zip(shapes, label.tolist(), strict=True):
        groups.setdefault(k, []).append(shape)
    return list(groups.values())


def _uncovered(shapes: Sequence[Shape], sheet: _Sheet) -> list[Shape]:
    """Shapes without those that lie well within what the largest of them cover together."""
    if len(shapes) <= LARGEST_SHAPES // 4:
        return list(shapes)
    boxes = np.array([_box(shape) for shape in shapes], dtype=object)
    order = np.argsort(-shapely.area(boxes), kind="stable")
    largest = set(order[:LARGEST_SHAPES].tolist())
    most = _all_clipped([shapes[k] for k in sorted(largest)], sheet)
    rings = [ring for found in most for ring in found]
    try:
        rings = _combined(pyclipper.CT_UNION, rings, [], pyclipper.PFT_NONZERO)
    except pyclipper.ClipperException:
        return list(shapes)
    inset = pyclipper.PyclipperOffset()
    inset.AddPaths(rings, pyclipper.JT_MITER, pyclipper.ET_CLOSEDPOLYGON)
    rings = [ring for ring in inset.Execute(-COVERED * CLIPPER_UNITS) if len(ring) > 2]
    corners = shapely.get_coordinates(boxes).reshape(len(boxes), -1, 2)
    inside = _lie_in(shapely.polygons((corners - sheet.low) * sheet.fine), rings)
    return [s for k, s in enumerate(shapes) if k in largest or not inside[k]]


def _lie_in(boxes: NDArray[np.object_], rings: Rings) -> NDArray[np.bool_]:
    """Which boxes lie in what rings enclose, even and odd."""
    if not rings:
        return np.zeros(len(boxes), dtype=bool)
    areas = np.array([shapely.Polygon(ring) for ring in rings], dtype=object)
    met = shapely.STRtree(shapely.boundary(areas)).query(boxes, predicate="intersects")[0]
    spots = shapely.points([shapely.get_coordinates(box)[0] for box in boxes])
    within = shapely.STRtree(areas).query(spots, predicate="within")[0]
    inside = np.bincount(within, minlength=len(boxes)) % 2 == 1
    inside[met] = False
    return inside


def _box(shape: Shape) -> shapely.Polygon:
    points = _points([shape])
    return shapely.box(*points.min(axis=0), *points.max(axis=0))


def _points(shapes: Sequence[Shape]) -> Array:
    flat: list[tuple[float, float]] = []
    waiting = list(shapes)
    while waiting:
        shape = waiting.pop()
        if isinstance(shape, Painted):
            flat += [p for contour in shape.contours for _, ps in contour for p in ps]
        elif isinstance(shape, Joined):
            waiting += shape.parts
        else:
            waiting.append(shape.shape)
    return np.array(flat, dtype=float).reshape(-1, 2)


def _all_clipped(shapes: Sequence[Shape], sheet: _Sheet) -> list[Rings]:
    """All of them by Clipper: lines for the curves of many paths are made at once."""
    plain = [s for s in shapes if isinstance(s, Painted) and id(s) not in sheet.made]
    lines = iter(fine_polylines([c for s in plain for c in s.contours], LINES_STRAY * sheet.size))
    for shape in plain:
        rings = [_ring(next(lines), sheet) for _ in shape.contours]
        sheet.made[id(shape)] = (shape, _filled(shape, rings))
    return [_clipped(shape, sheet) for shape in shapes]


def _filled(shape: Painted, rings: Rings) -> Rings:
    rule = pyclipper.PFT_EVENODD if shape.even_odd else pyclipper.PFT_NONZERO
    return _combined(pyclipper.CT_UNION, rings, [], rule)


def _clipped(shape: Shape, sheet: _Sheet) -> Rings:
    """The same by Clipper, in its whole numbers."""
    if id(shape) not in sheet.made:  # the shape is kept with it, so that its number stays its own
        sheet.made[id(shape)] = (shape, _clipped_anew(shape, sheet))
    return sheet.made[id(shape)][1]


def _clipped_anew(shape: Shape, sheet: _Sheet) -> Rings:
    if isinstance(shape, Painted):
        lines = fine_polylines(shape.contours, LINES_STRAY * sheet.size)
        return _filled(shape, [_ring(line, sheet) for line in lines])
    if isinstance(shape, Joined):
        every = [ring for part in shape.parts for ring in _clipped(part, sheet)]
        return _combined(pyclipper.CT_UNION, every, [], pyclipper.PFT_NONZERO)
    other = shape.only if isinstance(shape, Within) else shape.less
    kind = pyclipper.CT_INTERSECTION if isinstance(shape, Within) else pyclipper.CT_DIFFERENCE
    first = _clipped(shape.shape, sheet)
    parts = other.parts if isinstance(other, Joined) else (other,)
    second = [ring for part in parts for ring in _clipped(part, sheet)]
    return _combined(kind, first, second, pyclipper.PFT_NONZERO)


def _ring(points: Array, sheet: _Sheet) -> list[tuple[int, int]]:
    found: list[tuple[int, int]] = np.round((points - sheet.low) * sheet.fine).astype(int).tolist()
    return found


def _combined(kind: int, subject: Rings, clip: Rings, rule: int) -> Rings:
    """What Clipper makes of rings. Raises pyclipper.ClipperException when it gives up."""
    work = pyclipper.Pyclipper()
    added = 0
    for rings, role in ((subject, pyclipper.PT_SUBJECT), (clip, pyclipper.PT_CLIP)):
        for ring in rings:
            try:
                work.AddPath(ring, role, True)
                added += 1
            except pyclipper.ClipperException:
                continue  # fewer than three points apart: no area
    return list(work.Execute(kind, rule, rule)) if added else []


def _differing(expected: Rings, regions: Sequence[Region], sheet: _Sheet) -> Rings:
    mine = [_ring(o.fine(LINES_STRAY * sheet.size), sheet) for r in regions for o in r.outlines]
    return _combined(pyclipper.CT_XOR, expected, mine, pyclipper.PFT_NONZERO)


def _area(rings: Rings) -> float:
    """Of rings whose holes run the other way, in Clipper's units."""
    return abs(sum(pyclipper.Area(ring) for ring in rings))
