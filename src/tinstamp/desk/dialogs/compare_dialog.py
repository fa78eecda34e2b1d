"""One artwork wrapped and cast, side by side as they look from in front, with their figures."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QSize
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QDialog, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.artwork.outline import Array
from tinstamp.chart.stretch import letter_stretches, per_cent
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.preview import Preview, preview
from tinstamp.desk.work.session import Session
from tinstamp.job.model import changed
from tinstamp.job.resolve import resolve

WAYS = (("none", "Wrapped round"), ("square", "Cast, square to it"))


class CompareDialog(QDialog):
    """Two pictures of the selected stamp."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle(say("Wrapped and cast"))
        self.setMinimumWidth(720)
        name = session.job.stamps[session.selected].name
        title = QLabel(say(f"“{name}” wrapped and cast"))
        title.setFont(type_at(p.TITLE, strong=True))
        words = QLabel(say("As it looks square on to the middle of the artwork."))
        words.setProperty("role", "second")
        self.shown = {way: _laid(session, way) for way, _ in WAYS}
        self.told = {way: _figures(shown) for way, shown in self.shown.items()}
        pictures = QHBoxLayout()
        reach = max((_reach(s) for s in self.shown.values() if s is not None), default=1.0)
        for way, word in WAYS:
            column = QVBoxLayout()
            column.addWidget(QLabel(say(word)))
            column.addWidget(_Picture(self.shown[way], reach, session, word))
            figures = QLabel(say(self.told[way]))
            figures.setWordWrap(True)
            column.addWidget(figures)
            pictures.addLayout(column)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.accept)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(close)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 16)
        column.setSpacing(10)
        for widget in (title, words):
            column.addWidget(widget)
        column.addLayout(pictures)
        column.addLayout(foot)


def _laid(session: Session, way: str) -> Preview | None:
    """The selected stamp laid in one way; None where it cannot be."""
    index = session.selected
    job = changed(session.job, ("stamps", index, "setting", "cast", "way"), way)
    document = replace(session.document, job=job)
    return preview(document, resolve(job), index, session.charts)


def _figures(shown: Preview | None) -> str:
    if shown is None or not shown.placed.regions:
        return "It cannot be laid on this face so."
    found = letter_stretches(shown.chart, shown.placed.regions)
    across, up = [s.across for s in found], [s.up for s in found]
    if not np.isfinite([*across, *up]).all():
        return "A part of it misses the face."
    return f"Letters on the face are {per_cent(across)} wide and {per_cent(up)} tall."


def _seen(shown: Preview) -> tuple[Array, NDArray[np.int64]]:
    """The draped artwork as it is seen along the normal at its middle, (n, 2) mm, and its
    triangles."""
    points, triangles = shown.in_space(0.0)
    bounds = shown.placed.bounds
    middle = (bounds[:2] + bounds[2:]) / 2
    here, normal = shown.chart.to_space(middle), shown.chart.normal(middle)
    x = shown.chart.jacobian(middle)[:, 0]
    x = x - (x @ normal) * normal
    x = x / np.linalg.norm(x)
    y = np.cross(normal, x)
    away = points - here
    return np.stack([away @ x, away @ y], axis=-1), triangles


def _reach(shown: Preview) -> float:
    points, triangles = _seen(shown)
    return float(np.abs(points[np.unique(triangles)]).max()) if len(triangles) else 1.0


@overrides
class _Picture(QWidget):
    def __init__(self, shown: Preview | None, reach: float, session: Session, word: str) -> None:
        super().__init__()
        self.shown, self.reach = shown, reach
        self.colour = session.job.stamps[session.selected].relief.colour
        self.setMinimumSize(QSize(330, 200))
        self.setAccessibleName(say(word))

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            painter.fillRect(self.rect(), QColor(p.SHEET))
            if self.shown is not None and self.shown.placed.regions:
                self._paint(painter, self.shown)

    def _paint(self, painter: QPainter, shown: Preview) -> None:
        points, triangles = _seen(shown)
        scale = (self.width() / 2 - 12) / self.reach
        x0, y0 = self.width() / 2, self.height() / 2
        painter.setPen(QPen(QColor(self.colour), 0.8))  # closes the seams between triangles
        painter.setBrush(QColor(self.colour))
        for corners in points[triangles]:
            painter.drawPolygon(
                QPolygonF([QPointF(x0 + x * scale, y0 - y * scale) for x, y in corners])
            )
