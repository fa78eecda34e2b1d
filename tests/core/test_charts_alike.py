"""The contract of all charts: round trips, lengths, normals, stretch, pickling, bounds.

Normals, lengths and areas are held against differences of `to_space` alone; curvature against
the sphere that fits three parallel normals (Meusnier and Euler, any book on surfaces); the volume
of a layer against Simpson's rule over parallel surfaces.
"""

from __future__ import annotations

import pickle
from functools import cache

import numpy as np
import pytest

from tinstamp.artwork.outline import Region
from tinstamp.artwork.shapes import rectangle
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.cast import cast_chart
from tinstamp.chart.frame import Frame
from tinstamp.chart.patch import patch_of
from tinstamp.chart.run import RunChart
from tinstamp.chart.view import View, told_on
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import (
    Ball,
    BaseFeature,
    Cone,
    Dome,
    Extruded,
    FreeformSkin,
    Plate,
    Torus,
    Tube,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text

ROD = Extruded(
    name="p",
    height="30 mm",
    points=(
        knot("a", -3.97995, -19.6), knot("b", 3.97995, -19.6, "arc", 4.51454),
        knot("c", 20, 0, "arc", 20), knot("d", -20, 0, "arc", 4.51454),
    ),
)  # fmt: skip
WAVE = Extruded(
    name="p", height="20 mm", closed="open", wall="2 mm",
    points=(knot("a", -30, 0, "spline"), knot("b", 0, 9, "spline"), knot("c", 30, 0)),
)  # fmt: skip
FACES: dict[str, tuple[BaseFeature, str, tuple[float, float]]] = {
    "plane": (Plate(name="p"), "p.top", (3.0, 2.0)),
    "tilted plane": (Plate(name="p", at={"tilt": "35 deg", "turn": "20 deg"}), "p.front", (3, 1)),  # type: ignore[arg-type]
    "cylinder": (Tube(name="p"), "p.outer", (8.0, 12.0)),
    "bore": (Tube(name="p"), "p.inner", (8.0, 12.0)),
    "cone": (Cone(name="p"), "p.outer", (5.0, 12.0)),
    "cone that widens": (Cone(name="p", top_diameter="90 mm"), "p.outer", (5.0, 12.0)),
    "extruded": (WAVE, "p.a", (4.0, 2.0)),
    "dome": (Dome(name="p"), "p.crown", (4.0, 6.0)),
    "ball": (Ball(name="p"), "p.outer", (4.0, 20.0)),
    "torus": (Torus(name="p"), "p.outer", (6.0, 11.0)),
    "turned": (TurnedProfile(name="p"), "p.a", (5.0, 9.0)),
    "skin": (FreeformSkin(name="p"), "p.top", (4.0, 3.0)),
}


@cache
def chart_named(name: str) -> tuple[Chart, np.ndarray]:
    """A chart, and a place well inside its sheet."""
    kind, _, of = name.partition(" of the ")
    if kind == "run":
        stamp = Stamp(name="m", artwork=Text(text="HBHB", height="6 mm"), setting=Setting(
            face="p.a", across="0 mm", up="0 mm", over="neighbours"))  # fmt: skip
        built = build(Document(Job(blank=Blank(features=(ROD,)), stamps=(stamp,))))
        return built.planned["m"].chart, np.array([0.5, 0.5])
    part, face, at = FACES[of or name]
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}))
    chart = build(Document(job)).report.charts[face]
    place = np.array(at, dtype=float)
    if kind == "patch" and of:
        laid = patch_of(chart, place, 6.0)  # type: ignore[arg-type]
        return laid, laid.from_space(chart.to_space(place))
    if kind == "cast" and of:
        upright = chart.jacobian(place)[:, 1]
        made = cast_chart(chart, place, -chart.normal(place), upright)
        return made, np.array(made.pin)
    if kind == "about":
        return chart.towards(place), place
    return chart, place


NAMES = [
    *FACES,
    *(f"about of the {n}" for n in ("dome", "ball", "torus", "turned", "skin")),
    *(f"cast of the {n}" for n in ("plane", "cylinder", "cone", "ball", "skin", "extruded")),
    *(f"patch of the {n}" for n in ("ball", "turned")),
    "run of the rod",
]
every = pytest.mark.parametrize("name", NAMES)


def about(name: str, reach: float = 1.5) -> tuple[Chart, np.ndarray]:
    chart, place = chart_named(name)
    r = np.random.default_rng(1)
    return chart, place + r.uniform(-reach, reach, (40, 2))


@every
def test_there_and_back_through_space_and_parameters(name: str) -> None:
    chart, xy = about(name)
    loose = 1e-7 if isinstance(chart, UnevenChart) else 1e-9
    np.testing.assert_allclose(chart.from_space(chart.to_space(xy)), xy, atol=loose)
    if isinstance(chart, FaceChart):
        np.testing.assert_allclose(chart.from_uv(chart.to_uv(xy)), xy, atol=loose)
    else:
        assert not hasattr(chart, "to_uv")  # a run has no (u, v) of one surface


@every
def test_shapes_of_arrays_are_kept(name: str) -> None:
    chart, xy = about(name)
    grid = xy.reshape(4, 10, 2)
    assert chart.to_space(grid).shape == (4, 10, 3) == chart.normal(grid).shape
    assert chart.jacobian(grid).shape == (4, 10, 3, 2)
    np.testing.assert_allclose(chart.to_space(grid).reshape(-1, 3), chart.to_space(xy), atol=1e-12)
    assert chart.to_space(xy[0]).shape == (3,)


@every
def test_normals_are_square_to_the_face_and_lifts_follow_them(name: str) -> None:
    chart, xy = about(name)
    n, step = chart.normal(xy), 1e-4
    np.testing.assert_allclose(np.linalg.norm(n, axis=-1), 1.0, atol=1e-12)
    for axis in (0, 1):
        by = np.eye(2)[axis] * step
        along = (chart.to_space(xy + by) - chart.to_space(xy - by)) / (2 * step)
        assert np.abs((along * n).sum(axis=-1)).max() < 1e-6
    for lift in (0.3, -0.3):
        lifted = chart.to_space(xy, lift)
        np.testing.assert_allclose(lifted, chart.to_space(xy) + lift * n, atol=1e-9)


@every
def test_the_sheet_is_right_handed_seen_from_the_free_side(name: str) -> None:
    chart, xy = about(name)
    j = chart.jacobian(xy)
    up = np.cross(j[..., 0], j[..., 1])
    assert ((up * chart.normal(xy)).sum(axis=-1) > 0).all()


@every
def test_exact_charts_keep_lengths_and_angles_and_others_say_so(name: str) -> None:
    chart, xy = about(name)
    j = chart.jacobian(xy)
    metric = np.swapaxes(j, -1, -2) @ j
    off = np.abs(metric - np.eye(2)).max()
    if chart.exact:
        assert off < 1e-6
    elif name not in ("cast of the plane", "cast of the extruded"):
        assert off > 1e-9


@every
def test_the_jacobian_is_the_slope_of_the_map(name: str) -> None:
    chart, xy = about(name)
    j, step = chart.jacobian(xy), 1e-4
    for axis in (0, 1):
        by = np.eye(2)[axis] * step
        slope = (chart.to_space(xy + by) - chart.to_space(xy - by)) / (2 * step)
        np.testing.assert_allclose(j[..., axis], slope, atol=2e-6)


@every
@pytest.mark.parametrize("lift", [0.4, -0.3])
def test_off_the_face_it_is_the_slope_there(name: str, lift: float) -> None:
    chart, xy = about(name)
    j, step = chart.moves(xy, lift), 1e-4
    for axis in (0, 1):
        by = np.eye(2)[axis] * step
        slope = (chart.to_space(xy + by, lift) - chart.to_space(xy - by, lift)) / (2 * step)
        np.testing.assert_allclose(j[..., axis], slope, atol=2e-6)


@every
def test_curvature_by_the_turning_of_normals(name: str) -> None:
    """The shape operator from differences of normals: its half trace and its determinant."""
    chart, xy = about(name, 0.8)
    step = 1e-4
    dn = np.stack([(chart.normal(xy + b) - chart.normal(xy - b)) / (2 * step)
                   for b in np.eye(2) * step], axis=-1)  # fmt: skip
    j = chart.jacobian(xy)
    inverse = np.linalg.pinv(j)
    shape = inverse @ dn
    mean, gauss = np.trace(shape, axis1=-2, axis2=-1) / 2, np.linalg.det(shape)
    told_mean, told_gauss = chart.bent_at(xy)
    np.testing.assert_allclose(told_mean, mean, atol=2e-5)
    np.testing.assert_allclose(told_gauss, gauss, atol=2e-5)


@every
def test_the_volume_of_a_layer_by_simpson(name: str) -> None:
    """Sums of area elements of parallel surfaces, Simpson over the depth (exact: the element is
    quadratic in it)."""
    chart, _ = chart_named(name)
    _, place = chart_named(name)
    region = Region(rectangle(2.0, 1.6).transformed(np.eye(2), place - [0.0, 0.8]), ())
    box, count, depth = region.bounds, 60, -0.35
    x = box[0] + (np.arange(count) + 0.5) / count * (box[2] - box[0])
    y = box[1] + (np.arange(count) + 0.5) / count * (box[3] - box[1])
    grid = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    cell = (box[2] - box[0]) * (box[3] - box[1]) / count**2

    def area(lift: float) -> float:
        step = 1e-4
        u, v = ((chart.to_space(grid + b, lift) - chart.to_space(grid - b, lift)) / (2 * step)
                for b in np.eye(2) * step)  # fmt: skip
        return float(np.linalg.norm(np.cross(u, v), axis=-1).sum() * cell)

    layer = depth / 6 * (area(0.0) + 4 * area(depth / 2) + area(depth))
    assert chart.relief_volume([region], depth) == pytest.approx(layer, rel=2e-4)


@every
def test_charts_travel_between_processes(name: str) -> None:
    chart, xy = about(name)
    there = pickle.loads(pickle.dumps(chart))
    np.testing.assert_array_equal(there.to_space(xy), chart.to_space(xy))
    assert there.kind == chart.kind and np.allclose(there.bounds, chart.bounds)


@every
def test_a_part_that_is_moved_takes_its_charts_along(name: str) -> None:
    chart, xy = about(name)
    by = Frame((3.0, -7.0, 11.0), (0.6, 0.8, 0.0), (-0.8, 0.6, 0.0))
    moved = chart.moved(by)
    np.testing.assert_allclose(moved.to_space(xy), by.to_space(chart.to_space(xy)), atol=1e-8)
    np.testing.assert_allclose(moved.normal(xy), chart.normal(xy) @ by.axes, atol=1e-8)


@every
def test_bounds_hold_the_place_and_the_kind_is_a_word(name: str) -> None:
    chart, place = chart_named(name)
    low_x, low_y, high_x, high_y = chart.bounds
    assert low_x <= place[0] <= high_x and low_y <= place[1] <= high_y
    assert chart.kind and chart.measures["face_width"] > 0


@every
def test_places_are_told_as_they_are_found(name: str) -> None:
    chart, place = chart_named(name)
    if isinstance(chart, RunChart) and chart.turns is None:
        return
    for degrees in (
        (False, True) if chart.turns is not None and not isinstance(chart, View) else (False,)
    ):
        across, up = chart.place_of(place, degrees)
        again, _ = chart.spot(across, up, degrees)
        np.testing.assert_allclose(again, place, atol=1e-7)


@every
def test_room_for_a_tool_is_positive(name: str) -> None:
    chart, xy = about(name)
    room = chart.room(xy)
    assert room > 0
    if name == "bore":  # not past the axis
        assert room < 18.0
    if name in ("plane", "cylinder", "ball"):
        assert room == float("inf")


views = pytest.mark.parametrize("name", [n for n in NAMES if n.startswith(("cast", "patch"))])


@views
def test_views_stand_on_a_chart_beneath(name: str) -> None:
    chart, xy = about(name)
    assert isinstance(chart, View) and isinstance(chart, FaceChart)
    beneath = told_on(chart)
    assert beneath is chart.base and not isinstance(beneath, View)
    at = chart.to_base(xy)
    np.testing.assert_allclose(chart.base.to_space(at), chart.to_space(xy), atol=2e-6)


@pytest.mark.parametrize("name", list(FACES))
def test_a_surface_of_its_own_is_the_same_face(name: str) -> None:
    """The kernel's surface of a chart's form, at the chart's own parameters, lies on the face."""
    from OCP.gp import gp_Pnt

    from tinstamp.relief.surfaces import own_surface

    chart, xy = about(name)
    assert isinstance(chart, FaceChart)
    own = chart.on_own_surface(xy[0])
    surface = own_surface(own)
    for place, uv in zip(own.to_space(xy), own.to_uv(xy), strict=True):
        p: gp_Pnt = surface.Value(float(uv[0]), float(uv[1]))
        np.testing.assert_allclose([p.X(), p.Y(), p.Z()], place, atol=1e-7)


@every
def test_what_turns_is_told_as_angles_and_heights_and_back(name: str) -> None:
    chart, place = chart_named(name)
    turns = chart.turns
    if turns is None:
        assert chart.all_round is None and not chart.closed and len(chart.laps(2)) == 1
        return
    xy = place + np.array([[0.0, 0.0], [0.3, -0.2], [-0.4, 0.1]])
    told = turns.unrolled(xy)
    np.testing.assert_allclose(turns.rolled(told), xy, atol=1e-8)
    np.testing.assert_allclose(told[:, 0], turns.degrees(xy), atol=1e-9)
    further = turns.turned(30.0)(xy)
    np.testing.assert_allclose(turns.unrolled(further), told + [30.0, 0.0], atol=1e-7)
    if isinstance(chart, RunChart):  # which ends at its edges, whatever its first face does
        assert not chart.closed
        return
    angle = np.radians(30.0) * (-1.0 if getattr(chart, "inside", False) else 1.0)
    c, s = np.cos(angle), np.sin(angle)
    about_axis = chart.frame.to_local(chart.to_space(xy)) @ np.array(
        [[c, s, 0], [-s, c, 0], [0, 0, 1]]
    )
    np.testing.assert_allclose(chart.frame.to_local(chart.to_space(further)), about_axis, atol=1e-7)
    if chart.all_round is not None:
        once = chart.laps(1)[-1](xy)
        np.testing.assert_allclose(chart.to_space(once), chart.to_space(xy), atol=1e-8)
        assert turns.way_round(place) > 0
