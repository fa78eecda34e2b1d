"""The process that guarded work is forked from.

Run as `python -m tinstamp.guarded.server FD MODULE ...`: it imports the modules once, then
forks a child for every socket that it is handed (`socket.send_fds`). End of file ends it. It
runs no thread, and nothing of what it has imported, so that a fork is safe.
"""

from __future__ import annotations

import importlib
import os
import resource
import signal
import socket
import sys
from multiprocessing.connection import Connection
from pathlib import Path

from tinstamp.guarded.ending import die_with_parent

CORE = 0
"""bytes of a core file: none is wanted"""


def main() -> None:
    """Serve the socket whose descriptor is the first argument."""
    control = socket.socket(fileno=int(sys.argv[1]))
    for name in sys.argv[2:]:
        importlib.import_module(name)
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)  # children that have ended leave no trace
    server = os.getpid()
    while True:
        word, handed, _, _ = socket.recv_fds(control, 1, 1)
        if not word:
            return
        for handle in handed:
            if os.fork() == 0:
                control.close()
                _child(handle, server)
            os.close(handle)


def _child(handle: int, server: int) -> None:
    """Do the one piece of work that comes over a socket, and end."""
    die_with_parent(server)
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    connection = Connection(handle)
    code = 1
    try:
        connection.send(os.getpid())
        work, arguments, seconds, room = connection.recv()
        _limit(seconds, room)
        connection.send(_answer(work, arguments))
        code = 0
    except (EOFError, OSError):
        pass  # nobody waits for it any more
    finally:
        os._exit(code)


def _answer(work, arguments) -> tuple[str, object]:  # type: ignore[no-untyped-def]
    try:
        return "done", work(*arguments)
    except MemoryError:
        return "room", None
    except Exception as error:  # told to whoever asked, as what it is
        import traceback

        return ("refused" if isinstance(error, ValueError) else "unforeseen"), (
            error if isinstance(error, ValueError) else traceback.format_exc()
        )


def _limit(seconds: float, room: int) -> None:
    """Limits of this process: seconds of computing, and bytes beyond what it has now."""
    pages = int(Path("/proc/self/statm").read_text().split()[0])
    most = pages * resource.getpagesize() + room
    resource.setrlimit(resource.RLIMIT_AS, (most, most))
    spent = resource.getrusage(resource.RUSAGE_SELF)
    allowed = int(spent.ru_utime + spent.ru_stime + seconds) + 1
    resource.setrlimit(resource.RLIMIT_CPU, (allowed, allowed))
    resource.setrlimit(resource.RLIMIT_CORE, (CORE, CORE))


if __name__ == "__main__":
    main()
