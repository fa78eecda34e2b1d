"""A printer that lays down filament: does a part fit its bed, how is it turned, what will it
take."""

from __future__ import annotations

import itertools
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import numpy as np
import trimesh
from PIL import Image

from tinstamp.shop.drawing import Array, Frame, blank
from tinstamp.shop.made import Compared, Figure, Made, ShopError

BED = np.array([220.0, 220.0, 250.0])
"""mm"""
ALLOWED = 0.005
"""part by which the volume of the file may differ from the job's"""
STAGES = 14
"""pictures of the work while it goes on"""
STEEP = 45.0
"""degrees from upright beyond which a face that looks down is supported; common practice, no
source"""
WALL, FILLED = 1.2, 0.2
"""mm of solid wall, and the part of the inside that is filled; common practice, no source"""
CROSSING = 1.25
"""Times the time of laying down, for crossings; common practice, no source."""
LAYER_CHANGE = 1.5
"""s from one layer to the next"""
DENSITY = 1.24
"""g/cm³ of polylactide; from memory"""
TURNS = (0.0, 30.0, 45.0, 60.0)
"""degrees about the upright that are tried to make it fit"""


@dataclass(frozen=True)
class _Stand:
    """One way to stand a part: a rotation (3, 3), how large it is so, mm, and the area that needs
    supports, mm²."""

    turn: Array
    size: Array
    supported: float

    @property
    def fits(self) -> bool:
        return bool((self.size <= BED + 1e-9).all())


def work(path: Path, wishes: Mapping[str, Any]) -> Made:
    """Print triangles in layers of `layer` mm with a nozzle of `nozzle` mm at `speed` mm/s. Raises
    ShopError."""
    mesh = _read(path)
    stands = [_stand(mesh, turn) for turn in _turns()]
    able = [s for s in stands if s.fits]
    if not able:
        size = np.sort(mesh.extents)[::-1]
        raise ShopError(
            f"it is {size[0]:.0f} × {size[1]:.0f} × {size[2]:.0f} mm, and fits the bed of "
            f"{BED[0]:.0f} × {BED[1]:.0f} × {BED[2]:.0f} in no way that it is turned"
        )
    best = min(able, key=lambda s: (round(s.supported, 3), round(float(s.size[2]), 3)))
    layer, nozzle, speed = (float(wishes[k]) for k in ("layer", "nozzle", "speed"))
    count = int(np.ceil(float(best.size[2]) / layer - 1e-9))
    volume = float(mesh.volume)
    shell = min(volume, float(mesh.area) * WALL)
    laid = shell + FILLED * (volume - shell)
    seconds = CROSSING * laid / (layer * nozzle * speed) + LAYER_CHANGE * count
    as_it_came = np.allclose(best.turn, np.eye(3))
    figures = (
        Figure("Size as it stands", " × ".join(f"{x:.1f}" for x in best.size) + " mm"),
        Figure("Turned", "as it came" if as_it_came else "so that less of it needs supports"),
        Figure("Layers", str(count)),
        Figure("Area that needs supports", best.supported, "mm²"),
        Figure("Material", laid / 1000 * DENSITY, "g"),
    )
    compared: tuple[Compared, ...] = ()
    if "volume" in wishes:
        compared = (Compared("Volume", float(wishes["volume"]), volume, "mm³", ALLOWED),)
    told = [f"estimated with walls of {WALL:g} mm and {100 * FILLED:.0f} % of the inside filled"]
    if not mesh.is_watertight:
        told.append("the triangles do not close: layers may have gaps")
    stages = _stages(mesh, best, count)
    return Made(figures, compared, seconds, tuple(told), stages)


def _read(path: Path) -> trimesh.Trimesh:
    """The triangles of an STL, or of all objects of a 3MF, in mm. Raises ShopError."""
    if path.suffix.lower() == ".3mf":
        mesh = _three_mf(path)
    else:
        mesh = trimesh.load_mesh(path, file_type="stl")
    if not len(mesh.faces):
        raise ShopError(f"{path.name} holds no triangles")
    return mesh


def _three_mf(path: Path) -> trimesh.Trimesh:
    from lib3mf import Lib3MF, get_wrapper

    try:
        model = get_wrapper().CreateModel()
        model.QueryReader("3mf").ReadFromFile(str(path))
    except Lib3MF.ELib3MFException as error:
        raise ShopError(f"{path.name} is no sound 3MF: {error}") from error
    if model.GetUnit() != Lib3MF.ModelUnit.MilliMeter:
        raise ShopError(f"{path.name} is not in mm")
    found = []
    things = model.GetMeshObjects()
    while things.MoveNext():
        thing = things.GetCurrentMeshObject()
        points = np.array([list(v.Coordinates) for v in thing.GetVertices()])
        corners = np.array([list(t.Indices) for t in thing.GetTriangleIndices()])
        found.append(trimesh.Trimesh(points, corners, process=False))
    if not found:
        raise ShopError(f"{path.name} holds no triangles")
    return trimesh.util.concatenate(found)


def _turns() -> list[Array]:
    """Each side of the part down, and turned about the upright."""
    downs = []
    for axis, sign in itertools.product(range(3), (1, -1)):
        down = np.zeros(3)
        down[axis] = -sign
        downs.append(trimesh.geometry.align_vectors(down, [0, 0, -1])[:3, :3])
    downs.sort(key=lambda turn: -float(np.trace(turn)))
    return [
        trimesh.transformations.rotation_matrix(np.radians(turn), [0, 0, 1])[:3, :3] @ down
        for down in downs
        for turn in TURNS
    ]


def _stand(mesh: trimesh.Trimesh, turn: Array) -> _Stand:
    points = mesh.vertices @ turn.T
    normals = mesh.face_normals @ turn.T
    low = points[:, 2].min()
    beneath = normals[:, 2] < -np.cos(np.radians(STEEP))
    on_bed = (points[mesh.faces][:, :, 2] < low + 1e-3).all(axis=1)
    supported = float(mesh.area_faces[beneath & ~on_bed].sum())
    return _Stand(turn, np.ptp(points, axis=0), supported)


def _stages(mesh: trimesh.Trimesh, stand: _Stand, layers: int) -> tuple[Image.Image, ...]:
    """The part as it grows: its layers seen from the front and above."""
    moved = mesh.copy()
    moved.vertices = mesh.vertices @ stand.turn.T
    moved.vertices -= moved.bounds[0] + [stand.size[0] / 2, stand.size[1] / 2, 0]
    height = float(stand.size[2])
    heights = np.linspace(0.001, 0.999, min(layers, 120)) * height
    low = np.array([-stand.size[0], -stand.size[1] * 0.5]) * 0.6
    frame = Frame.about(low, np.array([-low[0], height + 0.5 * stand.size[1] * 0.6]))
    image, pen = blank("#20262B")
    found = []
    for k, z in enumerate(heights):
        cut = trimesh.intersections.mesh_plane(moved, [0.0, 0.0, 1.0], [0.0, 0.0, z])
        light = 0.45 + 0.55 * k / max(1, len(heights) - 1)
        colour = "#" + "".join(f"{int(c * light):02X}" for c in (232, 163, 78))
        for ends in cut:
            pen.line(frame.px(np.column_stack([ends[:, 0], z + 0.5 * ends[:, 1]])), fill=colour)
        if (k + 1) % max(1, len(heights) // STAGES) == 0:
            found.append(image.copy())
    return (*found, image)
