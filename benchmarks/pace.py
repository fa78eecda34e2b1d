"""How fast the machine is at the moment. Shared machines slow down by half and more without a load
of their own to be seen; a limit in seconds says nothing on such a one.
"""

from __future__ import annotations

import time
from statistics import median

ROUNDS = 200_000
QUIET = 1.25
"""Times that the loop may take of its best on a machine that counts as quiet"""
WANTED, MOST = 3, 12
"""Turns on a quiet machine that make a figure, and after how many turns one is made of all; of
these no more than `hurry` says"""
_best = float("inf")
_hurried = MOST


def hurry() -> None:
    """Make figures of as few turns as may be, whatever the machine does."""
    global _hurried
    _hurried = WANTED


def slowed() -> float:
    """How many times longer a loop takes now than it took at best in this process; 1 at best."""
    global _best
    now = min(_loop() for _ in range(2))
    _best = min(_best, now)
    return now / _best


def learn(seconds: float = 3.0) -> None:
    """Find the loop's best time over so many seconds."""
    end = time.perf_counter() + seconds
    while time.perf_counter() < end:
        slowed()


def best() -> float:
    """The loop's best time until now, s."""
    return _best


def known(seconds: float) -> None:
    """Take over what another process found as the best, s."""
    global _best
    _best = min(_best, seconds)


def _loop() -> float:
    start, total = time.perf_counter(), 0
    for k in range(ROUNDS):
        total += k
    return time.perf_counter() - start


class Turns:
    """What was measured in turn, s, and how slow the machine was about each."""

    def __init__(self, wanted: int = WANTED, most: int = MOST) -> None:
        self._wanted, self._most = wanted, max(1, most * _hurried // MOST)
        self._found: list[tuple[float, float]] = []
        self._before = slowed()

    def add(self, seconds: float) -> None:
        """A turn that has just ended."""
        after = slowed()
        self._found.append((seconds, max(self._before, after)))
        self._before = after

    @property
    def enough(self) -> bool:
        """Whether enough is known, or no more is to be had."""
        return len(self._quiet) >= self._wanted or len(self._found) >= self._most

    @property
    def _quiet(self) -> list[tuple[float, float]]:
        return [turn for turn in self._found if turn[1] <= QUIET]

    @property
    def typical(self) -> tuple[float, float]:
        """The median of the turns on a quiet machine, s, or of all where those were too few; and
        how slow the machine was in the middle of them."""
        turns = self._quiet if len(self._quiet) >= self._wanted else self._found
        seconds, slow = zip(*turns, strict=True)
        return median(seconds), median(slow)
