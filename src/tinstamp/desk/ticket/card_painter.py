"""How a card of the ticket is painted: the blank with its features, a stamp with its picture."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QEvent, QModelIndex, QObject, QPersistentModelIndex, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPainterPath, QPen, QPixmap
from PySide6.QtWidgets import QStyle, QStyledItemDelegate, QStyleOptionViewItem

from tinstamp.artwork.drawn import Artwork
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.marks import draw_mark
from tinstamp.desk.look.painting import seen_on
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.feature_list import summary
from tinstamp.desk.sheet.small_picture import small_picture
from tinstamp.desk.ticket.order import steps_in
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Job, Stamp
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.relief_when import BARE
from tinstamp.proofing.finding import Finding, Level

Index = QModelIndex | QPersistentModelIndex
HEIGHT = 100
"""px of the ticket"""
MOST_THUMBNAILS = 400
"""thumbnails that are held"""
HEADING, INDENT = 24, 14
"""px: how high a heading is, and how far in a card stands that lies on another one"""
FEATURES_FROM, FEATURE, RING = 32, 20, 30
"""px: where the rows of features begin on the blank's card, their height, and how far in
the ring that switches one reaches"""
INDEX = Qt.ItemDataRole.UserRole


@overrides
class CardPainter(QStyledItemDelegate):
    """Paints one card."""

    def __init__(
        self,
        parent: QObject,
        session: Session,
        drag: StampDrag,
        finding_of: Callable[[Stamp], Finding | None],
    ) -> None:
        super().__init__(parent)
        self.session, self.drag, self.finding_of = session, drag, finding_of
        self._thumbnails: dict[str, tuple[Artwork, tuple[object, ...], QPixmap]] = {}

    def sizeHint(self, option: QStyleOptionViewItem, index: Index) -> QSize:
        if isinstance(index.data(INDEX), str):
            return QSize(200, HEADING)
        count = len(self.session.job.blank.features)
        if index.data(INDEX) == BLANK and count > 1:
            return QSize(200, FEATURES_FROM + count * FEATURE + 18)
        return QSize(200, HEIGHT)

    def editorEvent(self, event, model, option: QStyleOptionViewItem, index: Index) -> bool:  # type: ignore[no-untyped-def]
        """A click on a feature of the blank's card chooses it; on its ring, switches it."""
        session = self.session
        count = len(session.job.blank.features)
        if (
            event.type() == QEvent.Type.MouseButtonRelease
            and index.data(INDEX) == BLANK
            and count > 1
        ):
            y = event.position().y() - option.rect.top() - FEATURES_FROM
            row = int(y // FEATURE)
            if 0 <= row < count:
                if event.position().x() - option.rect.left() < RING and row:
                    session.switch_feature(row, not session.job.blank.features[row].on)
                else:
                    session.select_feature(row)
                return True
        return super().editorEvent(event, model, option, index)

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        of = index.data(INDEX)
        if isinstance(of, str):
            painter.setPen(QColor(p.SECOND_INK))
            painter.setFont(type_at(p.SMALL, strong=True))
            room = QRectF(option.rect).adjusted(2, 2, -2, -2)
            self._line(painter, room.left(), room.top(), room.width(), say(of))
            return
        box = QRectF(option.rect).adjusted(1, 1, -1, -9)
        stamps = len(self.session.job.stamps)
        if isinstance(of, int) and 0 <= of < stamps:
            box.setLeft(box.left() + INDENT * steps_in(self.session.job, of))
        beside = index.data(INDEX) in self.drag.choice.beside
        selected = beside or bool(option.state & QStyle.StateFlag.State_Selected)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(p.ACCENT if selected else p.RULE), 1))
        painter.setBrush(QColor(p.SHEET if selected else p.PANEL))
        painter.drawRoundedRect(box, 5, 5)
        if selected:
            edge = QPainterPath()
            edge.addRoundedRect(box, 5, 5)
            painter.setClipPath(edge)
            painter.fillRect(QRectF(box.left(), box.top(), 4, box.height()), QColor(p.ACCENT))
            painter.setClipping(False)
        which = index.data(INDEX)
        job = self.session.job
        if which == BLANK:
            self._blank(painter, box, job)
        elif which is not None and which < len(job.stamps):
            self._stamp(painter, box, which, job.stamps[which])
        painter.restore()

    def _line(self, painter: QPainter, x: float, y: float, room: float, text: str) -> None:
        metrics = QFontMetricsF(painter.font())
        painter.drawText(
            QRectF(x, y, room, metrics.height() + 2),
            int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter),
            metrics.elidedText(text, Qt.TextElideMode.ElideRight, room),
        )

    def _blank(self, painter: QPainter, box: QRectF, job: Job) -> None:
        feature = job.blank.features[0]
        x, room = box.left() + 14, box.width() - 24
        if len(job.blank.features) > 1:
            self._features(painter, box, job)
            return
        painter.setPen(QColor(p.INK))
        painter.setFont(type_at(p.BODY, strong=True))
        self._line(painter, x, box.top() + 9, room, f"{say('Blank')}: {feature.name}")
        painter.setFont(type_at(p.SMALL))
        painter.setPen(QColor(p.SECOND_INK))
        self._line(painter, x, box.top() + 29, room, say(self._sizes(job)))
        error = self.session.resolved.error_under("blank")
        if error:
            self._mark(painter, x, box.bottom() - 20, room, "fix", "a size is to fix")
        else:
            count = len(job.dimensions)
            words = (
                "no dimensions"
                if not count
                else ("1 dimension" if count == 1 else f"{count} dimensions")
            )
            self._line(painter, x, box.top() + 48, room, say(words))

    def _sizes(self, job: Job) -> str:
        return summary(self.session, 0)

    def _features(self, painter: QPainter, box: QRectF, job: Job) -> None:
        """The blank's card when it has several features: a row each, with a ring that is
        full while the feature is on."""
        session = self.session
        x, room = box.left() + 14, box.width() - 24
        painter.setPen(QColor(p.INK))
        painter.setFont(type_at(p.BODY, strong=True))
        self._line(painter, x, box.top() + 9, room, f"{say('Blank')}: {job.blank.features[0].name}")
        for i, feature in enumerate(job.blank.features):
            y = box.top() + FEATURES_FROM + i * FEATURE
            chosen = session.selected == BLANK and session.feature == i
            wrong = feature.on and self._feature_wrong(i)
            if chosen:
                painter.setPen(Qt.PenStyle.NoPen)
                painter.setBrush(QColor(p.PAPER))
                painter.drawRoundedRect(QRectF(x - 4, y, room + 4, FEATURE - 1), 3, 3)
            ring = QRectF(x, y + 5, 9, 9)
            if wrong:
                draw_mark(painter, ring, "fix")
            else:
                painter.setPen(QPen(QColor(p.SECOND_INK), 1.2))
                painter.setBrush(QColor(p.SECOND_INK) if feature.on else Qt.BrushStyle.NoBrush)
                painter.drawEllipse(ring)
            painter.setPen(QColor(p.FIX if wrong else p.INK if feature.on else p.SECOND_INK))
            painter.setFont(type_at(p.SMALL, strong=chosen))
            name = feature.name if feature.on else f"{feature.name}, off"
            width = QFontMetricsF(painter.font()).horizontalAdvance(name)
            self._line(painter, x + 16, y + 2, room - 16, name)
            painter.setPen(QColor(p.SECOND_INK))
            painter.setFont(type_at(p.SMALL))
            self._line(painter, x + 24 + width, y + 2, room - width - 26, say(summary(session, i)))

    def _feature_wrong(self, index: int) -> bool:
        session = self.session
        start = f"blank.features.{index}."
        if session.resolved.error_under("blank", "features", index) is not None:
            return True
        if session.report is None or session.stale_report:
            return False
        return any(f"{key}.".startswith(start) for key in session.report.blank_errors)

    def _stamp(self, painter: QPainter, box: QRectF, index: int, stamp: Stamp) -> None:
        thumb = QRectF(box.left() + 12, box.top() + 12, 60, 44)
        painter.setPen(QPen(QColor(p.RULE), 1))
        painter.setBrush(QColor(p.PAPER))
        painter.drawRoundedRect(thumb, 3, 3)
        self._thumbnail(painter, thumb.adjusted(4, 4, -4, -4), index, stamp)
        x, room = thumb.right() + 10, box.right() - thumb.right() - 16
        painter.setPen(QColor(p.INK if stamp.on else p.SECOND_INK))
        painter.setFont(type_at(p.BODY, strong=True))
        self._line(painter, x, box.top() + 8, room, stamp.name)
        painter.setFont(type_at(p.SMALL))
        painter.setPen(QColor(p.SECOND_INK))
        self._line(painter, x, box.top() + 27, room, stamp.setting.face)
        self._line(painter, x, box.top() + 44, room, say(self._relief(index)))
        x, room = box.left() + 12, box.width() - 20
        finding = self.finding_of(stamp)
        y = box.bottom() - 22
        if not stamp.on:
            self._line(painter, x, y, room, say("switched off"))
        elif self.session.report is None:
            self._line(painter, x, y, room, say("not built yet"))
        elif self.session.stale_report:
            self._line(painter, x, y, room, say("to be checked again …"))
        elif finding is None:
            self._mark(painter, x, y, room, "note", "all checks passed")
        else:
            self._mark(painter, x, y, room, finding.level, finding.short)

    def _relief(self, index: int) -> str:
        relief = self.session.job.stamps[index].relief
        word = KINDS[relief.make].word.lower()
        if "level_with" not in relief.idle and relief.level_with:
            return f"{word} as {relief.level_with}"
        if "picture" not in relief.idle:
            return f"{word} as a picture"
        if relief.make in BARE["make"]:
            return word
        try:
            depth = self.session.resolved.of("stamps", index, "relief", "depth")
        except FormulaError:
            return word
        return f"{word} {depth:.2f} mm"

    def _mark(
        self,
        painter: QPainter,
        x: float,
        y: float,
        room: float,
        level: Level,
        text: str,
    ) -> None:
        draw_mark(painter, QRectF(x, y + 3, 10, 10), level)
        painter.setPen(QColor(p.LEVEL[level]))
        painter.setFont(type_at(p.SMALL, strong=True))
        self._line(painter, x + 16, y, room - 16, say(text))

    def _thumbnail(self, painter: QPainter, box: QRectF, index: int, stamp: Stamp) -> None:
        shown = self.drag.of(index)
        if shown is None or not shown.artwork.regions:
            return
        colour = seen_on(stamp.relief.colour if stamp.on else p.GREY_STAMP, p.PAPER)
        ratio = painter.device().devicePixelRatioF()
        look = (colour.name(), box.width(), box.height(), ratio)
        held = self._thumbnails.get(stamp.name)
        if held is None or held[0] is not shown.artwork or held[1] != look:
            if len(self._thumbnails) > MOST_THUMBNAILS:
                self._thumbnails.clear()
            picture = small_picture(shown.artwork, colour, box.size(), ratio)
            held = self._thumbnails[stamp.name] = (shown.artwork, look, picture)
        painter.drawPixmap(box.topLeft(), held[2])
