"""The page of the blank's card: features, the chosen one's fields, dimensions, limits."""

from __future__ import annotations

from collections.abc import Hashable

from PySide6.QtWidgets import QLabel

from tinstamp.desk.pages.controls import add_rows, put_formula
from tinstamp.desk.pages.dimension_table import DimensionTable
from tinstamp.desk.pages.feature_list import FeatureList
from tinstamp.desk.pages.feature_page import add_feature, make_up
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import rows_of
from tinstamp.desk.work.session import Session
from tinstamp.job.limit import Limit
from tinstamp.job.process import like_of, usual_formula
from tinstamp.proofing.checks import LIMITS


class BlankPage(FieldsPage):
    """Fields of the blank."""

    @staticmethod
    def make_up(session: Session) -> Hashable:
        """What decides which fields there are."""
        job = session.job
        return make_up(session), len(job.dimensions), like_of(job.processes, job.process)

    @staticmethod
    def called(session: Session) -> Hashable:
        """The names that its changes go by."""
        return session.feature, tuple(feature.name for feature in session.job.blank.features)

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.section("Features")
        self.features = FeatureList(session, self.complain)
        self.features.wants_file.connect(lambda how: self.session.wants_file.emit(how))
        self.column.addWidget(self.features)
        self.bind("features", self.features, self.features.renew)
        feature = session.job.blank.features[session.feature]
        self.section(feature.name)
        add_feature(self, session.feature, self.session.wants_file.emit)
        self.about = ""
        self.dimensions = DimensionTable(self)
        self.section("Serial number")
        add_rows(self, rows_of(session.job.serial, ("serial",)))
        made = QLabel()
        self.bind("serial", made, lambda: made.setText(self.session.job.serial.text))
        self.row("{serial} is", made)
        self.section("Limits of the proof")
        for limit in LIMITS.values():
            self._limit(limit)
        self.done()

    def _limit(self, limit: Limit) -> None:
        def formula() -> str:
            job = self.session.job
            usual = usual_formula(job.processes, job.process, limit)
            return job.limits.get(limit.name, usual)

        job, path = self.session.job, ("limits", limit.name)
        tip = limit.told(like_of(job.processes, job.process))
        put_formula(self, path, limit.label, limit.unit, limit.step, tip, formula)
