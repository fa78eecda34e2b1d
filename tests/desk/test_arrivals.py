"""Files dropped on the window, stamps and text copied, cut and pasted."""

from __future__ import annotations

from pathlib import Path

import pytest
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QTimer, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent, QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu

from tests.conftest import ROOT
from tests.desk.conftest import Hand
from tests.desk.test_artwork import first, plate
from tinstamp.desk.dialogs.job_files import JobFiles
from tinstamp.desk.work.arrivals import STAMP
from tinstamp.engine.build import build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document, dump, open_file
from tinstamp.job.features import Imported
from tinstamp.job.model import Logo, Text

__all__ = ["plate"]

SQUARE = b'<svg xmlns="http://www.w3.org/2000/svg" width="9mm" viewBox="0 0 9 9"><rect width="9" height="9"/></svg>'  # noqa: E501


def drop(hand: Hand, mime: QMimeData) -> bool:
    """Carry something over the window and let go; False when it is not taken."""
    window, at = hand.window, QPoint(400, 300)
    actions, button = Qt.DropAction.CopyAction, Qt.MouseButton.LeftButton
    keys = Qt.KeyboardModifier.NoModifier
    enter = QDragEnterEvent(at, actions, mime, button, keys)
    enter.ignore()
    QApplication.sendEvent(window, enter)
    if not enter.isAccepted():
        return False
    QApplication.sendEvent(window, QDropEvent(QPointF(at), actions, mime, button, keys))
    taken: list[bool] = []
    QTimer.singleShot(0, lambda: taken.append(True))
    hand.until(lambda: bool(taken))
    return True


def files(*paths: Path) -> QMimeData:
    mime = QMimeData()
    mime.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
    return mime


@pytest.fixture
def heard(plate: Hand) -> list[str]:
    told: list[str] = []
    plate.window.session.failed.connect(told.append)
    return told


def test_a_logo_that_is_dropped_is_a_stamp(plate: Hand, tmp_path: Path) -> None:
    path = tmp_path / "square.svg"
    path.write_bytes(SQUARE)
    assert drop(plate, files(path))
    plate.until_built()
    assert isinstance(first(plate).artwork, Logo) and first(plate).name == "square"
    assert plate.window.session.report.valid  # type: ignore[union-attr]


def test_what_is_of_no_use_is_told(plate: Hand, heard: list[str], tmp_path: Path) -> None:
    assert not drop(plate, QMimeData())
    font = next((ROOT / "src" / "tinstamp" / "artwork" / "fonts" / "oswald").glob("*.ttf"))
    for name in ("a.doc", "gone.svg"):
        assert drop(plate, files(tmp_path / name))
    assert drop(plate, files(font))
    assert "a.doc is no job, part, logo, picture or font" in heard
    assert any("gone.svg cannot be read" in words for words in heard)
    assert any("choose a text first" in words for words in heard)
    assert not plate.window.session.job.stamps


def test_a_font_that_is_dropped_is_the_chosen_texts(plate: Hand) -> None:
    plate.window.add_stamp()
    font = next((ROOT / "src" / "tinstamp" / "artwork" / "fonts" / "oswald").glob("*.ttf"))
    assert drop(plate, files(font))
    assert first(plate).artwork.font.family == "Oswald"
    plate.until_built()


def test_a_job_and_a_part_that_are_dropped(
    plate: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(JobFiles, "may_leave", lambda self: True)
    window = plate.window
    assert drop(plate, files(ROOT / "demo" / "knob.tinstamp"))
    plate.until_built()
    assert window.session.name == "knob"

    (step,) = write_files(
        build(open_file(ROOT / "demo" / "knob.tinstamp")), tmp_path, "k", ("step",)
    )
    assert drop(plate, files(step))
    menus = [m for m in window.findChildren(QMenu) if m.isVisible()]
    (menu,) = [m for m in menus if any(a.text() == "As a new job" for a in m.actions())]
    words = [action.text() for action in menu.actions()]
    assert words == ["As a new job", "Joined to this part", "Cut from this part"]
    menu.close()
    menu.actions()[0].trigger()
    plate.until(lambda: isinstance(window.session.job.blank.features[0], Imported))
    plate.until_built()
    assert window.session.report.valid  # type: ignore[union-attr]


def test_a_stamp_is_copied_with_its_font_and_pasted_on_another_part(plate: Hand) -> None:
    window = plate.window
    window.add_stamp(Text(text="HB8", height="7 mm"), "Size")
    QTest.keyClick(window.ticket.list, Qt.Key.Key_C, Qt.KeyboardModifier.ControlModifier)
    mime = QGuiApplication.clipboard().mimeData()
    assert mime.hasFormat(STAMP) and mime.text() == "HB8"
    QTest.keyClick(window.ticket.list, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
    assert [s.name for s in window.session.job.stamps] == ["Size", "Size 2"]
    data = bytes(mime.data(STAMP).data())
    window.session.begin(window.session.document.__class__(window.session.job.model_copy(
        update={"stamps": ()})), None)  # fmt: skip
    plate.until_built()
    assert not window.session.document.fonts
    again = QMimeData()
    again.setData(STAMP, data)
    window.arrivals.take(again)
    plate.until_built()
    assert first(plate).artwork.text == "HB8" and window.session.document.fonts
    assert window.session.report.valid  # type: ignore[union-attr]
    window.session.undo()
    assert not window.session.job.stamps


def test_cut_takes_the_stamp_away_and_what_is_damaged_is_told(
    plate: Hand, heard: list[str]
) -> None:
    window = plate.window
    window.add_stamp(Text(text="HB8"), "Size")
    window.cut()
    assert not window.session.job.stamps
    window.arrivals.paste()
    assert first(plate).name == "Size"
    bare = QMimeData()
    job = window.session.job.model_copy(update={"stamps": ()})
    bare.setData(STAMP, dump(Document(job)))
    window.arrivals.take(bare)
    assert heard[-1] == "What was copied holds no stamp"
    bad = QMimeData()
    bad.setData(STAMP, b"nothing")
    window.arrivals.take(bad)
    assert any("what was copied" in words.lower() for words in heard)


def test_text_and_drawings_are_pasted_as_stamps(plate: Hand) -> None:
    window = plate.window
    words, drawing = QMimeData(), QMimeData()
    words.setText("  HOT WHEN LIT\n")
    drawing.setData("image/svg+xml", SQUARE)
    window.arrivals.take(words)
    assert first(plate).artwork.text == "HOT WHEN LIT"
    window.arrivals.take(drawing)
    assert isinstance(window.session.job.stamps[1].artwork, Logo)
    plate.until_built()


def test_keys_within_a_text_field_stay_its_own(plate: Hand) -> None:
    """Ctrl+C and Ctrl+V with the focus in a field work on its characters."""
    window = plate.window
    window.add_stamp(Text(text="HB8"), "Size")
    page = window.fields.page
    assert page is not None
    box = page.by_path["stamps.0.artwork.text"]
    box.setFocus()
    QTest.keyClick(box, Qt.Key.Key_A, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClick(box, Qt.Key.Key_C, Qt.KeyboardModifier.ControlModifier)
    assert not QGuiApplication.clipboard().mimeData().hasFormat(STAMP)
    QTest.keyClick(box, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
    assert len(window.session.job.stamps) == 1
