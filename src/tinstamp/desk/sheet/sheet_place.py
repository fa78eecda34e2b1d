"""A place of the sheet that is pointed at, with the line that was measured there and its figure."""

from __future__ import annotations

import math
from collections.abc import Sequence

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.words.say import say

PLACE = 12.0
"""px; radius of the ring about a place"""
PAST_END = 9.0
"""px that a measured line is drawn past its ends"""


def paint_place(
    painter: QPainter,
    scale: Scale,
    spot: tuple[float, float] | None,
    span: Sequence[tuple[float, float]],
    words: str,
) -> None:
    """A ring about the place; across it the line that was measured, with its figure."""
    if spot is None:
        return
    at = scale.to_pixel(*spot)
    painter.setPen(QPen(QColor(p.FIX), 2))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawEllipse(at, PLACE, PLACE)
    if len(span) == 2:
        _line(painter, scale.to_pixel(*span[0]), scale.to_pixel(*span[1]))
    if words:
        painter.setFont(type_at(p.SMALL, strong=True))
        wide = painter.fontMetrics().horizontalAdvance(words)
        place = at + QPointF(PLACE + 3.0, -PLACE)
        painter.fillRect(QRectF(place.x() - 3, place.y() - 12, wide + 6, 17), QColor(p.SHEET))
        painter.drawText(place, say(words))


def _line(painter: QPainter, start: QPointF, end: QPointF) -> None:
    away = end - start
    size = math.hypot(away.x(), away.y())
    way = away / size if size > 0 else QPointF(1.0, 0.0)
    side = QPointF(-way.y(), way.x()) * 4.0
    painter.setPen(QPen(QColor(p.FIX), 1.5))
    painter.drawLine(start, end)
    for at, sign in ((start, -1.0), (end, 1.0)):
        painter.drawLine(at - side, at + side)
        painter.drawLine(at, at + way * sign * PAST_END)
