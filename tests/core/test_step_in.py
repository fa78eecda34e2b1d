"""STEP in: awkward files made for the purpose, names found again, bad files in words."""

from __future__ import annotations

import hashlib
import select
from pathlib import Path

import numpy as np
import pytest
from benchmarks.parts import lens
from OCP.BRep import BRep_Tool
from OCP.BRepAlgoAPI import BRepAlgoAPI_Fuse
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakePolygon
from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox, BRepPrimAPI_MakeCylinder
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt, gp_Trsf, gp_Vec
from OCP.Interface import Interface_Static
from OCP.STEPControl import STEPControl_StepModelType, STEPControl_Writer
from OCP.TopLoc import TopLoc_Location

from tests.conftest import stamp
from tests.core.solids import sound, volume
from tinstamp.blank.face_names import found_again, found_faces
from tinstamp.blank.kernel import compound, faces, solids
from tinstamp.blank.step_in import ImportTrouble, read
from tinstamp.engine import messages as m
from tinstamp.engine.build import build
from tinstamp.engine.client import EngineClient
from tinstamp.engine.importing import imported
from tinstamp.engine.write import write_files
from tinstamp.job import shelf
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.features import Hole, Imported
from tinstamp.job.model import Blank, Job


def step(shape, tmp_path: Path, unit: str = "MM") -> bytes:  # type: ignore[no-untyped-def]
    writer = STEPControl_Writer()
    Interface_Static.SetCVal_s("write.step.unit", unit)
    writer.Transfer(shape, STEPControl_StepModelType.STEPControl_AsIs)
    path = tmp_path / "part.step"
    writer.Write(str(path))
    Interface_Static.SetCVal_s("write.step.unit", "MM")
    return path.read_bytes()


def box(x: float, y: float, z: float, at=(0, 0, 0)):  # type: ignore[no-untyped-def]
    return BRepPrimAPI_MakeBox(gp_Pnt(*at), x, y, z).Shape()


def rod(r: float, h: float, turn: float = 0.0):  # type: ignore[no-untyped-def]
    axes = gp_Ax2(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1), gp_Dir(np.cos(turn), np.sin(turn), 0))
    return BRepPrimAPI_MakeCylinder(axes, r, h).Shape()


def taken(data: bytes, known=(), which: int = 0, **fields: object) -> tuple[Imported, m.FoundSolid]:  # type: ignore[no-untyped-def]
    found = imported(m.Import(1, "part.step", data, tuple(known)))
    solid = found.solids[which]
    feature = Imported(
        name="part", file="part.step", digest=hashlib.sha256(data).hexdigest(), which=which,
        of=len(found.solids), faces=solid.faces, notes=solid.notes, **fields,
    )  # fmt: skip
    return feature, solid


def document(feature: Imported, data: bytes, *marks, more=()) -> Document:  # type: ignore[no-untyped-def]
    job = Job(blank=Blank(features=(feature, *more)), stamps=marks)
    return Document(job, {}, {feature.digest: data})


def test_inches_become_mm(tmp_path: Path) -> None:
    data = step(box(50.8, 25.4, 12.7), tmp_path, "INCH")
    assert b"INCH" in data
    feature, solid = taken(data)
    assert solid.size == pytest.approx((50.8, 25.4, 12.7), abs=1e-6)
    assert "inches: converted to mm" in feature.notes[0]
    assert {f.name for f in feature.faces} == {"top", "bottom", "front", "back", "left", "right"}
    built = build(document(feature, data, stamp(face="part.top", across="0 mm", up="0 mm")))
    assert built.report.valid and not built.report.to_fix
    assert built.report.stamps[0].built_by == "imprint"


def test_several_solids_largest_first(tmp_path: Path) -> None:
    moved = gp_Trsf()
    moved.SetTranslation(gp_Vec(100, 0, 0))
    placed = rod(4, 9).Located(TopLoc_Location(moved))
    data = step(compound([box(5, 5, 5), placed, box(30, 30, 3, (0, 50, 0))]), tmp_path)
    found = imported(m.Import(1, "x.step", data, ()))
    assert [len(s.faces) for s in found.solids] == [6, 3, 6]
    feature, _ = taken(data, which=1)
    built = build(
        document(feature, data, stamp(text="I8", face="part.round", height="3 mm", up="3 mm"))
    )
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    assert built.report.blank_volume == pytest.approx(np.pi * 16 * 9, rel=1e-7)
    assert feature.of == 3


def test_faces_split_in_halves_are_joined(tmp_path: Path) -> None:
    """A rod of two halves, its side in two faces and each end in two."""
    left = BRepPrimAPI_MakeCylinder(gp_Ax2(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1)), 10, 20, np.pi).Shape()
    axes = gp_Ax2(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1), gp_Dir(-1, 0, 0))
    right = BRepPrimAPI_MakeCylinder(axes, 10, 20, np.pi).Shape()
    halves = BRepAlgoAPI_Fuse(left, right).Shape()
    assert len(faces(halves)) == 6
    feature, _ = taken(step(halves, tmp_path))
    assert {f.name for f in feature.faces} == {"top", "bottom", "round"}
    assert any("6 faces became 3" in note for note in feature.notes)


def test_a_seam_through_the_marked_place(tmp_path: Path) -> None:
    """The kernel's seam lies in front, right under the letters."""
    data = step(rod(15, 30, -np.pi / 2), tmp_path)
    feature, _ = taken(data)
    side = next(f for f in feature.faces if f.name == "round")
    assert side.measures["girth"] == pytest.approx(np.pi * 30)
    built = build(document(feature, data, stamp(face="part.round", up="10 mm", depth="0.3 mm")))
    assert built.report.valid and not built.report.to_fix, built.report.findings
    (made,) = built.report.stamps
    wanted = -made.artwork_area * 0.3 * (1 - 0.3 / 30)
    assert made.relief_volume == pytest.approx(wanted, rel=1e-3)


def test_tiny_gaps_are_closed(tmp_path: Path) -> None:
    """Six loose faces of a box, one of them 0.004 mm off."""
    corners = np.array([[x, y, z] for x in (0, 20) for y in (0, 20) for z in (0, 20)], dtype=float)
    loops = [(0, 1, 3, 2), (4, 6, 7, 5), (0, 4, 5, 1), (2, 3, 7, 6), (0, 2, 6, 4), (1, 5, 7, 3)]
    loose = []
    for k, loop in enumerate(loops):
        wire = BRepBuilderAPI_MakePolygon()
        for i in loop:
            wire.Add(gp_Pnt(*(corners[i] + (0.004 if k == 5 else 0.0))))
        wire.Close()
        loose.append(BRepBuilderAPI_MakeFace(wire.Wire()).Face())
    data = step(compound(loose), tmp_path)
    feature, solid = taken(data)
    assert any("closed within" in note for note in feature.notes)
    assert solid.size == pytest.approx((20, 20, 20), abs=0.01)
    assert build(document(feature, data)).report.valid


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "not a STEP file"),
        (b"solid ascii stl", "not a STEP file"),
        (
            b"ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n",
            "STEP|no geometry",
        ),
        (b"ISO-10303-21;\nHEADER", "STEP|no geometry"),
        (b"ISO-10303-21;" + bytes(range(256)) * 40, "STEP|no geometry"),
    ],
)
def test_bad_files_are_told(data: bytes, words: str) -> None:
    with pytest.raises(ImportTrouble, match=words):
        read(data)


def test_damaged_files_are_read_or_told(tmp_path: Path) -> None:
    """Whatever the kernel's reader makes of them: it breaks off on some, on others never ends."""
    whole = step(BRepAlgoAPI_Fuse(box(20, 20, 5), rod(4, 12)).Shape(), tmp_path)
    random = np.random.default_rng(7)
    told: list[bytes] = []
    for _ in range(20):
        broken = bytearray(whole)
        if random.random() < 0.5:
            del broken[int(random.integers(200, len(broken))) :]
        for _ in range(int(random.integers(1, 30))):
            broken[int(random.integers(13, len(broken)))] = int(random.integers(32, 127))
        try:
            assert read(bytes(broken)).solids
        except ImportTrouble as error:
            assert str(error)
            told.append(bytes(broken))
    client = EngineClient()
    try:
        for data in told[:2]:
            number = client.import_step("bad.step", data, ())
            failed = _until(client, m.Failed)
            assert failed.number == number and failed.message
        client.build(Document(shelf.SHIPPED["wick knob"]))
        assert _until(client, m.Done).report.valid
    finally:
        client.close()


def test_a_part_is_read_while_jobs_go_on_and_can_be_given_up(tmp_path: Path) -> None:
    data = step(BRepAlgoAPI_Fuse(box(20, 20, 5), rod(4, 12)).Shape(), tmp_path)
    client = EngineClient()
    try:
        number = client.import_step("part.step", data, ())
        client.build(Document(shelf.SHIPPED["wick knob"]))
        seen: list[object] = []
        for _ in range(900):
            seen += client.poll()
            kinds = {type(event) for event in seen}
            if {m.Done, m.Imported} <= kinds:
                break
            select.select([client.fileno()], [], [], 0.1)
        (found,) = [event for event in seen if isinstance(event, m.Imported)]
        assert found.number == number and found.solids
        glimpses = [event for event in seen if isinstance(event, m.Glimpse)]
        assert [event.number for event in glimpses] == [number], "seen before it is named"
        number = client.import_step("lens.step", step(lens(24), tmp_path), ())
        client.give_up(number)
        assert "cancelled" in _until(client, m.Failed).message
    finally:
        client.close()


def _until(client: EngineClient, kind):  # type: ignore[no-untyped-def]
    for _ in range(600):
        for event in client.poll():
            if isinstance(event, kind):
                return event
        select.select([client.fileno()], [], [], 0.1)
    raise AssertionError(f"no {kind.__name__} came")


def test_names_find_themselves_again(tmp_path: Path) -> None:
    """A newer file: longer, with a hole more, its faces in another order."""
    old, _ = taken(step(BRepAlgoAPI_Fuse(box(40, 20, 5), rod(4, 12)).Shape(), tmp_path))
    from OCP.BRepAlgoAPI import BRepAlgoAPI_Cut

    grown = BRepAlgoAPI_Fuse(rod(5, 13), box(46, 20, 5)).Shape()
    newer = BRepAlgoAPI_Cut(grown, BRepPrimAPI_MakeCylinder(
        gp_Ax2(gp_Pnt(35, 10, -1), gp_Dir(0, 0, 1)), 2, 10).Shape()).Shape()  # fmt: skip
    data = step(newer, tmp_path)
    new, _ = taken(data, old.faces)
    before = {f.name: f for f in old.faces}
    after = {f.name: f for f in new.faces}
    assert set(before) < set(after) and len(after) == len(before) + 1
    for name, face in before.items():
        assert face.kind == after[name].kind
        assert np.dot(face.look, after[name].look) > 0.99
    assert any("8 of 8 faces were found again" in n for n in new.notes), new.notes
    assert any("1 new: bore" in n for n in new.notes)
    gone, _ = taken(step(box(46, 20, 5), tmp_path), new.faces)
    assert any("gone: " in n and "round" in n for n in gone.notes)


def test_features_and_formulas_on_an_imported_part(tmp_path: Path) -> None:
    data = step(rod(15, 30), tmp_path)
    feature, _ = taken(data, scale="2")
    hole = Hole(
        name="h",
        face="part.round",
        up="part.round.face_height / 2",
        diameter="part.round.diameter / 10",
    )
    built = build(document(feature, data, more=(hole,)))
    assert built.report.valid, built.report.findings
    assert built.report.resolved.of("blank", "features", 1, "diameter") == pytest.approx(6)
    assert built.report.resolved.of("blank", "features", 1, "up") == pytest.approx(30)
    without = build(Document(built.job)).report
    assert any("not within the job" in f.message for f in without.findings)
    again = load(dump(document(feature, data)))
    assert again.parts == {feature.digest: data}
    other = Document(shelf.SHIPPED["wick knob"], {}, {feature.digest: data})
    assert load(dump(other)).parts == {}


@pytest.mark.parametrize("name", sorted(shelf.SHIPPED))
def test_every_ready_blank_comes_back_with_its_faces(name: str, tmp_path: Path) -> None:
    built = build(shelf.ShelfItem(name).take())
    assert built.report.valid and built.report.findings == (), built.report.findings
    (path,) = write_files(built, tmp_path, "blank", ("step",))
    data = path.read_bytes()
    first, solid = taken(data)
    assert built.solid is not None
    assert len(solid.faces) == len(built.solid.faces)
    again, _ = taken(data, first.faces)
    assert [f.name for f in again.faces] == [f.name for f in first.faces]
    back = build(document(again, data))
    assert back.report.valid and back.solid is not None and sound(back.solid.shape)
    assert volume(back.solid.shape) == pytest.approx(built.report.volume, rel=1e-6)
    assert BRep_Tool.Surface_s(back.solid.faces[0].face) is not None


def test_faces_of_a_large_part_find_themselves_again(tmp_path: Path) -> None:
    """450 faces, many alike: the same file has the same names, in any order; where faces are
    new, all others keep theirs."""
    solid = solids(lens(15))[0]
    before = found_faces(solid)
    assert len({f.name for f in before}) == 450
    assert [f.name for f in found_again(solid, before)] == [f.name for f in before]
    mixed = list(reversed(before))
    assert [f.name for f in found_again(solid, mixed)] == [f.name for f in before]
    known = before[:300]
    again = found_again(solid, known)
    assert [f.name for f in again[:300]] == [f.name for f in known]
    assert len({f.name for f in again}) == 450
