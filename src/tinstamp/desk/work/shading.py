"""Whether the desk is light or dark: what was chosen, and what the desktop has."""

from __future__ import annotations

from typing import cast

from PySide6.QtCore import QObject, QSettings, Signal
from PySide6.QtWidgets import QApplication

from tinstamp.desk.look.shades import KEPT_AS, Shade, chosen, dress


class Shading(QObject):
    """Keeps the desk as light or dark as it is wanted."""

    changed = Signal()

    def __init__(self, settings: QSettings, parent: QObject) -> None:
        super().__init__(parent)
        self._settings = settings
        self.app = cast(QApplication, QApplication.instance())
        self.app.styleHints().colorSchemeChanged.connect(self._dress)
        dress(self.app, chosen(settings))

    def wear(self, shade: Shade) -> None:
        """Choose, for this time and the next."""
        self._settings.setValue(KEPT_AS, shade)
        self._dress()

    def _dress(self) -> None:
        dress(self.app, chosen(self._settings))
        self.changed.emit()
