"""The shelf of stamps: marks to use again on other parts, a job file of one stamp each."""

from __future__ import annotations

from pathlib import Path

from platformdirs import user_data_path

from tinstamp.job.archive import ENDING, ArchiveError, Document, open_file
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Job
from tinstamp.job.shelves import kept_in, put_in


def stamp_alone(document: Document, index: int) -> Document:
    """A stamp by itself, with its fonts and its logos, measured from no other stamp; on a blank
    that stands in for the part."""
    stamp = document.job.stamps[index]
    setting = stamp.setting.model_copy(update={"from_stamp": ""})
    stamp = stamp.model_copy(update={"setting": setting, "alike": ""})
    job = Job(dimensions=document.job.dimensions, blank=Blank(features=(Tube(),)), stamps=(stamp,))
    return Document(job, document.fonts, {}, document.logos)


def folder() -> Path:
    """Where they are kept."""
    return user_data_path("tinstamp", appauthor=False) / "stamps"


def kept() -> list[str]:
    """Their names."""
    return [path.stem for path in kept_in(folder())]


def put(alone: Document, name: str) -> Path:
    """Keep a stamp by itself, in place of one of the same name.

    Raises ArchiveError when the name cannot be a file's or it cannot be written.
    """
    misnamed = "a stamp on the shelf needs a name without a slash"
    return put_in(folder(), name, alone, misnamed)


def take(name: str) -> Document:
    """The stamp of that name, by itself. Raises ArchiveError."""
    held = open_file(folder() / f"{name}{ENDING}")
    if not held.job.stamps:
        raise ArchiveError(f"“{name}” on the shelf holds no stamp")
    return held
