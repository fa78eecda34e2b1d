"""The desk's end of the engine: starts the process, leaves jobs for it, fetches events.

Knows nothing of any toolkit: `fileno` is for an event loop to wait on, `poll` gives what
has come. Nothing here waits for the process: threads send and receive (`engine.line`), fonts,
logos and imported parts go once, by digest. A process that dies is started again, and the
job it had is given to the new one, once; twice dead over the same job and it is left alone
until the job changes. A second process can stand ready to take the place of one that is ended.
"""

from __future__ import annotations

import time
from collections.abc import Mapping
from dataclasses import replace
from multiprocessing.connection import Connection

from tinstamp.chart.base import FaceChart
from tinstamp.chart.joint import Faces
from tinstamp.engine import messages as m
from tinstamp.engine.line import Bell, Line
from tinstamp.engine.questions import Question
from tinstamp.engine.starting import Started, start
from tinstamp.job.archive import Document
from tinstamp.job.imported import FoundFace
from tinstamp.output.outputs import Options

SILENCE = 10.0
"""s that a process may go without a word while a newer job waits, before it is replaced."""


class EngineClient:
    """One engine process, and perhaps one that stands ready in its place."""

    def __init__(self, first: Started | None = None) -> None:
        """`first` is a process that was started already."""
        self._number = 0
        self._pending: m.Build | m.Write | None = None
        self._asked: m.Import | m.Probe | m.Ask | None = None
        self._failures = 0
        self._now: Started | None = None
        self._spare: Started | None = first
        self._line: Line | None = None
        self._sent: set[str] = set()
        self._charts: Mapping[str, FaceChart] = {}
        self._superseded = False
        self._heard = time.monotonic()
        self._bell = Bell()
        self._start()

    @property
    def pid(self) -> int:
        """The process' number. Raises RuntimeError when closed."""
        if self._now is None:
            raise RuntimeError("the engine is closed")
        return self._now.process.pid

    @property
    def busy(self) -> bool:
        """True while a job is under way."""
        return self._pending is not None

    @property
    def stuck(self) -> bool:
        """True when a newer job waits and the process has not said a word for `SILENCE` s."""
        silent = time.monotonic() - self._heard > SILENCE
        return self._superseded and self.busy and silent

    def fileno(self) -> int:
        """What to wait on; the same for as long as the client lives."""
        return self._bell.fileno()

    def build(self, document: Document) -> int:
        """Ask for a build, superseding an earlier one; its number."""
        self._number += 1
        self._failures = 0
        self._send(m.Build(self._number, document))
        return self._number

    def write(
        self,
        document: Document,
        folder: str,
        name: str,
        endings: tuple[str, ...],
        options: Options,
    ) -> int:
        """Ask for files; the request's number."""
        self._number += 1
        self._failures = 0
        self._send(m.Write(self._number, document, folder, name, endings, options))
        return self._number

    def import_step(self, name: str, data: bytes, known: tuple[FoundFace, ...]) -> int:
        """Ask what a STEP file holds; the request's number."""
        return self._ask(m.Import(self._next(), name, data, known))

    def give_up(self, number: int) -> None:
        """Give up reading the file of that request; the answer is that it failed."""
        self._open_line().put(m.GiveUp(number))

    def probe(self, picks: tuple[m.Pick, ...]) -> int:
        """Ask for measures; the request's number."""
        return self._ask(m.Probe(self._next(), picks))

    def ask(self, document: Document, question: Question) -> int:
        """Ask something of the build of a job; the request's number."""
        self._keep_files(document)
        return self._ask(m.Ask(self._next(), document.without_files(), question))

    def want(self, face: str) -> None:
        """Ask for the chart of a face that is awaited; `Laid` follows."""
        self._open_line().put(m.Want(face))

    def _next(self) -> int:
        self._number += 1
        return self._number

    def _ask(self, request: m.Import | m.Probe | m.Ask) -> int:
        self._asked = request
        self._open_line().put(request)
        return request.number

    def stop(self) -> None:
        """Ask to give up what is under way, at the next stage."""
        if self._line is not None and self.busy:
            self._line.put(m.Stop())

    def restart(self) -> list[m.Event]:
        """End the process at once, whatever it is doing, and start a new one. What was asked
        of it besides a job is answered: it failed."""
        self._pending = None
        self._end()
        self._start()
        return self._unanswered()

    def replace_stuck(self) -> m.Died:
        """A new process for one that is stuck; it gets the job in hand."""
        self._end()
        self._start()
        lost = self._pending
        if lost is None:
            return m.Died(0, False)
        self._send(lost)
        return m.Died(lost.number, True)

    def poll(self) -> list[m.Event]:
        """Everything that has come since last asked."""
        self._bell.quiet()
        events: list[m.Event] = []
        if self._line is None:
            return events
        for event in map(self._with_charts, self._line.fetch()):
            self._heard = time.monotonic()
            events.append(event)
            number = getattr(event, "number", 0)
            finished = isinstance(event, m.Done | m.Wrote | m.Stopped | m.Failed)
            if finished and self._pending and self._pending.number == number:
                self._pending = None
            if self._pending and number == self._pending.number:
                self._superseded = False  # the newer job has begun
            answers = m.Imported | m.Probed | m.Answered | m.Failed | m.Stopped
            answered = isinstance(event, answers)
            if answered and self._asked and self._asked.number == number:
                self._asked = None
        if self._line.over:
            events += self._died()
        return events

    def _with_charts(self, event: m.Event) -> m.Event:
        """An event with the charts that this process told last, where it says that they are the
        same: the very same, so that what was laid on them stands."""
        if isinstance(event, m.Picture):
            self._charts = self._charts if event.charts is None else event.charts
            return replace(event, charts=self._charts)
        if isinstance(event, m.Done) and event.report.charts:
            self._charts = event.report.charts
        elif isinstance(event, m.Laid):
            before = self._charts
            come = (event.charts, event.awaited, event.joints)
            self._charts = Faces.of(before).arrived(*come)
            return replace(event, before=before, after=self._charts)
        return event

    def close(self) -> None:
        """End the process, and the one that stands ready."""
        self._pending = None
        self._end()
        if self._spare is not None:
            self._spare.end()
            self._spare = None
        self._bell.close()

    def _open_line(self) -> Line:
        if self._line is None:
            raise RuntimeError("the engine is closed")
        return self._line

    def _send(self, request: m.Build | m.Write) -> None:
        """Leave a job to be sent, after the files that it needs and that never went. A build
        that waits to be sent makes way for a newer one."""
        line = self._open_line()
        if not self.busy:
            self._heard = time.monotonic()
        self._superseded = self._superseded or self.busy
        self._pending = request
        self._keep_files(request.document)
        bare = replace(request, document=request.document.without_files())
        newer = isinstance(request, m.Build)
        line.put(bare, lambda other: newer and isinstance(other, m.Build))

    def _keep_files(self, document: Document) -> None:
        """Send the files of a job that never went."""
        line = self._open_line()
        for digest, data in {**document.fonts, **document.parts, **document.logos}.items():
            if digest not in self._sent:
                self._sent.add(digest)
                line.put(m.Keep(digest, data))

    def _died(self) -> list[m.Event]:
        self._end()
        self._start()
        return [*self._unanswered(), self._resent()]

    def _unanswered(self) -> list[m.Event]:
        """The answer to what was asked of a process that is gone."""
        if self._asked is None:
            return []
        what = "reading this file" if isinstance(self._asked, m.Import) else "measuring this"
        number, self._asked = self._asked.number, None
        return [m.Failed(number, f"{what} broke the engine off")]

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

    def get_ready(self) -> None:
        """Have a second process stand ready, with all it needs loaded."""
        if self._spare is not None and not self._spare.alive:
            self._spare.end()
            self._spare = None
        if self._now is not None and self._spare is None:
            self._spare = start()

    def _start(self) -> None:
        ready, self._spare = self._spare, None
        if ready is not None and not ready.alive:
            ready.end()
            ready = None
        self._now = ready or start()
        self._sent = set()
        self._charts = {}
        self._superseded = False
        self._heard = time.monotonic()
        self._line = Line(Connection(self._now.ours.detach()), self._bell)

    def _end(self) -> None:
        if self._now is not None:
            self._now.end()
            self._now = None
        if self._line is not None:
            self._line.close()
            self._line = None
