"""Bodies at their places: a position worked out to a frame, a solid moved there."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_Transform
from OCP.gp import gp_Ax3, gp_Trsf
from OCP.TopoDS import TopoDS

from tinstamp.blank.kernel import Array, placement, solids
from tinstamp.blank.making import Making
from tinstamp.blank.solid import Blank, NamedFace, NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.joint import Faces
from tinstamp.job.feature import Position

WAYS: Mapping[str, tuple[tuple[float, float, float], tuple[float, float, float]]] = {
    "up": ((1, 0, 0), (0, 1, 0)),
    "down": ((1, 0, 0), (0, -1, 0)),
    "front": ((1, 0, 0), (0, 0, 1)),
    "back": ((-1, 0, 0), (0, 0, 1)),
    "right": ((0, 1, 0), (0, 0, 1)),
    "left": ((0, -1, 0), (0, 0, 1)),
}
"""x and y of a body whose own upwards looks that way."""
HOME = Frame()


def frame_of(at: Position, values: Mapping[str, float], cut: bool, part: Making | None) -> Frame:
    """Where a body stands. `values` are the position's own. Raises BlankError."""
    if at.face and part is not None:
        chart = part.chart(at.face, "at.face")
        frame = on_face(chart, values["x"], values["y"], values["z"], "at.x")
        if cut:
            frame = frame.flipped
    else:
        x, y = WAYS[at.points]
        frame = Frame((values["x"], values["y"], values["z"]), x, y)
    return _tilted(frame.turned(values["turn"]), values["tilt"])


def on_face(chart: FaceChart, across: float, up: float, above: float, what: str) -> Frame:
    """A frame that looks off a face at a place on its sheet, its y the sheet's upwards."""
    xy, turn = chart.spot(across, up, degrees=False)
    normal = chart.normal(xy[None])[0]
    ahead = chart.to_space((xy + [1e-3, 0.0])[None])[0] - chart.to_space(xy[None])[0]
    x = ahead - (ahead @ normal) * normal
    x /= np.linalg.norm(x)
    origin = chart.to_space(xy[None], above)[0]
    frame = Frame(_vector(origin), _vector(x), _vector(np.cross(normal, x)))
    return frame.turned(turn)


def _tilted(frame: Frame, degrees: float) -> Frame:
    """Leaning about its own x."""
    if degrees == 0.0:
        return frame
    angle = np.radians(degrees)
    y = np.cos(angle) * np.array(frame.y) + np.sin(angle) * np.array(frame.z)
    return Frame(frame.origin, frame.x, _vector(y))


def _vector(v: Array) -> tuple[float, float, float]:
    return float(v[0]), float(v[1]), float(v[2])


def moved(body: Blank, to: Frame) -> Blank:
    """A body carried from the origin to a frame, on geometry of its own."""
    if to == HOME:
        return body
    motion = gp_Trsf()
    motion.SetTransformation(placement(to), gp_Ax3())
    work = BRepBuilderAPI_Transform(body.solid.shape, motion, True)
    members = tuple(
        NamedFace(f.name, TopoDS.Face_s(work.ModifiedShape(f.face)), f.shell)
        for f in body.solid.faces
    )
    found = solids(work.Shape())
    shape = found[0] if len(found) == 1 else work.Shape()
    charts = Faces.of(body.charts).each(lambda chart: chart.moved(to))
    return Blank(NamedSolid(shape, members), charts)
