"""Triangles of a solid as one closed mesh: made, and examined before anybody writes it.

The kernel meshes each face by itself along edges that it has cut once, so neighbours agree
on the points of their common edge; those are made one here. At the pole of a ball or a dome
an edge has no length, and triangles there have no area: they are left out, and the mesh closes.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from OCP.BRepBuilderAPI import BRepBuilderAPI_Copy
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.kernel import Array, faces, triangles_of, volume
from tinstamp.blank.solid import NamedSolid

FACET_TURN = 0.2
"""radians between neighbouring facets, at most"""
POINTS_AGREE = 1e-5
"""mm within which points of neighbouring faces are one; far less than any edge is long"""
SLIVER = 2e-5
"""mm; a triangle that is nowhere higher than this is a sliver"""
SLIVER_ROUNDS = 12
"""Times that slivers are looked for again."""
CHORDS_TRIED = (1.0, 0.6, 0.35, 1.7)
"""Parts of the asked chord that are tried in turn until the mesh is sound."""
VOLUME_STRAY = 0.02
"""Part of the volume by which a mesh may be off the solid, besides what its chord gives."""


class MeshError(ValueError):
    """A solid that gives no closed mesh; the message is for the designer."""


@dataclass(frozen=True)
class ClosedMesh:
    """A closed surface of triangles.

    Attributes
    ----------
    points : (n, 3) mm. triangles : (m, 3), counter-clockwise from outside.
    face : (m,) the number of the solid's face that each is of, as the kernel lists them.
    """

    points: Array
    triangles: NDArray[np.int64]
    face: NDArray[np.int64]

    @property
    def volume(self) -> float:
        """mm³, by the divergence theorem."""
        a, b, c = (self.points[self.triangles[:, k]] for k in range(3))
        return float(np.einsum("ij,ij->", a, np.cross(b, c)) / 6.0)

    @property
    def open_edges(self) -> int:
        """Edges that do not join just two triangles running opposite ways."""
        return len(_unpaired(self.triangles))


def closed_mesh(solid: NamedSolid, chord: float) -> ClosedMesh:
    """Triangles that stray at most `chord` mm from the solid. Raises MeshError."""
    return closed_mesh_of(solid.shape, chord)


def closed_mesh_of(solid: TopoDS_Shape, chord: float) -> ClosedMesh:
    """The same of the kernel's own solid."""
    told = ""
    for part in CHORDS_TRIED:
        shape = BRepBuilderAPI_Copy(solid).Shape()  # leaves the drawn mesh as it is
        BRepMesh_IncrementalMesh(shape, chord * part, False, FACET_TURN, True)
        pieces = [triangles_of(face) for face in faces(shape)]
        made = _without_slivers(_joined(pieces))
        told = _fault(made, volume(shape), chord)
        if not told:
            return made
    raise MeshError(f"no closed mesh could be made of the part: {told}")


def _joined(pieces: list[tuple[Array, NDArray[np.int64]]]) -> ClosedMesh:
    """All pieces on common points, triangles without area left out."""
    points = np.concatenate([p for p, _ in pieces])
    starts = np.cumsum([0, *(len(p) for p, _ in pieces)])
    triangles = np.concatenate(
        [t + start for (_, t), start in zip(pieces, starts[:-1], strict=True)]
    )
    face = np.repeat(np.arange(len(pieces)), [len(t) for _, t in pieces])
    merged = _merged(points)[triangles]
    proper = _proper(merged)
    return ClosedMesh(points, merged[proper], face[proper])


def _merged(points: Array) -> NDArray[np.int64]:
    """For each point the number of the first that lies within `POINTS_AGREE` of it."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components
    from scipy.spatial import cKDTree

    pairs = cKDTree(points).query_pairs(POINTS_AGREE, output_type="ndarray")
    graph = coo_array((np.ones(len(pairs)), pairs.T), shape=(len(points), len(points)))
    count, label = connected_components(graph, directed=False)
    first = np.full(count, len(points))
    np.minimum.at(first, label, np.arange(len(points)))
    return np.asarray(first[label])


def _proper(triangles: NDArray[np.int64]) -> NDArray[np.bool_]:
    """(m,) which have three corners."""
    a, b, c = triangles.T
    return np.asarray((a != b) & (b != c) & (c != a))


def _unpaired(triangles: NDArray[np.int64]) -> NDArray[np.int64]:
    """Directed edges, (k, 2), that have no single partner running the other way."""
    edges = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    size = int(edges.max()) + 1 if len(edges) else 1
    codes, counts = np.unique(edges[:, 0] * size + edges[:, 1], return_counts=True)
    turned = (codes % size) * size + codes // size
    sound = np.isin(turned, codes) & (counts == 1)
    return np.column_stack([codes[~sound] // size, codes[~sound] % size])


def _without_slivers(mesh: ClosedMesh) -> ClosedMesh:
    """Slivers turned into better triangles by changing the diagonal with the neighbour across
    their longest edge."""
    triangles = mesh.triangles.copy()
    for _ in range(SLIVER_ROUNDS):
        found = np.flatnonzero(heights(mesh.points, triangles) < SLIVER)
        if not len(found):
            break
        size = int(triangles.max()) + 1
        owner = {
            int(a) * size + int(b): k
            for k, t in enumerate(triangles.tolist())
            for a, b in zip(t, [*t[1:], t[0]], strict=True)
        }
        touched: set[int] = set()
        for k in found.tolist():
            a, b, c = _longest_first(mesh.points, triangles[k])
            other = owner.get(b * size + a)
            if other is None or k in touched or other in touched:
                continue
            (d,) = [v for v in triangles[other].tolist() if v not in (a, b)] or [c]
            if d == c or c * size + d in owner or d * size + c in owner:
                continue
            triangles[k], triangles[other] = (a, d, c), (d, b, c)
            touched |= {k, other}
        if not touched:
            break
    return ClosedMesh(mesh.points, triangles, mesh.face)


def _longest_first(points: Array, triangle: NDArray[np.int64]) -> tuple[int, int, int]:
    """The corners, beginning with those of the longest edge."""
    corners = triangle.tolist()
    long = [float(np.linalg.norm(points[corners[k - 2]] - points[corners[k]])) for k in range(3)]
    k = int(np.argmax(long))
    a, b = corners[k], corners[(k + 1) % 3]
    return a, b, corners[(k + 2) % 3]


def heights(points: Array, triangles: NDArray[np.int64]) -> Array:
    """Least height of each triangle, mm: twice its area by its longest edge."""
    a, b, c = (points[triangles[:, k]] for k in range(3))
    area = np.linalg.norm(np.cross(b - a, c - a), axis=1)
    longest = np.max([np.linalg.norm(p - q, axis=1) for p, q in ((a, b), (b, c), (c, a))], axis=0)
    return np.asarray(area / np.maximum(longest, 1e-300))


def _fault(mesh: ClosedMesh, true: float, chord: float) -> str:
    """What is wrong with a mesh, in words; nothing when it is sound."""
    if not len(mesh.triangles):
        return "it has no triangles"
    if len(_unpaired(mesh.triangles)):
        return "it stays open somewhere"
    a, b, c = (mesh.points[mesh.triangles[:, k]] for k in range(3))
    area = float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2.0)
    if abs(mesh.volume - true) > 2.0 * chord * area + VOLUME_STRAY * true * min(1.0, chord):
        return f"it holds {mesh.volume:.2f} mm³ and the part {true:.2f} mm³"
    return ""
