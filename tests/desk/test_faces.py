"""Bent faces, projections and marks in the window; the start page."""

from __future__ import annotations

import numpy as np
import pytest
from PySide6.QtGui import QImage, QPainter
from PySide6.QtWidgets import QLabel

from tests.desk.conftest import Hand
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.run import RunChart
from tinstamp.chart.skin import SkinChart
from tinstamp.desk.dialogs.compare_dialog import CompareDialog
from tinstamp.desk.sheet import sheet_paint
from tinstamp.desk.sheet.sheet_paint import measures
from tinstamp.desk.sheet.sheet_stretch import reach_of
from tinstamp.desk.window import Window
from tinstamp.desk.work.demo import DEMOS, WORDS
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Extruded
from tinstamp.job.model import Blank, Cast, Job, Setting, Stamp, Text


def test_every_demo_part_is_there_and_opens_from_the_start_page(hand: Hand) -> None:
    window = hand.window
    assert len(DEMOS) == 10 and set(WORDS) == set(DEMOS)
    window.files.show_start()
    assert all(tile.isEnabled() for tile in window.files.start.tiles.values())
    size = window.files.start.sizeHint()
    assert size.width() <= 1280 and size.height() <= 800  # the foot is in sight too
    assert any("lantern" in label.text() for label in window.files.start.findChildren(QLabel))
    window.files.start.tiles["vent cap"].click()
    hand.until_built()
    assert window.session.name == "cap" and not window.files.start.isVisible()
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
        there = home.to_space(home.turns.rolled(np.array([turn, up])))
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


def panels(across: str = "0 mm", way: str = "none") -> Document:
    """A word on the middle one of three panels that meet at 6°."""
    drop = 20.0 * np.tan(np.radians(6.0))
    points = (
        knot("a", -30, -drop), knot("b", -10, 0), knot("c", 10, 0), knot("d", 30, -drop),
        knot("e", 30, -14), knot("f", -30, -14),
    )  # fmt: skip
    mark = Stamp(
        name="word",
        artwork=Text(text="WORD", height="5 mm"),
        setting=Setting(
            face="x.b", across=across, up="0 mm", rests_on="middle", cast=Cast(way=way)
        ),  # type: ignore[arg-type]
    )
    part = Extruded(name="x", points=points, height="16 mm")
    return Document(Job(blank=Blank(features=(part,)), stamps=(mark,)))


@pytest.mark.parametrize("way", ["none", "square"])
def test_a_stamp_is_dragged_over_the_faces_beside(hand: Hand, way: str) -> None:
    window, session, drag = hand.window, hand.window.session, hand.window.drag
    session.begin(panels(way=way), None)
    hand.until_built()
    session.select(0)
    assert not isinstance(drag.preview.chart, RunChart)
    over = window.fields.page.by_path["stamps.0.setting.over"]
    over.group.button(over.keys.index("neighbours")).click()
    hand.until_built()
    chart = drag.preview.chart
    assert isinstance(chart, RunChart) and len(chart.faces) == 3
    assert "2 faces beside" in shown_title(window)
    here = chart.to_space(np.array(drag.preview.placed.origin))
    beside = np.array([-16.0, -6.0 * np.tan(np.radians(6.0)), here[2]])  # on another panel
    assert drag.begin_in_space(here)
    for part in (0.3, 0.6, 1.0):
        drag.move_in_space(here + part * (beside - here))
    drag.end()
    hand.until_built()
    at = drag.preview.chart.to_space(np.array(drag.preview.placed.origin))
    np.testing.assert_allclose(at, beside, atol=0.02)
    face = session.job.stamps[0].setting.face
    assert face == ("x.b" if way == "none" else "x.a")
    assert session.report.valid and session.report.stamps[0].relief_volume < 0
    assert drag.stamp_at_point("x.a", at) == 0
    points, triangles = drag.preview.in_space()
    assert np.isfinite(points).all() and len(triangles)


def shown_title(window: Window) -> str:
    """The words above the sheet, as they were last drawn."""
    words: list[str] = []

    class Listening(QPainter):
        def drawText(self, *args: object) -> None:
            words.extend(a for a in args if isinstance(a, str))

    image = QImage(window.sheet.size(), QImage.Format.Format_ARGB32)
    painter = Listening(image)
    sheet_paint._title(painter, window.sheet)
    painter.end()
    return " ".join(words)


def test_both_sides_and_a_true_height_can_be_chosen(hand: Hand) -> None:
    window, session = hand.window, hand.window.session
    session.open(DEMOS["fuel tank"])
    hand.until_built()
    session.select(0)
    session.edit(("stamps", 0, "setting", "cast", "way"), "front", "cast")
    hand.until_built()
    side = window.fields.page.by_path["stamps.0.setting.cast.side"]
    one = len(window.drag.preview.in_space()[0])
    side.group.button(side.keys.index("both")).click()
    hand.until_built()
    points, _ = window.drag.preview.in_space()
    assert len(points) == 2 * one
    assert session.report.valid
    session.open(DEMOS["vent cap"])
    hand.until_built()
    session.select(0)
    along = window.fields.page.by_path["stamps.0.setting.true_along"]
    keys = [along.itemData(i) for i in range(along.count())]
    along.activated.emit(keys.index("height"))
    hand.until_settled()
    session.edit(("stamps", 0, "setting", "true_up"), "6 mm", "height")
    hand.until_built()
    slope = window.drag.preview.chart.jacobian(np.array([0.0, 6.0]))[:, 0]
    assert np.linalg.norm(slope) == pytest.approx(1.0, abs=1e-9)
    assert session.report.valid
