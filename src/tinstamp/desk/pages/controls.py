"""The controls that show fields: one for each kind of field, found by name in one table."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from typing import Any

from PySide6.QtCore import QTimer
from PySide6.QtGui import QColor, QIcon, QPixmap
from PySide6.QtWidgets import (
    QButtonGroup,
    QColorDialog,
    QComboBox,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.short_box import ShortBox
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.completing import Completing, names_in
from tinstamp.desk.pages.fields import FieldsPage, Through
from tinstamp.desk.pages.formula_field import TYPING, FormulaField
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.words.say import say
from tinstamp.job.model import Path, dotted, get
from tinstamp.words.sentence import sentence

Control = Callable[[FieldsPage, Row], None]
CONTROLS: dict[str, Control] = {}
"""By name; pages' own modules put theirs in."""


def control(name: str) -> Callable[[Control], Control]:
    """Put a control into the table. Raises ValueError for a name that is taken."""

    def keep(make: Control) -> Control:
        if name in CONTROLS:
            raise ValueError(f"there are two controls called “{name}”")
        CONTROLS[name] = make
        return make

    return keep


def add_rows(page: FieldsPage, rows: Iterable[Row]) -> None:
    """Put fields on a page."""
    for row in rows:
        CONTROLS[row.control](page, row)


# -- widgets bound to a path


def put_formula(
    page: FieldsPage,
    path: Path,
    label: str,
    unit: str,
    step: float,
    tip: str = "",
    read: Callable[[], str] | None = None,
) -> FormulaField:
    """A formula; `read` gives it where the job need not hold it."""
    field = FormulaField(label, unit, step)
    field.line.setToolTip(say(tip))
    key, session = dotted(path), page.session

    def renew() -> None:
        formula = read() if read is not None else get(session.job, path)
        field.show_formula(formula, session.resolved.values.get(key), session.error_at(key))

    Completing(field.line, lambda: names_in(session))
    field.edited.connect(lambda text: page.put(path, text, page.of(label), merge=key))
    field.settled.connect(session.settle)
    page.bind(key, field, renew)
    page.row(label, field)
    return field


def put_words(
    page: FieldsPage, path: Path, label: str, through: Through | None = None
) -> QLineEdit:
    """A plain line of text with its error below."""
    line = QLineEdit()
    line.setAccessibleName(say(label))
    error = QLabel()
    error.setProperty("role", "error")
    error.setFont(type_at(p.SMALL))
    error.setWordWrap(True)
    error.hide()
    holder = QWidget()
    stack = QVBoxLayout(holder)
    stack.setContentsMargins(0, 0, 0, 0)
    stack.setSpacing(2)
    stack.addWidget(line)
    stack.addWidget(error)
    key = dotted(path)

    def renew() -> None:
        if not line.hasFocus():
            line.setText(get(page.session.job, path))
            error.hide()

    def take(text: str) -> None:
        problem = page.put(path, text, page.of(label), key, through)
        error.setText(say(problem or ""))
        error.setVisible(problem is not None)

    line.textEdited.connect(take)
    line.editingFinished.connect(page.session.settle)
    page.bind(key, line, renew)
    page.row(label, holder)
    return line


def put_text(
    page: FieldsPage, path: Path, label: str, through: Through | None = None
) -> QPlainTextEdit:
    """Several lines of text."""
    box = QPlainTextEdit()
    box.setAccessibleName(say(label))
    box.setTabChangesFocus(True)
    box.setFixedHeight(54)
    typing = QTimer(box)
    typing.setSingleShot(True)
    typing.setInterval(TYPING)
    key = dotted(path)

    def renew() -> None:
        value = get(page.session.job, path)
        if box.toPlainText() != value and not typing.isActive():
            box.blockSignals(True)
            box.setPlainText(value)
            box.blockSignals(False)

    typing.timeout.connect(lambda: page.put(path, box.toPlainText(), page.of(label), key, through))
    box.textChanged.connect(typing.start)
    page.bind(key, box, renew)
    page.row(label, box)
    return box


class Choice(QWidget):
    """A few words side by side, one of them chosen."""

    def __init__(self, name: str, options: Sequence[tuple[Any, str]]) -> None:
        super().__init__()
        self.group = QButtonGroup(self)
        self.keys = [key for key, _ in options]
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        for i, (_, word) in enumerate(options):
            button = QPushButton(say(word))
            button.setCheckable(True)
            button.setAccessibleName(say(f"{name}: {word}"))
            button.setStyleSheet("padding: 0 4px;")
            self.group.addButton(button, i)
            row.addWidget(button, 1)

    def show_key(self, key: Any) -> None:
        if key in self.keys:
            self.group.button(self.keys.index(key)).setChecked(True)


def put_choice(
    page: FieldsPage, path: Path, label: str, options: Sequence[tuple[Any, str]]
) -> Choice:
    """One of a few words."""
    choice = Choice(label, options)
    choice.group.idClicked.connect(lambda i: page.put(path, choice.keys[i], page.of(label)))
    page.bind(dotted(path), choice, lambda: choice.show_key(get(page.session.job, path)))
    page.row(label, choice)
    return choice


def put_list(
    page: FieldsPage, path: Path, label: str, options: Callable[[], Sequence[tuple[Any, str]]]
) -> QComboBox:
    """One of a list, which may change with the job."""
    box = ShortBox()
    box.setAccessibleName(say(label))
    box.setMinimumWidth(60)

    def renew() -> None:
        wanted = list(options())
        value = get(page.session.job, path)
        if value not in [key for key, _ in wanted]:
            wanted.append((value, f"{value} (not there)"))
        if [(box.itemData(i), box.itemText(i)) for i in range(box.count())] != wanted:
            box.clear()
            for key, word in wanted:
                box.addItem(say(word), key)
        box.setCurrentIndex([key for key, _ in wanted].index(value))

    box.activated.connect(lambda i: page.put(path, box.itemData(i), page.of(label)))
    page.bind(dotted(path), box, renew)
    page.row(label, box)
    return box


def put_number(page: FieldsPage, path: Path, label: str, least: int, most: int) -> QSpinBox:
    """A whole number."""
    box = QSpinBox()
    box.setRange(least, most)
    box.setAccessibleName(say(label))
    key = dotted(path)

    def renew() -> None:
        box.blockSignals(True)
        box.setValue(get(page.session.job, path))
        box.blockSignals(False)

    box.valueChanged.connect(lambda value: page.put(path, value, page.of(label), key))
    box.editingFinished.connect(page.session.settle)
    page.bind(key, box, renew)
    page.row(label, box)
    return box


def put_error_below(page: FieldsPage, key: str) -> None:
    """A line that tells what is wrong at a field, where its own control cannot."""
    word = QLabel()
    word.setProperty("role", "error")
    word.setFont(type_at(p.SMALL))
    word.setWordWrap(True)
    form = page.form

    def renew() -> None:
        error = page.session.error_at(key)
        word.setText(say(sentence(error) if error else ""))
        form.setRowVisible(word, error is not None)

    page.row("", word)
    page.bind(f"{key}.error", word, renew)


# -- the plain kinds of fields


@control("section")
def _section(page: FieldsPage, row: Row) -> None:
    page.section(row.declared.shown.section)


@control("formula")
def _formula(page: FieldsPage, row: Row) -> None:
    known = row.declared
    put_formula(page, row.path, row.label, known.unit, known.step, row.tip)


@control("words")
def _words(page: FieldsPage, row: Row) -> None:
    put_words(page, row.path, row.label).setToolTip(say(row.tip))


@control("choice")
def _choice(page: FieldsPage, row: Row) -> None:
    put_choice(page, row.path, row.label, row.declared.choices).setToolTip(say(row.tip))


@control("list")
def _list(page: FieldsPage, row: Row) -> None:
    choices = row.declared.choices
    put_list(page, row.path, row.label, lambda: choices).setToolTip(say(row.tip))


@control("number")
def _number(page: FieldsPage, row: Row) -> None:
    bounds = {type(m).__name__: m for m in row.declared.info.metadata}
    least = getattr(bounds.get("Ge"), "ge", 0)
    most = getattr(bounds.get("Le"), "le", 10**9)
    put_number(page, row.path, row.label, int(least), int(most)).setToolTip(say(row.tip))


@control("colour")
def _colour(page: FieldsPage, row: Row) -> None:
    button = QPushButton()
    button.setAccessibleName(say(row.label))
    button.setStyleSheet("text-align: left; padding-left: 6px;")

    def renew() -> None:
        value = get(page.session.job, row.path)
        swatch = QPixmap(28, 14)
        swatch.fill(QColor(p.EDGE))
        with painting(swatch) as painter:
            painter.fillRect(swatch.rect().adjusted(1, 1, -1, -1), QColor(value))
        button.setIcon(QIcon(swatch))
        button.setIconSize(swatch.size())
        button.setText(value.upper())

    def ask() -> None:
        now = QColor(get(page.session.job, row.path))
        options = QColorDialog.ColorDialogOption.DontUseNativeDialog
        chosen = QColorDialog.getColor(now, page, row.label, options)
        if chosen.isValid():
            page.put(row.path, chosen.name().upper(), page.of(row.label))

    button.clicked.connect(ask)
    page.bind(dotted(row.path), button, renew)
    page.row(row.label, button)
