"""The volume of a solid with many freeform faces, mm³.

The kernel's adaptive integration takes 50 ms and more for each such face. Most of them run along
lines of their surface on all sides; over those the flux of a field is summed here span by span by
Gauss's rule, which is exact for a polynomial of twice as many degrees as it has points, less one
(any text on numerical analysis). All other faces are left to the kernel, with the same field.
Of a part with many faces what was summed over those that did not change stands.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import cache, partial

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.GeomAbs import GeomAbs_SurfaceType as Kind
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Shape

from tinstamp.artwork.kept import Late
from tinstamp.blank.bent_charts import spline_surface
from tinstamp.blank.kernel import Array, aslant, compound, faces, flux, volume
from tinstamp.blank.trim import loops
from tinstamp.blank.true_area import is_box
from tinstamp.chart.surface import SplineSurface

MANY = 6
"""faces that run along lines of a spline surface, from which on they are summed here"""
MORE_POINTS = 6
"""points to a span beyond those that a polynomial needs, for weights"""


MANY_FACES = 200
"""faces of any kind from which on they are summed one by one, and what is known of them is kept"""
MOST_KEPT = 4_000
"""sums over faces that are kept, or as many as a part has"""


def true_volume(shape: TopoDS_Shape) -> float:
    """mm³."""
    every = faces(shape)
    normal = aslant(shape)[1]
    found = _each(every, partial(_by_spans, normal=normal), _BY_SPANS)
    rest = [face for face, own in zip(every, found, strict=True) if own is None]
    if len(every) >= MANY_FACES:
        found += _each(rest, partial(_by_kernel, normal=normal), _BY_KERNEL)
    elif len(every) - len(rest) < MANY:
        return volume(shape)
    elif rest:
        found.append(_by_kernel(compound(rest), normal))
    return sum(own for own in found if own is not None)


_BY_SPANS: Late[tuple[float | None]] = Late(MOST_KEPT)
_BY_KERNEL: Late[tuple[float | None]] = Late(MOST_KEPT)
Work = Callable[[TopoDS_Face], float | None]


def _each(
    every: Sequence[TopoDS_Face], work: Work, kept: Late[tuple[float | None]]
) -> list[float | None]:
    """What is summed over each face, turned as that is. What is there still of the last shape is
    not summed again."""
    found = []
    for face in every:
        plain = TopoDS.Face_s(face.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
        if face.Location().IsIdentity():
            (own,) = kept.get(face.TShape(), partial(_alone, work, plain), len(every))
        else:
            own = work(plain)
        back = face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED
        found.append(-own if back and own is not None else own)
    return found


def _alone(work: Work, face: TopoDS_Face) -> tuple[float | None]:
    return (work(face),)


def _by_kernel(shape: TopoDS_Shape, normal: Array) -> float:
    """Over faces, as they look."""
    return flux(shape, np.zeros(3), normal)  # beside the origin the kernel takes −at for at


def _by_spans(face: TopoDS_Face, normal: Array) -> float | None:
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
