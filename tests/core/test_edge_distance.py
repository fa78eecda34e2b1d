"""Bands along edges and fields that go as far as them, measured along the face.

Sources: lengths of geodesics by the exact algorithm of Mitchell, Mount and Papadimitriou on a fine
mesh (pygeodesic); on a ball the arc of a great circle, on a cone the length of its side line (any
handbook of geometry); areas of rings and sectors in closed form; layers, A d (1 ± d / 2R).
"""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np
import pytest
import shapely
from pygeodesic import geodesic

from tests.conftest import each_once
from tests.core.solids import sound, volume
from tests.core.test_fields_everywhere import FACES
from tests.core.test_pieces import fixes, hits, marked
from tinstamp.artwork.outline import Region
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate
from tinstamp.job.lettered import OwnLetter
from tinstamp.job.model import Blank, Job, Shape, Text
from tinstamp.job.pattern import Pattern
from tinstamp.setting.edge_distance import band, geodesics, inside

BAND = Shape(shape="band", wide="1.5 mm", away="2 mm")


def chart_of(face: str) -> Any:
    part, name, _ = FACES[face]
    built = build(Document(Job(blank=Blank.model_validate({"features": [part.model_dump()]}))))
    return built.report.charts[name]


def meshed(chart: Any, step: float) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """A face as a grid of triangles in (u, v): points, triangles, and the numbers on its edges."""
    low, size = chart.surface.begin, chart.surface.size
    u, v = (np.linspace(low[k], low[k] + size[k], int(60 / step) + 1) for k in (0, 1))
    uv = np.stack(np.meshgrid(u, v, indexing="ij"), axis=-1)
    points = chart.to_space(chart.from_uv(uv.reshape(-1, 2)))
    n, m = len(u), len(v)
    a = (np.arange(n - 1)[:, None] * m + np.arange(m - 1)).ravel()
    triangles = np.concatenate(
        [np.stack([a, a + m, a + m + 1], 1), np.stack([a, a + m + 1, a + 1], 1)]
    )
    number = np.arange(n * m).reshape(n, m)
    edge = np.concatenate([number[0], number[-1], number[1:-1, 0], number[1:-1, -1]])
    return points, triangles, edge


@pytest.mark.parametrize("distance", [2.0, 5.0])
def test_a_freeform_face_against_exact_geodesics_of_its_mesh(distance: float) -> None:
    chart = chart_of("skin")
    points, triangles, edge = meshed(chart, 0.5)
    work = geodesic.PyGeodesicAlgorithmExact(points, triangles)
    away, _ = work.geodesicDistances(edge.astype(np.int32), None)
    left = inside(chart, np.zeros(2), distance)
    xy = chart.from_space(points)
    off = shapely.distance(left.exterior, shapely.points(xy))
    within = shapely.contains_xy(left, xy[:, 0], xy[:, 1])
    sure = np.abs(away - distance) > 0.02
    assert (within == (away > distance))[sure].all()
    near = (off < 0.6) & within  # how far the line of that distance is off, along the face
    assert np.abs((away - distance) - off)[near].max() < 0.02


def test_geodesics_of_a_ball_are_great_circles() -> None:
    chart = chart_of("ball")
    start = np.array([[0.0, 39.27], [4.0, 44.0], [-6.0, 33.0]])
    j = chart.jacobian(start)
    angles = np.radians([20.0, 75.0, 190.0])
    way = np.stack([np.cos(angles), np.sin(angles)], axis=1)
    way = way / np.linalg.norm(np.einsum("nka,na->nk", j, way), axis=1)[:, None]
    a, b = chart.to_space(start), chart.to_space(geodesics(chart, start, way, 9.0))
    middle = np.array([0.0, 0.0, 25.0])
    turned = np.arccos(((a - middle) * (b - middle)).sum(axis=1) / 625.0)
    assert turned * 25.0 == pytest.approx(np.full(3, 9.0), abs=1e-6)
    tangent = np.einsum("nka,na->nk", j, way)
    flat = np.cross(a - middle, b - middle)
    assert np.abs((flat * tangent).sum(axis=1)).max() < 1e-5 * 625  # in the plane of the circle


def test_bands_round_a_cone_are_as_wide_along_its_side() -> None:
    """The area of a strip of a cone of slant width w about a mean radius r is 2 π r w."""
    chart = chart_of("cone")
    at = chart.all_round.rolled(np.array([[0.0, 12.0]]))[0]
    for which in ("outer", "upper"):
        regions = band(chart, at, "outer" if which == "outer" else "inner", 2.0, 1.5, True)
        (region,) = regions
        ring = chart.to_space(region.outer.points(12))
        reach = np.hypot(ring[:, 0], ring[:, 1])
        assert region.area == pytest.approx(
            2 * np.pi * (reach.max() + reach.min()) / 2 * 1.5, rel=1e-4
        )
        slope = np.ptp(ring[:, 2]) ** 2 + np.ptp(reach) ** 2
        assert np.sqrt(slope) == pytest.approx(1.5, abs=2e-4)


def test_a_band_of_a_plate_is_a_ring_with_sharp_or_round_corners() -> None:
    at = ("0 mm", "0 mm")
    plate = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")
    built = marked(plate, "p.top", at, BAND, depth="0.5 mm")
    area = 56 * 36 - 53 * 33
    assert built.report.stamps[0].built_by == "imprint" and built.report.valid
    assert built.report.stamps[0].artwork_area == pytest.approx(area, rel=1e-6)
    assert built.report.stamps[0].relief_volume == pytest.approx(-0.5 * area, rel=1e-6)


def test_inner_edges_and_corners_that_jut_in() -> None:
    """Round the hole of a plate: a ring, π ((r + a + w)² - (r + a)²)."""
    plate = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")
    job = Job(
        blank=Blank.model_validate(
            {
                "features": [
                    plate.model_dump(),
                    {"kind": "hole", "name": "h", "face": "p.top", "diameter": "10 mm"},
                ]
            }
        )
    )
    chart = build(Document(job)).report.charts["p.top"]
    inner = band(chart, np.zeros(2), "inner", 1.0, 2.0, True)
    assert sum(r.area for r in inner) == pytest.approx(np.pi * (8.0**2 - 6.0**2), rel=1e-4)
    outer = band(chart, np.zeros(2), "outer", 1.0, 2.0, True)
    assert sum(r.area for r in outer) == pytest.approx(58 * 38 - 54 * 34, rel=1e-6)
    both = band(chart, np.zeros(2), "all", 1.0, 2.0, True)
    assert sum(r.area for r in both) == pytest.approx(np.pi * 28 + 58 * 38 - 54 * 34, rel=1e-4)


@pytest.mark.parametrize("face", ["cylinder", "bore", "cone", "dome", "turned"])
def test_a_band_goes_all_the_way_round(face: str) -> None:
    part, name, at = FACES[face]
    built = marked(part, name, at, BAND, depth="0.4 mm")
    assert built.report.valid and fixes(built) == []
    solid = built.bodies["part"].shape
    assert sound(solid)
    before = built.blank.solid.shape  # type: ignore[union-attr]
    assert volume(before) - volume(solid) == pytest.approx(
        -built.report.stamps[0].relief_volume, rel=1e-6
    )
    if face in ("cylinder", "bore"):
        radius = 30.0 if face == "cylinder" else 26.0
        girth, sign = built.report.charts[name].all_round.way_round(np.zeros(2)), (
            -1.0 if face == "cylinder" else 1.0)  # fmt: skip
        radius = girth / (2 * np.pi)
        assert -built.report.stamps[0].relief_volume == pytest.approx(
            2 * 1.5 * girth * (0.4 + sign * 0.4**2 / (2 * radius)), rel=1e-5
        )


def test_the_one_rim_of_a_dome_is_its_lower_one() -> None:
    part, name, at = FACES["dome"]
    both, lower = (marked(part, name, at, BAND.model_copy(update={"edges": which}), depth="0.4 mm")
                   for which in ("all", "outer"))  # fmt: skip
    assert lower.report.stamps[0].relief_volume == pytest.approx(
        both.report.stamps[0].relief_volume, rel=1e-9
    )
    upper = marked(part, name, at, BAND.model_copy(update={"edges": "inner"}))
    assert "no upper rim" in upper.report.findings[0].message


# -- fields


@pytest.mark.parametrize("face", ["plane", "cylinder", "cone", "turned", "extruded", "skin"])
def test_a_field_goes_as_far_as_the_edges(face: str) -> None:
    """Lines through its floor, in places spread over the face and not under letters, meet it at the
    depth; within the margin nothing changes."""
    part, name, at = FACES[face]
    built = marked(part, name, at, Text(text="HB", height="4 mm"), make="field", field="edges",
                   margin="2.5 mm", depth="0.4 mm")  # fmt: skip
    assert built.report.valid and fixes(built) == []
    item = built.planned["m"]
    outer = shapely.Polygon(item.placed.regions[0].outer.points(24))
    letters = shapely.union_all([shapely.Polygon(c.points(12))
                                 for c in item.placed.regions[0].counters])  # fmt: skip
    random = np.random.default_rng(3)
    low_x, low_y, high_x, high_y = outer.bounds
    places = np.column_stack([random.uniform(low_x, high_x, 60), random.uniform(low_y, high_y, 60)])
    floors = built.bodies["part"].named("m/cap")
    looked_at = 0
    for xy in places:
        point = shapely.Point(*xy)
        if not outer.buffer(-0.1).contains(point) or letters.buffer(0.3).contains(point):
            continue
        start, normal = item.chart.to_space(xy), item.chart.normal(xy)
        found = [hit for floor in floors for hit in hits(floor, start, normal)]
        assert any(abs(hit + 0.4) < 2e-4 for hit in found), xy
        looked_at += 1
    assert looked_at > 12


def test_artwork_beyond_its_field_is_told() -> None:
    part, name, at = FACES["plane"]
    built = marked(part, name, at, Text(text="LONG ARTWORK", height="12 mm"), make="field",
                   field="edges", margin="2 mm")  # fmt: skip
    assert fixes(built) == ["not built"]
    assert "nearer than 2 mm to an edge" in built.report.findings[0].message
    built = marked(part, name, at, make="field", field="edges", margin="40 mm")
    assert fixes(built) == ["not built"]


def test_a_line_round_the_ink_is_its_offset() -> None:
    part, name, at = FACES["plane"]
    built = marked(part, name, at, Text(text="HB", height="4 mm"), make="panel", field="contour",
                   margin="1 mm")  # fmt: skip
    plain = marked(part, name, at, Text(text="HB", height="4 mm"))
    ink = shapely.union_all([shapely.Polygon(r.outer.points(60))
                             for r in plain.planned["m"].placed.regions])  # fmt: skip
    bare = plain.report.stamps[0].artwork_area
    around = shapely.Polygon(ink.buffer(1.0, quad_segs=90).exterior)
    assert built.report.stamps[0].artwork_area == pytest.approx(around.area - bare, rel=3e-4)


TOPS = [("field", "0.3 mm"), ("field", "-0.25 mm"), ("panel", "0.2 mm"), ("panel", "-0.3 mm")]


@pytest.mark.parametrize(("make", "letters"), TOPS)
@pytest.mark.parametrize("face", ["plane", "cylinder", "bore", "cone", "ball", "skin"])
def test_letters_of_a_field_end_where_they_are_asked_to(face: str, make: str, letters: str) -> None:
    """The volume by the layers of field and letters; the tops met by lines square to the face."""
    part, name, at = FACES[face]
    built = marked(part, name, at, Text(text="OH", height="4 mm"), make=make, depth="0.5 mm",
                   letters=letters)  # fmt: skip
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    item, high = built.planned["m"], float(letters.split()[0])
    sign = -1.0 if make == "field" else 1.0
    bare = Text(text="OH", height="4 mm")
    inked: Built = marked(part, name, at, bare, make="mark")
    regions = inked.planned["m"].placed.regions
    chart = item.chart
    expected = chart.relief_volume(item.placed.regions, sign * 0.5)
    expected += chart.relief_volume(regions, high)
    assert built.report.stamps[0].relief_volume == pytest.approx(expected, rel=1e-4)
    tops = built.bodies["part"].named("m/wall")
    for region in regions:
        shape = shapely.Polygon(region.outer.points(12), [c.points(12) for c in region.counters])
        there = np.array(shape.point_on_surface().coords[0])
        start, normal = chart.to_space(there), chart.normal(there)
        found = [hit for top in tops for hit in hits(top, start, normal)]
        assert any(abs(hit - high) < 2e-4 for hit in found)
    before = built.blank.solid.shape  # type: ignore[union-attr]
    assert volume(built.bodies["part"].shape) - volume(before) == pytest.approx(
        built.report.stamps[0].relief_volume, rel=1e-5
    )


OWN = {"O": 0.2, "H": 0.5, "B": 0.9}
"""mm that letters stand out of the floor of a field, or are sunk from the cap of a panel"""


@pytest.mark.parametrize(
    ("face", "make", "shape"),
    each_once(
        itertools.product(
            ["plane", "cylinder", "bore", "cone", "ball", "skin"], ["field", "panel"]
        ),
        ["rectangle", "contour", "edges"],
    ),
)
def test_each_letter_of_a_field_ends_where_it_is_asked_to(face: str, make: str, shape: str) -> None:
    """Below the face, level with it and proud of it in one field; the volume layer by layer, and
    each letter's end met by a line square to the face."""
    part, name, at = FACES[face]
    own = tuple(
        OwnLetter(index=k, own_depth=True, depth=f"{depth} mm")
        for k, depth in enumerate(OWN.values())
    )
    art = Text(text="OHBI", height="4 mm", letters=own)
    built = marked(part, name, at, art, make=make, depth="0.5 mm", field=shape, margin="1 mm",
                   letters="-0.1 mm")  # fmt: skip
    assert built.report.valid, built.report.findings
    assert built.report.stamps[0].built_by == "imprint"
    sign = -1.0 if make == "field" else 1.0
    heights = [sign * (0.5 - depth) for depth in OWN.values()] + [-0.1]
    inked: Built = marked(part, name, at, Text(text="OHBI", height="4 mm"), make="mark")
    chart, body = built.planned["m"].chart, built.bodies["part"]
    expected = chart.relief_volume(built.planned["m"].placed.regions, sign * 0.5)
    ends = {True: body.named(name), False: body.named("m/wall")}
    for region in inked.planned["m"].placed.regions:
        high = heights[region.letters[0]]
        expected += chart.relief_volume([region], high)
        ink = shapely.Polygon(region.outer.points(12), [c.points(12) for c in region.counters])
        there = np.array(ink.point_on_surface().coords[0])
        start, normal = chart.to_space(there), chart.normal(there)
        found = [hit for end in ends[abs(high) < 1e-9] for hit in hits(end, start, normal)]
        assert any(abs(hit - high) < 2e-4 for hit in found)
    assert built.report.stamps[0].relief_volume == pytest.approx(expected, rel=1e-4)


def test_letters_of_a_patterned_field_have_no_ends_of_their_own() -> None:
    part, name, at = FACES["plane"]
    own = (OwnLetter(index=0, own_depth=True, depth="0.2 mm"),)
    plain = marked(part, name, at, Text(text="OH", height="4 mm", letters=own), make="field",
                   depth="0.5 mm")  # fmt: skip
    (stamp,) = plain.job.stamps
    ruled = stamp.model_copy(update={"pattern": Pattern(kind="lines")})
    built = build(Document(plain.job.model_copy(update={"stamps": (ruled,)})))
    assert "not built" in fixes(built)
    assert any("pattern" in f.message for f in built.report.findings)


def test_letters_beyond_their_field_are_told() -> None:
    part, name, at = FACES["plane"]
    built = marked(part, name, at, make="field", depth="0.4 mm", letters="-0.5 mm")
    assert fixes(built) == ["not built"] and "floor" in built.report.findings[0].message
    built = marked(part, name, at, make="field", letters="0.1 mm", draft="3 deg")
    assert fixes(built) == ["not built"] and "draft" in built.report.findings[0].message


def test_the_sheet_of_freeform_artwork_has_the_edges_of_the_face() -> None:
    """Where the sheet made for artwork ends, the face ends, also between its corners."""
    part, name, _ = FACES["skin"]
    built = marked(part, name, ("14 mm", "6 mm"), Text(text="HB", height="4 mm"))
    chart = built.planned["m"].chart
    points = np.concatenate([o.points(4) for o in chart.outline])
    uv = chart.to_uv(points)
    edge = np.minimum(uv, 1.0 - uv).min(axis=1)
    assert np.abs(edge).max() < 1e-5
    assert Region(chart.outline[0]).area > 0
