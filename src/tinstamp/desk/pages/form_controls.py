"""Forms of letters that a font has: how many are chosen, and the choice with a picture of each."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PySide6.QtCore import QSizeF
from PySide6.QtGui import QColor
from PySide6.QtWidgets import (
    QCheckBox,
    QDialog,
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from tinstamp.artwork.fonts import FontData, FontError
from tinstamp.artwork.letter_forms import forms_for, name_of
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import control
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.sheet.small_picture import small_picture
from tinstamp.desk.words.say import say
from tinstamp.job.model import Text, TextStyle, dotted, get
from tinstamp.plan.art import font_data

SHOWN = 16
"""characters of the text in a picture"""
PICTURE = QSizeF(250.0, 34.0)
"""px"""


class FormsDialog(QDialog):
    """Asks which forms a text is set in: a line for each, with the text in it."""

    def __init__(
        self, font: FontData, words: str, now: Sequence[str], parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(say("Letter forms"))
        title = QLabel(say(f"Forms of the font for “{words}”"))
        title.setFont(type_at(p.TITLE, strong=True))
        self.boxes: dict[str, QCheckBox] = {}
        held = QWidget()
        grid = QGridLayout(held)
        grid.setHorizontalSpacing(20)
        grid.setVerticalSpacing(8)
        offered = forms_for(font, words)
        pictures = self._pictures(font, words, tuple(dict.fromkeys((*offered, *now))))
        grid.addWidget(QLabel(say("As it is")), 0, 0)
        grid.addWidget(pictures[0], 0, 1)
        grid.setColumnStretch(0, 1)
        for k, tag in enumerate(dict.fromkeys((*offered, *now)), start=1):
            box = QCheckBox(
                say(name_of(tag) if tag in offered else f"{name_of(tag)} (changes nothing)")
            )
            box.setChecked(tag in now)
            self.boxes[tag] = box
            grid.addWidget(box, k, 0)
            grid.addWidget(pictures[k], k, 1)
        if not self.boxes:
            grid.addWidget(
                QLabel(say("The font has no other forms for these letters.")), 1, 0, 1, 2
            )
        grid.setRowStretch(len(self.boxes) + 2, 1)
        area = QScrollArea()
        area.setWidgetResizable(True)
        area.setFrameShape(QFrame.Shape.NoFrame)
        area.setWidget(held)
        area.setMinimumSize(520, min(480, 60 + 46 * (len(self.boxes) + 1)))
        cancel, take = QPushButton(say("Cancel")), QPushButton(say("Use these"))
        take.setProperty("main", True)
        take.setDefault(True)
        cancel.clicked.connect(self.reject)
        take.clicked.connect(self.accept)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        buttons.addWidget(cancel)
        buttons.addWidget(take)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 16)
        column.setSpacing(10)
        column.addWidget(title)
        column.addWidget(area, 1)
        column.addLayout(buttons)

    def _pictures(self, font: FontData, words: str, tags: Sequence[str]) -> list[QLabel]:
        """The words as they are, then in each form, all as large as the widest allows."""
        every = ((), *((tag,) for tag in tags))
        arts = [lay_text(TextSpec(words, font, 10.0, align="start", forms=f)) for f in every]
        inked = [art.bounds for art in arts if art.regions]
        labels = []
        for art in arts:
            label = QLabel()
            if art.regions:
                box = np.array([*np.min(inked, axis=0)[:2], *np.max(inked, axis=0)[2:]])
                ratio = self.devicePixelRatioF()
                label.setPixmap(small_picture(art, QColor(p.INK), PICTURE, ratio, box))
            labels.append(label)
        return labels

    @property
    def forms(self) -> tuple[str, ...]:
        """What is chosen now."""
        return tuple(tag for tag, box in self.boxes.items() if box.isChecked())


@control("letter forms")
def _forms(page: FieldsPage, row: Row) -> None:
    session = page.session
    button = QPushButton()
    button.setToolTip(say(row.tip))

    def at_hand() -> tuple[FontData, str] | None:
        """The font, and the start of what is set in it."""
        holder = get(session.job, row.path[:-1])
        text = get(session.job, row.path[:3])
        assert isinstance(text, Text)
        words, ref = text.text, text.font
        if isinstance(holder, TextStyle):
            words, ref = words[holder.start : holder.end], holder.font or ref
        try:
            return font_data(ref, session.document.fonts), " ".join(words.split())[:SHOWN]
        except FontError:
            return None

    def ask() -> None:
        found = at_hand()
        if found is None:
            page.complain("the font is not at hand")
            return
        dialog = FormsDialog(*found, get(session.job, row.path), page.window())
        taken, forms = dialog.exec() == QDialog.DialogCode.Accepted, dialog.forms
        dialog.deleteLater()
        if taken:
            page.put(row.path, forms, page.of(row.label))

    def renew() -> None:
        forms = get(session.job, row.path)
        told = ", ".join(name_of(tag) for tag in forms) or "As usual"
        button.setText(say(f"{told} …"))

    button.clicked.connect(ask)
    page.bind(dotted(row.path), button, renew)
    page.row(row.label, button)
