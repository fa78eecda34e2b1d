"""Results kept for things that are told apart by identity."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from typing import Generic, TypeVar

Result = TypeVar("Result")


class Kept(Generic[Result]):
    """The last results of a function on an object, which they keep alive."""

    def __init__(self, most: int) -> None:
        self._kept: dict[tuple[int, Hashable], tuple[object, Result]] = {}
        self._most = most

    def get(
        self,
        of: object,
        key: Hashable,
        work: Callable[[], Result],
        whether: Callable[[Result], bool] = lambda _: True,
    ) -> Result:
        """The result for an object and a key, worked out when it is not there; kept if
        `whether` says so."""
        full = (id(of), key)
        if full not in self._kept:
            made = work()
            if not whether(made):
                return made
            while len(self._kept) >= self._most:
                self._kept.pop(next(iter(self._kept)))
            self._kept[full] = (of, made)
        return self._kept[full][1]
