"""The executor: which way an operation is built, and what it is held against."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property, partial

import numpy as np
import shapely

from tinstamp.artwork.clip import within
from tinstamp.artwork.split import Part
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.cast import GRAZING, CastChart
from tinstamp.chart.run import Member, RunChart, area_of_face
from tinstamp.relief.asked import Asked
from tinstamp.relief.at_edges import parted
from tinstamp.relief.boolean import Tool
from tinstamp.relief.by_carving import by_carving, carved_tools
from tinstamp.relief.by_imprint import by_imprint
from tinstamp.relief.by_mitred_tools import by_mitred_tools
from tinstamp.relief.by_piercing import by_piercing
from tinstamp.relief.by_prisms import by_prisms
from tinstamp.relief.by_rounds import by_rounds
from tinstamp.relief.by_sewn_tools import by_sewn_tools, by_slanted_tools
from tinstamp.relief.by_stacks import by_stacks, stacked_tools
from tinstamp.relief.by_tools import by_tools, tools_of
from tinstamp.relief.by_tracing import by_tracing
from tinstamp.relief.carried import Trail
from tinstamp.relief.carved import Carving
from tinstamp.relief.checking import asked_of, cast_of
from tinstamp.relief.clear import InTheWay
from tinstamp.relief.depths import depths_of
from tinstamp.relief.draft import Drafted, check_draft, drafted
from tinstamp.relief.fields_over_joints import field_over_run
from tinstamp.relief.grooved import check_groove, groove_stack, on_face
from tinstamp.relief.heads import Head, check_facing, head_of
from tinstamp.relief.imprint import Imprint, Stacked
from tinstamp.relief.leaning import run_carried_on
from tinstamp.relief.operation import Halt, Made, Operation, on_and_on
from tinstamp.relief.run import check_corners, cut_at, meets_itself, shares
from tinstamp.relief.softened import Stack, check_stack, stack_of
from tinstamp.relief.surfaces import ReliefError
from tinstamp.setting.fit import TOUCHING, face_about, fit
from tinstamp.setting.place import Placed, on_member

LOG = logging.getLogger("tinstamp.relief")
ALL_OFF = 1e-4
"""Part of letters beyond an edge that may lie on the face and be left out."""


def execute(
    solid: NamedSolid, op: Operation, direct: bool = True, stopped: Halt = on_and_on
) -> Made:
    """Do it and check. `direct` allows the direct imprint; `stopped` may raise to give up.

    Raises ReliefError when no sound body can be made.
    """
    if op.fit.off_area > 0.999 * op.placed.area:
        raise ReliefError("all of the artwork lies off the face")
    cast = cast_of(op.chart)
    if op.over and cast is not None and op.walls.slanted and op.walls.flat:
        if op.walls.draft:
            raise ReliefError("cast over several faces walls have no draft")
        if op.walls.rises:
            raise ReliefError("cast over several faces a flat cap does not rise")
        return by_prisms(solid, op.chart, cast, op.placed, op, stopped)
    if isinstance(op.chart, RunChart):
        return _over_run(solid, op.chart, op, direct, stopped)
    op = _clipped(op)
    if not op.placed.regions:
        raise ReliefError("all of the artwork misses the face")
    return _on_one_face(solid, op, direct, stopped)


def imprinted(solid: NamedSolid, op: Operation) -> tuple[Imprint, Made] | None:
    """The direct imprint of an operation, checked as it is on this solid alone; None when it is
    not for that way, or does not pass.

    Imprints made so for one solid can be put into it `together` when their artwork does not
    meet.
    """
    if op.fit.off_area > 0.999 * op.placed.area or isinstance(op.chart, RunChart):
        return None
    if op.over and op.walls.slanted and op.walls.flat and cast_of(op.chart) is not None:
        return None
    if op.fit.nested:  # held against the body as it is then
        return None
    op = _clipped(op)
    try:
        found = _directly(solid, op, _Expected.of(op)) if op.placed.regions else None
    except InTheWay:
        return None
    return None if found is None or found[0].moved else found


@dataclass(frozen=True)
class _Expected:
    """What an operation on one face is to give: what sums up its volume, mm³, its head and their
    lengths."""

    sum: Callable[[], float]
    head: Head | None
    depths: tuple[float, float] | None
    asked: Asked
    stack: Stacked | None = None
    carving: Carving | None = None

    @classmethod
    def of(cls, op: Operation) -> _Expected:
        chart, regions = op.face_chart, op.placed.regions
        asked = asked_of(chart, op.placed, op, op.closed_form)
        if op.walls.plain or not op.depth:
            return cls(partial(_plain_volume, op), None, None, asked)
        if op.walls.carve is not None:
            sign = 1.0 if op.raised else -1.0
            carving = Carving.of(chart, regions, op.depth, op.walls.carve, sign)
            return cls(lambda: carving.volume, None, None, asked, carving=carving)
        if op.walls.carry is not None:
            trail = Trail.of(chart, op.walls.carry, regions)
            return cls(partial(trail.volume, regions), None, None, asked, trail)
        if op.walls.softened:
            stack = stacked(op)
            return cls(partial(stack.volume, regions), None, None, asked, stack)
        origin = np.array(op.placed.origin)
        if op.walls.slanted:
            check_facing(chart, origin, regions, op.walls.pull)
        cap = head_of(chart, origin, op.signed, op.walls)
        depths = None
        if op.walls.slanted or op.walls.flat or op.walls.rises or op.walls.level is not None:
            depths = depths_of(cap, regions, op.signed)
        head = drafted(cap, cap, op.walls, np.sign(op.signed))
        if isinstance(head, Drafted):
            check_draft(head, regions, op.depth)
        return cls(partial(head.volume, regions), head, depths, asked)

    @cached_property
    def volume(self) -> float:
        """mm³"""
        return self.sum()


def _plain_volume(op: Operation) -> float:
    chart = op.face_chart
    whole = chart.relief_volume(op.placed.regions, op.signed)
    return whole + sum(chart.relief_volume(top.letters, top.height) for top in op.tops)


def stacked(op: Operation) -> Stack:
    """Walls of several stretches. Raises OrderError where they do not fit."""
    chart, regions, sign = op.face_chart, op.placed.regions, float(np.sign(op.signed))
    groove = op.walls.groove
    if groove is not None:
        groove = on_face(groove, chart, regions, sign)
        stack = groove_stack(chart, groove, sign)
        check_groove(stack, groove, regions)
        return stack
    stack = stack_of(chart, op.depth, sign, op.walls)
    check_stack(stack, regions)
    return stack


def _directly(solid: NamedSolid, op: Operation, it: _Expected) -> tuple[Imprint, Made] | None:
    start = time.perf_counter()
    if not op.closed_form or op.face_chart.own_surface or op.all_round:
        return None  # what has no ends has no outline of its own that could be set into the face
    found = by_imprint(solid, op, it.sum, it.head, it.asked, it.stack, it.carving)
    if found is None:
        return None
    imprint, marked, change, volume = found
    taken = time.perf_counter() - start
    return imprint, Made(marked, "imprint", change, volume, (), taken, it.depths)


def _on_one_face(solid: NamedSolid, op: Operation, direct: bool, stopped: Halt) -> Made:
    start = time.perf_counter()
    it = _Expected.of(op)
    way: InTheWay | None = None
    try:
        found = _directly(solid, op, it) if direct else None
        if found is not None:
            return found[1]
    except InTheWay as error:  # a boolean may join it to what is there
        way = error
    made = by_piercing(solid, op, it.asked) if direct else None
    if made is None and direct:
        made = by_rounds(solid, op, it.volume, it.asked, stopped)
    if made is not None:
        return made
    stopped()
    if way is not None and (op.tops or op.walls.carry is not None):
        raise way
    if op.tops:
        raise ReliefError(
            "letters that end above or below the face need a field within one face, clear of its "
            "edges and of other relief"
        )
    if op.walls.carry is not None:
        raise ReliefError(
            "letters that lean or bend over need a place within one face, clear of its edges, and "
            "nothing else where they come over it"
        )
    apart = _in_parts(solid, op, stopped) if direct else None
    if apart is not None:
        return apart
    if it.carving is not None:
        if op.through:
            raise way or ReliefError("ink that is carved to its middle does not cut through")
        try:
            cut, change = by_carving(solid, op, it.carving, it.asked, stopped)
        except ReliefError as error:
            raise way or error from error
        known = it.volume if op.closed_form else None
        return Made(cut.solid, "boolean", change, known, cut.loose, time.perf_counter() - start)
    if it.stack is not None:
        if op.through or not isinstance(it.stack, Stack):
            raise way or ReliefError("lines with a section, and softened edges, do not cut through")
        try:
            cut, change = by_stacks(solid, op, it.stack, it.volume, it.asked, stopped)
        except ReliefError as error:
            raise way or error from error
        known = it.volume if op.closed_form else None
        taken = time.perf_counter() - start
        return Made(cut.solid, "boolean", change, known, cut.loose, taken, it.depths)
    if not op.depth:
        marked = by_tracing(solid, op, it.asked)
        return Made(marked, "boolean", 0.0, 0.0, (), time.perf_counter() - start)
    try:
        cut, change = by_tools(solid, op, it.volume, it.asked, stopped)
    except ReliefError as error:
        raise way or error from error
    known = it.volume if op.closed_form else None
    taken = time.perf_counter() - start
    return Made(cut.solid, "boolean", change, known, cut.loose, taken, it.depths)


def _in_parts(solid: NamedSolid, op: Operation, stopped: Halt) -> Made | None:
    """What meets the face's edges by itself, then an imprint of what lies within them; None where
    it cannot be parted, or the imprint does not pass."""
    parts = parted(op)
    if parts is None:
        return None
    inner, outer = parts
    first: Made | None = None
    try:
        if outer.fit.off_area < (1.0 - ALL_OFF) * outer.placed.area:
            first = _on_one_face(solid, outer, True, stopped)
    except ReliefError as error:  # all at once may still pass
        LOG.info("not built in parts: %s", error)
        return None
    found = _directly(first.solid if first is not None else solid, inner, _Expected.of(inner))
    if found is None:
        return None
    return found[1] if first is None else first.followed_by(found[1])


def _clipped(op: Operation) -> Operation:
    """The operation, of one that a cast does not wholly lay on its face what it does."""
    chart = op.chart
    if not isinstance(chart, CastChart) or reached(chart, op.placed):
        return op
    placed = landed(chart, op.placed)
    edge = to_edge(chart, placed) if placed.regions else None
    return replace(op, placed=placed, fit=replace(op.fit, edge=edge))


def _over_joints(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Sequence[tuple[int, Part]]],
    op: Operation,
    direct: bool,
    stopped: Halt,
) -> Made:
    """What runs over joints: walls that lean, and what cannot be made otherwise, in a mitre. Raises
    ReliefError."""
    told: ReliefError | None = None
    for parts in across:
        check_corners(chart, parts)
    if not op.depth or not op.walls.leaning:
        try:
            return by_sewn_tools(solid, chart, across, op, direct, stopped)
        except ReliefError as error:
            if not op.depth or cast_of(chart) is not None:
                raise
            told = error
    try:
        return by_mitred_tools(
            solid, chart, across, op,
            lambda k, placed: _tools(_on(chart.members[k], op, placed), stopped), stopped,
        )  # fmt: skip
    except ReliefError as error:
        raise (told or error) from error


def _over_run(
    solid: NamedSolid, chart: RunChart, op: Operation, direct: bool, stopped: Halt
) -> Made:
    """Relief over several faces: what lies within one of them as on that face alone, what runs
    over a joint by tools that are sewn there. Raises ReliefError."""
    chart = run_carried_on(chart)
    parts = shares(chart, op.placed.regions)
    if meets_itself(chart, parts):
        raise ReliefError(
            "the artwork is longer than the way round: its ends would lie on one another"
        )
    if not op.depth:  # what comes to an edge is traced like what runs over a joint
        parts = parts.traced()
    cast = cast_of(chart)
    one_way = cast is not None and not op.walls.flat
    if op.tops:
        return field_over_run(
            solid, chart, op, lambda bare: _over_run(solid, chart, bare, direct, stopped)
        )
    if op.depth:
        _check_walls(op, one_way, bool(parts.across))
    whole: Made | None = None
    if cast is not None and op.depth and op.walls.slanted:
        parts = shares(cut_at(chart, cast, op.signed), op.placed.regions)
        _check_walls(op, one_way, bool(parts.across))
        if parts.across:
            whole = by_slanted_tools(solid, chart, cast, op.placed, parts.across, op, stopped)
    elif parts.across:  # first, while the part has few faces
        whole = _over_joints(solid, chart, parts.across, op, direct, stopped)
    for share in (parts.within, parts.beyond):
        for k, regions in share.items():
            member = chart.members[k]
            there = on_member(member, regions, op.placed.origin)
            mine = _on(member, op, there)
            if isinstance(member.chart, CastChart) and not reached(member.chart, there):
                mine = _clipped(mine)
                if not mine.placed.regions:
                    continue
                own = replace(fit(mine.placed, member.chart), edge=mine.fit.edge)
            else:
                own = fit(there, member.chart)
            mine = replace(mine, fit=replace(own, touches=op.fit.touches, nested=op.fit.nested))
            now = whole.solid if whole is not None else solid
            made = execute(now, mine, direct, stopped)
            whole = made if whole is None else whole.followed_by(made)
    if whole is None:
        raise ReliefError("all of the artwork misses the faces")
    return whole


def _on(member: Member, op: Operation, placed: Placed) -> Operation:
    """The operation on one face of a run."""
    walls = op.walls
    if walls.carry is not None:
        walls = replace(walls, carry=walls.carry.moved(member.into))
    return replace(op, face=member.face, chart=member.chart, placed=placed, over=False, walls=walls)


def _tools(op: Operation, stopped: Halt) -> tuple[list[Tool], float]:
    """The tools of an operation on one face, and the volume that it is to have, mm³. Raises
    ReliefError."""
    it = _Expected.of(op)
    if it.carving is not None:
        return carved_tools(op, it.carving, stopped), it.volume
    if isinstance(it.stack, Stack):
        return stacked_tools(op, it.stack, stopped), it.volume
    return tools_of(op, stopped), it.volume


def _check_walls(op: Operation, one_way: bool, across: bool) -> None:
    """Raises ReliefError for walls that relief over several faces cannot have; `across` where some
    of it runs over a joint, `one_way` for a projection."""
    walls = op.walls
    if across and one_way and walls.leaning:
        raise ReliefError(
            "what a projection casts over where two faces meet has walls without draft, a section "
            "or softened edges: move it clear of there, or give that to each face by itself"
        )
    if across and walls.carry is not None:
        raise ReliefError(
            "letters that lean or bend over stand on one face each: move them clear of where two "
            "meet, or let them stand upright"
        )
    lies = walls.slanted or walls.flat or walls.rises or walls.level is not None
    if lies and not one_way:
        raise ReliefError(
            "over several faces walls run square to each face and caps follow it; parallel "
            "walls and flat caps need a projection there, onto one side"
        )


def landed(chart: CastChart, placed: Placed) -> Placed:
    """What of the artwork a cast lays on its face, ending where it only grazes it."""
    landed = within(placed.regions, area_of_face(chart.outline))
    return replace(placed, regions=tuple(landed), bent=True)


def to_edge(chart: CastChart, placed: Placed) -> float | None:
    """From the ink on the face to the face's edge, mm on its own sheet; None when it is over
    or at it."""
    rings = [chart.to_base(r.outer.points(12)) for r in placed.regions]
    if not all(np.isfinite(ring).all() for ring in rings):
        return None
    whole = shapely.MultiPolygon([shapely.Polygon(ring) for ring in rings])
    face, edges = face_about(chart.base, np.concatenate(rings).mean(axis=0))
    distance = float(edges.distance(whole))
    return distance if face.contains(whole) and distance > TOUCHING else None


def reached(chart: CastChart, placed: Placed) -> bool:
    """True when the cast meets the face, and does not graze it, all along the outlines."""
    points = np.concatenate([r.outer.points(6) for r in placed.regions])
    at = chart.to_base(points)
    if not np.isfinite(at).all():
        return False
    facing = chart.base.normal(at) @ chart.against
    return bool(facing.min() > 0.5 * GRAZING)
