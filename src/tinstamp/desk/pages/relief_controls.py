"""The choice of a relief, by small pictures of a section of what each makes."""

from __future__ import annotations

from contextlib import suppress

import numpy as np
from PySide6.QtCore import QSizeF
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import (
    QButtonGroup,
    QHBoxLayout,
    QLabel,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.kept import Kept
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.section_picture import Figures, section_picture
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import control
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session
from tinstamp.job.field import declared
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import dotted, get
from tinstamp.job.relief import Relief
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.worked import worked
from tinstamp.plan.art import art_spec, draw
from tinstamp.plan.groove import groove_of
from tinstamp.plan.planned import PLAN_ERRORS

PICTURE = QSizeF(27, 22)
"""px"""
BUTTON_HIGH, WORDS_HIGH = 28, 14
"""px of a picture's button, and of the words for the one that is chosen"""
PLAIN_STROKE = 1.0
"""mm of a stroke where there is no artwork yet"""
_strokes: Kept[float] = Kept(64)
RING_STEPS = 6
"""points to a piece of an outline whose length is told"""


def figures(session: Session, index: int) -> Figures:
    """What a stamp's sections are drawn from."""
    relief = session.job.stamps[index].relief
    numbers = {}
    for name, known in declared(Relief).items():
        if known.wants is not None:
            try:
                numbers[name] = session.resolved.of("stamps", index, "relief", name)
            except FormulaError:
                continue
    with suppress(FormulaError):
        groove = groove_of(worked(relief, session.resolved, ("stamps", index, "relief")))
        numbers["line width"] = 0.0 if groove is None else groove.width
    if relief.section == "carved" and "vee" in numbers:
        half = float(np.tan(np.radians(numbers["vee"] / 2.0)))
        left = mean_stroke(session, index) - 2.0 * numbers.get("depth", 0.0) * half
        numbers["tip"] = max(left, 0.0)
    numbers["lean"] = float(np.tan(np.radians(numbers.get("draft", 0.0))))
    return Figures(mean_stroke(session, index), numbers, relief.colour)


def mean_stroke(session: Session, index: int) -> float:
    """The mean width of a stamp's strokes, mm: twice the ink over the length of its outlines."""
    try:
        art = draw(art_spec(session.document, session.resolved, index))
    except PLAN_ERRORS:
        return PLAIN_STROKE
    return _strokes.get(art, (), lambda: _stroke(art)) if art.regions else PLAIN_STROKE


def _stroke(art: Artwork) -> float:
    length = 0.0
    for outline in (o for region in art.regions for o in region.outlines):
        ring = outline.points(RING_STEPS)
        length += float(np.linalg.norm(ring - np.roll(ring, 1, axis=0), axis=1).sum())
    return 2.0 * art.area / max(length, 1e-9)


class Sections(QWidget):
    """All kinds of relief as small pictures, one of them chosen."""

    def __init__(self, label: str) -> None:
        super().__init__()
        self.keys = list(KINDS)
        self.group = QButtonGroup(self)
        self._drawn_from: Figures | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        line = QHBoxLayout()
        line.setSpacing(2)
        self.words = QLabel()
        self.words.setFont(type_at(p.SMALL))
        self.words.setProperty("role", "second")
        self.words.setFixedHeight(WORDS_HIGH)
        self.words.setMinimumWidth(1)
        column.addLayout(line)
        column.addWidget(self.words)
        for k, kind in enumerate(KINDS.values()):
            button = QToolButton()
            button.setCheckable(True)
            button.setIconSize(PICTURE.toSize())
            button.setFixedHeight(BUTTON_HIGH)
            policy = button.sizePolicy().Policy
            button.setSizePolicy(policy.Expanding, policy.Fixed)
            high = BUTTON_HIGH - 2
            button.setStyleSheet(f"padding: 0; min-width: 26px; min-height: {high}px;")
            button.setAccessibleName(say(f"{label}: {kind.word}"))
            button.setToolTip(say(f"{kind.word}: {_lower(kind.tip)}"))
            self.group.addButton(button, k)
            line.addWidget(button)

    def show_figures(self, of: Figures) -> None:
        """Draw what each makes of a stamp, where that is not what was drawn."""
        if of == self._drawn_from:
            return
        self._drawn_from = of
        for k, name in enumerate(self.keys):
            picture = section_picture(name, of, PICTURE, self.devicePixelRatioF())
            self.group.button(k).setIcon(QIcon(picture))

    def show_key(self, key: str) -> None:
        """Mark the one that is chosen."""
        if key in self.keys:
            self.group.button(self.keys.index(key)).setChecked(True)
            self.words.setText(say(f"{KINDS[key].word}: {_lower(KINDS[key].tip)}"))
            wide = self._drawn_from.of("line width") if self._drawn_from is not None else 0.0
            if wide:
                self.words.setText(say(f"lines are {wide:.2f} mm wide at the face"))


def _lower(words: str) -> str:
    return words[:1].lower() + words[1:]


@control("sections")
def _sections(page: FieldsPage, row: Row) -> None:
    sections = Sections(row.label)
    chosen = sections.group.idClicked
    chosen.connect(lambda k: page.put(row.path, sections.keys[k], page.of(row.label)))

    def renew() -> None:
        sections.show_figures(figures(page.session, int(row.path[1])))
        sections.show_key(get(page.session.job, row.path))

    page.bind(dotted(row.path), sections, renew)
    page.form.addRow(sections)
