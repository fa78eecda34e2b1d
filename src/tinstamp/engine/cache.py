"""A store of stage results, keyed by all that a stage depends on."""

from __future__ import annotations

import os
from collections import Counter, OrderedDict
from collections.abc import Callable, Hashable
from pathlib import Path
from typing import TypeVar, cast

Result = TypeVar("Result")
MOST_RESULTS = 6000
"""results that are kept, whatever they weigh"""
MOST_MEMORY = 700 * 2**20
"""bytes that the process may hold before what the last builds did not use is let go"""
BUILDS_KEPT = 2
"""builds before the new one whose results stay even then"""


def held() -> int:
    """Bytes of memory that this process holds now."""
    pages = int(Path("/proc/self/statm").read_text().split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE")


class Cache:
    """Keeps the results used last.

    Attributes
    ----------
    made : how often each stage really ran, by name.
    """

    def __init__(self, size: int = MOST_RESULTS, memory: int = MOST_MEMORY) -> None:
        self._size, self._memory = size, memory
        self._kept: OrderedDict[Hashable, tuple[object, int]] = OrderedDict()
        self._build = 0
        self.made: Counter[str] = Counter()

    def __len__(self) -> int:
        return len(self._kept)

    def get(self, stage: str, key: Hashable, work: Callable[[], Result]) -> Result:
        """The stage's result for that key, worked out when it is not kept."""
        full = (stage, key)
        if full in self._kept:
            result = self._kept[full][0]
            self._kept[full] = (result, self._build)
            self._kept.move_to_end(full)
            return cast(Result, result)
        made = work()
        self.made[stage] += 1
        self._kept[full] = (made, self._build)
        while len(self._kept) > self._size:
            self._kept.popitem(last=False)
        return made

    def begin(self) -> None:
        """A new build: what the last ones did not use goes when memory is short."""
        self._build += 1
        if held() <= self._memory:
            return
        for key, (_, used) in list(self._kept.items()):
            if used <= self._build - 1 - BUILDS_KEPT:
                del self._kept[key]
