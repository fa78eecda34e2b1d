"""The desk's parts that know nothing of Qt, and recovering after a kill."""

from __future__ import annotations

import signal
import subprocess
import sys
import time
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PySide6.QtWidgets import QMessageBox

from tests.conftest import document, environment, stamp, tank
from tests.desk.conftest import Hand
from tinstamp.blank.round_solid import tube
from tinstamp.desk.app import first_job, offer_left_work
from tinstamp.desk.dialogs.complaint import complain
from tinstamp.desk.window import Window
from tinstamp.desk.work.autosave import Autosave, left_behind
from tinstamp.desk.work.history import MOST_STEPS, History
from tinstamp.desk.work.placing import moved, shifted, sized, turned
from tinstamp.job.archive import Document, open_file, save_file
from tinstamp.job.model import changed
from tinstamp.job.resolve import resolve


def test_history_undoes_and_merges() -> None:
    history = History(document())
    assert history.undo_label is None and not history.undo()
    first, second, third = (document(stamp(text=t)) for t in "ABC")
    history.push(first, "type", merge="text")
    history.push(second, "type", merge="text")
    assert history.now is second and history.undo_label == "type"
    history.settle()
    history.push(third, "type", merge="text")
    assert history.undo() and history.now is second
    assert history.undo() and not history.undo()
    assert history.redo_label == "type" and history.redo() and history.redo()
    assert history.now is third and not history.redo()
    history.undo()
    history.push(first, "other")
    assert history.redo_label is None
    for k in range(MOST_STEPS + 5):
        history.push(document(stamp(text=str(k))), "many")
    assert history.now.job.stamps[0].artwork.text == str(MOST_STEPS + 4)


@pytest.mark.parametrize(
    ("formula", "by", "value", "wanted"),
    [
        ("10 mm", 2.5, 10.0, "12.5 mm"),
        ("10", -10.0, 10.0, "0 mm"),
        ("girth / 4", 2.0, 20.0, "girth / 4 + 2 mm"),
        ("girth / 4 + 2 mm", 1.5, 20.0, "girth / 4 + 3.5 mm"),
        ("girth / 4 + 2 mm", -2.0, 20.0, "girth / 4"),
        ("girth / 4 - 1 mm", -2.0, 20.0, "girth / 4 - 3 mm"),
        ("tank.height - 20 mm", -3.0, 26.0, "tank.height - 23 mm"),
    ],
)
def test_shifting_keeps_what_a_formula_follows(formula, by, value, wanted) -> None:  # type: ignore[no-untyped-def]
    assert shifted(formula, by, "mm", value) == wanted


@given(st.floats(-500, 500), st.floats(-40, 40))
def test_a_move_is_what_it_says(dx: float, dy: float) -> None:
    job = tank(stamp(across="30 deg", up="tank.height / 2"))
    chart = tube("tank", 84, 80.8, 46, {}).charts["tank.outer"]
    start = np.array([chart.turns.girth / 12, 23.0])
    after = resolve(moved(job, 0, chart, start, np.array([dx, dy]), True, 30.0, 23.0))
    degrees = after.of("stamps", 0, "setting", "across")
    assert -180 <= degrees <= 180
    away = (degrees - 30 - 360 * dx / chart.turns.girth + 180) % 360 - 180
    assert abs(away) < 1e-2
    assert after.of("stamps", 0, "setting", "up") == pytest.approx(23 + dy, abs=1e-3)


def test_turning_and_sizing() -> None:
    job = tank(stamp())
    assert turned(job, 0, 200.0, 0.0).stamps[0].setting.turn == "-160 deg"
    assert sized(job, 0, 1.5, {"height": 6.0}).stamps[0].artwork.height == "9 mm"
    assert sized(job, 0, 0.0, {"height": 6.0}).stamps[0].artwork.height == "0.1 mm"


def test_a_killed_programs_work_is_offered(tmp_path: Path, hand: Hand, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    path = tmp_path / "tank.tinstamp"
    save_file(document(stamp()), path)
    code = (
        "import sys, time; from pathlib import Path;"
        "from tinstamp.desk.app import make_app; from tinstamp.desk.window import Window;"
        "app = make_app(); w = Window(); w.show(); p = Path(sys.argv[1]); w.session.open(p);"
        "w.session.edit(('stamps', 0, 'artwork', 'text'), 'NOT SAVED', 'type');"
        "[(app.processEvents(), time.sleep(0.01)) for _ in range(100000)]  # tinstamp"
    )
    other = subprocess.Popen([sys.executable, "-c", code, str(path)], env=environment())
    try:
        copies = Autosave().file.parent
        end = time.monotonic() + 40
        while not list(copies.glob(f"unsaved-{other.pid}-*.tinstamp")):
            assert time.monotonic() < end, "no copy was kept"
            time.sleep(0.05)  # waiting for the other program
        assert left_behind() == []  # it still runs: its copy is its own
    finally:
        other.send_signal(signal.SIGKILL)
        other.wait()
    assert open_file(path).job.stamps[0].artwork.text == "HB8"
    (left,) = left_behind()
    assert left.original == path
    left.leave()
    asked = []
    monkeypatch.setattr(
        QMessageBox,
        "question",
        lambda *a, **k: asked.append(a[2]) or QMessageBox.StandardButton.Yes,
    )
    first_job(hand.window, None)
    assert "tank" in asked[0]
    session = hand.window.session
    assert session.job.stamps[0].artwork.text == "NOT SAVED"
    assert session.unsaved and session.path == path
    assert left_behind() == []
    hand.until_built()
    assert session.autosave.file.exists()  # kept again, under this program's own name
    session.save(path)
    assert not session.autosave.file.exists()


def test_a_first_job_that_cannot_be_read(hand: Hand, tmp_path: Path, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    """Its name is told as it is; what stands here is built while that is read."""
    told: list[str] = []

    def read(box: QMessageBox) -> int:
        told.append(box.informativeText())
        hand.until_built()
        return 0

    monkeypatch.setattr(Window, "complain", lambda window, *what: complain(window, *what))
    monkeypatch.setattr(QMessageBox, "exec", read)
    first_job(hand.window, tmp_path / "rim&co.tinstamp")
    assert told == ["rim&amp;co.tinstamp cannot be read: No such file or directory."]
    assert hand.window.session.report is not None and hand.window.session.report.valid


def test_left_work_can_be_given_up(hand: Hand, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    kept = Autosave()
    kept.keep(Document(changed(tank(stamp()), ("stamps", 0, "on"), False)), None)
    kept._hold.let_go()  # as when its program ends
    broken = kept.file.with_name("unsaved-999999998.tinstamp")
    broken.write_bytes(b"broken")
    both = left_behind()
    assert len(both) == 2
    assert left_behind() == []  # held by whoever asked first
    for left in both:
        left.leave()
    monkeypatch.setattr(QMessageBox, "question", lambda *a, **k: QMessageBox.StandardButton.No)
    assert not offer_left_work(hand.window)
    assert left_behind() == []
    assert [f.name for f in kept.file.parent.iterdir() if "unsaved" in f.name] == []


def test_none_keeps_its_references() -> None:
    """A Qt whose calls lose a reference to None each ends in a crash after a while."""
    from PySide6.QtGui import QPainterPath

    path = QPainterPath()
    before = sys.getrefcount(None)
    for _ in range(500):
        path.moveTo(1.0, 2.0)
        path.closeSubpath()
    assert abs(sys.getrefcount(None) - before) < 50
