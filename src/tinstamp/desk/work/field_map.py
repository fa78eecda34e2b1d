"""The field that is shown in colours: asked of the engine, never shown for what it is not of."""

from __future__ import annotations

from typing import Any, Protocol

from PySide6.QtCore import QObject, Signal

from tinstamp.desk.work.timer import after
from tinstamp.engine.messages import Answered
from tinstamp.engine.questions import Question, WantField
from tinstamp.engine.report import Report
from tinstamp.job.archive import Document
from tinstamp.job.model import Job
from tinstamp.proofing.fields import FIELDS, Field, FieldKind

HAND_RESTS = 300
"""ms after a build, or another choice, until the field is asked for"""


class Asks(Protocol):
    """What a map needs of the session."""

    selected: int
    report: Report | None
    reported: Document | None
    stretch: Any
    answered: Any
    refused: Any
    report_changed: Any
    selection_changed: Any

    @property
    def job(self) -> Job: ...

    @property
    def stale_report(self) -> bool: ...

    def ask(self, question: Question) -> int: ...


class FieldMap(QObject):
    """Which field of the chosen stamp is wanted, and the answer.

    Attributes
    ----------
    kind : what is wanted; None shows nothing. trouble : why there is none, in words.
    """

    changed = Signal()

    def __init__(self, session: Asks) -> None:
        super().__init__()
        self.session = session
        self.kind: FieldKind | None = None
        self.trouble = ""
        self._field: Field | None = None
        self._number = 0
        self._of: object = None
        self._asked_of: object = None
        self._soon = after(self, HAND_RESTS, self._ask_now)
        session.answered.connect(self._answered)
        session.refused.connect(self._refused)
        session.report_changed.connect(self._ask)
        session.selection_changed.connect(self._ask)

    def show(self, kind: FieldKind | None) -> None:
        """Want a field, or none; the stretch of the face makes way for it."""
        self.kind = kind
        self.session.stretch = None
        self._field, self.trouble = None, ""
        self._ask()
        self.changed.emit()

    def stop(self) -> None:
        """Want nothing any more: the session ends."""
        self.kind = None
        self._soon.stop()

    @property
    def field(self) -> Field | None:
        """The field, where it is of the stamp in hand as it is now."""
        at, job = self.session.selected, self.session.job
        held = self._field
        if held is None or self.kind is None or at < 0 or self.session.stale_report:
            return None
        if self._of is not self.session.reported:
            return None
        return held if (held.stamp, held.kind) == (job.stamps[at].name, self.kind) else None

    @property
    def words(self) -> str:
        """What stands where the legend would, as long as there is no field."""
        if self.kind is None:
            return ""
        title = FIELDS[self.kind].title
        if self.session.selected < 0:
            return f"{title}: choose a stamp"
        return f"{title}: {self.trouble or 'being measured …'}"

    def _ask(self) -> None:
        """Ask when the hand has rested: an edit goes before."""
        if self.kind is not None:
            self._soon.start()

    def _ask_now(self) -> None:
        at = self.session.selected
        if self.kind is None or at < 0 or self.session.report is None or self.session.stale_report:
            return
        if self.field is None:
            self.trouble = ""
            name = self.session.job.stamps[at].name
            self._asked_of = self.session.reported
            self._number = self.session.ask(WantField(name, self.kind))

    def _answered(self, event: Answered) -> None:
        if event.number == self._number and isinstance(event.answer, Field):
            self._field = event.answer
            self._of = self._asked_of
            self.changed.emit()

    def _refused(self, number: int, message: str) -> None:
        if number == self._number and self.kind is not None:
            self.trouble = message
            self.changed.emit()
