"""What was seen before stands at once: after undo, and when a file is opened again."""

from __future__ import annotations

import dataclasses
import os
import time
from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from tests.conftest import stamp, tank
from tests.desk.conftest import Hand
from tinstamp.desk.work import engine_link, pictures
from tinstamp.desk.work.pictures import Picture, Pictures, keep, kept
from tinstamp.engine import messages as m
from tinstamp.engine.client import EngineClient
from tinstamp.engine.report import Report
from tinstamp.engine.starting import start
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace
from tinstamp.job.resolve import Resolved


def mesh(names: tuple[str, ...] = ("a", StampFace("s", "cap"))) -> Mesh:
    points = np.arange(18, dtype=np.float32).reshape(6, 3)
    corners = np.array([[0, 1, 2], [3, 4, 5]], dtype=np.int32)
    return Mesh(points, corners, np.array([0, 1], dtype=np.int32), names, ("part", "part"))


DOCUMENT = Document(tank(stamp("s", "A")))


def test_what_is_kept_is_what_was_seen(tmp_path: Path) -> None:
    folder = tmp_path / "pictures"
    assert kept(DOCUMENT, folder) is None
    keep(DOCUMENT, mesh(), folder)
    found = kept(DOCUMENT, folder)
    assert found is not None and found.names == mesh().names and found.bodies == mesh().bodies
    assert isinstance(found.names[1], StampFace) and found.names[1].role == "cap"
    for name in ("points", "triangles", "faces"):
        assert (getattr(found, name) == getattr(mesh(), name)).all()
    assert kept(Document(tank(stamp("s", "B"))), folder) is None


def test_whatever_stands_in_the_folder_no_more_than_the_picture_is_lost(tmp_path: Path) -> None:
    """Files cut short, with bytes changed, and of another kind."""
    keep(DOCUMENT, mesh(), tmp_path)
    (file,) = tmp_path.glob("*.npz")
    whole = file.read_bytes()
    random = np.random.default_rng(3)
    for k in range(300):
        data = bytearray(whole[: len(whole) - int(random.integers(0, 200)) * (k % 2)])
        for at in random.integers(0, len(data), 3):
            data[at] = int(random.integers(0, 256))
        file.write_bytes(data)
        found = kept(DOCUMENT, tmp_path)
        assert found is None or (found.triangles.max() < len(found.points))
    wrong = (
        dataclasses.replace(mesh(), triangles=np.array([[0, 1, 9]], dtype=np.int32)),
        dataclasses.replace(mesh(), faces=np.array([0, 7], dtype=np.int32)),
        dataclasses.replace(mesh(), points=np.full((6, 3), np.nan, dtype=np.float32)),
        dataclasses.replace(mesh(), bodies=("part",)),
    )
    for bad in wrong:
        file.write_bytes(pictures._packed(bad))
        assert kept(DOCUMENT, tmp_path) is None


def test_the_folder_does_not_grow_for_ever(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(pictures, "MOST_FILES", 3)
    documents = [Document(tank(stamp("s", word))) for word in "ABCDE"]
    for k, document in enumerate(documents):
        keep(document, mesh(), tmp_path)
        for file in tmp_path.glob("*.npz"):
            if kept(document, tmp_path) is not None and file.stat().st_mtime > 1e9 + 10:
                os.utime(file, (1e9 + k, 1e9 + k))
    assert len(list(tmp_path.glob("*.npz"))) == 3
    assert kept(documents[0], tmp_path) is None and kept(documents[4], tmp_path) is not None
    monkeypatch.setattr(pictures, "MOST_FILE_BYTES", 10)
    keep(DOCUMENT, mesh(), tmp_path / "other")
    assert not (tmp_path / "other").exists()
    blocked = tmp_path / "blocked"
    blocked.write_text("a file where the folder should be")
    monkeypatch.setattr(pictures, "MOST_FILE_BYTES", 10**9)
    keep(DOCUMENT, mesh(), blocked)
    assert kept(DOCUMENT, blocked) is None


def test_the_last_pictures_are_held_until_there_are_too_many() -> None:
    held = Pictures(most=3 * pictures._weight(mesh()))
    documents = [Document(tank(stamp("s", word))) for word in "ABCDE"]
    report = Report(Resolved(), (), (), (), {}, {}, {}, 0.0)
    for document in documents:
        held.hold(Picture(document, mesh(), {}, {}, report))
    assert [held.of(d.job) is not None for d in documents] == [False, False, True, True, True]
    again = documents[4].job.model_copy()
    assert held.of(again) is None  # the very job, not one that is like it
    held.forget()
    assert held.of(documents[4].job) is None


def test_undo_shows_the_picture_at_once(hand: Hand, job_file: Path) -> None:
    session = hand.window.session
    session.open(job_file)
    hand.until_built()
    first, volume = session.mesh, session.report.volume
    session.edit(("stamps", 0, "relief", "depth"), "0.7 mm", "depth")
    hand.until_built()
    assert session.mesh is not first
    session.undo()
    assert session.mesh is first and session.report.volume == volume
    assert not session.stale and not session.stale_report
    session.redo()
    assert session.mesh is not first and session.report.volume != volume
    hand.until_built()
    assert session.report.volume != volume and not session.stale


def test_what_is_measured_after_undo_is_the_part_that_is_shown(hand: Hand, job_file: Path) -> None:
    """The engine holds another part while the picture of the undone one stands already."""
    session = hand.window.session
    session.open(job_file)
    hand.until_built()
    session.edit(("blank", "features", 0, "height"), "30 mm", "height")
    hand.until_built()
    hand.hold_engine()
    session.undo()
    hand.let_engine()
    assert not session.stale
    found: list[m.Probed] = []
    session.probed.connect(found.append)
    x, y, z = map(float, session.charts["tank.outer"].to_space(np.array([0.0, 40.0])))
    pick = m.Pick("tank.outer", (x, y, z), 0.1)
    session.probe((pick,))
    hand.until(lambda: bool(found))
    hand.until_built()
    session.probe((pick,))
    hand.until(lambda: len(found) == 2)
    assert [r.value for r in found[0].readings] == [r.value for r in found[1].readings]


def test_a_file_opened_again_shows_its_picture_until_it_is_made_again(
    hand: Hand, job_file: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = hand.window.session
    session.open(job_file)
    hand.until_built()
    seen = session.mesh
    session.disk.done(lambda: None)  # the picture is kept
    with monkeypatch.context() as slow:
        slow.setattr(session.engine, "build", lambda document: -1)  # no answer for a while
        session.open(job_file)
    assert session.only_seen and session.stale and session.report is None
    assert (session.mesh.points == seen.points).all()
    assert "last open" in hand.window.part.told
    assert "exact solid" not in hand.window.proof.state.text()
    part = hand.window.part
    QTest.mouseClick(part, Qt.MouseButton.LeftButton, pos=part.rect().center())  # no charts yet
    session.build_now()
    hand.until_built()
    assert not session.only_seen and not session.stale
    assert "last open" not in hand.window.part.told


def test_an_engine_that_was_started_before_is_the_one_that_works() -> None:
    first = start()
    client = EngineClient(first)
    try:
        assert client.pid == first.process.pid
        client.get_ready()
        spare = client._spare
        assert spare is not None and spare.alive
        client.get_ready()
        assert client._spare is spare  # one is enough
        begun = time.monotonic()
        client.restart()
        assert client.pid == spare.process.pid and time.monotonic() - begun < 1.0
        assert not first.alive and client._spare is None
        spare.end()  # dies by itself: the next one is started anew
        client.get_ready()
        waiting = client._spare
        assert waiting is not None
        waiting.end()
        client.restart()
        assert client.pid not in (spare.process.pid, waiting.process.pid)
    finally:
        client.close()


def test_a_second_engine_is_started_when_the_hand_rests(
    hand: Hand, job_file: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    asked: list[int] = []
    session = hand.window.session
    monkeypatch.setattr(session.engine.client, "get_ready", lambda: asked.append(1))
    session.engine._ready.setInterval(150)
    session.open(job_file)
    hand.until_built()
    hand.until(lambda: bool(asked))
    assert asked == [1] and engine_link.STOPS_WITHIN <= 300
