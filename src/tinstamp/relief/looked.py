"""What the kernel finds on the faces that an imprint makes. With many of them it is looked for by a
second processor too: from the moment that the imprint is made, or while it is (`relief.ahead`).
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from tinstamp.artwork.kept import Kept
from tinstamp.blank.kernel import compound
from tinstamp.guarded.beside import Beside
from tinstamp.relief import soundness
from tinstamp.relief.blocks import Block
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.soundness import (
    CAPS,
    OTHERS,
    Finding,
    Look,
    besides_caps,
    caps_of,
    each_few,
    hold_changes,
    hold_sound,
    in_few,
    is_valid,
)

MANY_FACES = 200
"""faces from which on a second process pays: it takes some 0.03 s"""


class Looked:
    """The kernel's findings on an imprint.

    Its caps, and the parts of the face that they stand for, hold every outline on both surfaces:
    they come first, then what each block changes, then walls. What was looked at ahead is not
    looked at again.
    """

    def __init__(self, made: Imprint) -> None:
        self._blocks, self._ahead = made.blocks, made.ahead
        new = [block for block in made.blocks if CAPS not in block.known.sound]
        left = [block for block in made.blocks if not self._is_ahead(block)]
        caps = [block for block in left if CAPS not in block.known.sound]
        self._few = in_few(caps)
        self._others = in_few([block for block in left if OTHERS not in block.known.sound])
        self._many = sum(map(len, map(besides_caps, new))) > MANY_FACES
        self._apart = all(block.walls for block in caps)
        self._work: Beside[Finding] | None = None
        self._before = 0

    def _is_ahead(self, block: Block) -> bool:
        """It is, or was, looked at while the rest was made."""
        return self._ahead is not None and self._ahead.has(block)

    @property
    def _beside(self) -> Beside[Finding]:
        if self._work is None:
            self._work = Beside(self._looks())
        return self._work

    def _looks(self) -> list[Look]:
        looks = each_few(soundness.caps_valid, self._few)
        looks += each_few(soundness.changes, self._few)
        return looks + each_few(soundness.others_valid, self._others)

    def begin(self, *others: Look) -> list[Look]:
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
        if not self._found_ahead(CAPS):
            return False
        if self._many:
            valid = all(self._first(len(self._few)))
        else:  # of a mark the two are the same place, and share their edges
            every = [block for few in self._few for block in few]
            valid = not every or is_valid(compound(caps_of(every)), self._apart)
        return valid and _sound(self._few, CAPS)

    def changes(self) -> list[float]:
        """Of a solid's volume by each block at one place, mm³ (see `Block.change`)."""
        self._found_ahead(CAPS)
        if self._many:
            found = self._first(2 * len(self._few))[len(self._few) :]
            for few, changes in zip(self._few, found, strict=True):
                hold_changes(few, changes)
        return [block.change for block in self._blocks]

    def others_valid(self) -> bool:
        """True when no fault is found with walls and islands."""
        if not self._found_ahead(OTHERS):
            return False
        if self._many:
            before = 2 * len(self._few)
            valid = all(self._first(before + len(self._others))[before:])
        else:
            valid = all(map(soundness.others_valid, self._others))
        return valid and _sound(self._others, OTHERS)

    def _found_ahead(self, what: str) -> bool:
        """False when a fault was found with what was looked at ahead."""
        if self._ahead is None:
            return True
        self._ahead.told()
        return all(what in b.known.sound for b in self._blocks if self._is_ahead(b))


def _sound(few: Sequence[Sequence[Block]], what: str) -> bool:
    """True; and what was found with blocks need not be looked for again where they are moved."""
    for own in few:
        hold_sound(own, what)
    return True


_LOOKED: Kept[Looked] = Kept(128)


def looked_at(made: Imprint) -> Looked:
    """The kernel's findings on an imprint; those of the last ones are kept."""
    return _LOOKED.get(made, "looked", lambda: Looked(made))
