"""The least-stretch chart of a freeform face."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Outline, polygon
from tinstamp.chart.base import Array, FaceChart, Start
from tinstamp.chart.bent import BentChart
from tinstamp.chart.flattening import Flattening, flatten_patch
from tinstamp.chart.surface import SplineSurface, Surface

ANCHORS = 24
"""Anchors to the length of a face: a chart made for artwork stands at the nearest one."""
ANCHOR_REACH = 0.35
"""What counts most, round the anchor, at the most: a part of the face's size on its sheet."""
FOOTPRINT_GROWS = 1.25
"""By what factor the footprints grow that charts are made for."""
RIM_STEPS = 120
"""Parts that an edge all along a closed face is followed in."""
FOOTPRINT_TURNS = 7.5
"""Degrees; the steps of their turns."""

AT_ONCE = 4096
"""points whose distances from all places of a grid are held in memory"""


@dataclass(frozen=True)
class Footprint:
    """Where artwork lies about an anchor, and so what counts most.

    Attributes
    ----------
    wide, tall : half its extents, mm. turn : degrees that it is turned.
    """

    wide: float
    tall: float
    turn: float

    def coarse(self, more: float, size: float) -> Footprint:
        """Larger by `more` mm, at the most a part of a face's size, and rounded, so that like
        footprints share a chart."""
        sides = [
            min(
                FOOTPRINT_GROWS ** np.ceil(np.log(side + more) / np.log(FOOTPRINT_GROWS)),
                ANCHOR_REACH * size,
            )
            for side in (self.wide, self.tall)
        ]
        return Footprint(
            float(sides[0]), float(sides[1]), FOOTPRINT_TURNS * round(self.turn / FOOTPRINT_TURNS)
        )

    @property
    def sides(self) -> Array:
        """Half the extents, (2,) mm, of a box about it that is not turned."""
        c, s = abs(np.cos(np.radians(self.turn))), abs(np.sin(np.radians(self.turn)))
        return np.array([c * self.wide + s * self.tall, s * self.wide + c * self.tall])

    def weight(self, off: Array) -> Array:
        """How much places (n, 2) count, by how far they are off the anchor on the sheet, mm."""
        c, s = np.cos(np.radians(self.turn)), np.sin(np.radians(self.turn))
        turned = off @ np.array([[c, -s], [s, c]]) / [self.wide, self.tall]
        return np.asarray(np.exp(-(turned**2).sum(axis=-1)), dtype=float)


@dataclass(frozen=True, eq=False)
class SkinChart(BentChart):
    """The sheet is the face flattened as rigidly as can be.

    Attributes
    ----------
    flat : the map. rims : the edges in (u, v), (n, 2) each.
    pin : the sheet point that the map's own origin lies at, mm; twist : degrees that the
        map's own sheet is turned there.
    home : the chart of the whole face; None when this is it.
    unrolled : it runs more than half round, and is flattened as such.
    footprint : what it was made for; None for the whole face.
    """

    flat: Flattening = field(kw_only=True)
    rims: tuple[Array, ...] = field(kw_only=True)
    pin: tuple[float, float] = (0.0, 0.0)
    twist: float = 0.0
    home: SkinChart | None = None
    unrolled: bool = False
    footprint: Footprint | None = None

    @property
    def wraps(self) -> int | None:
        """0 or 1 where the whole face is laid out and closes smoothly in u or in v."""
        surface = self.surface
        return surface.wraps if self.unrolled and isinstance(surface, SplineSurface) else None

    @property
    def rounds(self) -> tuple[float | None, float | None]:
        if self.wraps is None:
            return None, None
        assert isinstance(self.surface, SplineSurface)
        size = float(self.surface.size[self.wraps])
        return (size, None) if self.wraps == 0 else (None, size)

    @property
    def own_start(self) -> Start | None:
        if self.wraps is None:
            return None
        assert isinstance(self.surface, SplineSurface)
        u, v = map(float, self.surface.begin)
        return u, v

    def to_seam(self, xy: Array) -> float:
        """About how far a sheet point is from the seam of a face that closes, mm; endless on one
        that does not."""
        if self.wraps is None:
            return float("inf")
        uv = self.to_uv(np.asarray(xy, dtype=float))
        way = self.surface.first(uv)[1 + self.wraps]
        ends = np.abs(uv[self.wraps] - np.array([self.flat.low, self.flat.high])[:, self.wraps])
        return float(ends.min() * np.linalg.norm(way))

    def on_surface(self, surface: Surface) -> SkinChart:
        """The same sheet on the same surface begun elsewhere."""
        return replace(self, surface=surface)

    def _turn(self) -> Array:
        c, s = np.cos(np.radians(self.twist)), np.sin(np.radians(self.twist))
        return np.array([[c, -s], [s, c]])

    def to_uv(self, xy: Array) -> Array:
        uv = self.flat.uv((np.asarray(xy, dtype=float) - self.pin) @ self._turn())
        k = self.wraps
        if k is not None:  # the sheet is once round, and ends there
            uv[..., k] = np.clip(uv[..., k], self.flat.low[k], self.flat.high[k])
        return uv

    def from_uv(self, uv: Array) -> Array:
        return self.flat.sheet(uv) @ self._turn().T + self.pin

    def jacobian(self, xy: Array) -> Array:
        uv = self.to_uv(xy)
        _, du, dv = self.surface.first(uv)
        back = np.linalg.inv(self._turn() @ self.flat.slopes(uv))  # (u, v) by the sheet
        local = np.stack([du, dv], axis=-1) @ back
        return np.asarray(np.einsum("...kc,kd->...dc", local, self.frame.axes), dtype=float)

    def measured_at(self, xy: Array) -> tuple[Array, Array, Array]:
        uv = self.to_uv(xy)
        _, du, dv = self.surface.first(uv)
        area, mean, gauss = self.surface.bent_by(uv, du, dv)
        slopes = self.flat.slopes(uv)
        turned = slopes[..., 0, 0] * slopes[..., 1, 1] - slopes[..., 0, 1] * slopes[..., 1, 0]
        return area / np.abs(turned), self.flip * mean, gauss

    def from_space(self, points: Array) -> Array:
        return self.from_uv(self._nearest(self.frame.to_local(np.asarray(points, dtype=float))))

    def _nearest(self, local: Array) -> Array:
        """Parameters of the places nearest to points, by Newton's method from a grid."""
        grid = self._grid()
        flat = local.reshape(-1, 3)
        parts = [flat[k : k + AT_ONCE] for k in range(0, len(flat), AT_ONCE)]
        first = [np.linalg.norm(p[:, None] - grid[1], axis=-1).argmin(axis=1) for p in parts]
        uv = grid[0][np.concatenate([np.zeros(0, dtype=np.int64), *first])]
        for _ in range(10):
            s, a, b = self.surface.first(uv)
            away = flat - s
            e, f, g = (np.einsum("nk,nk->n", p, q) for p, q in ((a, a), (a, b), (b, b)))
            p, q = np.einsum("nk,nk->n", away, a), np.einsum("nk,nk->n", away, b)
            det = np.maximum(e * g - f * f, 1e-300)
            step = np.stack([(g * p - f * q) / det, (e * q - f * p) / det], axis=-1)
            uv = np.clip(uv + step, self.flat.low, self.flat.high)
            if np.abs(step).max(initial=0.0) < 1e-12:
                break
        return uv.reshape(*local.shape[:-1], 2)

    def _grid(self) -> tuple[Array, Array]:
        sides = [np.linspace(a, b, 25) for a, b in zip(self.flat.low, self.flat.high, strict=True)]
        uv = np.stack(np.meshgrid(*sides, indexing="ij"), axis=-1).reshape(-1, 2)
        return uv, self.surface.at(uv)

    def towards(self, xy: Array) -> SkinChart:
        """The chart with the least stretch about a sheet point, which stays where it is."""
        size = float((self.bounds[2:] - self.bounds[:2]).max())
        return self.about(xy, Footprint(ANCHOR_REACH * size, ANCHOR_REACH * size, 0.0))

    def about(self, xy: Array, print_: Footprint) -> SkinChart:
        """The same for artwork that covers a footprint there."""
        home = self.home or self
        low, high = home.bounds[:2], home.bounds[2:]
        size = float((high - low).max())
        step = size / ANCHORS
        anchor = np.round(np.asarray(xy, dtype=float) / step) * step
        anchor = np.clip(anchor, low, high)
        return _anchored(home, float(anchor[0]), float(anchor[1]), print_.coarse(step / 2, size))

    def again(self, home: FaceChart) -> FaceChart:
        if self.footprint is None:
            return home
        assert isinstance(home, SkinChart)
        return _anchored(home, *self.pin, self.footprint)


@lru_cache(maxsize=64)
def _anchored(home: SkinChart, x: float, y: float, footprint: Footprint) -> SkinChart:
    """A chart of the same face, anchored at a point of its home sheet, true above all where
    artwork lies."""
    at = np.array([x, y])
    uv = home.to_uv(at)
    upright = home.jacobian(at)[:, 1] @ home.frame.axes.T

    def weight(there: Array) -> Array:
        return footprint.weight(home.from_uv(there) - at)

    low, high = home.flat.low.copy(), home.flat.high.copy()
    if home.wraps is not None:  # once round, the artwork in its middle
        half = (high[home.wraps] - low[home.wraps]) / 2
        low[home.wraps], high[home.wraps] = uv[home.wraps] - half, uv[home.wraps] + half
    flat = flatten_patch(home.surface, low, high, home.flip, upright, uv, weight, home.unrolled)
    rims = home.rims if home.wraps is None else cut_open(home.rims, home.wraps, low, high)
    made = replace(
        home, flat=flat, pin=(x, y), twist=0.0, home=home, footprint=footprint, rims=rims
    )
    return replace(made, outline=outline_of(made, home))


def outline_of(made: SkinChart, home: SkinChart) -> tuple[Outline, ...]:
    """The rims on the sheet of a chart, each running round as on the home sheet: (u, v) of a
    face that another program wrote may run either way."""
    if home.wraps is not None:
        return outline_cut_open(made)
    found = []
    for rim, before in zip(home.rims, home.outline, strict=True):
        loop = polygon(made.from_uv(rim))
        found.append(loop if loop.area * before.area > 0 else loop.reversed())
    return tuple(found)


def outline_cut_open(made: SkinChart) -> tuple[Outline, ...]:
    """The rims of a face that was cut open (`cut_open`) on the sheet of a chart."""
    loops = [polygon(made.from_uv(rim)) for rim in made.rims]
    return tuple(loop if made.flip > 0 else loop.reversed() for loop in loops)


def cut_open(
    rims: Sequence[Array], wraps: int | None, low: Array, high: Array
) -> tuple[Array, ...]:
    """The edges in (u, v) of a face that closes on itself along `wraps`, cut open where a window of
    one turn begins and ends: outer ones counter-clockwise there, holes clockwise."""
    size = high - low
    whole: BaseGeometry = shapely.Polygon()
    for rim in rims:
        ring = shapely.Polygon((rim - low) / size)
        whole = whole.symmetric_difference(ring if ring.is_valid else ring.buffer(0.0))
    if wraps is not None:
        lap = np.eye(2)[wraps]
        turned = [shapely.transform(whole, lambda p, k=k: p + k * lap) for k in (-1, 0, 1)]
        whole = shapely.union_all(turned, grid_size=1e-10)
    cut = whole.intersection(shapely.box(0.0, 0.0, 1.0, 1.0), grid_size=1e-10)
    found: list[Array] = []
    for part in shapely.get_parts(cut):
        if not isinstance(part, shapely.Polygon) or part.area < 1e-9:
            continue
        fine = shapely.orient_polygons(shapely.segmentize(part, 1.0 / RIM_STEPS))
        rings = (fine.exterior, *fine.interiors)
        found += [low + np.array(ring.coords)[:-1] * size for ring in rings]
    return tuple(found)


def fine_rim(ring: Array, low: Array, high: Array) -> Array:
    """An edge in (u, v), (n, 2), within a window, in short lines: what is straight there is bent on
    a sheet."""
    size = high - low
    loop = shapely.segmentize(shapely.LinearRing((ring - low) / size), 1.0 / RIM_STEPS)
    return np.clip(low + shapely.get_coordinates(loop)[:-1] * size, low, high)


def rectangle_rim(low: Array, high: Array) -> Array:
    """The edge of a rectangle in (u, v), finely."""
    t = np.linspace(0.0, 1.0, 41)[:-1]
    (a, b), (c, d) = low, high
    return np.concatenate(
        [
            np.column_stack([a + t * (c - a), b + 0 * t]),
            np.column_stack([c + 0 * t, b + t * (d - b)]),
            np.column_stack([c - t * (c - a), d + 0 * t]),
            np.column_stack([a + 0 * t, d - t * (d - b)]),
        ]
    )
