"""The line off the edges of a face, as the sheet shows it."""

from __future__ import annotations

import threading
from dataclasses import replace

import numpy as np
import pytest
from PySide6.QtGui import QColor

from tests.core.test_fields_everywhere import FACES
from tests.desk.conftest import Hand
from tinstamp.desk.look import palette as p
from tinstamp.desk.sheet import keep_off_paint
from tinstamp.job.archive import Document
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text
from tinstamp.plan.planned import Planned


def shown(hand: Hand) -> int:
    """Pixels of the sheet that are about of the line's colour."""
    picture = hand.window.sheet.grab().toImage()
    picture = picture.convertToFormat(picture.Format.Format_RGB32)
    data = np.frombuffer(picture.constBits(), np.uint8).reshape(picture.height(), -1, 4)
    blue, green, red = (data[:, :, k].astype(int) for k in range(3))
    colour = QColor(p.LOOK)
    warm = (red - blue > (colour.red() - colour.blue()) / 3) & (green - blue > 25)
    return int(warm.sum())


@pytest.mark.parametrize("face", ["plane", "cylinder", "skin"])
def test_the_line_is_on_the_sheet_and_its_finding_in_the_proof(hand: Hand, face: str) -> None:
    part, name, (across, up) = FACES[face]
    stamp = Stamp(
        name="m",
        artwork=Text(text="HB", height="4 mm"),
        setting=Setting(face=name, across=across, up=up),
        relief=Relief(make="mark"),
    )
    blank = Blank.model_validate({"features": [part.model_dump()]})
    session = hand.window.session
    session.begin(Document(Job(blank=blank, stamps=(stamp,))), None)
    hand.until_built()
    session.select(0)
    before = shown(hand)
    session.edit(("stamps", 0, "setting", "keep_off"), "3 mm", "keep off")
    hand.until_built()
    hand.until(lambda: shown(hand) > before + 60)
    session.edit(("stamps", 0, "setting", "keep_off"), "60 mm", "keep off")
    hand.until_built()
    checks = [f.check for f in session.report.findings]
    assert "over the keep-off line" in checks


def test_the_windows_thread_works_none_of_it_out(
    hand: Hand, monkeypatch: pytest.MonkeyPatch
) -> None:
    part, name, (across, up) = FACES["cone"]
    seen: list[bool] = []
    whole = keep_off_paint.room_for

    def noted(item: Planned) -> object:
        seen.append(threading.current_thread() is threading.main_thread())
        return whole(item)

    monkeypatch.setattr(keep_off_paint, "room_for", noted)
    stamp = Stamp(
        name="m",
        artwork=Text(text="HB", height="4 mm"),
        setting=Setting(face=name, across=across, up=up, keep_off="3 mm"),
        relief=Relief(make="mark"),
    )
    blank = Blank.model_validate({"features": [part.model_dump()]})
    session = hand.window.session
    session.begin(Document(Job(blank=blank, stamps=(stamp,))), None)
    hand.until_built()
    session.select(0)
    hand.until(lambda: shown(hand) > 60 and bool(seen))
    assert not any(seen)
    lines, plan = hand.window.sheet.keep_off, hand.window.sheet.drag.preview.plan
    count = len(seen)
    elsewhere = replace(plan, lay=replace(plan.lay, setting=replace(plan.lay.setting, key="other")))
    assert lines.room(elsewhere, moving=True) is not None and len(seen) == count
    lines.room(elsewhere, moving=False)
    # it is painted again when that has come, which may ask once more between two looks
    hand.until(lambda: len(seen) > count)
    assert not any(seen)
