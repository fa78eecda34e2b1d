"""What a screen reader says of sheet and part: what is chosen, where it lies, what was found."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QObject
from PySide6.QtGui import QAccessible, QAccessibleEvent
from PySide6.QtWidgets import QWidget

from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.job.model import dotted
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.relief_when import BARE

MOST_FINDINGS = 5
"""findings that are read out"""


def read_out(session: Session) -> str:
    """The chosen stamp, or the blank and the picked face, in a few sentences."""
    job, at = session.job, session.selected
    if at == BLANK:
        face = session.face
        chosen = [f"{say('Blank')}: {job.blank.features[0].name}"]
        if face:
            chosen.append(f"{face}, {say(session.kinds.get(face, ''))}".rstrip(", "))
        return ". ".join([*chosen, *_found(session, "")]) + "."
    stamp = job.stamps[at]
    values, angles = session.resolved.values, session.resolved.angles

    def size(*path: str) -> str:
        key = dotted(("stamps", at, *path))
        if key not in values:
            return say("to fix")
        return say(f"{values[key]:.2f}{'°' if key in angles else ' mm'}")

    text = getattr(stamp.artwork, "text", "")
    words = [f"{stamp.name}: “{text}”" if text else stamp.name]
    made = say(KINDS[stamp.relief.make].word)
    if stamp.relief.make not in BARE["make"]:
        made += f" {size('relief', 'depth')}"
    words.append(made if stamp.on else say("switched off"))
    words.append(stamp.setting.face)
    words.append(
        f"{say('Across')} {size('setting', 'across')}, {say('Up')} {size('setting', 'up')}"
    )
    return ". ".join([*words, *_found(session, stamp.name)]) + "."


def _found(session: Session, name: str) -> list[str]:
    """What was found about a stamp, the worst first, or about the rest."""
    if session.report is None:
        return [say("not built yet")]
    if session.stale_report:
        return [say("to be checked again …").removesuffix(" …")]
    own = [f for f in session.report.findings if f.stamp == name]
    told = [f"{say('Finding')}: {say(f.message)}" for f in own[:MOST_FINDINGS]]
    return told or [say("no findings")]


class ReadOut(QObject):
    """Keeps it as the description of some widgets, and tells a screen reader when it is another."""

    def __init__(self, session: Session, widgets: Sequence[QWidget]) -> None:
        super().__init__(session)
        self.session, self.widgets = session, widgets
        for signal in (session.selection_changed, session.report_changed):
            signal.connect(self.renew)
        self.renew()

    def renew(self) -> None:
        told = read_out(self.session)
        for widget in self.widgets:
            if widget.accessibleDescription() != told:
                widget.setAccessibleDescription(told)
                event = QAccessibleEvent(widget, QAccessible.Event.DescriptionChanged)
                QAccessible.updateAccessibility(event)
