"""The ticket: a column of cards, the blank first, then each stamp in its order."""

from __future__ import annotations

from PySide6.QtCore import (
    QEvent,
    QModelIndex,
    QPersistentModelIndex,
    QRectF,
    QSize,
    Qt,
    Signal,
)
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPainterPath, QPen, QPixmap
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.artwork.drawn import Artwork
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.marks import draw_mark
from tinstamp.desk.look.painting import seen_on
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.feature_list import summary
from tinstamp.desk.sheet.small_picture import small_picture
from tinstamp.desk.ticket.find import MANY, fits, search_line
from tinstamp.desk.ticket.more import more_button
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Job, Stamp
from tinstamp.job.relief import BARE, KINDS
from tinstamp.proofing.finding import Finding, Level, worst

Index = QModelIndex | QPersistentModelIndex
HEIGHT = 100
"""px of the ticket"""
MOST_THUMBNAILS = 400
"""thumbnails that are held"""
FEATURES_FROM, FEATURE, RING = 32, 20, 30
"""px: where the rows of features begin on the blank's card, their height, and how far in
the ring that switches one reaches"""
INDEX = Qt.ItemDataRole.UserRole


class Ticket(QWidget):
    """Cards, and what can be done with them."""

    add_stamp = Signal()
    add_logo = Signal()
    add_drawn = Signal(object, str)
    add_upon = Signal()

    def __init__(self, session: Session, drag: StampDrag) -> None:
        super().__init__()
        self.setObjectName("ticket")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session = session
        self.drag = drag
        self.list = _CardList(self)
        self.list.setItemDelegate(_Card(self))
        self.list.setAccessibleName("Ticket")
        self.list.currentRowChanged.connect(self._chosen)
        self.list.reordered.connect(self._reordered)
        self.add = QPushButton("+ Stamp")
        self.add.setToolTip("Lay a new text on the chosen face (Ctrl+T)")
        self.add.clicked.connect(self.add_stamp)
        self.more = more_button(
            self,
            self.add_logo.emit,
            self.add_upon.emit,
            self.add_drawn.emit,
            lambda: session.selected >= 0,
        )
        self.switch = self._button("Off", "Leave the stamp out of the part", self.switch_stamp)
        self.copy = self._button("Copy", "A second stamp like this one", self.copy_stamp)
        self.remove = self._button("Delete", "Take the stamp off the ticket", self.delete_stamp)
        self.hint = QLabel(
            "1  Set the sizes of the blank.\n"
            "2  Click a face of the part.\n"
            "3  Press “+ Stamp” to lay text on it.\n\n"
            "The arrow beside Open has the demo."
        )
        self.hint.setProperty("role", "second")
        self.hint.setWordWrap(True)
        title = QLabel("TICKET")
        title.setProperty("role", "section")
        title.setFont(type_at(p.SMALL, strong=True))
        actions = QHBoxLayout()
        actions.setSpacing(4)
        for button in (self.switch, self.copy, self.remove):
            actions.addWidget(button)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 12, 12, 12)
        layout.setSpacing(8)
        layout.addWidget(title)
        self.search = search_line()
        self.search.textChanged.connect(self._filter)
        layout.addWidget(self.search)
        layout.addWidget(self.list, 1)
        layout.addWidget(self.hint)
        layout.addLayout(actions)
        adding = QHBoxLayout()
        adding.setSpacing(4)
        adding.addWidget(self.add, 1)
        adding.addWidget(self.more)
        layout.addLayout(adding)
        self.setFixedWidth(236)
        session.job_changed.connect(self.renew)
        session.selection_changed.connect(self.renew)
        session.report_changed.connect(self.list.viewport().update)
        session.report_changed.connect(self._filter)
        self.renew()

    def _button(self, text: str, tip: str, work) -> QToolButton:  # type: ignore[no-untyped-def]
        button = QToolButton()
        button.setText(text)
        button.setToolTip(tip)
        button.clicked.connect(work)
        return button

    def find_stamps(self) -> None:
        """Bring the keys to the words that cards are found by."""
        if not self.search.isHidden():
            self.search.setFocus(Qt.FocusReason.ShortcutFocusReason)
            self.search.selectAll()

    def _filter(self) -> None:
        """Only cards that have the words, and the chosen one; all of a short ticket."""
        job, report = self.session.job, self.session.report
        many = len(job.stamps) >= MANY
        self.search.setVisible(many)
        words = self.search.text() if many else ""
        found = report.findings if report is not None else ()
        for k, stamp in enumerate(job.stamps[: self.list.count() - 1]):
            hidden = bool(words) and k != self.session.selected and not fits(words, stamp, found)
            self.list.item(k + 1).setHidden(hidden)

    def renew(self) -> None:
        """Cards anew; the selection is the session's."""
        job = self.session.job
        self.list.blockSignals(True)
        rows = 1 + len(job.stamps)
        while self.list.count() > rows:
            self.list.takeItem(self.list.count() - 1)
        while self.list.count() < rows:
            self.list.addItem(QListWidgetItem())
        for row in range(rows):
            item = self.list.item(row)
            item.setData(INDEX, row - 1)
            name = job.stamps[row - 1].name if row else f"Blank: {job.blank.features[0].name}"
            item.setData(Qt.ItemDataRole.AccessibleTextRole, name)
            flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
            item.setFlags(flags | Qt.ItemFlag.ItemIsDragEnabled if row else flags)
        self.list.setCurrentRow(self.session.selected + 1)
        self._filter()
        self.list.scheduleDelayedItemsLayout()
        self.list.blockSignals(False)
        on_stamp = self.session.selected != BLANK
        for button in (self.switch, self.copy, self.remove):
            button.setVisible(on_stamp)
        if on_stamp:
            on = job.stamps[self.session.selected].on
            self.switch.setText("Off" if on else "On")
            self.switch.setToolTip(
                "Leave the stamp out of the part (Space)" if on else "Make the stamp again (Space)"
            )
        self.hint.setVisible(not job.stamps)
        self.list.viewport().update()

    def _chosen(self, row: int) -> None:
        if row - 1 != self.session.selected:
            self.session.select(row - 1)

    def _reordered(self, row: int, to: int) -> None:
        stamps = list(self.session.job.stamps)
        moved = stamps.pop(row - 1)
        to = max(0, min(to - 1 - (1 if to > row else 0), len(stamps)))
        stamps.insert(to, moved)
        job = self.session.job.model_copy(update={"stamps": tuple(stamps)})
        self.session.replace(job, f"reorder “{moved.name}”")
        self.session.select(to)

    # -- verbs on the selected stamp

    def _selected(self) -> Stamp | None:
        index = self.session.selected
        return None if index == BLANK else self.session.job.stamps[index]

    def switch_stamp(self) -> None:
        stamp = self._selected()
        if stamp is not None:
            word = "switch off" if stamp.on else "switch on"
            path = ("stamps", self.session.selected, "on")
            self.session.edit(path, not stamp.on, f"{word} “{stamp.name}”")

    def copy_stamp(self) -> None:
        stamp = self._selected()
        if stamp is None:
            return
        job = self.session.job
        twin = stamp.model_copy(update={"name": free_name(job, stamp.name), "alike": ""})
        at = self.session.selected + 1
        stamps = (*job.stamps[:at], twin, *job.stamps[at:])
        copied = job.model_copy(update={"stamps": stamps})
        if self.session.replace(copied, f"copy “{stamp.name}”"):
            self.session.select(at)

    def delete_stamp(self) -> None:
        stamp = self._selected()
        if stamp is None:
            return
        at = self.session.selected
        job = self.session.job
        stamps = (*job.stamps[:at], *job.stamps[at + 1 :])
        self.session.replace(job.model_copy(update={"stamps": stamps}), f"delete “{stamp.name}”")
        self.session.select(min(at, len(stamps) - 1))

    # -- what a card says

    def finding_of(self, stamp: Stamp) -> Finding | None:
        report = self.session.report
        if report is None:
            return None
        return worst([f for f in report.findings if f.stamp == stamp.name])


@overrides
class _CardList(QListWidget):
    """A list that reports where a card was dropped instead of moving it itself."""

    reordered = Signal(int, int)

    def __init__(self, ticket: Ticket) -> None:
        super().__init__(ticket)
        self.setDragDropMode(QAbstractItemView.DragDropMode.InternalMove)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setSpacing(0)
        self.setMouseTracking(True)

    def dropEvent(self, event) -> None:  # type: ignore[no-untyped-def]
        row = self.currentRow()
        target = self.indexAt(event.position().toPoint())
        to = target.row() if target.isValid() else self.count()
        box = self.visualRect(target)
        if target.isValid() and event.position().y() > box.center().y():
            to += 1
        event.setDropAction(Qt.DropAction.IgnoreAction)
        event.accept()
        if row >= 1 and to >= 1:
            self.reordered.emit(row, to)

    def keyPressEvent(self, event) -> None:  # type: ignore[no-untyped-def]
        alt = event.modifiers() & Qt.KeyboardModifier.AltModifier
        row = self.currentRow()
        if alt and event.key() == Qt.Key.Key_Up and row > 1:
            self.reordered.emit(row, row - 1)
        elif alt and event.key() == Qt.Key.Key_Down and 1 <= row < self.count() - 1:
            self.reordered.emit(row, row + 2)
        elif event.key() == Qt.Key.Key_Delete:
            self.parent().delete_stamp()
        elif event.key() == Qt.Key.Key_Space:
            self.parent().switch_stamp()
        else:
            super().keyPressEvent(event)


@overrides
class _Card(QStyledItemDelegate):
    """Paints one card."""

    def __init__(self, ticket: Ticket) -> None:
        super().__init__(ticket)
        self.ticket = ticket
        self._thumbnails: dict[str, tuple[Artwork, tuple[object, ...], QPixmap]] = {}

    def sizeHint(self, option: QStyleOptionViewItem, index: Index) -> QSize:
        count = len(self.ticket.session.job.blank.features)
        if index.data(INDEX) == BLANK and count > 1:
            return QSize(200, FEATURES_FROM + count * FEATURE + 18)
        return QSize(200, HEIGHT)

    def editorEvent(self, event, model, option: QStyleOptionViewItem, index: Index) -> bool:  # type: ignore[no-untyped-def]
        """A click on a feature of the blank's card chooses it; on its ring, switches it."""
        session = self.ticket.session
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
        box = QRectF(option.rect).adjusted(1, 1, -1, -9)
        selected = bool(option.state & QStyle.StateFlag.State_Selected)
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
        job = self.ticket.session.job
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
        self._line(painter, x, box.top() + 9, room, f"Blank: {feature.name}")
        painter.setFont(type_at(p.SMALL))
        painter.setPen(QColor(p.SECOND_INK))
        self._line(painter, x, box.top() + 29, room, self._sizes(job))
        error = self.ticket.session.resolved.error_under("blank")
        if error:
            self._mark(painter, x, box.bottom() - 20, room, "fix", "a size is to fix")
        else:
            count = len(job.dimensions)
            words = (
                "no dimensions"
                if not count
                else ("1 dimension" if count == 1 else f"{count} dimensions")
            )
            self._line(painter, x, box.top() + 48, room, words)

    def _sizes(self, job: Job) -> str:
        return summary(self.ticket.session, 0)

    def _features(self, painter: QPainter, box: QRectF, job: Job) -> None:
        """The blank's card when it has several features: a row each, with a ring that is
        full while the feature is on."""
        session = self.ticket.session
        x, room = box.left() + 14, box.width() - 24
        painter.setPen(QColor(p.INK))
        painter.setFont(type_at(p.BODY, strong=True))
        self._line(painter, x, box.top() + 9, room, f"Blank: {job.blank.features[0].name}")
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
            self._line(painter, x + 24 + width, y + 2, room - width - 26, summary(session, i))

    def _feature_wrong(self, index: int) -> bool:
        session = self.ticket.session
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
        self._line(painter, x, box.top() + 44, room, self._relief(index))
        x, room = box.left() + 12, box.width() - 20
        finding = self.ticket.finding_of(stamp)
        y = box.bottom() - 22
        if not stamp.on:
            self._line(painter, x, y, room, "switched off")
        elif self.ticket.session.report is None:
            self._line(painter, x, y, room, "not built yet")
        elif self.ticket.session.stale_report:
            self._line(painter, x, y, room, "to be checked again …")
        elif finding is None:
            self._mark(painter, x, y, room, "note", "all checks passed")
        else:
            self._mark(painter, x, y, room, finding.level, finding.short)

    def _relief(self, index: int) -> str:
        make = self.ticket.session.job.stamps[index].relief.make
        word = KINDS[make].word.lower()
        if make in BARE["make"]:
            return word
        try:
            depth = self.ticket.session.resolved.of("stamps", index, "relief", "depth")
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
        self._line(painter, x + 16, y, room - 16, text)

    def _thumbnail(self, painter: QPainter, box: QRectF, index: int, stamp: Stamp) -> None:
        shown = self.ticket.drag.of(index)
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
