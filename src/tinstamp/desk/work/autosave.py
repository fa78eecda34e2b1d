"""Copies of unsaved work, found again after a crash. Knows nothing of Qt.

Each running program keeps one file and holds a lock on it; a copy whose lock nobody holds
was left by a program that was killed.
"""

from __future__ import annotations

import json
import logging
import os
import uuid
from dataclasses import dataclass
from pathlib import Path

from tinstamp.job.archive import ENDING, ArchiveError, Document, dump, open_file, shown
from tinstamp.job.disk import Hold, write_atomically
from tinstamp.job.state import state_folder

LOG = logging.getLogger("tinstamp.autosave")


@dataclass(frozen=True)
class Left:
    """Work left behind, held so that no other program takes it up as well.

    Attributes
    ----------
    file : the copy. original : the file that was being edited; None for a new job.
    """

    file: Path
    original: Path | None
    hold: Hold

    def read(self) -> Document:
        """Raises ArchiveError."""
        return open_file(self.file)

    def discard(self) -> None:
        """The work stands elsewhere, or is given up."""
        self.file.unlink(missing_ok=True)
        _note(self.file).unlink(missing_ok=True)
        self.hold.let_go()

    def put_aside(self) -> Path:
        """Keep a copy that cannot be read out of the way, as `damaged-…`; where it is now."""
        aside = self.file.with_name(self.file.name.replace("unsaved-", "damaged-", 1))
        self.file.replace(aside)
        self.discard()
        return aside

    def leave(self) -> None:
        """Leave it for another time."""
        self.hold.let_go(away=False)


class Autosave:
    """This program's own copy."""

    def __init__(self) -> None:
        self.file = state_folder() / f"unsaved-{os.getpid()}-{uuid.uuid4().hex[:8]}{ENDING}"
        self._hold = Hold(_lock(self.file))

    def keep(self, document: Document, original: Path | None) -> None:
        """Write the copy. Raises ArchiveError."""
        try:
            self._hold.take()
            note = {"original": os.fsdecode(original) if original else None}
            write_atomically(_note(self.file), json.dumps(note).encode())  # in plain ASCII
            write_atomically(self.file, dump(document))
        except OSError as error:
            raise ArchiveError(f"no copy could be kept: {error.strerror}") from error

    def forget(self) -> None:
        """The work is saved or given up."""
        self.file.unlink(missing_ok=True)
        _note(self.file).unlink(missing_ok=True)
        self._hold.let_go()


def left_behind() -> list[Left]:
    """Copies of programs that are gone, newest first; each is held until it is dealt with."""
    found = []
    for file in state_folder().glob(f"unsaved-*{ENDING}"):
        hold = Hold(_lock(file))
        try:
            if hold.take():
                found.append((file.stat().st_mtime, Left(file, _original(file), hold)))
        except OSError:
            LOG.exception("the copy %s cannot be looked at", shown(file))
            hold.let_go()
    return [left for _, left in sorted(found, key=lambda pair: -pair[0])]


def _note(file: Path) -> Path:
    return file.with_suffix(".json")


def _lock(file: Path) -> Path:
    return file.with_suffix(".lock")


def _original(file: Path) -> Path | None:
    try:
        named = json.loads(_note(file).read_text())["original"]
        return Path(named) if named else None
    except (OSError, ValueError, KeyError, TypeError):
        return None  # the copy itself is what counts
