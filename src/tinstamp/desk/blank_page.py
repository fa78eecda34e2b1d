"""The page of the blank's card: features, the chosen one's fields, dimensions, limits."""

from __future__ import annotations

from PySide6.QtWidgets import QLabel

from tinstamp.desk.dimension_table import DimensionTable
from tinstamp.desk.feature_list import FeatureList
from tinstamp.desk.feature_page import FeatureFields, make_up
from tinstamp.desk.fields import FieldsPage
from tinstamp.desk.session import Session
from tinstamp.job.labels import label_of
from tinstamp.job.model import Limits


class BlankPage(FieldsPage):
    """Fields of the blank."""

    @staticmethod
    def make_up(session: Session) -> object:
        """What decides which fields there are."""
        return make_up(session), len(session.job.dimensions)

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.section("Features")
        self.features = FeatureList(session, self.complain)
        self.features.wants_file.connect(lambda how: self.session.wants_file.emit(how))
        self.column.addWidget(self.features)
        self.bind("features", self.features, self.features.renew)
        feature = session.job.blank.features[session.feature]
        self.section(feature.name)
        FeatureFields(self, session.feature, self.session.wants_file.emit)
        self.dimensions = DimensionTable(self)
        self.section("Serial number")
        self.words(label_of(("before",)), ("serial", "before"), "the serial number")
        self.number(("serial", "next"), 0, 10**9, "the serial number")
        self.number(("serial", "digits"), 1, 9, "the serial number's digits")
        self.words(label_of(("after",)), ("serial", "after"), "the serial number")
        made = QLabel()
        self.bind("serial", made, lambda: made.setText(self.session.job.serial.text))
        self.row("{serial} is", made)
        self.section("Limits of the proof")
        for name in Limits.model_fields:
            self.formula(("limits", name), "mm", f"the limit “{label_of((name,))}”", 0.05)
        self.done()
