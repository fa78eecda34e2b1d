"""Where the edges of a face run: in the surface's (u, v), and on the sheet of its chart."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely
from OCP.BRepAdaptor import BRepAdaptor_Curve2d
from OCP.BRepTools import BRepTools_WireExplorer
from OCP.Geom2d import Geom2d_BSplineCurve
from OCP.GeomAbs import GeomAbs_CurveType
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Outline, evaluate, inside, line, polygon
from tinstamp.artwork.shapes import arc_pieces
from tinstamp.blank.kernel import Array, wires
from tinstamp.chart.base import FaceChart
from tinstamp.chart.fitting import bernstein
from tinstamp.chart.round import RoundChart

EDGE_POINTS = 64
"""Points along a curved edge."""


@dataclass(frozen=True)
class _Run:
    """An edge in (u, v), run the way of its loop.

    Attributes
    ----------
    points : (n, 2), both ends with them. centre : of an arc, else None.
    """

    points: Array
    centre: tuple[float, float] | None
    straight: bool

    def back(self) -> _Run:
        return _Run(self.points[::-1], self.centre, self.straight)

    def pieces(self) -> Array:
        """As cubics, (m, 4, 2): a line or an arc as it is, another curve as short lines."""
        first, last = self.points[0], self.points[-1]
        if self.straight:
            return line(first, last)[None]
        if self.centre is None:
            return _lines(self.points)
        a, b = self.points[:2] - self.centre
        step = float(np.arctan2(a[0] * b[1] - a[1] * b[0], a @ b))
        turn = step * (len(self.points) - 1)
        beziers = arc_pieces(self.centre, (float(first[0]), float(first[1])), turn)
        beziers[-1, 3] = last
        return beziers


def _lines(points: Array) -> Array:
    """The lines between points (n, 2) as cubics, (n - 1, 4, 2)."""
    start, end = points[:-1], points[1:]
    third = (end - start) / 3.0
    return np.stack([start, start + third, end - third, end], axis=1)


def loops(face: TopoDS_Face, count: int = EDGE_POINTS) -> list[Array]:
    """Every wire of a face as a polygon in (u, v), (n, 2), `count` points to a curved edge."""
    found = [np.concatenate([run.points[:-1] for run in chain]) for chain in _chains(face, count)]
    return [ring for ring in found if len(ring) > 2]


def _chains(face: TopoDS_Face, count: int = EDGE_POINTS) -> list[list[_Run]]:
    """The edges of every wire in their order, each beginning where the last one ended."""
    plain = TopoDS.Face_s(face.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
    chains = []
    for wire in wires(plain):
        runs = []
        walk = BRepTools_WireExplorer(wire, plain)
        while walk.More():
            runs.append(_run(BRepAdaptor_Curve2d(walk.Current(), plain), count))
            walk.Next()
        if len(runs) > 1:
            ends = runs[1].points[[0, -1]]
            gaps = [np.linalg.norm(ends - runs[0].points[k], axis=1).min() for k in (0, -1)]
            if gaps[0] < gaps[1]:
                runs[0] = runs[0].back()
        for k in range(1, len(runs)):
            at = runs[k - 1].points[-1]
            gaps = [np.linalg.norm(runs[k].points[e] - at) for e in (0, -1)]
            if gaps[1] < gaps[0]:
                runs[k] = runs[k].back()
        if runs:
            chains.append(runs)
    return chains


def _run(curve: BRepAdaptor_Curve2d, count: int) -> _Run:
    first, last = curve.FirstParameter(), curve.LastParameter()
    kind = curve.GetType()
    straight = kind == GeomAbs_CurveType.GeomAbs_Line
    centre = None
    if kind == GeomAbs_CurveType.GeomAbs_Circle:
        at = curve.Circle().Location()
        centre = (at.X(), at.Y())
    t = np.linspace(first, last, 2 if straight else count + 1)
    if kind == GeomAbs_CurveType.GeomAbs_BSplineCurve:
        found = _in_one_piece(curve.BSpline(), t)
        if found is not None:
            return _Run(found, centre, straight)
    points = [(p.X(), p.Y()) for p in (curve.Value(float(x)) for x in t)]
    return _Run(np.array(points), centre, straight)


def _in_one_piece(curve: Geom2d_BSplineCurve, t: Array) -> Array | None:
    """Points of a polynomial at parameters, (n, 2); None for a curve of several pieces, or one with
    weights."""
    if curve.NbKnots() != 2 or curve.IsRational():
        return None
    low, high = curve.Knot(1), curve.Knot(2)
    poles = [curve.Pole(k) for k in range(1, curve.NbPoles() + 1)]
    places = ((t - low) / (high - low)).tobytes()
    return _weights(places, len(poles) - 1) @ np.array([(p.X(), p.Y()) for p in poles])


@lru_cache(maxsize=64)
def _weights(places: bytes, degree: int) -> Array:
    return bernstein(np.frombuffer(places), degree)


def begin_of(wire: TopoDS_Wire, face: TopoDS_Face) -> tuple[float, float]:
    """A place of a wire in (u, v) of its face."""
    curve = BRepAdaptor_Curve2d(BRepTools_WireExplorer(wire, face).Current(), face)
    at = curve.Value(curve.FirstParameter())
    return at.X(), at.Y()


def covers(rings: Sequence[Array], uv: Array) -> bool:
    """True when a point in (u, v) lies within the loops of a face, outside its holes."""
    return sum(inside(uv, ring) for ring in rings) % 2 == 1


def outline_on_sheet(faces: Sequence[TopoDS_Face], chart: FaceChart) -> tuple[Outline, ...]:
    """The edges of faces of one surface on the sheet: outer loops counter-clockwise, holes
    clockwise. A closed face is cut open at the back."""
    if isinstance(chart, RoundChart) and chart.closed:
        return _cut_open([[chart.unrolled_uv(r) for r in loops(f)] for f in faces], chart)
    found = []
    for face in faces:
        rings = [_on_sheet(ring, chart) for ring in _exact_loops(face)]
        rings.sort(key=lambda ring: -abs(ring.area))
        for k, ring in enumerate(rings):  # the largest loop is the outer one
            found.append(ring if (ring.area > 0) == (k == 0) else ring.reversed())
    return tuple(found)


BENT_POINTS = 96
"""points to a piece of an edge where the sheet bends it: 60 mm of it stray less than 0.002 mm"""


def _on_sheet(ring: Outline, chart: FaceChart) -> Outline:
    """A loop in (u, v) on the sheet; as a fine polygon where the map is not affine."""
    if chart.affine:
        return Outline(chart.from_uv(ring.beziers), ring.straight)
    t = np.linspace(0.0, 1.0, BENT_POINTS, endpoint=False)
    points = evaluate(ring.beziers, t).reshape(-1, 2)
    return polygon(_thinned(chart.from_uv(points)).tolist())


def _exact_loops(face: TopoDS_Face) -> list[Outline]:
    """Every wire of a face as an outline in (u, v)."""
    found = []
    for chain in _chains(face):
        pieces = [run.pieces() for run in chain]
        straight = np.concatenate(
            [np.full(len(p), r.centre is None) for p, r in zip(pieces, chain, strict=True)]
        )
        found.append(Outline(np.concatenate(pieces), straight))
    return found


def _cut_open(faces: Sequence[Sequence[Array]], chart: RoundChart) -> tuple[Outline, ...]:
    """Loops in degrees and heights, wherever their seam is, to outlines from −180° to
    180°."""
    whole: BaseGeometry = shapely.Polygon()
    for rings in faces:
        face: BaseGeometry = shapely.Polygon()
        for ring in rings:
            face = face.symmetric_difference(shapely.Polygon(ring).buffer(0))
        turned = [
            shapely.transform(face, lambda p, k=k: p + [360.0 * k, 0.0]) for k in range(-2, 3)
        ]
        whole = shapely.union_all([whole, *turned], grid_size=1e-9)
    low, high = whole.bounds[1] - 1.0, whole.bounds[3] + 1.0
    whole = shapely.simplify(whole, 1e-7)
    cut = whole.intersection(shapely.box(-180.0, low, 180.0, high), grid_size=1e-9)
    found: list[Outline] = []
    for part in shapely.get_parts(cut):
        if not isinstance(part, shapely.Polygon) or part.area < 1e-9:
            continue
        smooth = part if chart.affine else shapely.segmentize(part, 3.0)
        smooth = shapely.orient_polygons(smooth)
        for ring in (smooth.exterior, *smooth.interiors):
            points = chart.rolled(np.array(ring.coords)[:-1])
            found.append(polygon(_thinned(points).tolist()))
    return tuple(found)


def _thinned(points: Array) -> Array:
    """A loop without the points in the middle of straight stretches."""
    ring = shapely.simplify(shapely.LinearRing(points), 1e-7)
    return np.array(ring.coords)[:-1]
