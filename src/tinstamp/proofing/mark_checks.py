"""The checks on marks that machines read: that they can be read, flat and on the part."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
import shapely

from tinstamp.artwork.drawn import flip_of
from tinstamp.artwork.machine_mark import JOINED, QUIET, cell_corners, draw_mark
from tinstamp.artwork.mark_reader import pictured, read_back
from tinstamp.artwork.outline import Array, Outline, Region, bounds_of, moved_as, polygon
from tinstamp.chart.base import Chart
from tinstamp.job.field import Wants
from tinstamp.job.limit import Limit
from tinstamp.job.model import Code
from tinstamp.plan.art import mark_spec
from tinstamp.proofing.check import Numbers, Subject, check, short_of
from tinstamp.proofing.finding import Finding, Remedy
from tinstamp.proofing.mark_cells import Contrast, contrast
from tinstamp.proofing.mark_view import Seen, camera, photographed
from tinstamp.proofing.remedies import SURE, depth_of, field_of
from tinstamp.setting.fit import ink

PARTS_A_PIECE = 6
"""Parts that a piece of an outline is looked at in."""
MOST_COPIES = 24
"""copies of a mark that are looked at"""
BRIDGES = 2 * JOINED**2 / 2
"""Part of a light cell that the bridges between dark ones at its four corners take."""
ZONE_SLACK = 0.02
"""Part of a quiet zone that may be missing: a pixel."""
FACES_US = 0.2
"""Cosine between a face and a camera below which the camera does not see it well."""


def _code(it: Subject) -> Code | None:
    drawn = it.planned.stamp.artwork
    return drawn if isinstance(drawn, Code) else None


def _read(it: Subject, code: Code, regions: tuple[Region, ...]) -> str | None:
    """What a reader makes of ink, the mark's quiet zone round it."""
    cell = it.planned.art.artwork("cell")
    picture = pictured(regions, cell, (QUIET[code.symbol] + 1) * cell, code.light)
    if it.planned.art.mirrored:
        picture = np.ascontiguousarray(picture[:, ::-1])
    return read_back(picture)


@check("unreadable mark", "artwork")
def unreadable_marks(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A machine-read mark that does not read back as its text from its flat artwork."""
    code, text = _code(it), it.planned.art.text
    if code is None or not it.planned.artwork.regions:
        return
    found = _read(it, code, it.planned.artwork.regions)
    if found != text:
        told = "cannot be read back" if found is None else f"reads back as “{found[:40]}”"
        yield Finding("fix", "unreadable mark", it.stamp,
                      f"the mark of “{text[:40]}” {told} from its flat artwork")  # fmt: skip


@check(
    "small cell",
    "artwork",
    Limit(
        "least_cell",
        "Cell of a mark",
        "0.25 mm",
        reason="readers do not tell smaller cells of a mark on a part from one another",
        source="GS1 General Specifications, direct part marking: from 0.254 mm; from memory",
    ),
)
def small_cells(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Cells of a machine-read mark that are too small."""
    if _code(it) is None:
        return
    cell, least = it.planned.art.artwork("cell"), limits["least_cell"]
    if short_of(cell, least):
        told = f"the cells are {cell:.2f} mm wide, limit {least:.2f} mm"
        yield Finding("fix", "small cell", it.stamp, told, cell, least, "mm",
                      remedies=field_of(it, "cell", "cells", least))  # fmt: skip


@check("quiet zone", "finished")
def quiet_zones(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A machine-read mark with too little bare face about it: an edge, a hole or another stamp."""
    code = _code(it)
    if code is None or code.light or it.finished is None or _out_of_sight(it):
        return
    quiet = QUIET[code.symbol] * it.planned.art.artwork("cell")
    bare = min((s.bare(code.symbol != "code_128") for s in _views(it, code)), default=quiet)
    if bare < quiet * (1.0 - ZONE_SLACK):
        told = (f"{bare:.2f} mm from the mark to the next edge, hole or stamp, its quiet zone "
                f"{quiet:.2f} mm")  # fmt: skip
        yield Finding("look", "quiet zone", it.stamp, told, bare, quiet, "mm")


@check("mark on its face", "finished")
def marks_on_their_face(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A machine-read mark that cannot be read from a picture of the finished part, square on."""
    code, text = _code(it), it.planned.art.text
    if code is None or it.finished is None:
        return
    copies = _copies(it)
    if _out_of_sight(it):
        told = "the mark reaches round its face: no camera sees it whole"
        yield Finding("fix", "mark on its face", it.stamp, told)
        return
    for k, seen in enumerate(_views(it, code)):
        picture = seen.picture(code.light)
        if it.planned.art.mirrored:
            picture = np.ascontiguousarray(picture[:, ::-1])
        found = read_back(picture)
        if found != text:
            which = f"copy {k + 1} of the mark" if len(copies) > 1 else "the mark"
            told = "cannot be read" if found is None else f"reads as “{found[:40]}”"
            yield Finding("fix", "mark on its face", it.stamp,
                          f"seen square on, {which} {told} on the finished part")  # fmt: skip
            return


@check(
    "contrast area",
    "finished",
    Limit(
        "least_contrast",
        "Part of a cell",
        "0.6",
        Wants("number", at_least=0.0),
        0.05,
        "a reader looks at the middle of each cell: so much of it has to show floor, or bare face",
    ),
)
def contrast_areas(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Cells of a machine-read mark of which walls or other ink leave too little in sight."""
    code, least = _code(it), limits["least_contrast"]
    if code is None or it.finished is None or _out_of_sight(it):
        return
    worst: tuple[float, int, Contrast] | None = None
    for k, seen in enumerate(_contrasts(it, code)):
        part = float(seen.shares.min())
        if short_of(part, worst[0] if worst else least):
            worst = part, k, seen
    if worst is None:
        return
    part, k, seen = worst
    row, column = seen.worst()
    inked = bool(seen.inked[row, column])
    what = "floor or cap" if inked else "bare face"
    many = int((seen.shares < least).sum())
    which = f" of copy {k + 1}" if len(_copies(it)) > 1 else ""
    told = (f"seen square on, {100 * part:.0f} % of a cell{which} shows its {what} (row {row + 1}, "
            f"column {column + 1}), limit {100 * least:.0f} %; {many} of {seen.shares.size} cells "
            "show too little")  # fmt: skip
    x, y = seen.middles[row, column].tolist()
    yield Finding("look", "contrast area", it.stamp, told, part, least, "of a cell", ((x, y),),
                  remedies=_shallower(it, part, least, inked))  # fmt: skip


def _shallower(it: Subject, part: float, least: float, inked: bool) -> tuple[Remedy, ...]:
    """A depth at which enough of a cell shows: what walls that lean or are seen from the side take
    of it grows with their depth, along one side or along all four."""
    joined = 0.0 if inked else BRIDGES
    lost, may = 1 - part - joined, 1 - least - joined
    if may <= 0 or part <= 0:
        return ()
    four = (1 - (1 - may) ** 0.5) / (1 - (1 - lost) ** 0.5)
    return depth_of(it, it.planned.depth * min(may / lost, four) / SURE)


def _contrasts(it: Subject, code: Code) -> Iterator[Contrast]:
    """What each copy of a mark shows, cell by cell."""
    assert it.finished is not None
    art, drawn = it.planned.art, it.planned.artwork.regions
    spec = mark_spec(art)
    flip = flip_of(draw_mark(spec), art.mirrored, art.upside_down)
    turned = art.mirrored or art.upside_down
    corners = cell_corners(spec)
    if turned:
        corners = corners * [flip.fx, flip.fy] + [flip.dx, flip.dy]
    corners = corners * art.growth
    middles = shapely.points(corners.mean(axis=2))
    inked = np.asarray(shapely.contains(shapely.union_all(ink(drawn)), middles), dtype=bool)
    for regions in _copies(it):
        cells = moved_as(corners, drawn[0], regions[0])
        yield contrast(it.finished, it.planned.chart, cells, inked)


def _out_of_sight(it: Subject) -> bool:
    """True for a mark that reaches so far round its face that no camera sees it whole."""
    return not it.planned.prisms and seen_square(it.planned.chart, _copies(it)[0]) is None


def _copies(it: Subject) -> list[tuple[Region, ...]]:
    """The regions of each copy of a mark, those that are looked at."""
    placed, each = it.planned.placed.regions, len(it.planned.artwork.regions)
    return [placed[k : k + each] for k in range(0, len(placed), each)][:MOST_COPIES]


def _views(it: Subject, code: Code) -> Iterator[Seen]:
    """Each copy of a mark as it is seen on the finished part."""
    assert it.finished is not None
    cell = it.planned.art.artwork("cell")
    around = (QUIET[code.symbol] + 1) * cell
    for regions in _copies(it):
        yield photographed(it.finished, it.planned.chart, regions, cell, around)


def seen_square(chart: Chart, regions: tuple[Region, ...]) -> tuple[Region, ...] | None:
    """Ink on a face as a camera sees it that is held square to its middle, far off; None when
    some of it is out of sight."""
    box = np.array(bounds_of(regions))
    middle = (box[:2] + box[2:]) / 2
    towards = np.asarray(chart.normal(middle[None]), dtype=float)[0]
    towards /= np.linalg.norm(towards)
    axes = camera(towards)[:, :2]
    found: list[Region] = []
    for region in regions:
        outlines = [_seen(chart, outline, axes, towards) for outline in region.outlines]
        if any(o is None for o in outlines):
            return None
        outer, *counters = (o for o in outlines if o is not None)
        found.append(Region(outer, tuple(counters), region.letters))
    return tuple(found)


def _seen(chart: Chart, outline: Outline, axes: Array, towards: Array) -> Outline | None:
    points = _fine(outline)
    facing = np.asarray(chart.normal(points), dtype=float) @ towards
    if facing.min() < FACES_US:
        return None
    return polygon(np.asarray(chart.to_space(points), dtype=float) @ axes)


def _fine(outline: Outline) -> Array:
    """Points along an outline, its lines parted too, so that they can bend with a face."""
    t = np.linspace(0.0, 1.0, PARTS_A_PIECE, endpoint=False)
    s = 1.0 - t
    basis = np.stack([s**3, 3 * s * s * t, 3 * s * t * t, t**3], axis=-1)
    return np.asarray(np.einsum("mj,njk->nmk", basis, outline.beziers).reshape(-1, 2), dtype=float)
