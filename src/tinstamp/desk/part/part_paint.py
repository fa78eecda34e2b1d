"""Painting of the part's view: the picture, and what stands over it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol

from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetrics, QImage, QPainter
from PySide6.QtWidgets import QToolButton

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import seen_through
from tinstamp.desk.look.style import type_at
from tinstamp.desk.part.scene import Scene
from tinstamp.desk.part.section_figures import SectionFigures, paint_figures
from tinstamp.desk.part.views import ViewName
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session


class Seen(Protocol):
    """What is painted: the part as it was drawn last."""

    session: Session
    scene: Scene
    look: QToolButton
    view: ViewName
    figures: SectionFigures
    image: QImage | None

    @property
    def told(self) -> str: ...

    def pixel(self, point: Sequence[float]) -> QPointF: ...

    def hasFocus(self) -> bool: ...

    def rect(self) -> QRect: ...


def paint(painter: QPainter, view: Seen) -> None:
    """The picture, the words above it, the figures of a section, the frame of the focus."""
    painter.setRenderHint(QPainter.RenderHint.Antialiasing, False)
    painter.fillRect(view.rect(), QColor(p.GROUND))
    if view.image is not None:
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.drawImage(0, 0, view.image)
    painter.setFont(type_at(p.BODY))
    left = 28 + QFontMetrics(type_at(p.SMALL, strong=True)).horizontalAdvance(say("PART"))
    room = view.look.x() - left - 8
    words = painter.fontMetrics().elidedText(view.told, Qt.TextElideMode.ElideRight, room)
    band = QRectF(8, 6, left + 2 + painter.fontMetrics().horizontalAdvance(words), 24)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(seen_through(p.GROUND, 215))
    painter.drawRoundedRect(band, 4, 4)
    painter.setPen(QColor(p.SECOND_INK))
    painter.drawText(left, 22, words)
    painter.setFont(type_at(p.SMALL, strong=True))
    painter.drawText(16, 22, say("PART"))
    if view.scene.mesh is None:
        painter.setFont(type_at(p.LARGE))
        words = (
            "The part is being built …"
            if view.session.building
            else ("The part cannot be built yet: see what is to fix below.")
        )
        painter.drawText(view.rect(), Qt.AlignmentFlag.AlignCenter, say(words))
    if view.view == "section":
        paint_figures(painter, view.figures.lines, view.pixel)
    if view.hasFocus():
        painter.setPen(QColor(p.RULE_STRONG))
        painter.setBrush(Qt.BrushStyle.NoBrush)  # the frame alone: no wash over the part
        painter.drawRect(view.rect().adjusted(0, 0, -1, -1))
