"""Between the sheet, in mm, and the pixels that show it."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from PySide6.QtCore import QPointF

from tinstamp.artwork.outline import Array


@dataclass(frozen=True)
class Scale:
    """Between sheet mm (y up) and pixels (y down)."""

    per_mm: float
    x0: float
    y0: float

    def to_pixel(self, x: float, y: float) -> QPointF:
        return QPointF(self.x0 + x * self.per_mm, self.y0 - y * self.per_mm)

    def to_sheet(self, spot: QPointF) -> Array:
        return np.array([(spot.x() - self.x0) / self.per_mm, (self.y0 - spot.y()) / self.per_mm])

    def shifted(self, by: QPointF) -> Scale:
        return replace(self, x0=self.x0 + by.x(), y0=self.y0 + by.y())

    def zoomed(self, at: QPointF, factor: float) -> Scale:
        factor = float(np.clip(self.per_mm * factor, 0.05, 2000) / self.per_mm)
        x0 = at.x() - (at.x() - self.x0) * factor
        y0 = at.y() - (at.y() - self.y0) * factor
        return Scale(self.per_mm * factor, x0, y0)
