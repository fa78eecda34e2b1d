"""Parallel walls and flat caps of copies: each copy's lie as the face does where it is. Volumes by
the kernel; a copy alone at its place is the truth for each."""

from __future__ import annotations

import numpy as np
import pytest
import shapely

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
@pytest.mark.parametrize(
    "form", [{"walls": "cast"}, {"caps": "plane"}, {"walls": "cast", "draft": "4 deg"}]
)
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


@pytest.mark.parametrize("make", ["emboss", "engrave"])
@pytest.mark.parametrize("lifts", [(9.0, 1.0, "OIL"), (20.0, 2.0, "LAMP")])
def test_deep_parallel_walls_on_a_thin_pin_pass_the_guard(
    make: str, lifts: tuple[float, float, str]
) -> None:
    """Parallel walls sweep more than walls square to the face: from x on a circle of radius R down
    to one of R - d it is sqrt(R² - x²) - sqrt((R - d)² - x²). The volume of a bar that wide and
    b high is b times its integral, worked out here by the midpoint rule."""
    radius, depth, words = lifts
    pin = Tube(name="b", outer_diameter=f"{2 * radius} mm", given="wall",
               wall=f"{radius * 0.7} mm", height="20 mm")  # fmt: skip
    setting = Setting(face="b.outer", across="0 deg", up="8 mm")
    relief = Relief(make=make, depth=f"{depth} mm", walls="cast")  # type: ignore[arg-type]
    stamp = Stamp(name="S", artwork=Text(text=words, height="4 mm"), setting=setting, relief=relief)
    built = build(Document(Job(blank=Blank(features=(pin,)), stamps=(stamp,))))
    assert built.report.stamps[0].built_by == "imprint", built.report.findings
    (planned,) = built.planned.values()
    ink = shapely.union_all([shapely.Polygon(r.outer.points(24), [c.points(24) for c in r.counters])
                             for r in planned.placed.regions])  # fmt: skip
    low, _, high, _ = ink.bounds
    count = 4000
    edges = np.linspace(low, high, count + 1)
    middle = (edges[:-1] + edges[1:]) / 2
    # along a line upwards at x of the sheet, how much of it is ink
    lines = shapely.linestrings([[(x, -50.0), (x, 50.0)] for x in middle.tolist()])
    tall = shapely.length(shapely.intersection(lines, ink))
    x = radius * np.sin(middle / radius)
    other = radius + depth if make == "emboss" else radius - depth
    deep = np.abs(np.sqrt(other**2 - x**2) - np.sqrt(radius**2 - x**2))
    across = np.diff(radius * np.sin(edges / radius))
    true = float((tall * deep * across).sum())
    assert abs(built.report.stamps[0].relief_volume) == pytest.approx(true, rel=2e-3)
