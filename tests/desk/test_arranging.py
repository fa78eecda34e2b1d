"""Words with a style of their own, snapping, equal gaps, copies and clean-up in the window."""

from __future__ import annotations

import io
from pathlib import Path

import ezdxf
import numpy as np
import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QTextCursor
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QInputDialog, QLabel, QPushButton

from tests.conftest import stamp, tank
from tests.desk.conftest import Hand
from tinstamp.desk.dialogs.mending_dialog import MendingDialog, told
from tinstamp.desk.pages.arrange import copy_to, equal_gaps, mirror
from tinstamp.desk.work.mirroring import NoImageError, Side, image_of
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text
from tinstamp.plan.art import art_spec, draw


def board(*across: str) -> Job:
    part = Plate(name="p", length="120 mm", width="60 mm", thickness="4 mm")
    stamps = tuple(
        Stamp(name=f"s{k}", artwork=Text(text="HOT"), setting=Setting(face="p.top", across=x,
                                                                      up="0 mm"))
        for k, x in enumerate(across)
    )  # fmt: skip
    return Job(blank=Blank(features=(part,)), stamps=stamps)


def begin(hand: Hand, job: Job) -> None:
    hand.window.session.begin(Document(job), None)
    hand.until_built()


def first(hand: Hand) -> Text:
    drawn = hand.window.session.job.stamps[0].artwork
    assert isinstance(drawn, Text)
    return drawn


def test_selected_words_get_a_font_and_size(hand: Hand) -> None:
    begin(hand, tank(stamp(text="FILL TO HERE")))
    window = hand.window
    box = window.fields.page.by_path["stamps.0.artwork.text"]
    window.fields.page.by_path["styles"].click()
    assert "Select words" in window.proof.state.text() and not first(hand).styles
    cursor = box.textCursor()
    cursor.setPosition(5)
    cursor.setPosition(7, QTextCursor.MoveMode.KeepAnchor)
    box.setTextCursor(cursor)
    window.fields.page.by_path["styles"].click()
    hand.until_built()
    style = window.session.job.stamps[0].artwork.styles[0]
    assert (style.start, style.end) == (5, 7)
    hand.write(window.fields.page.by_path["stamps.0.artwork.styles.0.size"].line, "1.5")
    hand.until(lambda: window.session.resolved.values.get("stamps.0.artwork.styles.0.size") == 1.5)
    box = window.fields.page.by_path["stamps.0.artwork.text"]
    box.setFocus()
    box.moveCursor(QTextCursor.MoveOperation.Start)
    QTest.keyClicks(box, "RE")
    hand.until(lambda: window.session.job.stamps[0].artwork.text == "REFILL TO HERE")
    style = window.session.job.stamps[0].artwork.styles[0]
    assert (style.start, style.end) == (7, 9)  # it stays with its word
    assert window.fields.page.by_path["stamps.0.artwork.text"] is box  # typing goes on
    hand.until_built()
    assert window.session.report.valid and not window.session.report.to_fix


def test_a_dragged_stamp_is_drawn_to_the_middle_and_tells_distances(hand: Hand) -> None:
    begin(hand, board("-20 mm"))
    sheet, drag = hand.window.sheet, hand.window.drag
    box = drag.preview.placed.bounds
    start = sheet.scale.to_pixel(*((box[:2] + box[2:]) / 2))
    near = sheet.scale.to_pixel(0.0, 10.0)
    by = QPoint(round(near.x() - start.x()) + 3, round(near.y() - start.y()))
    at = QPoint(round(start.x()), round(start.y()))
    QTest.mousePress(sheet, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
    QTest.mouseMove(sheet, at + by / 2)
    QTest.mouseMove(sheet, at + by)
    hand.app.processEvents()
    assert any(mark.word == "middle of the face" for mark in drag.snaps)
    sheet.grab()
    QTest.mouseRelease(sheet, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at + by)
    bounds = drag.preview.placed.bounds
    assert (bounds[0] + bounds[2]) / 2 == pytest.approx(0.0, abs=1e-3)
    assert drag.snaps == ()


def test_equal_gaps_and_a_copy_on_another_face(hand: Hand) -> None:
    begin(hand, board("-40 mm", "-18 mm", "40 mm"))
    session = hand.window.session
    equal_gaps(hand.window.fields.page, 0, 0)
    boxes = sorted(float(hand.window.drag.of(i).placed.bounds[0]) for i in range(3))
    assert np.diff(boxes)[0] == pytest.approx(np.diff(boxes)[1], abs=2e-3)
    copy_to(session, 1, "p.front")
    assert session.job.stamps[2].setting.face == "p.front" and session.selected == 2
    session.undo()
    session.undo()
    assert [s.setting.across for s in session.job.stamps] == ["-40 mm", "-18 mm", "40 mm"]


def test_stamps_kept_alike_follow_one_another_until_let_go(hand: Hand) -> None:
    begin(hand, board("-20 mm"))
    window, session = hand.window, hand.window.session
    copy_to(session, 0, "p.front", alike=True)
    hand.until_built()
    assert (
        session.selected == 1 and session.job.stamps[1].alike == session.job.stamps[0].alike != ""
    )
    row = window.fields.page.by_path["stamps.1.alike"]
    assert row.isVisible() and "s0" in row.findChild(QLabel).text()
    hand.write(window.fields.page.by_path["stamps.1.artwork.height"].line, "4 mm")
    hand.until(lambda: session.job.stamps[0].artwork.height == "4 mm")
    assert session.job.stamps[1].artwork.height == "4 mm"
    assert [s.setting.face for s in session.job.stamps] == ["p.top", "p.front"]
    session.undo()
    assert {s.artwork.height for s in session.job.stamps} != {"4 mm"}
    session.redo()
    window.ticket.copy_stamp()  # a plain copy is by itself
    assert session.job.stamps[2].alike == ""
    session.undo()
    session.select(1)
    hand.app.processEvents()
    window.fields.page.by_path["stamps.1.alike"].findChild(QPushButton).click()
    assert {s.alike for s in session.job.stamps} == {""}
    session.edit(("stamps", 1, "artwork", "height"), "9 mm", "height")
    assert session.job.stamps[0].artwork.height == "4 mm"
    hand.until_built()
    assert session.report.valid


IMAGES = [("left and right", (-1.0, 1.0, 1.0)), ("front and back", (1.0, -1.0, 1.0))]


@pytest.mark.parametrize(("side", "flip"), IMAGES)
@pytest.mark.parametrize("turn", ["0 deg", "25 deg"])
def test_a_mirror_image_lies_as_far_on_the_other_side(
    hand: Hand, side: Side, flip: tuple[float, float, float], turn: str
) -> None:
    """Middles of the ink are images of one another in space, and so are the lines that words run
    along; they are read on both sides."""
    begin(hand, tank(stamp(text="FILL", across="40 deg", turn=turn)))
    window, session = hand.window, hand.window.session
    mirror(window.fields.page, 0, side)
    hand.until_built()
    assert len(session.job.stamps) == 2 and session.job.stamps[1].alike
    found = []
    for i in range(2):
        shown = window.drag.of(i)
        middle = shown.placed.box(shown.artwork).mean(axis=0)
        along = shown.placed.matrix @ np.array([1e-3, 0.0])
        at, ahead = shown.chart.to_space(middle), shown.chart.to_space(middle + along)
        found.append((at, (ahead - at) / np.linalg.norm(ahead - at)))
    (one, way), (other, back) = found
    assert other == pytest.approx(one * flip, abs=2e-3)
    assert back == pytest.approx(-way * flip, abs=2e-3)
    assert session.report.valid and not session.report.to_fix


def test_an_image_that_no_face_holds_is_told(hand: Hand) -> None:
    begin(hand, board("-20 mm"))
    session = hand.window.session
    mirror(hand.window.fields.page, 0, "above and below")  # the plate has a face there
    assert [s.setting.face for s in session.job.stamps] == ["p.top", "p.bottom"]
    shown = hand.window.drag.of(0)
    with pytest.raises(NoImageError):
        image_of(shown, session.job.stamps[0].setting, "above and below", {}, np.zeros(3))


@pytest.mark.parametrize(("setting", "words"), [
    ({"guide": {"kind": "level"}}, "guide"),
    ({"repeat": {"kind": "round", "count": "3"}}, "copies"),
    ({"cast": {"way": "front"}}, "projection"),
])  # fmt: skip
def test_what_has_no_one_image_is_told(hand: Hand, setting: dict[str, object], words: str) -> None:
    plain = stamp(text="HB")
    laid = Setting.model_validate({**plain.setting.model_dump(), **setting})
    begin(hand, tank(plain.model_copy(update={"setting": laid})))
    told: list[str] = []
    hand.window.session.failed.connect(told.append)
    mirror(hand.window.fields.page, 0, "left and right")
    assert len(hand.window.session.job.stamps) == 1 and words in told[0]


def test_a_dxf_without_a_unit_is_asked_about_and_shown_before_and_after(
    hand: Hand, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    begin(hand, board("-20 mm"))
    drawing = ezdxf.new(units=0)
    drawing.modelspace().add_lwpolyline([(0, 0), (2, 2), (2, 0), (0, 2)], close=True)
    out = io.StringIO()
    drawing.write(out)
    path = tmp_path / "bow.dxf"
    path.write_text(out.getvalue())
    asked: list[list[str]] = []

    def choose(parent, title, label, items, *more):  # type: ignore[no-untyped-def]
        asked.append(list(items))
        return items[1], True

    monkeypatch.setattr(QInputDialog, "getItem", choose)
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path), ""))
    window = hand.window
    window.ticket.add_logo.emit()
    hand.until_built()
    assert asked[0][0] == "mm: 2 × 2 mm" and asked[0][3] == "in: 50.8 × 50.8 mm"
    logo = window.session.job.stamps[window.session.selected].artwork
    assert logo.unit == "cm" and logo.given == "file"
    now = window.session
    hand.until(lambda: window.drag.preview is not None)  # the desk has read it too
    art = draw(art_spec(now.document, now.resolved, now.selected))
    assert art.bounds[2] - art.bounds[0] == pytest.approx(20.0, rel=1e-6)
    words = told(art, art.mended)
    assert any("1 crossings" in word for word in words)
    dialog = MendingDialog(art, "bow", window)
    dialog.show()
    assert not dialog.grab().isNull()
    dialog.close()
    assert any(f.check == "crossing" for f in window.session.report.findings)
    monkeypatch.setattr(QInputDialog, "getItem", lambda *a: ("", False))
    count = len(window.session.job.stamps)
    window.part_files._logo("bow.dxf", path, path.read_bytes(), False)
    assert len(window.session.job.stamps) == count
