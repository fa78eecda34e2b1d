"""The chart of a projection: the sheet is a plane from which artwork is cast onto a face."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

import numpy as np
import shapely
from contourpy import contour_generator

from tinstamp.artwork.outline import Outline, polygon
from tinstamp.chart.base import Array, Chart, SheetError
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart

GRAZING = np.sin(np.radians(4.0))
"""Where the cast meets the face at a smaller angle than that, nothing is laid."""
GRID = 72
ROUNDS = 24
ON = 1e-7
"""mm that a cast point may be off its ray."""


@dataclass(frozen=True, eq=False)
class CastChart(UnevenChart):
    """Sheet x and y are the frame's; its z looks against the cast, towards the caster.

    A point of the sheet lies where its ray first meets the face; places that no ray reaches,
    or that only graze, lie off the face.

    Attributes
    ----------
    base : the face's own chart. pin : the sheet point of the frame's origin, mm; it is that
        of the same place on the base's sheet.
    behind : the pin is where the cast comes out again, and stands for the place before it.
    starts : (n, 4) sheet points and the points of the base's sheet that they lie on, near
        to which others are sought.
    """

    base: Chart = field(kw_only=True)
    pin: tuple[float, float] = field(kw_only=True)
    starts: Array = field(kw_only=True)
    behind: bool = False

    @property
    def ground(self) -> Chart:
        return self.base

    @property
    def kind(self) -> str:
        return f"{self.base.kind}, projected"

    @property
    def mirrored(self) -> bool:
        return self.base.mirrored

    @property
    def fineness(self) -> float:
        return max(1e-7, self.base.fineness)

    @property
    def against(self) -> Array:
        """Unit vector towards the caster, (3,)."""
        return np.array(self.frame.z)

    def seen(self, points: Array) -> Array:
        """Sheet points of points in space (..., 3), along the cast."""
        return self.frame.to_local(np.asarray(points, dtype=float))[..., :2] + self.pin

    @cached_property
    def _tree(self) -> Any:
        from scipy.spatial import cKDTree

        return cKDTree(self.starts[:, :2])

    def to_base(self, xy: Array, lift: float = 0.0) -> Array:
        """Points of the base's sheet at which rays meet the face, or its parallel `lift` mm
        above it, by Newton's method; no numbers where they miss."""
        xy = np.asarray(xy, dtype=float)
        flat = xy.reshape(-1, 2)
        near = self.starts[self._tree.query(flat)[1]]
        q = near[:, 2:].copy()
        for _ in range(ROUNDS):
            off = self.seen(self.base.to_space(q, lift)) - flat
            slopes = self.base.jacobian(q)  # near enough above the face too
            m = np.einsum("nck,dc->ndk", slopes, self.frame.axes[:2])
            det = m[:, 0, 0] * m[:, 1, 1] - m[:, 0, 1] * m[:, 1, 0]
            det = np.where(np.abs(det) > 1e-6, det, 1e-6)
            step = np.stack(
                [
                    (m[:, 1, 1] * off[:, 0] - m[:, 0, 1] * off[:, 1]) / det,
                    (m[:, 0, 0] * off[:, 1] - m[:, 1, 0] * off[:, 0]) / det,
                ],
                axis=-1,
            )
            size = np.linalg.norm(step, axis=-1, keepdims=True)
            q = q - step * np.minimum(1.0, 2.0 / np.maximum(size, 1e-300))
            if not size.size or float(np.nanmax(size)) < 1e-10:
                break
        missed = np.linalg.norm(self.seen(self.base.to_space(q, lift)) - flat, axis=-1) > ON
        q[missed] = np.nan
        return q.reshape(xy.shape)

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        return self.base.to_space(self.to_base(xy), lift)

    def normal(self, xy: Array) -> Array:
        return self.base.normal(self.to_base(xy))

    def jacobian(self, xy: Array) -> Array:
        return self._slopes(self.to_base(np.asarray(xy, dtype=float)))

    def _slopes(self, q: Array) -> Array:
        """How space moves with the sheet at points of the base's."""
        slopes = self.base.jacobian(q)
        seen = np.einsum("...kc,dk->...dc", slopes, self.frame.axes[:2])
        det = seen[..., 0, 0] * seen[..., 1, 1] - seen[..., 0, 1] * seen[..., 1, 0]
        back = np.empty_like(seen)
        back[..., 0, 0], back[..., 1, 1] = seen[..., 1, 1], seen[..., 0, 0]
        back[..., 0, 1], back[..., 1, 0] = -seen[..., 0, 1], -seen[..., 1, 0]
        return np.asarray(slopes @ (back / det[..., None, None]), dtype=float)

    def measured_at(self, xy: Array) -> tuple[Array, Array, Array]:
        q = self.to_base(np.asarray(xy, dtype=float))
        j = self._slopes(q)
        grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
        return np.asarray(grown, dtype=float), *self.base.bent_at(q)

    def from_space(self, points: Array) -> Array:
        return self.seen(points)

    def to_uv(self, xy: Array) -> Array:
        return self.base.to_uv(self.to_base(xy))

    def from_uv(self, uv: Array) -> Array:
        return self.seen(self.base.to_space(self.base.from_uv(uv)))

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        return self.base.bent_at(self.to_base(xy))

    def degrees(self, xy: Array) -> Array:
        return self.base.degrees(self.to_base(xy))

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        """The place is told on the base's sheet; upright is the frame's y."""
        at, _ = self.base.spot(across, up, degrees)
        if self.behind or np.allclose(at, self.pin, atol=1e-9):
            return np.array(self.pin), 0.0
        return self.seen(self.base.to_space(at)), 0.0

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        q = self.to_base(np.asarray(xy, dtype=float))
        if not np.isfinite(q).all():
            raise ValueError("this place is not reached by the cast")
        return self.base.place_of(q, degrees)

    def moved(self, by: Frame) -> CastChart:
        return replace(self, base=self.base.moved(by), frame=self.frame.within(by))

    @property
    def sheet(self) -> PlaneChart:
        """The plane that the artwork is cast from, through the pin, as a flat chart with the
        same coordinates."""
        x, y, z = self.frame.to_space(np.array([-self.pin[0], -self.pin[1], 0.0]))
        origin = (float(x), float(y), float(z))
        return PlaneChart((), Frame(origin, self.frame.x, self.frame.y))

    def again(self, home: Chart) -> Chart:
        return self.on(home.towards(np.array(self.pin)))

    def on(self, base: Chart) -> CastChart:
        """The same cast on another chart of the same face."""
        return replace(self, base=base)


def cast_chart(base: Chart, at: Array, towards: Array, upright: Array) -> CastChart:
    """The chart of a cast onto a face.

    Parameters
    ----------
    base : the face's chart. at : (2,) the place on its sheet that keeps its place.
    towards : (3,) direction of the cast. upright : (3,) what is upright for the artwork.

    Raises SheetError when the cast does not reach the face there.
    """
    base = base.towards(at)
    z = -towards / np.linalg.norm(towards)
    if float(base.normal(at) @ z) < GRAZING:
        raise SheetError("the cast does not meet the face there: it comes from behind or grazes it")
    y = upright - (upright @ z) * z
    if np.linalg.norm(y) < 1e-6:
        y = base.jacobian(at)[:, 1]
        y = y - (y @ z) * z
    y = y / np.linalg.norm(y)
    x = np.cross(y, z)
    origin = base.to_space(at)
    frame = Frame(*(tuple(map(float, v)) for v in (origin, x, y)))  # type: ignore[arg-type]
    bare = CastChart(
        (), frame, base=base, pin=(float(at[0]), float(at[1])), starts=np.zeros((1, 4))
    )
    outline, starts = _seen_of(bare, at)
    return replace(bare, outline=outline, starts=starts)


def reached_from(cast: CastChart, at: Array) -> CastChart | None:
    """A cast with what it reaches about a place on its face's own sheet; None when it reaches
    nothing there."""
    try:
        outline, starts = _seen_of(cast, at)
    except SheetError:
        return None
    return replace(cast, outline=outline, starts=starts)


def far_place(base: Chart, at: Array, towards: Array) -> Array:
    """Where the ray through a place of a face comes out of the face again, (2,) on its sheet.

    Raises SheetError when it does not.
    """
    z = -towards / np.linalg.norm(towards)
    low, high = base.bounds[:2], base.bounds[2:]
    x, y = np.linspace(low[0], high[0], 2 * GRID), np.linspace(low[1], high[1], GRID)
    grid = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    away = grid[base.normal(grid) @ z < -GRAZING]
    if not len(away):
        raise SheetError("the cast does not come out of this face again")
    origin = base.to_space(at)
    side = np.cross(z, [1.0, 0.0, 0.0] if abs(z[0]) < 0.9 else [0.0, 1.0, 0.0])
    side = side / np.linalg.norm(side)
    frame = Frame(*(tuple(map(float, v)) for v in (origin, side, np.cross(z, side))))  # type: ignore[arg-type]
    probe = CastChart((), frame, base=base, pin=(0.0, 0.0), starts=np.zeros((1, 4)))
    starts = np.hstack([probe.seen(base.to_space(away)), away])
    found = replace(probe, starts=starts).to_base(np.zeros((1, 2)))[0]
    if not np.isfinite(found).all() or float(base.normal(found) @ z) > -GRAZING:
        raise SheetError("the cast does not come out of this face again")
    return found


def _seen_of(chart: CastChart, at: Array) -> tuple[tuple[Outline, ...], Array]:
    """What the cast reaches about a place: its outline on the sheet, and places to start from."""
    base = chart.base
    polygons = [
        shapely.Polygon(base.lap(k)(o.points(16))).buffer(0)
        for k in (range(-1, 2) if base.closed else range(1))
        for o in base.outline
        if o.area > 0
    ]
    face = shapely.union_all(polygons, grid_size=1e-9)
    holes = [
        shapely.Polygon(base.lap(k)(o.points(16))).buffer(0)
        for k in (range(-1, 2) if base.closed else range(1))
        for o in base.outline
        if o.area < 0
    ]
    if holes:
        face = face.difference(shapely.union_all(holes))
    low_x, low_y, high_x, high_y = face.bounds
    if base.closed:
        half = base.way_round(at) / 2.0
        low_x, high_x = max(low_x, at[0] - half), min(high_x, at[0] + half)
        low_y, high_y = max(low_y, at[1] - 2 * half), min(high_y, at[1] + 2 * half)
    x, y = np.linspace(low_x, high_x, GRID), np.linspace(low_y, high_y, GRID)
    grid = np.stack(np.meshgrid(x, y), axis=-1)
    meets = base.normal(grid) @ chart.against - GRAZING
    framed = np.pad(meets, 1, constant_values=-1.0)
    xs = np.concatenate([[x[0] - 1e-6], x, [x[-1] + 1e-6]])
    ys = np.concatenate([[y[0] - 1e-6], y, [y[-1] + 1e-6]])
    rings = contour_generator(xs, ys, framed).lines(0.0)
    reached = shapely.union_all([shapely.Polygon(r).buffer(0) for r in rings if len(r) > 3])
    reached = reached.intersection(face.buffer(0))
    here = shapely.Point(*at)
    part = min(shapely.get_parts(reached), key=lambda p: p.distance(here), default=None)
    if part is None or part.is_empty:
        raise SheetError("the cast does not meet the face")
    part = shapely.orient_polygons(shapely.segmentize(part, max(part.length / 400, 1e-3)))
    outline = []
    for ring in (part.exterior, *part.interiors):
        points = chart.seen(base.to_space(np.array(ring.coords)[:-1]))
        outline.append(polygon(points.tolist()))
    inner = grid.reshape(-1, 2)
    inner = inner[shapely.contains_xy(part.buffer(1e-6), inner[:, 0], inner[:, 1])]
    inner = np.vstack([inner, at])
    return tuple(outline), np.hstack([chart.seen(base.to_space(inner)), inner])
