"""Scales: where marks stand, what their numerals say, and dials on round parts."""

from __future__ import annotations

import math
import random
from decimal import Decimal

import numpy as np
import pytest
from OCP.BRepAdaptor import BRepAdaptor_Surface

from tests.conftest import font
from tinstamp.artwork.scale import (
    ScaleError,
    ScaleSpec,
    draw_scale,
    marks_of,
    numeral_of,
    scale_inks,
)
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace
from tinstamp.job.features import Plate, Tube
from tinstamp.job.model import Blank, Guide, Job, Relief, Scale, Setting, Stamp


def spec(first: float, last: float, step: float, **other: object) -> ScaleSpec:
    usual: dict[str, object] = {
        "apart": 1.0, "ends": True, "longer": 5, "numbered": 10, "short": 2.0, "long": 3.5,
        "line": 0.3, "font": font(), "height": 2.5, "gap": 0.8, "below": False, "comma": False,
    }  # fmt: skip
    return ScaleSpec(first=first, last=last, step=step, **{**usual, **other})  # type: ignore[arg-type]


@pytest.mark.parametrize("seed", range(20))
def test_a_scale_has_the_marks_that_decimal_arithmetic_counts(seed: int) -> None:
    """Python's decimal numbers are the reference: they do not round tenths."""
    r = random.Random(seed)
    step = Decimal(r.choice(["1", "0.1", "0.05", "2.5", "10", "-0.2", "-1"]))
    first = Decimal(r.randint(-40, 40)) * step
    count = r.randint(2, 300)
    last = first + step * (count - 1)
    assert marks_of(float(first), float(last), float(step)) == count
    assert marks_of(float(first), float(last + step / 2), float(step)) == count
    made = spec(float(first), float(last), float(step))
    for k in (0, count // 2, count - 1):
        shown = numeral_of(made, k).replace("\N{MINUS SIGN}", "-")
        assert Decimal(shown) == first + k * step
        assert shown.lstrip("-")[0].isdigit() and not shown.startswith("-0.0000")


def test_marks_stand_where_they_should_and_numerals_over_them() -> None:
    made = spec(0, 50, 1)
    art, inks = draw_scale(made), scale_inks(made)
    assert len(inks) == 51 and art.width == pytest.approx(50.0)
    for k, ink in enumerate(inks):
        mark, *numeral = ink.regions
        left, low, right, high = mark.bounds
        assert (left + right) / 2 == pytest.approx(k - 25.0)
        assert (low, right - left) == (pytest.approx(0.0), pytest.approx(0.3))
        assert high == pytest.approx(3.5 if k % 5 == 0 else 2.0)
        assert bool(numeral) == (k % 10 == 0)
        if numeral:
            boxes = np.array([region.bounds for region in numeral])
            middle = (boxes[:, 0].min() + boxes[:, 2].max()) / 2
            assert middle == pytest.approx(k - 25.0)
            assert boxes[:, 1].min() == pytest.approx(3.5 + 0.8, abs=0.06), "figures overshoot"
    marks = 11 * 3.5 * 0.3 + 40 * 2.0 * 0.3
    assert sum(ink.regions[0].area for ink in inks) == pytest.approx(marks, rel=1e-9)


def test_numerals_below_with_a_comma_and_without_a_last_mark() -> None:
    made = spec(-1, 1, 0.5, apart=8.0, numbered=1, below=True, comma=True, ends=False)
    assert [numeral_of(made, k) for k in range(5)] == [
        "\N{MINUS SIGN}1,0", "\N{MINUS SIGN}0,5", "0,0", "0,5", "1,0"
    ]  # fmt: skip
    inks = scale_inks(made)
    assert len(inks) == 4
    assert all(region.bounds[3] < -0.7 for ink in inks for region in ink.regions[1:])


@pytest.mark.parametrize(
    ("made", "words"),
    [
        (spec(0, 10, 0), "not 0"),
        (spec(0, 10, -1), "does not lead"),
        (spec(0, 10, 20), "no room"),
        (spec(0, 1e6, 1), "can be made"),
        (spec(0, 10, 1, apart=0.3), "run together"),
        (spec(0, 1000, 100, numbered=1), "numerals run together"),
    ],
)
def test_what_cannot_be_drawn_is_told(made: ScaleSpec, words: str) -> None:
    with pytest.raises(ScaleError, match=words):
        draw_scale(made)


def dial(scale: Scale, setting: Setting, body: object) -> Document:
    stamp = Stamp(name="Dial", artwork=scale, setting=setting, relief=Relief(depth="0.3 mm"))
    return Document(Job(blank=Blank(features=(body,)), stamps=(stamp,)))  # type: ignore[arg-type]


def test_sixty_marks_all_round_a_tube_stand_six_degrees_apart() -> None:
    """Measured on the finished solid: the middles of the marks' caps, by the kernel."""
    tube = Tube(name="t", outer_diameter="60 mm", wall="3 mm", height="40 mm")
    scale = Scale(first="0", last="60", step="1", spread="whole", whole="t.outer.girth",
                  ends=False, numbered="0", longer="5")  # fmt: skip
    setting = Setting(face="t.outer", across="0 deg", up="15 mm")
    built = build(dial(scale, setting, tube))
    report = built.report
    assert report.valid and report.stamps[0].built_by == "imprint", report.findings
    assert not [f for f in report.findings if f.level == "fix"]
    angles = []
    assert built.solid is not None
    for named in built.solid.faces:
        if named.name == StampFace("Dial", "cap"):
            surface = BRepAdaptor_Surface(named.face)
            u = (surface.FirstUParameter() + surface.LastUParameter()) / 2
            middle = surface.Value(u, surface.FirstVParameter())
            angles.append(math.degrees(math.atan2(middle.Y(), middle.X())) % 360.0)
    gaps = np.diff(sorted(angles))
    assert len(angles) == 60
    assert gaps == pytest.approx(6.0, abs=1e-6)


def test_a_dial_on_an_arc_has_its_marks_square_to_it() -> None:
    """31 marks on an arc of 20 mm radius: each one's middle line runs through the arc's centre."""
    plate = Plate(name="p", length="80 mm", width="80 mm", thickness="4 mm")
    scale = Scale(first="0", last="30", step="1", spread="apart", apart="2 mm", numbered="10")
    guide = Guide(kind="arc", radius="20 mm", bend="over", at="centre")
    setting = Setting(face="p.top", across="0 mm", up="0 mm", guide=guide)
    built = build(dial(scale, setting, plate))
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    placed = built.planned["Dial"].placed.regions
    marks = [r.outer.points(1) for r in placed if len(r.outer.beziers) == 4 and not r.counters]
    rays = []
    for corners in marks:
        sides = np.linalg.norm(np.roll(corners, -1, axis=0) - corners, axis=1)
        if sorted(np.round(sides, 6))[0] != pytest.approx(0.3, abs=1e-6):
            continue
        k = int(np.argmin(sides[:2]))
        foot = (corners[k] + corners[(k + 1) % 4]) / 2
        head = (corners[(k + 2) % 4] + corners[(k + 3) % 4]) / 2
        rays.append((foot, head))
    assert len(rays) == 31
    normal = np.array([[h[1] - f[1], f[0] - h[0]] for f, h in rays])
    centre, *_ = np.linalg.lstsq(normal, [n @ f for n, (f, _) in zip(normal, rays, strict=True)])
    reach = [min(np.linalg.norm(f - centre), np.linalg.norm(h - centre)) for f, h in rays]
    assert np.array(reach) == pytest.approx(20.0, abs=1e-6)
