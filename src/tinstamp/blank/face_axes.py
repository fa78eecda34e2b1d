"""Directions and extents of a face: what charts are laid out by."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.gp import gp_Ax3, gp_Pnt, gp_Vec
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops
from tinstamp.chart.frame import Frame
from tinstamp.chart.parameters import RoundParameters

TURN_LACKS = 1e-6
"""Radians that a face may lack of a full turn and still be closed."""


def outward(face: TopoDS_Face, u: float, v: float) -> tuple[Array, Array]:
    """A point of a face and its outward unit normal, (3,) each; the normal is zero at a
    pole of the surface."""
    p, du, dv = gp_Pnt(), gp_Vec(), gp_Vec()
    BRepAdaptor_Surface(face, False).D1(u, v, p, du, dv)
    n = np.cross(three(du), three(dv))
    size = float(np.linalg.norm(n))
    sign = -1.0 if face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED else 1.0
    return three(p), sign * n / size if size > 1e-12 else np.zeros(3)


def three(p: object) -> Array:
    """A point or vector of the kernel, (3,)."""
    return np.array([p.X(), p.Y(), p.Z()])  # type: ignore[attr-defined]


@dataclass(frozen=True)
class Span:
    """The part of (u, v) that a face covers."""

    u: tuple[float, float]
    v: tuple[float, float]

    @property
    def middle(self) -> tuple[float, float]:
        return sum(self.u) / 2, sum(self.v) / 2


def span_of(face: TopoDS_Face) -> Span:
    """Least and greatest u and v along the edges of a face."""
    points = np.concatenate(loops(face))
    low, high = points.min(axis=0), points.max(axis=0)
    return Span((float(low[0]), float(high[0])), (float(low[1]), float(high[1])))


def vector(v: Array) -> tuple[float, float, float]:
    """(3,) as a tuple."""
    return float(v[0]), float(v[1]), float(v[2])


def axes_of(position: gp_Ax3) -> tuple[Array, Array, Array]:
    """Origin, x and y of axes of the kernel, (3,) each."""
    return (
        three(position.Location()),
        three(position.XDirection()),
        three(position.YDirection()),
    )


@dataclass(frozen=True)
class Axial:
    """A round face's span and its directions.

    Attributes
    ----------
    up : unit, along the axis, upwards. sense : +1 where v grows that way.
    """

    span: Span
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
        return Frame(vector(origin), vector(look), vector(np.cross(self.up, look)))

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


def axial(face: TopoDS_Face, position: gp_Ax3, facing: float) -> Axial:
    """Of a face about the axis of `position`, from whose x its u is counted."""
    span = span_of(face)
    start, x, y = axes_of(position)
    axis = three(position.Direction())
    lead = 2 if abs(axis[2]) > 1e-9 else int(np.argmax(np.abs(axis)))
    sense = 1.0 if axis[lead] > 0 else -1.0
    point, normal = outward(face, *span.middle)
    away = point - start
    away = away - (away @ axis) * axis
    return Axial(
        span,
        start,
        x,
        y,
        sense * axis,
        sense,
        span.u[1] - span.u[0] > 2.0 * np.pi - TURN_LACKS,
        bool(facing * (normal @ away) < 0),
    )
