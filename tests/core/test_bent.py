"""Charts of extruded, turned and freeform faces and projections, against closed forms, SciPy's
quadrature and libigl (an independent flattening and geodesic library)."""

from __future__ import annotations

import math
import re

import igl
import numpy as np
import pytest
from scipy.integrate import quad

from tests.conftest import made
from tests.core.solids import sound
from tinstamp.blank.solid import Blank as Made
from tinstamp.chart.base import Chart
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.bent import BentChart
from tinstamp.chart.cast import CastChart, cast_chart
from tinstamp.chart.flattening import flatten_patch, round_weight, stretches
from tinstamp.chart.parallel import parallel_surface, stray
from tinstamp.chart.patch import PatchChart
from tinstamp.chart.skin import SkinChart
from tinstamp.chart.surface import Arc, Revolved, SplineSurface
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import (
    Ball,
    Cone,
    Dome,
    Extruded,
    FreeformSkin,
    Plate,
    Torus,
    Tube,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Cast, Job, Relief, Setting, Stamp, Text
from tinstamp.relief.heads import Walls, head_of

WAVE = Extruded(
    name="w",
    closed="open",
    wall="4 mm",
    height="30 mm",
    points=(
        knot("a", -40, 0, "spline"),
        knot("b", -12, 9, "spline"),
        knot("c", 14, -4, "spline"),
        knot("d", 40, 6),
    ),
)
SKIN = FreeformSkin(name="s", thickness="5 mm")


def bent(part, face: str) -> BentChart:  # type: ignore[no-untyped-def]
    chart = made(part).charts[face]
    assert isinstance(chart, BentChart)
    return chart


def spline_face(blank: Made) -> tuple[str, BentChart]:
    return next((n, c) for n, c in blank.charts.items() if c.kind == "extruded")  # type: ignore[return-value, arg-type]


def points_on(chart: Chart, count: int = 300, part: float = 0.7) -> np.ndarray:
    low, high = chart.bounds[:2], chart.bounds[2:]
    middle, half = (low + high) / 2, part * (high - low) / 2
    return middle + half * np.random.default_rng(3).uniform(-1, 1, (count, 2))


EVERY = {
    "extruded": lambda: spline_face(made(WAVE))[1],
    "ball": lambda: bent(Ball(name="b"), "b.outer"),
    "dome": lambda: bent(Dome(name="d"), "d.crown"),
    "torus": lambda: bent(Torus(name="t"), "t.outer"),
    "turned": lambda: bent(TurnedProfile(name="p"), "p.a"),
    "skin": lambda: bent(SKIN, "s.top"),
    "skin, under": lambda: bent(SKIN, "s.bottom"),
}


@pytest.mark.parametrize("name", EVERY)
def test_there_and_back_and_right_handed(name: str) -> None:
    chart = EVERY[name]()
    xy = points_on(chart)
    np.testing.assert_allclose(chart.from_uv(chart.to_uv(xy)), xy, atol=1e-9)
    space = chart.to_space(xy)
    np.testing.assert_allclose(chart.from_space(space), xy, atol=1e-6)
    j = chart.jacobian(xy)
    across = np.cross(j[..., 0], j[..., 1])
    facing = np.einsum("nk,nk->n", across, chart.normal(xy)) / np.linalg.norm(across, axis=-1)
    np.testing.assert_allclose(facing, 1.0, atol=1e-6)
    lifted = chart.to_space(xy, 0.3) - space
    np.testing.assert_allclose(lifted, 0.3 * chart.normal(xy), atol=1e-9)


def test_lengths_along_an_extruded_spline() -> None:
    """Against SciPy's quadrature of the profile's own speed."""
    _, chart = spline_face(made(WAVE))
    low, high = chart.bounds[0] + 1, chart.bounds[2] - 1
    for a, b in ((low, high), (low, 0.0), (-3.0, 11.0)):
        start, end = (float(chart.to_uv(np.array([x, 0.0]))[0]) for x in (a, b))
        length, _ = quad(
            lambda t: float(np.linalg.norm(chart.surface.first(np.array([t, 0.0]))[1])),
            min(start, end), max(start, end), limit=400, epsabs=1e-10,
        )  # fmt: skip
        assert length == pytest.approx(b - a, abs=1e-6)
    j = chart.jacobian(points_on(chart))
    np.testing.assert_allclose(np.linalg.svd(j, compute_uv=False), 1.0, atol=1e-6)


def test_the_belt_of_a_ball_stretches_by_the_cosine() -> None:
    """cos(latitude), relative to the parallel that is true; nothing along the meridian."""
    ball = bent(Ball(name="b", diameter="60 mm"), "b.outer")
    xy = points_on(ball)
    latitude = (xy[:, 1] - math.pi * 15) / 30.0
    greatest, least = stretches(ball.jacobian(xy))
    np.testing.assert_allclose(greatest, 1.0, atol=1e-6)
    np.testing.assert_allclose(least, np.cos(latitude), atol=1e-6)
    there = ball.towards(np.array([5.0, math.pi * 15 + 12.0]))
    assert isinstance(there, BeltChart)
    assert there.radius == pytest.approx(30 * math.cos(0.4), abs=1e-9)
    here = np.array([[5.0, math.pi * 15 + 12.0]])
    np.testing.assert_allclose(there.to_space(here), ball.to_space(here), atol=1e-9)
    np.testing.assert_allclose(stretches(there.jacobian(here))[1], 1.0, atol=1e-7)


def bump(cols: int, height: float) -> SplineSurface:
    """z over 80 × 50 mm, a bump in the middle."""
    from scipy.interpolate import make_interp_spline

    x, y = np.linspace(-40, 40, cols), np.linspace(-25, 25, cols)
    gx, gy = np.meshgrid(x, y, indexing="ij")
    z = height * np.exp(-((gx / 22) ** 2) - (gy / 16) ** 2)
    return _through(x, y, np.stack([gx, gy, z], axis=-1), make_interp_spline)


def _through(u, v, points, make_interp_spline):  # type: ignore[no-untyped-def]
    first = make_interp_spline(u, points, 3, axis=0)
    second = make_interp_spline(v, np.moveaxis(first.c, 1, 0), 3, axis=0)
    return SplineSurface(first.t, second.t, np.moveaxis(second.c, 0, 1))


def saddle() -> SplineSurface:
    from scipy.interpolate import make_interp_spline

    x, y = np.linspace(-30, 30, 13), np.linspace(-30, 30, 13)
    gx, gy = np.meshgrid(x, y, indexing="ij")
    return _through(x, y, np.stack([gx, gy, (gx**2 - gy**2) / 90], axis=-1), make_interp_spline)


def turned(centre: float, radius: float) -> Revolved:
    arc = Arc(np.array([centre, 0, 0]), np.array([1.0, 0, 0]), np.array([0, 0, 1.0]), radius)
    return Revolved(arc, np.zeros(3), np.array([0, 0, 1.0]))


PATCHES = {
    "ball": (turned(0.0, 40.0), (-0.6, -0.5), (0.6, 0.5)),
    "saddle": (saddle(), (-30, -30), (30, 30)),
    "bump": (bump(15, 12.0), (-40, -25), (40, 25)),
    "torus": (turned(30.0, 12.0), (-0.5, -0.9), (0.5, 0.9)),
    "steep bump": (bump(25, 16.0), (-40, -25), (40, 25)),
}


def mean_error(slopes: np.ndarray, weight: np.ndarray) -> float:
    """Mean over the area of how far the two principal stretches are from 1."""
    greatest, least = stretches(slopes)
    return float(((abs(greatest - 1) + abs(least - 1)) / 2 * weight).sum() / weight.sum())


@pytest.mark.parametrize("name", PATCHES)
def test_least_stretch_is_no_worse_than_an_independent_library(name: str) -> None:
    """libigl's as-rigid-as-possible flattening of a fine mesh of the same patch; and the
    straight projection."""
    surface, low, high = PATCHES[name]
    low, high = np.array(low, dtype=float), np.array(high, dtype=float)
    n = 61
    u, v = (np.linspace(a, b, n) for a, b in zip(low, high, strict=True))
    uv = np.stack(np.meshgrid(u, v, indexing="ij"), axis=-1).reshape(-1, 2)
    points = surface.at(uv)
    k = np.arange(n * n).reshape(n, n)
    a, b, c, d = k[:-1, :-1].ravel(), k[1:, :-1].ravel(), k[1:, 1:].ravel(), k[:-1, 1:].ravel()
    faces = np.concatenate([np.stack([a, b, c], 1), np.stack([a, c, d], 1)])
    middle = (low + high) / 2
    normal = surface.normal(middle)
    upright = surface.first(middle)[2]
    flat = flatten_patch(surface, low, high, 1.0, upright)
    ours = flat.sheet(uv)

    def sheet_error(sheet: np.ndarray) -> float:
        e1, e2 = (
            points[faces[:, 1]] - points[faces[:, 0]],
            points[faces[:, 2]] - points[faces[:, 0]],
        )
        f1, f2 = sheet[faces[:, 1]] - sheet[faces[:, 0]], sheet[faces[:, 2]] - sheet[faces[:, 0]]
        back = np.linalg.inv(np.stack([f1, f2], axis=-1))
        slopes = np.einsum("nck,nkd->ncd", np.stack([e1, e2], axis=-1), back)
        return mean_error(slopes, np.linalg.norm(np.cross(e1, e2), axis=-1))

    x = np.cross(upright / np.linalg.norm(upright), normal)
    straight = np.stack([points @ x, points @ np.cross(normal, x)], axis=-1)
    theirs = _library(points, faces, straight)
    assert sheet_error(ours) <= 1.02 * sheet_error(theirs)
    assert sheet_error(ours) < 0.75 * sheet_error(straight)


def _library(points: np.ndarray, faces: np.ndarray, start: np.ndarray) -> np.ndarray:
    data = igl.ARAPData()
    data.max_iter = 100
    held = np.array([len(points) // 2], dtype=np.int32)
    igl.arap_precomputation(points, faces, 2, held, data)
    return np.asarray(igl.arap_solve(start[held], data, start))


def test_distances_from_the_anchor_agree_with_geodesics() -> None:
    """libigl's exact geodesics on a fine mesh, from the anchor of a gentle skin."""
    surface, low, high = PATCHES["bump"]
    low, high = np.array(low, dtype=float), np.array(high, dtype=float)
    near = round_weight(surface, (low + high) / 2, 9.0)
    flat = flatten_patch(surface, low, high, 1.0, np.array([0.0, 1.0, 0.0]), None, near)
    n = 121
    u, v = (np.linspace(a / 3, b / 3, n) for a, b in zip(low, high, strict=True))
    uv = np.stack(np.meshgrid(u, v, indexing="ij"), axis=-1).reshape(-1, 2)
    points = surface.at(uv)
    k = np.arange(n * n).reshape(n, n)
    a, b, c, d = k[:-1, :-1].ravel(), k[1:, :-1].ravel(), k[1:, 1:].ravel(), k[:-1, 1:].ravel()
    faces = np.concatenate([np.stack([a, b, c], 1), np.stack([a, c, d], 1)])
    anchor = n * n // 2
    targets = np.array([k[60, 100], k[90, 60], k[95, 95], k[20, 60]])
    true = igl.exact_geodesic(
        points, faces, np.array([anchor]), np.zeros(0, dtype=int), targets, np.zeros(0, dtype=int)
    )
    ours = np.linalg.norm(flat.sheet(uv[targets]) - flat.sheet(uv[anchor]), axis=-1)
    np.testing.assert_allclose(ours, np.asarray(true).ravel(), rtol=0.03)


def test_parallels_keep_their_distance() -> None:
    for name in ("ball", "torus"):
        surface, low, high = PATCHES[name]
        moved = parallel_surface(surface, -0.7, (np.array(low), np.array(high)))
        assert stray(surface, moved, -0.7, np.array([low, high, (0.1, 0.2)])) < 1e-12
    surface, low, high = PATCHES["bump"]
    box = (np.array([-20.0, -10.0]), np.array([20.0, 10.0]))
    moved = parallel_surface(surface, -0.7, box)
    uv = np.random.default_rng(2).uniform(-1, 1, (500, 2)) * [20.0, 10.0]
    assert stray(surface, moved, -0.7, uv) < 1e-3  # what a reader of STEP gets, and much less


def test_anchored_charts_stretch_less_where_the_artwork_is() -> None:
    home = bent(SKIN, "s.top")
    at = np.array([15.0, 8.0])
    near = home.towards(at)
    assert isinstance(near, SkinChart) and near.home is home
    pin = np.array(near.pin)
    np.testing.assert_allclose(near.to_space(pin), home.to_space(pin), atol=1e-9)
    around = pin + np.random.default_rng(1).uniform(-3, 3, (200, 2))
    ones = np.ones(200)
    assert mean_error(near.jacobian(around), ones) < mean_error(home.jacobian(around), ones) + 1e-6
    assert near.towards(at) is near  # kept for the next frame of a drag


# -- projections


def test_a_projection_onto_a_tube_lies_on_the_near_side() -> None:
    """A cast along y onto a cylinder of radius R: x keeps, the angle is asin(x / R)."""
    base = made(Tube(name="t", outer_diameter="80 mm", height="50 mm")).charts["t.outer"]
    cast = cast_chart(
        base, np.array([0.0, 20.0]), np.array([0.0, 1.0, 0.0]), np.array([0.0, 0.0, 1.0])
    )
    assert isinstance(cast, CastChart)
    xy = np.random.default_rng(5).uniform([-35, 2], [35, 48], (200, 2))
    space = cast.to_space(xy)
    np.testing.assert_allclose(space[:, 0], xy[:, 0], atol=1e-7)
    np.testing.assert_allclose(space[:, 2], xy[:, 1], atol=1e-7)
    assert (space[:, 1] < 0).all()  # the front alone
    on_sheet = base.from_space(space)
    np.testing.assert_allclose(on_sheet[:, 0], 40 * np.arcsin(xy[:, 0] / 40), atol=1e-6)
    assert not np.isfinite(cast.to_space(np.array([[40.5, 20.0]]))).any()
    assert cast.bounds[2] == pytest.approx(40 * math.cos(math.radians(4)), abs=0.05)
    with pytest.raises(ValueError, match="does not meet"):
        cast_chart(base, np.array([0.0, 20.0]), np.array([0, -1.0, 0]), np.array([0, 0, 1.0]))


def marked(
    part, face: str, text: str = "B8", relief: dict | None = None, **setting: object
) -> Built:  # type: ignore[no-untyped-def, type-arg]
    stamp = Stamp(
        name="m",
        artwork=Text(text=text, height="4 mm"),
        setting=Setting(face=face, **setting),  # type: ignore[arg-type]
        relief=Relief(**{"depth": "0.5 mm", **(relief or {})}),
    )
    return build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))


def test_engraving_a_ball_has_the_volume_of_its_shell() -> None:
    """A·((R − d)³ − R³) / 3R², A the area on the ball (any handbook)."""
    built = marked(Ball(name="b", diameter="60 mm"), "b.outer", up="50 mm")
    item, report = built.planned["m"], built.report
    assert report.valid and report.stamps[0].built_by == "imprint"
    assert isinstance(item.chart, BentChart)
    area, _, _ = item.chart.sums(item.placed.regions)
    wanted = area * ((30 - 0.5) ** 3 - 30**3) / (3 * 30**2)
    assert report.stamps[0].relief_volume == pytest.approx(wanted, rel=1e-4)


MORE = [
    (Plate(name="p"), "p.top", {"across": "0 mm", "up": "0 mm"}),
    (Tube(name="u"), "u.outer", {"up": "15 mm"}),
    (Cone(name="c", wall="3 mm"), "c.outer", {"up": "15 mm"}),
    (Dome(name="d"), "d.crown", {"up": "10 mm"}),
    (SKIN, "s.top", {"across": "0 mm", "up": "0 mm"}),
]


@pytest.mark.parametrize(("part", "face", "place"), MORE, ids=[face for _, face, _ in MORE])
def test_walls_and_caps(part, face: str, place: dict) -> None:  # type: ignore[no-untyped-def, type-arg]
    """Walls along one direction are parallel within 0.1°, others along the normal; flat caps
    are flat; the volume is that integrated place by place (Steiner)."""
    for walls, caps, make in (("cast", "follow", "emboss"), ("normal", "plane", "engrave"),
                              ("cast", "plane", "engrave")):  # fmt: skip
        relief = {"walls": walls, "caps": caps, "make": make, "depth": "0.6 mm"}
        built = marked(part, face, "L", relief, **place)
        report = built.report
        assert report.valid and report.stamps[0].built_by == "imprint"
        assert built.solid is not None and sound(built.solid.shape)
        item = built.planned["m"]
        lift = 0.6 if make == "emboss" else -0.6
        head = head_of(
            item.chart, np.array(item.placed.origin), lift, Walls(walls == "cast", caps == "plane")
        )
        xy = np.concatenate([o.points(8) for r in item.placed.regions for o in r.outlines])
        run = head.space(xy) - item.chart.to_space(xy)
        run = run / np.linalg.norm(run, axis=-1, keepdims=True) * np.sign(lift)
        wanted = item.chart.normal(xy) if walls == "normal" else head.directions(xy)
        off = np.degrees(np.arccos(np.clip(np.einsum("nk,nk->n", run, wanted), -1, 1)))
        assert off.max() < 0.1
        assert report.stamps[0].relief_volume == pytest.approx(
            head.volume(item.placed.regions), rel=1e-4
        )


def test_a_flat_cap_that_comes_out_is_told() -> None:
    relief = {"caps": "plane", "depth": "0.1 mm"}
    report = marked(Tube(name="u"), "u.outer", "WIDE TEXT", relief, up="15 mm").report
    (finding,) = [f for f in report.findings if f.check == "not built"]
    assert "comes out of the face" in finding.message and report.valid


def test_a_cap_that_walls_all_but_miss_is_told_without_a_figure() -> None:
    """Walls a quarter of the way round run along a flat cap: they would be metres long."""
    relief = {"caps": "plane", "depth": "0.4 mm"}
    for text in ("WIDE TEXT THAT", "WIDE TEXT THAT GOES ROUND A TUBE"):
        report = marked(Tube(name="u"), "u.outer", text, relief, up="15 mm").report
        (finding,) = [f for f in report.findings if f.check == "not built"]
        assert "comes out of the face" in finding.message and report.valid
        told = [float(x) for x in re.findall(r"-?\d+\.\d+(?= to| mm)", finding.message)]
        assert all(abs(x) <= 50.0 * 0.4 for x in told), finding.message
    assert "make the artwork shorter" in finding.message


def test_a_mark_without_depth_changes_no_volume() -> None:
    for part, face, place in MORE:
        built = marked(part, face, "B8", {"make": "mark"}, **place)
        report = built.report
        assert report.valid and report.volume == pytest.approx(report.blank_volume, rel=1e-9)
        assert built.solid is not None and "m/cap" in built.solid.names
        assert not report.to_fix


def test_a_projection_that_misses_is_told() -> None:
    report = marked(
        Tube(name="u"), "u.outer", up="15 mm", across="180 deg", cast=Cast(way="front")
    ).report
    assert any("does not meet the face" in f.message for f in report.findings) and report.valid
    wide = marked(
        Tube(name="u"), "u.outer", "AVERYWIDETEXT", up="15 mm", cast=Cast(way="front")
    ).report
    assert any(f.check == "misses the face" for f in wide.findings) and wide.valid


@pytest.mark.parametrize("up", ["31 mm", "38.2 mm"])
def test_a_word_over_a_domes_pole(up: str) -> None:
    """Laid out as a patch: closed, valid, and the shell's volume A·((R + d)³ − R³) / 3R²."""
    dome = Dome(name="d", diameter="60 mm", height="20 mm")  # R = (30² + 20²) / 40 = 32.5
    for make, d in (("engrave", -0.5), ("emboss", 0.5)):
        built = marked(
            dome, "d.crown", "POLE", {"make": make}, up=up, rests_on="middle",
            cast=Cast(way="patch"),
        )  # fmt: skip
        report, item = built.report, built.planned["m"]
        assert report.valid and not report.to_fix
        assert built.solid is not None and sound(built.solid.shape)
        assert isinstance(item.chart, PatchChart)
        area, _, _ = item.chart.sums(item.placed.regions)
        wanted = area * ((32.5 + d) ** 3 - 32.5**3) / (3 * 32.5**2)
        assert report.stamps[0].relief_volume == pytest.approx(wanted, rel=2e-4)
        error = mean_error(item.chart.jacobian(np.zeros((1, 2))), np.ones(1))
        assert error < 0.02
    nowhere = marked(Tube(name="t"), "t.outer", up="12 mm", cast=Cast(way="patch")).report
    assert any("only a turned face" in f.message for f in nowhere.findings)


@pytest.mark.parametrize(
    ("part", "face", "up"),
    [(Torus(name="t"), "t.outer", "15 mm"), (TurnedProfile(name="p"), "p.a", "12 mm")],
)
def test_a_patch_of_a_turned_face_is_built_directly(part, face: str, up: str) -> None:  # type: ignore[no-untyped-def]
    for across in ("0 deg", "180 deg"):
        place = {"across": across, "up": up, "rests_on": "middle"}
        built = marked(part, face, "N8", None, cast=Cast(way="patch"), **place)
        report, item = built.report, built.planned["m"]
        assert report.valid and report.stamps[0].built_by == "imprint"
        assert isinstance(item.chart, PatchChart) and not item.chart.own_surface
        belt = marked(part, face, "N8", None, **place).planned["m"]

        def error(laid) -> float:  # type: ignore[no-untyped-def]
            points = np.concatenate([r.outer.points(4) for r in laid.placed.regions])
            return mean_error(laid.chart.jacobian(points), np.ones(len(points)))

        assert error(item) < 1.05 * error(belt) + 2e-3


@pytest.mark.parametrize("make", ["engrave", "mark"])
def test_a_projection_onto_the_far_side_lies_there_alone(make: str) -> None:
    """Through a tube from the front: at the back, mirrored for those who look from there."""
    tube = Tube(name="u", outer_diameter="60 mm", wall="3 mm", height="30 mm")
    place = {"up": "12 mm", "across": "10 deg"}
    near = marked(tube, "u.outer", "F", {"make": make}, cast=Cast(way="front"), **place)
    far = marked(tube, "u.outer", "F", {"make": make}, cast=Cast(way="front", side="far"), **place)
    points = []
    for built in (near, far):
        assert built.report.valid and built.report.stamps[0].built_by == "imprint"
        item = built.planned["m"]
        points.append(
            np.concatenate([item.chart.to_space(r.outer.points(6)) for r in item.placed.regions])
        )
    front, back = points
    assert (front[:, 1] < 0).all() and (back[:, 1] > 0).all()
    # the same shadow: the same x and z, whichever side
    assert np.abs(np.sort(front[:, 0]) - np.sort(back[:, 0])).max() < 1e-5
    assert np.abs(np.sort(front[:, 2]) - np.sort(back[:, 2])).max() < 1e-5
    flat = marked(Plate(name="p"), "p.top", across="0 mm", up="0 mm",
                  cast=Cast(way="above", side="far")).report  # fmt: skip
    assert any("does not come out" in f.message for f in flat.findings) and flat.valid
