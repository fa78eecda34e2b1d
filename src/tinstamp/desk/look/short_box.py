"""A list to choose from whose words are shortened, not cut, where its field is too narrow."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QComboBox, QStyle, QStyleOptionComboBox, QStylePainter

from tinstamp.desk.work.overrides import overrides


@overrides
class ShortBox(QComboBox):
    """As any such list; open, it shows its words in full."""

    def shown_words(self) -> str:
        """What stands in the field."""
        option = QStyleOptionComboBox()
        self.initStyleOption(option)
        part, kind = QStyle.SubControl.SC_ComboBoxEditField, QStyle.ComplexControl.CC_ComboBox
        room = self.style().subControlRect(kind, option, part, self).width()
        words = self.currentText()
        return self.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, room)

    def paintEvent(self, event: QPaintEvent) -> None:
        option = QStyleOptionComboBox()
        self.initStyleOption(option)
        option.currentText = self.shown_words()
        painter = QStylePainter(self)
        painter.drawComplexControl(QStyle.ComplexControl.CC_ComboBox, option)
        painter.drawControl(QStyle.ControlElement.CE_ComboBoxLabel, option)
        painter.end()

    def showPopup(self) -> None:
        wide = max((self.fontMetrics().horizontalAdvance(self.itemText(k)) for k in
                    range(self.count())), default=0)  # fmt: skip
        self.view().setMinimumWidth(wide + 40)
        super().showPopup()
