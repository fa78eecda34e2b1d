"""The part side by side with a former state: both pictures, what was changed, which volume, and
which findings came and went."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QImage, QPixmap
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QHBoxLayout,
    QHeaderView,
    QLabel,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.part.scene import Scene
from tinstamp.desk.words.say import say
from tinstamp.desk.work.pictures import Picture
from tinstamp.desk.work.session import Session
from tinstamp.engine.report import Report
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.difference import Change, differences
from tinstamp.job.face_name import StampFace
from tinstamp.job.resolve import resolve
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.finding import Finding

PICTURE, FINER = (470, 280), 2
"""px of each picture, and how many are drawn for one, each way"""
MOST_STEPS = 40
"""former states that are offered"""
SAME_VOLUME = 5e-4
"""mm³ within which volumes are told as the same"""


class BeforeDialog(QDialog):
    """A former state on the left, the one in hand on the right, and what differs."""

    def __init__(self, session: Session, scene: Scene, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.scene = session, scene
        self.setWindowTitle(say("Before and after"))
        self.states = self._states()
        self.choice = QComboBox()
        self.choice.setAccessibleName(say("Former state"))
        self.choice.addItems([say(words) for words, _ in self.states])
        self.choice.currentIndexChanged.connect(self.renew)
        self.pictures = [QLabel(), QLabel()]
        self.told = [QLabel(), QLabel()]
        sides = QHBoxLayout()
        for picture, told in zip(self.pictures, self.told, strict=True):
            picture.setFixedSize(*PICTURE)
            picture.setAlignment(Qt.AlignmentFlag.AlignCenter)
            picture.setWordWrap(True)
            column = QVBoxLayout()
            column.addWidget(picture)
            column.addWidget(told)
            sides.addLayout(column)
        self.table = QTableWidget(0, 4)
        self.table.setAccessibleName(say("What is different"))
        self.table.setHorizontalHeaderLabels([say(x) for x in ("Of", "What", "Before", "Now")])
        self.table.verticalHeader().hide()
        self.table.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        self.table.horizontalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        self.table.setMinimumHeight(190)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.accept)
        top, foot = QHBoxLayout(), QHBoxLayout()
        title = QLabel(say("Now, beside the state"))
        title.setFont(type_at(p.BODY, strong=True))
        top.addWidget(title)
        top.addWidget(self.choice, 1)
        foot.addStretch(1)
        foot.addWidget(close)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 14)
        column.setSpacing(10)
        column.addLayout(top)
        column.addLayout(sides)
        column.addWidget(self.table, 1)
        column.addLayout(foot)
        self.renew()

    def _states(self) -> list[tuple[str, Document]]:
        """What can be looked at beside the state in hand: the file, and steps that were."""
        session, found = self.session, []
        if session.unsaved:
            found.append(("as it was saved" if session.path else "as it began", session.saved))
        steps = session.history.before[:MOST_STEPS]
        return found + [(f"before “{label}”", document) for label, document in steps]

    def renew(self) -> None:
        """Show the chosen state and what differs."""
        session = self.session
        if not self.states:
            self.pictures[0].setText(say("Nothing was changed yet."))
            return
        _, document = self.states[self.choice.currentIndex()]
        held = session.pictures.of(document.job)
        now = None if session.stale_report else session.report
        self._side(0, held.mesh if held else None, document, held.report if held else None)
        self._side(1, None if session.stale else session.mesh, session.document, now)
        was = resolve(document.job, LIMITS)
        changes = differences(document.job, session.job, was, session.resolved)
        self._fill([*changes, *_volumes(held, now), *_findings(held, now)])

    def _side(self, at: int, mesh: Mesh | None, document: Document, report: Report | None) -> None:
        """A picture from where the part is looked at, and the volume."""
        label = self.pictures[at]
        if mesh is None:
            label.setText(
                say(
                    "It was not looked at long enough to be kept."
                    if at == 0
                    else "It is being made."
                )
            )
        else:
            label.setPixmap(self._picture(mesh, document))
        volume = sum(body.volume for body in report.bodies) if report is not None else None
        title = "before" if at == 0 else "now"
        told = f"{title}: {volume:.3f} mm³" if volume is not None else f"{title}: not measured"
        self.told[at].setText(say(told))

    def _picture(self, mesh: Mesh, document: Document) -> QPixmap:
        """Drawn as the part is seen now."""
        scene = Scene()
        ratio = FINER * self.devicePixelRatioF()
        wide, high = (round(ratio * side) for side in PICTURE)
        scene.window.SetSize(wide, high)
        scene.show(mesh)
        stamps = document.job.stamps
        scene.paint({StampFace(s.name, "cap"): s.relief.colour for s in stamps})
        scene.look_as(self.scene)
        rows = scene.picture(wide, high)
        scene.window.Finalize()
        image = QImage(
            np.ascontiguousarray(rows).data, wide, high, 3 * wide, QImage.Format.Format_RGB888
        ).copy()
        size = QSize(wide // FINER, high // FINER)
        image = image.scaled(size, mode=Qt.TransformationMode.SmoothTransformation)
        image.setDevicePixelRatio(ratio / FINER)
        return QPixmap.fromImage(image)

    def _fill(self, changes: Sequence[Change]) -> None:
        self.table.setRowCount(max(len(changes), 1))
        if not changes:
            self.table.setItem(0, 0, QTableWidgetItem(say("nothing is different")))
        for row, change in enumerate(changes):
            for column, words in enumerate((change.of, change.what, change.before, change.after)):
                item = QTableWidgetItem(say(words))
                item.setToolTip(say(words))
                self.table.setItem(row, column, item)


def _volumes(held: Picture | None, now: Report | None) -> list[Change]:
    """Which volume was changed, of the bodies and of each stamp's relief."""
    was = held.report if held is not None else None
    if was is None or now is None:
        return []
    found = []
    sides = []
    for report in (was, now):
        named = {(body.name, "volume"): body.volume for body in report.bodies}
        named |= {(s.name, "volume of the relief"): s.relief_volume for s in report.stamps}
        sides.append(named)
    before, after = sides
    for key in dict.fromkeys([*before, *after]):
        old, new = before.get(key), after.get(key)
        if old is None or new is None or abs(old - new) > SAME_VOLUME:
            told = ["" if v is None else f"{v:.3f} mm³" for v in (old, new)]
            found.append(Change(*key, *told))
    return found


def _findings(held: Picture | None, now: Report | None) -> list[Change]:
    """Which findings went, and which came."""
    was = held.report if held is not None else None
    if was is None or now is None:
        return []
    before = {_known(f): f for f in was.findings}
    after = {_known(f): f for f in now.findings}
    gone = [Change(f.stamp, "finding", f.message, "went") for k, f in before.items()
            if k not in after]  # fmt: skip
    new = [Change(f.stamp, "finding", "", f.message) for k, f in after.items() if k not in before]
    return gone + new


def _known(finding: Finding) -> tuple[str, str, str]:
    """By which a finding is known again."""
    return finding.stamp, finding.check, finding.level
