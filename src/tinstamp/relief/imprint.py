"""Direct imprint: artwork that lies inside one face becomes solid without a boolean.

Each outer outline becomes a hole in the face, the same curves on the offset surface
bound the cap, ruled walls join the two, and counters stay behind as small faces of the
host surface. All other faces are kept as they are.
"""

from __future__ import annotations

import gc
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region, inside
from tinstamp.blank.kernel import BUILDER, TOLERANCE, face_on, wires
from tinstamp.blank.solid import NamedFace, NamedSolid, Shell, joined
from tinstamp.blank.trim import covers, loops
from tinstamp.chart.base import FaceChart
from tinstamp.job.face_name import StampFace
from tinstamp.relief.face_curves import CurveError, extent, face_loops
from tinstamp.relief.heads import Head
from tinstamp.relief.surfaces import parallel, round_frame
from tinstamp.relief.walls import Walled, Waller


@dataclass(frozen=True)
class Imprint:
    """What artwork makes of a face that it lies on, ready to be put into a solid.

    Attributes
    ----------
    face : the name of the face. holes : in which of the faces of that name, by their place
        among those, and the wires that bound what is taken out; `taken` is that as faces.
    islands : what stays behind of the face within counters, faces of its name.
    caps : the new faces at the depth. walls : between the two.
    removed : the parts of the face that the caps stand for, as faces of their own that
        share the solid's edges; they belong to no solid.
    shell : of the solid, that all of it belongs to. stamp : whose it is.
    """

    face: str
    holes: Mapping[int, tuple[TopoDS_Wire, ...]]
    taken: Mapping[int, tuple[TopoDS_Face, ...]]
    islands: tuple[TopoDS_Face, ...]
    caps: tuple[TopoDS_Face, ...]
    walls: tuple[TopoDS_Face, ...]
    removed: tuple[TopoDS_Face, ...]
    shell: Shell
    stamp: str

    def added(self) -> list[NamedFace]:
        """The faces that a solid gets from it."""
        cap, wall = StampFace(self.stamp, "cap"), StampFace(self.stamp, "wall")
        return [
            *(NamedFace(self.face, island, self.shell) for island in self.islands),
            *(NamedFace(cap, face, self.shell) for face in self.caps),
            *(NamedFace(wall, face, self.shell) for face in self.walls),
        ]


def together(solid: NamedSolid, imprints: Sequence[Imprint]) -> NamedSolid:
    """The solid with imprints put into it, each of which was made for this very solid; their
    artwork must not meet."""
    holes: dict[str, dict[int, list[TopoDS_Wire]]] = {}
    for one in imprints:
        for k, found in one.holes.items():
            holes.setdefault(one.face, {}).setdefault(k, []).extend(found)
    return joined([*_pierced(solid, holes), *(new for one in imprints for new in one.added())])


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
) -> Imprint:
    """The regions raised (depth > 0) or sunk (depth < 0) in a solid's face, mm; at depth 0 they
    become faces of their own. With `head` the walls end there.

    The regions must lie strictly inside the face and not touch one another: that is for
    the caller to know (see `setting.fit`). Raises CurveError when they cross the seam.
    """
    hosts = _Hosts(solid.faces_named(face_name), chart)
    laid = face_loops(regions, chart, 0.0, depth, hosts.start, None, head)
    surface = hosts.surface
    every = [loop for outlines in laid for loop in outlines]
    if head is None:
        cap_surface, tolerance = parallel(surface, chart.ground, depth, extent(every))
    else:
        cap_surface, tolerance = head.surface(extent(every, head=True), surface)
    tolerance = max(tolerance, 2.0 * chart.fineness)
    flipped = hosts.flipped
    waller = Waller(surface, cap_surface, round_frame(chart), abs(depth), tolerance)
    if depth:
        rings = [[waller.walled(loop) for loop in outlines] for outlines in laid]
    else:
        wires_ = [[waller.traced(loop) for loop in outlines] for outlines in laid]
        rings = [[Walled(wire, wire, []) for wire in ring] for ring in wires_]
    owners = islands_of(regions)
    on_islands: dict[Island, list[TopoDS_Wire]] = {}
    on_hosts: dict[int, list[int]] = {}
    for n, (placed, island) in enumerate(zip(laid, owners, strict=True)):
        if island is None:
            on_hosts.setdefault(hosts.under(placed[0].uv[0][0]), []).append(n)
        else:
            on_islands.setdefault(island, []).append(_back(rings[n][0].foot))
    islands = [
        face_on(surface, [_back(counter.foot), *on_islands.get((i, c), [])], flipped)
        for i, ring in enumerate(rings)
        for c, counter in enumerate(ring[1:])
    ]
    turned = flipped if head is None else head.flipped
    on = cap_surface if depth else surface
    return Imprint(
        face=face_name,
        holes={k: tuple(_back(rings[n][0].foot) for n in own) for k, own in on_hosts.items()},
        taken={
            k: tuple(face_on(surface, [rings[n][0].foot], flipped) for n in own)
            for k, own in on_hosts.items()
        },
        islands=tuple(islands),
        caps=tuple(face_on(on, [r.head for r in ring], turned) for ring in rings),
        walls=tuple(wall for ring in rings for r in ring for wall in r.walls),
        removed=tuple(face_on(surface, [r.foot for r in ring], flipped) for ring in rings),
        shell=hosts.shell,
        stamp=stamp,
    )


def _pierced(
    solid: NamedSolid, holes: Mapping[str, Mapping[int, Sequence[TopoDS_Wire]]]
) -> list[NamedFace]:
    """The solid's faces with holes in them, by their name and their place under it."""
    count: Counter[str] = Counter()
    found = []
    for named in solid.faces:
        there = holes.get(named.name)
        if there is not None:
            k = count[named.name]
            count[named.name] += 1
            if k in there:
                named = NamedFace(named.name, _with_holes(named.face, there[k]), named.shell)
        found.append(named)
    return found


class _Hosts:
    """The faces of one name, and which of them a place in (u, v) is on.

    Attributes
    ----------
    start : where u begins, on a closed face.
    """

    def __init__(self, named: Sequence[NamedFace], chart: FaceChart) -> None:
        self.faces = [f.face for f in named]
        self.shell = named[0].shell
        self.surface = BRep_Tool.Surface_s(self.faces[0])
        self.flipped = self.faces[0].Orientation() == TopAbs_Orientation.TopAbs_REVERSED
        alone = len(self.faces) == 1
        closed = chart.ground.closed
        self.rings = [loops(face) for face in self.faces] if closed or not alone else []
        self.start: float | None = None
        if closed:
            self.start = min(float(ring[:, 0].min()) for rings in self.rings for ring in rings)
        if any(f.shell != self.shell for f in named):
            raise CurveError("the face has parts on several shells")
        for face in self.faces[1:]:
            if face.Orientation() != self.faces[0].Orientation():
                raise CurveError("the parts of the face look different ways")

    def under(self, uv: Sequence[float]) -> int:
        """The index of the face under a place. Raises CurveError when there is none."""
        if len(self.faces) == 1:
            return 0
        for k, rings in enumerate(self.rings):
            if covers(rings, np.asarray(uv)):
                return k
        raise CurveError("the artwork lies beside the face")


Island = tuple[int, int]
"""A counter that stays behind on the face: its region's index, and its own within it."""


def islands_of(regions: Sequence[Region]) -> list[Island | None]:
    """For each region the island it stands on, as the letter in ® does; None for those
    that stand on the face itself."""
    islands = [
        ((i, c), counter.bounds, counter)
        for i, region in enumerate(regions)
        for c, counter in enumerate(region.counters)
    ]
    found: list[Island | None] = []
    for i, region in enumerate(regions):
        box, start = region.bounds, region.outer.beziers[0, 0]
        around = [
            (abs(counter.area), key)
            for key, bounds, counter in islands
            if key[0] != i
            and (box[:2] >= bounds[:2]).all()
            and (box[2:] <= bounds[2:]).all()
            and inside(start, counter.points(8))
        ]
        found.append(min(around)[1] if around else None)
    return found


def _back(wire: TopoDS_Wire) -> TopoDS_Wire:
    return TopoDS.Wire_s(wire.Reversed())


def _with_holes(host: TopoDS_Face, holes: Sequence[TopoDS_Wire]) -> TopoDS_Face:
    """The host's own wires, as they are, and the new holes."""
    flipped = host.Orientation() == TopAbs_Orientation.TopAbs_REVERSED
    face = TopoDS_Face()
    BUILDER.MakeFace(face, BRep_Tool.Surface_s(host), TOLERANCE)
    for wire in wires(host.Oriented(TopAbs_Orientation.TopAbs_FORWARD)):
        BUILDER.Add(face, wire)
    for wire in holes:
        BUILDER.Add(face, wire.Reversed() if flipped else wire)
    return TopoDS.Face_s(face.Reversed()) if flipped else face
