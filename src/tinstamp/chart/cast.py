"""The chart of a projection: the sheet is a plane from which artwork is cast onto a face."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

import numpy as np
import shapely
from contourpy import contour_generator
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Outline, polygon
from tinstamp.chart.base import Array, FaceChart, SheetError
from tinstamp.chart.bent import BentChart, UnevenFaceChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.view import View

GRAZING = np.sin(np.radians(4.0))
"""Where the cast meets the face at a smaller angle than that, nothing is laid."""
WINDOW_POINTS = 72
"""Points of a window to each side."""
SOUGHT_FROM = 3
"""Of so many places on the grid one is kept to seek others from."""
WINDOW_PLACES = 24
"""Windows onto a closed face lie at so many places round it."""
LONGEST_STEP = WINDOW_POINTS / SOUGHT_FROM / 2
"""A step of the search on a sheet is no longer than that part of what is reached."""
SOLVING_ROUNDS = 24
"""Steps in which a ray is followed to the face."""
RAY_STRAY = 1e-7
"""mm that a cast point may be off its ray."""
SETTLED, ROUGH = 1e-11, 1e-2
"""mm; what is nearer before a step than that is sought no further, to build and to look at."""


@dataclass(frozen=True, eq=False)
class CastChart(View, UnevenFaceChart):
    """Sheet x and y are the frame's; its z looks against the cast, towards the caster.

    A point of the sheet lies where its ray first meets the face; places that no ray reaches,
    or that only graze, lie off the face.

    Attributes
    ----------
    base : the face's own chart. pin : the sheet point of the frame's origin, mm; it is that
        of the same place on the base's sheet.
    settled : mm; a place that is nearer before a step than that is sought no further.
    behind : the pin is where the cast comes out again, and stands for the place before it.
    starts : (n, 4) sheet points, and for each what is sought there: the (u, v) of the base's
        surface where it has one as arrays, else the point of its sheet.
    """

    base: FaceChart = field(kw_only=True)
    pin: tuple[float, float] = field(kw_only=True)
    starts: Array = field(kw_only=True)
    behind: bool = False
    settled: float = SETTLED

    @property
    def ground(self) -> FaceChart:
        return self.base

    @property
    def kind(self) -> str:
        return f"{self.base.kind}, projected"

    @property
    def mirrored(self) -> bool:
        return self.base.mirrored

    @property
    def projected(self) -> bool:
        return True

    @property
    def draft(self) -> CastChart:
        return replace(self, settled=ROUGH)

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

    @cached_property
    def _bent(self) -> BentChart | None:
        """The base, when places are sought in the (u, v) of its surface at once."""
        return self.base if isinstance(self.base, BentChart) else None

    @cached_property
    def _longest_step(self) -> float:
        wide = float(np.ptp(self.starts[:, 2:], axis=0).max())
        return wide / (4 if self._bent is not None else LONGEST_STEP) + 1e-3

    def _at(self, p: Array, lift: float) -> tuple[Array, Array]:
        """Points, and how they move with what is sought: (u, v), or the base's sheet. Near
        enough above the face too."""
        base = self._bent
        if base is None:
            return self.base.to_space(p, lift), self.base.jacobian(p)
        local, du, dv = base.surface.first(p)
        if lift:
            n = np.cross(du, dv)
            local = local + lift * base.flip * n / np.linalg.norm(n, axis=-1, keepdims=True)
        slopes = np.einsum("...kc,kd->...dc", np.stack([du, dv], axis=-1), base.frame.axes)
        return base.frame.to_space(local), np.asarray(slopes, dtype=float)

    def _points(self, p: Array, lift: float) -> Array:
        base = self._bent
        return self.base.to_space(p, lift) if base is None else base.lifted(p, lift)

    def _met(self, xy: Array, lift: float = 0.0) -> Array:
        """Where rays meet the face, or its parallel `lift` mm above it, in what is sought; no
        numbers where they miss. Newton's method, its slopes kept for a few steps."""
        xy = np.asarray(xy, dtype=float)
        given = xy.reshape(-1, 2)
        flat = np.where(np.isfinite(given), given, 0.0)  # what is no place is missed below
        p = self.starts[self._tree.query(flat)[1], 2:]
        left = np.arange(len(flat))
        most = self._longest_step
        back = np.zeros((len(flat), 2, 2))
        for turn in range(SOLVING_ROUNDS):
            if turn < 2 or turn % 3 == 0:
                there, slopes = self._at(p[left], lift)
                back[left] = _reverse(np.einsum("nck,dc->ndk", slopes, self.frame.axes[:2]))
            else:
                there = self._points(p[left], lift)
            off = self.seen(there) - flat[left]
            step = np.einsum("nij,nj->ni", back[left], off)
            size = np.hypot(step[:, 0], step[:, 1])[:, None]
            p[left] -= step * np.minimum(1.0, most / np.maximum(size, 1e-300))
            left = left[~(np.hypot(off[:, 0], off[:, 1]) <= self.settled)]
            if not len(left):
                break
        if len(left):
            off = self.seen(self._points(p[left], lift)) - flat[left]
            p[left[~(np.linalg.norm(off, axis=-1) <= RAY_STRAY)]] = np.nan
        p[~np.isfinite(given).all(axis=-1)] = np.nan
        return p.reshape(xy.shape)

    def to_base(self, xy: Array, lift: float = 0.0) -> Array:
        """Points of the base's sheet at which rays meet the face, or its parallel `lift` mm
        above it; no numbers where they miss."""
        p = self._met(xy, lift)
        return p if self._bent is None else self._bent.from_uv(p)

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        return self._points(self._met(xy), lift)

    def lifter(self, xy: Array) -> Callable[[float], Array]:
        p = self._met(xy)
        return lambda lift: self._points(p, lift)

    def uv_and_lifter(self, xy: Array) -> tuple[Array, Callable[[float], Array]]:
        p = self._met(xy)
        uv = self.base.to_uv(p) if self._bent is None else p
        return uv, lambda lift: self._points(p, lift)

    def normal(self, xy: Array) -> Array:
        p = self._met(xy)
        if self._bent is None:
            return self.base.normal(p)
        return self._bent.flip * (self._bent.surface.normal(p) @ self._bent.frame.axes)

    def jacobian(self, xy: Array) -> Array:
        return self._slopes(self._met(xy))

    def _slopes(self, p: Array) -> Array:
        """How space moves with the sheet at places found."""
        slopes = self._at(p, 0.0)[1]
        seen = np.einsum("...kc,dk->...dc", slopes, self.frame.axes[:2])
        back = _reverse(seen.reshape(-1, 2, 2)).reshape(seen.shape)
        return np.asarray(slopes @ back, dtype=float)

    def measured_at(self, xy: Array) -> tuple[Array, Array, Array]:
        p = self._met(xy)
        j = self._slopes(p)
        grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
        return np.asarray(grown, dtype=float), *self._bent_there(p)

    def _bent_there(self, p: Array) -> tuple[Array, Array]:
        if self._bent is None:
            return self.base.bent_at(p)
        mean, gauss = self._bent.surface.bent(p)
        return self._bent.flip * mean, gauss

    def from_space(self, points: Array) -> Array:
        return self.seen(points)

    def to_uv(self, xy: Array) -> Array:
        p = self._met(xy)
        return self.base.to_uv(p) if self._bent is None else p

    def on_face(self, xy: Array) -> tuple[Array, Array]:
        p = self._met(xy)
        return self._points(p, 0.0), self.base.to_uv(p) if self._bent is None else p

    def from_uv(self, uv: Array) -> Array:
        return self.seen(self.base.to_space(self.base.from_uv(uv)))

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        return self._bent_there(self._met(xy))

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

    def room(self, points: Array) -> float:
        return _room_beneath(self, points)

    def on_own_surface(self, xy: Array) -> CastChart:
        return self.on(self.base.on_own_surface(self.to_base(xy)))

    def moved(self, by: Frame) -> CastChart:
        return replace(self, base=self.base.moved(by), frame=self.frame.within(by))

    @property
    def sheet(self) -> PlaneChart:
        """The plane that the artwork is cast from, through the pin, as a flat chart with the
        same coordinates."""
        x, y, z = self.frame.to_space(np.array([-self.pin[0], -self.pin[1], 0.0]))
        origin = (float(x), float(y), float(z))
        return PlaneChart((), Frame(origin, self.frame.x, self.frame.y))

    def again(self, home: FaceChart) -> FaceChart:
        return self.on(self.base.again(home))

    def on(self, base: FaceChart) -> CastChart:
        """The same cast on another chart of the same face."""
        if base is self.base:
            return self
        q = self.starts[:, 2:]
        q = sought(base, q if self._bent is None else self._bent.from_uv(q))
        return replace(self, base=base, starts=np.hstack([self.starts[:, :2], q]))


def _room_beneath(view: View, points: Array) -> float:
    """That of the face beneath, where the view meets it."""
    at = view.to_base(points)
    there = at[np.isfinite(at).all(axis=-1)]
    return view.base.room(there) if len(there) else float("inf")


def sought(base: FaceChart, xy: Array) -> Array:
    """What stands for points of a base's sheet while others are sought near them."""
    return base.to_uv(xy) if isinstance(base, BentChart) else np.asarray(xy, dtype=float)


def _reverse(m: Array) -> Array:
    """Inverses of (n, 2, 2); bounded where there is none."""
    det = m[:, 0, 0] * m[:, 1, 1] - m[:, 0, 1] * m[:, 1, 0]
    sides = np.hypot(m[:, 0], m[:, 1])
    thin = 1e-6 * sides[:, 0] * sides[:, 1] + 1e-300
    det = np.where(np.abs(det) > thin, det, thin)
    found = np.empty_like(m)
    found[:, 0, 0], found[:, 1, 1] = m[:, 1, 1], m[:, 0, 0]
    found[:, 0, 1], found[:, 1, 0] = -m[:, 0, 1], -m[:, 1, 0]
    return np.asarray(found / det[:, None, None], dtype=float)


def cast_chart(base: FaceChart, at: Array, towards: Array, upright: Array) -> CastChart:
    """The chart of a cast onto a face.

    Parameters
    ----------
    base : the face's chart. at : (2,) the place on its sheet that keeps its place.
    towards : (3,) direction of the cast. upright : (3,) what is upright for the artwork.

    Raises SheetError when the cast does not reach the face there.
    """
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


def far_place(base: FaceChart, origin: Array, towards: Array) -> Array:
    """Where the ray through a point in space, (3,), comes out of a face, (2,) on its sheet.

    Raises SheetError when it does not.
    """
    z = -towards / np.linalg.norm(towards)
    low, high = base.bounds[:2], base.bounds[2:]
    x, y = (
        np.linspace(low[0], high[0], 2 * WINDOW_POINTS),
        np.linspace(low[1], high[1], WINDOW_POINTS),
    )
    grid = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    away = grid[base.normal(grid) @ z < -GRAZING]
    if not len(away):
        raise SheetError("the cast does not come out of this face again")
    side = np.cross(z, [1.0, 0.0, 0.0] if abs(z[0]) < 0.9 else [0.0, 1.0, 0.0])
    side = side / np.linalg.norm(side)
    frame = Frame(*(tuple(map(float, v)) for v in (origin, side, np.cross(z, side))))  # type: ignore[arg-type]
    probe = CastChart((), frame, base=base, pin=(0.0, 0.0), starts=np.zeros((1, 4)))
    starts = np.hstack([probe.seen(base.to_space(away)), sought(base, away)])
    found = replace(probe, starts=starts).to_base(np.zeros((1, 2)))[0]
    out = np.isfinite(found).all() and float(base.normal(found) @ z) < -GRAZING
    if not out or not _window_on(base, found).face.covers(shapely.Point(*found)):
        raise SheetError("the cast does not come out of this face again")
    return found


@dataclass(frozen=True, eq=False)
class _Window:
    """A face, or a part of a closed one, on a grid: what many casts onto it have in common.

    Attributes
    ----------
    x, y : of the grid on the base's sheet. normals : (WINDOW_POINTS, WINDOW_POINTS, 3).
    grid, space, sought : sparser, (n, 2), (n, 3) and (n, 2).
    face : the face on its sheet.
    """

    x: Array
    y: Array
    normals: Array
    grid: Array
    space: Array
    sought: Array
    face: BaseGeometry


_windows: Kept[_Window] = Kept(24)


def _window_on(base: FaceChart, at: Array) -> _Window:
    """The window onto a base about a place on its sheet."""
    x = y = step = 0.0
    if base.all_round is not None:
        step = base.all_round.way_round(at) / WINDOW_PLACES
        x, y = (float(np.round(v / step)) for v in at)
    return _windows.get(base, (x, y), lambda: _window(base, np.array([x, y]) * step))


def _window(base: FaceChart, at: Array) -> _Window:
    loops = [(o.area, move(o.points(16))) for move in base.laps(1) for o in base.outline]
    face = shapely.union_all(
        [shapely.Polygon(points).buffer(0) for area, points in loops if area > 0], grid_size=1e-9
    )
    holes = [shapely.Polygon(points).buffer(0) for area, points in loops if area < 0]
    if holes:
        face = face.difference(shapely.union_all(holes))
    low_x, low_y, high_x, high_y = face.bounds
    if base.all_round is not None:
        half = base.all_round.way_round(at) / 2.0
        low_x, high_x = max(low_x, at[0] - half), min(high_x, at[0] + half)
        low_y, high_y = max(low_y, at[1] - 2 * half), min(high_y, at[1] + 2 * half)
    x, y = np.linspace(low_x, high_x, WINDOW_POINTS), np.linspace(low_y, high_y, WINDOW_POINTS)
    grid = np.stack(np.meshgrid(x, y), axis=-1)
    few = grid[::SOUGHT_FROM, ::SOUGHT_FROM].reshape(-1, 2)
    return _Window(
        x, y, base.normal(grid), few, base.to_space(few), sought(base, few), face.buffer(0)
    )


def _seen_of(chart: CastChart, at: Array) -> tuple[tuple[Outline, ...], Array]:
    """What the cast reaches about a place: its outline on the sheet, and places to start from."""
    base = chart.base
    window = _window_on(base, at)
    x, y = window.x, window.y
    meets = window.normals @ chart.against - GRAZING
    framed = np.pad(meets, 1, constant_values=-1.0)
    xs = np.concatenate([[x[0] - 1e-6], x, [x[-1] + 1e-6]])
    ys = np.concatenate([[y[0] - 1e-6], y, [y[-1] + 1e-6]])
    rings = contour_generator(xs, ys, framed).lines(0.0)
    reached = shapely.union_all([shapely.Polygon(r).buffer(0) for r in rings if len(r) > 3])
    reached = reached.intersection(window.face)
    here = shapely.Point(*at)
    part = min(shapely.get_parts(reached), key=lambda p: p.distance(here), default=None)
    if part is None or part.is_empty:
        raise SheetError("the cast does not meet the face")
    part = shapely.orient_polygons(shapely.segmentize(part, max(part.length / 240, 1e-3)))
    outline = tuple(
        polygon(chart.seen(base.to_space(np.array(ring.coords)[:-1])))
        for ring in (part.exterior, *part.interiors)
    )
    near = shapely.contains_xy(part.buffer(1e-6), window.grid[:, 0], window.grid[:, 1])
    starts = np.hstack([chart.seen(window.space[near]), window.sought[near]])
    return outline, np.vstack([starts, [*chart.seen(base.to_space(at)), *sought(base, at)]])
