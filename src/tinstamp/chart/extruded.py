"""The chart of an extruded face. Exact: the sheet's x is the length along the profile."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from tinstamp.chart.arclength import ArcLength
from tinstamp.chart.base import Array, Straight
from tinstamp.chart.bent import BentChart


@dataclass(frozen=True, eq=False)
class ExtrudedChart(BentChart):
    """x along the profile, y along the direction that it is carried in; lengths and angles
    are kept (the face is developable: any handbook of descriptive geometry).

    Attributes
    ----------
    length : along the profile's section, square to the direction.
    x_sense, y_sense : ±1 where the sheet runs as the parameters do.
    x_start, y_start : length and height at the sheet's origin, mm.
    """

    length: ArcLength = field(kw_only=True)
    x_sense: float = field(kw_only=True)
    y_sense: float = field(kw_only=True)
    x_start: float = field(kw_only=True)
    y_start: float = field(kw_only=True)

    @property
    def exact(self) -> bool:
        return True

    @property
    def _along(self) -> Array:
        along = self.length.along
        assert along is not None
        return along

    def _rise(self, u: Array) -> Array:
        """Height of the profile itself along the direction, mm."""
        return np.asarray(self.length.curve.at(u) @ self._along, dtype=float)

    def to_uv(self, xy: Array) -> Array:
        u = self.length.back(self.x_start + self.x_sense * xy[..., 0])
        return np.stack([u, self.y_start + self.y_sense * xy[..., 1] - self._rise(u)], axis=-1)

    def jacobian(self, xy: Array) -> Array:
        u = self.to_uv(np.asarray(xy, dtype=float))[..., 0]
        along = self.length.curve.at(u, 1)
        across = along - (along @ self._along)[..., None] * self._along
        across = across * (self.x_sense / np.maximum(self.length.speed(u), 1e-12))[..., None]
        up = np.broadcast_to(self.y_sense * self._along, across.shape)
        return np.stack([across @ self.frame.axes, up @ self.frame.axes], axis=-1)

    def from_uv(self, uv: Array) -> Array:
        uv = np.asarray(uv, dtype=float)
        x = self.x_sense * (self.length.at(uv[..., 0]) - self.x_start)
        y = self.y_sense * (uv[..., 1] + self._rise(uv[..., 0]) - self.y_start)
        return np.stack([x, y], axis=-1)

    def from_space(self, points: Array) -> Array:
        local = self.frame.to_local(np.asarray(points, dtype=float))
        height = local @ self._along
        flat = local - height[..., None] * self._along
        nodes = self.length.nodes
        curve = self.length.curve.at(nodes)
        curve = curve - (curve @ self._along)[:, None] * self._along
        away = np.linalg.norm(flat[..., None, :] - curve, axis=-1)
        u = nodes[np.argmin(away, axis=-1)]
        for _ in range(8):
            p, d, dd = (self.length.curve.at(u, k) for k in range(3))
            p, d, dd = (v - (v @ self._along)[..., None] * self._along for v in (p, d, dd))
            off = np.einsum("...k,...k->...", p - flat, d)
            slope = np.einsum("...k,...k->...", d, d) + np.einsum("...k,...k->...", p - flat, dd)
            u = np.clip(u - off / np.where(np.abs(slope) > 1e-9, slope, 1.0), nodes[0], nodes[-1])
        x = self.x_sense * (self.length.at(u) - self.x_start)
        return np.stack([x, self.y_sense * (height - self.y_start)], axis=-1)

    def straight(self, beziers: Array) -> NDArray[np.int_]:
        codes = np.full(len(beziers), Straight.FREE, dtype=int)
        codes[np.abs(beziers[:, 3, 0] - beziers[:, 0, 0]) < 1e-9] = Straight.LINE
        return codes
