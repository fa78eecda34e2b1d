"""The real window on a virtual screen."""

from __future__ import annotations

import gc
import itertools
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, QPointF, QSettings, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from tests.conftest import stamp, tank
from tinstamp.desk.app import make_app
from tinstamp.desk.dialogs.job_files import JobFiles
from tinstamp.desk.window import Window
from tinstamp.desk.work import engine_link
from tinstamp.engine.client import EngineClient
from tinstamp.engine.starting import Started
from tinstamp.job.archive import Document, save_file


@pytest.fixture(scope="session")
def app() -> QApplication:
    return make_app()


class Pool:
    """One engine process for all windows of a run: starting one takes seconds."""

    def __init__(self) -> None:
        self.client: EngineClient | None = None

    def take(self, first: Started | None = None) -> EngineClient:
        """The engine at rest; a new one when a test ended the last one."""
        if self.client is None or self.client._now is None:
            self.client = EngineClient()
            self.client.close = lambda: None  # type: ignore[method-assign]
        self.client.stop()
        self.client._pending = None
        self.client.poll()
        return self.client

    def end(self) -> None:
        if self.client is not None:
            EngineClient.close(self.client)


@pytest.fixture(scope="session")
def pool() -> Iterator[Pool]:
    made = Pool()
    yield made
    made.end()


class Hand:
    """What a person does at the window, and what they see."""

    def __init__(self, app: QApplication, window: Window) -> None:
        self.app = app
        self.window = window

    def until(self, seen: Callable[[], bool], what: str = "", seconds: float = 60) -> None:
        end = time.monotonic() + seconds
        while not seen():
            assert time.monotonic() < end, f"did not come to pass: {what or seen}"
            self.app.processEvents()
            time.sleep(0.004)  # lets the engine's process have the machine
        self.app.processEvents()

    def until_built(self) -> None:
        s = self.window.session
        self.until(lambda: not s.building and s.report is not None and not s.stale, "built")

    def until_settled(self) -> None:
        """Built or found impossible; nothing under way."""
        s = self.window.session
        self.until(lambda: not s._rest.isActive() and not s.building, "settled")

    def hold_engine(self) -> None:
        """Nothing is built until it is let go."""
        self.window.session.build_now = lambda: None  # type: ignore[method-assign]

    def let_engine(self) -> None:
        del self.window.session.build_now

    def write(self, widget: QWidget, text: str) -> None:
        """Click into a field, select all, type."""
        widget.setFocus()
        widget.selectAll()  # type: ignore[attr-defined]
        QTest.keyClicks(widget, text) if text else QTest.keyClick(widget, Qt.Key.Key_Delete)

    def field(self, path: str) -> QWidget:
        page = self.window.fields.page
        assert page is not None
        widget = page.by_path[path]
        return getattr(widget, "line", widget)

    def drag(self, widget: QWidget, start: QPointF, end: QPointF, steps: int = 6) -> None:
        button = Qt.MouseButton.LeftButton
        QTest.mousePress(widget, button, pos=_whole(start))
        for k in range(1, steps + 1):
            spot = start + (end - start) * (k / steps)
            QTest.mouseMove(widget, _whole(spot))
            self.app.processEvents()
        QTest.mouseRelease(widget, button, pos=_whole(end))
        self.app.processEvents()


def _whole(spot: QPointF) -> QPoint:
    return QPoint(round(spot.x()), round(spot.y()))


@pytest.fixture
def settings(tmp_path: Path) -> QSettings:
    return QSettings(str(tmp_path / "desk.ini"), QSettings.Format.IniFormat)


@pytest.fixture
def job_file(tmp_path: Path) -> Path:
    path = tmp_path / "tank.tinstamp"
    job = tank(stamp("Filling line", "FILL TO 08", up="tank.height - 20 mm"))
    save_file(Document(job), path)
    return path


CLOSED = itertools.count(1)
"""Windows that were closed, some 40 MB each until they are collected"""
AT_ONCE = 8
"""windows that are collected together"""


@pytest.fixture
def hand(
    app: QApplication, settings: QSettings, monkeypatch: pytest.MonkeyPatch, pool: Pool
) -> Iterator[Hand]:
    monkeypatch.setattr(engine_link, "EngineClient", pool.take)
    monkeypatch.setattr(Window, "complain", _told)
    window = Window(settings)
    window.resize(1280, 800)
    window.show()
    QTest.qWaitForWindowExposed(window)
    window.activateWindow()
    assert QTest.qWaitForWindowActive(window)
    yield Hand(app, window)
    monkeypatch.setattr(JobFiles, "may_leave", lambda self: True)
    window.close()
    window.deleteLater()
    app.processEvents()
    if next(CLOSED) % AT_ONCE == 0:
        gc.collect()


TOLD: list[str] = []


def _told(self: Window, title: str, error: Exception) -> None:
    TOLD.append(f"{title}: {error}")


@pytest.fixture
def told() -> list[str]:
    TOLD.clear()
    return TOLD


@pytest.fixture
def opened(hand: Hand, job_file: Path) -> Hand:
    assert hand.window.files.open(job_file)
    hand.until_built()
    return hand
