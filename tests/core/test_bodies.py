"""Bodies against closed forms and Pappus's theorems, three sizes each; bad sizes in words.

Formulas without another source are those of any handbook's tables of plane figures and
solids of revolution (from memory).
"""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
from scipy.integrate import dblquad, quad
from scipy.interpolate import CubicSpline

from tests.conftest import made, sized
from tests.core.solids import sound, volume
from tinstamp.blank.kernel import faces
from tinstamp.blank.making import BlankError
from tinstamp.blank.true_area import true_area
from tinstamp.chart.bent import BentChart
from tinstamp.chart.extruded import ExtrudedChart
from tinstamp.job.drawn import knot
from tinstamp.job.features import (
    Ball,
    BaseFeature,
    Cone,
    Dome,
    Extruded,
    FreeformSkin,
    RailedHead,
    Torus,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Job
from tinstamp.job.resolve import resolve

PI = math.pi
Case = tuple[BaseFeature, float, float]


def cone(base: float, top: float, h: float) -> Case:
    """V = πh/3 (R² + Rr + r²), lateral area π s (R + r)."""
    a, b = base / 2, top / 2
    side = math.hypot(a - b, h)
    feature = Cone(base_diameter=f"{base} mm", top_diameter=f"{top} mm", height=f"{h} mm")
    return feature, PI * h / 3 * (a * a + a * b + b * b), PI * (side * (a + b) + a * a + b * b)


def hollow_cone(base: float, angle: float, h: float, wall: float) -> Case:
    """By Pappus: the section is a parallelogram, h high and wall / cos(angle) wide."""
    slope = math.tan(math.radians(angle))
    wide = wall / math.cos(math.radians(angle))
    outer = base / 2 - slope * h / 2  # mean radius of the outer side
    side = h / math.cos(math.radians(angle))
    lower, upper = base / 2, base / 2 - slope * h
    feature = Cone(
        base_diameter=f"{base} mm",
        given="side_angle",
        side_angle=f"{angle} deg",
        height=f"{h} mm",
        wall=f"{wall} mm",
    )
    ends = PI * (lower**2 - (lower - wide) ** 2 + upper**2 - (upper - wide) ** 2)
    skin = 2 * PI * side * (outer + outer - wide) + ends
    return feature, 2 * PI * (outer - wide / 2) * wide * h, skin


def frustum(a: float, b: float, h: float) -> float:
    return PI * h / 3 * (a * a + a * b + b * b)


def closed_cone(base: float, top: float, h: float, wall: float) -> Case:
    """Outside less inside, both frustums; the inside begins and ends a wall away."""
    a, b = base / 2, top / 2
    slope = (b - a) / h
    wide = wall * math.hypot(1, slope)
    c, d = a + slope * wall - wide, a + slope * (h - wall) - wide
    inner = math.hypot(c - d, h - 2 * wall)
    outer = math.hypot(a - b, h)
    feature = Cone(
        base_diameter=f"{base} mm",
        top_diameter=f"{top} mm",
        height=f"{h} mm",
        wall=f"{wall} mm",
        lower_end="closed",
        upper_end="closed",
    )
    skin = PI * (outer * (a + b) + a * a + b * b + inner * (c + d) + c * c + d * d)
    return feature, frustum(a, b, h) - frustum(c, d, h - 2 * wall), skin


def dome(d: float, h: float, wall: float) -> Case:
    """Cap of a ball: V = πh² (3R − h) / 3, curved area 2πRh."""
    a = d / 2
    r = (a * a + h * h) / (2 * h)
    feature = Dome(diameter=f"{d} mm", height=f"{h} mm", wall=f"{wall} mm")
    if not wall:
        return feature, PI * h * h * (3 * r - h) / 3, 2 * PI * r * h + PI * a * a
    q, k = r - wall, h - wall
    b = math.sqrt(q * q - (h - r) ** 2)
    space = PI * (h * h * (3 * r - h) - k * k * (3 * q - k)) / 3
    return feature, space, 2 * PI * (r * h + q * k) + PI * (a * a - b * b)


def ball(d: float) -> Case:
    return Ball(diameter=f"{d} mm"), PI * d**3 / 6, PI * d * d


def torus(ring: float, bar: float) -> Case:
    """Pappus: V = 2π² R r², area 4π² R r."""
    feature = Torus(ring_diameter=f"{ring} mm", bar_diameter=f"{bar} mm")
    return feature, PI**2 * ring * bar**2 / 4, PI**2 * ring * bar


def turned_polygon(points: list[tuple[float, float]], sweep: float) -> Case:
    """Pappus, with area, centroid and lengths of the section by Shapely."""
    section = shapely.Polygon(points)
    turn = math.radians(sweep)
    rim = sum(
        math.dist(p, q) * (p[0] + q[0]) / 2
        for p, q in zip(points, [*points[1:], points[0]], strict=True)
    )
    feature = TurnedProfile(
        points=tuple(knot("abcdefgh"[i], x, y) for i, (x, y) in enumerate(points)),
        closed="itself",
        sweep=f"{sweep} deg",
    )
    ends = 0 if sweep == 360 else 2 * section.area
    return feature, section.area * section.centroid.x * turn, rim * turn + ends


def turned_spline(points: list[tuple[float, float]]) -> Case:
    """A spline closed against the axis: V = π ∫ r² dz, area 2π ∫ r ds, by SciPy's own
    spline and quadrature; natural ends."""
    t = np.concatenate([[0], np.cumsum(np.hypot(*np.diff(points, axis=0).T))])
    curve = CubicSpline(t, points, bc_type="natural")
    slope = curve.derivative()
    space = quad(lambda s: PI * curve(s)[0] ** 2 * slope(s)[1], 0, t[-1], limit=400, points=t)[0]
    skin = quad(
        lambda s: 2 * PI * curve(s)[0] * np.hypot(*slope(s)), 0, t[-1], limit=400, points=t
    )[0]
    skin += PI * (points[0][0] ** 2 + points[-1][0] ** 2)
    knots = [knot("abcdefgh"[i], x, y, "spline") for i, (x, y) in enumerate(points)]
    return TurnedProfile(points=tuple(knots)), abs(space), skin


def bulged(x: float, y: float, rise: float, h: float) -> Case:
    """A rectangle with one side a circular arc: plus the segment r² (a − sin a) / 2."""
    radius = (x * x / 4 + rise * rise) / (2 * rise)
    turn = 4 * math.atan(2 * rise / x)
    face = x * y + radius**2 * (turn - math.sin(turn)) / 2
    rim = x + 2 * y + radius * turn
    points = (knot("a", 0, 0, "arc", rise), knot("b", x, 0), knot("c", x, y), knot("d", 0, y))
    return Extruded(points=points, height=f"{h} mm"), face * h, 2 * face + rim * h


def band(points: list[tuple[float, float]], wall: float, h: float) -> Case:
    """A wall about the middle of a curve: its area is the curve's length times the wall
    (Pappus), its two sides together twice the length (parallel curves, Steiner)."""
    t = np.concatenate([[0], np.cumsum(np.hypot(*np.diff(points, axis=0).T))])
    slope = CubicSpline(t, points, bc_type="natural").derivative()
    length = quad(lambda s: np.hypot(*slope(s)), 0, t[-1], limit=400, points=t)[0]
    knots = tuple(knot("abcdefgh"[i], x, y, "spline") for i, (x, y) in enumerate(points))
    feature = Extruded(points=knots, closed="open", wall=f"{wall} mm", height=f"{h} mm")
    return feature, length * wall * h, 2 * length * (wall + h) + 2 * wall * h


def oval_cup(a: float, b: float, low: float, high: float, h: float) -> Case:
    """Straight sides from one ellipse to a smaller one of the same shape: the frustum's
    volume with the ellipse's area πab; the side's area by quadrature."""
    wide = max(low, high)
    feature = RailedHead(
        points=(knot("a", low, 0), knot("b", high, h)),
        oval_length=f"{2 * a} mm",
        oval_width=f"{2 * b} mm",
    )
    k, m = low / wide, high / wide
    space = PI * a * b * h / 3 * (k * k + k * m + m * m)

    def strip(t: float) -> float:
        c, s = math.cos(t), math.sin(t)
        ru, rv = np.array([-a * s, b * c, 0]), np.array([a * c * (m - k), b * s * (m - k), h])
        size = lambda f: np.linalg.norm(np.cross(f * ru, rv))  # noqa: E731
        return quad(lambda v: size(k + v * (m - k)), 0, 1)[0]

    side = 4 * quad(strip, 0, PI / 2)[0]
    return feature, space, side + PI * a * b * (k * k + m * m)


def skin_of(x: float, y: float, bend: float, t: float) -> Case:
    """z = bend · x² exactly (a cubic spline keeps parabolas). By Steiner the thickened skin
    has V = ∫ t − H t² dA, with K = 0; areas of both sides, and of the rims by quadrature."""

    def grown(u: float) -> tuple[float, float]:
        speed = math.sqrt(1 + 4 * bend**2 * u * u)
        return speed, 2 * bend / speed**3  # arc length and curvature of the parabola

    length = quad(lambda u: grown(u)[0], -x / 2, x / 2)[0]
    turn = quad(lambda u: grown(u)[0] * grown(u)[1], -x / 2, x / 2)[0]
    # below a hollow (bend > 0) the parallel curve is longer
    under = length + turn * t
    space = y * (length * t + turn * t * t / 2)
    rows = [
        {"heights": tuple(f"{bend * (-x / 2 + x * i / 4) ** 2:.12f} mm" for i in range(5))}
        for _ in range(3)
    ]
    feature = FreeformSkin.model_validate(
        {"length": f"{x} mm", "width": f"{y} mm", "thickness": f"{t} mm", "rows": rows}
    )
    return feature, space, y * (length + under) + 2 * t * y + 2 * space / y


CASES = [
    cone(60, 30, 40),
    cone(10, 0, 25),
    cone(20, 90, 6),
    hollow_cone(60, 20, 40, 2),
    hollow_cone(100, -35, 12, 1),
    hollow_cone(30, 2, 50, 4),
    closed_cone(60, 30, 40, 2),
    closed_cone(20, 80, 30, 3),
    closed_cone(50, 50.1, 10, 1),
    dome(50, 15, 0),
    dome(40, 20, 1),
    dome(30, 26, 2.5),
    ball(30),
    ball(1.5),
    ball(400),
    torus(40, 8),
    torus(12, 11.5),
    torus(200, 3),
    turned_polygon([(10, 0), (22, 0), (18, 9), (12, 14)], 360),
    turned_polygon([(3, -2), (8, -2), (8, 6), (5, 6), (5, 2), (3, 2)], 120),
    turned_polygon([(100, 0), (101, 0), (101, 40)], 7.5),
    turned_spline([(20, 0), (26, 12), (18, 26), (19, 32)]),
    turned_spline([(5, 0), (4, 6), (9, 11)]),
    turned_spline([(60, 0), (20, 5), (64, 31), (50, 40), (30, 44)]),
    bulged(60, 20, 6, 12),
    bulged(10, 4, 5, 30),
    bulged(200, 50, 0.5, 2),
    band([(0, 0), (10, 8), (20, -3), (30, 0)], 1.5, 20),
    band([(0, 0), (40, 3), (90, 0)], 4, 3),
    band([(0, 0), (3, 4), (9, 4), (12, 0)], 0.2, 60),
    oval_cup(25, 17, 16, 20, 14),
    oval_cup(10, 10, 8, 3, 9),
    oval_cup(60, 12, 30, 30, 4),
    skin_of(60, 40, 0.01, 2),
    skin_of(20, 8, -0.02, 1),
    skin_of(150, 90, 0.001, 5),
]


@pytest.mark.parametrize(("feature", "space", "skin"), CASES)
def test_volume_and_area(feature: BaseFeature, space: float, skin: float) -> None:
    blank = made(feature)
    assert sound(blank.solid.shape)
    close = 1e-5 if isinstance(feature, FreeformSkin) else 1e-6
    assert volume(blank.solid.shape) == pytest.approx(space, rel=close)
    assert sum(map(true_area, faces(blank.solid.shape))) == pytest.approx(skin, rel=close)
    for name, chart in blank.charts.items():
        if isinstance(chart, BentChart) and not isinstance(chart, ExtrudedChart):
            continue  # its sheet stretches
        flat = sum(outline.area for outline in chart.outline)
        true = sum(map(true_area, blank.solid.named(name)))
        assert flat == pytest.approx(true, rel=2e-3)


def test_a_curved_skin_both_ways() -> None:
    """z = a x² + b y²: Steiner with H and K by hand and SciPy's double quadrature."""
    x, y, t, a, b = 50.0, 30.0, 1.5, -0.006, 0.009

    def part(v: float, u: float) -> float:
        p, q = 2 * a * u, 2 * b * v
        w = math.sqrt(1 + p * p + q * q)
        mean = ((1 + q * q) * 2 * a + (1 + p * p) * 2 * b) / (2 * w**3)
        gauss = 4 * a * b / w**4
        return w * (t + mean * t * t + gauss * t**3 / 3)

    true = dblquad(part, -x / 2, x / 2, -y / 2, y / 2)[0]
    rows = [
        {"heights": tuple(f"{a * u * u + b * v * v:.12f} mm" for u in np.linspace(-25, 25, 5))}
        for v in np.linspace(-15, 15, 4)
    ]
    feature = FreeformSkin.model_validate(
        {"length": f"{x} mm", "width": f"{y} mm", "thickness": f"{t} mm", "rows": rows}
    )
    assert volume(made(feature).solid.shape) == pytest.approx(true, rel=2e-5)


def test_a_steered_skin_keeps_within_its_grid() -> None:
    """A B-spline lies within the hull of its control points; level ones make a plate."""
    level = [{"heights": ("4 mm",) * 5}] * 4
    plate = FreeformSkin.model_validate({"shape": "steered", "rows": level, "thickness": "2 mm"})
    assert volume(made(plate).solid.shape) == pytest.approx(60 * 40 * 2, rel=1e-9)
    drawn = FreeformSkin(shape="steered")
    through = FreeformSkin()
    assert volume(made(drawn).solid.shape) < volume(made(through).solid.shape)


def test_a_drawn_rail_and_a_spline_profile() -> None:
    """V = A_rail / widest² · ∫ r² dz; the rail of two arcs by segments of a circle."""
    head = RailedHead(rail="drawn")
    radius = (25**2 + 17**2) / 34
    turn = 4 * math.atan(34 / 50)
    rail = radius**2 * (turn - math.sin(turn))
    (item,) = sized(head)
    form = head.form(dict(item.values))
    spline = next(p.spline for p in form.pieces if p.spline is not None)
    first, last = spline.ends
    whole = quad(
        lambda s: spline.at(np.array([s]))[0, 0] ** 2 * spline.at(np.array([s]), 1)[0, 1],
        first,
        last,
        limit=400,
    )[0]
    blank = made(head)
    assert sound(blank.solid.shape)
    assert volume(blank.solid.shape) == pytest.approx(rail / form.widest**2 * abs(whole), rel=1e-6)
    assert set(blank.solid.names) == {"head.start_end", "head.a_left", "head.a_right"}


def test_smooth_at_the_axis() -> None:
    """A spline that ends on the axis leaves it level: no point at the top of a dome."""
    dome_like = TurnedProfile(
        points=(knot("a", 20, 0, "spline"), knot("b", 15, 9, "spline"), knot("c", 0, 14))
    )
    (item,) = sized(dome_like)
    piece = next(p for p in dome_like.form(dict(item.values)).pieces if p.name == "a")
    np.testing.assert_allclose(piece.tangent(at_end=True), [-1, 0], atol=1e-12)
    assert sound(made(dome_like).solid.shape)


@pytest.mark.parametrize(
    ("feature", "field", "words"),
    [
        (Cone(given="side_angle", side_angle="50 deg"), "side_angle", "below the cone's own"),
        (Cone(given="side_angle", side_angle="89.5 deg"), "side_angle", "steeper than 89°"),
        (Cone(wall="40 mm"), "wall", "no hollow"),
        (Cone(wall="6 mm", height="20 mm", top_diameter="10 mm"), "wall", "closes the upper"),
        (Dome(wall="15 mm"), "wall", "no hollow under the dome"),
        (Torus(bar_diameter="40 mm"), "bar_diameter", "closes the ring"),
        (TurnedProfile(sweep="400 deg"), "sweep", "at most 360°"),
        (
            TurnedProfile(points=(knot("a", -1, 0), knot("b", 5, 5))),
            "points.0.x",
            "passes the axis",
        ),
        (TurnedProfile(points=(knot("a", 0, 0), knot("b", 0, 5))), "points.0.x", "nothing in it"),
        (TurnedProfile(points=(knot("a", 5, 0), knot("b", 5, 0))), "points.1.x", "lies on the one"),
        (
            Extruded(
                points=tuple(
                    knot(n, x, y)
                    for n, x, y in (("a", 0, 0), ("b", 10, 10), ("c", 10, 0), ("d", 0, 10))
                )
            ),
            "points.2.x",
            "piece “a” crosses piece “c”",
        ),
        (
            Extruded(
                closed="open",
                wall="30 mm",
                points=(knot("a", 0, 0, "spline"), knot("b", 5, 5, "spline"), knot("c", 10, 0)),
            ),
            "wall",
            "tighter than the wall",
        ),
        (
            Extruded(
                closed="open",
                points=(knot("a", 0, 0), knot("b", 20, 0, "arc", 3), knot("c", 20, 10)),
            ),
            "wall",
            "needs a smooth joint",
        ),
        (
            RailedHead(
                rail="drawn", rail_points=(knot("a", 5, 0, "arc", 8), knot("b", 30, 0, "arc", 8))
            ),
            "rail_points.0.x",
            "must run round the axis",
        ),
    ],
)
def test_bad_sizes_are_told_at_their_field(feature: BaseFeature, field: str, words: str) -> None:
    errors = resolve(Job(blank=Blank(features=(feature,)))).errors  # type: ignore[arg-type]
    assert list(errors) == [f"blank.features.0.{field}"]
    assert words in errors[f"blank.features.0.{field}"]


def test_a_skin_that_folds_is_told() -> None:
    folded = FreeformSkin.model_validate(
        {
            "length": "20 mm",
            "width": "20 mm",
            "thickness": "8 mm",
            "rows": [{"heights": ("0 mm", "6 mm", "0 mm", "6 mm", "0 mm")}] * 4,
        }
    )
    with pytest.raises(BlankError, match="more tightly than its thickness"):
        made(folded)


def test_measures_in_formulas() -> None:
    """Girths, lengths and the sector of a cone's faces, by name."""
    features = (
        Cone(name="collar", base_diameter="60 mm", top_diameter="30 mm", height="40 mm"),
        TurnedProfile(name="cap", points=(knot("a", 10, 0, "line"), knot("b", 10, 8))),
    )
    job = Job.model_validate(
        {
            "dimensions": [
                {"name": "low", "formula": "collar.outer.lower_girth"},
                {"name": "high", "formula": "collar.outer.upper_girth / 2"},
                {"name": "slant", "formula": "collar.outer.face_height"},
                {"name": "turn", "formula": "collar.outer.sector / 2"},
                {"name": "around", "formula": "cap.a.girth - cap.a.edge_length"},
                {"name": "reach", "formula": "cap.b.x + collar.at.x"},
            ],
            "blank": {"features": [f.model_dump() for f in features]},
        }
    )
    resolved = resolve(job)
    assert resolved.errors == {}
    known = {
        name: resolved.names[name] for name in ("low", "high", "slant", "turn", "around", "reach")
    }
    assert known["low"].value == pytest.approx(60 * PI)
    assert known["high"].value == pytest.approx(15 * PI)
    assert known["slant"].value == pytest.approx(math.hypot(15, 40))
    assert known["turn"].angle == 1
    assert known["turn"].value == pytest.approx(180 * 15 / math.hypot(15, 40))
    assert known["around"].value == pytest.approx(0)
    assert known["reach"].value == pytest.approx(10)
