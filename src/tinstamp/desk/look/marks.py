"""Shapes that findings are shown by: triangle, lozenge, dot. Shape, word and colour
always stand together."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QIcon, QPainter, QPixmap, QPolygonF

from tinstamp.desk.look import palette as p
from tinstamp.proofing.finding import Level


def draw_mark(painter: QPainter, box: QRectF, level: Level, colour: str | None = None) -> None:
    """Draw a level's shape within a box."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(colour or p.LEVEL[level]))
    c = box.center()
    if level == "fix":
        painter.drawPolygon(
            QPolygonF([QPointF(c.x(), box.top()), box.bottomRight(), box.bottomLeft()])
        )
    elif level == "look":
        painter.drawPolygon(
            QPolygonF(
                [
                    QPointF(c.x(), box.top()),
                    QPointF(box.right(), c.y()),
                    QPointF(c.x(), box.bottom()),
                    QPointF(box.left(), c.y()),
                ]
            )
        )
    else:
        painter.drawEllipse(box.adjusted(1, 1, -1, -1))
    painter.restore()


def mark_icon(level: Level, colour: str | None = None) -> QIcon:
    """A level's shape as an icon of 12 px."""
    pixmap = QPixmap(24, 24)
    pixmap.fill(Qt.GlobalColor.transparent)
    painter = QPainter(pixmap)
    draw_mark(painter, QRectF(2, 2, 20, 20), level, colour)
    painter.end()
    pixmap.setDevicePixelRatio(2)
    return QIcon(pixmap)
