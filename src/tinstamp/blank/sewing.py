"""Faces that only touch, sewn to a solid that keeps their names."""

from __future__ import annotations

from collections.abc import Sequence

from OCP.BRep import BRep_Tool
from OCP.BRepBuilderAPI import BRepBuilderAPI_Sewing
from OCP.BRepLib import BRepLib
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Solid
from OCP.TopTools import TopTools_IndexedMapOfShape

from tinstamp.blank.kernel import BUILDER, shells
from tinstamp.blank.solid import NamedSolid, of_solids

Named = tuple[str, TopoDS_Face]


class SewError(ValueError):
    """Faces that do not close."""


def sewn(members: Sequence[Named], tolerance: float = 1e-6) -> NamedSolid:
    """One solid bounded by faces whose edges lie on one another within a tolerance, mm.

    Raises SewError when they do not close.
    """
    sewing = BRepBuilderAPI_Sewing(tolerance)
    for _, face in members:
        sewing.Add(face)
    sewing.Perform()
    found = shells(sewing.SewedShape())
    if len(found) != 1 or sewing.NbFreeEdges() or not BRep_Tool.IsClosed_s(found[0]):
        raise SewError("the faces do not close")
    found[0].Closed(True)
    solid = TopoDS_Solid()
    BUILDER.MakeSolid(solid)
    BUILDER.Add(solid, found[0])
    BRepLib.OrientClosedSolid_s(solid)
    known = TopTools_IndexedMapOfShape()
    names: list[str] = []
    for name, face in members:
        became = sewing.ModifiedSubShape(face)
        if known.Add(TopoDS.Face_s(became)) > len(names):
            names.append(name)
    order = {name: k for k, name in enumerate(dict.fromkeys(names))}
    return of_solids([solid], lambda face: names[known.FindIndex(face) - 1], order)
