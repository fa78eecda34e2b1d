"""Lines on a sheet that artwork is drawn to while it is moved: middles, edges, other stamps."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart

NAMES = (("left side", "middle", "right side"), ("bottom", "middle", "top"))


@dataclass(frozen=True)
class Mark:
    """A line across the sheet: x = at when `axis` is 0, else y = at; and what it is."""

    axis: int
    at: float
    word: str


@dataclass(frozen=True)
class Shape:
    """What is moved: its box (least x, least y, greatest x, greatest y), its own line, mm."""

    box: tuple[float, float, float, float]
    line: float

    def places(self, axis: int) -> list[float]:
        low, high = self.box[axis], self.box[axis + 2]
        places = [low, (low + high) / 2, high]
        return [*places, self.line] if axis else places


def marks_of(chart: Chart, others: Sequence[tuple[str, Shape]]) -> list[Mark]:
    """What there is to be drawn to on a face whose sheet is level with it."""
    if not chart.affine:
        return []
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    marks = [
        Mark(1, (low_y + high_y) / 2, "middle of the face"),
        Mark(1, low_y, "lower edge"),
        Mark(1, high_y, "upper edge"),
    ]
    girth = chart.all_round.girth if chart.all_round is not None else None
    if girth is not None:
        marks += [Mark(0, k * girth / 8, f"{k * 45}°") for k in range(-3, 5)]
    else:
        marks += [
            Mark(0, (low_x + high_x) / 2, "middle of the face"),
            Mark(0, low_x, "left edge"),
            Mark(0, high_x, "right edge"),
        ]
    for name, shape in others:
        for axis in (0, 1):
            places = shape.places(axis)
            words = (*NAMES[axis], "line")
            marks += [
                Mark(axis, at, f"{word} of “{name}”")
                for at, word in zip(places, words[: len(places)], strict=True)
            ]
    return marks


def snapped(shape: Shape, marks: Sequence[Mark], within: float) -> tuple[Array, tuple[Mark, ...]]:
    """The move (2,), mm, that brings a shape onto the nearest lines, and those lines.

    Nothing further off than `within` mm counts; in each direction the nearest is taken, and
    of those as near the one that was named first.
    """
    by = np.zeros(2)
    found: list[Mark] = []
    for axis in (0, 1):
        near = [
            (abs(mark.at - place), mark.at - place, mark)
            for mark in marks
            if mark.axis == axis
            for place in shape.places(axis)
            if abs(mark.at - place) <= within
        ]
        if near:
            _, by[axis], mark = min(near, key=lambda n: round(n[0], 6))
            found.append(mark)
    return by, tuple(found)


def free_around(
    shape: Shape, chart: Chart, others: Sequence[tuple[str, Shape]]
) -> list[tuple[Array, Array]]:
    """Stretches from the four sides of a shape to what is next to it: another stamp that it
    would meet, or the edge of the face; each as two sheet points, mm."""
    box = np.array(shape.box)
    bounds = np.array(chart.bounds)
    middle = (box[:2] + box[2:]) / 2
    found = []
    for axis in (0, 1):
        across = 1 - axis
        beside = [
            np.array(o.box)
            for _, o in others
            if o.box[across] < box[across + 2] and o.box[across + 2] > box[across]
        ]
        for sign in (-1, 1):
            here = box[axis] if sign < 0 else box[axis + 2]
            stops = [b[axis + 2] if sign < 0 else b[axis] for b in beside]
            if not (chart.closed and axis == 0):
                stops.append(bounds[axis] if sign < 0 else bounds[axis + 2])
            ahead = [s for s in stops if (s - here) * sign > 1e-9]
            if ahead:
                a, b = middle.copy(), middle.copy()
                a[axis], b[axis] = here, min(ahead, key=lambda s: abs(s - here))
                found.append((a, b))
    return found
