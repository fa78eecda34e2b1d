"""Files, read back by others: the kernel's reader, trimesh, ezdxf."""

from __future__ import annotations

import re
from dataclasses import replace
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
from tinstamp.output.result import OutputError, Result


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


def test_the_same_part_under_another_name_is_the_same_text_but_for_the_name(
    built: Built, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    from tinstamp.output import step

    monkeypatch.setattr(step, "_PROVEN", [])
    seen: list[Path] = []
    whole = step.reads_back
    monkeypatch.setattr(step, "reads_back", lambda p, b: seen.append(p) or whole(p, b))
    named = ["one", "it's ü's", "n" * 200, step.NAMELESS]
    files = [write_files(built, tmp_path, name, ("step",))[0] for name in named]
    assert len(seen) == 1
    body = built.bodies.values()
    data = {path.read_bytes().split(b"PRODUCT_CONTEXT", 1)[1] for path in files}
    assert len(data) == 1 and all(whole(path, body) for path in files)
    for name, path in zip(named, files, strict=True):
        found = re.search(r"PRODUCT\('((?:[^']|'')*)'", path.read_text("ascii"))
        assert found and step._encoded(name).replace("'", "''") == found.group(1)
    # in other colours, or of other bodies, it is another file
    result = Result("red", built.bodies, dict.fromkeys(built.bodies["part"].names, "#FF0000"), ())
    step.write(result, tmp_path / "red.step", {})
    assert len(seen) == 2
    step.write(replace(result, bodies={"shell": built.bodies["part"]}), tmp_path / "s.step", {})
    assert len(seen) == 3


def test_what_does_not_read_back_leaves_no_file(
    built: Built, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    from tinstamp.output import step

    monkeypatch.setattr(step, "_PROVEN", [])
    true = step._write

    def short(result: Result, path: Path, curves: int) -> None:
        true(result, path, curves)
        path.write_bytes(path.read_bytes()[:5000])

    monkeypatch.setattr(step, "_write", short)
    for name in ("third", "fourth"):
        with pytest.raises(OutputError, match="would not read back whole"):
            write_files(built, tmp_path, name, ("step",))
        assert not (tmp_path / f"{name}.step").exists()


def test_a_step_file_says_which_program_made_it_from_which_job(
    built: Built, tmp_path: Path
) -> None:
    """ISO 10303-21 header, AP242 schema, a layer for each stamp, the part's colour and the
    caps'."""
    (path,) = write_files(built, tmp_path, "it's ü", ("step",))
    head = path.read_text("ascii")[:1500]
    assert "FILE_NAME('it''s \\X2\\00FC\\X0\\'" in head and "Tin Stamp" in head
    assert "AP242_MANAGED_MODEL_BASED_3D_ENGINEERING" in head
    text = path.read_text("ascii")
    layers = re.findall(r"PRESENTATION_LAYER_ASSIGNMENT\('([^']+)'", text)
    assert set(layers) == {s.name for s in built.report.stamps if s.built_by}
    assert len(re.findall("COLOUR_RGB", text)) >= 2


def test_several_bodies_are_an_assembly(tmp_path: Path) -> None:
    from tinstamp.blank.kernel import solids as solids_of
    from tinstamp.output.result import Result
    from tinstamp.output.step import write as write_step

    one = build(document())
    assert one.solid is not None
    other = build(document(wall="2.5 mm"))
    assert other.solid is not None
    path = tmp_path / "both.step"
    write_step(Result("both", {"part": one.solid, "inlay": other.solid}, {}, ()), path, {})
    text = path.read_text()
    assert "NEXT_ASSEMBLY_USAGE_OCCURRENCE" in text
    for name in ("both", "both, part", "both, inlay"):
        assert f"PRODUCT('{name}'" in text
    reader = STEPControl_Reader()
    reader.ReadFile(str(path))
    reader.TransferRoots()
    assert len(solids_of(reader.OneShape())) == 2
