"""What becomes of named faces when the kernel changes a solid, by its own record."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from OCP.BRepAlgoAPI import BRepAlgoAPI_BooleanOperation, BRepAlgoAPI_Cut, BRepAlgoAPI_Fuse
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeShape
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.ShapeUpgrade import ShapeUpgrade_UnifySameDomain
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape, TopoDS_Solid
from OCP.TopTools import (
    TopTools_IndexedMapOfShape,
    TopTools_ListOfShape,
)

from tinstamp.blank.kernel import faces, solids
from tinstamp.blank.solid import NamedFace, NamedSolid, edges_of, of_solids
from tinstamp.guarded.forked import in_copy

Guess = Callable[[TopoDS_Face], str]
"""Names a face that the record does not tell of."""


def fused(
    arguments: Sequence[TopoDS_Shape], tools: Sequence[TopoDS_Shape], add: bool, near: float = 0.0
) -> BRepAlgoAPI_BooleanOperation | None:
    """The kernel's join (`add`) or cut, done; None when it gives up. What is as `near` as that, mm,
    is taken to be in one place."""
    operation = BRepAlgoAPI_Fuse() if add else BRepAlgoAPI_Cut()
    operation.SetArguments(listed(arguments))
    operation.SetTools(listed(tools))
    operation.SetRunParallel(not in_copy())
    if near:
        operation.SetFuzzyValue(near)
    operation.Build()
    return operation if operation.IsDone() else None


def listed(shapes: Sequence[TopoDS_Shape]) -> TopTools_ListOfShape:
    """Shapes as the kernel's own list."""
    listed = TopTools_ListOfShape()
    for shape in shapes:
        listed.Append(shape)
    return listed


def renamed(
    operation: BRepBuilderAPI_MakeShape,
    parts: Sequence[TopoDS_Solid],
    before: Sequence[NamedFace],
    otherwise: str | Guess,
    made: Sequence[tuple[TopoDS_Shape, str]] = (),
) -> NamedSolid:
    """The parts with the names that their faces had before.

    `made` pairs shapes with the name of what the operation generated from them;
    `otherwise` names the rest. Names come in the order they had, new ones after.
    """
    known = TopTools_IndexedMapOfShape()  # tells shapes apart as the kernel does
    names: list[str] = []
    for named in before:
        for face in became(operation, named.face):
            if known.Add(face) > len(names):
                names.append(named.name)
    for shape, name in made:
        for face in operation.Generated(shape):
            if known.Add(face) > len(names):
                names.append(name)
    guess: Guess = (lambda _: otherwise) if isinstance(otherwise, str) else otherwise

    def name_of(face: TopoDS_Face) -> str:
        index = known.FindIndex(face)
        return names[index - 1] if index else guess(face)

    order = {name: k for k, name in enumerate(dict.fromkeys(f.name for f in before))}
    return of_solids(parts, name_of, order)


def unsplit(solid: NamedSolid) -> NamedSolid:
    """Faces that were parted without need, such as along a seam that a cut laid bare, made
    one again where they have one name. Faces of different names stay apart."""
    work = ShapeUpgrade_UnifySameDomain(solid.shape, True, True, False)
    parted = False
    for edge, met in edges_of(solid):
        if len(met) == 2 and met[0].name != met[1].name:
            work.KeepShape(edge)
        elif len(met) == 2 and not met[0].face.IsSame(met[1].face):
            parted = True
    if not parted:
        return solid
    work.Build()
    history = work.History()
    parts = solids(work.Shape())
    if len(parts) != len(solids(solid.shape)) or not BRepCheck_Analyzer(work.Shape()).IsValid():
        return solid
    known = TopTools_IndexedMapOfShape()
    names_now: list[str] = []
    for named in solid.faces:
        now = list(history.Modified(named.face)) or [named.face]
        for face in now:
            if known.Add(face) > len(names_now):
                names_now.append(named.name)
    if any(known.FindIndex(face) == 0 for face in faces(work.Shape())):
        return solid
    order = {name: k for k, name in enumerate(solid.names)}
    return of_solids(parts, lambda face: names_now[known.FindIndex(face) - 1], order)


def became(operation: BRepBuilderAPI_MakeShape, face: TopoDS_Shape) -> list[TopoDS_Shape]:
    """What a face is now; itself when it is untouched, nothing when it is gone."""
    if operation.IsDeleted(face):
        return []
    changed = list(operation.Modified(face))
    return changed or [face]
