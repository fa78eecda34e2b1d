"""A copied stamp lies beside its original: seen at once, with no ink upon ink."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
import shapely
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from shapely.geometry.base import BaseGeometry

from tests.desk.conftest import Hand
from tests.desk.test_several import begin, plate
from tinstamp.desk.work.copying import FAR, places
from tinstamp.job.features import Cone, Tube
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text

LEFT = Qt.MouseButton.LeftButton


def ink(hand: Hand, index: int) -> BaseGeometry:
    """What a stamp covers in space, by the points of its outlines."""
    shown = hand.window.drag.of(index)
    assert shown is not None
    points = np.concatenate([r.outer.points(8) for r in shown.placed.regions])
    return shapely.MultiPoint(shown.chart.to_space(points))


def around(part: Tube | Cone, turn: float = 0.0) -> Job:
    setting = Setting(face="c.outer", across="0 deg", up="20 mm", turn=f"{turn} deg")
    stamp = Stamp(name="Round", artwork=Text(text="LAMP OIL", height="6 mm"), setting=setting)
    return Job(blank=Blank(features=(part,)), stamps=(stamp,))


PARTS = {
    "plate": plate((0.0, 0.0)),
    "tube": around(Tube(name="c", outer_diameter="40 mm", wall="3 mm", height="60 mm")),
    "cone": around(
        Cone(name="c", base_diameter="50 mm", top_diameter="30 mm", height="60 mm"), 20.0
    ),
}


@pytest.mark.parametrize("name", PARTS)
def test_copies_made_one_after_another_stand_clear(hand: Hand, name: str) -> None:
    begin(hand, PARTS[name])
    button = hand.window.ticket.copy
    for count in range(2, 6):
        QTest.mouseClick(button, LEFT)
        hand.app.processEvents()
        assert len(hand.window.session.job.stamps) == count
        assert hand.window.session.selected == count - 1
    hand.until_built()
    report = hand.window.session.report
    assert report is not None and report.valid
    assert [s.built_by for s in report.stamps] == ["imprint"] * 5
    assert not [f for f in report.findings if f.check == "touches another stamp"]
    boxes = [np.array(ink(hand, k).bounds) for k in range(5)]
    points = [np.array([(p.x, p.y, p.z) for p in ink(hand, k).geoms]) for k in range(5)]
    for a, b in itertools.combinations(points, 2):
        apart = np.linalg.norm(a[:, None] - b[None], axis=2).min()
        assert apart > 0.5, boxes
    hand.window.session.undo()
    assert len(hand.window.session.job.stamps) == 4


def test_a_place_that_follows_the_part_still_does(opened: Hand) -> None:
    session = opened.window.session
    assert session.job.stamps[0].setting.up == "tank.height - 20 mm"
    opened.window.ticket.copy_stamp()
    copy = session.job.stamps[1].setting
    assert copy.up.startswith("tank.height - ") and copy.up != "tank.height - 20 mm"
    assert copy.across == session.job.stamps[0].setting.across
    opened.until_built()
    assert session.report is not None and session.report.valid


def test_what_is_pasted_or_new_lies_clear_too(opened: Hand) -> None:
    """Copied and pasted twice by the keys, then a new stamp where one lies already."""
    window, session = opened.window, opened.window.session
    session.select(0)
    opened.until(lambda: window.drag.preview is not None)
    window.ticket.list.setFocus()
    control = Qt.KeyboardModifier.ControlModifier
    QTest.keyClick(window, Qt.Key.Key_C, control)
    for count in (2, 3):
        QTest.keyClick(window, Qt.Key.Key_V, control)
        opened.until(lambda n=count: len(session.job.stamps) == n, "the pasted one")  # type: ignore[misc]
    window.face_clicked("tank.outer")
    assert window.add_stamp() and len(session.job.stamps) == 4
    opened.until_built()
    assert session.report is not None and session.report.valid
    assert not [f for f in session.report.findings if f.check == "touches another stamp"]
    places = {(s.setting.across, s.setting.up) for s in session.job.stamps}
    assert len(places) == 4


def test_what_touches_nothing_comes_where_it_was_asked_to(hand: Hand) -> None:
    begin(hand, plate((0.0, 20.0)))
    window = hand.window
    window.face_clicked("p.top")
    assert window.add_stamp()
    setting = window.session.job.stamps[1].setting
    assert (setting.across, setting.up) == ("0 mm", "0 mm")
    assert window.add_stamp() and window.session.job.stamps[2].setting.up != "0 mm"
    hand.until_built()


def test_where_there_is_no_room_it_comes_all_the_same(hand: Hand) -> None:
    """A face that its own stamp fills: there it can still be dragged, or made smaller."""
    job = plate((0.0, 0.0))
    wide = job.stamps[0].model_copy(update={"artwork": Text(text="HHHHHH", height="24 mm")})
    begin(hand, job.model_copy(update={"stamps": (wide,)}))
    hand.window.ticket.copy_stamp()
    first, copy = hand.window.session.job.stamps
    assert (copy.setting.across, copy.setting.up) == (first.setting.across, first.setting.up)
    hand.window.session.undo()


@pytest.mark.parametrize("seed", range(20))
def test_places_are_clear_and_none_near_is_left_out(seed: int) -> None:
    """As shapely says of boxes: what is offered meets nothing, what is not meets something."""
    rng = np.random.default_rng(seed)
    corner, size = rng.uniform(-20, 20, 2), rng.uniform(2, 14, 2)
    box = np.concatenate([corner, corner + size])
    others = [np.concatenate([at, at + rng.uniform(1, 12, 2)])
              for at in rng.uniform(-40, 40, (rng.integers(0, 40), 2))]  # fmt: skip
    taken = shapely.box(*np.array([box, *others]).T)
    offered = [tuple(np.round(by, 9)) for by in places(box, others)]
    gap = 0.4 * size.min()
    for k, side in itertools.product(range(1, FAR + 1), ((0, -1), (0, 1), (1, 0), (-1, 0))):
        by = k * np.array(side) * np.ceil(10.0 * (size + gap)) / 10.0
        grown = shapely.buffer(shapely.box(*(box + np.tile(by, 2))), 0.5 * gap, join_style="mitre")
        meets = bool((shapely.area(shapely.intersection(taken, grown)) > 1e-9).any())
        assert (tuple(np.round(by, 9)) in offered) != meets
    far = [float(np.abs(by).max()) for by in offered]
    assert all(np.isfinite(far)) and len(offered) <= 4 * FAR
