"""Sheets of rolled walls: rims as the arcs that they are, and the sheet of another fibre than the
face's own."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from tinstamp.artwork.outline import Array, Outline, evaluate
from tinstamp.artwork.shapes import arc_pieces
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.output.result import OutputError

FIBRE_WITHIN = 1e-4
"""mm that outlines on the sheet of another fibre may stray"""
SAME_WITHIN = 1e-6
"""mm between the distances from the apex of two points of one parallel"""


def true_arcs(outline: Outline, chart: Chart) -> Outline:
    """The outline of a face with parallels of a cone as arcs about its apex, where its chart has
    short lines; any other outline as it is."""
    if not isinstance(chart, ConeChart):
        return outline
    apex = np.array([0.0, -chart.opening * chart.apex])
    away = outline.beziers[:, [0, 3]] - apex
    far = np.linalg.norm(away, axis=-1)
    along = outline.straight & (np.abs(far[:, 0] - far[:, 1]) < SAME_WITHIN)
    pieces, straight = [], []
    for poles, (one, other), is_arc, is_line in zip(
        outline.beziers, away, along, outline.straight, strict=True
    ):
        made = poles[None]
        if is_arc:
            turn = float(np.arctan2(one[0] * other[1] - one[1] * other[0], one @ other))
            made = arc_pieces((0.0, float(apex[1])), (float(poles[0, 0]), float(poles[0, 1])), turn)
            made[-1, 3] = poles[3]
        pieces.append(made)
        straight += [bool(is_line) and not is_arc] * len(made)
    return Outline(np.concatenate(pieces), np.array(straight))


def fibre_of(chart: Chart, deep: float, face: str) -> Callable[[Array], Array]:
    """From the sheet of a face to the sheet of what lies `deep` mm beneath it, which a wall is
    rolled from. Raises OutputError.

    A cylinder beneath is narrower in proportion; a cone beneath is a part of the same sector,
    nearer to the apex or further from it (plain geometry).
    """
    if isinstance(chart, CylinderChart):
        beneath = chart.radius - chart.sense * deep
        if beneath <= 0:
            raise OutputError(f"{deep:g} mm beneath “{face}” there is nothing left of the wall")
        narrow = np.array([beneath / chart.radius, 1.0])
        return lambda xy: xy * narrow
    if isinstance(chart, ConeChart):
        nearer = chart.sense * deep / np.tan(np.radians(abs(chart.slope)))
        if chart.apex + min(chart.opening * y for y in chart.bounds_slant) <= nearer:
            raise OutputError(f"{deep:g} mm beneath “{face}” there is nothing left of the wall")

        def on_cone(xy: Array) -> Array:
            apex = np.array([0.0, -chart.opening * chart.apex])
            away = xy - apex
            far = np.linalg.norm(away, axis=-1, keepdims=True)
            moved: Array = apex + away * (far - nearer) / far
            return moved

        return on_cone
    raise OutputError(f"“{face}” is not rolled: only a cylinder or a cone has other fibres")


def mapped(beziers: Array, there: Callable[[Array], Array]) -> tuple[Array, np.ndarray]:
    """Cubics (n, 4, 2) where a smooth map takes them, as cubics within `FIBRE_WITHIN` mm, and
    which of those are straight."""
    found: list[Array] = []
    todo = list(beziers[::-1])
    t = np.linspace(0.0, 1.0, 9)
    while todo:
        poles = todo.pop()
        true = there(evaluate(poles[None], t)[0])
        made = _through(poles, there)
        off = np.linalg.norm(evaluate(made[None], t)[0] - true, axis=-1).max()
        if off > FIBRE_WITHIN:
            a = (poles[:-1] + poles[1:]) / 2
            b = (a[:-1] + a[1:]) / 2
            middle = (b[0] + b[1]) / 2
            todo.append(np.array([middle, b[1], a[2], poles[3]]))
            todo.append(np.array([poles[0], a[0], b[0], middle]))
        else:
            found.append(made)
    cubics = np.stack(found)
    thirds = cubics[:, :1] + (cubics[:, 3:] - cubics[:, :1]) * np.array([[1 / 3], [2 / 3]])
    straight = np.abs(cubics[:, 1:3] - thirds).max(axis=(1, 2)) < 1e-9
    return cubics, straight


def _through(poles: Array, there: Callable[[Array], Array]) -> Array:
    """A cubic with the ends and the slopes that a mapped cubic has there."""
    step = 1e-4
    ends = there(poles[[0, 3]])
    first = there(poles[0] + step * (poles[1] - poles[0])) - ends[0]
    last = there(poles[3] - step * (poles[3] - poles[2])) - ends[1]
    return np.stack([ends[0], ends[0] + first / step, ends[1] + last / step, ends[1]])
