"""Stamps that do not meet: each is made alone for the same body, and all are put into it at once.

So an edit of one makes that one again, and the body is put together anew: what was meshed and
examined of the others stays. A stamp that meets what is there already, or is not for the direct
way, is made on the body with all before it; what comes after lies in a new layer on top.
"""

from __future__ import annotations

from collections.abc import Hashable, Sequence
from dataclasses import dataclass, field
from functools import cached_property, partial

import numpy as np
from numpy.typing import NDArray

from tinstamp.blank.boxes import box_corners
from tinstamp.blank.holed import Cell, HoledFace
from tinstamp.blank.kernel import box_of, compound, motion_of
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.cache import Cache
from tinstamp.engine.measuring import Behind
from tinstamp.engine.mesh import as_one, chord_of, gathered, set_down, smoothed, triangles_on
from tinstamp.engine.triangles import Mesh
from tinstamp.job.face_name import StampFace
from tinstamp.job.same import Same
from tinstamp.relief.blocks import Block
from tinstamp.relief.clear import meet
from tinstamp.relief.facets import Facets, Triangles, facets
from tinstamp.relief.imprint import Imprint, together
from tinstamp.relief.looked import looked_at
from tinstamp.relief.soundness import is_valid
from tinstamp.relief.verify import Verdict, change_of, examine, is_closed, turned_one_way

FEW = 12
"""holes in a face that are left to the kernel, which takes the square of their number"""
Box = NDArray[np.float64]
"""(2, 3) least and greatest corner, mm"""
Host = tuple[str, int]
"""A face of the base by its name and its place among those of that name."""


@dataclass(frozen=True)
class Put:
    """Imprints of one stamp in a layer, made from its key."""

    key: Hashable
    imprints: tuple[Imprint, ...]

    @cached_property
    def box(self) -> Box:
        """Holds all that is new."""
        corners = [
            box_corners(box_of(compound([block.cap, *block.walls]))) @ turn.T + shift
            for one in self.imprints
            for block in one.blocks
            for turn, shift in map(motion_of, block.at)
        ]
        every = np.concatenate(corners)
        return np.array([every.min(axis=0), every.max(axis=0)])

    @cached_property
    def faces(self) -> set[str]:
        """The names of the faces that it lies on."""
        return {one.face for one in self.imprints}

    def beside(self, other: Put) -> bool:
        """True for stamps of one face whose walls end over their feet: that these keep clear of one
        another is told by their ink."""
        square = all(one.over_foot for one in (*self.imprints, *other.imprints))
        return square and self.faces == other.faces

    def meets(self, other: Put) -> bool:
        """True when what the two make comes together."""
        return any(meet(one, two) for one in self.imprints for two in other.imprints)

    @cached_property
    def valid(self) -> bool:
        """True when the kernel finds no fault with the new faces; caps were looked at when they
        were made, with what they stand for."""
        return all(looked_at(one).others_valid() for one in self.imprints)

    @cached_property
    def change(self) -> float:
        """Of the body's volume, mm³, as the kernel sums it over caps, walls and what is gone."""
        return sum(change_of(one) for one in self.imprints if any(b.walls for b in one.blocks))

    @cached_property
    def rings(self) -> dict[Host, tuple[NDArray[np.float64], ...]]:
        """The holes in (u, v)."""
        found: dict[Host, tuple[NDArray[np.float64], ...]] = {}
        for one in self.imprints:
            for k, rings in one.rings.items():
                host = (one.face, k)
                found[host] = (*found.get(host, ()), *rings)
        return found

    def mesh(self, chord: float) -> list[tuple[str, Triangles]]:
        """Triangles of the new faces, by their names."""
        if chord not in self._meshes:
            parts: list[tuple[str, Triangles]] = []
            for one in self.imprints:
                wall = StampFace(one.stamp, "wall")
                for block, own in zip(one.blocks, _facets(one, chord), strict=True):
                    parts += _meshed_by_kernel(one, block, chord) if own is None else [
                        (name, set_down(triangles, block.at))
                        for name, triangles in (
                            (wall if block.ends else one.face, own.islands),
                            (StampFace(one.stamp, "cap"), own.cap),
                            (wall, own.walls),
                        )
                        if len(triangles[0])
                    ]  # fmt: skip
            self._meshes[chord] = parts
        return self._meshes[chord]

    @cached_property
    def _meshes(self) -> dict[float, list[tuple[str, Triangles]]]:
        return {}


def _facets(one: Imprint, chord: float) -> list[Facets | None]:
    """Triangles of blocks where they were made."""
    key = (chord, one.flipped)
    new = [block for block in one.blocks if key not in block.known.facets]
    found = facets([block.loops for block in new], chord, one.flipped)
    for block, own in zip(new, found, strict=True):
        block.known.facets[key] = own
    return [block.known.facets[key] for block in one.blocks]


def _meshed_by_kernel(one: Imprint, block: Block, chord: float) -> list[tuple[str, Triangles]]:
    new = one.named(block)
    by_name: dict[str, list[Triangles]] = {}
    for named, triangles in zip(new, triangles_on([f.face for f in new], chord), strict=True):
        by_name.setdefault(named.name, []).append(triangles)
    wall = StampFace(one.stamp, "wall")
    return [
        (name, set_down(smoothed(own) if name == wall else as_one(own), block.at))
        for name, own in by_name.items()
    ]


@dataclass
class Layer:
    """A body and what is to be put into it.

    Attributes
    ----------
    base : the body that the imprints were made for.
    """

    base: NamedSolid
    puts: list[Put] = field(default_factory=list)

    @property
    def key(self) -> Hashable:
        """All that the base depends on."""
        return Same(self.base)

    @property
    def whole_key(self) -> Hashable:
        """All that the body with its imprints depends on."""
        return (self.key, tuple(put.key for put in self.puts)) if self.puts else self.key

    def body(self, cache: Cache) -> NamedSolid:
        """The body with all imprints in it."""
        return self._with(self.puts, cache)

    def body_behind(self, behind: Behind, cache: Cache) -> tuple[NamedSolid, Hashable] | None:
        """The body with those imprints that lie in the way of what was measured on the base, and
        what it depends on; None when none does."""
        ways = behind.meets(np.array([put.box for put in self.puts]).reshape(-1, 2, 3))
        met = [put for put, way in zip(self.puts, ways.tolist(), strict=True) if way]
        return (self._with(met, cache), tuple(put.key for put in met)) if met else None

    def mesh(self, cache: Cache) -> Mesh:
        """Triangles of the body; what was meshed before is not meshed again."""
        return cache.get("mesh", self.whole_key, lambda: self._meshed(cache))

    def examined(self, cache: Cache) -> Verdict:
        """The body as a whole: closed, turned outwards, valid, and its volume.

        The base is examined by the kernel once, and so are the new faces of each stamp. Of a face
        with many holes it is looked at whether they lie in it and clear of one another.
        """
        return cache.get("examine", self.whole_key, lambda: self._examined(cache))

    def met_by(self, put: Put, cache: Cache) -> bool:
        """True when what a stamp makes comes to that of another one that is to be put in."""
        low, high = put.box
        for other in self.puts:
            apart = bool((other.box[0] > high).any() or (low > other.box[1]).any())
            work = partial(put.meets, other)
            if not apart and not put.beside(other) and cache.get(
                "meet", (put.key, other.key), work
            ):  # fmt: skip
                return True
        return False

    def _with(self, puts: Sequence[Put], cache: Cache) -> NamedSolid:
        if not puts:
            return self.base
        imprints = [one for put in puts for one in put.imprints]
        key = (self.key, tuple(put.key for put in puts))
        return cache.get("together", key, lambda: together(self.base, imprints))

    def _hosts(self) -> dict[int, Host]:
        """The faces of the base that have holes now, by their place in it."""
        holed = {(one.face, k) for put in self.puts for one in put.imprints for k in one.rings}
        count: dict[str, int] = {}
        found = {}
        for i, named in enumerate(self.base.faces):
            host = (named.name, count.get(named.name, 0))
            count[named.name] = host[1] + 1
            if host in holed:
                found[i] = host
        return found

    def _count(self, host: Host) -> int:
        """How many holes a face of the base has now."""
        return sum(
            len(one.rings.get(host[1], ()))
            for put in self.puts
            for one in put.imprints
            if one.face == host[0]
        )

    def holed(self, i: int, host: Host) -> HoledFace:
        """A face of the base with its holes."""
        rings = [ring for put in self.puts for ring in put.rings.get(host, ())]
        return HoledFace(self.base.faces[i].face, tuple(rings))

    def _meshed(self, cache: Cache) -> Mesh:
        chord = cache.get("chord", self.key, lambda: chord_of(self.base))
        base = cache.get(
            "base mesh", self.key, lambda: triangles_on([f.face for f in self.base.faces], chord)
        )
        parts = [(f.name, t) for f, t in zip(self.base.faces, base, strict=True)]
        for i, host in self._hosts().items():
            if self._count(host) <= FEW:
                (own,) = triangles_on([self.body(cache).faces[i].face], chord)
            else:
                kept: dict[bytes, Cell] = cache.get("cells", (self.key, i, chord), dict)
                own = self.holed(i, host).triangles(chord, kept)
            parts[i] = (parts[i][0], own)
        for put in self.puts:
            parts += put.mesh(chord)
        return gathered(parts)

    def _examined(self, cache: Cache) -> Verdict:
        base = cache.get("base examined", self.key, lambda: examine(self.base))
        if not self.puts:
            return base
        body = self.body(cache)
        valid = base.valid and all(put.valid for put in self.puts) and turned_one_way(body)
        for i, host in self._hosts().items():
            if self._count(host) <= FEW:
                valid = valid and is_valid(body.faces[i].face)
            holed = self.holed(i, host)
            valid = valid and cache.get(
                "holes", (self.key, i, holed.digest), partial(_sound, holed)
            )
        return Verdict(is_closed(body), valid, base.volume + sum(p.change for p in self.puts))


def _sound(holed: HoledFace) -> bool:
    return holed.sound
