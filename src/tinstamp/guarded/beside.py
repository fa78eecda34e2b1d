"""Pieces of work that a second processor begins with while this one does something else.

`Beside(pieces)` forks this process. The copy takes pieces from the front of a queue; who asks for
results here takes those that are left, and waits for what the copy has in hand. So both processors
are busy to the end, whatever a piece takes. What does not come back, because the copy was killed
or hangs, is done here.
"""

from __future__ import annotations

import contextlib
import logging
import os
import signal
import struct
import weakref
from collections.abc import Callable, Sequence
from multiprocessing import Pipe
from multiprocessing.connection import Connection
from typing import Any, Generic, TypeVar

from tinstamp.guarded.forked import become_copy

LOG = logging.getLogger("tinstamp.guarded")
Result = TypeVar("Result")
Turns = Sequence[Sequence[Callable[[], Result]]]
"""Pieces by what is taken from the queue at a time"""
NUMBER = struct.Struct("<H")
"""of a turn, as it stands in the queue"""
MOST_TURNS = 4096 // NUMBER.size
"""turns: so many go into a pipe at once (POSIX: PIPE_BUF, on Linux 4096 bytes)"""
PATIENCE = 10.0
"""s that are waited for a piece that the copy has in hand"""


_AT_WORK: weakref.WeakSet[Beside[Any]] = weakref.WeakSet()


def stop_all() -> None:
    """No copy works on any more: nobody waits for what they do."""
    for work in list(_AT_WORK):
        work.stop()


class Beside(Generic[Result]):
    """Results of functions without arguments, each of which may be pickled.

    The copy has one thread alone: a piece must not want others, nor a lock that one of them may
    hold. Thousands of pieces are taken several at a time.
    """

    def __init__(self, pieces: Sequence[Callable[[], Result]], pays: bool = True) -> None:
        """`pays` is False for what takes less than a copy does."""
        self._step = max(1, -(-len(pieces) // MOST_TURNS))
        self._turns = [pieces[k : k + self._step] for k in range(0, len(pieces), self._step)]
        self._done: dict[int, list[Result]] = {}
        self._queue, filled = os.pipe()
        os.write(filled, b"".join(map(NUMBER.pack, range(len(self._turns)))))
        os.close(filled)
        self._copy: _Copy[Result] | None = None
        if pays and len(os.sched_getaffinity(0)) > 1:
            self._copy = _Copy.of(self._turns, self._queue)
        self._end = weakref.finalize(self, _ended, self._queue, self._copy)
        _AT_WORK.add(self)

    def first(self, count: int) -> list[Result]:
        """The results of the first so many pieces. Raises what a piece raises."""
        wanted = range(-(-count // self._step))
        taken = -1 if any(k not in self._done for k in wanted) else count
        while taken < len(wanted) - 1 and (k := self._next()) is not None:
            taken = k
            try:
                self._done[k] = [piece() for piece in self._turns[k]]
            except Exception:  # of what is not asked for yet it is raised when it is
                if k in wanted:
                    raise
            self._take(waiting=False)  # so that the copy need not wait to be heard
        while self._copy is not None and any(k not in self._done for k in wanted):
            self._take(waiting=True)
        for k in wanted:
            if k not in self._done:
                self._done[k] = [piece() for piece in self._turns[k]]
        if len(self._done) == len(self._turns):
            self._copy = None
            self._turns = [()] * len(self._turns)  # what they hold is wanted no more
            self._end()
        return [result for k in wanted for result in self._done[k]][:count]

    @property
    def idle(self) -> bool:
        """Nothing of it is left to do, or in hand."""
        self._take(waiting=False)
        return self._copy is None or len(self._done) == len(self._turns)

    def _next(self) -> int | None:
        """The number of the next turn that nobody has taken."""
        read = os.read(self._queue, NUMBER.size) if self._end.alive else b""
        return NUMBER.unpack(read)[0] if read else None

    def stop(self) -> None:
        """No copy works on any more; what is asked for is done here."""
        if self._copy is not None:
            self._take(waiting=False)
        if self._copy is not None:
            self._copy.end()
            self._copy = None

    def _take(self, waiting: bool) -> None:
        """Take what the copy tells: the next results, or those that are there already."""
        while self._copy is not None and (waiting or self._copy.speaks):
            found = self._copy.told()
            if found is None:
                if waiting:
                    LOG.warning("a process beside this one ended early: its work is done here")
                self._copy.end()
                self._copy = None
            else:
                self._done[found[0]] = found[1]
            if waiting:
                return


class _Copy(Generic[Result]):
    """The process beside this one."""

    def __init__(self, pid: int, results: Connection) -> None:
        self._pid, self._results = pid, results

    @classmethod
    def of(cls, turns: Turns[Result], queue: int) -> _Copy[Result] | None:
        """A copy of this process at work; None where there can be none."""
        parent = os.getpid()
        ours, theirs = Pipe(duplex=False)
        try:
            pid = os.fork()
        except OSError as error:  # too many processes, or no room for one
            LOG.warning("no process beside this one: %s", error)
            ours.close()
            theirs.close()
            return None
        if pid == 0:
            ours.close()
            _work(turns, queue, theirs, parent)
        theirs.close()
        return cls(pid, ours)

    @property
    def speaks(self) -> bool:
        """Something has come from it, if only its end."""
        return bool(self._results.poll(0))

    def told(self) -> tuple[int, list[Result]] | None:
        """The number of a turn and its results; None when nothing comes any more."""
        try:
            return self._results.recv() if self._results.poll(PATIENCE) else None
        except (EOFError, OSError):
            return None

    def end(self) -> None:
        """No such process any more."""
        if self._results.closed:
            return
        self._results.close()
        with contextlib.suppress(ProcessLookupError):
            os.kill(self._pid, signal.SIGKILL)
        with contextlib.suppress(ChildProcessError):
            os.waitpid(self._pid, 0)


def _ended(queue: int, copy: _Copy[Any] | None) -> None:
    os.close(queue)
    if copy is not None:
        copy.end()


def _work(turns: Turns[object], queue: int, results: Connection, parent: int) -> None:
    """What the copy does; it never returns, whatever a piece raises: that is raised again where it
    is asked for."""
    try:
        become_copy(parent)
        while read := os.read(queue, NUMBER.size):
            (k,) = NUMBER.unpack(read)
            results.send((k, [piece() for piece in turns[k]]))
    finally:
        os._exit(0)
