"""A painter that is always ended: one left open by an error ends the program."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from PySide6.QtGui import QPaintDevice, QPainter


@contextmanager
def painting(on: QPaintDevice) -> Iterator[QPainter]:
    """Smooth painting: on a widget within its paint event, or on a picture."""
    painter = QPainter(on)
    try:
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        yield painter
    finally:
        painter.end()
