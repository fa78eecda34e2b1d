"""Tables of the proof's window: read from rows of words, wrapped, copied as text."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QColor, QIcon, QResizeEvent
from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableWidget, QTableWidgetItem

from tinstamp.desk.look import palette as p
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides


@overrides
class Table(QTableWidget):
    """Rows of words; the column that says most takes what room is left."""

    def __init__(self, name: str, columns: Sequence[str], wide: int, widths: Sequence[int]) -> None:
        super().__init__(0, len(columns))
        self.setAccessibleName(say(name))
        self.setHorizontalHeaderLabels([say(column) for column in columns])
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setAlternatingRowColors(True)
        self.setShowGrid(False)
        self.setWordWrap(True)
        self.setStyleSheet(
            f"QTableWidget::item:selected {{ background: {p.PRESSED}; color: {p.INK}; }}"
        )
        self.verticalHeader().hide()
        header = self.horizontalHeader()
        header.setHighlightSections(False)
        header.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
        for column, width in enumerate(widths):
            self.setColumnWidth(column, width)
        header.setSectionResizeMode(wide, QHeaderView.ResizeMode.Stretch)
        self._fit = QTimer(self)  # once for all cells: rows that follow every change take seconds
        self._fit.setSingleShot(True)
        self._fit.setInterval(0)
        self._fit.timeout.connect(self.resizeRowsToContents)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._fit.start()

    def fill(self, rows: Sequence[Sequence[str]]) -> None:
        """Show these rows; the chosen one stays chosen by its number."""
        at = self.currentRow()
        self.setRowCount(len(rows))
        for r, row in enumerate(rows):
            for c, words in enumerate(row):
                item = QTableWidgetItem(say(words))
                item.setToolTip(say(words))
                self.setItem(r, c, item)
        self._fit.start()
        if 0 <= at < len(rows):
            self.setCurrentCell(at, 0)

    def mark(self, row: int, column: int, icon: QIcon | None = None, colour: str = "") -> None:
        """Give a cell an icon, or letters of a colour."""
        item = self.item(row, column)
        if item is None:
            return
        if icon is not None:
            item.setIcon(icon)
        item.setForeground(QColor(colour or p.INK))
