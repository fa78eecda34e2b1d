"""Keys while a stamp is dragged: figures, Tab to the other one, Enter to let go, Esc to give up."""

from __future__ import annotations

from PySide6.QtCore import QEvent, Qt
from PySide6.QtGui import QKeyEvent

from tinstamp.desk.work.stamp_drag import StampDrag

ENDS = (Qt.Key.Key_Return, Qt.Key.Key_Enter)


def _meant(key: int, text: str) -> bool:
    """True for a key that means something to a drag."""
    plain = (Qt.Key.Key_Escape, Qt.Key.Key_Backspace, Qt.Key.Key_Tab, *ENDS)
    return key in plain or (len(text) == 1 and text in "0123456789.,+-")


def wants_key(drag: StampDrag, event: QEvent) -> bool:
    """True for an event by which Qt asks whether a key belongs here before it is a command's, or
    goes to the next field: while a stamp is dragged it does, and is dealt with."""
    if not drag.active or not isinstance(event, QKeyEvent):
        return False
    if event.type() == QEvent.Type.ShortcutOverride:
        return _meant(event.key(), event.text())
    if event.type() == QEvent.Type.KeyPress and event.key() == Qt.Key.Key_Tab:
        return drag_key(drag, event)
    return False


def drag_key(drag: StampDrag, event: QKeyEvent) -> bool:
    """Do what a key means to the drag under way; False when it means nothing to it."""
    if not drag.active:
        return False
    key = event.key()
    if key == Qt.Key.Key_Escape:
        drag.give_up()
    elif key in ENDS:
        drag.end()
    elif key == Qt.Key.Key_Backspace:
        drag.type_back()
    elif key == Qt.Key.Key_Tab:
        drag.type_next()
    else:
        return drag.type_key(event.text())
    return True
