"""Is something made of all ink, where there is face under it?

What hangs over an edge, or lies on relief that is there already, may rightly change nothing; a
general boolean may leave a letter out, or a part of one, for no reason. So lines are run through
the part as it was. Where one goes into it just at the face that the ink lies on, the part must have
changed in the middle of every region; and all that changed must be as much as those lines say at
least.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.TopoDS import TopoDS_Face
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import evaluate
from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.run import RunChart
from tinstamp.relief.asked import FROM_OUTLINE, GOLDEN, SLANT_STRETCH, Asked
from tinstamp.relief.crossable import Crossable
from tinstamp.relief.through import DEPTH_STRAY, differing, stretches_along
from tinstamp.relief.tool_guard import spread

MIDDLE_WITHIN = 0.01
"""mm to which the middle of a region, farthest from its outlines, is looked for"""
ASIDE = (0.02, 0.06, 0.15)
"""mm off a joint at which it is looked whether relief goes on over it"""
JOINT_PLACES = 9
"""along each piece of a joint"""
WEB = 0.7
"""Part of what was asked that is made there at least"""
LOOKED_AT, MOST_TRIED = 80, 4000
"""Places within ink at which it is looked whether there is face under it, and how many are tried"""
MOST_OFF, DOUBT = 0.12, 4.0
"""Part that a sum over so few places may be off, and how many times what chance makes it"""
LEAST_DEPTH = 4.0 * DEPTH_STRAY
"""mm deep that something is to be made at least, to be missed"""


def left_out(before: NamedSolid, after: NamedSolid, change: float, asked: Asked) -> str | None:
    """What is not made although there is ink and a face under it, in words; None where all is
    there. `change` is that of the part's volume, mm³."""
    return (
        _no_letter(before, after, asked)
        or _webs(before, after, asked)
        or _too_little(before, change, asked)
    )


def _no_letter(before: NamedSolid, after: NamedSolid, asked: Asked) -> str | None:
    points, start, way = _middles(asked)
    if not len(points):
        return None
    far = 2.0 * before.extent
    changed = differing(before, after)
    ends = start - far * way, start + far * way
    part: _Through | None = None
    for k in np.flatnonzero(~_differs(changed, start, way, far, ends)).tolist():
        part = _Through(before) if part is None else part
        if part.room_at(start[k], way[k], asked.raised) > 0.0:
            x, y = points[k].tolist()
            return f"at {x:.2f}, {y:.2f} mm on the sheet nothing would be made"
    return None


def _middles(asked: Asked) -> tuple[Array, Array, Array]:
    """A place in the middle of each region that is to be deep enough there: on the sheet, (n, 2),
    in space, mm, and the normal there, (n, 3) each."""
    shapes = asked.ink.shapes
    lines = shapely.maximum_inscribed_circle(shapes, tolerance=MIDDLE_WITHIN)
    clear = shapely.length(lines) > FROM_OUTLINE + SLANT_STRETCH * asked.leans
    points = shapely.get_coordinates(shapely.get_point(lines, 0))
    start, way = asked.chart.to_space(points), asked.chart.normal(points)
    there = clear & np.isfinite(start).all(axis=-1) & np.isfinite(way).all(axis=-1)
    points, start, way = points[there], start[there], way[there]
    if not len(points):
        return points, start, way
    deep = np.asarray(asked.reach(points), dtype=float)
    if asked.plane is not None:
        point, normal = asked.plane
        over = (start - point) @ normal
        deep = -over if asked.raised else over
    kept = deep > LEAST_DEPTH
    return points[kept], start[kept], way[kept]


def _differs(
    changed: Sequence[TopoDS_Face],
    start: Array,
    way: Array,
    far: float,
    ends: tuple[Array, Array],
) -> NDArray[np.bool_]:
    """Along which lines something has changed, or cannot be told to."""
    near = crossed(boxes_of(changed), *ends)
    known = {k: Crossable(changed[k]) for k in np.flatnonzero(near.any(axis=1)).tolist()}
    found = []
    for k, (p, n) in enumerate(zip(start, way, strict=True)):
        faces = [known[i] for i in np.flatnonzero(near[:, k]).tolist()]
        stretches = stretches_along(faces, p, n, far)
        found.append(stretches is None or bool(stretches))
    return np.array(found, dtype=bool)


class _Through:
    """A part that many lines are run through."""

    def __init__(self, part: NamedSolid) -> None:
        self._faces = [named.face for named in part.faces]
        self._boxes = boxes_of(self._faces)
        self._known: dict[int, Crossable] = {}
        self.far = 2.0 * part.extent

    def room_at(self, p: Array, n: Array, raised: bool) -> float:
        """How far it is, mm, from where a line square to the face at a point goes into the part to
        where it leaves that again; or, `raised`, back to where it left what is over it. Nothing
        where the face is not bare there."""
        start, end = (p - self.far * n)[None], (p + self.far * n)[None]
        hits: list[float] = []
        for k in np.flatnonzero(crossed(self._boxes, start, end)[:, 0]).tolist():
            if k not in self._known:
                self._known[k] = Crossable(self._faces[k])
            hits += self._known[k].crossings(p, n, self.far)
        hits.sort()
        if len(hits) % 2:
            return 0.0
        for k in range(0, len(hits), 2):
            if abs(hits[k]) < DEPTH_STRAY:
                above = hits[k] - hits[k - 1] if k else self.far
                return above if raised else hits[k + 1] - hits[k]
        return 0.0


def _webs(before: NamedSolid, after: NamedSolid, asked: Asked) -> str | None:
    """Where ink runs over a joint and next to nothing is made close to that, in words."""
    if not isinstance(asked.chart, RunChart) or asked.chart.projected:
        return None
    points = _beside_joints(asked.chart, asked.ink.whole, asked.leans)
    if not len(points):
        return None
    start, way = asked.chart.to_space(points), asked.chart.normal(points)
    there = np.isfinite(start).all(axis=-1) & np.isfinite(way).all(axis=-1)
    points, start, way = points[there], start[there], way[there]
    deep = np.asarray(asked.reach(points), dtype=float)
    far = 2.0 * before.extent
    changed = differing(before, after)
    near = crossed(boxes_of(changed), start - far * way, start + far * way)
    known = {k: Crossable(changed[k]) for k in np.flatnonzero(near.any(axis=1)).tolist()}
    part: _Through | None = None
    for k, (p, n) in enumerate(zip(start, way, strict=True)):
        faces = [known[i] for i in np.flatnonzero(near[:, k]).tolist()]
        stretches = stretches_along(faces, p, n, far)
        if stretches is None:
            continue
        made = max((b - a for a, b in stretches), default=0.0)
        if made >= WEB * deep[k]:
            continue
        part = _Through(before) if part is None else part
        if made < WEB * min(float(deep[k]), part.room_at(p, n, asked.raised)):
            x, y = points[k].tolist()
            return (
                f"at {x:.2f}, {y:.2f} mm on the sheet, close to where faces meet, it would be "
                f"{made:.3f} mm instead of {deep[k]:.3f} mm"
            )
    return None


def _beside_joints(chart: RunChart, ink: BaseGeometry, leans: float) -> Array:
    """Places on either side of joints where ink runs over them, clear of its outlines, (n, 2)."""
    inner = ink.buffer(-(FROM_OUTLINE + SLANT_STRETCH * leans))
    t = np.linspace(0.0, 1.0, JOINT_PLACES)
    found = [np.zeros((0, 2))]
    for member in chart.members:
        if not len(member.cut) or inner.is_empty:
            continue
        line = shapely.LineString(evaluate(member.cut, t).reshape(-1, 2))
        runs = shapely.get_parts(shapely.intersection(line, inner))
        runs = runs[shapely.length(runs) > 2.0 * max(ASIDE)]
        for part in (0.25, 0.5, 0.75):
            at = shapely.get_coordinates(shapely.line_interpolate_point(runs, part, True))
            on = shapely.line_interpolate_point(runs, part + 0.01, True)
            along = shapely.get_coordinates(on) - at
            along /= np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-12)
            side = np.column_stack([-along[:, 1], along[:, 0]])
            found += [at + by * side for aside in ASIDE for by in (aside, -aside)]
    points = np.concatenate(found)
    return points[shapely.contains_xy(inner, points[:, 0], points[:, 1])]


def _too_little(before: NamedSolid, change: float, asked: Asked) -> str | None:
    """Less than the ink over bare face makes, in words. What a mm² of the sheet covers is taken
    halfway to the depth."""
    if asked.plane is not None or asked.along is not None or asked.tool is not None:
        return None
    if asked.chart.projected or asked.besides or asked.path is not None:
        return None
    points = _evenly(asked.ink.whole)
    start, way = asked.chart.to_space(points), asked.chart.normal(points)
    deep = np.asarray(asked.reach(points), dtype=float)
    sign = 1.0 if asked.raised else -1.0
    covers = spread(asked.chart, points, sign * asked.depth / 2.0)
    known = np.isfinite(start).all(axis=-1) & np.isfinite(way).all(axis=-1) & np.isfinite(covers)
    if not known.any():
        return None
    covers = np.minimum(covers, np.quantile(covers[known], 0.9))  # it leaps at a joint
    made = np.zeros(len(points))
    part = _Through(before)
    for k in np.flatnonzero(known & (deep > 0.0)).tolist():
        room = part.room_at(start[k], way[k], asked.raised)
        made[k] = min(deep[k], room) * covers[k]
    bare = float((made > 0.0).mean())
    doubt = MOST_OFF + DOUBT * float(np.sqrt(bare * (1.0 - bare) / len(points)))
    area, around = asked.ink.whole.area, asked.ink.whole.length
    whole = area * float(made.mean()) / max(bare, 1e-9) * max(bare - doubt, 0.0)
    least = whole - SLANT_STRETCH * around * asked.leans * asked.depth
    if abs(change) >= least:
        return None
    verb = "added" if asked.raised else "taken away"
    return (f"{abs(change):.2f} mm³ would be {verb} where the artwork and its depth give "
            f"{least:.2f} mm³ at least")  # fmt: skip


def _evenly(ink: BaseGeometry) -> Array:
    """Places all over ink, (n, 2), as many in each mm²."""
    low_x, low_y, high_x, high_y = ink.bounds
    count = min(LOOKED_AT * (high_x - low_x) * (high_y - low_y) / max(ink.area, 1e-12), MOST_TRIED)
    k = np.arange(int(count))
    # a lattice of rank one, which fills a box evenly (Niederreiter, 1992, from memory)
    x = low_x + (high_x - low_x) * (k + 0.5) / max(len(k), 1)
    y = low_y + (high_y - low_y) * (k * GOLDEN % 1.0)
    return np.column_stack([x, y])[shapely.contains_xy(ink, x, y)]
