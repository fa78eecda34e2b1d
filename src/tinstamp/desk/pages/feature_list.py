"""The list of the blank's features, and what can be done with them."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QHBoxLayout,
    QListWidget,
    QListWidgetItem,
    QMenu,
    QSizePolicy,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.dimension_table import small_button
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session
from tinstamp.job import edit_features as edit
from tinstamp.job.feature import BaseFeature
from tinstamp.job.features import BODIES, CHANGES
from tinstamp.job.model import Job

ROW = 22
"""px of a row"""
MOST_ROWS = 6
"""rows before the list scrolls"""


def summary(session: Session, index: int) -> str:
    """A feature's key sizes in a few words."""
    feature = session.job.blank.features[index]
    start = f"blank.features.{index}."
    values = {k[len(start) :]: v for k, v in session.resolved.values.items() if k.startswith(start)}
    try:
        return feature.sizes(values)
    except (KeyError, ValueError):
        return "sizes not all known"


class FeatureList(QWidget):
    """Rows with a switch each; the chosen one's fields stand below it on the page."""

    wants_file = Signal(str)
    """A STEP file is to be joined or cut: the word says which."""

    def __init__(self, session: Session, complain: Callable[[str], None]) -> None:
        super().__init__()
        self.session = session
        self.complain = complain
        self.rows = QListWidget()
        self.rows.setAccessibleName(say("Features"))
        self.rows.setObjectName("features")
        self.rows.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.rows.currentRowChanged.connect(self._chosen)
        self.rows.itemChanged.connect(self._switched)
        self.add = QToolButton()
        self.add.setText(say("+ Feature"))
        self.add.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.add.setToolTip(say("Join or cut a body, or change the part, on the chosen face"))
        self.add.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        self.menu = QMenu(self)
        self.add.setMenu(self.menu)
        self._fill_menu()
        self.up = small_button("↑", "Earlier in the order")
        self.down = small_button("↓", "Later in the order")
        self.remove = small_button("×", "Delete the feature")
        self.up.clicked.connect(lambda: self._move(-1))
        self.down.clicked.connect(lambda: self._move(1))
        self.remove.clicked.connect(self._delete)
        verbs = QHBoxLayout()
        verbs.setSpacing(4)
        verbs.addWidget(self.add, 1)
        for button in (self.up, self.down, self.remove):
            verbs.addWidget(button)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        column.addWidget(self.rows)
        column.addLayout(verbs)

    def _fill_menu(self) -> None:
        for how, title in (("join", "Join a body"), ("cut", "Cut a body")):
            part = self.menu.addMenu(say(title))
            for kind in BODIES:
                part.addAction(say(edit.WORDS[kind]), lambda k=kind, h=how: self.add_body(k, h))
            part.addSeparator()
            part.addAction(say("From a STEP file …"), lambda h=how: self.wants_file.emit(h))
        self.menu.addSeparator()
        for kind in CHANGES:
            self.menu.addAction(say(edit.WORDS[kind]), lambda k=kind: self.add_change(k))

    def renew(self) -> None:
        """Rows anew."""
        features = self.session.job.blank.features
        self.rows.blockSignals(True)
        while self.rows.count() > len(features):
            self.rows.takeItem(self.rows.count() - 1)
        while self.rows.count() < len(features):
            self.rows.addItem(QListWidgetItem())
        for i, feature in enumerate(features):
            item = self.rows.item(i)
            flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
            if i:
                flags |= Qt.ItemFlag.ItemIsUserCheckable
            item.setFlags(flags)
            item.setText(f"{feature.name}  ·  {say(summary(self.session, i))}")
            item.setToolTip(f"{say(edit.WORDS[feature.kind])}: {item.text()}")
            on = Qt.CheckState.Checked if feature.on else Qt.CheckState.Unchecked
            item.setCheckState(on)
            item.setFont(type_at(p.SMALL, strong=i == self.session.feature))
        self.rows.setCurrentRow(self.session.feature)
        self.rows.setFixedHeight(ROW * min(len(features), MOST_ROWS) + 4)
        self.rows.blockSignals(False)
        last = len(features) - 1
        self.up.setEnabled(self.session.feature > 0)
        self.down.setEnabled(self.session.feature < last)
        self.remove.setEnabled(last > 0)

    def _chosen(self, row: int) -> None:
        if row >= 0:
            self.session.select_feature(row)

    def _switched(self, item: QListWidgetItem) -> None:
        index = self.rows.row(item)
        on = item.checkState() == Qt.CheckState.Checked
        self.session.switch_feature(index, on)

    # -- verbs

    def _take(self, make: Callable[[], Job], label: str) -> bool:
        try:
            self.session.replace(make(), label)
        except ValueError as error:
            self.complain(str(error))
            return False
        return True

    def _put(self, feature: BaseFeature) -> None:
        job = self.session.job
        if self._take(lambda: edit.added(job, feature), f"add “{feature.name}”"):
            self.session.select_feature(len(job.blank.features))

    def _face(self) -> str:
        face = self.session.face or ""
        return face if face in self.session.kinds else ""

    def add_body(self, kind: str, how: Literal["join", "cut"]) -> None:
        """A body on the chosen face."""
        self._put(edit.new_body(self.session.job, kind, how, self._face()))

    def add_change(self, kind: str) -> None:
        """A hole, a hollow, softened edges or a groove on the chosen face."""
        self._put(edit.new_change(self.session.job, kind, self._face()))

    def _move(self, by: int) -> None:
        job, at = self.session.job, self.session.feature
        name = job.blank.features[at].name
        if self._take(lambda: edit.moved(job, at, at + by), f"reorder “{name}”"):
            self.session.select_feature(at + by)

    def _delete(self) -> None:
        job, at = self.session.job, self.session.feature
        name = job.blank.features[at].name
        self._take(lambda: edit.deleted(job, at), f"delete “{name}”")
