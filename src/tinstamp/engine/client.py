"""The desk's end of the engine: starts the process, sends jobs, reads events.

Knows nothing of any toolkit: `fileno` is for an event loop to wait on, `poll` gives what
has come. A process that dies is started again, and the job it had is given to the new
one, once; twice dead over the same job and it is left alone until the job changes.
"""

from __future__ import annotations

import contextlib
import socket
import subprocess
import sys
from multiprocessing.connection import Connection

from tinstamp.engine import messages as m
from tinstamp.job.archive import Document
from tinstamp.job.imported import FoundFace
from tinstamp.output.kinds import Ending


class EngineClient:
    """One engine process."""

    def __init__(self) -> None:
        self._number = 0
        self._pending: m.Build | m.Write | None = None
        self._asked: m.Import | m.Probe | None = None
        self._failures = 0
        self._process: subprocess.Popen[bytes] | None = None
        self._connection: Connection | None = None
        self._start()

    @property
    def pid(self) -> int:
        """The process' number. Raises RuntimeError when closed."""
        if self._process is None:
            raise RuntimeError("the engine is closed")
        return self._process.pid

    @property
    def busy(self) -> bool:
        """True while a job is under way."""
        return self._pending is not None

    def fileno(self) -> int:
        """What to wait on. Changes when the process is started anew."""
        if self._connection is None:
            raise RuntimeError("the engine is closed")
        return self._connection.fileno()

    def build(self, document: Document) -> int:
        """Ask for a build, superseding an earlier one; its number."""
        self._number += 1
        self._failures = 0
        self._send(m.Build(self._number, document))
        return self._number

    def write(
        self, document: Document, folder: str, name: str, endings: tuple[Ending, ...], chord: float
    ) -> int:
        """Ask for files; the request's number."""
        self._number += 1
        self._failures = 0
        self._send(m.Write(self._number, document, folder, name, endings, chord))
        return self._number

    def import_step(self, name: str, data: bytes, known: tuple[FoundFace, ...]) -> int:
        """Ask what a STEP file holds; the request's number."""
        return self._ask(m.Import(self._next(), name, data, known))

    def probe(self, picks: tuple[m.Pick, ...]) -> int:
        """Ask for measures; the request's number."""
        return self._ask(m.Probe(self._next(), picks))

    def _next(self) -> int:
        self._number += 1
        return self._number

    def _ask(self, request: m.Import | m.Probe) -> int:
        if self._connection is None:
            raise RuntimeError("the engine is closed")
        self._asked = request
        with contextlib.suppress(OSError):  # a dead process shows in poll
            self._connection.send(request)
        return request.number

    def stop(self) -> None:
        """Ask to give up what is under way, at the next stage."""
        if self._connection is not None and self.busy:
            with contextlib.suppress(OSError):
                self._connection.send(m.Stop())

    def restart(self) -> None:
        """End the process at once, whatever it is doing, and start a new one."""
        self._pending = None
        self._end()
        self._start()

    def poll(self) -> list[m.Event]:
        """Everything that has come since last asked."""
        events: list[m.Event] = []
        while self._connection is not None:
            try:
                if not self._connection.poll():
                    break
                event = self._connection.recv()
            except (EOFError, OSError):
                events += self._died()
                continue
            events.append(event)
            finished = isinstance(event, m.Done | m.Wrote | m.Stopped | m.Failed)
            if finished and self._pending and self._pending.number == event.number:
                self._pending = None
            answered = isinstance(event, m.Imported | m.Probed | m.Failed)
            if answered and self._asked and self._asked.number == event.number:
                self._asked = None
        return events

    def close(self) -> None:
        """End the process."""
        self._pending = None
        self._end()

    def _send(self, request: m.Build | m.Write) -> None:
        if self._connection is None:
            raise RuntimeError("the engine is closed")
        self._pending = request
        with contextlib.suppress(OSError):  # a dead process shows in poll, which sends again
            self._connection.send(request)

    def _died(self) -> list[m.Event]:
        self._end()
        self._start()
        events: list[m.Event] = []
        if self._asked is not None:
            what = "reading this file" if isinstance(self._asked, m.Import) else "measuring this"
            events.append(m.Failed(self._asked.number, f"{what} broke the engine off"))
            self._asked = None
        return [*events, self._resent()]

    def _resent(self) -> m.Died:
        lost = self._pending
        self._failures += 1
        if lost is None:
            return m.Died(0, False)
        if self._failures > 1:
            self._pending = None
            return m.Died(lost.number, False)
        self._send(lost)
        return m.Died(lost.number, True)

    def _start(self) -> None:
        ours, theirs = socket.socketpair()
        self._process = subprocess.Popen(
            [sys.executable, "-m", "tinstamp.engine.worker", str(theirs.fileno())],
            pass_fds=[theirs.fileno()],
            stdin=subprocess.DEVNULL,
        )
        theirs.close()
        self._connection = Connection(ours.detach())

    def _end(self) -> None:
        if self._connection is not None:
            self._connection.close()
            self._connection = None
        if self._process is not None:
            self._process.kill()
            self._process.wait()
            self._process = None
