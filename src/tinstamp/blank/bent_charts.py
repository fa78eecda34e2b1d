"""Charts of extruded, turned and freeform faces, from the kernel's surfaces."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.GeomAbs import GeomAbs_CurveType as CurveKind
from OCP.GeomAbs import GeomAbs_SurfaceType as Kind
from OCP.GeomConvert import GeomConvert
from OCP.gp import gp_Ax3, gp_Dir, gp_Vec
from OCP.TopoDS import TopoDS_Face

from tinstamp.artwork.outline import polygon
from tinstamp.artwork.shapes import rectangle_between
from tinstamp.blank.face_axes import Axial, axes_of, axial, outward, span_of, three
from tinstamp.blank.followed import arrays_of, curve_along, full_knots, spline_along
from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops, outline_on_sheet
from tinstamp.chart.arclength import ArcLength
from tinstamp.chart.base import FaceChart
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.extruded import ExtrudedChart
from tinstamp.chart.flattening import flatten_patch
from tinstamp.chart.frame import Frame
from tinstamp.chart.skin import SkinChart, cut_open, fine_rim, outline_cut_open, rectangle_rim
from tinstamp.chart.surface import Arc, Curve, Revolved, SplineCurve, SplineSurface, Swept

CREASE = 1e-4
"""Radians between the two sides of a seam that is smooth, at the most."""
FREEFORM = (
    Kind.GeomAbs_BSplineSurface, Kind.GeomAbs_BezierSurface, Kind.GeomAbs_OffsetSurface,
    Kind.GeomAbs_OtherSurface,
)  # fmt: skip
"""Kinds of surface that are laid out with the least stretch."""
ENDS_MEET = 1e-6
"""mm between the two ends of a face that counts as closed."""


def extruded_chart(face: TopoDS_Face, facing: float) -> ExtrudedChart:
    """The chart of a face of linear extrusion."""
    adaptor = BRepAdaptor_Surface(face, False)
    span = span_of(face)
    along = _dir(adaptor.Direction())
    curve = curve_of(adaptor.BasisCurve(), *span.u)
    surface = Swept(curve, along)
    middle = np.array(span.middle)
    _, normal = outward(face, *span.middle)
    normal = facing * normal
    lead = 2 if abs(along[2]) > 1e-9 else int(np.argmax(np.abs(along)))
    y_sense = 1.0 if along[lead] > 0 else -1.0
    x_way = np.cross(y_sense * along, normal)
    x_sense = float(np.sign(curve.at(np.array(middle[0]), 1) @ x_way))
    length = ArcLength(curve, *span.u, along)
    rims = np.concatenate(loops(face))
    heights = rims[:, 1] + curve.at(rims[:, 0]) @ along
    bare = ExtrudedChart(
        (),
        Frame(),
        surface=surface,
        flip=float(np.sign(surface.normal(middle) @ normal)),
        shape="extruded",
        length=length,
        x_sense=x_sense,
        y_sense=y_sense,
        x_start=length.whole / 2,
        y_start=float(heights.min() + heights.max()) / 2,
    )
    return replace(bare, outline=outline_on_sheet([face], bare))


def belt_chart(face: TopoDS_Face, facing: float) -> BeltChart | None:
    """The chart of a ball, a torus, or another turned face."""
    adaptor = BRepAdaptor_Surface(face, False)
    kind = adaptor.GetType()
    if kind == Kind.GeomAbs_Sphere:
        sphere = adaptor.Sphere()
        position, shape = sphere.Position(), "ball"
        start, x, _ = axes_of(position)
        curve: Curve = Arc(start, x, three(position.Direction()), sphere.Radius())
    elif kind == Kind.GeomAbs_Torus:
        torus = adaptor.Torus()
        position, shape = torus.Position(), "torus"
        start, x, _ = axes_of(position)
        centre = start + torus.MajorRadius() * x
        curve = Arc(centre, x, three(position.Direction()), torus.MinorRadius())
    else:
        axis = adaptor.AxeOfRevolution()
        span = span_of(face)
        curve = curve_of(adaptor.BasisCurve(), *span.v)
        away = curve.at(np.array(sum(span.v) / 2)) - three(axis.Location())
        line = three(axis.Direction())
        away = away - (away @ line) * line
        position = gp_Ax3(axis.Location(), axis.Direction(), gp_Dir(*map(float, away)))
        shape = "turned"
    a = axial(face, position, facing)
    return _belt(face, a, curve, shape, facing)


def _belt(face: TopoDS_Face, a: Axial, curve: Curve, shape: str, facing: float) -> BeltChart | None:
    low, high = a.span.v
    ring = shape == "torus" and high - low > 2.0 * np.pi - 1e-6
    if ring:  # its front is the outermost line, wherever its seam is
        low, high = -np.pi, np.pi
    length = ArcLength(curve, low, high)
    middle = np.array((low + high) / 2)
    rise = float(curve.at(middle, 1) @ a.up)
    steep = abs(rise) > 1e-6 * float(np.linalg.norm(curve.at(middle, 1)))
    up_sense = float(np.sign(rise)) if steep else 1.0
    foot = curve.at(np.array(low if up_sense > 0 else high))
    origin = a.start + ((foot - a.start) @ a.up) * a.up
    frame = a.frame(origin)
    u = a.span.middle[0]
    turning = np.cross(a.x, a.y)
    surface = Revolved(curve, a.start, turning)
    at = np.array([u, float(middle)])
    point, du, dv = surface.first(at)
    _, normal = outward(face, *at)
    normal = facing * normal
    away = point - a.start
    around = np.cross(a.up, away - (away @ a.up) * a.up)
    inside = bool(np.cross(around, up_sense * dv) @ normal < 0)
    parameters = a.parameters(frame, 0.0)
    local = Revolved(_local(curve, frame), _in(frame, a.start), frame.axes @ turning)
    bare = BeltChart(
        (),
        frame,
        1.0,
        inside,
        parameters,
        a.seam(parameters),
        a.whole,
        surface=local,
        flip=float(np.sign(np.cross(du, dv) @ normal)),
        shape=shape,
        length=ArcLength(local.curve, low, high),
        up_sense=up_sense,
        up_start=0.0 if up_sense > 0 else length.whole,
    )
    widest = float(bare.reach_at(np.linspace(0.0, length.whole, 65)).max())
    if widest < 1e-3:
        return None
    bare = replace(bare, radius=widest, ring=ring)
    if ring:
        wide = np.pi * widest
        whole = rectangle_between((-wide, 0.0), (wide, length.whole))
        return replace(bare, outline=(whole,))
    return replace(bare, outline=outline_on_sheet([face], bare))


def skin_chart(face: TopoDS_Face, facing: float) -> SkinChart | None:
    """The least-stretch chart of a B-spline face. One that closes on itself is laid out from
    its seam all the way round, or where that folds, the half that looks to the front; None
    where that folds too."""
    surface = spline_surface(BRepAdaptor_Surface(face, False))
    points = np.concatenate(loops(face))
    low, high = points.min(axis=0), points.max(axis=0)
    _, normal = outward(face, *((low + high) / 2))
    flip = float(np.sign(surface.normal((low + high) / 2) @ (facing * normal)))
    axis = _closes(surface, low, high)
    if axis is None:
        windows = [(low, high)]
    else:
        surface = replace(
            surface, wraps=axis if _smooth_at_seam(surface, low, high, axis) else None
        )
        windows = [(low, high), _half(surface, low, high, flip, axis)]
    for k, window in enumerate(windows):
        made = _skin(face, surface, flip, window, unrolled=axis is not None and k == 0)
        if _unfolded(made):
            return made
    return None


def _skin(
    face: TopoDS_Face,
    surface: SplineSurface,
    flip: float,
    window: tuple[Array, Array],
    unrolled: bool,
) -> SkinChart:
    """The chart of the part of a face between two corners in (u, v)."""
    low, high = window
    rims = loops(face)
    points = np.concatenate(rims)
    up = np.array([0.0, 0.0, 1.0])
    looks = flip * surface.normal((low + high) / 2)
    upright = up if abs(looks[2]) < 0.9 else np.array([0.0, 1.0, 0.0])
    flat = flatten_patch(surface, low, high, flip, upright, unrolled=unrolled)
    bare = SkinChart(
        (), Frame(), surface=surface, flip=flip, shape="freeform", flat=flat,
        rims=tuple(fine_rim(ring, low, high) for ring in rims), unrolled=unrolled,
    )  # fmt: skip
    if not unrolled and np.all(points >= low - 1e-9) and np.all(points <= high + 1e-9):
        return replace(bare, outline=outline_on_sheet([face], bare))
    if unrolled:
        bare = replace(bare, rims=cut_open(rims, None, low, high))
        return replace(bare, outline=outline_cut_open(bare))
    square = rectangle_rim(low, high)
    bare = replace(bare, rims=(square,))
    outline = polygon(bare.from_uv(square))
    return replace(bare, outline=(outline if outline.area > 0 else outline.reversed(),))


def _closes(surface: SplineSurface, low: Array, high: Array) -> int | None:
    """The coordinate, 0 or 1, that runs round to where it began; None for an open surface."""
    for axis in (0, 1):
        ends = np.stack([low, low]).astype(float)
        ends[:, 1 - axis] = (low[1 - axis] + high[1 - axis]) / 2
        ends[1, axis] = high[axis]
        a, b = surface.at(ends)
        if np.linalg.norm(a - b) < ENDS_MEET:
            return axis
    return None


def _smooth_at_seam(surface: SplineSurface, low: Array, high: Array, axis: int) -> bool:
    """True where a closed surface, all of which a face covers that way, has no crease at its
    seam."""
    if low[axis] > surface.begin[axis] + 1e-9 or high[axis] - low[axis] < surface.size[axis] - 1e-9:
        return False
    across = np.linspace(low[1 - axis], high[1 - axis], 17)[1:-1]
    ends = np.zeros((2, len(across), 2))
    ends[:, :, 1 - axis] = across
    ends[:, :, axis] = np.array([[low[axis]], [high[axis]]])
    gap = np.linalg.norm(surface.at(ends[0]) - surface.at(ends[1]), axis=-1).max()
    before, after = surface.normal(ends)
    turned = np.linalg.norm(np.cross(before, after), axis=-1).max()
    return bool(gap < ENDS_MEET and turned < CREASE and (before * after).sum(axis=-1).min() > 0.0)


def _half(
    surface: SplineSurface, low: Array, high: Array, flip: float, axis: int
) -> tuple[Array, Array]:
    """Of a surface that closes in a direction the half about where it looks most to the
    front."""
    uv = np.repeat(((low + high) / 2)[None], 257, axis=0)
    uv[:, axis] = np.linspace(low[axis], high[axis], 257)
    looks = flip * surface.normal(uv) @ np.array([0.0, -1.0, 0.0])
    half = (high[axis] - low[axis]) / 4
    at = float(np.clip(uv[np.argmax(looks), axis], low[axis] + half, high[axis] - half))
    low, high = low.copy(), high.copy()
    low[axis], high[axis] = at - half, at + half
    return low, high


def spline_surface(adaptor: BRepAdaptor_Surface) -> SplineSurface:
    """A B-spline or Bézier surface of the kernel as arrays, in its own parameters; one that stands
    off another as a spline that follows it. Raises ValueError where none does."""
    if adaptor.GetType() == Kind.GeomAbs_BSplineSurface:
        made = adaptor.BSpline().Copy()
    elif adaptor.GetType() == Kind.GeomAbs_BezierSurface:
        made = GeomConvert.SurfaceToBSplineSurface_s(adaptor.Bezier())
    else:
        return spline_along(adaptor)
    return arrays_of(made)


def curve_of(adaptor: Any, low: float, high: float) -> Curve:
    """A curve of the kernel as arrays, in its own parameter, over a range."""
    kind = adaptor.GetType()
    if kind == CurveKind.GeomAbs_BSplineCurve:
        made = adaptor.BSpline().Copy()
        if made.IsPeriodic():
            made.SetNotPeriodic()
        count = made.NbPoles()
        poles = np.array([three(made.Pole(i)) for i in range(1, count + 1)])
        weights = None
        if made.IsRational():
            weights = np.array([made.Weight(i) for i in range(1, count + 1)])
        return SplineCurve(full_knots(made.NbKnots(), made.Knot, made.Multiplicity), poles, weights)
    if kind == CurveKind.GeomAbs_Circle:
        circle = adaptor.Circle()
        start, x, y = axes_of(circle.Position())
        return Arc(start, x, y, circle.Radius())
    return curve_along(adaptor, low, high)


def _dir(d: Any) -> Array:
    return three(gp_Vec(d))


def _in(frame: Frame, point: Array) -> Array:
    return frame.to_local(point)


def _local(curve: Curve, frame: Frame) -> Curve:
    """A curve in a frame's own coordinates."""
    if isinstance(curve, Arc):
        axes = frame.axes
        return Arc(frame.to_local(curve.centre), axes @ curve.x, axes @ curve.y, curve.radius)
    assert isinstance(curve, SplineCurve)
    return replace(curve, poles=frame.to_local(curve.poles))


def bent_chart(face: TopoDS_Face, facing: float) -> FaceChart | None:
    """The chart of a face that is neither flat nor a cylinder nor a cone; None for a
    surface of another make."""
    kind = BRepAdaptor_Surface(face, False).GetType()
    try:
        if kind == Kind.GeomAbs_SurfaceOfExtrusion:
            return extruded_chart(face, facing)
        if kind in (Kind.GeomAbs_Sphere, Kind.GeomAbs_Torus, Kind.GeomAbs_SurfaceOfRevolution):
            return belt_chart(face, facing)
        return skin_chart(face, facing) if kind in FREEFORM else None
    except (ValueError, np.linalg.LinAlgError):
        return None  # without extent, or nothing follows it: the desk says it has no sheet


def _unfolded(chart: SkinChart) -> bool:
    """True when the sheet covers nothing twice and is right-handed, looked at on a grid."""
    sides = [
        np.linspace(a, b, 15)[1:-1] for a, b in zip(chart.flat.low, chart.flat.high, strict=True)
    ]
    slopes = chart.flat.slopes(np.stack(np.meshgrid(*sides), axis=-1))
    turned = slopes[..., 0, 0] * slopes[..., 1, 1] - slopes[..., 0, 1] * slopes[..., 1, 0]
    return bool(np.isfinite(turned).all() and (turned * chart.flip > 0).all())
