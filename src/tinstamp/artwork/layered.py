"""Layers of paint with what each is taken as: their ink, and their study to choose by."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.inks import RING_UNITS, Study, Use, Uses, Wash, covers
from tinstamp.artwork.painted import Joined, Painted, Shape, Without, rings_of

Bounds = tuple[float, float, float, float]
"""Left, bottom, right and top."""


@dataclass(frozen=True)
class Coat:
    """One layer of paint: what its colour is called in a choice, its red, green and blue and its
    opacity (0 to 1 each), its luminance, and its shape in mm."""

    colour: str
    rgb: tuple[float, float, float]
    opaque: float
    light: float
    shape: Shape


def leaves(shapes: Sequence[Shape]) -> list[Painted]:
    """The paths of shapes, without what only clips or cuts them."""
    found: list[Painted] = []
    waiting = list(shapes)
    while waiting:
        shape = waiting.pop()
        if isinstance(shape, Painted):
            found.append(shape)
        elif isinstance(shape, Joined):
            waiting += shape.parts
        else:
            waiting.append(shape.shape)
    return found[::-1]


def inked(layers: Sequence[tuple[Use, Shape]]) -> list[Shape]:
    """Shapes whose union is the ink: what is cut goes out of all that lies under it."""
    found: list[Shape] = []
    cuts: list[tuple[Shape, Bounds]] = []
    for use, shape in reversed(layers):
        box = box_of([shape])
        if use == "cut":
            cuts.append((shape, box))
            continue
        over = tuple(cut for cut, theirs in cuts if _meet(box, theirs))
        found.append(Without(shape, Joined(over)) if over else shape)
    return found[::-1]


def box_of(shapes: Sequence[Shape]) -> Bounds:
    """The bounds of shapes, mm, their controls counted."""
    points = np.array(
        [p for leaf in leaves(shapes) for c in leaf.contours for _, ps in c for p in ps]
    ).reshape(-1, 2)
    if not len(points):
        return 0.0, 0.0, 0.0, 0.0
    (a, b), (c, d) = points.min(axis=0).tolist(), points.max(axis=0).tolist()
    return a, b, c, d


def _meet(a: Bounds, b: Bounds) -> bool:
    return a[0] <= b[2] and b[0] <= a[2] and a[1] <= b[3] and b[1] <= a[3]


def washed(coat: Coat, box: Bounds) -> Wash:
    """A layer of paint in parts of a drawing's size. Raises LogoError."""
    rings = rings_of(coat.shape, np.array(box[:2]), _size(box), RING_UNITS)
    arrays = tuple(np.array(ring, dtype=np.int64) for ring in rings)
    return Wash(coat.colour, coat.rgb, coat.opaque, coat.light, arrays)


def on_a_page(coats: Sequence[Coat]) -> bool:
    """True when the lowest layer covers the drawing like a page. Raises LogoError."""
    box = box_of([coat.shape for coat in coats])
    return bool(coats) and covers(washed(coats[0], box), _page(box))


def _size(box: Bounds) -> float:
    return max(box[2] - box[0], box[3] - box[1], 1e-9)


def _page(box: Bounds) -> tuple[float, float]:
    return (box[2] - box[0]) / _size(box), (box[3] - box[1]) / _size(box)


def studied(coats: Sequence[Coat], suggested: Uses = ()) -> Study:
    """Layers of paint, from the lowest, to choose by. Raises LogoError."""
    box = box_of([coat.shape for coat in coats])
    washes = tuple(washed(coat, box) for coat in coats)
    return Study(washes, (box[0], box[1]), _size(box), _page(box), suggested)
