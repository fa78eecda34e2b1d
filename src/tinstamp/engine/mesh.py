"""The kernel's meshing of faces, for drawing."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.blank.kernel import compound, extent_of, motion_of, triangles_of
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.triangles import Mesh
from tinstamp.relief.facets import FACET_TURN, Triangles

COARSENESS = 1 / 1000
"""How far a drawn triangle may stray from the surface, as a part of the solid's size: a
fraction of a pixel when the whole part is on the screen."""


def mesh_of(solid: NamedSolid, chord: float | None = None) -> Mesh:
    """Triangles of every face; faces meshed before are not meshed again.

    `chord` is in mm; without it, it follows from the solid's size.
    """
    _mesh(solid.shape, chord or chord_of(solid))
    return gathered([(f.name, triangles_of(f.face)) for f in solid.faces])


def mesh_of_all(bodies: Sequence[NamedSolid]) -> Mesh:
    """Triangles of several bodies, as fine as each needs for a picture."""
    for solid in bodies:
        _mesh(solid.shape, chord_of(solid))
    return gathered([(f.name, triangles_of(f.face)) for solid in bodies for f in solid.faces])


def chord_of(solid: NamedSolid) -> float:
    """How far triangles of a solid that is drawn may stray, mm."""
    return COARSENESS * extent_of(solid.shape)


def for_picture(shape: TopoDS_Shape) -> float:
    """Mesh a shape as for a picture of it, which stays with it; the chord, mm."""
    chord = COARSENESS * extent_of(shape)
    _mesh(shape, chord)
    return chord


def triangles_on(faces: Sequence[TopoDS_Face], chord: float) -> list[Triangles]:
    """Triangles of each face; those that share an edge have the same points along it."""
    if faces:
        _mesh(compound(faces), chord)
    return [triangles_of(face) for face in faces]


def as_one(parts: Sequence[Triangles]) -> Triangles:
    """Triangles together."""
    if len(parts) == 1:
        return parts[0]
    starts = np.cumsum([0, *(len(points) for points, _ in parts)])
    return (
        np.concatenate([points for points, _ in parts]),
        np.concatenate([c + start for (_, c), start in zip(parts, starts[:-1], strict=True)]),
    )


def set_down(triangles: Triangles, places: Sequence[TopLoc_Location]) -> Triangles:
    """The same triangles at several places."""
    if len(places) == 1 and places[0].IsIdentity():
        return triangles
    points, corners = triangles
    motions = [motion_of(place) for place in places]
    return as_one([(points @ turn.T + shift, corners) for turn, shift in motions])


def gathered(parts: Sequence[tuple[str, Triangles]]) -> Mesh:
    """Triangles of faces, by their names, as one mesh."""
    names = tuple(dict.fromkeys(name for name, _ in parts))
    index = {name: k for k, name in enumerate(names)}
    starts = np.cumsum([0, *(len(points) for _, (points, _) in parts)])
    corners = [c + start for (_, (_, c)), start in zip(parts, starts[:-1], strict=True)]
    owners = [np.full(len(c), index[name], dtype=np.int32) for name, (_, c) in parts]
    return Mesh(
        np.concatenate([points for _, (points, _) in parts]).astype(np.float32),
        np.concatenate(corners).astype(np.int32),
        np.concatenate(owners),
        names,
    )


def _mesh(shape: TopoDS_Shape, chord: float) -> None:
    BRepMesh_IncrementalMesh(shape, chord, False, FACET_TURN, True)
