"""The control of a picture whose greys caps follow: its file, and what comes of it."""

from __future__ import annotations

from PySide6.QtWidgets import QLabel, QPushButton

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import control
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.pages.setting_controls import index_of
from tinstamp.desk.words.say import say
from tinstamp.job.model import dotted, get

CHECK = "picture"
"""The finding that tells of it"""


@control("height picture")
def _picture(page: FieldsPage, row: Row) -> None:
    session = page.session
    button = QPushButton()
    button.setToolTip(say(row.tip))
    button.setAccessibleName(say(row.label))
    button.clicked.connect(lambda: session.wants_file.emit("heights"))
    told = QLabel()
    told.setWordWrap(True)
    told.setFont(type_at(p.SMALL))
    told.setProperty("role", "second")

    def renew() -> None:
        button.setText(get(session.job, row.path) or say("Choose a picture …"))
        told.setText(say(_told(page, index_of(row))))

    page.bind(dotted(row.path), button, renew)
    page.row(row.label, button)
    page.row("", told)
    session.report_changed.connect(page.renew)


def _told(page: FieldsPage, index: int) -> str:
    """Its resolution and size as it was built last; nothing while that is out of date."""
    session = page.session
    if session.report is None or session.stale_report or index >= len(session.job.stamps):
        return ""
    name = session.job.stamps[index].name
    found = (f for f in session.report.findings if f.stamp == name and f.check == CHECK)
    told = next((finding.message for finding in found), "")
    return f"{told[:1].upper()}{told[1:]}"
