"""The file that is edited: as it was last seen on the disk, and held so that another window can
tell."""

from __future__ import annotations

import logging
from pathlib import Path

from tinstamp.job.archive import Document
from tinstamp.job.disk import Hold, Seen, hold_of, seen
from tinstamp.job.state import state_folder

LOG = logging.getLogger("tinstamp.desk")


class HeldFile:
    """No file to begin with.

    Attributes
    ----------
    path : of the file; None for a job that was never saved. seen : how it was when it was last
        read or written here, and holds : the job that it held then, where that is known.
    elsewhere : another window has it open.
    """

    def __init__(self) -> None:
        self.path: Path | None = None
        self.seen: Seen | None = None
        self.holds: Document | None = None
        self.elsewhere = False
        self._hold: Hold | None = None

    def take(self, path: Path | None, holds: Document | None) -> None:
        """The file edited from now on, as it is now."""
        self.holds = holds if path is not None else None
        same = path is not None and path == self.path
        self.path = path
        try:
            self.seen = seen(path) if path else None
            if same and self._hold is not None:
                return
            self._let_go()
            self._hold = hold_of(state_folder(), path) if path else None
            self.elsewhere = self._hold is not None and not self._hold.take()
        except OSError:
            LOG.exception("the file that is edited cannot be held")

    def close(self) -> None:
        """Hold it no more."""
        self._let_go()

    def _let_go(self) -> None:
        if self._hold is not None:
            self._hold.let_go()
