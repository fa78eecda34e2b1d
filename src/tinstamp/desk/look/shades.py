"""Light and dark: the colours that are others on a dark desk, and which of both is wanted."""

from __future__ import annotations

from typing import Literal, get_args

from PySide6.QtCore import QSettings, Qt
from PySide6.QtWidgets import QApplication

from tinstamp.desk.look import palette
from tinstamp.desk.look.style import colours, stylesheet

Shade = Literal["desktop", "light", "dark"]
"""As the desktop has it, or always one of them."""
KEPT_AS = "shade"
DARK = {
    "PAPER": "#1D262C",
    "PANEL": "#242E35",
    "SHEET": "#182026",
    "INK": "#ECE7DB",
    "SECOND_INK": "#B1B8B8",
    "RULE": "#37434A",
    "RULE_STRONG": "#55626A",
    "EDGE": "#89959A",
    "IDLE": "#8C9697",
    "ACCENT": "#E9795F",
    "ACCENT_DARK": "#F08E77",
    "ON_ACCENT": "#1A1210",
    "PRESSED": "#3A474F",
    "TABLE": "#12191E",
    "GREY_STAMP": "#8E938B",
    "LESS": "#6FB2CC",
    "MORE": "#E4B65C",
    "FIX": "#FF8F80",
    "LOOK": "#F5C368",
    "NOTE": "#8FD0BC",
    "GROUND": "#2A343B",
    "UPON": "#7FB4C4",
    "BAR": "#0E1418",
    "WRONG": "#3B2523",
}
"""What differs from the light palette, by name."""
LIGHT = {name: getattr(palette, name) for name in DARK}


def use(dark: bool) -> None:
    """Take the colours of a shade; what is drawn from then on has them."""
    for name, colour in (DARK if dark else LIGHT).items():
        setattr(palette, name, colour)
    palette.LEVEL.update(fix=palette.FIX, look=palette.LOOK, note=palette.NOTE)


def desktop_is_dark(app: QApplication) -> bool:
    """What the desktop asks of its programs; light where it asks nothing."""
    return app.styleHints().colorScheme() == Qt.ColorScheme.Dark


def is_dark(shade: Shade, app: QApplication) -> bool:
    """Which of both a choice is now."""
    return shade == "dark" or (shade == "desktop" and desktop_is_dark(app))


def chosen(settings: QSettings) -> Shade:
    """What the user chose; as the desktop where nothing was."""
    kept = settings.value(KEPT_AS)
    return next((shade for shade in get_args(Shade) if shade == kept), "desktop")


def dress(app: QApplication, shade: Shade) -> None:
    """Give the application the look of a shade."""
    use(is_dark(shade, app))
    app.setPalette(colours())
    app.setStyleSheet(stylesheet())
