"""Lines that stand for joints, against circles and parabolas, whose points are known."""

from __future__ import annotations

import numpy as np
import pytest

from tinstamp.artwork.outline import evaluate
from tinstamp.chart.joint import FEWER_PIECES, LINE_STRAY, joint_line


def along(line: np.ndarray) -> np.ndarray:
    return evaluate(line, np.linspace(0.0, 1.0, 33)).reshape(-1, 2)


@pytest.mark.parametrize("seed", range(20))
def test_an_arc_is_a_line_of_few_pieces(seed: int) -> None:
    """Nowhere further off the circle than a few times what its points may be, in no more pieces
    than are tried, from end to end."""
    random = np.random.default_rng(seed)
    radius, turn = random.uniform(20.0, 400.0), random.uniform(0.05, 0.6)
    count = int(random.integers(90, 130))
    angles = random.uniform(0.0, 6.0) + np.linspace(0.0, turn, count)
    points = radius * np.column_stack([np.cos(angles), np.sin(angles)])
    line = joint_line(points)
    assert len(line) in FEWER_PIECES
    assert np.abs(np.linalg.norm(along(line), axis=1) - radius).max() < 4.0 * LINE_STRAY
    assert line[0, 0] == pytest.approx(points[0]) and line[-1, 3] == pytest.approx(points[-1])
    assert line[1:, 0] == pytest.approx(line[:-1, 3])


def test_a_parabola_laid_out_twice_is_still_that() -> None:
    """As where a cast's line is laid flat: the second line is made of places of the first."""
    x = np.linspace(-6.0, 6.0, 117)
    first = joint_line(np.column_stack([x, x * x / 40.0]))
    again = joint_line(along(first)[::2], 4.0 * LINE_STRAY)
    found = along(again)
    assert len(again) < 60
    assert np.abs(found[:, 1] - found[:, 0] ** 2 / 40.0).max() < 1e-6


def test_what_is_rough_keeps_all_its_places() -> None:
    """A line that no few pieces follow goes through every one of its points."""
    random = np.random.default_rng(1)
    points = np.column_stack([np.linspace(0.0, 10.0, 60), random.uniform(-0.01, 0.01, 60)])
    line = joint_line(points)
    assert len(line) == 59
    assert line[:, 0] == pytest.approx(points[:-1]) and line[:, 3] == pytest.approx(points[1:])


def test_straight_points_are_one_piece() -> None:
    points = np.linspace([1.0, 2.0], [9.0, -4.0], 129)
    assert len(joint_line(points)) == 1
