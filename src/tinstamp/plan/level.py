"""Caps that follow another face of the part at a distance: how high they are over their own."""

from __future__ import annotations

import hashlib
from collections.abc import Hashable
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.bent import spread_over
from tinstamp.chart.plane import PlaneChart
from tinstamp.setting.place import Placed, PlaceError

LEVEL_ROUNDS = 40
"""Steps of the search along a wall for where its cap lies."""
LEVEL_WITHIN = 1e-10
"""mm between two of them that end it"""
LEAST_FACING = 0.2
"""Cosine between a wall and the other face's normal; less, and the one would graze the other."""
LEAST_HIGH = 0.02
"""mm that such a cap is off its own face at least"""


@dataclass(frozen=True, eq=False)
class Level:
    """What caps follow.

    Attributes
    ----------
    name : of the other face. chart : its. beyond : mm that they stand out of it, or within.
    most : how far off their own face caps lie at the most over the artwork, mm, positive outwards.
    told : those heights at many places, as a key.
    """

    name: str
    chart: FaceChart
    beyond: float
    most: float = 0.0
    told: bytes = b""

    @cached_property
    def key(self) -> Hashable:
        """All that the caps' heights depend on, of artwork in one place."""
        return self.name, self.beyond, hashlib.sha256(self.told).digest()

    @property
    def flat(self) -> tuple[Array, Array] | None:
        """A point of the plane that caps lie in and its normal, of a flat face."""
        if not isinstance(self.chart, PlaneChart):
            return None
        normal = np.array(self.chart.frame.z)
        return np.array(self.chart.frame.origin) + self.beyond * normal, normal

    def heights(self, chart: Chart, xy: Array) -> Array:
        """How far off their own face caps lie over points of its sheet, (..., 2), mm; not a number
        where a wall does not come to the other face. By Newton's method along the wall: a step is
        what is left of the distance over the cosine between the two normals."""
        start, way = chart.to_space(xy), chart.normal(xy)
        other = self.chart.ground
        high = np.zeros(start.shape[:-1])
        with np.errstate(invalid="ignore", over="ignore", divide="ignore"):
            for _ in range(LEVEL_ROUNDS):
                at = start + high[..., None] * way
                there = other.from_space(at)
                out = other.normal(there)
                off = ((at - other.to_space(there)) * out).sum(axis=-1) - self.beyond
                facing = (way * out).sum(axis=-1)
                step = np.where(facing < LEAST_FACING, np.nan, off / facing)
                high = high - step
                if not np.nanmax(np.abs(step), initial=0.0) > LEVEL_WITHIN:
                    break
        return np.asarray(np.where(np.abs(step) < 1e-6, high, np.nan))


def level_for(
    name: str, chart: FaceChart | None, beyond: float, own: Chart, placed: Placed, raised: bool
) -> Level:
    """What the caps of placed artwork follow. Raises PlaceError where they cannot."""
    if chart is None:
        raise PlaceError(f"there is no face “{name}” that caps could follow: choose one")
    if not isinstance(own, FaceChart):
        raise PlaceError("caps follow another face where the artwork lies on one face")
    level = Level(name, chart, beyond)
    if not placed.regions:
        return level
    inner = spread_over(placed.regions)[0].reshape(-1, 2)
    points = np.concatenate([*(o.points(6) for r in placed.regions for o in r.outlines), inner])
    heights = level.heights(own, points)
    if not np.isfinite(heights).all():
        raise PlaceError(f"“{name}” does not lie over the artwork: its caps cannot follow it")
    sign = 1.0 if raised else -1.0
    most, least = float(np.max(sign * heights)), float(np.min(sign * heights))
    if least < LEAST_HIGH:
        low, high = sorted((sign * least, sign * most))
        told = f"caps that follow “{name}” would lie {low:.3g} to {high:.3g} mm over their own face"
        raise PlaceError(
            f"{told}: raised ones have to lie over all of it; engrave them, or change the distance"
            if raised
            else f"{told}: sunk ones have to lie under all of it; emboss them, or change the "
            "distance"
        )
    known = np.round(heights, 9).tobytes()
    return Level(name, chart, beyond, sign * most, known)
