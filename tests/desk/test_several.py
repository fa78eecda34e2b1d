"""Several stamps chosen at once, figures typed while one drags, places of guides, the section's
plane: with mouse and keys, measured on the job that they make."""

from __future__ import annotations

import numpy as np
import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest

from tests.conftest import stamp, tank
from tests.desk.conftest import Hand
from tinstamp.artwork.outline import Array
from tinstamp.desk.sheet import sheet_paint
from tinstamp.desk.work.guide_spots import from_edge
from tinstamp.desk.work.line_up import LINES, line_up, with_gaps
from tinstamp.job.archive import Document
from tinstamp.job.features import Cone, Plate, Tube
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text
from tinstamp.job.setting import Guide
from tinstamp.setting.place import degrees_covered

LEFT, PLAIN = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
SHIFT = Qt.KeyboardModifier.ShiftModifier
PLACES = ((-30.0, 12.0), (-4.0, -9.0), (28.0, 3.0))


def plate(*places: tuple[float, float], **more: object) -> Job:
    part = Plate(name="p", length="120 mm", width="60 mm", thickness="4 mm")
    stamps = tuple(
        Stamp(
            name=f"s{k}",
            artwork=Text(text="HOT"[: k + 1] or "H", height=f"{4 + k} mm"),
            setting=Setting(face="p.top", across=f"{x:g} mm", up=f"{y:g} mm", **more),
        )
        for k, (x, y) in enumerate(places)
    )
    return Job(blank=Blank(features=(part,)), stamps=stamps)


def begin(hand: Hand, job: Job, index: int = 0) -> None:
    hand.window.session.begin(Document(job), None)
    hand.until_built()
    hand.window.session.select(index)
    hand.window.sheet.fit()
    hand.app.processEvents()


def bounds(hand: Hand, index: int) -> Array:
    shown = hand.window.drag.of(index)
    assert shown is not None
    return np.asarray(shown.placed.bounds)


def spot(hand: Hand, index: int) -> QPoint:
    """The pixel in the middle of a stamp on the sheet."""
    box, scale = bounds(hand, index), hand.window.sheet.scale
    assert scale is not None
    return scale.to_pixel(*((box[:2] + box[2:]) / 2)).toPoint()


def chosen(hand: Hand) -> tuple[int, ...]:
    return hand.window.drag.choice.indices


def test_shift_and_a_frame_choose_several_and_one_click_lets_go(hand: Hand) -> None:
    begin(hand, plate(*PLACES))
    sheet = hand.window.sheet
    QTest.mouseClick(sheet, LEFT, SHIFT, spot(hand, 2))
    assert chosen(hand) == (0, 2) and sheet.bar.isVisible()
    QTest.mouseClick(sheet, LEFT, SHIFT, spot(hand, 2))
    assert chosen(hand) == (0,) and not sheet.bar.isVisible()
    low, high = sheet.scale.to_pixel(-58, 28).toPoint(), sheet.scale.to_pixel(58, -28).toPoint()
    QTest.mousePress(sheet, LEFT, SHIFT, low)
    QTest.mouseMove(sheet, high)
    assert sheet.frame is not None
    QTest.mouseRelease(sheet, LEFT, SHIFT, high)
    assert chosen(hand) == (0, 1, 2)
    hand.window.session.select(1)
    assert chosen(hand) == (1,)
    hand.window.actions_by_name["choose all"].trigger()
    assert chosen(hand) == (0, 1, 2)


@pytest.mark.parametrize("seed", range(6))
def test_what_is_chosen_moves_together_and_comes_back_in_one_step(hand: Hand, seed: int) -> None:
    rng = np.random.default_rng(seed)
    places = [tuple(rng.uniform((-40, -18), (40, 18)).round(2)) for _ in range(3)]
    begin(hand, plate(*places))
    hand.window.drag.choice.take((0, 2), 0)
    before = [bounds(hand, k).copy() for k in range(3)]
    drag = hand.window.drag
    by = rng.uniform(-6, 6, 2)
    assert drag.begin("move", np.zeros(2))
    drag.move(by)
    drag.end()
    for k in range(3):
        moved = by if k != 1 else np.zeros(2)
        assert bounds(hand, k) == pytest.approx(before[k] + np.tile(moved, 2), abs=2e-3)
    hand.window.session.undo()
    for k in range(3):
        assert bounds(hand, k) == pytest.approx(before[k], abs=1e-9)


def test_on_a_cone_they_go_on_as_far_round_and_up(hand: Hand) -> None:
    part = Cone(name="c", base_diameter="60 mm", top_diameter="40 mm", height="40 mm")
    stamps = tuple(
        Stamp(name=f"s{k}", artwork=Text(text="OIL", height="4 mm"),
              setting=Setting(face="c.outer", across=f"{a} deg", up=f"{u} mm"))
        for k, (a, u) in enumerate(((0, 10), (70, 24)))
    )  # fmt: skip
    begin(hand, Job(blank=Blank(features=(part,)), stamps=stamps))
    hand.window.drag.choice.take((0, 1), 0)

    def told(k: int) -> tuple[float, float]:
        values = hand.window.session.resolved.values
        return values[f"stamps.{k}.setting.across"], values[f"stamps.{k}.setting.up"]

    before = [told(k) for k in (0, 1)]
    drag = hand.window.drag
    assert drag.begin("move", np.array(drag.preview.placed.origin))
    drag.move(np.array(drag.preview.placed.origin) + [5.0, 2.0])
    drag.end()
    by = [np.subtract(told(k), before[k]) for k in (0, 1)]
    assert by[0] == pytest.approx(by[1], abs=2e-3) and abs(by[0][0]) > 1


@pytest.mark.parametrize("name", list(LINES))
@pytest.mark.parametrize("seed", [1, 2])
def test_lines_are_where_the_stamp_in_hand_has_them(hand: Hand, name: str, seed: int) -> None:
    rng = np.random.default_rng(seed)
    places = [tuple(rng.uniform((-30, -15), (30, 15)).round(2)) for _ in range(4)]
    begin(hand, plate(*places), 1)
    hand.window.drag.choice.take((0, 1, 3), 1)
    still = bounds(hand, 1).copy(), bounds(hand, 2).copy()
    assert line_up(hand.window.session, hand.window.drag, name) == ""
    line = LINES[name]

    def at(k: int) -> float:
        if line.part is None:
            return float(hand.window.drag.of(k).placed.origin[line.axis])
        box = bounds(hand, k)
        low, high = box[line.axis], box[line.axis + 2]
        return float(low + line.part * (high - low))

    assert [at(0), at(3)] == pytest.approx([at(1)] * 2, abs=2e-3)
    assert bounds(hand, 1) == pytest.approx(still[0]) and bounds(hand, 2) == pytest.approx(still[1])


def test_lines_round_a_cone_are_degrees_and_heights(hand: Hand) -> None:
    part = Cone(name="c", base_diameter="60 mm", top_diameter="40 mm", height="40 mm")
    stamps = tuple(
        Stamp(name=f"s{k}", artwork=Text(text=t, height="4 mm"),
              setting=Setting(face="c.outer", across=f"{a} deg", up=f"{u} mm"))
        for k, (t, a, u) in enumerate((("OIL", 10, 10), ("WICK", 40, 24)))
    )  # fmt: skip
    begin(hand, Job(blank=Blank(features=(part,)), stamps=stamps))
    hand.window.drag.choice.take((0, 1), 0)
    assert line_up(hand.window.session, hand.window.drag, "left") == ""

    def left(k: int) -> float:
        shown = hand.window.drag.of(k)
        return min(a for a, _ in degrees_covered(shown.placed, shown.chart))

    assert left(1) == pytest.approx(left(0), abs=5e-3)


def test_gaps_between_chosen_stamps_are_made_equal(hand: Hand) -> None:
    begin(hand, plate((-40, 0), (-20, 0), (35, 0), (0, 20)))
    hand.window.drag.choice.take((0, 1, 2), 0)
    other = bounds(hand, 3).copy()
    assert with_gaps(hand.window.session, hand.window.drag, 0) == ""
    a, b, c = (bounds(hand, k) for k in range(3))
    assert b[0] - a[2] == pytest.approx(c[0] - b[2], abs=2e-3)
    assert bounds(hand, 3) == pytest.approx(other)


def test_what_cannot_be_lined_up_is_told(hand: Hand) -> None:
    begin(hand, plate(*PLACES))
    assert "two" in line_up(hand.window.session, hand.window.drag, "left")
    assert "three" in with_gaps(hand.window.session, hand.window.drag, 0)


def test_delete_and_off_are_for_all_that_are_chosen(hand: Hand) -> None:
    begin(hand, plate(*PLACES))
    window = hand.window
    window.drag.choice.take((0, 2), 0)
    window.ticket.switch_stamp()
    assert [s.on for s in window.session.job.stamps] == [False, True, False]
    window.ticket.switch_stamp()
    assert all(s.on for s in window.session.job.stamps)
    window.ticket.delete_stamp()
    assert [s.name for s in window.session.job.stamps] == ["s1"]


def test_a_figure_is_typed_while_it_drags(hand: Hand) -> None:
    begin(hand, plate(*PLACES))
    window, sheet = hand.window, hand.window.sheet
    sheet.setFocus()
    before = bounds(hand, 0).copy()
    start = spot(hand, 0)
    QTest.mousePress(sheet, LEFT, PLAIN, start)
    for k in range(1, 6):
        QTest.mouseMove(sheet, start + QPoint(4 * k, -3 * k))
    QTest.keyClicks(sheet, "12,5")
    QTest.keyClick(sheet, Qt.Key.Key_Tab)
    QTest.keyClicks(sheet, "-33")
    QTest.keyClick(sheet, Qt.Key.Key_Backspace)
    assert window.drag.asked == ("across 12,5 mm", "up -3 mm")
    QTest.keyClick(sheet, Qt.Key.Key_Return)
    QTest.mouseMove(sheet, start + QPoint(80, 80))  # the hand may go on: it was let go
    QTest.mouseRelease(sheet, LEFT, PLAIN, start)
    assert bounds(hand, 0) == pytest.approx(before + [12.5, -3.0] * 2, abs=2e-3)


def test_a_typed_turn_and_size(hand: Hand) -> None:
    begin(hand, plate(*PLACES))
    drag = hand.window.drag
    origin = np.array(drag.preview.placed.origin)
    assert drag.begin("turn", origin + [5.0, 0.0])
    drag.move(origin + [5.0, 1.0])
    for mark in "30":
        assert drag.type_key(mark)
    drag.end()
    assert hand.window.session.job.stamps[0].setting.turn == "30 deg"
    assert drag.begin("size", origin + [5.0, 0.0])
    drag.move(origin + [6.0, 0.0])
    assert drag.type_key("7") and not drag.type_key("x")
    drag.end()
    assert hand.window.session.job.stamps[0].artwork.height == "7 mm"


def test_escape_while_it_drags_puts_it_back_without_a_step(hand: Hand) -> None:
    begin(hand, plate(*PLACES))
    session, sheet = hand.window.session, hand.window.sheet
    session.edit(("stamps", 1, "relief", "depth"), "0.5 mm", "depth")
    job, label = session.job, session.history.undo_label
    start = spot(hand, 0)
    QTest.mousePress(sheet, LEFT, PLAIN, start)
    for k in range(1, 6):
        QTest.mouseMove(sheet, start + QPoint(5 * k, 0))
    assert session.job is not job
    QTest.keyClick(sheet, Qt.Key.Key_Escape)
    QTest.mouseRelease(sheet, LEFT, PLAIN, start)
    assert session.job is job
    assert (session.history.undo_label, session.history.redo_label) == (label, None)


GUIDES = {
    "line": Guide(kind="line", direction="20 deg", length="30 mm"),
    "arc": Guide(kind="arc", radius="20 mm", span="140 deg"),
    "edge": Guide(kind="edge", inset="6 mm"),
    "drawn": Guide(kind="drawn"),
}


@pytest.mark.parametrize("kind", GUIDES)
def test_places_of_a_guide_are_where_the_hand_pulls_them(hand: Hand, kind: str) -> None:
    job = plate((0.0, 0.0))
    setting = job.stamps[0].setting.model_copy(update={"guide": GUIDES[kind]})
    stamps = (job.stamps[0].model_copy(update={"setting": setting}),)
    begin(hand, job.model_copy(update={"stamps": stamps}))
    sheet = hand.window.sheet
    assert len(sheet.guide_spots()) == {"line": 2, "arc": 1, "edge": 1, "drawn": 3}[kind]
    for number in range(len(sheet.guide_spots())):
        held = sheet.guide_spots()[number]
        to = held.at + [2.0, 3.0]
        pixels = [sheet.scale.to_pixel(*at).toPoint() for at in (held.at, to)]
        QTest.mousePress(sheet, LEFT, PLAIN, pixels[0])
        QTest.mouseMove(sheet, pixels[0] + (pixels[1] - pixels[0]) / 2)
        QTest.mouseMove(sheet, pixels[1])
        QTest.mouseRelease(sheet, LEFT, PLAIN, pixels[1])
        to = sheet.scale.to_sheet(QPointF(pixels[1]))
        line = hand.window.drag.preview.placed.guide
        away = float(np.linalg.norm(line - to, axis=1).min())
        step = float(np.linalg.norm(np.diff(line, axis=0), axis=1).max())
        assert away < step / 2 + 0.05, (held.what, away)  # the guide goes through the hand
    hand.window.session.undo()


def test_how_far_in_from_an_edge(hand: Hand) -> None:
    begin(hand, plate((0.0, 0.0)))
    chart = hand.window.session.charts["p.top"]
    assert from_edge(chart, 0, np.array([0.0, 25.0])) == pytest.approx(5.0)
    assert from_edge(chart, 0, np.array([0.0, 35.0])) == 0.0
    begin(hand, tank(stamp(text="OIL")))
    chart = hand.window.session.charts["tank.outer"]
    assert from_edge(chart, 0, np.array([9.0, 7.0])) == pytest.approx(7.0)
    assert from_edge(chart, 1, np.array([9.0, 40.0])) == pytest.approx(6.0)


def test_the_plane_of_a_section_is_pulled_and_measured_there(hand: Hand) -> None:
    part = Tube(name="t", outer_diameter="60 mm", wall="3 mm", height="30 mm")
    of = Stamp(name="s", artwork=Text(text="IO", height="8 mm"),
               setting=Setting(face="t.outer", across="0 deg", up="15 mm"))  # fmt: skip
    begin(hand, Job(blank=Blank(features=(part,)), stamps=(of,)))
    window, sheet = hand.window, hand.window.sheet
    window.show_view("section")
    placed = window.drag.preview.placed
    hand.until(lambda: bool(window.part.figures.lines), "figures")
    knob = sheet_paint.cut_knob(sheet)
    bar = placed.regions[0].bounds  # the I: cut through it a wall shows its width
    to = sheet.scale.to_pixel(float(bar[0] + bar[2]) / 2, 0.0)
    QTest.mousePress(sheet, LEFT, PLAIN, knob.toPoint())
    QTest.mouseMove(sheet, QPoint(round(to.x()), round(knob.y())))
    QTest.mouseRelease(sheet, LEFT, PLAIN, QPoint(round(to.x()), round(knob.y())))
    assert not window.part.figures.lines  # those of before are not shown as of now
    hand.until(lambda: bool(window.part.figures.lines), "figures")
    depth = next(x for x in window.part.figures.lines if x.words.startswith("depth"))
    assert depth.value == pytest.approx(0.4, abs=1e-3)
    plane = window.part.scene._section
    middle = window.drag.preview.chart.to_space(np.array([(bar[0] + bar[2]) / 2, 15.0]))
    assert plane.DistanceToPlane(middle) == pytest.approx(0.0, abs=0.2)  # a pixel
    window.part.setFocus()
    before = float(window.drag.cut.at(placed)[0])
    QTest.keyClick(window.part, Qt.Key.Key_Right, SHIFT)
    assert float(window.drag.cut.at(placed)[0]) == pytest.approx(before + 0.25)
    window.show_view("whole")
    assert sheet_paint.cut_knob(sheet) is None
