"""A folder of job files by names that a designer gives: what shelves are."""

from __future__ import annotations

from pathlib import Path

from tinstamp.job.archive import ENDING, ArchiveError, Document, save_file

LONGEST_NAME = 80
"""letters of a name on a shelf"""


def kept_in(folder: Path) -> list[Path]:
    """The files, by name."""
    return sorted(folder.glob(f"*{ENDING}"))


def put_in(folder: Path, name: str, document: Document, misnamed: str) -> Path:
    """Keep a job, in place of one of the same name.

    Raises ArchiveError, with the words `misnamed` when the name cannot be a file's, or when it
    cannot be written.
    """
    name = name.strip()
    if not name or "/" in name or name.startswith(".") or len(name) > LONGEST_NAME:
        raise ArchiveError(misnamed)
    path = folder / f"{name}{ENDING}"
    try:
        folder.mkdir(parents=True, exist_ok=True)
        path.unlink(missing_ok=True)
    except OSError as error:
        raise ArchiveError(f"the shelf cannot be made: {error.strerror}") from error
    save_file(document, path)
    return path
