"""Copies of unsaved work, found again after a crash. Knows nothing of Qt.

Each running program keeps one file, named after its process; a file whose process is
gone was left by a program that was killed.
"""

from __future__ import annotations

import json
import os
from dataclasses import dataclass
from pathlib import Path

from platformdirs import user_state_path

from tinstamp.job.archive import ENDING, ArchiveError, Document, dump, open_file, write_atomically


@dataclass(frozen=True)
class Left:
    """Work left behind.

    Attributes
    ----------
    file : the copy. original : the file that was being edited; None for a new job.
    """

    file: Path
    original: Path | None

    def read(self) -> Document:
        """Raises ArchiveError."""
        return open_file(self.file)

    def discard(self) -> None:
        self.file.unlink(missing_ok=True)
        _note(self.file).unlink(missing_ok=True)


def folder() -> Path:
    """Where the copies are kept."""
    return user_state_path("tinstamp", appauthor=False, ensure_exists=True)


class Autosave:
    """This program's own copy."""

    def __init__(self) -> None:
        self.file = folder() / f"unsaved-{os.getpid()}{ENDING}"

    def keep(self, document: Document, original: Path | None) -> None:
        """Write the copy. Raises ArchiveError."""
        try:
            write_atomically(self.file, dump(document))
            note = {"original": str(original) if original else None}
            write_atomically(_note(self.file), json.dumps(note).encode())
        except OSError as error:
            raise ArchiveError(f"no copy could be kept: {error.strerror}") from error

    def forget(self) -> None:
        """The work is saved or given up."""
        Left(self.file, None).discard()


def left_behind() -> list[Left]:
    """Copies of programs that are gone, newest first."""
    found = []
    for file in folder().glob(f"unsaved-*{ENDING}"):
        pid = file.stem.removeprefix("unsaved-")
        if pid.isdigit() and int(pid) != os.getpid() and not _runs(int(pid)):
            found.append(Left(file, _original(file)))
    return sorted(found, key=lambda left: -left.file.stat().st_mtime)


def _note(file: Path) -> Path:
    return file.with_suffix(".json")


def _original(file: Path) -> Path | None:
    try:
        named = json.loads(_note(file).read_text())["original"]
    except (OSError, ValueError, KeyError):
        return None  # the copy itself is what counts
    return Path(named) if named else None


def _runs(pid: int) -> bool:
    """True when that process is one of ours and alive."""
    try:
        words = Path(f"/proc/{pid}/cmdline").read_bytes().split(b"\0")
    except OSError:
        return False
    return any(b"tinstamp" in word or b"pytest" in word for word in words)
