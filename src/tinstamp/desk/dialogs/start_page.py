"""What the program begins with: the parts of the demo, a new job, or a file."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import (
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLayout,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.demo import DEMOS, WORDS
from tinstamp.version import VERSION

TILE = QSize(200, 124)
TILES_ACROSS = 4
"""tiles in a row: three rows of them are as high as the smallest window"""


class StartPage(QDialog):
    """Tiles of the demo jobs; it closes when something is chosen."""

    demo = Signal(object)
    fresh = Signal()
    file = Signal()
    news = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle(say("Start"))
        self.setWindowFlag(Qt.WindowType.FramelessWindowHint)
        title = QLabel(say("Tin Stamp"))
        title.setFont(type_at(p.TITLE, strong=True))
        words = QLabel(say("Begin with your own part, or look at the parts of a made-up lantern."))
        words.setProperty("role", "second")
        self.tiles: dict[str, QToolButton] = {}
        grid = QGridLayout()
        grid.setSpacing(10)
        for k, (name, path) in enumerate(DEMOS.items()):
            tile = self._tile(name, path)
            self.tiles[name] = tile
            grid.addWidget(tile, k // TILES_ACROSS, k % TILES_ACROSS)
        foot = QHBoxLayout()
        for word, tip, signal in (
            ("New job", "A plain tube to begin with", self.fresh),
            ("Open a file …", "A job that was saved", self.file),
            (f"What is new in {VERSION}", "What the last version changed", self.news),
        ):
            button = QPushButton(say(word))
            button.setToolTip(say(tip))
            button.clicked.connect(lambda _=False, s=signal: self._go(s))
            foot.addWidget(button)
        foot.addStretch(1)
        stay = QPushButton(say("Close"))
        stay.clicked.connect(self.reject)
        foot.addWidget(stay)
        column = QVBoxLayout(self)
        column.setContentsMargins(24, 20, 24, 20)
        column.setSpacing(12)
        column.setSizeConstraint(QLayout.SizeConstraint.SetFixedSize)
        column.addWidget(title)
        column.addWidget(words)
        column.addLayout(grid)
        column.addLayout(foot)

    def _tile(self, name: str, path: Path) -> QToolButton:
        tile = QToolButton()
        tile.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextUnderIcon)
        tile.setText(say(f"{name.capitalize()}\n{WORDS[name]}"))
        tile.setAccessibleName(say(f"Demo, {name}"))
        wide, high = TILE.width() + 20, TILE.height() + 52
        tile.setStyleSheet(f"min-width: {wide}px; min-height: {high}px; padding: 0;")
        picture = path.with_suffix(".png")
        if picture.exists():
            tile.setIcon(QIcon(str(picture)))
            tile.setIconSize(TILE)
        tile.setEnabled(path.exists())
        tile.clicked.connect(lambda: self._choose(path))
        return tile

    def _choose(self, path: Path) -> None:
        self.accept()
        self.demo.emit(path)

    def _go(self, signal) -> None:  # type: ignore[no-untyped-def]
        self.accept()
        signal.emit()
