"""The guide in a window of its own, searched as one types."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QTextCursor
from PySide6.QtWidgets import (
    QDialog,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QTextBrowser,
    QTreeWidget,
    QTreeWidgetItem,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.guide.pages import Page, pages
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.version import VERSION


class GuideWindow(QDialog):
    """Pages on the left, found by words; the chosen one on the right."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle(say("The guide"))
        self.setWindowFlag(Qt.WindowType.Window)
        self.resize(900, 620)
        self.pages = pages(say)
        self.search = QLineEdit()
        self.search.setPlaceholderText(say("Search the guide"))
        self.search.setAccessibleName(say("Search the guide"))
        self.search.setClearButtonEnabled(True)
        self.tree = QTreeWidget()
        self.tree.setAccessibleName(say("Pages"))
        self.tree.setHeaderHidden(True)
        self.tree.setFixedWidth(240)
        self.text = QTextBrowser()
        self.text.setAccessibleName(say("Page"))
        self.text.setFont(type_at(p.LARGE))
        self.text.document().setDocumentMargin(14)
        about = QLabel(say(f"Tin Stamp {VERSION}"))
        about.setProperty("role", "second")
        close = QPushButton(say("Close"))
        close.clicked.connect(self.close)
        foot = QHBoxLayout()
        foot.addWidget(about)
        foot.addStretch(1)
        foot.addWidget(close)
        left = QVBoxLayout()
        left.addWidget(self.search)
        left.addWidget(self.tree, 1)
        row = QHBoxLayout()
        row.addLayout(left)
        row.addWidget(self.text, 1)
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 14, 16, 12)
        column.addLayout(row, 1)
        column.addLayout(foot)
        self.search.textChanged.connect(self.fill)
        self.tree.currentItemChanged.connect(lambda *_: self._show())
        self.fill()

    def fill(self) -> None:
        """The pages that hold what is searched for, the first of them shown."""
        words = self.search.text()
        self.tree.clear()
        groups: dict[str, QTreeWidgetItem] = {}
        for number, page in enumerate(self.pages):
            if not page.holds(words):
                continue
            if page.group not in groups:
                groups[page.group] = QTreeWidgetItem(self.tree, [page.group])
                groups[page.group].setFlags(Qt.ItemFlag.ItemIsEnabled)
                groups[page.group].setFont(0, type_at(p.BODY, strong=True))
            item = QTreeWidgetItem(groups[page.group], [page.title])
            item.setData(0, Qt.ItemDataRole.UserRole, number)
        self.tree.expandAll()
        first = self.tree.topLevelItem(0)
        if first is None:
            self.text.setMarkdown(say("Nothing in the guide holds these words."))
            return
        self.tree.setCurrentItem(first.child(0))

    @property
    def page(self) -> Page | None:
        """The page that is shown."""
        item = self.tree.currentItem()
        number = item.data(0, Qt.ItemDataRole.UserRole) if item is not None else None
        return self.pages[number] if number is not None else None

    def show_page(self, title: str) -> None:
        """Show the page of that title, whatever was searched for."""
        self.search.clear()
        for group in range(self.tree.topLevelItemCount()):
            above = self.tree.topLevelItem(group)
            for k in range(above.childCount() if above is not None else 0):
                item = above.child(k) if above is not None else None
                if item is not None and item.text(0) == say(title):
                    self.tree.setCurrentItem(item)

    def _show(self) -> None:
        page = self.page
        if page is None:
            return
        self.text.setMarkdown(f"## {page.title}\n\n{page.text.strip()}")
        for word in self.search.text().split()[:1]:
            self.text.moveCursor(QTextCursor.MoveOperation.Start)
            self.text.find(word)
