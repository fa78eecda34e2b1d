"""Relief over joints: each face's part a shell, sewn to one tool."""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import replace
from functools import partial

import numpy as np

from tinstamp.artwork.split import Part
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import RunChart
from tinstamp.relief.boolean import Cut
from tinstamp.relief.by_imprint import by_joint_imprint
from tinstamp.relief.by_prisms import heights_of
from tinstamp.relief.by_tools import combined, lifts, room
from tinstamp.relief.by_tracing import WALL_REACH
from tinstamp.relief.checking import asked_of, bite, check_change, check_volume, cut_away
from tinstamp.relief.heads import FlatCap, Head, Slanted
from tinstamp.relief.operation import Halt, Made, Operation
from tinstamp.relief.run import across_volume, joined_tool, lean_of, on_ink, on_its_face
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.tracing import traced
from tinstamp.setting.place import Placed, on_member


def by_sewn_tools(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Sequence[tuple[int, Part]]],
    op: Operation,
    direct: bool,
    stopped: Halt,
) -> Made:
    """Regions that run over joints, directly where that can be. Raises ReliefError."""
    start = time.perf_counter()
    inside = not op.through and all(on_its_face(chart, parts) for parts in across)
    if direct and inside and not (op.fit.touches or op.fit.nested or op.fit.crowded):
        found = _directly(solid, chart, across, op, stopped)
        if found is not None:
            return found
    low, high = lifts(op) if op.depth else (0.0, WALL_REACH)
    for parts in across:
        for k, part in parts:
            member = chart.members[k]
            high = min(high, room(member.chart, on_member(member, [part.region], (0.0, 0.0))))
    tools = [joined_tool(chart, parts, low, high, op.raised, stopped) for parts in across]
    if not op.depth:
        marked = traced(solid, tools, op.stamp, lambda at: on_ink(chart, across, at))
        check_change(
            solid, Cut(marked, ()), 0.0, asked_of(chart, _joined(chart, across), op, False)
        )
        return Made(marked, "boolean", 0.0, 0.0, (), time.perf_counter() - start)
    expected = _volume(chart, across, op)
    cut, change = combined(solid, tools, op)
    closed_form = not op.through and all(on_its_face(chart, parts) for parts in across)
    check_volume(cut_away(cut, change), expected, closed_form, op)
    check_change(solid, cut, change, asked_of(chart, _joined(chart, across), op, False))
    known = expected if closed_form else None
    lean = max(lean_of(chart, parts) for parts in across)
    taken = time.perf_counter() - start
    return Made(cut.solid, "boolean", change, known, cut.loose, taken, None, lean)


def _directly(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Sequence[tuple[int, Part]]],
    op: Operation,
    stopped: Halt,
) -> Made | None:
    start = time.perf_counter()
    asked = asked_of(chart, _joined(chart, across), op, False)
    found = by_joint_imprint(
        solid, chart, across, op, partial(_volume, chart, across, op), asked, stopped
    )
    if found is None:
        return None
    marked, change, expected = found
    lean = max(lean_of(chart, parts) for parts in across) if op.depth else 0.0
    taken = time.perf_counter() - start
    return Made(marked, "imprint", change, expected, (), taken, None, lean)


def _volume(chart: RunChart, across: Sequence[Sequence[tuple[int, Part]]], op: Operation) -> float:
    """As it is to be, mm³ and signed."""
    return sum((across_volume(chart, parts, op.signed) for parts in across if op.depth), 0.0)


def by_slanted_tools(
    solid: NamedSolid,
    chart: RunChart,
    cast: CastChart,
    placed: Placed,
    across: Sequence[Sequence[tuple[int, Part]]],
    op: Operation,
    stopped: Halt,
) -> Made:
    """Regions that run over joints, their walls along the cast and their caps on each face's
    parallel. The tools' other ends are planes: clear of the part, or within it. `across` is
    parted where the caps meet. Raises ReliefError."""
    start = time.perf_counter()
    far = 2.0 * solid.extent
    if op.raised:
        heights, _ = heights_of(chart, cast, placed)
        if not np.isfinite(heights).all():
            raise ReliefError("raised over several faces, all of the artwork must lie on them")
        far = float(heights.min()) - bite(op)
        if float(heights.max()) - far > op.wall[0]:
            raise ReliefError("the part is too thin to carry parallel walls over so bent a run")
    origin, z = np.array(cast.sheet.frame.origin), cast.against
    x, y, up = map(float, origin + far * z)
    plane = PlaneChart((), replace(cast.frame, origin=(x, y, up)))

    def ends(own: FaceChart) -> tuple[Head, Head]:
        assert isinstance(own, CastChart)
        cap, other = Slanted(own, own, op.signed), FlatCap(own, plane, z)
        return (other, cap) if op.raised else (cap, other)

    low, high = sorted((op.signed, far))
    tools = [joined_tool(chart, parts, low, high, op.raised, stopped, ends) for parts in across]
    cut, change = combined(solid, tools, op)
    expected = 0.0
    for parts in across:
        for k, part in parts:
            own = chart.members[k].chart
            assert isinstance(own, CastChart)
            expected += Slanted(own, own, op.signed).volume([part.region])
    closed_form = not op.through and all(on_its_face(chart, parts) for parts in across)
    check_volume(cut_away(cut, change), expected, closed_form, op)
    check_change(solid, cut, change, asked_of(chart, _joined(chart, across), op, False))
    known = expected if closed_form else None
    return Made(cut.solid, "boolean", change, known, cut.loose, time.perf_counter() - start)


def _joined(chart: RunChart, across: Sequence[Sequence[tuple[int, Part]]]) -> Placed:
    """The regions that run over joints, on the run's own sheet."""
    regions = tuple(part.region for parts in across for _, part in parts)
    return Placed(regions, (0.0, 0.0), np.eye(2), np.zeros(2))
