"""Reliefs: volumes against closed forms, walls, canonical surfaces, the long way."""

from __future__ import annotations

import unicodedata
from io import BytesIO

import numpy as np
import pytest
from fontTools.ttLib import TTFont
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.GeomAbs import GeomAbs_SurfaceType

from tests.conftest import artwork, font, plate
from tests.core.plans import ordered
from tests.core.solids import edge_points, greatest_tolerance, kind, normal_at, sound, volume
from tests.core.test_artwork import EVERY, polygons
from tinstamp.blank.round_solid import tube
from tinstamp.blank.solid import Blank
from tinstamp.blank.thickness import thicknesses
from tinstamp.relief.execute import execute
from tinstamp.relief.imprint import islands_of
from tinstamp.relief.operation import Made
from tinstamp.relief.surfaces import ReliefError
from tinstamp.setting.place import Placed, Spot, place

THICK = (50.0, 50.0)


def stamped(
    blank: Blank, face: str, text: str, depth: float, spot: Spot | None = None, **how: object
) -> tuple[Made, Placed]:
    """Positive depth raises, negative sinks, mm."""
    chart = blank.charts[face]
    drawn = artwork(
        text,
        float(how.get("height", 6.0)),
        str(how.get("family", "Barlow")),
        str(how.get("style", "SemiBold")),
    )  # type: ignore[arg-type]
    laid = place(drawn, spot or Spot(0, 15 if chart.closed else 0, rests_on="middle"), chart)
    thick = how.get("thick", THICK)
    op = ordered(blank, face, laid, depth, thick)  # type: ignore[arg-type]
    direct = bool(how.get("direct", True))
    return execute(blank.solid, op, direct), laid


def steiner(area: float, depth: float, radius: float | None, inside: bool) -> float:
    """Closed forms of the engraved volume: plane A d; cylinder A d (1 ± d / 2R)."""
    if radius is None:
        return area * depth
    bend = -depth if inside else depth
    return area * depth * (1 + bend / (2 * radius))


@pytest.mark.parametrize("depth", [0.5, -0.4])
@pytest.mark.parametrize(
    ("blank", "face", "radius"),
    [
        (tube("t", 84, 80.8, 40, {}), "t.outer", 42.0),
        (tube("t", 84, 80.8, 40, {}), "t.inner", 40.4),
        (tube("t", 20, 0, 40, {}), "t.outer", 10.0),
        (tube("t", 80, 0, 10, {}), "t.top", None),
        (tube("t", 80, 0, 10, {}), "t.bottom", None),
        (plate("p", 80, 40, 3), "p.top", None),
        (plate("p", 80, 40, 30), "p.front", None),
        (plate("p", 80, 60, 30), "p.left", None),
    ],
)
def test_volume_is_the_closed_form(blank: Blank, face: str, radius: float, depth: float) -> None:
    made, laid = stamped(blank, face, "RB8 i", depth)
    assert made.built_by == "imprint"
    assert sound(made.solid.shape)
    area = sum(p.area for p in polygons(laid.regions))  # Shapely's, on fine polylines
    wanted = steiner(area, depth, radius, face.endswith("inner"))
    change = volume(made.solid.shape) - volume(blank.solid.shape)
    assert change == pytest.approx(wanted, rel=1e-4)
    assert made.relief_volume == pytest.approx(change, rel=1e-7)


@pytest.mark.parametrize(
    ("family", "style", "text"),
    [
        ("Pacifico", "Regular", "Lamp oil only · Keep upright · Hot when lit · "),
        ("Oswald", "Medium", "LAMP OIL ONLY · KEEP UPRIGHT · HOT WHEN LIT · "),
        ("Noto Naskh Arabic", "Regular", "زيت المصباح فقط · يحفظ قائما · ساخن عند الاشتعال · "),
    ],
)
def test_forty_letters_all_round(family: str, style: str, text: str) -> None:
    assert len(text) >= 40
    length = artwork(text, 6.0, family, style).width
    around = tube("t", (length + 2) / np.pi, 0, 30, {})
    made, laid = stamped(around, "t.outer", text, -0.4, height=6.0, family=family, style=style)
    assert made.built_by == ("imprint" if _clear_of_seam(laid, around) else "boolean")
    assert sound(made.solid.shape)
    change = volume(made.solid.shape) - volume(around.solid.shape)
    area = sum(p.area for p in polygons(laid.regions))
    assert change == pytest.approx(steiner(area, -0.4, (length + 2) / np.pi / 2, False), rel=1e-4)


def _clear_of_seam(laid: Placed, blank: Blank) -> bool:
    girth = blank.charts["t.outer"].turns.girth
    assert girth is not None
    return all(-girth / 2 < r.bounds[0] and r.bounds[2] < girth / 2 for r in laid.regions)


def test_lengths_on_the_cylinder_match_the_sheet() -> None:
    """Every outline point of the caps, unrolled by hand, lies on the sheet's outline."""
    blank = tube("t", 84, 80.8, 40, {})
    made, laid = stamped(blank, "t.outer", "HB8", -0.4)
    caps = made.solid.named("Mark/cap")
    points = np.concatenate([edge_points(cap) for cap in caps])
    radius = np.hypot(points[:, 0], points[:, 1])
    np.testing.assert_allclose(radius, 41.6, atol=1e-6)
    angle = np.arctan2(points[:, 0], -points[:, 1])  # 0 at the front, to the right
    unrolled = np.stack([42.0 * angle, points[:, 2]], axis=1)
    import shapely

    borders = shapely.union_all([p.boundary for p in polygons(laid.regions)])
    away = [borders.distance(shapely.Point(p)) for p in unrolled]
    assert max(away) < 1e-3


@pytest.mark.parametrize("face", ["t.outer", "t.inner"])
@pytest.mark.parametrize("depth", [0.5, -0.5])
def test_walls_hold_the_normal(face: str, depth: float) -> None:
    """At every wall the face's own normal (radial) lies in the wall: within 0.1°."""
    made, _ = stamped(tube("t", 40, 30, 30, {}), face, "S8", depth)
    worst = 0.0
    for wall in made.solid.named("Mark/wall"):
        surface = BRepAdaptor_Surface(wall)
        if kind(wall) == GeomAbs_SurfaceType.GeomAbs_Plane:
            points = edge_points(wall, 2)
            normal = normal_at(wall, 0.0, 0.0)
            for p in points:
                radial = np.array([p[0], p[1], 0.0]) / np.hypot(p[0], p[1])
                worst = max(worst, abs(float(normal @ radial)))
            continue
        for u in np.linspace(surface.FirstUParameter(), surface.LastUParameter(), 5):
            v = (surface.FirstVParameter() + surface.LastVParameter()) / 2
            p = surface.Value(u, v)
            radial = np.array([p.X(), p.Y(), 0.0]) / np.hypot(p.X(), p.Y())
            worst = max(worst, abs(float(normal_at(wall, u, v) @ radial)))
    assert np.degrees(np.arcsin(worst)) < 0.1


def test_surfaces_stay_canonical() -> None:
    made, _ = stamped(tube("t", 40, 30, 30, {}), "t.outer", "HI", -0.5)
    for cap in made.solid.named("Mark/cap"):
        assert kind(cap) == GeomAbs_SurfaceType.GeomAbs_Cylinder
        assert BRepAdaptor_Surface(cap).Cylinder().Radius() == pytest.approx(19.5)
    flat = [
        w for w in made.solid.named("Mark/wall") if kind(w) == GeomAbs_SurfaceType.GeomAbs_Plane
    ]
    assert len(flat) >= 16  # the straight sides of H and I
    assert greatest_tolerance(made.solid.shape) <= 1e-7


def test_counters_stay_parts_of_their_face() -> None:
    made, laid = stamped(tube("t", 84, 80.8, 40, {}), "t.outer", "B8O", -0.4)
    counters = sum(len(r.counters) for r in laid.regions)
    assert counters == 5
    assert len(made.solid.named("t.outer")) == 1 + counters
    raised = stamped(tube("t", 84, 80.8, 40, {}), "t.outer", "B8O", 0.4)[0]
    assert len(raised.solid.named("Mark/cap")) == 3


def test_a_letter_within_a_ring_stands_on_its_island() -> None:
    blank = tube("t", 84, 80.8, 40, {})
    made, laid = stamped(blank, "t.outer", "®©", -0.4)
    assert made.built_by == "imprint"
    assert sound(made.solid.shape)
    area = sum(p.area for p in polygons(laid.regions))
    change = volume(made.solid.shape) - volume(blank.solid.shape)
    assert change == pytest.approx(steiner(area, -0.4, 42.0, False), rel=1e-4)
    owners = islands_of(laid.regions)
    assert len(laid.regions) == 4 and owners.count(None) == 2


@pytest.mark.parametrize(("family", "style"), EVERY)
def test_letters_digits_and_marks_of_every_font(family: str, style: str) -> None:
    with TTFont(BytesIO(font(family, style).data)) as opened:
        known = sorted(opened.getBestCmap())
    wanted = [c for c in known if unicodedata.category(chr(c))[0] in "LNPS" and c < 0x180]
    text = " ".join(chr(c) for c in wanted[::9])
    length = artwork(text, 4.0, family, style).width
    blank = tube("t", (length + 5) / np.pi, 0, 30, {})
    made, laid = stamped(blank, "t.outer", text, -0.4, height=4.0, family=family, style=style)
    assert made.built_by == "imprint"
    assert sound(made.solid.shape)
    change = volume(made.solid.shape) - volume(blank.solid.shape)
    area = sum(p.area for p in polygons(laid.regions))
    assert change == pytest.approx(steiner(area, -0.4, (length + 5) / np.pi / 2, False), rel=1e-4)


@pytest.mark.parametrize("depth", [0.5, -0.4])
@pytest.mark.parametrize("face", ["t.outer", "t.inner", "t.top"])
def test_the_long_way_gives_the_same(face: str, depth: float) -> None:
    blank = tube("t", 60, 30, 30, {})
    spot = Spot(0, 22.0 if face == "t.top" else 10.0, rests_on="middle")
    quick, _ = stamped(blank, face, "B8", depth, spot, height=4.0)
    slow, _ = stamped(blank, face, "B8", depth, spot, height=4.0, direct=False)
    assert (quick.built_by, slow.built_by) == ("imprint", "boolean")
    assert volume(quick.solid.shape) == pytest.approx(volume(slow.solid.shape), rel=1e-7)
    for role in ("Mark/cap", face):
        assert len(quick.solid.named(role)) == len(slow.solid.named(role))


def test_across_the_seam_and_over_the_rim() -> None:
    blank = tube("t", 40, 30, 30, {"t.outer": 0.0})
    made, laid = stamped(blank, "t.outer", "O8O", -0.4, Spot(0, 15, rests_on="middle"))
    assert made.built_by == "boolean"
    assert sound(made.solid.shape)
    change = volume(made.solid.shape) - volume(blank.solid.shape)
    assert change == pytest.approx(steiner(laid.area, -0.4, 20.0, False), rel=1e-4)
    over, laid = stamped(blank, "t.outer", "HI", -0.4, Spot(60, 27, round=True))
    assert over.built_by == "boolean"
    assert 0 > over.relief_volume > steiner(laid.area, -0.4, 20.0, False)
    assert sound(over.solid.shape)


def test_a_through_cut_drops_the_middles() -> None:
    blank = tube("t", 40, 37, 30, {})
    made, laid = stamped(blank, "t.outer", "O8", -3.0, thick=(1.5, 1.5))
    assert sound(made.solid.shape)
    assert len(made.loose) == 3
    # all between the outer outlines goes: ring sectors of the wall, by Pappus
    outer = sum(r.outer.area for r in laid.regions)
    gone = outer * 1.5 * (1 - 1.5 / 40)
    assert made.relief_volume == pytest.approx(-gone, rel=1e-4)
    middles = -sum(c.area for r in laid.regions for c in r.counters)
    assert sum(made.loose) == pytest.approx(middles * 1.5 * (1 - 1.5 / 40), rel=1e-4)


def test_off_the_face_or_past_the_axis_is_refused() -> None:
    blank = tube("t", 40, 0, 30, {})
    with pytest.raises(ReliefError, match="lies off the face"):
        stamped(blank, "t.top", "I", -0.4, Spot(60, 0))
    with pytest.raises(ReliefError, match="past the axis"):
        stamped(blank, "t.outer", "I", -25.0)


def test_thickness_is_measured_on_the_solid() -> None:
    blank = tube("t", 84, 80.8, 40, {})
    chart = blank.charts["t.outer"]
    xy = np.array([[0.0, 10.0], [30.0, 20.0]])
    found = thicknesses(blank.solid.shape, chart.to_space(xy), chart.normal(xy))
    np.testing.assert_allclose(found, 1.6, atol=1e-9)
