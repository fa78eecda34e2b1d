"""What runs beside a round edge is round: lines at a distance from edges, fields with rounded
corners and fields about ink are arcs and curves, not lines by the hundred.

Sources: areas of circles, rings and rounded rectangles in closed form; that of all within a
distance of a convex shape, A + L d + π d² (Steiner's formula, any text on integral geometry).
"""

from __future__ import annotations

import random
from typing import Any

import numpy as np
import pytest

from tests.core.test_edge_distance import chart_of
from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.inverted import Field, inverted
from tinstamp.artwork.outline import Outline, Region
from tinstamp.artwork.shapes import circle
from tinstamp.artwork.tidy import outlines_of
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp
from tinstamp.setting.edge_distance import FOLLOWED, band, followed, inside

FEW = 24
"""pieces that follow a whole circle, whatever its size"""
RADII = [round(random.Random(4101 + k).uniform(0.5, 3.0) * 6.0**k, 2) for k in range(4)]
"""mm; from a small tube to one a metre across"""


def tube_top(radius: float) -> Any:
    feature = {"kind": "tube", "name": "t", "outer_diameter": f"{2 * radius} mm",
               "wall": f"{0.6 * radius} mm", "height": f"{radius} mm"}  # fmt: skip
    blank = Blank.model_validate({"features": [feature]})
    return blank, build(Document(Job(blank=blank))).report.charts["t.top"]


def off_circle(outline: Outline, radius: float) -> float:
    return float(np.abs(np.linalg.norm(outline.points(40), axis=1) - radius).max())


@pytest.mark.parametrize("radius", RADII)
def test_a_band_in_a_ring_is_two_circles(radius: float) -> None:
    _, chart = tube_top(radius)
    away, wide = 0.1 * radius, 0.2 * radius
    (region,) = band(chart, np.zeros(2), "outer", away, wide, True)
    assert len(region.outlines) == 2
    for outline, r in zip(region.outlines, (0.9 * radius, 0.7 * radius), strict=True):
        assert len(outline) <= FEW and not outline.straight.any()
        assert off_circle(outline, r) < 1.5 * followed(0.3 * radius)
    area = np.pi * (0.9**2 - 0.7**2) * radius**2
    assert region.area == pytest.approx(area, rel=1e-4)


def test_a_groove_beside_a_round_edge_has_few_faces() -> None:
    blank, _ = tube_top(80.0)
    groove = Stamp(name="g", artwork=Shape(shape="band", wide="4 mm", away="8 mm", edges="outer"),
                   setting=Setting(face="t.top", across="0 mm", up="0 mm"),
                   relief=Relief(depth="1 mm"))  # fmt: skip
    built: Built = build(Document(Job(blank=blank, stamps=(groove,))))
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    assert built.solid is not None and len(built.solid.faces) < 4 + 2 * FEW + 2
    volume = np.pi * (72.0**2 - 68.0**2) * 1.0
    assert built.report.stamps[0].relief_volume == pytest.approx(-volume, rel=2e-5)


@pytest.mark.parametrize(
    ("face", "corner"),
    [("plane", 0.4), ("plane", 4.0), ("plane", 15.0), ("extruded", 0.4), ("extruded", 4.0)],
)
def test_corners_of_a_field_are_arcs(face: str, corner: float) -> None:
    chart = chart_of(face)
    low, high = np.array(chart.bounds[:2]), np.array(chart.bounds[2:])
    (outer,) = outlines_of(inside(chart, (low + high) / 2, 2.0, corner), FOLLOWED)
    wide, tall = (high - low) - 4.0
    assert outer.straight.sum() <= 4 and len(outer) <= 4 + FEW
    assert outer.area == pytest.approx(wide * tall - (4.0 - np.pi) * corner**2, rel=1e-5)


@pytest.mark.parametrize("corner", [0.0, 3.0])
def test_lines_on_a_freeform_face_are_curves(corner: float) -> None:
    chart = chart_of("skin")
    area = inside(chart, np.zeros(2), 2.0, corner)
    (outer,) = outlines_of(area, FOLLOWED)
    assert not outer.straight.any() and len(outer) < 160
    assert outer.area == pytest.approx(area.area, rel=1e-5)


@pytest.mark.parametrize("margin", [0.5, 6.0, 60.0])
def test_a_field_about_ink_is_round_where_it_is(margin: float) -> None:
    """Round an ellipse: its area and girth, by its own points, and Steiner's formula."""
    shape = circle(6.0).transformed(np.diag([1.0, 0.6]), np.zeros(2))
    (field,) = inverted(Artwork((Region(shape),)), Field(margin, 0.0, "contour")).regions
    fine = shape.points(400)
    girth = np.linalg.norm(np.diff(fine, axis=0, append=fine[:1]), axis=1).sum()
    grown = girth * margin + np.pi * margin**2
    assert field.area == pytest.approx(grown, rel=2e-4)
    assert len(field.outer) < 4 * FEW and not field.outer.straight.any()


def test_teeth_leave_the_rest_round() -> None:
    """Half a circle with a saw's teeth beneath: the teeth stay, and the bow is one."""
    import shapely

    t = np.linspace(0.0, np.pi, 2000)
    bow = 30.0 * np.column_stack([np.cos(t), np.sin(t)])
    x = np.linspace(-30.0, 30.0, 61)
    teeth = np.column_stack([x, np.where(np.arange(61) % 2, -1.0, 0.0)])
    (made,) = outlines_of(shapely.Polygon([*bow, *teeth[1:-1]]), FOLLOWED)
    assert made.straight.sum() == 60 and (~made.straight).sum() <= FEW
