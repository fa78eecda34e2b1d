"""What the kernel finds on the faces that an imprint makes. With many of them it is looked for by a
second processor too, from the moment that the imprint is made.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.artwork.kept import Kept
from tinstamp.blank.kernel import compound
from tinstamp.guarded.beside import Beside
from tinstamp.relief.blocks import Block
from tinstamp.relief.imprint import Imprint

AT_ONCE = 4
"""blocks whose faces are looked at in one piece of work"""
CAPS, OTHERS = "caps", "others"
"""What of a block is looked at: its cap and what that stands for, and all else"""
MANY_FACES = 200
"""faces from which on a second process pays: it takes some 0.03 s"""


def is_valid(shape: TopoDS_Shape, apart: bool = False) -> bool:
    """The kernel's own check, of geometry and topology.

    One face after the other, unless they lie `apart`: where faces share edges, its parallel run now
    and then calls faulty what is sound (4 of 1,296 times on marks, 0 of 7,000 where they share
    none), and would send a stamp the long way at random.
    """
    return BRepCheck_Analyzer(shape, True, apart, False).IsValid()


def besides_caps(block: Block) -> tuple[TopoDS_Face, ...]:
    """The faces of a block but its cap."""
    return (*block.walls, *block.islands, *block.ends)


Finding = bool | float | list[float] | str | None


class Looked:
    """The kernel's findings on an imprint.

    Its caps, and the parts of the face that they stand for, hold every outline on both surfaces:
    they come first, then what each block changes, then walls.
    """

    def __init__(self, made: Imprint) -> None:
        self._blocks = made.blocks
        new = [block for block in made.blocks if CAPS not in block.known.sound]
        self._few = _in_few(new)
        self._others = _in_few([b for b in made.blocks if OTHERS not in b.known.sound])
        self._many = sum(map(len, map(besides_caps, new))) > MANY_FACES
        self._apart = all(block.walls for block in new)
        self._work: Beside[Finding] | None = None
        self._before = 0

    @property
    def _beside(self) -> Beside[Finding]:
        if self._work is None:
            self._work = Beside(self._looks())
        return self._work

    def _looks(self) -> list[Callable[[], Finding]]:
        looks: list[Callable[[], Finding]] = []
        for look, each in (
            (_caps_valid, self._few), (_changes, self._few), (_others_valid, self._others)
        ):  # fmt: skip
            looks += [partial(look, few) for few in each]
        return looks

    def begin(self, *others: Callable[[], Finding]) -> list[Callable[[], Finding]]:
        """What gives the results of other work on the imprint; a second processor begins with that,
        which takes long, and goes on with the rest, where it pays."""
        if not self._many or self._work is not None:
            return list(others)
        self._work, self._before = Beside([*others, *self._looks()]), len(others)
        return [partial(self._other, k) for k in range(len(others))]

    def _other(self, k: int) -> Finding:
        return self._beside.first(k + 1)[k]

    def _first(self, count: int) -> list[Finding]:
        """The first so many of the kernel's findings."""
        return self._beside.first(self._before + count)[self._before :]

    def caps_valid(self) -> bool:
        """True when no fault is found with caps and what they stand for."""
        if self._many:
            valid = all(self._first(len(self._few)))
        else:  # of a mark the two are the same place, and share their edges
            every = [block for few in self._few for block in few]
            valid = not every or is_valid(compound(_caps(every)), self._apart)
        return valid and _sound(self._few, CAPS)

    def changes(self) -> list[float]:
        """Of a solid's volume by each block at one place, mm³ (see `Block.change`)."""
        if self._many:
            found = self._first(2 * len(self._few))[len(self._few) :]
            for few, changes in zip(self._few, found, strict=True):
                assert isinstance(changes, list)
                for block, change in zip(few, changes, strict=True):
                    block.known.change = change
        return [block.change for block in self._blocks]

    def others_valid(self) -> bool:
        """True when no fault is found with walls and islands."""
        if self._many:
            before = 2 * len(self._few)
            valid = all(self._first(before + len(self._others))[before:])
        else:
            valid = all(map(_others_valid, self._others))
        return valid and _sound(self._others, OTHERS)


def _in_few(blocks: Sequence[Block]) -> list[Sequence[Block]]:
    """By so many as are looked at in one piece of work."""
    return [blocks[k : k + AT_ONCE] for k in range(0, len(blocks), AT_ONCE)]


def _sound(few: Sequence[Sequence[Block]], what: str) -> bool:
    """True; and what was found with blocks need not be looked for again where they are moved."""
    for block in (block for own in few for block in own):
        block.known.sound.add(what)
    return True


def _caps(blocks: Sequence[Block]) -> list[TopoDS_Face]:
    return [face for block in blocks for face in (block.cap, block.removed)]


def _caps_valid(blocks: Sequence[Block]) -> bool:
    return is_valid(compound(_caps(blocks)))


def _changes(blocks: Sequence[Block]) -> list[float]:
    return [block.change for block in blocks]


def _others_valid(blocks: Sequence[Block]) -> bool:
    faces = [face for block in blocks for face in besides_caps(block)]
    return not faces or is_valid(compound(faces))


_LOOKED: Kept[Looked] = Kept(128)


def looked_at(made: Imprint) -> Looked:
    """The kernel's findings on an imprint; those of the last ones are kept."""
    return _LOOKED.get(made, "looked", lambda: Looked(made))
