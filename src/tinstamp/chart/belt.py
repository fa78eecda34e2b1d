"""The belt chart of a turned face: true length along one parallel, and up the meridian.

At a parallel of radius r the sheet's x is stretched by r / r₀ across, where r₀ is the radius
of the parallel that is true; nothing is stretched up the meridian. (Metric of a surface of
revolution, dr² = r² dθ² + ds²; any text on differential geometry.)
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np

from tinstamp.chart.arclength import ArcLength
from tinstamp.chart.base import Array, FaceChart
from tinstamp.chart.bent import BentChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.parameters import seam_at
from tinstamp.chart.round import RoundChart
from tinstamp.chart.surface import Revolved, moved_curve
from tinstamp.chart.turns import Motion


@dataclass(frozen=True, eq=False)
class BeltChart(BentChart, RoundChart):
    """About the frame's z axis. `radius` is that of the parallel that is true.

    Attributes
    ----------
    length : up the meridian. up_sense : ±1 where the sheet's y runs as v does.
    up_start : length at y = 0, mm.
    turn : angle of the sheet's line x = `at`, radians from the front; `true_at` : y of the
        parallel that is true, where one was asked for.
    ring : it closes up the meridian too, as a torus does: its sheet may begin at any height.
    bottom : where it does, mm; heights are told as if it began at 0.
    """

    length: ArcLength = field(kw_only=True)
    up_sense: float = field(kw_only=True)
    up_start: float = field(kw_only=True)
    turn: float = 0.0
    at: float = 0.0
    true_at: float = 0.0
    ring: bool = False
    bottom: float = 0.0

    @property
    def kind(self) -> str:
        return f"{self.shape}, inside" if self.inside else self.shape

    @property
    def mirrored(self) -> bool:
        return self.flip < 0

    @property
    def girth(self) -> float | None:
        """The sheet closes after a turn of the true parallel."""
        return 2.0 * np.pi * self.radius if self.closed and self.at == 0.0 else None

    def reach_at(self, y: Array) -> Array:
        """Radius of the parallel at heights of the sheet, mm."""
        surface = self.surface
        assert isinstance(surface, Revolved)
        v = self.length.back(self.up_start + self.up_sense * np.asarray(y, dtype=float))
        out = surface.curve.at(v) - surface.origin
        out = out - (out @ surface.axis)[..., None] * surface.axis
        return np.asarray(np.linalg.norm(out, axis=-1), dtype=float)

    def _angle(self, x: Array) -> Array:
        """Radians from the front, as x grows."""
        return self.turn + (x - self.at) / self.radius

    def degrees(self, xy: Array) -> Array:
        return np.degrees(self._angle(np.asarray(xy, dtype=float)[..., 0]))

    def unrolled(self, xy: Array) -> Array:
        xy = np.asarray(xy, dtype=float)
        return np.stack([self.degrees(xy), xy[..., 1]], axis=-1)

    def rolled(self, turned: Array) -> Array:
        t = np.asarray(turned, dtype=float)
        x = self.at + (np.radians(t[..., 0]) - self.turn) * self.radius
        return np.stack([x, t[..., 1]], axis=-1)

    def on_own_surface(self, xy: Array) -> BeltChart:
        return self.with_seam(self.sense * float(self.degrees(xy)) + 180.0)

    def unrolled_uv(self, uv: Array) -> Array:
        return self.unrolled(self.from_uv(uv))

    def way_round(self, xy: Array) -> float:
        """Of the sheet, which is as long everywhere."""
        return 2.0 * np.pi * self.radius

    def turned(self, degrees: float) -> Motion:
        return Motion(np.eye(2), np.array([np.radians(degrees) * self.radius, 0.0]))

    def towards(self, xy: Array) -> BeltChart:
        """The same with the parallel through a sheet point true, which stays where it is."""
        x, y = map(float, np.asarray(xy, dtype=float))
        radius = float(self.reach_at(np.array(y)))
        if radius < 1e-3 * self.radius:
            return self
        grow = radius / self.radius
        matrix, shift = np.diag([grow, 1.0]), np.array([x - grow * x, 0.0])
        outline = tuple(o.transformed(matrix, shift) for o in self.outline)
        turn = float(self._angle(np.array(x)))
        return replace(self, outline=outline, radius=radius, turn=turn, at=x, true_at=y)

    def again(self, home: FaceChart) -> FaceChart:
        found = home.towards(np.array([self.at, self.true_at]))
        return found.about_height(self.bottom) if isinstance(found, BeltChart) else found

    @property
    def rounds(self) -> tuple[float | None, float | None]:
        return super().rounds[0], 2.0 * np.pi if self.ring else None

    def about_height(self, bottom: float) -> BeltChart:
        """The same with a sheet that begins at that height, where the face closes that way too."""
        if not self.ring or bottom == self.bottom:
            return self
        shift = np.array([0.0, bottom - self.bottom])
        outline = tuple(o.transformed(np.eye(2), shift) for o in self.outline)
        return replace(self, outline=outline, bottom=bottom)

    def over(self, y: float) -> float:
        """Degrees round the bar at a height of the sheet, 0 where the face is outermost."""
        if not self.ring:
            raise ValueError("only a face that closes up the meridian runs round a bar")
        v = float(self.length.back(np.array(self.up_start + self.up_sense * y)))
        return float(np.degrees(v))

    def _in_sheet(self, y: Array) -> Array:
        """Heights as they stand on the sheet."""
        if not self.ring:
            return y
        return np.asarray((y - self.bottom) % self.length.whole + self.bottom, dtype=float)

    def with_seam(self, seam: float) -> BeltChart:
        """The same on a surface of its own, whose u starts at an angle, degrees from the
        front counter-clockwise about z."""
        surface = self.surface
        assert isinstance(surface, Revolved)
        out = self._meridian
        by = np.radians(seam) - np.arctan2(out[1], out[0])
        c, s = np.cos(by), np.sin(by)
        turn = np.array([[c, -s, 0.0], [s, c, 0.0], [0.0, 0.0, 1.0]])
        curve = moved_curve(surface.curve, turn)
        own = Revolved(curve, surface.origin, np.array([0.0, 0.0, 1.0]))
        flip = self.flip * self._up
        length = replace(self.length, curve=curve)
        return replace(
            self, surface=own, length=length, flip=flip, parameters=seam_at(seam), seam=seam,
            whole=True,
        )  # fmt: skip

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        x = float(self.rolled(np.array([across, up]))[0]) if degrees else across
        return np.array([x, up]), 0.0

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        across = float(self.degrees(np.asarray(xy))) if degrees else float(xy[0])
        return across, float(xy[1])

    def to_uv(self, xy: Array) -> Array:
        angle = self.sense * self._angle(xy[..., 0])
        u = self.parameters.u_sense * angle + self.parameters.u_start
        v = self.length.back(self.up_start + self.up_sense * xy[..., 1])
        return np.stack([u, v], axis=-1)

    def jacobian(self, xy: Array) -> Array:
        uv = self.to_uv(np.asarray(xy, dtype=float))
        _, du, dv = self.surface.first(uv)
        across = du * (self.sense * self.parameters.u_sense / self.radius)
        up = dv * (self.up_sense / np.maximum(self.length.speed(uv[..., 1]), 1e-12))[..., None]
        return np.stack([across @ self.frame.axes, up @ self.frame.axes], axis=-1)

    def measured_at(self, xy: Array) -> tuple[Array, Array, Array]:
        uv = self.to_uv(np.asarray(xy, dtype=float))
        area, mean, gauss = self.surface.measured(uv)
        grown = area / (self.radius * np.maximum(self.length.speed(uv[..., 1]), 1e-12))
        return grown, self.flip * mean, gauss

    def from_uv(self, uv: Array) -> Array:
        uv = np.asarray(uv, dtype=float)
        angle = self.sense * self.parameters.u_sense * (uv[..., 0] - self.parameters.u_start)
        y = self._in_sheet(self.up_sense * (self.length.at(uv[..., 1]) - self.up_start))
        return self.rolled(np.stack([np.degrees(angle), y], axis=-1))

    def from_space(self, points: Array) -> Array:
        surface = self.surface
        assert isinstance(surface, Revolved)
        local = self.frame.to_local(np.asarray(points, dtype=float))
        angle = np.arctan2(local[..., 1], local[..., 0])
        reach = np.hypot(local[..., 0], local[..., 1])
        rise = local[..., 2]

        def flat(v: Array, order: int = 0) -> tuple[Array, Array]:
            p = surface.curve.at(v, order) - (surface.origin if order == 0 else 0.0)
            up = p @ surface.axis
            out = p - up[..., None] * surface.axis
            side = self._meridian
            return out @ side, up * self._up + (self._rise if order == 0 else 0.0)

        nodes = self.length.nodes
        r, z = flat(nodes)
        v = nodes[np.argmin(np.hypot(r - reach[..., None], z - rise[..., None]), axis=-1)]
        for _ in range(8):
            (r0, z0), (r1, z1), (r2, z2) = (flat(v, k) for k in range(3))
            off = (r0 - reach) * r1 + (z0 - rise) * z1
            slope = r1 * r1 + z1 * z1 + (r0 - reach) * r2 + (z0 - rise) * z2
            v = np.clip(v - off / np.where(np.abs(slope) > 1e-9, slope, 1.0), nodes[0], nodes[-1])
        y = self._in_sheet(self.up_sense * (self.length.at(v) - self.up_start))
        turned = np.degrees(self.sense * angle - self.turn)
        turned = (turned + 180.0) % 360.0 - 180.0 + np.degrees(self.turn)
        return self.rolled(np.stack([turned, y], axis=-1))

    @property
    def _up(self) -> float:
        """±1 where the surface's axis looks along the frame's z: they are one line."""
        surface = self.surface
        assert isinstance(surface, Revolved)
        return float(np.sign(surface.axis[2]))

    @property
    def _rise(self) -> float:
        surface = self.surface
        assert isinstance(surface, Revolved)
        return float(surface.origin[2])

    @property
    def _meridian(self) -> Array:
        """The direction away from the axis in which the turned curve lies."""
        surface = self.surface
        assert isinstance(surface, Revolved)
        middle = surface.curve.at(np.array((self.length.low + self.length.high) / 2))
        out = middle - surface.origin
        out = out - (out @ surface.axis) * surface.axis
        return np.asarray(out / np.linalg.norm(out), dtype=float)

    def moved(self, by: Frame) -> BeltChart:
        return replace(self, frame=self.frame.within(by))
