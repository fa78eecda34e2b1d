"""Work that a second process begins with: the same results, whoever does a piece, and whatever
becomes of that process."""

from __future__ import annotations

import contextlib
import gc
import os
import random
import signal
import time
from collections.abc import Callable
from functools import partial
from pathlib import Path

import pytest

from tinstamp.guarded import beside
from tinstamp.guarded.beside import MOST_TURNS, Beside


def squared(k: int, seconds: float = 0.0) -> tuple[int, int]:
    """The square of a number, and the process that worked it out."""
    time.sleep(seconds)
    return k * k, os.getpid()


def numbered(count: int, seconds: float = 0.0) -> list[Callable[[], tuple[int, int]]]:
    return [partial(squared, k, seconds) for k in range(count)]


def children() -> int:
    """How many children this process has, ended ones that nobody asked for with them."""
    found = 0
    for folder in Path("/proc").glob("[0-9]*"):
        with contextlib.suppress(OSError):  # it has ended meanwhile
            found += f"PPid:\t{os.getpid()}\n" in (folder / "status").read_text()
    return found


@pytest.mark.parametrize("seed", range(6))
def test_all_results_come_in_their_order(seed: int) -> None:
    r = random.Random(seed)
    count = r.randrange(1, 60)
    work = Beside([partial(squared, k, r.choice((0.0, 0.0, 0.01))) for k in range(count)])
    asked = sorted(r.randrange(count + 1) for _ in range(3))
    for some in (*asked, count):
        assert [n for n, _ in work.first(some)] == [k * k for k in range(some)]
        time.sleep(r.choice((0.0, 0.02)))


def test_both_processes_work() -> None:
    work = Beside(numbered(12, 0.05))
    time.sleep(0.1)  # whoever asks does something else first
    done_by = {pid for _, pid in work.first(12)}
    assert len(done_by) == 2 and os.getpid() in done_by


def test_what_does_not_pay_makes_no_process() -> None:
    before = children()
    work = Beside(numbered(3), pays=False)
    assert children() <= before
    assert {pid for _, pid in work.first(3)} == {os.getpid()}


@pytest.mark.parametrize("how", ["killed", "hangs", "raises"])
def test_what_does_not_come_back_is_done_here(how: str, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(beside, "PATIENCE", 0.3)
    here = os.getpid()

    def piece(k: int) -> int:
        if os.getpid() != here and k == 1:
            if how == "killed":
                os.kill(os.getpid(), signal.SIGKILL)
            if how == "hangs":
                time.sleep(3600)
            raise ArithmeticError
        return k

    before = children()
    work = Beside([partial(piece, k) for k in range(5)])
    time.sleep(0.2)
    assert work.first(5) == list(range(5))
    assert children() <= before


def test_large_results_do_not_hold_the_other_up() -> None:
    """A pipe holds 64 kB: who does not listen while it works would have the copy wait."""

    def large(k: int) -> tuple[bytes, int]:
        time.sleep(0.02)
        return bytes([k]) * 200_000, os.getpid()

    found = Beside([partial(large, k) for k in range(24)]).first(24)
    assert [data[0] for data, _ in found] == list(range(24))
    here = sum(pid == os.getpid() for _, pid in found)
    assert 4 <= here <= 20


@pytest.mark.parametrize("asked", [0, 3, 10])
def test_what_is_stopped_goes_on_here_where_it_is_asked_for(asked: int) -> None:
    before = children()
    work = Beside(numbered(10, 0.03))
    work.first(asked)
    beside.stop_all()
    assert children() <= before
    assert [n for n, _ in work.first(10)] == [k * k for k in range(10)]
    assert children() <= before


@pytest.mark.parametrize("pause", [0.0, 0.002, 0.1])
def test_what_a_piece_raises_is_raised_where_it_is_asked_for(pause: float) -> None:
    def wrong() -> int:
        raise LookupError("piece two")

    work = Beside([lambda: 1, lambda: 2, wrong, lambda: 4])
    time.sleep(pause)
    assert work.first(2) == [1, 2]
    with pytest.raises(LookupError, match="piece two"):
        work.first(4)


@pytest.mark.parametrize("asked", [0, 2, 8])
def test_no_process_is_left_behind(asked: int) -> None:
    """Neither when all is told, nor when nobody asks any more."""
    before = children()
    work = Beside(numbered(8, 0.02))
    work.first(asked)
    del work
    gc.collect()
    assert children() <= before


@pytest.mark.parametrize("count", [0, MOST_TURNS, MOST_TURNS + 1, 3 * MOST_TURNS - 5])
def test_thousands_of_pieces(count: int) -> None:
    work = Beside(numbered(count))
    for some in (0, count // 3, count):
        assert [n for n, _ in work.first(some)] == [k * k for k in range(some)]


def test_where_no_process_can_be_made_all_is_done_here(monkeypatch: pytest.MonkeyPatch) -> None:
    def full() -> int:
        raise BlockingIOError("no more processes")

    monkeypatch.setattr(os, "fork", full)
    assert {pid for _, pid in Beside(numbered(4)).first(4)} == {os.getpid()}
