"""A column of labelled fields bound to paths in the job: what all pages are."""

from __future__ import annotations

import logging
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any

from pydantic import ValidationError
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFormLayout, QLabel, QVBoxLayout, QWidget

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.formula_field import FormulaField
from tinstamp.desk.pages.rows import Facts
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session
from tinstamp.job.model import Job, Path, changed, dotted, get
from tinstamp.words.sentence import sentence

LABEL_WIDTH = 94
"""px of a field's label"""
LOG = logging.getLogger("tinstamp.desk")
Through = Callable[[Job, Any], Job]
"""Makes the new job where more than the field itself changes."""


class FieldsPage(QWidget):
    """A column of labelled fields.

    Attributes
    ----------
    about : what the fields belong to, for the words in the history.
    facts : what holds for the face that it lies on.
    ask_file : asks for a file, for the named use. over : another page has taken its place.
    """

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("fieldsPage")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session = session
        self.about = ""
        self.ask_file: Callable[[str], None] = lambda what: None
        self.facts: Facts = frozenset()
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(16, 10, 16, 16)
        self.column.setSpacing(4)
        self._renewers: list[Callable[[], None]] = []
        self.over = False
        self.by_path: dict[str, QWidget] = {}
        self._form: QFormLayout | None = None

    # -- building

    def section(self, title: str) -> None:
        label = QLabel(say(title).upper())
        label.setProperty("role", "section")
        label.setFont(type_at(p.SMALL, strong=True))
        if self.column.count():
            self.column.addSpacing(6)
        self.column.addWidget(label)
        self.form_again()

    def row(self, label: str, widget: QWidget) -> QLabel:
        form = self.form
        words = QLabel(say(label))
        words.setFixedWidth(LABEL_WIDTH)
        words.setWordWrap(True)
        words.setMinimumHeight(26)
        words.setBuddy(widget if not isinstance(widget, FormulaField) else widget.line)
        form.addRow(words, widget)
        return words

    def form_again(self) -> None:
        """Go on with rows after something of another make."""
        self._form = QFormLayout()
        self._form.setContentsMargins(0, 0, 0, 0)
        self._form.setHorizontalSpacing(8)
        self._form.setVerticalSpacing(5)
        self._form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
        self._form.setLabelAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop)
        self.column.addLayout(self._form)

    @contextmanager
    def within(self, column: QVBoxLayout) -> Iterator[None]:
        """Rows go into another column for a while; those after it are laid out anew."""
        outer, self.column, self._form = self.column, column, None
        try:
            yield
        finally:
            self.column, self._form = outer, None

    @property
    def form(self) -> QFormLayout:
        """The rows now being laid out."""
        if self._form is None:
            self.form_again()
        assert self._form is not None
        return self._form

    def relabel(self, field: QWidget, label: str) -> None:
        """Another label for a row."""
        words = self.form.labelForField(field)
        if isinstance(words, QLabel):
            words.setText(say(label))

    def of(self, label: str) -> str:
        """What a change of a field is called in the history."""
        words = label.lower() if label[1:2].islower() or len(label) == 1 else label
        return f"{words} of “{self.about}”" if self.about else words

    def complain(self, message: str) -> None:
        """Tell what could not be done."""
        self.session.failed.emit(sentence(message))

    def done(self) -> None:
        self.column.addStretch(1)

    def bind(self, key: str, widget: QWidget, renew: Callable[[], None]) -> None:
        """Let a widget show the job: `renew` is called whenever it changes."""
        self.by_path[key] = widget
        self._renewers.append(renew)

    def before(self, renew: Callable[[], None]) -> None:
        """What is renewed ahead of all widgets."""
        self._renewers.insert(0, renew)

    # -- working

    def renew(self) -> None:
        """Show the job in hand; not on a page that another one has taken the place of."""
        for renew in self._renewers if not self.over else ():
            renew()

    def put(
        self, path: Path, new: Any, what: str, merge: str = "", through: Through | None = None
    ) -> str | None:
        """Edit the job; what was wrong, in words, or None. What was typed last into a field that
        the job no longer has, as when its kind changed, is left out."""
        job = self.session.job
        try:
            get(job, path[:-1] if path[:1] == ("limits",) else path)
        except (AttributeError, LookupError, TypeError):
            LOG.info("an edit came too late for %s", dotted(path))
            return None
        try:
            job = changed(job, path, new) if through is None else through(job, new)
            self.session.replace(job, f"change {what}", merge)
        except ValidationError as error:
            return plain(error)
        except ValueError as error:
            return sentence(str(error))
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
    return sentence(words)
