"""What the steps of an empty job do in the window."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtGui import QCursor
from PySide6.QtWidgets import QWidget

from tinstamp.desk.pages.formula_field import FormulaField


def led(window: Any, wish: str) -> None:
    """Do what a step's button stands for."""
    if wish == "shapes":
        window.files.fill_shelf(window.shelf, window.actions_by_name)
        window.shelf.popup(QCursor.pos())
    elif wish == "step":
        window.files.new_from_step()
    elif wish == "add":
        window.add_stamp()
    elif wish == "write":
        window.files.write()
    elif window.fields.page is not None:
        key = f"stamps.{window.session.selected}.relief.depth"
        field: QWidget | None = window.fields.page.by_path.get(key)
        if field is not None:
            window.fields.area.ensureWidgetVisible(field)
            line = field.line if isinstance(field, FormulaField) else field
            line.setFocus(Qt.FocusReason.OtherFocusReason)
