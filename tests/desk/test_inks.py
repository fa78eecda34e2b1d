"""The question which colours of a logo are ink, asked and answered with real clicks."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import QPoint, Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QFileDialog, QPushButton

from tests.core.test_dxf_colours import emblem
from tests.core.test_dxf_features import written
from tests.core.test_picture_inks import picture
from tests.desk.conftest import Hand
from tests.desk.test_artwork import first, plate
from tinstamp.desk.dialogs.ink_dialog import InkDialog

__all__ = ["plate"]

MARK = """<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="30mm" viewBox="0 0 100 100">
<rect width="100" height="100" fill="#fff"/>
<rect x="20" y="20" width="60" height="60" fill="#204080"/>
<rect x="40" y="40" width="20" height="20" fill="#d02020"/></svg>"""


def answer(work: Callable[[InkDialog], None]) -> list[InkDialog]:
    """Let a hand answer the next question."""
    seen: list[InkDialog] = []

    def look() -> None:
        dialog = QApplication.activeModalWidget()
        if not isinstance(dialog, InkDialog):
            QTimer.singleShot(50, look)
            return
        seen.append(dialog)
        work(dialog)

    QTimer.singleShot(50, look)
    return seen


def press(dialog: InkDialog, word: str, row: int = 0) -> None:
    buttons = [b for b in dialog.findChildren(QPushButton) if b.text() == word]
    QTest.mouseClick(buttons[row], Qt.MouseButton.LeftButton)


def dark(dialog: InkDialog) -> float:
    """The part of the picture of what will be stamped that is ink."""
    picture = (
        dialog.after.grab()
        .toImage()
        .convertToFormat(dialog.grab().toImage().Format.Format_Grayscale8)
    )
    bits = np.frombuffer(picture.constBits(), dtype=np.uint8)
    grey = bits.reshape(picture.height(), -1)[:, : picture.width()]
    return float((grey < 128).sum()) / min(picture.width(), picture.height()) ** 2


@pytest.fixture
def mark(plate: Hand, monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> Hand:
    path = tmp_path / "mark.svg"
    path.write_text(MARK)
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path), ""))
    return plate


def uses(hand: Hand) -> dict[str, str]:
    return {ink.colour: ink.use for ink in first(hand).artwork.inks}


def test_the_question_comes_with_a_guess_and_the_answer_is_kept(mark: Hand) -> None:
    figures: list[float] = []

    def work(dialog: InkDialog) -> None:
        figures.append(dark(dialog))
        press(dialog, "Cut out", 2)  # the smallest: the red
        figures.append(dark(dialog))
        press(dialog, "Use these")

    answer(work)
    mark.window.ticket.add_logo.emit()
    mark.until_built()
    assert figures[0] > 1.05 * figures[1] > 0.0
    assert uses(mark) == {"#ffffff": "cut", "#204080": "ink", "#d02020": "cut"}
    report = mark.window.session.report
    assert report.valid
    assert report.stamps[0].artwork_area == pytest.approx(3200.0 * 0.3**2, rel=1e-4)
    button = mark.window.fields.page.by_path["stamps.0.artwork.inks"]
    assert button.text() == "1 of 3 are ink …"
    answer(lambda dialog: press(dialog, "As suggested") or press(dialog, "Use these"))  # type: ignore[func-returns-value]
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    mark.until_built()
    assert uses(mark)["#d02020"] == "ink"
    area = mark.window.session.report.stamps[0].artwork_area
    assert area == pytest.approx(3600.0 * 0.3**2, rel=1e-4)
    mark.window.session.undo()
    assert uses(mark)["#d02020"] == "cut"


def test_a_stamp_for_each_ink_and_the_way_back(mark: Hand) -> None:
    def work(dialog: InkDialog) -> None:
        QTest.mouseClick(
            dialog.each, Qt.MouseButton.LeftButton, pos=QPoint(8, dialog.each.height() // 2)
        )
        press(dialog, "Use these")

    answer(work)
    mark.window.ticket.add_logo.emit()
    mark.until_built()
    session = mark.window.session
    assert [s.name for s in session.job.stamps] == ["mark", "mark 2"]
    assert session.report.valid
    assert [s.artwork_area for s in session.report.stamps] == pytest.approx(
        [3200.0 * 0.3**2, 400.0 * 0.3**2], rel=1e-4
    )
    session.undo()
    assert len(session.job.stamps) == 1
    session.undo()
    assert not session.job.stamps


def test_giving_up_takes_nothing_in_and_no_ink_cannot_be_taken(mark: Hand) -> None:
    def work(dialog: InkDialog) -> None:
        for row in range(3):
            press(dialog, "Left out", row)
        assert not dialog.take.isEnabled() and "nothing to stamp" in dialog.told.text()
        press(dialog, "Invert")
        assert not dialog.take.isEnabled()
        press(dialog, "Cancel")

    seen = answer(work)
    mark.window.ticket.add_logo.emit()
    assert seen and not mark.window.session.job.stamps
    assert not mark.window.session.document.logos


def test_a_file_that_changes_on_disk_is_offered_anew(mark: Hand, tmp_path: Path) -> None:
    """The choice of colours, the size and the place stay; one undo brings the old file back."""
    answer(lambda dialog: press(dialog, "Use these"))
    mark.window.ticket.add_logo.emit()
    mark.until_built()
    session, page = mark.window.session, mark.window.fields.page
    before = first(mark).artwork
    heard: list[str] = []
    session.failed.connect(heard.append)
    assert page.by_path["newer"].isHidden()
    path = tmp_path / "mark.svg"
    path.write_text("<svg")  # half written: nothing is said
    QTest.qWait(900)
    assert page.by_path["newer"].isHidden()
    path.write_text(MARK.replace('x="20" y="20" width="60"', 'x="10" y="20" width="80"'))
    mark.until(lambda: not page.by_path["newer"].isHidden())
    assert any("mark.svg has changed on disk" in words for words in heard)
    QTest.mouseClick(page.by_path["newer"], Qt.MouseButton.LeftButton)
    mark.until_built()
    after = first(mark).artwork
    assert after.digest != before.digest and after.inks == before.inks
    assert (after.given, after.size) == (before.given, before.size)
    area = session.report.stamps[0].artwork_area
    assert area == pytest.approx(4800.0 * 0.3**2, rel=1e-4)
    session.undo()
    assert first(mark).artwork == before


def test_a_drawing_of_very_many_colours_can_be_taken_in(
    mark: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The largest are asked about, the others are as suggested; no stamp for each is offered."""
    shades = "".join(
        f'<rect x="{k % 20 * 5}" y="{k // 20 * 5}" width="{4 - k / 150:.2f}" height="4" '
        f'fill="#{k:02x}{(k * 7) % 256:02x}40"/>' for k in range(250)
    )  # fmt: skip
    path = tmp_path / "many.svg"
    path.write_text(MARK.split("<rect")[0] + shades + "</svg>")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path), ""))
    seen: list[bool] = []

    def work(dialog: InkDialog) -> None:
        seen.append(dialog.each.isEnabled())
        press(dialog, "Use these")

    answer(work)
    mark.window.ticket.add_logo.emit()
    mark.until_built()
    assert seen == [False] and len(first(mark).artwork.inks) == 40
    assert mark.window.session.report.valid


def test_colours_of_a_dxf_are_asked_about_too(
    plate: Hand, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    path = tmp_path / "emblem.dxf"
    path.write_bytes(written(emblem, "\n"))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path), ""))
    lines: list[int] = []

    def work(dialog: InkDialog) -> None:
        lines.append(len(dialog.choice.uses))
        press(dialog, "Left out", 2)  # the smallest: the green disc
        press(dialog, "Use these")

    answer(work)
    plate.window.ticket.add_logo.emit()
    plate.until_built()
    assert lines == [3]
    assert uses(plate) == {"#ff0000": "ink", "#0000ff": "cut", "#00ff00": "out"}
    report = plate.window.session.report
    assert report is not None and report.valid
    assert report.stamps[0].artwork_area == pytest.approx(84.0, rel=1e-4)


def test_colours_of_a_picture_are_asked_about_and_light_and_dark_is_a_click_away(
    plate: Hand, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    path = tmp_path / "badge.png"
    path.write_bytes(picture())
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(path), ""))

    def work(dialog: InkDialog) -> None:
        press(dialog, "Left out", 1)  # the largest beside the page: the red
        press(dialog, "Use these")

    answer(work)
    plate.window.ticket.add_logo.emit()
    plate.until_built()
    assert sorted(uses(plate).values()) == ["cut", "ink", "ink", "ink", "ink", "out"]
    report = plate.window.session.report
    assert report is not None and report.valid
    coloured = report.stamps[0].artwork_area
    back = next(
        b for b in plate.window.findChildren(QPushButton) if b.text() == "By light and dark"
    )
    QTest.mouseClick(back, Qt.MouseButton.LeftButton)
    plate.until_built()
    assert uses(plate) == {} and not back.isVisible()
    report = plate.window.session.report
    assert report is not None and report.stamps[0].artwork_area != pytest.approx(coloured)
    plate.window.session.undo()
    assert len(uses(plate)) == 6
