"""Drawn profiles: points with exact coordinates, and the pieces between them."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Annotated, Literal

from pydantic import Field, field_validator

from tinstamp.job.curve import beside, through
from tinstamp.job.field import Shown
from tinstamp.job.formula import check_name
from tinstamp.job.profile import Piece, Point, counter_clockwise, crossing, risen
from tinstamp.job.values import Length, Value

To = Literal["line", "arc", "spline", "corner"]
"""What goes on from a point; a corner begins a spline of its own."""
SHORTEST_PIECE = 1e-4
"""mm; pieces shorter than this cannot be made."""


class Knot(Value):
    """A point of a profile and the piece that starts there.

    Attributes
    ----------
    name : of the piece, and of the face that it makes.
    rise : of an arc over its chord; positive to the right of the way along the profile.
    """

    name: Annotated[str, Shown("Name", "Name of the piece, and of the face that it makes")] = "a"
    x: Annotated[
        Length, Shown("x", "The radius of a turned profile, or the place to the right, mm")
    ] = "0 mm"
    y: Annotated[Length, Shown("y", "The height, or the place upwards, mm")] = "0 mm"
    to: Annotated[
        To,
        Shown(
            "Goes on as",
            words={"line": "Line", "arc": "Arc", "spline": "Spline", "corner": "Corner, spline"},
        ),
    ] = "line"
    rise: Annotated[
        Length,
        Shown(
            "Rise",
            "How far the arc stands over its chord, mm; positive to the right of the way",
            when={"to": ("arc",)},
        ),
    ] = "0 mm"

    @field_validator("name")
    @classmethod
    def _named(cls, name: str) -> str:
        return check_name(name)


Knots = Annotated[tuple[Knot, ...], Field(min_length=2, max_length=400)]


class ProfileError(ValueError):
    """A profile that cannot be made; `field` is the one at fault, such as `points.2.x`."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


def knot(name: str, x: float, y: float, to: To = "line", rise: float = 0.0) -> Knot:
    """A knot from plain figures, mm."""
    return Knot(name=name, x=f"{x:g} mm", y=f"{y:g} mm", to=to, rise=f"{rise:g} mm")


def at(values: Mapping[str, float], i: int, list_name: str = "points") -> Point:
    """The coordinates of point `i` of a list, mm."""
    return values[f"{list_name}.{i}.x"], values[f"{list_name}.{i}.y"]


def fresh_name(knots: Sequence[Knot]) -> str:
    """A short name that no piece bears yet: a, b, … z, aa, ab, …"""
    taken = {k.name for k in knots}
    letters = "abcdefghijklmnopqrstuvwxyz"
    for name in [*letters, *(a + b for a in letters for b in letters)]:
        if name not in taken and name not in ("mm", "cm", "in", "pt", "ft", "pi", "m"):
            return name
    raise ValueError("there are too many points")


def pieces(
    knots: Sequence[Knot],
    values: Mapping[str, float],
    closed: bool,
    list_name: str = "points",
    level_at_axis: bool = False,
) -> tuple[Piece, ...]:
    """The pieces between the points, in the order they were drawn.

    Consecutive spline pieces make one smooth curve, named after the first of them, up to
    the next corner.
    `level_at_axis` lets a spline that begins or ends on x = 0 leave it at a right angle, so
    that turning it makes no point there. Raises ProfileError.
    """
    spots = [at(values, i, list_name) for i in range(len(knots))]
    _check(knots, spots, closed, list_name)
    count = len(knots) if closed else len(knots) - 1
    made: list[Piece] = []
    i = 0
    while i < count:
        start, end = spots[i], spots[(i + 1) % len(knots)]
        this = knots[i]
        if this.to in ("spline", "corner"):
            run = [start]
            j = i
            while j < count and (j == i or knots[j].to == "spline"):
                run.append(spots[(j + 1) % len(knots)])
                j += 1
            made.append(_smooth(this.name, run, level_at_axis))
            i = j
            continue
        rise = values.get(f"{list_name}.{i}.rise", 0.0) if this.to == "arc" else 0.0
        if abs(rise) > 1e-9:
            made.append(risen(this.name, start, end, rise))
        else:
            made.append(Piece(this.name, start, end))
        i += 1
    _check_crossing(made, knots, closed, list_name)
    return tuple(made)


def _check(knots: Sequence[Knot], spots: list[Point], closed: bool, list_name: str) -> None:
    names = [k.name for k in knots]
    for i, name in enumerate(names):
        if name in names[:i]:
            raise ProfileError(f"{list_name}.{i}.name", f"two pieces are called “{name}”")
    if closed and len(knots) < 3 and not any(k.to == "arc" for k in knots):
        raise ProfileError(f"{list_name}.0.x", "a closed profile needs three points or an arc")
    pairs = zip(spots, spots[1:] + ([spots[0]] if closed else []), strict=False)
    for i, (a, b) in enumerate(pairs):
        if math.dist(a, b) < SHORTEST_PIECE:
            raise ProfileError(
                f"{list_name}.{(i + 1) % len(knots)}.x",
                f"this point lies on the one before it, “{names[i]}”",
            )


def _smooth(name: str, run: list[Point], level_at_axis: bool) -> Piece:
    def level(tip: Point, near: Point) -> Point | None:
        if not level_at_axis or abs(tip[0]) > 1e-9:
            return None
        return (math.copysign(1.0, near[0] - tip[0]), 0.0)

    first = level(run[0], run[1])
    last = level(run[-1], run[-2])
    spline = through(run, first, None if last is None else (-last[0], 0.0))
    return Piece(name, run[0], run[-1], spline=spline)


def _check_crossing(
    made: Sequence[Piece], knots: Sequence[Knot], closed: bool, list_name: str
) -> None:
    found = crossing(made, closed)
    if found is None:
        return
    names = [k.name for k in knots]
    a, b = made[found[0]].name, made[found[1]].name
    told = f"piece “{a}” crosses piece “{b}”" if a != b else f"piece “{a}” crosses itself"
    raise ProfileError(f"{list_name}.{names.index(b)}.x", told)


def closed_against_axis(made: Sequence[Piece]) -> tuple[Piece, ...]:
    """An open profile of radius x and height y joined to the axis by level ends, `start_end`
    and `finish_end`, and closed along the axis; counter-clockwise."""
    first, last = made[0].start, made[-1].end
    loop = list(made)
    if first[0] > SHORTEST_PIECE:
        loop.insert(0, Piece("start_end", (0.0, first[1]), first))
    if last[0] > SHORTEST_PIECE:
        loop.append(Piece("finish_end", last, (0.0, last[1])))
    loop.append(Piece("", (0.0, last[1]), (0.0, first[1])))
    return counter_clockwise(loop)


def walled(made: Sequence[Piece], wall: float, side: str, list_name: str) -> tuple[Piece, ...]:
    """An open profile given a wall: a closed loop of the drawn pieces, the ends, and the
    pieces of the other side, which are called NAME_back. mm.

    `side` says where the wall lies along the way of the profile: left, right or middle.
    Raises ProfileError where the wall does not fit.
    """
    out, back = {"left": (0.0, -wall), "right": (wall, 0.0), "middle": (wall / 2, -wall / 2)}[side]
    front = _parallel(made, out, list_name)
    rear = [p.renamed(f"{p.name}_back").reversed() for p in _parallel(made, back, list_name)][::-1]
    loop = [
        *front,
        Piece("finish_end", front[-1].end, rear[0].start),
        *rear,
        Piece("start_end", rear[-1].end, front[0].start),
    ]
    if (found := crossing(loop, True)) is not None:
        one = loop[found[0]].name.removesuffix("_back")
        raise ProfileError("wall", f"a wall of {wall:g} mm crosses itself at piece “{one}”")
    return counter_clockwise(loop)


def _parallel(made: Sequence[Piece], distance: float, list_name: str) -> list[Piece]:
    """Every piece moved to the right by a distance, corners of lines mitred."""
    if distance == 0.0:
        return list(made)
    moved = [_moved(piece, distance) for piece in made]
    for i in range(len(moved) - 1):
        a, b = made[i].tangent(True), made[i + 1].tangent(False)
        bend = a[0] * b[1] - a[1] * b[0]
        if abs(bend) < 1e-7 and a @ b > 0:
            continue
        straight = all(p.centre is None and p.spline is None for p in made[i : i + 2])
        if not straight or abs(bend) < 1e-3:
            raise ProfileError(
                "wall",
                f"between “{made[i].name}” and “{made[i + 1].name}” a wall needs a smooth joint "
                "or two straight lines",
            )
        p, q = moved[i].end, moved[i + 1].start
        step = ((q[0] - p[0]) * b[1] - (q[1] - p[1]) * b[0]) / bend
        corner = (p[0] + step * a[0], p[1] + step * a[1])
        moved[i] = Piece(moved[i].name, moved[i].start, corner)
        moved[i + 1] = Piece(moved[i + 1].name, corner, moved[i + 1].end)
    return moved


def _moved(piece: Piece, distance: float) -> Piece:
    if piece.spline is not None:
        try:
            spline = beside(piece.spline, distance)
        except ValueError as error:
            raise ProfileError("wall", f"piece “{piece.name}”: {error}") from error
        return Piece(piece.name, spline.poles[0], spline.poles[-1], spline=spline)

    def shifted(at_end: bool) -> Point:
        t = piece.tangent(at_end)
        p = piece.end if at_end else piece.start
        return (float(p[0] + distance * t[1]), float(p[1] - distance * t[0]))

    if piece.centre is not None:
        radius = piece.radius + math.copysign(1.0, piece.turn) * distance
        if radius < SHORTEST_PIECE:
            raise ProfileError(
                "wall",
                f"piece “{piece.name}” has a radius of {piece.radius:.3f} mm, too small for it",
            )
    return Piece(piece.name, shifted(False), shifted(True), piece.centre, piece.turn)
