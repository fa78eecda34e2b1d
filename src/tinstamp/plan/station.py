"""Where letters are on their way off a face, in side view, and what they sweep on it.

The side view shows how far ahead on the sheet a place of the ink has gone, and how far off the
face it is. On a bent face ahead is along the sheet and off is square to the face there, so that
what is said here holds on every kind of face.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import comb

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import summed
from tinstamp.chart.turns import Motion
from tinstamp.setting.fit import ink

MOST_TURN = np.radians(90.0)
"""radians that one round stretch turns; longer arcs are of several"""
SHADOW_STEPS = 4
"""points to a piece of an outline whose shadow is told"""
SHADOW_PLACES = 24
"""places of the way, but its ends, at which the shadow is looked at"""
ROUND_PLACES = 7
"""places of a round stretch through which its walls go on a bent face"""
WAY_PLACES = 8
"""places of a stretch over which its section is summed (Gauss and Legendre)"""
STEP = 1e-3
"""mm by which points are moved aside to tell how a place of the way changes with them"""


@dataclass(frozen=True)
class Station:
    """Where the ink is at a place of its path, in side view: (ahead, off the face), mm.

    Attributes
    ----------
    at : of its front edge. along : how places go on from there, for a mm ahead on the sheet.
    """

    at: tuple[float, float]
    along: tuple[float, float]

    def turned(self, about: Sequence[float], by: float, stretch: float = 1.0) -> Station:
        """Turned about a point of the side view, radians, counter-clockwise; and so many times as
        far from there."""
        c, s = np.cos(by), np.sin(by)
        x, y = self.at[0] - about[0], self.at[1] - about[1]
        u, v = self.along
        return Station(
            (
                float(about[0] + stretch * (c * x - s * y)),
                float(about[1] + stretch * (s * x + c * y)),
            ),
            (float(stretch * (c * u - s * v)), float(stretch * (s * u + c * v))),
        )

    def moved(self, by: Sequence[float]) -> Station:
        return Station((self.at[0] + by[0], self.at[1] + by[1]), self.along)

    def place(self, ahead: Array | float) -> tuple[Array, Array]:
        """(ahead, off the face) of places that lie so far ahead of the front edge on the sheet,
        (...,) mm each."""
        far = np.asarray(ahead, dtype=float)
        return self.at[0] + far * self.along[0], self.at[1] + far * self.along[1]


ON_FACE = Station((0.0, 0.0), (1.0, 0.0))
"""Where every path begins."""


@dataclass(frozen=True)
class Leg:
    """A stretch of a path from one station to the next; round about `middle` where `turn`,
    radians counter-clockwise, is not 0."""

    start: Station
    end: Station
    middle: tuple[float, float] = (0.0, 0.0)
    turn: float = 0.0

    @classmethod
    def round(cls, start: Station, middle: tuple[float, float], turn: float) -> Leg:
        """From a station on about a point, radians."""
        return cls(start, start.turned(middle, turn), middle, turn)

    @property
    def weight(self) -> float:
        """Of the station between, where the sides of a round stretch meet (Piegl and Tiller, The
        NURBS Book, 7.3, from memory)."""
        return float(np.cos(self.turn / 2.0))

    @property
    def between(self) -> Station:
        """That station."""
        return self.start.turned(self.middle, self.turn / 2.0, 1.0 / self.weight)

    @property
    def places(self) -> Array:
        """Where along it, 0 to 1, letters are known on a bent face: at both ends, and where it is
        round, between them."""
        return places_along(ROUND_PLACES if self.turn else 2)

    @property
    def length(self) -> float:
        """mm that the front edge goes."""
        a, b = np.array(self.start.at), np.array(self.end.at)
        if not self.turn:
            return float(np.linalg.norm(b - a))
        return abs(self.turn) * float(np.linalg.norm(a - np.array(self.middle)))

    def at(self, part: float) -> Station:
        """A place of it, 0 to 1."""
        if self.turn:
            return self.start.turned(self.middle, part * self.turn)
        by = np.array(self.end.at) - np.array(self.start.at)
        return self.start.moved((part * by).tolist())

    def pace(self, ahead: float) -> float:
        """How fast a place of the ink, mm ahead of its front edge, leaves the ink's own plane: mm
        for the whole stretch."""
        u, v = self.start.along
        if not self.turn:
            x, y = np.array(self.end.at) - np.array(self.start.at)
            return float(u * y - v * x)
        x, y = np.array(self.start.at) - np.array(self.middle)
        return float(self.turn * (x * u + y * v + ahead))

    def parted(self, most: float) -> Iterator[Leg]:
        """The same in equal stretches that turn by no more than that, radians."""
        count = max(1, int(np.ceil(abs(self.turn) / most - 1e-9)))
        here = self.start
        for _ in range(count if self.turn else 0):
            leg = Leg.round(here, self.middle, self.turn / count)
            yield leg
            here = leg.end
        if not self.turn:
            yield self


class Path(ABC):
    """A path of letters off their face, and the ink that goes along it.

    Attributes
    ----------
    toward : unit vector of the sheet that lies ahead.
    """

    toward: tuple[float, float]

    @property
    @abstractmethod
    def front(self) -> float:
        """The place of the foremost ink along `toward`, mm on the sheet."""

    @property
    @abstractmethod
    def legs(self) -> tuple[Leg, ...]:
        """Its stretches from the face on."""

    @abstractmethod
    def moved(self, by: Motion) -> Path:
        """The same on a sheet that has been moved."""

    def at(self, part: float) -> Station:
        """Where the ink is at a part of the path."""
        lengths = np.array([leg.length for leg in self.legs])
        ends = np.cumsum(lengths)
        far = part * float(ends[-1])
        k = min(int(np.searchsorted(ends, far)), len(lengths) - 1)
        before = float(ends[k] - lengths[k])
        return self.legs[k].at((far - before) / max(float(lengths[k]), 1e-300))

    def on(self, chart: Chart, xy: Array, station: Station) -> Array:
        """Where points of the sheet, (..., 2), are at a station, (..., 3) mm."""
        xy, way = np.asarray(xy, dtype=float), np.array(self.toward)
        far = xy @ way - self.front
        ahead, off = station.place(far)
        moved = xy + (ahead - far)[..., None] * way
        at = chart.lifter(moved)  # asks once where they lie on the face
        foot = at(0.0)
        return np.asarray(foot + off[..., None] * (at(1.0) - foot)) if off.any() else foot

    def stations(self, most: float) -> list[Station]:
        """From the face to its end, so many that none is more than `most` radians turned from the
        one before; of straight stretches their ends."""
        parts = [part for leg in self.legs for part in leg.parted(most)]
        return [ON_FACE, *(part.end for part in parts)]

    def space(self, chart: Chart, xy: Array, part: float = 1.0) -> Array:
        """Where points of the sheet are at a part of the path."""
        return self.on(chart, xy, self.at(part))

    def flat_volume(self, regions: Sequence[Region]) -> float:
        """mm³ that they sweep off a flat face: of prisms their base times their height; of what is
        swept about a line the angle times the first moment of its section (Pappus)."""
        area = sum(region.area for region in regions)
        way = np.array(self.toward)

        def of(at: Array) -> tuple[Array, Array]:
            return np.ones(at.shape[:-1]), (at @ way - self.front)[..., None]

        ahead = float(summed(regions, of, 1)[0])
        return sum(
            leg.pace(0.0) * area + (leg.turn * ahead if leg.turn else 0.0) for leg in self.legs
        )

    def bent_volume(
        self, chart: Chart, regions: Sequence[Region], legs: Sequence[Leg]
    ) -> tuple[float, float]:
        """mm³ that they sweep along such stretches off any face; and how much the least of it grows
        with the way, for a mm² of the sheet: where that is not more than 0 they run into one
        another.

        The integral of the determinant of the places' derivatives, along both ways of the sheet
        and the way (any text on integrals in space).
        """
        least = [np.inf]
        aside = STEP * np.array([[0.0, 0.0], [1.0, 0.0], [-1.0, 0.0], [0.0, 1.0], [0.0, -1.0]])

        def of(at: Array) -> tuple[Array, Array]:
            total = np.zeros(at.shape[:-1])
            crossed = at[..., None, :] + aside
            for leg in legs:
                places = leg.places
                rows = np.stack([self.on(chart, crossed, leg.at(float(x))) for x in places])
                for place, pace, count in zip(*summing(len(places)), strict=True):
                    spot, step = (np.tensordot(own, rows, 1) for own in (place, pace))
                    dx = (spot[..., 1, :] - spot[..., 2, :]) / (2.0 * STEP)
                    dy = (spot[..., 3, :] - spot[..., 4, :]) / (2.0 * STEP)
                    filled = np.einsum("...k,...k->...", np.cross(dx, dy), step[..., 0, :])
                    least[0] = min(least[0], float(np.nan_to_num(filled, nan=-np.inf).min()))
                    total += count * filled
            return np.ones(at.shape[:-1]), total[..., None]

        return float(summed(regions, of, 1)[0]), least[0]

    def shadow(self, regions: Sequence[Region]) -> BaseGeometry:
        """All of the sheet that ink stands on or over."""
        way = np.array(self.toward)
        stations = [leg.end for leg in self.legs]
        if any(leg.turn for leg in self.legs):
            stations += [self.at(part) for part in np.linspace(0.0, 1.0, SHADOW_PLACES)]
        found = []
        for polygon in ink(regions, SHADOW_STEPS):
            ring = shapely.get_coordinates(polygon.exterior)
            far = ring @ way - self.front
            moved = [ring, *(ring + (s.place(far)[0] - far)[:, None] * way for s in stations)]
            found.append(shapely.MultiPoint(np.concatenate(moved)).convex_hull)
        return shapely.union_all(found)


def moved_along(
    toward: tuple[float, float], edge: float, by: Motion
) -> tuple[tuple[float, float], float]:
    """A direction of a sheet, and a place along it, mm, after the sheet has been moved."""
    way = by.matrix @ np.array(toward)
    return (float(way[0]), float(way[1])), edge + float(by.shift @ way)


@lru_cache(maxsize=8)
def summing(count: int) -> tuple[Array, Array, Array]:
    """Of so many places along a stretch, what they count in a polynomial through all of them, and
    in how fast it goes on, at places where sums are taken, (k, count) each; and what those count,
    (k,) (Gauss and Legendre)."""
    nodes, counts = np.polynomial.legendre.leggauss(WAY_PLACES)
    t = (nodes + 1.0) / 2.0
    poles = poles_through(count)
    slopes = (count - 1) * np.diff(poles, axis=0)
    return bernstein(count - 1, t) @ poles, bernstein(count - 2, t) @ slopes, counts / 2.0


@lru_cache(maxsize=8)
def poles_through(count: int) -> Array:
    """The poles of a Bézier through so many points at `places_along`, of those points,
    (count, count)."""
    return np.asarray(np.linalg.inv(bernstein(count - 1, places_along(count))))


@lru_cache(maxsize=8)
def places_along(count: int) -> Array:
    """So many places from 0 to 1 through which a polynomial strays least (Chebyshev and
    Lobatto)."""
    return np.asarray((1.0 - np.cos(np.pi * np.arange(count) / (count - 1))) / 2.0)


def bernstein(degree: int, t: Array) -> Array:
    """Weights of the poles of a Bézier at parameters, (n, degree + 1) (Farin, Curves and Surfaces
    for CAGD, 4.1)."""
    i = np.arange(degree + 1)
    x = np.asarray(t, dtype=float)[:, None]
    return np.asarray(np.array([comb(degree, k) for k in i]) * x**i * (1.0 - x) ** (degree - i))


def off_the_way(leg: Leg, path: Path, chart: Chart, xy: Array) -> float:
    """mm that a stretch as it is built on a bent face, a polynomial through its places, lies off
    its true place between them, of points of the sheet, (n, 2), at most; no number counts as
    infinitely far."""
    places = leg.places
    between = (places[:-1] + places[1:]) / 2.0
    rows = np.stack([path.on(chart, xy, leg.at(float(x))) for x in places])
    built = np.tensordot(bernstein(len(places) - 1, between) @ poles_through(len(places)), rows, 1)
    true = np.stack([path.on(chart, xy, leg.at(float(x))) for x in between])
    off = np.linalg.norm(built - true, axis=-1)
    return float(np.nan_to_num(off, nan=np.inf).max())
