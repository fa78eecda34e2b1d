"""The guard sees when a letter, or a part of one, is left out though there is face under it, and
lets pass what rightly makes nothing.

What a general boolean left out was found so: a word over the rounded rim of a tube, of which one
letter alone came to be; a letter over the shoulder of a bottle with seven tenths of its volume.
"""

from __future__ import annotations

import numpy as np
import pytest

from tests.conftest import stamp
from tests.core.test_runs import over, panels
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, BaseFeature, Cone, Hole, Plate, Tube
from tinstamp.job.model import Blank, Job, Stamp
from tinstamp.relief.asked import Asked
from tinstamp.relief.bare_guard import _webs
from tinstamp.relief.guard import fault

PLATE = Plate(name="p", length="60 mm", width="24 mm", thickness="6 mm")
FACES: dict[str, tuple[BaseFeature, str, str]] = {
    "plate": (PLATE, "p.top", "0 mm"),
    "tube": (Tube(name="p", outer_diameter="50 mm", wall="4 mm"), "p.outer", "12 mm"),
    "bore": (Tube(name="p", outer_diameter="50 mm", wall="4 mm"), "p.inner", "12 mm"),
    "cone": (Cone(name="p"), "p.outer", "15 mm"),
    "ball": (Ball(name="p", diameter="50 mm"), "p.outer", "38 mm"),
}


def built_with(part: BaseFeature, *stamps: Stamp) -> Built:
    return build(Document(Job(blank=Blank(features=(part,)), stamps=stamps)))  # type: ignore[arg-type]


def word(face: str, text: str, up: str, make: str, depth: str = "0.4 mm") -> Stamp:
    return stamp("m", text, face=face, across="0 mm" if up == "0 mm" else "0 deg", up=up,
                 height="5 mm", depth=depth, make=make)  # fmt: skip


def asked_for(built: Built) -> Asked:
    """What the only stamp of a built job was to do, as of a general boolean."""
    item = built.planned["m"]
    return Asked(item.chart, item.placed.regions, item.depth, item.raised)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("face", FACES)
def test_a_letter_that_is_not_there_is_missed(face: str, make: str) -> None:
    """Asked are two letters; made are both, either of them, or none."""
    part, name, up = FACES[face]
    whole = built_with(part, word(name, "OB", up, make))
    assert whole.solid is not None and whole.blank is not None
    plain, asked = whole.blank.solid, asked_for(whole)
    change = whole.report.stamps[0].relief_volume
    assert fault(plain, whole.solid, change, asked) is None
    item = whole.planned["m"]
    for k in (0, 1):
        one = Asked(item.chart, item.placed.regions[k : k + 1], item.depth, item.raised)
        single = built_with(part, word(name, "OB"[k], up, make))
        assert single.solid is not None
        # where it stands by itself is elsewhere: it is asked for there
        own = single.planned["m"].placed.regions
        assert fault(plain, single.solid, single.report.stamps[0].relief_volume, one) is not None
        both = Asked(item.chart, (*own, *item.placed.regions[k : k + 1]), item.depth, item.raised)
        told = fault(plain, single.solid, single.report.stamps[0].relief_volume, both)
        assert told is not None
    told = fault(plain, plain, 0.0, asked)
    assert told is not None and "nothing would be made" in told


@pytest.mark.parametrize("part", [0.95, 0.8, 0.5])
@pytest.mark.parametrize("face", FACES)
def test_a_part_of_the_volume_is_missed(face: str, part: float) -> None:
    feature, name, up = FACES[face]
    built = built_with(feature, word(name, "B8", up, "engrave"))
    assert built.solid is not None and built.blank is not None
    change = part * built.report.stamps[0].relief_volume
    told = fault(built.blank.solid, built.solid, change, asked_for(built))
    assert (told is None) is (part > 0.9)
    if told is not None:
        assert "at least" in told


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_what_rightly_makes_nothing_is_let_pass(make: str) -> None:
    """Half over an edge, over a bore, right through a thin wall, over relief that is there."""
    edge = built_with(PLATE, stamp("m", "HOH", face="p.top", across="27 mm", up="0 mm",
                                   height="8 mm", depth="0.4 mm", make=make))  # fmt: skip
    assert edge.report.valid and edge.report.stamps[0].built_by
    bore = Hole(name="h", face="p.top", across="0 mm", up="4 mm", diameter="5 mm")
    mark = stamp("m", "M", face="p.top", across="0 mm", up="0 mm", height="8 mm", depth="0.4 mm",
                 make=make)  # fmt: skip
    job = Job(blank=Blank(features=(PLATE, bore)), stamps=(mark,))
    holed = build(Document(job))
    assert holed.report.valid and holed.report.stamps[0].built_by == "boolean"
    first = stamp("a", "O", face="p.top", across="0 mm", up="0 mm", height="8 mm", depth="0.4 mm",
                  make=make)  # fmt: skip
    over_it = stamp("m", "O", face="p.top", across="1.2 mm", up="0 mm", height="8 mm",
                    depth="0.4 mm", make=make)  # fmt: skip
    both = built_with(PLATE, first, over_it)
    assert both.report.valid and both.report.stamps[1].built_by == "boolean"


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("bend", [10.0, -10.0, 0.0])
def test_a_web_at_a_joint_is_seen(bend: float, make: str) -> None:
    """A dash over an edge between two panels, which is asked for; made is one that ends there."""
    built = over(panels(bend), "x.b", "–", make, across="10 mm", height="8 mm")
    item = built.planned["m"]
    assert built.solid is not None and built.blank is not None
    asked = Asked(item.chart, item.placed.regions, item.depth, item.raised)
    low, _, high, _ = asked.ink.whole.bounds
    plain = built.blank.solid
    assert _webs(plain, built.solid, asked) is None
    beside = over(panels(bend), "x.b", "–", make, across=f"{10.0 - (high - low) / 2 - 0.04:.4f} mm",
                  height="8 mm")  # fmt: skip
    assert beside.solid is not None and beside.report.valid
    told = _webs(plain, beside.solid, asked)
    assert told is not None and "close to where faces meet" in told


def test_random_words_are_let_pass() -> None:
    random = np.random.default_rng(8)
    for face in FACES:
        part, name, up = FACES[face]
        for _ in range(3):
            text = "".join(random.choice(list("ABEGMRSWXag&8%"), 3))
            depth = f"{random.uniform(0.1, 0.9):.3f} mm"
            make = str(random.choice(["engrave", "emboss"]))
            built = built_with(part, word(name, text, up, make, depth))
            assert built.solid is not None and built.blank is not None
            report = built.report.stamps[0]
            assert report.built_by, built.report.findings
            told = fault(built.blank.solid, built.solid, report.relief_volume, asked_for(built))
            assert told is None
