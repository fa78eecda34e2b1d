"""Walls with draft, a section or softened edges over joints: a tool for each face, as if that went
on beyond the joint, cut off midway between both faces, and the general boolean.

So both faces' shares meet in a mitre: a plane along a straight joint, a cone along a round one,
with the same angle all along (see `relief.mitre`), and along any other what is ruled from it to
where the caps meet (`relief.ruled_mitre`).
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator, Sequence

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.clip import within
from tinstamp.artwork.outline import Region, evaluate
from tinstamp.artwork.split import Part
from tinstamp.blank.history import fused, renamed
from tinstamp.blank.kernel import Array, solids, volume
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import Member, RunChart
from tinstamp.relief.boolean import Tool
from tinstamp.relief.by_tools import TOGETHER, checked
from tinstamp.relief.checking import asked_of
from tinstamp.relief.mitre import Mitre, plane_mitre, round_mitre, step_at
from tinstamp.relief.operation import Halt, Made, Operation
from tinstamp.relief.ruled_mitre import RuledMitre
from tinstamp.relief.run import STRAIGHT_ON, lean_at
from tinstamp.relief.soundness import is_valid
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import agrees
from tinstamp.setting.fit import ink
from tinstamp.setting.place import Placed, on_member

Share = tuple[list[Tool], float]
"""Tools, and the volume of all, mm³"""
BEYOND = (1.0, 0.3, 2.0)
"""mm that a share goes on beyond a joint on a bent face, besides what its walls lean, as tried"""
ROUND_AT_MOST = 0.4
"""part of a turn that all of a region takes, to be laid whole on one cylinder"""
PLACES, LEAST_PLACES = 65, 9
"""of each piece of a joint that are looked at, those alone that lie near where there are more"""
OUTLINE_STEPS = 24
"""lines to a piece of an outline, for the angle at which it crosses a joint"""
ABOUT = 1.0
"""mm about a share that its joint is looked at"""
ABOUT_RULED = 3.0
"""mm about a region that its joint is ruled"""
RULINGS = 60
"""lines of a ruled mitre that it goes through, at most"""
ON_MITRE = 1e-4
"""mm that a share's outline may lie beyond the mitre that it ends in"""
TRIED = ((True, 0.0), (False, 0.0), (True, TOGETHER))
"""Whether shares of a region are joined first, and mm that are taken for none, as tried: the kernel
joins now the one, now the other"""
NOT_MET = "the shares of two faces do not meet at their joint"
CURVED = (
    "what runs over where two faces meet turns too far along that line for walls with draft, a "
    "section or softened edges: move it clear of there, or give that to each face by itself"
)


def by_mitred_tools(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Sequence[tuple[int, Part]]],
    op: Operation,
    tools_of: Callable[[int, Placed], Share],
    stopped: Halt,
) -> Made:
    """Regions that run over joints; `tools_of` makes those of regions on a member's face, and tells
    their volume, mm³. Raises ReliefError."""
    start = time.perf_counter()
    if op.through:
        raise ReliefError("what runs over where two faces meet is cut through with straight walls")
    size = 4.0 * solid.extent
    shares: list[list[Tool]] = []
    expected = 0.0
    regions: list[Region] = []
    for parts in across:
        region = op.placed.regions[parts[0][1].source]
        regions.append(region)
        own = [k for k, _ in parts]
        for_region: list[Tool] = []
        for k, part in parts:
            member = chart.members[k]
            (flat,) = ink([part.region])
            inside = member.to_space(np.array(flat.representative_point().coords[0]))
            mitres = [_mitre(chart, pair, inside, (region, flat), op)
                      for pair in _joints(chart, k, own)]  # fmt: skip
            feet = member.to_space(part.region.outer.points(16))
            if not all(mitre.beyond(feet).max() <= ON_MITRE for mitre in mitres):
                raise ReliefError(NOT_MET)  # the face itself goes on beyond the joint's line

            def laid(there: Sequence[Region], k: int = k) -> Share:
                return tools_of(k, on_member(chart.members[k], there, op.placed.origin))

            made, amount = _first(laid, _carried_on(region, member, flat, op))
            expected += amount  # of more than is left before the mitres
            for tool in made:
                for_region += _clipped(tool, mitres, size)
            stopped()
        shares.append(for_region)
    whole = Placed(tuple(regions), op.placed.origin, op.placed.matrix, op.placed.shift)
    asked = asked_of(chart, whole, op, False)

    told: ReliefError | None = None
    for as_one, near in TRIED:
        tools = [tool for own in shares for tool in (_as_one(own) if as_one else own)]
        try:
            cut, change = checked(solid, tools, op, expected, False, asked, near)
        except ReliefError as error:
            told = told or error
            stopped()
            continue
        break
    else:
        raise told or ReliefError(NOT_MET)
    taken = time.perf_counter() - start
    step = max(_step(chart, parts, op) for parts in across)
    return Made(cut.solid, "boolean", change, None, cut.loose, taken, step=step)


def _step(chart: RunChart, parts: Sequence[tuple[int, Part]], op: Operation) -> float:
    """mm that walls of a region are set off from one another at its joints, at most."""
    region, own = op.placed.regions[parts[0][1].source], [k for k, _ in parts]
    found = [0.0]
    for child, _ in {pair for k in own for pair in _joints(chart, k, own)}:
        member = chart.members[child]
        joint = evaluate(member.cut, np.linspace(0.0, 1.0, PLACES)).reshape(-1, 2)
        joint = joint[np.r_[True, np.linalg.norm(np.diff(joint, axis=0), axis=1) > 0.0]]
        found += [
            step_at(outline.points(OUTLINE_STEPS), joint, member.bend, op.depth)
            for outline in region.outlines
        ]
    return max(found)


def _first(make: Callable[[Sequence[Region]], Share], ways: Iterator[Sequence[Region]]) -> Share:
    """What is made of the first of several that can be made. Raises ReliefError of the last."""
    error = ReliefError(NOT_MET)
    for regions in ways:
        try:
            return make(regions)
        except ReliefError as told:  # where it was cut off, a piece may be too narrow
            error = told
    raise error


def _carried_on(
    region: Region, member: Member, share: BaseGeometry, op: Operation
) -> Iterator[Sequence[Region]]:
    """A region as far as it is laid on one member: all of it on a plane, and on a cylinder that it
    does not go far round; elsewhere its share and what lies a little beyond."""
    chart = member.chart
    if isinstance(chart, PlaneChart):
        yield [region]
        return
    if isinstance(chart, CylinderChart):
        across = np.ptp(member.into(region.outer.points(4))[:, 0])
        if across < ROUND_AT_MOST * chart.way_round(np.zeros(2)):
            yield [region]
    leans = 2.0 * (op.walls.slope * op.depth + _leans(op))
    for beyond in BEYOND:
        hull = share.convex_hull.simplify(beyond / 5.0)  # of a bent joint many short lines
        area = hull.buffer(leans + beyond, join_style="mitre", mitre_limit=3.0)
        yield within([region], area)


def _leans(op: Operation) -> float:
    """mm that walls come in from the outlines at the most."""
    walls = op.walls
    found = max(walls.spread, walls.cap_edge.size, walls.foot_edge.size)
    if walls.groove is not None:
        found = max(found, abs(walls.groove.inwards))
    if walls.carve is not None:
        found = max(found, op.depth * walls.carve)
    return found


def _joints(chart: RunChart, k: int, own: Sequence[int]) -> list[tuple[int, int]]:
    """The joints of a member with others of these: what goes on, and what it goes on from."""
    found = [(n, k) for n in own if chart.members[n].parent == k]
    parent = chart.members[k].parent
    return [*found, *([(k, parent)] if parent in own else [])]


def _mitre(
    chart: RunChart, joint: tuple[int, int], inside: Array, ink_there: tuple[Region, BaseGeometry],
    op: Operation,
) -> Mitre:  # fmt: skip
    """What lies midway between two members at their joint, where a region's share of one of them
    comes to it on the sheet; what is beyond lies away from a point in space on that. Raises
    ReliefError."""
    one, other = (chart.members[n] for n in joint)
    region, share = ink_there
    flat = _near(evaluate(one.cut, np.linspace(0.0, 1.0, PLACES)).reshape(-1, 2), share)
    points = one.to_space(flat)
    normals = one.chart.normal(one.into(flat)) + other.chart.normal(other.into(flat))
    plane = plane_mitre(points, normals, inside)
    if plane is not None:
        return plane
    found = round_mitre(points, normals, inside)
    if found is not None and not (op.walls.softened or op.walls.carve is not None):
        return found
    return _ruled(one, other, inside, region, op)


def _ruled(one: Member, other: Member, inside: Array, region: Region, op: Operation) -> RuledMitre:
    """Along any joint. Raises ReliefError."""
    flat = evaluate(one.cut, np.linspace(0.0, 1.0, PLACES)).reshape(-1, 2)
    t = np.concatenate([k + np.linspace(0.0, 1.0, PLACES) for k in range(len(one.cut))])
    (whole,) = ink([region])
    stretch = _stretch_about(flat, whole)
    flat, t = flat[stretch], t[stretch] / len(one.cut)
    points = one.to_space(flat)
    if abs(one.bend) < STRAIGHT_ON:
        ways = one.chart.normal(one.into(flat)) + other.chart.normal(other.into(flat))
    else:
        ways = (lean_at(one, other, one).tops(t, op.signed) - points) * np.sign(op.signed)
    found = RuledMitre.of(points, ways, inside)
    if found.turns_too_far:
        raise ReliefError(CURVED)
    return found


def _stretch_about(flat: Array, shape: BaseGeometry) -> NDArray[np.int64]:
    """Which of the places of a joint, (n, 2), lie about a shape, one after the other, a few of
    them."""
    away = shapely.distance(shape, shapely.points(flat))
    first = last = int(np.argmin(away))
    while first > 0 and away[first - 1] < ABOUT_RULED:
        first -= 1
    while last < len(flat) - 1 and away[last + 1] < ABOUT_RULED:
        last += 1
    return np.unique(np.linspace(first, last, RULINGS).round().astype(int))


def _near(flat: Array, shape: BaseGeometry) -> Array:
    """The places of a joint, (n, 2), about a shape; all where those are few."""
    reach = shapely.box(*shape.buffer(ABOUT).bounds)
    near = shapely.contains_xy(reach, flat[:, 0], flat[:, 1])
    return flat[near] if near.sum() > LEAST_PLACES else flat


def _as_one(shares: Sequence[Tool]) -> Sequence[Tool]:
    """The shares of a region joined where they meet, so that the part is not asked to do so too;
    themselves, where the kernel makes something else of them."""
    first, *rest = shares
    operation = fused([first.solid], [tool.solid for tool in rest], add=True) if rest else None
    if operation is None:
        return shares
    whole = solids(operation.Shape())
    if len(whole) > 1 or not is_valid(whole[0]):
        return shares
    if not agrees(volume(whole[0]), sum(volume(tool.solid) for tool in shares)):
        return shares
    before = [face for tool in shares for face in tool.faces]
    return [Tool(whole[0], renamed(operation, whole, before, "end").faces)]


def _clipped(tool: Tool, mitres: Sequence[Mitre], size: float) -> list[Tool]:
    """What of a tool lies before mitres. Raises ReliefError."""
    left = [tool]
    for mitre in mitres:
        found: list[Tool] = []
        for one in left:
            operation = fused([one.solid], [mitre.solid(size)], add=False)
            if operation is None:
                raise ReliefError(NOT_MET)
            for part in solids(operation.Shape()):
                faces = renamed(operation, [part], one.faces, "end").faces
                found.append(Tool(part, faces))
        left = found
    return left
