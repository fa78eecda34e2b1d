"""The proof line: worst findings first; a click shows the place in both views."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLabel,
    QMenu,
    QProgressBar,
    QPushButton,
    QSizePolicy,
    QToolButton,
    QWidget,
)

from tinstamp.desk.commands import command
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.marks import mark_icon
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session
from tinstamp.proofing.finding import Finding, Level

BEFORE = "before the change: "


class ProofLine(QWidget):
    """Counts by level, the worst finding in words, and how the build goes."""

    show_finding = Signal(object)
    remedy_wanted = Signal(object)
    whole_wanted = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("proof")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session = session
        self.setFixedHeight(34)
        self.counts: dict[Level, QToolButton] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 0, 12, 0)
        row.setSpacing(8)
        for level in ("fix", "look", "note"):
            button = QToolButton()
            button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
            button.setIcon(mark_icon(level, p.ON_DARK[level]))
            button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
            button.setMenu(QMenu(button))
            button.setFont(type_at(p.BODY, strong=True))
            button.setProperty("level", level)
            row.addWidget(button)
            self.counts[level] = button
        row.insertWidget(0, self._whole())
        self.worst = QPushButton()
        self.worst.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.worst.clicked.connect(self._go)
        self.worst.setProperty("worst", True)
        row.addWidget(self.worst, 1)
        self.remedy = QPushButton()
        self.remedy.setProperty("remedy", True)
        self.remedy.clicked.connect(self._mend)
        row.addWidget(self.remedy)
        self.bar = QProgressBar()
        self.bar.setFixedSize(90, 6)
        self.bar.setTextVisible(False)
        self.state = QLabel()
        self.state.setFont(type_at(p.SMALL))
        self.stop = QToolButton()
        self.stop.setText(say("Stop"))
        self.stop.setToolTip(say("Give up this build; the part last built stays (Esc)"))
        self.stop.clicked.connect(session.stop)
        for widget in (self.state, self.bar, self.stop):
            row.addWidget(widget)
        self._first: Finding | None = None
        self._old = False
        session.report_changed.connect(self.renew)
        session.progress.connect(self._progress)
        session.failed.connect(self._failed)
        session.engine_restarted.connect(self._restarted)
        session.job_changed.connect(self._busy)
        self._busy()
        self.renew()

    def _whole(self) -> QToolButton:
        """The button for the window of the whole proof."""
        self.whole = QToolButton()
        self.whole.setText(say("Proof …"))
        self.whole.setToolTip(say(command("whole proof").told))
        self.whole.setFont(type_at(p.BODY, strong=True))
        self.whole.clicked.connect(self.whole_wanted)
        return self.whole

    def renew(self) -> None:
        """Show the report's findings."""
        self._look_old(False)
        report = self.session.report
        findings = report.findings if report is not None else ()
        for level, button in self.counts.items():
            members = [f for f in findings if f.level == level]
            word = p.LEVEL_WORD[level]
            if level == "note":
                word = "note" if len(members) == 1 else "notes"
            button.setText(f"{len(members)} {say(word)}")
            button.setVisible(bool(members))
            menu = button.menu()
            menu.clear()
            for finding in members:
                action = menu.addAction(mark_icon(level), told(finding))
                action.triggered.connect(lambda _=False, f=finding: self.show_finding.emit(f))
                for remedy in finding.remedies:
                    mend = menu.addAction(f"        {say(f'Change it: {remedy.words}')}")
                    mend.triggered.connect(lambda _=False, r=remedy: self.remedy_wanted.emit(r))
        self._first = findings[0] if findings else None
        self.worst.setEnabled(self._first is not None)
        if self._first is not None:
            self.worst.setText(told(self._first))
            self.worst.setToolTip(told(self._first))
        else:
            self.worst.setText(say("no findings" if report is not None else ""))
        remedies = self._first.remedies if self._first is not None else ()
        self.remedy.setText(say(remedies[0].words.capitalize() if remedies else ""))
        self.remedy.setToolTip(say("Change this to meet the limit; Undo takes it back"))
        self._date()
        if report is None:
            self.state.setText("")  # nothing is known of this job yet
        self._tell_state()
        self._busy()

    def _tell_state(self) -> None:
        """What was built, and how."""
        report = self.session.report
        if report is not None and not self.session.building:
            built = [s for s in report.stamps if s.built_by]
            ways = {"imprint": say("by imprint"), "boolean": say("by boolean")}
            told_ways = ", ".join(
                f"{n} {ways[w]}" for w in ways if (n := sum(s.built_by == w for s in built))
            )
            stamps = "1 stamp" if len(built) == 1 else f"{len(built)} stamps"
            made = f" · {say(stamps)} ({told_ways})" if built else ""
            state = "exact solid" if report.valid else "no solid"
            self.state.setText(say(f"{state} in {report.seconds:.2f} s") + made)

    def _date(self) -> None:
        """What was found before the last change is shown as old."""
        old = self.session.report is not None and self.session.stale_report
        self.remedy.setVisible(bool(self.remedy.text()) and not old)
        if old == self._old:
            return
        text = self.worst.text().removeprefix(BEFORE)
        self.worst.setText(say(f"{BEFORE}{text}" if old and text else text))
        self._look_old(old)

    def _look_old(self, old: bool) -> None:
        """What was found before the last change is fainter."""
        self._old = old
        widgets: list[QWidget] = [self.worst, *self.counts.values()]
        for widget in widgets:
            widget.setProperty("old", old)
            widget.style().unpolish(widget)
            widget.style().polish(widget)

    def _mend(self) -> None:
        if self._first is not None and self._first.remedies:
            self.remedy_wanted.emit(self._first.remedies[0])

    def _go(self) -> None:
        if self._first is not None:
            self.show_finding.emit(self._first)

    def _busy(self) -> None:
        self._date()
        busy = self.session.building
        self.bar.setVisible(busy)
        self.stop.setVisible(busy)

    def _progress(self, what: str, part: float) -> None:
        self._busy()
        self.bar.setRange(0, 100)
        self.bar.setValue(round(part * 100))
        if self.session.building:
            self.state.setText(say(f"building: {what}" if what else "building"))
        elif what:
            self.state.setText(say(what))
        else:
            self._tell_state()

    def _failed(self, message: str) -> None:
        self.state.setText(say(message))
        self._busy()

    def _restarted(self, again: bool) -> None:
        self.state.setText(
            say(
                "the engine stopped and was started again; the job is being built anew"
                if again
                else "the engine stopped twice on this job: change the stamp and it tries again"
            )
        )


def told(finding: Finding) -> str:
    """A finding in one line."""
    message = say(finding.message)
    return f"{finding.stamp}: {message}" if finding.stamp else message
