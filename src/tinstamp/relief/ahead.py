"""What is found out of a carving while the rest of it is still being made: a second processor looks
at the blocks that are there. What it finds stands with each block (see `blocks.Known`). It pays
where a letter has a hundred faces; of plain walls it takes as long as it saves.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from tinstamp.guarded.beside import Beside
from tinstamp.relief import soundness
from tinstamp.relief.blocks import Block
from tinstamp.relief.soundness import (
    CAPS,
    OTHERS,
    Finding,
    besides_caps,
    each_few,
    hold_changes,
    hold_sound,
)

ENOUGH_FACES = 300
"""faces that wait for a second process: to begin one takes as long as some twenty of them"""
FACES_IN_ALL = 800
"""from which on it pays to begin before they are made"""

LOOKS: tuple[Callable[[Sequence[Block]], Finding], ...] = (
    soundness.caps_valid, soundness.changes, soundness.others_valid,
)  # fmt: skip
"""What is found out of each block"""


@dataclass(frozen=True)
class _Part:
    """Blocks that are being looked at."""

    few: Sequence[Sequence[Block]]
    work: Beside[Finding]


class Ahead:
    """Looks at blocks as they are made.

    The second processor has one part of them in hand at a time; what comes meanwhile waits, and
    what waits when all are made is for `Looked` to look at.
    """

    def __init__(self, faces: int) -> None:
        """About so many faces will be made."""
        self._pays = faces > FACES_IN_ALL
        self._waiting: list[Block] = []
        self._faces = 0
        self._parts: list[_Part] = []
        self._known: set[int] = set()

    def made(self, block: Block) -> None:
        """One more is there."""
        self._waiting.append(block)
        self._faces += 1 + len(besides_caps(block))
        if not self._pays or self._faces < ENOUGH_FACES:
            return
        if not self._parts or self._parts[-1].work.idle:
            few = soundness.in_few(self._waiting)
            pieces = [piece for look in LOOKS for piece in each_few(look, few)]
            self._parts.append(_Part(few, Beside(pieces)))
            self._known.update(id(own.known) for own in self._waiting)
            self._waiting, self._faces = [], 0

    def has(self, block: Block) -> bool:
        """True for a block that is looked at here."""
        return id(block.known) in self._known

    def told(self) -> None:
        """All that was found stands with the blocks now; a block with a fault has no word of it."""
        for part in self._parts:
            count = len(part.few)
            found = part.work.first(len(LOOKS) * count)
            for n, look in enumerate(LOOKS):
                for blocks, own in zip(part.few, found[n * count : (n + 1) * count], strict=True):
                    _note(look, blocks, own)


def _note(look: object, blocks: Sequence[Block], found: Finding) -> None:
    if look is soundness.changes:
        hold_changes(blocks, found)
    elif found:
        hold_sound(blocks, CAPS if look is soundness.caps_valid else OTHERS)
