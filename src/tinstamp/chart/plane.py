"""The chart of a flat face: the sheet is the face itself."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tinstamp.chart.base import Array, Chart, Straight
from tinstamp.chart.frame import Frame


@dataclass(frozen=True)
class PlaneChart(Chart):
    """Sheet x and y are the frame's; its z is the outward normal.

    The kernel's plane is taken on the same frame, so uv equals the sheet.
    """

    frame: Frame

    @property
    def kind(self) -> str:
        return "flat"

    @property
    def mirrored(self) -> bool:
        return False

    @property
    def max_span(self) -> float:
        return float("inf")

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        local = np.concatenate([xy, np.full((*xy.shape[:-1], 1), lift)], axis=-1)
        return self.frame.to_space(local)

    def normal(self, xy: Array) -> Array:
        return np.broadcast_to(np.array(self.frame.z), (*xy.shape[:-1], 3)).copy()

    def from_space(self, points: Array) -> Array:
        return self.frame.to_local(points)[..., :2]

    def to_uv(self, xy: Array) -> Array:
        return np.array(xy, dtype=float)

    def curvature(self) -> tuple[float, float]:
        return 0.0, 0.0

    def straight(self, beziers: Array) -> NDArray[np.int_]:
        return np.full(len(beziers), Straight.LINE, dtype=int)
