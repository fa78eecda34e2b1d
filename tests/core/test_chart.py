"""Charts: lengths, sides and the kernel's own surfaces."""

from __future__ import annotations

import numpy as np
import pytest
from OCP.BRep import BRep_Tool

from tests.conftest import artwork, made, plate
from tinstamp.artwork.outline import Region, polygon
from tinstamp.artwork.shapes import rectangle
from tinstamp.blank.extruded_solid import extruded
from tinstamp.blank.round_solid import tube
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.drape import drape, flatten
from tinstamp.chart.frame import Frame
from tinstamp.job.features import Cone
from tinstamp.job.profile import prism_profile, ring_profile
from tinstamp.relief.surfaces import ReliefError, own_surface, parallel
from tinstamp.setting.place import Spot, place

BLANKS = [
    tube("t", 84, 80.8, 46, {"t.outer": 33.0}),
    plate("p", 80, 40, 3, 8),
    extruded("h", prism_profile(7, 24), 12),
    extruded("r", ring_profile(40, 34, 300), 8),
]
BLANKS += [
    made(Cone(name="a", base_diameter="60 mm", top_diameter="20 mm", wall="2 mm")),
    made(Cone(name="b", base_diameter="30 mm", top_diameter="90 mm", height="12 mm", wall="1 mm")),
    made(Cone(name="c", base_diameter="30 mm", given="side_angle", side_angle="2 deg")),
    made(Cone(name="d", base_diameter="90 mm", given="side_angle", side_angle="80 deg",
              height="5 mm")),
]  # fmt: skip
FACES = [(b, name) for b in BLANKS for name in b.charts]


def on_face(chart, count: int = 40) -> np.ndarray:  # type: ignore[no-untyped-def]
    """Points of the sheet that lie within the bounds of the face, off its ends."""
    random = np.random.default_rng(4)
    low, high = chart.bounds[:2], chart.bounds[2:]
    if not isinstance(chart, ConeChart):
        return low + random.uniform(0.05, 0.95, (count, 2)) * (high - low)
    least, most = chart.bounds_slant
    turned = np.column_stack(
        [random.uniform(-170, 170, count), random.uniform(least + 0.1, most - 0.1, count)]
    )
    return chart.rolled(turned)


@pytest.mark.parametrize(("blank", "name"), FACES)
def test_lengths_on_the_face_are_those_of_the_sheet(blank, name: str) -> None:  # type: ignore[no-untyped-def]
    """Chord sums of a fine walk in space against the straight length on the sheet."""
    chart = blank.charts[name]
    low, high = chart.bounds[:2], chart.bounds[2:]
    start, end = low + 0.2 * (high - low), low + [0.75, 0.8] * (high - low)
    if isinstance(chart, ConeChart):  # near the front, where the sheet has no break
        start, end = chart.rolled(np.array([[-30.0, 1.0], [25.0, 4.0]]))
    xy = start + np.linspace(0, 1, 20001)[:, None] * (end - start)
    walked = np.linalg.norm(np.diff(chart.to_space(xy), axis=0), axis=1).sum()
    assert walked == pytest.approx(np.linalg.norm(end - start), abs=1e-3)


@pytest.mark.parametrize(("blank", "name"), FACES)
def test_there_and_back_and_the_kernels_uv(blank, name: str) -> None:  # type: ignore[no-untyped-def]
    chart = blank.charts[name]
    xy = on_face(chart)
    space = chart.to_space(xy, 0.3)
    np.testing.assert_allclose(chart.from_space(space), xy, atol=1e-9)
    lifted = chart.to_space(xy) + 0.3 * chart.normal(xy)
    np.testing.assert_allclose(space, lifted, atol=1e-9)
    host = BRep_Tool.Surface_s(blank.solid.named(name)[0])
    uv = chart.to_uv(xy)
    surface, _ = parallel(host, chart, 0.3, (uv.min(axis=0), uv.max(axis=0)))
    for (u, v), point in zip(chart.to_uv(xy), space, strict=True):
        p = surface.Value(float(u), float(v))
        np.testing.assert_allclose((p.X(), p.Y(), p.Z()), point, atol=1e-9)


@pytest.mark.parametrize(("blank", "name"), FACES)
def test_text_reads_rightly_from_the_free_side(blank, name: str) -> None:  # type: ignore[no-untyped-def]
    """Right × up points at the reader, who stands off the material."""
    chart = blank.charts[name]
    xy = on_face(chart, 1)
    here = chart.to_space(xy)[0]
    right = chart.to_space(xy + [[1e-4, 0.0]])[0] - here
    up = chart.to_space(xy + [[0.0, 1e-4]])[0] - here
    towards = np.cross(right, up) / np.linalg.norm(np.cross(right, up))
    np.testing.assert_allclose(towards, chart.normal(xy)[0], atol=1e-4)


def test_the_front_is_at_zero_and_round_faces_close() -> None:
    chart = BLANKS[0].charts["t.outer"]
    np.testing.assert_allclose(chart.to_space(np.zeros((1, 2)))[0], [0, -42, 0], atol=1e-12)
    assert chart.turns.girth == pytest.approx(np.pi * 84)
    ends = chart.to_space(np.array([[-chart.turns.girth / 2, 5.0], [chart.turns.girth / 2, 5.0]]))
    np.testing.assert_allclose(ends[0], ends[1], atol=1e-12)


def test_steiner_volumes_of_parallel_surfaces() -> None:
    """Cylinder: A d (1 ± d / 2R), from the ring's own volume pi h ((R + d)² - R²)."""
    area = 2 * np.pi * 42 * 10

    def whole(a: float):  # type: ignore[no-untyped-def]
        return [Region(rectangle(a, 1.0))]

    outer, inner = (BLANKS[0].charts[n] for n in ("t.outer", "t.inner"))
    for d in (0.4, -0.4):
        ring = np.pi * 10 * ((42 + d) ** 2 - 42**2)
        assert outer.relief_volume(whole(area), d) == pytest.approx(ring, rel=1e-12)
        bore = np.pi * 10 * (40.4**2 - (40.4 - d) ** 2)
        assert inner.relief_volume(whole(area * 40.4 / 42), d) == pytest.approx(bore, rel=1e-12)
        cap = area * (42 + d) / 42
        assert outer.volume_under_cap(cap, d) == pytest.approx(ring, rel=1e-12)
    with pytest.raises(ReliefError, match="past the axis"):
        parallel(own_surface(outer), outer, -42.5, (np.zeros(2), np.ones(2)))


@pytest.mark.parametrize("side", [2.0, 20.0, 45.0, 80.0, -30.0])
@pytest.mark.parametrize("inside", [False, True])
def test_cone_development(side: float, inside: bool) -> None:
    """The sector of a right circular cone is 360° · r / s and its arcs have the lengths of
    the parallels; the area is π s (r1 + r2) (a handbook of sheet metal work)."""
    blank = made(
        Cone(name="k", base_diameter="120 mm", height="6 mm", given="side_angle",
             side_angle=f"{side} deg", wall="0.5 mm")
    )  # fmt: skip
    chart = blank.charts["k.inner" if inside else "k.outer"]
    assert isinstance(chart, ConeChart)
    apex = chart.radius / np.sin(np.radians(abs(side)))
    assert chart.sector == pytest.approx(360 * chart.radius / apex, rel=1e-9)
    low, high = chart.bounds_slant
    for slant in (low, high):
        at, _ = chart.spot(0.0, slant, degrees=True)
        radius = chart.radius - slant * np.sin(np.radians(side))
        assert chart.way_round(at) == pytest.approx(2 * np.pi * radius, rel=1e-9)
    sheet = sum(o.area for o in chart.outline)
    top = chart.radius - (high - low) * np.sin(np.radians(side))
    assert sheet == pytest.approx(np.pi * (high - low) * (chart.radius + top), rel=1e-3)


def test_a_turn_of_a_cones_sheet_is_a_turn_about_its_apex() -> None:
    chart = BLANKS[4].charts["a.outer"]
    xy = chart.rolled(np.array([[10.0, 5.0], [-60.0, 12.0]]))
    further = chart.lap(1)(xy)
    np.testing.assert_allclose(further, chart.rolled(np.array([[370.0, 5.0], [300.0, 12.0]])))
    for degrees in (True, False):
        place_ = chart.place_of(xy[0], degrees)
        np.testing.assert_allclose(chart.spot(*place_, degrees)[0], xy[0])
    at, turn = chart.spot(10.0, 5.0, degrees=True)
    up = np.array([-np.sin(np.radians(turn)), np.cos(np.radians(turn))])
    step = chart.to_space(np.array([at, at + 1e-4 * up]))
    assert chart.degrees(chart.from_space(step[1:])[0]) == pytest.approx(10.0, abs=1e-6)


def test_steiner_volume_on_a_cone() -> None:
    """The ring between a frustum and its parallel, d off along the normal: by Pappus, the
    parallelogram's area times the path of its centroid."""
    chart = BLANKS[4].charts["a.outer"]
    low, high = 3.0, 20.0
    turns = np.linspace(-20, 20, 400)
    corners = [(a, low) for a in turns] + [(a, high) for a in turns[::-1]]
    ring = chart.rolled(np.array(corners))
    slope = np.radians(abs(chart.slope))
    for d in (0.5, -0.8):
        middle = chart.radius - (low + high) / 2 * np.sin(slope) + d / 2 * np.cos(slope)
        true = (high - low) * d * np.radians(40) * middle
        found = chart.relief_volume([Region(polygon(ring.tolist()))], d)
        assert found == pytest.approx(true, rel=1e-5)


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
