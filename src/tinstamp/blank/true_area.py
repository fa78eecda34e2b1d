"""The area of one face, exactly enough to be read off.

The kernel's usual integration takes too few points on surfaces with many spans (it was
wrong by some tenths of a per cent on turned and extruded splines), so those are summed span
by span with Gauss's quadrature here.
"""

from __future__ import annotations

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepGProp import BRepGProp
from OCP.GeomAbs import GeomAbs_Shape
from OCP.GeomAbs import GeomAbs_SurfaceType as Kind
from OCP.gp import gp_Pnt, gp_Vec
from OCP.GProp import GProp_GProps
from OCP.TColStd import TColStd_Array1OfReal
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops

AREA_ERROR = 1e-7
"""Relative error asked of the kernel's adaptive integration."""
_SPANNED = (
    Kind.GeomAbs_SurfaceOfRevolution,
    Kind.GeomAbs_SurfaceOfExtrusion,
    Kind.GeomAbs_BSplineSurface,
    Kind.GeomAbs_BezierSurface,
)


def true_area(face: TopoDS_Face) -> float:
    """mm²."""
    surface = BRepAdaptor_Surface(face, False)
    rings = loops(face)
    if surface.GetType() in _SPANNED and len(rings) == 1 and is_box(rings[0]):
        low, high = rings[0].min(axis=0), rings[0].max(axis=0)
        return _by_spans(surface, low, high)
    props = GProp_GProps()
    BRepGProp.SurfaceProperties_s(face, props, AREA_ERROR, False)
    return float(props.Mass())


def is_box(ring: Array) -> bool:
    """True when a loop is all of the box about it: a line from corner to corner would pass by its
    ends alone."""
    low, high = ring.min(axis=0), ring.max(axis=0)
    following = np.roll(ring, -1, axis=0)
    area = abs(float((ring[:, 0] * following[:, 1] - ring[:, 1] * following[:, 0]).sum())) / 2.0
    on = np.isclose(ring, low, atol=1e-9) | np.isclose(ring, high, atol=1e-9)
    return bool(np.all(on.any(axis=1)) and np.isclose(area, np.prod(high - low), rtol=1e-9))


def _by_spans(surface: BRepAdaptor_Surface, low: Array, high: Array) -> float:
    total = 0.0
    kind = surface.GetType()
    u_nodes = _nodes(_breaks(surface, True, low[0], high[0]))
    v_nodes = _nodes(_breaks(surface, False, low[1], high[1]))
    if kind == Kind.GeomAbs_SurfaceOfRevolution:  # the same all the way round
        u_nodes = np.array([low[0]]), np.array([high[0] - low[0]])
    elif kind == Kind.GeomAbs_SurfaceOfExtrusion:  # the same all the way up
        v_nodes = np.array([low[1]]), np.array([high[1] - low[1]])
    p, du, dv = gp_Pnt(), gp_Vec(), gp_Vec()
    for u, wu in zip(*u_nodes, strict=True):
        for v, wv in zip(*v_nodes, strict=True):
            surface.D1(float(u), float(v), p, du, dv)
            total += wu * wv * du.Crossed(dv).Magnitude()
    return float(total)


def _breaks(surface: BRepAdaptor_Surface, along_u: bool, low: float, high: float) -> Array:
    smooth = GeomAbs_Shape.GeomAbs_CN
    count = surface.NbUIntervals(smooth) if along_u else surface.NbVIntervals(smooth)
    array = TColStd_Array1OfReal(1, count + 1)
    (surface.UIntervals if along_u else surface.VIntervals)(array, smooth)
    inner = [array.Value(i) for i in range(1, count + 2)]
    return np.array([low, *(k for k in inner if low < k < high), high])


def _nodes(breaks: Array) -> tuple[Array, Array]:
    """Gauss's points and weights over every span; the more spans, the fewer to each."""
    nodes, weights = np.polynomial.legendre.leggauss(20 if len(breaks) < 12 else 6)
    half = np.diff(breaks)[:, None] / 2.0
    middle = (breaks[1:] + breaks[:-1])[:, None] / 2.0
    return (middle + half * nodes).ravel(), (half * weights).ravel()
