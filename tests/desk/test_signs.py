"""Signs, scales and letter forms in the window: added, chosen by their picture, and sized."""

from __future__ import annotations

from PySide6.QtCore import Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton, QToolButton

from tests.desk.conftest import Hand
from tests.desk.test_artwork import first, plate
from tinstamp.artwork.sign import SIGNS
from tinstamp.desk.pages.form_controls import FormsDialog
from tinstamp.desk.work.placing import sized, sizes_of
from tinstamp.job.model import Scale, Sign

__all__ = ["plate"]


def add(hand: Hand, word: str) -> None:
    menu = hand.window.ticket.more.menu()
    assert menu is not None
    (action,) = [a for a in menu.actions() if a.text() == word]
    action.trigger()
    hand.until_built()


def test_a_sign_is_chosen_by_its_picture(plate: Hand) -> None:
    add(plate, "Sign")
    assert isinstance(first(plate).artwork, Sign)
    page = plate.window.fields.page
    assert page is not None
    holder = page.by_path["stamps.0.artwork.sign"]
    buttons = {b.accessibleName(): b for b in holder.findChildren(QToolButton)}
    assert list(buttons) == [sign.label for sign in SIGNS.values()]
    assert all(not b.icon().isNull() and b.toolTip() for b in buttons.values())
    QTest.mouseClick(buttons["Laser beam"], Qt.MouseButton.LeftButton)
    assert first(plate).artwork.sign == "laser"
    assert "stamps.0.artwork.inside" not in plate.window.fields.page.by_path  # type: ignore[union-attr]
    QTest.mouseClick(buttons["Plastic by number"], Qt.MouseButton.LeftButton)
    plate.until_built()
    assert "stamps.0.artwork.inside" in plate.window.fields.page.by_path  # type: ignore[union-attr]
    plate.window.session.undo()
    assert first(plate).artwork.sign == "laser"


def test_a_scale_is_added_built_and_made_larger(plate: Hand) -> None:
    add(plate, "Scale")
    plate.window.session.edit(("stamps", 0, "artwork", "last"), "20", "")
    plate.until_built()
    report = plate.window.session.report
    assert report is not None and report.valid and not report.to_fix, report.findings
    drawn = first(plate).artwork
    assert isinstance(drawn, Scale)
    job = plate.window.session.job
    names = sizes_of(job, 0)
    assert "apart" in names and "whole" not in names, "one that does not count is left alone"
    values = {
        name: plate.window.session.resolved.of("stamps", 0, "artwork", name) for name in names
    }
    twice = sized(job, 0, 2.0, values).stamps[0].artwork
    assert (twice.apart, twice.height) == ("2 mm", "5 mm")  # type: ignore[union-attr]


def test_letter_forms_are_chosen_by_their_picture(plate: Hand) -> None:
    plate.window.add_stamp()
    plate.window.session.edit(("stamps", 0, "artwork", "text"), "Max 1/2", "")
    plate.until_built()
    page = plate.window.fields.page
    assert page is not None
    button = page.by_path["stamps.0.artwork.forms"]
    assert isinstance(button, QPushButton) and button.text() == "As usual …"
    seen: list[list[str]] = []

    def answer(word: str, take: str) -> None:
        dialog = QApplication.activeModalWidget()
        if not isinstance(dialog, FormsDialog):
            QTimer.singleShot(50, lambda: answer(word, take))
            return
        seen.append([box.text() for box in dialog.boxes.values()])
        next(box for box in dialog.boxes.values() if box.text() == word).click()
        (press,) = [b for b in dialog.findChildren(QPushButton) if b.text() == take]
        QTest.mouseClick(press, Qt.MouseButton.LeftButton)

    QTimer.singleShot(50, lambda: answer("Fractions", "Use these"))
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    assert first(plate).artwork.forms == ("frac",) and button.text() == "Fractions …"
    QTimer.singleShot(50, lambda: answer("Small capitals", "Cancel"))
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    assert first(plate).artwork.forms == ("frac",)
    assert seen[0][0] == "Small capitals" and "Superscript" in seen[0]
