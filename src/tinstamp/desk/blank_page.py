"""Fields of the blank: its kind and sizes, the dimensions, the limits of the proof."""

from __future__ import annotations

from PySide6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QToolButton,
    QWidget,
)

from tinstamp.desk import palette as p
from tinstamp.desk.fields import FieldsPage
from tinstamp.desk.formula_field import FormulaField
from tinstamp.desk.session import Session
from tinstamp.desk.style import type_at
from tinstamp.job.features import KINDS, Tube
from tinstamp.job.labels import label_of
from tinstamp.job.model import Blank, Dimension, Job, Limits, dotted
from tinstamp.job.rename import rename_dimension, rename_feature
from tinstamp.job.resolve import formula_fields

FEATURE = ("blank", "features", 0)
KIND_WORDS = {
    "tube": "Tube or round",
    "plate": "Plate",
    "prism": "Prism",
    "ring": "Split ring",
}
HINTS = {
    "Diameter": "The outside diameter",
    "Bore": "The inside diameter",
    "Wall": "0 makes a solid round",
    "Corners": "Radius of the corners; 0 leaves them sharp",
    "Across flats": "Diameter of the circle that touches all sides",
    "Arc": "How far round the ring goes, up to 359.9°; it is open at the back",
}


class BlankPage(FieldsPage):
    """The page of the blank's card."""

    @staticmethod
    def make_up(session: Session) -> object:
        """What decides which fields there are."""
        feature = session.job.blank.features[0]
        given = feature.given if isinstance(feature, Tube) else ""
        return feature.kind, given, len(session.job.dimensions)

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        feature = session.job.blank.features[0]
        self.section("Blank")
        self._kind()
        self.words(
            "Name",
            (*FEATURE, "name"),
            "the blank's name",
            through=lambda job, new: rename_feature(job, 0, new),
        )
        for path, _, wants in formula_fields(feature, FEATURE):
            if path[-1] in ("wall", "inner_diameter") and isinstance(feature, Tube):
                self._given()
            unit = {"length": "mm", "angle": "°"}.get(wants.kind, "")
            step = {"length": 0.5, "angle": 5.0}.get(wants.kind, 1.0)
            label = label_of(path)
            self.formula(path, unit, label.lower(), step).line.setToolTip(HINTS.get(label, ""))
        self._dimensions()
        self.section("Limits of the proof")
        for name in Limits.model_fields:
            self.formula(("limits", name), "mm", f"the limit “{label_of((name,))}”", 0.05)
        self.done()

    def _kind(self) -> None:
        box = QComboBox()
        box.setAccessibleName("Kind")
        for kind, words in KIND_WORDS.items():
            box.addItem(words, kind)

        def renew() -> None:
            box.setCurrentIndex(list(KIND_WORDS).index(self.session.job.blank.features[0].kind))

        box.activated.connect(lambda i: self._change_kind(box.itemData(i)))
        self._bind("kind", box, renew)
        self.row("Kind", box)

    def _change_kind(self, kind: str) -> None:
        job = self.session.job
        feature = job.blank.features[0]
        if feature.kind == kind:
            return
        fresh = KINDS[kind](name=feature.name)
        self.session.replace(
            job.model_copy(update={"blank": Blank(features=(fresh,))}),
            f"change to “{KIND_WORDS[kind]}”",
        )

    def _given(self) -> None:
        self.choice(
            "Given by",
            (*FEATURE, "given"),
            (("wall", "Wall"), ("inner_diameter", "Bore")),
            "what gives the bore",
        )

    # -- dimensions

    def _dimensions(self) -> None:
        self.section("Dimensions")
        grid = QGridLayout()
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(4)
        grid.setColumnStretch(1, 1)
        for i, dimension in enumerate(self.session.job.dimensions):
            self._dimension(grid, i, dimension)
        add = QPushButton("+ Dimension")
        add.setToolTip("A named length, angle or number that formulas may use")
        add.clicked.connect(self._add)
        if not self.session.job.dimensions:
            hint = QLabel("Name a size once, use it in any field: “bore / 2 - 1 mm”.")
            hint.setWordWrap(True)
            hint.setFont(type_at(p.SMALL))
            hint.setProperty("role", "second")
            self.column.addWidget(hint)
        self.column.addLayout(grid)
        self.column.addWidget(add)

    def _dimension(self, grid: QGridLayout, index: int, dimension: Dimension) -> None:
        path = ("dimensions", index)
        name = QLineEdit()
        name.setAccessibleName("Name of the dimension")
        name.setFixedWidth(LABEL)
        name.setMaxLength(40)
        name_key = dotted((*path, "name"))

        def renew_name() -> None:
            if not name.hasFocus():
                name.setText(self.session.job.dimensions[index].name)
            wrong = name_key in self.session.resolved.errors
            name.setToolTip(self.session.resolved.errors.get(name_key, ""))
            if name.property("wrong") != wrong:
                name.setProperty("wrong", wrong)
                name.style().unpolish(name)
                name.style().polish(name)

        def take_name(text: str) -> None:
            problem = self.put(
                (*path, "name"),
                text,
                "a dimension's name",
                name_key,
                lambda job, new: rename_dimension(job, index, new),
            )
            if problem:
                field.show_formula(field.line.text(), None, problem)

        name.textEdited.connect(take_name)
        name.editingFinished.connect(self.session.settle)
        self._bind(name_key, name, renew_name)
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
            field.unit.setText(unit)
            error = resolved.errors.get(key) or resolved.errors.get(name_key)
            field.show_formula(dimension.formula, resolved.values.get(key), error)

        field.edited.connect(
            lambda text: self.put((*path, "formula"), text, f"“{dimension.name}”", merge=key)
        )
        field.settled.connect(self.session.settle)
        self._bind(key, field, renew)
        remove = QToolButton()
        remove.setText("×")
        remove.setFixedWidth(26)
        remove.setStyleSheet("padding: 0;")
        remove.setToolTip(f"Delete “{dimension.name}”")
        remove.setAccessibleName(f"Delete dimension {dimension.name}")
        remove.clicked.connect(lambda: self._remove(index))
        for column, widget in enumerate((name, field, remove)):
            grid.addWidget(widget, index, column, _top(widget))

    def _add(self) -> None:
        job: Job = self.session.job
        taken = {d.name for d in job.dimensions}
        name = next(n for k in range(1, 1000) if (n := f"size_{k}") not in taken)
        added = (*job.dimensions, Dimension(name=name, formula="10 mm"))
        self.session.replace(job.model_copy(update={"dimensions": added}), "add a dimension")

    def _remove(self, index: int) -> None:
        job = self.session.job
        left = (*job.dimensions[:index], *job.dimensions[index + 1 :])
        name = job.dimensions[index].name
        self.session.replace(job.model_copy(update={"dimensions": left}), f"delete “{name}”")


LABEL = 92


def _top(widget: QWidget):  # type: ignore[no-untyped-def]
    from PySide6.QtCore import Qt

    if isinstance(widget, FormulaField):
        return Qt.AlignmentFlag(0)
    return Qt.AlignmentFlag.AlignTop
