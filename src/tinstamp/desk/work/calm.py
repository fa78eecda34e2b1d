"""What need not follow every move of the hand: renewed a few times a second while it drags."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject

from tinstamp.desk.work.session import Session
from tinstamp.desk.work.timer import after

BETWEEN = 150
"""ms between two looks while a stamp is dragged"""


class Calm(QObject):
    """Renews something at once, but while the hand drags now and then."""

    def __init__(self, owner: QObject, session: Session, renew: Callable[[], None]) -> None:
        super().__init__(owner)
        self.session, self.renew = session, renew
        self._later = after(self, BETWEEN, renew)

    def __call__(self) -> None:
        if not self.session.drag_under_way:
            self._later.stop()
            self.renew()
        elif not self._later.isActive():
            self._later.start()
