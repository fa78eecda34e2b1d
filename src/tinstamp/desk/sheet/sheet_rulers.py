"""The rulers of the sheet: they stay in sight wherever it is moved, and tell where the pointer
is."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_scale import Scale, turned_box
from tinstamp.desk.words.say import say

LEFT, FOOT, HEAD, DEGREES, LEGEND = 44.0, 36.0, 52.0, 24.0, 18.0
"""px of the pane that belong to the ruler at its left, to that at its foot, to the words at its
head, to the ruler in degrees below these, and to the legend of what is shown in colours"""
POINTER = 4.0
"""px; half the width of the mark that stands where the pointer is"""


@dataclass(frozen=True)
class Ruled:
    """What rulers are drawn for.

    Attributes
    ----------
    size : of the pane, px. ink : (4,) the chosen artwork's box, mm. pointer : px.
    legend : there is one.
    """

    chart: Chart
    scale: Scale
    size: tuple[int, int]
    ink: Array | None
    pointer: QPointF | None
    legend: bool

    @property
    def inner(self) -> QRectF:
        """What the rulers and words leave of the pane, px."""
        above = HEAD + (LEGEND if self.legend else 0.0)
        if has_degrees(self.chart, self.scale):
            above += DEGREES
        wide, high = self.size
        return QRectF(LEFT, above, max(wide - LEFT, 1.0), max(high - above - FOOT, 1.0))


def ruler_step(per_mm: float, least: float = 38.0) -> float:
    """mm between figures so that they stand at least `least` px apart: 1, 2 or 5 × 10ⁿ."""
    wanted = least / per_mm
    power = 10.0 ** np.floor(np.log10(wanted))
    return float(next(power * k for k in (1, 2, 5, 10) if power * k >= wanted * 0.999))


def has_degrees(chart: Chart, scale: Scale) -> bool:
    """True where a ruler in degrees runs level above the sheet."""
    turns = chart.turns
    return turns is not None and turns.girth is not None and not scale.turn


def paint_rulers(painter: QPainter, of: Ruled) -> None:
    """Millimetres at the foot and at the left, degrees above where the face goes round an axis. On
    a turned sheet they count from the sheet's own zero, as it is looked at."""
    chart, scale = of.chart, of.scale
    inner = of.inner
    painter.setFont(type_at(p.SMALL))
    if isinstance(chart, ConeChart) and chart.closed and not scale.turn:
        painter.save()
        painter.setClipRect(inner)
        _degrees_round(painter, chart, scale)
        painter.restore()
    wide, high = of.size
    for strip in (
        QRectF(0, 0, wide, inner.top()),
        QRectF(0, 0, inner.left(), high),
        QRectF(0, inner.bottom(), wide, high - inner.bottom()),
    ):
        painter.fillRect(strip, QColor(p.TABLE))
    painter.setPen(QColor(p.RULE_STRONG))
    painter.drawLine(inner.topLeft(), inner.bottomLeft())
    painter.drawLine(inner.bottomLeft(), inner.bottomRight())
    _level(painter, of, inner)
    _upright(painter, of, inner)
    if has_degrees(chart, scale):
        painter.drawLine(inner.topLeft(), inner.topRight())
        _degrees(painter, of, float(chart.turns.girth or 0.0), inner)  # type: ignore[union-attr]


def _level(painter: QPainter, of: Ruled, inner: QRectF) -> None:
    scale, y = of.scale, inner.bottom()
    step = ruler_step(scale.per_mm)
    painter.setPen(QColor(p.SECOND_INK))
    fine = step / 5
    low, high = ((x - scale.x0) / scale.per_mm for x in (inner.left(), inner.right()))
    for k in range(int(np.ceil(low / fine)), int(np.floor(high / fine)) + 1):
        x = scale.x0 + k * fine * scale.per_mm
        main = k % 5 == 0
        painter.drawLine(QPointF(x, y), QPointF(x, y + (7 if main else 4)))
        if main and inner.left() + 16 < x < inner.right() - 16:
            _figure(painter, QRectF(x - 30, y + 8, 60, 14), f"{k * fine:g}")
    painter.drawText(QRectF(4, y + 8, LEFT - 8, 14), Qt.AlignmentFlag.AlignRight, say("mm"))
    if of.ink is not None:
        a, b = scale.x0 + turned_box(of.ink, scale.turn)[[0, 2]] * scale.per_mm
        if b > inner.left():
            _reach(painter, QPointF(max(a, inner.left()), y + 1), QPointF(b, y + 1))
    if of.pointer is not None and inner.contains(of.pointer):
        x = of.pointer.x()
        told = f"{(x - scale.x0) / scale.per_mm:.2f}"
        _mark(painter, QPointF(x, y), QPointF(0.0, 1.0), QPointF(x, y + 15), told)


def _upright(painter: QPainter, of: Ruled, inner: QRectF) -> None:
    scale, x = of.scale, inner.left()
    step = ruler_step(scale.per_mm, 30.0)
    painter.setPen(QColor(p.SECOND_INK))
    low, high = ((scale.y0 - y) / scale.per_mm for y in (inner.bottom(), inner.top()))
    for k in range(int(np.ceil(low / step)), int(np.floor(high / step)) + 1):
        y = scale.y0 - k * step * scale.per_mm
        painter.drawLine(QPointF(x - 5, y), QPointF(x, y))
        box = QRectF(0, y - 7, x - 8, 14)
        if inner.top() + 4 < y < inner.bottom() - 4:
            sides = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
            painter.drawText(box, int(sides), say(f"{k * step:g}"))
    if of.ink is not None:
        a, b = scale.y0 - turned_box(of.ink, scale.turn)[[1, 3]] * scale.per_mm
        a, b = min(a, inner.bottom()), max(b, inner.top())
        if a > b:
            _reach(painter, QPointF(x - 1, a), QPointF(x - 1, b))
    if of.pointer is not None and inner.contains(of.pointer):
        y = of.pointer.y()
        told = f"{(scale.y0 - y) / scale.per_mm:.2f}"
        _mark(painter, QPointF(x, y), QPointF(-1.0, 0.0), QPointF(x - 7, y), told, left=True)


def _figure(painter: QPainter, box: QRectF, words: str) -> None:
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, say(words))


def _reach(painter: QPainter, start: QPointF, end: QPointF) -> None:
    """Along a ruler, from where to where the artwork reaches."""
    painter.setPen(QPen(QColor(p.ACCENT), 2))
    painter.drawLine(start, end)
    painter.setPen(QColor(p.SECOND_INK))


def _mark(
    painter: QPainter, at: QPointF, out: QPointF, beside: QPointF, words: str, left: bool = False
) -> None:
    """Where the pointer is along a ruler, with the figure there on a small card."""
    across = QPointF(out.y(), out.x()) * POINTER
    painter.save()
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(p.INK))
    painter.drawPolygon(QPolygonF([at, at + out * 7 + across, at + out * 7 - across]))
    box = QRectF(0, 0, painter.fontMetrics().horizontalAdvance(words) + 8.0, 15.0)
    box.moveCenter(beside)
    if left:
        box.moveRight(max(beside.x(), box.width() + 1.0))
    painter.setBrush(QColor(p.TABLE))
    painter.drawRect(box)
    painter.setPen(QColor(p.INK))
    _figure(painter, box, words)
    painter.restore()


def _degrees(painter: QPainter, of: Ruled, girth: float, inner: QRectF) -> None:
    scale, y = of.scale, inner.top()
    per_degree = girth / 360.0 * scale.per_mm
    step = next((s for s in (1, 5, 10, 15, 45, 90) if s * per_degree >= 44), 180)
    painter.setPen(QColor(p.SECOND_INK))
    for k in range(-180, 181, step):
        x = scale.to_pixel(k / 360.0 * girth, 0).x()
        if inner.left() + 16 <= x <= inner.right() - 16:
            painter.drawLine(QPointF(x, y - 7), QPointF(x, y))
            _figure(painter, QRectF(x - 30, y - 22, 60, 14), f"{k}°")
    if of.pointer is not None and inner.contains(of.pointer):
        x = of.pointer.x()
        told = f"{(x - scale.x0) / per_degree:.1f}°"
        _mark(painter, QPointF(x, y), QPointF(0.0, -1.0), QPointF(x, y - 15), told)


def _degrees_round(painter: QPainter, chart: ConeChart, scale: Scale) -> None:
    """Degrees along the upper rim of a sector, above it."""
    outer = chart.bounds_slant[1]
    off = 14.0 / scale.per_mm
    per_degree = chart.way_round(chart.rolled(np.array([0.0, outer]))) / 360.0 * scale.per_mm
    step = next((s for s in (5, 10, 15, 30, 45, 90) if s * per_degree >= 44), 180)
    painter.setPen(QColor(p.SECOND_INK))
    for k in range(-180 + step, 181, step):
        marks = chart.rolled(np.array([[k, outer], [k, outer + off / 2], [k, outer + off]]))
        a, b, c = (scale.to_pixel(*m) for m in marks)
        painter.drawLine(a, b)
        _figure(painter, QRectF(c.x() - 22, c.y() - 7, 44, 14), f"{k}°")
