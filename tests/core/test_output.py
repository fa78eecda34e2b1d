"""Files, read back by others: the kernel's reader, trimesh, ezdxf."""

from __future__ import annotations

import re
from pathlib import Path

import ezdxf
import ezdxf.bbox
import numpy as np
import pytest
import trimesh
from ezdxf import units
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.STEPControl import STEPControl_Reader

from tests.conftest import document, stamp
from tests.core.solids import sound, volume
from tinstamp.blank.kernel import faces, solids
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.output.result import OutputError


@pytest.fixture(scope="module")
def built() -> Built:
    return build(
        document(
            stamp("Filling line", "FILL 08", up="26 mm"),
            stamp(
                "Caution", "Hot oil", family="Pacifico", style="Regular", make="emboss", up="9 mm"
            ),
            stamp("Inside", "B", face="tank.inner", across="90 deg"),
            stamp(
                "Rim",
                "I",
                face="tank.bottom",
                across="0 mm",
                height="0.8 mm",
                up="41 mm",
                depth="0.2 mm",
            ),
        )
    )


@pytest.fixture(scope="module")
def written(built: Built, tmp_path_factory: pytest.TempPathFactory) -> dict[str, Path]:
    paths = write_files(built, tmp_path_factory.mktemp("out"), "tank", ("step", "stl", "dxf"))
    return {path.suffix[1:]: path for path in paths}


def test_step_reads_back_as_one_valid_solid(built: Built, written: dict[str, Path]) -> None:
    reader = STEPControl_Reader()
    reader.ReadFile(str(written["step"]))
    reader.TransferRoots()
    shape = reader.OneShape()
    assert len(solids(shape)) == 1
    assert sound(shape)
    assert BRepCheck_Analyzer(shape).IsValid()
    assert built.report.volume is not None
    assert volume(shape) == pytest.approx(built.report.volume, rel=1e-6)
    assert built.solid is not None
    assert len(faces(shape)) == len(built.solid.faces)


def test_step_holds_units_names_and_colours(written: dict[str, Path]) -> None:
    text = written["step"].read_text()
    assert "SI_UNIT(.MILLI.,.METRE.)" in text
    named = set(re.findall(r"ADVANCED_FACE\('([^']+)'", text))
    assert {"tank.outer", "tank.inner", "Filling line/cap", "Caution/wall"} <= named
    red = [float(n) for n in re.findall(r"COLOUR_RGB\('[^']*',([\d.E-]+)", text)]
    # sRGB #C2 by the transfer function of IEC 61966-2-1 or as it stands: both are in use
    assert any(r == pytest.approx(v, abs=2e-3) for r in red for v in (0xC2 / 255, 0.5395))
    assert "tank" in text


def test_stl_is_watertight_elsewhere(built: Built, written: dict[str, Path]) -> None:
    mesh = trimesh.load_mesh(written["stl"])
    assert mesh.is_watertight and mesh.is_winding_consistent
    assert mesh.volume == pytest.approx(built.report.volume, rel=2e-3)
    np.testing.assert_allclose(mesh.bounds[:, 2], [0, 46], atol=1e-4)


def test_stl_follows_the_chord(built: Built, tmp_path: Path) -> None:
    coarse = write_files(built, tmp_path, "coarse", ("stl",), {"chord": 0.2})[0]
    fine = write_files(built, tmp_path, "fine", ("stl",), {"chord": 0.002})[0]
    errors = [abs(trimesh.load_mesh(p).volume - built.report.volume) for p in (coarse, fine)]
    assert errors[1] < errors[0] / 5
    # the sagitta of every facet of the outer face stays within the chord
    mesh = trimesh.load_mesh(fine)
    corners = np.hypot(mesh.triangles[..., 0], mesh.triangles[..., 1])
    outer = np.all(np.abs(corners - 42) < 1e-4, axis=1)
    middles = mesh.triangles_center[outer]
    assert outer.sum() > 100
    assert (42 - np.hypot(middles[:, 0], middles[:, 1])).max() < 0.002 + 1e-4
    with pytest.raises(OutputError, match="more than 0"):
        write_files(built, tmp_path, "none", ("stl",), {"chord": 0.0})


def test_dxf_is_true_to_size_in_mm(built: Built, written: dict[str, Path]) -> None:
    drawing = ezdxf.readfile(written["dxf"])
    assert drawing.units == units.MM
    assert not drawing.audit().errors
    space = drawing.modelspace()
    for name in ("Filling line", "Caution", "Inside"):
        area = 0.0
        for entity in space.query(f'*[layer ? ".* {name}"]'):
            if entity.dxftype() == "SPLINE":
                points = np.array([(p.x, p.y) for p in entity.construction_tool().flattening(1e-5)])
            else:
                points = np.array([p[:2] for p in entity])
            x, y = points.T
            area += float(np.sum(x * np.roll(y, -1) - np.roll(x, -1) * y)) / 2
        report = next(s for s in built.report.stamps if s.name == name)
        assert area == pytest.approx(report.artwork_area, rel=1e-5)
    sheet = next(iter(space.query('LWPOLYLINE[layer=="face outline"]')))
    wide = max(p[0] for p in sheet) - min(p[0] for p in sheet)
    assert wide == pytest.approx(np.pi * 84, rel=1e-9)
    assert {t.dxf.text for t in space.query("TEXT")} == {"tank.outer", "tank.inner", "tank.bottom"}


def test_nothing_half_written_stays(built: Built, tmp_path: Path) -> None:
    (tmp_path / "tank.step").mkdir()
    with pytest.raises(OutputError):
        write_files(built, tmp_path, "tank", ("step",))
    assert [p.name for p in tmp_path.iterdir()] == ["tank.step"]
    broken = build(document(wall="99 mm"))
    with pytest.raises(OutputError, match="no sound part"):
        write_files(broken, tmp_path, "tank", ("stl",))


def test_dxf_has_extents_names_that_do_not_plot_and_the_same_bytes_every_time(
    built: Built, written: dict[str, Path], tmp_path: Path
) -> None:
    (again,) = write_files(built, tmp_path, "tank", ("dxf",))
    assert again.read_bytes() == written["dxf"].read_bytes()
    document = ezdxf.readfile(written["dxf"])
    assert document.layers.get("names").dxf.plot == 0
    seen = ezdxf.bbox.extents(e for e in document.modelspace() if e.dxf.layer == "face outline")
    low, high = document.header["$EXTMIN"], document.header["$EXTMAX"]
    assert list(low)[:2] == pytest.approx(list(seen.extmin)[:2], abs=0.02)
    assert list(high)[:2] == pytest.approx(list(seen.extmax)[:2], abs=0.02)
