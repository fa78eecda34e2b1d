"""Windows that stand beside the desk while the job is worked on: where they come to stand, and how
they go.
"""

from __future__ import annotations

from PySide6.QtCore import QPoint, QRect, QSize
from PySide6.QtWidgets import QDialog, QWidget

LOWER = 0.45
"""part of the desk's height that a window takes at first where it has to stand over it"""


class Aside:
    """Those windows of a desk."""

    def __init__(self, desk: QWidget) -> None:
        self._desk = desk
        self._brought: list[QDialog] = []

    def bring(self, window: QDialog) -> None:
        """Show a window in front, ready for the keys; the first time in a place where the part
        stays in sight."""
        if window not in self._brought:
            desk, screen = self._desk.frameGeometry(), self._desk.screen().availableGeometry()
            window.setGeometry(place_for(window.size(), window.minimumSizeHint(), desk, screen))
        else:
            self._brought.remove(window)
        self._brought.append(window)
        window.show()
        window.raise_()
        window.activateWindow()

    def close_last(self) -> None:
        """Close the one that was brought last, if there is one."""
        for window in reversed(self._brought):
            if window.isVisible():
                window.close()
                return


def place_for(size: QSize, least: QSize, desk: QRect, screen: QRect) -> QRect:
    """Where a window of a size comes to stand, that may be as small as the `least`: beside the desk
    where the screen has room for that, or else over its lower part, where the sheet is."""
    size = size.boundedTo(screen.size())
    for left in (desk.right() + 1, desk.left() - size.width()):
        if screen.left() <= left and left + size.width() - 1 <= screen.right():
            top = min(desk.top(), screen.bottom() + 1 - size.height())
            return QRect(QPoint(left, max(top, screen.top())), size)
    size.setHeight(max(min(size.height(), round(LOWER * desk.height())), least.height()))
    place = QRect(QPoint(), size)
    place.moveCenter(desk.center())
    place.moveBottom(min(desk.bottom(), screen.bottom()))
    place.moveLeft(min(max(place.left(), screen.left()), screen.right() + 1 - place.width()))
    return place
