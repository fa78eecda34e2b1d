"""What is chosen now and is so when the desk is started next: its size, its language."""

from __future__ import annotations

from PySide6.QtCore import QSettings
from PySide6.QtWidgets import QMenu

from tinstamp.desk.look import scaling
from tinstamp.desk.words import say as words
from tinstamp.desk.words.say import say
from tinstamp.desk.work.session import Session
from tinstamp.words.languages import LANGUAGES

LOOKS = ("light", "dark", "as desktop")
"""Commands that change how the desk looks at once."""


class NextStart:
    """Keeps such choices, and tells when they come true."""

    def __init__(self, settings: QSettings, session: Session) -> None:
        self._settings, self._session = settings, session

    def size(self, size: str) -> None:
        """How large everything is: per cent, or as the desktop's type."""
        scaling.choose(self._settings, size)
        self._session.failed.emit("The desk has this size when it is started next.")

    def language(self, language: str) -> None:
        """What the desk speaks: a language, or that of the desktop."""
        words.choose(self._settings, language)
        self._session.failed.emit("The desk speaks this language when it is started next.")


def look_menus(menu: QMenu, actions) -> None:  # type: ignore[no-untyped-def]
    """Light and dark, size and language, as menus of a menu."""
    look = menu.addMenu(say("How it looks"))
    for name in LOOKS:
        look.addAction(actions[name])
    look.addSeparator()
    for size in ("size desktop", *(f"size {size}" for size in scaling.SIZES)):
        look.addAction(actions[size])
    speech = menu.addMenu(say("Language"))
    for code in ("desktop", *LANGUAGES):
        speech.addAction(actions[f"language {code}"])
