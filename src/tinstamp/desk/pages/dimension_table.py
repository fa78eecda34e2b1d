"""The table of dimensions: names and formulas."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QLabel, QLineEdit, QPushButton, QToolButton, QWidget

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.completing import Completing, names_in
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.formula_field import FormulaField
from tinstamp.desk.words.say import formula_typed, say
from tinstamp.job.model import Dimension, dotted
from tinstamp.job.rename import rename_dimension

NAME = 92
"""px of a dimension's name"""


class DimensionTable:
    """Puts the dimensions on a page of fields."""

    def __init__(self, page: FieldsPage) -> None:
        self.page = page
        self.session = page.session
        page.section("Dimensions")
        grid = QGridLayout()
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(4)
        grid.setColumnStretch(1, 1)
        for i, dimension in enumerate(self.session.job.dimensions):
            self._row(grid, i, dimension)
        add = QPushButton(say("+ Dimension"))
        add.setToolTip(say("A named length, angle or number that formulas may use"))
        add.clicked.connect(self.add)
        if not self.session.job.dimensions:
            hint = QLabel(say("Name a size once, use it in any field: “bore / 2 - 1 mm”."))
            hint.setWordWrap(True)
            hint.setFont(type_at(p.SMALL))
            hint.setProperty("role", "second")
            page.column.addWidget(hint)
        page.column.addLayout(grid)
        page.column.addWidget(add)

    def _row(self, grid: QGridLayout, index: int, dimension: Dimension) -> None:
        path = ("dimensions", index)
        name = QLineEdit()
        name.setAccessibleName(say("Name of the dimension"))
        name.setFixedWidth(NAME)
        name.setMaxLength(40)
        name_key = dotted((*path, "name"))

        def renew_name() -> None:
            if not name.hasFocus():
                name.setText(self.session.job.dimensions[index].name)
            wrong = name_key in self.session.resolved.errors
            name.setToolTip(say(self.session.resolved.errors.get(name_key, "")))
            if name.property("wrong") != wrong:
                name.setProperty("wrong", wrong)
                name.style().unpolish(name)
                name.style().polish(name)

        def take_name(text: str) -> None:
            problem = self.page.put(
                (*path, "name"),
                text,
                "a dimension's name",
                name_key,
                lambda job, new: rename_dimension(job, index, new),
            )
            if problem:
                field.show_formula(formula_typed(field.line.text()), None, problem)

        name.textEdited.connect(take_name)
        name.editingFinished.connect(self.session.settle)
        self.page.bind(name_key, name, renew_name)
        field = FormulaField(f"Formula of {dimension.name}", "")
        field.unit.hide()
        key = dotted((*path, "formula"))

        def renew() -> None:
            dimension = self.session.job.dimensions[index]
            resolved = self.session.resolved
            quantity = resolved.names.get(dimension.name)
            unit = ""
            if quantity is not None:
                unit = "mm" if quantity.length else ("°" if quantity.angle else "")
            field.unit.setText(say(unit))
            error = resolved.errors.get(key) or resolved.errors.get(name_key)
            field.show_formula(dimension.formula, resolved.values.get(key), error)

        Completing(field.line, lambda: names_in(self.session))
        field.edited.connect(
            lambda text: self.page.put((*path, "formula"), text, f"“{dimension.name}”", merge=key)
        )
        field.settled.connect(self.session.settle)
        self.page.bind(key, field, renew)
        remove = small_button("×", f"Delete “{dimension.name}”")
        remove.setAccessibleName(say(f"Delete dimension {dimension.name}"))
        remove.clicked.connect(lambda: self._remove(index))
        cells: tuple[QWidget, ...] = (name, field, remove)
        for column, widget in enumerate(cells):
            grid.addWidget(widget, index, column, _top(widget))

    def add(self) -> None:
        job = self.session.job
        taken = {d.name for d in job.dimensions}
        name = next(n for k in range(1, 1000) if (n := f"size_{k}") not in taken)
        added = (*job.dimensions, Dimension(name=name, formula="10 mm"))
        self.session.replace(job.model_copy(update={"dimensions": added}), "add a dimension")

    def _remove(self, index: int) -> None:
        job = self.session.job
        left = (*job.dimensions[:index], *job.dimensions[index + 1 :])
        name = job.dimensions[index].name
        self.session.replace(job.model_copy(update={"dimensions": left}), f"delete “{name}”")


def small_button(text: str, tip: str) -> QToolButton:
    """A square button of one sign."""
    button = QToolButton()
    button.setText(say(text))
    button.setFixedWidth(26)
    button.setStyleSheet("padding: 0;")
    button.setToolTip(say(tip))
    button.setAccessibleName(say(tip))
    return button


def _top(widget: QWidget) -> Qt.AlignmentFlag:
    if isinstance(widget, FormulaField):
        return Qt.AlignmentFlag(0)
    return Qt.AlignmentFlag.AlignTop
