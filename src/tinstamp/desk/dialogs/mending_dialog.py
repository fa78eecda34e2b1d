"""A logo before and after its clean-up, side by side, with what was done and what is left."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QDialog, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.artwork.drawn import Artwork, Mended
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides


class MendingDialog(QDialog):
    """Two pictures of one drawing, and a list."""

    def __init__(self, artwork: Artwork, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        mended = artwork.mended
        assert mended is not None
        self.setWindowTitle(say("Clean-up of the outlines"))
        self.setMinimumWidth(720)
        title = QLabel(say(f"“{name}” before and after"))
        title.setFont(type_at(p.TITLE, strong=True))
        pictures = QHBoxLayout()
        for word, after in (("As it came", False), ("As it will be made", True)):
            column = QVBoxLayout()
            label = QLabel(say(word))
            label.setProperty("role", "second")
            column.addWidget(label)
            column.addWidget(_Picture(artwork, after))
            pictures.addLayout(column)
        self.list = QLabel(say("\n".join(told(artwork, mended))))
        self.list.setWordWrap(True)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.accept)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(close)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 16)
        column.setSpacing(10)
        column.addWidget(title)
        column.addLayout(pictures)
        column.addWidget(self.list)
        column.addLayout(foot)


def told(artwork: Artwork, m: Mended) -> list[str]:
    """What was done, and what could not be mended, in words with figures."""
    lines = [f"{m.before} pieces of outline before, {m.after} after; moved {m.deviation:.4f} mm "
             "at most"]  # fmt: skip
    done = (
        (m.joined, "ends joined"),
        (m.doubles, "lines drawn twice, taken once"),
        (len(m.crossings), "crossings of a line with itself (×), parted there"),
        (m.specks, "specks left out"),
    )
    lines += [f"{count} {what}" for count, what in done if count]
    lines += [f"open end (○) at {x:.2f}, {y:.2f} mm" for x, y in artwork.marks[:6]]
    if len(artwork.marks) > 6:
        lines.append(f"and {len(artwork.marks) - 6} more open ends")
    return lines


@overrides
class _Picture(QWidget):
    """The drawing's lines with their points, or its cleaned regions."""

    def __init__(self, artwork: Artwork, after: bool) -> None:
        super().__init__()
        self.artwork, self.after = artwork, after
        self.setMinimumSize(QSize(330, 260))
        self.setAccessibleName(say("After the clean-up" if after else "Before the clean-up"))

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            self._paint(painter)

    def _paint(self, painter: QPainter) -> None:
        painter.fillRect(self.rect(), QColor(p.SHEET))
        mended = self.artwork.mended
        assert mended is not None
        every = [*mended.lines, *(o.points(2) for r in self.artwork.regions for o in r.outlines)]
        points = np.concatenate(every)
        low, high = points.min(axis=0), points.max(axis=0)
        room = np.array([self.width() - 32.0, self.height() - 32.0])
        scale = float((room / np.maximum(high - low, 1e-9)).min())
        shift = 16.0 + (room - scale * (high - low)) / 2

        def at(q: np.ndarray) -> QPointF:
            x, y = (q - low) * scale
            return QPointF(shift[0] + x, self.height() - shift[1] - y)

        if self.after:
            self._regions(painter, at)
        else:
            self._lines(painter, mended, at)
        painter.setPen(QPen(QColor(p.FIX), 2))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for mark in self.artwork.marks[:200]:
            painter.drawEllipse(at(np.array(mark)), 6, 6)
        if not self.after:
            for mark in mended.crossings[:200]:
                there = at(np.array(mark))
                for dx, dy in ((5, 5), (5, -5)):
                    painter.drawLine(there - QPointF(dx, dy), there + QPointF(dx, dy))

    def _lines(self, painter: QPainter, mended: Mended, at) -> None:  # type: ignore[no-untyped-def]
        painter.setPen(QPen(QColor(p.SECOND_INK), 1))
        for line in mended.lines:
            painter.drawPolyline(QPolygonF([at(q) for q in line]))

    def _regions(self, painter: QPainter, at) -> None:  # type: ignore[no-untyped-def]
        path = QPainterPath()
        path.setFillRule(Qt.FillRule.OddEvenFill)
        joints = []
        for region in self.artwork.regions:
            for outline in region.outlines:
                path.moveTo(at(outline.beziers[0, 0]))
                for b in outline.beziers:
                    path.cubicTo(at(b[1]), at(b[2]), at(b[3]))
                    joints.append(at(b[0]))
                path.closeSubpath()
        painter.fillPath(path, QColor(p.INK))
        if len(joints) < 600:
            painter.setPen(QPen(QColor(p.ACCENT), 3))
            painter.drawPoints(QPolygonF(joints))
