"""The roof over ink: over every place as high as that is far from the outline, up to a height.

What a V cuts, its tip as deep as leaves its edges on the outline, is this roof upside down, since
the depth at a place is its distance from the nearest outline over the tangent of half the angle.
Its ridges are the medial axis (any text on computational geometry). Over an edge of the outline
lies a plane; round a corner that juts into the ink it would be a cone, for which narrow planes
stand that touch it. So the roof is made of plane facets, and where two of them meet is a straight
line.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components
from scipy.spatial import cKDTree
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.lowest import NotPlainError, Planes, lowest
from tinstamp.artwork.outline import Array, Region, fine_points

FOLLOWED = 1e-3
"""mm that lines for a curve of an outline stray from it"""
FAN = np.radians(5.0)
"""radians between two planes that stand for a cone"""
SAME_CORNER = 1e-6
"""mm that two corners may be apart that are one"""
ROUNDED_TO = 1e-7
"""mm that corners are rounded to, so that what has no width is gone"""
LOWER = 1e-12
"""mm that one plane is lower than another at least"""
POLYGON = 3
"""what shapely calls one among its types"""
SLIVER = 1e-9
"""mm² of a facet that is none"""
TURNS = (0.0, 0.37, 1.13, 2.01, 2.63)
"""radians that ink is turned by until its facets close"""
BEYOND = 2e-2
"""part of the mean width of ink by which facets may be looked for above the greatest height"""


NOT_CARVED = "facets of the roof do not close"


class RoofError(ValueError):
    """Ink that no roof can be put over; the message is for the designer."""


@dataclass(frozen=True)
class Roof:
    """Facets over ink.

    Attributes
    ----------
    nodes : (n, 3) corners: x, y, and how far the outline is, mm. facets : the ring of corners of
        each sloping facet. flats : of what lies level on top, the outer ring first. outline : rings
        of the corners on the outline. All have ink to their left.
    """

    nodes: Array
    facets: tuple[tuple[int, ...], ...]
    flats: tuple[tuple[tuple[int, ...], ...], ...]
    outline: tuple[tuple[int, ...], ...]

    @property
    def top(self) -> float:
        """Its greatest height, mm."""
        return float(self.nodes[:, 2].max())

    @property
    def volume(self) -> float:
        """Between it and the sheet, mm³: by fans of triangles over each ring, whose mean height is
        that of their corners."""
        rings = [*self.facets, *(ring for own in self.flats for ring in own)]
        corners = np.concatenate([self.nodes[:0, 0].astype(int), *map(np.array, rings)])
        count = np.array([len(ring) for ring in rings], int)
        first = np.repeat(np.cumsum(count) - count, count)
        place = np.arange(len(corners))
        last = np.repeat(np.cumsum(count) - 1, count)
        second = place[(place > first) & (place < last)]
        a, b, c = (self.nodes[corners[k]] for k in (first[second], second, second + 1))
        area = (b[:, 0] - a[:, 0]) * (c[:, 1] - a[:, 1]) - (b[:, 1] - a[:, 1]) * (c[:, 0] - a[:, 0])
        return float((area * (a[:, 2] + b[:, 2] + c[:, 2])).sum()) / 6.0


@dataclass(frozen=True)
class _Slope:
    """A plane over an edge of the outline, or over a corner that juts into the ink.

    Attributes
    ----------
    at : a point of it on the outline. normal : the way into the ink. quad : (4, 2) ring of where
        it may lie, up to the greatest height: the ends of the edge, or twice the corner, first.
    """

    at: Array
    normal: Array
    quad: Array

    def height(self, xy: Array) -> Array:
        return np.asarray((xy - self.at) @ self.normal)


def summit(region: Region) -> float:
    """How high a roof over a region gets that has no end, mm, or a little more. Raises
    RoofError."""
    rings = _rings(region)
    ink = shapely.Polygon(rings[0], rings[1:])
    within = BEYOND * ink.area / ink.length
    circle = shapely.maximum_inscribed_circle(ink, tolerance=within)
    return float(circle.length) + within + SAME_CORNER


def _rings(region: Region) -> list[Array]:
    """Its outlines in fine lines. Raises RoofError where they are none that ink could have."""
    rings = [_ring(outline.beziers) for outline in region.outlines]
    if any(len(ring) < 3 for ring in rings):
        raise RoofError("an outline is too small to be carved")
    if not shapely.Polygon(rings[0], rings[1:]).is_valid:
        raise RoofError("outlines come too near to one another to be carved")
    return rings


def roof_over(region: Region, most: float) -> Roof:
    """The roof over a region, no higher than `most`, mm. Raises RoofError."""
    return roof_up_to(region, min(most, summit(region)))


def roof_up_to(region: Region, high: float) -> Roof:
    """The same where `high` is no more than its summit, mm."""
    rings = _rings(region)
    for turn in TURNS:
        try:
            return _turned_over(rings, high, turn)
        except (RoofError, shapely.GEOSException):  # corners of several facets fell together
            continue
    raise RoofError("these outlines cannot be carved: make them simpler, or larger")


def _turned_over(rings: Sequence[Array], high: float, turn: float) -> Roof:
    """The roof as it is worked out with the ink turned, radians. Raises RoofError."""
    way = np.array([[np.cos(turn), -np.sin(turn)], [np.sin(turn), np.cos(turn)]])
    turned = [ring @ way.T for ring in rings]
    slopes = [slope for ring in turned for slope in _slopes(ring, high)]
    try:
        roof = _joined(turned, slopes, lowest(_planes(slopes, high)), high)
    except (RoofError, NotPlainError):  # worked out one after the other, from shapes
        cells = _cells(shapely.Polygon(turned[0], turned[1:]), slopes, high)
        roof = _joined(turned, slopes, cells, high)
    return replace(roof, nodes=np.column_stack([roof.nodes[:, :2] @ way, roof.nodes[:, 2]]))


def _ring(beziers: Array) -> Array:
    """The corners of an outline in fine lines, (n, 2)."""
    points, _ = fine_points(beziers, FOLLOWED)
    off = np.linalg.norm(points - np.roll(points, 1, axis=0), axis=1)
    return np.asarray(points[off > 2.0 * SAME_CORNER])


def _slopes(ring: Array, high: float) -> Iterator[_Slope]:
    """Over each edge of a ring with ink to its left, and over corners that jut into the ink."""
    along = np.roll(ring, -1, axis=0) - ring
    along /= np.linalg.norm(along, axis=1)[:, None]
    normals = np.column_stack([-along[:, 1], along[:, 0]])
    before = np.roll(normals, 1, axis=0)
    turn = np.arctan2(
        before[:, 0] * normals[:, 1] - before[:, 1] * normals[:, 0], (before * normals).sum(axis=1)
    )
    ends: list[tuple[Array, Array]] = []  # the ways that slopes before and after a corner part
    fans: list[_Slope] = []
    for k, corner in enumerate(ring):
        if turn[k] >= 0.0:  # juts out of the ink: each as far as its own edge reaches
            ends.append((before[k], normals[k]))
            continue
        count = int(np.ceil(-turn[k] / FAN))
        angles = np.arctan2(before[k][1], before[k][0]) + turn[k] * np.arange(count + 1) / count
        middle = angles[:-1] + turn[k] / count / 2
        ways = np.column_stack([np.cos(middle), np.sin(middle)])
        ends.append((ways[0], ways[-1]))
        for a, b, angle in zip(ways[:-1], ways[1:], angles[1:-1], strict=True):
            normal = np.array([np.cos(angle), np.sin(angle)])
            fans.append(_slope(corner, corner, normal, (a, b), high))
    for k, corner in enumerate(ring):
        after = (k + 1) % len(ring)
        yield _slope(corner, ring[after], normals[k], (ends[k][1], ends[after][0]), high)
    yield from fans


def _slope(
    start: Array, end: Array, normal: Array, ways: tuple[Array, Array], high: float
) -> _Slope:
    """Over the line from start to end, between the ways from these, up to a height."""
    left, right = (base + high / (way @ normal) * way
                   for base, way in zip((start, end), ways, strict=True))  # fmt: skip
    return _Slope(start, normal, np.array([start, end, right, left]))


def _planes(slopes: Sequence[_Slope], high: float) -> Planes:
    at, normal, quads = (np.array([getattr(s, of) for s in slopes])
                         for of in ("at", "normal", "quad"))  # fmt: skip
    return Planes(at, normal, quads, high)


Ring = list[tuple[float, float]]


def _half(ring: Ring, a: float, b: float, c: float) -> Ring:
    """What of a convex ring has a x + b y of c or less."""
    over = [a * x + b * y - c for x, y in ring]
    found: Ring = []
    for k, here in enumerate(over):
        (x, y), (u, v), there = ring[k - 1], ring[k], over[k - 1]
        if (there < 0.0 < here) or (here < 0.0 < there):
            part = there / (there - here)
            found.append((x + (u - x) * part, y + (v - y) * part))
        if here <= 0.0:
            found.append((u, v))
    return found


def _cells(ink: BaseGeometry, slopes: Sequence[_Slope], high: float) -> list[tuple[int, Array]]:
    """Where each of the slopes is the lowest, up to a height: its number, and a ring."""
    spots, normals = (np.array([getattr(s, of) for s in slopes]) for of in ("at", "normal"))
    offsets = (spots * normals).sum(axis=1)
    planes = [(*n, c) for n, c in zip(normals.tolist(), offsets.tolist(), strict=True)]
    bounded = [[(x, y) for x, y in slope.quad.tolist()] for slope in slopes]
    domains = _within(bounded)
    left = shapely.intersection(domains, ink)
    mine, other = shapely.STRtree(domains).query(domains, predicate="intersects")
    away = np.linalg.norm(spots[other] - spots[mine], axis=1)
    order = np.lexsort((away, mine))
    order = order[mine[order] != other[order]]
    mine, other = mine[order], other[order]
    while len(mine := mine[kept := _lower(left, mine, other, normals, offsets)]):
        # of each the nearest, one after the other: all at once a union loses some of them
        other = other[kept]
        some, first = np.unique(mine, return_index=True)
        rings = []
        for i, j in zip(some.tolist(), other[first].tolist(), strict=True):
            (a, b, c), (u, v, w) = planes[i], planes[j]
            rings.append(_half(bounded[j], u - a, v - b, w - c))
        there = np.array([len(ring) > 2 for ring in rings])
        some = some[there]
        left[some] = _less(left[some], _within([ring for ring in rings if len(ring) > 2]))
        mine, other = np.delete(mine, first), np.delete(other, first)
    parts, owner = shapely.get_parts(shapely.set_precision(left, ROUNDED_TO), return_index=True)
    plain = (shapely.get_type_id(parts) == POLYGON) & (shapely.area(parts) > SLIVER)
    polygons = shapely.orient_polygons(parts[plain])
    return [(k, np.array(polygon.exterior.coords)[:-1])
            for k, polygon in zip(owner[plain].tolist(), polygons, strict=True)]  # fmt: skip


def _within(rings: Sequence[Ring]) -> NDArray[np.object_]:
    """Polygons within rings."""
    which = np.repeat(np.arange(len(rings)), [len(ring) for ring in rings])
    corners = np.array([xy for ring in rings for xy in ring]).reshape(-1, 2)
    return np.asarray(shapely.polygons(shapely.linearrings(corners, indices=which)))


def _lower(
    left: NDArray[np.object_],
    mine: NDArray[np.int64],
    other: NDArray[np.int64],
    normals: Array,
    offsets: Array,
) -> NDArray[np.int64]:
    """Which pairs of slopes are left to look at: a plane that is lower nowhere at a corner of what
    is left of another one's is so nowhere."""
    corners, owner = shapely.get_coordinates(left, return_index=True)
    counts = np.bincount(owner, minlength=len(left))
    starts = np.cumsum(counts) - counts
    pairs = np.flatnonzero(counts[mine])
    if not len(pairs):
        return pairs
    many = counts[mine[pairs]]
    begin = np.cumsum(many) - many
    at = np.arange(int(many.sum())) - np.repeat(begin - starts[mine[pairs]], many)
    tilts = np.repeat(normals[other[pairs]] - normals[mine[pairs]], many, axis=0)
    over = np.einsum("nk,nk->n", corners[at], tilts)
    least = np.minimum.reduceat(over, begin) - (offsets[other[pairs]] - offsets[mine[pairs]])
    return pairs[least < -LOWER]


def _less(shapes: NDArray[np.object_], others: NDArray[np.object_]) -> NDArray[np.object_]:
    """What of each shape is not within another."""
    try:
        return np.asarray(shapely.difference(shapes, others))
    except shapely.GEOSException:  # lines of one of them that all but fall together
        if len(shapes) > 1:
            half = len(shapes) // 2
            return np.concatenate(
                [_less(shapes[:half], others[:half]), _less(shapes[half:], others[half:])]
            )
        return np.asarray(shapely.difference(shapes, others, grid_size=ROUNDED_TO))


def _joined(
    rings: Sequence[Array],
    slopes: Sequence[_Slope],
    cells: Sequence[tuple[int, Array]],
    high: float,
) -> Roof:
    """Facets that share their corners and edges, and what lies level between them. Raises RoofError
    where they do not close."""
    loops = [loop for _, loop in cells]
    outline = np.concatenate(rings)
    number, nodes = _merged(np.concatenate([outline, *loops]))
    heights = np.full(len(nodes), high)
    at = len(outline)
    numbered: list[NDArray[np.int64]] = []
    for k, loop in cells:
        numbered.append(number[at : at + len(loop)])
        np.minimum.at(heights, numbered[-1], np.maximum(slopes[k].height(loop), 0.0))
        at += len(loop)
    heights[number[: len(outline)]] = 0.0
    facets = _through(numbered, nodes)
    ends = np.cumsum([len(ring) for ring in rings])[:-1]
    feet = [own.tolist() for own in np.split(number[: len(outline)], ends)]
    flats = _flats(facets, feet, nodes)
    used = sorted({k for ring in facets for k in ring})
    there = {old: new for new, old in enumerate(used)}

    def again(ring: Sequence[int]) -> tuple[int, ...]:
        return tuple(there[k] for k in ring)

    return Roof(
        np.column_stack([nodes, heights])[used],
        tuple(map(again, facets)),
        tuple(tuple(map(again, own)) for own in flats),
        tuple(map(again, feet)),
    )


def _edges(ring: Sequence[int]) -> list[tuple[int, int]]:
    return list(zip(ring, (*ring[1:], ring[0]), strict=True))


def _flats(
    facets: Sequence[Sequence[int]], feet: Sequence[Sequence[int]], nodes: Array
) -> tuple[tuple[tuple[int, ...], ...], ...]:
    """What lies level between facets: rings of the edges that these leave open, those within others
    with them. Raises RoofError unless every edge joins two facets, or one and the outline or what
    is level."""
    found = [edge for ring in facets for edge in _edges(ring)]
    held, below = set(found), {edge for ring in feet for edge in _edges(ring)}
    after = {b: a for a, b in found if (b, a) not in held and (a, b) not in below}
    opened = sum((b, a) not in held and (a, b) not in below for a, b in held)
    if len(held) < len(found) or not below <= held or opened > len(after):
        raise RoofError(NOT_CARVED)
    rings: list[tuple[int, ...]] = []
    while after:
        ring = [next(iter(after))]
        while (following := after.pop(ring[-1], None)) is not None and following != ring[0]:
            ring.append(following)
        if following is None:
            raise RoofError(NOT_CARVED)
        rings.append(tuple(ring))
    shapes = [shapely.Polygon(nodes[list(ring)]) for ring in rings]
    outer = [k for k, shape in enumerate(shapes) if shape.exterior.is_ccw]
    within: dict[int, list[tuple[int, ...]]] = {k: [rings[k]] for k in outer}
    for k, shape in enumerate(shapes):
        if k in within:
            continue
        around = [o for o in outer if shapely.contains_xy(shapes[o], *shape.exterior.coords[0])]
        if not around:
            raise RoofError(NOT_CARVED)
        within[min(around, key=lambda o: shapes[o].area)].append(rings[k])
    return tuple(tuple(own) for own in within.values())


def _merged(points: Array) -> tuple[NDArray[np.int64], Array]:
    """The number of each point's corner, and the corners: points that are the same are one, where
    the first of them is."""
    pairs = cKDTree(points).query_pairs(SAME_CORNER, output_type="ndarray")
    links = coo_array((np.ones(len(pairs)), (pairs[:, 0], pairs[:, 1])), shape=(len(points),) * 2)
    count, number = connected_components(links, directed=False)
    nodes = np.zeros((count, 2))
    nodes[number[::-1]] = points[::-1]
    return number.astype(np.int64), nodes


def _through(loops: Sequence[NDArray[np.int64]], nodes: Array) -> list[tuple[int, ...]]:
    """Rings of corners with those that lie on their edges, and none twice in a row; without those
    that are none."""
    kept = [ring for ring in (_without_spikes(loop.tolist()) for loop in loops) if len(ring) > 2]
    starts = np.array([k for ring in kept for k in ring], dtype=np.int64)
    ends = np.array([k for ring in kept for k in (*ring[1:], ring[0])], dtype=np.int64)
    lines = shapely.linestrings(np.stack([nodes[starts], nodes[ends]], axis=1))
    tree = shapely.STRtree(shapely.points(nodes))
    which, met = tree.query(lines, predicate="dwithin", distance=SAME_CORNER)
    between = (met != starts[which]) & (met != ends[which])
    which, met = which[between], met[between]
    far = np.linalg.norm(nodes[met] - nodes[starts[which]], axis=1)
    order = np.lexsort((far, which))
    on: dict[int, list[int]] = {}
    for line, node in zip(which[order].tolist(), met[order].tolist(), strict=True):
        on.setdefault(line, []).append(node)
    found, line = [], 0
    for ring in kept:
        through: list[int] = []
        for node in ring:
            through += [node, *on.get(line, ())]
            line += 1
        found.append(tuple(_without_spikes(through)))
    return [ring for ring in found if len(ring) > 2]


def _without_spikes(ring: list[int]) -> list[int]:
    """A ring of corners that never goes to one and straight back, nor stays at one."""
    while len(ring) > 2:
        n = len(ring)
        k = next((k for k in range(n) if ring[k] in (ring[k - 1], ring[k - 2])), None)
        if k is None:
            break
        if ring[k] == ring[k - 1]:
            ring = ring[:k] + ring[k + 1 :]
        else:  # there and back: the corner between, and one of the two
            ring = [x for at, x in enumerate(ring) if at not in (k, (k - 1) % n)]
    return ring
