"""Placing and fitting: common-practice sums and hand-made shapes."""

from __future__ import annotations

import numpy as np
import pytest

from tests.conftest import artwork, plate
from tinstamp.artwork.outline import Region, polygon
from tinstamp.artwork.shapes import circle, rectangle
from tinstamp.blank.round_solid import tube
from tinstamp.proofing.strokes import thinnest_stroke, tightest_gap
from tinstamp.setting.fit import fit
from tinstamp.setting.place import Placed, PlaceError, Spot, clear_seam, home, place

TUBE = tube("t", 60.769, 0, 40, {}).charts["t.outer"]
PLATE = plate("p", 80, 40, 3).charts["p.top"]


def moved(region: Region, x: float, y: float) -> Region:
    return region.transformed(np.eye(2), np.array([x, y]))


def laid(*regions: Region) -> Placed:
    return Placed(regions, (0.0, 0.0), np.eye(2), np.zeros(2))


def test_places_in_degrees_and_mm() -> None:
    """A third of the girth of 190.911 mm is 63.637 mm (common practice: girth by count)."""
    assert TUBE.turns.girth == pytest.approx(190.911, abs=5e-4)
    third = place(artwork("HB8"), Spot(120.0, 20.0, round=True), TUBE)
    assert third.origin[0] == pytest.approx(63.637, abs=5e-4)
    assert place(artwork("HB8"), Spot(63.637, 20.0), TUBE).origin[0] == pytest.approx(63.637)
    with pytest.raises(PlaceError, match="no way round"):
        place(artwork("HB8"), Spot(12.0, 0.0, round=True), PLATE)


@pytest.mark.parametrize("turn", [0.0, 30.0, 90.0, -135.0])
def test_turning_keeps_lengths_and_areas(turn: float) -> None:
    drawn = artwork("HB8")
    placed = place(drawn, Spot(3.0, -4.0, turn), PLATE)
    assert placed.area == pytest.approx(drawn.area, rel=1e-12)
    a, b = drawn.regions[0].outer.beziers[:2, 0]
    p, q = placed.regions[0].outer.beziers[:2, 0]
    assert np.linalg.norm(p - q) == pytest.approx(np.linalg.norm(a - b))
    angle = np.arctan2(*(q - p)[::-1]) - np.arctan2(*(b - a)[::-1])
    assert np.degrees(angle) % 360 == pytest.approx(turn % 360)


@pytest.mark.parametrize(
    ("rests_on", "low", "high"),
    [("baseline", 0, 6), ("bottom", 0, 6), ("top", -6, 0), ("middle", -3, 3)],
)
def test_what_it_rests_on(rests_on: str, low: float, high: float) -> None:
    placed = place(artwork("HI"), Spot(0, 10, rests_on=rests_on), PLATE)  # type: ignore[arg-type]
    assert placed.bounds[1] == pytest.approx(10 + low, abs=1e-6)
    assert placed.bounds[3] == pytest.approx(10 + high, abs=1e-6)


def test_distances_to_the_edge() -> None:
    inside = fit(laid(moved(Region(rectangle(10, 4)), 30, 10)), PLATE)
    assert inside.edge == pytest.approx(5.0, abs=1e-9)
    assert inside.wholly_inside
    over = fit(laid(moved(Region(rectangle(10, 4)), 38, 10)), PLATE)
    assert over.over == pytest.approx((0, 3, 0, 0))
    assert over.off_area == pytest.approx(12.0)
    assert not over.wholly_inside


def test_an_outline_that_crosses_itself_is_measured_too() -> None:
    """A bow tie over the right edge: the half of it that lies beyond x = 40 is a triangle."""
    bow = polygon([(-4, -2), (4, 2), (4, -2), (-4, 2)])
    over = fit(laid(moved(Region(bow), 40, 10)), PLATE)
    assert over.off_area == pytest.approx(0.5 * 4 * 4, rel=1e-6) and over.edge is None
    twisted = polygon([(-4, -2), (4, 2), (4, -2), (0, 0), (2, 1), (-4, 2)])
    assert fit(laid(moved(Region(twisted), 38, 18)), PLATE).off_area > 0.0


def test_longer_than_the_girth() -> None:
    long = fit(laid(moved(Region(rectangle(200, 4)), 0, 10)), TUBE)
    assert long.too_long == pytest.approx(200 - TUBE.turns.girth)
    across_the_back = fit(laid(moved(Region(rectangle(20, 4)), TUBE.turns.girth / 2, 10)), TUBE)
    assert across_the_back.wholly_inside


def test_other_ink_is_met_round_the_back() -> None:
    half = TUBE.turns.girth / 2
    here = laid(moved(Region(rectangle(10, 4)), half - 2, 10))
    there = laid(moved(Region(rectangle(10, 4)), -half + 2, 10))
    assert fit(here, TUBE, [("other", there)]).touches == ("other",)
    away = laid(moved(Region(rectangle(10, 4)), -half + 9, 10))
    assert fit(here, TUBE, [("other", away)]).touches == ()
    close = laid(Region(rectangle(4, 4)), moved(Region(rectangle(4, 4)), 4.005, 0))
    assert fit(close, PLATE).crowded


def test_the_seam_goes_where_it_is_clear() -> None:
    assert clear_seam([], 100.0, 50.0) == 50.0
    assert clear_seam([(-20, 20)], 100.0, 50.0) == 50.0
    for lap in (-150.0, -50.0, 150.0):  # the same place, so many turns on
        assert clear_seam([(-20, 20)], 100.0, lap) == lap
        assert clear_seam([(60, 95)], 100.0, lap) == lap
    moved_away = clear_seam([(40, 60)], 100.0, 50.0)
    assert moved_away % 100 == pytest.approx(0.0)
    ring = [(k * 10.0, k * 10.0 + 8.0) for k in range(9)]
    assert clear_seam(ring, 100.0, 45.0) % 100 == pytest.approx(94.0)
    assert clear_seam([(0, 100)], 100.0, 50.0) == 50.0
    wrapped = clear_seam([(80, 130), (40, 60)], 100.0, 50.0)
    assert wrapped % 100 in (pytest.approx(35.0), pytest.approx(70.0))


def test_the_same_place_on_the_home_sheet() -> None:
    there = np.array([TUBE.turns.girth * 0.75, 4.0])
    np.testing.assert_allclose(home(there, TUBE), [-TUBE.turns.girth / 4, 4.0])
    np.testing.assert_allclose(home(np.array([500.0, 1.0]), PLATE), [500.0, 1.0])


def test_strokes_and_gaps_of_known_shapes() -> None:
    bar = Region(rectangle(12, 0.4))
    stroke = thinnest_stroke([bar])
    assert stroke is not None and stroke.width == pytest.approx(0.4, rel=1e-6)
    ring = Region(circle(5), (circle(4.7, clockwise=True),))
    stroke, gap = thinnest_stroke([ring]), tightest_gap([ring])
    assert stroke is not None and stroke.width == pytest.approx(0.3, rel=0.02)
    assert gap is not None and gap.width == pytest.approx(9.4, rel=0.02)
    pair = [Region(circle(2)), moved(Region(circle(2)), 4.15, 0)]
    gap = tightest_gap(pair)
    assert gap is not None and gap.width == pytest.approx(0.15, abs=0.01)
    assert gap.at == pytest.approx((2.075, 0), abs=0.05)


def test_sharp_corners_are_no_thin_strokes() -> None:
    """Capital I, K, N and W of an even-stroked face: nothing under half the stem."""
    letter = artwork("KNWA", 10.0)
    stem = thinnest_stroke(artwork("I", 10.0).regions)
    found = thinnest_stroke(letter.regions)
    assert stem is not None and found is not None
    assert found.width > stem.width / 2
