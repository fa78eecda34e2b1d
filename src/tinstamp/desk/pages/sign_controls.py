"""The choice of a sign, by its picture."""

from __future__ import annotations

from functools import cache

from PySide6.QtCore import QSize, QSizeF
from PySide6.QtGui import QColor, QIcon
from PySide6.QtWidgets import QButtonGroup, QGridLayout, QLabel, QToolButton, QVBoxLayout, QWidget

from tinstamp.artwork.sign import SIGNS, SignSpec, draw_sign
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.controls import control
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.sheet.small_picture import small_picture
from tinstamp.desk.words.say import say
from tinstamp.job.model import dotted, get

A_ROW = 5
"""signs side by side"""
PICTURE, BUTTON = 22, 31
"""px"""


@cache
def _icon(name: str, ratio: float) -> QIcon:
    art = draw_sign(SignSpec(name, 10.0, "05", "PP"))
    return QIcon(small_picture(art, QColor(p.INK), QSizeF(PICTURE, PICTURE), ratio))


@control("signs")
def _signs(page: FieldsPage, row: Row) -> None:
    holder = QWidget()
    column = QVBoxLayout(holder)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(4)
    grid = QGridLayout()
    grid.setSpacing(3)
    group = QButtonGroup(holder)
    for k, (name, sign) in enumerate(SIGNS.items()):
        button = QToolButton()
        button.setCheckable(True)
        button.setIcon(_icon(name, page.devicePixelRatioF()))
        button.setIconSize(QSize(PICTURE, PICTURE))
        button.setFixedSize(BUTTON, BUTTON)
        button.setStyleSheet("padding: 0;")
        button.setAccessibleName(say(sign.label))
        button.setToolTip(say(_told(name)))
        group.addButton(button, k)
        grid.addWidget(button, k // A_ROW, k % A_ROW)
    told = QLabel()
    told.setWordWrap(True)
    told.setFont(type_at(p.SMALL))
    told.setProperty("role", "second")
    column.addLayout(grid)
    column.addWidget(told)
    names = list(SIGNS)
    group.idClicked.connect(lambda k: page.put(row.path, names[k], page.of(row.label)))

    def renew() -> None:
        name = get(page.session.job, row.path)
        told.setText(say(_told(name)))
        if name in names:
            group.button(names.index(name)).setChecked(True)

    page.bind(dotted(row.path), holder, renew)
    page.row(row.label, holder)


def _told(name: str) -> str:
    sign = SIGNS.get(name)
    if sign is None:
        return f"There is no sign called “{name}”"
    return f"{sign.label}, {sign.source}" if sign.source else sign.label
