"""What can be done with several stamps at once: a bar over the sheet, there while several are
chosen."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QLabel, QMenu, QPushButton, QWidget

from tinstamp.desk.words.say import say
from tinstamp.desk.work.line_up import LINES, line_up, with_gaps
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag

CORNER = (8, 26)
"""px of its upper left corner"""


class SeveralBar(QWidget):
    """How many are chosen, and what lines them up or spreads them."""

    def __init__(self, parent: QWidget, session: Session, drag: StampDrag) -> None:
        super().__init__(parent)
        self.session, self.drag, self.sheet = session, drag, parent
        self.setObjectName("several")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.words = QLabel()
        row = QHBoxLayout(self)
        row.setContentsMargins(10, 0, 4, 0)
        row.setSpacing(8)
        row.addWidget(self.words)
        self.lines = self._button("Line up", "Move the others to the line of the stamp in hand")
        for name, line in LINES.items():
            if name == "bottom":
                self.lines.menu().addSeparator()
            self.lines.menu().addAction(say(line.words), partial(self._do, line_up, name))
        self.gaps = self._button("Equal gaps", "Move them so that the gaps between them are equal")
        self.gaps.menu().addAction(say("Across"), partial(self._do, with_gaps, 0))
        self.gaps.menu().addAction(say("Up"), partial(self._do, with_gaps, 1))
        row.addWidget(self.lines)
        row.addWidget(self.gaps)
        self.alone = QPushButton(say("One alone"))
        self.alone.setToolTip(say("Keep only the stamp in hand chosen"))
        self.alone.clicked.connect(drag.choice.clear)
        row.addWidget(self.alone)
        self.hide()
        drag.choice.changed.connect(self.renew)
        session.job_changed.connect(self.renew)

    def _button(self, words: str, tip: str) -> QPushButton:
        button = QPushButton(say(words))
        button.setToolTip(say(tip))
        button.setMenu(QMenu(button))
        return button

    def _do(self, work, *given) -> None:  # type: ignore[no-untyped-def]
        problem = work(self.session, self.drag, *given)
        if problem:
            self.session.failed.emit(problem)

    def renew(self) -> None:
        """There while several are chosen."""
        count = len(self.drag.choice.indices)
        self.words.setText(say(f"{count} stamps"))
        self.setVisible(count > 1)
        self.place()

    def place(self) -> None:
        """In the place of the line that tells about one stamp."""
        self.adjustSize()
        self.move(*CORNER)
