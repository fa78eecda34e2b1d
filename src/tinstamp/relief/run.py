"""Relief over a run of faces.

What lies within one face of the run goes the usual way. What runs on over a joint is made of a
tool for each face, cut along the joint and sewn there, so that walls follow each face's normals
and caps each face; its solid is then combined with the part. Where faces meet at an angle the
walls lean to the middle between both normals at the joint, and the caps meet there.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import combinations

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Region, evaluate
from tinstamp.artwork.split import Part, SplitError, uncut
from tinstamp.blank.kernel import Array, solids
from tinstamp.blank.sewing import SewError, sewn
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.joint import joint_line
from tinstamp.chart.run import Member, RunChart
from tinstamp.relief.boolean import Tool, hull
from tinstamp.relief.heads import Head
from tinstamp.relief.leaning import Lean, Leaning, base_of, gain, on_base, rim_of, shift
from tinstamp.relief.surfaces import OrderError, ReliefError
from tinstamp.setting.fit import fit, ink
from tinstamp.setting.place import on_member

EDGES_APART = 2e-5
"""mm; edges of tools that meet at a joint may be that far apart."""
STRAIGHT_ON = 2e-3
"""Degrees; faces that meet at less go straight on."""
POLYGONS_STRAY = 2e-3
"""mm; polygons that stand for faces may be that far off."""
ON_FACE = 1e-4
"""mm; a point that is further off a face does not lie on it."""


@dataclass(frozen=True)
class Shares:
    """Artwork over a run, by what it takes to build.

    Attributes
    ----------
    within : for members by their number, what lies clear inside them, on the run's sheet.
    beyond : the same, what hangs over an edge of the run there.
    across : parts that make one region together, by member.
    """

    within: dict[int, list[Region]]
    beyond: dict[int, list[Region]]
    across: list[list[tuple[int, Part]]]

    def traced(self) -> Shares:
        """The same for a mark without depth: what hangs over an edge goes with the rest."""
        alone = [[(k, uncut(r))] for k, regions in self.beyond.items() for r in regions]
        return Shares(self.within, {}, [*self.across, *alone])


_SHARES: Kept[tuple[Sequence[Region], Shares]] = Kept(16)
"""of runs, by the very artwork that they are of, which lives as long as they do"""


def shares(chart: RunChart, regions: Sequence[Region]) -> Shares:
    """Part artwork by faces. Raises ReliefError."""
    return _SHARES.get(chart, id(regions), lambda: (regions, _shares(chart, regions)))[1]


def _shares(chart: RunChart, regions: Sequence[Region]) -> Shares:
    try:
        by_member = chart.parted(regions)
    except SplitError as error:
        raise ReliefError(str(error)) from error
    within: dict[int, list[Region]] = {}
    beyond: dict[int, list[Region]] = {}
    across: dict[tuple[int, int], list[tuple[int, Part]]] = {}
    for k, parts in enumerate(by_member):
        for part in parts:
            if not part.whole:
                across.setdefault((root_of(chart, k), part.source), []).append((k, part))
            elif _clear(chart.members[k], part.region):
                within.setdefault(k, []).append(part.region)
            else:
                beyond.setdefault(k, []).append(part.region)
    return Shares(within, beyond, list(across.values()))


def meets_itself(chart: RunChart, parts: Shares) -> bool:
    """True when the ends of artwork that goes all the way round lie on one another."""
    by_member: dict[int, list[Region]] = {}
    for share in (parts.within, parts.beyond):
        for k, regions in share.items():
            by_member.setdefault(k, []).extend(regions)
    for k, part in (own for region in parts.across for own in region):
        by_member.setdefault(k, []).append(part.region)
    by_face: dict[str, list[int]] = {}
    for k in by_member:
        by_face.setdefault(chart.members[k].face, []).append(k)
    for members in by_face.values():
        if len(members) > 1:
            laid = [_on_own_face(chart.members[k], by_member[k]) for k in members]
            if any(a.intersects(b) for a, b in combinations(laid, 2)):
                return True
    return False


def _on_own_face(member: Member, regions: Sequence[Region]) -> BaseGeometry:
    """Ink of a run's sheet on that of a member's face."""
    flat = shapely.union_all(ink(regions), grid_size=1e-7)
    there = shapely.transform(flat, lambda xy: on_base(member.chart, member.into(xy)))
    return shapely.make_valid(there)


def cut_at(chart: RunChart, cast: CastChart, lift: float) -> RunChart:
    """A projected run with its faces parted where their parallels meet, `lift` mm above them, as
    the cast sees it: for walls that run along it. Raises ReliefError."""

    def moved(member: Member) -> Member:
        if member.parent < 0:
            return member
        xy = evaluate(member.cut, np.linspace(0.0, 1.0, 9)).reshape(-1, 2)
        own = chart.members[member.parent]
        q = on_base(own.chart, xy)
        if abs(member.bend) >= STRAIGHT_ON:
            lean = lean_at(own, member, member)
            q = q + shift((lean,), q, lift)
        seen = cast.seen(base_of(own.chart).to_space(q, lift))
        keep = np.concatenate([[True], np.linalg.norm(np.diff(seen, axis=0), axis=1) > 1e-9])
        return replace(member, cut=joint_line(seen[keep & np.isfinite(seen).all(axis=1)]))

    return replace(chart, members=tuple(moved(p) for p in chart.members))


def root_of(chart: RunChart, k: int) -> int:
    """The first member of the tree that member `k` is of."""
    while chart.members[k].parent >= 0:
        k = chart.members[k].parent
    return k


def _clear(member: Member, region: Region) -> bool:
    alone = on_member(member, [region], (0.0, 0.0))
    return fit(alone, member.chart).edge is not None


def joined_tool(
    chart: RunChart,
    parts: Sequence[tuple[int, Part]],
    low: float,
    high: float,
    cap_is_high: bool,
    stopped: Callable[[], None],
    own_ends: Callable[[FaceChart], tuple[Head, Head]] | None = None,
) -> Tool:
    """One region that runs over joints as a solid between two lifts, mm, or with `own_ends`
    between the heads that those are for each member's chart. Raises ReliefError."""
    members = []
    loose = EDGES_APART
    for k, part in parts:
        member = chart.members[k]
        own = part.transformed(member.into.matrix, member.into.shift)
        ends = own_ends
        if own_ends is None:
            leans = leans_of(chart, k, part)
            ends = _ends(leans, low, high) if leans else None
        made = hull(own.region, member.chart, low, high, cap_is_high, ends)
        loose = max(loose, 4.0 * made.tolerance)
        members += [(f.name, f.face) for f in made.ends]
        for walls, source, marks in zip(made.walls, made.source, own.marks.of, strict=True):
            members += [
                (wall.name, wall.face)
                for wall, k_ in zip(walls, source, strict=True)
                if marks[k_] < 0
            ]
        stopped()
    try:
        whole = sewn(members, loose)
    except SewError as error:
        raise ReliefError(
            "the artwork cannot be joined where two faces meet: move it a little"
        ) from error
    (solid,) = solids(whole.shape)
    return Tool(solid, whole.faces)


def joints_of(part: Part) -> list[int]:
    """The joints that a part ends at, by the numbers of the members that begin there."""
    return sorted({int(m) for marks in part.marks.of for m in marks if m >= 0})


def check_corners(chart: RunChart, parts: Sequence[tuple[int, Part]]) -> None:
    """A run is a tree of faces: where four of them come to a corner two that meet there have no
    joint in it, and walls are not known to lean there. Raises OrderError for ink over such."""
    for k, part in parts:
        for number in joints_of(part):
            beyond = chart.members[number]
            if abs(beyond.bend) >= STRAIGHT_ON and k not in (number, beyond.parent):
                x, y = (part.region.bounds[:2] + part.region.bounds[2:]) / 2
                raise OrderError(
                    "the artwork lies over a corner where four faces meet, at "
                    f"{x:.1f}, {y:.1f} mm on the sheet: move it a little, or make it smaller"
                )


def leans_of(chart: RunChart, k: int, part: Part) -> dict[int, Lean]:
    """How the walls of a part lean at the joints that it meets, by their numbers."""
    found = {}
    for number in joints_of(part):
        beyond = chart.members[number]
        if abs(beyond.bend) < STRAIGHT_ON:
            continue
        other = chart.members[beyond.parent] if number == k else beyond
        found[number] = lean_at(chart.members[k], other, beyond)
    return found


@lru_cache(maxsize=64)
def lean_at(own: Member, other: Member, joint: Member) -> Lean:
    """How walls of a member lean where it meets another, at the joint that one of them begins
    with."""
    return Lean(rim_of(own, joint.cut), rim_of(other, joint.cut), joint.bend, own is joint)


def _ends(
    leans: Mapping[int, Lean], low: float, high: float
) -> Callable[[FaceChart], tuple[Head, Head]]:
    def ends(chart: FaceChart) -> tuple[Head, Head]:
        both = tuple(leans.values())
        return Leaning(chart, low, both), Leaning(chart, high, both)

    return ends


def across_volume(chart: RunChart, parts: Sequence[tuple[int, Part]], depth: float) -> float:
    """The computed volume of a region that runs over joints, mm³, signed as the depth."""
    total = 0.0
    for k, part in parts:
        member = chart.members[k]
        own = part.transformed(member.into.matrix, member.into.shift).region
        total += member.chart.relief_volume([own], depth)
        leans = tuple(leans_of(chart, k, part).values())
        total += gain(leans, member.chart, own, depth)
    return total


def lean_of(chart: RunChart, parts: Sequence[tuple[int, Part]]) -> float:
    """Degrees by which walls are off the normal at the joints that a region meets: half of the
    greatest bend."""
    met = {int(m) for _, part in parts for marks in part.marks.of for m in marks if m >= 0}
    return max(abs(chart.members[number].bend) for number in met) / 2.0


def on_its_face(chart: RunChart, parts: Sequence[tuple[int, Part]]) -> bool:
    """True when no part of a region hangs over an edge of the run."""
    return all(
        chart.members[k].area.buffer(POLYGONS_STRAY).contains(polygon)
        for k, part in parts
        for polygon in ink([part.region])
    )


def on_ink(chart: RunChart, across: Sequence[Sequence[tuple[int, Part]]], at: Array) -> bool:
    """True when a point in space, (3,), lies on the parts of regions that run over joints."""
    return any(
        inked(member.chart, [part.transformed(member.into.matrix, member.into.shift).region], at)
        for parts in across
        for member, part in ((chart.members[k], part) for k, part in parts)
    )


def inked(chart: Chart, regions: Sequence[Region], at: Array) -> bool:
    """True when a point in space, (3,), lies on the face under regions of its chart's sheet, on
    any turn of a closed one."""
    xy = chart.from_space(at)
    if not np.linalg.norm(chart.to_space(xy) - at) < ON_FACE:
        return False
    turns = [move(xy) for move in chart.laps(2)]
    return any(bool(shapely.contains_xy(p, *t)) for p in ink(regions) for t in turns)
