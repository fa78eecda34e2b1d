"""The window's link to the engine: what is heard, stopped, replaced."""

from __future__ import annotations

import os
import signal
import time
from collections.abc import Callable, Iterator

import pytest
from PySide6.QtCore import QObject
from PySide6.QtWidgets import QApplication

from tests.conftest import document, stamp
from tests.desk.conftest import Hand
from tinstamp.desk.work import engine_link
from tinstamp.desk.work.engine_link import EngineLink
from tinstamp.engine import messages as m
from tinstamp.engine.starting import Started


class FakeClient:
    """An engine that answers what it is told to, over a pipe that rings."""

    def __init__(self, first: Started | None = None) -> None:
        self.first = first
        self._read, self._write = os.pipe()
        self.events: list[m.Event] = []
        self.busy = self.stuck = False
        self.said: list[str] = []

    def fileno(self) -> int:
        return self._read

    def ring(self, *events: m.Event) -> None:
        self.events += events
        os.write(self._write, b"!")

    def poll(self) -> list[m.Event]:
        os.read(self._read, 100)
        found, self.events = self.events, []
        return found

    def build(self, _: object) -> int:
        self.said.append("build")
        return 7

    def stop(self) -> None:
        self.said.append("stop")

    def restart(self) -> list[m.Event]:
        self.said.append("restart")
        self.busy = False
        return [m.Failed(3, "it was ended")]

    def get_ready(self) -> None:
        self.said.append("get ready")

    def replace_stuck(self) -> m.Died:
        self.said.append("replace")
        self.stuck = False
        return m.Died(7, True)

    def close(self) -> None:
        os.close(self._read)
        os.close(self._write)


@pytest.fixture
def link(app: QApplication, monkeypatch: pytest.MonkeyPatch) -> Iterator[EngineLink]:
    monkeypatch.setattr(engine_link, "EngineClient", FakeClient)
    monkeypatch.setattr(engine_link, "STOPS_WITHIN", 60)
    monkeypatch.setattr(engine_link, "ENGINE_LOOK", 40)
    parent = QObject()
    made = EngineLink(parent)
    yield made
    made.close()


Wait = Callable[[Callable[[], bool]], None]


@pytest.fixture
def wait(app: QApplication) -> Wait:
    def until(seen: Callable[[], bool]) -> None:
        end = time.monotonic() + 5.0
        while not seen():
            assert time.monotonic() < end
            app.processEvents()
            time.sleep(0.005)

    return until


def test_events_are_heard_in_order(link: EngineLink, wait: Wait) -> None:
    heard: list[m.Event] = []
    link.heard.connect(heard.append)
    first, second = m.Progress(1, "blank", 0.1), m.Stopped(1)
    link.client.ring(first, second)  # type: ignore[attr-defined]
    wait(lambda: len(heard) == 2)
    assert heard == [first, second]


def test_a_stop_that_is_heeded_replaces_nothing(link: EngineLink, wait: Wait) -> None:
    client, gone = link.client, []
    link.replaced.connect(lambda: gone.append(1))
    client.busy = True  # type: ignore[misc]
    link.stop()
    client.ring(m.Stopped(7))  # type: ignore[attr-defined]
    wait(lambda: not link._patience.isActive())
    assert client.said == ["stop"] and not gone  # type: ignore[attr-defined]


def test_one_that_does_not_stop_is_replaced_and_what_was_asked_is_answered(
    link: EngineLink, wait: Wait
) -> None:
    heard: list[m.Event] = []
    gone: list[int] = []
    link.heard.connect(heard.append)
    link.replaced.connect(lambda: gone.append(1))
    link.client.busy = True  # type: ignore[misc]
    link.stop()
    wait(lambda: bool(gone))
    assert heard == [m.Failed(3, "it was ended")]
    assert link.client.said == ["stop", "restart"]  # type: ignore[attr-defined]


def test_a_stop_when_nothing_is_under_way_does_nothing(link: EngineLink) -> None:
    link.stop()
    assert link.client.said == [] and not link._patience.isActive()  # type: ignore[attr-defined]


def test_a_stuck_engine_is_replaced_without_being_asked(link: EngineLink, wait: Wait) -> None:
    heard: list[m.Event] = []
    link.heard.connect(heard.append)
    link.client.stuck = True  # type: ignore[misc]
    wait(lambda: bool(heard))
    assert heard == [m.Died(7, True)] and link.client.said == ["replace"]  # type: ignore[attr-defined]


def test_a_new_build_ends_the_wait_for_an_old_stop(link: EngineLink) -> None:
    link.client.busy = True  # type: ignore[misc]
    link.stop()
    assert link._patience.isActive()
    assert link.build(document(stamp())) == 7 and not link._patience.isActive()


def test_a_killed_engine_is_started_again_and_the_work_goes_on(opened: Hand) -> None:
    session = opened.window.session
    pid = session.engine.client.pid
    assert pid is not None
    os.kill(pid, signal.SIGKILL)
    session.edit(("stamps", 0, "relief", "depth"), "0.6 mm", "deeper")
    opened.until_built()
    assert session.report is not None and session.report.stamps[0].depth == pytest.approx(0.6)
    assert session.engine.client.pid != pid


def test_the_session_shows_all_bodies_of_a_picture(opened: Hand) -> None:
    session = opened.window.session
    assert session.mesh is not None and set(session.mesh.bodies) == {"part"}
    assert len(session.mesh.bodies) == len(session.mesh.names)
