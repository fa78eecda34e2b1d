"""Whether bodies beside the part are clear of it: what stands in their way, what they would lie
in."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

import numpy as np
import shapely

from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import Array
from tinstamp.blank.patches import Trimmed
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.engine.cache import Cache
from tinstamp.engine.marked import Marked
from tinstamp.job.face_name import StampFace
from tinstamp.plan.planned import Planned
from tinstamp.proofing.finding import Finding
from tinstamp.relief.clear import met_by
from tinstamp.relief.crossable import Crossable
from tinstamp.relief.guard import ink_points
from tinstamp.relief.kinds import pieces
from tinstamp.relief.operation import PART
from tinstamp.relief.pieces import Pieces
from tinstamp.relief.through import Ink

STANDS_OVER = 0.01
"""mm over the face from which on something of a piece stands out of it"""
BITES = 0.01
"""mm that material and a piece may seem to share along a line"""
MOST_LINES, RIM_LINES = 12, 120
"""lines through a region at most, and along each of its outlines where something is close"""


def in_the_way(
    part: NamedSolid, item: Planned, body: NamedSolid, orders: Sequence[Pieces]
) -> str | None:
    """The face of the part that a stamp's pieces come to with what of them stands over its face, or
    beneath which they would lie there."""
    chart = item.chart
    assert isinstance(chart, FaceChart)
    over = []
    for named in body.faces:
        middle = Trimmed(named.face).middle
        at = chart.from_space(middle)
        if float((middle - chart.to_space(at)) @ chart.normal(at)) > STANDS_OVER:
            over.append(named.face)
    own = {name for name in part.names if isinstance(name, StampFace) and name.stamp == item.name}
    met = met_by(part, over, [*item.faces, *own]) if over else None
    return met or lies_within(part, orders, STANDS_OVER)


def lies_within(
    part: NamedSolid, orders: Sequence[Pieces], least: float = -np.inf, closely: bool = False
) -> str | None:
    """The face of the part beneath which something of pieces lies in its material, from `least` mm
    over their face on; told by lines along normals through the ink, `closely` all along the
    outlines too."""
    boxes, far = boxes_of([named.face for named in part.faces]), 2.0 * part.extent
    known: dict[int, Crossable] = {}
    for order in orders:
        points = np.concatenate([_inner(order, k, closely) for k in range(len(order.regions))])
        start, way = order.chart.to_space(points), order.chart.normal(points)
        reach = far + abs(order.low) + abs(order.high)
        near = crossed(boxes, start - reach * way, start + reach * way)
        low = max(order.low, least)
        for p, n, close in zip(start, way, near.T, strict=True):
            met = []
            for k in np.flatnonzero(close).tolist():
                face = known.setdefault(k, Crossable(part.faces[k].face))
                met += [(depth, str(part.faces[k].name)) for depth in face.crossings(p, n, reach)]
            met.sort()
            if len(met) % 2:  # into an edge, where crossings cannot be told
                continue
            for (a, name), (b, _) in zip(met[::2], met[1::2], strict=True):
                if min(order.high, -a) - max(low, -b) > BITES:
                    return name
    return None


def _inner(order: Pieces, k: int, closely: bool) -> Array:
    """Some points within a region, (n, 2), where that lies on the face."""
    ink = Ink.of([order.regions[k]])
    own = shapely.get_coordinates(shapely.point_on_surface(ink.shapes))
    spots = np.concatenate([own, ink_points(ink)])
    if closely:
        rim = ink.whole.buffer(-BITES).boundary
        steps = np.linspace(0.0, 1.0, RIM_LINES, endpoint=False)
        along = shapely.line_interpolate_point(shapely.get_parts(rim)[:, None], steps, True)
        spots = np.concatenate([spots, shapely.get_coordinates(along)])
    else:
        spots = spots[:: len(spots) // MOST_LINES + 1]
    there = np.isfinite(order.chart.to_space(spots)).all(axis=1)
    return np.asarray(spots[there])


def crowded(marked: Marked, cache: Cache) -> tuple[Finding, ...]:
    """Stamps whose pieces would lie within the finished part: what came later may stand where
    they do."""
    layer, found = marked.layers[PART], []
    done = {report.name for report in marked.reports if report.built_by}
    for item in marked.items:
        if item.relief.given.make not in ("inlay", "loose") or item.name not in done:
            continue
        orders = pieces(item)
        for body in dict.fromkeys(order.body for order in orders):
            if body not in marked.layers:
                continue
            own = [order for order in orders if order.body == body]
            key = (layer.whole_key, item.key, item.name, body)
            met = cache.get("crowded", key, partial(_met, marked, item, body, own, cache))
            if met is not None:
                told = (f"“{body}” would lie within the part, beneath “{met}”: move it, or what "
                        "stands there")  # fmt: skip
                path = ("stamps", item.index)
                found.append(Finding("fix", "pieces in the part", item.name, told, path=path))
    return tuple(found)


def _met(
    marked: Marked, item: Planned, body: str, own: Sequence[Pieces], cache: Cache
) -> str | None:
    """The face of the finished part beneath which pieces lie. What only touches them, as the edge
    of what is sunk beneath them, is not in their way."""
    part = marked.layers[PART].body(cache)
    near = in_the_way(part, item, marked.layers[body].body(cache), own) is not None
    others = (other for other in marked.items if other.name != item.name)
    held = (StampFace(other.name, "cap") for other in others if _holds(own, other))
    return lies_within(part, own, closely=near) or next(held, None)


def _holds(orders: Sequence[Pieces], other: Planned) -> bool:
    """True when something that another stamp raises stands in the midst of pieces."""
    if not other.raised or not other.depth:
        return False
    spots = shapely.get_coordinates(shapely.point_on_surface(Ink.of(other.placed.regions).shapes))
    middles = other.chart.to_space(spots, other.depth / 2.0)
    middles = middles[np.isfinite(middles).all(axis=1)]
    for order in orders if len(middles) else ():
        at = order.chart.from_space(middles)
        off = middles - order.chart.to_space(at)
        lift = (off * order.chart.normal(at)).sum(axis=1)
        aside = np.linalg.norm(off - lift[:, None] * order.chart.normal(at), axis=1)
        inked = shapely.contains_xy(Ink.of(order.regions).whole, at[:, 0], at[:, 1])
        between = (lift > order.low + BITES) & (lift < order.high - BITES) & (aside < BITES)
        if (inked & between).any():
            return True
    return False
