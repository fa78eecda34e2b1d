"""Cubic curves as lines and arcs of circles within a tolerance, for machines that know no others.

Each curve becomes two arcs that meet in a common tangent (a biarc), or is halved until they follow
it. Source: any text on biarcs; K. M. Bolton, Biarc curves, Computer-Aided Design 7 (1975), from
memory.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array, Outline, evaluate

DEEPEST = 12
"""times that a curve is halved at most"""
TRIED = np.linspace(0.0, 1.0, 17)
"""where on a curve its arcs are held against it"""
MOST_TURN = 100.0
"""degrees that the control polygon of a curve turns which two arcs can follow"""
FLAT = 1e-9
"""mm of sagitta under which an arc is a line"""
AS_CIRCLE = 4e-4
"""Part of its radius that a circle of four cubics strays, with a third over: a quarter turn by one
cubic strays 2.7e-4 (any text on Bézier curves)."""


@dataclass(frozen=True)
class Piece:
    """A line or an arc from one point to another, (2,) mm.

    Attributes
    ----------
    bulge : tangent of a quarter of the arc's angle, positive counter-clockwise; 0 for a line.
    """

    start: Array
    end: Array
    bulge: float = 0.0

    @property
    def turn(self) -> float:
        """The arc's angle, radians, positive counter-clockwise."""
        return float(4.0 * np.arctan(self.bulge))

    @property
    def centre(self) -> Array:
        """Of an arc, (2,) mm."""
        chord = self.end - self.start
        across = np.array([-chord[1], chord[0]])
        middle: Array = (self.start + self.end) / 2 + across * (1 - self.bulge**2) / (
            4 * self.bulge
        )
        return middle

    @property
    def length(self) -> float:
        """mm"""
        chord = float(np.hypot(*(self.end - self.start)))
        half = abs(self.turn) / 2
        return chord if half < 1e-12 else chord * half / float(np.sin(half))

    def points(self, within: float) -> Array:
        """Points along it, (n, 2), both ends among them, whose lines stray less than that, mm."""
        if not self.bulge:
            return np.array([self.start, self.end])
        radius = float(np.hypot(*(self.start - self.centre)))
        step = 2.0 * np.arccos(max(0.0, 1.0 - within / radius)) if within < radius else 1.0
        count = max(2, int(np.ceil(abs(self.turn) / max(step, 1e-4))) + 1)
        angles = np.linspace(0.0, self.turn, count)
        away = self.start - self.centre
        c, s = np.cos(angles), np.sin(angles)
        turned = np.stack([c * away[0] - s * away[1], s * away[0] + c * away[1]], axis=-1)
        found: Array = self.centre + turned
        found[0], found[-1] = self.start, self.end
        return found


def pieces_of(beziers: Array, within: float) -> list[Piece]:
    """Lines and arcs, one after the other, that follow cubics (n, 4, 2) within that, mm."""
    found: list[Piece] = []
    for poles in beziers:
        _follow(poles, within, found, DEEPEST)
    return found


def circle_of(outline: Outline) -> tuple[Array, float] | None:
    """The centre (2,) and radius of an outline that is a circle, mm, with the outline's own area;
    None for any other."""
    if len(outline) < 3 or outline.straight.any():
        return None
    points = evaluate(outline.beziers, np.linspace(0.0, 1.0, 9)[:-1]).reshape(-1, 2)
    matrix = np.column_stack([2.0 * points, np.ones(len(points))])
    (x, y, rest), *_ = np.linalg.lstsq(matrix, (points**2).sum(axis=1), rcond=None)
    centre = np.array([x, y])
    square = rest + x * x + y * y
    if square <= 0:
        return None
    radius = float(np.sqrt(square))
    off = np.abs(np.hypot(*(points - centre).T) - radius)
    round_ = abs(abs(outline.area) - np.pi * radius**2) < 4 * AS_CIRCLE * np.pi * radius**2
    if off.max() > AS_CIRCLE * radius or not round_:
        return None
    return centre, float(np.sqrt(abs(outline.area) / np.pi))


def _follow(poles: Array, within: float, found: list[Piece], deeper: int) -> None:
    run = poles[3] - poles[0]
    bend = np.abs(poles[1:3] - poles[0] - np.outer([1 / 3, 2 / 3], run)).max()
    if bend < min(within, 1e-6):
        if np.abs(run).max() > 1e-12:
            found.append(Piece(poles[0], poles[3]))
        return
    made = _biarc(poles) if _turning(poles) < MOST_TURN else None
    if deeper == 0 or (made is not None and _off(poles, made) <= within):
        found += made if made is not None else [Piece(poles[0], poles[3])]
        return
    left, right = _halved(poles)
    _follow(left, within, found, deeper - 1)
    _follow(right, within, found, deeper - 1)


def _turning(poles: Array) -> float:
    """How far the control polygon of a cubic turns, degrees: no less than the curve itself."""
    legs = np.diff(poles, axis=0)
    legs = legs[np.linalg.norm(legs, axis=1) > 1e-9]
    angles = np.arctan2(
        legs[:-1, 0] * legs[1:, 1] - legs[:-1, 1] * legs[1:, 0], (legs[:-1] * legs[1:]).sum(axis=1)
    )
    return float(np.degrees(np.abs(angles)).sum())


def _halved(p: Array) -> tuple[Array, Array]:
    """Both halves of a cubic, by de Casteljau."""
    a = (p[:-1] + p[1:]) / 2
    b = (a[:-1] + a[1:]) / 2
    c = (b[0] + b[1]) / 2
    return np.array([p[0], a[0], b[0], c]), np.array([c, b[1], a[2], p[3]])


def _tangents(p: Array) -> tuple[Array, Array] | None:
    ends = []
    for order in ((0, 1, 2, 3), (3, 2, 1, 0)):
        for k in order[1:]:
            away = p[k] - p[order[0]]
            size = float(np.hypot(*away))
            if size > 1e-9:
                ends.append(away / size)
                break
    return (ends[0], -ends[1]) if len(ends) == 2 else None


def _biarc(p: Array) -> list[Piece] | None:
    """Two arcs with the ends and tangents of a cubic, each as long from its end to the tangents'
    crossing as the other; None where there are none."""
    tangents = _tangents(p)
    if tangents is None:
        return None
    t1, t2 = tangents
    v = p[3] - p[0]
    both = t1 + t2
    a, b, c = 2.0 * (1.0 - float(t1 @ t2)), 2.0 * float(v @ both), -float(v @ v)
    if abs(a) < 1e-12:
        if abs(b) < 1e-12:
            return None
        d = -c / b
    else:
        d = (-b + np.sqrt(max(0.0, b * b - 4 * a * c))) / (2 * a)
    if not np.isfinite(d) or d <= 0:
        return None
    joint = (p[0] + p[3] + d * (t1 - t2)) / 2
    return [
        Piece(p[0], joint, _bulge(p[0], joint, t1)),
        Piece(joint, p[3], -_bulge(p[3], joint, -t2)),
    ]


def _bulge(start: Array, end: Array, tangent: Array) -> float:
    """Of the arc that leaves `start` along a tangent and comes to `end`."""
    chord = end - start
    size = float(np.hypot(*chord))
    if size < 1e-12:
        return 0.0
    half = np.arctan2(
        tangent[0] * chord[1] - tangent[1] * chord[0], float(tangent @ chord)
    )  # half the arc's angle
    bulge = float(np.tan(half / 2))
    return bulge if abs(bulge) * size / 2 > FLAT else 0.0


def _off(poles: Array, pieces: list[Piece]) -> float:
    """How far a cubic is from its two arcs, mm."""
    points = evaluate(poles[None], TRIED)[0]
    apart = []
    for piece in pieces:
        if piece.bulge:
            away = points - piece.centre
            radius = float(np.hypot(*(piece.start - piece.centre)))
            near = np.abs(np.hypot(*away.T) - radius)
            chord = piece.end - piece.start
            side = (points - piece.start) @ chord / (chord @ chord)
            apart.append(np.where((side > -0.01) & (side < 1.01), near, np.inf))
        else:
            chord = piece.end - piece.start
            size = max(float(np.hypot(*chord)), 1e-12)
            away = points - piece.start
            apart.append(np.abs(away[:, 0] * chord[1] - away[:, 1] * chord[0]) / size)
    return float(np.min(apart, axis=0).max())
