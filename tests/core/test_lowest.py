"""Where planes over outlines are the lowest: all at once against one after the other by shapely's
differences of shapes, and against closed forms.

Sources: frustum of a pyramid: h / 3 (A + B + sqrt(A B)), any handbook of geometry; the nearest part
of an outline to points, by shapely's distances.
"""

from __future__ import annotations

import numpy as np
import pytest
import shapely

from tests.core.test_carved import FAMILIES, LETTERS, letters
from tinstamp.artwork import roof as r
from tinstamp.artwork.lowest import NotPlainError, Planes, lowest

Ring = np.ndarray


def slopes_over(rings: list[Ring], high: float) -> list[r._Slope]:
    return [slope for ring in rings for slope in r._slopes(ring, high)]


def planes_over(rings: list[Ring], high: float) -> Planes:
    return r._planes(slopes_over(rings, high), high)


def top_of(rings: list[Ring]) -> float:
    ink = shapely.Polygon(rings[0], rings[1:])
    return float(shapely.maximum_inscribed_circle(ink, tolerance=1e-3).length) + 1e-3


def star(random: np.random.Generator) -> list[Ring]:
    """A polygon about the origin, some with a hole."""
    count = int(random.integers(5, 24))
    angles = np.linspace(0.0, 2.0 * np.pi, count, endpoint=False)
    angles += random.uniform(-0.4, 0.4, count) * 2.0 * np.pi / count
    way = np.column_stack([np.cos(angles), np.sin(angles)])
    outer = random.uniform(2.0, 6.0, count)[:, None] * way
    if random.random() < 0.5:
        return [outer]
    return [outer, (random.uniform(0.5, 1.2, count)[:, None] * way)[::-1]]


def areas(cells: list[tuple[int, Ring]], count: int) -> np.ndarray:
    found = np.zeros(count)
    for k, ring in cells:
        found[k] += shapely.Polygon(ring).area
    return found


def hold_against_shapes(rings: list[Ring], high: float) -> None:
    """The same cells, and every place under its own nearest part of the outline."""
    slopes = slopes_over(rings, high)
    ink = shapely.Polygon(rings[0], rings[1:])
    cells = lowest(planes_over(rings, high))
    by_shapes = r._cells(ink, slopes, high)
    assert np.allclose(areas(cells, len(slopes)), areas(by_shapes, len(slopes)), atol=2e-5)
    assert all(shapely.Polygon(ring).exterior.is_ccw for _, ring in cells if len(ring) > 3)
    low = ink.area - ink.buffer(-high, quad_segs=64).area
    assert areas(cells, len(slopes)).sum() == pytest.approx(low, rel=2e-3)
    for k, ring in cells:
        shape = shapely.Polygon(ring)
        if shape.area > 1e-3:
            at = shape.representative_point()
            far = shapely.distance(at, ink.boundary)
            height = float(slopes[k].height(np.array([at.x, at.y])))
            assert far * np.cos(r.FAN / 2.0) - 1e-6 <= height <= far + 1e-6


@pytest.mark.parametrize("seed", range(24))
def test_cells_over_random_polygons_are_those_of_shapes(seed: int) -> None:
    random = np.random.default_rng(seed)
    rings = star(random)
    hold_against_shapes(rings, top_of(rings) * float(random.choice([1.0, 0.7, 0.2])))


@pytest.mark.parametrize("seed", range(12))
def test_cells_over_letters_are_those_of_shapes(seed: int) -> None:
    random = np.random.default_rng(100 + seed)
    family, letter = str(random.choice(FAMILIES)), str(random.choice(list(LETTERS)))
    for region in letters(family, letter, float(random.uniform(3.0, 12.0))):
        rings = r._rings(region)
        hold_against_shapes(rings, r.summit(region) * float(random.choice([1.0, 0.5])))


@pytest.mark.parametrize("count", [3, 4, 6, 40])
@pytest.mark.parametrize("part", [0.25, 0.9])
def test_a_roof_over_a_regular_polygon_is_a_frustum(count: int, part: float) -> None:
    angles = np.linspace(0.0, 2.0 * np.pi, count, endpoint=False) + 0.1
    ring = 5.0 * np.column_stack([np.cos(angles), np.sin(angles)])
    high = part * 5.0 * np.cos(np.pi / count)
    foot = shapely.Polygon(ring).area
    cap = foot * (1.0 - part) ** 2
    wanted = high / 3.0 * (foot + cap + np.sqrt(foot * cap))
    cells = lowest(planes_over([ring], high))
    roof = r._joined([ring], slopes_over([ring], high), cells, high)
    assert roof.volume == pytest.approx(wanted, rel=1e-12)
    assert len(roof.facets) == count and len(roof.flats) == 1


def test_planes_that_meet_in_one_place_close() -> None:
    """A square, and regular polygons, up to their very tops: all planes meet there, and many more
    segments lie over an edge than an envelope is made of at first."""
    for count in (4, 60, 240):
        angles = np.linspace(0.0, 2.0 * np.pi, count, endpoint=False)
        ring = 5.0 * np.column_stack([np.cos(angles), np.sin(angles)])
        high = 5.0 * np.cos(np.pi / count) + 1e-3
        cells = lowest(planes_over([ring], high))
        roof = r._joined([ring], slopes_over([ring], high), cells, high)
        wanted = shapely.Polygon(ring).area * 5.0 * np.cos(np.pi / count) / 3.0
        assert roof.volume == pytest.approx(wanted, rel=1e-9)


def test_ink_that_touches_itself_is_left_to_shapes() -> None:
    """A hole that touches the outer outline with a corner."""
    outer = np.array([[0.0, 0.0], [4.0, 0.0], [4.0, 4.0], [0.0, 4.0]])
    hole = np.array([[2.0, 0.0], [3.0, 2.0], [2.0, 3.0], [1.0, 2.0]])[::-1]
    outer = np.insert(outer, 1, [2.0, 0.0], axis=0)
    high = top_of([outer, hole])
    with pytest.raises(NotPlainError):
        lowest(planes_over([outer, hole], high))


def test_planes_without_room_of_their_own_are_not_called_plain() -> None:
    """One that another is lower than all along its edge: no outline has such."""
    quad = np.array([[0.0, 0.0], [2.0, 0.0], [2.0, 1.0], [0.0, 1.0]])
    above = quad + [0.0, 0.5]
    ahead = np.array([[0.5, 0.2], [1.5, 0.2], [1.5, -0.8], [0.5, -0.8]])[[1, 0, 3, 2]]
    planes = Planes(
        np.array([[0.0, 0.0], [1.5, 0.2]]), np.array([[0.0, 1.0], [0.0, -1.0]]),
        np.array([quad, ahead]), 1.0,
    )  # fmt: skip
    assert len(lowest(planes)) == 2  # face to face: each up to the middle between them
    with pytest.raises(NotPlainError):
        lowest(Planes(planes.at, planes.normal, np.array([above, ahead[:, ::-1]]), 1.0))
