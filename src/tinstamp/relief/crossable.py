"""A face that lines are run through."""

from __future__ import annotations

import numpy as np
from OCP.BRepTools import BRepTools
from OCP.IntCurvesFace import IntCurvesFace_Intersector
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.blank.kernel import BUILDER, Array, boxes_of, crossed, direction, gp_line, wires

ON_FACE = 1e-7
"""mm off its edges that a line still meets a face"""
FEW_HOLES = 12
"""holes of a face that are all looked at along each line"""


class Crossable:
    """A face that lines are run through. Where it has many holes, only those are looked at that a
    line comes near: it passes most of them by, and the kernel looks at every one."""

    def __init__(self, face: TopoDS_Face) -> None:
        self.face = face
        self._ready: IntCurvesFace_Intersector | None = None
        plain = TopoDS.Face_s(face.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
        every = wires(plain)
        self._holes: list[TopoDS_Wire] = []
        if len(every) > FEW_HOLES:
            outer = BRepTools.OuterWire_s(plain)
            self.face = plain
            self._rest = [wire for wire in every if wire.IsSame(outer)]
            self._holes = [wire for wire in every if not wire.IsSame(outer)]
            self._boxes = boxes_of(self._holes)

    def crossings(self, p: Array, n: Array, far: float) -> list[float]:
        """How deep under a point, against a direction, a line meets the face, mm."""
        work = self._along(p - far * n, p + far * n) if self._holes else self._whole
        work.Perform(gp_line(p, direction(-n)), -far, far)
        return [work.WParameter(i) for i in range(1, work.NbPnt() + 1)]

    @property
    def _whole(self) -> IntCurvesFace_Intersector:
        if self._ready is None:
            self._ready = IntCurvesFace_Intersector(self.face, ON_FACE)
        return self._ready

    def _along(self, start: Array, end: Array) -> IntCurvesFace_Intersector:
        made = TopoDS.Face_s(self.face.EmptyCopied())
        near = crossed(self._boxes, start[None], end[None])[:, 0]
        for wire in (*self._rest, *(self._holes[k] for k in np.flatnonzero(near))):
            BUILDER.Add(made, wire)
        return IntCurvesFace_Intersector(made, ON_FACE)
