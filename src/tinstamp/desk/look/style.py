"""The one stylesheet, and the shipped text family."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtGui import QColor, QFont, QFontDatabase, QPalette
from PySide6.QtWidgets import QToolButton, QWidget

from tinstamp.desk.look import palette as p
from tinstamp.desk.words.say import say

FONTS = Path(__file__).parents[1] / "fonts"


def load_family() -> None:
    """Make the shipped text family known to Qt."""
    for file in sorted(FONTS.rglob("*.ttf")):
        QFontDatabase.addApplicationFont(str(file))


def type_at(size: int, strong: bool = False) -> QFont:
    """The text family at a size in pt, with figures of even width."""
    font = QFont(p.FAMILY)
    font.setPixelSize(round(size * 1.16))
    font.setWeight(QFont.Weight.DemiBold if strong else QFont.Weight.Normal)
    font.setFeature(QFont.Tag("tnum"), 1)
    return font


def alone_button(parent: QWidget, name: str, tip: str) -> QToolButton:
    """The button that gives one view the whole middle."""
    button = plain_button(parent, say("Alone"), say(tip))
    button.setAccessibleName(say(f"The {name} alone"))
    return button


def plain_button(parent: QWidget, text: str, tip: str) -> QToolButton:
    """A small button over a view."""
    button = QToolButton(parent)
    button.setText(say(text))
    button.setProperty("plain", True)
    button.setToolTip(say(tip))
    button.setFont(type_at(p.SMALL))
    button.adjustSize()
    return button


def colours() -> QPalette:
    """Qt's palette in the desk's colours."""
    palette = QPalette()
    role = QPalette.ColorRole
    for name, colour in (
        (role.Window, p.PAPER),
        (role.WindowText, p.INK),
        (role.Base, p.SHEET),
        (role.AlternateBase, p.PANEL),
        (role.Text, p.INK),
        (role.Button, p.PANEL),
        (role.ButtonText, p.INK),
        (role.Highlight, p.ACCENT),
        (role.HighlightedText, p.ON_ACCENT),
        (role.PlaceholderText, p.SECOND_INK),
        (role.ToolTipBase, p.BAR),
        (role.ToolTipText, p.ON_BAR),
        (role.Link, p.ACCENT),
    ):
        palette.setColor(name, QColor(colour))
    for name in (role.Text, role.ButtonText, role.WindowText):
        palette.setColor(QPalette.ColorGroup.Disabled, name, QColor(p.IDLE))
    return palette


def stylesheet() -> str:
    """Rules for all widgets."""
    return _fields() + _buttons() + _rest()


def _fields() -> str:
    return f"""
    QWidget {{ color: {p.INK}; }}
    QMainWindow, QDialog {{ background: {p.PAPER}; }}
    QDialog {{ border: 1px solid {p.RULE_STRONG}; }}
    #header, #ticket, #fields {{ background: {p.PANEL}; }}
    #ticket QToolButton {{ padding: 0 7px; }}
    #lead {{ background: {p.PAPER}; border: 1px solid {p.RULE_STRONG}; border-radius: 5px; }}
    #several {{ background: {p.PANEL}; border: 1px solid {p.EDGE}; border-radius: 5px; }}
    #measures {{ background: {p.PANEL}; border: 1px solid {p.RULE_STRONG}; border-radius: 5px; }}
    #features {{ background: {p.SHEET}; border: 1px solid {p.RULE}; border-radius: 4px; }}
    #features::item {{ height: 22px; padding-left: 2px; }}
    #features::item:selected {{ background: {p.PRESSED}; color: {p.INK}; }}
    #header {{ border-bottom: 1px solid {p.RULE}; }}
    #ticket {{ border-right: 1px solid {p.RULE}; }}
    #fields {{ border-left: 1px solid {p.RULE}; }}
    #fields QScrollArea, #fieldsPage, #ticket QListWidget {{ background: {p.PANEL}; border: none; }}
    QListWidget {{ outline: none; }}
    QLabel[role="section"] {{ color: {p.SECOND_INK}; }}
    QLabel[role="second"] {{ color: {p.SECOND_INK}; }}
    QLabel[role="error"] {{ color: {p.FIX}; }}
    QLineEdit, QPlainTextEdit, QComboBox, QAbstractSpinBox {{
        background: {p.SHEET}; border: 1px solid {p.EDGE}; border-radius: 4px;
        padding: 2px 7px; min-height: 20px; selection-background-color: {p.ACCENT};
    }}
    QPlainTextEdit {{ min-height: 48px; }}
    QLineEdit[cell="true"], QComboBox[cell="true"] {{ padding: 2px 3px; }}
    QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus, QAbstractSpinBox:focus {{ border: 1px solid {p.INK}; }}
    QLineEdit[wrong="true"] {{ border: 1px solid {p.FIX}; background: {p.WRONG}; }}
    QLineEdit:disabled, QComboBox:disabled {{ background: {p.PANEL}; color: {p.SECOND_INK}; }}
    QAbstractSpinBox::up-button, QAbstractSpinBox::down-button {{ width: 0; border: none; }}
    QComboBox::drop-down {{ border: none; width: 20px; }}
    QComboBox::down-arrow {{ image: url({_asset("down")}); width: 10px; height: 10px; }}
    QComboBox QAbstractItemView {{ background: {p.SHEET}; border: 1px solid {p.RULE_STRONG};
        selection-background-color: {p.PRESSED}; selection-color: {p.INK}; }}
    """


def _buttons() -> str:
    return f"""
    QPushButton, QToolButton {{
        background: {p.PANEL}; border: 1px solid {p.EDGE}; border-radius: 4px;
        padding: 0 10px; min-height: 24px; outline: none;
    }}
    QPushButton:hover, QToolButton:hover {{ background: {p.PAPER}; }}
    QPushButton:pressed, QToolButton:pressed,
    QPushButton:checked, QToolButton:checked {{ background: {p.PRESSED}; border-color: {p.RULE_STRONG}; }}
    QPushButton:focus, QToolButton:focus {{ border: 1px solid {p.INK}; }}
    QPushButton:disabled, QToolButton:disabled {{ color: {p.IDLE}; }}
    QToolButton[plain="true"] {{ background: transparent; border: 1px solid transparent; padding: 0 8px; }}
    QToolButton[plain="true"]:checked {{ background: {p.PRESSED}; border-color: {p.RULE_STRONG}; }}
    QToolButton[plain="true"]:hover {{ background: {p.PAPER}; border-color: {p.RULE}; }}
    QToolButton[plain="true"]:focus {{ border-color: {p.INK}; }}
    QToolButton[fold="true"] {{ background: transparent; border: 1px solid transparent;
        border-top-color: {p.RULE}; border-radius: 0; padding: 0 2px; text-align: left; min-height: 20px;
        color: {p.SECOND_INK}; }}
    QToolButton[fold="true"]:hover {{ background: {p.PAPER}; color: {p.INK}; }}
    QToolButton[fold="true"]:checked {{ background: transparent; color: {p.INK}; }}
    QToolButton[fold="true"]:focus {{ border-color: {p.INK}; }}
    #header QToolButton[opens="true"] {{ padding-right: 20px; }}
    #header[narrow="true"] QToolButton {{ padding: 0 4px; }}
    #header[narrow="true"] QToolButton[opens="true"] {{ padding-right: 18px; }}
    #header[narrow="true"] QPushButton {{ padding: 0 5px; }}
    QToolButton::menu-button {{ border: none; width: 16px; }}
    QToolButton::menu-arrow {{ image: url({_asset("down")}); width: 9px; height: 9px; }}
    QToolButton::menu-indicator {{ image: none; }}
    QPushButton[main="true"] {{ background: {p.ACCENT}; color: {p.ON_ACCENT}; border-color: {p.ACCENT_DARK}; }}
    QPushButton[main="true"]:hover {{ background: {p.ACCENT_DARK}; }}
    QPushButton[main="true"]:focus {{ border: 2px solid {p.INK}; }}
    QPushButton[main="true"]:disabled {{ background: {p.PRESSED}; color: {p.SECOND_INK}; border-color: {p.EDGE}; }}
    """


def _rest() -> str:
    return f"""
    QDialogButtonBox {{ dialogbuttonbox-buttons-have-icons: 0; }}
    QMenu {{ background: {p.SHEET}; border: 1px solid {p.RULE_STRONG}; padding: 4px; }}
    QMenu::item {{ padding: 5px 24px 5px 12px; border-radius: 3px; }}
    QMenu::item:selected {{ background: {p.PRESSED}; }}
    QMenu::item:disabled {{ color: {p.IDLE}; }}
    QMenu::separator {{ height: 1px; background: {p.RULE}; margin: 4px 6px; }}
    QToolTip {{ background: {p.BAR}; color: {p.ON_BAR}; border: none; padding: 4px 6px; }}
    QSplitter::handle {{ background: {p.RULE}; }}
    QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
    QScrollBar:horizontal {{ background: transparent; height: 10px; margin: 0; }}
    QScrollBar::handle {{ background: {p.EDGE}; border-radius: 4px; min-height: 24px; margin: 1px; }}
    QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
    QScrollBar::add-page, QScrollBar::sub-page {{ background: transparent; }}
    QCheckBox::indicator {{ width: 14px; height: 14px; border: 1px solid {p.EDGE};
        border-radius: 3px; background: {p.SHEET}; }}
    QCheckBox::indicator:checked {{ background: {p.INK}; border-color: {p.INK};
        image: url({_asset("tick")}); }}
    QCheckBox:focus {{ text-decoration: underline; }}
    #proof {{ background: {p.BAR}; }}
    #proof QLabel {{ color: {p.SECOND_ON_BAR}; }}
    #proof QToolButton {{ background: transparent; border: 1px solid transparent; color: {p.ON_BAR}; }}
    #proof QToolButton[level="fix"] {{ color: {p.ON_DARK["fix"]}; }}
    #proof QToolButton[level="look"] {{ color: {p.ON_DARK["look"]}; }}
    #proof QToolButton[level="note"] {{ color: {p.ON_DARK["note"]}; }}
    #proof QToolButton[old="true"], #proof QPushButton[old="true"] {{ color: {p.OLD_ON_BAR}; }}
    #proof QPushButton[remedy="true"] {{ background: {p.BAR_RAISED}; color: {p.ON_BAR};
        border: 1px solid {p.BAR_EDGE}; padding: 0 10px; }}
    #proof QPushButton[remedy="true"]:hover {{ background: {p.BAR_HOVER}; }}
    #proof QPushButton[worst="true"] {{ text-align: left; background: transparent;
        border: 1px solid transparent; }}
    #proof QPushButton[worst="true"][old="false"] {{ color: {p.ON_BAR}; }}
    #proof QPushButton[worst="true"]:hover, #proof QPushButton[worst="true"]:focus,
    #proof QToolButton:hover, #proof QToolButton:focus {{ border-color: {p.BAR_EDGE}; }}
    #proof QProgressBar {{ background: {p.BAR_RAISED}; border: none; border-radius: 3px; }}
    #proof QProgressBar::chunk {{ background: {p.ON_DARK["look"]}; border-radius: 3px; }}
    """


def _asset(name: str) -> str:
    """A drawing for the ground that it lies on."""
    light = QColor(p.INK).lightness() > 127
    return (Path(__file__).parents[1] / "icons" / f"{name}{'-dark' * light}.svg").as_posix()
