"""A rectangular plate as a kernel solid, each face with its name and its chart."""

from __future__ import annotations

import numpy as np
from OCP.Geom import Geom_Line, Geom_Plane
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Edge, TopoDS_Face, TopoDS_Vertex, TopoDS_Wire

from tinstamp.artwork.shapes import rectangle
from tinstamp.blank.kernel import BUILDER, TOLERANCE, direction, placement, point
from tinstamp.blank.solid import Blank, NamedFace, joined
from tinstamp.chart.base import Chart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart

SIDES = {
    "top": ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0)),
    "bottom": ((1.0, 0.0, 0.0), (0.0, -1.0, 0.0)),
    "front": ((1.0, 0.0, 0.0), (0.0, 0.0, 1.0)),
    "back": ((-1.0, 0.0, 0.0), (0.0, 0.0, 1.0)),
    "left": ((0.0, -1.0, 0.0), (0.0, 0.0, 1.0)),
    "right": ((0.0, 1.0, 0.0), (0.0, 0.0, 1.0)),
}
"""Sheet x and y of each face, as seen by someone who looks at it from outside."""


def plate(name: str, length: float, width: float, thickness: float) -> Blank:
    """A plate centred on the z axis and standing on z = 0; length along x, mm."""
    half = np.array([length, width, thickness]) / 2
    centre = np.array([0.0, 0.0, half[2]])
    corners: dict[tuple[int, ...], TopoDS_Vertex] = {}
    edges: dict[tuple[tuple[int, ...], tuple[int, ...]], TopoDS_Edge] = {}

    def corner(signs: tuple[int, ...]) -> TopoDS_Vertex:
        if signs not in corners:
            vertex = TopoDS_Vertex()
            BUILDER.MakeVertex(vertex, point(centre + half * signs), TOLERANCE)
            corners[signs] = vertex
        return corners[signs]

    def edge(a: tuple[int, ...], b: tuple[int, ...]) -> TopoDS_Edge:
        if (b, a) in edges:
            return edges[b, a].Reversed()
        p, q = centre + half * a, centre + half * b
        made = TopoDS_Edge()
        BUILDER.MakeEdge(made, Geom_Line(point(p), direction(q - p)), TOLERANCE)
        BUILDER.Add(made, corner(a).Oriented(TopAbs_Orientation.TopAbs_FORWARD))
        BUILDER.Add(made, corner(b).Oriented(TopAbs_Orientation.TopAbs_REVERSED))
        BUILDER.Range(made, 0.0, float(np.linalg.norm(q - p)))
        edges[a, b] = made
        return made

    members: list[NamedFace] = []
    charts: dict[str, Chart] = {}
    for side, (x, y) in SIDES.items():
        ax, ay = np.array(x), np.array(y)
        out = np.cross(ax, ay)
        origin = centre + half * out
        frame = Frame((*map(float, origin),), x, y)  # type: ignore[arg-type]
        ring = [
            tuple(int(c) for c in out + sx * ax + sy * ay)
            for sx, sy in ((-1, -1), (1, -1), (1, 1), (-1, 1))
        ]
        wire = TopoDS_Wire()
        BUILDER.MakeWire(wire)
        for a, b in zip(ring, ring[1:] + ring[:1], strict=True):
            BUILDER.Add(wire, edge(a, b))
        wire.Closed(True)
        face = TopoDS_Face()
        BUILDER.MakeFace(face, Geom_Plane(placement(frame)), TOLERANCE)
        BUILDER.Add(face, wire)
        members.append(NamedFace(f"{name}.{side}", face))
        sheet = rectangle(*(float(2 * abs(half @ axis)) for axis in (ax, ay)))
        charts[f"{name}.{side}"] = PlaneChart((sheet,), frame)
    return Blank(joined(members), charts)
