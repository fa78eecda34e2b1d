"""A roof over ink as it comes to lie on a bent face: as far off the face, along its normal, as it
is high over the sheet.

Each facet is one polynomial patch in coordinates of its own on the sheet, in which its edges are
straight lines; each edge is one polynomial curve. Both follow the face within `WITHIN`.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.Geom import Geom_Surface
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Array, Region, polygon
from tinstamp.artwork.roof import Roof
from tinstamp.blank.kernel import (
    BUILDER,
    bezier,
    bezier2d,
    edge_on,
    face_on,
    rational_surface,
    vertex_at,
    wire_of,
)
from tinstamp.chart.base import FaceChart, Start
from tinstamp.chart.bent import FINE_TRIANGLE, corners_of, quartered
from tinstamp.chart.fitting import DEGREES, DENSE, bernstein, fit_dense
from tinstamp.relief.face_curves import RING_POINTS, StrayError, turned
from tinstamp.relief.heads import Square
from tinstamp.relief.rings import Rings
from tinstamp.relief.roof_parted import pairs_of, parted_at_breaks
from tinstamp.relief.surfaces import OrderError

WITHIN = 1e-6
"""mm that a facet, and an edge, may stray from the roof on its face"""
TOLERANCE = 4e-6
"""mm; corners of facets that were nearer than that to one another are one"""
PATCH_DEGREES = ((3, 3), (5, 3), (5, 5), (9, 5), (9, 9), (13, 9))
"""Along and across a facet, tried in turn"""
BESIDE = 0.02
"""Part of a facet's size that its patch goes on beyond it"""
LEAST_GROWN = 0.05
"""Part of a length on the face that is left at a depth at least"""
LONGEST = 1.0
"""mm to a side of the triangles that are summed over"""
CELL = 4.0
"""mm to a side of what is held clear of other faces"""
HERE = TopLoc_Location()


@dataclass(frozen=True)
class Bend:
    """How a roof over the sheet lies in space.

    Attributes
    ----------
    slope : the tangent of half the angle of the V. sign : 1 outwards, -1 into the part.
    """

    chart: FaceChart
    slope: float
    sign: float

    def lift(self, high: Array) -> Array:
        """mm along the outward normal, of heights of the roof."""
        return np.asarray(self.sign * high / self.slope)

    def space(self, nodes: Array) -> Array:
        """(..., 3) sheet points and heights of the roof over them to space, (..., 3)."""
        xy = nodes[..., :2]
        away = self.lift(nodes[..., 2])[..., None]
        return np.asarray(self.chart.to_space(xy) + self.chart.normal(xy) * away)

    def check(self, roof: Roof) -> None:
        """Raises OrderError where a roof comes to what the face is round about."""
        mean, gauss = self.chart.bent_at(roof.nodes[:, :2])
        lift, apart = self.lift(roof.nodes[:, 2]), np.sqrt(np.maximum(mean * mean - gauss, 0.0))
        grown = np.minimum(1.0 + lift * (mean + apart), 1.0 + lift * (mean - apart))
        if float(grown.min()) < LEAST_GROWN:
            raise OrderError(
                f"{float(np.abs(lift).max()):.3f} mm is more than the face's least radius"
            )

    def volume(self, roof: Roof) -> float:
        """Between the face and the roof, mm³, signed: the integral of h + H h² + K h³ / 3 over the
        face (Steiner's formula place by place), by quadrature over triangles."""
        corners = _triangles(roof)
        places, weights = FINE_TRIANGLE
        at = np.einsum("qk,nkc->nqc", places, corners)
        a, b = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
        size = np.abs(a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0]) / 2.0
        xy, h = at[..., :2], self.lift(at[..., 2])
        mean, gauss = self.chart.bent_at(xy)
        moves = self.chart.jacobian(xy)
        grown = np.linalg.norm(np.cross(moves[..., 0], moves[..., 1]), axis=-1)
        filled = h + mean * h * h + gauss * h**3 / 3.0
        return float((size[:, None] * weights * grown * filled).sum())


def _triangles(roof: Roof) -> Array:
    """Under all of a roof, (n, 3, 3): sheet points and heights, with short sides."""
    rings = Rings.of(roof.facets)
    convex = rings.convex(roof.nodes[:, :2])
    found = [roof.nodes[rings.fans(convex)]]
    base, slopes = _planes(rings, roof.nodes)
    for k in np.flatnonzero(~convex).tolist():
        whole = shapely.Polygon(roof.nodes[list(roof.facets[k]), :2])
        parts = shapely.get_parts(shapely.constrained_delaunay_triangles(whole))
        flat = np.stack([np.array(part.exterior.coords)[:3] for part in parts])
        found.append(np.concatenate([flat, (base[k] + flat @ slopes[k])[..., None]], axis=2))
    for own in roof.flats:
        outer, *inner = (polygon(roof.nodes[list(ring), :2]) for ring in own)
        flat = corners_of([Region(outer, tuple(inner))])
        high = np.full((*flat.shape[:2], 1), roof.nodes[own[0][0], 2])
        found.append(np.concatenate([flat, high], axis=2))
    corners, done = np.concatenate(found), []
    while len(corners):
        sides = np.linalg.norm((corners - np.roll(corners, 1, axis=1))[..., :2], axis=2).max(axis=1)
        done.append(corners[sides <= LONGEST])
        corners = quartered(corners[sides > LONGEST])
    return np.concatenate(done)


def _planes(rings: Rings, nodes: Array) -> tuple[Array, Array]:
    """Of the planes through rings of nodes: their heights at the origin of the sheet, (n,), and how
    they rise across and up, (n, 2)."""
    middles, normals = rings.normals(nodes)
    slopes = -normals[:, :2] / normals[:, 2:]
    return middles[:, 2] - (middles[:, :2] * slopes).sum(axis=1), slopes


@dataclass(frozen=True)
class Facets:
    """Faces that share their edges.

    Attributes
    ----------
    faces : what is level last. feet : wires where they meet the face, ink to the left. edges : of
        those. ring : the outer one of them as a polygon in (u, v) of the face, (n, 2).
    """

    faces: tuple[TopoDS_Face, ...]
    feet: tuple[TopoDS_Wire, ...]
    edges: tuple[TopoDS_Edge, ...]
    ring: Array


def bent_facets(roof: Roof, bend: Bend, host: Geom_Surface, start: Start | None) -> Facets:
    """The faces of a roof on a bent face; `host` is the kernel's surface of that, `start` where
    u and v begin on it. Raises CurveError where they stray, or cross the seam."""
    return Maker(parted_at_breaks(roof, bend.chart), bend, host, start).facets()


def foot_curves(roof: Roof, bend: Bend, start: Start | None) -> tuple[list[Array], Array]:
    """Control points in (u, v) of the edges along a roof's outlines, from the lower number of their
    corners to the higher, and the outer outline as in `Facets.ring`. Raises CurveError."""
    feet = Feet(roof, bend, start)
    return feet.uv([(min(p), max(p)) for ring in roof.outline for p in pairs_of(ring)]), feet.ring()


class Feet:
    """Where the edges of a roof lie in the (u, v) of its face."""

    def __init__(self, roof: Roof, bend: Bend, start: Start | None) -> None:
        self.roof, self.bend, self.start = roof, bend, start
        self.turn: Array | None = None

    def uv(self, pairs: Sequence[tuple[int, int]]) -> list[Array]:
        """Control points in (u, v) of edges, begun within the turn that the face has. Raises
        CurveError where they stray."""
        chart = self.bend.chart
        xy = _between(self.roof.nodes, pairs)[..., :2]
        foot, uv = chart.on_face(xy)
        found: list[Array | None] = [None] * len(pairs)
        left = np.arange(len(pairs))
        ground = chart.ground
        for degree in (1, *DEGREES):
            if degree == 1:
                flat = uv[left][:, [0, -1]]
                on = (1 - DENSE)[:, None] * flat[:, :1] + DENSE[:, None] * flat[:, 1:]
            else:
                flat, on, _ = fit_dense(uv[left], degree)
            off = np.linalg.norm(ground.uv_lifter(on)(0.0) - foot[left], axis=-1)
            fits = np.nan_to_num(off, nan=np.inf).max(axis=1) <= WITHIN
            for k in np.flatnonzero(fits):
                found[left[k]] = flat[k]
            left = left[~fits]
        whole = [points for points in found if points is not None]
        if len(whole) < len(found):
            raise StrayError
        if self.turn is None:
            self.turn = turned(whole, ground, self.start)
        return [points + self.turn for points in whole]

    def ring(self) -> Array:
        """The outer outline in (u, v), its edges as they bend there."""
        outer = self.roof.nodes[list(self.roof.outline[0]), :2]
        after = np.roll(outer, -1, axis=0)
        t = np.linspace(0.0, 1.0, RING_POINTS, endpoint=False)[:, None]
        xy = (1.0 - t) * outer[:, None] + t * after[:, None]
        assert self.turn is not None
        return np.asarray(self.bend.chart.to_uv(xy.reshape(-1, 2)) + self.turn)


class Maker:
    """Makes the faces of one roof."""

    def __init__(self, roof: Roof, bend: Bend, host: Geom_Surface, start: Start | None) -> None:
        self.roof, self.bend, self.host = roof, bend, host
        rings = [*roof.facets, *(ring for own in roof.flats for ring in own)]
        pairs = sorted({(min(p), max(p)) for ring in rings for p in pairs_of(ring)})
        self.curves = _curves(roof.nodes, pairs, bend)
        self.number = {pair: k for k, pair in enumerate(pairs)}
        self.corners = [vertex_at(p, TOLERANCE) for p in bend.space(roof.nodes).tolist()]
        self.edges = [self._edge(*pair, poles) for pair, poles in
                      zip(pairs, self.curves, strict=True)]  # fmt: skip
        self.on_face = Feet(roof, bend, start)

    def facets(self) -> Facets:
        feet, ring = self._feet(), self.on_face.ring()
        faces = [*self.sloping(self.roof), *self.levels(self.roof)]
        edges = [self._to(pair) for ring in self.roof.outline for pair in pairs_of(ring)]
        return Facets(tuple(faces), feet, tuple(edges), ring)

    def _edge(self, a: int, b: int, poles: Array) -> TopoDS_Edge:
        end = TopoDS.Vertex_s(self.corners[b].Reversed())
        return edge_on(bezier(poles.tolist()), self.corners[a], end, 1.0, TOLERANCE)

    def _to(self, pair: tuple[int, int]) -> TopoDS_Edge:
        """The edge from a corner to another, one for both ways."""
        a, b = pair
        edge = self.edges[self.number[min(pair), max(pair)]]
        return edge if a < b else TopoDS.Edge_s(edge.Reversed())

    def upright(self, a: int, b: int, c: int, d: int) -> TopoDS_Face:
        """The face between the edge from corner a to b and that from d to c, which lies over it
        along the normals."""
        low, high = self._poles(a, b), self._poles(d, c)
        count = max(len(low), len(high))
        poles = np.stack([_raised(low, count), _raised(high, count)], axis=1)
        surface = rational_surface(_unit(count - 1), _unit(1), poles)
        corners = {a: [0.0, 0.0], b: [1.0, 0.0], c: [1.0, 1.0], d: [0.0, 1.0]}
        ring = (a, b, c, d)
        for pair in pairs_of(ring):
            ends = [corners[min(pair)], corners[max(pair)]]
            edge = self.edges[self.number[min(pair), max(pair)]]
            BUILDER.UpdateEdge(edge, bezier2d(ends), surface, HERE, TOLERANCE)
        return face_on(surface, [self._wire(ring)], False)

    def _poles(self, a: int, b: int) -> Array:
        poles = self.curves[self.number[min(a, b), max(a, b)]]
        return poles if a < b else poles[::-1]

    def _wire(self, ring: Sequence[int]) -> TopoDS_Wire:
        return wire_of([self._to(pair) for pair in pairs_of(ring)])

    def _traced(self, rings: Sequence[Sequence[int]], surface: Geom_Surface) -> Array:
        """Give the edges of rings their curves in the (u, v) of the face; all of those."""
        pairs = [(min(p), max(p)) for ring in rings for p in pairs_of(ring)]
        uv = self.on_face.uv(pairs)
        for pair, points in zip(pairs, uv, strict=True):
            edge = self.edges[self.number[pair]]
            BUILDER.UpdateEdge(edge, bezier2d(points.tolist()), surface, HERE, TOLERANCE)
        return np.concatenate(uv)

    def _feet(self) -> tuple[TopoDS_Wire, ...]:
        self._traced(self.roof.outline, self.host)
        return tuple(self._wire(ring) for ring in self.roof.outline)

    def sloping(self, roof: Roof) -> list[TopoDS_Face]:
        """The facets of a roof, its corners by the numbers that they have here."""
        if not roof.facets:
            return []
        rings = Rings.of(roof.facets)
        own = _Own.about(rings, roof.nodes[:, :2])
        patches = _patches(rings, own, roof.nodes, self.bend)
        ends = np.split(own.own(rings, self.roof.nodes[:, :2]), rings.starts[1:])
        return [self._sloping(ring, at.tolist(), poles)
                for ring, at, poles in zip(roof.facets, ends, patches, strict=True)]  # fmt: skip

    def levels(self, roof: Roof) -> list[TopoDS_Face]:
        """What lies level on a roof, its corners by the numbers that they have here."""
        found = []
        for rings in roof.flats:
            lift = float(self.bend.lift(self.roof.nodes[rings[0][0], 2]))
            head = Square(self.bend.chart, lift)
            uv = np.concatenate(
                self.on_face.uv([(min(p), max(p)) for r in rings for p in pairs_of(r)])
            )
            surface, _ = head.surface((uv.min(axis=0), uv.max(axis=0)), self.host)
            self._traced(rings, surface)
            found.append(face_on(surface, [self._wire(ring) for ring in rings], head.flipped))
        return found

    def _sloping(self, ring: Sequence[int], at: list[list[float]], poles: Array) -> TopoDS_Face:
        surface = rational_surface(_unit(poles.shape[0] - 1), _unit(poles.shape[1] - 1), poles)
        for (a, b), p, q in zip(pairs_of(ring), at, (*at[1:], at[0]), strict=True):
            edge = self.edges[self.number[min(a, b), max(a, b)]]
            trace = bezier2d([p, q] if a < b else [q, p])
            BUILDER.UpdateEdge(edge, trace, surface, HERE, TOLERANCE)
        return face_on(surface, [self._wire(ring)], False)


def _raised(poles: Array, count: int) -> Array:
    """The same curve with so many poles (degree elevation; any text on Bézier curves)."""
    while len(poles) < count:
        part = (np.arange(1, len(poles)) / len(poles))[:, None]
        poles = np.concatenate(
            [poles[:1], part * poles[:-1] + (1.0 - part) * poles[1:], poles[-1:]]
        )
    return poles


@lru_cache(maxsize=16)
def _knots(degree: int) -> tuple[float, ...]:
    return (0.0,) * (degree + 1) + (1.0,) * (degree + 1)


def _unit(degree: int) -> Array:
    return np.array(_knots(degree))


def _between(nodes: Array, pairs: Sequence[tuple[int, int]]) -> Array:
    """Points along straight edges of the roof, (n, 25, 3)."""
    ends = nodes[np.array(pairs)]
    t = DENSE[:, None]
    return np.asarray((1.0 - t) * ends[:, :1] + t * ends[:, 1:])


def _curves(nodes: Array, pairs: Sequence[tuple[int, int]], bend: Bend) -> list[Array]:
    """Poles of the edges in space. Raises CurveError where they stray."""
    true = bend.space(_between(nodes, pairs))
    found: list[Array | None] = [None] * len(pairs)
    left = np.arange(len(pairs))
    for degree in DEGREES:
        poles, _, stray = fit_dense(true[left], degree)
        for k in np.flatnonzero(stray <= WITHIN):
            found[left[k]] = poles[k]
        left = left[stray > WITHIN]
        if not len(left):
            break
    whole = [poles for poles in found if poles is not None]
    if len(whole) < len(found):
        raise StrayError
    return whole


@dataclass(frozen=True)
class _Own:
    """Coordinates of each facet's own, 0 to 1 both ways over it and a little beyond.

    Attributes
    ----------
    corner : (n, 2) where both are 0. along, across : (n, 2) from there to where one of them is 1.
    """

    corner: Array
    along: Array
    across: Array

    @classmethod
    def about(cls, rings: Rings, xy: Array) -> _Own:
        """Of rings of sheet points, (k, 2), the longest side of each along."""
        sides = xy[rings.after] - xy[rings.here]
        lengths = np.linalg.norm(sides, axis=1)
        longest = np.lexsort((-lengths, rings.owner))[rings.starts]
        x = sides[longest] / lengths[longest, None]
        axes = np.stack([x, np.column_stack([-x[:, 1], x[:, 0]])], axis=1)
        at = np.einsum("mk,mjk->mj", xy[rings.here], axes[rings.owner])
        low, high = (way.reduceat(at, rings.starts) for way in (np.minimum, np.maximum))
        low, high = low - BESIDE * (high - low), high + BESIDE * (high - low)
        sized = axes * (high - low)[:, :, None]
        return cls(np.einsum("nj,njk->nk", low, axes), sized[:, 0], sized[:, 1])

    def own(self, rings: Rings, xy: Array) -> Array:
        """Corners of the rings in these coordinates, (m, 2), from sheet points, (k, 2)."""
        off = xy[rings.here] - self.corner[rings.owner]
        ways = ((w / (w * w).sum(axis=1)[:, None])[rings.owner] for w in (self.along, self.across))
        return np.stack([(off * way).sum(axis=1) for way in ways], axis=-1)

    def sheet(self, which: NDArray[np.int64], own: Array) -> Array:
        """Sheet points of some facets, (n, i, j, 2), from such coordinates, (i, j, 2)."""
        corner, along, across = (
            way[which][:, None, None] for way in (self.corner, self.along, self.across)
        )
        return np.asarray(corner + own[..., :1] * along + own[..., 1:] * across)


@lru_cache(maxsize=16)
def _fit(degree: int) -> tuple[Array, Array, Array]:
    """Places that a polynomial goes through (Chebyshev's), from values there to poles, and from
    poles to values at the places where it is looked at."""
    nodes = 0.5 * (1.0 - np.cos(np.pi * np.arange(degree + 1) / degree))
    return (
        nodes,
        np.asarray(np.linalg.inv(bernstein(nodes, degree)), dtype=float),
        bernstein(LOOKED_AT, degree),
    )


LOOKED_AT = np.linspace(0.0, 1.0, 9)
"""Parameters at which a patch is held against the roof"""


def _patches(rings: Rings, frames: _Own, nodes: Array, bend: Bend) -> list[Array]:
    """The poles of the patch of every sloping facet in its own coordinates. Raises CurveError
    where one strays."""
    bases, slopes = _planes(rings, nodes)
    found: list[Array | None] = [None] * len(rings)
    left: NDArray[np.int64] = np.arange(len(rings))
    looked = np.stack(np.meshgrid(LOOKED_AT, LOOKED_AT, indexing="ij"), axis=-1)

    def over(which: NDArray[np.int64], own: Array) -> Array:
        """Places of the roof over some facets, (n, i, j, 3)."""
        xy = frames.sheet(which, own)
        high = bases[which][:, None, None] + np.einsum("nijc,nc->nij", xy, slopes[which])
        return bend.space(np.concatenate([xy, high[..., None]], axis=-1))

    for p, q in PATCH_DEGREES:
        (s, to_s, see_s), (t, to_t, see_t) = _fit(p), _fit(q)
        values = over(left, np.stack(np.meshgrid(s, t, indexing="ij"), axis=-1))
        poles = np.einsum("ai,bj,nijc->nabc", to_s, to_t, values)
        seen = np.einsum("ia,jb,nabc->nijc", see_s, see_t, poles)
        off = np.linalg.norm(seen - over(left, looked), axis=-1).max(axis=(1, 2))
        fits = np.nan_to_num(off, nan=np.inf) <= WITHIN
        for k in np.flatnonzero(fits):
            found[left[k]] = poles[k]
        left = left[~fits]
        if not len(left):
            break
    whole = [patch for patch in found if patch is not None]
    if len(whole) < len(found):
        raise StrayError
    return whole


def cells_over(roof: Roof, bend: Bend) -> tuple[Array, int, Array]:
    """What a roof lies within: cells of three by three points on the face and as many at its
    top, (n, 18, 3), how many of them are on the face, and mm that it may lie off their hulls,
    (n,)."""
    low, high = roof.nodes[:, :2].min(axis=0), roof.nodes[:, :2].max(axis=0)
    counts = np.maximum(1, np.ceil((high - low) / CELL).astype(int))
    lines = [np.linspace(a, b, n + 1) for a, b, n in zip(low, high, counts, strict=True)]
    shape = shapely.Polygon(
        roof.nodes[list(roof.outline[0]), :2], [roof.nodes[list(r), :2] for r in roof.outline[1:]]
    )
    found, off = [], []
    for a, b in zip(lines[0][:-1], lines[0][1:], strict=True):
        for c, d in zip(lines[1][:-1], lines[1][1:], strict=True):
            if shape.intersects(shapely.box(a, c, b, d)):
                points, far = _cell(np.array([a, c]), np.array([b, d]), roof.top, bend)
                found.append(points)
                off.append(far)
    return np.stack(found), 9, np.array(off)


def _cell(low: Array, high: Array, top: float, bend: Bend) -> tuple[Array, float]:
    """Points of a cell over a box of the sheet, and how far off their hull it goes at most: by
    twice what a finer grid is off the one that three places a side give (bilinear between)."""

    def layer(parts: int, height: float) -> Array:
        x, y = (w.ravel() for w in np.meshgrid(*np.linspace(low, high, parts).T, indexing="ij"))
        return bend.space(np.column_stack([x, y, np.full(len(x), height)]))

    coarse = [layer(3, height) for height in (0.0, top)]
    stray = 0.0
    for height, own in zip((0.0, top), coarse, strict=True):
        grid, fine = own.reshape(3, 3, 3), layer(5, height).reshape(5, 5, 3)
        between = np.stack([(grid[:-1] + grid[1:]) / 2, grid[1:]], axis=1).reshape(-1, 3, 3)
        rows = np.concatenate([grid[:1], between])
        between = np.stack([(rows[:, :-1] + rows[:, 1:]) / 2, rows[:, 1:]], axis=2)
        both = np.concatenate([rows[:, :1], between.reshape(len(rows), -1, 3)], axis=1)
        stray = max(stray, float(np.linalg.norm(both - fine, axis=-1).max()))
    return np.concatenate(coarse), 2.0 * stray
