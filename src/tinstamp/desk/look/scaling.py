"""How large everything is: as the desktop's own type is, or so many per cent, chosen by the user.

Qt scales all that is drawn by one factor, which it takes when it starts; so that no text is cut off
at any size, and a choice is there when the program is started next.
"""

from __future__ import annotations

import os
import sys

from PySide6.QtCore import QSettings, QSize, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QApplication

KEPT_AS, ASKED = "size", "QT_SCALE_FACTOR"
"""Where the choice is kept; by what Qt is asked, and may have been asked by the user already."""
SIZES = (100, 125, 150, 200)
"""Per cent that are offered."""
BODY, DOT = 13.0, 96.0 / 72.0
"""px of the desk's type at 100 %, and of a point at the usual 96 dots an inch"""
LEAST, MOST, STEP = 1.0, 2.5, 0.05
"""Times its own size: the smallest and the largest that the desk is made for a desktop's type, and
the steps between."""
SMALLEST = QSize(940, 520)
"""px at 100 % that the window needs"""


def for_type(points: float, screen: QSize) -> float:
    """How many times its own size the desk has where the desktop's type has so many points, so that
    the window fits a screen, px."""
    wanted = round(points * DOT / BODY / STEP) * STEP
    fits = min(screen.width() / SMALLEST.width(), screen.height() / SMALLEST.height())
    return round(max(LEAST, min(wanted, MOST, fits)), 2)


def chosen(settings: QSettings) -> int | None:
    """Per cent that the user chose; None where the desk is to be as the desktop."""
    kept = str(settings.value(KEPT_AS) or "")
    return int(kept) if kept.isdigit() and int(kept) in SIZES else None


def choose(settings: QSettings, size: str) -> None:
    """Keep a choice for the next time: per cent, or “desktop”."""
    settings.setValue(KEPT_AS, size)


def scaled_app(settings: QSettings) -> QApplication:
    """A new application at the size that is wanted."""
    QGuiApplication.setHighDpiScaleFactorRoundingPolicy(
        Qt.HighDpiScaleFactorRoundingPolicy.PassThrough
    )
    per_cent = chosen(settings)
    if ASKED not in os.environ and per_cent is not None:
        os.environ[ASKED] = f"{per_cent / 100:g}"
    app = QApplication(sys.argv[:1])
    if ASKED in os.environ:
        return app
    factor = for_type(app.font().pointSizeF(), app.primaryScreen().size())
    if factor == LEAST:
        return app
    os.environ[ASKED] = f"{factor:g}"  # known only now; the application is made anew
    app.shutdown()
    return QApplication(sys.argv[:1])
