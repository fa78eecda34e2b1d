"""The fields of the selected card, in the order of the work."""

from __future__ import annotations

import logging
from collections.abc import Callable, Sequence
from typing import Any

from pydantic import ValidationError
from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QColor, QIcon, QPixmap
from PySide6.QtWidgets import (
    QButtonGroup,
    QColorDialog,
    QComboBox,
    QFormLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QScrollArea,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk import palette as p
from tinstamp.desk.formula_field import FormulaField
from tinstamp.desk.session import Session
from tinstamp.desk.style import type_at
from tinstamp.job.labels import label_of
from tinstamp.job.model import Job, Path, changed, dotted, get

LABEL_WIDTH = 88
LOG = logging.getLogger("tinstamp.desk")


class Choice(QWidget):
    """A few words side by side, one of them chosen."""

    def __init__(self, name: str, options: Sequence[tuple[str, str]]) -> None:
        super().__init__()
        self.group = QButtonGroup(self)
        self.keys = [key for key, _ in options]
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        for i, (_, word) in enumerate(options):
            button = QPushButton(word)
            button.setCheckable(True)
            button.setAccessibleName(f"{name}: {word}")
            button.setStyleSheet("padding: 0 4px;")
            self.group.addButton(button, i)
            row.addWidget(button, 1)

    def show_key(self, key: str) -> None:
        if key in self.keys:
            self.group.button(self.keys.index(key)).setChecked(True)


class FieldsPage(QWidget):
    """A column of labelled fields bound to paths in the job."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("fieldsPage")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session = session
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(16, 12, 16, 16)
        self.column.setSpacing(6)
        self._renewers: list[Callable[[], None]] = []
        self.by_path: dict[str, QWidget] = {}
        self._form: QFormLayout | None = None

    # -- building

    def section(self, title: str) -> None:
        label = QLabel(title.upper())
        label.setProperty("role", "section")
        label.setFont(type_at(p.SMALL, strong=True))
        if self._form is not None:
            self.column.addSpacing(6)
        self.column.addWidget(label)
        self.form_again()

    def row(self, label: str, widget: QWidget) -> QLabel:
        assert self._form is not None
        words = QLabel(label)
        words.setFixedWidth(LABEL_WIDTH)
        words.setMinimumHeight(26)
        words.setBuddy(widget if not isinstance(widget, FormulaField) else widget.line)
        self._form.addRow(words, widget)
        return words

    def form_again(self) -> None:
        """Go on with rows after something of another make."""
        self._form = QFormLayout()
        self._form.setContentsMargins(0, 0, 0, 0)
        self._form.setHorizontalSpacing(8)
        self._form.setVerticalSpacing(6)
        self._form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
        self._form.setLabelAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop)
        self.column.addLayout(self._form)

    @property
    def form(self) -> QFormLayout:
        """The rows now being laid out."""
        assert self._form is not None
        return self._form

    def relabel(self, field: QWidget, label: str) -> None:
        """Another label for a row."""
        assert self._form is not None
        words = self._form.labelForField(field)
        if isinstance(words, QLabel):
            words.setText(label)

    def complain(self, message: str) -> None:
        """Tell what could not be done."""
        self.session.failed.emit(message[:1].upper() + message[1:])

    def done(self) -> None:
        self.column.addStretch(1)

    def formula(self, path: Path, unit: str, what: str, step: float = 0.5) -> FormulaField:
        """A formula bound to a path; `what` names it in the history."""
        label = label_of(path)
        field = FormulaField(label, unit, step)
        key = dotted(path)

        def renew() -> None:
            value = self.session.resolved.values.get(key)
            field.show_formula(get(self.session.job, path), value, self.session.error_at(key))

        field.edited.connect(lambda text: self.put(path, text, what, merge=key))
        field.settled.connect(self.session.settle)
        self.bind(key, field, renew)
        self.row(label, field)
        return field

    def words(
        self,
        label: str,
        path: Path,
        what: str,
        through: Callable[[Job, str], Job] | None = None,
    ) -> QLineEdit:
        """A plain line of text bound to a path, with its error below.

        `through` makes the new job where more than the field itself changes.
        """
        line = QLineEdit()
        line.setAccessibleName(label)
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
                line.setText(get(self.session.job, path))
                error.hide()

        def take(text: str) -> None:
            problem = self.put(path, text, what, key, through)
            error.setText(problem or "")
            error.setVisible(problem is not None)

        line.textEdited.connect(take)
        line.editingFinished.connect(self.session.settle)
        self.bind(key, line, renew)
        self.row(label, holder)
        return line

    def number(self, path: Path, least: int, most: int, what: str) -> QSpinBox:
        """A whole number bound to a path."""
        label = label_of(path)
        box = QSpinBox()
        box.setRange(least, most)
        box.setAccessibleName(label)
        key = dotted(path)

        def renew() -> None:
            box.blockSignals(True)
            box.setValue(get(self.session.job, path))
            box.blockSignals(False)

        box.valueChanged.connect(lambda value: self.put(path, value, what, key))
        box.editingFinished.connect(self.session.settle)
        self.bind(key, box, renew)
        self.row(label, box)
        return box

    def text(
        self,
        label: str,
        path: Path,
        what: str,
        through: Callable[[Job, str], Job] | None = None,
    ) -> QPlainTextEdit:
        """Several lines of text bound to a path; `through` as with `words`."""
        box = QPlainTextEdit()
        box.setAccessibleName(label)
        box.setTabChangesFocus(True)
        box.setFixedHeight(54)
        typing = QTimer(box)
        typing.setSingleShot(True)
        typing.setInterval(120)
        key = dotted(path)

        def renew() -> None:
            value = get(self.session.job, path)
            if box.toPlainText() != value and not typing.isActive():
                box.blockSignals(True)
                box.setPlainText(value)
                box.blockSignals(False)

        typing.timeout.connect(lambda: self.put(path, box.toPlainText(), what, key, through))
        box.textChanged.connect(typing.start)
        self.bind(key, box, renew)
        self.row(label, box)
        return box

    def choice(
        self, label: str, path: Path, options: Sequence[tuple[str, str]], what: str
    ) -> Choice:
        """One of a few words bound to a path."""
        choice = Choice(label, options)
        choice.group.idClicked.connect(lambda i: self.put(path, choice.keys[i], what))
        self.bind(dotted(path), choice, lambda: choice.show_key(get(self.session.job, path)))
        self.row(label, choice)
        return choice

    def pick(
        self,
        label: str,
        path: Path,
        options: Callable[[], Sequence[tuple[Any, str]]],
        what: str,
    ) -> QComboBox:
        """One of a list bound to a path; the list may change with the job."""
        box = QComboBox()
        box.setAccessibleName(label)
        box.setMinimumWidth(60)

        def renew() -> None:
            wanted = list(options())
            value = get(self.session.job, path)
            if value not in [key for key, _ in wanted]:
                wanted.append((value, f"{value} (not there)"))
            if [box.itemData(i) for i in range(box.count())] != [key for key, _ in wanted]:
                box.clear()
                for key, word in wanted:
                    box.addItem(word, key)
            box.setCurrentIndex([key for key, _ in wanted].index(value))

        box.activated.connect(lambda i: self.put(path, box.itemData(i), what))
        self.bind(dotted(path), box, renew)
        self.row(label, box)
        return box

    def colour(self, label: str, path: Path, what: str) -> QPushButton:
        """A colour bound to a path."""
        button = QPushButton()
        button.setAccessibleName(label)
        button.setStyleSheet("text-align: left; padding-left: 6px;")

        def renew() -> None:
            value = get(self.session.job, path)
            swatch = QPixmap(28, 14)
            swatch.fill(QColor(value))
            button.setIcon(QIcon(swatch))
            button.setIconSize(swatch.size())
            button.setText(value.upper())

        def ask() -> None:
            now = QColor(get(self.session.job, path))
            options = QColorDialog.ColorDialogOption.DontUseNativeDialog
            chosen = QColorDialog.getColor(now, self, label, options)
            if chosen.isValid():
                self.put(path, chosen.name().upper(), what)

        button.clicked.connect(ask)
        self.bind(dotted(path), button, renew)
        self.row(label, button)
        return button

    def bind(self, key: str, widget: QWidget, renew: Callable[[], None]) -> None:
        """Let a widget show the job: `renew` is called whenever it changes."""
        self.by_path[key] = widget
        self._renewers.append(renew)

    # -- working

    def renew(self) -> None:
        """Show the job in hand."""
        for renew in self._renewers:
            renew()

    def put(
        self,
        path: Path,
        new: Any,
        what: str,
        merge: str = "",
        through: Callable[[Job, str], Job] | None = None,
    ) -> str | None:
        """Edit the job; what was wrong, in words, or None. What was typed last into a field that
        the job no longer has, as when its kind changed, is left out."""
        job = self.session.job
        try:
            get(job, path)
        except (AttributeError, LookupError, TypeError):
            LOG.info("an edit came too late for %s", dotted(path))
            return None
        try:
            job = changed(job, path, new) if through is None else through(job, new)
            self.session.replace(job, f"change {what}", merge)
        except ValidationError as error:
            return plain(error)
        except ValueError as error:
            return str(error)[:1].upper() + str(error)[1:]
        return None


def plain(error: ValidationError) -> str:
    """A validation error in a designer's words."""
    problem = error.errors(include_url=False)[0]
    kind = problem["type"]
    context = problem.get("ctx", {})
    if kind == "string_too_short":
        return "This must not be empty"
    if kind == "string_too_long":
        return f"This is longer than {context.get('max_length')} characters"
    words = str(problem["msg"]).removeprefix("Value error, ")
    return words[:1].upper() + words[1:]


class Fields(QWidget):
    """The right side: a scrolling page for the selected card."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        from tinstamp.desk.blank_page import BlankPage
        from tinstamp.desk.stamp_page import StampPage

        self.setObjectName("fields")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session = session
        self.area = QScrollArea()
        self.area.setWidgetResizable(True)
        self.area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(1, 0, 0, 0)
        layout.addWidget(self.area)
        self.setFixedWidth(304)
        self.page: FieldsPage | None = None
        self._key: tuple[object, ...] | None = None
        self._pages = (BlankPage, StampPage)
        session.job_changed.connect(self.renew)
        session.selection_changed.connect(self.renew)
        session.report_changed.connect(self.renew)
        self.renew()

    def renew(self) -> None:
        """Show the selected card's page; build it anew only when its make-up changes."""
        blank, stamp = self._pages
        kind = blank if self.session.selected < 0 else stamp
        key = (kind, self.session.selected, kind.make_up(self.session))
        if key != self._key or self.page is None:
            self.page = kind(self.session)
            before = self.area.takeWidget()
            self.area.setWidget(self.page)
            if before is not None:  # a field of it may be what is being answered
                before.hide()
                before.deleteLater()
            self._key = key
        self.page.renew()
