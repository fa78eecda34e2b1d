"""What the kernel finds on the faces that an imprint makes, a few blocks in one piece of work. Each
face is looked at by itself: of many at once the kernel's check takes up to a quarter longer.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.guarded.forked import in_copy
from tinstamp.relief.blocks import Block

Finding = bool | float | list[float] | str | None
Look = Callable[[], Finding]
CAPS, OTHERS = "caps", "others"
"""What of a block is looked at: its cap and what that stands for, and all else"""
AT_ONCE = 4
"""blocks whose faces are looked at in one piece of work"""
FACES_AT_ONCE = 80
"""faces in such a piece from which it takes no block more: carved letters have hundreds"""


def is_valid(shape: TopoDS_Shape, apart: bool = False) -> bool:
    """The kernel's own check, of geometry and topology.

    One face after the other, unless they lie `apart`: where faces share edges, its parallel run now
    and then calls faulty what is sound (4 of 1,296 times on marks, 0 of 7,000 where they share
    none), and would send a stamp the long way at random.
    """
    apart = apart and not in_copy()  # where there are no threads for it
    return BRepCheck_Analyzer(shape, True, apart, False).IsValid()


def besides_caps(block: Block) -> tuple[TopoDS_Face, ...]:
    """The faces of a block but its cap."""
    return (*block.walls, *block.islands, *block.ends)


def caps_of(blocks: Sequence[Block]) -> list[TopoDS_Face]:
    """Their caps, and the parts of the face that these stand for."""
    return [face for block in blocks for face in (block.cap, block.removed)]


def caps_valid(blocks: Sequence[Block]) -> bool:
    """No fault is found with caps and what they stand for."""
    return all(map(is_valid, caps_of(blocks)))


def changes(blocks: Sequence[Block]) -> list[float]:
    """Of a solid's volume by each at one place, mm³."""
    return [block.change for block in blocks]


def others_valid(blocks: Sequence[Block]) -> bool:
    """No fault is found with walls and islands."""
    return all(is_valid(face) for block in blocks for face in besides_caps(block))


def in_few(blocks: Sequence[Block]) -> list[Sequence[Block]]:
    """By so many as are looked at in one piece of work."""
    found: list[list[Block]] = []
    faces = FACES_AT_ONCE
    for block in blocks:
        if faces >= FACES_AT_ONCE or len(found[-1]) == AT_ONCE:
            found.append([])
            faces = 0
        found[-1].append(block)
        faces += 1 + len(besides_caps(block))
    return [*found]


def each_few(
    look: Callable[[Sequence[Block]], Finding], few: Sequence[Sequence[Block]]
) -> list[Look]:
    """Pieces of work."""
    return [partial(look, own) for own in few]


def hold_changes(blocks: Sequence[Block], found: Finding) -> None:
    """What `changes` found stands with the blocks."""
    assert isinstance(found, list)
    for block, change in zip(blocks, found, strict=True):
        block.known.change = change


def hold_sound(blocks: Sequence[Block], what: str) -> None:
    """What was found need not be looked for again where they are moved."""
    for block in blocks:
        block.known.sound.add(what)
