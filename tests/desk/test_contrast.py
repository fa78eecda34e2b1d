"""Contrasts of the palette by the formula of WCAG 2.1: 4.5 to 1 for text (1.4.3), 3 to 1 for what
has to be seen (1.4.11)."""

from __future__ import annotations

import re
from itertools import product

import pytest

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import stylesheet

GROUNDS = {"sheet": p.SHEET, "panel": p.PANEL, "paper": p.PAPER}
TEXT = {"ink": p.INK, "second ink": p.SECOND_INK, "to fix": p.FIX, "to look at": p.LOOK,
        "note": p.NOTE}  # fmt: skip
SEEN = {"edge of a field": p.EDGE, "accent": p.ACCENT, "idle": p.IDLE, "focus": p.INK}


def luminance(colour: str) -> float:
    parts = [int(colour[k : k + 2], 16) / 255.0 for k in (1, 3, 5)]
    linear = [c / 12.92 if c <= 0.03928 else ((c + 0.055) / 1.055) ** 2.4 for c in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(one: str, other: str) -> float:
    low, high = sorted((luminance(one), luminance(other)))
    return (high + 0.05) / (low + 0.05)


def test_the_formula_is_that_of_the_standard() -> None:
    """Black on white is 21 to 1, and #767676 on white the lightest grey with 4.5 (its worked
    examples, from memory)."""
    assert contrast("#000000", "#FFFFFF") == pytest.approx(21.0)
    assert contrast("#767676", "#FFFFFF") == pytest.approx(4.54, abs=0.01)


@pytest.mark.parametrize(("word", "ground"), product(TEXT, GROUNDS))
def test_words_can_be_read(word: str, ground: str) -> None:
    assert contrast(TEXT[word], GROUNDS[ground]) >= 4.5


@pytest.mark.parametrize(("word", "ground"), product(SEEN, GROUNDS))
def test_what_can_be_used_can_be_seen(word: str, ground: str) -> None:
    assert contrast(SEEN[word], GROUNDS[ground]) >= 3.0


def test_words_on_what_is_pressed_and_on_the_dark_line_can_be_read() -> None:
    assert contrast(p.INK, p.PRESSED) >= 4.5 and contrast("#FFFFFF", p.ACCENT) >= 4.5
    assert contrast(p.SECOND_INK, p.PRESSED) >= 4.0, "a main button that cannot be pressed"
    for level in p.ON_DARK.values():
        assert contrast(level, p.INK) >= 4.5


def test_no_field_button_or_box_has_a_fainter_edge() -> None:
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
