"""A key that stands for one very thing."""

from __future__ import annotations

from typing import Generic, TypeVar

T = TypeVar("T")


class Same(Generic[T]):
    """A key that stands for one very thing, not for another that is like it, and keeps it alive."""

    __slots__ = ("thing",)

    def __init__(self, thing: T) -> None:
        self.thing = thing

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.thing is self.thing

    def __hash__(self) -> int:
        return id(self.thing)
