"""A picture whose greys caps follow, taken in by the hand."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QLabel, QPushButton

from tests.core.test_height_pictures import png, ramp
from tests.desk.conftest import Hand
from tinstamp.artwork import greys as greys_of
from tinstamp.artwork.logo import StillReading
from tinstamp.job.archive import open_file, save_file
from tinstamp.job.model import changed

PICTURE = ("stamps", 0, "relief", "picture")


@pytest.fixture
def chosen(opened: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Hand:
    """The first stamp with caps from a picture, taken in by its button."""
    session = opened.window.session
    session.select(0)
    session.replace(changed(session.job, (*PICTURE[:3], "caps"), "picture"), "caps")
    opened.until_settled()
    assert any("not chosen yet" in f.message for f in session.report.findings)
    file = tmp_path / "hills.png"
    file.write_bytes(png(ramp()))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(file), ""))
    button = field(opened)
    assert button.text() == "Choose a picture …"
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    opened.until_built()
    return opened


def field(hand: Hand) -> QPushButton:
    page = hand.window.fields.page
    assert page is not None
    found = page.by_path["stamps.0.relief.picture.file"]
    assert isinstance(found, QPushButton)
    return found


def test_the_button_takes_a_picture_in_and_tells_what_comes_of_it(chosen: Hand) -> None:
    session = chosen.window.session
    picture = session.job.stamps[0].relief.picture
    assert picture.file == "hills.png" and picture.digest in session.document.logos
    assert session.report.valid and session.report.stamps[0].built_by == "imprint"
    assert field(chosen).text() == "hills.png"
    told = [label.text() for label in chosen.window.fields.page.findChildren(QLabel)]
    assert any(text.startswith("The picture of 120 × 80 pixels lies over") for text in told)
    session.undo()  # one step: the picture is gone, and what it told
    chosen.until_settled()
    assert not session.job.stamps[0].relief.picture.digest
    told = [label.text() for label in chosen.window.fields.page.findChildren(QLabel)]
    assert not any(text.startswith("The picture of 120") for text in told)


def test_a_job_with_a_picture_is_saved_and_opened(chosen: Hand, tmp_path: Path) -> None:
    file = tmp_path / "hills.tinstamp"
    save_file(chosen.window.session.document, file)
    again = open_file(file)
    assert again.job.stamps[0].relief.picture.digest in again.logos
    chosen.window.session.open(file)
    chosen.until_built()
    assert chosen.window.session.report.valid


def test_the_window_does_not_read_a_picture_by_itself(chosen: Hand) -> None:
    """A picture that was not read yet is read beside the window, and told when it is there."""
    data = png(np.flip(ramp()))
    with pytest.raises(StillReading):
        greys_of.greys(data)
    found = chosen.window.session.background._found
    chosen.until(lambda: ("greys", data) in found, "the picture read")
    assert greys_of.greys(data).shape == (80, 120)


def test_what_is_no_picture_is_told_and_nothing_is_changed(
    chosen: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = chosen.window.session
    before, told = session.document, []
    session.failed.connect(told.append)
    file = tmp_path / "broken.png"
    file.write_bytes(b"no picture")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(file), ""))
    QTest.mouseClick(field(chosen), Qt.MouseButton.LeftButton)
    assert any("not a sound PNG or JPEG" in words for words in told), told
    assert session.document is before
