"""Walls with draft: volumes against closed forms and against Shapely's offsets, the angle measured
on the finished faces, what does not fit told with what would."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

import numpy as np
import pytest
import shapely
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools
from scipy.spatial import cKDTree

from tests.conftest import artwork, each_once, plate
from tests.core.plans import ordered
from tests.core.solids import area, normal_at, sound, volume
from tests.core.test_artwork import polygons
from tests.core.test_facets import ALL, area_of
from tinstamp.artwork.insets import InsetError, after_each, drawn_in, keeps_shape, rings
from tinstamp.artwork.outline import Array, Outline, Region
from tinstamp.artwork.shapes import circle, rectangle, regular, rounded_rectangle
from tinstamp.artwork.sharpen import sharpened
from tinstamp.blank.round_solid import tube
from tinstamp.blank.solid import Blank
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.model import Blank as BlankModel
from tinstamp.job.model import Job, Relief, Setting, Stamp, Text
from tinstamp.relief.draft import check_draft, drafted
from tinstamp.relief.execute import execute, imprinted
from tinstamp.relief.facets import facets
from tinstamp.relief.heads import Walls, head_of
from tinstamp.relief.operation import Made
from tinstamp.relief.surfaces import ReliefError
from tinstamp.setting.place import Placed

THICK = (50.0, 50.0)
DEGREES = 12.0
SLOPE = math.tan(math.radians(DEGREES))
STILL = np.eye(2), np.zeros(2)


def placed(*regions: Region) -> Placed:
    return Placed(regions, (0.0, 0.0), *STILL)


def moved(outline: Outline, x: float, y: float, letter: int = 0) -> Region:
    return Region(outline, (), (letter,)).transformed(np.eye(2), np.array([x, y]))


def relief(blank: Blank, face: str, laid: Placed, depth: float, at_cap: bool = False,
           degrees: float = DEGREES, direct: bool = True, **walls: bool) -> Made:  # fmt: skip
    op = ordered(blank, face, laid, depth, THICK)
    op = replace(op, walls=Walls(draft=degrees, at_cap=at_cap, **walls))
    return execute(blank.solid, op, direct)


def change(blank: Blank, made_: Made) -> float:
    assert sound(made_.solid.shape)
    return volume(made_.solid.shape) - volume(blank.solid.shape)


class Flat:
    """An end on a flat sheet."""

    def __init__(self, by: float) -> None:
        self.by = by

    off = None

    def inset(self, xy: Array) -> Array:
        return np.full(xy.shape[:-1], self.by)

    def across(self, xy: Array) -> Array:
        return np.broadcast_to(np.eye(3)[:, :2], (*xy.shape[:-1], 3, 2))


def owned(region: Region) -> tuple[Array, np.ndarray]:
    outlines = list(region.outlines)
    owner = np.repeat(np.arange(len(outlines)), [len(o.beziers) for o in outlines])
    return np.concatenate([o.beziers for o in outlines]), owner


@pytest.mark.parametrize("depth", [1.5, -1.5])
@pytest.mark.parametrize("at_cap", [False, True])
def test_frusta_on_a_plate(depth: float, at_cap: bool) -> None:
    """A pyramid's frustum, h (A₁ + 4 A_m + A₂) / 6 (prismatoid), a cone's, π h (R² + R r + r²) / 3,
    and a ring of two of those (any handbook of mensuration)."""
    h, lean = abs(depth), 1.5 * SLOPE
    sign = -1 if at_cap else 1  # the other end is wider or narrower
    blank = plate("p", 80, 40, 8)
    ring = Region(circle(4.0), (circle(2.0, clockwise=True),), (2,))
    ring = ring.transformed(np.eye(2), np.array([20.0, 0.0]))
    laid = placed(moved(rectangle(9, 5), -20, 0), moved(circle(3), 0, 0, 1), ring)

    def prism(a: float, b: float) -> float:
        ends = [(a - 2 * sign * lean * k) * (b - 2 * sign * lean * k) for k in (0.0, 0.5, 1.0)]
        return h * (ends[0] + 4 * ends[1] + ends[2]) / 6

    def cone(radius: float, by: float) -> float:
        other = radius - by
        return math.pi * h * (radius**2 + radius * other + other**2) / 3

    true = prism(9, 5) + cone(3, sign * lean) + cone(4, sign * lean) - cone(2, -sign * lean)
    got = relief(blank, "p.top", laid, depth, at_cap)
    assert got.built_by == "imprint"
    assert change(blank, got) == pytest.approx(math.copysign(true, depth), rel=1e-5)
    caps = sum(area(face) for face in got.solid.named("Mark/cap"))
    own = sum(r.area for r in laid.regions)
    if at_cap:
        assert caps == pytest.approx(own, rel=1e-5)
    else:
        ends = (9 - 2 * lean) * (5 - 2 * lean) + math.pi * (
            (3 - lean) ** 2 + (4 - lean) ** 2 - (2 + lean) ** 2)  # fmt: skip
        assert caps == pytest.approx(ends, rel=1e-5)


@pytest.mark.parametrize("depth", [0.8, -0.8])
@pytest.mark.parametrize("inside", [False, True])
def test_a_rectangle_round_a_tube(depth: float, inside: bool) -> None:
    """At each depth z from the face the patch is w (R ± z) / R - 2 z tan a wide and h - 2 z tan a
    high: two circles and two straight lines along the axis; integrated by hand."""
    blank = tube("t", 40, 24, 30, {})
    radius = 12.0 if inside else 20.0
    face = "t.inner" if inside else "t.outer"
    out = -math.copysign(1, depth) if inside else math.copysign(1, depth)
    wide, high, d = 9.0, 6.0, abs(depth)

    def layer(z: float) -> float:
        return (wide * (radius + out * z) / radius - 2 * z * SLOPE) * (high - 2 * z * SLOPE)

    true = d * (layer(0.0) + 4 * layer(d / 2) + layer(d)) / 6  # exact for a parabola (Simpson)
    got = relief(blank, face, placed(moved(rectangle(wide, high), 0, 15)), depth)
    assert got.built_by == "imprint"
    assert change(blank, got) == pytest.approx(math.copysign(true, depth), rel=1e-4)


def offset(shape: shapely.Geometry, by: float) -> float:
    return float(shape.buffer(-by, join_style="mitre", mitre_limit=100.0).area)


@pytest.mark.parametrize("at_cap", [False, True])
@pytest.mark.parametrize("text", ["RB8 g", "Q&%", "MWKS"])
def test_letters_on_a_plate_against_shapely(text: str, at_cap: bool) -> None:
    """Shapely's mitred offsets at three depths, summed by Simpson's rule."""
    blank = plate("p", 80, 40, 8)
    lean, h = 0.5 * math.tan(math.radians(4.0)), 0.5
    sharp = sharpened(artwork(text, 8.0).regions, -lean if at_cap else lean)
    laid = placed(*sharp.regions)
    got = relief(blank, "p.top", laid, -h, at_cap, 4.0)
    assert got.built_by == "imprint"
    shapes = [shapely.Polygon(r.outer.fine(1e-6), [c.fine(1e-6) for c in r.counters])
              for r in laid.regions]  # fmt: skip
    sign = -1 if at_cap else 1
    ends = [sum(offset(s, sign * lean * k) for s in shapes) for k in (0.0, 0.5, 1.0)]
    true = h * (ends[0] + 4 * ends[1] + ends[2]) / 6
    assert -change(blank, got) == pytest.approx(true, rel=1e-4)
    asked = sum(p.area for p in polygons(artwork(text, 8.0).regions))
    assert ends[0] == pytest.approx(asked, rel=2e-3)  # roundings of a few hundredths went


def angles(built_solid: object, chart: object, walls: list) -> Array:  # type: ignore[type-arg]
    """Degrees that walls lean, near their feet, by the faces' own normals."""
    found = []
    for face in walls:
        u0, u1, v0, v1 = BRepTools.UVBounds_s(face)
        for s in (0.1, 0.3, 0.5, 0.7, 0.9):
            u, v = u0 + (u1 - u0) * s, v0 + (v1 - v0) * 0.01
            at = BRepAdaptor_Surface(face).Value(u, v)
            there = chart.from_space(np.array([at.X(), at.Y(), at.Z()]))  # type: ignore[attr-defined]
            found.append(np.degrees(np.arcsin(normal_at(face, u, v) @ chart.normal(there))))  # type: ignore[attr-defined]
    return np.array(found)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("degrees", [2.0, 15.0])
@pytest.mark.parametrize("name", list(ALL))
def test_the_angle_on_the_finished_faces(name: str, make: str, degrees: float) -> None:
    part, face, across, up = ALL[name]
    stamp = Stamp(
        name="s",
        artwork=Text(text="HB8", height="6 mm"),
        setting=Setting(face=face, across=across, up=up, up_from="middle", rests_on="middle"),
        relief=Relief(make=make, depth="0.3 mm", draft=f"{degrees} deg"),  # type: ignore[arg-type]
    )
    built = build(Document(Job(blank=BlankModel(features=(part,)), stamps=(stamp,))))
    assert built.report.valid and built.solid is not None
    assert built.report.stamps[0].built_by == "imprint"
    walls = built.solid.named("s/wall")
    lean = angles(built.solid, built.planned["s"].chart, walls)
    off = np.abs(lean - degrees)
    assert np.quantile(off, 0.95) < 0.1 and off.max() < 0.3
    measured = volume(built.solid.shape)
    plain = build(Document(Job(blank=BlankModel(features=(part,))))).solid
    assert plain is not None
    gone = measured - volume(plain.shape)
    assert gone == pytest.approx(built.report.stamps[0].relief_volume, rel=1e-5)


@pytest.mark.parametrize(
    ("name", "depth", "at_cap"),
    each_once(itertools.product(["t.outer", "t.inner", "t.top"], [0.4, -0.4]), [False, True]),
)
def test_the_long_way_gives_the_same(name: str, depth: float, at_cap: bool) -> None:
    blank = tube("t", 60, 30, 30, {})
    lean = 0.4 * math.tan(math.radians(6.0))
    drawn = sharpened(artwork("B8", 5.0).regions, -lean if at_cap else lean).regions
    up = 22.0 if name == "t.top" else 12.0
    shift = np.array([0.0, up])
    laid = placed(*(r.transformed(np.eye(2), shift) for r in drawn))
    quick = relief(blank, name, laid, depth, at_cap, 6.0)
    slow = relief(blank, name, laid, depth, at_cap, 6.0, direct=False)
    assert (quick.built_by, slow.built_by) == ("imprint", "boolean")
    assert volume(quick.solid.shape) == pytest.approx(volume(slow.solid.shape), rel=1e-7)


def test_walls_that_meet_are_told_with_the_depth_they_can_have() -> None:
    """A stroke of 1 mm closes at 0.5 / tan 20° = 1.374 mm."""
    blank = plate("p", 80, 40, 8)
    laid = placed(moved(rectangle(20, 1), 0, 0))
    with pytest.raises(ReliefError, match=r"meet before the floor.*: 1\.37 mm is as deep"):
        relief(blank, "p.top", laid, -2.0, degrees=20.0)
    assert relief(blank, "p.top", laid, -1.36, degrees=20.0).built_by == "imprint"


@pytest.mark.parametrize("depth", [1.0, -1.0])
def test_what_spreads_over_an_edge_is_cut_off_there(depth: float) -> None:
    """A bar 0.1 mm from the edge, as wide as drawn at its end, 1 mm off: 0.21 mm wider at the face,
    where the plate ends."""
    blank = plate("p", 80, 40, 8)
    got = relief(blank, "p.top", placed(moved(rectangle(10, 5), 34.9, 0)), depth, at_cap=True)
    assert got.built_by == "boolean" and sound(got.solid.shape)
    clear = relief(blank, "p.top", placed(moved(rectangle(10, 5), 34.7, 0)), depth, at_cap=True)
    assert clear.built_by == "imprint"


def test_letters_that_would_meet_at_the_face_are_told() -> None:
    """Two bars 0.4 mm apart, as wide as drawn at the floor 1 mm down: atan 0.2 = 11.3° at most."""
    blank = plate("p", 80, 40, 8)
    bars = [moved(rectangle(5, 10), x, 0, k) for k, x in enumerate((-2.7, 2.7))]
    with pytest.raises(ReliefError, match=r"run into one another at the face.*less than 11°"):
        relief(blank, "p.top", placed(*bars), -1.0, at_cap=True, degrees=15.0)
    assert relief(blank, "p.top", placed(*bars), -1.0, at_cap=True, degrees=11.0)


def wedges(depth: float, flat: bool) -> float:
    """tan 5° / 2 times the square of the walls' height, summed along a rectangle of 8 by 6 mm on a
    tube of 60 mm, its ends left out; a flat cap is as much further as the face falls away."""
    x = np.linspace(-4.0, 4.0, 801)
    fall = (30.0 - np.sqrt(900.0 - x**2)) * (1.0 if depth > 0 else -1.0) * flat
    high = abs(depth) + fall
    along = 2 * 8.0 * float((high**2).mean()) + 2 * 6.0 * float(high[0] ** 2)
    return 0.5 * math.tan(math.radians(5.0)) * along


def test_flat_caps_and_parallel_walls_have_draft_too() -> None:
    """A flat cap over a tube: square walls of uneven height, which all lean alike."""
    blank = tube("t", 60, 30, 30, {})
    laid = placed(moved(rectangle(8, 6), 0, 15))
    for walls in ({"flat": True}, {"flat": True, "slanted": True}, {"slanted": True}):
        for depth in (1.0, -1.0):
            got = relief(blank, "t.outer", laid, depth, degrees=5.0, **walls)
            square = relief(blank, "t.outer", laid, depth, degrees=0.0, **walls)
            assert sound(got.solid.shape)
            less = abs(square.relief_volume) - abs(got.relief_volume)
            assert less == pytest.approx(wedges(depth, bool(walls.get("flat"))), rel=0.08)


@pytest.mark.parametrize("seed", range(24))
def test_outlines_drawn_in_are_those_of_shapely(seed: int) -> None:
    random = np.random.default_rng(seed)
    wide, high = random.uniform(4, 20, 2)
    corner, sides = random.uniform(0.6, 1.5), int(random.integers(3, 9))
    shape = (rectangle(wide, high), circle(wide / 2), regular(sides, wide),
             rounded_rectangle(wide, high, corner))[seed % 4]  # fmt: skip
    inner = circle(random.uniform(0.3, 0.8), clockwise=True)
    region = Region(shape, (inner,), (0,))
    roots, owner = owned(region)
    for by in (random.uniform(0.02, 0.2), -random.uniform(0.02, 0.2)):
        found = rings(drawn_in(roots, owner, Flat(by)), owner)
        assert keeps_shape([found])
        ours = shapely.Polygon(found[0], found[1:]).area
        fine = shapely.Polygon(shape.fine(1e-7), [inner.fine(1e-7)])
        assert ours == pytest.approx(offset(fine, by), rel=1e-4)
        half = rings(drawn_in(roots, owner, Flat(by), 0.5), owner)
        between = shapely.Polygon(half[0], half[1:]).area
        assert between == pytest.approx(offset(fine, by / 2), rel=1e-4)


@pytest.mark.parametrize("by", [0.035, -0.035])
@pytest.mark.parametrize("font", [("Oswald", "Medium"), ("Barlow", "Bold"), ("Zilla Slab", "Bold")])
def test_pieces_that_are_drawn_in_meet(font: tuple[str, str], by: float) -> None:
    """Everywhere round an outline, where curves are carried on to far corners too: the flag of a 1
    ends in a curve shorter than its mitre."""
    reached = 0
    for region in artwork("1234567890ABCDEFGHKQRS", 4.5, *font).regions:
        (region,) = sharpened([region], by).regions
        roots, owner = owned(region)
        try:
            inset = drawn_in(roots, owner, Flat(by))
        except InsetError:
            continue
        ends = inset.samples(np.arange(len(roots)), np.array([0.0, 1.0]))
        assert np.abs(ends[:, 1] - ends[after_each(owner), 0]).max() < 1e-8
        halves = inset.halved(np.ones(len(roots), dtype=bool))
        twice = halves.samples(np.arange(2 * len(roots)), np.array([0.0, 1.0]))
        assert np.abs(twice[::2, 1] - twice[1::2, 0]).max() < 1e-12
        assert np.abs(twice[::2, 0] - ends[:, 0]).max() < 1e-12
        curves = np.linalg.norm(np.diff(roots, n=2, axis=1), axis=-1).max(axis=1) > 1e-6
        reached += int((curves & ((inset.last > 1.2) | (inset.first < -0.2))).any())
    assert reached or font[0] != "Oswald"


def test_a_curve_keeps_its_distance_up_to_its_corner() -> None:
    """A short curve whose mitre lies far beyond its end: within it every place is just as far from
    the outline as it was drawn in (SciPy's nearest points of the outline)."""
    arc = Outline(
        np.array([[[0.0, 0.0], [0.15, -0.02], [0.3, -0.02], [0.42, 0.02]],
                  [[0.42, 0.02], [1.0, 1.6], [1.0, 1.6], [1.6, 3.2]],
                  [[1.6, 3.2], [0.5, 3.2], [-0.5, 3.2], [-1.5, 3.2]],
                  [[-1.5, 3.2], [-1.0, 2.0], [-0.5, 1.0], [0.0, 0.0]]]),
        np.array([False, False, False, False]))  # fmt: skip
    roots, owner = owned(Region(arc))
    inset = drawn_in(roots, owner, Flat(0.1))
    (ring,) = rings(inset, owner)
    tree = cKDTree(arc.points(20000))
    near = ring[np.linalg.norm(ring - [0.21, 0.0], axis=1) < 0.16]
    assert len(near) > 4
    assert np.abs(tree.query(near)[0] - 0.1).max() < 1e-4


def test_what_is_used_up_is_told() -> None:
    roots, owner = owned(Region(rectangle(10, 1), (), (0,)))
    with pytest.raises(InsetError, match="nothing is left"):
        drawn_in(roots, owner, Flat(0.6))


def test_small_roundings_are_made_sharp_and_large_ones_kept() -> None:
    tight = Region(rounded_rectangle(10, 6, 0.02), (), (0,))
    made_sharp = sharpened([tight], 0.05)
    assert made_sharp.regions[0].area == pytest.approx(60.0, abs=1e-9)
    assert len(made_sharp.at) == 4 and made_sharp.most == pytest.approx(
        0.02 * (2**0.5 - 1), rel=0.02
    )
    for kept in (sharpened([tight], 0.005), sharpened([tight], -0.05), sharpened([tight], 0.0)):
        assert kept.regions[0] is tight and not kept.at
    roots, owner = owned(made_sharp.regions[0])
    assert keeps_shape([rings(drawn_in(roots, owner, Flat(0.05)), owner)])


def test_letters_that_are_alike_are_made_once_and_seen_as_they_are() -> None:
    blank = tube("t", 60, 30, 30, {})
    shift = np.array([0.0, 12.0])
    drawn = (r.transformed(np.eye(2), shift) for r in artwork("OOOO", 5.0).regions)
    op = ordered(blank, "t.outer", placed(*drawn), -0.4, THICK)
    found = imprinted(blank.solid, replace(op, walls=Walls(draft=8.0)))
    assert found is not None
    once, got = found
    assert sound(got.solid.shape)
    assert [len(block.at) for block in once.blocks] == [4]
    sizes = [area(cap) for cap in got.solid.named("Mark/cap")]
    assert len(sizes) == 4 and max(sizes) - min(sizes) < 1e-9 * max(sizes)
    (seen,) = facets([block.loops for block in once.blocks], 0.1, once.flipped)
    assert seen is not None
    assert area_of(*seen.cap) == pytest.approx(sizes[0], rel=0.02)
    walls = sum(area(wall) for wall in once.blocks[0].walls)
    assert area_of(*seen.walls) == pytest.approx(walls, rel=0.02)


def test_the_check_alone_tells_what_the_build_would() -> None:
    blank = plate("p", 80, 40, 8)
    chart = blank.charts["p.top"]
    walls = Walls(draft=20.0)
    cap = head_of(chart, np.zeros(2), -1.0, walls)
    head = drafted(cap, cap, walls, -1.0)
    check_draft(head, [moved(rectangle(9, 5), 0, 0)], 1.0)  # type: ignore[arg-type]
    with pytest.raises(ReliefError):
        check_draft(head, [moved(rectangle(9, 0.5), 0, 0)], 1.0)  # type: ignore[arg-type]
