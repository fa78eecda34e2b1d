"""A face that lines are run through."""

from __future__ import annotations

import numpy as np
from OCP.BRepTools import BRepTools
from OCP.IntCurvesFace import IntCurvesFace_Intersector
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import BUILDER, Array, direction, gp_line, wires

ON_FACE = 1e-7
"""mm off its edges that a line still meets a face"""
FEW_HOLES = 12
"""holes of a face that are all looked at along each line"""


class Crossable:
    """A face that lines are run through. Where it has many holes, only those are looked at that a
    line comes near: it passes most of them by, and the kernel looks at every one."""

    def __init__(self, face: TopoDS_Face) -> None:
        self.face = face
        self._ready: dict[tuple[int, ...], IntCurvesFace_Intersector] = {}
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
        near: list[int] = []
        if self._holes:
            met = crossed(self._boxes, (p - far * n)[None], (p + far * n)[None])[:, 0]
            near = np.flatnonzero(met).tolist()
        work = self._with(tuple(near))
        work.Perform(gp_line(p, direction(-n)), -far, far)
        return [work.WParameter(i) for i in range(1, work.NbPnt() + 1)]

    def _with(self, holes: tuple[int, ...]) -> IntCurvesFace_Intersector:
        """The face with such of its holes; lines through one letter come near the same ones."""
        if holes not in self._ready:
            face = self.face
            if self._holes:
                face = TopoDS.Face_s(self.face.EmptyCopied())
                for wire in (*self._rest, *(self._holes[k] for k in holes)):
                    BUILDER.Add(face, wire)
            self._ready[holes] = IntCurvesFace_Intersector(face, ON_FACE)
        return self._ready[holes]
