"""All findings, each with its figure beside its limit, what would meet it, and who accepted it."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QLabel, QLineEdit, QPushButton, QVBoxLayout, QWidget

from tinstamp.desk.dialogs.proof.tables import Table
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.marks import mark_icon
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.job.process import Accepted
from tinstamp.proofing.accepted import can_be_accepted, same
from tinstamp.proofing.finding import Finding
from tinstamp.words.sentence import sentence

MOST_REMEDIES = 3
"""buttons for changes that would meet a limit"""


@overrides
class FindingsTab(QWidget):
    """The list, and below it what can be done about the chosen one."""

    show_finding = Signal(object)
    remedy_wanted = Signal(object)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        columns = ("", "Stamp", "Finding", "Measured", "Limit")
        self.table = Table("Findings", columns, 2, (30, 120, 100, 92, 92))
        self.table.itemSelectionChanged.connect(self._chosen)
        self.state = QLabel()
        self.state.setProperty("role", "second")
        self.go = QPushButton(say("Show the place"))
        self.go.clicked.connect(self._go)
        self.remedies = [QPushButton() for _ in range(MOST_REMEDIES)]
        row = QHBoxLayout()
        row.addWidget(self.go)
        for k, button in enumerate(self.remedies):
            button.setProperty("remedy", True)
            button.clicked.connect(lambda _=False, n=k: self._mend(n))
            row.addWidget(button)
        row.addStretch(1)
        self.by, self.reason = QLineEdit(), QLineEdit()
        self.by.setPlaceholderText(say("Name"))
        self.by.setAccessibleName(say("Who accepts it"))
        self.by.setFixedWidth(150)
        self.by.setMaxLength(80)
        self.reason.setPlaceholderText(say("Why it may stand"))
        self.reason.setAccessibleName(say("Why it may stand"))
        self.reason.setMaxLength(500)
        self.accept_it = QPushButton(say("Accept"))
        self.accept_it.clicked.connect(self._accept)
        self.take_back = QPushButton(say("Take back"))
        self.take_back.clicked.connect(self._take_back)
        word = QHBoxLayout()
        for widget in (self.by, self.reason, self.accept_it, self.take_back):
            word.addWidget(widget)
        column = QVBoxLayout(self)
        column.addWidget(self.state)
        column.addWidget(self.table, 1)
        column.addLayout(row)
        column.addLayout(word)
        for line in (self.by, self.reason):
            line.textChanged.connect(self._chosen)
        session.report_changed.connect(self.renew)
        session.job_changed.connect(self.renew)
        self.renew()

    def renew(self) -> None:
        """The findings of the report."""
        findings = self._findings()
        self.table.fill([(
            "", f.stamp, f.message, _figure(f.measured, f.unit), _figure(f.limit, f.unit)
        ) for f in findings])  # fmt: skip
        old = self.session.stale_report
        for k, finding in enumerate(findings):
            self.table.mark(k, 0, mark_icon("note" if finding.accepted else finding.level))
            for column in range(1, 5):
                self.table.mark(k, column, colour=p.SECOND_INK if old else p.INK)
        if self.session.report is None:
            words = "Nothing is built yet."
        elif old:
            words = "As it was before the last change; the new proof is on its way."
        elif not findings:
            words = "No findings: every check that applies has been made."
        else:
            count = len(findings)
            words = "1 finding, worst first." if count == 1 else f"{count} findings, worst first."
        self.state.setText(say(words))
        if findings and self.table.currentRow() < 0:
            self.table.setCurrentCell(0, 0)
        self._chosen()

    def _findings(self) -> tuple[Finding, ...]:
        report = self.session.report
        return report.findings if report is not None else ()

    @property
    def chosen(self) -> Finding | None:
        """The finding in hand."""
        findings, at = self._findings(), self.table.currentRow()
        return findings[at] if 0 <= at < len(findings) else None

    def _chosen(self) -> None:
        found, old = self.chosen, self.session.stale_report
        self.go.setEnabled(found is not None)
        remedies = found.remedies if found is not None and not old else ()
        for button, remedy in zip(
            self.remedies, (*remedies, *[None] * MOST_REMEDIES), strict=False
        ):
            button.setVisible(remedy is not None)
            if remedy is not None:
                button.setText(say(sentence(remedy.words)))
        accepted = found is not None and bool(found.accepted)
        can = found is not None and can_be_accepted(found) and not old
        told = bool(self.by.text().strip() and self.reason.text().strip())
        for widget in (self.by, self.reason, self.accept_it):
            widget.setVisible(not accepted)
            widget.setEnabled(can)
        self.accept_it.setEnabled(can and told)
        self.take_back.setVisible(accepted)

    def _go(self) -> None:
        if self.chosen is not None:
            self.show_finding.emit(self.chosen)

    def _mend(self, which: int) -> None:
        if self.chosen is not None and which < len(self.chosen.remedies):
            self.remedy_wanted.emit(self.chosen.remedies[which])

    def _accept(self) -> None:
        found, job = self.chosen, self.session.job
        if found is None:
            return
        word = Accepted(check=found.check, stamp=found.stamp, by=self.by.text().strip(),
                        reason=self.reason.text().strip(), measured=found.measured)  # fmt: skip
        others = tuple(each for each in job.accepted if not same(found, each))
        new = job.model_copy(update={"accepted": (*others, word)})
        self.session.replace(new, f"accept “{found.check}”")

    def _take_back(self) -> None:
        found, job = self.chosen, self.session.job
        if found is not None:
            others = tuple(each for each in job.accepted if not same(found, each))
            new = job.model_copy(update={"accepted": others})
            self.session.replace(new, f"no longer accept “{found.check}”")


def _figure(value: float | None, unit: str) -> str:
    """With its unit; nothing where there is none."""
    if value is None:
        return ""
    if unit in ("mm", "mm²", "°", "%"):
        return f"{value:.2f}{'' if unit == '°' else ' '}{unit}"
    return f"{value:.3g} {unit}".strip()
