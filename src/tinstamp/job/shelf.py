"""The shelf of blanks: unmarked parts to take into a new job.

Some come with the program; a designer's own are job files without stamps in the data
folder.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from platformdirs import user_data_path

from tinstamp.job.archive import Document, open_file
from tinstamp.job.drawn import knot
from tinstamp.job.drawn_bodies import skin_rows as _rows
from tinstamp.job.feature import BaseFeature, Position
from tinstamp.job.features import (
    Ball,
    Cone,
    Dome,
    Extruded,
    FreeformSkin,
    Groove,
    Hole,
    Plate,
    Prism,
    RailedHead,
    Ring,
    Soften,
    Torus,
    Tube,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Dimension, Job
from tinstamp.job.shelves import kept_in, put_in


def _job(*features: BaseFeature, dimensions: tuple[Dimension, ...] = ()) -> Job:
    blank = Blank.model_validate({"features": [f.model_dump() for f in features]})
    return Job(dimensions=dimensions, blank=blank)


LANTERN: dict[str, Job] = {
    "fuel tank": _job(
        Tube(name="tank", outer_diameter="diameter", wall="sheet_steel", height="46 mm"),
        dimensions=(
            Dimension(name="diameter", formula="84 mm", note="outside of the tank"),
            Dimension(name="sheet_steel", formula="1.6 mm", note="wall of all pressed parts"),
        ),
    ),
    "chimney collar": _job(
        Cone(
            name="collar",
            base_diameter="70 mm",
            top_diameter="52 mm",
            height="38 mm",
            wall="sheet_steel",
        ),
        Torus(
            name="bail_eye",
            ring_diameter="12 mm",
            bar_diameter="2.4 mm",
            at=Position(x="collar.top_diameter / 2", z="collar.height", points="front"),
        ),
        Groove(name="bead", face="collar.outer", section="round", width="1.6 mm", up="26 mm"),
        dimensions=(Dimension(name="sheet_steel", formula="1.6 mm"),),
    ),
    "vent cap": _job(
        Dome(name="cap", diameter="64 mm", height="20 mm", wall="1.2 mm"),
        Tube(
            name="spigot",
            outer_diameter="10 mm",
            given="wall",
            wall="0 mm",
            height="5 mm",
            at=Position(z="cap.height - 1 mm"),
        ),
    ),
    "wick knob": _job(Tube(name="knob", outer_diameter="18 mm", wall="0 mm", height="10 mm")),
    "carry grip": _job(
        FreeformSkin(
            name="grip",
            length="96 mm",
            width="30 mm",
            thickness="2.4 mm",
            rows=_rows(
                (2, 7, 9, 9, 7, 2),
                (5, 12, 15, 15, 12, 5),
                (5, 12, 15, 15, 12, 5),
                (2, 7, 9, 9, 7, 2),
            ),
        )
    ),
    "base disc": _job(
        Tube(name="base", outer_diameter="96 mm", wall="0 mm", height="4 mm"),
        Soften(name="rim", how="round", size="1 mm", edges=("base.top & base.outer",)),
        Hole(name="drain", face="base.top", across="0 mm", up="-38 mm", diameter="4 mm"),
    ),
}
"""The six parts of the made-up lantern, by name."""

PLAIN: dict[str, Job] = {
    "name plate": _job(
        Plate(name="plate", length="60 mm", width="24 mm", thickness="1.5 mm", corner_radius="3 mm")
    ),
    "filler nut": _job(Prism(name="nut", across_flats="22 mm", height="9 mm")),
    "bail clip": _job(
        Ring(
            name="clip",
            outer_diameter="26 mm",
            inner_diameter="22 mm",
            arc="250 deg",
            height="7 mm",
        )
    ),
    "tube": _job(Tube(name="tube")),
    "cone": _job(Cone(name="cone")),
    "ball": _job(Ball(name="ball")),
    "torus": _job(Torus(name="ring")),
    "turned pot": _job(TurnedProfile(name="pot")),
    "extruded bar": _job(Extruded(name="bar")),
    "bent strip": _job(
        Extruded(
            name="strip",
            closed="open",
            points=(
                knot("a", -30, 0, "spline"),
                knot("b", -10, 9, "spline"),
                knot("c", 10, -4, "spline"),
                knot("d", 30, 3),
            ),
        )
    ),
    "oval head": _job(RailedHead(name="head")),
}
"""One of every other kind of body."""

SHIPPED: dict[str, Job] = {**LANTERN, **PLAIN}
"""All ready blanks, by name."""


@dataclass(frozen=True, order=True)
class ShelfItem:
    """A blank on the shelf; `path` is None for one that came with the program."""

    name: str
    path: Path | None = None

    def take(self) -> Document:
        """The blank as a new job. Raises ArchiveError."""
        if self.path is None:
            return Document(SHIPPED[self.name])
        kept = open_file(self.path)
        return Document(bare(kept.job), {}, kept.parts)


def bare(job: Job) -> Job:
    """The job without its stamps."""
    return job.model_copy(update={"stamps": ()})


def folder() -> Path:
    """Where a designer's own blanks are kept."""
    return user_data_path("tinstamp", appauthor=False) / "shelf"


def lantern() -> list[ShelfItem]:
    """The lantern's parts."""
    return [ShelfItem(name) for name in LANTERN]


def plain() -> list[ShelfItem]:
    """One of every other kind of body."""
    return [ShelfItem(name) for name in PLAIN]


def own() -> list[ShelfItem]:
    """A designer's own, by name."""
    return [ShelfItem(path.stem, path) for path in kept_in(folder())]


def put(document: Document, name: str) -> ShelfItem:
    """Put a job's blank on the shelf, in place of one of the same name.

    Raises ArchiveError when the name cannot be a file's or it cannot be written.
    """
    misnamed = "a blank on the shelf needs a name without a slash"
    path = put_in(folder(), name, Document(bare(document.job), {}, document.parts), misnamed)
    return ShelfItem(path.stem, path)
