"""The volume of a solid with many freeform faces, mm³.

The kernel's adaptive integration takes 50 ms and more for each such face. Most of them run along
lines of their surface on all sides; over those the flux of a field is summed here span by span by
Gauss's rule, which is exact for a polynomial of twice as many degrees as it has points, less one
(any text on numerical analysis). All other faces are left to the kernel, with the same field.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.GeomAbs import GeomAbs_SurfaceType as Kind
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.blank.bent_charts import spline_surface
from tinstamp.blank.kernel import Array, aslant, compound, faces, flux, volume
from tinstamp.blank.trim import loops
from tinstamp.blank.true_area import is_box
from tinstamp.chart.surface import SplineSurface

MANY = 6
"""faces that run along lines of a spline surface, from which on they are summed here"""
MORE_POINTS = 6
"""points to a span beyond those that a polynomial needs, for weights"""


def true_volume(shape: TopoDS_Shape) -> float:
    """mm³."""
    every = faces(shape)
    at, normal = np.zeros(3), aslant(shape)[1]  # beside the origin the kernel takes −at for at
    found = _fluxes(every, normal)
    if sum(own is not None for own in found) < MANY:
        return volume(shape)
    rest = [face for face, own in zip(every, found, strict=True) if own is None]
    total = flux(compound(rest), at, normal) if rest else 0.0
    return total + sum(own for own in found if own is not None)


_KNOWN: dict[object, float | None] = {}
"""What was summed over the faces of the last shape, as they look along their surface; what is
still there of them in the next one is not summed again"""


def _fluxes(every: Sequence[TopoDS_Face], normal: Array) -> list[float | None]:
    """Of the faces of a shape that are summed here; None for all others."""
    known, found = {}, []
    for face in every:
        thing = face.TShape()
        if not face.Location().IsIdentity():
            found.append(_flux_of(face, normal))
            continue
        own = known[thing] = _KNOWN[thing] if thing in _KNOWN else _flux_of(face, normal)
        found.append(own)
    _KNOWN.clear()
    _KNOWN.update(known)
    turned = [f.Orientation() == TopAbs_Orientation.TopAbs_REVERSED for f in every]
    return [
        own if own is None or not back else -own for own, back in zip(found, turned, strict=True)
    ]


def _flux_of(face: TopoDS_Face, normal: Array) -> float | None:
    """Over a spline face whose edges run along lines of its surface, as that looks; None of any
    other face."""
    box = box_of_spline(face)
    if box is None:
        return None
    return _flux(spline_surface(BRepAdaptor_Surface(face, False)), box, normal)


def box_of_spline(face: TopoDS_Face) -> tuple[Array, Array] | None:
    """Least and greatest (u, v) of a spline face whose edges run along lines of its surface;
    None of any other face."""
    kind = BRepAdaptor_Surface(face, False).GetType()
    if kind not in (Kind.GeomAbs_BSplineSurface, Kind.GeomAbs_BezierSurface):
        return None
    rings = loops(face, 4)
    if len(rings) != 1 or not is_box(rings[0]):
        return None
    return rings[0].min(axis=0), rings[0].max(axis=0)


def _flux(surface: SplineSurface, box: tuple[Array, Array], normal: Array) -> float:
    """The integral of (p · n) n over a part of a surface, along S_u × S_v."""
    sides = []
    for axis, knots in enumerate((surface.u_knots, surface.v_knots)):
        low, high = float(box[0][axis]), float(box[1][axis])
        inner = np.unique(knots)
        breaks = np.array([low, *inner[(inner > low) & (inner < high)], high])
        degree = surface.degrees[axis]
        sides.append(_nodes(breaks, (3 * degree + 1) // 2 + MORE_POINTS))
    (u, u_weights), (v, v_weights) = sides
    uv = np.stack(np.meshgrid(u, v, indexing="ij"), axis=-1)
    point, du, dv = surface.first(uv)
    through = (point @ normal) * (np.cross(du, dv) @ normal)
    return float(u_weights @ through @ v_weights)


@cache
def _gauss(count: int) -> tuple[Array, Array]:
    nodes, weights = np.polynomial.legendre.leggauss(count)
    return nodes, weights


def _nodes(breaks: Array, count: int) -> tuple[Array, Array]:
    nodes, weights = _gauss(count)
    half = np.diff(breaks)[:, None] / 2.0
    middle = (breaks[1:] + breaks[:-1])[:, None] / 2.0
    return (middle + half * nodes).ravel(), (half * weights).ravel()
