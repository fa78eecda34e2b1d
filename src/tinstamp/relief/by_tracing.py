"""Marks without depth: the face is parted along the tools' walls."""

from __future__ import annotations

from tinstamp.blank.solid import NamedSolid
from tinstamp.relief.asked import Asked
from tinstamp.relief.boolean import Cut, tool
from tinstamp.relief.by_tools import room
from tinstamp.relief.checking import check_change
from tinstamp.relief.operation import Operation
from tinstamp.relief.run import inked
from tinstamp.relief.tracing import traced

WALL_REACH = 0.1
"""mm; how far the walls that trace a mark reach to both sides of the face."""


def by_tracing(solid: NamedSolid, op: Operation, asked: Asked) -> NamedSolid:
    """The body with the mark. Raises ReliefError."""
    chart, regions = op.face_chart, op.placed.regions
    high = min(WALL_REACH, room(chart, op.placed))
    tools = [tool(region, chart, 0.0, high, False) for region in regions]
    marked = traced(solid, tools, op.stamp, lambda at: inked(chart, regions, at))
    check_change(solid, Cut(marked, ()), 0.0, asked)
    return marked
