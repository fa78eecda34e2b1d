"""Timers that run once."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject, QTimer


def after(parent: QObject, pause: int, work: Callable[[], object]) -> QTimer:
    """A timer that does some work once, `pause` ms after it was started last."""
    timer = QTimer(parent, singleShot=True, interval=pause)
    timer.timeout.connect(work)
    return timer
