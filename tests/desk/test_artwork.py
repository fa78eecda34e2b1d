"""Logos, shapes, fonts, guides and repeats in the window."""

from __future__ import annotations

from pathlib import Path

import pytest
from PySide6.QtCore import QPointF
from PySide6.QtWidgets import QFileDialog, QPushButton

from tests.conftest import ROOT, font
from tests.desk.conftest import Hand
from tinstamp.desk.sheet.sheet_paint import handles
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate
from tinstamp.job.lettered import OwnLetter
from tinstamp.job.model import Blank, Job, Shape, changed


@pytest.fixture
def plate(hand: Hand) -> Hand:
    part = Plate(name="p", length="100 mm", width="60 mm", thickness="4 mm")
    hand.window.session.begin(Document(Job(blank=Blank(features=(part,)))), None)
    hand.until_built()
    hand.window.session.pick_face("p.top")
    return hand


def first(hand: Hand):  # type: ignore[no-untyped-def]
    return hand.window.session.job.stamps[0]


def test_a_logo_is_taken_in_at_a_size_that_fits(
    plate: Hand, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    path = {"path": ROOT / "demo" / "emblem.svg"}
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path["path"]), ""))
    window = plate.window
    window.ticket.add_logo.emit()
    plate.until_built()
    assert first(plate).artwork.kind == "logo" and first(plate).artwork.given == "file"
    assert window.session.report.valid and not window.session.report.to_fix
    told = window.fields.page.by_path["mended"].text()
    assert "23.00 × 23.00 mm in the file" in told
    huge = tmp_path / "huge.svg"
    huge.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" width="9000mm" viewBox="0 0 9 9">'
        '<rect width="9" height="9"/></svg>'
    )
    path["path"] = huge
    window.session.wants_file.emit("logo")
    assert first(plate).artwork.given == "width"  # plainly off: made to fit
    plate.until_built()
    assert window.session.report.valid and not window.session.report.to_fix
    window.session.undo()
    assert first(plate).artwork.file == "emblem.svg"
    saved = tmp_path / "own.tinstamp"
    window.session.save(saved)
    window.session.open(saved)
    plate.until_built()
    assert window.session.report.valid and window.session.document.logos
    heard: list[str] = []
    window.session.failed.connect(heard.append)
    for name, data in (("a.svg", "<svg"), ("a.gif", "GIF")):
        path["path"] = tmp_path / name
        path["path"].write_text(data)
        window.session.wants_file.emit("logo")
    assert heard == ["a.svg: the file is not sound XML", "a.gif is none of SVG, DXF, PNG and JPEG"]
    assert first(plate).artwork.file == "emblem.svg"


def test_shapes_are_added_and_sized_by_hand(plate: Hand) -> None:
    window = plate.window
    window.ticket.add_drawn.emit(Shape(shape="rectangle"), "Rectangle")
    plate.until_built()
    assert first(plate).name == "Rectangle" and window.session.report.valid
    plate.write(plate.field("stamps.0.artwork.corner"), "2 mm")
    plate.until(lambda: window.session.resolved.values.get("stamps.0.artwork.corner") == 2)
    sheet = window.sheet
    marks = handles(window.drag.preview, sheet.scale)
    middle = sheet.scale.to_pixel(*window.drag.preview.placed.origin)
    corner = marks.corners[2]
    plate.drag(sheet, corner, corner + (corner - middle) * 0.25)
    assert window.session.resolved.of("stamps", 0, "artwork", "wide") > 21
    shape = window.fields.page.by_path["stamps.0.artwork.shape"]
    shape.activated.emit(shape.findData("polygon"))
    assert "stamps.0.artwork.sides" in window.fields.page.by_path
    plate.until_built()
    assert window.session.report.valid


def test_text_on_a_guide_is_dragged_as_a_whole(plate: Hand) -> None:
    window = plate.window
    window.add_stamp()
    guide = window.fields.page.by_path["stamps.0.setting.guide.kind"]
    guide.activated.emit(guide.findData("arc"))
    assert window.drag.preview.placed.bent
    before = window.drag.preview.placed.bounds
    sheet = window.sheet
    at = sheet.scale.to_pixel(float(before[0] + before[2]) / 2, float(before[1] + before[3]) / 2)
    plate.drag(sheet, at, at + QPointF(40, -20))
    after = window.drag.preview.placed.bounds
    assert after[0] - before[0] == pytest.approx(40 / sheet.scale.per_mm, abs=0.3)
    assert first(plate).setting.guide.kind == "arc"
    window.part.show_view("square")
    sheet.grab()
    repeat = window.fields.page.by_path["stamps.0.setting.repeat.kind"]
    repeat.activated.emit(repeat.findData("steps"))
    plate.write(plate.field("stamps.0.setting.repeat.count"), "2")
    plate.until(lambda: window.session.resolved.values["stamps.0.setting.repeat.count"] == 2)
    assert len(window.drag.preview.placed.regions) >= 7
    guide = window.fields.page.by_path["stamps.0.setting.guide.kind"]
    guide.activated.emit(guide.findData("drawn"))
    assert "stamps.0.setting.guide.points.0.x" in window.fields.page.by_path
    plate.until_settled()


def test_the_serial_number_is_set_with_the_blank_and_read_by_texts(plate: Hand) -> None:
    window = plate.window
    window.add_stamp()
    plate.write(plate.field("stamps.0.artwork.text"), "{serial}")
    plate.until(lambda: first(plate).artwork.text == "{serial}")
    window.session.select(-1)
    plate.write(plate.field("serial.before"), "PL-")
    window.fields.page.by_path["serial.next"].setValue(41)
    window.fields.page.by_path["serial.digits"].setValue(4)
    assert window.session.job.serial.text == "PL-0041"
    assert window.fields.page.by_path["serial"].text() == "PL-0041"
    window.session.select(0)
    assert len(window.drag.preview.placed.regions) == len("PL-0041")
    window.session.undo()
    assert window.session.job.serial.digits == 3
    plate.until_built()


def test_a_font_from_a_file_stays_within_the_job(
    plate: Hand, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    from tests.core.test_fonts import variable

    path = tmp_path / "blocks.ttf"
    path.write_bytes(variable())
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path), ""))
    window = plate.window
    window.add_stamp()
    plate.write(plate.field("stamps.0.artwork.text"), "A")
    plate.until(lambda: first(plate).artwork.text == "A")
    window.session.wants_file.emit("font")
    assert first(plate).artwork.font.family == "Blocks"
    path.unlink()
    weight = window.fields.page.by_path["axis.wght"]
    thin = window.drag.preview.artwork.area
    weight.setValue(900)
    assert window.drag.preview.artwork.area == pytest.approx(2 * thin, rel=1e-3)
    assert first(plate).artwork.font.axes == {"wght": 900.0}
    plate.until_built()
    assert window.session.report.valid
    path.write_text("no font")
    heard: list[str] = []
    window.session.failed.connect(heard.append)
    window.session.wants_file.emit("font")
    assert heard and "damaged" in heard[0]
    assert font().data


def test_a_mark_that_machines_read_is_added_from_the_menu(plate: Hand) -> None:
    window = plate.window
    (entry,) = (a for a in window.ticket.more.menu().actions() if a.text() == "Machine-read mark")
    entry.trigger()
    plate.until_built()
    artwork = first(plate).artwork
    assert artwork.kind == "code" and artwork.text == "{serial}"
    report = window.session.report
    assert report.valid and not report.to_fix
    page = window.fields.page
    assert page.by_path["stamps.0.artwork.symbol"].isVisible()
    assert "stamps.0.artwork.bars" not in page.by_path
    job = window.session.job
    window.session.replace(changed(job, ("stamps", 0, "artwork", "symbol"), "code_128"), "symbol")
    plate.until_built()
    assert "stamps.0.artwork.bars" in window.fields.page.by_path
    assert window.session.report.valid
    window.session.undo()
    assert first(plate).artwork.symbol == "data_matrix"


def test_the_second_of_two_letters_goes_back_alone(plate: Hand) -> None:
    window = plate.window
    window.ticket.add_stamp.emit()
    session = window.session
    own = (OwnLetter(index=0, up="1 mm"), OwnLetter(index=1, up="2 mm"))
    session.edit(("stamps", 0, "artwork", "text"), "ABC", "text")
    session.edit(("stamps", 0, "artwork", "letters"), own, "letters")
    plate.until_built()
    backs = [b for b in window.fields.page.findChildren(QPushButton) if b.text() == "As the rest"]
    assert len(backs) == 2
    backs[1].click()
    assert first(plate).artwork.letters == own[:1]


def test_a_stencils_middle_is_held_by_itself(plate: Hand) -> None:
    window = plate.window
    window.ticket.add_stamp.emit()
    session = window.session
    session.edit(("stamps", 0, "artwork", "text"), "BO", "text")
    session.edit(("stamps", 0, "relief", "make"), "stencil", "make")
    plate.until_built()
    box = window.fields.page.by_path["middles"]
    names = [box.itemText(k) for k in range(box.count())]
    assert names[1:] == ["B 1", "B 2", "O 1"]
    before = session.report.stamps[0].artwork_area
    box.setCurrentIndex(3)
    box.activated.emit(3)
    (own,) = first(plate).relief.own_bridges
    assert own.middle == "O 1" and own.turn == first(plate).relief.bridge_turn
    session.edit(("stamps", 0, "relief", "own_bridges", 0, "bridge"), "2.5 mm", "bridges")
    plate.until_built()
    assert session.report.valid and session.report.stamps[0].artwork_area < before
    box = window.fields.page.by_path["middles"]
    assert [box.itemText(k) for k in range(box.count())][1:] == ["B 1", "B 2"]
    session.edit(("stamps", 0, "artwork", "text"), "LI", "text")
    plate.until_built()
    assert any("no middle" in f.message for f in session.report.findings)
