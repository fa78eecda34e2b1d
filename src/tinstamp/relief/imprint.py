"""Direct imprint: artwork that lies inside one face becomes solid without a boolean.

Each outer outline becomes a hole in the face, the same curves on the offset surface
bound the cap, ruled walls join the two, and counters stay behind as small faces of the
host surface. All other faces are kept as they are. Regions that are alike are made once, and
set down wherever they stand.
"""

from __future__ import annotations

import gc
from collections import Counter
from collections.abc import Collection, Hashable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from functools import cached_property
from typing import Protocol

import shapely
from OCP.BRepTools import BRepTools
from OCP.Geom import Geom_Surface
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import (
    BUILDER,
    Array,
    moved_face,
    wires,
)
from tinstamp.blank.solid import NamedFace, NamedSolid, Shell, joined
from tinstamp.blank.trim import begin_of
from tinstamp.chart.base import FaceChart
from tinstamp.chart.skin import SkinChart
from tinstamp.job.face_name import StampFace
from tinstamp.job.same import Same
from tinstamp.relief.ahead import Ahead
from tinstamp.relief.alike import alike
from tinstamp.relief.blocks import Before, Block, Maker
from tinstamp.relief.cluster import clusters_of
from tinstamp.relief.draft import Drafted
from tinstamp.relief.face_curves import CurveError, FaceLoop, extent, face_loops, ring_of
from tinstamp.relief.heads import Head
from tinstamp.relief.hosts import Hosts
from tinstamp.relief.islands import Island, islands_of
from tinstamp.relief.kept_blocks import KEPT_BLOCKS
from tinstamp.relief.surfaces import parallel, round_frame
from tinstamp.relief.walls import Span, Waller

TOLERANCE_DIGITS = 8
"""of a tolerance in mm that count when blocks are looked for that were made before"""


@dataclass(frozen=True)
class Stand:
    """Where walls begin that do not begin on the face of the chart, but on one parallel to it.

    Attributes
    ----------
    lift : mm over the face. surface : of the face itself. cap : what caps are called.
    """

    lift: float
    surface: Geom_Surface
    cap: str


@dataclass(frozen=True)
class Imprint:
    """What artwork makes of a face that it lies on, ready to be put into a solid.

    Attributes
    ----------
    face : the name of the face. holes : in which of the faces of that name, by their place
        among those, and the wires that bound what is taken out; rings : the same in (u, v),
        (n, 2) each. surface : of the face. flipped : its own normal points into the material.
    blocks : what is new.
    shell : of the solid, that all of it belongs to. stamp : whose it is.
    over_foot : walls end over their feet (see `Head`). cap : what caps are called.
    moved : holes that the face has already and that lie within counters: they are the islands' now,
        by the same index. ahead : what was looked at while it was made.
    """

    face: str
    holes: Mapping[int, tuple[TopoDS_Wire, ...]]
    rings: Mapping[int, tuple[Array, ...]]
    surface: Geom_Surface
    flipped: bool
    blocks: tuple[Block, ...]
    shell: Shell
    stamp: str
    over_foot: bool = True
    cap: str = ""
    moved: Mapping[int, tuple[TopoDS_Wire, ...]] = field(default_factory=dict)
    ahead: Ahead | None = None

    def named(self, block: Block) -> list[NamedFace]:
        """The faces that a solid gets from a block where it was made."""
        cap = self.cap or StampFace(self.stamp, "cap")
        wall = StampFace(self.stamp, "wall")
        return [
            *(NamedFace(self.face, island, self.shell) for island in block.islands),
            *(NamedFace(wall, end, self.shell) for end in block.ends),
            NamedFace(cap if block.level else wall, block.cap, self.shell),
            *(NamedFace(wall, face, self.shell) for face in block.walls),
        ]

    @cached_property
    def added(self) -> list[NamedFace]:
        """The faces that a solid gets from it."""
        found = []
        for block in self.blocks:
            made = self.named(block)
            for place in block.at:
                found += made if place.IsIdentity() else [
                    NamedFace(f.name, moved_face(f.face, place), f.shell) for f in made
                ]  # fmt: skip
        return found


def together(solid: NamedSolid, imprints: Sequence[Imprint]) -> NamedSolid:
    """The solid with imprints put into it, each of which was made for this very solid; their
    artwork must not meet."""
    holes: dict[str, dict[int, list[TopoDS_Wire]]] = {}
    moved = [wire for one in imprints for own in one.moved.values() for wire in own]
    for one in imprints:
        for k, found in one.holes.items():
            holes.setdefault(one.face, {}).setdefault(k, []).extend(found)
    return joined([*pierced(solid, holes, moved), *(new for one in imprints for new in one.added)])


class Stacked(Protocol):
    """Walls that are a stack of stretches between rings, the first on the face, the last at the
    cap or floor (see `relief.softened`, `relief.carried`)."""

    @property
    def heads(self) -> tuple[Head, ...]: ...

    @property
    def parts(self) -> Sequence[Span]: ...

    def volume(self, regions: Sequence[Region]) -> float: ...


@contextmanager
def _no_collection() -> Iterator[None]:
    """Thousands of kernel objects are made at once, none of them garbage."""
    was_on = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was_on:
            gc.enable()


@_no_collection()
def imprint(
    solid: NamedSolid,
    face_name: str,
    chart: FaceChart,
    regions: Sequence[Region],
    depth: float,
    stamp: str,
    head: Head | None = None,
    tops: Mapping[Island, float] | None = None,
    stack: Stacked | None = None,
    stand: Stand | None = None,
) -> Imprint:
    """The regions raised (depth > 0) or sunk (depth < 0) in a solid's face, mm; at depth 0 they
    become faces of their own. With `head` the walls end there; with `tops` what lies in those
    counters ends that high over the face, mm; with `stack` they are that; with `stand` the solid's
    face is parallel to that of the chart, and the depth is from the latter.

    The regions must lie strictly inside the face and not touch one another: that is for the caller
    to know (see `setting.fit`). Raises CurveError when they cross the seam.
    """
    hosts = Hosts(solid.faces_named(face_name), chart)
    ends = (None if head is None else head.foot, head) if stack is None else stack.heads
    foot, *mids, head = ends
    begin = 0.0 if stand is None else stand.lift
    lift = depth - begin
    laid = face_loops(regions, chart, begin, depth, hosts.start, foot, head, mids)
    surface, owners = hosts.surface, islands_of(regions)
    heights = dict(tops or {})
    for own in set(heights.values()):
        over = face_loops(regions, chart, own, depth, hosts.start)
        laid = _begun_over(laid, over, owners, {at for at, top in heights.items() if top == own})
    every = [loop for outlines in laid for loop in outlines]
    of = surface if stand is None or head is not None else stand.surface
    cap_surface, tolerance = _cap_surface(of, chart, depth, every, head)
    spans = () if stack is None else stack.parts
    waller = Waller(surface, cap_surface, round_frame(chart), abs(lift), tolerance, spans)
    turned = hosts.flipped if head is None else head.flipped
    uppers = _wallers(waller, heights, depth, chart, extent(every))
    around = enclosed(hosts, laid, heights)
    ground = _ground(hosts, chart, depth, tolerance, ends, spans) if stand is None else None
    clusters = clusters_of(regions, laid, owners, heights)
    before = () if ground is None else KEPT_BLOCKS.like(ground, clusters)
    maker = Maker(uppers, heights, bool(lift), hosts.flipped, turned, clusters, owners, before)
    lifts = {0.0, lift, *heights.values()} if head is None or head.turns else None
    blocks = _blocks(maker, around, chart, lifts, ground)
    within = _within(hosts, laid, maker.holes)
    return Imprint(
        face=face_name,
        holes={k: tuple(maker.holes[n] for n in own) for k, own in within.items()},
        rings={k: tuple(ring_of(laid[n][0]) for n in own) for k, own in within.items()},
        surface=surface, flipped=hosts.flipped, blocks=blocks, shell=hosts.shell,
        stamp=stamp, over_foot=head is None or head.over_foot,
        cap="" if stand is None else stand.cap, moved=_by_host(around),
    )  # fmt: skip


def _cap_surface(
    surface: Geom_Surface,
    chart: FaceChart,
    depth: float,
    every: Sequence[FaceLoop],
    head: Head | None,
) -> tuple[Geom_Surface, float]:
    """What caps lie on, over a face's surface, and the tolerance of curves there, mm."""
    if head is None:
        found, tolerance = parallel(surface, chart.ground, depth, extent(every))
    else:
        found, tolerance = head.surface(extent(every, head=True), surface)
    return found, max(tolerance, 2.0 * chart.fineness)


def _ground(
    hosts: Hosts,
    chart: FaceChart,
    depth: float,
    tolerance: float,
    ends: Sequence[Head | None],
    spans: Sequence[Span],
) -> Hashable | None:
    """What blocks stand on, and how they go and end, that may be set down again; None on a freeform
    face, where no motion brings one place onto another, and for ends that depend on the place."""
    of_ends = tuple(end.alike_by for end in ends if isinstance(end, Drafted))
    every = len(of_ends) == sum(end is not None for end in ends) and None not in of_ends
    if isinstance(chart.ground, SkinChart) or not every:
        return None
    rough = round(tolerance, TOLERANCE_DIGITS)
    return Same(hosts.surface), hosts.flipped, depth, rough, of_ends, tuple(spans)


def _blocks(
    maker: Maker,
    around: Mapping[Island, Sequence[tuple[int, TopoDS_Wire]]],
    chart: FaceChart,
    lifts: Collection[float] | None,
    ground: Hashable | None,
) -> tuple[Block, ...]:
    """Everything made; what is alike over the face at all `lifts` once, without them each by
    itself. What is new is kept where there is a ground for it."""
    clusters = maker.clusters
    apart = {k for k, own in enumerate(clusters) if any(n in own.regions for n, _ in around)}
    likes = None if lifts is None else alike(clusters, chart, lifts, apart, maker.before)
    made = maker.blocks(around, likes)
    for k, blocks in made.items() if ground is not None else ():
        places = len(blocks[0].at)
        if k < 0:
            KEPT_BLOCKS.set_down(ground, maker.before[k], places)
        elif k not in apart:
            KEPT_BLOCKS.keep(ground, Before(clusters[k], chart, maker.made(k), blocks), places)
    return maker.in_order(made)


def _wallers(
    plain: Waller,
    heights: Mapping[Island, float],
    depth: float,
    chart: FaceChart,
    box: tuple[Array, Array],
) -> dict[float, Waller]:
    """What makes walls, by how high over the face they begin; `plain` does on the face itself."""
    found = {0.0: plain}
    for height in set(heights.values()):
        surface, rough = parallel(plain.foot, chart.ground, height, box)
        found[height] = Waller(surface, plain.head, round_frame(chart), abs(depth - height),
                               max(plain.tolerance, rough))  # fmt: skip
    return found


def enclosed(
    hosts: Hosts, laid: Sequence[Sequence[FaceLoop]], heights: Mapping[Island, float]
) -> dict[Island, list[tuple[int, TopoDS_Wire]]]:
    """Holes that a face has already and that lie within counters, each with the index of its part
    of the face: relief or a bore that a ring goes round. Of counters within one another the
    smallest counts. Raises CurveError where counters do not stay on the face itself."""
    rings = [
        ((n, c), shapely.Polygon(ring_of(loop)))
        for n, own in enumerate(laid)
        for c, loop in enumerate(own[1:])
    ]
    found: dict[Island, list[tuple[int, TopoDS_Wire]]] = {}
    if not rings:
        return found
    rings.sort(key=lambda one: one[1].area)
    tree = shapely.STRtree([ring for _, ring in rings])
    for k, face in enumerate(hosts.faces):
        plain = TopoDS.Face_s(face.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
        outer = BRepTools.OuterWire_s(plain)
        for wire in wires(plain):
            if wire.IsSame(outer):
                continue
            within = tree.query(shapely.Point(begin_of(wire, plain)), predicate="within")
            around = [rings[i][0] for i in sorted(within.tolist())]
            around = [at for at in around if hosts.under(laid[at[0]][0].uv[0][0]) == k]
            if around:
                back = wire.Reversed() if hosts.flipped else wire
                found.setdefault(around[0], []).append((k, TopoDS.Wire_s(back)))
    if any(at in heights for at in found):
        raise CurveError("what goes round other relief leaves it on the face itself")
    return found


def _within(
    hosts: Hosts, laid: Sequence[Sequence[FaceLoop]], holes: Mapping[int, TopoDS_Wire]
) -> dict[int, list[int]]:
    """Which regions pierce which part of the face."""
    found: dict[int, list[int]] = {}
    for n in holes:
        found.setdefault(hosts.under(laid[n][0].uv[0][0]), []).append(n)
    return found


def _by_host(
    around: Mapping[Island, Sequence[tuple[int, TopoDS_Wire]]],
) -> dict[int, tuple[TopoDS_Wire, ...]]:
    found: dict[int, tuple[TopoDS_Wire, ...]] = {}
    for k, wire in (one for own in around.values() for one in own):
        found[k] = (*found.get(k, ()), wire)
    return found


def _begun_over(
    laid: Sequence[list[FaceLoop]],
    over: Sequence[list[FaceLoop]],
    owners: Sequence[Island | None],
    islands: Collection[Island],
) -> list[list[FaceLoop]]:
    """Loops of regions where the outlines that stand on those islands, or about them, begin over
    the face."""
    return [
        [
            high[c] if (owner if not c else (n, c - 1)) in islands else loop
            for c, loop in enumerate(own)
        ]
        for n, (own, high, owner) in enumerate(zip(laid, over, owners, strict=True))
    ]


def pierced(
    solid: NamedSolid,
    holes: Mapping[str, Mapping[int, Sequence[TopoDS_Wire]]],
    moved: Sequence[TopoDS_Wire],
) -> list[NamedFace]:
    """The solid's faces with holes in them, by their name and their place under it, and without
    those that were `moved`."""
    count: Counter[str] = Counter()
    found = []
    for named in solid.faces:
        there = holes.get(named.name)
        if there is not None:
            k = count[named.name]
            count[named.name] += 1
            if k in there:
                named = NamedFace(named.name, _with_holes(named.face, there[k], moved), named.shell)
        found.append(named)
    return found


def _with_holes(
    host: TopoDS_Face, holes: Sequence[TopoDS_Wire], moved: Sequence[TopoDS_Wire]
) -> TopoDS_Face:
    """The host's own wires, as they are, but those that were moved, and the new holes."""
    flipped = host.Orientation() == TopAbs_Orientation.TopAbs_REVERSED
    plain = TopoDS.Face_s(host.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
    face = TopoDS.Face_s(plain.EmptyCopied())
    for wire in wires(plain):
        if not any(wire.IsSame(other) for other in moved):
            BUILDER.Add(face, wire)
    for wire in holes:
        BUILDER.Add(face, wire.Reversed() if flipped else wire)
    return TopoDS.Face_s(face.Reversed()) if flipped else face
