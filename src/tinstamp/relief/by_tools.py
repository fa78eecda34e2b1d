"""Relief by tools, a solid for each region, and the general boolean."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.relief.asked import Asked
from tinstamp.relief.boolean import Cut, Tool, combine, tool
from tinstamp.relief.checking import bite, check_change, check_volume, cut_away
from tinstamp.relief.draft import drafted
from tinstamp.relief.heads import Head, head_of, other_end
from tinstamp.relief.operation import Halt, Operation
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import examine_change, touches_itself
from tinstamp.setting.place import Placed

OVERSHOOT = 0.5
"""mm; how far a tool reaches beyond the faces that it must cut clear of."""
OVERSHOOT_DRAFT = 0.05
"""The same where walls lean: a tool that goes on outwards spreads."""
TOGETHER = 1e-5
"""mm that are taken for none where the kernel does not tell what meets"""
LEVEL, HAIR = 1e-3, 5e-4
"""mm; a wall that is as thick as the depth is deep within LEVEL is cut through with a HAIR
more, which is less than what any check can tell."""


def by_tools(
    solid: NamedSolid, op: Operation, expected: float, asked: Asked, stopped: Halt
) -> tuple[Cut, float]:
    """The body combined with the tools, and the change of its volume, mm³. Raises ReliefError."""
    return put_in(solid, tools_of(op, stopped), op, expected, op.closed_form, asked)


def put_in(
    solid: NamedSolid,
    tools: Sequence[Tool],
    op: Operation,
    expected: float,
    closed_form: bool,
    asked: Asked,
) -> tuple[Cut, float]:
    """The part with the tools, and how its volume changed, mm³, which is as expected. What does not
    come out right is tried once more with what all but meets taken to be in one place. Raises
    ReliefError, of the first."""
    try:
        return checked(solid, tools, op, expected, closed_form, asked)
    except ReliefError as error:
        try:
            return checked(solid, tools, op, expected, closed_form, asked, TOGETHER)
        except ReliefError:
            raise error from None


def checked(
    solid: NamedSolid,
    tools: Sequence[Tool],
    op: Operation,
    expected: float,
    closed_form: bool,
    asked: Asked,
    near: float = 0.0,
) -> tuple[Cut, float]:
    """The same, tried once."""
    cut, change = combined(solid, tools, op, near)
    check_volume(cut_away(cut, change), expected, closed_form, op)
    check_change(solid, cut, change, asked)
    return cut, change


def combined(
    solid: NamedSolid, tools: Sequence[Tool], op: Operation, near: float = 0.0
) -> tuple[Cut, float]:
    """The part with the tools, which must be sound, and how its volume changed, mm³."""
    cut = combine(solid, tools, op.raised, op.stamp, near)
    verdict = examine_change(solid, cut.solid)
    if not (verdict.closed and verdict.valid):
        raise ReliefError("the outlines and the part do not combine into a sound solid")
    if touches_itself(cut.solid) and not touches_itself(solid):
        raise ReliefError("walls of it would touch along an edge, which is no sound solid")
    return cut, verdict.volume


def lifts(op: Operation) -> tuple[float, float]:
    """Between which lifts a tool reaches, mm."""
    if op.raised:
        return -bite(op), op.depth
    # where the wall ends at just that depth, a hair more keeps two faces from lying in one
    level = any(abs(op.depth - wall) < LEVEL for wall in op.wall)
    clear = OVERSHOOT_DRAFT if op.walls.draft else OVERSHOOT
    return -op.depth - (HAIR if level else 0.0), clear


def tools_of(op: Operation, stopped: Halt) -> list[Tool]:
    """One tool for each region. Raises ReliefError."""
    chart, placed = op.face_chart, op.placed
    low, high = lifts(op)
    high = min(high, room(chart, placed))
    tools = []
    ends = None if op.walls.plain else _ends(placed, op, low, high)
    for region in placed.regions:
        tools.append(tool(region, chart, low, high, op.raised, ends))
        stopped()
    return tools


def _ends(
    placed: Placed, op: Operation, low: float, high: float
) -> Callable[[FaceChart], tuple[Head, Head]]:
    """What makes the two ends of a tool whose walls are slanted or whose cap is flat."""
    origin = np.array(placed.origin)

    def ends(chart: FaceChart) -> tuple[Head, Head]:
        sign = 1.0 if op.raised else -1.0
        cap = head_of(chart, origin, high if op.raised else low, op.walls)
        rest = other_end(chart, origin, low if op.raised else high, op.walls)
        far, near = (drafted(end, cap, op.walls, sign) for end in (cap, rest))
        return (near, far) if op.raised else (far, near)

    return ends


def room(chart: FaceChart, placed: Placed) -> float:
    """How far outwards a tool over the artwork may reach, mm."""
    return chart.room(np.concatenate([r.outer.points(4) for r in placed.regions]))
