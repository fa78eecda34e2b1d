"""The button for what else can be added to the ticket."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QMenu, QToolButton, QWidget


def more_button(
    parent: QWidget,
    logo: Callable[[], None],
    upon: Callable[[], None],
    shape: Callable[[str], None],
    code: Callable[[], None],
    is_chosen: Callable[[], bool],
) -> QToolButton:
    """A logo, a machine-read mark, a plain shape, or text on the chosen stamp, when there
    `is_chosen` one."""
    button = QToolButton()
    button.setText("Logo, shape …")
    button.setToolTip(
        "A logo from a file, a machine-read mark or a plain shape on the chosen face; "
        "text on a stamp"
    )
    button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
    menu = QMenu(parent)
    menu.addAction("Logo from a file …", logo)
    text = menu.addAction("Text on the chosen stamp", upon)
    menu.addAction("Machine-read mark", code)
    menu.addSeparator()
    for word in ("line", "rectangle", "circle", "polygon"):
        menu.addAction(word.capitalize(), lambda s=word: shape(s))
    menu.aboutToShow.connect(lambda: text.setEnabled(is_chosen()))
    button.setMenu(menu)
    return button
