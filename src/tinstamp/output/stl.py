"""STL, binary: triangles within a chosen chord tolerance, in mm."""

from __future__ import annotations

from pathlib import Path

import numpy as np

from tinstamp.blank.solid import NamedSolid
from tinstamp.output.closed_mesh import MeshError, closed_mesh
from tinstamp.output.step import OutputError

CHORD = 0.01
"""mm, when nothing else is chosen"""
HEADER = b"Tin Stamp, mm"
_RECORD = np.dtype([("normal", "<f4", 3), ("corners", "<f4", (3, 3)), ("spare", "<u2")])


def write_stl(solid: NamedSolid, path: Path, chord: float = CHORD) -> None:
    """Write a closed mesh that strays at most `chord` mm from the part. Raises OutputError."""
    if not chord > 0:
        raise OutputError("the chord tolerance must be more than 0 mm")
    try:
        mesh = closed_mesh(solid, chord)
    except MeshError as error:
        raise OutputError(str(error)) from error
    corners = mesh.points[mesh.triangles].astype(np.float32)
    normals = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-30)
    records = np.zeros(len(corners), _RECORD)
    records["normal"], records["corners"] = normals, corners
    count = np.array(len(corners), "<u4").tobytes()
    path.write_bytes(HEADER.ljust(80, b"\0") + count + records.tobytes())
