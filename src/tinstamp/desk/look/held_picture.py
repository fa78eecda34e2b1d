"""A picture that is drawn once and shown again until what it was drawn from is another."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QPaintDevice, QPainter, QPixmap

from tinstamp.desk.look.painting import painting

PLAIN = (int, float, str)
"""Values that are the same when they are equal."""


class HeldPicture:
    """The last picture, and what it was drawn from: things by identity, plain values as such."""

    def __init__(self) -> None:
        self._held: tuple[tuple[object, ...], QPixmap] | None = None

    def of(
        self, key: tuple[object, ...], device: QPaintDevice, draw: Callable[[QPainter], None]
    ) -> QPixmap:
        """The picture for a device, drawn anew only for another key."""
        ratio = device.devicePixelRatioF()
        whole = (ratio, device.width(), device.height(), *key)
        if self._held is None or not _same(whole, self._held[0]):
            size = QSize(round(device.width() * ratio), round(device.height() * ratio))
            picture = QPixmap(size)
            picture.setDevicePixelRatio(ratio)
            picture.fill(Qt.GlobalColor.transparent)
            with painting(picture) as over:
                draw(over)
            self._held = (whole, picture)
        return self._held[1]


def _same(a: tuple[object, ...], b: tuple[object, ...]) -> bool:
    return len(a) == len(b) and all(
        x is y or (type(x) in PLAIN and x == y) for x, y in zip(a, b, strict=True)
    )
