"""Which colours of a drawing are ink: the drawing as its file paints it, what will be stamped, and
a line for each colour.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPaintEvent, QPen, QPolygonF
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

from tinstamp.artwork.inks import RING_UNITS, SEEN_FROM, Ink, Study, Use, Uses, Wash
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import Choice
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.job.artwork import InkUse
from tinstamp.job.field import declared

MOST_LINES = 40
"""Colours that are asked about; the others are as suggested."""
OPPOSITE: Mapping[Use, Use] = {"ink": "cut", "cut": "ink", "out": "out"}


@dataclass(frozen=True)
class InkChoice:
    """What was chosen: for every colour what it is taken as; and whether each ink becomes a stamp
    of its own."""

    uses: Uses
    each: bool = False

    @property
    def inks(self) -> tuple[str, ...]:
        """The colours that are ink."""
        return tuple(name for name, use in self.uses if use == "ink")

    def fields(self) -> tuple[InkUse, ...]:
        """As the job keeps it."""
        return tuple(InkUse(colour=name, use=use) for name, use in self.uses)


class InkDialog(QDialog):
    """Asks which colours are ink.

    Attributes
    ----------
    uses : what each colour is taken as now; those without a line as suggested.
    """

    def __init__(
        self, study: Study, now: Mapping[str, Use], name: str, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.study = study
        self.uses: dict[str, Use] = {
            ink.colour: now.get(ink.colour, ink.suggested) for ink in study.inks
        }
        self.setWindowTitle(say("Colours of the drawing"))
        self.setMinimumWidth(760)
        title = QLabel(say(f"Which colours of “{name}” are ink?"))
        title.setFont(type_at(p.TITLE, strong=True))
        words = QLabel(
            say(
                "Ink is what is cut or raised on the part. What is cut out is taken from the ink "
                "that "
                "lies under it; what is left out is as if it were not there."
            )
        )
        words.setWordWrap(True)
        words.setProperty("role", "second")
        pictures = QHBoxLayout()
        pictures.setSpacing(16)
        self.after = _Picture(study, self.uses)
        for word, picture in (("As the file paints it", _Picture(study, None)),
                              ("What will be stamped", self.after)):  # fmt: skip
            column = QVBoxLayout()
            label = QLabel(say(word))
            label.setProperty("role", "second")
            column.addWidget(label)
            column.addWidget(picture, 1)
            pictures.addLayout(column)
        self.each = QCheckBox(say("A stamp of its own for each ink, all in the same place"))
        self._choices: dict[str, Choice] = {}
        lines = self._lines()
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 16)
        column.setSpacing(10)
        column.addWidget(title)
        column.addWidget(words)
        column.addLayout(pictures, 1)
        column.addWidget(lines)
        column.addWidget(self.each)
        column.addLayout(self._foot())
        self._renew()

    @property
    def choice(self) -> InkChoice:
        """What is chosen now."""
        asked = tuple((ink.colour, self.uses[ink.colour]) for ink in self._asked)
        return InkChoice(asked, self.each.isEnabled() and self.each.isChecked())

    @property
    def _asked(self) -> tuple[Ink, ...]:
        """The colours that have a line of their own."""
        return self.study.inks[:MOST_LINES]

    def _lines(self) -> QWidget:
        held = QWidget()
        grid = QGridLayout(held)
        grid.setContentsMargins(0, 0, 8, 0)
        grid.setHorizontalSpacing(12)
        grid.setVerticalSpacing(6)
        grid.setColumnStretch(1, 1)
        words = declared(InkUse)["use"].choices
        for row, ink in enumerate(self._asked):
            grid.addWidget(_Swatch(ink), row, 0)
            grid.addWidget(QLabel(say(described(ink))), row, 1)
            choice = Choice(described(ink), [(key, word.capitalize()) for key, word in words])
            choice.setMinimumWidth(270)
            choice.group.idClicked.connect(self._chosen(ink.colour, choice))
            self._choices[ink.colour] = choice
            grid.addWidget(choice, row, 2)
        more = len(self.study.inks) - MOST_LINES
        if more > 0:
            told = QLabel(say(f"and {more} more colours, taken as suggested"))
            told.setProperty("role", "second")
            grid.addWidget(told, MOST_LINES, 1)
        area = QScrollArea()
        area.setWidgetResizable(True)
        area.setFrameShape(QFrame.Shape.NoFrame)
        area.setWidget(held)
        area.setMinimumHeight(min(220, 36 * min(len(self.study.inks), 6) + 8))
        return area

    def _chosen(self, colour: str, choice: Choice) -> Callable[[int], None]:
        def take(which: int) -> None:
            self.uses[colour] = choice.keys[which]
            self._renew()

        return take

    def _foot(self) -> QHBoxLayout:
        foot = QHBoxLayout()
        invert = QPushButton(say("Invert"))
        invert.setToolTip(say("What is ink is cut out, and what is cut out is ink"))
        invert.clicked.connect(self._invert)
        usual = QPushButton(say("As suggested"))
        usual.clicked.connect(self._usual)
        self.told = QLabel()
        self.told.setProperty("role", "second")
        cancel = QPushButton(say("Cancel"))
        cancel.clicked.connect(self.reject)
        self.take = QPushButton(say("Use these"))
        self.take.setProperty("main", True)
        self.take.setDefault(True)
        self.take.clicked.connect(self.accept)
        foot.addWidget(invert)
        foot.addWidget(usual)
        foot.addWidget(self.told, 1, Qt.AlignmentFlag.AlignCenter)
        foot.addWidget(cancel)
        foot.addWidget(self.take)
        return foot

    def _invert(self) -> None:
        self.uses.update({name: OPPOSITE[use] for name, use in self.uses.items()})
        self._renew()

    def _usual(self) -> None:
        self.uses.update({ink.colour: ink.suggested for ink in self.study.inks})
        self._renew()

    def _renew(self) -> None:
        for name, choice in self._choices.items():
            choice.show_key(self.uses[name])
        inks = self.choice.inks
        self.each.setEnabled(len(inks) > 1 and len(self._asked) == len(self.study.inks))
        self.take.setEnabled(bool(inks))
        self.told.setText(say("" if inks else "No colour is ink: there is nothing to stamp"))
        self.after.update()


def asked_of_inks(
    study: Study, now: Mapping[str, Use], name: str, parent: QWidget
) -> InkChoice | None:
    """Ask which colours are ink; None when the question was given up."""
    dialog = InkDialog(study, now, name, parent)
    taken = dialog.exec() == QDialog.DialogCode.Accepted
    choice = dialog.choice
    dialog.deleteLater()
    return choice if taken else None


def described(ink: Ink) -> str:
    """A colour in words: its name, how much of the drawing it is seen on."""
    share = 100 * ink.share
    part = f"{share:.0f} %" if share >= 1 else "less than 1 %"
    told = f"{ink.colour.split()[0]}   {part} of the drawing"
    if ink.opaque < SEEN_FROM:
        told = f"{ink.colour.split()[0]}   seen through, {100 * ink.opaque:.0f} % opaque"
    return told


@overrides
class _Swatch(QWidget):
    """A patch of one colour."""

    def __init__(self, ink: Ink) -> None:
        super().__init__()
        self.ink = ink
        self.setFixedSize(28, 20)

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            painter.fillRect(self.rect(), QColor(p.SHEET))
            painter.fillRect(self.rect(), colour_of(self.ink.rgb, self.ink.opaque))
            painter.setPen(QPen(QColor(p.RULE_STRONG), 1))
            painter.drawRect(QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5))


def colour_of(rgb: tuple[float, float, float], opaque: float) -> QColor:
    """A colour of a drawing for the screen."""
    red, green, blue = (min(1.0, max(0.0, v)) for v in rgb)
    return QColor.fromRgbF(red, green, blue, min(1.0, max(0.0, opaque)))


@overrides
class _Picture(QWidget):
    """A drawing in its colours, or its ink alone under a choice."""

    def __init__(self, study: Study, uses: Mapping[str, Use] | None) -> None:
        super().__init__()
        self.study, self.uses = study, uses
        self.setMinimumSize(QSize(330, 220))
        self.setAccessibleName(
            say("As the file paints it" if uses is None else "What will be stamped")
        )
        self._paths = [(wash, _path(wash)) for wash in study.washes]

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            self._paint(painter)

    def _paint(self, painter: QPainter) -> None:
        ground = QColor(p.SHEET if self.uses is not None else p.PRESSED)
        painter.fillRect(self.rect(), ground)
        wide, high = self.study.page
        per = min((self.width() - 24) / max(wide, 1e-9), (self.height() - 24) / max(high, 1e-9))
        painter.translate((self.width() - wide * per) / 2, (self.height() + high * per) / 2)
        painter.scale(per / RING_UNITS, -per / RING_UNITS)
        for wash, path in self._paths:
            if self.uses is None:
                painter.fillPath(path, colour_of(wash.rgb, wash.opaque))
                continue
            use = self.uses[wash.colour]
            if use != "out":
                painter.fillPath(path, QColor(p.INK) if use == "ink" else ground)


def _path(wash: Wash) -> QPainterPath:
    path = QPainterPath()
    path.setFillRule(Qt.FillRule.OddEvenFill)
    for ring in wash.rings:
        path.addPolygon(QPolygonF([QPointF(x, y) for x, y in ring.tolist()]))
        path.closeSubpath()
    return path
