"""What leads through an empty job: part, face, artwork, relief, files, each done on the user's own
part. It goes on by itself as they are done, and leaves when it is not wanted."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import QSettings, Qt, Signal
from PySide6.QtWidgets import QFrame, QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.documents import new_job
from tinstamp.desk.work.session import Session
from tinstamp.job.model import Stamp, Text

NOT_WANTED = "lead/not wanted"
FIRST_WORDS = ("TEXT", "")
"""What a text says before anything is typed."""


@dataclass(frozen=True)
class Step:
    """One thing to do: its title, how, and its buttons, each a word and what is wanted."""

    title: str
    told: str
    buttons: tuple[tuple[str, str], ...] = ()


STEPS = (
    Step("The part", "A STEP file of yours, a ready shape, or the tube that stands here. Its "
         "sizes are in the fields on the right.",
         (("STEP file …", "step"), ("Ready shapes", "shapes"), ("Go on with this one", "keep"))),
    Step("The face", "Click the face of the part that the artwork goes on. Its sheet opens below, "
         "flat and at true size."),
    Step("The artwork", "“+ Stamp” lays a text there: type what it says. “Logo, sign …” has all "
         "else; a drawing can be dropped on the part.", (("+ Stamp", "add"),)),
    Step("The relief", "Sunk or standing out, how deep, which colour: choose it by its picture on "
         "the right. Drag the artwork to its place.",
         (("Show the depth", "depth"), ("It is right", "right"))),
    Step("The files", "The dark line at the foot tells what was found, and often what mends it. "
         "Then write the files.", (("Write files", "write"),)),
)  # fmt: skip


class Lead(QFrame):
    """The steps, those that are done ticked, the next one with what does it."""

    wanted = Signal(str)

    def __init__(self, session: Session, settings: QSettings | None = None) -> None:
        super().__init__()
        self.session, self.settings = session, settings
        self.setObjectName("lead")
        self.setAccessibleName(say("How to begin"))
        self._kept = self._right = self._wrote = False
        self._empty = not session.job.stamps
        self._relief: object = None
        self._at = -1
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(10, 8, 10, 8)
        self.column.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        session.file_changed.connect(self._file)
        session.wrote.connect(self._written)
        for signal in (session.job_changed, session.selection_changed):
            signal.connect(self.renew)
        self.renew()

    # -- where one is

    @property
    def done(self) -> tuple[bool, ...]:
        """Of each step, whether it is done."""
        job, session = self.session.job, self.session
        part = self._kept or bool(job.stamps) or job.blank != new_job().blank
        face = part and (session.face is not None or bool(job.stamps))
        said = any(_says_something(stamp) for stamp in job.stamps)
        first = job.stamps[0].relief if job.stamps else None
        if said and self._relief is None:
            self._relief = first
        relief = said and (self._right or first != self._relief)
        return part, face, said, relief, relief and self._wrote

    @property
    def at(self) -> int:
        """The step that comes next; their number when all are done."""
        return next((k for k, done in enumerate(self.done) if not done), len(STEPS))

    def _file(self) -> None:
        """Another job, or this one under another name."""
        history = self.session.history
        if history.undo_label is None and history.redo_label is None:
            self._kept = self._right = self._wrote = False
            self._empty, self._relief = not self.session.job.stamps, None
            self.renew()

    def _written(self) -> None:
        self._wrote = True
        self.renew()

    # -- what it shows

    @property
    def unwanted(self) -> bool:
        kept = self.settings.value(NOT_WANTED) if self.settings is not None else None
        return str(kept) == "true"

    def renew(self) -> None:
        """The steps as they are now; gone when it was not wanted, or when all are done."""
        at = self.at
        self.setVisible(self._empty and not self.unwanted and at < len(STEPS))
        if at == self._at:
            return
        self._at = at
        self._fill(at)

    def _fill(self, at: int) -> None:
        while (item := self.column.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        self.buttons = {}
        for k, step in enumerate(STEPS):
            self.column.addWidget(self._title(k, step, at))
            if k == at:
                self._open(step)
        leave = self._button("Not wanted", self._leave)
        leave.setProperty("plain", True)
        leave.setToolTip(say("The guide (F1) has the same steps"))
        self.column.addWidget(leave, alignment=Qt.AlignmentFlag.AlignRight)

    def _title(self, k: int, step: Step, at: int) -> QWidget:
        done = "✓" if k < at else f"{k + 1}"
        title = QLabel(f"{done}  {say(step.title)}")
        title.setFont(type_at(p.BODY, strong=k == at))
        if k != at:
            title.setProperty("role", "second")
        return title

    def _open(self, step: Step) -> None:
        told = QLabel(say(step.told))
        told.setWordWrap(True)
        told.setFont(type_at(p.SMALL))
        self.column.addWidget(told)
        for words, wish in step.buttons:
            self.column.addWidget(self._button(words, lambda _=False, w=wish: self._want(w)))

    def _button(self, words: str, work: Callable[..., None]) -> QPushButton:
        button = QPushButton(say(words))
        button.clicked.connect(work)
        self.buttons[words] = button
        return button

    def _want(self, wish: str) -> None:
        if wish == "keep":
            self._kept = True
        elif wish == "right":
            self._right = True
        else:
            self.wanted.emit(wish)
        self.renew()

    def _leave(self) -> None:
        if self.settings is not None:
            self.settings.setValue(NOT_WANTED, "true")
        self._empty = False
        self.renew()


def _says_something(stamp: Stamp) -> bool:
    """True unless it is a text that was not typed yet."""
    return not isinstance(stamp.artwork, Text) or stamp.artwork.text not in FIRST_WORDS
