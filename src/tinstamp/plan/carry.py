"""Letters that do not stand upright on their face but are carried along a path: they lean, or bend
over as if they turned about a hinge.

Each point of the ink goes the same way: on a straight line that leans off the normal, or on a
circle about one line of the face, on the side that the letters bend to. So walls are those of
prisms or faces of revolution, and no two letters run into one another.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Array, Region, bounds_of
from tinstamp.chart.base import FaceChart
from tinstamp.chart.bent import summed
from tinstamp.setting.fit import ink
from tinstamp.setting.place import Placed

SHADOW_STEPS = 4
"""points to a piece of an outline whose shadow is told"""
Way = Literal["foot", "top", "start", "end"]
"""The side of the artwork that it goes to."""
WAYS: dict[Way, tuple[float, float]] = {
    "foot": (0.0, -1.0),
    "top": (0.0, 1.0),
    "start": (-1.0, 0.0),
    "end": (1.0, 0.0),
}


@dataclass(frozen=True)
class Carry:
    """The path of letters off their face, a flat one.

    Attributes
    ----------
    depth : mm; how high they end over the face when they lean, how far their outermost ink goes
        when they bend. toward : unit vector of the sheet that they go to.
    turn : degrees, off the normal or about the hinge. edge : of the hinge, how far along `toward`
        the outermost ink lies, mm on the sheet; None for letters that lean.
    """

    depth: float
    toward: tuple[float, float]
    turn: float
    edge: float | None = None

    @classmethod
    def bending(
        cls, depth: float, toward: tuple[float, float], degrees: float, placed: Placed
    ) -> Carry:
        """Of placed artwork that bends; it must have ink."""
        return cls(depth, toward, degrees, extent_along(toward, placed)[1])

    @property
    def radius(self) -> float:
        """mm from the hinge to the outermost ink; infinite for letters that lean."""
        return float("inf") if self.edge is None else self.depth / float(np.radians(self.turn))

    def away(self, xy: Array) -> Array:
        """(...,) mm of points of the sheet from the hinge; of letters that bend alone."""
        assert self.edge is not None
        return np.asarray(self.edge + self.radius - np.asarray(xy) @ np.array(self.toward))

    def space(self, chart: FaceChart, xy: Array, part: float = 1.0, stretch: float = 1.0) -> Array:
        """Where points of the sheet, (..., 2), are at a part of their path, (..., 3) mm; `stretch`
        times as far from the hinge."""
        xy = np.asarray(xy, dtype=float)
        foot, up = chart.to_space(xy), chart.normal(xy)
        ahead = chart.to_space(np.array(self.toward)) - chart.to_space(np.zeros(2))
        if self.edge is None:
            lean = float(np.tan(np.radians(self.turn)))
            return np.asarray(foot + part * self.depth * (up + lean * ahead))
        angle, away = part * np.radians(self.turn), self.away(xy)[..., None]
        hinge = foot + away * ahead
        return np.asarray(hinge + stretch * away * (up * np.sin(angle) - ahead * np.cos(angle)))

    def volume(self, regions: Sequence[Region]) -> float:
        """mm³: of a prism its base times its height; of what is swept about a line the angle times
        the first moment of its section (Pappus)."""
        if self.edge is None:
            return self.depth * sum(region.area for region in regions)

        def of(at: Array) -> tuple[Array, Array]:
            return np.ones(at.shape[:-1]), self.away(at)[..., None]

        return float(np.radians(self.turn)) * float(summed(regions, of, 1)[0])

    def shadow(self, regions: Sequence[Region]) -> BaseGeometry:
        """All of the sheet that ink stands on or over."""
        found = []
        for polygon in ink(regions, SHADOW_STEPS):
            ring = shapely.get_coordinates(polygon.exterior)
            if self.edge is None:
                by = np.full(len(ring), self.depth * np.tan(np.radians(self.turn)))
            else:
                by = self.away(ring) * (1.0 - np.cos(np.radians(self.turn)))
            moved = ring + by[:, None] * np.array(self.toward)
            found.append(shapely.MultiPoint(np.concatenate([ring, moved])).convex_hull)
        return shapely.union_all(found)


def extent_along(toward: tuple[float, float], placed: Placed) -> tuple[float, float]:
    """The places of the hindmost and the foremost ink along a direction of the sheet, mm."""
    points = np.concatenate([r.outer.points(64) for r in placed.regions])
    low_x, low_y, high_x, high_y = bounds_of(placed.regions)
    box = np.array([(low_x, low_y), (high_x, low_y), (low_x, high_y), (high_x, high_y)])
    square = max(map(abs, toward)) > 1.0 - 1e-12
    along = (box if square else points) @ toward
    return float(along.min()), float(along.max())


def toward(way: Way, placed: Placed, mirrored: bool, upside_down: bool) -> tuple[float, float]:
    """The direction of the sheet that lies on a side of placed artwork, as one reads it."""
    over = -1.0 if upside_down else 1.0
    sideways = -over if mirrored else over
    x, y = placed.matrix @ (np.array(WAYS[way]) * (sideways, over))
    size = float(np.hypot(x, y))
    return float(x / size), float(y / size)
