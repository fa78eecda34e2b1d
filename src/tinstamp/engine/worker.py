"""The engine's own process: takes jobs from a connection, gives back events.

Run as a module with a descriptor, by `tinstamp.guarded.ending`. A newer job supersedes the one
under way at its next stage; files to import are read beside it; end of file ends the process.
"""

from __future__ import annotations

import gc
import logging
import os
import sys
import threading
import time
from collections import deque
from collections.abc import Mapping
from dataclasses import replace
from multiprocessing.connection import Connection

from tinstamp.blank.solid import Blank
from tinstamp.chart.base import FaceChart
from tinstamp.chart.joint import Faces
from tinstamp.engine import messages as m
from tinstamp.engine.once import Unpacking
from tinstamp.engine.report import Report
from tinstamp.engine.triangles import Mesh
from tinstamp.guarded.work import KERNEL, make_ready
from tinstamp.job.state import keep_log

LOG = logging.getLogger("tinstamp.engine")
AFTER_THE_WINDOW = 3
"""How far the engine steps back where the window wants the processor too."""
AT_ONCE = 0.2
"""s that plain faces are laid out for before what has come is looked at"""
SLOW_KINDS = ("freeform",)
"""kinds of faces that are laid out when they are wanted"""
UNFORESEEN = (
    "something went wrong that was not foreseen; the part last built stays, and the log tells more"
)


class _Desk:
    """The connection to the desk, and what has come over it."""

    def __init__(self, connection: Connection) -> None:
        self._connection = connection
        self._unpacking = Unpacking()
        self._sending = threading.Lock()
        self.held: dict[str, bytes] = {}
        self.waiting: deque[m.Request] = deque()
        self.readings: dict[int, threading.Event] = {}
        self._told: tuple[object, object] = (None, None)

    def news_of(self, charts: Mapping[str, FaceChart]) -> Mapping[str, FaceChart] | None:
        """The charts to tell; None when they are those that were told last."""
        state = self._state(charts)
        same = state[0] is self._told[0] and state[1] == self._told[1]
        self._told = state
        return None if same else charts

    def without_what_it_knows(self, report: Report) -> Report:
        """A report without charts that were told last, and names that the desk works out itself."""
        news = self.news_of(report.charts) if report.charts else None
        return replace(report, charts=news or {}, resolved=replace(report.resolved, names={}))

    def laid(self, event: m.Laid, faces: Faces) -> None:
        """Tell of charts that have come to those told last."""
        self.tell(event)
        if faces is self._told[0]:
            self._told = self._state(faces)

    @staticmethod
    def _state(charts: Mapping[str, FaceChart]) -> tuple[object, object]:
        faces = Faces.of(charts)
        return charts, (faces.awaited, len(faces.joints))

    def tell(self, event: m.Event) -> None:
        with self._sending:
            self._connection.send(event)

    def listen(self, wait: bool) -> None:
        """Take everything that has come; `wait` for it when nothing has."""
        while wait or self._connection.poll():
            wait = False
            request = self._unpacking.unpacked(self._connection.recv_bytes())
            if isinstance(request, m.Keep):
                self.held[request.digest] = request.data
            elif isinstance(request, m.Import):
                self._read(request)
            elif isinstance(request, m.GiveUp):
                if request.number in self.readings:
                    self.readings[request.number].set()
            else:
                self.waiting.append(request)

    def _read(self, request: m.Import) -> None:
        """Read a file, in a process of its own, while jobs go on."""
        given_up = self.readings[request.number] = threading.Event()
        threading.Thread(target=self._reading, args=(request, given_up), daemon=True).start()

    def _reading(self, request: m.Import, given_up: threading.Event) -> None:
        from tinstamp.blank.step_in import ImportTrouble
        from tinstamp.engine.importing import imported

        answer: m.Event

        def seen(mesh: Mesh) -> None:
            self.tell(m.Glimpse(request.number, mesh))

        try:
            answer = imported(request, given_up.is_set, seen)
        except ImportTrouble as error:
            answer = m.Failed(request.number, str(error))
        except Exception:  # told to the desk, which shows it and goes on
            LOG.exception("a file could not be read")
            answer = m.Failed(request.number, UNFORESEEN)
        self.readings.pop(request.number, None)
        try:
            self.tell(answer)
        except OSError:
            LOG.info("the desk is gone")

    def stopped(self) -> None:
        """Raises Stopped when a newer job has come, or a stop."""
        from tinstamp.engine.stopped import Stopped

        self.listen(wait=False)
        if any(isinstance(request, m.Build | m.Stop) for request in self.waiting):
            raise Stopped


class _Laying:
    """Charts of faces that nothing needed so far, after a build: plain ones when there is time,
    freeform ones, which take half a second each, when they are wanted."""

    def __init__(self, number: int = 0, blank: Blank | None = None) -> None:
        self.number, self.blank = number, blank
        self.faces = Faces.of(blank.charts if blank is not None else {})
        kinds = blank.kinds if blank is not None else {}
        awaited = sorted(self.faces.awaited)
        self._plain = [n for n in awaited if kinds.get(n) not in SLOW_KINDS]

    def some(self, desk: _Desk) -> bool:
        """Lay out plain faces for a moment; False when there is none left."""
        made: dict[str, FaceChart] = {}
        end = time.monotonic() + AT_ONCE
        while self._plain and time.monotonic() < end:
            self._lay(self._plain.pop(), made)
        if made:
            event = m.Laid(self.number, made, self.faces.awaited, self.faces.joints)
            desk.laid(event, self.faces)
        return bool(self._plain)

    def one(self, desk: _Desk, face: str) -> None:
        """Lay out one face now, and then those beside it, which a hand may come to."""
        made: dict[str, FaceChart] = {}
        self._lay(face, made)
        faces, beside = self.faces, self.faces.meeting(face)
        desk.laid(m.Laid(self.number, made, faces.awaited, faces.joints, face), faces)
        more: dict[str, FaceChart] = {}
        for joint in beside:
            self._lay(joint.beyond(face), more)
        if more:
            desk.laid(m.Laid(self.number, more, faces.awaited, faces.joints), faces)

    def _lay(self, face: str, made: dict[str, FaceChart]) -> None:
        try:
            chart = self.faces.get(face)
        except Exception:  # told by its absence; the log tells more
            LOG.exception("the face %s could not be laid out", face)
            chart = None
        if chart is not None:
            made[face] = chart


def serve(connection: Connection) -> None:
    """Work until the other side closes the connection."""
    from tinstamp.blank.kernel import quiet
    from tinstamp.engine.asking import AskError, answer_to
    from tinstamp.engine.build import Built, build
    from tinstamp.engine.cache import Cache
    from tinstamp.engine.probing import ProbeError, probed
    from tinstamp.engine.stopped import Stopped
    from tinstamp.engine.write import written
    from tinstamp.output.result import OutputError

    quiet()
    gc.freeze()  # what is loaded now stays: no search for garbage goes through it
    cache = Cache()
    last: Built | None = None
    laying = _Laying()
    desk = _Desk(connection)
    desk.tell(m.Ready())
    while True:
        if not desk.waiting:
            desk.listen(wait=not laying.some(desk))
            continue
        request = desk.waiting.popleft()
        if isinstance(request, m.Want):
            laying.one(desk, request.face)
        if not isinstance(request, m.Build | m.Write | m.Probe | m.Ask):
            continue
        number = request.number

        def told(what: str, part: float, number: int = number) -> None:
            desk.tell(m.Progress(number, what, part))

        def shown(meshes: Mapping[str, Mesh], blank: Blank, number: int = number) -> None:
            desk.tell(m.Picture(number, meshes, desk.news_of(blank.charts), blank.kinds))

        try:
            if isinstance(request, m.Build):
                if any(isinstance(other, m.Build) for other in desk.waiting):
                    raise Stopped
                document = request.document.with_files(desk.held)
                last = build(document, cache, shown, told, desk.stopped)
                desk.tell(m.Done(number, desk.without_what_it_knows(last.report)))
                laying = _Laying(number, last.blank)
                make_ready(KERNEL)  # for parts that may be taken in
            elif isinstance(request, m.Ask):
                desk.tell(answer_to(request, desk.held, cache, desk.stopped))
            elif isinstance(request, m.Probe):
                desk.tell(probed(request, last.solid if last else None))
            else:
                desk.tell(written(request, desk.held, cache, told))
        except Stopped:
            desk.tell(m.Stopped(number))
        except (OutputError, ProbeError, AskError) as error:
            desk.tell(m.Failed(number, str(error)))
        except (EOFError, ConnectionError):
            raise
        except Exception:  # told to the desk, which shows it and goes on
            LOG.exception("a request of the desk failed")
            desk.tell(m.Failed(number, UNFORESEEN))


def main() -> None:
    """Serve the connection whose descriptor is the first argument."""
    keep_log("engine")
    os.nice(AFTER_THE_WINDOW)
    connection = Connection(int(sys.argv[1]))
    try:
        serve(connection)
    except (EOFError, ConnectionError, KeyboardInterrupt):
        return


if __name__ == "__main__":
    main()
