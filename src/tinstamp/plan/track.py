"""Letters carried off their face along a drawn path, of lines and arcs.

The path is drawn in side view: how far ahead of the face it goes, and how far off it. Along a line
the ink moves as it is; round an arc it turns about that arc's middle. So walls are ruled, or faces
of revolution, and all ink goes the same way.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from itertools import pairwise

import numpy as np
import shapely

from tinstamp.artwork.outline import Region
from tinstamp.chart.turns import Motion
from tinstamp.job.drawn import Knot, ProfileError, pieces
from tinstamp.job.formula import FormulaError
from tinstamp.job.profile import Piece
from tinstamp.plan.carry import extent_along
from tinstamp.plan.station import MOST_TURN, ON_FACE, Leg, Path, moved_along
from tinstamp.setting.place import Placed

SIDEWAYS = 0.17
"""Sine of the angle that a line keeps off the ink's own plane at least: 10 degrees"""
KEPT_OFF = 0.02
"""mm that ink keeps from the middle of an arc, and from the face once it has left it"""
PATH_STEPS = 96
"""places of a path at which it is looked at"""
OVERLAPS = 1e-3
"""Part of what a path sweeps in side view that may lie over itself, by its places being few"""


@dataclass(frozen=True)
class Track(Path):
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

    def moved(self, by: Motion) -> Track:
        toward, edge = moved_along(self.toward, self.edge, by)
        row = tuple(region.transformed(by.matrix, by.shift) for region in self.row)
        return replace(self, toward=toward, edge=edge, back=edge + self.back - self.edge, row=row)

    @property
    def front(self) -> float:
        return self.edge

    @cached_property
    def legs(self) -> tuple[Leg, ...]:
        """From the face on."""
        found: list[Leg] = []
        here, begin = ON_FACE, np.array(self.pieces[0].start)
        for piece in self.pieces:
            if piece.centre is None:
                way = (np.array(piece.end) - np.array(piece.start)).tolist()
                found.append(Leg(here, here.moved(way)))
                here = found[-1].end
                continue
            middle = (np.array(piece.centre) - begin).tolist()
            arc = Leg.round(here, (middle[0], middle[1]), piece.turn)
            found += arc.parted(MOST_TURN)
            here = found[-1].end
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
        ends = np.array([[s.place(0.0), s.place(wide)] for s in places])
        heights = ends[..., 1].min(axis=1)
        low = np.flatnonzero(heights[PATH_STEPS // 10 :] < KEPT_OFF)
        if len(low):
            return "the path comes back to the face, or goes into it"
        strips = [shapely.Polygon([a[0], b[0], b[1], a[1]]) for a, b in pairwise(ends)]
        whole = sum(strip.area for strip in strips)
        if shapely.union_all([s.buffer(0) for s in strips]).area < whole * (1.0 - OVERLAPS):
            return "the path brings the letters back to where they have been"
        return ""

    @property
    def height(self) -> float:
        """mm that it goes off the face at most."""
        wide = self.back - self.edge
        ends = [leg.at(part) for leg in self.legs for part in np.linspace(0.0, 1.0, 9)]
        return max(float(s.place(ahead)[1]) for s in ends for ahead in (0.0, wide))
