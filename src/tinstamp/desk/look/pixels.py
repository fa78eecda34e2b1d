"""Pictures as the bytes of their files."""

from __future__ import annotations

from PySide6.QtCore import QBuffer, QByteArray, QIODevice
from PySide6.QtGui import QImage


def as_png(image: QImage) -> bytes:
    """A picture as a PNG file holds it; from any thread. Raises ValueError when it has no
    pixels."""
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    if not image.save(buffer, "PNG"):  # type: ignore[call-overload]
        raise ValueError("a picture without pixels has no file")
    return bytes(data.data())
