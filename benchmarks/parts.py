"""Parts as other programs write them, for benchmarks and tests."""

from __future__ import annotations

import math

import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeEdge, BRepBuilderAPI_MakeWire
from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections
from OCP.GeomAPI import GeomAPI_Interpolate
from OCP.gp import gp_Pnt
from OCP.TColgp import TColgp_HArray1OfPnt
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Shape, TopoDS_Vertex

from tinstamp.blank.kernel import (
    BUILDER,
    TOLERANCE,
    bezier,
    edge_between,
    face_on,
    rational_surface,
    solid_of,
    uv_line,
    vertex_at,
    wire_of,
)


def lofted(sides: int, seed: int, sections: int = 4, points: int = 4) -> TopoDS_Shape:
    """A solid of that many freeform faces and two ends, its sections bent at random; each face goes
    through so many sections, and through so many points in each."""
    r = np.random.default_rng(seed)
    bends = r.uniform(-3.0, 3.0, size=4)

    def at(i: float, z: float) -> gp_Pnt:
        a = 2.0 * math.pi * i / sides
        reach = 40.0 + bends[0] * math.sin(3 * a) + bends[1] * math.sin(z / 15.0)
        reach += bends[2] * math.cos(2 * a + z / 9.0)
        return gp_Pnt(reach * math.cos(a), reach * math.sin(a), z + bends[3])

    loft = BRepOffsetAPI_ThruSections(True, False, 1e-5)
    for z in np.linspace(0.0, 60.0, sections).tolist():
        wire = BRepBuilderAPI_MakeWire()
        for k in range(sides):
            along = TColgp_HArray1OfPnt(1, points)
            for j in range(points):
                along.SetValue(j + 1, at(k + j / (points - 1.0), z))
            curve = GeomAPI_Interpolate(along, False, 1e-7)
            curve.Perform()
            wire.Add(BRepBuilderAPI_MakeEdge(curve.Curve()).Edge())
        loft.AddWire(wire.Wire())
    loft.Build()
    return loft.Shape()


def lens(side: int) -> TopoDS_Shape:
    """A solid of 2 · side² bicubic faces, a grid of them above and one below, that meet along the
    edge of a square of 200 mm; about 4.3 kB to a face as STEP is written."""
    made = _Lens(side)
    faces = [made.face(i, j, up) for up in (1.0, -1.0) for i in range(side) for j in range(side)]
    return solid_of(faces)


class _Lens:
    """Faces that share their edges.

    Attributes
    ----------
    places : where the grid's lines and the thirds between them are, mm.
    """

    def __init__(self, side: int) -> None:
        self.places = np.linspace(-100.0, 100.0, 3 * side + 1)
        self.corners: dict[tuple[int, int, float], TopoDS_Vertex] = {}
        self.edges: dict[tuple[int, int, int, float], TopoDS_Edge] = {}

    def point(self, i: int, j: int, up: float) -> tuple[float, float, float]:
        x, y = self.places[i], self.places[j]
        dome = (1.0 - (x / 100.0) ** 2) * (1.0 - (y / 100.0) ** 2)
        return x, y, up * dome * (30.0 + 2.0 * math.sin(x / 9.0) * math.cos(y / 7.0))

    def _level(self, up: float, *ends: int) -> float:
        """0 along the rim, where both sides meet."""
        last = len(self.places) - 1
        return 0.0 if any(end in (0, last) for end in ends) else up

    def corner(self, i: int, j: int, up: float) -> TopoDS_Vertex:
        key = (i, j, self._level(up, i, j))
        if key not in self.corners:
            self.corners[key] = vertex_at(self.point(i, j, up))
        return self.corners[key]

    def edge(self, axis: int, i: int, j: int, up: float) -> TopoDS_Edge:
        """From a corner along x (axis 0) or y to the next one."""
        level = self._level(up, j if axis == 0 else i)
        key = (axis, i, j, level)
        if key not in self.edges:
            step = (1, 0) if axis == 0 else (0, 1)
            through = [self.point(i + k * step[0], j + k * step[1], up) for k in range(4)]
            ends = self.corner(i, j, up), self.corner(i + 3 * step[0], j + 3 * step[1], up)
            self.edges[key] = edge_between(
                bezier((THROUGH @ through).tolist()),
                ends[0],
                TopoDS.Vertex_s(ends[1].Reversed()),
                0.0,
                1.0,
            )
        return self.edges[key]

    def face(self, column: int, row: int, up: float) -> TopoDS_Face:
        i, j = 3 * column, 3 * row
        grid = np.array([[self.point(i + a, j + b, up) for b in range(4)] for a in range(4)])
        poles = np.einsum("ab,bck->ack", THROUGH, np.einsum("cd,bdk->bck", THROUGH, grid))
        ends = np.repeat([0.0, 1.0], 4)
        surface = rational_surface(ends, ends, poles, None)
        run = [
            (self.edge(0, i, j, up), (0.0, 0.0, 1.0, 0.0), False),
            (self.edge(1, i + 3, j, up), (1.0, 0.0, 0.0, 1.0), False),
            (self.edge(0, i, j + 3, up), (0.0, 1.0, 1.0, 0.0), True),
            (self.edge(1, i, j, up), (0.0, 0.0, 0.0, 1.0), True),
        ]
        for edge, line, _ in run:
            BUILDER.UpdateEdge(edge, uv_line(*line), surface, TopLoc_Location(), TOLERANCE)
        wire = wire_of([TopoDS.Edge_s(e.Reversed()) if back else e for e, _, back in run])
        flipped = up < 0.0
        return face_on(surface, [TopoDS.Wire_s(wire.Reversed()) if flipped else wire], flipped)


THROUGH = np.linalg.inv(
    [[(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3] for t in np.linspace(0, 1, 4)]
)
"""From four points of a cubic, at thirds, to its poles."""
