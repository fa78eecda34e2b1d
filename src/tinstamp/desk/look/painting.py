"""A painter on a widget that is always ended: one left open by an error ends the program."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QWidget


@contextmanager
def painting(widget: QWidget) -> Iterator[QPainter]:
    """Smooth painting on a widget, within its paint event."""
    painter = QPainter(widget)
    try:
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        yield painter
    finally:
        painter.end()
