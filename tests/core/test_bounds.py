"""Bounds of outlines are those of their curves, wherever their pieces end.

Sources: a circle's in closed form, turned by any angle; fine samples of random cubics, which lie
within what is true by less than the greatest second derivative / 8 times their step squared.
"""

from __future__ import annotations

import numpy as np
import pytest

from tinstamp.artwork.outline import Outline, Region, evaluate, of_one_shape
from tinstamp.artwork.shapes import circle, regular

SAMPLES = 2001


def turned(degrees: float) -> np.ndarray:
    c, s = np.cos(np.radians(degrees)), np.sin(np.radians(degrees))
    return np.array([[c, -s], [s, c]])


@pytest.mark.parametrize("degrees", [0.0, 7.0, 22.5, 45.0, 81.3])
def test_a_circle_is_as_wide_as_it_is_however_it_is_turned(degrees: float) -> None:
    made = circle(41.0).transformed(turned(degrees), np.array([3.0, -2.0]))
    off = made.bounds - np.array([-38.0, -43.0, 44.0, 39.0])
    # a circle of cubics strays by less than 3e-4 of its radius (four to a turn; Goldapp, 1991)
    assert np.abs(off).max() < 3e-4 * 41.0
    assert off.max() - off.min() < 3e-4 * 41.0


def test_random_curves_against_fine_samples() -> None:
    r = np.random.default_rng(318)
    for k in range(1500):
        beziers = r.normal(size=(r.integers(1, 7), 4, 2))
        if k % 5 == 0:  # straight ones
            run = (beziers[:, 3] - beziers[:, 0]) / 3
            beziers[:, 1], beziers[:, 2] = beziers[:, 0] + run, beziers[:, 3] - run
        if k % 7 == 0:
            beziers[:, 2] = beziers[:, 1]
        if k % 11 == 0:
            beziers[:, 1] = beziers[:, 0]
        points = evaluate(beziers, np.linspace(0.0, 1.0, SAMPLES)).reshape(-1, 2)
        seen = np.concatenate([points.min(axis=0), points.max(axis=0)])
        bounds = Outline(beziers, np.zeros(len(beziers), dtype=bool)).bounds
        beyond = (bounds - seen) * [-1, -1, 1, 1]
        most = np.abs(6.0 * np.diff(beziers, n=2, axis=1)).max()
        assert beyond.min() > -1e-12 and beyond.max() <= most / 8.0 / (SAMPLES - 1) ** 2 + 1e-12


def test_copies_are_told_from_what_their_ink_became_together() -> None:
    """A motion takes a copy to another; what was united has other pieces, or lies otherwise."""
    one = Region(regular(5, 3.0))
    moved = one.transformed(turned(37.0), np.array([12.0, -4.0]))
    assert of_one_shape(one, moved) and of_one_shape(one, one)
    assert not of_one_shape(one, Region(regular(6, 3.0)))
    beziers = one.outer.beziers.copy()
    beziers[2, 3] += 0.01
    beziers[3, 0] += 0.01
    assert not of_one_shape(one, Region(Outline(beziers, one.outer.straight)))
