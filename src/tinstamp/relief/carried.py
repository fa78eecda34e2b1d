"""Walls of letters that are carried along a path off a flat face: where they end, and, of letters
that bend over, the rings that their round walls lie between.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import ClassVar

import numpy as np
from OCP.Geom import Geom_Plane, Geom_Surface
from OCP.TopoDS import TopoDS_Face

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import TOLERANCE, Array, placement
from tinstamp.blank.patches import Trimmed
from tinstamp.chart.base import Chart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart
from tinstamp.plan.carry import Carry
from tinstamp.plan.track import Station, Track, rings
from tinstamp.relief.heads import Head, Square
from tinstamp.relief.surfaces import OrderError
from tinstamp.relief.walls import Span

PATCH_SIDE = 0.6
"""mm that the patches are long by which letters are told clear of what is beside them"""
STEPS_OF_A_WAY = 10
"""Places of their way, one after the other, at which they are looked at"""
BOWED = 2.5
"""Times as far as in the middle that a way goes off the straight line between two such places: 1
round an arc, 2 where a line ends between them"""
Hull = tuple[Array, int, Array]


class _InPlane(Head):
    """An end in whatever plane the sheet comes to lie in, with the sheet's own coordinates."""

    on_face: ClassVar[bool] = False
    over_foot: ClassVar[bool] = False

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
class Carried(_InPlane):
    """Letters on a part of their path, or, between two such, where their walls' sides would meet.

    Attributes
    ----------
    part : of the path. stretch : times as far from the hinge.
    """

    chart: PlaneChart
    carry: Carry
    part: float = 1.0
    stretch: float = 1.0

    def space(self, xy: Array) -> Array:
        return self.carry.space(self.chart, xy, self.part, self.stretch)

    def volume(self, regions: Sequence[Region]) -> float:
        return self.carry.volume(regions)


@dataclass(frozen=True, eq=False)
class Bow:
    """Round walls about a hinge: a ring on the face, one at the cap, and between them where the
    arcs' tangents meet (Piegl and Tiller, The NURBS Book, 7.3, from memory)."""

    chart: PlaneChart
    carry: Carry

    @property
    def _weight(self) -> float:
        return float(np.cos(np.radians(self.carry.turn) / 2.0))

    @property
    def heads(self) -> tuple[Head, ...]:
        """From the face on."""
        middle = Carried(self.chart, self.carry, 0.5, 1.0 / self._weight)
        return Square(self.chart, 0.0), middle, Carried(self.chart, self.carry)

    @property
    def parts(self) -> list[Span]:
        """One round stretch."""
        return [Span(0, 2, self._weight)]

    def volume(self, regions: Sequence[Region]) -> float:
        """What it adds to the part, mm³."""
        return self.carry.volume(regions)


@dataclass(frozen=True, eq=False)
class OnTrack(_InPlane):
    """Letters at a station of a drawn path."""

    chart: PlaneChart
    track: Track
    station: Station

    def space(self, xy: Array) -> Array:
        return self.track.on(self.chart, xy, self.station)

    def volume(self, regions: Sequence[Region]) -> float:
        return self.track.volume(regions)


@dataclass(frozen=True, eq=False)
class Trail:
    """Walls along a drawn path: a ring at every station, and before the end of a round stretch the
    one where its sides would meet."""

    chart: PlaneChart
    track: Track

    @property
    def heads(self) -> tuple[Head, ...]:
        """From the face on."""
        found = [OnTrack(self.chart, self.track, station) for station in rings(self.track)]
        return Square(self.chart, 0.0), *found

    @property
    def parts(self) -> list[Span]:
        """Its stretches."""
        found: list[Span] = []
        last = number = 0
        for leg in self.track.legs:
            number += 2 if leg.turn else 1
            found.append(Span(last, number, leg.weight if leg.turn else None))
            last = number
        return found

    def volume(self, regions: Sequence[Region]) -> float:
        """What it adds to the part, mm³."""
        return self.track.volume(regions)


def cells_along(foot: TopoDS_Face, chart: PlaneChart, carry: Carry | Track) -> Hull:
    """What holds letters on their way from a face of ink: between small patches of it at one place
    of the way and at the next (see `Block.hull`)."""
    ink = Trimmed(foot)
    low = ink.patches(0, PATCH_SIDE)
    low = low[ink.holds(low.sides)]
    xy = chart.from_space(low.points)
    ways = [carry.space(chart, xy, part) for part in np.linspace(0.0, 1.0, 2 * STEPS_OF_A_WAY + 1)]
    cells, off = [], []
    for a, middle, b in zip(ways[:-2:2], ways[1:-1:2], ways[2::2], strict=True):
        cells.append(np.concatenate([a, b], axis=1))
        bow = np.linalg.norm(middle - (a + b) / 2.0, axis=-1).max(axis=1)
        off.append(low.off + BOWED * bow)
    return np.concatenate(cells), low.points.shape[1], np.concatenate(off)


def on_flat(chart: Chart) -> PlaneChart:
    """The chart of a flat face. Raises OrderError for any other."""
    if not isinstance(chart, PlaneChart):
        raise OrderError("letters lean or bend over on flat faces: let them stand upright here")
    return chart
