"""What was measured on the part: a small panel over the view, values to copy."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QGridLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.engine import messages as m
from tinstamp.words.sentence import sentence

WIDTH = 330
"""px of the panel"""
START = "Click an edge or a face; a second click measures between the two."


class MeasurePanel(QWidget):
    """Shows the readings of the last one or two picks."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("measures")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAccessibleName(say("Measures"))
        self.title = QLabel(say(START))
        self.title.setFont(type_at(p.SMALL))
        self.title.setProperty("role", "second")
        self.title.setWordWrap(True)
        self.grid = QGridLayout()
        self.grid.setContentsMargins(0, 0, 0, 0)
        self.grid.setHorizontalSpacing(10)
        self.grid.setVerticalSpacing(3)
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 8, 12, 8)
        column.setSpacing(5)
        column.addWidget(self.title)
        column.addLayout(self.grid)
        self.hide()

    def begin(self) -> None:
        """Ready for the first pick."""
        self._clear()
        self.title.setText(say(START))
        self._settle()

    def show_error(self, message: str) -> None:
        self._clear()
        self.title.setText(say(sentence(message)))
        self._settle()

    def show_readings(self, found: m.Probed) -> None:
        """A row a reading: what, value with its unit, and a button that copies it."""
        self._clear()
        self.title.setText(say(found.title))
        for row, reading in enumerate(found.readings):
            word = QLabel(say(sentence(reading.what)))
            text = told(reading)
            value = QLabel(say(text))
            value.setFont(type_at(p.BODY, strong=True))
            value.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
            value.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
            self.grid.addWidget(word, row, 0)
            self.grid.addWidget(value, row, 1)
            if reading.value != float("inf"):
                copy = QPushButton(say("Copy"))
                copy.setAccessibleName(say(f"Copy {reading.what}"))
                copy.setToolTip(say("Copy the value; paste it into any field"))
                copy.clicked.connect(lambda _=False, r=reading: self.copy(r))
                self.grid.addWidget(copy, row, 2)
        self.grid.setColumnStretch(0, 1)
        for i in range(self.grid.count()):
            item = self.grid.itemAt(i)
            if item is not None and (widget := item.widget()) is not None:
                widget.show()
        self._settle()

    @staticmethod
    def copy(reading: m.Reading) -> None:
        """Put a value on the clipboard as a formula takes it."""
        unit = {"°": " deg", "mm": " mm"}.get(reading.unit, "")
        QGuiApplication.clipboard().setText(f"{reading.value:.6g}{unit}")

    def _clear(self) -> None:
        while (item := self.grid.takeAt(0)) is not None:
            item.widget().hide()
            item.widget().deleteLater()

    def _settle(self) -> None:
        self.show()
        layout = self.layout()
        assert layout is not None
        layout.invalidate()
        layout.activate()
        self.resize(WIDTH, layout.totalHeightForWidth(WIDTH))
        self.place()
        self.raise_()

    def place(self) -> None:
        """In the lower left corner of the view."""
        self.move(10, self.parent().height() - self.height() - 10)


def told(reading: m.Reading) -> str:
    """A reading's value with its unit."""
    if reading.value == float("inf"):
        return "none: flat here"
    return f"{reading.value:.3f} {reading.unit}".replace(" °", "°")
