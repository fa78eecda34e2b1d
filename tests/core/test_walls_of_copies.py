"""Parallel walls and flat caps of copies: each copy's lie as the face does where it is. Volumes by
the kernel; a copy alone at its place is the truth for each."""

from __future__ import annotations

import pytest

from tinstamp.blank.kernel import volume
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Job, Relief, Repeat, Setting, Stamp, Text

KNOB = Tube(name="b", outer_diameter="40 mm", given="wall", wall="6 mm", height="20 mm")


def made(relief: Relief, repeat: Repeat, across: str = "0 deg", words: str = "OIL") -> Built:
    setting = Setting(face="b.outer", across=across, up="8 mm", repeat=repeat)
    stamp = Stamp(name="S", artwork=Text(text=words, height="4 mm"), setting=setting, relief=relief)
    return build(Document(Job(blank=Blank(features=(KNOB,)), stamps=(stamp,))))


def moved(built: Built) -> float:
    bare = build(Document(Job(blank=Blank(features=(KNOB,)))))
    assert built.solid is not None and bare.solid is not None
    return volume(built.solid.shape) - volume(bare.solid.shape)


@pytest.mark.parametrize("make", ["emboss", "engrave"])
@pytest.mark.parametrize("form", [{"walls": "cast"}, {"caps": "plane"}])
def test_six_copies_all_round_are_six_times_one(make: str, form: dict[str, str]) -> None:
    relief = Relief(make=make, depth="0.6 mm", **form)  # type: ignore[arg-type]
    six = made(relief, Repeat(kind="round", count="6"))
    assert six.report.stamps[0].built_by == "imprint", six.report.findings
    one = made(relief, Repeat())
    assert one.report.stamps[0].built_by == "imprint", one.report.findings
    assert moved(six) == pytest.approx(6 * moved(one), rel=1e-6)
    assert moved(six) * (1 if make == "emboss" else -1) > 0


def test_copies_in_steps_are_as_each_would_be_alone_at_its_place() -> None:
    """Steps of 12 mm on a girth of 125.66 mm: 34.3775 degrees."""
    relief = Relief(make="emboss", depth="0.6 mm", walls="cast")
    steps = Repeat(kind="steps", count="3", step_across="12 mm", step_up="0 mm")
    three = made(relief, steps)
    assert three.report.stamps[0].built_by == "imprint", three.report.findings
    alone = moved(made(relief, Repeat(), "34.377468 deg"))
    assert moved(three) == pytest.approx(3 * alone, rel=1e-6)


@pytest.mark.parametrize("make", ["emboss", "engrave"])
def test_a_text_that_reaches_round_to_where_parallel_walls_graze_is_told_at_once(make: str) -> None:
    """It lies on 250 of 360 degrees: its ends look away from where its walls come from. The kernel
    is not asked: it would work for minutes on nonsense."""
    built = made(Relief(make=make, depth="0.6 mm", walls="cast"), Repeat(), "0 deg",  # type: ignore[arg-type]
                 "PELLWICK LANTERN WORKS 1921 MADE HERE")  # fmt: skip
    assert not built.report.stamps[0].built_by
    (told,) = [f for f in built.report.findings if f.check == "not built"]
    assert "graze" in told.message and built.report.valid
