"""How a chart's own coordinates stand to the parameters of the kernel's surface."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tinstamp.chart.base import Array


@dataclass(frozen=True)
class RoundParameters:
    """Of a face about an axis: u and v from the angle (radians) and the height (mm).

    u = u_sense · angle + u_start, v = v_sense · height + v_start; the senses are ±1.
    """

    u_sense: float = 1.0
    u_start: float = 0.0
    v_sense: float = 1.0
    v_start: float = 0.0

    def of(self, angle: Array, height: Array) -> Array:
        """(..., 2) parameters."""
        return np.stack(
            [self.u_sense * angle + self.u_start, self.v_sense * height + self.v_start], axis=-1
        )

    def back(self, uv: Array) -> tuple[Array, Array]:
        """Angle and height of parameters (..., 2)."""
        return (
            self.u_sense * (uv[..., 0] - self.u_start),
            self.v_sense * (uv[..., 1] - self.v_start),
        )

    @property
    def mirrored(self) -> bool:
        """True when (u, v) runs the other way round than (angle, height)."""
        return self.u_sense * self.v_sense < 0


def seam_at(degrees: float) -> RoundParameters:
    """Parameters whose u starts at a seam, degrees from the front."""
    return RoundParameters(u_start=-float(np.radians(degrees)))
