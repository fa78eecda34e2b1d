"""Exceptions that nothing caught: told in words, logged, and the work kept."""

from __future__ import annotations

import logging
import sys
import threading
import time
from collections.abc import Callable
from types import TracebackType

from PySide6.QtCore import QObject, Signal

from tinstamp.desk.work.session import Session
from tinstamp.job.state import log_file, trouble

LOG = logging.getLogger("tinstamp.desk")
ONE_BOX_WITHIN = 20.0
"""s within which a second mishap opens no second box"""


class Mishaps(QObject):
    """Watches one window's process."""

    happened = Signal(str)

    def __init__(self, session: Session, complain: Callable[[str, Exception], None]) -> None:
        super().__init__(session)
        self.session, self.complain = session, complain
        self.told: list[str] = []
        self._last = -ONE_BOX_WITHIN
        self.happened.connect(self._tell)

    def watch(self) -> None:
        """From now on; and say when nothing can be kept in the state folder."""
        sys.excepthook = self.caught
        threading.excepthook = lambda args: self.caught(
            args.exc_type, args.exc_value or args.exc_type(), args.exc_traceback
        )
        if trouble():
            self.session.failed.emit(trouble())

    def caught(
        self, kind: type[BaseException], error: BaseException, trace: TracebackType | None
    ) -> None:
        """Called by Python with what nobody caught, in whatever thread that was."""
        if issubclass(kind, KeyboardInterrupt):
            sys.__excepthook__(kind, error, trace)
            return
        LOG.error("nobody caught this", exc_info=(kind, error, trace))
        self.happened.emit(kind.__name__)

    def _tell(self, kind: str) -> None:
        """In the window's thread: keep the work now, and tell."""
        self.told.append(kind)
        self.session.keep_now()
        now = time.monotonic()
        if now - self._last < ONE_BOX_WITHIN:
            return
        self._last = now
        told = ValueError(
            "Something went wrong that was not foreseen. The job is as it was before the last "
            f"step or just after it, and a copy of it has been kept. {log_file()} tells more"
        )
        self.complain("A fault of the program", told)
        self._last = time.monotonic()
