"""The window of the whole proof, and the measures in colours on sheet and part, by hand."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QInputDialog, QMessageBox

from tests.desk.conftest import Hand
from tinstamp.desk.dialogs.proof.proof_window import ProofWindow
from tinstamp.desk.part.scene import Hit
from tinstamp.desk.sheet.sheet_field import coloured, draped, ends_of, shades_of
from tinstamp.job import process_shelf
from tinstamp.job.face_name import StampFace
from tinstamp.proofing.fields import FIELDS
from tinstamp.proofing.processes import PROCESSES
from tinstamp.proofing.standards.clause import STANDARDS


@pytest.fixture
def proof(opened: Hand) -> ProofWindow:
    """The window of the proof beside the desk with the tank, its first stamp chosen."""
    opened.window.session.select(0)
    opened.until_built()
    QTest.mouseClick(opened.window.proof.whole, Qt.MouseButton.LeftButton)
    assert opened.window.proof_window is not None
    opened.until(lambda: opened.window.proof_window.isVisible(), "seen")  # type: ignore[union-attr]
    return opened.window.proof_window


def words_of(table, row: int) -> list[str]:  # type: ignore[no-untyped-def]
    return [table.item(row, c).text() for c in range(table.columnCount())]


def test_findings_are_told_with_figures_and_mended_by_a_click(
    opened: Hand, proof: ProofWindow
) -> None:
    tab, session = proof.findings, opened.window.session
    assert tab.state.text().startswith("No findings")
    session.edit(("stamps", 0, "relief", "depth"), "1.2 mm", "")
    assert "before the last change" in tab.state.text() or not tab.table.rowCount()
    opened.until_built()
    assert words_of(tab.table, 0)[1:] == [
        session.job.stamps[0].name, "wall left 0.40 mm, limit 0.80 mm", "0.40 mm", "0.80 mm"
    ]  # fmt: skip
    (button, *others) = tab.remedies
    assert button.isVisible() and not any(other.isVisible() for other in others)
    QTest.mouseClick(tab.go, Qt.MouseButton.LeftButton)
    assert session.selected == 0
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    opened.until_built()
    assert (
        tab.state.text().startswith("No findings")
        and session.job.stamps[0].relief.depth != "1.2 mm"
    )


def test_a_finding_is_accepted_with_a_name_and_a_reason_and_taken_back(
    opened: Hand, proof: ProofWindow
) -> None:
    tab, session = proof.findings, opened.window.session
    session.edit(("stamps", 0, "relief", "depth"), "1.2 mm", "")
    opened.until_built()
    assert not tab.accept_it.isEnabled()
    QTest.keyClicks(tab.by, "Wick")
    assert not tab.accept_it.isEnabled()
    QTest.keyClicks(tab.reason, "tried on ten")
    QTest.mouseClick(tab.accept_it, Qt.MouseButton.LeftButton)
    opened.until_built()
    (word,) = session.job.accepted
    assert (word.by, word.reason, word.measured) == ("Wick", "tried on ten", pytest.approx(0.4))
    assert "accepted by Wick" in words_of(tab.table, 0)[2]
    assert session.report is not None and session.report.findings[0].level == "note"
    QTest.mouseClick(tab.take_back, Qt.MouseButton.LeftButton)
    opened.until_built()
    assert not session.job.accepted and session.report.findings[0].level == "look"
    session.undo()
    assert session.job.accepted == (word,)


def test_the_process_changes_the_limits_and_one_undo_takes_it_back(
    opened: Hand, proof: ProofWindow
) -> None:
    session, tab = opened.window.session, proof.process
    proof.tabs.setCurrentWidget(tab)
    assert tab.process.count() == len(PROCESSES)
    tab.process.setCurrentIndex(tab.process.findData("sand"))
    tab.process.activated.emit(tab.process.currentIndex())
    opened.until_built()
    assert session.job.process == "sand"
    rows = {
        words_of(tab.limits, r)[0]: words_of(tab.limits, r) for r in range(tab.limits.rowCount())
    }
    assert rows["Capitals"][1] == "6 mm" and "grain of the sand" in rows["Capitals"][2]
    assert any(f.check == "shallow relief" for f in session.report.findings)  # type: ignore[union-attr]
    session.undo()
    assert session.job.process == ""
    assert tab.process.currentData() == ""


def test_a_limit_is_typed_and_what_is_wrong_with_it_told(opened: Hand, proof: ProofWindow) -> None:
    session, tab = opened.window.session, proof.process
    proof.tabs.setCurrentWidget(tab)
    at = next(r for r in range(tab.limits.rowCount()) if words_of(tab.limits, r)[0] == "Wall left")
    tab.limits.item(at, 1).setText("tank.wall / 2")
    assert session.job.limits == {"least_wall": "tank.wall / 2"}
    tab.limits.item(at, 1).setText("nonsense +")
    opened.until_settled()
    assert "limits.least_wall" in session.resolved.errors
    tab.limits.item(at, 1).setText("")
    assert session.job.limits == {} and words_of(tab.limits, at)[1] == "0.8 mm"


def test_all_processes_are_asked_side_by_side(opened: Hand, proof: ProofWindow) -> None:
    session, tab = opened.window.session, proof.every
    proof.tabs.setCurrentWidget(tab)
    assert not tab.ask.isEnabled(), "it is asked at once"
    opened.until(lambda: tab.ask.isEnabled(), "answered")
    rows = [words_of(tab.sides, r) for r in range(tab.sides.rowCount())]
    assert [row[0] for row in rows] == [p.title for k, p in PROCESSES.items() if k]
    laser = next(row for row in rows if row[0] == "Laser engraving")
    assert laser[1:3] == ["0", "0"] and laser[3] == "no findings"
    assert "14 processes can make it" in tab.answer.text() and tab.sides.isEnabled()
    session.edit(("stamps", 0, "artwork", "height"), "9 mm", "")
    assert "ask again" in tab.answer.text() and not tab.sides.isEnabled()
    opened.until_built()
    QTest.mouseClick(tab.ask, Qt.MouseButton.LeftButton)
    opened.until(lambda: tab.ask.isEnabled(), "answered")
    assert tab.sides.isEnabled() and "ask again" not in tab.answer.text()
    session.undo()
    assert "ask again" in tab.answer.text()
    session.redo()
    assert "can make it" in tab.answer.text() and tab.sides.isEnabled()


def test_a_process_is_copied_changed_shelved_and_left_out(
    opened: Hand, proof: ProofWindow, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    session, tab = opened.window.session, proof.process
    proof.tabs.setCurrentWidget(tab)
    monkeypatch.setattr(process_shelf, "folder", lambda: tmp_path)
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: ("ours", True))
    complaints: list[str] = []
    monkeypatch.setattr(QMessageBox, "exec", lambda box: complaints.append(box.informativeText()))
    tab.leave_out()
    tab.put_on_shelf()
    assert len(complaints) == 2
    tab.copy()
    assert session.job.process == "ours" and [x.name for x in session.job.processes] == ["ours"]
    at = next(r for r in range(tab.limits.rowCount()) if words_of(tab.limits, r)[0] == "Gap")
    tab.limits.item(at, 1).setText("0.5 mm")
    assert session.job.processes[0].limits == {"least_gap": "0.5 mm"} and not session.job.limits
    assert session.resolved.of("limits", "least_gap") == 0.5
    tab.put_on_shelf()
    tab.leave_out()
    assert not session.job.processes and session.job.process == ""
    tab._fill_shelf()
    assert [action.text() for action in tab.shelf.actions()] == ["ours"]
    tab.shelf.actions()[0].trigger()
    assert session.job.process == "ours" and session.resolved.of("limits", "least_gap") == 0.5
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: ("Milling", True))
    tab.copy()
    assert "a process of the program" in complaints[-1]


def test_a_stamp_has_a_process_of_its_own_whose_limits_stay(
    opened: Hand, proof: ProofWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    session, tab = opened.window.session, proof.process
    proof.tabs.setCurrentWidget(tab)
    tab.own.setCurrentIndex(tab.own.findData("laser"))
    tab.own.activated.emit(tab.own.currentIndex())
    assert session.job.stamps[0].process == "laser" and "this stamp" in tab.told.text()
    complaints: list[str] = []
    monkeypatch.setattr(QMessageBox, "exec", lambda box: complaints.append(box.informativeText()))
    tab.limits.item(0, 1).setText("9 mm")
    assert complaints and not session.job.limits
    tab.pull.setCurrentIndex(tab.pull.findData("z"))
    tab.pull.activated.emit(tab.pull.currentIndex())
    assert session.job.pull == "z"


def test_standards_stand_beside_what_the_stamp_has(opened: Hand, proof: ProofWindow) -> None:
    session, tab = opened.window.session, proof.standards
    proof.tabs.setCurrentWidget(tab)
    assert tab.list.count() == len(STANDARDS)
    first = tab.list.item(0)
    tab.list.setCurrentItem(first)
    rows = [words_of(tab.table, r) for r in range(tab.table.rowCount())]
    assert rows[0] == ["703.2.1", "raised at least 0.8 mm (1/32 in)", "not raised", "not met"]
    first.setCheckState(Qt.CheckState.Checked)
    assert session.job.stamps[0].standards == ("ADA 703.2",)
    opened.until_built()
    assert any(f.check == "standard" for f in session.report.findings)  # type: ignore[union-attr]
    first.setCheckState(Qt.CheckState.Unchecked)
    assert session.job.stamps[0].standards == ()
    session.select(-1)
    assert "Choose a stamp" in tab.title.text()


def test_time_and_cost_are_reckoned_and_what_would_fit_is_tried(
    opened: Hand, proof: ProofWindow
) -> None:
    session, tab = opened.window.session, proof.effort
    proof.tabs.setCurrentWidget(tab)
    tab.process.setCurrentIndex(tab.process.findData("laser"))
    tab.process.activated.emit(tab.process.currentIndex())
    opened.until(
        lambda: "lines" in [words_of(tab.table, r)[0] for r in range(tab.table.rowCount())]
    )
    assert tab.total.text().split()[1] == "min," and "an hour costs 50" in tab.assumed.text()
    tab.hour.setText("much")
    tab.hour.editingFinished.emit()
    assert tab.total.text() == "an hour costs a number"
    QTest.mouseClick(tab.ask, Qt.MouseButton.LeftButton)
    opened.until(lambda: tab.use_size.isVisible(), "tried")
    before = session.resolved.of("stamps", 0, "artwork", "height")
    assert "in the way of more" in tab.largest.text()
    QTest.mouseClick(tab.use_size, Qt.MouseButton.LeftButton)
    assert session.resolved.of("stamps", 0, "artwork", "height") > before
    assert not tab.use_size.isVisible(), "what was told for another size is not offered again"
    opened.until_built()
    assert not [f for f in session.report.findings if f.level == "fix"]  # type: ignore[union-attr]


def test_the_place_of_a_finding_is_shown_with_its_measure_in_both_views(
    opened: Hand, proof: ProofWindow
) -> None:
    session, tab, sheet = opened.window.session, proof.findings, opened.window.sheet
    session.edit(("stamps", 0, "artwork", "height"), "1.2 mm", "")
    opened.until_built()
    QTest.mouseClick(tab.go, Qt.MouseButton.LeftButton)
    found = tab.chosen
    assert found is not None and found.check == "thin stroke" and len(found.span) == 2
    (a, b), wide = found.span, found.measured
    assert np.hypot(b[0] - a[0], b[1] - a[1]) == pytest.approx(wide, rel=0.05)
    assert sheet.spot == pytest.approx(found.where[0]) and sheet.span == found.span
    assert sheet.span_words == f"{wide:.2f} mm"
    sheet.grab()
    assert opened.window.part.scene._lines.GetVisibility()
    session.edit(("stamps", 0, "artwork", "height"), "6 mm", "")
    assert not opened.window.part.scene._lines.GetVisibility(), "it is not there any more"
    opened.until_built()
    assert sheet.spot is None and not sheet.span


# -- in colours


def test_a_map_is_shown_and_goes_with_what_it_was_measured_on(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.select(0)
    opened.until_built()
    session.map.show("wall")
    assert session.map.field is None and "being measured" in session.map.words
    opened.until(lambda: session.map.field is not None, "measured")
    field = session.map.field
    assert field is not None and field.values == pytest.approx(1.2, abs=1e-6)
    assert window.part.scene._tint.GetVisibility()
    session.edit(("stamps", 0, "relief", "depth"), "0.6 mm", "")
    assert session.map.field is None, "what was measured before is not shown as true"
    opened.until(lambda: session.map.field is not None, "measured anew")
    assert session.map.field.values == pytest.approx(1.0, abs=1e-6)  # type: ignore[union-attr]
    session.select(-1)
    assert session.map.field is None and "choose a stamp" in session.map.words
    session.show_stretch(None)
    assert session.map.kind is None and session.map.words == ""


def test_the_value_under_the_pointer_is_told_and_a_key_finds_the_worst(opened: Hand) -> None:
    window, session, sheet = opened.window, opened.window.session, opened.window.sheet
    session.select(0)
    opened.until_built()
    session.map.show("stroke")
    opened.until(lambda: session.map.field is not None, "measured")
    field = session.map.field
    assert field is not None and field.worst is not None and sheet.scale is not None
    x, y = field.sheet[field.worst].tolist()
    spot = sheet.scale.to_pixel(x, y).toPoint()
    QTest.mouseMove(sheet, spot)
    opened.until(lambda: sheet.value_here is not None, "told")
    assert sheet.value_here == pytest.approx(float(field.values.min()), abs=0.2)
    QTest.mouseMove(sheet, QPoint(3, 3))
    opened.until(lambda: sheet.value_here is None, "nothing there")
    window.actions_by_name["worst place"].trigger()
    assert sheet.spot == pytest.approx((x, y))
    sheet.grab()


def test_every_map_can_be_chosen_and_painted(opened: Hand) -> None:
    session = opened.window.session
    session.select(0)
    opened.until_built()
    for kind in FIELDS:
        session.map.show(kind)
        opened.until(lambda k=kind: session.map.field is not None and session.map.field.kind == k)  # type: ignore[union-attr,misc]
        field = session.map.field
        assert field is not None
        opened.window.sheet.grab()
        if len(field.values):
            points, triangles, colours = draped(field)
            assert len(triangles) == len(colours) and np.isfinite(points).all()
            low, high = ends_of(field)
            shades = coloured(field, np.array([low, high]))
            assert shades[0].tolist() != shades[1].tolist()
            assert [at for at, _ in shades_of(field)] == sorted(at for at, _ in shades_of(field))


def test_the_section_has_its_figures_and_they_go_with_the_part(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.select(0)
    opened.until_built()
    window.show_view("section")
    figures = window.part.figures
    opened.until(lambda: bool(figures.lines), "measured")
    told = {line.words: line.told for line in figures.lines}
    assert told["depth"] == "depth 0.40 mm" and told["wall left"] == "wall left 1.20 mm"
    window.part.grab()
    assert window.part.scene._lines.GetVisibility()
    session.edit(("stamps", 0, "relief", "depth"), "0.6 mm", "")
    assert not figures.lines, "what was measured before is not shown as true"
    opened.until(lambda: bool(figures.lines), "measured anew")
    assert {line.words: line.told for line in figures.lines}["depth"] == "depth 0.60 mm"
    window.show_view("whole")
    assert not figures.lines


def test_the_value_on_the_part_is_told_where_the_pointer_is(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.select(0)
    opened.until_built()
    session.map.show("depth")
    opened.until(lambda: session.map.field is not None, "measured")
    field = session.map.field
    assert field is not None
    name = StampFace(session.job.stamps[0].name, "cap")
    window.part._set_hover(Hit(name, field.space[5]))
    assert window.part.told.endswith(" · Depth 0.40 mm")
    window.part._set_hover(Hit(name, field.space[5] + 40.0))
    assert window.part.told.endswith("cap of the stamp")
    window.part._set_hover(None)
