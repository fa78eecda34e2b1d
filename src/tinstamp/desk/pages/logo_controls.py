"""Controls of a logo: its file with what became of it, and its unit."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QLabel, QPushButton

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.logo import LOGO_LIMITS, PICTURES, study_of
from tinstamp.desk.dialogs.ink_dialog import asked_of_inks
from tinstamp.desk.dialogs.mending_dialog import MendingDialog
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import control, put_list
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.pages.setting_controls import index_of
from tinstamp.desk.words.say import say
from tinstamp.desk.work.background import taken_in
from tinstamp.desk.work.live_files import Newer
from tinstamp.job.edit_stamps import each_ink, with_file
from tinstamp.job.formula import LENGTHS
from tinstamp.job.model import Logo, changed, dotted, get
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
    button = QPushButton(get(session.job, row.path) or say("Choose a file …"))
    button.setToolTip(say("SVG, DXF, PNG or JPEG"))
    button.clicked.connect(lambda: session.wants_file.emit("logo"))
    page.bind("file", button, lambda: None)
    page.row(row.label, button)
    told = QLabel()
    told.setWordWrap(True)
    told.setFont(type_at(p.SMALL))
    told.setProperty("role", "second")
    page.bind("mended", told, lambda: told.setText(say(_mended(_artwork(page, index)))))
    page.row("", told)
    look = QPushButton(say("Before and after …"))
    look.setToolTip(say("The drawing as it came, and as it is cleaned up"))

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
    _put_newer(page, index)
    session.background.come.connect(page.renew)  # what the file holds may be known later
    session.background.live.changed.connect(page.renew)


def _put_newer(page: FieldsPage, index: int) -> None:
    """What takes in a file that has changed on disk, with what changed; else not to be seen."""
    session = page.session
    button = QPushButton(say("Take in as it is now"))
    told = QLabel()
    told.setWordWrap(True)
    told.setProperty("role", "second")
    page.row("", button)
    page.row("", told)
    form = page.form

    def newer() -> Newer | None:
        logo = session.job.stamps[index].artwork if index < len(session.job.stamps) else None
        return session.background.live.newer(logo.digest) if isinstance(logo, Logo) else None

    def take() -> None:
        found = newer()
        logo = session.job.stamps[index].artwork
        if found is None or not isinstance(logo, Logo):
            return
        job = with_file(session.job, logo.digest, found.digest)
        label = f"take in {found.path.name} anew"
        if session.take(job, label, logos={found.digest: found.data}):
            session.background.live.watch(found.digest, found.path, logo.format)

    def renew() -> None:
        found = newer()
        form.setRowVisible(button, found is not None)
        form.setRowVisible(told, found is not None)
        told.setText(say("" if found is None else f"{found.path.name} has changed: {found.told}"))

    button.clicked.connect(take)
    page.bind("newer", button, renew)


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


@control("inks")
def _inks(page: FieldsPage, row: Row) -> None:
    """How many colours of the file are ink, and the question which."""
    index, session = index_of(row), page.session
    button = QPushButton(say("Choose …"))
    button.setToolTip(say(row.tip))

    def ask() -> None:
        logo = session.job.stamps[index].artwork
        assert isinstance(logo, Logo)
        data = session.document.logos.get(logo.digest)
        if data is None:
            return
        try:
            unit = LENGTHS[logo.unit]
            study = taken_in(
                page.window(), logo.file, LOGO_LIMITS, study_of, data, logo.format, unit
            )
        except ValueError as error:
            page.complain(str(error))
            return
        if study is None:
            page.complain("the picture shows one colour only")
            return
        now = {ink.colour: ink.use for ink in logo.inks}
        choice = asked_of_inks(study, now, page.about, page.window())
        if choice is None:
            return
        job = changed(session.job, row.path, choice.fields())
        if choice.each:
            job = each_ink(job, index, choice.fields())
        session.replace(job, page.of(row.label))

    def renew() -> None:
        inks = get(session.job, row.path)
        count = sum(1 for ink in inks if ink.use == "ink")
        usual = "By light; choose …" if traced else "As the file suggests …"
        button.setText(say(f"{count} of {len(inks)} are ink …" if inks else usual))
        back.setVisible(bool(inks))

    def by_light() -> None:
        session.replace(changed(session.job, row.path, ()), page.of(row.label))

    now = session.job.stamps[index].artwork
    traced = isinstance(now, Logo) and now.format in PICTURES
    back = QPushButton(say("By light and dark"))
    back.setToolTip(say("Go by how light the picture is, not by its colours"))
    back.clicked.connect(by_light)
    button.clicked.connect(ask)
    page.bind(dotted(row.path), button, renew)
    page.row(row.label, button)
    if traced:
        page.row("", back)


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
