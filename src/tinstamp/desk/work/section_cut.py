"""Where the part is cut to be looked into: through the chosen stamp, and as far aside of its usual
place as the hand has pulled it."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QObject, Signal

from tinstamp.artwork.outline import Array
from tinstamp.desk.part.views import through_ink
from tinstamp.setting.place import Placed


class SectionCut(QObject):
    """The plane of the section.

    Attributes
    ----------
    shown : a section is looked at. aside : mm along the sheet from where the plane stands by
        itself.
    """

    changed = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.shown = False
        self.aside = 0.0

    def show(self, shown: bool) -> None:
        """Begin to look at a section, through the usual place, or end it."""
        self.shown, self.aside = shown, 0.0
        self.changed.emit()

    def pull(self, placed: Placed, x: float) -> None:
        """Bring the plane to a place along the sheet, mm; it stays within the artwork."""
        low, _, high, _ = placed.bounds.tolist()
        self.aside = float(np.clip(x, low, high)) - float(through_ink(placed)[0])
        self.changed.emit()

    def at(self, placed: Placed) -> Array:
        """The sheet point (2,) that the plane goes through, mm."""
        return through_ink(placed) + [self.aside, 0.0]
