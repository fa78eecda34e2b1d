"""Work for `test_guarded`: it must be found by name in another process."""

from __future__ import annotations

import os
import signal
import time


def twice(x: int) -> int:
    return 2 * x


def refuse(words: str) -> None:
    raise ValueError(words)


def for_ever() -> None:
    while True:
        pass


def all_memory() -> int:
    held = [bytearray(2**24) for _ in range(10_000)]
    return len(held)


def crash() -> None:
    os.kill(os.getpid(), signal.SIGSEGV)


def out_of_time() -> None:
    """As work ends whose threads use up the computing time in less time by the clock."""
    os.kill(os.getpid(), signal.SIGXCPU)


def surprise() -> None:
    raise ZeroDivisionError("nobody thought of that")


def tell_and_wait() -> None:
    time.sleep(60)
