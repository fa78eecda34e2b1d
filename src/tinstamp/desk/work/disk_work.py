"""Work on files, done in a thread of its own, one after the other.

The window's thread never writes: it leaves the work here. Where it needs the answer it
waits for it, and paints on.
"""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor, wait
from typing import TypeVar

from PySide6.QtCore import QCoreApplication, QEventLoop

Result = TypeVar("Result")
PAINT_LOOK = 0.01
"""s between two looks at what is to be painted"""


class DiskWork:
    """The thread, and what waits for it."""

    def __init__(self) -> None:
        self._pool = ThreadPoolExecutor(1, "disk")

    def begin(self, work: Callable[[], Result]) -> Future[Result]:
        """Leave work to be done; its future."""
        return self._pool.submit(work)

    def done(self, work: Callable[[], Result]) -> Result:
        """Do work and wait for it; the window paints on, but takes no keys. Raises what it
        raises."""
        return waited(self.begin(work))

    def close(self) -> None:
        """Finish what was left."""
        self._pool.shutdown(wait=True)


def waited(future: Future[Result]) -> Result:
    """A future's result; the window paints on, but takes no keys. Raises what it raises."""
    while not future.done():
        wait([future], PAINT_LOOK)
        QCoreApplication.processEvents(QEventLoop.ProcessEventsFlag.ExcludeUserInputEvents)
    return future.result()
