"""Controls of a logo: its file with what became of it, and its unit."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QLabel, QPushButton

from tinstamp.artwork.drawn import Artwork
from tinstamp.desk.dialogs.mending_dialog import MendingDialog
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import control, put_list
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.pages.setting_controls import index_of
from tinstamp.job.formula import LENGTHS
from tinstamp.job.model import get
from tinstamp.plan.art import art_spec, draw
from tinstamp.plan.planned import PLAN_ERRORS


def _artwork(page: FieldsPage, index: int) -> Artwork | None:
    """The artwork as it is drawn now; None while a field of it is wrong."""
    session = page.session
    try:
        return draw(art_spec(session.document, session.resolved, index))
    except PLAN_ERRORS:
        return None


@control("logo file")
def _file(page: FieldsPage, row: Row) -> None:
    index, session = index_of(row), page.session
    button = QPushButton(get(session.job, row.path) or "Choose a file …")
    button.setToolTip("SVG, DXF, PNG or JPEG")
    button.clicked.connect(lambda: session.wants_file.emit("logo"))
    page.bind("file", button, lambda: None)
    page.row(row.label, button)
    told = QLabel()
    told.setWordWrap(True)
    told.setFont(type_at(p.SMALL))
    told.setProperty("role", "second")
    page.bind("mended", told, lambda: told.setText(_mended(_artwork(page, index))))
    page.row("", told)
    look = QPushButton("Before and after …")
    look.setToolTip("The drawing as it came, and as it is cleaned up")

    def show() -> None:
        shown = _artwork(page, index)
        if shown is not None and shown.mended is not None:
            MendingDialog(shown, page.about, page.window()).exec()

    def renew() -> None:
        shown = _artwork(page, index)
        look.setEnabled(shown is not None and shown.mended is not None)

    look.clicked.connect(show)
    page.bind("mending", look, renew)
    page.row("", look)


def _mended(shown: Artwork | None) -> str:
    """What the file says and what became of its outlines."""
    if shown is None or shown.mended is None:
        return ""
    m = shown.mended
    told = f"{m.natural[0]:.2f} × {m.natural[1]:.2f} mm in the file. {m.before} pieces"
    if m.after != m.before:
        told += f", now {m.after}, moved {m.deviation:.4f} mm at most"
    for count, what in (
        (m.specks, "specks left out"),
        (m.doubles, "drawn twice, taken once"),
        (m.joined, "ends joined"),
        (len(m.crossings), "crossings parted"),
    ):
        told += f"; {count} {what}" if count else ""
    return told


@control("units")
def _units(page: FieldsPage, row: Row) -> None:
    """Units for a file that names none, each with the size that it would give."""
    index = index_of(row)

    def units() -> Sequence[tuple[str, str]]:
        now = get(page.session.job, row.path)
        shown = _artwork(page, index)
        words = []
        for unit, _ in row.declared.choices:
            told = unit
            if shown is not None and shown.mended is not None:
                w, h = (v * LENGTHS[unit] / LENGTHS[now] for v in shown.mended.natural)
                told = f"{unit}: {w:.5g} × {h:.5g} mm"
            words.append((unit, told))
        return words

    put_list(page, row.path, row.label, units)
