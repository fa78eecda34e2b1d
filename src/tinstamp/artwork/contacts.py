"""Outlines that touch, or all but touch, joined or parted, so that what is made of them has walls
that do not meet in a point.

Where two edges of ink come nearer than `NEAREST` to one another across bare ground they are joined
by a small bridge; where ink itself is as thin as that between two stretches of ground it is cut
through. Sharp corners stay. The ink elsewhere keeps its curves.

Source: opening and closing of a set by a disc (Serra, Image Analysis and Mathematical Morphology,
1982, from memory); what of them are contacts and not corners is told by how often the changed
zone meets what is left.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Region
from tinstamp.artwork.painted import Joined, LogoError, Painted, Shape, Without, whole
from tinstamp.artwork.unite import Contour, contour_of

NEAREST = 0.012
"""mm; what is nearer to one another touches."""
LINES_STRAY = 4e-4
"""mm that lines may stray from the curves that they stand for"""
BEYOND = 0.004
"""mm that a bridge or a cut reaches beyond its zone"""
ROUND_A_CORNER = 0.08
"""mm along an outline between places of it that are not one corner"""
MOST_ROUNDS = 3
"""Times that contacts are looked for."""
SMALLEST_PIECE = 0.002
"""mm; shorter pieces of an outline come from rounding"""
MOST_FILLED = 4.0
"""A zone's box is this many times as large as the zone at most to stand for it."""


@dataclass(frozen=True)
class Parted:
    """Regions without contacts.

    Attributes
    ----------
    joined, cut : places where ink was joined, and where it was cut through, mm.
    """

    regions: tuple[Region, ...]
    joined: tuple[tuple[float, float], ...] = ()
    cut: tuple[tuple[float, float], ...] = ()


def parted(regions: Sequence[Region]) -> Parted:
    """Regions, mm, whose outlines stay clear of one another and of themselves; those of old where
    they do already, or where that cannot be had."""
    now = list(regions)
    joined: list[tuple[float, float]] = []
    cut: list[tuple[float, float]] = []
    for _ in range(MOST_ROUNDS):
        near = _in_contact(now)
        if not near:
            break
        group = [now[k] for k in near]
        bridges, cuts = _zones(group)
        if not bridges and not cuts:
            break
        try:
            made = _remade(group, bridges, cuts)
        except LogoError:
            break
        now = [r for k, r in enumerate(now) if k not in near] + made
        joined += [_middle(z) for z in bridges]
        cut += [_middle(z) for z in cuts]
    return Parted(tuple(now), tuple(joined), tuple(cut))


def _in_contact(regions: Sequence[Region]) -> set[int]:
    """The regions of which some outline comes near another, or itself."""
    starts, ends, ring, along, turns, owner = [], [], [], [], [], []
    number = 0
    for k, region in enumerate(regions):
        for outline in region.outlines:
            points = outline.fine(LINES_STRAY)
            after = np.roll(points, -1, axis=0)
            lengths = np.linalg.norm(after - points, axis=1)
            begin = np.cumsum(lengths) - lengths
            starts.append(points)
            ends.append(after)
            along.append(np.column_stack([begin, begin + lengths]))
            turns.append(np.full(len(points), lengths.sum()))
            ring.append(np.full(len(points), number))
            owner.append(np.full(len(points), k))
            number += 1
    a, b = np.concatenate(starts), np.concatenate(ends)
    where, whole_turn = np.concatenate(along), np.concatenate(turns)
    rings, owners = np.concatenate(ring), np.concatenate(owner)
    lines = shapely.linestrings(np.stack([a, b], axis=1))
    i, j = shapely.STRtree(lines).query(lines, predicate="dwithin", distance=NEAREST)
    keep = i < j
    i, j = i[keep], j[keep]
    hair = ROUND_A_CORNER / 1e3  # neighbours begin where the last one ended, or a rounding before
    ahead = (where[j, 0] - where[i, 1] + hair) % whole_turn[i]
    back = (where[i, 0] - where[j, 1] + hair) % whole_turn[i]
    apart = np.minimum(ahead, back) > ROUND_A_CORNER
    meets = (rings[i] != rings[j]) | apart
    return set(owners[i[meets]].tolist()) | set(owners[j[meets]].tolist())


def _ink(regions: Sequence[Region]) -> BaseGeometry:
    polygons = [
        shapely.Polygon(r.outer.fine(LINES_STRAY), [c.fine(LINES_STRAY) for c in r.counters])
        for r in regions
    ]
    return shapely.union_all([p if p.is_valid else p.buffer(0) for p in polygons])


def _zones(regions: Sequence[Region]) -> tuple[list[BaseGeometry], list[BaseGeometry]]:
    """Where ink is to be joined, and where it is to be cut."""
    ink, reach = _ink(regions), NEAREST / 2
    closed = ink.buffer(reach).buffer(-reach)
    ground = ink.envelope.buffer(1.0).difference(closed)
    bridges = _contacts(closed.difference(ink), ground)
    closed = shapely.union_all([ink, *bridges])
    opened = closed.buffer(-reach).buffer(reach)
    thin = closed.difference(opened)
    held = shapely.union_all([z.buffer(BEYOND) for z in bridges]) if bridges else shapely.Point()
    cuts = [z for z in _contacts(thin, opened) if not z.intersects(held)]
    return bridges, cuts


def _contacts(zones: BaseGeometry, beside: BaseGeometry) -> list[BaseGeometry]:
    """Zones that lie between two stretches of what is beside them, or within nothing of it; a
    corner meets it once."""
    found = []
    together = zones.buffer(BEYOND / 4)
    for zone in getattr(together, "geoms", [together]):
        if zone.is_empty:
            continue
        meets = zone.buffer(BEYOND / 2).intersection(beside)
        count = sum(1 for part in getattr(meets, "geoms", [meets]) if part.area > 0)
        if count != 1:
            found.append(_plain(zone))
    return found


def _plain(zone: BaseGeometry) -> BaseGeometry:
    """A zone as a simple shape whose edges cross the outlines."""
    box = shapely.minimum_rotated_rectangle(zone)
    simple = box if box.area <= MOST_FILLED * zone.area else zone.simplify(BEYOND / 8)
    return simple.buffer(BEYOND, join_style="mitre")


def _middle(zone: BaseGeometry) -> tuple[float, float]:
    point = zone.representative_point()
    return float(point.x), float(point.y)


def _remade(
    regions: Sequence[Region], bridges: list[BaseGeometry], cuts: list[BaseGeometry]
) -> list[Region]:
    """Regions with bridges added and cuts taken away. Raises LogoError."""
    ink: list[Shape] = [Painted(tuple(contour_of(o) for o in r.outlines)) for r in regions]
    patches: list[Shape] = [_painted(z) for z in bridges]
    if cuts:
        less = Joined(tuple(_painted(z) for z in cuts))
        ink = [Without(Joined((*ink, *patches)), less)]
        patches = []
    found, off = whole([*ink, *patches], SMALLEST_PIECE)
    if off:
        raise LogoError("its outlines cannot be united")
    return found


def _painted(zone: BaseGeometry) -> Painted:
    contours: list[Contour] = []
    for ring in (zone.exterior, *zone.interiors):
        first, *others = ((float(x), float(y)) for x, y in ring.coords[:-1])
        contours.append([("M", (first,)), *(("L", (p,)) for p in others)])
    return Painted(tuple(contours), even_odd=True)
