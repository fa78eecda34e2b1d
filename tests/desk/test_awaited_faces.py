"""A part of many freeform faces in the window: a face is laid out when it is clicked."""

from __future__ import annotations

from pathlib import Path

import pytest
from benchmarks.parts import lens, lofted
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog

from tests.conftest import ROOT
from tests.core.test_step_in import document, step, taken
from tests.desk.conftest import Hand
from tests.desk.test_inks import MARK, answer
from tinstamp.chart.joint import Faces
from tinstamp.desk.dialogs.ink_dialog import InkDialog
from tinstamp.desk.work.part_files import AS_READ
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job


def awaited(hand: Hand) -> frozenset[str]:
    return Faces.of(hand.window.session.charts).awaited


def opened_part(hand: Hand, tmp_path: Path) -> None:
    data = step(lofted(9, 5), tmp_path)
    feature, _ = taken(data)
    hand.window.session.begin(document(feature, data), None)
    hand.until_built()


def test_a_face_is_laid_out_when_it_is_clicked(hand: Hand, tmp_path: Path) -> None:
    opened_part(hand, tmp_path)
    session, part = hand.window.session, hand.window.part
    hand.until(lambda: len(awaited(hand)) == 9, "the plain faces come by themselves")
    middle = QPointF(part.width() / 2, part.height() / 2).toPoint()
    QTest.mouseClick(part, Qt.MouseButton.LeftButton, pos=middle)
    assert session.face is not None and session.kinds[session.face] == "freeform"
    face = session.face
    hand.until(lambda: face in session.charts, "the clicked face is laid out")
    assert face not in awaited(hand)
    low_x, low_y, high_x, high_y = session.charts[face].bounds
    assert high_x - low_x > 5 and high_y - low_y > 5
    before = awaited(hand)
    hand.app.processEvents()
    assert awaited(hand) == before and before, "the others still wait"


def test_a_stamp_is_put_on_a_face_that_was_not_laid_out(hand: Hand, tmp_path: Path) -> None:
    opened_part(hand, tmp_path)
    session = hand.window.session
    face = sorted(n for n in awaited(hand) if session.kinds[n] == "freeform")[0]
    session.pick_face(face)
    hand.window.add_stamp()
    hand.until(lambda: bool(session.job.stamps), "the stamp waits for its face")
    assert len(session.job.stamps) == 1 and session.job.stamps[0].setting.face == face
    hand.until_built()
    assert session.report is not None and session.report.stamps
    chosen = hand.window.fields.page.by_path["stamps.0.setting.face"]
    assert chosen.count() == 11, "all faces are offered, also those that wait"


def test_a_logo_for_such_a_face_comes_with_its_file_in_one_step(
    hand: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    opened_part(hand, tmp_path)
    session = hand.window.session
    seen: list[str] = []

    def told() -> None:
        seen.extend(f.message for f in (session.report.findings if session.report else ()))

    session.report_changed.connect(told)
    face = sorted(n for n in awaited(hand) if session.kinds[n] == "freeform")[0]
    session.pick_face(face)
    path = str(ROOT / "demo" / "emblem.svg")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (path, ""))
    hand.window.ticket.add_logo.emit()
    hand.until(lambda: bool(session.job.stamps), "the stamp waits for its face")
    assert session.job.stamps[0].setting.face == face
    assert session.job.stamps[0].artwork.digest in session.document.logos
    hand.until_built()
    assert not any("not within the job" in words for words in seen)
    session.undo()
    assert not session.job.stamps


def test_a_stamp_for_each_ink_of_a_logo_also_on_such_a_face(
    hand: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    opened_part(hand, tmp_path)
    session = hand.window.session
    session.pick_face(sorted(n for n in awaited(hand) if session.kinds[n] == "freeform")[0])
    (tmp_path / "mark.svg").write_text(MARK)
    path = str(tmp_path / "mark.svg")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (path, ""))

    def work(dialog: InkDialog) -> None:
        dialog.each.setChecked(True)
        dialog.accept()

    answer(work)
    hand.window.ticket.add_logo.emit()
    hand.until(lambda: len(session.job.stamps) == 2, "a stamp for each ink")


def test_a_stamp_waits_for_a_part_that_is_still_to_be_made(hand: Hand) -> None:
    session = hand.window.session
    hand.window.files.new()
    assert not session.charts and session.building
    hand.window.add_stamp()
    assert not session.job.stamps
    hand.until(lambda: bool(session.job.stamps), "it waits for the part")
    assert session.job.stamps[0].setting.face in session.charts
    assert hand.window.fields.page is not None


def test_a_stamp_on_a_part_that_is_not_there_is_told(hand: Hand) -> None:
    session = hand.window.session
    told: list[str] = []
    session.failed.connect(told.append)
    session.begin(Document(Job(blank=Blank(features=(Plate(name="plate", length="-4 mm"),)))), None)
    hand.window.add_stamp()
    hand.until(lambda: bool(told), "it waits for the build, and is told")
    assert told == ["there is no face for a stamp: the part could not be made"]
    hand.window.add_stamp()
    assert len(told) == 2 and not session.job.stamps


def test_a_part_is_seen_before_its_faces_have_names(hand: Hand, tmp_path: Path) -> None:
    """And when all its faces are freeform ones, which wait, one can still be clicked and marked."""
    step(lens(3), tmp_path)
    window, session = hand.window, hand.window.session
    seen: list[tuple[int, bool]] = []

    def look(mesh: object) -> None:
        assert isinstance(mesh, Mesh)
        seen.append((len(mesh.triangles), session.job.blank.features[0].kind == "imported"))
        assert window.part.scene.mesh is mesh

    window.part_files.glimpsed.connect(look)
    window.part_files.open(tmp_path / "part.step", "new")
    window.part_files.glimpsed.disconnect(look)
    assert len(seen) == 1 and seen[0][0] > 100 and not seen[0][1]
    assert session.job.blank.features[0].kind == "imported"
    assert session.only_seen == AS_READ and window.part.told == AS_READ
    hand.until_built()
    assert session.only_seen == "" and len(awaited(hand)) == 18
    session.pick_face(sorted(awaited(hand))[0])
    window.add_stamp()
    hand.until(lambda: bool(session.job.stamps), "the stamp waits for its face")


def test_a_part_that_is_not_taken_in_leaves_the_one_in_hand(hand: Hand, tmp_path: Path) -> None:
    opened_part(hand, tmp_path)
    window, before = hand.window, hand.window.session.mesh
    (tmp_path / "part.step").write_bytes(step(lens(2), tmp_path)[:-400] + b"broken")
    window.part_files.open(tmp_path / "part.step", "new")
    assert window.session.mesh is before and window.part.scene.mesh is before
