"""What a relief was to do, in the guard's terms."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import Array
from tinstamp.chart.base import Chart
from tinstamp.relief.follow_guard import Followed, Grey
from tinstamp.relief.path_guard import Way
from tinstamp.relief.through import Ink
from tinstamp.relief.tool_guard import Tool

FROM_OUTLINE = 0.03
"""mm between a line and the nearest outline, so that it is plainly in the ink or not."""
SLANT_STRETCH = 1.2
"""Times what walls lean in space that it may be on the sheet."""
GOLDEN = 0.618034
"""Part of a step by which a row of the grid is set off from the one before (golden section)"""
OUTLINE_STEPS = 60
"""Points to a piece of an outline that distances are measured from"""
FINER, CARVED_FINER = 3, 6
"""Times as many points to a side of that grid where the depth is not the same all over, and where
it is another within a few steps"""


@dataclass(frozen=True)
class Asked:
    """What a relief was to do.

    Attributes
    ----------
    chart, regions : where. depth : mm, positive; 0 for a mark. raised : not sunk.
    plane : a point of the plane that a flat cap lies in and its normal, outwards; None for caps
        that follow the face.
    square : walls run along the normals. clean : all ink lies well inside one face, on
        material, and cuts through nothing.
    leans : mm that walls lean between the face and their end; spreads : that much lies beyond the
        outlines, at the face.
    rise, origin : mm that caps which follow the face rise for a mm of the sheet, across and up,
        from where they lie at the depth.
    along : the direction outwards that parallel walls run in, as the chart gives it; None where
        they run square, or a projection decides.
    besides : what is asked elsewhere on the face at the same time.
    path : that letters are carried along; None for those that stand upright.
    tool : that gives lines their section; None for walls that are straight.
    followed : what caps follow besides. carve : the tangent of
        the walls' angle off the normal where they lean in until they meet.
    """

    chart: Chart
    regions: tuple[Region, ...]
    depth: float
    raised: bool
    plane: tuple[Array, Array] | None = None
    square: bool = True
    clean: bool = False
    loose: bool = False
    leans: float = 0.0
    spreads: bool = False
    rise: tuple[float, float] = (0.0, 0.0)
    origin: tuple[float, float] = (0.0, 0.0)
    along: Array | None = None
    besides: tuple[Asked, ...] = ()
    path: Way | None = None
    tool: Tool | None = None
    followed: Followed | None = None
    carve: float | None = None

    @property
    def uneven(self) -> bool:
        """Caps are not as deep everywhere."""
        return any(self.rise) or self.followed is not None or self.carve is not None

    @property
    def finer(self) -> int:
        """Times as many points to a side as do for an even depth are looked at."""
        if self.carve is not None or isinstance(self.followed, Grey):
            return CARVED_FINER
        uneven = self.uneven or self.plane is not None or self.along is not None
        return FINER if uneven or self.chart.projected else 1

    def reach(self, xy: Array) -> Array:
        """How deep, or how high, it is to be at points of the sheet, (n, 2), mm."""
        if self.followed is not None:
            flat = np.reshape(xy, (-1, 2))
            return self.followed.reach(self.chart, flat, self.raised).reshape(np.shape(xy)[:-1])
        if self.carve is not None:
            return np.asarray(np.minimum(self._away(np.asarray(xy)) / self.carve, self.depth))
        over = (np.asarray(xy) - np.array(self.origin)) @ np.array(self.rise)
        return np.asarray(self.depth + (over if self.raised else -over))

    def _away(self, xy: Array) -> Array:
        """mm from points of the sheet, (…, 2), to the nearest outline, (…)."""
        flat = xy.reshape(-1, 2)
        found = np.full(len(flat), np.nan)
        known = np.flatnonzero(np.isfinite(flat).all(axis=1))
        spots = shapely.points(flat[known])
        (at, _), away = self._outlines.query_nearest(spots, return_distance=True, all_matches=False)
        found[known[at]] = away
        return found.reshape(xy.shape[:-1])

    @cached_property
    def _outlines(self) -> shapely.STRtree:
        """The lines about the regions, finely, step by step."""
        rings = [o.points(OUTLINE_STEPS) for region in self.regions for o in region.outlines]
        steps = [np.stack([ring, np.roll(ring, -1, axis=0)], axis=1) for ring in rings]
        return shapely.STRtree(shapely.linestrings(np.concatenate(steps)))

    @cached_property
    def ink(self) -> Ink:
        """The regions as polygons."""
        return Ink.of(self.regions)
