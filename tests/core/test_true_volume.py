"""Volumes of parts with many freeform faces against the kernel's own integration, and against
mathematics."""

from __future__ import annotations

import math

import pytest
from benchmarks.parts import lofted
from OCP.BRepBuilderAPI import BRepBuilderAPI_NurbsConvert
from OCP.BRepPrimAPI import (
    BRepPrimAPI_MakeSphere,
    BRepPrimAPI_MakeTorus,
    BRepPrimAPI_MakeWedge,
)
from OCP.gp import gp_Pnt

from tinstamp.blank.kernel import compound, faces, volume
from tinstamp.blank.true_area import true_area
from tinstamp.blank.true_volume import MANY, box_of_spline, true_volume


@pytest.mark.parametrize("seed", range(6))
def test_many_freeform_faces_as_the_kernel_sums_them(seed: int) -> None:
    solid = lofted(8 + seed, seed)
    found = [face for face in faces(solid) if box_of_spline(face) is not None]
    assert len(found) >= MANY
    assert true_volume(solid) == pytest.approx(volume(solid), rel=1e-9)
    assert true_volume(solid.Reversed()) == pytest.approx(-volume(solid), rel=1e-9)


def test_weights_are_summed_as_exactly() -> None:
    """Balls and rings as rational splines: 4/3 π r³ and 2 π² R r²."""
    balls = [BRepPrimAPI_MakeSphere(gp_Pnt(40.0 * k, 0, 0), 10.0 + k).Shape() for k in range(4)]
    rings = [BRepPrimAPI_MakeTorus(30.0 + k, 5.0).Shape() for k in range(4)]
    shapes = [BRepBuilderAPI_NurbsConvert(s, True).Shape() for s in (*balls, *rings)]
    wanted = sum(4.0 / 3.0 * math.pi * (10.0 + k) ** 3 for k in range(4))
    wanted += sum(2.0 * math.pi**2 * (30.0 + k) * 25.0 for k in range(4))
    whole = compound(shapes)
    assert sum(box_of_spline(face) is not None for face in faces(whole)) >= MANY
    assert true_volume(whole) == pytest.approx(wanted, rel=1e-8)


def test_few_faces_are_left_to_the_kernel() -> None:
    ball = BRepPrimAPI_MakeSphere(10.0).Shape()
    assert true_volume(ball) == volume(ball) == pytest.approx(4000.0 * math.pi / 3.0, rel=1e-9)


def test_a_straight_line_from_corner_to_corner_bounds_no_box() -> None:
    """Wedges as spline faces: their triangles have lines in (u, v) from corner to corner."""
    wedges = [BRepPrimAPI_MakeWedge(10.0 + k, 7.0, 5.0, 0.0).Shape() for k in range(3)]
    shapes = [BRepBuilderAPI_NurbsConvert(s, True).Shape() for s in wedges]
    whole = compound(shapes)
    boxes = [box_of_spline(face) is not None for face in faces(whole)]
    assert sum(boxes) >= MANY and not all(boxes)
    assert true_volume(whole) == pytest.approx(sum((10.0 + k) * 35.0 / 2 for k in range(3)))
    areas = sum(true_area(face) for face in faces(whole))
    wanted = sum(
        a * 7.0 + 35.0 + 5.0 * a + 5.0 * math.hypot(a, 7.0) for a in (10.0, 11.0, 12.0)
    )  # two triangles, and what stands on their sides
    assert areas == pytest.approx(wanted)
