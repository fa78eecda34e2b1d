"""A text upon a stamp: on the wall or cap of it that was clicked last, else on its cap."""

from __future__ import annotations

from typing import Protocol

from PySide6.QtCore import QObject

from tinstamp.desk.part.scene import Hit
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.engine.messages import Answered
from tinstamp.engine.questions import SideName, WantSide
from tinstamp.job.face_name import StampFace


class Desk(Protocol):
    """What chooses faces and takes new stamps."""

    def face_clicked(self, face: str) -> None: ...

    def add_stamp(self) -> bool: ...


class Upon(QObject):
    """Remembers what was clicked, and asks the engine for the name of a face when it is wanted."""

    def __init__(self, session: Session, drag: StampDrag, desk: Desk) -> None:
        super().__init__()
        self.session, self.drag, self.desk = session, drag, desk
        self._hit: Hit | None = None
        self._asked: tuple[int, str] | None = None
        session.answered.connect(self._answered)

    def clicked(self, hit: Hit) -> None:
        """A face of the part was clicked."""
        self._hit, self._asked = hit, None
        self.desk.face_clicked(hit.face)

    def add(self) -> None:
        """A new text on the wall or cap of the chosen stamp that was clicked; else on its cap."""
        chosen = self.session.selected
        if chosen == BLANK:
            return
        stamp = self.session.job.stamps[chosen].name
        hit = self._hit
        face = hit.face if hit is not None else ""
        ours = face if isinstance(face, StampFace) and face.stamp == stamp else None
        if hit is None or ours is None or self._alone(ours):
            self._lay(str(StampFace(stamp, "cap")))
        elif ours.side:
            self._lay(str(ours))
        else:
            x, y, z = map(float, hit.point)
            self._asked = self.session.ask(WantSide(stamp, ours.role, (x, y, z))), stamp

    def _alone(self, face: StampFace) -> bool:
        """True for the only cap of the chosen stamp."""
        seen = self.drag.of(self.session.selected)
        return face.role == "cap" and seen is not None and len(seen.placed.regions) == 1

    def _lay(self, face: str) -> None:
        self._hit = self._asked = None
        self.session.select(BLANK)
        self.session.pick_face(face)
        self.desk.add_stamp()

    def _answered(self, event: Answered) -> None:
        answer = event.answer
        if isinstance(answer, SideName) and self._asked == (event.number, answer.stamp):
            self._lay(answer.face)
