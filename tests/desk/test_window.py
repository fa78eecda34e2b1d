"""The window as a person uses it."""

from __future__ import annotations

import os
import signal
from pathlib import Path

import ezdxf
import numpy as np
import pytest
import trimesh
from PySide6.QtCore import QPointF, QSettings, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QFileDialog, QInputDialog, QMessageBox, QWidget

from tests.desk.conftest import Hand
from tinstamp.artwork.text import lay_text
from tinstamp.desk.dialogs.export_dialog import ExportDialog
from tinstamp.desk.sheet.sheet_paint import handles
from tinstamp.desk.sheet.sheet_rulers import ruler_step
from tinstamp.desk.sheet.sheet_view import DRAWN_TO_LINES
from tinstamp.desk.window import Window
from tinstamp.desk.work.session import BLANK
from tinstamp.engine.client import EngineClient
from tinstamp.job.archive import open_file


def job(hand: Hand):  # type: ignore[no-untyped-def]
    return hand.window.session.job


def sheet_spot(hand: Hand, x: float, y: float) -> QPointF:
    scale = hand.window.sheet.scale
    assert scale is not None
    return scale.to_pixel(x, y)


def part_spot(hand: Hand, point: np.ndarray) -> QPointF:
    part = hand.window.part
    return QPointF(*part.scene.on_screen(point, part.width(), part.height()))


def test_it_starts_with_a_part_and_says_what_to_do(hand: Hand) -> None:
    hand.window.session.build_now()
    hand.until_built()
    lead = hand.window.ticket.lead
    assert lead.isVisible()
    assert "Go on with this one" in lead.buttons
    assert hand.window.session.report.valid


def test_typing_text_changes_part_and_sheet(opened: Hand) -> None:
    box = opened.field("stamps.0.artwork.text")
    opened.write(box, "LAMP OIL")
    opened.until(lambda: job(opened).stamps[0].artwork.text == "LAMP OIL")
    assert opened.window.drag.preview.artwork.letters  # the preview did not wait for the engine
    opened.until_built()
    report = opened.window.session.report
    assert report.stamps[0].artwork_area == pytest.approx(
        opened.window.drag.preview.placed.area, rel=1e-9
    )
    opened.window.session.undo()
    assert job(opened).stamps[0].artwork.text == "FILL TO 08"  # one step, not one per key


@pytest.mark.parametrize(
    ("path", "typed", "value"),
    [
        ("stamps.0.artwork.height", "1/4 in", 6.35),
        ("stamps.0.setting.across", "30", 30.0),
        ("stamps.0.setting.up", "girth / 20", 84 * np.pi / 20),
        ("stamps.0.relief.depth", "wall / 2", 0.8),
    ],
)
def test_fields_take_formulas(opened: Hand, path: str, typed: str, value: float) -> None:
    opened.write(opened.field(path), typed)
    session = opened.window.session
    opened.until(lambda: session.resolved.values.get(path) == pytest.approx(value))
    opened.until_built()
    assert session.report.valid
    page = opened.window.fields.page
    assert f"{value:.3f}" in page.by_path[path].note.text() or typed == "30"


def test_an_error_stands_at_its_field_and_the_part_stays(opened: Hand) -> None:
    session = opened.window.session
    opened.window.session.select(BLANK)
    mesh = opened.window.part.scene.mesh
    line = opened.field("blank.features.0.wall")
    opened.write(line, "60 mm")
    field = opened.window.fields.page.by_path["blank.features.0.wall"]
    opened.until(lambda: "thinner than the radius" in field.note.text())
    opened.until_settled()
    assert opened.window.part.scene.mesh is mesh
    assert "to fix" in opened.window.proof.counts["fix"].text()
    opened.write(line, "2 mm")
    opened.until(lambda: not field.note.isVisible())
    opened.until_built()
    assert session.report.valid


def test_the_diameter_grows_and_everything_follows(opened: Hand) -> None:
    opened.window.session.select(BLANK)
    opened.write(opened.field("dimensions.0.formula"), "90 mm")
    session = opened.window.session
    opened.until(lambda: session.resolved.values["dimensions.0.formula"] == 90)
    opened.until_built()
    assert session.charts["tank.outer"].turns.girth == pytest.approx(np.pi * 90)
    area = session.report.stamps[0].artwork_area
    wanted = -area * 0.4 * (1 - 0.4 / 90)
    assert session.report.stamps[0].relief_volume == pytest.approx(wanted, rel=1e-6)


def test_picking_a_face_and_adding_a_stamp(opened: Hand) -> None:
    window = opened.window
    QTest.mouseClick(
        window.part, Qt.MouseButton.LeftButton,
        pos=part_spot(opened, np.array([0.0, -41.2, 46.0])).toPoint(),
    )  # fmt: skip
    assert window.session.face == "tank.top"
    assert window.session.selected == BLANK
    QTest.mouseClick(window.ticket.add, Qt.MouseButton.LeftButton)
    assert job(opened).stamps[1].setting.face == "tank.top"
    assert window.session.selected == 1
    opened.until_settled()
    spot = part_spot(opened, np.array([20.0, -36.94, 35.0]))
    QTest.mouseClick(window.part, Qt.MouseButton.LeftButton, pos=spot.toPoint())
    assert window.session.face == "tank.outer"
    QTest.keyClick(window, Qt.Key.Key_T, Qt.KeyboardModifier.ControlModifier)
    assert job(opened).stamps[2].setting.face == "tank.outer"
    opened.until_settled()


def test_dragging_in_the_sheet_moves_both_views(opened: Hand) -> None:
    window = opened.window
    before = window.drag.preview.in_space()[0].copy()
    x, y = window.drag.preview.placed.origin
    mid = float(window.drag.preview.artwork.bounds[3]) / 2
    letter = window.drag.preview.placed.regions[0].bounds
    grip = sheet_spot(opened, (letter[0] + letter[2]) / 2, y + mid)
    opened.drag(window.sheet, grip, grip + QPointF(60, 20))
    per_mm = window.sheet.scale.per_mm
    moved = np.array(window.drag.preview.placed.origin) - [x, y]
    near = DRAWN_TO_LINES / per_mm  # lines draw it to them
    assert moved == pytest.approx([60 / per_mm, -20 / per_mm], abs=1.0 / per_mm + near)
    assert window.session.stale
    after, _ = window.drag.preview.in_space()
    assert np.abs(after - before).max() > 5
    # the formula with a name keeps following the part
    assert job(opened).stamps[0].setting.up.startswith("tank.height - ")
    opened.until_built()
    window.session.undo()
    assert window.drag.preview.placed.origin == pytest.approx((x, y))
    window.session.redo()
    assert window.drag.preview.placed.origin != pytest.approx((x, y))
    opened.until_built()


def test_dragging_in_the_part_slides_along_the_face(opened: Hand) -> None:
    window = opened.window
    preview = window.drag.preview
    bounds = preview.placed.bounds
    start = np.array([[0.0, (bounds[1] + bounds[3]) / 2]])
    end = start + [[15.0, -4.0]]
    spots = [part_spot(opened, preview.chart.to_space(p)[0]) for p in (start, end)]
    before = np.array(preview.placed.origin)
    opened.drag(window.part, *spots)
    moved = np.array(window.drag.preview.placed.origin) - before
    assert moved == pytest.approx([15.0, -4.0], abs=0.6)
    opened.until_built()


def test_turning_and_sizing_by_handles(opened: Hand) -> None:
    window = opened.window
    marks = handles(window.drag.preview, window.sheet.scale)
    opened.drag(window.sheet, marks.turn, marks.turn + QPointF(-30, 0))
    assert window.session.resolved.values["stamps.0.setting.turn"] > 5
    window.session.undo()
    corner = handles(window.drag.preview, window.sheet.scale).corners[2]
    opened.drag(window.sheet, corner, corner + QPointF(24, 0))
    assert window.session.resolved.values["stamps.0.artwork.height"] > 6.2
    opened.until_built()


def test_arrow_keys_nudge(opened: Hand) -> None:
    window = opened.window
    window.sheet.setFocus()
    y = window.drag.preview.placed.origin[1]
    QTest.keyClick(window.sheet, Qt.Key.Key_Up)
    assert window.drag.preview.placed.origin[1] == pytest.approx(y + 0.5)
    QTest.keyClick(window.sheet, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    assert window.drag.preview.placed.origin[1] == pytest.approx(y - 4.5)
    QTest.keyClick(window.sheet, Qt.Key.Key_Right, Qt.KeyboardModifier.ControlModifier)
    assert window.drag.preview.placed.origin[0] == pytest.approx(0.1, abs=1e-3)
    for _ in range(3):
        window.session.undo()
    assert window.drag.preview.placed.origin[1] == pytest.approx(y)


def test_a_preview_frame_is_not_the_engines(opened: Hand) -> None:
    """The preview is computed here: it follows with the engine stopped for good."""
    EngineClient.close(opened.window.session.engine.client)
    before = opened.window.drag.preview.placed.origin
    opened.window.drag.nudge(3.0, 0.0)
    assert opened.window.drag.preview.placed.origin[0] == pytest.approx(before[0] + 3.0, abs=2e-3)
    opened.window.session._rest.stop()


def test_cards_copy_switch_reorder_delete(opened: Hand) -> None:
    window = opened.window
    window.ticket.copy_stamp()
    assert [s.name for s in job(opened).stamps] == ["Filling line", "Filling line 2"]
    window.ticket.switch_stamp()
    assert not job(opened).stamps[1].on
    window.ticket.list.reordered.emit(2, 1)
    assert [s.name for s in job(opened).stamps] == ["Filling line 2", "Filling line"]
    window.session.select(0)
    window.ticket.list.setFocus()
    QTest.keyClick(window.ticket.list, Qt.Key.Key_Delete)
    assert [s.name for s in job(opened).stamps] == ["Filling line"]
    for _ in range(4):
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert [s.name for s in job(opened).stamps] == ["Filling line"]
    assert not window.session.unsaved
    opened.until_settled()


def test_save_close_open_again(opened: Hand, tmp_path: Path, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    window = opened.window
    opened.write(opened.field("stamps.0.artwork.text"), "KEEP")
    opened.until(lambda: window.session.unsaved)
    assert "unsaved" in window.state.text() and "*" in window.windowTitle()
    target = tmp_path / "kept"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *a, **k: (str(target), ""))
    assert window.files.save_as()
    saved = target.with_suffix(".tinstamp")
    assert not window.session.unsaved and window.session.path == saved
    read = open_file(saved)
    assert read.job.stamps[0].artwork.text == "KEEP"
    assert read.job.stamps[0].artwork.font.digest in read.fonts  # opens alike elsewhere
    window.files.new()
    assert job(opened).stamps == ()
    window.recent.aboutToShow.emit()
    action = next(a for a in window.recent.actions() if a.text() == "kept")
    action.trigger()
    assert job(opened) == read.job
    opened.until_built()


def test_unsaved_changes_are_asked_about(opened: Hand, job_file: Path, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    window = opened.window
    window.drag.nudge(1.0, 0.0)
    answers = iter([QMessageBox.StandardButton.Cancel, QMessageBox.StandardButton.Save])
    monkeypatch.setattr(QMessageBox, "question", lambda *a, **k: next(answers))
    window.files.new()
    assert window.session.path == job_file
    window.files.new()
    assert window.session.path is None
    assert open_file(job_file).job.stamps[0].setting.across == "1.364 deg"
    opened.until_settled()


def test_a_bad_file_changes_nothing(opened: Hand, tmp_path: Path, told: list[str]) -> None:
    before = opened.window.session.document
    bad = tmp_path / "bad.tinstamp"
    bad.write_bytes(b"PK nonsense")
    assert not opened.window.files.open(bad)
    assert "damaged" in told[0]
    assert opened.window.session.document is before


def test_export_and_read_back(opened: Hand, tmp_path: Path) -> None:
    dialog = ExportDialog(opened.window.session, tmp_path / "out", opened.window)
    dialog.show()
    assert not dialog.options["cutter"].isVisible() and dialog.options["kerf"].isVisible()
    for ending, box in dialog.boxes.items():
        box.setChecked(ending != "nc")  # a tank with raised letters on a round face
    dialog.options["chord"].setText("0.02 in mm")
    assert not dialog.write.isEnabled() and "Triangles within" in dialog.note.text()
    dialog.options["chord"].setText("0.05 mm")
    dialog.name.setText("tank for the printer")
    QTest.mouseClick(dialog.write, Qt.MouseButton.LeftButton)
    opened.until(lambda: "Written" in dialog.note.text())
    out = tmp_path / "out"
    assert sorted(p.suffix for p in out.iterdir()) == [
        ".3mf",
        ".dxf",
        ".glb",
        ".pdf",
        ".step",
        ".stl",
        ".svg",
    ]
    mesh = trimesh.load_mesh(out / "tank for the printer.stl")
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(opened.window.session.report.volume, rel=5e-3)
    assert "engrave Filling line" in ezdxf.readfile(out / "tank for the printer.dxf").layers
    dialog.folder.setText("/proc/none")
    QTest.mouseClick(dialog.write, Qt.MouseButton.LeftButton)
    opened.until(lambda: "cannot be written to" in dialog.note.text())
    dialog.close()


def test_findings_lead_to_their_place(opened: Hand) -> None:
    window = opened.window
    opened.write(opened.field("stamps.0.artwork.height"), "1 mm")
    opened.until(lambda: window.session.resolved.values["stamps.0.artwork.height"] == 1)
    opened.until_built()
    assert "thinnest stroke" in window.proof.worst.text()
    window.session.select(BLANK)
    window.proof.worst.click()
    assert window.session.selected == 0
    assert window.sheet.spot is not None
    assert window.part.view == "square"


@pytest.mark.parametrize("view", ["square", "end", "section", "whole"])
def test_views_show_the_stamp(opened: Hand, view: str) -> None:
    window = opened.window
    window.show_view(view)
    opened.app.processEvents()
    rows = window.part.scene.picture(320, 200).reshape(-1, 3).astype(int)
    assert rows.std(axis=0).max() > 5  # something is drawn
    if view != "end":
        red = (rows[:, 0] > 80) & (rows[:, 0] > rows[:, 1] + 40)
        assert red.sum() > 5


def test_either_view_takes_the_whole_middle(opened: Hand) -> None:
    window = opened.window
    before = window.splitter.sizes()
    window.sheet.alone.click()
    assert window.splitter.sizes()[0] == 0
    window.sheet.alone.click()
    assert window.splitter.sizes() == before
    QTest.keyClick(window, Qt.Key.Key_5, Qt.KeyboardModifier.ControlModifier)
    assert window.splitter.sizes()[1] == 0
    QTest.keyClick(window, Qt.Key.Key_5, Qt.KeyboardModifier.ControlModifier)
    assert window.splitter.sizes() == before


def test_changing_the_blanks_kind_and_name(opened: Hand) -> None:
    window = opened.window
    window.session.select(BLANK)
    opened.write(opened.field("blank.features.0.name"), "drum")
    assert job(opened).stamps[0].setting.face == "drum.outer"
    assert job(opened).stamps[0].setting.up == "drum.height - 20 mm"
    opened.until_built()
    assert window.session.report.valid
    box = window.fields.page.by_path["kind"]
    box.activated.emit(box.findData("plate"))
    assert job(opened).blank.features[0].kind == "plate"
    opened.until_settled()
    finding = window.session.report.findings[0]
    assert "drum.height" in finding.message or "no face" in finding.message
    window.session.undo()
    opened.until_built()
    assert not window.session.report.to_fix


def test_dimensions_are_added_named_and_deleted(opened: Hand) -> None:
    window = opened.window
    window.session.select(BLANK)
    window.fields.page.dimensions.add()
    assert job(opened).dimensions[1].name == "size_1"
    opened.write(opened.field("dimensions.1.formula"), "diameter / 3")
    opened.until(lambda: window.session.resolved.values.get("dimensions.1.formula") == 28)
    opened.write(opened.field("dimensions.1.name"), "third")
    assert job(opened).dimensions[1].name == "third"
    opened.write(opened.field("dimensions.1.name"), "diameter")
    assert job(opened).dimensions[1].name != "diameter"
    window.fields.page.dimensions._remove(1)
    assert len(job(opened).dimensions) == 1
    opened.until_settled()


def test_another_font_is_put_into_the_job(opened: Hand) -> None:
    window = opened.window
    box = window.fields.page.by_path["stamps.0.artwork.font"]
    names = [box.itemText(i) for i in range(box.count())]
    assert {"Pacifico Regular", "Noto Naskh Arabic Bold"} <= set(names)
    box.setCurrentIndex(names.index("Pacifico Regular"))
    box.activated.emit(names.index("Pacifico Regular"))
    ref = job(opened).stamps[0].artwork.font
    assert ref.family == "Pacifico"
    assert ref.digest in window.session.document.fonts
    opened.until_built()
    assert window.session.report.valid


def test_a_card_is_dragged_to_another_place(opened: Hand) -> None:
    """Dropping reports the row; moving it is the session's, so it can be undone."""
    window = opened.window
    window.ticket.copy_stamp()
    window.ticket.list.setFocus()
    assert window.session.selected == 1
    QTest.keyClick(window.ticket.list, Qt.Key.Key_Up, Qt.KeyboardModifier.AltModifier)
    assert [s.name for s in job(opened).stamps] == ["Filling line 2", "Filling line"]
    QTest.keyClick(window.ticket.list, Qt.Key.Key_Down, Qt.KeyboardModifier.AltModifier)
    assert [s.name for s in job(opened).stamps] == ["Filling line", "Filling line 2"]
    QTest.keyClick(window.ticket.list, Qt.Key.Key_Space)
    assert not job(opened).stamps[1].on
    opened.until_settled()


def test_hovering_names_the_face(opened: Hand) -> None:
    window = opened.window
    part = window.part
    part._hover_at(part_spot(opened, np.array([0.0, -41.2, 46.0])))
    assert "tank.top · flat" in part.told
    part._hover_at(part_spot(opened, np.array([20.0, -36.94, 36.0])))
    assert "cylinder 84.000 mm" in part.told and "girth 263.894 mm" in part.told
    part._hover_at(QPointF(2, 2))
    assert part._hover is None


def test_the_shelf_keeps_blanks(opened: Hand, monkeypatch, told: list[str]) -> None:  # type: ignore[no-untyped-def]
    window = opened.window
    names = iter([("tank of mine", True), ("no/way", True)])
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: next(names))
    window.files.put_on_shelf()
    window.files.put_on_shelf()
    assert "without a slash" in told[0]
    window.shelf.aboutToShow.emit()
    actions = {a.text(): a for a in window.shelf.actions()}
    assert {"tank of mine", "fuel tank", "wick knob", "bail clip"} <= set(actions)
    kept = job(opened)
    actions["wick knob"].trigger()
    assert job(opened).blank.features[0].name == "knob"
    opened.until_built()
    window.shelf.aboutToShow.emit()
    next(a for a in window.shelf.actions() if a.text() == "tank of mine").trigger()
    assert job(opened).blank == kept.blank and job(opened).stamps == ()
    assert job(opened).dimensions == kept.dimensions
    assert window.session.path is None and not window.session.unsaved
    opened.until_built()


def test_killing_the_engine_loses_nothing(opened: Hand) -> None:
    window = opened.window
    opened.write(opened.field("stamps.0.relief.depth"), "0.7 mm")
    opened.until(lambda: window.session.building)
    os.kill(window.session.engine.client.pid, signal.SIGKILL)
    opened.until(lambda: "started again" in window.proof.state.text() or not window.session.stale)
    opened.until_built()
    assert window.session.report.stamps[0].depth == pytest.approx(0.7)
    window.session.stop()


def test_the_window_is_remembered(app: QApplication, settings: QSettings, hand: Hand) -> None:
    hand.window.resize(1101, 707)
    hand.window.splitter.setSizes([300, 420])
    hand.app.processEvents()
    sizes = hand.window.splitter.sizes()
    hand.window.settings.setValue("geometry", hand.window.saveGeometry())
    hand.window.settings.setValue("split", hand.window.splitter.saveState())
    again = Window(settings)
    again.show()
    app.processEvents()
    assert (again.width(), again.height()) == (1101, 707)
    assert again.splitter.sizes() == sizes
    again.session.close()
    again.deleteLater()


def test_every_field_can_be_reached_by_keys(opened: Hand) -> None:
    window = opened.window
    window.ticket.list.setFocus()
    seen = set()
    for _ in range(80):
        widget = QApplication.focusWidget()
        if widget is None or widget in seen:
            break
        seen.add(widget)
        QTest.keyClick(widget, Qt.Key.Key_Tab)
    for path, widget in window.fields.page.by_path.items():
        target = getattr(widget, "line", None) or widget
        within = [target, *target.findChildren(QWidget)]
        if not target.isVisible():
            continue  # such as what a gone face offers
        assert any(widget in seen for widget in within), path
    assert {window.part, window.sheet} <= seen


def test_ruler_steps_are_round() -> None:
    assert ruler_step(2.5) == 20
    assert ruler_step(46) == 1
    assert ruler_step(100) == 0.5
    assert lay_text.cache_info().maxsize
