"""The kernel's meshing of a solid, face by face, for drawing."""

from __future__ import annotations

import numpy as np
from OCP.Bnd import Bnd_Box
from OCP.BRepBndLib import BRepBndLib
from OCP.BRepMesh import BRepMesh_IncrementalMesh

from tinstamp.blank.kernel import triangles_of
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.triangles import Mesh

COARSENESS = 1 / 1000
"""How far a drawn triangle may stray from the surface, as a part of the solid's size: a
fraction of a pixel when the whole part is on the screen."""
FACET_TURN = 0.4
"""radians between neighbouring facets"""


def mesh_of(solid: NamedSolid, chord: float | None = None) -> Mesh:
    """Triangles of every face; faces meshed before are not meshed again.

    `chord` is in mm; without it, it follows from the solid's size.
    """
    if chord is None:
        box = Bnd_Box()
        BRepBndLib.Add_s(solid.shape, box)
        chord = COARSENESS * box.SquareExtent() ** 0.5
    BRepMesh_IncrementalMesh(solid.shape, chord, False, FACET_TURN, True)
    names = tuple(dict.fromkeys(f.name for f in solid.faces))
    index = {name: k for k, name in enumerate(names)}
    points, triangles, owners, start = [], [], [], 0
    for named in solid.faces:
        nodes, corners = triangles_of(named.face)
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
