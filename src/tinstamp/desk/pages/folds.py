"""Groups of fields that are folded until they are wanted, and stay as they were left."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from itertools import groupby

from PySide6.QtCore import QPoint, QSettings, Qt, QTimer
from PySide6.QtWidgets import QScrollArea, QSizePolicy, QToolButton, QVBoxLayout, QWidget

from tinstamp.desk.pages.controls import add_rows
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.words.say import say
from tinstamp.job.model import dotted, get

HEADING_ROOM = 236
"""px for the words of a heading"""
NAMED = 2
"""Fields that are named in a heading; more are counted."""


class Opened:
    """Which groups were left open, kept from one session to the next.

    Attributes
    ----------
    changes : how often one was opened or folded so far.
    """

    def __init__(self, settings: QSettings) -> None:
        self._settings = settings
        self.changes = 0

    def is_open(self, name: str) -> bool:
        """True for a group that was left open."""
        return bool(self._settings.value(f"open/{name}", False, type=bool))

    def keep(self, name: str, opened: bool) -> None:
        """Remember how a group was left."""
        self.changes += 1
        self._settings.setValue(f"open/{name}", opened)


def add_in_groups(page: FieldsPage, rows: Sequence[Row], opened: Opened) -> None:
    """Put fields on a page: under each heading first those in sight, then the folded groups."""
    under: list[Row] = []
    for row in [*rows, None]:
        if row is None or row.control == "section":
            _add_under(page, under, opened)
            under = []
        if row is not None:
            under.append(row)


def _add_under(page: FieldsPage, rows: Sequence[Row], opened: Opened) -> None:
    add_rows(page, [row for row in rows if not row.group])
    names = list(dict.fromkeys(row.group for row in rows if row.group))
    folded = {name: [row for row in rows if row.group == name] for name in names}
    for name, own in folded.items():
        _fold(page, name, own, opened)


def _fold(page: FieldsPage, name: str, rows: Sequence[Row], opened: Opened) -> None:
    """One group: a heading that opens it and tells what in it is not as usual."""
    heading = QToolButton()
    heading.setProperty("fold", True)
    heading.setCheckable(True)
    heading.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
    heading.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
    heading.setToolTip(say(", ".join(dict.fromkeys(row.label for row in rows))))
    held = QWidget()
    inner = QVBoxLayout(held)
    inner.setContentsMargins(0, 0, 0, 6)
    page.column.addWidget(heading)
    page.column.addWidget(held)
    with page.within(inner):
        add_rows(page, rows)

    def show(now: bool) -> None:
        held.setVisible(now)
        heading.setArrowType(Qt.ArrowType.DownArrow if now else Qt.ArrowType.RightArrow)
        heading.setChecked(now)

    def toggled(now: bool) -> None:
        opened.keep(name, now)
        show(now)
        if now:  # once it has its place
            QTimer.singleShot(0, held, partial(_into_sight, heading, held))

    def renew() -> None:
        metrics = heading.fontMetrics()
        for named in range(NAMED, -1, -1):  # as many as there is room for
            told = unusual(page, rows, named)
            words = say(f"{name}  ·  {told}" if told else name)
            if metrics.horizontalAdvance(words) <= HEADING_ROOM:
                break
        else:  # how many, at least
            words = f"{say(name)}  ·  {told.split()[0]}" if told else say(name)
        shown = metrics.elidedText(words, Qt.TextElideMode.ElideRight, HEADING_ROOM)
        heading.setText(shown)
        wrong = [row for row in rows if page.session.error_at(dotted(row.path))]
        if wrong and not heading.isChecked():
            show(True)

    heading.clicked.connect(toggled)
    page.bind(f"fold {name}", heading, renew)
    show(opened.is_open(name))


def _into_sight(heading: QWidget, held: QWidget) -> None:
    """Scroll down to what was opened, no further than to its heading."""
    area = heading.parentWidget()
    while area is not None and not isinstance(area, QScrollArea):
        area = area.parentWidget()
    inside = None if area is None else area.widget()
    if area is None or inside is None:
        return
    top = heading.mapTo(inside, QPoint(0, 0)).y()
    end = held.mapTo(inside, QPoint(0, held.height())).y()
    bar = area.verticalScrollBar()
    bar.setValue(max(bar.value(), min(top, end - area.viewport().height())))


def unusual(page: FieldsPage, rows: Sequence[Row], named: int = NAMED) -> str:
    """What in a group is not as usual, so many by their names; nothing when all is."""
    labels = []
    for label, same in groupby(rows, key=lambda row: row.label):
        for row in same:
            try:
                value = get(page.session.job, row.path)
            except (AttributeError, LookupError):
                continue  # the page is about to be made anew
            known = row.declared
            if value != known.default and value not in known.shown.usual:
                labels.append(label.lower())
                break
    if labels and not named:
        return f"{len(labels)} not as usual"
    if len(labels) > named:
        return f"{', '.join(labels[:named])} and {len(labels) - named} more"
    return ", ".join(labels)
