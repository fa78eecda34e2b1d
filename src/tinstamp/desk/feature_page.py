"""Fields of one feature, made from its model: sizes, choices, faces, points, place."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Literal, get_args, get_origin

from PySide6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk import palette as p
from tinstamp.desk.dimension_table import small_button
from tinstamp.desk.fields import FieldsPage
from tinstamp.desk.points_table import PointsTable
from tinstamp.desk.profile_view import is_closed
from tinstamp.desk.session import Session
from tinstamp.desk.style import type_at
from tinstamp.job import edit_features as edit
from tinstamp.job.changes import BETWEEN
from tinstamp.job.drawn_bodies import Row
from tinstamp.job.feature import BaseFeature, Body, Position
from tinstamp.job.features import BODIES, FreeformSkin, Imported
from tinstamp.job.labels import LABELS, label_of
from tinstamp.job.model import Path, dotted, get
from tinstamp.job.rename import rename_feature
from tinstamp.job.values import Wants

CHOICES: dict[str, tuple[str, dict[str, str]]] = {
    "given": (
        "Given by",
        {
            "wall": "Wall",
            "inner_diameter": "Bore",
            "top_diameter": "Top",
            "side_angle": "Side angle",
        },
    ),
    "lower_end": ("Lower end", {"open": "Open", "closed": "Closed"}),
    "upper_end": ("Upper end", {"open": "Open", "closed": "Closed"}),
    "closed": (
        "Closed",
        {
            "axis": "On the axis",
            "itself": "In itself",
            "outline": "Outline",
            "open": "Open, wall",
        },
    ),
    "wall_side": ("Wall lies", {"left": "Left", "middle": "Middle", "right": "Right"}),
    "rail": ("Rail", {"oval": "Oval", "drawn": "Drawn"}),
    "shape": ("Heights", {"through": "Passed", "steered": "Steering"}),
    "goes": ("Goes", {"through": "Through", "depth": "To a depth"}),
    "how": ("Made by", {"join": "Joining", "cut": "Cutting", "round": "Round", "bevel": "Bevel"}),
    "section": ("Section", {"round": "Round", "flat": "Flat", "vee": "V"}),
    "path": ("Path", {"all_round": "All round", "drawn": "Drawn"}),
    "points": (
        "Points",
        {
            "up": "upwards",
            "down": "downwards",
            "front": "to the front",
            "back": "to the back",
            "left": "to the left",
            "right": "to the right",
        },
    ),
}
"""Label and words of every field that is one of a few words."""
HINTS = {
    "outer_diameter": "The outside diameter",
    "inner_diameter": "The inside diameter",
    "wall": "Thickness of the wall",
    "corner_radius": "Radius of the corners; 0 leaves them sharp",
    "across_flats": "Diameter of the circle that touches all sides",
    "arc": "How far round the ring goes, up to 359.9°; it is open at the back",
    "side_angle": "Between the side and the axis; positive narrows upwards",
    "ring_diameter": "Of the bar's middle line",
    "sweep": "360° is a full turn",
    "scale": "1 keeps the size of the file",
    "turn": "About the body's own upright axis",
    "tilt": "Leaning to its own front",
}
SOLID_AT_ZERO = {"tube", "cone", "dome"}
UNITS = {"length": "mm", "angle": "°", "place": "mm"}


class FeatureFields:
    """Puts a feature's fields on a page."""

    def __init__(self, page: FieldsPage, index: int, ask_file: Callable[[str], None]) -> None:
        self.page, self.index = page, index
        self.session: Session = page.session
        self.feature: BaseFeature = self.session.job.blank.features[index]
        self.path: Path = ("blank", "features", index)
        self.ask_file = ask_file
        self._head()
        if isinstance(self.feature, Imported):
            self._imported(self.feature)
        for name, info in type(self.feature).model_fields.items():
            if name in self.feature.idle or name in ("kind", "name", "on", "how", "at"):
                continue
            self._field((*self.path, name), name, info)
        if isinstance(self.feature, Body):
            self._place(self.feature)

    def _head(self) -> None:
        kind = self.feature.kind  # type: ignore[attr-defined]
        if kind in BODIES:
            self._kind(kind)
        else:
            self.page.row("Kind", QLabel(edit.WORDS[kind]))
        self.page.words(
            "Name",
            (*self.path, "name"),
            "the feature's name",
            through=lambda job, new: rename_feature(job, self.index, new),
        )
        how = type(self.feature).model_fields.get("how")
        if how is not None and (self.index > 0 or not isinstance(self.feature, Body)):
            self._choice((*self.path, "how"), "how", how)

    def _kind(self, kind: str) -> None:
        box = QComboBox()
        box.setAccessibleName("Kind")
        for key in BODIES:
            box.addItem(edit.WORDS[key], key)
        box.setMinimumWidth(60)

        def renew() -> None:
            now = self.session.job.blank.features[self.index].kind
            if now in BODIES:
                box.setCurrentIndex(list(BODIES).index(now))

        box.activated.connect(lambda i: self._change_kind(box.itemData(i)))
        self.page.bind("kind", box, renew)
        self.page.row("Kind", box)

    def _change_kind(self, kind: str) -> None:
        job = self.session.job
        feature = job.blank.features[self.index]
        if feature.kind == kind:
            return
        kept = {"name": feature.name, "on": feature.on, "how": feature.how, "at": feature.at}
        features = [*job.blank.features]
        features[self.index] = BODIES[kind](**kept)
        self.session.replace(edit.with_features(job, features), f"change to “{edit.WORDS[kind]}”")

    # -- fields by what they hold

    def _field(self, path: Path, name: str, info) -> None:  # type: ignore[no-untyped-def]
        wants = next((m for m in info.metadata if isinstance(m, Wants)), None)
        if wants is not None:
            self._formula(path, name, wants)
        elif get_origin(info.annotation) is Literal:
            self._choice(path, name, info)
        elif info.annotation is bool:
            self._yes_no(path, name)
        elif name in ("points", "rail_points"):
            self._points(path, name)
        elif name == "rows":
            self._rows(path)
        elif name == "face":
            self._face(path, "the face to work on")
        elif name in ("open_faces", "edges"):
            self._face_set(path, name)

    def _formula(self, path: Path, name: str, wants: Wants) -> None:
        unit = UNITS.get(wants.kind, "")
        step = {"length": 0.5, "angle": 5.0, "place": 0.5}.get(wants.kind, 1.0)
        hint = HINTS.get(name, "")
        if name == "wall" and self.feature.kind in SOLID_AT_ZERO:  # type: ignore[attr-defined]
            hint = "0 makes it solid"
        field = self.page.formula(
            path, unit, f"{label_of(path).lower()} of {self.feature.name}", step
        )
        field.line.setToolTip(hint)

    def _choice(self, path: Path, name: str, info) -> None:  # type: ignore[no-untyped-def]
        label, words = CHOICES[name]
        options = [(key, words[key]) for key in get_args(info.annotation)]
        if len(options) > 3:
            self.page.pick(label, path, lambda: options, f"{label.lower()}")
        else:
            self.page.choice(label, path, options, f"{label.lower()}")

    def _yes_no(self, path: Path, name: str) -> None:
        """A yes or no as two words."""
        from tinstamp.desk.fields import Choice

        choice = Choice(LABELS[name], (("no", "No"), ("yes", "Yes")))
        choice.group.idClicked.connect(lambda i: self.page.put(path, i == 1, LABELS[name].lower()))
        self.page.bind(
            dotted(path),
            choice,
            lambda: choice.show_key("yes" if get(self.session.job, path) else "no"),
        )
        self.page.row(LABELS[name], choice)

    def _points(self, path: Path, name: str) -> None:
        self.page.section(LABELS[name])
        table = PointsTable(
            self.page, path, is_closed(self.feature, name), lambda: self.ask_file(name)
        )
        self.page.column.addWidget(table)
        self.page.form_again()

    def _rows(self, path: Path) -> None:
        """The grid of a skin's heights, the back row above, as seen from above."""
        assert isinstance(self.feature, FreeformSkin)
        self.page.section("Heights, mm, seen from above")
        holder = QWidget()
        from PySide6.QtWidgets import QGridLayout

        grid = QGridLayout(holder)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(3)
        rows = self.feature.rows
        for i, row in enumerate(rows):
            for j in range(len(row.heights)):
                grid.addWidget(self._cell((*path, i, "heights", j)), len(rows) - 1 - i, j)
        self.page.column.addWidget(holder)
        verbs = QHBoxLayout()
        for text, tip, rows_by, columns_by in (
            ("+ Row", "A row at the back", 1, 0),
            ("− Row", "Take the back row away", -1, 0),
            ("+ Column", "A column at the right", 0, 1),
            ("− Column", "Take the right column away", 0, -1),
        ):
            button = QPushButton(text)
            button.setToolTip(tip)
            button.setStyleSheet("padding: 0 4px;")
            button.clicked.connect(lambda _=False, r=rows_by, c=columns_by: self._resize(r, c))
            verbs.addWidget(button)
        self.page.column.addLayout(verbs)
        self.page.form_again()

    def _resize(self, rows_by: int, columns_by: int) -> None:
        feature = self.session.job.blank.features[self.index]
        rows = [list(row.heights) for row in feature.rows]
        if rows_by > 0:
            rows.append(list(rows[-1]))
        elif rows_by < 0:
            rows = rows[:-1]
        if columns_by > 0:
            rows = [[*row, row[-1]] for row in rows]
        elif columns_by < 0:
            rows = [row[:-1] for row in rows]
        new = tuple(Row(heights=tuple(row)) for row in rows if row)
        problem = self.page.put((*self.path, "rows"), new, "the grid of heights")
        if problem:
            self.page.complain(problem)

    def _cell(self, path: Path) -> QLineEdit:
        line = QLineEdit()
        line.setAccessibleName(label_of(path))
        line.setMinimumWidth(24)
        line.setProperty("cell", True)
        key = dotted(path)

        def renew() -> None:
            text = get(self.session.job, path).removesuffix(" mm")
            if not line.hasFocus() and line.text() != text:
                line.setText(text)
                line.setCursorPosition(0)
            error = self.session.error_at(key)
            value = self.session.resolved.values.get(key)
            line.setToolTip(error or (f"= {value:.4f} mm" if value is not None else ""))
            if line.property("wrong") != (error is not None):
                line.setProperty("wrong", error is not None)
                line.style().unpolish(line)
                line.style().polish(line)

        line.textEdited.connect(
            lambda text: self.page.put(path, text, "a height of the skin", merge=key)
        )
        line.editingFinished.connect(self.session.settle)
        self.page.bind(key, line, renew)
        return line

    # -- faces

    def _faces(self, nothing: str) -> Sequence[tuple[str, str]]:
        own = f"{self.feature.name}."
        kinds = self.session.kinds
        found = [(n, f"{n} · {k}") for n, k in kinds.items() if not n.startswith(own)]
        return [("", nothing), *found]

    def _face(self, path: Path, what: str) -> None:
        self.page.pick("Face", path, lambda: self._faces("choose a face"), what)
        self._take_picked(path)
        self._error_below(dotted(path))

    def _take_picked(self, path: Path) -> None:
        """A button that takes the face last clicked on the part."""
        button = QPushButton()
        form = self.page.form
        self.page.row("", button)

        def renew() -> None:
            face = self.session.face or ""
            other = face in self.session.kinds and face != get(self.session.job, path)
            other = other and not face.startswith(f"{self.feature.name}.")
            form.setRowVisible(button, other)
            button.setText(f"Take {face}")
            button.setToolTip("The face that was clicked on the part")

        button.clicked.connect(lambda: self.page.put(path, self.session.face, "the face"))
        self.page.bind(f"{dotted(path)}.picked", button, renew)

    def _error_below(self, key: str) -> None:
        word = QLabel()
        word.setProperty("role", "error")
        word.setFont(type_at(p.SMALL))
        word.setWordWrap(True)

        def renew() -> None:
            error = self.session.error_at(key)
            word.setText(error[:1].upper() + error[1:] if error else "")
            form.setRowVisible(word, error is not None)

        self.page.row("", word)
        form = self.page.form
        self.page.bind(f"{key}.error", word, renew)

    def _face_set(self, path: Path, name: str) -> None:
        """A list of faces or edges, with what takes one away and what adds one."""
        holder = QWidget()
        column = QVBoxLayout(holder)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        chosen: tuple[str, ...] = get(self.session.job, path)
        for k, entry in enumerate(chosen):
            row = QHBoxLayout()
            word = QLabel(entry.replace(BETWEEN, " and\n") if BETWEEN in entry else f"{entry}")
            word.setToolTip("The edges between two faces" if BETWEEN in entry else "")
            remove = small_button("×", f"Take {entry} away")
            remove.clicked.connect(lambda _=False, k=k: self._take_away(path, k))
            row.addWidget(word, 1)
            row.addWidget(remove)
            column.addLayout(row)
        first, second = QComboBox(), QComboBox()
        for box in (first, second) if name == "edges" else (first,):
            box.setMinimumWidth(60)
            box.setAccessibleName("Face to add")
            column.addWidget(box)
        add = QPushButton("Add")
        column.addWidget(add)

        def renew() -> None:
            for box, nothing in ((first, "choose a face"), (second, "all its edges")):
                at = box.currentData() if box is second else None
                box.clear()
                for key, word in self._faces(nothing):
                    box.addItem(word if box is first or not key else f"where it meets {key}", key)
                wished = at or (self.session.face if box is first else "")
                box.setCurrentIndex(max(0, box.findData(wished)))

        def put() -> None:
            one, other = first.currentData(), second.currentData() if name == "edges" else ""
            if not one:
                return
            entry = f"{one}{BETWEEN}{other}" if other else one
            now = get(self.session.job, path)
            if entry not in now:
                self.page.put(path, (*now, entry), LABELS[name].lower())

        add.clicked.connect(put)
        self.page.bind(dotted(path), holder, renew)
        self.page.row(LABELS[name], holder)
        self._error_below(dotted(path))
        for k in range(len(chosen)):
            self._error_below(dotted((*path, k)))

    def _take_away(self, path: Path, k: int) -> None:
        now = get(self.session.job, path)
        self.page.put(path, (*now[:k], *now[k + 1 :]), LABELS[str(path[-1])].lower())

    # -- place

    def _place(self, body: Body) -> None:
        self.page.section("Place")
        at = (*self.path, "at")
        if self.index > 0:
            self.page.pick(
                "Stands on", (*at, "face"), lambda: self._faces("the part's own axes"), "its face"
            )
            self._take_picked((*at, "face"))
            self._error_below(dotted((*at, "face")))
        on_face = bool(body.at.face)
        names = {"x": "Across", "y": "Up", "z": "Above"} if on_face else {}
        for axis in ("x", "y", "z"):
            field = self.page.formula((*at, axis), "mm", f"the place of {body.name}")
            if axis in names:
                self.page.relabel(field, names[axis])
        if not on_face:
            info = Position.model_fields["points"]
            label, words = CHOICES["points"]
            options = [(key, words[key]) for key in get_args(info.annotation)]
            self.page.pick(label, (*at, "points"), lambda: options, f"which way {body.name} points")
        for angle in ("turn", "tilt"):
            field = self.page.formula((*at, angle), "°", f"the {angle} of {body.name}", 5.0)
            field.line.setToolTip(HINTS[angle])

    # -- imported

    def _imported(self, feature: Imported) -> None:
        self.page.row("File", QLabel(feature.file or "none yet"))
        told = f"{len(feature.faces)} faces"
        if feature.of > 1:
            told += f", solid {feature.which + 1} of {feature.of}"
        self.page.row("Holds", QLabel(told))
        renew = QPushButton("Take a newer file …")
        renew.setToolTip("Faces find their names again; what is new or gone is told")
        renew.clicked.connect(lambda: self.ask_file("renew"))
        self.page.row("", renew)
        for note in feature.notes:
            word = QLabel(note[:1].upper() + note[1:])
            word.setWordWrap(True)
            word.setFont(type_at(p.SMALL))
            word.setProperty("role", "second")
            self.page.row("", word)


def make_up(session: Session) -> object:
    """What decides which fields the chosen feature has."""
    feature = session.job.blank.features[session.feature]
    parts: list[object] = [session.feature, feature.kind, feature.idle]
    for name, info in type(feature).model_fields.items():
        value = getattr(feature, name)
        if (get_origin(info.annotation) is Literal and name != "kind") or (
            isinstance(value, tuple) and name in ("open_faces", "edges")
        ):
            parts.append(value)
        elif name in ("points", "rail_points"):
            parts.append(tuple(k.to for k in value))
        elif name == "rows":
            parts.append((len(value), len(value[0].heights)))
        elif name == "notes":
            parts.append(value)
    if isinstance(feature, Body):
        parts.append(bool(feature.at.face))
    return tuple(parts)
