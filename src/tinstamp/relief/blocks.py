"""What regions become on a face: caps, walls and what stays behind in counters, in one place or in
several. Regions that are alike are made once, and set down wherever they stand; so are those that
were made before (`relief.kept_blocks`).
"""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Wire

from tinstamp.blank.kernel import Array, compound, face_on, location, moved_wire, volume
from tinstamp.chart.base import FaceChart
from tinstamp.relief.alike import STAYS, UNMOVED, Like
from tinstamp.relief.cluster import Cluster
from tinstamp.relief.face_curves import FaceLoop
from tinstamp.relief.facets import Facets
from tinstamp.relief.islands import Island
from tinstamp.relief.walls import HERE, Walled, Waller

CHANGE_ERROR = 1e-7
"""Part of a block's volume that the kernel estimates to be off by: what it really is off by, on
walls with rounded edges, is less than 1e-10 of it"""


@dataclass
class Known:
    """What was found out about a block; it is so wherever the block is set down.

    Attributes
    ----------
    change : see `Block.change`. sound : in which of its faces the kernel found no fault.
    facets : its triangles, by what they were made for.
    """

    change: float | None = None
    sound: set[str] = field(default_factory=set)
    facets: dict[Hashable, Facets | None] = field(default_factory=dict)


@dataclass(frozen=True)
class Block:
    """What a region makes of a face, and wherever else the like of it is set down.

    Attributes
    ----------
    cap : the new face at the depth. walls : between it and the face.
    removed : the part of the face that the cap stands for, as a face of its own that shares the
        solid's edges; it belongs to no solid.
    islands : what stays behind of the face within counters. ends : what lies there at a height
        of its own instead. tops : the same, each whole; they belong to no solid.
    feet : the edges that bound what is taken out of the face. loops : the curves that all this
        was made from; none where it takes more than them to tell its shape.
    level : the cap is one, not a wall like others. hull : where that is known, cells
        that it lies within: points, (n, m, 3) mm, how many of them are on the face (three by three
        first), and mm that it may lie off their hulls, (n,).
    at : where it is set down; a place that moves nothing is where it was made.
    known : what was found out about it.
    """

    cap: TopoDS_Face
    walls: tuple[TopoDS_Face, ...]
    removed: TopoDS_Face
    islands: tuple[TopoDS_Face, ...]
    feet: tuple[TopoDS_Edge, ...]
    loops: tuple[FaceLoop, ...]
    at: tuple[TopLoc_Location, ...]
    ends: tuple[TopoDS_Face, ...] = ()
    tops: tuple[TopoDS_Face, ...] = ()
    level: bool = True
    hull: tuple[Array, int, Array] | None = None
    known: Known = field(default_factory=Known, init=False, compare=False, repr=False)

    @property
    def change(self) -> float:
        """Of a solid's volume at one place, mm³, as the kernel sums it over what is new and what is
        gone: together a closed surface, so that it does not matter where it measures from."""
        if self.known.change is None:
            new = [self.cap, *self.walls, *self.tops]
            whole = compound([*new, self.removed.Reversed()])
            self.known.change = volume(whole, CHANGE_ERROR)
        return self.known.change

    def set_down(self, at: Sequence[TopLoc_Location]) -> Block:
        """The same at other places."""
        return self._known_as_is(replace(self, at=tuple(at)))

    def within(self, hull: tuple[Array, int, Array]) -> Block:
        """The same, known to lie within those cells."""
        return self._known_as_is(replace(self, hull=hull))

    def _known_as_is(self, other: Block) -> Block:
        """What was found out of this one is so of the other."""
        object.__setattr__(other, "known", self.known)
        return other


@dataclass(frozen=True, eq=False)
class Before:
    """A cluster that was made before, as it was laid on that chart then.

    Attributes
    ----------
    walled : its loops. blocks : what its regions became.
    """

    cluster: Cluster
    chart: FaceChart
    walled: tuple[Walled, ...]
    blocks: tuple[Block, ...]


class Maker:
    """Makes what the clusters of one stamp become, one after the other.

    Attributes
    ----------
    wallers : make the walls, by how high over the face they begin. heights : of islands that are
        not on the face, mm over it. owners : the islands that regions stand on.
    holes : the wires that are cut out of the face, by the region.
    before : what was made before and may be set down again.
    """

    def __init__(
        self,
        wallers: Mapping[float, Waller],
        heights: Mapping[Island, float],
        deep: bool,
        flipped: bool,
        turned: bool,
        clusters: Sequence[Cluster],
        owners: Sequence[Island | None],
        before: Sequence[Before] = (),
    ) -> None:
        self.wallers, self.heights, self.waller = wallers, heights, wallers[0.0]
        self.deep, self.flipped, self.turned = deep, flipped, turned
        self.clusters, self.owners, self.before = clusters, owners, before
        self.holes: dict[int, TopoDS_Wire] = {}
        self._walled: dict[int, list[Walled]] = {}
        self._at: dict[int, list[TopLoc_Location]] = {}

    def make(self, k: int, like: Like) -> None:
        """Cluster `k`: made, or set down where it is like an earlier one, or one made before."""
        own = self.clusters[k]
        if like.first < 0:
            self._walled.setdefault(like.first, list(self.before[like.first].walled))
        place = HERE
        if like.first == k:
            self._walled[k] = [
                self.wallers[self._begins(n, c)].walled(loop) if self.deep
                else self.waller.traced(loop)
                for (n, c), loop in zip(own.parts, own.loops, strict=True)
            ]  # fmt: skip
        elif not self._where_it_was(own, like):
            place = location(like.turn, like.shift)
            each = zip(self._walled[like.first], own.parts, own.loops, strict=True)
            for made, (n, c), loop in each:
                if not self._begins(n, c):
                    self.waller.set_down(made, loop, place)
        self._at.setdefault(like.first, []).append(place)
        foot = self._walled[like.first][0].foot
        self.holes[own.regions[0]] = _back(foot if place is HERE else moved_wire(foot, place))

    def _where_it_was(self, own: Cluster, like: Like) -> bool:
        """True when a cluster that was made before has not moved since."""
        if like.first >= 0 or not like.stays:
            return False
        then = [uv for loop in self.before[like.first].cluster.loops for uv in loop.uv]
        now = [uv for loop in own.loops for uv in loop.uv]
        return all(np.abs(a - b).max() < UNMOVED for a, b in zip(then, now, strict=True))

    def made(self, k: int) -> tuple[Walled, ...]:
        """The loops of a cluster that was made here; none of one that is like another."""
        return tuple(self._walled.get(k, ()))

    def _base(self, n: int) -> float:
        """mm over the face of what a region stands on."""
        owner = self.owners[n]
        return 0.0 if owner is None else self.heights.get(owner, 0.0)

    def _begins(self, n: int, c: int) -> float:
        """mm over the face where the walls of a region's outline begin: its outer one, 0, or a
        counter."""
        return self._base(n) if c == 0 else self.heights.get((n, c - 1), 0.0)

    def blocks(
        self,
        around: Mapping[Island, Sequence[tuple[int, TopoDS_Wire]]],
        likes: Sequence[Like] | None,
    ) -> dict[int, tuple[Block, ...]]:
        """All clusters, as they are like others; None for none that is. By the cluster that was
        made, or below zero by what was made before, a block a region in their order, with all
        its places. `around` are holes of the face that islands get."""
        new: dict[int, list[Block]] = {}
        for k in range(len(self.clusters)):
            like = Like(k, *STAYS) if likes is None else likes[k]
            self.make(k, like)
            if like.first == k:
                new[k] = self._blocks_of(k, around)
        return {
            k: tuple(block.set_down(at) for block in (new[k] if k >= 0 else self.before[k].blocks))
            for k, at in self._at.items()
        }

    def _blocks_of(
        self, k: int, around: Mapping[Island, Sequence[tuple[int, TopoDS_Wire]]]
    ) -> list[Block]:
        """What a cluster became, where it was made."""
        by_region: dict[int, list[Walled]] = {}
        for (n, _), one in zip(self.clusters[k].parts, self._walled[k], strict=True):
            by_region.setdefault(n, []).append(one)
        held = {island: [wire for _, wire in own] for island, own in around.items()}
        for n, own in by_region.items():
            owner = self.owners[n]
            if owner is not None:
                held.setdefault(owner, []).append(_back(own[0].foot))
        alone = len(by_region) == 1 and not any(owner in by_region for owner, _ in around)
        return [self._block(k, n, own, held, alone) for n, own in by_region.items()]

    def in_order(self, made: Mapping[int, Sequence[Block]]) -> tuple[Block, ...]:
        """All blocks: those made before, then the others in the order of their regions."""
        before = [block for k, own in made.items() if k < 0 for block in own]
        others = [
            (n, block)
            for k, own in made.items()
            if k >= 0
            for n, block in zip(self.clusters[k].regions, own, strict=True)
        ]
        return (*before, *(block for _, block in sorted(others, key=lambda one: one[0])))

    def _block(
        self,
        k: int,
        n: int,
        made: Sequence[Walled],
        held: Mapping[Island, Sequence[TopoDS_Wire]],
        alone: bool,
    ) -> Block:
        """Of region `n` of cluster `k`, from its loops; `held` are the holes of islands. `alone`
        where there are none."""
        own: dict[bool, list[TopoDS_Face]] = {True: [], False: []}
        gone, tops = [made[0].foot], []
        for c, one in enumerate(made[1:]):
            foot, rest = self.wallers[self._begins(n, c + 1)].foot, _back(one.foot)
            wires = [rest, *held.get((n, c), ())]
            own[(n, c) in self.heights].append(face_on(foot, wires, self.flipped))
            if self._begins(n, c + 1) == self._base(n):
                gone.append(one.foot)
            else:
                tops.append(face_on(foot, [rest], self.flipped))
        on_face = [one for c, one in enumerate(made) if not self._begins(n, c)]
        plain = self.deep and self.flipped == self.turned and not self.waller.spans
        simple = plain and alone and not all(own.values())
        cap = self.waller.head if self.deep else self.waller.foot
        return Block(
            cap=face_on(cap, [one.head for one in made], self.turned),
            walls=tuple(wall for one in made for wall in one.walls),
            removed=face_on(self.wallers[self._base(n)].foot, gone, self.flipped),
            tops=tuple(tops),
            islands=tuple(own[False]),
            ends=tuple(own[True]),
            feet=tuple(edge for one in on_face for edge in one.edges),
            loops=tuple(self.clusters[k].loops) if simple else (),
            at=(HERE,),
        )


def _back(wire: TopoDS_Wire) -> TopoDS_Wire:
    return TopoDS.Wire_s(wire.Reversed())
