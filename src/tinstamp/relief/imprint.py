"""Direct imprint: artwork that lies inside one face becomes solid without a boolean.

Each outer outline becomes a hole in the face, the same curves on the offset surface
bound the cap, ruled walls join the two, and counters stay behind as small faces of the
host surface. All other faces are kept as they are.
"""

from __future__ import annotations

from collections.abc import Sequence

from OCP.BRep import BRep_Tool
from OCP.Geom import Geom_Surface
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import BUILDER, TOLERANCE, wires
from tinstamp.blank.solid import NamedFace, NamedSolid, joined
from tinstamp.chart.base import Chart
from tinstamp.relief.laid import lay
from tinstamp.relief.surfaces import round_frame, surface_at
from tinstamp.relief.walls import face_on, walled


def imprint(
    solid: NamedSolid,
    face_name: str,
    chart: Chart,
    regions: Sequence[Region],
    depth: float,
    stamp: str,
) -> NamedSolid:
    """The solid with the regions raised (depth > 0) or sunk (depth < 0), mm.

    The regions must lie strictly inside the face and not touch one another: that is for
    the caller to know (see `setting.fit`). Raises LayingError when they cross the seam.
    """
    host = solid.named(face_name)[0]  # the main face comes first, islands after it
    laid = lay(regions, chart, 0.0, depth)
    surface = BRep_Tool.Surface_s(host)
    cap_surface = surface_at(chart, depth)
    flipped = host.Orientation() == TopAbs_Orientation.TopAbs_REVERSED
    frame = round_frame(chart)
    holes: list[TopoDS_Wire] = []
    made: list[NamedFace] = []
    for loops in laid:
        ring = [walled(loop, surface, cap_surface, frame, abs(depth)) for loop in loops]
        holes.append(_back(ring[0].foot))
        made += [
            NamedFace(face_name, face_on(surface, [_back(counter.foot)], flipped))
            for counter in ring[1:]
        ]
        cap = face_on(cap_surface, [r.head for r in ring], flipped)
        made.append(NamedFace(f"{stamp}/cap", cap))
        made += [NamedFace(f"{stamp}/wall", wall) for r in ring for wall in r.walls]
    pierced = _with_holes(host, surface, holes, flipped)
    kept = [NamedFace(f.name, pierced) if f.face.IsSame(host) else f for f in solid.faces]
    return joined([*kept, *made])


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
