"""The process that guarded work is forked from.

Run as `python -m tinstamp.guarded.server FD MODULE ...`: it imports the modules once, then
forks a child for every socket that it is handed (`socket.send_fds`). End of file ends it. It
runs no thread, and nothing of what it has imported, so that a fork is safe.
"""

from __future__ import annotations

import importlib
import os
import resource
import socket
import sys
import time
from multiprocessing.connection import Connection
from pathlib import Path

from tinstamp.guarded.ending import die_with_parent

CORE_FILE_BYTES = 0
"""bytes of a core file: none is wanted"""
MESSAGE_BYTES = 32
"""bytes of a message at most"""
ASK = b"?"
"""Before a child's number: how did that end?"""
CHILD_LOOK = 0.2
"""s between looks at children that run"""
CHILD_ENDS_WITHIN = 2.0
"""s that a child has to end after its connection has"""
ENDS_REMEMBERED = 200
"""children whose end is remembered"""


def main() -> None:
    """Serve the socket whose descriptor is the first argument."""
    control = socket.socket(fileno=int(sys.argv[1]))
    for name in sys.argv[2:]:
        importlib.import_module(name)
    server = os.getpid()
    ended: dict[int, int] = {}
    while True:
        control.settimeout(CHILD_LOOK if _reap(ended) else None)
        try:
            word, handed, _, _ = socket.recv_fds(control, MESSAGE_BYTES, 1)
        except TimeoutError:
            continue
        if not word:
            return
        for handle in handed:
            if os.fork() == 0:
                control.close()
                _child(handle, server)
            os.close(handle)
        if word.startswith(ASK):
            control.sendall(_how(int(word[1:]), ended).to_bytes(4, "little", signed=True))


def _how(pid: int, ended: dict[int, int]) -> int:
    """How a child ended: 0, its exit code, or the number of a signal with a minus."""
    end = time.monotonic() + CHILD_ENDS_WITHIN
    while pid not in ended and time.monotonic() < end:
        _reap(ended)
        time.sleep(0.01)
    return os.waitstatus_to_exitcode(ended.pop(pid)) if pid in ended else 0


def _reap(ended: dict[int, int]) -> bool:
    """Take note of the children that have ended, so that no trace of them stays; True while
    others run."""
    for pid in list(ended)[:-ENDS_REMEMBERED]:
        del ended[pid]
    try:
        while (found := os.waitpid(-1, os.WNOHANG))[0]:
            ended[found[0]] = found[1]
    except ChildProcessError:
        return False
    return True


def _child(handle: int, server: int) -> None:
    """Do the one piece of work that comes over a socket, and end."""
    die_with_parent(server)
    connection = Connection(handle)
    code = 1
    try:
        connection.send(os.getpid())
        work, arguments, seconds, room, telling = connection.recv()
        _limit(seconds, room)
        if telling:
            arguments = (lambda news: connection.send(("told", news)), *arguments)
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
    resource.setrlimit(resource.RLIMIT_CORE, (CORE_FILE_BYTES, CORE_FILE_BYTES))


if __name__ == "__main__":
    main()
