"""What a finding says to change is a button that changes it, in one step back."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from tests.desk.conftest import Hand


def test_the_worst_finding_is_met_by_a_click_and_one_undo_takes_it_back(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.edit(("stamps", 0, "relief", "depth"), "tank.wall * 0.75", "")
    opened.until_built()
    assert "wall left 0.40 mm" in window.proof.worst.text()
    button = window.proof.remedy
    assert button.isVisible() and button.text() == "Depth 0.80 mm instead of 1.20"
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)
    assert session.job.stamps[0].relief.depth == "tank.wall * 0.75 - 0.4 mm"
    assert not button.isVisible(), "what was found before is not offered again"
    opened.until_built()
    assert session.report is not None and not session.report.findings
    assert window.proof.worst.text() == "no findings" and not button.isVisible()
    session.undo()
    assert session.job.stamps[0].relief.depth == "tank.wall * 0.75"


def test_every_finding_of_the_list_has_its_change_below_it(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.edit(("stamps", 0, "artwork", "height"), "1.2 mm", "")
    opened.until_built()
    menu = window.proof.counts["fix"].menu()
    words = [action.text() for action in menu.actions()]
    assert len(words) == 2 and "thinnest stroke" in words[0] and "Change it: letters" in words[1]
    menu.actions()[1].trigger()
    opened.until_built()
    assert session.report is not None and not session.report.to_fix


def test_a_change_to_a_field_that_is_gone_is_told(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.edit(("stamps", 0, "relief", "depth"), "1.2 mm", "")
    opened.until_built()
    (finding,) = session.report.findings  # type: ignore[union-attr]
    heard: list[str] = []
    session.failed.connect(heard.append)
    session.edit(("stamps", 0, "relief", "make"), "mark", "")
    window.mend(finding.remedies[0])
    assert heard == ["What was to be changed is not there any more"]
