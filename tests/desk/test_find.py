"""A long ticket is searched by words: of the stamp, its text and face, of what was found on it."""

from __future__ import annotations

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from tests.desk.conftest import Hand
from tinstamp.desk.ticket.find import MANY, fits
from tinstamp.job.model import Relief, Setting, Stamp, Text
from tinstamp.proofing.finding import Finding


def stamp(name: str, words: str, **more: object) -> Stamp:
    return Stamp(name=name, artwork=Text(text=words), setting=Setting(face="tank.outer"),
                 relief=Relief(), **more)  # type: ignore[arg-type]  # fmt: skip


@pytest.mark.parametrize(
    ("words", "there"),
    [
        ("", True),
        ("filling", True),
        ("OIL", True),
        ("outer engrave", True),
        ("oil inner", False),
        ("to fix", True),
        ("thin", True),
        ("to look", False),
        ("off", False),
    ],
)
def test_all_words_have_to_be_true_of_a_stamp(words: str, there: bool) -> None:
    one = stamp("Filling line", "Lamp oil")
    found = [Finding("fix", "thin stroke", "Filling line", "too thin"),
             Finding("look", "tight gap", "another", "tight")]  # fmt: skip
    assert fits(words, one, found) is there
    assert fits("off", stamp("A", "B", on=False), [])


def seen(hand: Hand) -> list[str]:
    cards = hand.window.ticket.list
    return [hand.window.session.job.stamps[k - 1].name for k in range(1, cards.count())
            if not cards.item(k).isHidden()]  # fmt: skip


def test_cards_are_found_by_typing(opened: Hand) -> None:
    window, ticket = opened.window, opened.window.ticket
    assert ticket.search.isHidden(), "a short ticket needs no search"
    opened.hold_engine()
    (first,) = window.session.job.stamps
    more = [first.model_copy(update={"name": f"Row {k}", "artwork": Text(text=f"WORD {k}")})
            for k in range(MANY)]  # fmt: skip
    job = window.session.job.model_copy(update={"stamps": (first, *more)})
    window.session.replace(job, "add rows")
    assert not ticket.search.isHidden() and len(seen(opened)) == MANY + 1
    QTest.keyClick(window, Qt.Key.Key_F, Qt.KeyboardModifier.ControlModifier)
    opened.until(ticket.search.hasFocus, "the words have the keys")
    QTest.keyClicks(ticket.search, "word 3")
    assert seen(opened) == [first.name, "Row 3"], "the chosen card stays in sight"
    window.session.select(4)
    assert seen(opened) == ["Row 3"]
    ticket.search.clear()
    assert len(seen(opened)) == MANY + 1
    QTest.keyClicks(ticket.search, "nothing like it")
    window.session.undo()
    assert ticket.search.isHidden() and seen(opened) == [first.name]
    opened.let_engine()


def test_keys_go_nowhere_on_a_short_ticket(opened: Hand) -> None:
    QTest.keyClick(opened.window, Qt.Key.Key_F, Qt.KeyboardModifier.ControlModifier)
    assert not opened.window.ticket.search.hasFocus()
