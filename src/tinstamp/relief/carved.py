"""Ink carved by a V, or standing as a ridge: walls lean in from all sides until they meet, or end
at a level floor or cap. Put into a face directly, as facets that share their edges: plane ones in a
flat face, in a bent one such as follow it (`relief.carved_bent`).
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property, partial

import numpy as np
from OCP.Geom import Geom_Line, Geom_Plane
from OCP.gp import gp_Dir, gp_Pnt
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Shape, TopoDS_Wire

from tinstamp.artwork.outline import Array, Outline, Region
from tinstamp.artwork.roof import Roof, RoofError, roof_up_to, summit
from tinstamp.blank.kernel import (
    edge_on,
    face_on,
    in_plane,
    location,
    moved_wire,
    vertex_at,
    wire_of,
)
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.guarded.beside import Beside
from tinstamp.job.same import Same
from tinstamp.relief.ahead import Ahead
from tinstamp.relief.blocks import Block
from tinstamp.relief.carved_bent import Bend, Facets, bent_facets, cells_over
from tinstamp.relief.carved_kept import KEPT_ROOFS, Carved, likes, set_down
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.hosts import Hosts
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.islands import Island, islands_of
from tinstamp.relief.rings import Rings
from tinstamp.relief.roof_parted import pairs_of
from tinstamp.relief.surfaces import OrderError
from tinstamp.relief.walls import HERE

EDGE_TOLERANCE = 4e-6
"""mm; corners of facets that were nearer than that to one another are one"""
PLACES_KEPT = 9
"""decimals of an outline's shape, mm, by which it is known"""
ROOFS_KEPT = 512
"""shapes"""


@dataclass(frozen=True)
class Carving:
    """What a V makes of regions on a face.

    Attributes
    ----------
    slope : the tangent of half its angle. sign : 1 outwards, -1 into the part.
    """

    chart: FaceChart
    roofs: tuple[Roof, ...]
    slope: float
    sign: float

    @classmethod
    def of(
        cls, chart: FaceChart, regions: Sequence[Region], depth: float, slope: float, sign: float
    ) -> Carving:
        """No deeper, or higher, than `depth`, mm. Raises OrderError."""
        try:
            roofs = roofs_over(regions, depth * slope)
        except RoofError as error:
            raise OrderError(str(error)) from error
        made = cls(chart, roofs, slope, sign)
        for roof in roofs:
            made.bend.check(roof)
        return made

    @property
    def bend(self) -> Bend:
        """How its roofs lie in space."""
        return Bend(self.chart, self.slope, self.sign)

    @property
    def flat(self) -> bool:
        """All its facets are plane."""
        return isinstance(self.chart, PlaneChart)

    @property
    def volume(self) -> float:
        """What it changes, mm³, signed."""
        if not self.flat:
            return sum(map(self.bend.volume, self.roofs))
        return self.sign * sum(roof.volume for roof in self.roofs) / self.slope

    @cached_property
    def deepest(self) -> float:
        """mm that it reaches."""
        return max((roof.top for roof in self.roofs), default=0.0) / self.slope

    def imprint(
        self, solid: NamedSolid, face: str, regions: Sequence[Region], stamp: str
    ) -> Imprint:
        """Put into a face of the solid. Raises CurveError where it lies beside it."""
        ahead = Ahead(sum(len(roof.facets) for roof in self.roofs))
        hosts = Hosts(solid.faces_named(face), self.chart)
        owners = islands_of(regions)
        apart = {n for n, at in enumerate(owners) if at} | {at[0] for at in owners if at}
        ground = (Same(hosts.surface), hosts.flipped, self.slope, self.sign)
        known = [one for own in _each(self.roofs) for one in KEPT_ROOFS.of(ground, own)]
        made: dict[int, Carved] = {k - len(known): one for k, one in enumerate(known)}
        at: dict[int, list[TopLoc_Location]] = {}
        standing: dict[Island, list[TopoDS_Wire]] = {}
        holes: dict[int, list[TopoDS_Wire]] = {}
        rings: dict[int, list[Array]] = {}
        for n, like in enumerate(likes(self.roofs, self.bend, known, apart)):
            place, roof = HERE, self.roofs[n]
            if like.first == n:
                made[n] = self._carved(n, hosts, n in apart, ahead)
                ring = made[n].facets.ring
            else:
                place = location(like.turn, like.shift)
                ring = set_down(
                    made[like.first], roof, self.bend, hosts.surface, hosts.start, place
                )
            at.setdefault(like.first, []).append(place)
            foot = _back(made[like.first].facets.feet[0])
            foot = foot if place is HERE else moved_wire(foot, place)
            owner = owners[n]
            if owner is not None:
                standing.setdefault(owner, []).append(foot)
                continue
            under = hosts.under(ring[0].tolist())
            holes.setdefault(under, []).append(foot)
            rings.setdefault(under, []).append(ring)
        for k, places in at.items():
            one = made[k]
            if k >= 0 and k not in apart:
                KEPT_ROOFS.keep(ground, one)
            elif k >= 0:
                one.block = self._block(k, one.facets, hosts, standing)
            KEPT_ROOFS.set_down(ground, one, len(places))
        return Imprint(
            face=face,
            holes={k: tuple(own) for k, own in holes.items()},
            rings={k: tuple(own) for k, own in rings.items()},
            surface=hosts.surface,
            flipped=hosts.flipped,
            blocks=tuple(_block_of(made[k]).set_down(places) for k, places in at.items()),
            shell=hosts.shell,
            stamp=stamp,
            over_foot=False,
            ahead=ahead,
        )

    def _carved(self, n: int, hosts: Hosts, apart: bool, ahead: Ahead) -> Carved:
        """A roof as faces; those that stand apart become a block when all are there."""
        one = Carved(self.roofs[n], self.bend, self._facets(self.roofs[n], hosts))
        if len(one.facets.faces) < 2:
            raise CurveError("a letter has no walls")
        if not apart:
            one.block = self._block(n, one.facets, hosts, {})
            ahead.made(one.block)
        return one

    def _block(
        self, n: int, one: Facets, hosts: Hosts, standing: Mapping[Island, Sequence[TopoDS_Wire]]
    ) -> Block:
        """What a roof becomes where it was made."""
        removed = face_on(hosts.surface, one.feet, hosts.flipped)
        for edge in one.edges if self.flat else ():
            in_plane(edge, removed)
        return Block(
            cap=one.faces[-1],
            walls=one.faces[:-1],
            removed=removed,
            islands=tuple(
                face_on(hosts.surface, [_back(foot), *standing.get((n, c), ())], hosts.flipped)
                for c, foot in enumerate(one.feet[1:])
            ),
            feet=one.edges,
            loops=(),
            at=(HERE,),
            level=bool(self.roofs[n].flats),
            hull=cells_over(self.roofs[n], self.bend),
        )

    def _facets(self, roof: Roof, hosts: Hosts) -> Facets:
        if self.flat:
            ring = self.chart.to_uv(roof.nodes[list(roof.outline[0]), :2])
            return plane_facets(roof, self.bend.space(roof.nodes), ring)
        return bent_facets(roof, self.bend, hosts.surface, hosts.start)


def _each(roofs: Sequence[Roof]) -> list[Roof]:
    """One of every shape."""
    return list({id(roof.facets): roof for roof in roofs}.values())


def _block_of(one: Carved) -> Block:
    assert one.block is not None
    return one.block


def plane_facets(roof: Roof, points: Array, ring: Array) -> Facets:
    """The faces of a roof with its corners at points in space, (n, 3); `ring` as in `Facets`."""
    faced = [*((ring,) for ring in roof.facets), *roof.flats]
    lines = _Lines(points, [*roof.outline, *(ring for rings in faced for ring in rings)])
    feet = tuple(map(lines.wire, roof.outline))
    rims = tuple(lines.known.values())
    middles, normals = Rings.of([rings[0] for rings in faced]).normals(points)
    planes = zip(middles.tolist(), normals.tolist(), strict=True)
    faces = tuple(
        lines.face(Geom_Plane(gp_Pnt(*at), gp_Dir(*normal)), rings)
        for rings, (at, normal) in zip(faced, planes, strict=True)
    )
    return Facets(faces, feet, rims, ring)


class _Lines:
    """Straight edges between corners, one for both ways."""

    def __init__(self, points: Array, rings: Sequence[Sequence[int]]) -> None:
        """`points`, (n, 3) mm; `rings` are all that will be asked for, by the numbers of points."""
        self.points = points.tolist()
        self.corners = [vertex_at(p, EDGE_TOLERANCE) for p in self.points]
        self._ends = [corner.Reversed() for corner in self.corners]
        self.known: dict[tuple[int, int], TopoDS_Edge] = {}
        pairs = [pair for ring in rings for pair in pairs_of(ring)]
        ways = np.diff(points[np.array(pairs)], axis=1)[:, 0]
        lengths = np.linalg.norm(ways, axis=1).tolist()
        self._ways = dict(zip(pairs, zip(ways.tolist(), lengths, strict=True), strict=True))

    def wire(self, ring: Sequence[int]) -> TopoDS_Wire:
        return wire_of([self._edge(*pair) for pair in pairs_of(ring)])

    def face(self, plane: Geom_Plane, rings: Sequence[Sequence[int]]) -> TopoDS_Face:
        """A face with those rings."""
        face = face_on(plane, list(map(self.wire, rings)), False)
        for ring in rings:
            for a, b in pairs_of(ring):
                in_plane(self.known.get((a, b)) or self.known[b, a], face)
        return face

    def _edge(self, a: int, b: int) -> TopoDS_Shape:
        other = self.known.get((b, a))
        if other is not None:
            return other.Reversed()
        own = self.known.get((a, b))
        if own is None:
            way, length = self._ways[a, b]
            line = Geom_Line(gp_Pnt(*self.points[a]), gp_Dir(*way))
            own = edge_on(line, self.corners[a], self._ends[b], length, EDGE_TOLERANCE)
            self.known[a, b] = own
        return own


def _back(wire: TopoDS_Wire) -> TopoDS_Wire:
    return TopoDS.Wire_s(wire.Reversed())


def roofs_over(regions: Sequence[Region], most: float) -> tuple[Roof, ...]:
    """The roofs over regions, no higher than `most`, mm. Raises RoofError.

    Shapes that were met before are known wherever they lie; of others two processors work out as
    many each as they come to."""
    starts = [region.outer.beziers[0, 0] for region in regions]
    shapes = [_shape(region, start) for region, start in zip(regions, starts, strict=True)]
    new = [shape for shape in dict.fromkeys(shapes) if _known(shape, most) is None]
    new.sort(key=lambda shape: -sum(count for _, count in shape))  # what takes long first
    found = Beside([partial(_made, shape, most) for shape in new], len(new) > 1).first(len(new))
    own = dict(zip(new, found, strict=True))
    for shape, (top, roof) in own.items():
        _keep(shape, top, roof, most)
    roofs = []
    for shape, start in zip(shapes, starts, strict=True):
        known = own[shape][1] if shape in own else _known(shape, most)
        assert known is not None
        nodes = known.nodes + np.array([*start.tolist(), 0.0])
        roofs.append(Roof(nodes, known.facets, known.flats, known.outline))
    return tuple(roofs)


Shape = tuple[tuple[bytes, int], ...]
"""Outlines as they are known: their pieces, and how many those are."""
_TOPS: OrderedDict[Shape, float] = OrderedDict()
_ROOFS: OrderedDict[tuple[Shape, float], Roof] = OrderedDict()


def _shape(region: Region, start: Array) -> Shape:
    parts = [np.round(outline.beziers - start, PLACES_KEPT) + 0.0 for outline in region.outlines]
    return tuple((part.tobytes(), len(part)) for part in parts)


def _known(shape: Shape, most: float) -> Roof | None:
    """The roof over a shape that was met before."""
    top = _TOPS.get(shape)
    return None if top is None else _ROOFS.get((shape, min(most, top)))


def _made(shape: Shape, most: float) -> tuple[float, Roof]:
    """How high a roof over a shape gets that has no end, mm, and one no higher than `most`."""
    region = _region(shape)
    top = summit(region) if shape not in _TOPS else _TOPS[shape]
    return top, roof_up_to(region, min(most, top))


def _keep(shape: Shape, top: float, roof: Roof, most: float) -> None:
    _TOPS[shape], _ROOFS[shape, min(most, top)] = top, roof
    for kept in (_TOPS, _ROOFS):
        while len(kept) > ROOFS_KEPT:
            kept.popitem(last=False)


def _region(shape: Shape) -> Region:
    outer, *counters = (
        Outline(np.frombuffer(data).reshape(count, 4, 2), np.zeros(count, dtype=bool))
        for data, count in shape
    )
    return Region(outer, tuple(counters))


def forget_roofs() -> None:
    """Work out all shapes, and make all of them, anew."""
    KEPT_ROOFS.clear()
    _TOPS.clear()
    _ROOFS.clear()
