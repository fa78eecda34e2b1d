"""What breaks through a face behind it, or grows into one before it, is told, however narrow that
is and whatever lines the wall was measured along. Volumes by closed forms (boxes and cylinders, any
handbook).
"""

from __future__ import annotations

import math
import random

import numpy as np
import pytest

from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Extruded, Hole, Plate, Prism
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text

PLATE = Plate(name="p", length="60 mm", width="40 mm", thickness="6 mm")
WIDE, HIGH = 30.0, 20.0


def over_a_hole(x: float, y: float, across: float, left: float, relief: Relief) -> Built:
    """A rectangle on a plate over a blind hole drilled from below, which leaves so much of it."""
    hole = Hole(name="h", face="p.bottom", across=f"{x} mm", up=f"{y} mm",
                diameter=f"{across} mm", goes="depth", depth=f"{6 - left} mm")  # fmt: skip
    art = Shape(shape="rectangle", wide=f"{WIDE} mm", high=f"{HIGH} mm")
    setting = Setting(face="p.top", across="0 mm", up="0 mm", up_from="middle", rests_on="middle")
    stamp = Stamp(name="T", artwork=art, setting=setting, relief=relief)
    return build(Document(Job(blank=Blank(features=(PLATE, hole)), stamps=(stamp,))))


def told(built: Built) -> dict[str, str]:
    return {f.check: f.message for f in built.report.findings if f.level == "fix"}


def places(count: int, reach_x: float, reach_y: float) -> list[tuple[float, float]]:
    r = random.Random(91)
    return [(r.uniform(-reach_x, reach_x), r.uniform(-reach_y, reach_y)) for _ in range(count)]


@pytest.mark.parametrize("x, y", places(8, WIDE / 2 - 2, HIGH / 2 - 2))
def test_a_floor_that_a_narrow_hole_comes_through_is_told(x: float, y: float) -> None:
    built = over_a_hole(x, y, 0.4, 1.0, Relief(depth="1.2 mm"))
    found = told(built)
    assert {"cut through", "comes to another face", "not built"} & found.keys(), found
    if "comes to another face" in found:
        assert "breaks through “h." in found["comes to another face"]
    if built.report.stamps[0].built_by:  # less by what the hole had taken already
        (part,) = [body for body in built.report.bodies if body.name == "part"]
        hole = math.pi * 0.2**2 * 5.0
        cut = WIDE * HIGH * 1.2 - math.pi * 0.2**2 * 0.2
        assert part.volume == pytest.approx(60 * 40 * 6 - hole - cut, rel=1e-9)


@pytest.mark.parametrize("x, y", places(4, WIDE / 2 - 2, HIGH / 2 - 2))
def test_a_floor_above_it_is_not(x: float, y: float) -> None:
    built = over_a_hole(x, y, 0.4, 2.5, Relief(depth="1.2 mm"))
    assert not told(built) and built.report.stamps[0].built_by == "imprint"


def test_what_goes_past_an_edge_of_its_face_does_not_break_through_the_next() -> None:
    art = Shape(shape="rectangle", wide="30 mm", high="20 mm")
    setting = Setting(face="p.top", across="20 mm", up="0 mm", up_from="middle", rests_on="middle")
    stamp = Stamp(name="T", artwork=art, setting=setting, relief=Relief(depth="1 mm"))
    built = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(stamp,))))
    assert built.report.stamps[0].built_by == "boolean"
    assert "comes to another face" not in {f.check for f in built.report.findings}


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("wide, high", [(60.0, 40.0), (60.0, 10.0), (70.0, 50.0)])
def test_nor_does_what_covers_all_of_its_face(wide: float, high: float, make: str) -> None:
    art = Shape(shape="rectangle", wide=f"{wide} mm", high=f"{high} mm")
    setting = Setting(face="p.top", across="0 mm", up="0 mm", up_from="middle", rests_on="middle")
    relief = Relief(make=make, depth="1 mm")  # type: ignore[arg-type]
    stamp = Stamp(name="T", artwork=art, setting=setting, relief=relief)
    built = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(stamp,))))
    assert built.report.stamps[0].built_by == "boolean"
    assert "comes to another face" not in {f.check for f in built.report.findings}


def in_a_slot(depth: float, text: bool) -> Built:
    """Raised on a wall of a slot 2 mm wide."""
    points = ((0, 0), (60, 0), (60, 10), (15, 10), (15, 12), (60, 12), (60, 24), (0, 24))
    body = Extruded(name="e", points=tuple(knot("abcdefgh"[k], *p) for k, p in enumerate(points)),
                    height="20 mm")  # fmt: skip
    art = Text(text="HB8", height="6 mm") if text else Shape(
        shape="rectangle", wide="20 mm", high="6 mm")  # fmt: skip
    stamp = Stamp(name="T", artwork=art, setting=Setting(face="e.c", across="0 mm", up="0 mm"),
                  relief=Relief(make="emboss", depth=f"{depth} mm"))  # fmt: skip
    return build(Document(Job(blank=Blank(features=(body,)), stamps=(stamp,))))


@pytest.mark.parametrize("text", [False, True], ids=["a bar", "letters"])
def test_what_grows_into_the_wall_before_it_is_told(text: bool) -> None:
    built = in_a_slot(2.0, text)
    found = [f for f in built.report.findings if f.check == "comes to another face"]
    assert built.report.stamps[0].built_by == "boolean" and [f.level for f in found] == ["look"]
    assert "grows into" in found[0].message
    why = [f.message for f in built.report.findings if f.check == "way of building"]
    assert "it comes to “" in why[0], "not some other reason"
    for short in (1.0, 1.9, 1.999):
        assert "comes to another face" not in {
            f.check for f in in_a_slot(short, text).report.findings
        }


@pytest.mark.parametrize("inside", [0.9, 2.5])
def test_over_a_joint_of_flats_too(inside: float) -> None:
    """A hole drilled along the axis close behind a flat of a hexagon, ink over its edge."""
    body = Prism(name="p", across_flats="40 mm", height="20 mm")
    bare = build(Document(Job(blank=Blank(features=(body,)))))
    assert bare.blank is not None
    chart, origin = bare.blank.charts["p.side_2"], np.zeros((1, 2))
    normal = chart.normal(origin)[0]
    x, y, _ = chart.to_space(origin)[0] - inside * normal + 2.3 * np.cross([0, 0, 1], normal)
    hole = Hole(name="h", face="p.top", across=f"{x} mm", up=f"{y} mm", diameter="0.4 mm")
    art = Shape(shape="rectangle", wide="30 mm", high="6 mm")
    setting = Setting(face="p.side_2", across="0 mm", up="0 mm", over="neighbours")
    stamp = Stamp(name="T", artwork=art, setting=setting, relief=Relief(depth="1.2 mm"))
    built = build(Document(Job(blank=Blank(features=(body, hole)), stamps=(stamp,))))
    found = {f.check for f in built.report.findings}
    through = inside < 1.2
    assert bool(found & {"cut through", "comes to another face"}) is through, found
    assert "wall beside" not in found, "its floor ends at the next flat, which is no wall"


@pytest.mark.parametrize("text", [False, True], ids=["a bar", "letters"])
def test_what_comes_close_to_the_wall_before_it_is_told(text: bool) -> None:
    """A gap of 0.2 mm is asked for unless the job says otherwise."""
    for depth, left in ((1.95, 0.05), (1.9, 0.1), (1.7, None)):
        found = [f for f in in_a_slot(depth, text).report.findings
                 if f.check == "gap to another face"]  # fmt: skip
        assert [f.measured for f in found] == (
            [] if left is None else [pytest.approx(left, abs=1e-6)]
        )
        assert all("“e.e”" in f.message and f.level == "look" for f in found)
