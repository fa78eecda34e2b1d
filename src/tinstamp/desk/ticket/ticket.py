"""The ticket: a column of cards, the blank first, then each stamp in its order."""

from __future__ import annotations

from PySide6.QtCore import (
    QSettings,
    Qt,
    Signal,
)
from PySide6.QtWidgets import (
    QAbstractItemView,
    QComboBox,
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.ticket.card_painter import INDEX, CardPainter
from tinstamp.desk.ticket.find import MANY, fits, search_line
from tinstamp.desk.ticket.lead import Lead
from tinstamp.desk.ticket.more import more_button
from tinstamp.desk.ticket.order import WORDS, Order, order_named, rows
from tinstamp.desk.words.say import say
from tinstamp.desk.work.calm import Calm
from tinstamp.desk.work.copying import with_copy
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.model import Stamp, changed
from tinstamp.job.relief_kinds import KINDS
from tinstamp.proofing.finding import Finding, worst

KEPT_AS = "ticket/order"


class Ticket(QWidget):
    """Cards, and what can be done with them."""

    add_stamp = Signal()
    add_logo = Signal()
    add_drawn = Signal(object, str)
    add_upon = Signal()
    shelf_wanted = Signal(object)

    def __init__(
        self, session: Session, drag: StampDrag, settings: QSettings | None = None
    ) -> None:
        super().__init__()
        self.setObjectName("ticket")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session, self.drag, self.settings = session, drag, settings
        self.rows: list[int | str] = []
        self._looks: list[tuple[object, ...]] = []
        self._features = 0
        self.list = _CardList(self)
        self.list.setItemDelegate(CardPainter(self, session, drag, self.finding_of))
        self.list.setAccessibleName(say("Ticket"))
        self.list.currentRowChanged.connect(self._chosen)
        self.list.reordered.connect(self._reordered)
        self.add = QPushButton(say("+ Stamp"))
        self.add.setToolTip(say("Lay a new text on the chosen face (Ctrl+T)"))
        self.add.clicked.connect(self.add_stamp)
        self.more = more_button(
            self,
            self.add_logo.emit,
            self.add_upon.emit,
            self.add_drawn.emit,
            lambda: session.selected >= 0,
            self.shelf_wanted.emit,
        )
        self.switch = self._button("Off", "Leave the stamp out of the part", self.switch_stamp)
        self.copy = self._button("Copy", "A second stamp like this one, beside it", self.copy_stamp)
        self.remove = self._button("Delete", "Take the stamp off the ticket", self.delete_stamp)
        self.lead = Lead(session, settings)
        self._lay_out()
        session.job_changed.connect(Calm(self, session, self.renew))
        session.selection_changed.connect(self.renew)
        drag.choice.changed.connect(self.list.viewport().update)
        session.report_changed.connect(self._reported)
        session.background.come.connect(self.list.viewport().update)
        self.renew()

    def _lay_out(self) -> None:
        title = QLabel(say("TICKET"))
        title.setProperty("role", "section")
        title.setFont(type_at(p.SMALL, strong=True))
        actions = QHBoxLayout()
        actions.setSpacing(4)
        for button in (self.switch, self.copy, self.remove):
            actions.addWidget(button)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 12, 12, 12)
        layout.setSpacing(8)
        self.order_box = QComboBox()
        self.order_box.setAccessibleName(say("Order of the cards"))
        self.order_box.setToolTip(say("Cards as the stamps are made, by face, or the worst first"))
        for order, words in WORDS.items():
            self.order_box.addItem(say(words), order)
        kept = self.settings.value(KEPT_AS) if self.settings is not None else None
        self.order_box.setCurrentIndex(self.order_box.findData(order_named(kept)))
        self.order_box.currentIndexChanged.connect(self._ordered)
        layout.addWidget(title)
        layout.addWidget(self.order_box)
        self.search = search_line()
        self.search.textChanged.connect(self._filter)
        layout.addWidget(self.search)
        layout.addWidget(self.list, 1)
        layout.addWidget(self.lead)
        layout.addLayout(actions)
        adding = QHBoxLayout()
        adding.setSpacing(4)
        adding.addWidget(self.add, 1)
        adding.addWidget(self.more)
        layout.addLayout(adding)
        self.setFixedWidth(236)

    def _button(self, text: str, tip: str, work) -> QToolButton:  # type: ignore[no-untyped-def]
        button = QToolButton()
        button.setText(say(text))
        button.setToolTip(say(tip))
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
        self.order_box.setVisible(many)
        words = self.search.text() if many else ""
        found = report.findings if report is not None else ()
        for row, of in enumerate(self.rows):
            hidden = bool(words) and isinstance(of, str)
            if isinstance(of, int) and 0 <= of < len(job.stamps) and of != self.session.selected:
                hidden = bool(words) and not fits(words, job.stamps[of], found)
            self.list.item(row).setHidden(hidden)

    @property
    def order(self) -> Order:
        """How the cards stand; a short ticket has them as they are made."""
        many = len(self.session.job.stamps) >= MANY
        return order_named(self.order_box.currentData()) if many else "made"

    def _ordered(self) -> None:
        if self.settings is not None:
            self.settings.setValue(KEPT_AS, self.order_box.currentData())
        self.renew()

    def _reported(self) -> None:
        """Findings have come: they may change the order."""
        if self.order == "worst":
            self.renew()
        else:
            self._filter()
            self.list.viewport().update()

    def row_of(self, index: int) -> int:
        """The row of a stamp's card, or of the blank's."""
        return self.rows.index(index) if index in self.rows else -1

    def renew(self) -> None:
        """Cards anew; the selection is the session's."""
        job = self.session.job
        self.list.blockSignals(True)
        before = self.rows
        self.rows = rows(job, self.order, self.finding_of)
        while self.list.count() > len(self.rows):
            self.list.takeItem(self.list.count() - 1)
        while self.list.count() < len(self.rows):
            self.list.addItem(QListWidgetItem())
        for row, of in enumerate(self.rows):
            self._item(self.list.item(row), of)
        self.list.setCurrentRow(self.row_of(self.session.selected))
        self._filter()
        if self.rows != before or len(job.blank.features) != self._features:
            self._features = len(job.blank.features)
            self.list.scheduleDelayedItemsLayout()
        self.list.blockSignals(False)
        on_stamp = self.session.selected != BLANK
        for button in (self.switch, self.copy, self.remove):
            button.setVisible(on_stamp)
        if on_stamp:
            on = job.stamps[self.session.selected].on
            self.switch.setText(say("Off" if on else "On"))
            self.switch.setToolTip(
                say(
                    "Leave the stamp out of the part (Space)"
                    if on
                    else "Make the stamp again (Space)"
                )
            )
        self._repaint()

    def _repaint(self) -> None:
        """Only the cards that look otherwise than before: a key in one text is not a look at all of
        them."""
        session = self.session
        about = (session.stale_report, session.report, session.selected)
        for row, of in enumerate(self.rows):
            one = session.job.stamps[of] if isinstance(of, int) and of >= 0 else session.job.blank
            look = (of, one, session.job.blank, session.job.dimensions, session.feature, *about)
            if row >= len(self._looks) or any(
                a is not b and a != b for a, b in zip(look, self._looks[row], strict=True)
            ):
                self.list.update(self.list.indexFromItem(self.list.item(row)))
                self._looks[row:] = [look] + self._looks[row + 1 :]

    def _item(self, item: QListWidgetItem, of: int | str) -> None:
        """A row of the list: a card, or a heading."""
        job = self.session.job
        item.setData(INDEX, of)
        if isinstance(of, str):
            item.setData(Qt.ItemDataRole.AccessibleTextRole, of)
            item.setFlags(Qt.ItemFlag.NoItemFlags)
            return
        blank = of == BLANK
        first = f"{say('Blank')}: {job.blank.features[0].name}"
        name = first if blank else self._read_out(job.stamps[of])
        item.setData(Qt.ItemDataRole.AccessibleTextRole, name)
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        drags = not blank and self.order == "made"
        item.setFlags(flags | Qt.ItemFlag.ItemIsDragEnabled if drags else flags)

    def _read_out(self, stamp: Stamp) -> str:
        """What a screen reader says of a card."""
        finding = self.finding_of(stamp)
        found = "no findings" if finding is None else finding.short
        made = KINDS[stamp.relief.make].word if stamp.on else "off"
        return f"{stamp.name}, {made}, on {stamp.setting.face}, {found}"

    def _chosen(self, row: int) -> None:
        of = self.rows[row] if 0 <= row < len(self.rows) else BLANK
        if isinstance(of, int) and of != self.session.selected:
            self.session.select(of)

    def _reordered(self, row: int, to: int) -> None:
        if self.order != "made":
            return
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
        """Leave the chosen stamps out of the part, or make them again, as the one in hand is."""
        stamp = self._selected()
        if stamp is not None:
            word = "switch off" if stamp.on else "switch on"
            job = self.session.job
            for i in self.drag.choice.indices:
                job = changed(job, ("stamps", i, "on"), not stamp.on)
            self.session.replace(job, f"{word} {self._chosen_words()}")

    def _chosen_words(self) -> str:
        stamp, count = self._selected(), len(self.drag.choice.indices)
        return f"{count} stamps" if count > 1 or stamp is None else f"“{stamp.name}”"

    def copy_stamp(self) -> None:
        stamp = self._selected()
        if stamp is None:
            return
        at = self.session.selected
        copied = with_copy(self.session, self.drag, at)
        if self.session.replace(copied, f"copy “{stamp.name}”"):
            self.session.select(at + 1)

    def delete_stamp(self) -> None:
        """Take the chosen stamps off the ticket."""
        gone = self.drag.choice.indices
        if not gone:
            return
        at = gone[0]
        job = self.session.job
        stamps = tuple(stamp for i, stamp in enumerate(job.stamps) if i not in gone)
        label = f"delete {self._chosen_words()}"
        self.session.replace(job.model_copy(update={"stamps": stamps}), label)
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

    def mousePressEvent(self, event) -> None:  # type: ignore[no-untyped-def]
        """With Shift or Control a card is chosen beside the one in hand."""
        of = self.indexAt(event.position().toPoint()).data(INDEX)
        several = Qt.KeyboardModifier.ShiftModifier | Qt.KeyboardModifier.ControlModifier
        if isinstance(of, int) and of != BLANK and event.modifiers() & several:
            self.parent().drag.choice.toggle(of)
        else:
            super().mousePressEvent(event)

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
