"""Small pictures of artwork, for lists and buttons."""

from __future__ import annotations

from PySide6.QtCore import QSizeF, Qt
from PySide6.QtGui import QColor, QPixmap

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array
from tinstamp.desk.look.painting import painting
from tinstamp.desk.sheet.sheet_paint import path_of
from tinstamp.desk.sheet.sheet_scale import Scale


def small_picture(
    artwork: Artwork, colour: QColor, size: QSizeF, ratio: float, box: Array | None = None
) -> QPixmap:
    """Artwork within so many pixels; of long lines the start: a thumbnail is to be told apart, not
    read whole."""
    low_x, low_y, high_x, high_y = map(float, artwork.bounds if box is None else box)
    tall = size.height() / max(high_y - low_y, 1e-6)
    wide = size.width() / max(high_x - low_x, 1e-6)
    per_mm = min(wide, tall) if tall < 3.5 * wide else 3.5 * wide
    x0 = -low_x * per_mm
    if per_mm <= wide:
        x0 = size.width() / 2 - (low_x + high_x) / 2 * per_mm
    scale = Scale(per_mm, x0, size.height() / 2 + (low_y + high_y) / 2 * per_mm)
    picture = QPixmap((size * ratio).toSize())
    picture.setDevicePixelRatio(ratio)
    picture.fill(Qt.GlobalColor.transparent)
    with painting(picture) as painter:
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour)
        outlines = [o for region in artwork.regions for o in region.outlines]
        painter.drawPath(path_of(outlines, scale))
    return picture
