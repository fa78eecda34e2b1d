"""A projection whose sheet is flattened with the least stretch: artwork wraps over several
faces that have no sheet in common."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace

import numpy as np

from tinstamp.chart.base import Array, FaceChart
from tinstamp.chart.bent import UnevenFaceChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.flattening import Flattening
from tinstamp.chart.frame import Frame
from tinstamp.chart.view import View


@dataclass(frozen=True, eq=False)
class FlattenedChart(View, UnevenFaceChart):
    """One face, by way of the plane that it is cast from.

    Attributes
    ----------
    base : the face's own chart. cast : from that plane. flat : from that plane's coordinates to
        the sheet, whose origin lies at `pin`, mm.
    """

    base: FaceChart = field(kw_only=True)
    cast: CastChart = field(kw_only=True)
    flat: Flattening = field(kw_only=True)
    pin: tuple[float, float] = field(kw_only=True)

    @property
    def ground(self) -> FaceChart:
        return self.base

    @property
    def kind(self) -> str:
        return f"{self.base.kind}, least stretch"

    @property
    def mirrored(self) -> bool:
        return self.cast.mirrored

    @property
    def fineness(self) -> float:
        return self.cast.fineness

    @property
    def draft(self) -> FlattenedChart:
        return replace(self, cast=self.cast.draft)

    def plane(self, xy: Array) -> Array:
        """Coordinates in the plane of the cast."""
        return self.flat.uv(np.asarray(xy, dtype=float) - self.pin)

    def to_base(self, xy: Array) -> Array:
        """Points of the face's own sheet."""
        return self.cast.to_base(self.plane(xy))

    def _sheet(self, st: Array) -> Array:
        return self.flat.sheet(st) + self.pin

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        return self.cast.to_space(self.plane(xy), lift)

    def lifter(self, xy: Array) -> Callable[[float], Array]:
        return self.cast.lifter(self.plane(xy))

    def uv_and_lifter(self, xy: Array) -> tuple[Array, Callable[[float], Array]]:
        return self.cast.uv_and_lifter(self.plane(xy))

    def measured_at(self, xy: Array) -> tuple[Array, Array, Array]:
        st = self.plane(xy)
        grown, mean, gauss = self.cast.measured_at(st)
        return grown / np.abs(np.linalg.det(self.flat.slopes(st))), mean, gauss

    def normal(self, xy: Array) -> Array:
        return self.cast.normal(self.plane(xy))

    def to_uv(self, xy: Array) -> Array:
        return self.cast.to_uv(self.plane(xy))

    def on_face(self, xy: Array) -> tuple[Array, Array]:
        return self.cast.on_face(self.plane(xy))

    def from_uv(self, uv: Array) -> Array:
        return self._sheet(self.cast.from_uv(uv))

    def from_space(self, points: Array) -> Array:
        return self._sheet(self.cast.seen(points))

    def jacobian(self, xy: Array) -> Array:
        st = self.plane(xy)
        return np.asarray(self.cast.jacobian(st) @ np.linalg.inv(self.flat.slopes(st)), dtype=float)

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        return self.cast.bent_at(self.plane(xy))

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        """Places are told on the face's own sheet; upright is this one's y."""
        at, turn = self.cast.spot(across, up, degrees)
        return self._sheet(at), turn

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        return self.cast.place_of(self.plane(xy), degrees)

    def moved(self, by: Frame) -> FlattenedChart:
        return replace(
            self, base=self.base.moved(by), cast=self.cast.moved(by), frame=self.frame.within(by)
        )

    def again(self, home: FaceChart) -> FaceChart:
        return self.on(home)

    def on(self, base: FaceChart) -> FlattenedChart:
        """The same on another chart of the same face."""
        cast = self.cast.on(base)
        same = base is self.base and cast is self.cast
        return self if same else replace(self, base=base, cast=cast)

    def room(self, points: Array) -> float:
        return self.cast.room(self.plane(points))

    def on_own_surface(self, xy: Array) -> FlattenedChart:
        return self.on(self.base.on_own_surface(self.to_base(xy)))


@dataclass(frozen=True)
class SeenSurface:
    """What a cast reaches, as a surface over the plane that it comes from; what it does not
    reach counts for nothing."""

    space: Callable[[Array], Array]
    slopes: Callable[[Array], Array]

    def at(self, uv: Array) -> Array:
        """Points (..., 3)."""
        return self.space(uv)

    def first(self, uv: Array) -> tuple[Array, Array, Array]:
        """Points and the two derivatives."""
        s, j = self.space(uv), self.slopes(uv)
        met = np.asarray(np.isfinite(s).all(axis=-1) & np.isfinite(j).all(axis=(-2, -1)))
        s = np.where(met[..., None], s, 0.0)
        j = np.where(met[..., None, None], j, 0.0)
        return s, j[..., 0], j[..., 1]

    def normal(self, uv: Array) -> Array:
        """Unit normals."""
        _, a, b = self.first(uv)
        n = np.cross(a, b)
        with np.errstate(invalid="ignore", divide="ignore"):  # nothing is seen there
            return np.asarray(n / np.linalg.norm(n, axis=-1, keepdims=True), dtype=float)
