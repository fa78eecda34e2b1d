"""Closed profiles of lines and arcs, each piece with the name of the face it makes.

Plain geometry in the plane, mm; a loop runs counter-clockwise with the material on its
left.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

Point = tuple[float, float]


@dataclass(frozen=True)
class Piece:
    """A line, or an arc where `centre` is given.

    Attributes
    ----------
    turn : radians that an arc turns, positive counter-clockwise (a bulge outwards),
        negative clockwise (a hollow); 0 for a line.
    """

    name: str
    start: Point
    end: Point
    centre: Point | None = None
    turn: float = 0.0

    @property
    def radius(self) -> float:
        """Of an arc, mm. Raises ValueError for a line."""
        if self.centre is None:
            raise ValueError("a line has no radius")
        return math.dist(self.start, self.centre)

    @property
    def length(self) -> float:
        """mm."""
        if self.centre is None:
            return math.dist(self.start, self.end)
        return self.radius * abs(self.turn)


def around(degrees: float, radius: float, centre: Point = (0.0, 0.0)) -> Point:
    """The point at an angle from the front (−y), counter-clockwise from above."""
    angle = math.radians(degrees)
    return (centre[0] + radius * math.sin(angle), centre[1] - radius * math.cos(angle))


def arc(name: str, centre: Point, radius: float, start: float, end: float) -> Piece:
    """An arc between two angles from the front, degrees."""
    turn = math.radians(end - start)
    return Piece(name, around(start, radius, centre), around(end, radius, centre), centre, turn)


def plate_profile(length: float, width: float, corner: float) -> tuple[Piece, ...]:
    """A rectangle about the origin, its corners rounded when `corner` is not 0."""
    x, y, r = length / 2, width / 2, corner
    lines = [
        Piece("front", (-x + r, -y), (x - r, -y)),
        Piece("right", (x, -y + r), (x, y - r)),
        Piece("back", (x - r, y), (-x + r, y)),
        Piece("left", (-x, y - r), (-x, -y + r)),
    ]
    if r == 0:
        return tuple(lines)
    centres = [(x - r, -y + r), (x - r, y - r), (-x + r, y - r), (-x + r, -y + r)]
    names = ["front_right", "back_right", "back_left", "front_left"]
    pieces = []
    for k, line in enumerate(lines):
        pieces += [line, arc(names[k], centres[k], r, 90.0 * k, 90.0 * (k + 1))]
    return tuple(pieces)


def prism_profile(sides: int, across_flats: float) -> tuple[Piece, ...]:
    """A regular polygon round a circle of that diameter; side 1 looks to the front, the
    others follow counter-clockwise from above."""
    reach = across_flats / 2 / math.cos(math.pi / sides)
    step = 360.0 / sides
    corners = [around(step * (k - 0.5), reach) for k in range(sides + 1)]
    return tuple(Piece(f"side_{k + 1}", corners[k], corners[k + 1]) for k in range(sides))


def ring_profile(outer: float, inner: float, degrees: float) -> tuple[Piece, ...]:
    """A part of a ring, open at the back, from its diameters and the arc it covers."""
    half = degrees / 2
    out = arc("outer", (0.0, 0.0), outer / 2, -half, half)
    into = arc("inner", (0.0, 0.0), inner / 2, half, -half)
    return (
        out,
        Piece("right_end", out.end, into.start),
        into,
        Piece("left_end", into.end, out.start),
    )
