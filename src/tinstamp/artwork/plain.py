"""Plain shapes as artwork: line, rectangle, circle, polygon; filled or as a line."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Outline, Region
from tinstamp.artwork.shapes import circle, rectangle, regular, rounded_rectangle

ShapeKind = Literal["line", "rectangle", "circle", "polygon"]


@dataclass(frozen=True)
class ShapeSpec:
    """All that decides a plain shape; mm.

    Attributes
    ----------
    line : width of the outline towards the inside; 0 fills the shape.
    """

    shape: ShapeKind
    width: float
    height: float
    corner: float
    sides: int
    line: float


@lru_cache(maxsize=64)
def draw_shape(spec: ShapeSpec) -> Artwork:
    """The shape, standing on the origin. Raises ValueError when the line leaves no inside."""
    outer, inner = _outlines(spec)
    counters = () if inner is None else (inner.reversed(),)
    low = outer.bounds[1]
    region = Region(outer, counters).transformed(np.eye(2), np.array([0.0, -low]))
    bounds = region.bounds
    return Artwork(
        (region,), width=float(bounds[2] - bounds[0]), cap_height=float(bounds[3] - bounds[1])
    )


def _outlines(spec: ShapeSpec) -> tuple[Outline, Outline | None]:
    t = 2.0 * spec.line
    least = spec.width if spec.shape in ("circle", "polygon") else min(spec.width, spec.height)
    if spec.shape != "line" and t >= least:
        raise ValueError(f"a line of {spec.line:g} mm fills the shape: make it thinner, or 0")
    if spec.shape == "line":
        return rectangle(spec.width, spec.height), None
    if spec.shape == "circle":
        inner = circle((spec.width - t) / 2) if spec.line else None
        return circle(spec.width / 2), inner
    if spec.shape == "polygon":
        inner = regular(spec.sides, spec.width - t) if spec.line else None
        return regular(spec.sides, spec.width), inner
    outer = rounded_rectangle(spec.width, spec.height, spec.corner)
    if not spec.line:
        return outer, None
    corner = max(0.0, spec.corner - spec.line)
    return outer, rounded_rectangle(spec.width - t, spec.height - t, corner)
