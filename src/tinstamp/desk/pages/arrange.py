"""What a stamp can be told to do among others: equal gaps, and a copy on another face."""

from __future__ import annotations

from PySide6.QtWidgets import QMenu, QPushButton

from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.work.placing import Standing, copied_to, spread
from tinstamp.desk.work.preview import preview
from tinstamp.desk.work.session import Session
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.model import dotted


def arrange_button(page: FieldsPage, index: int) -> QPushButton:
    """A button with a menu of them."""
    button = QPushButton("Gaps and copies")
    button.setAccessibleName("Arrange")
    menu = QMenu(button)
    button.setMenu(menu)

    def fill() -> None:
        menu.clear()
        menu.addAction("Equal gaps across", lambda: equal_gaps(page, index, 0))
        menu.addAction("Equal gaps up", lambda: equal_gaps(page, index, 1))
        faces = menu.addMenu("Copy to the face")
        here = page.session.job.stamps[index].setting.face
        for face, chart in page.session.charts.items():
            if face != here:
                faces.addAction(
                    f"{face} · {chart.kind}", lambda f=face: copy_to(page.session, index, f)
                )
        faces.setEnabled(not faces.isEmpty())

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


def copy_to(session: Session, index: int, face: str) -> None:
    """A twin of a stamp on another face, selected."""
    name = session.job.stamps[index].name
    job = copied_to(session.job, index, face, free_name(session.job, name))
    session.replace(job, f"copy “{name}” to {face}")
    session.select(index + 1)
