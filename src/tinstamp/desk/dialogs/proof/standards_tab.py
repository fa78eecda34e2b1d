"""Standards that the chosen stamp holds to: what each clause demands beside what the stamp has."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.dialogs.proof.tables import Table
from tinstamp.desk.look import palette as p
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.plan.planned import PLAN_ERRORS, Planned, plan
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.standard_checks import demands
from tinstamp.proofing.standards.clause import STANDARDS

MET = {True: "met", False: "not met", None: "to be looked at"}


@overrides
class StandardsTab(QWidget):
    """Standards on the left, a tick for those that the stamp holds to; clauses on the right."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._filling = False
        self.list = QListWidget()
        self.list.setAccessibleName(say("Standards"))
        self.list.setFixedWidth(250)
        for standard in STANDARDS.values():
            item = QListWidgetItem(f"{standard.name}\n{standard.title}")
            item.setData(Qt.ItemDataRole.UserRole, standard.name)
            item.setToolTip(say(f"{standard.edition}; figures {standard.source}"))
            self.list.addItem(item)
        self.list.itemChanged.connect(self._ticked)
        self.list.currentItemChanged.connect(lambda *_: self.renew())
        self.title, self.told = QLabel(), QLabel()
        self.told.setProperty("role", "second")
        self.told.setWordWrap(True)
        columns = ("Clause", "It demands", "The stamp has", "")
        self.table = Table("Clauses", columns, 1, (110, 100, 230, 110))
        right = QVBoxLayout()
        right.addWidget(self.title)
        right.addWidget(self.told)
        right.addWidget(self.table, 1)
        row = QHBoxLayout(self)
        row.addWidget(self.list)
        row.addLayout(right, 1)
        session.job_changed.connect(self.renew)
        session.selection_changed.connect(self.renew)
        session.report_changed.connect(self.renew)
        self.list.setCurrentRow(0)
        self.renew()

    def showEvent(self, event: QShowEvent) -> None:
        self.renew()

    def renew(self) -> None:
        """From the chosen stamp, when it is seen."""
        if not self.isVisible():
            return
        self._filling = True
        at, job = self.session.selected, self.session.job
        stamp = job.stamps[at] if at >= 0 else None
        held = stamp.standards if stamp is not None else ()
        for k in range(self.list.count()):
            item = self.list.item(k)
            name = item.data(Qt.ItemDataRole.UserRole)
            flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
            item.setFlags(flags | Qt.ItemFlag.ItemIsUserCheckable if stamp is not None else flags)
            ticked = Qt.CheckState.Checked if name in held else Qt.CheckState.Unchecked
            item.setCheckState(ticked)
        self._filling = False
        chosen = self.list.currentItem()
        name = chosen.data(Qt.ItemDataRole.UserRole) if chosen is not None else ""
        standard = STANDARDS.get(name)
        if standard is None:
            return
        figures = say(f"figures {standard.source}")
        warning = say("look them up in the standard before you rely on them")
        head = f"{say(standard.title)}. {say(standard.edition)}; {figures}: {warning}."
        self.told.setText(head)
        item_planned = self._planned()
        if item_planned is None:
            self.title.setText(
                say("Choose a stamp that can be laid out, to hold it against a standard.")
            )
            self.table.fill([(c.number, c.demands, "", "") for c in standard.clauses])
            return
        self.title.setText(say(f"“{item_planned.name}” beside {standard.name}"))
        found = demands(item_planned, (name,), self._measured(item_planned.name))
        self.table.fill([(
            d.clause.number, d.clause.demands, d.held.has if d.held else "—",
            MET[d.held.met] if d.held else "does not apply",
        ) for d in found])  # fmt: skip
        for k, one in enumerate(found):
            met = one.held.met if one.held else None
            colour = {True: p.NOTE, False: p.FIX, None: p.SECOND_INK}[met]
            self.table.mark(k, 3, colour=colour)

    def _planned(self) -> Planned | None:
        at = self.session.selected
        if at < 0 or self.session.resolved.error_under("stamps", at) is not None:
            return None
        try:
            return plan(self.session.document, self.session.resolved, self.session.charts, at)
        except PLAN_ERRORS:  # told at the stamp itself
            return None

    def _measured(self, name: str) -> list[Finding] | None:
        """What was found of a stamp as it is now, on the finished part; None before it is built."""
        report = self.session.report
        if report is None or self.session.building or self.session.stale_report:
            return None
        built = any(stamp.name == name and stamp.built_by for stamp in report.stamps)
        return [f for f in report.findings if f.stamp == name] if built else None

    def _ticked(self, item: QListWidgetItem) -> None:
        at = self.session.selected
        if self._filling or at < 0:
            return
        name = item.data(Qt.ItemDataRole.UserRole)
        held = [x for x in self.session.job.stamps[at].standards if x != name]
        if item.checkState() == Qt.CheckState.Checked:
            held.append(name)
        self.session.edit(("stamps", at, "standards"), tuple(held), f"holds to {name}")
