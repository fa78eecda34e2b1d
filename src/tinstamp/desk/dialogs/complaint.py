"""A readable error that stands until it is read."""

from __future__ import annotations

import html

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QMessageBox, QWidget

from tinstamp.desk.look.marks import mark_icon
from tinstamp.desk.words.say import say
from tinstamp.words.sentence import sentence


def complain(parent: QWidget, title: str, error: Exception) -> None:
    """A readable error that stands until it is read."""
    box = QMessageBox(parent)
    box.setWindowTitle(say(title))
    box.setIconPixmap(mark_icon("fix").pixmap(32, 32))
    box.setText(f"<b>{html.escape(say(title))}</b>")
    box.setTextFormat(Qt.TextFormat.RichText)
    words = sentence(str(error))
    box.setInformativeText(html.escape(say(words if words.endswith(".") else f"{words}.")))
    box.exec()
    box.deleteLater()
