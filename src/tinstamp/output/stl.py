"""STL, binary: triangles within a chosen chord tolerance, in mm."""

from __future__ import annotations

from pathlib import Path

import numpy as np

from tinstamp.output.closed_mesh import MeshError, closed_mesh
from tinstamp.output.outputs import Options
from tinstamp.output.result import OutputError, Result

HEADER = "Tin Stamp, mm: "
HEADER_BYTES = 80
"""bytes of the header; it must not begin with “solid”, which marks text"""
_RECORD = np.dtype([("normal", "<f4", 3), ("corners", "<f4", (3, 3)), ("spare", "<u2")])


def write(result: Result, path: Path, options: Options) -> None:
    """Write closed meshes that stray at most `chord` mm from the bodies. Raises OutputError."""
    if not options["chord"] > 0:
        raise OutputError("the chord tolerance must be more than 0 mm")
    try:
        meshes = [closed_mesh(body, options["chord"]) for body in result.bodies.values()]
    except MeshError as error:
        raise OutputError(str(error)) from error
    corners = np.concatenate([m.points[m.triangles] for m in meshes]).astype(np.float32)
    normals = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-30)
    records = np.zeros(len(corners), _RECORD)
    records["normal"], records["corners"] = normals, corners
    count = np.array(len(corners), "<u4").tobytes()
    header = (HEADER + result.name).encode("utf-8")[:HEADER_BYTES].ljust(HEADER_BYTES, b"\0")
    path.write_bytes(header + count + records.tobytes())
