"""The window of the whole proof, beside the desk: it stays open while the job is worked on."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QTabWidget, QVBoxLayout, QWidget

from tinstamp.desk.dialogs.proof.effort_tab import EffortTab
from tinstamp.desk.dialogs.proof.every_process_tab import EveryProcessTab
from tinstamp.desk.dialogs.proof.findings_tab import FindingsTab
from tinstamp.desk.dialogs.proof.process_tab import ProcessTab
from tinstamp.desk.dialogs.proof.standards_tab import StandardsTab
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session


class ProofWindow(QDialog):
    """Findings, processes, standards, and what it takes."""

    show_finding = Signal(object)
    remedy_wanted = Signal(object)

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle(say("Proof"))
        self.setWindowFlag(Qt.WindowType.Window)
        self.resize(1000, 640)
        self.findings, self.process = FindingsTab(session), ProcessTab(session)
        self.every = EveryProcessTab(session)
        self.standards, self.effort = StandardsTab(session), EffortTab(session)
        self.tabs = QTabWidget()
        for words, tab in (
            ("Findings", self.findings), ("Made by", self.process),
            ("By every process", self.every), ("Standards", self.standards),
            ("Time, cost, room", self.effort),
        ):  # fmt: skip
            self.tabs.addTab(tab, say(words))
        self.findings.show_finding.connect(self.show_finding)
        for source in (self.findings, self.effort):
            source.remedy_wanted.connect(self.remedy_wanted)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.close)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(close)
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 12, 16, 12)
        column.addWidget(self.tabs, 1)
        column.addLayout(foot)
