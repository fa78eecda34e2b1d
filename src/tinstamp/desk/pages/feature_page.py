"""Fields of one feature, made from its model: sizes, choices, faces, points, place."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Sequence

from PySide6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import (
    add_rows,
    control,
    put_choice,
    put_error_below,
    put_list,
    put_words,
)
from tinstamp.desk.pages.dimension_table import small_button
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.points_table import PointsTable
from tinstamp.desk.pages.rows import Row, rows_of
from tinstamp.desk.sheet.profile_view import is_closed
from tinstamp.desk.words.say import formula_to_show, formula_typed, say
from tinstamp.desk.work.session import Session
from tinstamp.job import edit_features as edit
from tinstamp.job.changes import BETWEEN
from tinstamp.job.drawn_bodies import Row as HeightRow
from tinstamp.job.face_name import feature_of
from tinstamp.job.feature import BaseFeature, Body
from tinstamp.job.features import BODIES, Imported
from tinstamp.job.field import declared, label_of
from tinstamp.job.model import Job, Path, dotted, get
from tinstamp.job.rename import rename_feature
from tinstamp.words.sentence import sentence

POINTS_ON_A_FACE = {"x": "Across", "y": "Up", "z": "Above"}
"""What a body's place is called where it stands on a face."""


def add_feature(page: FieldsPage, index: int, ask_file: Callable[[str], None]) -> None:
    """Put a feature's fields on a page."""
    feature = page.session.job.blank.features[index]
    page.about, page.ask_file = feature.name, ask_file
    _head(page, index, feature)
    if isinstance(feature, Imported):
        _imported(page, feature, ask_file)
    add_rows(page, rows_of(feature, _path(index)))
    if isinstance(feature, Body):
        _place(page, index, feature)


def make_up(session: Session) -> Hashable:
    """What decides which fields the chosen feature has."""
    index = session.feature
    feature = session.job.blank.features[index]
    parts: list[Hashable] = [index, feature.kind, getattr(feature, "notes", ())]
    parts += [row.key for row in rows_of(feature, _path(index))]
    if isinstance(feature, Body):
        parts.append(bool(feature.at.face))
    return tuple(parts)


def _path(index: int) -> Path:
    return ("blank", "features", index)


def _head(page: FieldsPage, index: int, feature: BaseFeature) -> None:
    kind = feature.kind  # type: ignore[attr-defined]
    if kind in BODIES:
        _kind(page, index)
    else:
        page.row("Kind", QLabel(say(edit.WORDS[kind])))

    def through(job: Job, new: str) -> Job:
        return rename_feature(job, index, new)

    put_words(page, (*_path(index), "name"), "Name", through)
    how = declared(type(feature)).get("how")
    if isinstance(feature, Body) and how is not None and index > 0:
        put_choice(page, (*_path(index), "how"), how.shown.label, how.choices)


def _kind(page: FieldsPage, index: int) -> None:
    session = page.session
    box = QComboBox()
    box.setAccessibleName(say("Kind"))
    for key in BODIES:
        box.addItem(say(edit.WORDS[key]), key)
    box.setMinimumWidth(60)

    def renew() -> None:
        now = session.job.blank.features[index].kind
        if now in BODIES:
            box.setCurrentIndex(list(BODIES).index(now))

    def change(at: int) -> None:
        kind, job = box.itemData(at), session.job
        feature = job.blank.features[index]
        if feature.kind == kind or not isinstance(feature, Body):
            return
        features: list[BaseFeature] = [*job.blank.features]
        features[index] = BODIES[kind](
            name=feature.name, on=feature.on, how=feature.how, at=feature.at
        )
        session.replace(edit.with_features(job, features), f"change to “{edit.WORDS[kind]}”")

    box.activated.connect(change)
    page.bind("kind", box, renew)
    page.row("Kind", box)


# -- controls


@control("points")
def _points(page: FieldsPage, row: Row) -> None:
    """A profile or a drawn line, point by point."""
    name, parent = str(row.path[-1]), get(page.session.job, row.path[:-1])
    feature = isinstance(parent, BaseFeature)
    if feature:
        page.section(row.label)
    closed = is_closed(parent, name) if feature else bool(getattr(parent, "closed", False))
    ask = (lambda: page.ask_file(name)) if feature else None
    if row.declared.shown.tip and not feature:
        told = QLabel(f"{say(row.label)}: {say(row.declared.shown.tip)}")
        told.setProperty("role", "second")
        told.setWordWrap(True)
        page.column.addWidget(told)
    page.column.addWidget(PointsTable(page, row.path, closed, ask))
    page.form_again()


@control("heights")
def _heights(page: FieldsPage, row: Row) -> None:
    """The grid of a skin's heights, the back row above, as seen from above."""
    page.section("Heights, mm, seen from above")
    holder = QWidget()
    grid = QGridLayout(holder)
    grid.setContentsMargins(0, 0, 0, 0)
    grid.setSpacing(3)
    rows: tuple[HeightRow, ...] = get(page.session.job, row.path)
    for i, heights in enumerate(rows):
        for j in range(len(heights.heights)):
            cell = _cell(page, (*row.path, i, "heights", j))
            grid.addWidget(cell, len(rows) - 1 - i, j)
    page.column.addWidget(holder)
    verbs = QHBoxLayout()
    for text, tip, rows_by, columns_by in (
        ("+ Row", "A row at the back", 1, 0),
        ("− Row", "Take the back row away", -1, 0),
        ("+ Column", "A column at the right", 0, 1),
        ("− Column", "Take the right column away", 0, -1),
    ):
        button = QPushButton(say(text))
        button.setToolTip(say(tip))
        button.setStyleSheet("padding: 0 4px;")
        button.clicked.connect(
            lambda _=False, r=rows_by, c=columns_by: _resize(page, row.path, r, c)
        )
        verbs.addWidget(button)
    page.column.addLayout(verbs)
    page.form_again()


def _resize(page: FieldsPage, path: Path, rows_by: int, columns_by: int) -> None:
    rows = [list(row.heights) for row in get(page.session.job, path)]
    if rows_by > 0:
        rows.append(list(rows[-1]))
    elif rows_by < 0:
        rows = rows[:-1]
    if columns_by > 0:
        rows = [[*row, row[-1]] for row in rows]
    elif columns_by < 0:
        rows = [row[:-1] for row in rows]
    try:
        new = tuple(HeightRow(heights=tuple(row)) for row in rows if row)
    except ValueError:
        page.complain("a grid of heights needs at least two rows and two columns")
        return
    problem = page.put(path, new, "the grid of heights")
    if problem:
        page.complain(problem)


def _cell(page: FieldsPage, path: Path) -> QLineEdit:
    session, key = page.session, dotted(path)
    line = QLineEdit()
    line.setAccessibleName(say(label_of(session.job, path)))
    line.setMinimumWidth(24)
    line.setProperty("cell", True)

    def renew() -> None:
        text = formula_to_show(get(session.job, path).removesuffix(" mm"))
        if not line.hasFocus() and line.text() != text:
            line.setText(text)
            line.setCursorPosition(0)
        error = session.error_at(key)
        value = session.resolved.values.get(key)
        line.setToolTip(say(error or (f"= {value:.4f} mm" if value is not None else "")))
        if line.property("wrong") != (error is not None):
            line.setProperty("wrong", error is not None)
            line.style().unpolish(line)
            line.style().polish(line)

    line.textEdited.connect(
        lambda text: page.put(path, formula_typed(text), "a height of the skin", merge=key)
    )
    line.editingFinished.connect(session.settle)
    page.bind(key, line, renew)
    return line


def _faces(page: FieldsPage, nothing: str) -> Sequence[tuple[str, str]]:
    """Faces that a feature may refer to: all but its own."""
    kinds = page.session.kinds
    found = [(n, f"{n} · {k}") for n, k in kinds.items() if feature_of(n) != page.about]
    return [("", nothing), *found]


@control("face")
def _face(page: FieldsPage, row: Row) -> None:
    place = row.path[-2] == "at"
    nothing = "the part's own axes" if place else "choose a face"
    put_list(page, row.path, row.label, lambda: _faces(page, nothing))
    _take_picked(page, row.path)
    put_error_below(page, dotted(row.path))


def _take_picked(page: FieldsPage, path: Path) -> None:
    """A button that takes the face last clicked on the part."""
    button = QPushButton()
    form, session = page.form, page.session
    page.row("", button)

    def renew() -> None:
        face = session.face or ""
        other = face in session.kinds and face != get(session.job, path)
        form.setRowVisible(button, other and feature_of(face) != page.about)
        button.setText(say(f"Take {face}"))
        button.setToolTip(say("The face that was clicked on the part"))

    button.clicked.connect(lambda: page.put(path, session.face, "the face"))
    page.bind(f"{dotted(path)}.picked", button, renew)


@control("faces")
def _face_set(page: FieldsPage, row: Row) -> None:
    """A list of faces or edges, with what takes one away and what adds one."""
    edges = row.path[-1] == "edges"
    holder = QWidget()
    column = QVBoxLayout(holder)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(3)
    chosen: tuple[str, ...] = get(page.session.job, row.path)
    for k, entry in enumerate(chosen):
        line = QHBoxLayout()
        word = QLabel(say(entry.replace(BETWEEN, " and\n") if BETWEEN in entry else f"{entry}"))
        word.setToolTip(say("The edges between two faces" if BETWEEN in entry else ""))
        remove = small_button("×", f"Take {entry} away")
        remove.clicked.connect(lambda _=False, k=k: _take_away(page, row, k))
        line.addWidget(word, 1)
        line.addWidget(remove)
        column.addLayout(line)
    first, second = QComboBox(), QComboBox()
    for box in (first, second) if edges else (first,):
        box.setMinimumWidth(60)
        box.setAccessibleName(say("Face to add"))
        column.addWidget(box)
    add = QPushButton(say("Add"))
    column.addWidget(add)

    def put() -> None:
        one, other = first.currentData(), second.currentData() if edges else ""
        if not one:
            return
        entry = f"{one}{BETWEEN}{other}" if other else one
        now = get(page.session.job, row.path)
        if entry not in now:
            page.put(row.path, (*now, entry), page.of(row.label))

    add.clicked.connect(put)
    page.bind(dotted(row.path), holder, lambda: _fill_faces(page, first, second))
    page.row(row.label, holder)
    put_error_below(page, dotted(row.path))
    for k in range(len(chosen)):
        put_error_below(page, dotted((*row.path, k)))


def _fill_faces(page: FieldsPage, first: QComboBox, second: QComboBox) -> None:
    for box, nothing in ((first, "choose a face"), (second, "all its edges")):
        at = box.currentData() if box is second else None
        box.clear()
        for key, word in _faces(page, nothing):
            box.addItem(say(word if box is first or not key else f"where it meets {key}"), key)
        wished = at or (page.session.face if box is first else "")
        box.setCurrentIndex(max(0, box.findData(wished)))


def _take_away(page: FieldsPage, row: Row, k: int) -> None:
    now = get(page.session.job, row.path)
    page.put(row.path, (*now[:k], *now[k + 1 :]), page.of(row.label))


# -- place and file


def _place(page: FieldsPage, index: int, body: Body) -> None:
    """Where a body stands; the first one has no face to stand on."""
    page.section("Place")
    at = (*_path(index), "at")
    for row in rows_of(body.at, at):
        name = str(row.path[-1])
        if name == "face" and index == 0:
            continue
        add_rows(page, [row])
        if body.at.face and name in POINTS_ON_A_FACE:
            page.relabel(page.by_path[dotted(row.path)], POINTS_ON_A_FACE[name])


def _imported(page: FieldsPage, feature: Imported, ask_file: Callable[[str], None]) -> None:
    page.row("File", QLabel(feature.file or say("none yet")))
    told = f"{len(feature.faces)} faces"
    if feature.of > 1:
        told += f", solid {feature.which + 1} of {feature.of}"
    page.row("Holds", QLabel(say(told)))
    renew = QPushButton(say("Take a newer file …"))
    renew.setToolTip(say("Faces find their names again; what is new or gone is told"))
    renew.clicked.connect(lambda: ask_file("renew"))
    page.row("", renew)
    for note in feature.notes:
        word = QLabel(say(sentence(note)))
        word.setWordWrap(True)
        word.setFont(type_at(p.SMALL))
        word.setProperty("role", "second")
        page.row("", word)
