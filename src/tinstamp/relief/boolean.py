"""The way out: a general boolean with one tool solid per region.

Taken when outlines cross an edge or the seam, cut through, or touch other relief.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from OCP.BRepAlgoAPI import BRepAlgoAPI_BooleanOperation, BRepAlgoAPI_Cut, BRepAlgoAPI_Fuse
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Shape, TopoDS_Solid
from OCP.TopTools import TopTools_IndexedMapOfShape, TopTools_ListOfShape

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import face_on, faces, solid_of, solids, volume
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.relief.laid import LayingError, lay
from tinstamp.relief.surfaces import ReliefError, round_frame, surface_at
from tinstamp.relief.walls import Waller


@dataclass(frozen=True)
class Tool:
    """A region as a solid of its own.

    Attributes
    ----------
    faces : its faces, named `cap` (the side at the depth) or `wall`.
    """

    solid: TopoDS_Solid
    faces: tuple[NamedFace, ...]


@dataclass(frozen=True)
class Cut:
    """What a boolean gave.

    Attributes
    ----------
    solid : the part.
    pieces : volumes of what came loose, mm³, largest first.
    """

    solid: NamedSolid
    pieces: tuple[float, ...]


def tool(region: Region, chart: Chart, low: float, high: float, cap_is_high: bool) -> Tool:
    """The region as a solid between two lifts, mm. Raises ReliefError."""
    chart = _seam_away(region, chart)
    try:
        (loops,) = lay([region], chart, low, high)
    except LayingError as error:
        raise ReliefError(f"an outline cannot be laid on the face: {error}") from error
    foot, head = surface_at(chart, low), surface_at(chart, high)
    waller = Waller(foot, head, round_frame(chart), high - low)
    ring = [waller.walled(loop) for loop in loops]
    flipped = chart.mirrored
    top = face_on(head, [r.head for r in ring], flipped)
    under = [TopoDS.Wire_s(r.foot.Reversed()) for r in ring]
    bottom = TopoDS.Face_s(face_on(foot, under, not flipped))
    named = [
        NamedFace("cap" if cap_is_high else "end", top),
        NamedFace("end" if cap_is_high else "cap", bottom),
        *(NamedFace("wall", wall) for r in ring for wall in r.walls),
    ]
    return Tool(solid_of([f.face for f in named]), tuple(named))


def _seam_away(region: Region, chart: Chart) -> Chart:
    """The same chart with its seam opposite the region."""
    if not isinstance(chart, CylinderChart):
        return chart
    bounds = region.bounds
    middle = np.degrees(chart.sense * (bounds[0] + bounds[2]) / 2 / chart.radius)
    return replace(chart, seam=float(middle + 180.0))


def combine(solid: NamedSolid, tools: Sequence[Tool], add: bool, stamp: str) -> Cut:
    """Cut the tools from the solid, or join them to it, keeping the names of faces.

    Raises ReliefError when the kernel gives up or nothing is left.
    """
    operation = BRepAlgoAPI_Fuse() if add else BRepAlgoAPI_Cut()
    operation.SetArguments(_listed([solid.shape]))
    operation.SetTools(_listed([t.solid for t in tools]))
    operation.SetRunParallel(True)
    operation.Build()
    if not operation.IsDone():
        raise ReliefError("the outlines and the part could not be combined")
    parts = sorted(((volume(s), s) for s in solids(operation.Shape())), key=lambda p: -p[0])
    if not parts:
        raise ReliefError("nothing is left of the part")
    members = _renamed(operation, parts[0][1], solid, tools, stamp)
    return Cut(NamedSolid(parts[0][1], members), tuple(v for v, _ in parts[1:]))


def _listed(shapes: Sequence[TopoDS_Shape]) -> TopTools_ListOfShape:
    listed = TopTools_ListOfShape()
    for shape in shapes:
        listed.Append(shape)
    return listed


def _renamed(
    operation: BRepAlgoAPI_BooleanOperation,
    part: TopoDS_Solid,
    solid: NamedSolid,
    tools: Sequence[Tool],
    stamp: str,
) -> tuple[NamedFace, ...]:
    """Names of the result's faces, by the kernel's record of what became of each."""
    known = TopTools_IndexedMapOfShape()  # tells shapes apart as the kernel does
    names: list[str] = []
    for named in [*solid.faces, *(f for t in tools for f in t.faces)]:
        ours = named.name in ("cap", "wall", "end")
        name = f"{stamp}/{'wall' if named.name == 'end' else named.name}" if ours else named.name
        for face in _became(operation, named.face):
            if known.Add(face) > len(names):
                names.append(name)
    found = []
    for face in faces(part):
        index = known.FindIndex(face)
        found.append(NamedFace(names[index - 1] if index else f"{stamp}/wall", face))
    # the main part of a face comes before its islands
    order = {name: k for k, name in enumerate(dict.fromkeys(f.name for f in solid.faces))}
    return tuple(sorted(found, key=lambda f: order.get(f.name, len(order))))


def _became(operation: BRepAlgoAPI_BooleanOperation, face: TopoDS_Face) -> list[TopoDS_Shape]:
    if operation.IsDeleted(face):
        return []
    changed = list(operation.Modified(face))
    return changed or [face]
