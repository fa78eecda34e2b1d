"""Direct imprint: artwork that lies inside one face becomes solid without a boolean.

Each outer outline becomes a hole in the face, the same curves on the offset surface
bound the cap, ruled walls join the two, and counters stay behind as small faces of the
host surface. All other faces are kept as they are.
"""

from __future__ import annotations

import gc
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass

from OCP.BRep import BRep_Tool
from OCP.Geom import Geom_Surface
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region, inside
from tinstamp.blank.kernel import BUILDER, TOLERANCE, face_on, wires
from tinstamp.blank.solid import NamedFace, NamedSolid, joined
from tinstamp.chart.base import Chart
from tinstamp.relief.laid import lay
from tinstamp.relief.surfaces import round_frame, surface_at
from tinstamp.relief.walls import Waller


@dataclass(frozen=True)
class Imprinted:
    """A solid with artwork imprinted on it, and the pieces that show what changed.

    Attributes
    ----------
    caps : the new faces at the depth.
    removed : the parts of the face that the caps stand for, as faces of their own that
        share the solid's edges; they belong to no solid.
    """

    solid: NamedSolid
    caps: tuple[TopoDS_Face, ...]
    removed: tuple[TopoDS_Face, ...]


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
    chart: Chart,
    regions: Sequence[Region],
    depth: float,
    stamp: str,
) -> Imprinted:
    """The solid with the regions raised (depth > 0) or sunk (depth < 0), mm.

    The regions must lie strictly inside the face and not touch one another: that is for
    the caller to know (see `setting.fit`). Raises LayingError when they cross the seam.
    """
    host = solid.named(face_name)[0]  # the main face comes first, islands after it
    laid = lay(regions, chart, 0.0, depth)
    surface = BRep_Tool.Surface_s(host)
    cap_surface = surface_at(chart, depth)
    flipped = host.Orientation() == TopAbs_Orientation.TopAbs_REVERSED
    waller = Waller(surface, cap_surface, round_frame(chart), abs(depth))
    rings = [[waller.walled(loop) for loop in loops] for loops in laid]
    owners = islands_of(regions)
    holes: dict[Island | None, list[TopoDS_Wire]] = {None: []}
    for ring, owner in zip(rings, owners, strict=True):
        holes.setdefault(owner, []).append(_back(ring[0].foot))
    islands = [
        NamedFace(
            face_name,
            face_on(surface, [_back(counter.foot), *holes.get((i, c), [])], flipped),
        )
        for i, ring in enumerate(rings)
        for c, counter in enumerate(ring[1:])
    ]
    caps = [face_on(cap_surface, [r.head for r in ring], flipped) for ring in rings]
    removed = [face_on(surface, [r.foot for r in ring], flipped) for ring in rings]
    walls = [wall for ring in rings for r in ring for wall in r.walls]
    pierced = _with_holes(host, surface, holes[None], flipped)
    marked = joined(
        [
            *(NamedFace(f.name, pierced) if f.face.IsSame(host) else f for f in solid.faces),
            *islands,
            *(NamedFace(f"{stamp}/cap", cap) for cap in caps),
            *(NamedFace(f"{stamp}/wall", wall) for wall in walls),
        ]
    )
    return Imprinted(marked, tuple(caps), tuple(removed))


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
