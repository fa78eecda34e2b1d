"""Groups of fields: folded, opened by a click, remembered, telling what in them is not as usual."""

from __future__ import annotations

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QToolButton, QWidget

from tests.desk.conftest import Hand

LETTERS, GUIDE = "Letters and lines", "Along a guide"


def heading(hand: Hand, name: str) -> QToolButton:
    page = hand.window.fields.page
    assert page is not None
    found = page.by_path[f"fold {name}"]
    assert isinstance(found, QToolButton)
    return found


def field(hand: Hand, name: str) -> QWidget:
    page = hand.window.fields.page
    assert page is not None
    return page.by_path[f"stamps.0.{name}"]


def left_open(hand: Hand) -> bool:
    return hand.window.fields.opened.is_open(LETTERS)


def test_what_counts_is_in_sight_at_once_without_scrolling(opened: Hand) -> None:
    """Text, font, height, place, relief, depth and colour, on a window of 1280 by 800."""
    window = opened.window
    window.resize(1280, 800)
    opened.until(lambda: window.height() == 800)
    area = window.fields.area
    assert area.verticalScrollBar().value() == 0
    sight = area.viewport().rect()
    for name in ("artwork.text", "artwork.font", "artwork.height", "setting.face",
                 "setting.across", "setting.up", "relief.make", "relief.depth",
                 "relief.colour"):  # fmt: skip
        widget = field(opened, name)
        assert widget.isVisible(), name
        corner = widget.mapTo(area.viewport(), QPoint(widget.width() - 1, widget.height() - 1))
        assert sight.contains(corner), name


def test_a_group_is_opened_by_a_click_and_stays_so(opened: Hand) -> None:
    spacing = field(opened, "artwork.spacing")
    assert not spacing.isVisible() and not left_open(opened)
    QTest.mouseClick(heading(opened, LETTERS), Qt.MouseButton.LeftButton)
    assert spacing.isVisible() and left_open(opened)
    opened.window.ticket.copy_stamp()
    assert opened.window.fields.page.by_path["stamps.1.artwork.spacing"].isVisible()  # type: ignore[union-attr]
    opened.window.session.select(0)
    QTest.mouseClick(heading(opened, LETTERS), Qt.MouseButton.LeftButton)
    assert not field(opened, "artwork.spacing").isVisible() and not left_open(opened)


def test_a_heading_tells_what_is_not_as_usual(opened: Hand) -> None:
    session = opened.window.session
    before = heading(opened, LETTERS).text()
    session.edit(("stamps", 0, "artwork", "spacing"), "0.3 mm", "")
    assert "letter spacing" in heading(opened, LETTERS).text() and "letter spacing" not in before
    session.edit(("stamps", 0, "artwork", "slant"), "5 deg", "")
    session.edit(("stamps", 0, "artwork", "ligatures"), False, "")
    assert "3 not as usual" in heading(opened, LETTERS).text()  # what has room
    for _ in range(3):
        session.undo()
    assert heading(opened, LETTERS).text() == before


def test_a_field_that_is_wrong_opens_its_group(opened: Hand) -> None:
    session = opened.window.session
    session.edit(("stamps", 0, "artwork", "spacing"), "nothing", "")
    assert field(opened, "artwork.spacing").isVisible()
    assert not left_open(opened), "opened for now alone"


def test_the_page_stays_where_it_is_when_fields_come(opened: Hand) -> None:
    window = opened.window
    window.resize(1280, 700)
    for name in (LETTERS, GUIDE):
        QTest.mouseClick(heading(opened, name), Qt.MouseButton.LeftButton)
    bar = window.fields.area.verticalScrollBar()
    opened.until(lambda: bar.maximum() > 200)
    bar.setValue(bar.maximum() // 2)
    there = bar.value()
    window.session.edit(("stamps", 0, "setting", "guide", "kind"), "arc", "")
    opened.until(lambda: "stamps.0.setting.guide.radius" in window.fields.page.by_path)  # type: ignore[union-attr]
    opened.until(lambda: bar.value() == there, "the page jumped")
    assert field(opened, "setting.guide.radius").isVisible()


def test_what_was_opened_comes_into_sight(opened: Hand) -> None:
    """The lowest group of the page, on a window of 1280 by 800."""
    window = opened.window
    window.resize(1280, 800)
    opened.until(lambda: window.height() == 800)
    area = window.fields.area
    area.verticalScrollBar().setValue(0)
    lowest = "For a mould"
    QTest.mouseClick(heading(opened, lowest), Qt.MouseButton.LeftButton)
    opened.until(lambda: area.verticalScrollBar().value() > 0)
    shown = field(opened, "relief.shown_by")
    assert shown.isVisible()
    corner = shown.mapTo(area.viewport(), QPoint(shown.width() - 1, shown.height() - 1))
    assert area.viewport().rect().contains(corner)
    above = heading(opened, lowest).mapTo(area.viewport(), QPoint(0, 0))
    assert above.y() >= 0
