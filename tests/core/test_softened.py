"""Edges of walls that are rounded or cut off, at the cap or floor and at the face.

Sources: frusta, π h (R² + R r + r²) / 3, and bodies of revolution with a quarter circle,
π ((R - ρ)² ρ + (R - ρ) π ρ² / 2 + 2 ρ³ / 3) (any handbook of mensuration); sections of letters by
Shapely's offsets, summed by Simpson's rule; points of finished faces held against the torus that a
rounding is.
"""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
import shapely
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools

from tests.core.solids import sound, volume
from tests.core.test_artwork import polygons
from tests.core.test_fields_everywhere import FACES
from tests.core.test_pieces import fixes, marked
from tinstamp.job.features import Plate
from tinstamp.job.model import Shape, Text
from tinstamp.relief.softened import Ring, places_of

PLATE = Plate(name="p", length="60 mm", width="40 mm", thickness="8 mm")
AT = ("0 mm", "0 mm")
DISC = Shape(shape="circle", wide="12 mm")


def frustum(a: float, b: float, h: float) -> float:
    return float(np.pi * h * (a * a + a * b + b * b) / 3.0)


def quarter(reach: float, radius: float) -> float:
    """Under a quarter circle that turns inwards from a wall at `reach`."""
    inner = reach - radius
    return float(np.pi * (inner**2 * radius + inner * np.pi * radius**2 / 2 + 2 * radius**3 / 3))


def fillet(reach: float, radius: float) -> float:
    """Under a quarter circle that turns outwards from a wall at `reach`."""
    outer = reach + radius
    return float(np.pi * (outer**2 * radius - outer * np.pi * radius**2 / 2 + 2 * radius**3 / 3))


def change(built: Any) -> float:
    assert built.report.valid and built.report.stamps[0].built_by == "imprint", (
        built.report.findings
    )
    solid = built.bodies["part"].shape
    assert sound(solid)
    found = volume(solid) - volume(built.blank.solid.shape)
    assert built.report.stamps[0].relief_volume == pytest.approx(found, rel=1e-6)
    return found


@pytest.mark.parametrize("make", ["emboss", "engrave"])
def test_a_disc_with_a_cut_off_edge_is_a_cylinder_and_a_frustum(make: str) -> None:
    built = marked(PLATE, "p.top", AT, DISC, make=make, depth="1.5 mm", cap_edge="chamfer",
                   cap_edge_size="0.4 mm")  # fmt: skip
    expected = np.pi * 36 * 1.1 + frustum(6.0, 5.6, 0.4)
    assert abs(change(built)) == pytest.approx(expected, rel=1e-6)
    built = marked(PLATE, "p.top", AT, DISC, make=make, depth="1.5 mm", face_edge="chamfer",
                   face_edge_size="0.4 mm")  # fmt: skip
    expected = np.pi * 36 * 1.1 + frustum(6.4, 6.0, 0.4)
    assert abs(change(built)) == pytest.approx(expected, rel=1e-6)


@pytest.mark.parametrize("make", ["emboss", "engrave"])
def test_a_disc_with_round_edges_has_quarter_circles(make: str) -> None:
    built = marked(PLATE, "p.top", AT, DISC, make=make, depth="1.5 mm", cap_edge="round",
                   cap_edge_size="0.5 mm", face_edge="round", face_edge_size="0.3 mm")  # fmt: skip
    expected = fillet(6.0, 0.3) + np.pi * 36 * 0.7 + quarter(6.0, 0.5)
    assert abs(change(built)) == pytest.approx(expected, rel=1e-6)
    sign = 1.0 if make == "emboss" else -1.0
    seen = {"cap": 0, "face": 0}
    for face in built.bodies["part"].named("m/wall"):
        surface = BRepAdaptor_Surface(face)
        u0, u1, v0, v1 = BRepTools.UVBounds_s(face)
        for u, v in ((0.3, 0.2), (0.5, 0.5), (0.8, 0.7)):
            p = surface.Value(u0 + u * (u1 - u0), v0 + v * (v1 - v0))
            reach, height = np.hypot(p.X(), p.Y()), sign * (p.Z() - 8.0)
            if height > 1.0:  # about a circle of radius 5.5, 1 mm over the face
                assert np.hypot(reach - 5.5, height - 1.0) == pytest.approx(0.5, abs=1e-6)
                seen["cap"] += 1
            elif height < 0.3:  # about one of radius 6.3, 0.3 mm over it
                assert np.hypot(reach - 6.3, height - 0.3) == pytest.approx(0.3, abs=1e-6)
                seen["face"] += 1
    assert min(seen.values()) > 12


def test_draft_and_round_edges_meet_without_a_kink() -> None:
    """With 10° of draft the rounding turns 80°: it touches wall and cap at r tan(40°) from their
    corner; the volume is that of the profile turned (Pappus, summed finely)."""
    built = marked(PLATE, "p.top", AT, DISC, make="emboss", depth="1.5 mm", draft="10 deg",
                   cap_edge="round", cap_edge_size="0.4 mm")  # fmt: skip
    slope, reach = np.tan(np.radians(10)), 0.4 * np.tan(np.radians(40))
    corner = np.array([6.0 - 1.5 * slope, 1.5])
    down = np.array([np.sin(np.radians(10)), -np.cos(np.radians(10))])
    middle = corner + [-reach, 0.0] + [0.0, -0.4]
    touch = corner + reach * down
    assert np.linalg.norm(touch - middle) == pytest.approx(0.4)
    heights = np.linspace(0.0, 1.5, 200001)
    wall = 6.0 - slope * heights
    arc = middle[0] + np.sqrt(np.maximum(0.16 - (heights - middle[1]) ** 2, 0.0))
    profile = np.where(heights > touch[1], arc, wall)
    expected = np.trapezoid(np.pi * profile**2, heights)
    assert change(built) == pytest.approx(expected, rel=1e-6)


@pytest.mark.parametrize("make", ["emboss", "engrave"])
def test_letters_on_a_plate_against_offsets(make: str) -> None:
    built = marked(PLATE, "p.top", AT, Text(text="HB8", height="9 mm"), make=make, depth="0.8 mm",
                   cap_edge="chamfer", cap_edge_size="0.2 mm", face_edge="chamfer",
                   face_edge_size="0.1 mm")  # fmt: skip
    found = abs(change(built))
    bare = marked(PLATE, "p.top", AT, Text(text="HB8", height="9 mm"))
    ink = shapely.union_all(polygons(bare.planned["m"].placed.regions, 40))

    def section(by: float) -> float:
        return float(ink.buffer(-by, join_style="mitre", mitre_limit=20.0).area)

    def slab(a: float, b: float, high: float) -> float:
        return high / 6 * (section(a) + 4 * section((a + b) / 2) + section(b))

    expected = slab(-0.1, 0.0, 0.1) + 0.5 * section(0.0) + slab(0.0, 0.2, 0.2)
    # small roundings are made sharp, which is told
    assert found == pytest.approx(expected, rel=6e-4)


EDGES: list[dict[str, str]] = [
    {"cap_edge": "round", "cap_edge_size": "0.12 mm"},
    {"face_edge": "chamfer", "face_edge_size": "0.1 mm", "draft": "4 deg", "outline": "cap"},
]


@pytest.mark.parametrize("edges", EDGES, ids=["round cap", "cut off at the face"])
@pytest.mark.parametrize("make", ["emboss", "engrave"])
@pytest.mark.parametrize("face", ["cylinder", "bore", "cone", "ball", "skin"])
def test_every_kind_of_face(face: str, make: str, edges: dict[str, str]) -> None:
    """Built directly, and of the volume that was computed from sections of the chart."""
    part, name, at = FACES[face]
    built = marked(part, name, at, Text(text="HO", height="6 mm"), make=make, depth="0.5 mm",
                   **edges)  # fmt: skip
    sharp = marked(part, name, at, Text(text="HO", height="6 mm"), make=make, depth="0.5 mm")
    less = abs(change(built)) - abs(change(sharp))
    assert (less > 0) == ("face_edge" in edges) and abs(less) < 0.2 * abs(change(sharp))


def test_a_place_of_an_arc_lies_on_it() -> None:
    """A conic with the weight cos 45° between the legs of a right angle is a quarter circle."""
    low, corner, high = Ring(1.0, 0.0), Ring(1.5, 0.0, True), Ring(1.5, 0.5)
    places = places_of(low, corner, high, np.sqrt(0.5))
    for part, inwards, _ in places:
        height = 1.0 + 0.5 * part
        assert np.hypot(height - 1.0, 0.5 - inwards) == pytest.approx(0.5, abs=1e-12)
    assert sum(weight for *_, weight in places) == pytest.approx(1.0, abs=1e-9)
    area = sum(inwards * weight for _, inwards, weight in places) * 0.5
    assert area == pytest.approx(0.25 * (1 - np.pi / 4), rel=1e-6)


TOLD: list[tuple[dict[str, Any], str]] = [
    ({"cap_edge": "round", "cap_edge_size": "1 mm"}, "mm high: give smaller"),
    ({"cap_edge": "chamfer", "cap_edge_size": "0.75 mm", "depth": "2 mm"}, "too narrow"),
    ({"cap_edge": "round", "caps": "plane"}, "caps follow the face"),
    ({"face_edge": "round", "rises": "2 deg"}, "caps follow the face"),
]


@pytest.mark.parametrize(("relief", "words"), TOLD)
def test_what_does_not_fit_is_told(relief: dict[str, Any], words: str) -> None:
    built = marked(
        PLATE, "p.top", AT, Text(text="HB", height="8 mm"), **{"depth": "0.5 mm"} | relief
    )
    assert "not built" in fixes(built)
    assert any(words in f.message for f in built.report.findings if f.check == "not built")


def test_artwork_over_an_edge_is_made_by_tools() -> None:
    """What of it lies on the face: the letters cut off at the edge, drawn in at every level."""
    built = marked(PLATE, "p.top", ("28 mm", "0 mm"), Text(text="HB", height="8 mm"),
                   depth="0.5 mm", cap_edge="chamfer", cap_edge_size="0.1 mm")  # fmt: skip
    assert fixes(built) == ["over the edge"] and built.report.stamps[0].built_by
    face = shapely.box(*np.array(built.blank.charts["p.top"].bounds).tolist())
    letters = polygons(built.planned["m"].placed.regions, 60)
    at, weights = np.polynomial.legendre.leggauss(24)
    layer = 0.0
    for t, w in zip((at + 1.0) / 2.0, weights / 2.0, strict=True):
        by = max(0.0, 0.5 * t - 0.4)
        drawn = [p.buffer(-by, join_style="mitre", mitre_limit=20) for p in letters]
        layer += 0.5 * w * sum(p.intersection(face).area for p in drawn)
    assert -built.report.stamps[0].relief_volume == pytest.approx(layer, rel=2e-3)


def test_strokes_are_narrower_at_a_softened_cap() -> None:
    sharp = marked(PLATE, "p.top", AT, Text(text="HI", height="2.6 mm"), make="emboss")
    soft = marked(PLATE, "p.top", AT, Text(text="HI", height="2.6 mm"), make="emboss",
                  cap_edge="chamfer", cap_edge_size="0.1 mm")  # fmt: skip
    assert "thin stroke" not in fixes(sharp) and "thin stroke" in fixes(soft)
