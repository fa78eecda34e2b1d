"""Walls with draft, a section or softened edges over joints: a tool for each face, as if that went
on beyond the joint, cut off in the plane midway between both faces, and the general boolean.

So both faces' shares meet in a mitre. Joints must be straight, with the same angle all along.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator, Sequence

import numpy as np
from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox
from OCP.gp import gp_Ax2
from OCP.TopoDS import TopoDS_Solid
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.clip import within
from tinstamp.artwork.outline import Region, evaluate
from tinstamp.artwork.split import Part
from tinstamp.blank.history import fused, renamed
from tinstamp.blank.kernel import Array, direction, extent_of, point, solids
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import Member, RunChart
from tinstamp.relief.boolean import Tool
from tinstamp.relief.by_tools import combined
from tinstamp.relief.checking import asked_of, check_change, check_volume, cut_away
from tinstamp.relief.operation import Halt, Made, Operation
from tinstamp.relief.surfaces import ReliefError
from tinstamp.setting.fit import ink
from tinstamp.setting.place import Placed, on_member

Share = tuple[list[Tool], float]
"""Tools, and the volume of all, mm³"""
BEYOND = (1.0, 0.3, 2.0)
"""mm that a share goes on beyond a joint on a bent face, besides what its walls lean, as tried"""
ROUND_AT_MOST = 0.4
"""part of a turn that all of a region takes, to be laid whole on one cylinder"""
STRAIGHT = 1e-5
"""mm that a joint may stray from a line, and a part that normals may turn along it"""
PLACES = 17
"""of each piece of a joint that are looked at"""
ON_PLANE = 1e-4
"""mm that a share's outline may lie beyond the plane that it ends in"""
NOT_MET = "the shares of two faces do not meet at their joint"
CURVED = (
    "what runs over where two faces meet along a curve has walls without draft, a section or "
    "softened edges: move it clear of there, or give that to each face by itself"
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
    size = 4.0 * extent_of(solid.shape)
    tools: list[Tool] = []
    expected = 0.0
    regions: list[Region] = []
    for parts in across:
        region = op.placed.regions[parts[0][1].source]
        regions.append(region)
        own = [k for k, _ in parts]
        for k, part in parts:
            member = chart.members[k]
            (flat,) = ink([part.region])
            inside = member.to_space(np.array(flat.representative_point().coords[0]))
            planes = [_mitre(chart, *pair, inside) for pair in _joints(chart, k, own)]
            feet = member.to_space(part.region.outer.points(16))
            if not all(((feet - at) @ normal).max() <= ON_PLANE for at, normal in planes):
                raise ReliefError(NOT_MET)  # the face itself goes on beyond the joint's line

            def laid(there: Sequence[Region], k: int = k) -> Share:
                return tools_of(k, on_member(chart.members[k], there, op.placed.origin))

            made, amount = _first(laid, _carried_on(region, member, flat, op))
            expected += amount  # of more than is left before the mitres
            for tool in made:
                tools += _clipped(tool, planes, size)
            stopped()
    cut, change = combined(solid, tools, op)
    check_volume(cut_away(cut, change), expected, False, op)
    whole = Placed(tuple(regions), op.placed.origin, op.placed.matrix, op.placed.shift)
    check_change(solid, cut, change, asked_of(chart, whole, op, False))
    return Made(cut.solid, "boolean", change, None, cut.loose, time.perf_counter() - start)


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
        area = share.convex_hull.buffer(leans + beyond, join_style="mitre", mitre_limit=3.0)
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


def _mitre(chart: RunChart, child: int, parent: int, inside: Array) -> tuple[Array, Array]:
    """A point of the plane midway between two members at their joint, and its normal, away from a
    point in space on one of them. Raises ReliefError where the joint is curved."""
    one, other = chart.members[child], chart.members[parent]
    flat = evaluate(one.cut, np.linspace(0.0, 1.0, PLACES)).reshape(-1, 2)
    points = one.to_space(flat)
    along = points[-1] - points[0]
    along /= np.linalg.norm(along)
    off = points - points[0]
    bent = np.linalg.norm(off - (off @ along)[:, None] * along, axis=1).max()
    normals = one.chart.normal(one.into(flat)) + other.chart.normal(other.into(flat))
    turned = np.abs(normals - normals[0]).max()
    if not (bent < STRAIGHT and turned < STRAIGHT):
        raise ReliefError(CURVED)
    normal = np.cross(along, normals[0])
    normal /= np.linalg.norm(normal)
    return points[0], normal if (inside - points[0]) @ normal < 0.0 else -normal


def _clipped(tool: Tool, planes: Sequence[tuple[Array, Array]], size: float) -> list[Tool]:
    """What of a tool lies before planes. Raises ReliefError."""
    left = [tool]
    for at, normal in planes:
        found: list[Tool] = []
        for one in left:
            beyond = _half_space(at, normal, size)
            operation = fused([one.solid], [beyond], add=False)
            if operation is None:
                raise ReliefError(NOT_MET)
            for part in solids(operation.Shape()):
                faces = renamed(operation, [part], one.faces, "end").faces
                found.append(Tool(part, faces))
        left = found
    return left


def _half_space(at: Array, normal: Array, size: float) -> TopoDS_Solid:
    """A box of that size on a plane, on the side that its normal looks to."""
    side = np.cross(normal, np.eye(3)[int(np.argmin(np.abs(normal)))])
    side /= np.linalg.norm(side)
    corner = at - size * (side + np.cross(normal, side)) / 2.0
    axes = gp_Ax2(point(corner.tolist()), direction(normal.tolist()), direction(side.tolist()))
    return BRepPrimAPI_MakeBox(axes, size, size, size).Solid()
