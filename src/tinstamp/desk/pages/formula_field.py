"""A field that takes a formula: shows its value, and what is wrong with it, in words."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, Qt, QTimer, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QHBoxLayout, QLabel, QLineEdit, QVBoxLayout, QWidget

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import formula_to_show, formula_typed, say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.placing import shifted
from tinstamp.words.sentence import sentence

TYPING = 8
"""ms after a key before what was typed is taken"""


@overrides
class FormulaField(QWidget):
    """A line for the formula with its unit, and a line below for the value or the error."""

    edited = Signal(str)
    settled = Signal()

    def __init__(self, name: str, unit: str = "", step: float = 0.5) -> None:
        super().__init__()
        self.line = QLineEdit()
        self.line.setAccessibleName(say(name))
        self.line.setMaxLength(400)
        self.step = step
        self.unit = QLabel(say(unit))
        self.unit.setProperty("role", "second")
        self.unit.setFont(type_at(p.SMALL))
        self.note = QLabel()
        self.note.setFont(type_at(p.SMALL))
        self.note.setWordWrap(True)
        self.note.hide()
        row = QHBoxLayout()
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(6)
        row.addWidget(self.line, 1)
        row.addWidget(self.unit)
        self.unit.setFixedWidth(26)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(2)
        layout.addLayout(row)
        layout.addWidget(self.note)
        self._value: float | None = None
        self._typing = QTimer(self)
        self._typing.setSingleShot(True)
        self._typing.setInterval(TYPING)
        self._typing.timeout.connect(self._take)
        self.line.textEdited.connect(lambda _: self._typing.start())
        self.line.editingFinished.connect(self._finish)
        self.line.installEventFilter(self)

    def show_formula(self, formula: str, value: float | None, error: str | None) -> None:
        """Show the job's formula, its value (in the field's unit), or its error."""
        text = formula_to_show(formula)
        if not self._typing.isActive() and self.line.text() != text:
            at = self.line.cursorPosition()
            self.line.setText(text)
            self.line.setCursorPosition(min(at, len(text)))
        self._value = value
        self._mark(error is not None)
        if error is not None:
            self._note("error", error)
        elif value is not None and not _same(formula, value):
            self._note("second", f"= {value:.3f} {self.unit.text()}".rstrip())
        else:
            self.note.hide()

    def _note(self, role: str, text: str) -> None:
        if self.note.property("role") != role:
            self.note.setProperty("role", role)
            self.note.style().unpolish(self.note)
            self.note.style().polish(self.note)
        self.note.setText(say(sentence(text) if role == "error" else text))
        self.note.show()

    def _mark(self, wrong: bool) -> None:
        if self.line.property("wrong") != wrong:
            self.line.setProperty("wrong", wrong)
            self.line.style().unpolish(self.line)
            self.line.style().polish(self.line)

    def _take(self) -> None:
        self.edited.emit(formula_typed(self.line.text()))

    def _finish(self) -> None:
        if self._typing.isActive():
            self._typing.stop()
            self._take()
        self.settled.emit()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Up and down step the value: 1 step plain, 10 with Shift, a tenth with Control."""
        if event.type() == QEvent.Type.KeyPress and isinstance(event, QKeyEvent):
            sign = {Qt.Key.Key_Up: 1.0, Qt.Key.Key_Down: -1.0}.get(Qt.Key(event.key()))
            if sign is not None and self._value is not None:
                size = self.step
                if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
                    size *= 10
                elif event.modifiers() & Qt.KeyboardModifier.ControlModifier:
                    size /= 10
                self._step(sign * size)
                return True
        return super().eventFilter(watched, event)

    def _step(self, by: float) -> None:
        assert self._value is not None
        unit = {"°": "deg", "mm": "mm"}.get(self.unit.text(), "")
        formula = shifted(formula_typed(self.line.text()), by, unit, self._value).strip()
        self.line.setText(formula_to_show(formula))
        self.edited.emit(formula)


def _same(formula: str, value: float) -> bool:
    """True when the formula already says the value in the field's own unit."""
    text = formula.strip()
    for unit in ("mm", "deg", "°"):
        text = text.removesuffix(unit).strip()
    try:
        return abs(float(text) - value) < 1e-9
    except ValueError:
        return False
