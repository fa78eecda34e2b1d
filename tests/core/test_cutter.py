"""What a round cutter leaves: corners by hand, random shapes against a distance transform of a
fine raster (scipy), in which neither offsets nor polygons have a part."""

from __future__ import annotations

import random

import numpy as np
import pytest
import shapely
from scipy.ndimage import distance_transform_edt
from shapely import affinity

from tinstamp.proofing.width_checks import LEFT_OVER, left_by_cutter

PIXEL = 0.01
"""mm"""


def test_corners_of_a_pocket_by_hand() -> None:
    """A circle in a right corner stays (√2 - 1) radii away from it, on four of them."""
    parts, away = left_by_cutter(np.array([shapely.box(0, 0, 10, 6)]), 1.0, about=False)
    assert len(parts) == 4
    assert away == pytest.approx(np.full(4, np.sqrt(2) - 1), rel=2e-3)
    each = (1 - np.pi / 4) * 1.0
    assert shapely.area(parts).sum() == pytest.approx(4 * each, rel=0.12)  # what it is allowed


def test_nothing_is_left_about_a_disc_or_in_one() -> None:
    disc = np.array([shapely.Point(0, 0).buffer(5, 64)])
    for about in (False, True):
        assert not len(left_by_cutter(disc, 1.0, about)[0])


def test_a_slot_too_narrow_and_a_gap_too_narrow_stay_whole() -> None:
    """A slot 0.8 mm wide is not entered by a cutter of 1 mm at all: its ends are as far from it as
    nothing is reached; between two bars 0.8 mm apart it comes in from both ends."""
    slot, away = left_by_cutter(np.array([shapely.box(0, 0, 20, 0.8)]), 0.5, about=False)
    assert len(slot) == 1 and shapely.area(slot[0]) == pytest.approx(16.0) and away[0] == 0.5
    bars = np.array([shapely.box(0, 0, 4, 20), shapely.box(4.8, 0, 8.8, 20)])
    gap, far = left_by_cutter(bars, 0.5, about=True)
    assert len(gap) == 1
    # the middle stands where circles of its radius about both corners meet, 0.3 mm outside
    inwards = 0.5 - 0.3
    assert shapely.area(gap[0]) == pytest.approx(0.8 * (20 - 2 * inwards), rel=0.02)
    # from a wall of the gap to where it runs along the bar's other side, 4 mm away
    assert far[0] == pytest.approx(4.0, abs=0.01)


@pytest.mark.parametrize("about", [False, True])
@pytest.mark.parametrize("seed", range(6))
def test_random_shapes_against_a_raster(about: bool, seed: int) -> None:
    r = random.Random(seed)
    boxes = [
        affinity.rotate(
            shapely.box(x, y, x + r.uniform(0.6, 3), y + r.uniform(0.6, 3)), r.uniform(0, 90)
        )
        for x, y in ((r.uniform(0, 6), r.uniform(0, 6)) for _ in range(7))
    ]
    shapes = shapely.get_parts(shapely.union_all(boxes))
    radius = r.uniform(0.25, 0.6)
    found = shapely.area(left_by_cutter(shapes, radius, about)[0]).sum()
    low, high = -2.5, 12.5
    x, y = np.meshgrid(np.arange(low, high, PIXEL) + PIXEL / 2, np.arange(low, high, PIXEL))
    whole = shapely.union_all(shapes)
    shapely.prepare(whole)
    cut = shapely.contains_xy(whole, x, y) ^ about
    middles = distance_transform_edt(cut) * PIXEL >= radius
    reached = distance_transform_edt(~middles) * PIXEL <= radius * (1 + LEFT_OVER)
    true = float((cut & ~reached).sum()) * PIXEL**2
    # a pixel along the rims of what is left
    slack = PIXEL * sum(p.length for p in left_by_cutter(shapes, radius, about)[0])
    assert found == pytest.approx(true, abs=slack + 0.01), (found, true, slack)
