"""The shelf of processes: limits of one's own to use in other jobs, a JSON file each."""

from __future__ import annotations

from pathlib import Path

from platformdirs import user_data_path
from pydantic import ValidationError

from tinstamp.job.process import OwnProcess

LARGEST_FILE = 100_000
"""bytes of a process on the shelf"""


class ShelfError(ValueError):
    """A process cannot be kept or read; the message is for the designer."""


def folder() -> Path:
    """Where they are kept."""
    return user_data_path("tinstamp", appauthor=False) / "processes"


def kept() -> list[str]:
    """Their names."""
    return sorted(path.stem for path in folder().glob("*.json"))


def put(process: OwnProcess) -> Path:
    """Keep a process, in place of one of the same name. Raises ShelfError."""
    name = process.name
    if "/" in name or name.startswith("."):
        raise ShelfError("a process on the shelf needs a name without a slash")
    path = folder() / f"{name}.json"
    beside = path.with_name(f"{name}.new")
    try:
        folder().mkdir(parents=True, exist_ok=True)
        beside.write_text(process.model_dump_json(indent=1), encoding="utf-8")
        beside.replace(path)
    except OSError as error:
        raise ShelfError(f"the process cannot be kept: {error.strerror}") from error
    return path


def take(name: str) -> OwnProcess:
    """The process of that name. Raises ShelfError."""
    path = folder() / f"{name}.json"
    try:
        if path.stat().st_size > LARGEST_FILE:
            raise ShelfError(f"“{name}” on the shelf is far too large for a process")
        return OwnProcess.model_validate_json(path.read_text(encoding="utf-8"))
    except OSError as error:
        raise ShelfError(f"“{name}” cannot be read: {error.strerror}") from error
    except (ValidationError, UnicodeDecodeError) as error:
        raise ShelfError(f"“{name}” on the shelf is no process, or is damaged") from error
