"""Walls of letters that are carried along a path off their face: where they end, and the rings that
their walls lie between.

On a flat face round walls turn about a line. On a bent one each place goes along the sheet and off
the face as its path says: along a line straight from one end to the other, round an arc through
several places of it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import ClassVar

import numpy as np
import shapely
from OCP.Geom import Geom_Plane, Geom_Surface

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import TOLERANCE, Array, placement
from tinstamp.chart.base import FaceChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart
from tinstamp.plan.station import ON_FACE, Leg, Path, Station, off_the_way
from tinstamp.relief.heads import Head, OverFoot, Square
from tinstamp.relief.leaning import seen_carried_on
from tinstamp.relief.surfaces import OrderError
from tinstamp.relief.walls import Span
from tinstamp.setting.fit import ink

CELL_SIDE = 0.6
"""mm that the cells are long by which letters are told clear of what is beside them"""
CELL_STEPS = 8
"""points to a piece of an outline by which it is told which cells hold ink"""
CELLS_OVER = 0.01
"""mm that ink may lie off the lines between such points"""
STEPS_OF_A_WAY = 10
"""Places of their way, one after the other, at which they are looked at"""
BOWED = 2.5
"""Times as far as in the middle that a way goes off the straight line between two such places: 1
round an arc, 2 where a line ends between them"""
OUTLINE_STEPS = 4
"""points to a piece of an outline by which round stretches are told to be round"""
ROUND_PARTS = (1, 2, 4)
"""stretches that one of a quarter turn, at most, may be parted into on a bent face"""
ROUND_WITHIN = 2e-4
"""mm that a place of them may lie off its true way there"""
Hull = tuple[Array, int, Array]


class Foot(Square):
    """Where letters stand on their face."""

    @property
    def turns(self) -> bool:
        return True


@dataclass(frozen=True, eq=False)
class InPlane(Head):
    """Letters at a station of their path off a flat face: in whatever plane the sheet comes to lie
    in, with the sheet's own coordinates."""

    chart: FaceChart
    path: Path
    station: Station
    on_face: ClassVar[bool] = False
    over_foot: ClassVar[bool] = False

    def space(self, xy: Array) -> Array:
        return self.path.on(self.chart, xy, self.station)

    def uv(self, xy: Array) -> Array:
        return np.asarray(xy, dtype=float)

    def at(self, uv: Array) -> Array:
        return self.space(uv)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        origin, x, y = self.space(np.array([[0.0, 0.0], [1.0, 0.0], [0.0, 1.0]]))
        frame = Frame(*(tuple(map(float, v)) for v in (origin, x - origin, y - origin)))  # type: ignore[arg-type]
        return Geom_Plane(placement(frame)), TOLERANCE

    @property
    def flipped(self) -> bool:
        return False


@dataclass(frozen=True, eq=False)
class OverFace(OverFoot):
    """Letters at a station of their path off a bent face, in its (u, v) under their feet."""

    chart: FaceChart
    path: Path
    station: Station
    over_foot: ClassVar[bool] = False

    def space(self, xy: Array) -> Array:
        return self.path.on(self.chart, xy, self.station)


@dataclass(frozen=True, eq=False)
class Aside(Square):
    """The same where the ink has not turned: on the face's parallel surface."""

    path: Path
    station: Station
    over_foot: ClassVar[bool] = False

    def space(self, xy: Array) -> Array:
        return self.path.on(self.chart, xy, self.station)

    def uv(self, xy: Array) -> Array:
        way = np.array(self.path.toward)
        return self.chart.to_uv(np.asarray(xy, dtype=float) + self.station.at[0] * way)


def _end(chart: FaceChart, path: Path, station: Station) -> Head:
    if isinstance(chart, PlaneChart):
        return InPlane(chart, path, station)
    if station.along == ON_FACE.along:
        return Aside(chart, station.at[1], path, station)
    return OverFace(chart, path, station)


@dataclass(frozen=True, eq=False)
class Trail:
    """Walls along a path: a ring at every station; of a round stretch off a flat face the one where
    its sides would meet, before its end, and off a bent one several that its walls go through."""

    chart: FaceChart
    path: Path
    legs: tuple[Leg, ...]

    @classmethod
    def of(cls, chart: FaceChart, path: Path, regions: Sequence[Region]) -> Trail:
        """Of ink on a face: on a bent one a round stretch is parted until it is round enough.
        Raises OrderError where it does not become so."""
        if isinstance(chart, PlaneChart):
            return cls(chart, path, path.legs)
        chart = seen_carried_on(chart)
        points = np.concatenate([r.outer.points(OUTLINE_STEPS) for r in regions])
        legs: list[Leg] = []
        for leg in path.legs:
            legs += _round_enough(leg, path, chart, points)
        return cls(chart, path, tuple(legs))

    @property
    def flat(self) -> bool:
        """On a flat face, where round walls are parts of circles."""
        return isinstance(self.chart, PlaneChart)

    def _stations(self, leg: Leg) -> list[Station]:
        """Those of a stretch after the one where it begins."""
        if not self.flat:
            return [leg.at(float(part)) for part in leg.places[1:]]
        return [leg.between, leg.end] if leg.turn else [leg.end]

    @property
    def heads(self) -> tuple[Head, ...]:
        """From the face on."""
        stations = [station for leg in self.legs for station in self._stations(leg)]
        ends = [_end(self.chart, self.path, station) for station in stations]
        return Foot(self.chart, 0.0), *ends

    @property
    def parts(self) -> list[Span]:
        """Its stretches."""
        found: list[Span] = []
        last = 0
        for leg in self.legs:
            high = last + len(self._stations(leg))
            found.append(Span(last, high, leg.weight if self.flat and leg.turn else None))
            last = high
        return found

    def volume(self, regions: Sequence[Region]) -> float:
        """What it adds to the part, mm³. Raises OrderError where letters would run into
        themselves."""
        if self.flat:
            return self.path.flat_volume(regions)
        found, least = self.path.bent_volume(self.chart, regions, self.legs)
        if least <= 0.0:
            raise OrderError(
                "the face bends so much that letters on their way off it would run into "
                "themselves: let them lean or bend less, or another way, or end lower"
            )
        return found


def _round_enough(leg: Leg, path: Path, chart: FaceChart, xy: Array) -> list[Leg]:
    """A stretch of a path in as many as are needed for walls that follow it. Raises
    OrderError."""
    if not leg.turn:
        return [leg]
    for count in ROUND_PARTS:
        legs = list(leg.parted(abs(leg.turn) / count))
        if max(off_the_way(x, path, chart, xy) for x in legs) <= ROUND_WITHIN:
            return legs
    raise OrderError(
        "the face bends too much, or ends too soon, for letters that go this way off it: let them "
        "go another way, or not as far"
    )


def cells_along(region: Region, chart: FaceChart, path: Path) -> Hull:
    """What holds the letter of a region on its way: between small cells of its ink at one place of
    the way and at the next (see `Block.hull`)."""
    chart = seen_carried_on(chart)
    xy = _cells_of(region)
    ways = [path.space(chart, xy, part) for part in np.linspace(0.0, 1.0, 2 * STEPS_OF_A_WAY + 1)]
    cells, off = [], []
    for a, middle, b in zip(ways[:-2:2], ways[1:-1:2], ways[2::2], strict=True):
        cells.append(np.concatenate([a, b], axis=1))
        bow = np.linalg.norm(middle - (a + b) / 2.0, axis=-1).max(axis=1)
        off.append(np.maximum(_bends(a), _bends(b)) + BOWED * bow)
    return np.concatenate(cells), xy.shape[1], np.concatenate(off)


def _cells_of(region: Region) -> Array:
    """Squares of the sheet that hold a region's ink, three by three points of each, (n, 9, 2)."""
    (shape,) = ink([region], CELL_STEPS)
    low_x, low_y, high_x, high_y = shape.bounds
    counts = [max(1, int(np.ceil(d / CELL_SIDE))) for d in (high_x - low_x, high_y - low_y)]
    x, y = np.linspace(low_x, high_x, counts[0] + 1), np.linspace(low_y, high_y, counts[1] + 1)
    i, j = (k.ravel() for k in np.meshgrid(np.arange(counts[0]), np.arange(counts[1])))
    near = shapely.dwithin(shape, shapely.box(x[i], y[j], x[i + 1], y[j + 1]), CELLS_OVER)
    i, j = i[near], j[near]
    part = np.array([0.0, 0.5, 1.0])
    across = x[i][:, None] + (x[i + 1] - x[i])[:, None] * part
    up = y[j][:, None] + (y[j + 1] - y[j])[:, None] * part
    shaped = np.broadcast_arrays(across[:, :, None], up[:, None, :])
    return np.stack(shaped, axis=-1).reshape(len(i), 9, 2)


def _bends(points: Array) -> Array:
    """mm that a surface through such points may lie off their hull, (n,): as far as the middles of
    their sides are off the lines between the corners, of which a parabola takes a quarter."""
    grid = points.reshape(len(points), 3, 3, 3)
    along = grid[:, 1] - (grid[:, 0] + grid[:, 2]) / 2.0
    across = grid[:, :, 1] - (grid[:, :, 0] + grid[:, :, 2]) / 2.0
    off = np.linalg.norm(np.concatenate([along, across], axis=1), axis=-1)
    return np.asarray(off.max(axis=1))
