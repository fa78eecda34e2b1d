"""What regions become on a face: caps, walls and what stays behind in counters, in one place or in
several. Regions that are alike are made once, and set down wherever they stand; so are those that
were made before (`relief.kept_blocks`).
"""

from __future__ import annotations

from collections.abc import Hashable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import Array, compound, face_on, location, moved_wire, volume
from tinstamp.chart.base import FaceChart
from tinstamp.relief.alike import STAYS, UNMOVED, Laid, Like
from tinstamp.relief.face_curves import FaceLoop
from tinstamp.relief.facets import Facets
from tinstamp.relief.islands import Island
from tinstamp.relief.walls import HERE, Walled, Waller


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
            self.known.change = volume(compound([*new, self.removed.Reversed()]))
        return self.known.change

    def set_down(self, at: Sequence[TopLoc_Location]) -> Block:
        """The same at other places."""
        moved = replace(self, at=tuple(at))
        object.__setattr__(moved, "known", self.known)
        return moved


@dataclass(frozen=True, eq=False)
class Before:
    """A region that was made before, as it was laid on that chart then: what may be set down again.

    Attributes
    ----------
    walled : its loops. block : what it became.
    """

    region: Region
    laid: Laid
    chart: FaceChart
    walled: tuple[Walled, ...]
    block: Block


class Maker:
    """Makes what the regions of one stamp become, one after the other.

    Attributes
    ----------
    wallers : make the walls, by how high over the face they begin. heights : of islands that are
        not on the face, mm over it.
    apart : regions that stand on another one's island, or that another one stands on: they are
        made by themselves. holes : the wires that are cut out of the face, by the region.
    before : what was made before and may be set down again.
    """

    def __init__(
        self,
        wallers: Mapping[float, Waller],
        heights: Mapping[Island, float],
        deep: bool,
        flipped: bool,
        turned: bool,
        laid: Sequence[Sequence[FaceLoop]],
        owners: Sequence[Island | None],
        before: Sequence[Before] = (),
    ) -> None:
        self.wallers, self.heights, self.waller = wallers, heights, wallers[0.0]
        self.deep, self.flipped, self.turned = deep, flipped, turned
        self.laid, self.owners, self.before = laid, owners, before
        standing = {n for n, island in enumerate(owners) if island is not None}
        self.apart = standing | {island[0] for island in owners if island is not None}
        self.holes: dict[int, TopoDS_Wire] = {}
        self._walled: dict[int, list[Walled]] = {}
        self._at: dict[int, list[TopLoc_Location]] = {}

    def make_each(self, likes: Sequence[Like] | None) -> None:
        """All regions, as they are like others; None for none that is."""
        for n in range(len(self.laid)):
            self.make(n, Like(n, *STAYS) if likes is None else likes[n])

    def make(self, n: int, like: Like) -> None:
        """Region `n`: made, or set down where it is like an earlier one, or one made before."""
        if like.first < 0:
            self._walled.setdefault(like.first, list(self.before[like.first].walled))
        place = HERE
        if like.first == n:
            self._walled[n] = [
                self._waller(n, c).walled(loop) if self.deep else self.waller.traced(loop)
                for c, loop in enumerate(self.laid[n])
            ]
        elif not self._where_it_was(n, like):
            place = location(like.turn, like.shift)
            for made, loop in zip(self._walled[like.first], self.laid[n], strict=True):
                self.waller.set_down(made, loop, place)
        self._at.setdefault(like.first, []).append(place)
        if self.owners[n] is None:
            foot = self._walled[like.first][0].foot
            self.holes[n] = _back(foot if place is HERE else moved_wire(foot, place))

    def _where_it_was(self, n: int, like: Like) -> bool:
        """True when a region that was made before has not moved since."""
        if like.first >= 0 or not like.stays:
            return False
        then = [uv for loop in self.before[like.first].laid for uv in loop.uv]
        now = [uv for loop in self.laid[n] for uv in loop.uv]
        return all(np.abs(a - b).max() < UNMOVED for a, b in zip(then, now, strict=True))

    def made(self, n: int) -> tuple[Walled, ...]:
        """The loops of a region that was made here; none of one that is like another."""
        return tuple(self._walled.get(n, ()))

    def _base(self, n: int) -> float:
        """mm over the face of what a region stands on."""
        owner = self.owners[n]
        return 0.0 if owner is None else self.heights.get(owner, 0.0)

    def _waller(self, n: int, c: int) -> Waller:
        """What makes the walls of a region's outline: its outer one, 0, or a counter."""
        return self.wallers[self._base(n) if c == 0 else self.heights.get((n, c - 1), 0.0)]

    def blocks(
        self, around: Mapping[Island, Sequence[tuple[int, TopoDS_Wire]]]
    ) -> Iterator[tuple[int, Block]]:
        """What was made, by the region, or below zero by what was made before, with all its places;
        `around` are holes of the face that islands get."""
        standing: dict[Island, list[TopoDS_Wire]] = {}
        for n, island in enumerate(self.owners):
            if island is not None:
                standing.setdefault(island, []).append(_back(self._walled[n][0].foot))
        cap = self.waller.head if self.deep else self.waller.foot
        plain = self.deep and self.flipped == self.turned and not self.waller.spans
        for n, made in self._walled.items():
            if n < 0:
                yield n, self.before[n].block.set_down(self._at[n])
                continue
            own: dict[bool, list[TopoDS_Face]] = {True: [], False: []}
            gone, tops = [made[0].foot], []
            for c, one in enumerate(made[1:]):
                foot, rest = self._waller(n, c + 1).foot, _back(one.foot)
                held = [*standing.get((n, c), ()), *(wire for _, wire in around.get((n, c), ()))]
                own[(n, c) in self.heights].append(face_on(foot, [rest, *held], self.flipped))
                if self.heights.get((n, c), 0.0) == self._base(n):
                    gone.append(one.foot)
                else:
                    tops.append(face_on(foot, [rest], self.flipped))
            yield (
                n,
                Block(
                    cap=face_on(cap, [one.head for one in made], self.turned),
                    walls=tuple(wall for one in made for wall in one.walls),
                    removed=face_on(self._waller(n, 0).foot, gone, self.flipped),
                    tops=tuple(tops),
                    islands=tuple(own[False]),
                    ends=tuple(own[True]),
                    feet=tuple(edge for one in made for edge in one.edges),
                    loops=tuple(self.laid[n])
                    if plain and n not in self.apart and not all(own.values())
                    else (),
                    at=tuple(self._at[n]),
                ),
            )


def _back(wire: TopoDS_Wire) -> TopoDS_Wire:
    return TopoDS.Wire_s(wire.Reversed())
