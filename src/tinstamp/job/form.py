"""The shapes that features come to, once their sizes are known: plain geometry, mm.

A form says what is to be made and how its faces are called; `blank` makes the solid.
"""

from __future__ import annotations

from dataclasses import dataclass

from tinstamp.job.profile import Piece


@dataclass(frozen=True)
class Round:
    """A tube standing on z = 0; a solid round when the inner diameter is 0."""

    outer: float
    inner: float
    height: float


@dataclass(frozen=True)
class Extrusion:
    """A closed profile, counter-clockwise, carried from z = 0 up."""

    pieces: tuple[Piece, ...]
    height: float


@dataclass(frozen=True)
class Turning:
    """A closed profile of radius x and height y, counter-clockwise, turned about z.

    `sweep` is in degrees, about the front; 360 is a full turn.
    """

    pieces: tuple[Piece, ...]
    sweep: float = 360.0


@dataclass(frozen=True)
class Railed:
    """A profile as of a turning, whose reach a closed rail steers.

    At an angle the reach of a profile point of radius x is that part of the rail's reach
    that x is of `widest`.
    """

    pieces: tuple[Piece, ...]
    widest: float
    rail: tuple[Piece, ...]
    oval: tuple[float, float] | None


@dataclass(frozen=True)
class Skin:
    """A smooth skin over a rectangle about the origin, thickened downwards.

    `heights` runs by rows from the front to the back, each from left to right, mm.
    `pass_through`: the skin passes through them; else they are its control points.
    """

    length: float
    width: float
    heights: tuple[tuple[float, ...], ...]
    pass_through: bool
    thickness: float


@dataclass(frozen=True)
class Kept:
    """A solid of an imported file: the file's digest, which of its solids, a scale, and
    the faces' names in their order."""

    digest: str
    which: int
    scale: float
    names: tuple[str, ...]


Form = Round | Extrusion | Turning | Railed | Skin | Kept
