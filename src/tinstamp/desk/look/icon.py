"""The program's icon in pixels."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QRectF
from PySide6.QtGui import QGuiApplication, QImage, QPainter
from PySide6.QtSvg import QSvgRenderer

from tinstamp.desk.look.pixels import as_png


def icon_png(path: Path, size: int) -> bytes:
    """An SVG of `size` pixels each way, as PNG."""
    existing = QGuiApplication.instance()
    application = existing or QGuiApplication([])
    image = QImage(size, size, QImage.Format.Format_ARGB32)
    image.fill(0)
    painter = QPainter(image)
    QSvgRenderer(str(path)).render(painter, QRectF(0, 0, size, size))
    painter.end()
    data = as_png(image)
    del application
    return data
