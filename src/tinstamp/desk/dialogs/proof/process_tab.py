"""How the job, or a stamp, is made: limits with their reasons, changed, copied, kept."""

from __future__ import annotations

from collections.abc import Mapping

from PySide6.QtCore import Qt
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QInputDialog,
    QLabel,
    QMenu,
    QTableWidgetItem,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.dialogs.complaint import complain
from tinstamp.desk.dialogs.proof.tables import Table
from tinstamp.desk.look import palette as p
from tinstamp.desk.words.say import formula_typed, say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.job import process_shelf
from tinstamp.job.field import declared
from tinstamp.job.limit import Limit
from tinstamp.job.model import Job, changed
from tinstamp.job.process import OwnProcess, like_of, own_process, usual_formula
from tinstamp.job.process_shelf import ShelfError
from tinstamp.job.resolve import limit_path
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.processes import PROCESSES
from tinstamp.words.sentence import sentence

VALUE = 1
"""The column of limits that can be typed in."""
AS_JOB = "As the job"


@overrides
class ProcessTab(QWidget):
    """The process of the job and of the chosen stamp, and its limits."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.number = 0
        self._filling = False
        self.process, self.own, self.pull = QComboBox(), QComboBox(), QComboBox()
        for box, name in ((self.process, "Process of the job"), (self.own, "Process of the stamp"),
                          (self.pull, "Pull of the mould")):  # fmt: skip
            box.setAccessibleName(say(name))
            box.setMinimumWidth(150)
        for key, words in declared(Job)["pull"].choices:
            self.pull.addItem(say(words), key)
        self.process.activated.connect(self._take_process)
        self.own.activated.connect(self._take_own)
        self.pull.activated.connect(self._take_pull)
        self.stamp_label = QLabel()
        head = QHBoxLayout()
        for widget in (QLabel(say("Job made by")), self.process, self.stamp_label, self.own,
                       QLabel(say("Mould pulled")), self.pull):  # fmt: skip
            head.addWidget(widget)
        head.addStretch(1)
        self.told = QLabel()
        self.told.setProperty("role", "second")
        columns = ("Limit", "Value", "Why", "Source")
        self.limits = Table("Limits", columns, 2, (120, 100, 100, 250))
        self.limits.setEditTriggers(Table.EditTrigger.AllEditTriggers)
        self.limits.itemChanged.connect(self._take_limit)
        self.answer = QLabel()
        self.answer.setProperty("role", "second")
        foot = QHBoxLayout()
        foot.addWidget(self.answer)
        foot.addStretch(1)
        foot.addWidget(self._more())
        column = QVBoxLayout(self)
        column.addLayout(head)
        column.addWidget(self.told)
        column.addWidget(self.limits, 1)
        column.addLayout(foot)
        session.job_changed.connect(self.renew)
        session.selection_changed.connect(self.renew)
        self.renew()

    def _more(self) -> QToolButton:
        button = QToolButton()
        button.setText(say("Own processes"))
        button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        menu = QMenu(button)
        menu.addAction(say("Copy as a process of your own …"), self.copy)
        menu.addAction(say("Leave this one out of the job"), self.leave_out)
        menu.addSeparator()
        menu.addAction(say("Put this one on the shelf"), self.put_on_shelf)
        self.shelf = menu.addMenu(say("Take one from the shelf"))
        self.shelf.aboutToShow.connect(self._fill_shelf)
        button.setMenu(menu)
        return button

    # -- what is shown

    def showEvent(self, event: QShowEvent) -> None:
        self.renew()

    def renew(self) -> None:
        """Everything anew from the job, when it is seen."""
        if not self.isVisible():
            return
        self._filling = True
        job = self.session.job
        stamp = job.stamps[self.session.selected] if self.session.selected >= 0 else None
        names = {**{k: x.title for k, x in PROCESSES.items()},
                 **{own.name: own.name for own in job.processes}}  # fmt: skip
        _offer(self.process, names, job.process)
        self.stamp_label.setText(say(f"“{stamp.name}” by" if stamp is not None else "Stamp by"))
        _offer(self.own, {"": AS_JOB, **{k: v for k, v in names.items() if k}},
               stamp.process if stamp is not None else "")  # fmt: skip
        self.own.setEnabled(stamp is not None)
        self.pull.setCurrentIndex(max(0, self.pull.findData(job.pull)))
        shown = self.shown
        known = PROCESSES.get(self._like(shown), PROCESSES[""])
        self.told.setText(say(f"{names.get(shown, shown)}: {known.told}. Limits of "
                          f"{'this stamp' if stamp is not None and stamp.process else 'the job'}; "
                          "a value that is typed is kept with the job."))  # fmt: skip
        self._fill_limits()
        self._filling = False

    @property
    def shown(self) -> str:
        """The process whose limits are shown: the stamp's own, else the job's."""
        job, at = self.session.job, self.session.selected
        return (job.stamps[at].process if at >= 0 else "") or job.process

    def _of_stamp(self) -> bool:
        at = self.session.selected
        return at >= 0 and bool(self.session.job.stamps[at].process)

    def _like(self, name: str) -> str:
        return like_of(self.session.job.processes, name)

    def _fill_limits(self) -> None:
        like = self._like(self.shown)
        self.limits.fill([(x.label, self._formula(x), sentence(x.of(like).reason),
                           x.of(like).source) for x in LIMITS.values()])  # fmt: skip
        for row, limit in enumerate(LIMITS.values()):
            for column in range(4):
                item = self.limits.item(row, column)
                if item is not None and column != VALUE:
                    item.setFlags(Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable)
            own = self._formula(limit) != limit.of(like).formula
            wrong = ".".join(map(str, self._place(limit))) in self.session.resolved.errors
            self.limits.mark(row, VALUE, colour=p.FIX if wrong else p.ACCENT_DARK if own else p.INK)

    def _place(self, limit: Limit) -> tuple[str | int, ...]:
        return limit_path(self.shown if self._of_stamp() else "", limit.name)

    def _formula(self, limit: Limit) -> str:
        usual = usual_formula(self.session.job.processes, self.shown, limit)
        return self._held().get(limit.name, usual)

    def _held(self) -> Mapping[str, str]:
        """The limits that the job has beside its process; a stamp's own process has none."""
        return {} if self._of_stamp() else self.session.job.limits

    # -- what is changed

    def _take_process(self) -> None:
        name = self.process.currentData()
        words = self.process.currentText()
        job = self.session.job.model_copy(update={"process": name, "limits": {}})
        self.session.replace(job, f"made by {words.lower()}")

    def _take_own(self) -> None:
        at = self.session.selected
        if at >= 0:
            path = ("stamps", at, "process")
            self.session.edit(path, self.own.currentData(), f"made by {self.own.currentText()}")

    def _take_pull(self) -> None:
        self.session.edit(("pull",), self.pull.currentData(), "the pull of the mould")

    def _take_limit(self, item: QTableWidgetItem) -> None:
        if self._filling or item.column() != VALUE:
            return
        limit = list(LIMITS.values())[item.row()]
        formula = formula_typed(item.text()).strip()
        job, own = self.session.job, own_process(self.session.job.processes, self.shown)
        if own is not None:
            path: tuple[str | int, ...] = ("processes", own[0], "limits")
            held = dict(own[1].limits)
        elif self._of_stamp():
            words = PROCESSES[self.shown].title
            error = ValueError(f"“{words}” of a single stamp is as it is: copy it as a process of "
                               "your own, and change that")  # fmt: skip
            complain(self, "This limit cannot be changed here", error)
            self.renew()
            return
        else:
            path, held = ("limits",), dict(job.limits)
        held.pop(limit.name, None)
        if formula and formula != limit.of(self._like(self.shown)).formula:
            held[limit.name] = formula
        try:
            self.session.replace(changed(job, path, held), f"limit “{limit.label}”")
        except ValueError as error:
            complain(self, "This limit cannot be kept", error)
        self.renew()

    def copy(self) -> None:
        """The limits that are shown as a process of one's own, which the job then is made by."""
        job = self.session.job
        title = PROCESSES[self.shown].title if self.shown in PROCESSES else self.shown
        name, given = QInputDialog.getText(self, say("A process of your own"), say("Name"),
                                           text=f"{title}, own")  # fmt: skip
        if not given:
            return
        limits = {x.name: self._formula(x) for x in LIMITS.values()
                  if self._formula(x) != x.of(self._like(self.shown)).formula}  # fmt: skip
        try:
            if name in PROCESSES or name in {x.title for x in PROCESSES.values()}:
                raise ValueError(f"“{name}” is a process of the program")
            own = OwnProcess(name=name.strip(), like=self._like(self.shown), limits=limits)
            self._bring(job, own)
        except ValueError as error:
            complain(self, "This process cannot be kept", error)

    def _bring(self, job: Job, own: OwnProcess) -> None:
        """Take a process into the job, for the stamp or the job that is shown."""
        others = tuple(x for x in job.processes if x.name != own.name)
        new = changed(job, ("processes",), (*others, own))
        if self._of_stamp():
            new = changed(new, ("stamps", self.session.selected, "process"), own.name)
        else:
            new = new.model_copy(update={"process": own.name, "limits": {}})
        self.session.replace(new, f"process “{own.name}”")

    def leave_out(self) -> None:
        """Leave the process out of the job; what was made by it is made by what it was copied
        from."""
        job, found = self.session.job, own_process(self.session.job.processes, self.shown)
        if found is None:
            error = ValueError("a process of the program stays: choose one of your own")
            complain(self, "It cannot be left out", error)
            return
        name, like = found[1].name, found[1].like
        stamps = tuple(x.model_copy(update={"process": like}) if x.process == name else x
                       for x in job.stamps)  # fmt: skip
        self.session.replace(job.model_copy(update={
            "processes": tuple(x for x in job.processes if x.name != name), "stamps": stamps,
            "process": like if job.process == name else job.process,
        }), f"without the process “{name}”")  # fmt: skip

    def put_on_shelf(self) -> None:
        """Keep the process that is shown for other jobs."""
        found = own_process(self.session.job.processes, self.shown)
        try:
            if found is None:
                raise ShelfError("copy it as a process of your own first")
            process_shelf.put(found[1])
        except ShelfError as error:
            complain(self, "It cannot be put on the shelf", error)
            return
        self.answer.setText(say(f"“{found[1].name}” is on the shelf."))

    def _fill_shelf(self) -> None:
        self.shelf.clear()
        for name in process_shelf.kept():
            self.shelf.addAction(name, lambda n=name: self._take_from_shelf(n))
        if self.shelf.isEmpty():
            self.shelf.addAction(say("The shelf is empty")).setEnabled(False)

    def _take_from_shelf(self, name: str) -> None:
        try:
            self._bring(self.session.job, process_shelf.take(name))
        except ValueError as error:
            complain(self, "It cannot be taken from the shelf", error)


def _offer(box: QComboBox, names: Mapping[str, str], chosen: str) -> None:
    """The choices of a box; one that is not among them is told as it is."""
    box.clear()
    for key, words in names.items():
        box.addItem(say(words), key)
    if chosen not in names:
        box.addItem(chosen, chosen)
    box.setCurrentIndex(box.findData(chosen))
