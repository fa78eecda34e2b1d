"""The job as it is, proofed by every process: can it also be made otherwise?"""

from __future__ import annotations

from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.desk.dialogs.proof.tables import Table
from tinstamp.desk.look import palette as p
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.engine.messages import Answered
from tinstamp.engine.questions import Sides, WantSides
from tinstamp.proofing.processes import PROCESSES
from tinstamp.words.sentence import sentence


@overrides
class EveryProcessTab(QWidget):
    """Findings by every process, side by side: asked for when it is first seen, and by hand."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.number = 0
        self._asked = session.job
        self._told = ""
        self.sides = Table("By every process", ("Made by", "To fix", "To look at", "The first"), 3,
                           (150, 60, 80, 100))  # fmt: skip
        self.ask = QPushButton(say("Can it also be made otherwise?"))
        self.ask.clicked.connect(self._ask)
        self.answer = QLabel()
        self.answer.setProperty("role", "second")
        head = QHBoxLayout()
        head.addWidget(self.ask)
        head.addWidget(self.answer)
        head.addStretch(1)
        column = QVBoxLayout(self)
        column.addLayout(head)
        column.addWidget(self.sides, 1)
        session.job_changed.connect(self._hold)
        session.answered.connect(self._answered)
        session.refused.connect(self._refused)

    def showEvent(self, event: QShowEvent) -> None:
        if not self.sides.rowCount() and self.ask.isEnabled():
            self._ask()

    def _ask(self) -> None:
        own = tuple(x.name for x in self.session.job.processes)
        self._asked = self.session.job
        self.number = self.session.ask(WantSides((*(k for k in PROCESSES if k), *own)))
        self.ask.setEnabled(False)
        self.answer.setText(say("The proof is made by every process …"))

    def _hold(self) -> None:
        """What stands here holds for the job as it was asked about, and says when that is past."""
        if not self.sides.rowCount() or not self.ask.isEnabled():
            return
        same = self.session.job == self._asked
        self.sides.setEnabled(same)
        self.answer.setText(say(self._told if same else "The job has changed since: ask again."))

    def _answered(self, event: Answered) -> None:
        if event.number != self.number or not isinstance(event.answer, Sides):
            return
        self.ask.setEnabled(True)
        rows, best = [], 0
        for name, findings in event.answer.findings:
            fix = sum(f.level == "fix" for f in findings)
            first = findings[0] if findings else None
            told = f"{first.stamp}: {first.message}" if first is not None else "no findings"
            title = PROCESSES[name].title if name in PROCESSES else name
            rows.append((title, str(fix), str(len(findings) - fix), told))
            best += not findings
        self.sides.fill(rows)
        for row, (_, findings) in enumerate(event.answer.findings):
            colour = p.NOTE if not findings else p.FIX if findings[0].level == "fix" else p.LOOK
            self.sides.mark(row, 0, colour=colour)
        self._told = f"{best} of {len(rows)} processes can make it as it is."
        self._hold()

    def _refused(self, number: int, message: str) -> None:
        if number == self.number:
            self.ask.setEnabled(True)
            self.answer.setText(say(sentence(message)))
