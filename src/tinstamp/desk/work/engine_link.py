"""The engine's process as the window sees it: asked, heard, stopped, and replaced when stuck."""

from __future__ import annotations

import logging
from collections.abc import Mapping

from PySide6.QtCore import QObject, QSocketNotifier, QTimer, Signal

from tinstamp.desk.work.timer import after
from tinstamp.engine import messages as m
from tinstamp.engine.client import EngineClient
from tinstamp.engine.starting import Started
from tinstamp.job.archive import Document

LOG = logging.getLogger("tinstamp.desk")
STOPS_WITHIN = 300
"""ms that an engine has to stop before it is replaced"""
READY_AFTER = 4000
"""ms after a build until a second engine is started, which stands ready"""
ENGINE_LOOK = 1000
"""ms between looks at an engine that says nothing"""

HANDED_ON: Mapping[type, str] = {
    m.Glimpse: "glimpsed", m.Imported: "imported", m.Probed: "probed", m.Answered: "answered",
}  # fmt: skip
"""The session's signal for what the engine tells, by its kind, where that is all."""


class EngineLink(QObject):
    """Hears the engine in the event loop.

    Attributes
    ----------
    heard : an event has come. replaced : a process that would not stop was ended.
    """

    heard = Signal(object)
    replaced = Signal()

    def __init__(self, parent: QObject, first: Started | None = None) -> None:
        """`first` is a process that was started already."""
        super().__init__(parent)
        self.client = EngineClient(first)
        self._notifier = QSocketNotifier(self.client.fileno(), QSocketNotifier.Type.Read, self)
        self._notifier.activated.connect(self._hear)
        self._patience = after(self, STOPS_WITHIN, self._restart_stuck)
        self._ready = after(self, READY_AFTER, self._get_ready)
        self._watch = QTimer(self)
        self._watch.setInterval(ENGINE_LOOK)
        self._watch.timeout.connect(self._look)
        self._watch.start()

    def build(self, document: Document) -> int:
        """Ask for a build, superseding an earlier one; its number."""
        self._patience.stop()
        return self.client.build(document)

    def stop(self) -> bool:
        """Give up the build under way; an engine that does not is replaced. True when there was one
        that had not been told so yet."""
        if not self.client.busy or self._patience.isActive():
            return False
        self.client.stop()
        self._patience.start()
        return True

    def close(self) -> None:
        """End the engine."""
        for timer in (self._patience, self._ready, self._watch):
            timer.stop()
        self._notifier.setEnabled(False)
        self.client.close()

    def _hear(self) -> None:
        for event in self.client.poll():
            self._tell(event)

    def _tell(self, event: m.Event) -> None:
        if isinstance(event, m.Done | m.Stopped | m.Failed):
            self._patience.stop()
            self._ready.start()  # when the hand rests
        self.heard.emit(event)

    def _get_ready(self) -> None:
        if not self.client.busy:
            self.client.get_ready()

    def _restart_stuck(self) -> None:
        if not self.client.busy:
            return
        lost = self.client.restart()
        self.replaced.emit()
        for event in lost:
            self._tell(event)

    def _look(self) -> None:
        """An engine that holds up a newer job without a word is replaced."""
        if self.client.stuck:
            LOG.warning("the engine was replaced: it held up a newer job")
            self._tell(self.client.replace_stuck())
