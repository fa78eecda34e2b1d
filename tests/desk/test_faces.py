"""Bent faces, projections and marks in the window; the start page."""

from __future__ import annotations

import numpy as np
import pytest
from PySide6.QtWidgets import QLabel

from tests.desk.conftest import Hand
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.skin import SkinChart
from tinstamp.desk.compare_dialog import CompareDialog
from tinstamp.desk.demo import DEMOS, WORDS
from tinstamp.desk.sheet_paint import measures
from tinstamp.desk.sheet_stretch import reach_of


def test_every_demo_part_is_there_and_opens_from_the_start_page(hand: Hand) -> None:
    window = hand.window
    assert len(DEMOS) == 6 and set(WORDS) == set(DEMOS)
    window.show_start()
    assert all(tile.isEnabled() for tile in window.start.tiles.values())
    assert any("lantern" in label.text() for label in window.start.findChildren(QLabel))
    window.start.tiles["vent cap"].click()
    hand.until_built()
    assert window.session.name == "cap" and not window.start.isVisible()
    assert window.session.report.valid
    assert [s.built_by for s in window.session.report.stamps] == ["imprint", "imprint"]


def test_a_stamp_slides_round_a_dome_at_true_size(hand: Hand) -> None:
    window = hand.window
    window.session.open(DEMOS["vent cap"])
    hand.until_built()
    window.session.select(0)
    drag = window.drag
    assert isinstance(drag.preview.chart, BeltChart)
    before = drag.preview.chart.radius
    window.session.edit(("stamps", 0, "artwork", "text"), "PELLWICK", "text")
    window.session.edit(("stamps", 0, "setting", "guide", "kind"), "none", "guide")
    hand.until_built()
    assert drag.begin_in_space(drag.preview.chart.to_space(np.array(drag.preview.placed.origin)))
    home = window.session.charts["cap.crown"]
    for turn, up in ((10.0, 14.0), (25.0, 17.0), (40.0, 20.0)):  # as a hand moves, bit by bit
        there = home.to_space(home.rolled(np.array([turn, up])))
        drag.move_in_space(there)
        origin = drag.preview.chart.to_space(np.array(drag.preview.placed.origin))
        np.testing.assert_allclose(origin, there, atol=1e-2)
    drag.end()
    assert drag.preview.chart.radius < before  # the parallel further up is true now
    told = " ".join(measures(window.sheet))
    assert "% wide" in told
    hand.until_built()
    report = window.session.report
    assert report.valid
    assert not [f for f in report.findings if f.level == "fix" and f.stamp == "Crown"]


def test_stretch_is_shown_and_a_cast_can_be_chosen(hand: Hand) -> None:
    window = hand.window
    window.session.open(DEMOS["carry grip"])
    hand.until_built()
    window.session.select(0)
    assert isinstance(window.drag.preview.chart, SkinChart)
    for measure in ("across", "up", "area", "angle", None):
        window.session.show_stretch(measure)
        assert not window.sheet.grab().isNull()
    assert reach_of(np.array([[0.3, -1.7]])) == pytest.approx(2.0)
    cast = window.fields.page.by_path["stamps.0.setting.cast.way"]
    keys = [cast.itemData(i) for i in range(cast.count())]
    cast.activated.emit(keys.index("above"))
    hand.until_built()
    assert isinstance(window.drag.preview.chart, CastChart)
    assert window.session.report.valid and not window.session.report.to_fix
    cast = window.fields.page.by_path["stamps.0.setting.cast.way"]
    cast.activated.emit(keys.index("vector"))
    hand.until_settled()
    window.fields.page.by_path["along view"].click()
    hand.until_built()
    made = window.session.job.stamps[0].setting.cast
    looking = np.array([float(made.x), float(made.y), float(made.z)])
    np.testing.assert_allclose(looking, window.session.looking, atol=1e-3)
    assert window.session.report.valid


def test_a_mark_has_no_depth_to_give(hand: Hand) -> None:
    window = hand.window
    window.session.open(DEMOS["fuel tank"])
    hand.until_built()
    window.session.select(0)
    make = window.fields.page.by_path["stamps.0.relief.make"]
    make.group.button(make.keys.index("mark")).click()
    hand.until_built()
    assert "stamps.0.relief.depth" not in window.fields.page.by_path
    assert window.session.report.stamps[0].relief_volume == 0.0
    assert window.session.report.valid


def test_wrapped_and_cast_are_compared(hand: Hand) -> None:
    window = hand.window
    window.session.open(DEMOS["fuel tank"])
    hand.until_built()
    window.session.select(0)
    window.sheet.compare()
    (dialog,) = window.findChildren(CompareDialog)
    assert not dialog.grab().isNull()
    assert "+0.0 % wide and +0.0 % tall" in dialog.told["none"]  # a cylinder keeps all lengths
    wide = float(dialog.told["square"].split("to +")[1].split(" %")[0])
    assert wide > 5.0
    dialog.accept()
