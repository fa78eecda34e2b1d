"""A solid, or several that belong together, whose faces have names."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import groupby

import numpy as np
from OCP.TopAbs import TopAbs_ShapeEnum
from OCP.TopExp import TopExp
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape, TopoDS_Solid
from OCP.TopTools import (
    TopTools_IndexedDataMapOfShapeListOfShape,
    TopTools_IndexedMapOfShape,
    TopTools_MapOfShape,
)

from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.kernel import compound, faces, shells, solid_of_shells
from tinstamp.chart.base import FaceChart
from tinstamp.job.face_name import Role, StampFace, any_side

Shell = tuple[int, int]
"""Which solid, and which of its shells: the outer one or a void within."""


@dataclass(frozen=True)
class NamedFace:
    """A face and its name: `tank.outer`, or a `StampFace` for what a stamp made."""

    name: str
    face: TopoDS_Face
    shell: Shell = (0, 0)


@dataclass(frozen=True)
class NamedSolid:
    """Closed solids and their named faces.

    Several faces may share a name: a groove parts a face in two that keep its name, and
    the counters of letters stay parts of their face.
    """

    shape: TopoDS_Shape
    faces: tuple[NamedFace, ...]

    def faces_named(self, name: str) -> list[NamedFace]:
        return [f for f in self.faces if f.name == name]

    def made_by(self, stamp: str, role: Role) -> list[NamedFace]:
        """A stamp's caps, or its walls, also those that have names of their own."""
        name = StampFace(stamp, role)
        return [f for f in self.faces if any_side(f.name) == name]

    def named(self, name: str) -> list[TopoDS_Face]:
        return [f.face for f in self.faces if f.name == name]

    def less(self, other: NamedSolid) -> list[TopoDS_Face]:
        """The faces that another one has not."""
        known = TopTools_MapOfShape()
        for named in other.faces:
            known.Add(named.face)
        return [named.face for named in self.faces if not known.Contains(named.face)]

    @cached_property
    def extent(self) -> float:
        """The diagonal of its box, mm."""
        boxes = boxes_of([named.face for named in self.faces])
        return float(np.linalg.norm(boxes[:, 1].max(axis=0) - boxes[:, 0].min(axis=0)))

    @property
    def names(self) -> tuple[str, ...]:
        """Each name once, in order."""
        return tuple(dict.fromkeys(f.name for f in self.faces))


def edges_of(
    solid: NamedSolid, names: Collection[str] | None = None
) -> Iterator[tuple[TopoDS_Shape, list[NamedFace]]]:
    """Every edge with the faces that meet at it; one that closes on itself meets itself. With
    `names` the edges of those faces alone: a part may have tens of thousands."""
    owners = TopTools_IndexedDataMapOfShapeListOfShape()
    TopExp.MapShapesAndAncestors_s(
        solid.shape, TopAbs_ShapeEnum.TopAbs_EDGE, TopAbs_ShapeEnum.TopAbs_FACE, owners
    )
    index, wanted = TopTools_IndexedMapOfShape(), TopTools_IndexedMapOfShape()
    for named in solid.faces:
        index.Add(named.face)
        if names is not None and named.name in names:
            TopExp.MapShapes_s(named.face, TopAbs_ShapeEnum.TopAbs_EDGE, wanted)
    for i in range(1, owners.Extent() + 1):
        if names is not None and not wanted.Contains(owners.FindKey(i)):
            continue
        met = [solid.faces[index.FindIndex(face) - 1] for face in owners.FindFromIndex(i)]
        yield owners.FindKey(i), met


def joined(members: Sequence[NamedFace]) -> NamedSolid:
    """The solids bounded by faces that share their edges."""
    ordered = sorted(members, key=lambda f: f.shell)
    solids = [
        solid_of_shells(
            [
                [f.face for f in in_shell]
                for _, in_shell in groupby(list(in_solid), key=lambda f: f.shell)
            ]
        )
        for _, in_solid in groupby(ordered, key=lambda f: f.shell[0])
    ]
    shape = solids[0] if len(solids) == 1 else compound(solids)
    return NamedSolid(shape, tuple(members))


def of_solids(
    parts: Sequence[TopoDS_Solid],
    name_of: Callable[[TopoDS_Face], str],
    order: Mapping[str, int],
) -> NamedSolid:
    """Solids with their faces named; faces whose name has no place in the order come last,
    as they stand."""
    members = [
        NamedFace(name_of(face), face, (i, j))
        for i, part in enumerate(parts)
        for j, shell in enumerate(shells(part))
        for face in faces(shell)
    ]
    shape = parts[0] if len(parts) == 1 else compound(parts)
    last = len(order)
    return NamedSolid(shape, tuple(sorted(members, key=lambda f: order.get(f.name, last))))


@dataclass(frozen=True)
class Blank:
    """The part before marking.

    Attributes
    ----------
    charts : of the faces that can be laid out flat, by name.
    kinds : the shape of every face in a plain word.
    """

    solid: NamedSolid
    charts: Mapping[str, FaceChart]
    kinds: Mapping[str, str] = field(default_factory=dict)
