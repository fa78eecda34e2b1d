"""What a stamp can be told to do among others: equal gaps, and a copy on another face."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from PySide6.QtWidgets import QMenu, QPushButton

from tinstamp.chart.base import FaceChart
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.words.say import say
from tinstamp.desk.work.mirroring import NORMALS, NoImageError, Side, image_of
from tinstamp.desk.work.placing import Standing, copied_to, spread
from tinstamp.desk.work.preview import preview
from tinstamp.desk.work.session import Session
from tinstamp.job.alike import bound
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.model import changed, dotted


def arrange_button(page: FieldsPage, index: int) -> QPushButton:
    """A button with a menu of them."""
    button = QPushButton(say("Gaps and copies"))
    button.setAccessibleName(say("Arrange"))
    menu = QMenu(button)
    button.setMenu(menu)

    def fill() -> None:
        menu.clear()
        menu.addAction(say("Equal gaps across"), lambda: equal_gaps(page, index, 0))
        menu.addAction(say("Equal gaps up"), lambda: equal_gaps(page, index, 1))
        here = page.session.job.stamps[index].setting.face
        for words, alike in (("Copy to the face", False), ("Also on the face, kept alike", True)):
            faces = menu.addMenu(say(words))
            for face, chart in page.session.charts.items():
                if face != here:
                    faces.addAction(
                        say(f"{face} · {chart.kind}"),
                        lambda f=face, a=alike: copy_to(page.session, index, f, a),
                    )
            faces.setEnabled(not faces.isEmpty())
        image = menu.addMenu(say("Mirror image, kept alike"))
        for side in NORMALS:
            image.addAction(say(side.capitalize()), lambda s=side: mirror(page, index, s))

    menu.aboutToShow.connect(fill)
    return button


def equal_gaps(page: FieldsPage, index: int, axis: int) -> None:
    """Move the stamps of a face so that the gaps between them are equal."""
    session = page.session
    chart = session.chart_of(index)
    if chart is None:
        return
    face = session.job.stamps[index].setting.face
    stands = []
    for i, stamp in enumerate(session.job.stamps):
        if stamp.setting.face != face or not stamp.on:
            continue
        shown = preview(session.document, session.resolved, i, session.charts)
        if shown is not None and shown.placed.regions:
            across = dotted(("stamps", i, "setting", "across"))
            low_x, low_y, high_x, high_y = map(float, shown.placed.bounds)
            values = session.resolved.values
            stands.append(
                Standing(
                    i,
                    (low_x, low_y, high_x, high_y),
                    shown.placed.origin,
                    across in session.resolved.angles,
                    values[across],
                    values[dotted(("stamps", i, "setting", "up"))],
                )
            )
    try:
        session.replace(spread(session.job, chart, stands, axis), f"equal gaps on {face}")
    except ValueError as error:
        page.complain(str(error))


def copy_to(session: Session, index: int, face: str, alike: bool = False) -> None:
    """A twin of a stamp on another face, selected; with `alike` one that follows it."""
    name = session.job.stamps[index].name
    job = copied_to(session.job, index, face, free_name(session.job, name))
    if alike:
        job = bound(job, index, index + 1)
    if session.replace(job, f"copy “{name}” to {face}"):
        session.select(index + 1)


def mirror(page: FieldsPage, index: int, side: Side) -> None:
    """A twin of a stamp on the other side of the part, kept alike, selected."""
    session = page.session
    shown = preview(session.document, session.resolved, index, session.charts)
    if shown is None or not shown.placed.regions:
        page.complain("it has no place yet whose image could be made")
        return
    stamp = session.job.stamps[index]
    middle = np.array([0.0, 0.0, middle_height(session.charts)])
    try:
        setting = image_of(shown, stamp.setting, side, dict(session.charts), middle)
    except NoImageError as error:
        page.complain(str(error))
        return
    job = copied_to(session.job, index, setting.face, free_name(session.job, stamp.name))
    job = changed(job, ("stamps", index + 1, "setting"), setting)
    if session.replace(bound(job, index, index + 1), f"mirror “{stamp.name}”"):
        session.select(index + 1)


def middle_height(charts: Mapping[str, FaceChart]) -> float:
    """Half way up the faces of a part that can be laid out, mm."""
    ups = np.concatenate(
        [c.to_space(o.points(4))[:, 2] for c in charts.values() for o in c.outline]
    )
    ups = ups[np.isfinite(ups)]
    return float((ups.min() + ups.max()) / 2)
