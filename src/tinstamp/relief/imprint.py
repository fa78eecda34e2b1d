"""Direct imprint: artwork that lies inside one face becomes solid without a boolean.

Each outer outline becomes a hole in the face, the same curves on the offset surface
bound the cap, ruled walls join the two, and counters stay behind as small faces of the
host surface. All other faces are kept as they are.
"""

from __future__ import annotations

import gc
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.Geom import Geom_Surface
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region, inside
from tinstamp.blank.kernel import BUILDER, TOLERANCE, face_on, wires
from tinstamp.blank.solid import NamedFace, NamedSolid, joined
from tinstamp.blank.trim import covers, loops
from tinstamp.chart.base import FaceChart
from tinstamp.job.face_name import StampFace
from tinstamp.relief.face_curves import CurveError, extent, face_loops
from tinstamp.relief.heads import Head
from tinstamp.relief.surfaces import parallel, round_frame
from tinstamp.relief.walls import Walled, Waller


@dataclass(frozen=True)
class Imprinted:
    """A solid with artwork imprinted on it, and the pieces that show what changed.

    Attributes
    ----------
    caps : the new faces at the depth.
    removed : the parts of the face that the caps stand for, as faces of their own that
        share the solid's edges; they belong to no solid.
    walls : between the two.
    """

    solid: NamedSolid
    caps: tuple[TopoDS_Face, ...]
    removed: tuple[TopoDS_Face, ...]
    walls: tuple[TopoDS_Face, ...]


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
) -> Imprinted:
    """The solid with the regions raised (depth > 0) or sunk (depth < 0), mm; at depth 0 they
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
    holes: dict[Island | int, list[TopoDS_Wire]] = {}
    for placed, ring, island in zip(laid, rings, owners, strict=True):
        owner = hosts.under(placed[0].uv[0][0]) if island is None else island
        holes.setdefault(owner, []).append(_back(ring[0].foot))
    islands = [
        NamedFace(
            face_name,
            face_on(surface, [_back(counter.foot), *holes.get((i, c), [])], flipped),
            hosts.shell,
        )
        for i, ring in enumerate(rings)
        for c, counter in enumerate(ring[1:])
    ]
    turned = flipped if head is None else head.flipped
    caps = [
        face_on(cap_surface if depth else surface, [r.head for r in ring], turned) for ring in rings
    ]
    removed = [face_on(surface, [r.foot for r in ring], flipped) for ring in rings]
    walls = tuple(wall for ring in rings for r in ring for wall in r.walls)
    marked = joined(
        [
            *_pierced(solid, face_name, hosts, holes),
            *islands,
            *(NamedFace(StampFace(stamp, "cap"), cap, hosts.shell) for cap in caps),
            *(NamedFace(StampFace(stamp, "wall"), wall, hosts.shell) for wall in walls),
        ]
    )
    return Imprinted(marked, tuple(caps), tuple(removed), walls)


def _pierced(
    solid: NamedSolid,
    face_name: str,
    hosts: _Hosts,
    holes: Mapping[Island | int, list[TopoDS_Wire]],
) -> list[NamedFace]:
    """The solid's faces, those of the name with their holes."""
    with_holes = {
        k: _with_holes(host, hosts.surface, holes[k], hosts.flipped)
        for k, host in enumerate(hosts.faces)
        if k in holes
    }

    def kept(named: NamedFace) -> NamedFace:
        if named.name != face_name:
            return named
        for k, face in with_holes.items():
            if named.face.IsSame(hosts.faces[k]):
                return NamedFace(face_name, face, named.shell)
        return named

    return [kept(f) for f in solid.faces]


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


def _with_holes(
    host: TopoDS_Face, surface: Geom_Surface, holes: Sequence[TopoDS_Wire], flipped: bool
) -> TopoDS_Face:
    """The host's own wires, as they are, and the new holes."""
    face = TopoDS_Face()
    BUILDER.MakeFace(face, surface, TOLERANCE)
    for wire in wires(host.Oriented(TopAbs_Orientation.TopAbs_FORWARD)):
        BUILDER.Add(face, wire)
    for wire in holes:
        BUILDER.Add(face, wire.Reversed() if flipped else wire)
    return TopoDS.Face_s(face.Reversed()) if flipped else face
