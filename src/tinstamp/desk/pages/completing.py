"""Names that a formula may use, offered while the hand types one."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable

from PySide6.QtCore import QObject, QStringListModel, Qt
from PySide6.QtWidgets import QAbstractItemView, QCompleter, QLineEdit

from tinstamp.desk.work.session import Session
from tinstamp.job.field import declared
from tinstamp.job.formula import FUNCTIONS

BEGUN = re.compile(r"[^\W\d][\w.]*$")
"""A name that is being typed, up to the cursor"""
LEAST, MOST_SHOWN = 2, 10
"""letters of a name before something is offered; lines of what is offered"""


def names_in(session: Session) -> list[str]:
    """What a formula of the job may use: dimensions, sizes of features, measures of faces, the
    measures of the face of the stamp that is chosen, and functions."""
    job, known = session.job, set(session.resolved.names)
    known |= {
        f"{feature.name}.{name}"
        for feature in job.blank.features
        for name, field in declared(type(feature)).items()
        if field.wants is not None
    }
    if session.selected >= 0:
        face = f"{job.stamps[session.selected].setting.face}."
        known |= {name.removeprefix(face) for name in known if name.startswith(face)}
    return [
        *sorted(known, key=lambda name: (name.count("."), name)),
        *(f"{function}(" for function in FUNCTIONS),
    ]


class Completing(QObject):
    """Offers what the word before the cursor may become; Enter or a click takes it."""

    def __init__(self, line: QLineEdit, names: Callable[[], Iterable[str]]) -> None:
        super().__init__(line)
        self.line, self.names = line, names
        self.model = QStringListModel(self)
        self.box = QCompleter(self.model, self)
        self.box.setWidget(line)
        self.box.setCaseSensitivity(Qt.CaseSensitivity.CaseInsensitive)
        self.box.setFilterMode(Qt.MatchFlag.MatchContains)
        self.box.setMaxVisibleItems(MOST_SHOWN)
        line.textEdited.connect(self._offer)
        self.box.activated[str].connect(self.take)

    @property
    def popup(self) -> QAbstractItemView:
        """Where they are listed."""
        found = self.box.popup()
        assert found is not None
        return found

    def _begun(self) -> str:
        found = BEGUN.search(self.line.text()[: self.line.cursorPosition()])
        return found[0] if found else ""

    def _offer(self, _: str) -> None:
        begun = self._begun()
        popup = self.popup
        if len(begun) < LEAST:
            popup.hide()
            return
        self.model.setStringList(list(self.names()))
        self.box.setCompletionPrefix(begun)
        alone = self.box.completionCount() == 1 and self.box.currentCompletion() == begun
        if not self.box.completionCount() or alone:
            popup.hide()
            return
        box = self.line.rect()
        wide = popup.sizeHintForColumn(0) + popup.verticalScrollBar().sizeHint().width() + 8
        box.setWidth(max(box.width(), wide))
        self.box.complete(box)

    def take(self, name: str) -> None:
        """Put a name in the place of what was begun, as if it had been typed."""
        at, begun = self.line.cursorPosition(), self._begun()
        text = self.line.text()
        self.line.setText(text[: at - len(begun)] + name + text[at:])
        self.line.setCursorPosition(at - len(begun) + len(name))
        self.line.textEdited.emit(self.line.text())
        self.popup.hide()
