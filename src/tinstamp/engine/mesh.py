"""The kernel's meshing of faces, for drawing."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components

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
    return COARSENESS * solid.extent


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


SMOOTH = float(np.cos(np.radians(12.0)))
"""Cosine of the angle between two facets that are seen as one bent wall."""
SAME_CORNER = 5
"""decimals, mm, by which corners of two facets are the same"""


def smoothed(parts: Sequence[Triangles]) -> Triangles:
    """Triangles of plane facets as one; those that meet at next to no angle share their corners, so
    that they are drawn as one wall, without a line between."""
    points, corners = as_one(parts)
    own = np.repeat(np.arange(len(parts)), [len(triangles) for _, triangles in parts])
    sides = points[corners]
    normals = np.zeros((len(parts), 3))
    np.add.at(normals, own, np.cross(sides[:, 1] - sides[:, 0], sides[:, 2] - sides[:, 0]))
    normals /= np.maximum(np.linalg.norm(normals, axis=1), 1e-300)[:, None]
    _, place = np.unique(np.round(points, SAME_CORNER), axis=0, return_inverse=True)
    ends = np.stack([corners, np.roll(corners, -1, axis=1)], axis=-1).reshape(-1, 2)
    facet = np.repeat(own, 3)
    there = np.sort(place.reshape(-1)[ends], axis=1)
    order = np.lexsort((there[:, 1], there[:, 0]))
    a, b = order[:-1], order[1:]
    beside = (there[a] == there[b]).all(axis=1) & (facet[a] != facet[b])
    beside &= np.einsum("nk,nk->n", normals[facet[a]], normals[facet[b]]) > SMOOTH
    a, b = a[beside], b[beside]
    first, second = ends[a], ends[b]
    crossed = place.reshape(-1)[first[:, 0]] != place.reshape(-1)[second[:, 0]]
    second = np.where(crossed[:, None], second[:, ::-1], second)
    links = coo_array((np.ones(2 * len(a)), (first.reshape(-1), second.reshape(-1))),
                      shape=(len(points),) * 2)  # fmt: skip
    count, number = connected_components(links, directed=False)
    kept = np.zeros((count, 3))
    kept[number] = points
    return kept, number[corners].astype(corners.dtype)


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
