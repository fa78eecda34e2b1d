"""Flat artwork at true size, whatever it was made from."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from tinstamp.artwork.outline import Outline, Region, bounds_of
from tinstamp.artwork.shapes import rounded_rectangle


@dataclass(frozen=True)
class Letter:
    """One shaped glyph: where its origin stands and how far it advances, in mm.

    Attributes
    ----------
    index : of the character in the text. row : the line that it stands on.
    """

    index: int
    glyph: int
    x: float
    y: float
    advance: float
    row: int = 0


@dataclass(frozen=True, eq=False)
class Mended:
    """What was done to a logo's outlines.

    Attributes
    ----------
    before, after : pieces of all outlines. deviation : greatest move of an outline, mm.
    specks : outlines taken away. natural : width and height as the file says, mm.
    doubles : lines that were there twice. joined : ends that were brought together.
    crossings : places where lines cross themselves, parted there.
    lines : the drawing as it came, polylines (n, 2).
    """

    before: int
    after: int
    deviation: float
    specks: int
    natural: tuple[float, float]
    doubles: int = 0
    joined: int = 0
    crossings: tuple[tuple[float, float], ...] = ()
    lines: tuple[np.ndarray, ...] = ()


@dataclass(frozen=True, eq=False)
class Artwork:
    """Flat artwork at true size, in mm. One is told from another by identity.

    The origin of text is at the start, centre or end (by alignment) of its first baseline;
    that of other artwork is in the middle of its lower edge.

    Attributes
    ----------
    regions : inked regions, none overlapping another.
    letters : shaped glyphs in visual order.
    missing : characters that the font lacks, each once.
    width : widest line by its advances.
    cap_height : height of the capitals, or of the artwork.
    notes : what was left out or assumed. marks : places that need a look, mm.
    waits : it stands in for what is still being drawn.
    """

    regions: tuple[Region, ...]
    letters: tuple[Letter, ...] = ()
    missing: tuple[str, ...] = ()
    width: float = 0.0
    cap_height: float = 0.0
    notes: tuple[str, ...] = ()
    marks: tuple[tuple[float, float], ...] = ()
    mended: Mended | None = None
    waits: bool = False

    @cached_property
    def bounds(self) -> np.ndarray:
        """(4,) bounds of the ink."""
        return bounds_of(self.regions)

    @property
    def area(self) -> float:
        return sum(region.area for region in self.regions)


@dataclass(frozen=True)
class Frame:
    """A line round artwork, mm: its distance from the ink, its width, its corners' radius
    on the inside."""

    gap: float
    line: float
    corner: float


def framed(artwork: Artwork, frame: Frame) -> Artwork:
    """The artwork within a frame."""
    if not artwork.regions:
        return artwork
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    middle = np.array([(low_x + high_x) / 2, (low_y + high_y) / 2])
    width, height = high_x - low_x + 2 * frame.gap, high_y - low_y + 2 * frame.gap
    corner = min(frame.corner, width / 2, height / 2)
    outer_corner = corner + frame.line if corner > 0 else 0.0
    outer = rounded_rectangle(width + 2 * frame.line, height + 2 * frame.line, outer_corner)
    inner = rounded_rectangle(width, height, corner).reversed()
    ring = Region(_at(outer, middle), (_at(inner, middle),))
    return replace(artwork, regions=(*artwork.regions, ring))


def _at(outline: Outline, middle: np.ndarray) -> Outline:
    return outline.transformed(np.eye(2), middle)


Shifts = tuple[tuple[int, float, float], ...]
"""Moves of single letters: the character's index, and mm across and up."""


def shifted_letters(regions: tuple[Region, ...], shifts: Shifts) -> tuple[Region, ...]:
    """Regions with single letters moved; one that is joined to others stays."""
    by = {index: np.array([dx, dy]) for index, dx, dy in shifts}
    return tuple(
        r.transformed(np.eye(2), by[r.letters[0]])
        if len(r.letters) == 1 and r.letters[0] in by
        else r
        for r in regions
    )


@dataclass(frozen=True)
class Flip:
    """Artwork turned over: (x, y) becomes (fx x + dx, fy y + dy), each f 1 or -1."""

    fx: float
    fy: float
    dx: float
    dy: float

    def regions(self, regions: tuple[Region, ...]) -> tuple[Region, ...]:
        matrix, shift = np.diag([self.fx, self.fy]), np.array([self.dx, self.dy])
        return tuple(r.transformed(matrix, shift) for r in regions)

    def start(self, x: float, advance: float) -> float:
        """Where a letter's origin comes to stand."""
        return self.dx + self.fx * (x + (advance if self.fx < 0 else 0.0))


def flip_of(artwork: Artwork, mirrored: bool, upside_down: bool) -> Flip:
    """As in a mirror, for dies and moulds, left and right change; upside down artwork is
    turned by 180° where it stands."""
    if not upside_down:
        return Flip(-1.0, 1.0, 0.0, 0.0)
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    across, up = low_x + high_x, low_y + high_y
    return Flip(1.0, -1.0, -across, up) if mirrored else Flip(-1.0, -1.0, across, up)


def flipped(artwork: Artwork, flip: Flip) -> Artwork:
    """The artwork turned over."""
    return replace(
        artwork,
        regions=flip.regions(artwork.regions),
        letters=tuple(replace(x, x=flip.start(x.x, x.advance)) for x in artwork.letters),
        marks=tuple((flip.fx * x + flip.dx, flip.fy * y + flip.dy) for x, y in artwork.marks),
    )


def grown(artwork: Artwork, factor: float) -> Artwork:
    """The artwork larger or smaller, about its origin."""
    return replace(
        artwork,
        regions=scaled(artwork.regions, factor),
        letters=tuple(
            replace(x, x=x.x * factor, y=x.y * factor, advance=x.advance * factor)
            for x in artwork.letters
        ),
        marks=tuple((x * factor, y * factor) for x, y in artwork.marks),
        width=artwork.width * factor,
        cap_height=artwork.cap_height * factor,
    )


def scaled(regions: tuple[Region, ...], factor: float) -> tuple[Region, ...]:
    """Regions larger or smaller, about the origin."""
    return tuple(region.transformed(factor * np.eye(2), np.zeros(2)) for region in regions)
