"""Braille: cells against the names of Unicode's braille patterns and, where it is installed,
against liblouis; dots against their sizes."""

from __future__ import annotations

import unicodedata

import numpy as np
import pytest

from tests.core.test_known_faults import part
from tinstamp.artwork.braille import (
    BLANK_CELL,
    TABLES,
    BrailleError,
    BrailleSpec,
    cells_of,
    draw_braille,
    louis,
)
from tinstamp.engine.build import build
from tinstamp.job.model import Braille, Relief, Setting, Stamp


def dots(cell: int) -> str:
    """The dots of a cell by its name: BRAILLE PATTERN DOTS-1345."""
    return unicodedata.name(chr(BLANK_CELL + cell)).rpartition("-")[2]


def spec(text: str, by: str = "letters", **sizes: float) -> BrailleSpec:
    usual = {"dot": 1.6, "apart": 2.5, "cell": 6.2, "line": 10.0, **sizes}
    return BrailleSpec(text, by, **usual)


def test_cells_have_the_dots_of_their_letters() -> None:
    """The first ten letters, the tens after them by dot 3 and by dots 3 and 6, w by itself (World
    Braille Usage, UNESCO 2013, from memory)."""
    words, _ = cells_of("abcdefghij", "letters")
    assert [dots(c) for c in words] == ["1", "12", "14", "145", "15", "124", "1245", "125", "24",
                                        "245"]  # fmt: skip
    first, _ = cells_of("abcdefghij", "letters")
    second, _ = cells_of("klmnopqrst", "letters")
    third, _ = cells_of("uvxyz", "letters")
    assert second == [c | 0b100 for c in first]
    assert third == [c | 0b100100 for c in first[:5]]
    assert [dots(c) for c in cells_of("w", "letters")[0]] == ["2456"]


def test_figures_follow_their_sign_and_capitals_theirs() -> None:
    assert [dots(c) for c in cells_of("A1", "letters")[0]] == ["6", "1", "3456", "1"]
    assert [dots(c) for c in cells_of("10", "letters")[0]] == ["3456", "1", "245"]
    number, again = cells_of("1,5 2", "letters")[0], cells_of("1 2", "letters")[0]
    assert [dots(c) for c in number[:3]] == ["3456", "1", "2"]
    assert again[2] == 0 and dots(again[3]) == "3456"


@pytest.mark.skipif(louis() is None, reason="liblouis is not installed")
@pytest.mark.parametrize("words", ["the lamp", "oil only", "keep upright", "wick no 42", "Fill"])
def test_letter_by_letter_is_as_liblouis_writes_it_in_full(
    words: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setitem(TABLES, "full", "en-ueb-g1.ctb")
    assert cells_of(words, "full")[0] == cells_of(words, "letters")[0]


@pytest.mark.skipif(louis() is None, reason="liblouis is not installed")
def test_contracted_words_are_shorter() -> None:
    for by in ("english", "german", "french"):
        assert len(cells_of("the people and the mother", by)[0]) <= 25
    assert len(cells_of("and", "english")[0]) == 1
    with pytest.raises(BrailleError, match="no rules"):
        TABLES["nowhere"] = "no-such-table.ctb"
        try:
            cells_of("a", "nowhere")
        finally:
            del TABLES["nowhere"]


def test_without_liblouis_its_rules_are_told_to_be_missing(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("tinstamp.artwork.braille.louis", lambda: None)
    with pytest.raises(BrailleError, match="liblouis"):
        cells_of("never asked before", "english")


def test_dots_lie_where_their_sizes_say() -> None:
    art = draw_braille(spec("l l\nl"))  # l: dots 1, 2, 3
    middles = np.array([(r.bounds[:2] + r.bounds[2:]) / 2 for r in art.regions])
    widths = np.array([r.bounds[2:] - r.bounds[:2] for r in art.regions])
    assert widths == pytest.approx(1.6)
    assert len(middles) == 9
    assert sorted(set(np.round(middles[:, 0] - middles[:, 0].min(), 6))) == [0.0, 12.4]
    heights = sorted(set(np.round(middles[:, 1] - 0.8, 6)))
    assert heights == [0.0, 2.5, 5.0, 10.0, 12.5, 15.0]
    assert art.bounds[1] == pytest.approx(0.0)
    assert art.area == pytest.approx(9 * np.pi * 0.64, rel=1e-4)


def test_what_cannot_be_written_is_told() -> None:
    assert draw_braille(spec("a\N{SNOWMAN}b")).missing == ("\N{SNOWMAN}",)
    assert not draw_braille(spec("  ")).regions
    with pytest.raises(BrailleError, match="run together"):
        draw_braille(spec("a", dot=2.5))


def test_dots_are_domes_on_the_part() -> None:
    """Each dot is a disc with its edge rounded: a barrel of 1 mm about 0.1 mm of flat, by Pappus:
    the quarter round of 0.6 mm turned about the axis, with a disc below and within."""
    stamp = Stamp(name="D", artwork=Braille(text="lamp"), setting=Setting(
        face="p.top", across="0 mm", up="0 mm"),
        relief=Relief.model_validate(dict(Braille.usual_relief)))  # fmt: skip
    report = build(part(stamp)).report
    assert report.valid and report.stamps[0].built_by == "imprint"
    outer, radius, high = 0.8, 0.6, 0.7
    flat = outer - radius
    quarter = np.pi / 4 * radius**2 * 2 * np.pi * (flat + 4 * radius / (3 * np.pi))
    one = np.pi * outer**2 * (high - radius) + np.pi * flat**2 * radius + quarter
    count = len(draw_braille(spec("lamp")).regions)
    assert report.stamps[0].relief_volume == pytest.approx(count * one, rel=5e-4)
