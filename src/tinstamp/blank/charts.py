"""The chart of a face of the kernel, as the designer of its part would lay it out.

Upright is the part's z wherever a face is not level; a flat face's sheet has its origin in
its middle, or on the body's axis when it is square to it; a round face's front looks to
−y, or to its own middle when it covers only a part of a turn.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.GeomAbs import GeomAbs_SurfaceType as Kind
from OCP.gp import gp_Ax3, gp_Pnt, gp_Vec
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops, outline_on_sheet
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.parameters import RoundParameters
from tinstamp.chart.plane import PlaneChart

WHOLE = 1e-6
"""Radians that a face may lack of a full turn and still be closed."""
LEVEL = 1.0 - 1e-9
_KINDS = {
    Kind.GeomAbs_Plane: "flat",
    Kind.GeomAbs_Cylinder: "cylinder",
    Kind.GeomAbs_Cone: "cone",
    Kind.GeomAbs_Sphere: "ball",
    Kind.GeomAbs_Torus: "torus",
    Kind.GeomAbs_SurfaceOfRevolution: "turned",
    Kind.GeomAbs_SurfaceOfExtrusion: "extruded",
}


def kind_of(face: TopoDS_Face) -> str:
    """The face's shape in a plain word."""
    return _KINDS.get(BRepAdaptor_Surface(face, False).GetType(), "freeform")


def outward(face: TopoDS_Face, u: float, v: float) -> tuple[Array, Array]:
    """A point of a face and its outward unit normal, (3,) each; the normal is zero at a
    pole of the surface."""
    p, du, dv = gp_Pnt(), gp_Vec(), gp_Vec()
    BRepAdaptor_Surface(face, False).D1(u, v, p, du, dv)
    n = np.cross(_three(du), _three(dv))
    size = float(np.linalg.norm(n))
    sign = -1.0 if face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED else 1.0
    return _three(p), sign * n / size if size > 1e-12 else np.zeros(3)


def _three(p: object) -> Array:
    return np.array([p.X(), p.Y(), p.Z()])  # type: ignore[attr-defined]


@dataclass(frozen=True)
class _Span:
    """The part of (u, v) that a face covers."""

    u: tuple[float, float]
    v: tuple[float, float]

    @property
    def middle(self) -> tuple[float, float]:
        return sum(self.u) / 2, sum(self.v) / 2


def span_of(face: TopoDS_Face) -> _Span:
    """Least and greatest u and v along the edges of a face."""
    points = np.concatenate(loops(face))
    low, high = points.min(axis=0), points.max(axis=0)
    return _Span((float(low[0]), float(high[0])), (float(low[1]), float(high[1])))


def chart_of(face: TopoDS_Face, facing: float = 1.0, about_axis: bool = True) -> Chart | None:
    """The chart of a face; None for a shape that no chart lays out.

    `facing` is −1 for a face whose material will be on its other side, as of a body that is
    cut away. `about_axis`: level faces have their origin on the z axis.
    """
    kind = BRepAdaptor_Surface(face, False).GetType()
    if kind == Kind.GeomAbs_Plane:
        return _flat(face, facing, about_axis)
    if kind == Kind.GeomAbs_Cylinder:
        return _cylinder(face, facing)
    if kind == Kind.GeomAbs_Cone:
        return _cone(face, facing)
    return None


def upright_frame(origin: Array, normal: Array) -> Frame:
    """A frame that looks along a normal, its y as far up as can be."""
    if abs(normal[2]) > LEVEL:
        x = np.array([1.0, 0.0, 0.0])
    else:
        x = np.cross([0.0, 0.0, 1.0], normal)
        x /= np.linalg.norm(x)
    y = np.cross(normal, x)
    return Frame(_vector(origin), _vector(x), _vector(y))


def _vector(v: Array) -> tuple[float, float, float]:
    return float(v[0]), float(v[1]), float(v[2])


def _flat(face: TopoDS_Face, facing: float, about_axis: bool) -> PlaneChart:
    rings = np.concatenate(loops(face))
    plane = BRepAdaptor_Surface(face, False).Plane().Position()
    start, x, y = _axes(plane)
    _, normal = outward(face, 0.0, 0.0)
    normal = np.round(facing * normal, 15)
    space = start + rings[:, :1] * x + rings[:, 1:] * y
    frame = upright_frame(space[0], normal)
    local = frame.to_local(space)[:, :2]
    middle = (local.min(axis=0) + local.max(axis=0)) / 2
    origin = frame.to_space(np.array([*middle, 0.0]))
    if about_axis and abs(normal[2]) > LEVEL:
        origin = np.array([0.0, 0.0, origin[2]])
    frame = upright_frame(origin, normal)
    own = tuple(
        (float(v[0]), float(v[1]))
        for v in (
            frame.to_local(start),
            frame.axes @ x,
            frame.axes @ y,
        )
    )
    bare = PlaneChart((), frame, own)  # type: ignore[arg-type]
    return PlaneChart(outline_on_sheet([face], bare), frame, own)  # type: ignore[arg-type]


def _axes(position: gp_Ax3) -> tuple[Array, Array, Array]:
    return (
        _three(position.Location()),
        _three(position.XDirection()),
        _three(position.YDirection()),
    )


@dataclass(frozen=True)
class _Axial:
    """A round face's span and its directions.

    Attributes
    ----------
    up : unit, along the axis, upwards. sense : +1 where v grows that way.
    """

    span: _Span
    start: Array
    x: Array
    y: Array
    up: Array
    sense: float
    whole: bool
    inside: bool

    def frame(self, origin: Array) -> Frame:
        """Looking to the front, or to the middle of a part of a turn."""
        look = np.array([0.0, -1.0, 0.0])
        if not self.whole:
            u = self.span.middle[0]
            look = np.cos(u) * self.x + np.sin(u) * self.y
        look = look - (look @ self.up) * self.up
        if np.linalg.norm(look) < 1e-6:
            look = np.array([0.0, 0.0, 1.0])
        look = look / np.linalg.norm(look)
        return Frame(_vector(origin), _vector(look), _vector(np.cross(self.up, look)))

    def parameters(self, frame: Frame, v_start: float) -> RoundParameters:
        u_sense = float(np.sign(np.cross(self.x, self.y) @ self.up))
        look = np.array(frame.x)
        u_start = float(np.arctan2(look @ self.y, look @ self.x))
        if not self.whole:
            turns = (self.span.middle[0] - u_start) / (2.0 * np.pi)
            u_start += 2.0 * np.pi * round(turns)
        return RoundParameters(u_sense, u_start, self.sense, v_start)

    def seam(self, parameters: RoundParameters) -> float:
        angle = parameters.u_sense * (self.span.u[0] - parameters.u_start)
        return float(np.degrees(angle))


def _axial(face: TopoDS_Face, position: gp_Ax3, facing: float) -> _Axial:
    span = span_of(face)
    start, x, y = _axes(position)
    axis = _three(position.Direction())
    lead = 2 if abs(axis[2]) > 1e-9 else int(np.argmax(np.abs(axis)))
    sense = 1.0 if axis[lead] > 0 else -1.0
    point, normal = outward(face, *span.middle)
    away = point - start
    away = away - (away @ axis) * axis
    return _Axial(
        span,
        start,
        x,
        y,
        sense * axis,
        sense,
        span.u[1] - span.u[0] > 2.0 * np.pi - WHOLE,
        bool(facing * (normal @ away) < 0),
    )


def _cylinder(face: TopoDS_Face, facing: float) -> CylinderChart:
    cylinder = BRepAdaptor_Surface(face, False).Cylinder()
    a = _axial(face, cylinder.Position(), facing)
    v = a.span.v[0] if a.sense > 0 else a.span.v[1]
    frame = a.frame(a.start + v * a.sense * a.up)
    parameters = a.parameters(frame, v)
    bare = CylinderChart(
        (), frame, cylinder.Radius(), a.inside, parameters, a.seam(parameters), a.whole
    )
    return _outlined(bare, face)  # type: ignore[return-value]


def _cone(face: TopoDS_Face, facing: float) -> ConeChart:
    cone = BRepAdaptor_Surface(face, False).Cone()
    a = _axial(face, cone.Position(), facing)
    angle = cone.SemiAngle()
    v = a.span.v[0] if a.sense > 0 else a.span.v[1]
    radius = cone.RefRadius() + v * np.sin(angle)
    frame = a.frame(a.start + v * np.cos(angle) * a.sense * a.up)
    parameters = a.parameters(frame, v)
    bare = ConeChart(
        (),
        frame,
        max(0.0, float(radius)),
        a.inside,
        parameters,
        a.seam(parameters),
        a.whole,
        slope=float(a.sense * np.degrees(angle)),
    )
    return _outlined(bare, face)  # type: ignore[return-value]


def _outlined(bare: Chart, face: TopoDS_Face) -> Chart:
    return replace(bare, outline=outline_on_sheet([face], bare))
