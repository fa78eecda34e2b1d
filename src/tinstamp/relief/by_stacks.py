"""Walls of several stretches by tools, a solid for each region, and the general boolean: sections
of lines and softened edges where outlines run over an edge of their face, or over other relief.
"""

from __future__ import annotations

from dataclasses import replace

from OCP.TopoDS import TopoDS

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import face_on, solid_of
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.relief.asked import Asked
from tinstamp.relief.boolean import Cut, Tool
from tinstamp.relief.by_tools import OVERSHOOT, put_in, room
from tinstamp.relief.checking import bite
from tinstamp.relief.face_curves import CurveError, extent, face_loops
from tinstamp.relief.operation import Halt, Operation
from tinstamp.relief.softened import Ring, Stack
from tinstamp.relief.surfaces import ReliefError, own_surface, round_frame
from tinstamp.relief.walls import Span, Waller


def by_stacks(
    solid: NamedSolid, op: Operation, stack: Stack, expected: float, asked: Asked, stopped: Halt
) -> tuple[Cut, float]:
    """The body combined with the tools, and the change of its volume, mm³. Raises ReliefError."""
    return put_in(solid, stacked_tools(op, stack, stopped), op, expected, op.closed_form, asked)


def stacked_tools(op: Operation, stack: Stack, stopped: Halt) -> list[Tool]:
    """One for each region. Raises ReliefError."""
    over = bite(op) if op.raised else min(OVERSHOOT, room(op.face_chart, op.placed))
    tools = []
    for region in op.placed.regions:
        tools.append(stacked_tool(region, stack, over))
        stopped()
    return tools


def stacked_tool(region: Region, stack: Stack, over: float) -> Tool:
    """A region as a solid with such walls, which goes on straight `over` mm beyond the face.
    Raises ReliefError."""
    chart = stack.chart.on_own_surface((region.bounds[:2] + region.bounds[2:]) / 2)
    begun = (Ring(-over, stack.rings[0].inwards),) if over else ()
    whole = replace(stack, chart=chart, rings=(*begun, *stack.rings))
    heads, spans = list(whole.heads), whole.parts
    if whole.sign < 0.0:  # from the floor up, so that walls look outwards
        last = len(heads) - 1
        heads = heads[::-1]
        spans = [Span(last - s.high, last - s.low, s.weight) for s in spans[::-1]]
    low, *mids, high = heads
    begin, end = sorted(whole.sign * whole.rings[k].height for k in (0, -1))
    try:
        (loops,) = face_loops([region], chart, begin, end, (0.0, None), low, high, mids)
    except CurveError as error:
        raise ReliefError(f"an outline cannot be laid on the face: {error}") from error
    plain = own_surface(chart.ground)
    foot, rough = low.surface(extent(loops), plain)
    head, rougher = high.surface(extent(loops, head=True), plain)
    rough = max(rough, rougher, 2.0 * chart.fineness)
    waller = Waller(foot, head, round_frame(chart), end - begin, rough, spans)
    ring = [waller.walled(loop) for loop in loops]
    top = face_on(head, [r.head for r in ring], high.flipped)
    under = [TopoDS.Wire_s(r.foot.Reversed()) for r in ring]
    bottom = TopoDS.Face_s(face_on(foot, under, not low.flipped))
    names = ("end", "cap") if whole.sign > 0.0 else ("cap", "end")
    named = (
        NamedFace(names[0], bottom),
        NamedFace(names[1], top),
        *(NamedFace("wall", wall) for r in ring for wall in r.walls),
    )
    return Tool(solid_of([f.face for f in named]), named)
