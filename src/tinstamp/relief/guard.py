"""An independent look at what a relief changed, however it was built.

Nothing here shares a figure with the builders or with the measured wall. Lines are run
through the part before and after, square to the face, within the ink and beside it. What
differs between the two solids along a line lies between its crossings with the faces that
only one of them has, taken in pairs: no orientation is needed. Every such stretch must lie
within the depth that was asked, under (or over) the artwork; and all that was taken away or
added must not exceed the layer of that depth under the ink, summed from the chart alone.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from itertools import pairwise

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.chart.run import RunChart
from tinstamp.relief.asked import FROM_OUTLINE, GOLDEN, SLANT_STRETCH, Asked
from tinstamp.relief.bare_guard import left_out
from tinstamp.relief.crossable import Crossable
from tinstamp.relief.path_guard import Way
from tinstamp.relief.through import DEPTH_STRAY, Ink, differing, stretches_along
from tinstamp.relief.tool_guard import clear_of, corners_of, off_section, spread

LEAN_STRETCH = 1.012
"""Times the depth that a change may reach where faces meet at up to 15°: 1 / cos(7.5°), and
what walls lean there."""
ALONG_PATH = (0.1, 0.6, 0.95, 1.05)
"""Parts of the way of letters that do not stand upright at which they are looked at."""
ASLANT = (0.0713, -0.1137, 0.0931)
"""What is added to the direction of lines through them, so that they run along no edge."""
BY_OUTLINE = 0.06
"""mm from the outlines at which letters that do not stand upright are looked at too."""
RAYS = 8
"""Lines within the ink, and as many beside it."""
LAYER_POINTS = 12
"""Points to a side of the ink's box that its layer is summed over."""
ENOUGH_INK, FINEST_GRID = 0.7, 4.0
"""Part of its box that ink takes for which that is enough; times as many to a side at most."""
ENOUGH_EACH = 8
"""Points of a grid for every region, with which none besides are needed"""
NEWTON_STEPS = 8
"""Steps to where a line meets the surface at the depth; three are enough but where it grazes."""
LAYER_STRAY = 0.03
"""Part by which a sum over so few points may be off."""
SEED = 20
"""Of the lines that are taken at random."""


def fault(
    before: NamedSolid,
    after: NamedSolid,
    change: float,
    asked: Asked,
    astray: Callable[[], str | None] | None = None,
    off_tool: Callable[[], str | None] | None = None,
    layer: Callable[[], float | None] | None = None,
    left: Callable[[], str | None] | None = None,
) -> str | None:
    """What is wrong with a relief, in words; None when it is as asked. `change` is that of
    the part's volume as measured, mm³; `astray`, `off_tool`, `layer` and `left` give what `stray`,
    `unlike_tool`, `layer_under` and `left_out` find, where somebody has begun with that."""
    told = _too_much(change, asked, layer or partial(layer_under, asked))
    if told is None:
        told = (astray or partial(stray, before, after, asked))()
    if asked.path is not None:
        return told
    if told is None and asked.depth and not asked.clean:
        told = (left or partial(left_out, before, after, change, asked))()
    for other in asked.besides if told is None else ():
        rest = [one for one in asked.besides if one is not other]
        told = told or _stray(before, after, other, (asked, *rest))
    if told is None:
        told = (off_tool or partial(unlike_tool, before, after, asked))()
    return told


def unlike_tool(before: NamedSolid, after: NamedSolid, asked: Asked) -> str | None:
    """What of lines has not the section of the tool that cuts them."""
    if asked.tool is None:
        return None
    return off_section(before, after, asked.chart, asked.ink, asked.tool, asked.raised, asked.clean)


def layer_under(asked: Asked) -> float | None:
    """The most that all of what is asked may change of the volume, mm³; None where the chart has
    no figures."""
    layer = _layer(asked) if asked.depth else None
    for other in asked.besides if layer is not None else ():
        layer = (layer or 0.0) + (_layer(other) or 0.0)
    return layer


def _too_much(change: float, asked: Asked, layer_of: Callable[[], float | None]) -> str | None:
    layer = layer_of() if asked.depth else None
    if layer is None or abs(change) <= layer * (1.0 + LAYER_STRAY) + DEPTH_STRAY:
        return None
    verb = "added" if asked.raised else "taken away"
    return (
        f"{abs(change):.2f} mm³ would be {verb} where the artwork and its depth give "
        f"{layer:.2f} mm³ at most"
    )


def _layer(asked: Asked) -> float | None:
    """Volume between the ink and what lies at the depth, mm³, summed over a grid; None where the
    chart has no figures. What a mm² of the sheet covers is a quadratic function of the distance
    from the face (Steiner): by three distances it is known at all."""
    if asked.path is not None:
        inside = ink_points(asked.ink, evenly=True)
        return asked.path.swept(asked.chart, asked.ink.whole, inside, asked.depth)
    inside = ink_points(asked.ink, evenly=True, times=asked.finer)
    if not len(inside):
        return None
    area = sum(region.area for region in asked.regions)
    if asked.spreads:
        area = asked.ink.whole.buffer(asked.leans, join_style="mitre", mitre_limit=20.0).area
    sign = 1.0 if asked.raised else -1.0
    reach = asked.reach(inside)
    if asked.plane is not None:
        point, normal = asked.plane
        over = (asked.chart.to_space(inside) - point) @ normal
        lean = np.abs(asked.chart.normal(inside) @ normal)
        reach = np.abs(over) / np.maximum(lean, 0.2)
    deepest = asked.depth if asked.plane is not None else float(np.max(reach))
    sides = [spread(asked.chart, inside, sign * part * deepest) for part in (0.0, 0.5, 1.0)]
    part = reach / deepest
    bend = 2.0 * (sides[0] - 2.0 * sides[1] + sides[2])
    slope = sides[2] - sides[0] - bend
    found = reach * (sides[0] + slope * part / 2.0 + bend * part * part / 3.0)
    if asked.along is not None:
        found = _swept(asked, inside, sides[0], asked.along)
    found = found[np.isfinite(found)]
    if not len(found):
        return None
    worst = float(np.abs(found).mean()) * area
    if asked.plane is not None or asked.chart.projected:
        worst = max(worst, float(np.quantile(np.abs(found), 0.95)) * area)
    both = len(asked.chart.sides) if isinstance(asked.chart, RunChart) else 1
    return worst * both * (LEAN_STRETCH if isinstance(asked.chart, RunChart) else 1.0)


def _swept(asked: Asked, inside: Array, spread: Array, along: Array) -> Array:
    """mm³ for a mm² of the sheet that parallel walls sweep, (n,): what a mm² covers as seen along
    them, times how far the surface at the depth is from there along them, by Newton's method from
    the chart's own points. Not a number where it is not met."""
    sign, step = (1.0 if asked.raised else -1.0), 1e-3
    start = asked.chart.to_space(inside)
    lift = sign * asked.depth
    at, far = inside.astype(float).copy(), np.full(len(inside), asked.depth)
    there = asked.chart.to_space
    for _ in range(NEWTON_STEPS):
        across = (there(at + [step, 0.0], lift) - there(at - [step, 0.0], lift)) / (2 * step)
        up = (there(at + [0.0, step], lift) - there(at - [0.0, step], lift)) / (2 * step)
        off = there(at, lift) - start - sign * far[:, None] * along
        way = np.broadcast_to(-sign * along, off.shape)
        slopes = np.stack([across, up, way], axis=-1)
        sound: NDArray[np.bool_] = np.asarray(
            np.isfinite(slopes).all(axis=(1, 2)) & np.isfinite(off).all(axis=1)
        )
        known = np.where(sound[:, None, None], slopes, np.zeros((3, 3)))
        sound &= np.asarray(np.abs(np.linalg.det(known)) > 1e-9)
        moved = np.full((len(at), 3), np.nan)
        moved[sound] = np.linalg.solve(slopes[sound], -off[sound][:, :, None])[:, :, 0]
        at, far = at + moved[:, :2], far + moved[:, 2]
    missed = np.linalg.norm(there(at, lift) - start - sign * far[:, None] * along, axis=1)
    seen = asked.chart.normal(inside) @ along
    return np.where((missed < DEPTH_STRAY) & (far > 0), spread * seen * far, np.nan)


def ink_points(ink: Ink, evenly: bool = False, times: int = 1) -> Array:
    """Points of a grid within the ink, one for every region or more, (n, 2); `evenly` in a finer
    grid where ink takes little of its box, as a ring does, and of the grid alone where it has
    enough of them; `times` as many to a side."""
    low_x, low_y, high_x, high_y = ink.whole.bounds
    count = LAYER_POINTS * times
    if evenly:
        box = (high_x - low_x) * (high_y - low_y)
        finer = float(np.sqrt(ENOUGH_INK * box / max(ink.whole.area, 1e-12)))
        count = round(count * min(max(finer, 1.0), FINEST_GRID))
    across, row = np.meshgrid(np.arange(2 * count), np.arange(count))
    # each row set off, so that upright strokes are not met by the same column in all of them
    x = low_x + (high_x - low_x) * (across + (GOLDEN * row) % 1.0) / (2 * count)
    y = low_y + (high_y - low_y) * (row + 0.5) / count
    points = np.column_stack([x.ravel(), y.ravel()])
    held = points[shapely.contains_xy(ink.whole, points[:, 0], points[:, 1])]
    each = shapely.get_coordinates(shapely.point_on_surface(ink.shapes))
    if evenly and len(held) > ENOUGH_EACH * len(each):
        return held
    return np.vstack([held, each])


def _lines(asked: Asked) -> tuple[Array, Array]:
    """Sheet points within the ink and beside it, (n, 2) each, clear of the outlines."""
    random = np.random.default_rng(SEED)
    shapes, ink = asked.ink.shapes, asked.ink.whole
    edge = ink.boundary
    shapely.prepare(edge)
    from_outline = FROM_OUTLINE + SLANT_STRETCH * asked.leans
    few = len(shapes) <= RAYS
    pick = shapes if few else shapes[random.choice(len(shapes), RAYS, replace=False)]
    own = shapely.get_coordinates(shapely.point_on_surface(pick))
    low, high = np.array(ink.bounds[:2]), np.array(ink.bounds[2:])
    about = low - 2.0 + (high - low + 4.0) * random.random((RAYS * 8, 2))
    holes = [c.points(4).mean(axis=0) for r in asked.regions for c in r.counters][:RAYS]
    every = np.vstack([own, about, np.array(holes).reshape(-1, 2)])
    near = np.zeros(len(every), dtype=bool)
    inked = np.zeros(len(every), dtype=bool)
    for move in asked.chart.laps(2):  # a place past the end of the sheet is one at its beginning
        there = move(every)
        near |= shapely.dwithin(edge, shapely.points(there), from_outline)
        inked |= shapely.contains_xy(ink, there[:, 0], there[:, 1])
    inside = shapely.contains_xy(ink, every[:, 0], every[:, 1])
    within = every[inside & ~near][:RAYS]
    if asked.tool is not None:  # where lines meet less is cut than the middle of the ink would say
        within = within[clear_of(corners_of(list(shapes)), within, asked.tool)]
    return within, every[~inked & ~near][:RAYS]


def stray(before: NamedSolid, after: NamedSolid, asked: Asked) -> str | None:
    """What differs along some line through the ink or beside it, or along the way of letters, and
    should not."""
    if asked.path is not None:
        return _off_path(before, after, asked, asked.path)
    return _stray(before, after, asked, asked.besides)


def _stray(
    before: NamedSolid, after: NamedSolid, asked: Asked, elsewhere: Sequence[Asked]
) -> str | None:
    """What differs along some line and should not; lines beside the ink are not looked at where
    something else is asked."""
    gone = before.less(after)
    changed, old = [*gone, *after.less(before)], len(gone)
    if not changed:
        return None
    far = 2.0 * before.extent
    inside, beside = _lines(asked)
    for other in elsewhere:
        away = shapely.distance(other.ink.whole, shapely.points(beside)) > FROM_OUTLINE
        beside = beside[away]
    inks = np.repeat([True, False], [len(inside), len(beside)])
    points = np.concatenate([inside, beside])
    start, way = asked.chart.to_space(points), asked.chart.normal(points)
    there = np.isfinite(start).all(axis=-1) & np.isfinite(way).all(axis=-1)
    points, start, way, inks = points[there], start[there], way[there], inks[there]
    near = crossed(boxes_of(changed), start - far * way, start + far * way)
    known = {k: Crossable(changed[k]) for k in np.flatnonzero(near.any(axis=1)).tolist()}
    looked = []
    for k, (p, n) in enumerate(zip(start, way, strict=True)):
        faces = [known[i] for i in np.flatnonzero(near[:, k]).tolist()]
        stretches = stretches_along(faces, p, n, far)
        if stretches is not None:
            looked.append((k, stretches))
    ends = [
        [start[k] - way[k] * t for t in (a + DEPTH_STRAY, (a + b) / 2, b - DEPTH_STRAY)]
        for k, stretches in looked
        for a, b in stretches
    ]
    held = iter(_as_asked(np.array(ends).reshape(-1, 3, 3), (asked, *elsewhere)).tolist())
    seen = made = 0
    for k, stretches in looked:
        inked = bool(inks[k])
        for (_, b), (after_b, _) in pairwise(stretches):
            line = partial(_meets_at, start[k], way[k], far, b)
            if after_b - b < DEPTH_STRAY and all(
                any(line(known[i]) for i in known if near[i, k] and (i < old) is was)
                for was in (True, False)
            ):
                where = f"at {points[k][0]:.2f}, {points[k][1]:.2f} mm on the sheet"
                return f"{where} it would run through a face that stays where it is"
        told = _told([(a, b, next(held)) for a, b in stretches], points[k], inked, asked)
        if told is not None:
            return told
        seen += inked
        made += inked and bool(stretches)
    if asked.clean and asked.depth and 2 * made < seen:
        return "under most of the ink nothing would be made"
    return None


def _meets_at(p: Array, n: Array, far: float, deep: float, face: Crossable) -> bool:
    """True where a line meets a face that deep under its point."""
    return any(abs(hit - deep) < DEPTH_STRAY for hit in face.crossings(p, n, far))


def _off_path(before: NamedSolid, after: NamedSolid, asked: Asked, path: Way) -> str | None:
    """What is not as it should be along the way that letters are carried: all that stands on ink is
    new, and nothing else, nor what lies beyond its end."""
    changed = differing(before, after)
    if not changed:
        return None
    far = 2.0 * after.extent
    points = np.concatenate([*_lines(asked), _by_outlines(asked.ink)])
    inked = shapely.contains_xy(asked.ink.whole, points[:, 0], points[:, 1])
    way = asked.chart.normal(points) + np.array(ASLANT)
    way /= np.linalg.norm(way, axis=1, keepdims=True)
    boxes = boxes_of(changed)
    known: dict[int, Crossable] = {}
    for part in ALONG_PATH:
        places = path.at(asked.chart, points, asked.depth, part)
        near = crossed(boxes, places - far * way, places + far * way)
        for k, (xy, p, n) in enumerate(zip(points, places, way, strict=True)):
            met = np.flatnonzero(near[:, k]).tolist()
            known.update({i: Crossable(changed[i]) for i in met if i not in known})
            stretches = stretches_along([known[i] for i in met], p, n, far)
            if stretches is None:
                continue
            held = any(a < 0.0 < b for a, b in stretches)
            if held != (bool(inked[k]) and part < 1.0):
                what = "material" if held else "no material"
                return (f"at {xy[0]:.2f}, {xy[1]:.2f} mm on the sheet there would be {what} at "
                        f"{part:.0%} of the letters' way")  # fmt: skip
    return None


def _by_outlines(ink: Ink) -> Array:
    """Places close to the outlines, on either side, (n, 2), where what strays a little shows."""
    edge = ink.whole.boundary
    near = [ink.whole.buffer(by).boundary for by in (BY_OUTLINE, -BY_OUTLINE)]
    parts = (np.arange(RAYS) + 0.37) / RAYS
    rings = [ring for ring in near if not ring.is_empty]
    spots = np.concatenate(
        [shapely.line_interpolate_point(ring, parts, normalized=True) for ring in rings]
    )
    clear = ~shapely.dwithin(edge, spots, FROM_OUTLINE)
    return np.asarray(shapely.get_coordinates(spots[clear]))


def piece_fault(body: NamedSolid, low: float, high: float, asked: Asked) -> str | None:
    """What is wrong with a body that is to fill the ink between two lifts, mm, in words; None when
    it does, along lines within the ink and beside it."""
    faces = [named.face for named in body.faces]
    far = 2.0 * body.extent + 2.0 * max(abs(low), abs(high))
    inside, beside = _lines(asked)
    points = np.concatenate([inside, beside])
    start, way = asked.chart.to_space(points), asked.chart.normal(points)
    near = crossed(boxes_of(faces), start - far * way, start + far * way)
    seen = 0
    for k, (xy, p, n) in enumerate(zip(points, start, way, strict=True)):
        if not (np.isfinite(p).all() and np.isfinite(n).all()):
            continue
        met = [Crossable(faces[i]) for i in np.flatnonzero(near[:, k]).tolist()]
        stretches = stretches_along(met, p, n, far)
        if stretches is None:
            continue
        within = [(a, b) for a, b in stretches if max(abs(a), abs(b)) < far / 2]
        where = f"at {xy[0]:.2f}, {xy[1]:.2f} mm on the sheet"
        if k < len(inside):
            if not any(
                abs(a + high) <= DEPTH_STRAY and abs(b + low) <= DEPTH_STRAY for a, b in within
            ):
                return f"{where} there would be no material between {low:g} and {high:g} mm"
            seen += 1
        elif any(a < -low + DEPTH_STRAY and b > -high - DEPTH_STRAY for a, b in within):
            return f"{where} there would be material although there is no ink"
    return None if seen or not len(inside) else "it could not be looked through"


def _told(
    stretches: Sequence[tuple[float, float, bool]],
    xy: Array,
    inked: bool,
    asked: Asked,
) -> str | None:
    """What is wrong along a line through a place, by the stretches of it that differ, each with
    whether it is within what was asked anywhere."""
    where = f"at {xy[0]:.2f}, {xy[1]:.2f} mm on the sheet"
    depth = asked.depth if asked.plane is not None else float(asked.reach(xy))
    for a, b, held in stretches:
        if not held:
            deep = b if not asked.raised else -a
            if not asked.depth:
                return f"a mark would move the face {where}"
            if deep <= depth + DEPTH_STRAY:
                return f"{where} the part would change away from the layer that was asked for"
            verb = "stand out" if asked.raised else "be cut"
            return f"{where} it would {verb} {deep:.3f} mm where {depth:.3f} mm were asked"
        own = (-depth - DEPTH_STRAY <= a and b <= DEPTH_STRAY) if asked.raised else (
            a >= -DEPTH_STRAY and b <= depth + DEPTH_STRAY)  # fmt: skip
        spared = asked.loose or not asked.square or asked.plane is not None
        if not inked and own and not spared:
            return f"{where} the part would change although there is no ink"
    whole = inked and asked.clean and asked.depth and asked.square and asked.plane is None
    if whole and not any(
        abs((b - a) - depth) <= DEPTH_STRAY and min(abs(a), abs(b)) <= DEPTH_STRAY
        for a, b, _ in stretches
    ):
        return f"{where} the asked depth would not be made"
    return None


def _as_asked(ends: Array, several: Sequence[Asked]) -> NDArray[np.bool_]:
    """Which stretches, by three points of each, (n, 3, 3) mm, lie within the depth and on the right
    side of a face, as one of several asks."""
    found = np.zeros(len(ends), dtype=bool)
    for asked in several if len(ends) else ():
        if asked.plane is not None:
            point, normal = asked.plane
            over = (ends - point) @ normal  # 0 in the cap
            over = over if asked.raised else -over
            found |= np.asarray((over <= DEPTH_STRAY).all(axis=1))
            continue
        for chart in _grounds(asked):
            found |= _within(ends, asked, chart)
    return found


def _grounds(asked: Asked) -> list[FaceChart]:
    """The charts of the faces themselves."""
    if isinstance(asked.chart, RunChart):
        return [member.chart.ground for member in asked.chart.members]
    return [asked.chart.ground] if isinstance(asked.chart, FaceChart) else []


def _within(ends: Array, asked: Asked, chart: FaceChart) -> NDArray[np.bool_]:
    """Which stretches lie within the depth over that face, or under it."""
    flat = ends.reshape(-1, 3)
    xy = chart.from_space(flat)
    deep = np.full(len(ends), asked.depth)
    if asked.uneven:
        reach = np.asarray(asked.reach(asked.chart.from_space(flat)))
        deep = np.broadcast_to(reach, len(flat)).reshape(-1, 3).max(axis=1)
    leans = LEAN_STRETCH if isinstance(asked.chart, RunChart) else 1.0
    most = (deep * leans + DEPTH_STRAY)[:, None]
    foot, way = chart.to_space(xy), chart.normal(xy)
    over = ((flat - foot) * way).sum(axis=-1)
    off = np.linalg.norm(flat - foot - over[:, None] * way, axis=-1).reshape(-1, 3)
    over = over.reshape(-1, 3) if asked.raised else -over.reshape(-1, 3)
    held = (over >= -DEPTH_STRAY) & (over <= most) & (off < 0.1 + most)  # no number is never held
    return np.asarray(held.all(axis=1))
