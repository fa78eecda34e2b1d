"""The chart of a cone, seen from outside or from inside. Exact: nothing stretches.

The sheet is the sector that the cone unrolls to: a parallel of radius r at the distance s
from the apex becomes an arc of radius s, and a full turn an angle of 360° · r / s (the
development of a right circular cone, any handbook of sheet metal work).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Region, evaluate
from tinstamp.chart.base import Array, Straight
from tinstamp.chart.frame import Frame
from tinstamp.chart.plain_surface import Conical
from tinstamp.chart.round import RoundChart
from tinstamp.chart.turns import Motion

STRAIGHT_WITHIN = 1e-9
"""mm; a piece that strays less from a rim or a side line runs along it."""
_GAUSS = np.polynomial.legendre.leggauss(8)


@dataclass(frozen=True)
class ConeChart(RoundChart):
    """Unrolled about the frame's z axis.

    The sheet's origin is where the front line of the cone meets the lower rim; x runs to
    the right for someone on the free side, and y up along the front line.

    Attributes
    ----------
    slope : angle of the side against the axis, degrees; positive widens upwards.
    branch : degrees round the axis about which sheet points are read: half a turn of the
        plane to either side of it.
    """

    slope: float = field(kw_only=True)
    branch: float = 0.0

    @property
    def kind(self) -> str:
        return "cone, inside" if self.inside else "cone"

    @property
    def shrink(self) -> float:
        """Angle on the sheet for an angle round the axis: r / s."""
        return float(abs(np.sin(np.radians(self.slope))))

    @property
    def sector(self) -> float:
        """Degrees of the sheet that a full turn takes."""
        return 360.0 * self.shrink

    @property
    def opening(self) -> float:
        """+1 where the cone widens upwards, −1 where it narrows."""
        return float(np.sign(self.slope))

    @property
    def apex(self) -> float:
        """Slant distance of y = 0 from the apex, mm."""
        return self.radius / self.shrink

    @property
    def form(self) -> tuple[Conical, Frame]:
        return Conical(self.radius, self.slope), self.frame.turned(self.seam)

    @property
    def measures(self) -> dict[str, float]:
        low, high = self.bounds_slant
        found = {**super().measures, "face_height": high - low}
        if self.closed:
            found["lower_girth"] = self.way_round(np.array([0.0, low]))
            found["upper_girth"] = self.way_round(np.array([0.0, high]))
            found["sector"] = self.sector
        return found

    @property
    def affine(self) -> bool:
        return False

    @property
    def evenly_curved(self) -> bool:
        return False

    @property
    def max_span(self) -> float:
        s = self.apex + self.opening * self.bounds_slant[0 if self.opening > 0 else 1]
        return float(max(0.6 * self.shrink * s, 0.02 * self.apex))

    @cached_property
    def bounds_slant(self) -> tuple[float, float]:
        """Least and greatest slant height of the face, mm."""
        heights = [self._polar(o.points(16))[1] - self.apex for o in self.outline]
        ups = self.opening * np.concatenate(heights)
        return float(ups.min()), float(ups.max())

    def _polar(self, xy: Array) -> tuple[Array, Array]:
        """Angle at the apex (radians, about the branch) and distance from it, mm."""
        x, y = xy[..., 0], self.apex + self.opening * xy[..., 1]
        about = np.radians(self.branch) * self.shrink
        c, s = np.cos(about), np.sin(about)
        return np.arctan2(c * x - s * y, s * x + c * y) + about, np.hypot(x, y)

    def _sheet(self, psi: Array, s: Array) -> Array:
        return np.stack([s * np.sin(psi), self.opening * (s * np.cos(psi) - self.apex)], axis=-1)

    def degrees(self, xy: Array) -> Array:
        return np.degrees(self._polar(np.asarray(xy))[0] / self.shrink)

    def unrolled(self, xy: Array) -> Array:
        psi, s = self._polar(np.asarray(xy, dtype=float))
        return np.stack([np.degrees(psi / self.shrink), self.opening * (s - self.apex)], axis=-1)

    def rolled(self, turned: Array) -> Array:
        t = np.asarray(turned, dtype=float)
        return self._sheet(
            np.radians(t[..., 0]) * self.shrink, self.apex + self.opening * t[..., 1]
        )

    def way_round(self, xy: Array) -> float:
        return float(2.0 * np.pi * self.shrink * self._polar(np.asarray(xy))[1])

    def turned(self, degrees: float) -> Motion:
        angle = -self.opening * np.radians(degrees) * self.shrink
        c, s = np.cos(angle), np.sin(angle)
        matrix = np.array([[c, -s], [s, c]])
        centre = np.array([0.0, -self.opening * self.apex])
        return Motion(matrix, centre - matrix @ centre)

    def towards(self, xy: Array) -> ConeChart:
        return self.read_about(float(self.degrees(xy)))

    def read_about(self, degrees: float) -> ConeChart:
        """The same sheet, its points read within 180° / `shrink` to both sides of an angle:
        more than half a turn, so all that goes once round is read as it was laid."""
        return replace(self, branch=degrees)

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        s = self.apex + self.opening * up
        if s <= 0:
            raise ValueError("this place lies beyond the apex of the cone")
        psi = np.radians(across) * self.shrink if degrees else across / s
        turn = -self.opening * np.degrees(psi)
        return self._sheet(np.asarray(psi), np.asarray(s)), float(turn)

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        psi, s = self._polar(np.asarray(xy))
        across = np.degrees(psi / self.shrink) if degrees else psi * s
        return float(across), float(self.opening * (s - self.apex))

    def moved(self, by: Frame) -> ConeChart:
        return replace(self, frame=self.frame.within(by))

    def _natural(self, xy: Array) -> tuple[Array, Array]:
        """Angle about z (radians) and slant height."""
        psi, s = self._polar(xy)
        return self.sense * psi / self.shrink, self.opening * (s - self.apex)

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        angle, slant = self._natural(np.asarray(xy, dtype=float))
        slope = np.radians(self.slope)
        reach = self.radius + slant * np.sin(slope) + self.sense * lift * np.cos(slope)
        height = slant * np.cos(slope) - self.sense * lift * np.sin(slope)
        local = np.stack([reach * np.cos(angle), reach * np.sin(angle), height], axis=-1)
        return self.frame.to_space(local)

    def moves(self, xy: Array, lift: float) -> Array:
        xy = np.asarray(xy, dtype=float)
        angle, slant = self._natural(xy)
        slope, x, y = np.radians(self.slope), xy[..., 0], self.apex + self.opening * xy[..., 1]
        far = np.maximum(np.hypot(x, y), np.finfo(float).tiny)
        reach = self.radius + slant * np.sin(slope) + self.sense * lift * np.cos(slope)
        c, s, none = np.cos(angle), np.sin(angle), np.zeros_like(angle)
        # what the angle and the slant height grow by across and up, along each of their ways
        round_ = (reach * self.sense / self.shrink / far**2)[..., None] * np.stack(
            [y, -self.opening * x], axis=-1
        )
        up = (self.opening / far)[..., None] * np.stack([x, self.opening * y], axis=-1)
        ways = np.stack(
            [
                np.stack([-s, c, none], axis=-1) @ self.frame.axes,
                np.stack([np.sin(slope) * c, np.sin(slope) * s, none + np.cos(slope)], axis=-1)
                @ self.frame.axes,
            ],
            axis=-2,
        )
        return np.asarray(np.einsum("...wk,...wj->...kj", ways, np.stack([round_, up], axis=-2)))

    def normal(self, xy: Array) -> Array:
        angle, _ = self._natural(np.asarray(xy, dtype=float))
        slope = np.radians(self.slope)
        out = np.cos(slope)
        local = np.stack(
            [out * np.cos(angle), out * np.sin(angle), np.full_like(angle, -np.sin(slope))], axis=-1
        )
        return self.sense * (local @ self.frame.axes)

    def from_space(self, points: Array) -> Array:
        local = self.frame.to_local(points)
        angle = np.arctan2(local[..., 1], local[..., 0])
        slope = np.radians(self.slope)
        reach = np.hypot(local[..., 0], local[..., 1]) - self.radius
        slant = reach * np.sin(slope) + local[..., 2] * np.cos(slope)
        about = np.radians(self.branch)
        turned = about + (self.sense * angle - about + np.pi) % (2.0 * np.pi) - np.pi
        return self._sheet(turned * self.shrink, self.apex + self.opening * slant)

    def to_uv(self, xy: Array) -> Array:
        return self.parameters.of(*self._natural(np.asarray(xy, dtype=float)))

    def from_uv(self, uv: Array) -> Array:
        angle, slant = self.parameters.back(uv)
        return self._sheet(self.sense * angle * self.shrink, self.apex + self.opening * slant)

    def curvature(self) -> tuple[float, float]:
        """At the lower rim; it grows towards the apex."""
        return self.sense * float(np.cos(np.radians(self.slope))) / (2.0 * self.radius), 0.0

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        """cos(slope) / 2r at the radius r of each place."""
        radius = self._polar(np.asarray(xy, dtype=float))[1] * self.shrink
        mean = self.sense * float(np.cos(np.radians(self.slope))) / (2.0 * radius)
        return mean, np.zeros_like(mean)

    def bending(self, regions: Sequence[Region]) -> tuple[float, float]:
        """The mean curvature is cos(slope) / 2r with r = s · shrink; over a region of the
        sheet the integral of 1 / s is that of s dψ round its outlines (Green)."""
        total = 0.0
        for region in regions:
            for outline in region.outlines:
                total += self._polar_integral(outline.beziers)
        factor = self.sense * float(np.cos(np.radians(self.slope))) / (2.0 * self.shrink)
        return factor * total, 0.0

    def _polar_integral(self, beziers: Array) -> float:
        t = (_GAUSS[0] + 1.0) / 2.0
        xy = evaluate(beziers, t)
        d = 3.0 * np.diff(beziers, axis=1)
        speed = np.einsum(
            "mj,njk->nmk", np.stack([(1 - t) ** 2, 2 * t * (1 - t), t * t], axis=-1), d
        )
        x, y = xy[..., 0], xy[..., 1] + self.opening * self.apex
        s = np.hypot(x, y)
        # s dψ = (x dy − y dx) / s about the apex, counter-clockwise on the sheet
        return float(np.sum((x * speed[..., 1] - y * speed[..., 0]) / s * _GAUSS[1] / 2.0))

    def straight(self, beziers: Array) -> NDArray[np.int_]:
        start, _ = self._polar(beziers[:, 0])
        end, s = self._polar(beziers[:, 3])
        codes = np.full(len(beziers), Straight.FREE, dtype=int)
        codes[np.abs(end - start) * s < STRAIGHT_WITHIN] = Straight.LINE
        return codes
