"""The button for what else can be added to the ticket."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QMenu, QToolButton, QWidget

from tinstamp.desk.words.say import say
from tinstamp.job.model import Braille, Code, Drawn, Scale, Shape, Sign

DRAWN: tuple[tuple[str, Drawn] | None, ...] = (
    ("Sign", Sign()),
    ("Scale", Scale()),
    ("Machine-read mark", Code()),
    ("Braille", Braille()),
    None,
    ("Line", Shape(shape="line")),
    ("Rectangle", Shape(shape="rectangle")),
    ("Circle", Shape(shape="circle")),
    ("Polygon", Shape(shape="polygon")),
    ("Band along edges", Shape(shape="band", wide="1 mm")),
)
"""What can be added as it is, by the words for it; None parts the list."""


def more_button(
    parent: QWidget,
    logo: Callable[[], None],
    upon: Callable[[], None],
    drawn: Callable[[Drawn, str], None],
    is_chosen: Callable[[], bool],
    fill_shelf: Callable[[QMenu], None],
) -> QToolButton:
    """A logo, a sign, a scale, a machine-read mark, a plain shape, a stamp of the shelf, or text on
    the chosen stamp, when there `is_chosen` one."""
    button = QToolButton()
    button.setText(say("Logo, sign …"))
    button.setToolTip(
        say(
            "A logo from a file, a sign, a scale, a machine-read mark or a plain shape on the "
            "chosen "
            "face; a stamp of the shelf; text on a stamp"
        )
    )
    button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
    menu = QMenu(parent)
    menu.addAction(say("Logo from a file …"), logo)
    text = menu.addAction(say("Text on the chosen stamp"), upon)
    shelf = menu.addMenu(say("From the shelf"))
    shelf.aboutToShow.connect(lambda: fill_shelf(shelf))
    for entry in DRAWN:
        if entry is None:
            menu.addSeparator()
        else:
            word, value = entry
            menu.addAction(
                say(word),
                lambda w=word, v=value: drawn(v, w.split(" along ")[0].split()[-1].capitalize()),
            )
    menu.aboutToShow.connect(lambda: text.setEnabled(is_chosen()))
    button.setMenu(menu)
    return button
