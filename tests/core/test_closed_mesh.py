"""Every mesh that is written is closed: demos and ready blanks, by two independent libraries
(trimesh and Manifold), at three tolerances, and near its solid."""

from __future__ import annotations

from pathlib import Path

import manifold3d
import numpy as np
import pytest
import trimesh

from tests.conftest import ROOT
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.build import build
from tinstamp.job import shelf
from tinstamp.job.archive import Document, open_file
from tinstamp.output import closed_mesh as module
from tinstamp.output.closed_mesh import SLIVER, ClosedMesh, closed_mesh, heights
from tinstamp.output.result import OutputError, Result
from tinstamp.output.stl import write

DEMOS = {path.stem: path for path in sorted((ROOT / "demo").glob("*.tinstamp"))}


def write_stl(solid: NamedSolid | None, file: Path, chord: float) -> None:
    assert solid is not None
    write(Result("part", {"part": solid}, {}, ()), file, {"chord": chord})


def document(name: str) -> Document:
    return open_file(DEMOS[name]) if name in DEMOS else Document(shelf.SHIPPED[name])


@pytest.mark.parametrize("name", [*DEMOS, *shelf.SHIPPED])
def test_demos_and_ready_blanks(name: str, tmp_path: Path) -> None:
    built = build(document(name))
    file = tmp_path / "part.stl"
    for chord in (0.2, 0.01):
        write_stl(built.solid, file, chord)
        mesh = trimesh.load(file)
        assert mesh.is_watertight and mesh.is_winding_consistent
        points = np.asarray(mesh.vertices, np.float32)
        other = manifold3d.Manifold(manifold3d.Mesh(points, np.asarray(mesh.faces, np.uint32)))
        assert other.status() == manifold3d.Error.NoError
        (volume,) = (b.volume for b in built.report.bodies if b.name == "part")
        assert other.volume() == pytest.approx(volume, abs=2 * chord * mesh.area)
        if chord == 0.01:
            assert mesh.volume == pytest.approx(volume, rel=5e-3)
            made = closed_mesh(built.solid, chord)  # type: ignore[arg-type]
            assert not (heights(made.points, made.triangles) < SLIVER).any()


def test_a_mesh_that_stays_open_is_not_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    built = build(document("knob"))
    whole = module._joined
    monkeypatch.setattr(module, "_joined", lambda pieces: whole(pieces[1:]))
    with pytest.raises(OutputError, match="stays open"):
        write_stl(built.solid, tmp_path / "a.stl", 0.05)
    assert not (tmp_path / "a.stl").exists()


def test_open_edges_are_counted() -> None:
    """A tetrahedron, and the same without a side."""
    points = np.array([[0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]], float)
    sides = np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [2, 0, 3]])
    own = np.arange(len(sides))
    assert ClosedMesh(points, sides, own).open_edges == 0
    assert ClosedMesh(points, sides, own).volume == pytest.approx(1 / 6)
    assert ClosedMesh(points, sides[1:], own[1:]).open_edges == 3
    assert ClosedMesh(points, sides[:, ::-1], own).volume == pytest.approx(-1 / 6)
