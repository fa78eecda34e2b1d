"""The right side: a scrolling page for the selected card."""

from __future__ import annotations

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
        layout = QVBoxLayout(self)
        layout.setContentsMargins(1, 0, 0, 0)
        layout.addWidget(self.area)
        self.setFixedWidth(WIDTH)
        self.page: BlankPage | StampPage | None = None
        self._key: tuple[object, ...] | None = None
        session.job_changed.connect(Calm(self, session, self.renew))
        session.selection_changed.connect(self.renew)
        session.report_changed.connect(self.renew)
        self.renew()

    def anew(self) -> None:
        """The page made once more, as for other colours."""
        self._key = None
        self.renew()

    def renew(self) -> None:
        """Show the selected card's page; build it anew only when its make-up changes."""
        kind: type[BlankPage] | type[StampPage]
        kind = BlankPage if self.session.selected < 0 else StampPage
        key = (kind, self.session.selected, kind.make_up(self.session))
        if key != self._key or self.page is None:
            stamp = kind is StampPage
            self.page = StampPage(self.session, self.opened) if stamp else BlankPage(self.session)
            down = self.area.verticalScrollBar().value()
            before = self.area.takeWidget()
            self.area.setWidget(self.page)
            if self._key is not None and self._key[:2] == key[:2]:  # the same card: stay there
                QTimer.singleShot(0, lambda: self.area.verticalScrollBar().setValue(down))
            if before is not None:  # a field of it may be what is being answered
                before.hide()
                if isinstance(before, FieldsPage):
                    before.over = True
                before.deleteLater()
            self._key = key
        self.page.renew()
