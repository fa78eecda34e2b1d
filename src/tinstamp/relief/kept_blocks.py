"""What was made on a face before, kept to be set down again: a word that is moved is moved, and
what is typed beside letters leaves them as they are.
"""

from __future__ import annotations

from collections.abc import Hashable, Iterable

from tinstamp.relief.alike import looks
from tinstamp.relief.blocks import Before
from tinstamp.relief.cluster import Cluster

MOST_KEPT = 512
"""blocks that are kept at most, some 0.1 MB each"""
MOST_ALIKE = 2
"""blocks kept of those that look the same by a first look"""
MOST_PLACES = 16
"""places that a block has been set down at when it is made anew: each adds to its edges"""


class KeptBlocks:
    """The last blocks that were made, by what they stand on and how they look."""

    def __init__(self) -> None:
        self._kept: dict[tuple[Hashable, Hashable], list[Before]] = {}
        self._places: dict[int, int] = {}

    def __len__(self) -> int:
        return sum(len(one.blocks) for own in self._kept.values() for one in own)

    def like(self, ground: Hashable, clusters: Iterable[Cluster]) -> list[Before]:
        """Those on that ground that look as some of the clusters do, the last made first."""
        found: list[Before] = []
        for look in dict.fromkeys(map(looks, clusters)):
            own = self._kept.pop((ground, look), [])
            if own:  # what is asked for stays longest
                self._kept[(ground, look)] = own
                found += reversed(own)
        return found

    def keep(self, ground: Hashable, one: Before, places: int) -> None:
        """Keep what was made on that ground, and set down at so many places."""
        own = self._kept.setdefault((ground, looks(one.cluster)), [])
        own.append(one)
        for old in own[:-MOST_ALIKE]:
            self._forget(ground, old)
        self.set_down(ground, one, places)
        while len(self) > MOST_KEPT:
            oldest, look = next(iter(self._kept))
            self._forget(oldest, self._kept[(oldest, look)][0])

    def set_down(self, ground: Hashable, one: Before, places: int) -> None:
        """It has been set down at so many places more."""
        if not any(one is own for own in self._kept.get((ground, looks(one.cluster)), ())):
            return
        count = self._places.get(id(one), 0) + places
        self._places[id(one)] = count
        if count > MOST_PLACES:
            self._forget(ground, one)

    def clear(self) -> None:
        """Keep nothing."""
        self._kept.clear()
        self._places.clear()

    def _forget(self, ground: Hashable, one: Before) -> None:
        key = (ground, looks(one.cluster))
        own = [other for other in self._kept.get(key, []) if other is not one]
        self._places.pop(id(one), None)
        if own:
            self._kept[key] = own
        else:
            self._kept.pop(key, None)


KEPT_BLOCKS = KeptBlocks()
"""Those of this process."""
