"""What charts of faces about an axis have in common."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tinstamp.chart.base import Array, FaceChart
from tinstamp.chart.parameters import RoundParameters, seam_at
from tinstamp.chart.turns import Turns

BORE_TAKEN = 0.9
"""part of a bore's radius that a tool in it may take"""


@dataclass(frozen=True)
class RoundChart(FaceChart, Turns):
    """A face about the frame's z axis, its front in the frame's x direction.

    Attributes
    ----------
    radius : at the frame's origin, mm.
    inside : True for a bore: the free side is the axis' side.
    parameters : of the kernel's surface, from the angle and the height along the side.
    seam : angle of the kernel's own seam, degrees from the front, counter-clockwise
        about z.
    whole : False for a part of a turn, whose middle the frame's x looks to.
    """

    radius: float
    inside: bool
    parameters: RoundParameters
    seam: float = 180.0
    whole: bool = True

    @property
    def turns(self) -> Turns:
        return self

    @property
    def all_round(self) -> Turns | None:
        return self if self.whole else None

    @property
    def mirrored(self) -> bool:
        return self.inside != self.parameters.mirrored

    @property
    def sense(self) -> float:
        """+1 where x grows counter-clockwise about z, −1 inside."""
        return -1.0 if self.inside else 1.0

    def unrolled_uv(self, uv: Array) -> Array:
        """Surface parameters as degrees from the front and height, without a break."""
        angle, height = self.parameters.back(uv)
        return np.stack([np.degrees(self.sense * angle), height], axis=-1)

    def room(self, points: Array) -> float:
        if not self.inside:
            return float("inf")
        return BORE_TAKEN * min(self.way_round(p) for p in points) / (2.0 * np.pi)

    def on_own_surface(self, xy: Array) -> RoundChart:
        seam = self.sense * float(self.degrees(xy)) + 180.0
        return replace(self, seam=seam, parameters=seam_at(seam), whole=True)

    @property
    def seam_degrees(self) -> float:
        """The seam's angle as it grows with x, degrees within half a turn."""
        return 180.0 - (180.0 - self.seam * self.sense) % 360.0
