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


class Late(Generic[Result]):
    """Results by what they are of, which they keep alive: those that were asked for of late, and as
    many from before. The faces of a part stay as they are from one state of it to the next, but for
    a few; with the room that all of them take, none is forgotten in between."""

    def __init__(self, most: int) -> None:
        self._late: dict[Hashable, Result] = {}
        self._before: dict[Hashable, Result] = {}
        self._most = most

    def find(self, of: Hashable) -> Result | None:
        """The result for a thing, if there is one."""
        found = self._late.get(of)
        if found is None and of in self._before:
            found = self._late[of] = self._before[of]
        return found

    def hold(self, of: Hashable, result: Result, room: int = 0) -> None:
        """Keep a result; `room` is for how many there is, at least."""
        most = max(self._most, room, len(self._before) // 2)  # so that it shrinks, but in time
        if of not in self._late and len(self._late) >= most:
            self._late, self._before = {}, self._late
        self._late[of] = result

    def get(self, of: Hashable, work: Callable[[], Result], room: int = 0) -> Result:
        """The result for a thing, worked out when it is not there."""
        found = self.find(of)
        if found is None:
            found = work()
            self.hold(of, found, room)
        return found
