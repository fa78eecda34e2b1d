"""What the sheet shows while a stamp is moved: the lines it is drawn to, and the room round it."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPen

from tinstamp.chart.base import Chart
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.words.say import say
from tinstamp.desk.work.stamp_drag import StampDrag, shape_of
from tinstamp.setting.snap import Mark, free_around

FAR = 1e4
"""px; beyond any pane"""


def moving(
    painter: QPainter, drag: StampDrag, chart: Chart, scale: Scale, size: tuple[int, int]
) -> None:
    """Distances to what is next, and the lines that hold the stamp now."""
    if drag.preview is None:
        return
    painter.setFont(type_at(p.SMALL))
    for mark in drag.snaps:
        _line(painter, mark, scale, size)
    for a, b in free_around(shape_of(drag.preview), chart, drag.others):
        start, end = scale.to_pixel(*a), scale.to_pixel(*b)
        painter.setPen(QPen(QColor(p.SECOND_INK), 1))
        painter.drawLine(start, end)
        for at in (start, end):
            painter.drawEllipse(at, 2, 2)
        word = f"{float(np.linalg.norm(b - a)):.2f} mm"
        at = (start + end) / 2
        if (end - start).manhattanLength() < _width(painter, word) + 8:  # no room on the line
            across = abs(end.x() - start.x()) > abs(end.y() - start.y())
            at += QPointF(0.0, 16.0) if across else QPointF(_width(painter, word) / 2 + 8, 0.0)
        _word(painter, word, at, size)


def _line(painter: QPainter, mark: Mark, scale: Scale, size: tuple[int, int]) -> None:
    """The line from end to end of the pane, with its word where it is nearest to a free side."""
    along = np.array([0.0, 1.0]) if mark.axis == 0 else np.array([1.0, 0.0])
    on_it = np.array([mark.at, 0.0]) if mark.axis == 0 else np.array([0.0, mark.at])
    low, way = scale.pixels(on_it), scale.matrix @ along
    way /= np.linalg.norm(way)
    a, b = low - way * FAR, low + way * FAR
    painter.setPen(QPen(QColor(p.ACCENT), 1, Qt.PenStyle.DashDotLine))
    painter.drawLine(QPointF(*a), QPointF(*b))
    place = np.array([size[0] - 110.0, size[1] - 62.0])
    _word(painter, mark.word, QPointF(*(low + way * ((place - low) @ way))), size)


def _width(painter: QPainter, word: str) -> float:
    return QFontMetricsF(painter.font()).horizontalAdvance(word) + 8


def _word(painter: QPainter, word: str, at: QPointF, size: tuple[int, int]) -> None:
    """A word on a small card, so that it can be read over ink."""
    wide = _width(painter, word)
    box = QRectF(0, 0, wide, 16)
    box.moveCenter(at)
    box.moveLeft(max(4.0, min(box.left(), size[0] - wide - 4)))
    box.moveTop(max(50.0, min(box.top(), size[1] - 20.0)))
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(p.SHEET))
    painter.drawRoundedRect(box, 3, 3)
    painter.setPen(QColor(p.INK))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, say(word))
