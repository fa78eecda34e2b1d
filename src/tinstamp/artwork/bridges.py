"""Bridges of a stencil: what holds the middles of letters when their ink is cut through."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array, Outline, Region, polygon
from tinstamp.artwork.painted import Joined, Painted, Without, painted, whole
from tinstamp.artwork.unite import contour_of

MOST_LETTERS = 6
"""of a piece of joined letters that its middles are named after"""


class BridgeError(ValueError):
    """A middle that is not there; the message is for the designer."""


@dataclass(frozen=True)
class Bridges:
    """How middles are held, mm and degrees.

    Attributes
    ----------
    width : of a bridge. turn : which way it runs from the middle; 90° is upright.
    shift : to its left. both : it runs to both sides. own : of single middles, by their names.
    """

    width: float
    turn: float
    shift: float
    both: bool
    own: tuple[tuple[str, Bridges], ...] = ()


def middles(artwork: Artwork, text: str = "") -> dict[str, tuple[int, int]]:
    """The counters of artwork, by its regions and theirs, named after the letter that they are in
    and how many of the kind there are before: “B 1”, “B 2”, “O 1”; without a letter by number."""
    found: dict[str, tuple[int, int]] = {}
    count: Counter[str] = Counter()
    for n, region in enumerate(artwork.regions):
        word = "".join(text[k] for k in region.letters if k < len(text))[:MOST_LETTERS] or "middle"
        for c in range(len(region.counters)):
            count[word] += 1
            found[f"{word} {count[word]}"] = n, c
    return found


def bridged(artwork: Artwork, bridges: Bridges, text: str = "") -> Artwork:
    """The artwork with the ink left out over bridges, which run from every counter to what lies
    round its region. Raises BridgeError where one of the middles with bridges of their own is not
    there."""
    at = middles(artwork, text) if bridges.own else {}
    lost = [name for name, _ in bridges.own if name not in at]
    if lost:
        raise BridgeError(f"there is no middle “{lost[0]}” that has bridges of its own")
    own = {at[name]: held for name, held in bridges.own}
    return replace(
        artwork,
        regions=tuple(
            new
            for n, region in enumerate(artwork.regions)
            for new in _bridged(
                region, [own.get((n, c), bridges) for c in range(len(region.counters))]
            )
        ),
    )


def _bridged(region: Region, held: Sequence[Bridges]) -> list[Region]:
    if not region.counters:
        return [region]
    strips = tuple(
        Painted((contour_of(_strip(counter, region, bridges)),))
        for counter, bridges in zip(region.counters, held, strict=True)
    )
    found, _ = whole([Without(painted(region), Joined(strips))])
    return [Region(r.outer, r.counters, region.letters) for r in found]


def _strip(counter: Outline, region: Region, bridges: Bridges) -> Outline:
    """From the middle of a counter out of its region."""
    angle = np.radians(bridges.turn)
    along = np.array([np.cos(angle), np.sin(angle)])
    aside = np.array([-along[1], along[0]])
    box: Array = counter.bounds
    middle = (box[:2] + box[2:]) / 2 + bridges.shift * aside
    far = 2.0 * float(np.linalg.norm(region.bounds[2:] - region.bounds[:2]))
    begin = middle - far * along if bridges.both else middle
    end, half = middle + far * along, bridges.width / 2 * aside
    ring: Array = np.array([begin - half, end - half, end + half, begin + half])
    return polygon(ring)
