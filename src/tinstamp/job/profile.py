"""Profiles of lines, arcs and splines, each piece with the name of the face it makes.

Plain geometry in the plane, mm; a closed loop runs counter-clockwise with the material on
its left.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from tinstamp.job.curve import Spline

Point = tuple[float, float]


@dataclass(frozen=True)
class Piece:
    """A line, an arc where `centre` is given, or a spline.

    Attributes
    ----------
    name : of the face it makes; "" for a piece that makes none, such as one on an axis.
    turn : radians that an arc turns, positive counter-clockwise (a bulge outwards),
        negative clockwise (a hollow); 0 for a line.
    spline : the curve of a spline piece.
    """

    name: str
    start: Point
    end: Point
    centre: Point | None = None
    turn: float = 0.0
    spline: Spline | None = None

    @property
    def radius(self) -> float:
        """Of an arc, mm. Raises ValueError for another piece."""
        if self.centre is None:
            raise ValueError("only an arc has a radius")
        return math.dist(self.start, self.centre)

    @property
    def length(self) -> float:
        """mm."""
        if self.spline is not None:
            return self.spline.length
        if self.centre is None:
            return math.dist(self.start, self.end)
        return self.radius * abs(self.turn)

    def points(self, steps: int = 24) -> np.ndarray:
        """Points along the piece, (n, 2), both ends with it; a line gives its ends."""
        if self.spline is not None:
            return self.spline.points(steps)
        if self.centre is None:
            return np.array([self.start, self.end])
        count = max(2, int(np.ceil(steps * abs(self.turn) / math.pi)) + 1)
        first = np.subtract(self.start, self.centre)
        angles = np.arctan2(first[1], first[0]) + self.turn * np.linspace(0.0, 1.0, count)
        ring = self.radius * np.stack([np.cos(angles), np.sin(angles)], axis=-1)
        return ring + np.asarray(self.centre)

    def tangent(self, at_end: bool) -> np.ndarray:
        """Unit direction (2,) at the start or the end."""
        if self.spline is not None:
            along = self.spline.tangent(at_end)
        elif self.centre is None:
            along = np.subtract(self.end, self.start)
        else:
            reach = np.subtract(self.end if at_end else self.start, self.centre)
            along = math.copysign(1.0, self.turn) * np.array([-reach[1], reach[0]])
        return np.asarray(along / np.linalg.norm(along))

    def reversed(self) -> Piece:
        """The same piece run the other way."""
        spline = self.spline.reversed() if self.spline is not None else None
        return Piece(self.name, self.end, self.start, self.centre, -self.turn, spline)

    def renamed(self, name: str) -> Piece:
        """The same piece for a face of another name."""
        return replace(self, name=name)


def around(degrees: float, radius: float, centre: Point = (0.0, 0.0)) -> Point:
    """The point at an angle from the front (−y), counter-clockwise from above."""
    angle = math.radians(degrees)
    return (centre[0] + radius * math.sin(angle), centre[1] - radius * math.cos(angle))


def arc(name: str, centre: Point, radius: float, start: float, end: float) -> Piece:
    """An arc between two angles from the front, degrees."""
    turn = math.radians(end - start)
    return Piece(name, around(start, radius, centre), around(end, radius, centre), centre, turn)


def risen(name: str, start: Point, end: Point, rise: float) -> Piece:
    """An arc by its rise over the chord, mm: positive to the right of the way from start
    to end, which is outwards on a counter-clockwise loop.

    With chord c and rise h the radius is (c² / 4 + h²) / 2h and the angle 4 atan(2h / c):
    the segment of a circle in any handbook.
    """
    chord = math.dist(start, end)
    turn = 4.0 * math.atan(2.0 * rise / chord)
    radius = (chord * chord / 4.0 + rise * rise) / (2.0 * rise)
    along = ((end[0] - start[0]) / chord, (end[1] - start[1]) / chord)
    back = radius - rise  # from the chord to the centre, to the left
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    centre = (middle[0] - along[1] * back, middle[1] + along[0] * back)
    return Piece(name, start, end, centre, turn)


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


def signed_area(pieces: Sequence[Piece]) -> float:
    """Area within a closed loop, mm², positive when it runs counter-clockwise; splines
    as fine polygons, good for the sign."""
    points = np.concatenate([piece.points()[:-1] for piece in pieces])
    x, y = points[:, 0], points[:, 1]
    return float(np.sum(x * np.roll(y, -1) - np.roll(x, -1) * y) / 2.0)


def counter_clockwise(pieces: Sequence[Piece]) -> tuple[Piece, ...]:
    """The loop run so that its area is positive."""
    if signed_area(pieces) >= 0:
        return tuple(pieces)
    return tuple(piece.reversed() for piece in reversed(pieces))


def bounds(pieces: Sequence[Piece]) -> tuple[float, float, float, float]:
    """Least x, least y, greatest x, greatest y, mm."""
    points = np.concatenate([piece.points(96) for piece in pieces])
    low, high = points.min(axis=0), points.max(axis=0)
    return float(low[0]), float(low[1]), float(high[0]), float(high[1])


def crossing(pieces: Sequence[Piece], closed: bool) -> tuple[int, int] | None:
    """The first two pieces that meet elsewhere than where one follows the other, or one
    piece, twice, that crosses itself; None when the profile is clean."""
    import shapely

    lines = [shapely.LineString(piece.points()) for piece in pieces]
    for i, line in enumerate(lines):
        if len(pieces) > 1 and not line.is_simple:
            return i, i
    for i, one in enumerate(lines):
        for j in range(i + 1, len(lines)):
            joints = []
            if j == i + 1:
                joints.append(pieces[i].end)
            if closed and i == 0 and j == len(lines) - 1:
                joints.append(pieces[0].start)
            met = one.intersection(lines[j])
            for joint in joints:
                met = met.difference(shapely.Point(joint).buffer(1e-6))
            if not met.is_empty:
                return i, j
    return None
