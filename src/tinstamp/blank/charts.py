"""The chart of a face of the kernel, as the designer of its part would lay it out.

Upright is the part's z wherever a face is not level; a flat face's sheet has its origin in
its middle, or on the body's axis when it is square to it; a round face's front looks to
−y, or to its own middle when it covers only a part of a turn.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.GeomAbs import GeomAbs_SurfaceType as Kind
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.bent_charts import bent_chart
from tinstamp.blank.face_axes import axes_of, axial, outward, vector
from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops, outline_on_sheet
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart

LEVEL_COSINE = 1.0 - 1e-9
"""Cosine of the angle between two directions that count as one."""
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


def chart_of(face: TopoDS_Face, facing: float = 1.0, about_axis: bool = True) -> FaceChart | None:
    """The chart of a face; None for a shape that no chart lays out.

    `facing` is −1 for a face whose material will be on its other side, as of a body that is
    cut away. `about_axis`: level faces have their origin on the z axis.
    """
    laid = LAID.get(BRepAdaptor_Surface(face, False).GetType(), _bent)
    return laid(face, facing, about_axis)


def _bent(face: TopoDS_Face, facing: float, about_axis: bool) -> FaceChart | None:
    return bent_chart(face, facing)


def upright_frame(origin: Array, normal: Array) -> Frame:
    """A frame that looks along a normal, its y as far up as can be."""
    if abs(normal[2]) > LEVEL_COSINE:
        x = np.array([1.0, 0.0, 0.0])
    else:
        x = np.cross([0.0, 0.0, 1.0], normal)
        x /= np.linalg.norm(x)
    y = np.cross(normal, x)
    return Frame(vector(origin), vector(x), vector(y))


def _flat(face: TopoDS_Face, facing: float, about_axis: bool) -> PlaneChart:
    rings = np.concatenate(loops(face))
    plane = BRepAdaptor_Surface(face, False).Plane().Position()
    start, x, y = axes_of(plane)
    _, normal = outward(face, 0.0, 0.0)
    normal = np.round(facing * normal, 15)
    space = start + rings[:, :1] * x + rings[:, 1:] * y
    frame = upright_frame(space[0], normal)
    local = frame.to_local(space)[:, :2]
    middle = (local.min(axis=0) + local.max(axis=0)) / 2
    origin = frame.to_space(np.array([*middle, 0.0]))
    if about_axis and abs(normal[2]) > LEVEL_COSINE:
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


def _cylinder(face: TopoDS_Face, facing: float, about_axis: bool) -> CylinderChart:
    cylinder = BRepAdaptor_Surface(face, False).Cylinder()
    a = axial(face, cylinder.Position(), facing)
    v = a.span.v[0] if a.sense > 0 else a.span.v[1]
    frame = a.frame(a.start + v * a.sense * a.up)
    parameters = a.parameters(frame, v)
    bare = CylinderChart(
        (), frame, cylinder.Radius(), a.inside, parameters, a.seam(parameters), a.whole
    )
    return _outlined(bare, face)  # type: ignore[return-value]


def _cone(face: TopoDS_Face, facing: float, about_axis: bool) -> ConeChart:
    cone = BRepAdaptor_Surface(face, False).Cone()
    a = axial(face, cone.Position(), facing)
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


def _outlined(bare: FaceChart, face: TopoDS_Face) -> FaceChart:
    return replace(bare, outline=outline_on_sheet([face], bare))


LAID: Mapping[Kind, Callable[[TopoDS_Face, float, bool], FaceChart | None]] = {
    Kind.GeomAbs_Plane: _flat,
    Kind.GeomAbs_Cylinder: _cylinder,
    Kind.GeomAbs_Cone: _cone,
}
"""What lays out a face of each kind of the kernel; all others are bent."""
