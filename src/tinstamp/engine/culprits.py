"""Which pieces of a stamp keep it from being built: where they lie, and what to do."""

from __future__ import annotations

import logging
import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

from tinstamp.blank.solid import NamedSolid
from tinstamp.guarded.forked import Tell, told_within
from tinstamp.relief.execute import execute
from tinstamp.relief.operation import Halt, Operation
from tinstamp.relief.surfaces import ReliefError
from tinstamp.setting.fit import fit

LOG = logging.getLogger("tinstamp.build")
SEARCH_SECONDS = 5.0
"""s that the search may take; what is found by then is told"""
MOST_TOLD = 20
"""pieces that are pointed at"""
NO_WALL = (math.inf, math.inf)
"""The wall behind a stamp where nothing was measured: it goes through nowhere."""


@dataclass(frozen=True)
class Culprits:
    """Pieces that cannot be built by themselves: the middle of each on the sheet, mm, and the
    characters that they are. `of` : how many pieces there are. `apart` : all of them were tried and
    are built by themselves, and yet not together."""

    places: tuple[tuple[float, float], ...]
    letters: tuple[int, ...]
    of: int
    apart: bool

    def told(self, text: str) -> str:
        """Where they are and what to do, in words that follow the reason."""
        if self.apart:
            return ": each of its pieces can be built by itself; make it of two stamps"
        if not self.places or len(self.places) == self.of:
            return ""
        x, y = self.places[0]
        named = "".join(text[k] for k in self.letters[:5] if k < len(text))
        what = f"“{named}”" if named else "the piece"
        more = f" and {len(self.places) - 1} more" if len(self.places) > 1 else ""
        return (f": it is {what} at {x:.1f}, {y:.1f} mm on the sheet{more}; move it, make it "
                "simpler, or leave it out")  # fmt: skip


def culprits(operations: Sequence[Operation], solid: NamedSolid, stopped: Halt) -> Culprits:
    """The pieces of operations that cannot be put on a solid by themselves, found by halves: all of
    them together could not, so that a single operation is not tried as a whole again. In a copy of
    this process, since the kernel may take a minute over one of them; where that has not ended in
    time, what is found by then is told."""
    failed = partial(_failed, operations, solid)
    try:
        told, ended = told_within(SEARCH_SECONDS, failed, stopped)
    except OSError as error:  # no room for a copy
        LOG.warning("no search for what keeps a stamp from being built: %s", error)
        told, ended = [], False
    found = [operations[i].placed.regions[k[0]] for i, k in told if len(k) == 1]
    middles = [(region.bounds[:2] + region.bounds[2:]) / 2 for region in found]
    letters = [k for region in found for k in region.letters]
    return Culprits(
        tuple((float(x), float(y)) for x, y in middles),
        tuple(dict.fromkeys(letters)),
        sum(len(op.placed.regions) for op in operations),
        ended and bool(told) and not found,
    )


def _failed(operations: Sequence[Operation], solid: NamedSolid, tell: Tell) -> None:
    """Tell the numbers of pieces that together cannot be put on a solid, with the number of their
    operation, and of halves of these, down to single ones."""
    singles = 0
    for i, op in enumerate(operations):
        if op.tops:  # letters that stand in the field are no pieces of it
            continue
        waiting, known = [tuple(range(len(op.placed.regions)))], len(operations) == 1
        while waiting and singles < MOST_TOLD:
            pieces = waiting.pop()
            if not known and _is_made(solid, _alone(op, pieces)):
                continue
            known = False
            tell((i, pieces))
            if len(pieces) == 1:
                singles += 1
                continue
            half = len(pieces) // 2
            waiting += [pieces[half:], pieces[:half]]


def _alone(op: Operation, pieces: Sequence[int]) -> Operation:
    placed = replace(op.placed, regions=tuple(op.placed.regions[k] for k in pieces))
    own = fit(placed, op.chart)
    mine = replace(own, touches=op.fit.touches, nested=op.fit.nested)
    return replace(op, placed=placed, fit=mine)


def _is_made(solid: NamedSolid, op: Operation) -> bool:
    """False too for what a library makes of it that nobody foresaw: it is built again nowhere."""
    try:
        execute(solid, op, True)
    except ReliefError:
        return False
    except Exception:  # whatever a library does
        LOG.info("a piece of %s fails by itself", op.stamp, exc_info=True)
        return False
    return True
