"""Ink carved to its middle: the roof over it against distances by other means, volumes against
closed forms, the solid against lines through it.

Sources: Steiner's formula for parallel surfaces (any text on convex geometry); hip roof over a
rectangle l x w of height h: w h (3 l - w) / 6, cone: a third of base times height (any handbook of
geometry); the distance transform of scipy.ndimage and the distance to the outline by shapely; the
medial axis by a Voronoi diagram of points (scipy.spatial), as paths of a V cutter have it.
"""

from __future__ import annotations

import itertools
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import shapely
from scipy import ndimage

from tests.conftest import each_once, made
from tests.core.solids import sound, volume
from tests.core.test_fields_everywhere import FACES
from tests.core.test_pieces import PLACES, fixes, hits, marked, polygons
from tinstamp.artwork import fonts
from tinstamp.artwork.outline import Region, polygon
from tinstamp.artwork.roof import Roof, RoofError, roof_over
from tinstamp.artwork.shapes import circle, rectangle
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.engine.build import Built
from tinstamp.engine.write import write_files
from tinstamp.job.features import Tube
from tinstamp.job.model import FontRef, Shape, Text
from tinstamp.output.result import OutputError
from tinstamp.output.step import reads_back
from tinstamp.output.toolpath import Cutter, v_carving
from tinstamp.plan.art import font_data
from tinstamp.relief import carved

LETTERS = "ABDEGKMQRSWXaegkmswy0245689&§ß@%"
TAN = float(np.tan(np.radians(30.0)))


def heights(roof: Roof, xy: np.ndarray) -> np.ndarray:
    """The roof over points, by the facet that each lies under."""
    found = np.full(len(xy), np.nan)
    for rings in (*((ring,) for ring in roof.facets), *roof.flats):
        shape = shapely.Polygon(roof.nodes[list(rings[0]), :2],
                                [roof.nodes[list(r), :2] for r in rings[1:]])  # fmt: skip
        under = shapely.contains_xy(shape, xy[:, 0], xy[:, 1])
        if under.any():
            corners = roof.nodes[list(rings[0])]
            ones = np.column_stack([corners[:, :2], np.ones(len(corners))])
            (a, b, c), *_ = np.linalg.lstsq(ones, corners[:, 2])
            found[under] = a * xy[under, 0] + b * xy[under, 1] + c
    return found


def letters(family: str, text: str, height: float) -> list[Region]:
    style = next(f.style for f in fonts.shipped() if f.family == family)
    font = font_data(FontRef(family=family, style=style), {})
    return list(lay_text(TextSpec(text=text, font=font, height=height)).regions)


FAMILIES = ["Barlow", "Oswald", "Zilla Slab", "Pacifico"]


@pytest.mark.parametrize("seed", range(12))
def test_a_roof_is_as_high_as_the_outline_is_far(seed: int) -> None:
    random = np.random.default_rng(seed)
    family, letter = random.choice(FAMILIES), str(random.choice(list(LETTERS)))
    most = float(random.choice([0.15, 0.3, 9.0]))
    for region in letters(str(family), letter, float(random.uniform(3.0, 12.0))):
        roof = roof_over(region, most)
        (ink,) = polygons([region], 60)
        low_x, low_y, high_x, high_y = ink.bounds
        xy = random.uniform((low_x, low_y), (high_x, high_y), (400, 2))
        inner = ink.buffer(-3e-3)
        xy = xy[shapely.contains_xy(inner, xy[:, 0], xy[:, 1])]
        true = np.minimum(shapely.distance(shapely.points(xy), ink.boundary), most)
        seen = heights(roof, xy)
        assert np.isfinite(seen).mean() > 0.99  # the rest lie on a line between facets
        assert np.nanmax(np.abs(seen - true)) < 2.2e-3


@pytest.mark.parametrize("letter", ["E", "B", "S"])
def test_a_roof_against_a_distance_transform(letter: str) -> None:
    (region,) = letters("Barlow", letter, 8.0)
    roof, (ink,) = roof_over(region, 9.0), polygons([region], 60)
    step = 0.02
    low_x, low_y, high_x, high_y = ink.buffer(0.1).bounds
    x, y = np.meshgrid(np.arange(low_x, high_x, step), np.arange(low_y, high_y, step))
    away = ndimage.distance_transform_edt(shapely.contains_xy(ink, x, y)) * step
    ridge = (away == ndimage.maximum_filter(away, 3)) & (away > 0.3)
    xy = np.column_stack([x[ridge], y[ridge]])
    assert len(xy) > 50
    assert np.nanmax(np.abs(heights(roof, xy) - away[ridge])) < 1.5 * step
    volume_of = away.sum() * step**2
    assert roof.volume == pytest.approx(volume_of, rel=0.03)


def test_ridges_are_the_middle_that_a_cutter_follows() -> None:
    """The tip of the cutter, by a Voronoi diagram of points, is on the carved bottom."""
    (region,) = letters("Oswald", "R", 9.0)
    roof, (ink,) = roof_over(region, 9.0), polygons([region], 60)
    ways = v_carving(ink, 5.0, Cutter(10.0, 60.0, 5.0))
    tips = np.concatenate([way.points for way in ways])
    tips = tips[shapely.distance(shapely.points(tips[:, :2]), ink.boundary) > 0.05]
    deep = heights(roof, tips[:, :2]) / TAN
    known = np.isfinite(deep)
    assert known.sum() > 30 and np.abs(deep[known] + tips[known, 2]).max() < 0.03


def test_closed_forms() -> None:
    oblong = roof_over(Region(rectangle(9.0, 4.0)), 50.0)
    assert oblong.volume == pytest.approx(4.0 * 2.0 * (27.0 - 4.0) / 6.0, rel=1e-9)
    assert len(oblong.facets) == 4 and not oblong.flats and oblong.top == pytest.approx(2.0)
    cut = roof_over(Region(rectangle(9.0, 4.0)), 1.5)  # less the hip roof that is left out
    rest = 1.0 * 0.5 * (3.0 * 6.0 - 1.0) / 6.0
    assert cut.volume == pytest.approx(oblong.volume - rest, rel=1e-9) and len(cut.flats) == 1
    cone = roof_over(Region(circle(6.0)), 50.0)
    assert cone.volume == pytest.approx(np.pi * 6.0**3 / 3.0, rel=5e-4)
    ring = roof_over(Region(circle(6.0), (circle(4.0).reversed(),)), 50.0)
    # by Pappus: a triangle 2 wide and 1 high about the middle of the ring
    assert ring.volume == pytest.approx(2 * np.pi * 5.0 * 1.0, rel=1e-3)


@pytest.mark.parametrize("seed", range(30))
def test_random_polygons_close(seed: int) -> None:
    """Stars with corners that jut in and out: each edge joins two facets,
    and the roof is as high as the outline is far."""
    random = np.random.default_rng(seed)
    count = int(random.integers(3, 14))
    angles = np.sort(random.uniform(0, 2 * np.pi, count)) + np.arange(count) * 1e-3
    radii = random.uniform(1.0, 5.0, count)
    shape = shapely.Polygon(np.column_stack([radii * np.cos(angles), radii * np.sin(angles)]))
    shape = shapely.orient_polygons(shape.buffer(0.05, join_style="mitre"))
    if shape.geom_type != "Polygon" or shape.area < 0.5:
        return
    outer = polygon(np.array(shape.exterior.coords)[:-1])
    roof = roof_over(Region(outer), float(random.choice([0.3, 20.0])))
    low_x, low_y, high_x, high_y = shape.bounds
    xy = random.uniform((low_x, low_y), (high_x, high_y), (3000, 2))
    xy = xy[shapely.contains_xy(shape, xy[:, 0], xy[:, 1])]
    true = np.minimum(shapely.distance(shapely.points(xy), shape.boundary), roof.top)
    seen = heights(roof, xy)
    assert np.nanmax(np.abs(seen - true)) < 6e-3  # a plane for 5 degrees of a cone


def carve(text: str = "EB", face: str = "plane", art: Any = None, **how: Any) -> Built:
    part, name, at = PLACES[face]
    given: dict[str, Any] = {"make": "engrave", "section": "carved", "vee": "60 deg",
                             "depth": "2 mm", **how}  # fmt: skip
    return marked(part, name, at, art or Text(text=text, height="6 mm"), **given)


@pytest.mark.parametrize("deep", ["2 mm", "0.4 mm"])
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_the_solid_is_that_roof(make: str, deep: str, tmp_path: Path) -> None:
    built = carve(text="E®", make=make, depth=deep)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint" and fixes(built) == []
    body, item = built.bodies["part"], built.planned["m"]
    assert sound(body.shape)
    sign, most = (1.0 if make == "emboss" else -1.0), float(deep.split()[0])
    regions = item.placed.regions
    expected = sum(roof_over(region, most * TAN).volume for region in regions) / TAN
    assert report.relief_volume == pytest.approx(sign * expected, rel=1e-6)
    before = built.blank.solid.shape  # type: ignore[union-attr]
    assert volume(body.shape) - volume(before) == pytest.approx(sign * expected, rel=1e-6)
    walls = [f.face for f in body.faces if f.name.startswith("m/")]
    chart = item.chart
    random = np.random.default_rng(3)
    for region in regions:
        (ink,) = polygons([region], 60)
        low_x, low_y, high_x, high_y = ink.bounds
        xy = random.uniform((low_x, low_y), (high_x, high_y), (4, 2))
        for place in xy[shapely.contains_xy(ink.buffer(-0.01), xy[:, 0], xy[:, 1])]:
            away = min(shapely.Point(place).distance(ink.boundary) / TAN, most)
            found = [h for wall in walls
                     for h in hits(wall, chart.to_space(place), chart.normal(place))]  # fmt: skip
            assert any(abs(h - sign * away) < 4e-3 for h in found)
    (path,) = write_files(built, tmp_path, "carved", ("step",))
    assert reads_back(path, built.bodies.values())


def test_where_its_walls_meet_is_told() -> None:
    built = carve(depth="3 mm", art=Shape(shape="rectangle", wide="9 mm", high="3 mm", line="0 mm"))
    (told,) = [f for f in built.report.findings if f.check == "closes at"]
    assert told.measured == pytest.approx(1.5 / TAN, abs=3e-3)
    assert built.planned["m"].depth == pytest.approx(1.5 / TAN, abs=3e-3)
    deep = carve(depth="400 mm", art=Text(text="E", height="6 mm"))  # through no plate: it closes
    assert deep.report.valid and deep.report.stamps[0].built_by == "imprint"


BENT = [name for name in FACES if name != "plane"]


def carve_on(face: str, art: Any, **how: Any) -> Built:
    part, name, at = FACES[face]
    given: dict[str, Any] = {"make": "engrave", "section": "carved", "vee": "60 deg",
                             "depth": "2 mm", **how}  # fmt: skip
    return marked(part, name, at, art, **given)


@pytest.mark.parametrize(("face", "make"), each_once(BENT, ["engrave", "emboss"]))
def test_on_a_bent_face_it_is_that_roof_along_the_normals(
    face: str, make: str, tmp_path: Path
) -> None:
    """Depth goes by the distance from the outline on the sheet, by shapely, along the chart's
    normals; the volume by Steiner's formula over a fine grid of such distances."""
    deep = "2 mm" if make == "engrave" else "0.4 mm"
    built = carve_on(face, Text(text="R", height="5 mm"), make=make, depth=deep)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint" and fixes(built) == []
    body, item = built.bodies["part"], built.planned["m"]
    assert sound(body.shape)
    sign, most = (1.0 if make == "emboss" else -1.0), float(deep.split()[0])
    chart, (region,) = item.chart, item.placed.regions
    (ink,) = polygons([region], 60)
    low_x, low_y, high_x, high_y = ink.bounds
    count = 300
    x, y = (low + (np.arange(count) + 0.5) * (high - low) / count
            for low, high in ((low_x, high_x), (low_y, high_y)))  # fmt: skip
    xy = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    xy = xy[shapely.contains_xy(ink, xy[:, 0], xy[:, 1])]
    away = np.minimum(shapely.distance(shapely.points(xy), ink.boundary) / TAN, most)
    j, h = chart.jacobian(xy), sign * away
    mean, gauss = chart.bent_at(xy)
    grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
    layer = float((grown * (h + mean * h**2 + gauss * h**3 / 3.0)).mean()) * ink.area
    assert report.relief_volume == pytest.approx(layer, rel=3e-3)  # a grid at slanting edges
    before = built.blank.solid.shape  # type: ignore[union-attr]
    assert volume(body.shape) - volume(before) == pytest.approx(report.relief_volume, rel=2e-5)
    walls = [f.face for f in body.faces if f.name.startswith("m/")]
    random = np.random.default_rng(5)
    inner = xy[shapely.contains_xy(ink.buffer(-0.01), xy[:, 0], xy[:, 1])]
    for place in inner[random.choice(len(inner), 5, replace=False)]:
        deep_here = min(shapely.Point(place).distance(ink.boundary) / TAN, most)
        found = [h for wall in walls
                 for h in hits(wall, chart.to_space(place), chart.normal(place))]  # fmt: skip
        assert any(abs(h - sign * deep_here) < 4e-3 for h in found)
    (path,) = write_files(built, tmp_path, "carved", ("step",))
    assert reads_back(path, built.bodies.values())


def test_a_stroke_along_a_cylinder_in_closed_form() -> None:
    """A hip roof along a cylinder: less the integral of h² over the diameter (Steiner; integrals of
    h and h² over a hip roof by hand: a prism and four pyramid halves)."""
    wide, long = 2.0, 14.0
    bar = Shape(shape="rectangle", wide=f"{wide} mm", high=f"{long} mm", line="0 mm")
    for make, face, sense in (("engrave", "cylinder", 1.0), ("emboss", "cylinder", 1.0),
                              ("engrave", "bore", -1.0)):  # fmt: skip
        built = carve_on(face, bar, make=make, depth="3 mm")
        high = wide / 2.0 / TAN
        first = wide * high * (3.0 * long - wide) / 6.0
        second = (long - wide) * wide * high**2 / 3.0 + wide**2 * high**2 / 6.0
        sign = 1.0 if make == "emboss" else -1.0
        mean = built.planned["m"].chart.curvature()[0]
        assert np.sign(mean) == sense
        expected = sign * first + mean * second
        assert built.report.stamps[0].relief_volume == pytest.approx(expected, rel=1e-6)
        (note,) = [f for f in built.report.findings if f.check == "flank angle"]
        radius = abs(1.0 / (2.0 * mean))
        assert note.measured == pytest.approx(np.degrees(wide / 2.0 / radius), rel=2e-3)
        assert ("flatter" in note.message) == ((sense > 0) != (make == "emboss"))


def test_the_flank_at_the_face_turns_by_what_is_told() -> None:
    """The angle of the finished wall at the face, from the kernel's own points of it."""
    bar = Shape(shape="rectangle", wide="4 mm", high="14 mm", line="0 mm")
    built = carve_on("cylinder", bar, vee="90 deg", depth="3 mm")
    chart, item = built.planned["m"].chart, built.planned["m"]
    (note,) = [f for f in built.report.findings if f.check == "flank angle"]
    walls = [f.face for f in built.bodies["part"].faces if f.name.startswith("m/")]
    centre = np.array(item.placed.bounds).reshape(2, 2).mean(axis=0)
    axis = chart.normal(centre)
    points = []
    for off in (1.99, 1.97):
        at = centre + [off, 0.0]
        (h,) = [h for wall in walls for h in hits(wall, chart.to_space(at), chart.normal(at))]
        points.append(chart.to_space(at) + h * chart.normal(at))
    way = points[1] - points[0]
    leans = np.degrees(np.arccos(-(way @ axis) / np.linalg.norm(way)))
    assert leans - 45.0 == pytest.approx(note.measured, abs=0.1)


@pytest.mark.parametrize("face", ["plane", "cylinder", "dome"])
def test_a_mould_has_it_turned_over_and_larger(face: str) -> None:
    plain = carve_on(face, Text(text="B", height="5 mm"), make="emboss")
    mould = carve_on(face, Text(text="B", height="5 mm"), shown_by="mould", shrinkage="2")
    assert mould.report.valid and mould.report.stamps[0].built_by == "imprint"
    (a,), (b,) = plain.report.stamps, mould.report.stamps
    # lines follow its curves within 0.001 mm whatever its size, and a larger one bends more
    allowed = 1e-4 if face == "plane" else 0.02
    assert b.relief_volume == pytest.approx(a.relief_volume * 1.02**3, rel=allowed)


def test_where_u_begins_a_letter_is_carved_all_the_same() -> None:
    """Across the seam of a closed face, which is moved aside."""
    part, name, _ = FACES["cylinder"]
    for across in ("180 deg", "90 deg", "-90 deg"):
        built = marked(part, name, (across, "12 mm"), Text(text="8", height="5 mm"),
                       make="engrave", section="carved", depth="1 mm")  # fmt: skip
        assert built.report.valid and built.report.stamps[0].built_by == "imprint"


def test_what_cannot_be_carved_is_told() -> None:
    thin = Tube(name="p", outer_diameter="3 mm", wall="1.4 mm", height="20 mm")
    bar = Shape(shape="rectangle", wide="3 mm", high="8 mm", line="0 mm")
    narrow = marked(thin, "p.outer", ("0 deg", "10 mm"), bar, make="engrave", section="carved",
                  vee="30 deg", depth="9 mm")  # fmt: skip
    assert "least radius" in " ".join(f.message for f in narrow.report.findings if f.level == "fix")
    over = carve_on("turned", Text(text="B", height="40 mm"))  # over both its edges
    told = " ".join(f.message for f in over.report.findings if f.level == "fix")
    assert "the face ends there" in told
    with pytest.raises(RoofError, match="too near"):
        roof_over(Region(rectangle(2.0, 2.0), (rectangle(3.0, 1.0).reversed(),)), 1.0)


def test_a_roof_that_closes_is_known_at_every_depth() -> None:
    carved.forget_roofs()
    (region,) = letters("Barlow", "E", 8.0)
    chart = made(Tube(name="p")).charts["p.outer"]
    first = carved.Carving.of(chart, (region,), 5.0, TAN, -1.0)
    again = carved.Carving.of(chart, (region,), 3.0, TAN, -1.0)
    assert again.roofs[0].facets is first.roofs[0].facets
    shallow = carved.Carving.of(chart, (region,), 0.3, TAN, -1.0)
    assert shallow.roofs[0].flats and shallow.deepest == pytest.approx(0.3)


def test_specks_are_told_not_raised() -> None:
    with pytest.raises(RoofError, match="too small"):
        roof_over(Region(rectangle(1e-6, 1e-6)), 1.0)
    random = np.random.default_rng(8)
    for _ in range(60):  # shapes that cross themselves, needles, points that fall together
        points = np.round(random.uniform(-1, 1, (int(random.integers(3, 7)), 2)), 1)
        outline = polygon(points)
        region = Region(outline if outline.area > 0 else outline.reversed())
        try:
            roof = roof_over(region, 0.3)
        except RoofError:
            continue
        assert 0.0 < roof.volume < 0.31 * abs(region.area) + 1e-9


@pytest.mark.parametrize("face", ["plane", "cylinder", "skin"])
def test_the_guard_sees_another_angle(face: str, monkeypatch: pytest.MonkeyPatch) -> None:
    true = carved.Carving.of
    steeper = lambda chart, regions, depth, slope, sign: true(  # noqa: E731
        chart, regions, depth, slope * 1.06, sign
    )
    monkeypatch.setattr(carved.Carving, "of", staticmethod(steeper))
    built = carve_on(face, Text(text="H", height="6 mm"))
    assert fixes(built) and built.report.stamps[0].built_by == ""


def test_only_a_v_of_that_angle_cuts_it(tmp_path: Path) -> None:
    built = carve(text="HI")
    (path,) = write_files(built, tmp_path, "v", ("nc",), {"vee": 60.0})
    assert path.stat().st_size > 500
    with pytest.raises(OutputError, match="60 degrees"):
        write_files(built, tmp_path, "w", ("nc",), {"vee": 90.0})
    with pytest.raises(OutputError, match="60 degrees"):
        write_files(built, tmp_path, "x", ("nc",))


def test_facets_of_a_bend_are_drawn_as_one_wall() -> None:
    """A ring of sixty planes at 6 degrees is one wall without lines; a cube keeps its edges."""
    from tinstamp.engine.mesh import smoothed

    angles = np.linspace(0.0, 2 * np.pi, 61)
    ring = np.column_stack([np.cos(angles), np.sin(angles), np.zeros(61)])
    up = np.array([0.0, 0.0, 1.0])
    two = np.array([[0, 1, 2], [0, 2, 3]])
    strip = [(np.array([a, b, b + up, a + up]), two)
             for a, b in itertools.pairwise(ring)]  # fmt: skip
    points, triangles = smoothed(strip)
    assert len(points) == 120 and len(triangles) == 120
    square = np.array([[1.0, 1, 0], [-1, 1, 0], [-1, -1, 0], [1, -1, 0], [1, 1, 0]])
    box = [(np.array([a, b, b + up, a + up]), two)
           for a, b in itertools.pairwise(square)]  # fmt: skip
    points, _ = smoothed(box)
    assert len(points) == 16
