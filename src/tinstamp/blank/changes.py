"""Features that change the part: joined and cut bodies, holes, hollows, softened edges."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np
from OCP.BRepFilletAPI import BRepFilletAPI_MakeChamfer, BRepFilletAPI_MakeFillet
from OCP.BRepOffset import BRepOffset_Mode
from OCP.BRepOffsetAPI import BRepOffsetAPI_MakeThickSolid
from OCP.GeomAbs import GeomAbs_JoinType
from OCP.TopAbs import TopAbs_ShapeEnum
from OCP.TopExp import TopExp
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Shape
from OCP.TopTools import (
    TopTools_IndexedDataMapOfShapeListOfShape,
    TopTools_IndexedMapOfShape,
    TopTools_ListOfShape,
)

from tinstamp.blank.charts import chart_of
from tinstamp.blank.history import fused, renamed, unsplit
from tinstamp.blank.kernel import of_kernel, solids, volume
from tinstamp.blank.making import BlankError, Making, missing
from tinstamp.blank.moving import moved, on_face
from tinstamp.blank.round_solid import tube
from tinstamp.blank.solid import Blank, NamedFace, NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.job.changes import BETWEEN, Hole, Hollow, Soften


def of_construction(error: Exception) -> bool:
    """True for what is raised when a construction of the kernel's fails."""
    return of_kernel(error) or isinstance(error, RuntimeError)


def combined(part: Making, bodies: Sequence[Blank], add: bool, words: str) -> Making:
    """Bodies joined to the part, or cut from it. Raises BlankError.

    A body without charts is a tool: the faces that it leaves are laid out as they end up.
    """
    operation = fused([part.solid.shape], [body.solid.shape for body in bodies], add)
    if operation is None:
        raise BlankError(f"{words} and the part could not be combined")
    count = len(solids(part.solid.shape))
    parts = sorted(solids(operation.Shape()), key=volume, reverse=True)
    if not parts:
        raise BlankError(f"nothing is left of the part when {words} is cut away")
    if len(parts) > count:
        raise BlankError(
            f"{words} does not touch the part" if add else f"{words} cuts the part to pieces"
        )
    change = sum(map(volume, parts)) - volume(part.solid.shape)
    if abs(change) < 1e-8 * sum(volume(body.solid.shape) for body in bodies):
        raise BlankError(
            f"{words} lies within the part and adds nothing"
            if add
            else f"{words} does not reach the part and cuts nothing"
        )
    before = [*part.solid.faces, *(face for body in bodies for face in body.solid.faces)]
    solid = unsplit(renamed(operation, parts, before, part.solid.names[0]))
    if len(bodies) == 1 and bodies[0].charts:
        return part.with_body(solid, bodies[0])
    return part.with_new_faces(solid)


def flipped_charts(body: Blank) -> dict[str, FaceChart]:
    """The charts of a body's faces as they are seen from within, when it is cut away."""
    charts = {}
    for named in body.solid.faces:
        chart = chart_of(named.face, -1.0)
        if chart is not None and named.name not in charts:
            charts[named.name] = chart
    return charts


def hole(part: Making, feature: Hole, values: Mapping[str, float]) -> Making:
    """A round hole square to a face. Faces: wall, and bottom when it is not through."""
    chart = part.chart(feature.face, "face")
    reach = part.solid.extent
    over = _over(chart, values["diameter"])
    frame = on_face(chart, values["across"], values["up"], over, "across").flipped
    through = feature.goes == "through"
    deep = 2.0 * reach if through else values["depth"]
    bore = tube(feature.name, values["diameter"], 0.0, deep + over, {})
    names = {"outer": "wall", "top": "bottom", "bottom": "mouth"}
    members = tuple(
        NamedFace(f"{feature.name}.{names[f.name.rpartition('.')[2]]}", f.face)
        for f in bore.solid.faces
    )
    body = Blank(NamedSolid(bore.solid.shape, members), {})
    return combined(part, [moved(body, frame)], False, f"hole “{feature.name}”")


def _over(chart: FaceChart, width: float) -> float:
    """How far above a face a tool must begin to clear it where it bulges, mm."""
    mean, _ = chart.curvature()
    radius = 1.0 / (2.0 * abs(mean)) if mean else np.inf
    if radius <= width / 2:
        return float(radius + width)
    return float(radius - np.sqrt(radius**2 - width**2 / 4) if np.isfinite(radius) else 0.0) + 0.1


def role(name: str) -> str:
    """A face's whole name as a part of another's: `plate.top` as plate_top."""
    return name.replace(".", "_")


def hollow(part: Making, feature: Hollow, values: Mapping[str, float]) -> Making:
    """The part hollowed to a wall. The new faces are named after those that they lie
    behind, NAME.plate_front; the rims of open faces keep their names."""
    names = part.solid.names
    removed = TopTools_ListOfShape()
    opened: list[NamedFace] = []
    for k, face in enumerate(feature.open_faces):
        found = part.solid.faces_named(face)
        if not found:
            raise BlankError(missing(face, names), f"open_faces.{k}")
        for named in found:
            removed.Append(named.face)
            opened.append(named)
    work = BRepOffsetAPI_MakeThickSolid()
    try:
        work.MakeThickSolidByJoin(
            part.solid.shape,
            removed,
            -values["wall"],
            1e-5,
            BRepOffset_Mode.BRepOffset_Skin,
            False,
            False,
            GeomAbs_JoinType.GeomAbs_Intersection,
        )
        work.Build()
        parts = solids(work.Shape())
    except Exception as error:
        if not of_construction(error):
            raise
        raise _too_thick(values) from error
    if len(parts) != 1 or not 0 < volume(parts[0]) < volume(part.solid.shape) * (1 - 1e-9):
        raise _too_thick(values)
    made = [(f.face, f"{feature.name}.{role(f.name)}") for f in part.solid.faces if f not in opened]
    kept = [f for f in part.solid.faces if f not in opened]

    def rim(face: TopoDS_Face) -> str:
        chart = chart_of(face)
        for named in opened:
            other = part.charts.get(named.name)
            if chart is not None and other is not None and _same_plane(chart, other):
                return named.name
        return f"{feature.name}.rim"

    solid = renamed(work, parts, kept, rim, made)
    return part.with_new_faces(solid)


def _too_thick(values: Mapping[str, float]) -> BlankError:
    return BlankError(
        f"the part cannot be hollowed to a wall of {values['wall']:g} mm: try another wall, or "
        "other open faces",
        "wall",
    )


def _same_plane(a: FaceChart, b: FaceChart) -> bool:
    if a.kind != "flat" or b.kind != "flat":
        return False
    level = abs(np.dot(a.frame.z, b.frame.z) - 1.0) < 1e-9
    away = np.dot(np.subtract(a.frame.origin, b.frame.origin), a.frame.z)
    return bool(level and abs(away) < 1e-6)


def soften(part: Making, feature: Soften, values: Mapping[str, float]) -> Making:
    """Edges rounded or bevelled. A new face is named after the two that met there,
    NAME.plate_top_plate_front; where several edges meet, NAME.corner."""
    size = values["size"]
    chosen = _edges(part, feature)
    rounding = feature.how == "round"
    work = (
        BRepFilletAPI_MakeFillet(part.solid.shape)
        if rounding
        else BRepFilletAPI_MakeChamfer(part.solid.shape)
    )
    for edge, _ in chosen:
        work.Add(size, edge)
    word = "rounded" if rounding else "bevelled"
    failed = BlankError(
        f"these edges cannot be {word} by {size:g} mm: the faces beside them leave too little "
        "room, or other edges are in the way",
        "size",
    )
    try:
        work.Build()
        if not work.IsDone():
            raise failed
        parts = solids(work.Shape())
    except Exception as error:
        if not of_construction(error):
            raise
        raise failed from error
    if len(parts) != len(solids(part.solid.shape)):
        raise failed
    made: list[tuple[TopoDS_Shape, str]] = [
        (edge, f"{feature.name}.{'_'.join(sorted(map(role, names)))}") for edge, names in chosen
    ]
    solid = renamed(work, parts, part.solid.faces, f"{feature.name}.corner", made)
    return part.with_new_faces(solid)


def _edges(part: Making, feature: Soften) -> list[tuple[TopoDS_Edge, tuple[str, str]]]:
    """The edges that are meant, each with the names of the faces that meet there."""
    owners = TopTools_IndexedDataMapOfShapeListOfShape()
    TopExp.MapShapesAndAncestors_s(
        part.solid.shape, TopAbs_ShapeEnum.TopAbs_EDGE, TopAbs_ShapeEnum.TopAbs_FACE, owners
    )
    faces = TopTools_IndexedMapOfShape()
    for named in part.solid.faces:
        faces.Add(named.face)
    names = part.solid.names
    found: list[tuple[TopoDS_Edge, tuple[str, str]]] = []
    known = TopTools_IndexedMapOfShape()
    for k, meant in enumerate(feature.edges):
        wanted = meant.split(BETWEEN)
        for name in wanted:
            if name not in names:
                raise BlankError(missing(name, names), f"edges.{k}")
        before = len(found)
        for i in range(1, owners.Extent() + 1):
            both = [faces.FindIndex(face) - 1 for face in owners.FindFromIndex(i)]
            beside = [part.solid.faces[k].name for k in both]
            if len(beside) != 2 or beside[0] == beside[1]:
                continue
            match = wanted[0] in beside if len(wanted) == 1 else set(wanted) == set(beside)
            edge = TopoDS.Edge_s(owners.FindKey(i))
            if match:
                if known.Add(edge) > len(found):
                    found.append((edge, (beside[0], beside[1])))
                else:
                    before -= 1
        if len(found) == before:
            raise BlankError(f"there is no edge “{meant}” to soften", f"edges.{k}")
    return found
