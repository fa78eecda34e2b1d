"""The checks on edges that a stamp is asked to keep off, and those that its cap comes past; and on
other faces that it comes to.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
import shapely

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import FaceChart, SheetError
from tinstamp.chart.cast import CastChart, cast_chart
from tinstamp.chart.run import area_of_face
from tinstamp.plan.keep_off import beyond, kept_off
from tinstamp.plan.lay import TOWARDS
from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Numbers, Subject, check
from tinstamp.proofing.finding import Finding
from tinstamp.setting.edge_distance import EdgeError


@check("over the keep-off line", "fitted")
def over_the_keep_off_line(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink nearer to the edges of its face than its setting lets it come."""
    away = kept_off(it.planned)
    try:
        found = beyond(it.planned)
    except EdgeError as error:
        yield Finding("fix", "over the keep-off line", it.stamp, str(error), limit=away, unit="mm")
        return
    if found is None:
        return
    over, where = found
    left = max(away - over, 0.0)
    told = f"it comes to {left:.2f} mm from an edge of the face, and is to keep off by {away:g} mm"
    yield Finding("fix", "over the keep-off line", it.stamp, told, left, away, "mm", where=(where,))


OUTLINE_STEPS = 6
"""points to a piece of an outline whose far end is looked for"""
PAST = 1e-3
"""mm past an edge from which on it is told"""


@check("cap past the edge", "fitted")
def cap_past_the_edge(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Raised relief whose cap comes past the edge of its face, since its walls run aslant."""
    item, chart = it.planned, it.planned.chart
    given = item.relief.given
    upright = given.walls == "normal" or given.caps == "plane" or item.carried is not None
    if upright or not item.raised or not isinstance(chart, FaceChart) or chart.closed:
        return
    reach, where = 0.0, None
    for depth, placed in item.by_depth():
        for own in item.copies_apart(placed) if depth else ():
            if not own.regions:
                continue
            points = np.concatenate([o.points(OUTLINE_STEPS) for r in own.regions
                                     for o in r.outlines])  # fmt: skip
            try:
                base, there = _under_cap(item, points, np.array(own.origin), depth)
            except SheetError:  # the order itself is refused for that
                return
            if base.closed:  # its sheet ends where it goes on
                return
            face = area_of_face(base.outline)
            off = np.nan_to_num(shapely.distance(shapely.points(there), face))
            if float(off.max()) > reach:
                reach, where = float(off.max()), tuple(points[int(off.argmax())].tolist())
    if reach > PAST and where is not None:
        told = f"its cap comes {reach:.2f} mm past the edge of the face: its walls run aslant"
        yield Finding("look", "cap past the edge", it.stamp, told, reach, 0.0, "mm",
                      where=(where,))  # fmt: skip


@check("comes to another face", "made")
def comes_to_another_face(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Relief that breaks through a face that it does not lie on, or grows into one."""
    raised, wall = it.planned.raised, it.wall
    if not raised and wall is not None and it.planned.depth >= wall[0]:
        return  # it is told that it is cut through
    for face in it.comes_to:
        told = (
            f"it grows into “{face}” and is one with it: make it lower, or move it"
            if raised
            else f"it breaks through “{face}”: make it less deep, or move it"
        )
        yield Finding("look" if raised else "fix", "comes to another face", it.stamp, told)


def _under_cap(
    item: Planned, points: Array, origin: Array, depth: float
) -> tuple[FaceChart, Array]:
    """The chart of a stamp's face, and where on its sheet the cap lies over, (n, 2), for points of
    the artwork. Raises SheetError."""
    chart = item.chart
    assert isinstance(chart, FaceChart)
    cast = chart
    if not isinstance(cast, CastChart):
        given = item.relief.given
        towards = -chart.normal(origin) if "pull" in given.idle else np.array(TOWARDS[given.pull])
        cast = cast_chart(chart, origin, towards, chart.jacobian(origin)[:, 1])
    return cast.base, cast.to_base(cast.seen(chart.to_space(points)), depth)
