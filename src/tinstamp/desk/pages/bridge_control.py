"""Middles of a stencil that have bridges of their own."""

from __future__ import annotations

from PySide6.QtWidgets import QComboBox

from tinstamp.artwork.bridges import middles
from tinstamp.desk.pages.controls import control
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row
from tinstamp.desk.pages.setting_controls import index_of
from tinstamp.desk.pages.text_controls import own_rows
from tinstamp.desk.words.say import say
from tinstamp.job.model import get
from tinstamp.job.own_bridge import OwnBridge
from tinstamp.job.relief import Relief
from tinstamp.plan.art import art_spec, draw_bare
from tinstamp.plan.planned import PLAN_ERRORS


@control("middles")
def _middles(page: FieldsPage, row: Row) -> None:
    index, session = index_of(row), page.session

    def relief() -> Relief:
        return session.job.stamps[index].relief

    def told(k: int) -> str:
        held = relief().own_bridges
        return f"Middle “{held[k].middle}”" if k < len(held) else ""

    own_rows(page, row, relief().own_bridges, told, "bridges")
    box = QComboBox()
    box.setAccessibleName(say("Middle to hold by itself"))
    box.setMinimumWidth(60)

    def renew() -> None:
        taken = {own.middle for own in relief().own_bridges}
        box.clear()
        box.addItem(say("choose a middle"), "")
        try:
            spec = art_spec(session.document, session.resolved, index)
            names = list(middles(draw_bare(spec), spec.text))
        except PLAN_ERRORS:
            names = []
        for name in names:
            if name not in taken:
                box.addItem(name, name)

    def take(at: int) -> None:
        name, now = box.itemData(at), relief()
        if name:
            new = OwnBridge(
                middle=name, bridge=now.bridge, turn=now.bridge_turn, shift=now.bridge_shift,
                sides=now.bridge_sides,
            )  # fmt: skip
            page.put(row.path, (*get(session.job, row.path), new), "bridges")

    box.activated.connect(take)
    page.bind("middles", box, renew)
    page.row(row.label, box)
