"""What a plane cuts of a part, against closed forms and against trimesh's sections."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest
import trimesh
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from PySide6.QtCore import QRectF

from tests.conftest import ROOT
from tests.core.test_known_faults import FLAT, drawn, part, sunk, text, tube
from tests.desk.conftest import Hand
from tinstamp.blank.kernel import faces, triangles_of
from tinstamp.desk.part.cut_face import cut_face
from tinstamp.desk.part.section_figures import free_of
from tinstamp.engine.build import Built, build
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document, open_file


def mesh_of(document: Document) -> Mesh:
    return made(document)[0]


def made(document: Document) -> tuple[Mesh, Built]:
    """The triangles that the window shows, and the build."""
    seen: list[Mesh] = []
    built = build(document, picture=lambda meshes, blank: seen.append(meshes["part"]))
    return seen[0], built


def by_the_kernel(built: Built) -> trimesh.Trimesh:
    """The exact part in fine triangles of the kernel's own mesher."""
    assert built.solid is not None
    BRepMesh_IncrementalMesh(built.solid.shape, 0.002, False, 0.1, False)
    points, triangles, start = [], [], 0
    for face in faces(built.solid.shape):
        p, t = triangles_of(face)
        points.append(p)
        triangles.append(t + start)
        start += len(p)
    return trimesh.Trimesh(np.concatenate(points), np.concatenate(triangles), process=True)


def area(points: np.ndarray, triangles: np.ndarray) -> float:
    a, b, c = (points[triangles[:, k]] for k in range(3))
    return float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2)


def cut(mesh: Mesh, origin: list[float], normal: list[float]) -> tuple[np.ndarray, np.ndarray]:
    return cut_face(mesh.points.astype(float), mesh.triangles, np.array(origin), np.array(normal))


def test_a_tube_cut_along_its_axis_is_two_walls_and_a_bore() -> None:
    mesh = mesh_of(part(text("I", "t.outer", relief=sunk(0.01)), body=tube(50, 2.0, 60)))
    points, triangles = cut(mesh, [0.0, 0.0, 0.0], [1.0, 0.0, 0.0])
    middles = points[triangles].mean(axis=1)
    assert area(points, triangles) == pytest.approx(2 * 2.0 * 60, rel=2e-3)
    assert (np.abs(middles[:, 1]) > 22.9).all(), "the bore stays open"
    points, triangles = cut(mesh, [0.0, 0.0, 50.0], [0.0, 0.0, 1.0])
    assert area(points, triangles) == pytest.approx(math.pi * (25**2 - 23**2), rel=2e-3)


def test_a_groove_is_open_and_the_wall_below_it_is_not() -> None:
    mesh = mesh_of(part((drawn("M0 0H10V4H0Z"), FLAT, sunk(1.5))))
    points, triangles = cut(mesh, [0.0, 0.0, 0.0], [1.0, 0.0, 0.0])
    assert area(points, triangles) == pytest.approx(80 * 8 - 4 * 1.5, rel=1e-6)


def area_by_trimesh(whole: trimesh.Trimesh, origin: np.ndarray, normal: np.ndarray) -> float:
    """The area within trimesh's lines of a section, by the divergence theorem in the plane: half
    the sum of each line's length times how far it lies out, along its face's outward normal."""
    lines, faces = trimesh.intersections.mesh_plane(whole, normal, origin, return_faces=True)
    if not len(lines):
        return 0.0
    out = whole.face_normals[faces]
    out = out - (out @ normal)[:, None] * normal
    out /= np.linalg.norm(out, axis=1, keepdims=True)
    length = np.linalg.norm(lines[:, 1] - lines[:, 0], axis=1)
    middle = lines.mean(axis=1) - origin
    return float((length * np.einsum("ij,ij->i", middle, out)).sum() / 2)


@pytest.mark.parametrize("name", ["tank", "collar", "badge"])
def test_parts_are_cut_as_trimesh_cuts_them(name: str) -> None:
    """The window's triangles beside finer ones of the exact part: as near as these are coarse."""
    mesh, built = made(open_file(Path(ROOT / "demo" / f"{name}.tinstamp")))
    whole = by_the_kernel(built)
    low, high = whole.bounds
    random = np.random.default_rng(11)
    for _ in range(4):
        normal = random.normal(size=3)
        normal /= np.linalg.norm(normal)
        origin = low + random.uniform(0.25, 0.75, 3) * (high - low)
        points, triangles = cut(mesh, origin.tolist(), normal.tolist())
        expected = area_by_trimesh(whole, origin, normal)
        assert area(points, triangles) == pytest.approx(expected, rel=5e-2)


def test_a_plane_through_corners_and_one_beside_the_part() -> None:
    mesh = mesh_of(part((drawn("M0 0H10V4H0Z"), FLAT, sunk(1.5))))
    points, triangles = cut(mesh, [0.0, 0.0, 8.0], [0.0, 0.0, 1.0])  # the very face
    assert area(points, triangles) in (pytest.approx(0.0), pytest.approx(120 * 80 - 40, rel=1e-6))
    points, triangles = cut(mesh, [200.0, 0.0, 0.0], [1.0, 0.0, 0.0])
    assert not len(points) and not len(triangles)


def test_the_window_fills_what_is_cut_and_nothing_else(opened: Hand) -> None:
    window = opened.window
    window.session.select(0)
    opened.until_built()
    scene = window.part.scene
    assert not scene._cut_face.GetVisibility()
    window.show_view("section")
    assert scene._cut_face.GetVisibility()
    seen = window.part.seen(1)
    filled = sum(
        seen.pixelColor(x, y).name() == "#d9b48f"
        for x in range(0, seen.width(), 4) for y in range(0, seen.height(), 4)
    ) / (seen.width() // 4 * (seen.height() // 4))  # fmt: skip
    assert 0.005 < filled < 0.3, "the wall alone, not the bore"
    window.show_view("whole")
    assert not scene._cut_face.GetVisibility()


@pytest.mark.parametrize("seed", range(20))
def test_figures_of_a_section_stay_in_the_pane_and_off_one_another(seed: int) -> None:
    random = np.random.default_rng(seed)
    pane = QRectF(0.0, 0.0, 700.0, 400.0)
    taken: list[QRectF] = []
    for _ in range(6):  # all of them near one place, as often at the pane's end
        x, y = random.uniform(-40, 740), random.choice([4.0, 200.0, 395.0])
        box = free_of(QRectF(x, y, random.uniform(60, 180), 18.0), taken, pane)
        assert pane.contains(box)
        assert not any(box.intersects(other) for other in taken)
        taken.append(box)
