"""The steps of an empty job; the order of a long ticket; a part beside a former state."""

from __future__ import annotations

import numpy as np
import pytest
from PySide6.QtCore import QSettings, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton

from tests.conftest import stamp, tank
from tests.desk.conftest import Hand
from tests.desk.test_several import begin, plate
from tinstamp.desk.dialogs.before_dialog import BeforeDialog
from tinstamp.desk.ticket.lead import STEPS
from tinstamp.desk.ticket.order import rows, steps_in
from tinstamp.job.difference import Change, differences
from tinstamp.job.model import Job, changed
from tinstamp.job.resolve import resolve
from tinstamp.proofing.finding import Finding

LEFT = Qt.MouseButton.LeftButton


def press(hand: Hand, words: str) -> None:
    QTest.mouseClick(hand.window.ticket.lead.buttons[words], LEFT)
    hand.app.processEvents()


def test_an_empty_job_leads_through_its_steps(hand: Hand) -> None:
    window, lead = hand.window, hand.window.ticket.lead
    window.files.new()
    hand.until_built()
    assert lead.isVisible() and lead.at == 0
    press(hand, "Go on with this one")
    assert lead.at == 1
    window.face_clicked("tube.outer")
    assert lead.at == 2
    press(hand, "+ Stamp")
    hand.until(lambda: bool(window.session.job.stamps), "a stamp")
    assert lead.at == 2  # nothing was typed yet
    hand.write(hand.field("stamps.0.artwork.text"), "OIL")
    hand.until(lambda: lead.at == 3, "the relief")
    press(hand, "Show the depth")
    assert QApplication.focusWidget() is hand.field("stamps.0.relief.depth")
    press(hand, "It is right")
    assert lead.at == 4
    window.session.wrote.emit([])
    assert lead.at == len(STEPS) and not lead.isVisible()


def test_it_goes_on_by_itself_and_leaves_for_good_when_not_wanted(
    hand: Hand, settings: QSettings
) -> None:
    window, lead = hand.window, hand.window.ticket.lead
    window.files.new()
    hand.until_built()
    window.session.edit(("blank", "features", 0, "outer_diameter"), "50 mm", "diameter")
    assert lead.at == 1
    press(hand, "Not wanted")
    assert not lead.isVisible()
    window.session.saved = window.session.document
    window.files.new()
    assert not lead.isVisible()
    assert settings.value("lead/not wanted") in (True, "true")


def test_a_job_with_stamps_is_not_led(opened: Hand) -> None:
    assert not opened.window.ticket.lead.isVisible()


def finding(level: str, name: str) -> Finding:
    return Finding(level, "least wall", name, "told")  # type: ignore[arg-type]


def test_cards_stand_by_face_or_worst_first() -> None:
    job = plate(*((float(k), 0.0) for k in range(5)))
    moved = changed(job, ("stamps", 1, "setting", "face"), "p.bottom")
    worst = {"s3": finding("fix", "s3"), "s0": finding("note", "s0"), "s4": finding("fix", "s4")}
    assert rows(moved, "made", lambda s: worst.get(s.name)) == [-1, 0, 1, 2, 3, 4]
    by_face = rows(moved, "face", lambda s: worst.get(s.name))
    assert by_face == [-1, "p.top · 4", 0, 2, 3, 4, "p.bottom · 1", 1]
    by_worst = rows(moved, "worst", lambda s: worst.get(s.name))
    assert by_worst == [-1, "To fix · 2", 3, 4, "Notes · 1", 0, "Without findings · 2", 1, 2]


def test_cards_stand_in_by_what_they_lie_on() -> None:
    job = plate((0.0, 0.0), (1.0, 0.0), (2.0, 0.0))
    job = changed(job, ("stamps", 1, "setting", "face"), "s0/cap")
    job = changed(job, ("stamps", 2, "setting", "face"), "s1/cap")
    assert [steps_in(job, k) for k in range(3)] == [0, 1, 2]
    circle = changed(job, ("stamps", 0, "setting", "face"), "s2/cap")
    assert steps_in(circle, 0) <= 3  # such a job is told as wrong, and drawn all the same


def test_the_order_of_a_long_ticket_is_kept_and_its_cards_still_choose(
    hand: Hand, settings: QSettings
) -> None:
    begin(hand, plate(*((16.0 * k - 48.0, 15.0 * (-1) ** k) for k in range(7))))
    ticket = hand.window.ticket
    assert ticket.order_box.isVisible()
    ticket.order_box.setCurrentIndex(1)
    assert settings.value("ticket/order") == "face"
    assert ticket.rows[1] == "p.top · 7" and ticket.row_of(3) == 5
    ticket.list.setCurrentRow(5)
    assert hand.window.session.selected == 3
    ticket.list.setCurrentRow(5)
    QTest.keyClick(ticket.list, Qt.Key.Key_Up, Qt.KeyboardModifier.AltModifier)
    assert [s.name for s in hand.window.session.job.stamps] == [f"s{k}" for k in range(7)]
    begin(hand, plate((0.0, 0.0), (20.0, 0.0)))
    assert ticket.order == "made" and not ticket.order_box.isVisible()


def differ(before: Job, after: Job) -> list[Change]:
    return differences(before, after, resolve(before), resolve(after))


def test_differences_are_told_field_by_field_with_what_formulas_give() -> None:
    before = tank(stamp(text="OIL"))
    after = changed(before, ("stamps", 0, "relief", "depth"), "0.6 mm")
    after = changed(after, ("stamps", 0, "setting", "across"), "12 deg")
    after = changed(after, ("stamps", 0, "relief", "make"), "emboss")
    name = before.stamps[0].name
    assert differ(before, before) == []
    assert differ(before, after) == [
        Change(name, "Across", "0°", "12°"),
        Change(name, "Make", "Engrave", "Emboss"),
        Change(name, "Depth", differ(before, after)[2].before, "0.6 mm"),
    ]
    both = after.model_copy(update={"stamps": (*after.stamps, stamp(text="NEW").model_copy(
        update={"name": "another"}))})  # fmt: skip
    assert Change("another", "stamp", "", "new") in differ(after, both)
    assert Change("another", "stamp", "there", "gone") in differ(both, after)


@pytest.mark.parametrize("seed", range(12))
def test_every_change_of_random_fields_is_told_and_nothing_else(seed: int) -> None:
    rng = np.random.default_rng(seed)
    before = plate(*((float(k), 0.0) for k in range(4)))
    after, expected = before, set()
    for index in rng.choice(4, rng.integers(1, 4), replace=False).tolist():
        figure = f"{round(rng.uniform(0.41, 0.9), 2):g} mm"
        after = changed(after, ("stamps", index, "relief", "depth"), figure)
        expected.add((f"s{index}", "Depth", figure))
    assert {(c.of, c.what, c.after) for c in differ(before, after)} == expected


def test_the_part_stands_beside_what_it_was_with_volumes_and_findings(hand: Hand) -> None:
    begin(hand, tank(stamp(text="OIL", depth="0.4 mm")))
    session = hand.window.session
    hand.until(lambda: session.pictures.of(session.job) is not None, "a picture held")
    before = sum(body.volume for body in session.report.bodies)
    session.edit(("stamps", 0, "relief", "depth"), "1.5 mm", "change depth")
    hand.until_built()
    hand.until(lambda: session.report is not None and not session.stale_report, "a report")
    after = sum(body.volume for body in session.report.bodies)
    dialog = BeforeDialog(session, hand.window.part.scene, hand.window)
    told = [[dialog.table.item(r, c).text() for c in range(4)]
            for r in range(dialog.table.rowCount())]  # fmt: skip
    assert dialog.told[0].text() == f"before: {before:.3f} mm³"
    assert dialog.told[1].text() == f"now: {after:.3f} mm³"
    name = session.job.stamps[0].name
    assert [name, "Depth", "0.4 mm", "1.5 mm"] in told
    assert any(row[1] == "finding" and "wall left 0.1" in row[3] for row in told)
    volumes = next(row for row in told if row[1] == "volume of the relief")
    assert float(volumes[3].split()[0]) < float(volumes[2].split()[0]) < 0
    assert not dialog.pictures[0].pixmap().isNull() and not dialog.pictures[1].pixmap().isNull()
    dialog.close()


def test_the_start_page_tells_what_the_last_version_changed(hand: Hand) -> None:
    window = hand.window
    window.files.show_start()
    news = next(b for b in window.files.start.findChildren(QPushButton) if "new in" in b.text())
    QTest.mouseClick(news, LEFT)
    assert window.guide_window is not None and window.guide_window.page is not None
    assert window.guide_window.page.title == "What is new"
