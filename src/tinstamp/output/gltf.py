"""glTF 2.0 (Khronos Group), binary: bodies with their colours, for looking and for the web.

The format has metres and y upwards, and colours in proportion to light (IEC 61966-2-1).
"""

from __future__ import annotations

from pathlib import Path

import numpy as np
import trimesh
from trimesh.visual import TextureVisuals
from trimesh.visual.material import PBRMaterial

from tinstamp.output.outputs import Options
from tinstamp.output.painted_mesh import PaintedMesh, painted
from tinstamp.output.result import OutputError, Result

MM, Y_UP = 1e-3, np.array([[1.0, 0.0, 0.0], [0.0, 0.0, 1.0], [0.0, -1.0, 0.0]])
"""m for a mm; the part's axes as the format has them."""
ROUGH, METAL = 0.55, 0.2
"""How the surface takes light, 0 to 1 each: an even, dull metal."""


def write(result: Result, path: Path, options: Options) -> None:
    """Write the bodies within `chord` mm, a mesh for each colour. Raises OutputError."""
    scene = trimesh.Scene()
    for body in painted(result, options["chord"]):
        for k in sorted(set(body.colour.tolist())):
            word = body.name if k == 0 else f"{body.name}, {body.colours[k]}"
            scene.add_geometry(_mesh(body, k), node_name=word, geom_name=word)
    data = scene.export(file_type="glb")
    if not isinstance(data, bytes):
        raise OutputError("the part could not be put into glTF")
    path.write_bytes(data)


def _mesh(body: PaintedMesh, k: int) -> trimesh.Trimesh:
    """The triangles of one colour, with normals of their own: edges stay sharp."""
    corners = body.mesh.points[body.mesh.triangles[body.colour == k]]
    points = corners.reshape(-1, 3) @ Y_UP.T * MM
    triangles = np.arange(len(points)).reshape(-1, 3)
    colour = body.colours[k]
    srgb = [int(colour[i : i + 2], 16) / 255.0 for i in (1, 3, 5)]
    looks = PBRMaterial(
        name=colour, baseColorFactor=[*map(_linear, srgb), 1.0],
        metallicFactor=METAL, roughnessFactor=ROUGH,
    )  # fmt: skip
    return trimesh.Trimesh(points, triangles, process=False, visual=TextureVisuals(material=looks))


def _linear(value: float) -> float:
    """A part of an sRGB colour in proportion to light (IEC 61966-2-1, from memory)."""
    return value / 12.92 if value <= 0.04045 else float(((value + 0.055) / 1.055) ** 2.4)
