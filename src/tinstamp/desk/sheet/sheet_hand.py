"""What the hand works with on the sheet: boxes of chosen stamps, the frame that chooses them,
places of a guide, and the figures of a drag."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from tinstamp.chart.base import Chart
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import seen_through
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.words.say import say
from tinstamp.desk.work.guide_spots import Spot
from tinstamp.desk.work.stamp_drag import StampDrag

SPOT = 4.5
"""px; half the size of a place that can be pulled"""
CARD = 20.0
"""px high: the card with the figures of a drag"""
CARD_AT = 80.0
"""px from the top"""


def paint_chosen(painter: QPainter, drag: StampDrag, chart: Chart, scale: Scale) -> None:
    """A box about each stamp chosen beside the one in hand."""
    painter.setPen(QPen(QColor(p.ACCENT), 1, Qt.PenStyle.DashLine))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for i in drag.choice.beside:
        shown = drag.of(i)
        if shown is not None and shown.placed.regions:
            low_x, low_y, high_x, high_y = drag.previews.on_sheet(shown, chart).placed.bounds
            corners = ((low_x, low_y), (high_x, low_y), (high_x, high_y), (low_x, high_y))
            painter.drawPolygon(QPolygonF([scale.to_pixel(*corner) for corner in corners]))


def paint_frame(painter: QPainter, frame: tuple[QPointF, QPointF] | None) -> None:
    """The frame that stamps are chosen by."""
    if frame is not None:
        painter.setPen(QPen(QColor(p.INK), 1, Qt.PenStyle.DashLine))
        painter.setBrush(seen_through(p.INK, 24))
        painter.drawRect(QRectF(*frame).normalized())


def paint_spots(painter: QPainter, spots: Sequence[Spot], scale: Scale) -> None:
    """The places of a guide that can be pulled: points as squares on a corner, the rest round."""
    painter.setPen(QPen(QColor(p.ACCENT), 1.5))
    painter.setBrush(QColor(p.SHEET))
    for spot in spots:
        at = scale.to_pixel(*spot.at)
        if spot.what == "point":
            ends = (QPointF(SPOT, 0), QPointF(0, SPOT), QPointF(-SPOT, 0), QPointF(0, -SPOT))
            painter.drawPolygon(QPolygonF([at + end * 1.2 for end in ends]))
        else:
            painter.drawEllipse(at, SPOT, SPOT)


def paint_figures_of(painter: QPainter, drag: StampDrag, size: tuple[int, int]) -> None:
    """What the drag has done so far, and what is typed, on a card at the foot."""
    asked = drag.asked
    words = " · ".join(asked) if asked else f"{drag.told}   (type a figure for it)"
    if not drag.told:
        return
    painter.setFont(type_at(p.BODY, strong=bool(asked)))
    wide = painter.fontMetrics().horizontalAdvance(words) + 20.0
    box = QRectF((size[0] - wide) / 2, CARD_AT, wide, CARD)
    painter.setPen(QPen(QColor(p.ACCENT if asked else p.RULE_STRONG), 1))
    painter.setBrush(QColor(p.SHEET))
    painter.drawRoundedRect(box, 4, 4)
    painter.setPen(QColor(p.INK))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, say(words))
