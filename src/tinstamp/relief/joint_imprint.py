"""Direct imprint over joints: artwork that runs over the edge between two faces becomes solid
without a boolean.

On each face its share is laid like any artwork; the edge in common is parted where the outlines
cross it, and what is left of both faces is bounded by the outlines and the rest of the edge. At the
crossings both shares stand on the same posts, and their caps meet in one edge.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Vertex

from tinstamp.artwork.split import Part
from tinstamp.blank.kernel import (
    Array,
    compound,
    face_on,
    vertex_at,
    volume,
    wire_of,
)
from tinstamp.blank.solid import NamedFace, NamedSolid, edges_of, joined
from tinstamp.chart.fitting import CUBIC_DENSE
from tinstamp.chart.run import Member, RunChart
from tinstamp.job.face_name import StampFace
from tinstamp.relief.cap_edges import SHARES_APART, CapSide, cap_curves, cap_edge
from tinstamp.relief.face_curves import CurveError, FaceLoop, extent, face_loops
from tinstamp.relief.heads import Head, Square
from tinstamp.relief.hosts import Hosts
from tinstamp.relief.leaning import Leaning
from tinstamp.relief.rewired import PartedEdge, key_of, rewired
from tinstamp.relief.run import leans_of
from tinstamp.relief.surfaces import parallel, round_frame
from tinstamp.relief.walls import Post, Waller

SAME_PLACE = 1e-6
"""mm on the sheet; crossings that are nearer are one."""
Across = Sequence[tuple[int, Part]]
"""One region that runs over joints: its share of each member of a run, by the member's number."""


@dataclass(frozen=True)
class JointImprint:
    """What artwork that runs over joints makes of a solid.

    Attributes
    ----------
    solid : with it. caps, walls : what is new. removed : what of the faces the caps stand for; it
        belongs to no solid. rest : what is left of the faces that it lies on.
    """

    solid: NamedSolid
    caps: tuple[TopoDS_Face, ...]
    walls: tuple[TopoDS_Face, ...]
    removed: tuple[TopoDS_Face, ...]
    rest: tuple[TopoDS_Face, ...]

    @property
    def change(self) -> float:
        """Of the volume, mm³, as the kernel sums it over what is new and what is gone."""
        gone = [face.Reversed() for face in self.removed]
        return volume(compound([*self.caps, *self.walls, *gone])) if self.walls else 0.0


def joint_imprint(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Across],
    depth: float,
    stamp: str,
    stopped: Callable[[], None],
) -> JointImprint:
    """Regions that run over joints raised (depth > 0) or sunk in a solid's faces, mm; at depth 0
    they become faces of their own.

    They must lie strictly within the run and not touch one another. Raises CurveError where they
    are not for this way, ReliefError where there is no such relief.
    """
    work = _Work(solid, chart, depth)
    for parts in across:
        work.add(parts)
        stopped()
    return work.done(stamp)


@dataclass(eq=False)
class _Crossing:
    """Where an outline crosses a joint.

    Attributes
    ----------
    xy : on the run's sheet. edge : that it lies on, at the parameter `t`.
    post : between the walls of both shares.
    """

    joint: int
    xy: Array
    edge: PartedEdge
    t: float
    post: Post


@dataclass(eq=False)
class _Share:
    """A region's share of a member, laid on its face.

    Attributes
    ----------
    part : on the member's own sheet. head : where its walls end.
    lap : from the head's own (u, v) to those of the turn that the loops lie on.
    """

    member: Member
    number: int
    part: Part
    loops: list[FaceLoop]
    head: Head
    waller: Waller
    flipped: bool
    lap: Array

    @property
    def side(self) -> CapSide:
        return CapSide(self.head, self.waller, self.lap)

    def meets(self, joint: int, on_run: Array) -> bool:
        """True when a piece on that joint begins or ends at a place of the run's sheet."""
        for outline, marks in zip(self.part.region.outlines, self.part.marks.of, strict=True):
            ends = self.member.out(outline.beziers[marks == joint][:, [0, 3]]).reshape(-1, 2)
            if np.linalg.norm(ends - on_run, axis=1).min(initial=np.inf) < SAME_PLACE:
                return True
        return False


@dataclass(eq=False)
class _Host:
    """A face of the solid that ink runs over, and what is to be done to it."""

    named: NamedFace
    outlines: list[list[TopoDS_Edge]] = field(default_factory=list)
    edges: dict[Hashable, PartedEdge] = field(default_factory=dict)


class _Work:
    def __init__(self, solid: NamedSolid, chart: RunChart, depth: float) -> None:
        self.solid, self.chart, self.depth = solid, chart, depth
        self.joints, self.met = _joints_of(solid, chart)
        self.hosts: dict[Hashable, _Host] = {}
        self.crossings: list[_Crossing] = []
        self.seams: list[tuple[Array, Array, TopoDS_Edge]] = []
        self.tops: list[tuple[Array, TopoDS_Vertex]] = []
        self.caps: list[TopoDS_Face] = []
        self.walls: list[TopoDS_Face] = []
        self.removed: list[TopoDS_Face] = []
        self.islands: list[NamedFace] = []

    # -- a region

    def add(self, parts: Across) -> None:
        """Lay a region's shares, then make them."""
        shares = [self._share(k, part) for k, part in parts]
        for share in shares:  # edges are parted at all crossings before any stretch is taken
            for loop, outline in _cut_loops(share):
                for items in _runs(loop, share.part.marks.of[outline]):
                    if items.mark >= 0:
                        a, b = (self._crossing(share, shares, items.mark, xy) for xy in
                                _ends_of(share, outline, items))  # fmt: skip
                        if a.edge is not b.edge:
                            raise CurveError("the artwork runs over where two joints meet")
                        a.edge.cover(a.t, a.post.low, b.t, b.post.low)
        for share in shares:
            self._make(share, shares)

    def _share(self, k: int, part: Part) -> _Share:
        member, depth = self.chart.members[k], self.depth
        own = part.transformed(member.into.matrix, member.into.shift)
        hosts = Hosts(self.solid.faces_named(member.face), member.chart)
        leans = leans_of(self.chart, k, part) if depth else {}
        lean = Leaning(member.chart, depth, tuple(leans.values())) if leans else None
        (loops,) = face_loops([own.region], member.chart, 0.0, depth, hosts.start, None, lean)
        head: Head = lean if lean is not None else Square(member.chart, depth)
        box = extent(loops, head=lean is not None)
        if lean is not None:
            top, rough = lean.surface(box, hosts.surface)
        else:
            top, rough = parallel(hosts.surface, member.chart.ground, depth, box)
        rough = max(rough, 2.0 * member.chart.fineness)
        waller = Waller(hosts.surface, top, round_frame(member.chart), abs(depth), rough)
        lap = np.zeros(2)
        if lean is None:
            lap = loops[0].uv[0][0] - member.chart.to_uv(own.region.outer.beziers[0, 0])
        return _Share(member, k, own, loops, head, waller, hosts.flipped, lap)

    def _crossing(
        self, share: _Share, shares: Sequence[_Share], joint: int, xy: Array
    ) -> _Crossing:
        """The crossing at a place of the share's own sheet, made once for both shares."""
        on_run = share.member.out(xy)
        for known in self.crossings:
            if known.joint == joint and np.linalg.norm(known.xy - on_run) < SAME_PLACE:
                return known
        beside = _beside(self.chart, share, shares, joint, on_run)
        own, theirs = _ends_at(share, on_run), _ends_at(beside, on_run)
        edge, t, at, off = self._edge_at(joint, own[0])
        gap = max(off, *(float(np.linalg.norm(a - b)) for a, b in zip(own, theirs, strict=True)))
        if not gap < SHARES_APART:
            raise CurveError(f"both faces are {gap:.6f} mm apart at the joint")
        plain = isinstance(share.head, Square)
        if self.depth:
            post = share.waller.post(at.tolist(), own[1].tolist(), plain, 2.0 * gap)
        else:
            vertex = vertex_at(at.tolist(), max(2.0 * gap, share.waller.tolerance))
            post = Post(vertex, vertex, TopoDS_Edge())  # a mark has no walls
        found = _Crossing(joint, on_run, edge, t, post)
        self.crossings.append(found)
        return found

    def _edge_at(self, joint: int, at: Array) -> tuple[PartedEdge, float, Array, float]:
        """The edge of a joint at a point in space, the parameter and the point there, and how far
        off that is."""
        places = [(edge, *edge.place(at)) for edge in self.joints[joint]]
        if not places:
            raise CurveError("the faces do not meet there any more")
        return min(places, key=lambda place: place[3])

    # -- what it becomes

    def _make(self, share: _Share, shares: Sequence[_Share]) -> None:
        feet_wires, head_wires = [], []
        for number, loop in enumerate(share.loops):
            marks = share.part.marks.of[number]
            if (marks < 0).all():
                made = share.waller.walled(loop) if self.depth else share.waller.traced(loop)
                feet_wires.append(made.foot)
                head_wires.append(made.head)
                self.walls += made.walls
                back = TopoDS.Wire_s(made.foot.Reversed())
                island = face_on(share.waller.foot, [back], share.flipped)
                self.islands.append(NamedFace(share.member.face, island))
                continue
            feet, heads = self._cut_loop(share, shares, number, loop)
            feet_wires.append(wire_of(feet))
            head_wires.append(wire_of(heads))
        self.removed.append(face_on(share.waller.foot, feet_wires, share.flipped))
        top = share.waller.head if self.depth else share.waller.foot
        turned = share.head.flipped if isinstance(share.head, Leaning) else share.flipped
        self.caps.append(face_on(top, head_wires, turned) if self.depth else self.removed[-1])

    def _cut_loop(
        self, share: _Share, shares: Sequence[_Share], number: int, loop: FaceLoop
    ) -> tuple[list[TopoDS_Edge], list[TopoDS_Edge]]:
        """The edges of a loop that runs over joints, below and above."""
        feet: list[TopoDS_Edge] = []
        heads: list[TopoDS_Edge] = []
        for items in _runs(loop, share.part.marks.of[number]):
            ends = _ends_of(share, number, items)
            if items.mark >= 0:
                a, b = (self._crossing(share, shares, items.mark, xy) for xy in ends)
                feet.append(a.edge.under_ink(a.t, b.t))
                if self.depth:
                    heads += self._seam(share, shares, number, items, (a.post, b.post))
                continue
            a, b = (self._known(share, xy) for xy in ends)
            if self.depth:
                strip = share.waller.strip(loop, items.pieces, a.post, b.post)
                self.walls += strip.walls
                heads += strip.heads
                own = strip.feet
            else:
                own = share.waller.traced_strip(loop, items.pieces, a.post, b.post)
            feet += own
            host = self._host(share.member.face, a, b)
            host.outlines.append(own)
        return feet, heads if self.depth else feet

    def _known(self, share: _Share, xy: Array) -> _Crossing:
        on_run = share.member.out(xy)
        near = [c for c in self.crossings if np.linalg.norm(c.xy - on_run) < SAME_PLACE]
        if len(near) != 1:
            raise CurveError("an outline leaves its face where no joint is")
        return near[0]

    def _host(self, name: str, *crossings: _Crossing) -> _Host:
        """The face of that name that has the edges of crossings."""
        for named in self.solid.faces_named(name):
            key = named.face.TShape()
            own = self.hosts.get(key) or _Host(named)
            if all(self._bounds(crossing.edge, named) for crossing in crossings):
                self.hosts[key] = own
                for crossing in crossings:
                    own.edges[key_of(crossing.edge.edge)] = crossing.edge
                return own
        raise CurveError("the artwork runs over a joint from one part of a face to another")

    def _bounds(self, edge: PartedEdge, named: NamedFace) -> bool:
        met = self.met.get(key_of(edge.edge), ())
        return any(other is named for other in met)

    def _seam(
        self,
        share: _Share,
        shares: Sequence[_Share],
        number: int,
        items: _Items,
        posts: tuple[Post, Post],
    ) -> list[TopoDS_Edge]:
        """The edges in which the caps of two shares meet, from one post to the other, made once
        for both."""
        outline = share.part.region.outlines[number]
        cuts = [outline.beziers[k] for k in items.sources]
        tops = [posts[0].high, *(self._top(share, b[0]) for b in cuts[1:]), posts[1].high]
        beside = _beside(self.chart, share, shares, items.mark, share.member.out(cuts[0][0]))
        ends = [(share.member.out(cut[0]), share.member.out(cut[3])) for cut in cuts]
        known = [self._seam_between(end, start) for start, end in ends]
        new = [k for k, edge in enumerate(known) if edge is None]
        made: dict[int, TopoDS_Edge] = {}
        if new:
            xy = np.einsum("kp,npc->nkc", CUBIC_DENSE, np.array([cuts[k] for k in new]))
            there = beside.member.into(share.member.out(xy))
            sides = share.side, beside.side
            for k, cap in zip(new, cap_curves(sides, (xy, there)), strict=True):
                made[k] = cap_edge(sides, cap, tops[k], tops[k + 1])
        self.seams += [(*ends[k], edge) for k, edge in made.items()]
        return [made[k] if edge is None else TopoDS.Edge_s(edge.Reversed()) for k, edge in
                enumerate(known)]  # fmt: skip

    def _seam_between(self, start: Array, end: Array) -> TopoDS_Edge | None:
        """The edge in which caps meet that was made between two places of the run's sheet."""
        for p, q, edge in self.seams:
            if np.linalg.norm(p - start) + np.linalg.norm(q - end) < SAME_PLACE:
                return edge
        return None

    def _top(self, share: _Share, xy: Array) -> TopoDS_Vertex:
        """A vertex between two edges in which caps meet."""
        on_run = share.member.out(xy)
        for place, vertex in self.tops:
            if np.linalg.norm(place - on_run) < SAME_PLACE:
                return vertex
        at = share.head.space(xy)
        vertex = vertex_at(at.tolist(), SHARES_APART)
        self.tops.append((on_run, vertex))
        return vertex

    # -- together

    def done(self, stamp: str) -> JointImprint:
        """The solid with all that was added."""
        rest: dict[Hashable, list[TopoDS_Face]] = {}
        for key, host in self.hosts.items():
            rest[key] = rewired(host.named.face, host.edges, host.outlines)
        shells = {host.named.shell for host in self.hosts.values()}
        if len(shells) != 1:
            raise CurveError("the faces belong to several shells")
        (shell,) = shells
        members: list[NamedFace] = []
        for named in self.solid.faces:
            left = rest.get(named.face.TShape())
            members += [named] if left is None else [
                NamedFace(named.name, face, named.shell) for face in left
            ]  # fmt: skip
        members += [NamedFace(f.name, f.face, shell) for f in self.islands]
        cap, wall = StampFace(stamp, "cap"), StampFace(stamp, "wall")
        members += [NamedFace(cap, face, shell) for face in self.caps]
        members += [NamedFace(wall, face, shell) for face in self.walls]
        return JointImprint(
            solid=joined(members),
            caps=tuple(self.caps),
            walls=tuple(self.walls),
            removed=tuple(self.removed),
            rest=tuple(face for faces in rest.values() for face in faces),
        )


def _joints_of(
    solid: NamedSolid, chart: RunChart
) -> tuple[dict[int, list[PartedEdge]], dict[Hashable, list[NamedFace]]]:
    """The solid's edges at each joint of a run, and the faces that meet at them."""
    numbers: dict[frozenset[str], list[int]] = {}
    for k, member in enumerate(chart.members):
        if member.parent >= 0:
            pair = frozenset((member.face, chart.members[member.parent].face))
            numbers.setdefault(pair, []).append(k)
    found: dict[int, list[PartedEdge]] = {k: [] for own in numbers.values() for k in own}
    met: dict[Hashable, list[NamedFace]] = {}
    for shape, sides in edges_of(solid, {member.face for member in chart.members}):
        own = numbers.get(frozenset(side.name for side in sides))
        if own is None or len(sides) != 2:
            continue
        edge = TopoDS.Edge_s(shape.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
        parted = PartedEdge(edge)
        met[key_of(edge)] = sides
        for k in own:
            found[k].append(parted)
    return found, met


@dataclass(frozen=True)
class _Items:
    """Pieces of a loop that follow one another: on a joint, its number their mark, or −1.

    Attributes
    ----------
    pieces : their numbers in the loop. sources : of the outline's pieces that they are of, once
        each.
    """

    mark: int
    pieces: list[int]
    sources: list[int]


def _runs(loop: FaceLoop, marks: NDArray[np.int_]) -> list[_Items]:
    """A loop by joints, from where one begins or ends."""
    of = [int(marks[s]) for s in loop.source]
    count = len(of)
    begin = next((k for k in range(count) if of[k] != of[k - 1]), None)
    if begin is None:
        raise CurveError("all of an outline lies on a joint")
    found: list[_Items] = []
    for step in range(count):
        k = (begin + step) % count
        if not found or found[-1].mark != of[k]:
            found.append(_Items(of[k], [], []))
        found[-1].pieces.append(k)
        source = int(loop.source[k])
        if source not in found[-1].sources:
            found[-1].sources.append(source)
    return found


def _cut_loops(share: _Share) -> Iterator[tuple[FaceLoop, int]]:
    for number, loop in enumerate(share.loops):
        if (share.part.marks.of[number] >= 0).any():
            yield loop, number


def _ends_of(share: _Share, number: int, items: _Items) -> tuple[Array, Array]:
    """Where pieces begin and end on the share's own sheet, (2,) each."""
    outline = share.part.region.outlines[number]
    return outline.beziers[items.sources[0]][0], outline.beziers[items.sources[-1]][3]


def _ends_at(share: _Share, on_run: Array) -> tuple[Array, Array]:
    """A place of the run's sheet in space, on the member's face and at the head."""
    xy = share.member.into(on_run)
    return share.member.chart.to_space(xy), share.head.space(xy)


def _beside(
    chart: RunChart, share: _Share, shares: Sequence[_Share], joint: int, on_run: Array
) -> _Share:
    """The share of the same region beyond a joint, that meets it at a place of the run's sheet."""
    number = chart.members[joint].parent if share.number == joint else joint
    for other in shares:
        if other.number == number and other.meets(joint, on_run):
            return other
    raise CurveError("a region ends at a joint")
