"""Artwork over several faces that meet straight on or at a small angle: parted along their joints,
laid out together, and built across them."""

from __future__ import annotations

import math
from itertools import pairwise
from pathlib import Path

import numpy as np
import pytest
import shapely
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepAlgoAPI import BRepAlgoAPI_Fuse
from OCP.BRepBuilderAPI import (
    BRepBuilderAPI_MakeEdge,
    BRepBuilderAPI_MakeFace,
    BRepBuilderAPI_MakeWire,
)
from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections
from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism
from OCP.GeomAPI import GeomAPI_PointsToBSplineSurface
from OCP.gp import gp_Ax2, gp_Dir, gp_Elips, gp_Pnt, gp_Vec
from OCP.TColgp import TColgp_Array2OfPnt
from scipy.special import ellipe

from tests.conftest import artwork, made
from tests.core.solids import area, edge_points, normal_at, sound, volume
from tests.core.test_step_in import document, step, taken
from tinstamp.artwork.outline import evaluate, line, polygon
from tinstamp.artwork.split import CutLine, SplitError, split, uncut
from tinstamp.chart.joint import Faces
from tinstamp.chart.run import RunChart
from tinstamp.chart.stretch import letter_stretches
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import sheets_of
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.drawn import knot
from tinstamp.job.features import Ball, Extruded, Tube
from tinstamp.job.model import Blank, Cast, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.setting.fit import ink

DEPTH = 0.5


def panels(bend: float) -> Extruded:
    """Three panels that meet at an angle, degrees, at x = −10 and 10; outwards where positive."""
    drop = 20.0 * math.tan(math.radians(bend))
    return Extruded(
        name="x",
        height="16 mm",
        points=(
            knot("a", -30, -drop), knot("b", -10, 0), knot("c", 10, 0), knot("d", 30, -drop),
            knot("e", 30, -14), knot("f", -30, -14),
        ),
    )  # fmt: skip


HALVES = Extruded(
    name="x", height="30 mm", points=(knot("a", -20, 0, "arc", 20), knot("b", 20, 0, "arc", 20))
)


def with_flat(across: float) -> Extruded:
    """A rod of 40 mm with a flat that far from its axis, mm."""
    h = math.sqrt(400.0 - across**2)
    rise = 20.0 - math.sqrt(400.0 - ((20.0 - h) ** 2 + across**2) / 4.0)
    return Extruded(
        name="x",
        height="30 mm",
        points=(
            knot("a", -h, -across), knot("b", h, -across, "arc", rise), knot("c", 20, 0, "arc", 20),
            knot("d", -20, 0, "arc", rise),
        ),
    )  # fmt: skip


def over(
    part: Extruded | Ball | Tube, face: str, text: str, make: str = "engrave", way: str = "none",
    across: str = "0 mm", up: str = "0 mm", height: str = "6 mm", side: str = "near",
    run: str = "neighbours", data: bytes | None = None, **relief: object,
) -> Built:  # fmt: skip
    mark = Stamp(
        name="m",
        artwork=Text(text=text, height=height),
        setting=Setting(
            face=face, across=across, up=up, rests_on="middle", over=run,
            cast=Cast(way=way, side=side),
        ),
        relief=Relief(make=make, depth=f"{DEPTH} mm", **relief),
    )  # type: ignore[arg-type]  # fmt: skip
    if data is not None:
        return build(document(part, data, mark))  # type: ignore[arg-type]
    return build(Document(Job(blank=Blank(features=(part,)), stamps=(mark,))))


def change(built: Built) -> float:
    """What a sound marked part has more than its blank, mm³."""
    report = built.report
    assert [f for f in report.findings if f.level == "fix"] == []
    assert report.valid and built.solid is not None and sound(built.solid.shape)
    assert built.blank is not None
    found = volume(built.solid.shape) - volume(built.blank.solid.shape)
    # the kernel's sum over all of a part strays by some 4e-7 of it
    stray = 1e-6 * volume(built.blank.solid.shape)
    assert found == pytest.approx(report.stamps[0].relief_volume, rel=1e-4, abs=stray)
    return found


def inked(built: Built) -> float:
    """Area of the artwork on its sheet, mm², by Shapely."""
    return float(sum(p.area for p in ink(built.planned["m"].placed.regions, 60)))


# -- parting outlines


def test_regions_parted_along_lines_and_curves() -> None:
    """Areas against Shapely's; the two sides make up the whole."""
    pick = np.random.default_rng(4)
    art = artwork("BO8&ag®", 8.0)
    low_x, low_y, high_x, high_y = art.bounds
    for trial in range(24):
        at = np.array([pick.uniform(low_x, high_x), pick.uniform(low_y, high_y)])
        angle = pick.uniform(0.0, 2.0 * np.pi)
        d = np.array([np.cos(angle), np.sin(angle)])
        n = np.array([-d[1], d[0]])
        bow = 2.0 if trial % 2 else 0.0
        middle = np.stack([at - 6 * d, at - 2 * d + bow * n, at + 2 * d - bow * n, at + 6 * d])
        cut = CutLine(middle[None] if bow else line(at - d, at + d)[None], 0)
        edge = np.concatenate([evaluate(c[None], np.linspace(0, 1, 300))[0] for c in cut.chain])
        left = shapely.Polygon([*edge, edge[-1] + 1e4 * n, edge[0] + 1e4 * n]).buffer(0)
        for region in art.regions:
            mine, others = split(uncut(region), cut)
            areas = [sum(part.region.area for part in side) for side in (mine, others)]
            assert sum(areas) == pytest.approx(region.area, abs=1e-9)
            wanted = ink([region], 100)[0].intersection(left).area
            assert areas[0] == pytest.approx(wanted, abs=2e-3 * region.area)
            for part in (*mine, *others):
                for outline in part.region.outlines:
                    ends = np.roll(outline.beziers[:, 0], -1, axis=0)
                    np.testing.assert_allclose(outline.beziers[:, 3], ends, atol=1e-12)


def test_corners_on_a_line_and_edges_along_it() -> None:
    from tinstamp.artwork.outline import Region

    cut = CutLine(line((0.0, -5.0), (0.0, 5.0))[None], 0)
    diamond = polygon([(2.0, 0.0), (0.0, 2.0), (-2.0, 0.0), (0.0, -2.0)])
    left, right = split(uncut(Region(diamond)), cut)
    assert [p.region.area for p in (*left, *right)] == pytest.approx([4.0, 4.0])
    touching = polygon([(0.0, 0.0), (3.0, -1.0), (3.0, 1.0)])  # its corner on the line
    left, right = split(uncut(Region(touching)), cut)
    assert not left and right[0].region.area == pytest.approx(3.0)
    beside = polygon([(0.0, -1.0), (3.0, -1.0), (3.0, 1.0), (0.0, 1.0)])
    with pytest.raises(SplitError, match="move the artwork"):
        split(uncut(Region(beside)), cut)


# -- joints


def test_joints_are_found_with_their_bend() -> None:
    faces = made(panels(6.0)).charts
    assert isinstance(faces, Faces)
    found = {frozenset(j.faces): j.bend for j in faces.joints}
    assert found == pytest.approx(
        {frozenset({"x.a", "x.b"}): 6.0, frozenset({"x.b", "x.c"}): 6.0}, abs=1e-4
    )
    hollow = made(panels(-6.0)).charts
    assert [j.bend for j in hollow.joints] == pytest.approx([-6.0, -6.0], abs=1e-4)
    assert made(Tube(name="t")).charts.joints == ()  # its edges are sharp
    flat = math.degrees(math.acos(19.6 / 20.0))
    bends = sorted(j.bend for j in made(with_flat(19.6)).charts.joints)
    assert bends == pytest.approx([0.0, 0.0, flat, flat], abs=1e-4)


# -- relief across them


@pytest.mark.parametrize("bend", [6.0, -6.0])
@pytest.mark.parametrize("way", ["none", "square"])
def test_a_word_across_three_panels(bend: float, way: str) -> None:
    """Walls lean as much inwards when sunk as outwards when raised, so the two volumes lie
    equally far to either side of area times depth; and they differ by no more than the wedges
    at the two joints, length · tan(bend / 2) · depth²."""
    raised, sunk = (
        change(built)
        for built in (
            over(panels(bend), "x.b", "ACROSS THREE", m, way) for m in ("emboss", "engrave")
        )
    )
    built = over(panels(bend), "x.b", "ACROSS THREE", "mark", way)
    assert change(built) == pytest.approx(0.0, abs=1e-6)
    chart = built.planned["m"].chart
    assert isinstance(chart, RunChart) and chart.faces[0] == "x.b" and len(chart.faces) == 3
    flat = inked(built)
    if way == "square":  # the panels beside are seen at an angle
        slope = 1.0 / math.cos(math.radians(bend))
        inner = sum(p.intersection(shapely.box(-10, -9, 10, 9)).area for p in ink(
            built.planned["m"].placed.regions, 60))  # fmt: skip
        flat = inner + (flat - inner) * slope
    assert (raised - sunk) / 2.0 == pytest.approx(flat * DEPTH, rel=1e-4)
    wedges = 2 * 6.0 * math.tan(math.radians(abs(bend)) / 2.0) * DEPTH**2
    gained = (raised + sunk) / 2.0 * math.copysign(1.0, bend)
    assert 0.0 < gained < wedges
    caps = [f.face for f in built.solid.faces_named("m/cap")]  # type: ignore[union-attr]
    assert sum(area(f) for f in caps) == pytest.approx(flat, rel=1e-5)


@pytest.mark.parametrize("bend", [6.0, -6.0])
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_parallel_walls_over_panels_with_caps_that_follow_them(bend: float, make: str) -> None:
    """By hand: what is seen of each panel, times the depth along the cast, d / cos(bend); and
    every wall stands along it, within a tenth of a degree."""
    built = over(panels(bend), "x.b", "ACROSS THREE", make, "square", walls="cast")
    polygons = ink(built.planned["m"].placed.regions, 60)
    middle = shapely.box(-10.0, -9.0, 10.0, 9.0)
    inner = sum(p.intersection(middle).area for p in polygons)
    outer = sum(p.area for p in polygons) - inner
    wanted = DEPTH * (inner + outer / math.cos(math.radians(bend)))
    assert change(built) == pytest.approx(wanted if make == "emboss" else -wanted, rel=1e-4)
    for wall in built.solid.named("m/wall"):  # type: ignore[union-attr]
        adaptor = BRepAdaptor_Surface(wall)
        u = (adaptor.FirstUParameter() + adaptor.LastUParameter()) / 2.0
        v = (adaptor.FirstVParameter() + adaptor.LastVParameter()) / 2.0
        assert abs(normal_at(wall, u, v)[1]) < math.sin(math.radians(0.1))


def test_caps_lie_at_the_depth_under_each_panel() -> None:
    built = over(panels(6.0), "x.b", "ACROSS THREE")
    assert any("lean by up to 3.0°" in f.message for f in built.report.findings)
    slope = math.radians(6.0)
    for face in built.solid.faces_named("m/cap"):  # type: ignore[union-attr]
        points = edge_points(face.face)  # the panels look to the back, +y
        side = np.sign(points[:, 0].mean()) if abs(points[:, 0].mean()) > 10 else 0.0
        n = np.array([side * math.sin(slope), math.cos(slope) if side else 1.0, 0.0])
        corner = np.array([side * 10.0, 0.0, 0.0])
        off = np.abs((points - corner) @ n)
        np.testing.assert_allclose(off, DEPTH, atol=1e-5)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_a_face_split_in_halves(make: str) -> None:
    """As on a whole cylinder: A d (1 ∓ d / 2R), the handbook's volume of a ring's part."""
    built = over(HALVES, "x.b", "HALVES", make, across="90 deg", up="15 mm")
    sign = 1.0 if make == "emboss" else -1.0
    wanted = sign * inked(built) * DEPTH * (1.0 + sign * DEPTH / 40.0)
    assert change(built) == pytest.approx(wanted, rel=1e-4)
    assert built.planned["m"].chart.exact
    assert not any("walls lean" in f.message for f in built.report.findings)
    assert set(built.planned["m"].chart.faces) == {"x.a", "x.b"}  # type: ignore[attr-defined]


def test_a_rod_with_a_flat() -> None:
    """11.5° at its edges. Raised and sunk together: on the flat area times depth, on the round
    part as well, since there the parts with the radius cancel."""
    raised, sunk = (over(with_flat(19.6), "x.a", "FLAT ROD", m) for m in ("emboss", "engrave"))
    mean = (change(raised) - change(sunk)) / 2.0
    assert mean == pytest.approx(inked(raised) * DEPTH, rel=2e-4)
    assert raised.planned["m"].chart.exact


def skin(tmp_path: Path, cuts: tuple[float, ...]) -> bytes:
    """A slab under a freeform skin that is cut into faces at parts of its length, as STEP."""
    grid = TColgp_Array2OfPnt(1, 13, 1, 9)
    for i in range(13):
        for j in range(9):
            x, y = -30.0 + 5.0 * i, -15.0 + 3.75 * j
            z = 12.0 + 3.0 * math.cos(x / 18) * math.cos(y / 20) + 0.4 * math.sin(x / 9)
            grid.SetValue(i + 1, j + 1, gp_Pnt(x, y, z))
    fitted = GeomAPI_PointsToBSplineSurface()
    fitted.Interpolate(grid)
    surface = fitted.Surface()
    u0, u1, v0, v1 = surface.Bounds()
    ends = [u0, *(u0 + c * (u1 - u0) for c in cuts), u1]
    whole = None
    for a, b in pairwise(ends):
        face = BRepBuilderAPI_MakeFace(surface, a, b, v0, v1, 1e-7).Face()
        body = BRepPrimAPI_MakePrism(face, gp_Vec(0, 0, -8)).Shape()
        whole = body if whole is None else BRepAlgoAPI_Fuse(whole, body).Shape()
    return step(whole, tmp_path)


def test_a_word_over_three_panels_of_a_freeform_skin(tmp_path: Path) -> None:
    """Cast on three panels as on the same skin in one: equal volumes. Wrapped, the letters
    keep their size within half a per cent, and the volume is that of the curvature formula,
    which is checked against closed forms elsewhere."""
    volumes = {}
    for cuts in ((), (0.36, 0.62)):
        data = skin(tmp_path, cuts)
        part, _ = taken(data)
        charts = build(document(part, data)).report.charts
        upper = {
            n: c for n, c in charts.items() if c.kind == "freeform"
            and c.to_space(np.zeros(2))[2] > 10
        }  # fmt: skip
        face = min(upper, key=lambda n: abs(float(upper[n].to_space(np.zeros(2))[0])))
        home = upper[face].from_space(np.array([0.0, 0.0, 15.0]))
        place = {"across": f"{home[0]:.6f} mm", "up": f"{home[1]:.6f} mm", "data": data}
        built = over(part, face, "THREE PANELS", "engrave", "above", height="5 mm", **place)  # type: ignore[arg-type]
        volumes[cuts] = change(built)
        if cuts:
            wrapped = over(part, face, "THREE PANELS", "emboss", height="5 mm", **place)  # type: ignore[arg-type]
            chart = wrapped.planned["m"].chart
            assert isinstance(chart, RunChart) and len(chart.faces) == 3
            letters = letter_stretches(chart, wrapped.planned["m"].placed.regions)
            assert max(abs(x) for s in letters for x in (s.across, s.up)) < 0.005
            change(wrapped)
    one, three = volumes.values()
    assert three == pytest.approx(one, rel=1e-4)


def test_the_sheet_of_a_run_goes_to_the_maker_whole() -> None:
    built = over(panels(6.0), "x.b", "ACROSS THREE")
    (sheet,) = sheets_of(built)
    wide = 20.0 + 2.0 * 20.0 / math.cos(math.radians(6.0))
    assert sum(o.area for o in sheet.outline) == pytest.approx(16.0 * wide, rel=1e-5)
    assert sheet.face == "x.b, m"


# -- a face that closes on itself


def test_a_closed_freeform_face_all_the_way_round(tmp_path: Path) -> None:
    """A lofted bottle. Its girth on the sheet is an ellipse's, by SciPy's elliptic integral,
    and words keep their size to either side and behind."""
    loft = BRepOffsetAPI_ThruSections(True, False, 1e-6)
    for z, a, b in ((0, 26, 16), (15, 28, 18), (30, 25, 15), (45, 18, 13)):
        across = gp_Ax2(gp_Pnt(0, 0, z), gp_Dir(0, 0, 1), gp_Dir(0, 1, 0))
        edge = BRepBuilderAPI_MakeEdge(gp_Elips(across, a, b)).Edge()
        loft.AddWire(BRepBuilderAPI_MakeWire(edge).Wire())
    loft.Build()
    data = step(loft.Shape(), tmp_path)
    part, _ = taken(data)
    charts = build(document(part, data)).report.charts
    face = next(n for n, c in charts.items() if c.kind == "freeform")
    home = charts[face]
    girth = 4.0 * 28.0 * float(ellipe(1.0 - (18.0 / 28.0) ** 2))
    assert home.bounds[2] - home.bounds[0] == pytest.approx(girth, rel=0.05)
    for at in ((16.0, 0.0, 20.0), (-15.0, 12.0, 20.0), (0.0, -25.0, 20.0)):
        x, y = home.from_space(np.array(at))
        place = {"across": f"{x:.4f} mm", "up": f"{y:.4f} mm", "data": data, "run": "face"}
        built = over(part, face, "BOTTLE", height="5 mm", **place)  # type: ignore[arg-type]
        assert built.report.stamps[0].built_by == "imprint"
        chart = built.planned["m"].chart
        regions = built.planned["m"].placed.regions
        assert change(built) == pytest.approx(chart.relief_volume(regions, -DEPTH), rel=1e-4)
        letters = letter_stretches(chart, regions)
        assert max(abs(v) for s in letters for v in (s.across, s.up)) < 0.025


# -- casts


def test_both_sides_of_a_tube_at_once() -> None:
    """What goes in and what comes out are alike, so twice the near side."""
    tube = Tube(name="t", outer_diameter="40 mm", wall="4 mm", height="30 mm")
    place = {"across": "0 deg", "up": "15 mm", "run": "face"}
    both = over(tube, "t.outer", "BOTH", "engrave", "front", side="both", **place)
    near = over(tube, "t.outer", "BOTH", "engrave", "front", side="near", **place)
    assert both.report.stamps[0].built_by == "imprint"
    assert change(both) == pytest.approx(2.0 * change(near), rel=1e-6)
    caps = [edge_points(f.face)[:, 1].mean() for f in both.solid.faces_named("m/cap")]  # type: ignore[union-attr]
    assert sorted(np.sign(caps)) == [-1.0] * 4 + [1.0] * 4


def test_both_sides_of_a_rod_in_halves() -> None:
    """It comes out of another face than it went in."""
    built = over(HALVES, "x.a", "IN", "emboss", "front", up="15 mm", side="both", run="face")
    assert set(built.planned["m"].chart.faces) == {"x.a", "x.b"}  # type: ignore[attr-defined]
    alone = over(HALVES, "x.a", "IN", "emboss", "front", up="15 mm", run="face")
    assert change(built) == pytest.approx(2.0 * change(alone), rel=1e-6)


@pytest.mark.parametrize("make", ["engrave", "mark"])
def test_what_misses_the_face_is_told_and_left_out(make: str) -> None:
    """The cast stops where it meets the rod at 4°: at R cos 4° from the middle."""
    tube = Tube(name="t", outer_diameter="40 mm", wall="4 mm", height="30 mm")
    built = over(
        tube, "t.outer", "TOO WIDE", make, "front", across="0 deg", up="15 mm", height="9 mm",
        run="face",
    )  # fmt: skip
    reach = 20.0 * math.cos(math.radians(4.0))
    lands = shapely.box(-reach, 0, reach, 30)
    polygons = ink(built.planned["m"].placed.regions, 60)
    missed = sum(p.difference(lands).area for p in polygons)
    (told,) = [f for f in built.report.findings if f.check == "misses the face"]
    assert missed > 20 and told.measured == pytest.approx(missed, abs=0.02)
    assert built.report.valid and sound(built.solid.shape)  # type: ignore[union-attr]
    assert built.report.stamps[0].built_by == "imprint"
    caps = np.concatenate([edge_points(f.face) for f in built.solid.faces_named("m/cap")])  # type: ignore[union-attr]
    radius = 20.0 - (DEPTH if make == "engrave" else 0.0)
    assert np.hypot(caps[:, 0], caps[:, 1]) == pytest.approx(radius, abs=1e-6)
    assert np.abs(caps[:, 0]).max() <= reach * radius / 20.0 + 1e-3


# -- true along a chosen parallel


@pytest.mark.parametrize("along", ["artwork", "lower", "upper", "height"])
def test_lengths_are_true_along_the_chosen_parallel(along: str) -> None:
    """On a ball a length at another latitude is as the cosines of the two are."""
    mark = Stamp(
        name="m",
        artwork=Text(text="BELT", height="4 mm"),
        setting=Setting(
            face="b.outer",
            up="20 mm",
            up_from="lower",
            rests_on="middle",
            true_along=along,
            true_up="24 mm",
        ),  # type: ignore[arg-type]
    )  # fmt: skip
    ball = Ball(name="b", diameter="40 mm")
    built = build(Document(Job(blank=Blank(features=(ball,)), stamps=(mark,))))
    true = {"artwork": 20.0, "height": 24.0}.get(along)
    if true is None:  # a ball's rims are points
        assert any("round a point" in f.message for f in built.report.findings)
        return
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    chart = built.planned["m"].chart
    for up in (15.0, 20.0, 25.0):
        across = np.linalg.norm(chart.jacobian(np.array([0.0, up]))[:, 0])
        wanted = math.sin(up / 20.0) / math.sin(true / 20.0)
        assert across == pytest.approx(wanted, rel=1e-6)


# -- what cannot be made is told


def test_parallel_walls_over_a_bend_are_refused_with_words() -> None:
    report = over(panels(6.0), "x.b", "ACROSS THREE", walls="cast").report
    assert report.valid
    assert any("walls run square" in f.message for f in report.findings)


def test_a_job_of_an_earlier_format_keeps_what_it_runs_over() -> None:
    import json
    import zipfile
    from io import BytesIO

    run = Setting(face="tank.outer", over="neighbours")
    job = Job(blank=Blank(features=(Tube(name="tank"),)), stamps=(Stamp(name="m", setting=run),))
    with zipfile.ZipFile(BytesIO(dump(Document(job)))) as archive:
        name = archive.namelist()[0]
        raw = json.loads(archive.read(name))
    raw["format"] = 2
    setting = raw["stamps"][0]["setting"]
    setting["cast"]["over"] = setting.pop("over")
    again = BytesIO()
    with zipfile.ZipFile(again, "w") as archive:
        archive.writestr(name, json.dumps(raw))
    assert load(again.getvalue()).job.stamps[0].setting.over == "neighbours"


def test_a_letter_that_only_just_reaches_a_joint_stays_on_its_face() -> None:
    """Three thousandths of a mm over it are no reason to part a letter."""
    bar = Stamp(
        name="m",
        artwork=Shape(shape="rectangle", wide="4 mm", high="3 mm"),
        setting=Setting(face="x.b", across="7.997 mm", up="0 mm", over="neighbours",
                        rests_on="middle"),
        relief=Relief(depth=f"{DEPTH} mm"),
    )  # fmt: skip
    for across in ("8.003 mm", "-8.003 mm", "12 mm"):
        mark = bar.model_copy(update={"setting": bar.setting.model_copy(update={"across": across})})
        built = build(Document(Job(blank=Blank(features=(panels(6.0),)), stamps=(mark,))))
        assert built.report.valid and sound(built.solid.shape)  # type: ignore[union-attr]
        made = built.report.stamps[0].relief_volume
        assert made == pytest.approx(-12.0 * DEPTH, rel=2e-3)


@pytest.mark.parametrize(("face", "across", "up", "run"), [
    ("t.outer", "0 deg", "28 mm", "face"),  # over the rim of a tube
    ("t.top", "18 mm", "0 mm", "face"),  # over both edges of its end
    ("x.b", "0 mm", "6 mm", "neighbours"),  # over the edge of a run, joints and all
])  # fmt: skip
def test_a_mark_over_an_edge_colours_what_lies_on_the_face(
    face: str, across: str, up: str, run: str
) -> None:
    """Its area by Shapely: the ink within the face."""
    tube = Tube(name="t", outer_diameter="40 mm", wall="4 mm", height="30 mm")
    part = panels(6.0) if face == "x.b" else tube
    built = over(part, face, "OVER IT", "mark", across=across, up=up, height="6 mm", run=run)
    assert built.report.valid and sound(built.solid.shape)  # type: ignore[union-attr]
    assert built.report.volume == pytest.approx(built.report.blank_volume, rel=1e-9)
    chart = built.planned["m"].chart
    lands = shapely.union_all([shapely.Polygon(o.points(400)) for o in chart.outline if o.area > 0])
    holes = [shapely.Polygon(o.points(400)) for o in chart.outline if o.area < 0]
    lands = lands.difference(shapely.union_all(holes))
    polygons = ink(built.planned["m"].placed.regions, 60)
    wanted = sum(p.intersection(lands).area for p in polygons)
    caps = [f.face for f in built.solid.faces_named("m/cap")]  # type: ignore[union-attr]
    assert 1.0 < wanted < 0.99 * sum(p.area for p in polygons)
    assert sum(area(f) for f in caps) == pytest.approx(wanted, rel=1e-3)
