"""Plain outlines: circle and rectangle."""

from __future__ import annotations

import numpy as np

from tinstamp.artwork.outline import Array, Outline, line, polygon

CIRCLE_PIECES = 16
"""Cubic pieces of a circle; 16 stray less than 1e-7 of the radius."""


def arc_pieces(centre: tuple[float, float], start: tuple[float, float], turn: float) -> Array:
    """An arc from `start` about `centre`, turning by `turn` radians (counter-clockwise
    when positive), as cubics (n, 4, 2), each of at most a sixteenth of a turn."""
    count = max(1, int(np.ceil(abs(turn) / (2.0 * np.pi / CIRCLE_PIECES) - 1e-9)))
    first = np.subtract(start, centre)
    angles = np.arctan2(first[1], first[0]) + turn * np.arange(count + 1) / count
    reach = 4.0 / 3.0 * np.tan(turn / count / 4.0)
    on = np.hypot(*first) * np.stack([np.cos(angles), np.sin(angles)], axis=-1)
    along = reach * np.stack([-on[:, 1], on[:, 0]], axis=-1)
    beziers: Array = np.stack([on[:-1], on[:-1] + along[:-1], on[1:] - along[1:], on[1:]], axis=1)
    return beziers + np.asarray(centre)


def circle(radius: float, clockwise: bool = False) -> Outline:
    """A circle about the origin, counter-clockwise unless asked otherwise, mm."""
    beziers = arc_pieces((0.0, 0.0), (radius, 0.0), 2.0 * np.pi)
    beziers[-1, 3] = beziers[0, 0]
    outline = Outline(beziers, np.zeros(len(beziers), dtype=bool))
    return outline.reversed() if clockwise else outline


def rectangle(width: float, height: float) -> Outline:
    """A rectangle about the origin, counter-clockwise, mm."""
    x, y = width / 2.0, height / 2.0
    return polygon([(-x, -y), (x, -y), (x, y), (-x, y)])


def rounded_rectangle(width: float, height: float, corner: float) -> Outline:
    """A rectangle about the origin with round corners, counter-clockwise, mm."""
    if corner <= 0:
        return rectangle(width, height)
    x, y, r = width / 2.0, height / 2.0, min(corner, width / 2.0, height / 2.0)
    ring: list[Array] = []
    straight: list[bool] = []
    centres = [(x - r, -y + r), (x - r, y - r), (-x + r, y - r), (-x + r, -y + r)]
    starts = [(0.0, -1.0), (1.0, 0.0), (0.0, 1.0), (-1.0, 0.0)]
    corners = [
        arc_pieces(c, (c[0] + r * s[0], c[1] + r * s[1]), np.pi / 2)
        for c, s in zip(centres, starts, strict=True)
    ]
    for k, arc in enumerate(corners):
        ring += list(arc)
        straight += [False] * len(arc)
        after = corners[(k + 1) % 4][0, 0]
        if np.linalg.norm(after - arc[-1, 3]) > 1e-9:
            ring.append(line(arc[-1, 3], after))
            straight.append(True)
        else:
            ring[-1][3] = after
    return Outline(np.stack(ring), np.array(straight))


def regular(sides: int, across: float) -> Outline:
    """A regular polygon round a circle of diameter `across`, a side below, mm."""
    reach = across / 2.0 / np.cos(np.pi / sides)
    angles = -np.pi / 2 + np.pi / sides + 2.0 * np.pi * np.arange(sides) / sides
    return polygon([(reach * np.cos(a), reach * np.sin(a)) for a in angles])


def rectangle_between(low: tuple[float, float], high: tuple[float, float]) -> Outline:
    """The rectangle with two opposite corners, mm, counter-clockwise."""
    (a, b), (c, d) = low, high
    return polygon([(a, b), (c, b), (c, d), (a, d)])
