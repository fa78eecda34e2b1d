"""Pages of cards that were shown before: kept, and never behind the job."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QCoreApplication, QEvent, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLineEdit, QPlainTextEdit, QToolButton

from tests.desk.conftest import Hand
from tinstamp.desk.pages.card import KEPT
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.formula_field import FormulaField


@pytest.fixture
def two(opened: Hand) -> Hand:
    """The desk with two stamps, the second one chosen."""
    opened.window.ticket.copy_stamp()
    assert len(opened.window.session.job.stamps) == 2
    return opened


def page(hand: Hand) -> FieldsPage:
    found = hand.window.fields.page
    assert found is not None and found.isVisible() and not found.over
    return found


def depth(hand: Hand, index: int) -> QLineEdit:
    field = page(hand).by_path[f"stamps.{index}.relief.depth"]
    assert isinstance(field, FormulaField)
    return field.line


def test_going_to_and_fro_shows_the_same_page_as_the_job_is_now(two: Hand) -> None:
    session = two.window.session
    session.select(0)
    first, line = page(two), depth(two, 0)
    two.write(line, "0.37 mm")
    two.until(lambda: session.job.stamps[0].relief.depth == "0.37 mm", "it was taken")
    session.select(1)
    second = page(two)
    assert second is not first and not first.isVisible() and first.over
    session.undo()  # of what was typed on the page that is out of sight
    session.select(0)
    assert page(two) is first
    assert depth(two, 0).text() == session.job.stamps[0].relief.depth != "0.37 mm"
    session.select(1)
    assert page(two) is second


def test_a_group_that_was_opened_on_one_card_is_open_on_another(two: Hand) -> None:
    session = two.window.session
    for index in (0, 1, 0):
        session.select(index)
    heading = page(two).by_path["fold Letters and lines"]
    assert isinstance(heading, QToolButton) and not heading.isChecked()
    QTest.mouseClick(heading, Qt.MouseButton.LeftButton)
    session.select(1)
    other = page(two).by_path["fold Letters and lines"]
    assert isinstance(other, QToolButton) and other.isChecked()
    assert page(two).by_path["stamps.1.artwork.spacing"].isVisible()


def test_a_change_goes_by_the_name_of_the_stamp_that_is_there_now(two: Hand) -> None:
    """Also where a page of another stamp at that place of the ticket was shown before."""
    window, session = two.window, two.window.session
    names = [stamp.name for stamp in session.job.stamps]
    for index in (0, 1, 0):
        session.select(index)
    window.ticket.delete_stamp()
    assert [stamp.name for stamp in session.job.stamps] == names[1:]
    session.select(-1)
    session.select(0)
    line = depth(two, 0)
    two.write(line, "0.41 mm")
    two.until(lambda: session.job.stamps[0].relief.depth == "0.41 mm", "it was taken")
    assert session.history.undo_label is not None
    assert f"“{names[1]}”" in session.history.undo_label
    text = page(two).by_path["stamps.0.artwork.text"]
    assert isinstance(text, QPlainTextEdit)
    assert text.toPlainText() == session.job.stamps[0].artwork.text  # type: ignore[union-attr]


def test_pages_that_are_kept_are_few(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    for _ in range(KEPT + 3):
        window.ticket.copy_stamp()
    for index in range(-1, len(session.job.stamps)):
        session.select(index)
    QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)  # type: ignore[arg-type]
    assert len(window.fields.findChildren(FieldsPage)) == KEPT
    shown = [p for p in window.fields.findChildren(FieldsPage) if p.isVisible()]
    assert shown == [page(opened)]


def test_other_colours_make_every_page_anew(two: Hand) -> None:
    window, session = two.window, two.window.session
    session.select(0)
    first = page(two)
    session.select(1)
    window.shading.wear("dark")
    session.select(0)
    assert page(two) is not first
    window.shading.wear("light")
