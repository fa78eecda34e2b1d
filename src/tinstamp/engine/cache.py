"""A store of stage results, keyed by all that a stage depends on."""

from __future__ import annotations

from collections import Counter, OrderedDict
from collections.abc import Callable, Hashable
from typing import TypeVar, cast

Result = TypeVar("Result")


class Cache:
    """Keeps the results used last.

    Attributes
    ----------
    made : how often each stage really ran, by name.
    """

    def __init__(self, size: int = 96) -> None:
        self._size = size
        self._kept: OrderedDict[Hashable, object] = OrderedDict()
        self.made: Counter[str] = Counter()

    def get(self, stage: str, key: Hashable, work: Callable[[], Result]) -> Result:
        """The stage's result for that key, worked out when it is not kept."""
        full = (stage, key)
        if full in self._kept:
            self._kept.move_to_end(full)
            return cast(Result, self._kept[full])
        result = work()
        self.made[stage] += 1
        self._kept[full] = result
        while len(self._kept) > self._size:
            self._kept.popitem(last=False)
        return result
