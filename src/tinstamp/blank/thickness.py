"""Material behind a point of a face, measured on the solid."""

from __future__ import annotations

import numpy as np
from OCP.gp import gp_Lin
from OCP.IntCurvesFace import IntCurvesFace_ShapeIntersector
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.kernel import Array, direction, point

GRAZE = 1e-6
"""mm; hits nearer than this are the starting point itself."""


def thicknesses(shape: TopoDS_Shape, points: Array, normals: Array) -> Array:
    """Distance from each point, (n, 3), through the material to the next face, mm.

    `normals`, (n, 3), point outwards; the measure runs against them. NaN where nothing
    is met.
    """
    caster = IntCurvesFace_ShapeIntersector()
    caster.Load(shape, 1e-7)
    found = np.full(len(points), np.nan)
    for k, (p, n) in enumerate(zip(points, normals, strict=True)):
        caster.Perform(gp_Lin(point(p), direction(-n)), GRAZE, 1e6)
        hits = [caster.WParameter(i) for i in range(1, caster.NbPnt() + 1)]
        if hits:
            found[k] = min(hits)
    return found
