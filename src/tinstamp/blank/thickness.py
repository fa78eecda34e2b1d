"""Material behind a point of a face, measured on the solid."""

from __future__ import annotations

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepLProp import BRepLProp_SLProps
from OCP.IntCurvesFace import IntCurvesFace_ShapeIntersector
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.kernel import Array, direction, gp_line

GRAZE = 1e-6
"""mm; hits nearer than this are the starting point itself."""


def thicknesses(shape: TopoDS_Shape, points: Array, normals: Array) -> Array:
    """Distance from each point, (n, 3), to where the material behind it ends, mm.

    `normals`, (n, 3), point outwards; the measure runs against them. Where a point lies in
    the air, past an edge or over a pocket, the material is met further on, and the measure
    runs to where it ends: entry and exit are told apart by the faces' normals. NaN where
    nothing is met.
    """
    caster = IntCurvesFace_ShapeIntersector()
    caster.Load(shape, 1e-7)
    found = np.full(len(points), np.nan)
    for k, (p, n) in enumerate(zip(points, normals, strict=True)):
        caster.Perform(gp_line(p, direction(-n)), GRAZE, 1e6)
        exits = [
            caster.WParameter(i)
            for i in range(1, caster.NbPnt() + 1)
            if _leaves(caster, i, np.asarray(-n))
        ]
        if exits:
            found[k] = min(exits)
    return found


def _leaves(caster: IntCurvesFace_ShapeIntersector, i: int, way: Array) -> bool:
    """True when the line comes out of the material at its i-th crossing."""
    face = caster.Face(i)
    at = BRepLProp_SLProps(BRepAdaptor_Surface(face), caster.UParameter(i), caster.VParameter(i),
                           1, 1e-9)  # fmt: skip
    if not at.IsNormalDefined():
        return True  # at a pole, where no normal is: taken as the nearer end, the safer one
    n = at.Normal()
    out = float(way @ np.array([n.X(), n.Y(), n.Z()]))
    return (out > 0) == (face.Orientation() == TopAbs_Orientation.TopAbs_FORWARD)
