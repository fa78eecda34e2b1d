"""The chart of a cylinder, seen from outside or from inside. Exact: nothing stretches."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import polygon
from tinstamp.chart.base import Array, Straight
from tinstamp.chart.frame import Frame
from tinstamp.chart.parameters import seam_at
from tinstamp.chart.plain_surface import Cylindrical
from tinstamp.chart.round import RoundChart
from tinstamp.chart.turns import Motion

STRAIGHT_WITHIN = 1e-9
"""mm; a piece that rises or runs less than this is along a rim or along the axis."""


@dataclass(frozen=True)
class CylinderChart(RoundChart):
    """Unrolled about the frame's z axis.

    Sheet x is the arc length from the front (the frame's x direction), to the right for
    someone on the free side; y is the height from the frame's origin.
    """

    @property
    def kind(self) -> str:
        return "cylinder, inside" if self.inside else "cylinder"

    @property
    def girth(self) -> float | None:
        return float(2.0 * np.pi * self.radius) if self.whole else None

    @property
    def max_span(self) -> float:
        return 0.6 * self.radius  # degree 7 then strays less than 1e-9 of the radius

    def way_round(self, xy: Array) -> float:
        return float(2.0 * np.pi * self.radius)

    def degrees(self, xy: Array) -> Array:
        return np.degrees(np.asarray(xy)[..., 0] / self.radius)

    def unrolled(self, xy: Array) -> Array:
        return np.asarray(xy) / [np.radians(self.radius), 1.0]

    def rolled(self, turned: Array) -> Array:
        return np.asarray(turned) * [np.radians(self.radius), 1.0]

    @property
    def reach(self) -> float:
        return 540.0

    def turned(self, degrees: float) -> Motion:
        return Motion(np.eye(2), np.array([np.radians(degrees) * self.radius, 0.0]))

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        x = self.radius * np.radians(across) if degrees else across
        return np.array([x, up]), 0.0

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        across = float(self.degrees(xy)) if degrees else float(xy[0])
        return across, float(xy[1])

    @property
    def form(self) -> tuple[Cylindrical, Frame]:
        return Cylindrical(self.radius), self.frame.turned(self.seam)

    @property
    def measures(self) -> dict[str, float]:
        found = {**super().measures, "diameter": 2.0 * self.radius}
        if self.girth is not None:
            found |= {"girth": self.girth, "face_width": self.girth}
        return found

    def moved(self, by: Frame) -> CylinderChart:
        return replace(self, frame=self.frame.within(by))

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        angle = self.sense * xy[..., 0] / self.radius
        reach = self.radius + self.sense * lift
        local = np.stack([reach * np.cos(angle), reach * np.sin(angle), xy[..., 1]], axis=-1)
        return self.frame.to_space(local)

    def moves(self, xy: Array, lift: float) -> Array:
        angle = self.sense * np.asarray(xy, dtype=float)[..., 0] / self.radius
        grown = self.sense * (1.0 + self.sense * lift / self.radius)
        none = np.zeros_like(angle)
        along = np.stack([-grown * np.sin(angle), grown * np.cos(angle), none], axis=-1)
        up = np.stack([none, none, none + 1.0], axis=-1)
        return np.stack([along @ self.frame.axes, up @ self.frame.axes], axis=-1)

    def normal(self, xy: Array) -> Array:
        angle = self.sense * xy[..., 0] / self.radius
        local = np.stack([np.cos(angle), np.sin(angle), np.zeros_like(angle)], axis=-1)
        return self.sense * (local @ self.frame.axes)

    def from_space(self, points: Array) -> Array:
        local = self.frame.to_local(points)
        angle = np.arctan2(local[..., 1], local[..., 0])
        return np.stack([self.sense * self.radius * angle, local[..., 2]], axis=-1)

    def to_uv(self, xy: Array) -> Array:
        return self.parameters.of(self.sense * xy[..., 0] / self.radius, xy[..., 1])

    def from_uv(self, uv: Array) -> Array:
        angle, height = self.parameters.back(uv)
        return np.stack([self.sense * self.radius * angle, height], axis=-1)

    def curvature(self) -> tuple[float, float]:
        return self.sense / (2.0 * self.radius), 0.0

    def straight(self, beziers: Array) -> NDArray[np.int_]:
        run = np.abs(beziers[:, 3] - beziers[:, 0])
        codes = np.full(len(beziers), Straight.FREE, dtype=int)
        codes[run[:, 0] < STRAIGHT_WITHIN] = Straight.LINE
        codes[run[:, 1] < STRAIGHT_WITHIN] = Straight.CIRCLE
        return codes


def part_cylinder(
    frame: Frame, radius: float, length: float, height: float, inside: bool
) -> CylinderChart:
    """The chart of an arc of that length, mm, about the frame's x, up to `height`; the
    kernel's own u starts at the back."""
    half = length / 2.0
    sheet = polygon([(-half, 0.0), (half, 0.0), (half, height), (-half, height)])
    return CylinderChart((sheet,), frame, radius, inside, seam_at(-180.0), -180.0, whole=False)


def whole_cylinder(
    frame: Frame, radius: float, height: float, inside: bool, seam: float = 180.0
) -> CylinderChart:
    """The chart of a full turn from the frame's origin up to `height`."""
    half = np.pi * radius
    sheet = polygon([(-half, 0.0), (half, 0.0), (half, height), (-half, height)])
    return CylinderChart((sheet,), frame, radius, inside, seam_at(seam), seam)
