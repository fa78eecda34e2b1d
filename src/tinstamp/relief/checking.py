"""What a relief is held against when it is made, however it was built."""

from __future__ import annotations

import logging
from dataclasses import replace

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.run import RunChart
from tinstamp.plan.carry import Carry
from tinstamp.plan.heights import Heights
from tinstamp.plan.level import Level
from tinstamp.plan.track import Track
from tinstamp.relief.asked import Asked
from tinstamp.relief.boolean import Cut
from tinstamp.relief.follow_guard import Followed, Grey, OtherFace
from tinstamp.relief.guard import fault
from tinstamp.relief.heads import Walls
from tinstamp.relief.operation import Operation
from tinstamp.relief.path_guard import DrawnPath, Path, Way
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.tool_guard import Tool
from tinstamp.relief.verify import ALLOWED_BOOLEAN, agrees
from tinstamp.setting.place import Placed

LOG = logging.getLogger("tinstamp.relief")
BITE = 0.05
"""mm; how far a raised tool reaches into the material that it joins."""


def cast_of(chart: Chart) -> CastChart | None:
    """The cast that artwork comes from, of one face or of a run seen from one side."""
    if isinstance(chart, CastChart):
        return chart
    if isinstance(chart, RunChart) and sum(p.parent < 0 for p in chart.members) == 1:
        first = chart.first
        return first if isinstance(first, CastChart) else None
    return None


def asked_of(chart: Chart, placed: Placed, op: Operation, clean: bool) -> Asked:
    """The order in the guard's terms."""
    plane = None
    if op.walls.flat and op.depth:
        here = np.array(placed.origin)
        cast = cast_of(chart)
        normal = cast.against if cast is not None and op.walls.slanted else chart.normal(here)
        if op.walls.pull is not None:
            normal = np.array(op.walls.pull)
        plane = (chart.to_space(here) + op.signed * normal, leant(chart, here, normal, op.walls))
    level, followed = op.walls.level, None
    if level is not None and op.depth:
        plane = level.flat
        followed = None if plane is not None else level_asked(level)
    carry = op.walls.carry
    path: Way | None = None
    if isinstance(carry, Track):
        path = DrawnPath.of(carry.drawn, carry.toward, carry.row)
    elif isinstance(carry, Carry) and op.depth:
        hinge = None if carry.edge is None else carry.edge + carry.radius
        path = Path(carry.toward, carry.turn, hinge)
    plain = not op.walls.slanted
    own = op.walls.slanted and not op.walls.flat and bool(op.depth) and cast_of(chart) is None
    along = None
    if own and not isinstance(chart, RunChart):
        pull = op.walls.pull
        along = chart.normal(np.array(placed.origin)) if pull is None else np.array(pull)
    besides = tuple(
        Asked(chart, top.letters, abs(top.height), top.height > 0, clean=clean) for top in op.tops
    )
    leans = op.walls.slope * op.depth + max(op.walls.spread, op.walls.cap_edge.size)
    groove, tool = op.walls.groove, None
    if groove is not None and op.depth:
        leans = max(leans, abs(groove.inwards))
        tool = Tool(groove.depth, 2.0 * groove.radius, groove.flat, groove.slope)
    return Asked(chart, placed.regions, op.depth, op.raised, plane, plain, clean,
                 leans=leans, spreads=op.walls.at_cap or op.walls.spread > 0,
                 rise=op.walls.rise, origin=placed.origin, along=along,
                 besides=besides, path=path, tool=tool, followed=followed,
                 carve=op.walls.carve if op.depth else None)  # fmt: skip


def level_asked(level: Level | Heights) -> Followed:
    """What caps follow, in the guard's terms."""
    if isinstance(level, Level):
        return OtherFace(level.chart, level.beyond)
    frame = level.corner + np.array([np.zeros(2), level.across, level.up])
    of = level.source
    return Grey(of.light, of.dark, of.deep, of.least, frame, level.cells)


def leant(chart: Chart, here: Array, normal: Array, walls: Walls) -> Array:
    """The normal of a flat cap's plane that rises along the artwork and up it: of a plane
    z = a x + b y it is (-a, -b, 1) (any text on analytic geometry)."""
    if not walls.rises:
        return normal
    rise, rise_up = walls.rise
    step = 1e-3
    ahead = chart.to_space(here + [step, 0.0]) - chart.to_space(here - [step, 0.0])
    x = ahead - (ahead @ normal) * normal
    x = x / np.linalg.norm(x)
    found = normal - rise * x - rise_up * np.cross(normal, x)
    return np.asarray(found / np.linalg.norm(found))


def check_change(before: NamedSolid, cut: Cut, change: float, asked: Asked) -> None:
    """Raises ReliefError when what came out is not what was asked."""
    asked = replace(asked, loose=bool(cut.loose))
    told = fault(before, cut.solid, cut_away(cut, change), asked)
    if told is not None:
        LOG.warning("the guard refused a relief: %s", told)
        raise ReliefError(f"it was refused, since it would come out wrong: {told}")


def cut_away(cut: Cut, change: float) -> float:
    """The change without the middles that fell out by themselves, mm³."""
    return change + sum(cut.loose)


def bite(op: Operation) -> float:
    """How far a raised tool reaches into the material, mm."""
    if op.fit.off_area > 0.0:  # what hangs over ends level with the face
        return 0.0
    return min(BITE, op.wall[0] / 2)


def check_volume(change: float, expected: float, closed_form: bool, op: Operation) -> None:
    """The change has the right sign and does not exceed what was asked for."""
    wrong_way = change * expected <= 0
    most = abs(expected)
    if op.raised:
        most *= 1.01 + bite(op) / op.depth
    too_much = abs(change) > most * (1 + ALLOWED_BOOLEAN)
    if wrong_way or too_much or (closed_form and not agrees(change, expected, ALLOWED_BOOLEAN)):
        verb = "added" if op.raised else "taken away"
        raise ReliefError(
            f"it was refused, since it would come out wrong: {abs(change):.2f} mm³ would be {verb} "
            f"where the artwork and its depth give {abs(expected):.2f} mm³"
            if change * expected > 0
            else "it was refused, since it would come out wrong: nothing of it would lie in the "
            "part"
            if not change
            else "it was refused, since material would be "
            f"{'taken away' if op.raised else 'added'} where it should be {verb}"
        )
