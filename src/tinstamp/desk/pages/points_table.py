"""A profile's points in exact figures: a row a point, formulas in every cell."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.dimension_table import small_button
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.words.say import formula_to_show, formula_typed, say
from tinstamp.job import edit_features as edit
from tinstamp.job.drawn import Knot
from tinstamp.job.field import declared
from tinstamp.job.model import Path, changed, dotted, get
from tinstamp.words.sentence import sentence

KNOT = declared(Knot)
TO = KNOT["to"].choices


class PointsTable(QWidget):
    """Rows of name, x, y and the kind of the piece that starts there."""

    def __init__(
        self, page: FieldsPage, path: Path, closed: bool, take_file: Callable[[], None] | None
    ) -> None:
        super().__init__()
        self.page, self.path = page, path
        self.session = page.session
        knots: tuple[Knot, ...] = get(self.session.job, path)
        grid = QGridLayout()
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(4)
        grid.setVerticalSpacing(3)
        for column, title in enumerate(("Piece", "x  mm", "y  mm", "goes on as")):
            head = QLabel(say(title))
            head.setFont(type_at(p.SMALL))
            head.setProperty("role", "second")
            grid.addWidget(head, 0, column)
        row = 1
        for i, knot in enumerate(knots):
            row = self._row(grid, row, i, knot, last=not closed and i == len(knots) - 1)
        grid.setColumnStretch(1, 1)
        grid.setColumnStretch(2, 1)
        outer = QGridLayout(self)
        outer.setContentsMargins(0, 0, 0, 0)
        outer.setVerticalSpacing(6)
        outer.addLayout(grid, 0, 0)
        verbs = QHBoxLayout()
        add = QPushButton(say("+ Point"))
        add.setToolTip(
            say("A point after the last one; a double click on the profile puts one there")
        )
        add.clicked.connect(self._add)
        verbs.addWidget(add)
        if take_file is not None:
            file = QPushButton(say("From DXF or SVG …"))
            file.clicked.connect(take_file)
            verbs.addWidget(file)
        outer.addLayout(verbs, 1, 0)

    def _row(self, grid: QGridLayout, row: int, i: int, knot: Knot, last: bool) -> int:
        name = self._cell(i, "name", 36)
        grid.addWidget(name, row, 0)
        grid.addWidget(self._cell(i, "x"), row, 1)
        grid.addWidget(self._cell(i, "y"), row, 2)
        if not last:
            grid.addWidget(self._to(i), row, 3)
        remove = small_button("×", f"Delete point {i + 1}")
        remove.setFixedWidth(20)
        remove.clicked.connect(lambda: self._remove(i))
        grid.addWidget(remove, row, 4)
        row += 1
        if knot.to == "arc" and not last:
            word = QLabel(say("rises by, mm"))
            word.setFont(type_at(p.SMALL))
            word.setProperty("role", "second")
            word.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
            grid.addWidget(word, row, 1)
            grid.addWidget(self._cell(i, "rise"), row, 2)
            row += 1
        wrong = QLabel()
        wrong.setProperty("role", "error")
        wrong.setFont(type_at(p.SMALL))
        wrong.setWordWrap(True)
        wrong.hide()
        grid.addWidget(wrong, row, 0, 1, 5)

        def renew() -> None:
            keys = [dotted((*self.path, i, f)) for f in ("name", "x", "y", "rise")]
            told = [e for k in keys if (e := self.session.error_at(k))]
            wrong.setText(say(sentence(told[0]) if told else ""))
            wrong.setVisible(bool(told))

        self.page.bind(dotted((*self.path, i, "errors")), wrong, renew)
        return row + 1

    def _cell(self, i: int, field: str, width: int = 0) -> QLineEdit:
        path = (*self.path, i, field)
        key = dotted(path)
        line = QLineEdit()
        line.setAccessibleName(say(f"Point {i + 1}, {field}"))
        line.setToolTip(say(KNOT[field].shown.tip))
        line.setMaxLength(400)
        line.setMinimumWidth(40)
        line.setProperty("cell", True)
        if width:
            line.setFixedWidth(width)

        def renew() -> None:
            text = formula_to_show(str(get(self.session.job, path)).removesuffix(" mm"))
            if not line.hasFocus() and line.text() != text:
                line.setText(text)
                line.setCursorPosition(0)
            wrong = self.session.error_at(key) is not None
            if line.property("wrong") != wrong:
                line.setProperty("wrong", wrong)
                line.style().unpolish(line)
                line.style().polish(line)
            value = self.session.resolved.values.get(key)
            if value is not None:
                line.setToolTip(say(f"{KNOT[field].shown.tip}\n= {value:.4f} mm"))

        def take(text: str) -> None:
            text = formula_typed(text) if field != "name" else text
            problem = self.page.put(path, text, f"point {i + 1}", merge=key)
            if problem:
                line.setToolTip(say(problem))
                line.setProperty("wrong", True)
                line.style().unpolish(line)
                line.style().polish(line)

        line.textEdited.connect(take)
        line.editingFinished.connect(self.session.settle)
        self.page.bind(key, line, renew)
        return line

    def _to(self, i: int) -> QComboBox:
        path = (*self.path, i, "to")
        box = QComboBox()
        box.setAccessibleName(say(f"Piece {i + 1}"))
        for key, word in TO:
            box.addItem(say(word), key)
        box.setFixedWidth(66)
        box.setProperty("cell", True)

        def renew() -> None:
            box.setCurrentIndex([k for k, _ in TO].index(get(self.session.job, path)))

        def take(index: int) -> None:
            job = changed(self.session.job, path, TO[index][0])
            rise = (*self.path, i, "rise")
            if TO[index][0] == "arc" and self.session.resolved.values.get(dotted(rise), 0.0) == 0.0:
                job = changed(job, rise, f"{self._half_chord(i) / 2:.3g} mm")
            self.session.replace(job, f"change piece {i + 1}")

        box.activated.connect(take)
        self.page.bind(dotted(path), box, renew)
        return box

    def _half_chord(self, i: int) -> float:
        values = self.session.resolved.values
        count = len(get(self.session.job, self.path))
        ends = [
            [values.get(dotted((*self.path, k % count, axis)), 0.0) for axis in ("x", "y")]
            for k in (i, i + 1)
        ]
        return float(((ends[0][0] - ends[1][0]) ** 2 + (ends[0][1] - ends[1][1]) ** 2) ** 0.5 / 2)

    def _add(self) -> None:
        knots = get(self.session.job, self.path)
        values = self.session.resolved.values
        last = len(knots) - 1
        x, y = (values.get(dotted((*self.path, last, axis)), 0.0) for axis in ("x", "y"))
        put_points(self.page, self.path, edit.with_point(knots, last, x, y + 5.0), "add a point")

    def _remove(self, i: int) -> None:
        knots = get(self.session.job, self.path)
        try:
            put_points(self.page, self.path, edit.without_point(knots, i), "delete a point")
        except ValueError as error:
            self.page.complain(str(error))


def put_points(page: FieldsPage, path: Path, knots: tuple[Knot, ...], label: str) -> None:
    """Take other points for a profile."""
    page.session.edit(path, knots, label)
