"""Parts as other programs write them, for benchmarks and tests."""

from __future__ import annotations

import math

import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeEdge, BRepBuilderAPI_MakeWire
from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections
from OCP.GeomAPI import GeomAPI_Interpolate
from OCP.gp import gp_Pnt
from OCP.TColgp import TColgp_HArray1OfPnt
from OCP.TopoDS import TopoDS_Shape


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
