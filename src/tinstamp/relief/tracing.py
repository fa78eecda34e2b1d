"""Marks without depth that run over several faces: the faces are parted along the walls of
tools, and nothing else is changed."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import shapely
from OCP.BRep import BRep_Tool
from OCP.BRepAlgoAPI import BRepAlgoAPI_Splitter
from OCP.TopoDS import TopoDS, TopoDS_Face
from shapely.geometry.base import BaseGeometry

from tinstamp.blank.face_axes import three
from tinstamp.blank.history import became, listed
from tinstamp.blank.kernel import Array, compound
from tinstamp.blank.solid import NamedFace, NamedSolid, joined
from tinstamp.blank.trim import loops
from tinstamp.job.face_name import StampFace
from tinstamp.relief.boolean import Tool
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import examine_change


def traced(
    solid: NamedSolid, tools: Sequence[Tool], stamp: str, inked: Callable[[Array], bool]
) -> NamedSolid:
    """The solid with its faces parted where walls of the tools meet them; those on which
    `inked` is true of a point become the stamp's.

    Raises ReliefError.
    """
    walls = compound([f.face for tool in tools for f in tool.faces if f.name == "wall"])
    operation = BRepAlgoAPI_Splitter()
    # the faces as one argument, so that edges in common stay in common
    operation.SetArguments(listed([compound([f.face for f in solid.faces])]))
    operation.SetTools(listed([walls]))
    operation.Build()
    if not operation.IsDone():
        raise ReliefError("the outlines and the faces could not be combined")
    members = []
    for named in solid.faces:
        parts = [TopoDS.Face_s(part) for part in became(operation, named.face)]
        for part in parts:
            part = TopoDS.Face_s(part.Oriented(named.face.Orientation()))
            ours = len(parts) > 1 and inked(_within(part))
            name = StampFace(stamp, "cap") if ours else named.name
            members.append(NamedFace(name, part, named.shell))
    marked = joined(members)
    verdict = examine_change(solid, marked)
    sound = verdict.closed and verdict.valid
    if not sound or not any(f.name == StampFace(stamp, "cap") for f in members):
        raise ReliefError("the outlines and the faces do not combine into a sound solid")
    return marked


def _within(face: TopoDS_Face) -> Array:
    """A point of a face away from its edges, (3,). Raises ReliefError when it has no area."""
    area: BaseGeometry = shapely.Polygon()
    for ring in loops(face):
        area = area.symmetric_difference(shapely.Polygon(ring).buffer(0))
    if area.is_empty:  # a sliver between chords
        raise ReliefError("the outlines and the faces do not combine into a sound solid")
    at = area.representative_point()
    return three(BRep_Tool.Surface_s(face).Value(float(at.x), float(at.y)))
