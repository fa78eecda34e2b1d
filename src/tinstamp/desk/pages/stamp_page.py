"""The page of a stamp's card, made from what its model declares."""

from __future__ import annotations

from collections.abc import Hashable

from tinstamp.desk.pages import (  # noqa: F401
    bridge_control,
    form_controls,
    logo_controls,
    picture_control,
    relief_controls,
    setting_controls,
    sign_controls,
    text_controls,
)
from tinstamp.desk.pages.facts import facts
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.folds import Opened, add_in_groups
from tinstamp.desk.pages.rows import Facts, Row, rows_of
from tinstamp.desk.work.session import Session


class StampPage(FieldsPage):
    """Artwork, setting and relief."""

    @staticmethod
    def make_up(session: Session) -> Hashable:
        """What decides which fields there are."""
        rows, held = StampPage._rows(session)
        return held, tuple(row.key for row in rows)

    @staticmethod
    def called(session: Session) -> Hashable:
        """The name that its changes go by."""
        return session.job.stamps[session.selected].name

    @staticmethod
    def _rows(session: Session) -> tuple[list[Row], Facts]:
        index = session.selected
        held = facts(session, index)
        return rows_of(session.job.stamps[index], ("stamps", index), held), held

    def __init__(self, session: Session, opened: Opened) -> None:
        super().__init__(session)
        rows, self.facts = self._rows(session)
        self.about = session.job.stamps[session.selected].name
        add_in_groups(self, rows, opened)
        self.done()
