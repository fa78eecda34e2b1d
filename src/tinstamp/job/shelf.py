"""The shelf of blanks: unmarked parts to take into a new job.

Some come with the program; a designer's own are job files without stamps in the data
folder.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from platformdirs import user_data_path

from tinstamp.job.archive import ENDING, ArchiveError, Document, open_file, save_file
from tinstamp.job.features import Plate, Prism, Ring, Tube
from tinstamp.job.model import Blank, Dimension, Job

SHIPPED: dict[str, Job] = {
    "fuel tank": Job(
        dimensions=(
            Dimension(name="diameter", formula="84 mm", note="outside of the tank"),
            Dimension(name="sheet_steel", formula="1.6 mm", note="wall of all pressed parts"),
        ),
        blank=Blank(
            features=(
                Tube(name="tank", outer_diameter="diameter", wall="sheet_steel", height="46 mm"),
            )
        ),
    ),
    "wick knob": Job(
        blank=Blank(
            features=(Tube(name="knob", outer_diameter="18 mm", wall="0 mm", height="10 mm"),)
        )
    ),
    "base disc": Job(
        blank=Blank(
            features=(Tube(name="base", outer_diameter="96 mm", wall="0 mm", height="4 mm"),)
        )
    ),
    "name plate": Job(
        blank=Blank(
            features=(
                Plate(
                    name="plate",
                    length="60 mm",
                    width="24 mm",
                    thickness="1.5 mm",
                    corner_radius="3 mm",
                ),
            )
        )
    ),
    "filler nut": Job(
        blank=Blank(features=(Prism(name="nut", across_flats="22 mm", height="9 mm"),))
    ),
    "bail clip": Job(
        blank=Blank(
            features=(
                Ring(
                    name="clip",
                    outer_diameter="26 mm",
                    inner_diameter="22 mm",
                    arc="250 deg",
                    height="7 mm",
                ),
            )
        )
    ),
}
"""Parts of the made-up lantern, by name."""


@dataclass(frozen=True, order=True)
class ShelfItem:
    """A blank on the shelf; `path` is None for one that came with the program."""

    name: str
    path: Path | None = None

    def take(self) -> Document:
        """The blank as a new job. Raises ArchiveError."""
        if self.path is None:
            return Document(SHIPPED[self.name])
        return Document(bare(open_file(self.path).job))


def bare(job: Job) -> Job:
    """The job without its stamps."""
    return job.model_copy(update={"stamps": ()})


def folder() -> Path:
    """Where a designer's own blanks are kept."""
    return user_data_path("tinstamp", appauthor=False) / "shelf"


def shipped() -> list[ShelfItem]:
    """Those that came with the program."""
    return [ShelfItem(name) for name in SHIPPED]


def own() -> list[ShelfItem]:
    """A designer's own, by name."""
    return sorted(ShelfItem(path.stem, path) for path in folder().glob(f"*{ENDING}"))


def put(job: Job, name: str) -> ShelfItem:
    """Put a job's blank on the shelf, in place of one of the same name.

    Raises ArchiveError when the name cannot be a file's or it cannot be written.
    """
    name = name.strip()
    if not name or "/" in name or name.startswith(".") or len(name) > 80:
        raise ArchiveError("a blank on the shelf needs a name without a slash")
    path = folder() / f"{name}{ENDING}"
    try:
        folder().mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise ArchiveError(f"the shelf cannot be made: {error.strerror}") from error
    path.unlink(missing_ok=True)
    save_file(Document(bare(job)), path)
    return ShelfItem(name, path)
