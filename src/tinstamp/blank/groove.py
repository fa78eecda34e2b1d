"""A groove: a section carried along a path on a face, and cut.

All round a face the section is turned about its axis; along a line or an arc on a flat
face it is moved or turned; elsewhere it is swept, upright on the face. Corners of a path
are turned out as by the cutter that made it.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from itertools import pairwise

import numpy as np
from OCP.BRepBuilderAPI import (
    BRepBuilderAPI_MakeEdge,
    BRepBuilderAPI_MakeFace,
    BRepBuilderAPI_MakeShape,
    BRepBuilderAPI_MakeWire,
)
from OCP.BRepFill import BRepFill_TypeOfContact
from OCP.BRepOffsetAPI import BRepOffsetAPI_MakePipeShell
from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism, BRepPrimAPI_MakeRevol
from OCP.Geom import Geom_Circle, Geom_Line
from OCP.gp import gp_Ax1, gp_Ax2, gp_Vec
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Shape, TopoDS_Vertex, TopoDS_Wire
from OCP.TopTools import TopTools_IndexedMapOfShape

from tinstamp.blank.changes import combined, of_construction
from tinstamp.blank.extruded_solid import outline_of
from tinstamp.blank.kernel import (
    Array,
    bezier,
    direction,
    edge_on,
    faces,
    point,
    solids,
    vertex_at,
    volume,
)
from tinstamp.blank.making import BlankError, Making
from tinstamp.blank.moving import moved
from tinstamp.blank.solid import Blank, of_solids
from tinstamp.blank.turned_solid import turned
from tinstamp.chart.base import FaceChart
from tinstamp.chart.fitting import FITS, fit_space, halves, sampled
from tinstamp.chart.round import RoundChart
from tinstamp.job.changes import Groove
from tinstamp.job.profile import Piece, counter_clockwise

PATH_STRAY = 1e-6
"""mm; how far a path may stray from the true one on a curved face."""
UPRIGHT_LIFT = 1.0
"""mm above the face of the line that keeps a section upright."""
CORNER_BEND = 1e-3
"""radians; a joint that bends less is no corner."""
Section = list[tuple[str, TopoDS_Edge]]


def groove(part: Making, feature: Groove, values: Mapping[str, float]) -> Making:
    """The part with the groove. Faces: left, right and floor, or the wall of a round
    section; start and finish of an open path; corner. Raises BlankError."""
    chart = part.chart(feature.face, "face")
    shape = _Shape(feature, values, chart)
    try:
        if feature.path == "all_round":
            tools = [_all_round(chart, shape, values["up"])]
        elif chart.kind == "flat":
            tools = _flat(chart, shape, feature.way(values))
        else:
            tools = [_swept(chart, shape, feature.way(values))]
    except Exception as error:
        if not of_construction(error):
            raise
        raise _failed() from error
    return combined(part, tools, False, f"groove “{feature.name}”")


def _failed() -> BlankError:
    return BlankError("the section cannot be carried along this path: it bends too tightly")


class _Shape:
    """The section in its own plane: x to the right of the path, y off the face, mm."""

    def __init__(self, feature: Groove, values: Mapping[str, float], chart: FaceChart) -> None:
        self.name = feature.name
        half = self.half = values["width"] / 2
        self.round = feature.section == "round"
        if self.round:
            return
        depth = values["depth"]
        over = 0.2 + half * half * abs(chart.curvature()[0])
        if feature.section == "flat":
            self.corners = [(half, over), (-half, over), (-half, -depth), (half, -depth)]
            self.names = ["mouth", "left", "floor", "right"]
        else:
            wide = half * (depth + over) / depth
            self.corners = [(wide, over), (-wide, over), (0.0, -depth)]
            self.names = ["mouth", "left", "right"]

    def pieces(self, at: Array, right: Array, off: Array) -> tuple[Piece, ...]:
        """The section as a loop in another plane, given where its axes lie, (2,) each."""

        def spot(x: float, y: float) -> tuple[float, float]:
            p = at + x * right + y * off
            return float(p[0]), float(p[1])

        if self.round:
            start = spot(self.half, 0.0)
            centre = (float(at[0]), float(at[1]))
            return (Piece("wall", start, start, centre, 2.0 * math.pi),)
        spots = [spot(x, y) for x, y in self.corners]
        following = [*spots[1:], spots[0]]
        return counter_clockwise(
            [Piece(n, a, b) for n, a, b in zip(self.names, spots, following, strict=True)]
        )

    def edges(self, at: Array, right: Array, off: Array) -> Section:
        """The section in space, from the directions of its axes, (3,) each."""
        if self.round:
            axes = gp_Ax2(point(at), direction(np.cross(right, off)), direction(right))
            return [("wall", BRepBuilderAPI_MakeEdge(Geom_Circle(axes, self.half)).Edge())]
        spots = [at + x * right + y * off for x, y in self.corners]
        vertices = [vertex_at(p.tolist()) for p in spots]
        count = len(spots)
        return [
            (name, _line(spots[i], spots[j], vertices[i], vertices[j]))
            for i, name in enumerate(self.names)
            for j in [(i + 1) % count]
        ]

    def half_turned(self) -> tuple[Piece, ...]:
        """The right half, closed along the section's upright: what a turning cutter cuts."""
        if self.round:
            r = self.half
            return (
                Piece("corner", (0.0, -r), (0.0, r), (0.0, 0.0), math.pi),
                Piece("", (0.0, r), (0.0, -r)),
            )
        right = [(max(x, 0.0), y) for x, y in self.corners if x > -1e-12]
        low, high = min(y for _, y in self.corners), max(y for _, y in self.corners)
        spots = sorted({(0.0, low), *right}, key=lambda p: (p[1], p[0])) + [(0.0, high)]
        return (
            *(Piece("corner", a, b) for a, b in pairwise(spots)),
            Piece("", (0.0, high), (0.0, low)),
        )


def _line(a: Array, b: Array, start: TopoDS_Vertex, end: TopoDS_Vertex) -> TopoDS_Edge:
    length = float(np.linalg.norm(b - a))
    return edge_on(Geom_Line(point(a), direction(b - a)), start, end.Reversed(), length)


def _wire(edges: Sequence[TopoDS_Edge]) -> TopoDS_Wire:
    wire = BRepBuilderAPI_MakeWire()
    for edge in edges:
        wire.Add(edge)
    return wire.Wire()


def _all_round(chart: FaceChart, shape: _Shape, up: float) -> Blank:
    if not isinstance(chart, RoundChart) or not chart.closed:
        raise BlankError("this face has no way all round: draw the path", "path")
    front, _ = chart.spot(0.0, up, degrees=True)
    here = chart.frame.to_local(chart.to_space(front[None]))[0]
    normal = chart.frame.axes @ chart.normal(front[None])[0]
    off = np.array([normal[0], normal[2]])
    at = np.array([here[0], here[2]])
    tool = turned(shape.name, shape.pieces(at, np.array([off[1], -off[0]]), off), 360.0, 180.0)
    return moved(Blank(tool.solid, {}), chart.frame)


def _flat(chart: FaceChart, shape: _Shape, way: Sequence[Piece]) -> list[Blank]:
    """A tool for each piece of a path on a flat face, and for each corner."""
    off = chart.normal(np.zeros((1, 2)))[0]
    tools = []
    for piece in way:
        if piece.spline is not None:
            tools.append(_swept(chart, shape, [piece]))
            continue
        here, along, _ = _first(chart, piece)
        section = shape.edges(here, np.cross(along, off), off)
        flat = BRepBuilderAPI_MakeFace(_wire([e for _, e in section]), True).Face()
        if piece.centre is None:
            work: BRepBuilderAPI_MakeShape = BRepPrimAPI_MakePrism(
                flat, gp_Vec(*map(float, along * piece.length)), True
            )
        else:
            centre = chart.to_space(np.array([piece.centre]))[0]
            if piece.radius <= shape.half:
                raise _failed()
            axis = gp_Ax1(point(centre), direction(off * np.sign(piece.turn)))
            work = BRepPrimAPI_MakeRevol(flat, axis, abs(piece.turn), True)
        tools.append(_named(work, work.Shape(), shape.name, _of_piece(section, piece, way)))
    for before, after in zip(way, [*way[1:], way[0]], strict=True):
        if math.dist(before.end, after.start) > 1e-9:
            continue  # an open path's last and first
        a, b = before.tangent(True), after.tangent(False)
        if abs(a[0] * b[1] - a[1] * b[0]) > CORNER_BEND or a @ b < 0:
            tools.append(_corner(chart, shape, after.start))
    return tools


def _of_piece(section: Section, piece: Piece, way: Sequence[Piece]) -> Section:
    """The section with the piece's name to each of its own, where there are several."""
    if len(way) == 1:
        return section
    return [(f"{role}_{piece.name}", edge) for role, edge in section]


def _corner(chart: FaceChart, shape: _Shape, at: tuple[float, float]) -> Blank:
    tool = turned(shape.name, shape.half_turned(), 360.0, 180.0)
    frame = chart.frame
    origin = frame.to_space(np.array([at[0], at[1], 0.0]))
    there = type(frame)(tuple(map(float, origin)), frame.x, frame.y)  # type: ignore[arg-type]
    return moved(Blank(tool.solid, {}), there)


def _swept(chart: FaceChart, shape: _Shape, way: Sequence[Piece]) -> Blank:
    """The section swept along a path on any face."""
    path, upright = _laid(chart, way)
    here, along, off = _first(chart, way[0])
    section = shape.edges(here, np.cross(along, off), off)
    sweep = BRepOffsetAPI_MakePipeShell(path)
    sweep.SetMode(upright, False, BRepFill_TypeOfContact.BRepFill_NoContact)
    sweep.Add(_wire([e for _, e in section]), False, False)
    sweep.Build()
    if not sweep.IsDone() or not sweep.MakeSolid():
        raise _failed()
    return _named(sweep, sweep.Shape(), shape.name, section)


def _named(
    work: BRepBuilderAPI_MakeShape, made: TopoDS_Shape, name: str, section: Section
) -> Blank:
    part = solids(made)[0]
    if volume(part) < 0:
        part = TopoDS.Solid_s(part.Reversed())
    known = TopTools_IndexedMapOfShape()
    names: list[str] = []

    def add(shape: TopoDS_Shape, role: str) -> None:
        for face in faces(shape):
            if known.Add(face) > len(names):
                names.append(f"{name}.{role}")

    for role, edge in section:
        for shape in work.Generated(edge):
            add(shape, role)
    add(work.FirstShape(), "start")
    add(work.LastShape(), "finish")

    def name_of(face: TopoDS_Shape) -> str:
        index = known.FindIndex(face)
        return names[index - 1] if index else f"{name}.wall"

    order = {n: k for k, n in enumerate(dict.fromkeys(names))}
    return Blank(of_solids([part], name_of, order), {})


def _laid(chart: FaceChart, way: Sequence[Piece]) -> tuple[TopoDS_Wire, TopoDS_Wire]:
    """A path laid on a face, and the same lifted off it."""
    beziers = _pieces(chart, outline_of(way).beziers)
    found = []
    samples = sampled(beziers, chart, FITS[9])
    for lift in (0.0, UPRIGHT_LIFT):
        poles, _ = fit_space(samples, lift, FITS[9])
        edges = [BRepBuilderAPI_MakeEdge(bezier(row.tolist())).Edge() for row in poles]
        found.append(_wire(edges))
    return found[0], found[1]


def _pieces(chart: FaceChart, beziers: Array) -> Array:
    """Cut until one polynomial follows the face along each."""
    for _ in range(8):
        stray = np.maximum(
            *(
                fit_space(sampled(beziers, chart, FITS[9]), lift, FITS[9])[1]
                for lift in (0.0, UPRIGHT_LIFT)
            )
        )
        if np.all(stray <= PATH_STRAY):
            return beziers
        parts: list[Array] = []
        for b, s in zip(beziers, stray, strict=True):
            parts += halves(b, 0.5) if s > PATH_STRAY else (b,)
        beziers = np.stack(parts)
    raise BlankError("the path cannot be laid on this face", "points")


def _first(chart: FaceChart, piece: Piece) -> tuple[Array, Array, Array]:
    """Where a piece of the path begins, its direction and the face's normal there."""
    xy, way = np.array(piece.start), piece.tangent(False)
    here = chart.to_space(xy[None])[0]
    ahead = chart.to_space((xy + 1e-5 * way)[None])[0] - here
    return here, ahead / np.linalg.norm(ahead), chart.normal(xy[None])[0]
