"""Running a function on foreign data in a process with limits of time and memory.

`guarded(Limits(...), function, ...)` gives what the function gives. Whatever the data makes
of it, an endless loop, gigabytes, a crash of a library, comes back as a GuardError in words.
"""

from __future__ import annotations

import contextlib
import logging
import os
import pickle
import signal
import socket
import subprocess
import sys
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass
from multiprocessing.connection import Connection
from typing import Any, TypeVar

Result = TypeVar("Result")
LOG = logging.getLogger("tinstamp.guarded")
MB = 2**20
"""bytes"""
COMPUTING_SHARE = 1.6
"""Times the seconds of computing that work may take on a busy machine."""
CANCEL_LOOK = 0.05
"""s between two looks at whether the work was cancelled"""
ARTWORK = (
    "tinstamp.artwork.logo",
    "tinstamp.artwork.svg.read",
    "tinstamp.artwork.dxf.read",
    "tinstamp.artwork.trace",
    "tinstamp.artwork.font_file",
    "scipy.spatial",
    "scipy.sparse.csgraph",
    "scipy.ndimage",
    "scipy.interpolate",
)
KERNEL = ("tinstamp.engine.importing", "scipy.interpolate", "scipy.optimize")
"""What a process is warmed up with."""


class GuardError(ValueError):
    """Work that came to no end, or to a bad one; the message is for the designer."""


class Cancelled(GuardError):
    """Work that was given up because somebody asked for it."""


@dataclass(frozen=True)
class Limits:
    """What work may take.

    Attributes
    ----------
    seconds : of computing. room : bytes of memory. warm : what its process has imported.
    """

    seconds: float
    room: int
    warm: tuple[str, ...] = ARTWORK


class _Server:
    """One server process; children are forked from it."""

    def __init__(self, warm: tuple[str, ...]) -> None:
        self._lock = threading.Lock()
        self.control, theirs = socket.socketpair()
        self._process = subprocess.Popen(
            [sys.executable, "-m", "tinstamp.guarded.server", str(theirs.fileno()), *warm],
            pass_fds=[theirs.fileno()],
            stdin=subprocess.DEVNULL,
        )
        theirs.close()

    @property
    def alive(self) -> bool:
        return self._process.poll() is None

    def child(self) -> Connection:
        """A connection to a new child. Raises OSError when the server is gone."""
        ours, theirs = socket.socketpair()
        with theirs, self._lock:
            socket.send_fds(self.control, [b"!"], [theirs.fileno()])
        return Connection(ours.detach())

    def how_it_ended(self, pid: int) -> int:
        """0, the exit code of a child, or the number of the signal that ended it with a minus.
        Raises OSError when the server is gone."""
        with self._lock:
            self.control.settimeout(ENDING_TOLD_WITHIN)
            self.control.sendall(b"?%d" % pid)
            told = self.control.recv(4)
        if len(told) < 4:
            raise OSError("the server is gone")
        return int.from_bytes(told, "little", signed=True)


ENDING_TOLD_WITHIN = 5.0
"""s that the server has to tell how a child ended"""
_SERVERS: dict[tuple[str, ...], _Server] = {}
_LOCK = threading.Lock()


def _child(warm: tuple[str, ...]) -> Connection:
    with _LOCK:
        server = _SERVERS.get(warm)
        if server is None or not server.alive:
            server = _SERVERS[warm] = _Server(warm)
        try:
            return server.child()
        except OSError:
            server = _SERVERS[warm] = _Server(warm)
            return server.child()


def guarded(
    limits: Limits,
    work: Callable[..., Result],
    *arguments: Any,
    cancelled: Callable[[], bool] = lambda: False,
    told: Callable[[Any], None] | None = None,
) -> Result:
    """What `work(*arguments)` gives, from a process of its own.

    A ValueError that it raises is raised here; everything else becomes a GuardError.
    `cancelled` is asked while it runs. With `told`, work is first given a function: what it calls
    that with comes to `told` meanwhile. Function, arguments and result are pickled.
    """
    start = time.monotonic()
    connection = _child(limits.warm)
    pid, ended = 0, False
    try:
        _wait(connection, 60.0, cancelled)  # the server may still be starting
        pid = connection.recv()
        start = time.monotonic()
        connection.send((work, arguments, limits.seconds, limits.room, told is not None))
        how: str = "told"
        what: Any = None
        while how == "told":
            left = start + limits.seconds * COMPUTING_SHARE - time.monotonic()
            _wait(connection, max(left, CANCEL_LOOK), cancelled)
            how, what = pickle.loads(connection.recv_bytes())
            if how == "told" and told is not None:
                told(what)
        ended = True
    except (EOFError, OSError, pickle.UnpicklingError) as error:
        raise _broken(limits, pid, time.monotonic() - start) from error
    finally:
        connection.close()
        if pid and not ended:
            with contextlib.suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)
    if how == "done":
        return what
    if how == "refused":
        raise what
    if how == "room":
        raise GuardError(_room(limits))
    LOG.error("guarded work failed: %s", what)
    raise GuardError("it holds something that cannot be dealt with; the log tells more")


def make_ready(warm: tuple[str, ...]) -> None:
    """Start the process that such work is forked from, so that nobody waits for it later."""
    with _LOCK:
        if warm not in _SERVERS or not _SERVERS[warm].alive:
            _SERVERS[warm] = _Server(warm)


def _wait(connection: Connection, seconds: float, cancelled: Callable[[], bool]) -> None:
    end = time.monotonic() + seconds
    while not connection.poll(CANCEL_LOOK):
        if cancelled():
            raise Cancelled("it was cancelled")
        if time.monotonic() > end:
            raise GuardError(_long(seconds))


def _broken(limits: Limits, pid: int, taken: float) -> GuardError:
    """Why a child ended without an answer: by its limit of computing time, or of itself."""
    out_of_time = taken >= 0.8 * limits.seconds
    server = _SERVERS.get(limits.warm)
    if pid and server is not None and server.alive:
        with contextlib.suppress(OSError):
            out_of_time = server.how_it_ended(pid) in (-signal.SIGXCPU, -signal.SIGKILL)
    if out_of_time:
        return GuardError(_long(limits.seconds))
    return GuardError("it is damaged: reading it broke off")


def _long(seconds: float) -> str:
    return f"it takes longer than {seconds:.0f} s to read, and was given up"


def _room(limits: Limits) -> str:
    return f"it needs more than {limits.room // MB} MB of memory to read, and was given up"
