"""Words and letters with depths of their own in one stamp: areas times depths, on flat and round
faces."""

from __future__ import annotations

import pytest

from tests.core.test_known_faults import part, raised, sunk, text, tube
from tinstamp.engine.build import Built, build
from tinstamp.job.lettered import OwnLetter, TextStyle
from tinstamp.job.model import Relief

WORDS = "OIL LAMP WICK"
STEPS = (TextStyle(start=0, end=3, own_depth=True, depth="0.2 mm"),
         TextStyle(start=9, end=13, own_depth=True, depth="0.8 mm"))  # fmt: skip


def areas(built: Built) -> tuple[float, float, float]:
    """Ink of the first, the second and the third word, mm²."""
    regions = built.planned["T"].placed.regions

    def of(low: int, high: int) -> float:
        return sum(r.area for r in regions if low <= min(r.letters) < high)

    return of(0, 3), of(4, 8), of(9, 13)


@pytest.mark.parametrize(("relief", "sign"), [(sunk(0.4), -1), (raised(0.4), 1)])
def test_each_word_has_its_depth_on_a_plate(relief: Relief, sign: int) -> None:
    built = build(part(text(WORDS, height="6 mm", styles=STEPS, relief=relief)))
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint"
    one, two, three = areas(built)
    expected = sign * (0.2 * one + 0.4 * two + 0.8 * three)
    assert report.relief_volume == pytest.approx(expected, rel=1e-6)


def test_each_word_has_its_depth_on_a_tube() -> None:
    """Sunk by d into a cylinder of radius r: the area times d (1 - d / 2 r)."""
    stamp = text(WORDS, "t.outer", height="6 mm", styles=STEPS, relief=sunk(0.4))
    built = build(part(stamp, body=tube(60)))
    one, two, three = areas(built)
    expected = -sum(a * d * (1 - d / 60) for a, d in ((one, 0.2), (two, 0.4), (three, 0.8)))
    assert built.report.stamps[0].relief_volume == pytest.approx(expected, rel=1e-6)


def test_a_letters_own_depth_goes_before_its_words() -> None:
    letter = OwnLetter(index=0, own_depth=True, depth="1 mm")
    built = build(part(text(WORDS, styles=STEPS, letters=(letter,), relief=sunk(0.4))))
    depths = {depth for depth, _ in built.planned["T"].by_depth()}
    assert depths == {0.2, 0.4, 0.8, 1.0}


def test_the_proof_looks_at_each_depth() -> None:
    deep = (TextStyle(start=0, end=3, own_depth=True, depth="7.5 mm"),)
    built = build(part(text(WORDS, height="9 mm", styles=deep, relief=sunk(0.4))))
    told = {f.check: f.measured for f in built.report.findings if f.level != "note"}
    assert told["wall left"] == pytest.approx(0.5) and "deep slot" in told


def test_a_style_without_a_depth_of_its_own_changes_none() -> None:
    plain = (TextStyle(start=0, end=3, size="1.2", depth="0.9 mm"),)
    built = build(part(text(WORDS, styles=plain, relief=sunk(0.4))))
    assert [depth for depth, _ in built.planned["T"].by_depth()] == [0.4]
