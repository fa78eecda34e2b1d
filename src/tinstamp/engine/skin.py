"""The normals of what a stamp made of a finished body, at places all over it."""

from __future__ import annotations

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools
from OCP.BRepTopAdaptor import BRepTopAdaptor_FClass2d
from OCP.gp import gp_Pnt, gp_Pnt2d, gp_Vec
from OCP.TopAbs import TopAbs_Orientation, TopAbs_State
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.proofing.skin import Skin

ALONG_OUTLINE, UP_WALL, OVER_CAP = 12, 3, 6
"""places along a wall and up it, and to a side of a cap"""
ON_FACE = 1e-9
"""Of (u, v): how near to an edge counts as on it."""


def skin_of(body: NamedSolid, stamp: str) -> Skin:
    """Of a stamp's walls, caps and floors, as the kernel has their surfaces."""
    found = [_walls(n.face) for n in body.made_by(stamp, "wall")]
    found += [_cap(n.face) for n in body.made_by(stamp, "cap")]
    rows = np.concatenate([one for one in found if len(one)] or [np.zeros((0, 7))])
    return Skin(rows[:, :3], rows[:, 3:6], rows[:, 6])


def _walls(face: TopoDS_Face) -> Array:
    return _places(face, ALONG_OUTLINE, UP_WALL, trimmed=False)


def _cap(face: TopoDS_Face) -> Array:
    return _places(face, OVER_CAP, OVER_CAP, trimmed=True)


def _places(face: TopoDS_Face, across: int, up: int, trimmed: bool) -> Array:
    """(n, 7) points, mm, unit normals outwards and areas, mm², of cells of a face in (u, v); of a
    `trimmed` one those whose middles lie on it."""
    surface = BRepAdaptor_Surface(face)
    u0, u1, v0, v1 = BRepTools.UVBounds_s(face)
    within = BRepTopAdaptor_FClass2d(face, ON_FACE) if trimmed else None
    outwards = 1.0 if face.Orientation() == TopAbs_Orientation.TopAbs_FORWARD else -1.0
    cell = (u1 - u0) * (v1 - v0) / (across * up)
    p, du, dv = gp_Pnt(), gp_Vec(), gp_Vec()
    rows = []
    for u in (u0 + (u1 - u0) * (np.arange(across) + 0.5) / across).tolist():
        for v in (v0 + (v1 - v0) * (np.arange(up) + 0.5) / up).tolist():
            if within and within.Perform(gp_Pnt2d(u, v)) != TopAbs_State.TopAbs_IN:
                continue
            surface.D1(u, v, p, du, dv)
            n = du.Crossed(dv)
            size = n.Magnitude()
            if size > 0:
                by = outwards / size
                rows.append((p.X(), p.Y(), p.Z(), n.X() * by, n.Y() * by, n.Z() * by, size * cell))
    return np.array(rows, dtype=float).reshape(-1, 7)
