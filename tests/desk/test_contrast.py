"""Contrasts of the palette by the formula of WCAG 2.1: 4.5 to 1 for text (1.4.3), 3 to 1 for what
has to be seen (1.4.11)."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from itertools import product

import pytest
from PySide6.QtGui import QColor

from tinstamp.desk.look import painting
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.shades import use
from tinstamp.desk.look.style import stylesheet

GROUNDS = ("SHEET", "PANEL", "PAPER")
TEXT = ("INK", "SECOND_INK", "FIX", "LOOK", "NOTE")
SEEN = ("EDGE", "ACCENT", "IDLE", "INK", "GREY_STAMP")
FAINT = {"GREY_STAMP"}
"""Seen beside its name: a stamp that is off, and others' ink."""


@pytest.fixture(params=["light", "dark"])
def shade(request: pytest.FixtureRequest) -> Iterator[str]:
    """The desk in one of its shades."""
    use(request.param == "dark")
    yield request.param
    use(False)


def of(name: str) -> str:
    return str(getattr(p, name))


def contrast(one: str, other: str) -> float:
    return painting.contrast(QColor(one), QColor(other))


def test_the_formula_is_that_of_the_standard() -> None:
    """Black on white is 21 to 1, and #767676 on white the lightest grey with 4.5 (its worked
    examples, from memory)."""
    assert contrast("#000000", "#FFFFFF") == pytest.approx(21.0)
    assert contrast("#767676", "#FFFFFF") == pytest.approx(4.54, abs=0.01)


@pytest.mark.parametrize(("word", "ground"), product(TEXT, GROUNDS))
def test_words_can_be_read(shade: str, word: str, ground: str) -> None:
    assert contrast(of(word), of(ground)) >= 4.5


@pytest.mark.parametrize(("word", "ground"), product(SEEN, GROUNDS))
def test_what_can_be_used_can_be_seen(shade: str, word: str, ground: str) -> None:
    assert contrast(of(word), of(ground)) >= (2.0 if word in FAINT else 3.0)


def test_words_on_what_is_pressed_and_on_the_dark_line_can_be_read(shade: str) -> None:
    assert contrast(p.INK, p.PRESSED) >= 4.5 and contrast(p.ON_ACCENT, p.ACCENT) >= 4.5
    assert contrast(p.SECOND_INK, p.PRESSED) >= 4.0, "a main button that cannot be pressed"
    assert contrast(p.INK, p.WRONG) >= 4.5
    for word in (*p.ON_DARK.values(), p.ON_BAR, p.SECOND_ON_BAR, p.OLD_ON_BAR):
        assert contrast(word, p.BAR) >= 4.5
    assert contrast(p.ON_BAR, p.BAR_RAISED) >= 4.5 and contrast(p.BAR_EDGE, p.BAR) >= 3.0


def test_words_and_edges_over_the_part_and_about_the_sheet_are_seen(shade: str) -> None:
    for ground in (p.GROUND, p.TABLE):
        assert contrast(p.INK, ground) >= 4.5 and contrast(p.SECOND_INK, ground) >= 4.5
        assert contrast(p.ACCENT, ground) >= 3.0
    assert contrast(p.TIN, p.GROUND) >= 1.5, "the part itself, which has edges and light too"


@pytest.mark.parametrize("seed", range(40))
def test_any_cap_colour_is_seen_on_the_sheet(shade: str, seed: int) -> None:
    """White caps on a white sheet, and dark blue ones on a dark one, keep their hue."""
    r = random.Random(seed)
    known = ["#FFFFFF", "#000000", "#1E4D5C", "#FFFF00", "#182026"]
    colour = known[seed] if seed < len(known) else f"#{r.randrange(1 << 24):06X}"
    found = painting.seen_on(colour, p.SHEET)
    assert painting.contrast(found, QColor(p.SHEET)) >= 3.0
    if contrast(colour, p.SHEET) >= 3.0:
        assert found == QColor(colour)


def test_no_field_button_or_box_has_a_fainter_edge(shade: str) -> None:
    """Where the style draws an edge about what can be filled in or pressed."""
    style = stylesheet()
    for rule in re.findall(r"([^{}]+)\{([^{}]*)\}", style):
        names, body = rule[0].strip(), rule[1]
        used = re.match(
            r"^(QLineEdit, QPlainTextEdit|QPushButton, QToolButton$|QCheckBox::ind)", names
        )
        edge = re.search(r"border: 1px solid (#[0-9A-Fa-f]{6})", body)
        if used and edge:
            assert contrast(edge[1], p.PANEL) >= 3.0, names
