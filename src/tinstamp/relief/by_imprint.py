"""Relief by direct imprint: new faces put into the old one, nothing combined."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import partial

from tinstamp.blank.kernel import compound
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import RunChart
from tinstamp.guarded.beside import Beside
from tinstamp.plan.station import Path
from tinstamp.relief.asked import Asked
from tinstamp.relief.bare_guard import left_out
from tinstamp.relief.carried import cells_along
from tinstamp.relief.carved import Carving
from tinstamp.relief.checking import LOG
from tinstamp.relief.clear import InTheWay, met_by, run_into
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.guard import fault, layer_under, stray, unlike_tool
from tinstamp.relief.heads import Head
from tinstamp.relief.imprint import Imprint, Stacked, imprint, together
from tinstamp.relief.joint_imprint import Across, joint_imprint
from tinstamp.relief.looked import looked_at
from tinstamp.relief.operation import Halt, Operation
from tinstamp.relief.own_face import comes_back, is_open
from tinstamp.relief.soundness import Finding, Look, is_valid
from tinstamp.relief.verify import VOLUME_STRAY, agrees, examine_imprint, is_closed

ONE_SIDED = (PlaneChart, CylinderChart, ConeChart)
"""Faces whose other side no normal reaches before it comes to what they are round about"""
MANY_CURVES = 150
"""curves of outlines, on a bent face, from which on a second process pays that sums up over them
meanwhile"""
SOFTENED_STRAY = 5e-4
"""The same as VOLUME_STRAY for walls with softened edges: where two curves meet at a corner that is
spread, they are carried on by their own bend, and the sum of sections carries them on straight."""


def by_imprint(
    solid: NamedSolid,
    op: Operation,
    expected: Callable[[], float],
    head: Head | None,
    asked: Asked,
    stack: Stacked | None = None,
    carving: Carving | None = None,
) -> tuple[Imprint, NamedSolid, float, float] | None:
    """The imprint, the body with it, and the change of its volume, mm³, measured and as it is to
    be; None when it does not pass, so that the boolean is tried. Raises InTheWay where it comes to
    another face."""
    plain = head is None and stack is None and carving is None and not op.tops
    by_caps = plain and op.face_chart.evenly_curved
    curves = sum(len(own) for region in op.placed.regions for own in region.outlines)
    long = carving is not None or not (by_caps or isinstance(op.face_chart.ground, PlaneChart))
    sums: list[Look] = [expected, partial(layer_under, asked)]
    begun: list[Look] = []
    if long and curves > MANY_CURVES:
        work = Beside(sums)
        begun, sums = [lambda: work.first(1)[0], lambda: work.first(2)[1]], []
    try:
        if carving is not None:
            made = carving.imprint(solid, op.face, op.placed.regions, op.stamp)
        else:
            made = imprint(
                solid, op.face, op.face_chart, op.placed.regions, op.signed, op.stamp, head,
                {at: top.height for top in op.tops for at in top.islands}, stack,
            )  # fmt: skip
            if op.walls.carry is not None:
                made = _in_cells(made, op, op.walls.carry)
    except CurveError:
        return None  # across the seam: not for this way
    after = together(solid, [made])
    looks = [partial(look, solid, after, asked) for look in (unlike_tool, stray)]
    section, along, volume_of, layer_of = [*looked_at(made).begin(*looks, *sums), *begun]
    met = run_into(solid, made) if op.depth else None
    leans = head is not None or stack is not None
    if met is None and op.depth and (leans or not _one_sided(op.face_chart)):
        met = op.face if comes_back(made, op.face_chart, op.signed) else None
    change = examine_imprint(made, after, op.face_chart, op.signed, plain)
    allowed = SOFTENED_STRAY if op.walls.softened else VOLUME_STRAY
    volume = volume_of()
    assert isinstance(volume, float)
    if change is None or not agrees(change, volume, allowed):
        return None
    if carving is not None and not looked_at(made).others_valid():
        return None
    if met is not None:
        raise InTheWay(met, op.raised)
    told = fault(
        solid, after, change, asked, partial(_words, along), partial(_words, section),
        partial(_layer, layer_of),
    )  # fmt: skip
    if told is not None:
        LOG.warning("the guard sends %s the long way: %s", op.stamp, told)
        return None
    return made, after, change, volume


def _one_sided(chart: FaceChart) -> bool:
    """True for faces that no normal comes to again."""
    return isinstance(chart.ground, ONE_SIDED) or is_open(chart)


def _in_cells(made: Imprint, op: Operation, path: Path) -> Imprint:
    """The same with cells that hold its letters on their way off the face."""
    blocks = [
        block.within(cells_along(region, op.face_chart, path))
        for block, region in zip(made.blocks, op.placed.regions, strict=True)
    ]
    return replace(made, blocks=tuple(blocks))


def _words(finding: Callable[[], Finding]) -> str | None:
    told = finding()
    assert told is None or isinstance(told, str)
    return told


def _layer(finding: Callable[[], Finding]) -> float | None:
    told = finding()
    assert told is None or isinstance(told, float)
    return told


def by_joint_imprint(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Across],
    op: Operation,
    expected: Callable[[], float],
    asked: Asked,
    stopped: Halt,
) -> tuple[NamedSolid, float, float] | None:
    """Regions that run over joints put into a solid, and the change of its volume, mm³, measured
    and as it is to be; None when that does not pass, so that the boolean is tried."""
    bent = not all(chart.members[k].chart.evenly_curved for parts in across for k, _ in parts)
    sums: Beside[Finding] = Beside([expected, partial(layer_under, asked)], bent)
    try:
        made = joint_imprint(solid, chart, across, op.signed, op.stamp, stopped)
    except CurveError as error:
        LOG.info("%s runs over joints the long way: %s", op.stamp, error)
        return None
    new, change = compound([*made.caps, *made.walls, *made.rest]), made.change
    looks: list[Look] = [partial(look, solid, made.solid, asked) for look in (stray, unlike_tool)]
    if asked.depth and not asked.clean:
        looks.append(partial(left_out, solid, made.solid, change, asked))
    found: Beside[Finding] = Beside([partial(is_valid, new), *looks], bent)
    if not is_closed(made.solid) or not found.first(1)[0]:
        LOG.info("%s runs over joints the long way: it is not sound", op.stamp)
        return None
    volume = sums.first(1)[0]
    assert isinstance(volume, float)
    if op.depth and not agrees(change, volume):
        LOG.info("%s runs over joints the long way: %g for %g mm³", op.stamp, change, volume)
        return None
    met = met_by(solid, [*made.caps, *made.walls], chart.faces) if op.depth else None
    if met is not None:
        LOG.info("%s runs over joints the long way: it comes to %s", op.stamp, met)
        return None
    told = fault(
        solid, made.solid, change, asked,
        lambda: _words(lambda: found.first(2)[1]),
        lambda: _words(lambda: found.first(3)[2]),
        lambda: _layer(lambda: sums.first(2)[1]), lambda: _words(lambda: found.first(4)[3]),
    )  # fmt: skip
    if told is not None:
        LOG.warning("the guard sends %s the long way: %s", op.stamp, told)
        return None
    return made.solid, change, volume
