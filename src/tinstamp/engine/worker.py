"""The engine's own process: takes jobs from a connection, gives back events.

Run as `python -m tinstamp.engine.worker FD`. A newer job supersedes the one under way
at its next stage; end of file ends the process.
"""

from __future__ import annotations

import logging
import sys
from collections import deque
from multiprocessing.connection import Connection
from pathlib import Path

from tinstamp.blank.solid import Blank
from tinstamp.engine import messages as m
from tinstamp.engine.triangles import Mesh
from tinstamp.job.state import die_with_parent, keep_log


LOG = logging.getLogger("tinstamp.engine")
UNFORESEEN = (
    "something went wrong that was not foreseen; the part last built stays, and the log tells more"
)


def serve(connection: Connection) -> None:
    """Work until the other side closes the connection."""
    from tinstamp.blank.step_in import ImportTrouble
    from tinstamp.engine.build import Built, Stopped, build
    from tinstamp.engine.cache import Cache
    from tinstamp.engine.importing import imported
    from tinstamp.engine.probing import ProbeError, probed
    from tinstamp.engine.write import write_files
    from tinstamp.output.step import OutputError, quiet

    quiet()
    cache = Cache()
    held: dict[str, bytes] = {}
    last: Built | None = None
    waiting: deque[m.Request] = deque()
    connection.send(m.Ready())

    def take(request: m.Request) -> None:
        if isinstance(request, m.Keep):
            held[request.digest] = request.data
        else:
            waiting.append(request)

    def stopped() -> None:
        while connection.poll():
            take(connection.recv())
        if any(isinstance(request, m.Build | m.Stop) for request in waiting):
            raise Stopped

    while True:
        if not waiting:
            take(connection.recv())
            continue
        request = waiting.popleft()
        if isinstance(request, m.Stop | m.Keep):
            continue
        number = request.number

        def told(what: str, part: float, number: int = number) -> None:
            connection.send(m.Progress(number, what, part))

        def shown(mesh: Mesh, blank: Blank, number: int = number) -> None:
            connection.send(m.Picture(number, mesh, blank.charts, blank.kinds))

        try:
            if isinstance(request, m.Build):
                if any(isinstance(other, m.Build) for other in waiting):
                    raise Stopped
                built = build(request.document.with_files(held), cache, shown, told, stopped)
                last = built
                connection.send(m.Done(number, built.report))
            elif isinstance(request, m.Import):
                connection.send(imported(request))
            elif isinstance(request, m.Probe):
                connection.send(probed(request, last.solid if last else None))
            else:
                built = build(request.document.with_files(held), cache, None, told)
                told("writing", 0.9)
                paths = write_files(
                    built, Path(request.folder), request.name, request.endings, request.chord
                )
                connection.send(m.Wrote(number, tuple(map(str, paths))))
        except Stopped:
            connection.send(m.Stopped(number))
        except (OutputError, ImportTrouble, ProbeError) as error:
            connection.send(m.Failed(number, str(error)))
        except (EOFError, ConnectionError):
            raise
        except Exception:  # told to the desk, which shows it and goes on
            LOG.exception("a request of the desk failed")
            connection.send(m.Failed(number, UNFORESEEN))


def main() -> None:
    """Serve the connection whose descriptor is the first argument."""
    die_with_parent()
    keep_log("engine")
    connection = Connection(int(sys.argv[1]))
    try:
        serve(connection)
    except (EOFError, ConnectionError, KeyboardInterrupt):
        return


if __name__ == "__main__":
    main()
