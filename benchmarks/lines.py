"""Lines of the benchmarks: ours beside a peer's time, or a limit."""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import TypeVar

from benchmarks import pace

Result = TypeVar("Result")


def timed(work: Callable[[], Result]) -> tuple[float, Result]:
    start = time.perf_counter()
    result = work()
    return time.perf_counter() - start, result


def told(
    what: str, ours: float, peer_name: str, peer: float, asked: float, slow: float | None = None
) -> bool:
    """A line of ours beside the peer's; against a limit also how much slower the machine was than
    at its best (`slow`, or as it is now), since a limit knows nothing of that."""
    ratio = peer / ours
    good = ratio >= asked
    verdict = "ok" if good else "SHORT"
    if peer_name == "limit":
        slow = slow or pace.slowed()
        at_best = not good and ratio * slow >= asked
        verdict += f"   machine {slow:.1f} times slowed" + (", else ok" if at_best else "")
    print(
        f"{what:42} ours {ours:8.3f} s   {peer_name:16} {peer:8.3f} s   "
        f"ratio {ratio:6.1f}   asked {asked:4.1f}   {verdict}",
        flush=True,
    )
    return good
