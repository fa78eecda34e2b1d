"""Charts: lengths, sides and the kernel's own surfaces."""

from __future__ import annotations

import numpy as np
import pytest

from tests.conftest import artwork, plate
from tinstamp.blank.extruded_solid import extruded
from tinstamp.blank.round_solid import tube
from tinstamp.chart.drape import drape, flatten
from tinstamp.chart.frame import Frame
from tinstamp.job.profile import prism_profile, ring_profile
from tinstamp.relief.surfaces import ReliefError, surface_at
from tinstamp.setting.place import Spot, place

BLANKS = [
    tube("t", 84, 80.8, 46, {"t.outer": 33.0}),
    plate("p", 80, 40, 3, 8),
    extruded("h", prism_profile(7, 24), 12),
    extruded("r", ring_profile(40, 34, 300), 8),
]
FACES = [(b, name) for b in BLANKS for name in b.charts]


@pytest.mark.parametrize(("blank", "name"), FACES)
def test_lengths_on_the_face_are_those_of_the_sheet(blank, name: str) -> None:  # type: ignore[no-untyped-def]
    """Chord sums of a fine walk in space against the straight length on the sheet."""
    chart = blank.charts[name]
    low, high = chart.bounds[:2], chart.bounds[2:]
    start, end = low + 0.2 * (high - low), low + [0.75, 0.8] * (high - low)
    xy = start + np.linspace(0, 1, 20001)[:, None] * (end - start)
    walked = np.linalg.norm(np.diff(chart.to_space(xy), axis=0), axis=1).sum()
    assert walked == pytest.approx(np.linalg.norm(end - start), abs=1e-3)


@pytest.mark.parametrize(("blank", "name"), FACES)
def test_there_and_back_and_the_kernels_uv(blank, name: str) -> None:  # type: ignore[no-untyped-def]
    chart = blank.charts[name]
    random = np.random.default_rng(4)
    low, high = chart.bounds[:2], chart.bounds[2:]
    xy = low + random.uniform(0.05, 0.95, (40, 2)) * (high - low)
    space = chart.to_space(xy, 0.3)
    np.testing.assert_allclose(chart.from_space(space), xy, atol=1e-9)
    lifted = chart.to_space(xy) + 0.3 * chart.normal(xy)
    np.testing.assert_allclose(space, lifted, atol=1e-9)
    surface = surface_at(chart, 0.3)
    for (u, v), point in zip(chart.to_uv(xy), space, strict=True):
        p = surface.Value(float(u), float(v))
        np.testing.assert_allclose((p.X(), p.Y(), p.Z()), point, atol=1e-9)


@pytest.mark.parametrize(("blank", "name"), FACES)
def test_text_reads_rightly_from_the_free_side(blank, name: str) -> None:  # type: ignore[no-untyped-def]
    """Right × up points at the reader, who stands off the material."""
    chart = blank.charts[name]
    xy = np.array([(chart.bounds[:2] + chart.bounds[2:]) / 2]) + [[3.0, 0.5]]
    here = chart.to_space(xy)[0]
    right = chart.to_space(xy + [[1e-4, 0.0]])[0] - here
    up = chart.to_space(xy + [[0.0, 1e-4]])[0] - here
    towards = np.cross(right, up) / np.linalg.norm(np.cross(right, up))
    np.testing.assert_allclose(towards, chart.normal(xy)[0], atol=1e-4)


def test_the_front_is_at_zero_and_round_faces_close() -> None:
    chart = BLANKS[0].charts["t.outer"]
    np.testing.assert_allclose(chart.to_space(np.zeros((1, 2)))[0], [0, -42, 0], atol=1e-12)
    assert chart.girth == pytest.approx(np.pi * 84)
    ends = chart.to_space(np.array([[-chart.girth / 2, 5.0], [chart.girth / 2, 5.0]]))
    np.testing.assert_allclose(ends[0], ends[1], atol=1e-12)


def test_steiner_volumes_of_parallel_surfaces() -> None:
    """Cylinder: A d (1 ± d / 2R), from the ring's own volume pi h ((R + d)² - R²)."""
    area = 2 * np.pi * 42 * 10
    outer, inner = (BLANKS[0].charts[n] for n in ("t.outer", "t.inner"))
    for d in (0.4, -0.4):
        ring = np.pi * 10 * ((42 + d) ** 2 - 42**2)
        assert outer.relief_volume(area, d) == pytest.approx(ring, rel=1e-12)
        bore = np.pi * 10 * (40.4**2 - (40.4 - d) ** 2)
        assert inner.relief_volume(area * 40.4 / 42, d) == pytest.approx(bore, rel=1e-12)
        cap = area * (42 + d) / 42
        assert outer.volume_under_cap(cap, d) == pytest.approx(ring, rel=1e-12)
    with pytest.raises(ReliefError, match="past the axis"):
        surface_at(outer, -42.5)


def test_draped_triangles_cover_the_ink() -> None:
    chart = BLANKS[0].charts["t.outer"]
    drawn = artwork("B8&", 8.0)
    laid = place(drawn, Spot(20.0, 12.0, 10.0, round=True), chart)
    flat = flatten(drawn.regions)
    points = drape(flat, laid.matrix, laid.shift, chart, 0.0)
    corners = points[flat.triangles]
    areas = np.linalg.norm(
        np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1
    )
    assert areas.sum() / 2 == pytest.approx(drawn.area, rel=0.01)
    assert len(flatten(()).triangles) == 0


def test_frames_are_right_handed() -> None:
    for blank, name in FACES:
        frame = blank.charts[name].frame
        np.testing.assert_allclose(np.cross(frame.x, frame.y), frame.z, atol=1e-12)
        np.testing.assert_allclose(np.linalg.norm(frame.axes, axis=1), 1.0)
        here = np.array([[4.0, -5.0, 6.0]])
        np.testing.assert_allclose(frame.to_space(frame.to_local(here)), here)
    turned = Frame().turned(90.0)
    np.testing.assert_allclose(turned.x, [0, 1, 0], atol=1e-15)
