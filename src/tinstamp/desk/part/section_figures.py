"""Figures of the section that is shown: asked of the engine, drawn where they were measured."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import QObject, QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QPainter

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import seen_through
from tinstamp.desk.look.style import type_at
from tinstamp.desk.part.views import ViewName
from tinstamp.desk.words.say import say
from tinstamp.desk.work.preview import Preview
from tinstamp.desk.work.section_cut import SectionCut
from tinstamp.desk.work.session import Session
from tinstamp.engine.messages import Answered
from tinstamp.engine.questions import Line, Section, WantSection

APART = 18.0
"""px between two figures"""
BESIDE = 14.0
"""px from a measured line to its figure"""


class SectionFigures(QObject):
    """What was measured in the section through the chosen stamp, as long as that stands."""

    changed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._number = 0
        self._found: Section | None = None
        self._of: object = None
        self._asked_of: object = None
        session.answered.connect(self._answered)

    def want(self, view: ViewName, preview: Preview | None, cut: SectionCut) -> None:
        """Ask for the figures of the chosen stamp where it is cut, where a section is shown."""
        at, there = self.session.selected, preview is not None and bool(preview.placed.regions)
        known = self.session.report is not None and not self.session.stale_report
        if view == "section" and preview is not None and there and at >= 0 and known:
            self._asked_of = self.session.reported
            x, y = cut.at(preview.placed).tolist()
            self._number = self.session.ask(WantSection(self.session.job.stamps[at].name, (x, y)))

    def forget(self) -> None:
        """No section is shown any more."""
        self._found, self._number = None, 0

    @property
    def lines(self) -> Sequence[Line]:
        """The figures of the chosen stamp on the part as it is reported."""
        at, held = self.session.selected, self._found
        if held is None or at < 0 or self.session.stale_report:
            return ()
        same = self._of is self.session.reported
        return held.lines if same and self.session.job.stamps[at].name == held.stamp else ()

    def _answered(self, event: Answered) -> None:
        if event.number == self._number and isinstance(event.answer, Section):
            self._found, self._of = event.answer, self._asked_of
            self.changed.emit()


def free_of(box: QRectF, taken: Sequence[QRectF], pane: QRectF) -> QRectF:
    """A box moved off others that are there, down, or up where it would leave the pane; as it is
    pushed into the pane when neither does."""
    found = QRectF(box)
    found.moveRight(min(found.right(), pane.right()))
    found.moveLeft(max(found.left(), pane.left()))
    start = min(max(found.top(), pane.top()), pane.bottom() - found.height())
    for way in (1.0, -1.0):
        found.moveTop(start)
        while any(found.intersects(other) for other in taken):
            found.translate(0.0, way * APART)
        if pane.top() <= found.top() and found.bottom() <= pane.bottom():
            return found
    found.moveTop(start)
    return found


def paint_figures(
    painter: QPainter, lines: Sequence[Line], pixel: Callable[[Sequence[float]], QPointF]
) -> None:
    """Each figure beside its line; angles, which have none, below one another at the left."""
    painter.setFont(type_at(p.BODY, strong=True))
    taken: list[QRectF] = []
    left = 60.0
    for line in lines:
        wide = float(painter.fontMetrics().horizontalAdvance(line.told))
        if line.ends:
            a, b = pixel(line.ends[0]), pixel(line.ends[1])
            at = QPointF(max(a.x(), b.x()) + BESIDE, (a.y() + b.y()) / 2)
        else:
            left += APART
            at = QPointF(16.0, left)
        box = free_of(QRectF(at.x() - 4, at.y() - 9, wide + 8, 18), taken, QRectF(painter.window()))
        taken.append(box)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(seen_through(p.GROUND, 235))
        painter.drawRoundedRect(box, 3, 3)
        painter.setPen(QColor(p.INK))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, say(line.told))
