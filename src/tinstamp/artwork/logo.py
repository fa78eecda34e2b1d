"""A logo from a file, cleaned up and at its size."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from tinstamp.artwork.contacts import Parted, parted
from tinstamp.artwork.drawing import Drawing
from tinstamp.artwork.drawn import Artwork, Mended
from tinstamp.artwork.inks import Study, Tone, Uses
from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Region, bounds_of
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.tidy import Tidied, tidy
from tinstamp.guarded.work import MB, GuardError, Limits, guarded

FileKind = Literal["svg", "dxf", "png", "jpg"]
PICTURES = ("png", "jpg")
"""Kinds of files that are traced."""
USUAL_JOIN = 0.05
"""mm; ends of a DXF nearer than this are joined while a file is looked at."""
SMALLEST_LOGO = 1e-3
"""mm; a logo smaller than this has no size."""


@dataclass(frozen=True)
class FileData:
    """The bytes of a logo's file and what kind it is."""

    data: bytes
    kind: FileKind


@dataclass(frozen=True)
class LogoSpec:
    """All that decides the shape of a logo; mm.

    Attributes
    ----------
    given : what gives the size: the file, or a width or height.
    unit : mm for a unit of a DXF that names none.
    join, speck, reduce : of the clean-up (see `tidy` and `read_dxf`), at final size.
    stroke : width that open lines of a DXF get.
    threshold : of a traced picture, a part of white.
    inks : what colours are taken as. framed : size and place are those of all that the file
        paints, not of the ink alone. tone : whether a picture's dark or light is ink.
    """

    file: FileData
    given: Literal["file", "width", "height"]
    size: float
    unit: float
    join: float
    speck: float
    reduce: float
    stroke: float
    threshold: float
    inks: Uses = ()
    framed: bool = False
    tone: Tone = "guess"


@dataclass(frozen=True)
class Reading:
    """A file to read, and what its reading depends on (see `LogoSpec`)."""

    file: FileData
    unit: float
    join: float
    stroke: float
    threshold: float
    inks: Uses = ()
    tone: Tone = "guess"


class StillReading(LogoError):
    """A file that is being read; what it holds will be there in a moment."""


def read_file(reading: Reading) -> Drawing:
    """What a file draws, in its natural size. Raises LogoError. This is where foreign bytes are
    worked on: it belongs in a process of its own (see `tinstamp.guarded`)."""
    try:
        return _read(reading)
    except (LogoError, MemoryError):
        raise
    except Exception as error:  # whatever a library makes of a damaged file
        raise LogoError("the file holds something that cannot be read") from error


def _read(reading: Reading) -> Drawing:
    kind = reading.file.kind
    if kind == "svg":
        from tinstamp.artwork.svg.read import read_svg

        return read_svg(reading.file.data, reading.inks)
    if kind == "dxf":
        from tinstamp.artwork.dxf.read import read_dxf

        return read_dxf(reading.file.data, reading.unit, reading.join, reading.stroke, reading.inks)
    from tinstamp.artwork.trace import trace

    return trace(reading.file.data, reading.threshold, reading.tone, reading.inks)


@dataclass(frozen=True)
class Looked:
    """What is known of a file before it is taken in.

    Attributes
    ----------
    natural : width and height, mm or the units of a DXF that names none; None for a picture.
    known : False for a DXF that names no unit.
    study : its colours, where they tell different things.
    """

    natural: tuple[float, float] | None
    known: bool
    study: Study | None = None


def looked_at(data: bytes, kind: FileKind) -> Looked:
    """A file read to be taken in. Raises LogoError."""
    natural, known = natural_size(data, kind)
    found = study_of(data, kind)
    if found is None:
        return Looked(natural, known)
    from tinstamp.artwork.picture_inks import several

    asks = several(found) if kind in PICTURES else found.differs
    return Looked(natural, known, found if asks else None)


def study_of(data: bytes, kind: FileKind, unit: float = 1.0) -> Study | None:
    """The colours of a file, to choose by; None for a picture of one. Raises LogoError."""
    if kind == "svg":
        from tinstamp.artwork.svg.read import study_svg

        return study_svg(data)
    if kind == "dxf":
        from tinstamp.artwork.dxf.read import study_dxf

        try:
            return study_dxf(data, unit, USUAL_JOIN)
        except (LogoError, MemoryError):
            raise
        except Exception as error:  # whatever a library makes of a damaged file
            raise LogoError("the file holds something that cannot be read") from error
    from tinstamp.artwork.picture_inks import study_picture

    return study_picture(data)


def natural_size(data: bytes, kind: FileKind) -> tuple[tuple[float, float] | None, bool]:
    """Width and height as a file says, mm, None for a picture; and False for a DXF that names
    no unit, whose size is in its units then. Raises LogoError."""
    if kind in PICTURES:
        read_file(Reading(FileData(data, kind), 1.0, 0.0, 0.0, 0.5))  # is it one that can be read?
        return None, True
    drawing = read_file(Reading(FileData(data, kind), 1.0, USUAL_JOIN, 0.0, 0.5))
    known = kind != "dxf" or bool(getattr(drawing, "unit", 0.0))
    if not drawing.regions:
        return None, known
    low_x, low_y, high_x, high_y = map(float, bounds_of(drawing.regions))
    return (high_x - low_x, high_y - low_y), known


READING_SECONDS = 6.0
"""s of computing that reading a logo may take"""
READING_BYTES = 700 * MB
"""bytes of memory that it may take"""
LOGO_LIMITS = Limits(READING_SECONDS, READING_BYTES)
"""What reading a logo may take."""


@lru_cache(maxsize=32)
def _answer(reading: Reading) -> Drawing | ValueError:
    try:
        return guarded(Limits(READING_SECONDS, READING_BYTES), read_file, reading)
    except GuardError as error:
        return LogoError(str(error))
    except ValueError as error:
        return error


def read_guarded(reading: Reading) -> Drawing:
    """What a file draws, read in a process of its own; the last ones are kept, refusals too.
    Raises LogoError."""
    found = _answer(reading)
    if isinstance(found, ValueError):
        raise LogoError(*found.args)
    return found


Reader = Callable[[Reading], Drawing]
"""Gives what a file draws, or raises LogoError."""


_reader: Reader = read_guarded


def read_with(reader: Reader) -> None:
    """From now on, logos are read so: a window does not wait for a file as a build does."""
    global _reader
    _reader = reader


def draw_logo(spec: LogoSpec) -> Artwork:
    """The logo, standing on the origin in the middle of its width. Raises LogoError."""
    drawing = _reader(
        Reading(spec.file, spec.unit, spec.join, spec.stroke, spec.threshold, spec.inks, spec.tone)
    )
    return _DRAWN.get(drawing, spec, lambda: draw_drawing(spec, drawing))


_DRAWN: Kept[Artwork] = Kept(32)


def draw_drawing(spec: LogoSpec, drawing: Drawing) -> Artwork:
    """What a drawing becomes at its size, cleaned up. Raises LogoError."""
    marks = getattr(drawing, "open_ends", ())
    if not drawing.regions:
        return Artwork((), notes=drawing.notes, marks=tuple((m.x, m.y) for m in marks))
    if spec.given == "file" and spec.file.kind in PICTURES:
        raise LogoError("a picture has no size of its own: give its width or height")
    frame = drawing.box if spec.framed else None
    scale, bounds, left = _size(spec, drawing.regions, frame)
    low_x, low_y, high_x, high_y = bounds
    width, height = high_x - low_x, high_y - low_y
    shift = -scale * np.array([(low_x + high_x) / 2, low_y])
    regions = [drawing.regions[k].transformed(np.eye(2) * scale, shift) for k in left]
    dropped = sum(len(r.outlines) for k, r in enumerate(drawing.regions) if k not in set(left))
    made: Tidied = tidy(regions, spec.speck, spec.reduce)
    clear = parted(made.regions)
    mended = Mended(
        made.before,
        made.after,
        made.deviation,
        made.specks + dropped,
        (width, height),
        drawing.doubles,
        drawing.joined,
        tuple((x * scale + shift[0], y * scale + shift[1]) for x, y in drawing.crossings),
        tuple(line * scale + shift for line in drawing.lines),
    )
    ends = tuple((m.x * scale + shift[0], m.y * scale + shift[1]) for m in marks)
    return Artwork(
        clear.regions,
        width=width * scale,
        cap_height=height * scale,
        notes=(*drawing.notes, *_told_of(clear)),
        marks=ends,
        mended=mended,
    )


def _told_of(clear: Parted) -> list[str]:
    """What became of outlines that touched, in words."""
    found = []
    for places, what in ((clear.joined, "joined"), (clear.cut, "parted")):
        if places:
            (x, y), count = places[0], len(places)
            many = "at one place" if count == 1 else f"at {count} places, the first"
            found.append(f"outlines that touched were {what} {many}, {x:.2f}, {y:.2f} mm")
    return found


Box = tuple[float, float, float, float]
"""Left, bottom, right and top."""


def _size(
    spec: LogoSpec, regions: tuple[Region, ...], frame: Box | None
) -> tuple[float, tuple[float, float, float, float], list[int]]:
    """How much larger the logo is made, the bounds of what is left of it, in its natural size,
    and which regions that is. Specks are measured at the final size, and the final size without
    them: a few rounds settle both; a frame is as large as it is. Raises LogoError."""
    across = [max(r.bounds[2] - r.bounds[0], r.bounds[3] - r.bounds[1]) for r in regions]
    left = list(range(len(regions)))
    while True:
        low_x, low_y, high_x, high_y = frame or _bounds([regions[k] for k in left])
        width, height = high_x - low_x, high_y - low_y
        if min(width, height) < SMALLEST_LOGO:
            raise LogoError("the logo is a single line or point")
        scale = {"file": 1.0, "width": spec.size / width, "height": spec.size / height}[spec.given]
        kept = [k for k in left if across[k] * scale >= spec.speck]
        if not kept:
            raise LogoError("all of the logo is smaller than the specks that are dropped")
        if len(kept) == len(left):
            return scale, (low_x, low_y, high_x, high_y), left
        left = kept


def _bounds(regions: list[Region]) -> Box:
    low_x, low_y, high_x, high_y = map(float, bounds_of(regions))
    return low_x, low_y, high_x, high_y
