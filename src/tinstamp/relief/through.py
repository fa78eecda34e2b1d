"""Lines run through what two solids differ in: the guard's way of looking."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.relief.crossable import Crossable

DEPTH_STRAY = 3e-3
"""mm by which a change may be deeper or higher than asked: the sum of all fitting."""


@dataclass(frozen=True)
class Ink:
    """Regions as polygons on the sheet, one by one and as a whole."""

    shapes: NDArray[np.object_]
    whole: BaseGeometry

    @classmethod
    def of(cls, regions: Sequence[Region]) -> Ink:
        """In fine lines."""
        shapes = np.array(
            [
                shapely.Polygon(r.outer.points(6), [c.points(6) for c in r.counters])
                for r in regions
            ],
            dtype=object,
        )
        wrong = ~shapely.is_valid(shapes)
        shapes[wrong] = shapely.buffer(shapes[wrong], 0)
        return cls(shapes, shapely.disjoint_subset_union_all(shapes))


def differing(before: NamedSolid, after: NamedSolid) -> list:  # type: ignore[type-arg]
    """Faces that one of the solids has and the other has not."""
    return [*before.less(after), *after.less(before)]


def stretches_along(
    faces: Sequence[Crossable], p: Array, n: Array, far: float
) -> list[tuple[float, float]] | None:
    """What differs along a line, as depths under its point, mm, read off the faces near it; None
    when the line runs into an edge, where crossings cannot be told."""
    hits = sorted(hit for face in faces for hit in face.crossings(p, n, far))
    if len(hits) % 2:
        return None
    pairs = zip(hits[::2], hits[1::2], strict=True)
    return [(a, b) for a, b in pairs if b - a > DEPTH_STRAY]
