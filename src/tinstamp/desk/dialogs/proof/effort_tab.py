"""What the marks take to make, and what would fit where they are."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.dialogs.proof.tables import Table
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.engine.messages import Answered
from tinstamp.engine.questions import Rooms, WantEstimate, WantRoom
from tinstamp.job.process import like_of
from tinstamp.proofing.estimate import RATES, Estimate
from tinstamp.proofing.finding import Remedy
from tinstamp.proofing.processes import PROCESSES
from tinstamp.words.sentence import sentence


@overrides
class EffortTab(QWidget):
    """Time and cost by a process, with what they rest on; the largest letters, the longest text."""

    remedy_wanted = Signal(object)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.numbers = {"estimate": 0, "room": 0}
        self.remedy: Remedy | None = None
        self.text = ""
        self.process = QComboBox()
        self.process.setAccessibleName(say("Made by"))
        for name in RATES:
            self.process.addItem(say(PROCESSES[name].title), name)
        self.process.activated.connect(self._other)
        self.hour = QLineEdit()
        self.hour.setAccessibleName(say("An hour costs"))
        self.hour.setFixedWidth(80)
        self.hour.editingFinished.connect(self.reckon)
        self.total = QLabel()
        self.total.setFont(type_at(p.LARGE, strong=True))
        self.table = Table("Parts of the time", ("Work", "How much", "Minutes"), 1, (180, 100, 90))
        self.assumed = QLabel()
        self.assumed.setWordWrap(True)
        self.assumed.setProperty("role", "second")
        head = QHBoxLayout()
        for widget in (
            QLabel(say("Made by")),
            self.process,
            QLabel(say("An hour costs")),
            self.hour,
        ):
            head.addWidget(widget)
        head.addStretch(1)
        head.addWidget(self.total)
        column = QVBoxLayout(self)
        column.addLayout(head)
        column.addWidget(self.table, 1)
        column.addWidget(self.assumed)
        column.addSpacing(10)
        self._lay_out_room(column)
        session.answered.connect(self._answered)
        session.refused.connect(self._refused)
        session.report_changed.connect(self._report)
        session.selection_changed.connect(self._forget)
        session.job_changed.connect(self._forget)
        self._as_job()

    def _lay_out_room(self, column: QVBoxLayout) -> None:
        title = QLabel(say("What would fit"))
        title.setFont(type_at(p.LARGE, strong=True))
        self.ask = QPushButton(say("Largest letters, longest text"))
        self.ask.setToolTip(say("For the chosen stamp where it is, within the limits of its proof"))
        self.ask.clicked.connect(self._ask)
        self.largest, self.longest = QLabel(), QLabel()
        self.use_size, self.use_text = (
            QPushButton(say("Make them so large")),
            QPushButton(say("Try the text")),
        )
        self.use_size.clicked.connect(self._take_size)
        self.use_text.clicked.connect(self._take_text)
        column.addWidget(title)
        rows = ((self.ask, None), (self.largest, self.use_size), (self.longest, self.use_text))
        for first, second in rows:
            row = QHBoxLayout()
            row.addWidget(first)
            if second is not None:
                row.addWidget(second)
            row.addStretch(1)
            column.addLayout(row)
        for label in (self.largest, self.longest):
            label.setWordWrap(False)
        self._forget()

    # -- time and cost

    def _as_job(self) -> None:
        """Begin with the process that the job is made by."""
        job = self.session.job
        at = self.process.findData(like_of(job.processes, job.process))
        self.process.setCurrentIndex(max(0, at))
        self._other()

    def _other(self) -> None:
        self.hour.setText(f"{RATES[self.process.currentData()][1]:g}")
        self.reckon()

    def reckon(self) -> None:
        """Ask for the time of the job as it is."""
        try:
            hourly = float(self.hour.text().replace(",", "."))
            if not 0 <= hourly < 1e6:
                raise ValueError
        except ValueError:
            self.total.setText(say("an hour costs a number"))
            return
        self.numbers["estimate"] = self.session.ask(
            WantEstimate(self.process.currentData(), hourly)
        )

    def _report(self) -> None:
        if self.isVisible() and not self.session.stale_report:
            self.reckon()

    def _answered(self, event: Answered) -> None:
        answer = event.answer
        if event.number == self.numbers["estimate"] and isinstance(answer, Estimate):
            self.total.setText(say(f"{answer.minutes:.1f} min, {answer.cost:.2f}"))
            self.table.fill([(part.what, part.amount, f"{part.minutes:.2f}")
                             for part in answer.parts])  # fmt: skip
            self.assumed.setText(say("An estimate, assuming: " + "; ".join(answer.assumed) + "."))
        if event.number == self.numbers["room"] and isinstance(answer, Rooms):
            self._show_room(answer)

    def _refused(self, number: int, message: str) -> None:
        words = sentence(message)
        if number == self.numbers["estimate"]:
            self.total.setText("")
            self.table.fill([])
            self.assumed.setText(say(words))
        if number == self.numbers["room"]:
            self.largest.setText(say(words))
            self.ask.setEnabled(True)

    # -- what would fit

    def _forget(self) -> None:
        """What was answered for another stamp, or the job before, is not shown for this."""
        self.remedy, self.text = None, ""
        self.ask.setEnabled(self.session.selected >= 0)
        self.largest.setText(say("" if self.session.selected >= 0 else "Choose a stamp."))
        self.longest.setText("")
        self.use_size.hide()
        self.use_text.hide()

    def _ask(self) -> None:
        name = self.session.job.stamps[self.session.selected].name
        self.ask.setEnabled(False)
        self.largest.setText(say("Being tried …"))
        self.numbers["room"] = self.session.ask(WantRoom(name))

    def _show_room(self, found: Rooms) -> None:
        self.ask.setEnabled(True)
        self.remedy, self.text = found.largest.remedy, found.longest.text
        for label, room in ((self.largest, found.largest), (self.longest, found.longest)):
            held = f"; {room.held_by} is in the way of more" if room.held_by else ""
            held = held if room.size is not None else ""
            words = f"{room.words}{held}."
            label.setText(say(sentence(words)))
        self.use_size.setVisible(self.remedy is not None)
        self.use_text.setVisible(bool(self.text))

    def _take_size(self) -> None:
        if self.remedy is not None:
            self.remedy_wanted.emit(self.remedy)

    def _take_text(self) -> None:
        if self.text:
            path = ("stamps", self.session.selected, "artwork", "text")
            self.session.edit(path, self.text, "the longest text that fits")
