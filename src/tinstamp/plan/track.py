"""Letters carried off their face along a drawn path, of lines and arcs.

The path is drawn in side view: how far ahead of the face it goes, and how far off it. Along a line
the ink moves as it is; round an arc it turns about that arc's middle. So walls are ruled, or faces
of revolution, and all ink goes the same way.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import pairwise

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import FaceChart
from tinstamp.chart.bent import summed
from tinstamp.job.drawn import Knot, ProfileError, pieces
from tinstamp.job.formula import FormulaError
from tinstamp.job.profile import Piece
from tinstamp.plan.carry import extent_along
from tinstamp.setting.fit import ink
from tinstamp.setting.place import Placed

MOST_TURN = np.radians(90.0)
"""radians that one round stretch turns; longer arcs are of several"""
SIDEWAYS = 0.17
"""Sine of the angle that a line keeps off the ink's own plane at least: 10 degrees"""
KEPT_OFF = 0.02
"""mm that ink keeps from the middle of an arc, and from the face once it has left it"""
PATH_STEPS = 96
"""places of a path at which it is looked at"""
SHADOW_STEPS = 4
"""points to a piece of an outline whose shadow is told"""
OVERLAPS = 1e-3
"""Part of what a path sweeps in side view that may lie over itself, by its places being few"""


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


@dataclass(frozen=True)
class Leg:
    """A stretch of a path from one station to the next; round about `middle` where `turn`,
    radians counter-clockwise, is not 0."""

    start: Station
    end: Station
    middle: tuple[float, float] = (0.0, 0.0)
    turn: float = 0.0

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


@dataclass(frozen=True)
class Track:
    """A drawn path, and the ink that goes along it.

    Attributes
    ----------
    toward : unit vector of the sheet that lies ahead. edge, back : the places of the foremost and
        hindmost ink along that, mm. drawn : the points of the path, with the rise of the arc that
        begins there, mm. row : the regions that both places are told by.
    """

    toward: tuple[float, float]
    edge: float
    back: float
    pieces: tuple[Piece, ...]
    drawn: tuple[tuple[float, float, float], ...]
    row: tuple[Region, ...] = field(default=(), compare=False, repr=False)

    @classmethod
    def of(
        cls, knots: Sequence[Knot], numbers: Mapping[str, float], toward: tuple[float, float],
        placed: Placed,
    ) -> Track:  # fmt: skip
        """Of placed artwork, which must have ink. Raises FormulaError."""
        try:
            made = pieces(knots, numbers, False, "path")
        except ProfileError as error:
            raise FormulaError(f"the path of the letters: {error}") from error
        if any(piece.spline is not None for piece in made):
            raise FormulaError("the path of letters is drawn of lines and arcs")
        back, edge = extent_along(toward, placed)
        drawn = tuple(
            (numbers[f"path.{k}.x"], numbers[f"path.{k}.y"], numbers.get(f"path.{k}.rise", 0.0))
            for k in range(len(knots))
        )
        return cls(toward, edge, back, made, drawn, placed.regions)

    @cached_property
    def legs(self) -> tuple[Leg, ...]:
        """From the face on."""
        found: list[Leg] = []
        here, begin = Station((0.0, 0.0), (1.0, 0.0)), np.array(self.pieces[0].start)
        for piece in self.pieces:
            if piece.centre is None:
                way = (np.array(piece.end) - np.array(piece.start)).tolist()
                found.append(Leg(here, here.moved(way)))
                here = found[-1].end
                continue
            middle = (np.array(piece.centre) - begin).tolist()
            count = int(np.ceil(abs(piece.turn) / MOST_TURN - 1e-9))
            for _ in range(count):
                end = here.turned(middle, piece.turn / count)
                found.append(Leg(here, end, (middle[0], middle[1]), piece.turn / count))
                here = end
        return tuple(found)

    @cached_property
    def problem(self) -> str:
        """What is wrong with it, in words; "" where nothing is."""
        wide = self.back - self.edge
        for leg in self.legs:
            least = min(leg.pace(0.0), leg.pace(wide))
            x, y = leg.start.at
            if leg.turn and least <= abs(leg.turn) * KEPT_OFF:
                return (
                    f"round the arc that begins {x:.2f} mm ahead and {y:.2f} mm off the face the "
                    "letters would turn about a line that they lie on: give it a larger radius, or "
                    "let it bend the other way"
                )
            if not leg.turn and least <= SIDEWAYS * leg.length:
                return (
                    f"the line that begins {x:.2f} mm ahead and {y:.2f} mm off the face goes along "
                    "the letters, not off them: they would have no thickness"
                )
        places = [self.at(part) for part in np.linspace(0.0, 1.0, PATH_STEPS + 1)]
        ends = np.array([[_place(s, 0.0), _place(s, wide)] for s in places])
        heights = ends[..., 1].min(axis=1)
        low = np.flatnonzero(heights[PATH_STEPS // 10 :] < KEPT_OFF)
        if len(low):
            return "the path comes back to the face, or goes into it"
        strips = [shapely.Polygon([a[0], b[0], b[1], a[1]]) for a, b in pairwise(ends)]
        whole = sum(strip.area for strip in strips)
        if shapely.union_all([s.buffer(0) for s in strips]).area < whole * (1.0 - OVERLAPS):
            return "the path brings the letters back to where they have been"
        return ""

    def at(self, part: float) -> Station:
        """Where the ink is at a part of the path."""
        lengths = np.array([leg.length for leg in self.legs])
        ends = np.cumsum(lengths)
        far = part * float(ends[-1])
        k = min(int(np.searchsorted(ends, far)), len(lengths) - 1)
        before = float(ends[k] - lengths[k])
        return self.legs[k].at((far - before) / max(float(lengths[k]), 1e-300))

    @property
    def height(self) -> float:
        """mm that it goes off the face at most."""
        wide = self.back - self.edge
        ends = [leg.at(part) for leg in self.legs for part in np.linspace(0.0, 1.0, 9)]
        return max(_place(s, ahead)[1] for s in ends for ahead in (0.0, wide))

    def on(self, chart: FaceChart, xy: Array, station: Station) -> Array:
        """Where points of the sheet, (..., 2), are at a station, (..., 3) mm."""
        xy = np.asarray(xy, dtype=float)
        foot, up = chart.to_space(xy), chart.normal(xy)
        ahead = chart.to_space(np.array(self.toward)) - chart.to_space(np.zeros(2))
        far = (xy @ np.array(self.toward) - self.edge)[..., None]
        x = station.at[0] + far * (station.along[0] - 1.0)
        y = station.at[1] + far * station.along[1]
        return np.asarray(foot + x * ahead + y * up)

    def space(self, chart: FaceChart, xy: Array, part: float = 1.0) -> Array:
        """Where points of the sheet are at a part of the path."""
        return self.on(chart, xy, self.at(part))

    def volume(self, regions: Sequence[Region]) -> float:
        """mm³: of prisms their base times their height; of what is swept about a line the angle
        times the first moment of its section (Pappus)."""
        area = sum(region.area for region in regions)
        way = np.array(self.toward)

        def of(at: Array) -> tuple[Array, Array]:
            return np.ones(at.shape[:-1]), (at @ way - self.edge)[..., None]

        ahead = float(summed(regions, of, 1)[0])
        return sum(
            leg.pace(0.0) * area + (leg.turn * ahead if leg.turn else 0.0) for leg in self.legs
        )

    def shadow(self, regions: Sequence[Region]) -> BaseGeometry:
        """All of the sheet that ink stands on or over."""
        way = np.array(self.toward)
        places = [self.at(part) for part in np.linspace(0.0, 1.0, PATH_STEPS // 4)]
        found = []
        for polygon in ink(regions, SHADOW_STEPS):
            ring = shapely.get_coordinates(polygon.exterior)
            far = ring @ way - self.edge
            moved = [ring + (s.at[0] + far * (s.along[0] - 1.0))[:, None] * way for s in places]
            found.append(shapely.MultiPoint(np.concatenate(moved)).convex_hull)
        return shapely.union_all(found)


def _place(station: Station, ahead: float) -> tuple[float, float]:
    return (
        station.at[0] + ahead * station.along[0],
        station.at[1] + ahead * station.along[1],
    )


def rings(track: Track) -> Iterator[Station]:
    """The stations of a path after the face; before one that ends a round stretch the one where
    its sides meet."""
    for leg in track.legs:
        if leg.turn:
            yield leg.between
        yield leg.end
