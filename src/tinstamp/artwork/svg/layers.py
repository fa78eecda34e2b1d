"""What an SVG drawing paints, layer upon layer, in px of its page."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.artwork.svg.colour import Colour
from tinstamp.artwork.svg.path_data import Run


@dataclass(frozen=True)
class Stroke:
    """How a line is drawn, in the units of its element (SVG 2, 13.5)."""

    width: float
    cap: str = "butt"
    join: str = "miter"
    miter: float = 4.0
    dash: tuple[float, ...] = ()
    offset: float = 0.0


@dataclass(frozen=True)
class Layer:
    """One fill or stroke.

    Attributes
    ----------
    runs : in the units of the element; `matrix`, (3, 3), brings them to px of the page.
    stroke : None for a fill. paint : colour, its opacity that of all groups round it too.
    clips : it shows only where every one of them lets it.
    """

    runs: tuple[Run, ...]
    matrix: Array
    even_odd: bool
    paint: Colour
    stroke: Stroke | None = None
    clips: tuple[Clip, ...] = ()


@dataclass(frozen=True)
class Clip:
    """Where something shows: layers one after the other, each with True where it lets things
    show, False where it hides them again. `beyond` tells what is beside them all."""

    parts: tuple[tuple[Layer, bool], ...]


def points_of(runs: tuple[Run, ...], matrix: Array) -> Array:
    """All points of runs, controls too, (n, 2), in px of the page."""
    flat = [p for run in runs for _, ps in run.commands for p in ps]
    points = np.array(flat, dtype=float).reshape(-1, 2)
    return np.asarray(points @ matrix[:2, :2].T + matrix[:2, 2], dtype=float)


def box_runs(x: float, y: float, wide: float, high: float) -> tuple[Run, ...]:
    """A rectangle."""
    corners = [(x, y), (x + wide, y), (x + wide, y + high), (x, y + high)]
    return (Run([("M", (corners[0],)), *(("L", (c,)) for c in corners[1:])], True),)


WHITE = Colour(1.0, 1.0, 1.0)
"""What a clip is painted with."""
