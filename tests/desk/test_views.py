"""The sheet, the fields and the proof line, looked at closely."""

from __future__ import annotations

import numpy as np
import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QImage
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from tests.desk.conftest import Hand
from tinstamp.desk.look.palette import LEVEL_WORD
from tinstamp.desk.pages.formula_field import FormulaField
from tinstamp.desk.sheet.sheet_paint import handles, measures, pane
from tinstamp.desk.sheet.sheet_scale import Scale, fitted
from tinstamp.desk.work.stamp_drag import INK_REACH


def pixels(widget: QWidget) -> np.ndarray:
    image = widget.grab().toImage().convertToFormat(QImage.Format.Format_RGB888)
    rows = np.frombuffer(image.constBits(), np.uint8).reshape(image.height(), -1)
    return rows[:, : 3 * image.width()].reshape(image.height(), image.width(), 3).astype(int)


def reds(rows: np.ndarray) -> np.ndarray:
    return (rows[..., 0] > 150) & (rows[..., 0] > rows[..., 1] + 60)


def test_scale_there_and_back() -> None:
    scale = Scale(2.5, 100.0, 300.0)
    for spot in (QPointF(0, 0), QPointF(33.5, 71.25)):
        back = scale.to_pixel(*scale.to_sheet(spot))
        assert (back - spot).manhattanLength() < 1e-9
    zoomed = scale.zoomed(QPointF(50, 60), 3.0)
    np.testing.assert_allclose(zoomed.to_sheet(QPointF(50, 60)), scale.to_sheet(QPointF(50, 60)))
    assert zoomed.per_mm == pytest.approx(7.5)
    whole = fitted(np.array([-132.0, 0.0, 132.0, 46.0]), pane(740, 320))
    corners = [whole.to_pixel(-132, 0), whole.to_pixel(132, 46)]
    assert corners[0].x() >= 30 and corners[1].x() <= 710
    assert corners[1].y() >= 80 and corners[0].y() <= 280


def test_the_sheet_shows_the_ink_where_it_lies(opened: Hand) -> None:
    sheet = opened.window.sheet
    rows = pixels(sheet)
    preview = opened.window.drag.preview
    stem = preview.placed.regions[0].bounds  # the F of FILL: its stem is at the left
    inside = sheet.scale.to_pixel(float(stem[0]) + 0.4, float(stem[1] + stem[3]) / 2)
    assert reds(rows)[round(inside.y()), round(inside.x())]
    away = sheet.scale.to_pixel(float(stem[0]) - 8, float(stem[1] + stem[3]) / 2)
    assert rows[round(away.y()), round(away.x())].min() > 240
    count = reds(rows).sum()
    opened.write(opened.field("stamps.0.artwork.height"), "12 mm")
    opened.until(lambda: opened.window.session.resolved.values["stamps.0.artwork.height"] == 12)
    opened.app.processEvents()
    assert reds(pixels(sheet)).sum() > 2 * count
    opened.until_settled()


def test_the_sheet_tells_the_measures(opened: Hand) -> None:
    told = " ".join(measures(opened.window.sheet))
    preview = opened.window.drag.preview
    bounds = preview.placed.bounds
    assert f"artwork {bounds[2] - bounds[0]:.3f} mm long" in told
    free = (preview.chart.turns.girth - (bounds[2] - bounds[0])) / 2
    assert f"free each side {free:.3f} mm" in told
    assert f"{bounds[1]:.3f} mm from lower rim" in told
    assert "seam at 180.0°" in told
    opened.write(opened.field("stamps.0.artwork.text"), "M" * 60)
    opened.until(lambda: "too long" in " ".join(measures(opened.window.sheet)))
    opened.until_settled()
    assert opened.window.session.report.to_fix


def test_ink_off_the_face_stays_visible(opened: Hand) -> None:
    opened.write(opened.field("stamps.0.setting.up"), "43 mm")
    opened.until(lambda: opened.window.session.resolved.values["stamps.0.setting.up"] == 43)
    opened.app.processEvents()
    sheet = opened.window.sheet
    rows = pixels(sheet)
    top, high = (round(sheet.scale.to_pixel(0, y).y()) for y in (46.3, 49))
    left, right = (round(sheet.scale.to_pixel(x, 0).x()) for x in (-20, 20))
    assert reds(rows[high:top, left:right]).sum() > 15
    opened.until_settled()


def test_what_a_press_takes_hold_of(opened: Hand) -> None:
    sheet = opened.window.sheet
    marks = handles(opened.window.drag.preview, sheet.scale)
    assert sheet.handle_at(marks.turn) == "turn"
    assert all(sheet.handle_at(corner) == "size" for corner in marks.corners)
    letter = opened.window.drag.preview.placed.regions[0].bounds
    middle = sheet.scale.to_pixel(
        float(letter[0] + letter[2]) / 2, float(letter[1] + letter[3]) / 2
    )
    assert sheet.handle_at(middle) == "move"
    assert sheet.handle_at(QPointF(sheet.width() - 3, sheet.height() - 3)) is None
    assert INK_REACH > 0


def test_wheel_and_middle_button_move_the_sheet(opened: Hand) -> None:
    sheet = opened.window.sheet
    before = sheet.scale
    QTest.mousePress(sheet, Qt.MouseButton.MiddleButton, pos=QPoint(300, 200))
    QTest.mouseMove(sheet, QPoint(330, 210))
    QTest.mouseRelease(sheet, Qt.MouseButton.MiddleButton, pos=QPoint(330, 210))
    assert sheet.scale.x0 - before.x0 == pytest.approx(30)
    sheet.setFocus()
    QTest.keyClick(sheet, Qt.Key.Key_Plus)
    assert sheet.scale.per_mm > before.per_mm
    QTest.mouseDClick(sheet, Qt.MouseButton.LeftButton, pos=QPoint(40, 100))
    after = sheet.scale
    sheet.fit()
    assert after == sheet.scale  # the whole face


def test_a_field_steps_with_keys(app: QApplication) -> None:
    field = FormulaField("Depth", "mm", 0.1)
    heard: list[str] = []
    field.edited.connect(heard.append)
    field.show_formula("wall / 4", 0.4, None)
    assert field.note.text() == "= 0.400 mm"
    QTest.keyClick(field.line, Qt.Key.Key_Up)
    assert heard == ["wall / 4 + 0.1 mm"]
    field.show_formula("0.4 mm", 0.4, None)
    assert field.note.isHidden()
    QTest.keyClick(field.line, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    assert heard[-1] == "-0.6 mm"
    field.show_formula("0.4 mm", 0.4, None)
    QTest.keyClick(field.line, Qt.Key.Key_Up, Qt.KeyboardModifier.ControlModifier)
    assert heard[-1] == "0.41 mm"
    field.show_formula("(", None, "this stops too early")
    assert field.note.text() == "This stops too early"
    assert field.line.property("wrong") is True
    before = len(heard)
    QTest.keyClick(field.line, Qt.Key.Key_Up)  # nothing to step from
    assert len(heard) == before


def test_the_proof_line_counts_and_lists(opened: Hand) -> None:
    window = opened.window
    window.session.edit(("stamps", 0, "artwork", "height"), "0.9 mm", "height")
    opened.until_built()
    report = window.session.report
    for level, button in window.proof.counts.items():
        members = [f for f in report.findings if f.level == level]
        count, changes = len(members), sum(len(f.remedies) for f in members)
        assert button.isVisible() == bool(count)
        if count:
            assert button.text().startswith(f"{count} ")
            assert len(button.menu().actions()) == count + changes
    assert "to fix" in LEVEL_WORD["fix"]
    opened.until(lambda: "exact solid in" in window.proof.state.text())
    card = window.ticket.finding_of(window.session.job.stamps[0])
    assert card is not None and card.short.startswith("thin stroke 0.")


def test_names_are_checked_at_their_field(opened: Hand) -> None:
    window = opened.window
    window.ticket.copy_stamp()
    line = opened.field("stamps.1.name")
    opened.write(line, "Filling line")
    assert window.session.job.stamps[1].name != "Filling line"
    error = line.parentWidget().layout().itemAt(1).widget()
    assert "Two stamps are called" in error.text()
    opened.write(line, "Second")
    assert window.session.job.stamps[1].name == "Second" and error.isHidden()
    opened.until_settled()
