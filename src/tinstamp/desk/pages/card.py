"""The right side: a scrolling page for the selected card."""

from __future__ import annotations

from collections.abc import Hashable

from PySide6.QtCore import QSettings, Qt, QTimer
from PySide6.QtWidgets import QScrollArea, QVBoxLayout, QWidget

from tinstamp.desk.pages.blank_page import BlankPage
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.folds import Opened
from tinstamp.desk.pages.stamp_page import StampPage
from tinstamp.desk.work.calm import Calm
from tinstamp.desk.work.session import Session

WIDTH = 316
"""px of a card"""
KEPT = 6
"""pages that are kept: one takes a quarter of a second to make"""

Key = tuple[type[BlankPage] | type[StampPage], int, Hashable]


class Fields(QWidget):
    """Shows the page of the selected card."""

    def __init__(self, session: Session, settings: QSettings) -> None:
        super().__init__()
        self.setObjectName("fields")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.session = session
        self.opened = Opened(settings)
        self.area = QScrollArea()
        self.area.setWidgetResizable(True)
        self.area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        pages = QWidget()
        pages.setObjectName("fieldsPages")
        self._column = QVBoxLayout(pages)
        self._column.setContentsMargins(0, 0, 0, 0)
        self.area.setWidget(pages)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(1, 0, 0, 0)
        layout.addWidget(self.area)
        self.setFixedWidth(WIDTH)
        self.page: BlankPage | StampPage | None = None
        self._key: Key | None = None
        self._kept: list[tuple[tuple[object, ...], BlankPage | StampPage]] = []
        self._folds = self.opened.changes
        session.job_changed.connect(Calm(self, session, self.renew))
        session.selection_changed.connect(self.renew)
        session.report_changed.connect(self.renew)
        self.renew()

    def anew(self) -> None:
        """The page made once more, as for other colours."""
        self._key = None
        self._leave_all()
        self.renew()

    def renew(self) -> None:
        """Show the selected card's page; build it anew only when its make-up changes."""
        if self._wanted() != self._key or self.page is None:
            before, known = self.page, self._key
            down = self.area.verticalScrollBar().value()
            if before is not None:  # a field of it may be what is being answered
                before.over = True
                before.hide()  # what was typed last may change the job, and lead here again
            if self._wanted() != self._key or self.page is None or self.page.over:
                self._turn_to(*self._wanted())
            if known is None or known[:2] != (self._key or ())[:2]:  # another card: from its top
                down = 0
            QTimer.singleShot(0, lambda: self.area.verticalScrollBar().setValue(down))
        assert self.page is not None
        self.page.renew()

    def _wanted(self) -> Key:
        """What decides which page is to be shown."""
        kind: type[BlankPage] | type[StampPage]
        kind = BlankPage if self.session.selected < 0 else StampPage
        return kind, self.session.selected, kind.make_up(self.session)

    def _turn_to(
        self, kind: type[BlankPage] | type[StampPage], selected: int, make_up: Hashable
    ) -> None:
        """Show a page; those that were shown last are kept, as long as they are of what has the
        same name, and no group was folded or opened since."""
        key = (kind, selected, make_up)
        if self._folds != self.opened.changes:
            self._leave_all()
            self._folds = self.opened.changes
        named = (*key, kind.called(self.session))
        at = next((k for k, (known, _) in enumerate(self._kept) if known == named), None)
        page: BlankPage | StampPage
        if at is not None:
            _, page = self._kept.pop(at)
        else:
            page = (StampPage(self.session, self.opened) if kind is StampPage
                    else BlankPage(self.session))  # fmt: skip
            self._column.addWidget(page)
        self._kept.append((named, page))
        self._key, self.page = key, page
        page.over = False
        page.show()
        while len(self._kept) > KEPT:
            self._leave(self._kept.pop(0)[1])

    def _leave_all(self) -> None:
        for _, page in self._kept:
            self._leave(page)
        self._kept.clear()

    def _leave(self, page: FieldsPage) -> None:
        page.hide()
        page.over = True
        page.deleteLater()
