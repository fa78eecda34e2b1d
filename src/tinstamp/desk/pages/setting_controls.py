"""Controls of a stamp's name and setting: face, place, what it is measured from, its edge."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.chart.joint import Faces
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.arrange import arrange_button
from tinstamp.desk.pages.controls import control, put_formula, put_list, put_words
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.words.say import say
from tinstamp.job.alike import kept_with, let_go
from tinstamp.job.face_name import StampFace, owner_of
from tinstamp.job.model import Cast, Job, Path, dotted, get
from tinstamp.job.nearest import MOST_SLIPS, nearest_faces
from tinstamp.job.rename import rename_stamp


def index_of(row: Row) -> int:
    """Which stamp a row belongs to."""
    index = row.path[1]
    assert row.path[0] == "stamps" and isinstance(index, int)
    return index


@control("stamp name")
def _name(page: FieldsPage, row: Row) -> None:
    index = index_of(row)

    def through(job: Job, new: str) -> Job:
        return rename_stamp(job, index, new)

    put_words(page, row.path, row.label, through)


@control("alike")
def _alike(page: FieldsPage, row: Row) -> None:
    """Whom it is kept alike with, and the way out of that; nothing for one by itself."""
    index = index_of(row)
    holder = QWidget()
    line = QHBoxLayout(holder)
    line.setContentsMargins(0, 0, 0, 0)
    words = QLabel()
    words.setWordWrap(True)
    free = QPushButton(say("Let go"))
    free.setToolTip(say("From now on it is edited by itself"))
    line.addWidget(words, 1)
    line.addWidget(free)
    session = page.session
    free.clicked.connect(lambda: session.replace(let_go(session.job, index), page.of("let go")))
    form = page.form
    page.row("Alike", holder)

    def renew() -> None:
        others = kept_with(session.job, index) if index < len(session.job.stamps) else []
        form.setRowVisible(holder, bool(others))
        words.setText(say(", ".join(f"“{session.job.stamps[i].name}”" for i in others)))

    page.bind(dotted(row.path), holder, renew)


def _of_the_part(page: FieldsPage) -> list[tuple[str, str]]:
    """All faces of the part, but those of stamps, and what they are called."""
    charts, kinds = Faces.of(page.session.charts), page.session.kinds
    names = [stamp.name for stamp in page.session.job.stamps]
    made = [(n, f"{n} · {c.kind}") for n, c in charts.items() if owner_of(n, names) is None]
    return made + [(n, f"{n} · {kinds.get(n, '')}") for n in sorted(charts.awaited)]


@control("other face")
def _other_face(page: FieldsPage, row: Row) -> None:
    """The faces that caps may follow."""
    own = (*row.path[:2], "setting", "face")

    def faces() -> list[tuple[str, str]]:
        here = get(page.session.job, own)
        return [("", "choose a face"), *(f for f in _of_the_part(page) if f[0] != here)]

    put_list(page, row.path, row.label, faces)


@control("face of a stamp")
def _face(page: FieldsPage, row: Row) -> None:
    def faces() -> Sequence[tuple[str, str]]:
        made = _of_the_part(page)
        before = page.session.job.stamps[: index_of(row)]
        report = page.session.report
        sides = report.sides if report is not None else {}
        upon = [
            face
            for stamp in before
            if stamp.on
            for face in (str(StampFace(stamp.name, "cap")), *map(str, sides.get(stamp.name, ())))
        ]
        own = get(page.session.job, row.path)
        if owner_of(own, [stamp.name for stamp in before]) is not None and own not in upon:
            upon.append(own)
        return made + [(face, f"{face} · of a stamp") for face in upon]

    put_list(page, row.path, row.label, faces)
    _nearest(page, row.path)


def _nearest(page: FieldsPage, path: Path) -> None:
    """What to lie on instead when the face is gone; nothing is moved by itself."""
    holder = QWidget()
    column = QVBoxLayout(holder)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(3)
    word = QLabel()
    word.setProperty("role", "error")
    word.setFont(type_at(p.SMALL))
    word.setWordWrap(True)
    column.addWidget(word)
    buttons = [QPushButton() for _ in range(MOST_SLIPS)]
    for button in buttons:
        column.addWidget(button)
        button.clicked.connect(
            lambda _=False, b=button: page.put(path, b.property("face"), "the face")
        )
    form, session = page.form, page.session
    page.row("", holder)

    def renew() -> None:
        face = get(session.job, path)
        own = owner_of(face, [stamp.name for stamp in session.job.stamps])
        gone = bool(session.kinds) and face not in session.kinds and own is None
        form.setRowVisible(holder, gone)
        if not gone:
            return
        word.setText(say(f"“{face}” is not there any more. Nearest to it:"))
        near = nearest_faces(face, Faces.of(session.charts).names)
        for k, button in enumerate(buttons):
            button.setVisible(k < len(near))
            button.setText(say(f"Lay it on {near[k]}" if k < len(near) else ""))
            button.setProperty("face", near[k] if k < len(near) else "")

    page.bind("nearest", holder, renew)


@control("across")
def _across(page: FieldsPage, row: Row) -> None:
    if "round" not in page.facts:
        tip = "From the middle of the face, to the right"
        put_formula(page, row.path, row.label, "mm", 0.5, tip)
        return
    tip = "Round from the front, which is 0°; a length, such as 12 mm, is taken too"
    field = put_formula(page, row.path, row.label, "°", 5.0, tip)
    key = dotted(row.path)

    def renew() -> None:
        resolved = page.session.resolved
        is_length = key in resolved.values and key not in resolved.angles
        field.unit.setText(say("mm" if is_length else "°"))

    page.before(renew)


@control("up")
def _up(page: FieldsPage, row: Row) -> None:
    round_face = "round" in page.facts
    tip = "From the lower rim, along the face" if round_face else "From the middle of the face"
    put_formula(page, row.path, row.label, "mm", 0.5, tip)


@control("stamps")
def _from_stamp(page: FieldsPage, row: Row) -> None:
    index = index_of(row)

    def others() -> Sequence[tuple[str, str]]:
        stamps = page.session.job.stamps
        face = stamps[index].setting.face
        names = [s.name for i, s in enumerate(stamps) if i != index and s.setting.face == face]
        return [("", "the face"), *((name, f"“{name}”") for name in names)]

    put_list(page, row.path, row.label, others)


@control("across from")
def _across_from(page: FieldsPage, row: Row) -> None:
    stamp = "from a stamp" in page.facts
    words = (
        ("middle", "its middle" if stamp else "the middle"),
        ("left", "its left side" if stamp else "the left edge"),
        ("right", "its right side" if stamp else "the right edge"),
    )
    put_list(page, row.path, row.label, lambda: words)


@control("up from")
def _up_from(page: FieldsPage, row: Row) -> None:
    stamp, round_face = "from a stamp" in page.facts, "round" in page.facts
    below = "its bottom" if stamp else "the lower rim" if round_face else "the lower edge"
    above = "its top" if stamp else "the upper rim" if round_face else "the upper edge"
    middle = "its middle" if stamp else "the middle"
    words = [("lower", below), ("middle", middle), ("upper", above)]

    def lines() -> Sequence[tuple[str, str]]:
        if stamp:
            return [("usual", "its own line"), *words]
        if get(page.session.job, row.path) == "usual":
            return [("usual", "the rim or middle it was made with"), *words]
        return words

    put_list(page, row.path, row.label, lines)


@control("turn")
def _turn(page: FieldsPage, row: Row) -> None:
    known = row.declared
    put_formula(page, row.path, row.label, known.unit, known.step, row.tip)
    page.row("Arrange", arrange_button(page, index_of(row)))


@control("along the view")
def _along_view(page: FieldsPage, row: Row) -> None:
    """The last of three numbers, and what takes them from the view."""
    known = row.declared
    put_formula(page, row.path, row.label, known.unit, known.step, row.tip)
    button = QPushButton(say("As it is looked at now"))
    button.setToolTip(say("Cast along the view of the part"))

    def take() -> None:
        x, y, z = page.session.looking
        cast = Cast(way="vector", x=f"{x:.4f}", y=f"{y:.4f}", z=f"{z:.4f}")
        page.put(row.path[:-1], cast, page.of("cast"))

    button.clicked.connect(take)
    page.bind("along view", button, lambda: None)
    page.row("", button)


@control("edges")
def _edges(page: FieldsPage, row: Row) -> None:
    index = index_of(row)

    def edges() -> Sequence[tuple[int, str]]:
        chart = page.session.chart_of(index)
        if chart is not None and chart.closed:
            return [(0, "lower rim"), (1, "upper rim")]
        count = len(chart.outline) if chart is not None else 1
        return [(0, "outer edge"), *((k, f"edge of hole {k}") for k in range(1, count))]

    put_list(page, row.path, row.label, edges)
