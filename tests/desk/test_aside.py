"""Windows that stand beside the desk: where, and how keys put them away."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QRect, QSize, Qt
from PySide6.QtTest import QTest

from tests.desk.conftest import Hand
from tinstamp.desk.dialogs.aside import place_for

SCREEN = QRect(0, 0, 1920, 1080)


def test_a_window_stands_beside_the_desk_where_there_is_room() -> None:
    right = place_for(QSize(600, 500), QSize(200, 200), QRect(100, 40, 1100, 800), SCREEN)
    assert right == QRect(1200, 40, 600, 500)
    left = place_for(QSize(600, 1060), QSize(200, 200), QRect(700, 40, 1200, 800), SCREEN)
    assert left == QRect(100, 20, 600, 1060)  # moved up so that all of it is seen


@pytest.mark.parametrize("desk", [QRect(0, 0, 1280, 800), QRect(0, 0, 900, 700)])
def test_a_window_without_room_stands_over_the_lower_part_of_the_desk(desk: QRect) -> None:
    place = place_for(QSize(1000, 640), QSize(300, 200), desk, desk)
    assert desk.contains(place) and place.bottom() == desk.bottom()
    assert place.top() > desk.top() + desk.height() / 2
    assert place.width() == min(1000, desk.width())


def test_a_window_is_never_smaller_than_its_contents() -> None:
    desk = QRect(0, 0, 1280, 800)
    assert place_for(QSize(1000, 640), QSize(300, 500), desk, desk).height() == 500


def test_escape_stops_the_build_and_then_closes_what_stands_beside_the_desk(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    window.whole_proof()
    window.guide()
    proof, guide = window.proof_window, window.guide_window
    assert proof is not None and guide is not None
    opened.until(lambda: proof.isVisible() and guide.isVisible(), "both stand")
    window.activateWindow()
    opened.until(window.isActiveWindow, "the desk has the keys")
    window.focus_on("part")
    session.select(0)
    session.edit(("stamps", 0, "relief", "depth"), "0.31 mm", "depth")
    session.build_now()
    QTest.keyClick(window, Qt.Key.Key_Escape)
    assert proof.isVisible() and guide.isVisible()
    QTest.keyClick(window, Qt.Key.Key_Escape)
    assert proof.isVisible() and not guide.isVisible(), "the last one first"
    QTest.keyClick(window, Qt.Key.Key_Escape)
    assert not proof.isVisible()
    QTest.keyClick(window, Qt.Key.Key_Escape)  # nothing is left to close
    opened.until(lambda: not session.building, "the build was given up")
    assert window.isVisible()


def test_a_window_that_was_moved_stays_where_it_was_put(opened: Hand) -> None:
    opened.window.whole_proof()
    proof = opened.window.proof_window
    assert proof is not None
    proof.setGeometry(11, 12, 800, 480)
    proof.close()
    opened.window.whole_proof()
    assert proof.geometry() == QRect(11, 12, 800, 480)


@pytest.mark.parametrize("to, other, keys", [("part", "sheet", "F6"), ("sheet", "part", "F7")])
def test_going_to_what_has_no_room_gives_it_some(
    opened: Hand, to: str, other: str, keys: str
) -> None:
    window = opened.window
    window.give_middle(other)
    key = getattr(Qt.Key, f"Key_{keys}")
    QTest.keyClick(window, key)
    assert all(window.splitter.sizes()), f"the {to} has no room"
    before = window.splitter.sizes()
    QTest.keyClick(window, key)
    assert window.splitter.sizes() == before
