"""A logo from a file, cleaned up and at its size."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from tinstamp.artwork.crossing import crossings
from tinstamp.artwork.drawn import Artwork, Mended
from tinstamp.artwork.outline import bounds_of
from tinstamp.artwork.svg import Drawing, LogoError, read_svg
from tinstamp.artwork.tidy import Tidied, tidy

FileKind = Literal["svg", "dxf", "png", "jpg"]
SMALLEST = 1e-3
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


@lru_cache(maxsize=32)
def _read(file: FileData, unit: float, join: float, stroke: float, threshold: float) -> Drawing:
    if file.kind == "svg":
        return read_svg(file.data)
    if file.kind == "dxf":
        from tinstamp.artwork.dxf_logo import read_dxf

        return read_dxf(file.data, unit, join, stroke)
    from tinstamp.artwork.trace import trace

    return trace(file.data, threshold)


@lru_cache(maxsize=32)
def draw_logo(spec: LogoSpec) -> Artwork:
    """The logo, standing on the origin in the middle of its width. Raises LogoError."""
    drawing = _read(spec.file, spec.unit, spec.join, spec.stroke, spec.threshold)
    marks = getattr(drawing, "open_ends", ())
    if not drawing.regions:
        return Artwork((), notes=drawing.notes, marks=tuple((m.x, m.y) for m in marks))
    low_x, low_y, high_x, high_y = map(float, bounds_of(drawing.regions))
    width, height = high_x - low_x, high_y - low_y
    if min(width, height) < SMALLEST:
        raise LogoError("the logo is a single line or point")
    scale = {"file": 1.0, "width": spec.size / width, "height": spec.size / height}[spec.given]
    if spec.given == "file" and spec.file.kind in ("png", "jpg"):
        raise LogoError("a picture has no size of its own: give its width or height")
    shift = -scale * np.array([(low_x + high_x) / 2, low_y])
    regions = [r.transformed(np.eye(2) * scale, shift) for r in drawing.regions]
    made: Tidied = tidy(regions, spec.speck, spec.reduce)
    lines = tuple(line * scale + shift for line in drawing.lines)
    mended = Mended(
        made.before,
        made.after,
        made.deviation,
        made.specks,
        (width, height),
        drawing.doubles,
        drawing.joined,
        tuple(crossings(lines)),
        lines,
    )
    ends = tuple((m.x * scale + shift[0], m.y * scale + shift[1]) for m in marks)
    return Artwork(
        made.regions,
        width=width * scale,
        cap_height=height * scale,
        notes=drawing.notes,
        marks=ends,
        mended=mended,
    )
