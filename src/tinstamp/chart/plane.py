"""The chart of a flat face: the sheet is the face itself."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tinstamp.chart.base import Array, FaceChart, Straight
from tinstamp.chart.frame import Frame
from tinstamp.chart.plain_surface import Flat


@dataclass(frozen=True)
class PlaneChart(FaceChart):
    """Sheet x and y are the frame's; its z is the outward normal.

    Attributes
    ----------
    own : the kernel's plane in space, whose coordinates uv are: its origin and its two
        directions, each as they lie on the sheet. By default the sheet's own.
    """

    own: tuple[tuple[float, float], tuple[float, float], tuple[float, float]] = (
        (0.0, 0.0),
        (1.0, 0.0),
        (0.0, 1.0),
    )

    @property
    def kind(self) -> str:
        return "flat"

    @property
    def mirrored(self) -> bool:
        _, (a, b), (c, d) = self.own
        return a * d - b * c < 0

    @property
    def max_span(self) -> float:
        return float("inf")

    @property
    def form(self) -> tuple[Flat, Frame]:
        return Flat(), self.frame

    def on_own_surface(self, xy: Array) -> PlaneChart:
        return PlaneChart(self.outline, self.frame)

    def moved(self, by: Frame) -> PlaneChart:
        return replace(self, frame=self.frame.within(by))

    def laid_upright(self, upright: Array) -> PlaneChart:
        """The same face on a sheet whose y runs along a direction in space, (3,), as far as that
        can be, and whose origin is in the middle of its bounds."""
        side, along = (float(v) for v in self.frame.axes[:2] @ upright)
        if not np.hypot(side, along) >= 1e-9:  # no number either, where a cast misses the face
            return self
        turned = self._about(np.zeros(2), float(np.degrees(np.arctan2(-side, along))))
        return turned._about((turned.bounds[:2] + turned.bounds[2:]) / 2, 0.0)

    def _about(self, origin: Array, degrees: float) -> PlaneChart:
        """The same on a sheet with its origin elsewhere, turned."""
        a = np.radians(degrees)
        matrix = np.array([[np.cos(a), np.sin(a)], [-np.sin(a), np.cos(a)]])
        start, u, v = (np.array(part) for part in self.own)
        own = (matrix @ (start - origin), matrix @ u, matrix @ v)
        x, y, z = map(float, self.to_space(origin))
        return PlaneChart(
            tuple(o.transformed(matrix, -matrix @ origin) for o in self.outline),
            replace(self.frame, origin=(x, y, z)).turned(degrees),
            tuple((float(p[0]), float(p[1])) for p in own),  # type: ignore[arg-type]
        )

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        local = np.concatenate([xy, np.full((*xy.shape[:-1], 1), lift)], axis=-1)
        return self.frame.to_space(local)

    def moves(self, xy: Array, lift: float) -> Array:
        return np.broadcast_to(self.frame.axes[:2].T, (*np.shape(xy)[:-1], 3, 2)).copy()

    def normal(self, xy: Array) -> Array:
        return np.broadcast_to(np.array(self.frame.z), (*xy.shape[:-1], 3)).copy()

    def from_space(self, points: Array) -> Array:
        return self.frame.to_local(points)[..., :2]

    def to_uv(self, xy: Array) -> Array:
        start, u, v = (np.array(part) for part in self.own)
        return (np.asarray(xy, dtype=float) - start) @ np.stack([u, v]).T

    def from_uv(self, uv: Array) -> Array:
        start, u, v = (np.array(part) for part in self.own)
        return np.asarray(uv, dtype=float) @ np.stack([u, v]) + start

    def curvature(self) -> tuple[float, float]:
        return 0.0, 0.0

    def straight(self, beziers: Array) -> NDArray[np.int_]:
        return np.full(len(beziers), Straight.LINE, dtype=int)
