"""Which pieces of a stamp keep it from being built: where they lie, and what to do."""

from __future__ import annotations

import logging
import math
import time
from collections.abc import Sequence
from dataclasses import dataclass, replace

from tinstamp.artwork.outline import Region
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.stopped import Stopped
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


class _Late(Exception):
    """The search has taken as long as it may."""


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
    them together could not, so that a single operation is not tried as a whole again."""
    until = time.perf_counter() + SEARCH_SECONDS

    def halt() -> None:
        stopped()
        if time.perf_counter() > until:
            raise _Late

    found: list[Region] = []
    failed = whole = False
    for op in operations:
        if op.tops:  # letters that stand in the field are no pieces of it
            continue
        waiting, known = [op.placed.regions], len(operations) == 1
        while waiting and len(found) < MOST_TOLD and time.perf_counter() < until:
            regions = waiting.pop()
            try:
                made = not known and _is_made(solid, _alone(op, regions), halt)
            except _Late:
                waiting.append(regions)
                break
            known = False
            if made:
                continue
            failed = True
            if len(regions) == 1:
                found += regions
                continue
            half = len(regions) // 2
            waiting += [regions[half:], regions[:half]]
        whole = not waiting
        if waiting:
            break
    middles = [(region.bounds[:2] + region.bounds[2:]) / 2 for region in found]
    letters = [k for region in found for k in region.letters]
    return Culprits(
        tuple((float(x), float(y)) for x, y in middles),
        tuple(dict.fromkeys(letters)),
        sum(len(op.placed.regions) for op in operations),
        whole and failed and not found,
    )


def _alone(op: Operation, regions: tuple[Region, ...]) -> Operation:
    placed = replace(op.placed, regions=regions)
    own = fit(placed, op.chart)
    mine = replace(own, touches=op.fit.touches, nested=op.fit.nested)
    return replace(op, placed=placed, fit=mine)


def _is_made(solid: NamedSolid, op: Operation, stopped: Halt) -> bool:
    """False too for what a library makes of it that nobody foresaw: it is built again nowhere."""
    try:
        execute(solid, op, True, stopped)
    except ReliefError:
        return False
    except (_Late, Stopped, ConnectionError):
        raise
    except Exception:  # whatever a library does
        LOG.info("a piece of %s fails by itself", op.stamp, exc_info=True)
        return False
    return True
