"""The engine's process started, before anything is loaded that takes time.

This module imports next to nothing, so that the process can load its kernel while its desk still
loads its own libraries.
"""

from __future__ import annotations

import os
import socket
import subprocess
import sys
from dataclasses import dataclass


@dataclass(frozen=True)
class Started:
    """A process that loads, or has loaded, and the desk's end of the connection to it."""

    process: subprocess.Popen[bytes]
    ours: socket.socket

    @property
    def alive(self) -> bool:
        """False when the process has ended."""
        return self.process.poll() is None

    def end(self) -> None:
        """End the process at once, and let go of the connection."""
        self.process.kill()
        self.process.wait()
        self.ours.close()


def start() -> Started:
    """Start an engine; it ends with this process, from its first moment on."""
    ours, theirs = socket.socketpair()
    process = subprocess.Popen(
        [
            *(sys.executable, "-m", "tinstamp.guarded.ending", str(os.getpid())),
            *("tinstamp.engine.worker", str(theirs.fileno())),
        ],
        pass_fds=[theirs.fileno()],
        stdin=subprocess.DEVNULL,
    )
    theirs.close()
    return Started(process, ours)
