"""Work in a copy of the process: what it told in time counts, and nothing of it stays."""

from __future__ import annotations

import os
import signal
import time

import psutil
import pytest
from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox, BRepPrimAPI_MakeCylinder

from tests.conftest import stamp, tank
from tests.core.solids import volume
from tinstamp.blank.history import fused
from tinstamp.engine.build import build
from tinstamp.guarded.forked import Tell, in_copy, told_within
from tinstamp.job.archive import Document


def nothing() -> None:
    pass


def children() -> set[int]:
    return {child.pid for child in psutil.Process().children(recursive=True)}


def test_all_that_it_told_and_that_it_ended() -> None:
    def work(tell: Tell) -> None:
        for k in range(1000):
            tell((k, in_copy(), os.getpid()))

    before = children()
    told, ended = told_within(60.0, work, nothing)
    assert ended and [k for k, _, _ in told] == list(range(1000))
    assert {copy for _, copy, _ in told} == {True} and not in_copy()
    (other,) = {pid for _, _, pid in told}
    assert other != os.getpid() and children() <= before


def test_work_without_end_is_ended() -> None:
    def work(tell: Tell) -> None:
        tell("first")
        while True:
            time.sleep(0.01)

    before = children()
    assert told_within(0.5, work, nothing) == (["first"], False)
    assert told_within(0.0, work, nothing) == ([], False)
    assert children() <= before


def test_it_is_given_up_when_it_is_not_wanted_any_more() -> None:
    asked = [0]

    def halt() -> None:
        asked[0] += 1
        if asked[0] > 3:
            raise KeyError("given up")

    before = children()
    with pytest.raises(KeyError, match="given up"):
        told_within(600.0, lambda tell: time.sleep(600.0), halt)
    assert children() <= before


@pytest.mark.parametrize("how", ["raises", "dies", "cannot be told"])
def test_work_that_breaks_off_has_not_ended(how: str) -> None:
    def work(tell: Tell) -> None:
        tell(1)
        if how == "raises":
            raise ValueError("broken")
        if how == "dies":
            os.kill(os.getpid(), signal.SIGKILL)
        tell(lambda: None)  # what cannot be pickled

    assert told_within(60.0, work, nothing) == ([1], False)


def test_the_kernel_works_in_a_copy_though_it_had_threads_here() -> None:
    """Booleans with all processors in this process, before and after; by one in the copy."""
    box, rod = BRepPrimAPI_MakeBox(10.0, 10.0, 10.0), BRepPrimAPI_MakeCylinder(2.0, 20.0)
    wanted = 1000.0 - 0.25 * 3.141592653589793 * 4.0 * 10.0

    def cut() -> float:
        made = fused([box.Shape()], [rod.Shape()], False)
        assert made is not None
        return volume(made.Shape())

    assert cut() == pytest.approx(wanted)
    for _ in range(3):
        told, ended = told_within(60.0, lambda tell: tell(cut()), nothing)
        assert ended and told == [pytest.approx(wanted)]
    assert cut() == pytest.approx(wanted)


KINDS = {
    "plain": {}, "over the rim": {"up": "tank.height - 3 mm"}, "mark": {"make": "mark"},
    "raised over the rim": {"up": "tank.height - 3 mm", "make": "emboss"},
    "draft": {"draft": "5 deg"}, "carved": {"section": "carved", "vee": "60 deg"},
}  # fmt: skip


@pytest.mark.parametrize("kind", KINDS)
def test_every_way_of_building_works_in_a_copy(kind: str) -> None:
    """What wants threads of the kernel's would wait there for ever."""
    mark = stamp(text="HO8", up=KINDS[kind].get("up", "20 mm"))
    given = {k: v for k, v in KINDS[kind].items() if k != "up"}
    relief = mark.relief.model_copy(update=given)
    document = Document(tank(mark.model_copy(update={"relief": relief})))
    here = build(document).report
    told, ended = told_within(120.0, lambda tell: tell(build(document).report.volume), nothing)
    assert ended and told == [pytest.approx(here.volume, rel=1e-9)]
    assert here.stamps[0].built_by
