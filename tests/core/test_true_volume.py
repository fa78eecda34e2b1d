"""Volumes of parts with many freeform faces against the kernel's own integration, and against
mathematics."""

from __future__ import annotations

import math

import numpy as np
import pytest
from OCP.BRepBuilderAPI import (
    BRepBuilderAPI_MakeEdge,
    BRepBuilderAPI_MakeWire,
    BRepBuilderAPI_NurbsConvert,
)
from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections
from OCP.BRepPrimAPI import BRepPrimAPI_MakeSphere, BRepPrimAPI_MakeTorus
from OCP.GeomAPI import GeomAPI_Interpolate
from OCP.gp import gp_Pnt
from OCP.TColgp import TColgp_HArray1OfPnt
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.kernel import compound, faces, volume
from tinstamp.blank.true_volume import MANY, box_of_spline, true_volume


def lofted(sides: int, seed: int) -> TopoDS_Shape:
    """A solid of that many freeform faces and two ends, its sections bent at random."""
    r = np.random.default_rng(seed)
    bends = r.uniform(-3.0, 3.0, size=4)

    def at(i: float, z: float) -> gp_Pnt:
        a = 2.0 * math.pi * i / sides
        reach = 40.0 + bends[0] * math.sin(3 * a) + bends[1] * math.sin(z / 15.0)
        reach += bends[2] * math.cos(2 * a + z / 9.0)
        return gp_Pnt(reach * math.cos(a), reach * math.sin(a), z + bends[3])

    loft = BRepOffsetAPI_ThruSections(True, False, 1e-5)
    for z in range(0, 80, 20):
        wire = BRepBuilderAPI_MakeWire()
        for k in range(sides):
            points = TColgp_HArray1OfPnt(1, 4)
            for j in range(4):
                points.SetValue(j + 1, at(k + j / 3.0, z))
            curve = GeomAPI_Interpolate(points, False, 1e-7)
            curve.Perform()
            wire.Add(BRepBuilderAPI_MakeEdge(curve.Curve()).Edge())
        loft.AddWire(wire.Wire())
    loft.Build()
    return loft.Shape()


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
