"""Work in a copy of this process that may take so long and no longer: what it tells until then
counts, wherever it is by then."""

from __future__ import annotations

import contextlib
import logging
import os
import signal
import time
from collections.abc import Callable
from multiprocessing import Pipe
from multiprocessing.connection import Connection
from typing import Any

from tinstamp.guarded.ending import die_with_parent

LOG = logging.getLogger("tinstamp.guarded")
LOOK = 0.05
"""s between two looks at whether it is still wanted"""
Tell = Callable[[Any], None]
"""What work calls with each thing that it has found; that is pickled."""
_COPY = [False]


def in_copy() -> bool:
    """True in such a copy: it has one thread alone, and a library must not want others."""
    return _COPY[0]


def become_copy(parent: int) -> None:
    """This process, just forked off, is such a copy of its parent, and ends with it."""
    die_with_parent(parent)
    _COPY[0] = True


def told_within(
    seconds: float, work: Callable[[Tell], None], halt: Callable[[], None]
) -> tuple[list[Any], bool]:
    """What `work(tell)` told, and whether it came to its end in that time.

    `halt` is called meanwhile; what it raises ends the work. Raises OSError where no copy can be
    made.
    """
    ours, theirs = Pipe(duplex=False)
    parent = os.getpid()
    try:
        pid = os.fork()
    except OSError:
        ours.close()
        theirs.close()
        raise
    if pid == 0:
        ours.close()
        _work(work, theirs, parent)
    theirs.close()
    try:
        return _heard(ours, time.monotonic() + seconds, halt)
    finally:
        ours.close()
        with contextlib.suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)
        with contextlib.suppress(ChildProcessError):
            os.waitpid(pid, 0)


def _heard(copy: Connection, until: float, halt: Callable[[], None]) -> tuple[list[Any], bool]:
    told: list[Any] = []
    while (left := until - time.monotonic()) > 0:
        halt()
        if not copy.poll(min(LOOK, left)):
            continue
        try:
            more, news = copy.recv()
        except (EOFError, OSError):  # it broke off
            return told, False
        if not more:
            return told, True
        told.append(news)
    return told, False


def _work(work: Callable[[Tell], None], parent: Connection, pid: int) -> None:
    """What the copy does; it never returns."""
    try:
        become_copy(pid)
        work(lambda news: parent.send((True, news)))
        parent.send((False, None))
    except BrokenPipeError:
        pass  # nobody waits for it any more
    except Exception:  # its parent hears that it did not end; why stands in the log
        LOG.exception("work in a copy of this process broke off")
    finally:
        os._exit(0)
