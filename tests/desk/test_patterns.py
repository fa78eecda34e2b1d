"""Patterns are drawn beside the window: plain ink stands in for them."""

from __future__ import annotations

import threading

import pytest
from PySide6.QtCore import QPointF
from PySide6.QtTest import QTest

from tests.desk.conftest import Hand
from tests.desk.test_window import sheet_spot
from tinstamp.artwork import pattern
from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Region
from tinstamp.artwork.pattern import PatternError, Texture, filled, patterned
from tinstamp.artwork.shapes import rectangle
from tinstamp.desk.work import background
from tinstamp.desk.work.preview import Preview
from tinstamp.job.model import changed

FINE = Texture("crossed", 0.4, 0.15, 30.0)


@pytest.fixture
def hatched(opened: Hand) -> Hand:
    """The first stamp filled with crossed lines."""
    session = opened.window.session
    session.select(0)
    given = {"kind": "crossed", "pitch": "0.4 mm", "line": "0.15 mm", "turn": "30 deg"}
    filling = session.job.stamps[0].pattern.model_copy(update=given)
    session.replace(changed(session.job, ("stamps", 0, "pattern"), filling), "pattern")
    return opened


def shown(hand: Hand) -> Preview:
    found = hand.window.drag.preview
    assert found is not None
    return found


def test_plain_ink_stands_in_until_the_pattern_is_there(hatched: Hand) -> None:
    first = shown(hatched)
    assert first.plan.waits
    hatched.until(lambda: not shown(hatched).plan.waits, "the pattern")
    found = shown(hatched).artwork
    assert sum(len(r.counters) for r in found.regions) > 100
    assert found.area < 0.8 * first.artwork.area
    with_all = patterned(Artwork(first.artwork.regions), FINE)
    assert found.area == pytest.approx(with_all.area, rel=1e-9)


def test_keys_do_not_wait_for_a_pattern(hatched: Hand, monkeypatch: pytest.MonkeyPatch) -> None:
    """No pattern is drawn in the window's thread, and the last text's comes in the end."""
    mine, drawn = threading.get_ident(), []
    original = background._pattern_regions

    def noted(regions: tuple[Region, ...], texture: Texture) -> tuple[Region, ...]:
        drawn.append(threading.get_ident())
        return original(regions, texture)

    def never(*_: object) -> None:
        raise AssertionError("a pattern was drawn in the window")

    monkeypatch.setattr(background, "_pattern_regions", noted)
    monkeypatch.setattr(pattern, "_lines", never)
    field = hatched.field("stamps.0.artwork.text")
    field.setFocus()
    for letter in "ABCDEFGH":
        QTest.keyClicks(field, letter)
        hatched.app.processEvents()
    assert shown(hatched).plan.waits
    hatched.until(lambda: not shown(hatched).plan.waits, "the pattern")
    assert drawn and mine not in drawn
    assert len(drawn) < 8  # what nobody wants any more is left out
    text = hatched.window.session.job.stamps[0].artwork.text  # type: ignore[union-attr]
    assert "ABCDEFGH" in text and len(shown(hatched).artwork.letters) == len(text)


def test_a_pattern_that_is_dragged_stays(hatched: Hand) -> None:
    hatched.until(lambda: not shown(hatched).plan.waits, "the pattern")
    hatched.until_settled()
    laid, before = shown(hatched).placed, shown(hatched).artwork
    low_x, low_y, high_x, high_y = laid.regions[0].bounds
    grip = sheet_spot(hatched, (low_x + high_x) / 2, (low_y + high_y) / 2)
    hatched.drag(hatched.window.sheet, grip, grip + QPointF(24.0, 6.0))
    assert shown(hatched).placed.origin != laid.origin
    assert shown(hatched).artwork is before
    assert not shown(hatched).plan.waits


def test_a_pattern_that_cannot_be_is_told(hatched: Hand) -> None:
    art = Artwork((Region(rectangle(400.0, 400.0)),))
    fill = Texture("lines", 0.05, 0.02, 0.0)
    assert filled(art, fill).waits
    key = ("pattern", fill, background._told_apart(art.regions))
    found = hatched.window.session.background._found
    hatched.until(lambda: key in found, "the refusal")
    with pytest.raises(PatternError, match="pieces"):
        filled(art, fill)


def test_a_pattern_that_takes_too_long_is_given_up(
    hatched: Hand, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(
        background, "PATTERN_LIMITS", background.Limits(0.05, background.PATTERN_LIMITS.room)
    )
    art = Artwork((Region(rectangle(60.0, 60.0)),))
    assert filled(art, FINE).waits
    key = ("pattern", FINE, background._told_apart(art.regions))
    found = hatched.window.session.background._found
    hatched.until(lambda: key in found, "the refusal")
    with pytest.raises(PatternError, match="wider pitch"):
        filled(art, FINE)
    again = Artwork((Region(rectangle(60.0, 60.0), (), (1,)),))
    assert background._told_apart(again.regions) != key[2]


def test_a_closed_window_draws_as_a_build_does(hatched: Hand) -> None:
    hatched.window.session.background.close()
    art = Artwork((Region(rectangle(6.0, 6.0)),))
    assert not filled(art, Texture("lines", 1.0, 0.4, 0.0)).waits
    hatched.window.session.background.read_from_now_on()
