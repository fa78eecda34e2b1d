"""The checks of widths: strokes and gaps at the face and at the cap or floor, ribs that break off,
slots too deep for a cutter, corners that it does not reach, copies that run together.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.run import area_of_face
from tinstamp.job.field import Wants
from tinstamp.job.limit import Limit
from tinstamp.job.model import Code
from tinstamp.plan.planned import Planned
from tinstamp.plan.station import Path
from tinstamp.proofing.check import Numbers, Subject, check, short_of
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.remedies import depth_of, heavier, larger, spaced_out
from tinstamp.proofing.strokes import Ends, Width, widths_of
from tinstamp.setting.fit import ink

GAPS_AGREE = 1e-3
"""mm; gaps that differ by no more are told as one."""
LEAST_GAP = Limit("least_gap", "Gap", "0.2 mm", reason="a narrower gap closes up, or breaks out")
ROUND = 12
"""lines to a quarter of a cutter's circle"""
LEFT_OVER = 0.02
"""Of a cutter's radius: what it leaves in a corner that is not to be told."""
MOST_PLACES = 20
"""places that a finding points at"""
GAP_STEPS = 4.0
"""Points to a least gap along outlines: what is measured is then off by 1 % at most."""


_NORMALS: Kept[tuple[Array, Array]] = Kept(16)
_FACES: Kept[shapely.Geometry] = Kept(16)

IN_WITHIN = 1e-3
"""mm that the widest place of ink is known to"""


def _ends(it: Subject, depth: float) -> Ends | None:
    """Where the walls of a stamp's relief end, no numbers for ink that hangs over the face's edges;
    None where they run parallel."""
    item, chart = it.planned, it.planned.chart
    if item.relief.given.walls != "normal" or item.prisms or not depth or chart.kind == "flat":
        return None
    lift = depth if item.raised else -depth
    hangs = it.fit is not None and it.fit.off_area > 0.0 and isinstance(chart, FaceChart)
    path = _path(it, depth)

    def ends(points: Array) -> tuple[Array, Array]:
        foot, normal = _NORMALS.get(chart, points.tobytes(), lambda: _upright(chart, points))
        head = foot + lift * normal
        if path is not None:
            head = path.space(chart, points)
        if hangs:
            over = ~shapely.contains_xy(_face(chart), points[:, 0], points[:, 1])
            head = np.where(over[:, None], np.nan, head)
        return foot, head

    return ends


def _path(it: Subject, depth: float) -> Path | None:
    """The one way that letters of a depth take off their face; None where each has its own, and
    all end about as high, and for letters that stand upright."""
    paths = it.planned.ways
    return paths[0] if len(paths) == 1 and depth == it.planned.depth else None


def _face(chart: Chart) -> shapely.Geometry:
    assert isinstance(chart, FaceChart)
    return _FACES.get(chart, "face", lambda: area_of_face(chart.outline))


def _upright(chart: Chart, points: Array) -> tuple[Array, Array]:
    """Points of the sheet in space, mm, and the normals there, (n, 3) each: not with the depth."""
    foot, normal = chart.to_space(points), chart.normal(points)
    return np.asarray(foot, dtype=float), np.asarray(normal, dtype=float)


def _wider(item: Planned, depth: float, which: int) -> tuple[float, float]:
    """mm by which draft, and softened edges, make strokes (0) or gaps (1) wider at the face and at
    the far end."""
    inwards, outwards = item.leans(depth)
    sign, wider = 2.0 if which else -2.0, item.spreads
    return -sign * (outwards - wider), sign * (inwards - wider)


def _least(it: Subject, which: int) -> Width | None:
    """The least stroke (0) or gap (1); None without any."""
    groups = it.planned.by_depth()
    found = [
        widths_of(placed.regions)[which].narrowest(
            _ends(it, depth), _wider(it.planned, depth, which), _path(it, depth) is not None
        )
        for depth, placed in groups
    ]
    if which == 1 and len(groups) > 1:  # letters of other depths stand between
        found.append(widths_of(it.planned.placed.regions)[1].narrowest(None))
    known = [width for width in found if width is not None]
    return min(known, key=lambda width: width.least, default=None)


def _told(it: Subject, width: Width) -> str:
    """A width in words, with where it is narrowest."""
    if width.end >= width.width * 0.98:
        return f"{width.width:.2f} mm"
    end = "cap" if it.planned.raised else "floor"
    return f"{width.end:.2f} mm at its {end}, {width.width:.2f} mm at the face"


def _is_mark(it: Subject) -> bool:
    return isinstance(it.planned.stamp.artwork, Code)


@check(
    "thin stroke",
    "fitted",
    Limit("least_stroke", "Stroke", "0.25 mm", reason="a thinner stroke is not filled or cut"),
)
def thin_strokes(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Strokes too narrow to make, at the face, the cap or the floor; a mark's are its cells."""
    stroke, least = None if _is_mark(it) else _least(it, 0), limits["least_stroke"]
    if stroke is not None and short_of(stroke.least, least):
        told = f"thinnest stroke {_told(it, stroke)}, limit {least:.2f} mm"
        wider = heavier(it, stroke, least) + larger(
            it, least / max(stroke.least, 1e-6), letters=True
        )
        yield Finding("fix", "thin stroke", it.stamp, told, stroke.least, least, "mm", (stroke.at,),
                      remedies=wider, span=stroke.span)  # fmt: skip


@check("tight gap", "fitted", LEAST_GAP)
def tight_gaps(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Gaps within and between letters that are too narrow, at the face or at the cap or floor."""
    least = limits["least_gap"]
    seam, within = _over_the_seam(it), _least(it, 1)
    known = [gap for gap in (within, seam) if gap is not None]
    gap = min(known, key=lambda width: width.least, default=None)
    if gap is not None and short_of(gap.least, least):
        told = f"tightest gap {_told(it, gap)}, limit {least:.2f} mm"
        wider = () if gap is seam else (
            spaced_out(it, gap, least) + larger(it, least / max(gap.least, 1e-6)))  # fmt: skip
        yield Finding("look", "tight gap", it.stamp, told, gap.least, least, "mm", (gap.at,),
                      remedies=wider, span=gap.span)  # fmt: skip


def _over_the_seam(it: Subject) -> Width | None:
    """From the last letter all the way round to the first."""
    around, regions = it.planned.chart.all_round, it.planned.placed.regions
    if around is None or it.planned.all_round or (it.fit is not None and it.fit.too_long > 0):
        return None
    ours = shapely.MultiPolygon(ink(regions))
    line = shapely.shortest_line(ours, shapely.transform(ours, around.lap(1)))
    wide = float(shapely.length(line))
    (x, y), (to_x, to_y) = shapely.get_coordinates(line).tolist()
    return Width(wide, (x, y), wide, ((x, y), (to_x, to_y)))


@check("gap to another face", "finished", LEAST_GAP)
def gap_to_another_face(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Raised relief that comes close to a face before it, or beside it."""
    least, found = limits["least_gap"], it.behind
    if not it.planned.raised or found is None or found.face in it.comes_to:
        return
    edge = it.fit.edge if it.fit is not None else None
    nearer = edge is not None and found.distance < edge - GAPS_AGREE
    if nearer and short_of(found.distance, least):
        told = f"{found.distance:.2f} mm from its cap to “{found.face}”, limit {least:.2f} mm"
        yield Finding("look", "gap to another face", it.stamp, told, found.distance, least, "mm")


@check("gap to another stamp", "fitted", LEAST_GAP)
def gaps_to_others(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Gaps between this stamp's ink and another's that are too narrow to make, in space."""
    from scipy.spatial import cKDTree

    least = limits["least_gap"]
    touched = it.fit.touches if it.fit is not None else ()
    others = [o for o in it.near if o.name not in touched and o.placed.regions] if least else []
    mine = _in_space(it.planned, least) if others else (np.zeros((0, 2)), np.zeros((0, 3)))
    for other in others:
        theirs = _in_space(other, least)
        if not len(mine[0]) or not len(theirs[0]):
            continue
        away, _ = cKDTree(theirs[1]).query(mine[1], distance_upper_bound=least)
        k = int(np.argmin(away))
        if np.isfinite(away[k]):
            told = f"{away[k]:.2f} mm to the ink of “{other.name}”, limit {least:.2f} mm"
            x, y = mine[0][k].tolist()
            yield Finding("look", "gap to another stamp", it.stamp, told, float(away[k]), least,
                          "mm", ((x, y),))  # fmt: skip


def _in_space(item: Planned, least: float) -> tuple[Array, Array]:
    """Points along a stamp's outlines, a part of the least gap apart, on the sheet and in space."""
    rings = shapely.segmentize(
        [p.exterior for p in ink(item.placed.regions, 24)], least / GAP_STEPS
    )
    flat = shapely.get_coordinates(rings)
    space = np.asarray(item.chart.to_space(flat), dtype=float)
    there = np.isfinite(space).all(axis=1)
    return flat[there], space[there]


@check(
    "slender",
    "fitted",
    Limit(
        "most_slender",
        "Slender",
        "4",
        Wants("number", above=0.0),
        0.5,
        "what stands higher than so many times its width breaks off",
    ),
)
def slender(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ribs that are high for their width: raised strokes, and what stands between sunk ones."""
    yield from _proportions(it, 0 if it.planned.raised else 1, limits["most_slender"], "slender",
                            "stands", "high")  # fmt: skip


@check(
    "deep slot",
    "fitted",
    Limit(
        "most_deep",
        "Deep slot",
        "4",
        Wants("number", above=0.0),
        0.5,
        "a cutter is no longer than so many times its width",
    ),
)
def deep_slots(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Slots that are deep for their width: sunk strokes, and gaps between raised ones."""
    yield from _proportions(it, 1 if it.planned.raised else 0, limits["most_deep"], "deep slot",
                            "is", "deep")  # fmt: skip


def _proportions(
    it: Subject, which: int, most: float, name: str, verb: str, word: str
) -> Iterator[Finding]:
    """The worst of strokes (0) or gaps (1) by its depth to its width at the face."""
    worst: tuple[float, Width, float] | None = None
    for depth, placed in it.planned.by_depth() if not _is_mark(it) else ():
        width = widths_of(placed.regions)[which].narrowest(None)
        if width is not None and short_of((worst[0] if worst else most) * width.width, depth):
            worst = depth / max(width.width, 1e-9), width, depth
    if worst is None:
        return
    ratio, width, depth = worst
    what = "a stroke" if which == 0 else "a gap" if it.planned.raised else "the rib between strokes"
    told = (f"{what} {width.width:.2f} mm wide {verb} {depth:.2f} mm {word}, {ratio:.1f} times its "
            f"width, limit {most:g}")  # fmt: skip
    yield Finding("look", name, it.stamp, told, ratio, most, "times", (width.at,),
                  remedies=depth_of(it, most * width.width), span=width.span)  # fmt: skip


@check(
    "corner for the cutter",
    "fitted",
    Limit(
        "cutter",
        "Cutter",
        "0 mm",
        Wants("length", at_least=0.0),
        0.1,
        "its diameter; 0 where nothing is milled",
    ),
)
def corners_for_the_cutter(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Corners and strokes that a round cutter does not reach into."""
    radius = limits["cutter"] / 2
    if radius <= 0 or not it.planned.depth:
        return
    parts, away = left_by_cutter(np.array(ink(it.planned.placed.regions)), radius,
                                 about=it.planned.raised)  # fmt: skip
    if not len(parts):
        return
    k = int(np.argmax(away))
    x, y = shapely.get_coordinates(parts[k]).mean(axis=0).tolist()
    many = "at one place" if len(parts) == 1 else f"at {len(parts)} places"
    told = (f"a cutter of {2 * radius:.2f} mm leaves material in corners and strokes {many}, up to "
            f"{away[k]:.2f} mm")  # fmt: skip
    yield Finding("look", "corner for the cutter", it.stamp, told, away[k], 0.0, "mm", ((x, y),))


def left_by_cutter(
    shapes: NDArray[np.object_], radius: float, about: bool
) -> tuple[NDArray[np.object_], Array]:
    """What a round cutter does not reach within polygons, or `about` them; and how far from it the
    farthest point of each such part is, mm.

    Where its middle can go is a shape smaller by its radius; it reaches as far as the radius from
    there. Some more is allowed to it, so that the chords of its circle tell nothing."""
    allowed = radius * (1.0 + LEFT_OVER)
    if about:  # its middle stays outside of these
        grown = shapely.union_all(shapely.buffer(shapes, radius, ROUND))
        middles = shapely.get_parts(grown)
        near = shapely.union_all(shapely.buffer(middles, -allowed, ROUND))
        left = np.array([shapely.difference(near, shapely.union_all(shapes))])
    else:
        middles = shapely.buffer(shapes, -radius, ROUND)
        left = shapely.difference(shapes, shapely.buffer(middles, allowed, ROUND))
    parts, of = shapely.get_parts(left, return_index=True)
    there = ~shapely.is_empty(parts)
    parts, of = parts[there], of[there]
    if about and len(parts):
        of = shapely.STRtree(middles).nearest(parts)
    spots, which = shapely.get_coordinates(shapely.segmentize(parts, radius), return_index=True)
    edges = shapely.boundary(middles)[of[which]]
    far = np.nan_to_num(shapely.distance(edges, shapely.points(spots)) - radius, nan=radius)
    away = np.zeros(len(parts))
    np.maximum.at(away, which, far)
    return parts, away


@check("copies run together", "placed")
def copies_that_run_together(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Copies of a stamp that run into one another where they were laid."""
    copies, each = it.planned.lay.copies, len(it.planned.artwork.regions)
    there = len(it.planned.placed.regions)
    if copies is not None and copies.count > 1 and there < copies.count * each:
        told = f"its {copies.count} copies run into one another: {there} pieces are left of "
        told += f"{copies.count * each}"
        yield Finding("look", "copies run together", it.stamp, told, float(there),
                      float(copies.count * each), "pieces")  # fmt: skip


@check("corners made sharp", "placed")
def corners_made_sharp(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Rounded corners that the lean of walls, or their softened edges, take away."""
    made = [it.planned.sharpened(depth, placed) for depth, placed in it.planned.by_depth()]
    places = [place for one in made for place in one.at]
    if places:
        most = max(one.most for one in made)
        many = "one rounded corner is" if len(places) == 1 else f"{len(places)} rounded corners are"
        told = f"{many} made sharp, by {most:.3f} mm at most: the walls leave none there"
        yield Finding("note", "corners made sharp", it.stamp, told, most, 0.0, "mm",
                      tuple(places[:MOST_PLACES]))  # fmt: skip


@check("no way in", "fitted")
def way_in(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A dovetail groove that its cutter does not get into."""
    # it goes in where the ink is as wide as the floor, or a line runs out over an edge
    item = it.planned
    groove = item.groove
    if groove is None or groove.kind != "dovetail" or item.raised:
        return
    shapes = ink(item.placed.regions)
    widest = [
        2.0 * shapely.maximum_inscribed_circle(shape, tolerance=IN_WITHIN).length
        for shape in shapes
    ]
    face = area_of_face(item.chart.outline)
    closed = [
        k
        for k, (own, shape) in enumerate(zip(widest, shapes, strict=True))
        if own < groove.flat - 2.0 * IN_WITHIN and face.covers(shape)
    ]
    if closed:
        wide = groove.flat
        told = (
            f"a dovetail cutter, {wide:.2f} mm wide at its end, does not get into it: let lines "
            "run out over an edge or end in a round place of that width, or leave it to casting "
            "or printing"
        )
        points = shapely.get_coordinates(shapely.point_on_surface(shapes))
        places = tuple((float(x), float(y)) for x, y in points[closed[:MOST_PLACES]])
        most = max(widest[k] for k in closed)
        yield Finding("look", "no way in", it.stamp, told, most, wide, "mm", places)
