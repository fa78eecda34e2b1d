"""Work that never ends, takes all memory or breaks its process comes back in words."""

from __future__ import annotations

import os
import threading
import time

import pytest

from tests.core import guarded_cases as cases
from tinstamp.guarded.work import MB, Cancelled, GuardError, Limits, guarded

SHORT = Limits(1.0, 200 * MB, ("tests.core.guarded_cases",))


def test_what_it_gives_and_what_it_refuses() -> None:
    assert guarded(SHORT, cases.twice, 21) == 42
    with pytest.raises(ValueError, match="no good"):
        guarded(SHORT, cases.refuse, "no good")


@pytest.mark.parametrize(
    ("work", "words"),
    [
        (cases.for_ever, "longer than"),
        (cases.all_memory, "memory"),
        (cases.out_of_time, "longer than"),
        (cases.crash, "broke off"),
        (cases.surprise, "cannot be dealt with"),
    ],
)
def test_bad_ends_are_told(work, words: str) -> None:  # type: ignore[no-untyped-def]
    start = time.monotonic()
    with pytest.raises(GuardError, match=words):
        guarded(SHORT, work)
    assert time.monotonic() - start < 20.0


def test_it_can_be_cancelled_and_leaves_no_process() -> None:
    given_up = threading.Event()
    threading.Timer(0.4, given_up.set).start()
    with pytest.raises(Cancelled):
        guarded(Limits(60.0, 200 * MB, SHORT.warm), cases.tell_and_wait, cancelled=given_up.is_set)


def test_children_do_not_outlive_their_work() -> None:
    pid = guarded(SHORT, os.getpid)
    end = time.monotonic() + 5.0
    while True:
        try:
            os.kill(pid, 0)
        except ProcessLookupError:
            break
        assert time.monotonic() < end
        time.sleep(0.02)
