"""The kernel's meshing of a solid, face by face, for drawing."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from OCP.Bnd import Bnd_Box
from OCP.BRep import BRep_Tool
from OCP.BRepBndLib import BRepBndLib
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.triangles import Mesh

COARSENESS = 1 / 1000
"""How far a drawn triangle may stray from the surface, as a part of the solid's size: a
fraction of a pixel when the whole part is on the screen."""
ANGLE = 0.4
"""radians between neighbouring facets"""


def mesh_of(solid: NamedSolid, chord: float | None = None) -> Mesh:
    """Triangles of every face; faces meshed before are not meshed again.

    `chord` is in mm; without it, it follows from the solid's size.
    """
    if chord is None:
        box = Bnd_Box()
        BRepBndLib.Add_s(solid.shape, box)
        chord = COARSENESS * box.SquareExtent() ** 0.5
    BRepMesh_IncrementalMesh(solid.shape, chord, False, ANGLE, True)
    names = tuple(dict.fromkeys(f.name for f in solid.faces))
    index = {name: k for k, name in enumerate(names)}
    points, triangles, owners, start = [], [], [], 0
    for named in solid.faces:
        nodes, corners = _triangles(named.face)
        points.append(nodes)
        triangles.append(corners + start)
        owners.append(np.full(len(corners), index[named.name], dtype=np.int32))
        start += len(nodes)
    return Mesh(
        np.concatenate(points).astype(np.float32),
        np.concatenate(triangles).astype(np.int32),
        np.concatenate(owners),
        names,
    )


def _triangles(face: TopoDS_Face) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
    location = TopLoc_Location()
    found = BRep_Tool.Triangulation_s(face, location)
    if found is None:
        return np.zeros((0, 3)), np.zeros((0, 3), dtype=np.int64)
    node, triangle = found.Node, found.Triangle
    flat: list[float] = []
    for i in range(1, found.NbNodes() + 1):
        p = node(i)
        flat += (p.X(), p.Y(), p.Z())
    corners = np.array([triangle(i).Get() for i in range(1, found.NbTriangles() + 1)]) - 1
    points = np.array(flat).reshape(-1, 3)
    if not location.IsIdentity():
        move = location.Transformation()
        rows = [[move.Value(r, c) for c in range(1, 5)] for r in range(1, 4)]
        matrix = np.array(rows)
        points = points @ matrix[:, :3].T + matrix[:, 3]
    if face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED:
        corners = corners[:, ::-1]
    return points, corners.reshape(-1, 3)
