"""Letters that do not stand upright on their face but are carried along a path: they lean, or bend
over as if they turned about a hinge.

Each point of the ink goes the same way: on a straight line that leans off the normal, or on a
circle about one line of the sheet, on the side that the letters bend to. So walls on a flat face
are those of prisms or faces of revolution, and no two letters run into one another.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tinstamp.artwork.outline import bounds_of
from tinstamp.chart.turns import Motion
from tinstamp.plan.station import MOST_TURN, ON_FACE, Leg, Path, moved_along
from tinstamp.setting.place import Placed

Way = Literal["foot", "top", "start", "end"]
"""The side of the artwork that it goes to."""
WAYS: dict[Way, tuple[float, float]] = {
    "foot": (0.0, -1.0),
    "top": (0.0, 1.0),
    "start": (-1.0, 0.0),
    "end": (1.0, 0.0),
}


@dataclass(frozen=True)
class Carry(Path):
    """The path of letters that lean, or bend over.

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

    def moved(self, by: Motion) -> Carry:
        toward, edge = moved_along(self.toward, self.front, by)
        return replace(self, toward=toward, edge=None if self.edge is None else edge)

    @property
    def front(self) -> float:
        return self.edge or 0.0

    @property
    def legs(self) -> tuple[Leg, ...]:
        if self.edge is None:
            lean = float(np.tan(np.radians(self.turn)))
            return (Leg(ON_FACE, ON_FACE.moved((self.depth * lean, self.depth))),)
        arc = Leg.round(ON_FACE, (self.radius, 0.0), -float(np.radians(self.turn)))
        return tuple(arc.parted(MOST_TURN))


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
