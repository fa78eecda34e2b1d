"""Stamps on the caps of other stamps, and words that run round corners, in the window."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from tests.core.test_joint_imprint import HEXAGON
from tests.core.test_on_walls import block
from tests.core.test_upon import PARTS, job_of, letters, panel
from tests.desk.conftest import Hand
from tests.desk.test_window import part_spot
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import RunChart
from tinstamp.desk.sheet import sheet_paint
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text

PLATE = PARTS["p.top"][0]


def opened(hand: Hand, *stamps: Stamp) -> Hand:
    hand.window.session.begin(Document(job_of(PLATE, *stamps)), None)
    hand.until_built()
    return hand


def spot(hand: Hand, point: tuple[float, float, float]) -> QPointF:
    return part_spot(hand, np.array(point))


def click(hand: Hand, at: QPointF) -> None:
    QTest.mouseClick(hand.window.part, Qt.MouseButton.LeftButton, pos=at.toPoint())
    hand.app.processEvents()


def test_text_on_the_chosen_stamp(hand: Hand) -> None:
    """By the keys, as a hand does it: the panel is clicked in the part, then Ctrl+Shift+T, then the
    words are typed."""
    window = opened(hand, panel("p.top")).window
    session = window.session
    session.select(-1)
    click(hand, spot(hand, (4.0, 0.0, 11.0)))
    assert session.selected == 0  # the stamp is chosen
    QTest.keyClick(
        window,
        Qt.Key.Key_T,
        Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier,
    )
    assert session.job.stamps[1].setting.face == "Panel/cap" and session.selected == 1
    QTest.keyClicks(window.fields.page.by_path["stamps.1.artwork.text"], "LID")
    hand.until(lambda: session.job.stamps[1].artwork.text == "LID", "the words")
    hand.until_built()
    assert session.job.stamps[1].artwork.text == "LID"
    assert session.report.valid and not session.report.to_fix
    assert [s.built_by for s in session.report.stamps] == ["imprint", "imprint"]
    hand.until(lambda: window.drag.preview is not None, "its preview")
    assert isinstance(window.sheet.chart, PlaneChart)
    middle = window.drag.preview.chart.to_space(np.zeros(2))
    assert middle[2] == 11.0 and abs(middle[0] - 4.0) < 1e-9


def test_the_sheet_of_a_cap_tells_how_it_comes(hand: Hand) -> None:
    window = opened(hand, panel("p.top")).window
    window.session.select(-1)
    window.session.pick_face("Panel/cap")
    assert "first stamp that lies on it" in _empty_words(hand)


def _empty_words(hand: Hand) -> str:
    """What the sheet says where there is none."""
    from PySide6.QtGui import QImage, QPainter

    said: list[str] = []

    class Listens(QPainter):
        def drawText(self, *given: object) -> None:  # type: ignore[override]
            said.append(str(given[-1]))

    image = QImage(400, 300, QImage.Format.Format_ARGB32)
    painter = Listens(image)
    sheet_paint._empty(painter, hand.window.sheet)
    painter.end()
    return " ".join(said)


def test_what_lies_on_a_panel_goes_with_it(hand: Hand) -> None:
    """Moved by hand, the panel takes its letters along; their old relief is hidden meanwhile."""
    window = opened(hand, panel("p.top"), letters("Panel/cap")).window
    session = window.session
    session.select(0)
    before = session.report.volume
    hand.hold_engine()
    start = window.drag.preview.chart.to_space(np.array(window.drag.preview.placed.origin))
    assert window.drag.begin_in_space(start)
    window.drag.move_in_space(start + [6.0, 3.0, 0.0])
    window.drag.end()
    assert {StampFace("m", "cap"), StampFace("Panel", "cap")} <= window.part.veiled
    hand.let_engine()
    session.build_now()
    hand.until_built()
    assert session.report.valid and not session.report.to_fix
    assert abs(session.report.volume - before) < 1e-6 * before
    chart = session.charts["Panel/cap"]
    assert abs(chart.to_space(np.zeros(2))[0] - 10.0) < 1e-6


def test_caps_are_among_the_faces_of_a_stamp(hand: Hand) -> None:
    """Those of stamps before it; and a renamed panel takes along what lies on it."""
    window = opened(hand, panel("p.top"), letters("p.top", name="m")).window
    session = window.session
    session.select(1)
    box = window.fields.page.by_path["stamps.1.setting.face"]
    words = [box.itemText(k) for k in range(box.count())]
    assert any(word.startswith("Panel/cap · ") for word in words)
    session.edit(("stamps", 1, "setting", "face"), "Panel/cap", "face")
    hand.until_built()
    assert session.report.valid and not session.report.to_fix
    session.select(0)
    box = window.fields.page.by_path["stamps.0.setting.face"]
    assert not any("/cap" in box.itemText(k) for k in range(box.count()))
    session.undo()
    hand.until_built()
    assert session.job.stamps[1].setting.face == "p.top"


def test_a_word_round_a_hexagon_is_moved_by_hand(hand: Hand) -> None:
    """All twelve faces are one sheet; a drag in the part goes over its corners."""
    mark = Stamp(
        name="m", artwork=Text(text="ROUND THE CORNERS", height="6 mm"),
        setting=Setting(
            face="p.side_1", across="0 mm", up="0 mm", up_from="middle", rests_on="middle",
            held_by="middle", over="neighbours",
        ),
    )  # fmt: skip
    job = Job(blank=Blank(features=HEXAGON), stamps=(mark,))  # type: ignore[arg-type]
    window = hand.window
    window.session.begin(Document(job), None)
    hand.until_built()
    window.session.select(0)
    drag = window.drag
    chart = drag.preview.chart
    assert isinstance(chart, RunChart) and len(chart.faces) >= 9
    start = np.array(drag.preview.placed.origin)
    assert drag.begin_in_space(chart.to_space(start))
    for k in range(1, 13):
        drag.move_in_space(chart.to_space(start + [k * 1.5, 0.0]))
    drag.end()
    hand.until_built()
    report = window.session.report
    assert report.valid and not report.to_fix
    assert [s.built_by for s in report.stamps] == ["imprint"]


def test_text_on_the_wall_that_was_clicked(hand: Hand) -> None:
    """The wall is clicked in the part, then Ctrl+Shift+T, then the words are typed: the engine is
    asked what the wall is called."""
    window = opened(hand, block("p.top", across="0 mm")).window
    session = window.session
    session.select(-1)
    click(hand, spot(hand, (3.0, -8.0, 14.0)))
    assert session.selected == 0
    keys = Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier
    QTest.keyClick(window, Qt.Key.Key_T, keys)
    hand.until(lambda: len(session.job.stamps) == 2, "the text")
    assert session.job.stamps[1].setting.face == "Panel/wall 270°" and session.selected == 1
    QTest.keyClicks(window.fields.page.by_path["stamps.1.artwork.text"], "SIDE")
    hand.until(lambda: session.job.stamps[1].artwork.text == "SIDE", "the words")
    hand.until_built()
    assert session.report.valid and not session.report.to_fix
    assert [s.built_by for s in session.report.stamps] == ["imprint", "imprint"]
    box = window.fields.page.by_path["stamps.1.setting.face"]
    listed = [box.itemText(k).partition(" · ")[0] for k in range(box.count())]
    assert {f"Panel/wall {way}°" for way in (0, 90, 180, 270)} <= set(listed)
    assert window.sheet.chart is not None and window.sheet.chart.kind == "flat"
    click(hand, spot(hand, (-13.0, -8.0, 15.5)))  # the same wall, beside the words: it has a name
    assert session.selected == 0
    QTest.keyClick(window, Qt.Key.Key_T, keys)
    assert session.job.stamps[2].setting.face == "Panel/wall 270°"
