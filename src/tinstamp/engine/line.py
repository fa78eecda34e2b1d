"""A line to another process that never makes its holder wait: one thread sends, one receives.

Two processes that both write before they read will both wait for ever once the buffers
between them are full. Here nothing is written or read in the caller's thread: what is to go
out waits in a list, what has come in waits in another, and `fileno` tells an event loop
that there is something to fetch.
"""

from __future__ import annotations

import contextlib
import os
import pickle
import threading
from collections import deque
from collections.abc import Callable
from multiprocessing.connection import Connection
from typing import Any

from tinstamp.engine.once import Packing


class Bell:
    """A descriptor that becomes readable when it is rung, from any thread."""

    def __init__(self) -> None:
        self._out, self._in = os.pipe()
        os.set_blocking(self._out, False)
        os.set_blocking(self._in, False)

    def fileno(self) -> int:
        return self._out

    def ring(self) -> None:
        with contextlib.suppress(BlockingIOError, OSError):  # full is rung enough
            os.write(self._in, b"!")

    def quiet(self) -> None:
        """Take back every ring so far."""
        with contextlib.suppress(BlockingIOError):
            while os.read(self._out, 4096):
                pass

    def close(self) -> None:
        os.close(self._in)
        os.close(self._out)


class Line:
    """Both directions of one connection, each in a thread of its own.

    `bell` is rung when something has come, or when the other side is gone.
    """

    def __init__(self, connection: Connection, bell: Bell) -> None:
        self._connection = connection
        self._bell = bell
        self._out: deque[Any] = deque()
        self._come: deque[Any] = deque()
        self._more = threading.Condition()
        self._over = False
        self._packing = Packing()
        self._threads = [
            threading.Thread(target=work, daemon=True)
            for work in (self._send_all, self._receive_all)
        ]
        for thread in self._threads:
            thread.start()

    def put(self, message: Any, replaces: Callable[[Any], bool] = lambda other: False) -> None:
        """Leave a message to be sent. Those that still wait and that it `replaces` never go."""
        with self._more:
            self._out = deque(other for other in self._out if not replaces(other))
            self._out.append(message)
            self._more.notify()

    def fetch(self) -> list[Any]:
        """Everything that has come since last asked."""
        found = []
        while self._come:
            found.append(self._come.popleft())
        return found

    @property
    def over(self) -> bool:
        """True when the other side is gone and all that came from it was fetched."""
        return self._over and not self._come

    def close(self) -> None:
        """End both threads, when the other process is gone."""
        with self._more:
            self._over = True
            self._more.notify()
        for thread in self._threads:
            thread.join(1.0)
        if not any(thread.is_alive() for thread in self._threads):
            self._connection.close()

    def _send_all(self) -> None:
        while True:
            with self._more:
                while not self._out and not self._over:
                    self._more.wait()
                if self._over:
                    return
                message = self._out.popleft()
            try:
                self._connection.send_bytes(self._packing.packed(message))
            except OSError:
                return  # a dead process shows at the receiving end

    def _receive_all(self) -> None:
        while True:
            try:
                message = pickle.loads(self._connection.recv_bytes())
            except (EOFError, OSError, pickle.UnpicklingError):
                break
            self._come.append(message)
            self._bell.ring()
        with self._more:
            self._over = True
            self._more.notify()
        self._bell.ring()
