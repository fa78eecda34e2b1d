"""Cones of every half angle, inside and outside, with repeats and guides: what is laid is read
as it was laid. Held against the development of a cone (handbooks of sheet metal work)."""

from __future__ import annotations

import math
import random
from dataclasses import replace

import numpy as np
import pytest

from tests.conftest import ROOT, made, stamp
from tests.core.solids import sound
from tinstamp.chart.cone import ConeChart
from tinstamp.engine.build import build
from tinstamp.job.archive import Document, open_file
from tinstamp.job.features import Cone
from tinstamp.job.model import Blank, Guide, Job, Repeat, changed
from tinstamp.setting.place import degrees_covered, read_right

HALF = (1, 5, 15, 29, 31, 45, 60, 75, 85, 89)


def cone(half: float, top: float = 20.0, slant: float = 30.0, wall: float = 0.0) -> Cone:
    angle = math.radians(half)
    return Cone(
        name="c", base_diameter=f"{top + 2 * slant * math.sin(angle):.6f} mm",
        top_diameter=f"{top} mm", height=f"{slant * math.cos(angle):.6f} mm", wall=f"{wall} mm",
    )  # fmt: skip


@pytest.mark.parametrize("half", HALF)
def test_places_all_round_come_back(half: float) -> None:
    chart = made(cone(half)).charts["c.outer"]
    assert isinstance(chart, ConeChart)
    for about in (-170.0, -60.0, 0.0, 100.0, 179.0):
        here = chart.read_about(about)
        angles = np.linspace(about - 179, about + 179, 41)
        xy = chart.rolled(np.column_stack([angles, np.full(41, 12.0)]))
        np.testing.assert_allclose(here.degrees(xy), angles, atol=1e-6)
        space = here.to_space(xy)
        np.testing.assert_allclose(here.to_space(here.from_space(space)), space, atol=1e-6)


@pytest.mark.parametrize("half", HALF)
@pytest.mark.parametrize("count", [2, 5])
def test_copies_all_round_lie_at_even_steps(half: float, count: int) -> None:
    mark = stamp("m", "AB", face="c.outer", across="130 deg", up="11 mm", height="2 mm",
                 depth="0.3 mm", make="emboss")  # fmt: skip
    mark = changed(mark, ("setting", "repeat"), Repeat(kind="round", count=str(count)))
    built = build(Document(Job(blank=Blank(features=(cone(half),)), stamps=(mark,))))
    (report,) = built.report.stamps
    assert report.built_by == "imprint" and sound(built.solid.shape)  # type: ignore[union-attr]
    item = built.planned["m"]
    spans = degrees_covered(item.placed, item.chart)
    middles = sorted({round((a + b) / 2 % (360.0 / count), 3) for a, b in spans})
    assert len(middles) <= len(spans) // count + 1
    chart = read_right(item.placed, item.chart)
    space = np.concatenate([chart.to_space(r.outer.points(4)) for r in item.placed.regions])
    turns = np.degrees(np.arctan2(space[:, 1], space[:, 0]))
    # the first copy, turned by a step, lies on the next one
    n = len(space) // count
    step = (turns[n : 2 * n] - turns[:n]) % 360.0
    assert step == pytest.approx(np.full(n, step[0]), abs=1e-6)
    assert min(step[0], 360 - step[0]) == pytest.approx(360.0 / count, abs=1e-6)


@pytest.mark.parametrize("seed", range(6))
def test_random_settings_are_built_or_told(seed: int) -> None:
    r = random.Random(seed)
    for _ in range(4):
        half, inside = r.choice(HALF[:-2]), r.random() < 0.3
        body = cone(half, wall=0.4 if inside else 0.0)
        mark = stamp(
            "m", r.choice(("AB", "HELLO", "O")), face="c.inner" if inside else "c.outer",
            across=r.choice(("0 deg", "180 deg", "-95 deg", "5 mm")),
            up=f"{r.uniform(8, 18):.2f} mm", height="2 mm", depth="0.2 mm",
            make=r.choice(("engrave", "emboss", "mark")) if not inside else "emboss",
        )  # fmt: skip
        kind = r.choice(("none", "level", "arc"))
        guide = Guide(kind=kind, radius="12 mm", span="90 deg", at=r.choice(("centre", "start")))
        repeat = Repeat(kind=r.choice(("none", "round", "fit")), count=str(r.randint(2, 4)))
        mark = changed(changed(mark, ("setting", "guide"), guide), ("setting", "repeat"), repeat)
        built = build(Document(Job(blank=Blank(features=(body,)), stamps=(mark,))))
        (report,) = built.report.stamps
        assert built.report.valid
        told = [f.message for f in built.report.findings if f.check == "not built"]
        assert report.built_by or told
        assert not any("not foreseen" in words for words in told)
        if report.built_by == "imprint" and report.depth:
            # Steiner's formula: A d (1 ± d cos(half) / 2 r), r between both rims
            ratio = abs(report.relief_volume) / (report.artwork_area * report.depth)
            assert ratio == pytest.approx(1.0, abs=0.2 / (2 * 9.0) + 1e-6)


def test_the_shipped_collar_as_a_flat_cone_keeps_its_stamps() -> None:
    """With a base of 140 mm its sector is over 180°: nothing is lost, nothing told wrongly."""
    collar = open_file(ROOT / "demo" / "collar.tinstamp")
    job = changed(collar.job, ("blank", "features", 0, "base_diameter"), "140 mm")
    built = build(replace(collar, job=job))
    assert built.report.valid
    assert [r.built_by for r in built.report.stamps] == ["imprint"] * len(job.stamps)
    assert not any(f.level == "fix" for f in built.report.findings)
