"""The jobs that a command is given, read with what was set."""

from __future__ import annotations

import argparse
import glob
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING

from tinstamp.cli.telling import complain

if TYPE_CHECKING:
    from tinstamp.job.archive import Document


@dataclass(frozen=True)
class Given:
    """A job as it was read: its path, what its files are called, and its document."""

    path: Path
    name: str
    document: Document


def spelled_out(paths: Sequence[Path]) -> list[Path]:
    """Paths with patterns replaced by what they match; one that matches nothing stays."""
    found: list[Path] = []
    for path in paths:
        matches = [] if path.exists() else sorted(glob.glob(str(path)))  # noqa: PTH207
        found += [Path(match) for match in matches] or [path]
    return found


def read_to_write(options: argparse.Namespace) -> tuple[list[Given], int]:
    """The same for a command that writes: where there is something to do, its folder is there.
    Raises OutputError."""
    jobs, code = read(options)
    if jobs:
        from tinstamp.engine.write import check_folder

        check_folder(options.out)
    return jobs, code


def read(options: argparse.Namespace) -> tuple[list[Given], int]:
    """The jobs that can be read, with what was set; the exit code so far. What is wrong with the
    command is found before anything is built. Raises OutputError."""
    from tinstamp.job.archive import ArchiveError, open_file, stem_of
    from tinstamp.job.override import OverrideError, overridden
    from tinstamp.output.outputs import OutputError

    found: list[Given] = []
    code = 0
    pattern = getattr(options, "name", "{job}")
    for path in spelled_out(options.jobs):
        try:
            document = overridden(open_file(path), options.dimensions, options.texts)
        except (ArchiveError, OverrideError) as error:
            words = str(error) if path.name in str(error) else f"{path.name}: {error}"
            code = complain(ValueError(words))
            continue
        try:
            name = pattern.format(job=stem_of(path), serial=document.job.serial.text)
        except (LookupError, ValueError, AttributeError) as error:
            raise OutputError(
                f"--name “{pattern}” is not made of {{job}} and {{serial}}"
            ) from error
        if not name or "/" in name or name in (".", ".."):
            raise OutputError(f"a file cannot be called “{name}”")
        if hasattr(options, "name") and name in [other.name for other in found]:
            raise OutputError(f"two jobs would write “{name}”: part them by --name")
        found.append(Given(path, name, document))
    return found, code
