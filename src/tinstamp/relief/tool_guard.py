"""Whether lines have the section of the tool that was asked for: places are taken so far within the
outlines, and the depth there is held against the tool's own shape.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.relief.crossable import Crossable
from tinstamp.relief.through import DEPTH_STRAY, Ink, differing, stretches_along

ACROSS = (0.27, 0.53, 0.79)
"""Parts of the way from the edge of a line to its floor at which the depth is looked at."""
MOST_REGIONS = 8
"""Letters that are looked at."""
PLACES = 3
"""Places along the outline of each."""
SURELY = 0.02
"""Part by which a place may be nearer to some other edge, or further from its own, than it was put;
and by which a line's width on a bent face may be off besides."""
CLEAR_OF_CORNERS = 2.5
"""Times the width of the walls that a place is away from corners of the ink where lines meet: what
lies between them is cut by both."""
CORNER = 15.0
"""degrees that a line has to turn by to have a corner"""


@dataclass(frozen=True)
class Tool:
    """The end of a tool.

    Attributes
    ----------
    depth : mm that it goes into the face. ball : diameter of a round end, mm; 0 for a pointed one.
    flat : mm, the width of its very end. slope : of a pointed one, aside for a mm of its height;
        less than 0 for one that is widest at its end.
    """

    depth: float
    ball: float
    flat: float
    slope: float

    @property
    def walls(self) -> float:
        """mm of a line on either side that is not its floor, at the face; less than 0 where its
        floor goes beyond that."""
        return (self.wide - self.flat) / 2.0

    @property
    def wide(self) -> float:
        """mm that it cuts at the face: of a circle the chord, 2 √(h (D - h)) (any handbook)."""
        if not self.ball:
            return self.flat + 2.0 * self.slope * self.depth
        if self.depth >= self.ball / 2.0:
            return self.ball
        return 2.0 * float(np.sqrt(self.depth * (self.ball - self.depth)))

    def deep(self, within: float) -> float:
        """mm that it cuts so far within the edge of a line, mm; beyond it under the face."""
        if self.slope < 0.0:
            return max(self.depth - max(within / self.slope, 0.0), 0.0)
        if not self.ball:
            return min(self.depth, within / self.slope)
        aside = max(self.wide / 2.0 - within, 0.0)
        radius = self.ball / 2.0
        return self.depth - radius + float(np.sqrt(max(radius**2 - aside**2, 0.0)))

    def stretch(self, within: float, raised: bool) -> tuple[float, float]:
        """From and to which depth under the face it goes there, mm; above it where raised."""
        deep = self.deep(within)
        low = self.depth - deep if self.slope < 0.0 and within < 0.0 else 0.0
        return (-low - deep, -low) if raised else (low, low + deep)


def spread(chart: Chart, xy: Array, lift: float) -> Array:
    """mm² of the surface `lift` mm off the face for a mm² of the sheet, (n,)."""
    step = 1e-3
    across = chart.to_space(xy + [step, 0.0], lift) - chart.to_space(xy - [step, 0.0], lift)
    up = chart.to_space(xy + [0.0, step], lift) - chart.to_space(xy - [0.0, step], lift)
    return np.asarray(np.linalg.norm(np.cross(across, up), axis=-1) / (4.0 * step * step))


def off_section(
    before: NamedSolid,
    after: NamedSolid,
    chart: Chart,
    ink: Ink,
    tool: Tool,
    raised: bool,
    clean: bool,
) -> str | None:
    """What is wrong with the section of lines, in words; None where it is the tool's. Unless all
    lie `clean` on material, of each stretch what lies in the part already, or in the air, is
    reckoned with."""
    changed = differing(before, after)
    if not changed:
        return None
    far = 2.0 * after.extent
    placed = list(_places(ink, tool))
    if not placed:
        return None
    points = np.array([xy for xy, _, _ in placed])
    start, way = chart.to_space(points), chart.normal(points)
    sign = 1.0 if raised else -1.0
    grown = spread(chart, points, sign * tool.depth) / spread(chart, points, 0.0)
    near = crossed(boxes_of(changed), start - far * way, start + far * way)
    known: dict[int, Crossable] = {}
    there = [] if clean else [named.face for named in before.faces]
    about = crossed(boxes_of(there), start - far * way, start + far * way) if there else None
    aside = np.array([within for _, within, _ in placed])
    aside *= _across(chart, points, np.array([along for _, _, along in placed]))
    for k, (xy, _, _) in enumerate(placed):
        within = float(aside[k])
        met = np.flatnonzero(near[:, k]).tolist()
        known.update({i: Crossable(changed[i]) for i in met if i not in known})
        stretches = stretches_along([known[i] for i in met], start[k], way[k], far)
        if stretches is None:
            continue
        off = SURELY + abs(float(grown[k]) - 1.0)
        held: list[tuple[float, float]] | None = []
        if about is not None:
            own = [Crossable(there[i]) for i in np.flatnonzero(about[:, k]).tolist()]
            held = stretches_along(own, start[k], way[k], far)
        if held is None or (raised and not clean and not _borne(held)):
            continue
        ends = [
            _changed(tool.stretch(within * (1.0 + by), raised), held, raised, clean)
            for by in (-off, off)
        ]
        least, most = min(ends) - DEPTH_STRAY, max(ends) + DEPTH_STRAY
        made = sum(b - a for a, b in stretches)
        if not least <= made <= most:
            return (
                f"at {xy[0]:.2f}, {xy[1]:.2f} mm on the sheet, {within:.2f} mm within the edge of "
                f"a line, it would be {made:.3f} mm instead of {max(ends):.3f} mm"
            )
    return None


def _borne(held: Sequence[tuple[float, float]]) -> bool:
    """True where material lies right beneath the face: what hangs in the air may be left out."""
    return any(a < 2.0 * DEPTH_STRAY < b for a, b in held)


def _changed(
    stretch: tuple[float, float], held: Sequence[tuple[float, float]], raised: bool, clean: bool
) -> float:
    """mm of a stretch that change: where something is sunk, what lies in stretches of material."""
    low, high = stretch
    if clean:
        return high - low
    inside = sum(max(0.0, min(high, b) - max(low, a)) for a, b in held)
    return high - low - inside if raised else inside


def _across(chart: Chart, xy: Array, along: Array) -> Array:
    """mm on the face for a mm of the sheet, square to directions on it, (n,): what an area grows by
    over what a length along them does."""
    step = 1e-3
    ahead = chart.to_space(xy + step * along) - chart.to_space(xy - step * along)
    return spread(chart, xy, 0.0) / (np.linalg.norm(ahead, axis=1) / (2.0 * step))


def _places(ink: Ink, tool: Tool) -> Iterator[tuple[Array, float, Array]]:
    """Points of the sheet, how far they lie within the edge of the ink, mm, and the way that runs
    there, clear of where lines meet."""
    walls = tool.walls
    edge = ink.whole.boundary
    shapely.prepare(edge)
    for shape in ink.shapes[:: max(1, len(ink.shapes) // MOST_REGIONS)]:
        corners = corners_of([shape])
        for part in (np.arange(PLACES) + 0.31) / PLACES:
            a, b = (
                shapely.get_coordinates(
                    shapely.line_interpolate_point(shape.exterior, part + by, normalized=True)
                )[0]
                for by in (0.0, 1e-4)
            )
            along = (b - a) / max(float(np.linalg.norm(b - a)), 1e-12)
            for side in (1.0, -1.0):
                into = side * np.array([-along[1], along[0]])
                floor = 0.3 * min(tool.flat, tool.wide)
                for within in (*(across * walls for across in ACROSS), max(walls, 0.0) + floor):
                    xy = a + within * into
                    spot = shapely.Point(xy)
                    own = float(shapely.distance(edge, spot))
                    if shape.contains(spot) is (within < 0.0):
                        continue
                    if abs(own - abs(within)) > SURELY * abs(within):
                        continue
                    if clear_of(corners, xy[None], tool)[0]:
                        yield xy, within, along


def corners_of(shapes: Sequence[shapely.Polygon]) -> shapely.MultiPoint:
    """The corners of outlines, where lines meet."""
    rings = [r for shape in shapes for r in (shape.exterior, *shape.interiors)]
    points = [np.asarray(ring.coords)[:-1] for ring in rings]
    return shapely.MultiPoint(np.concatenate([p[_cornered(p)] for p in points]))


def clear_of(corners: shapely.MultiPoint, xy: Array, tool: Tool) -> NDArray[np.bool_]:
    """True for places, (n, 2), that no other line is cut through."""
    if corners.is_empty:
        return np.ones(len(xy), dtype=bool)
    far = shapely.distance(corners, shapely.points(xy))
    return np.asarray(far > CLEAR_OF_CORNERS * abs(tool.walls))


def _cornered(ring: Array) -> Array:
    """True at the corners of a polygon, (n,)."""
    before, after = ring - np.roll(ring, 1, axis=0), np.roll(ring, -1, axis=0) - ring
    cross = before[:, 0] * after[:, 1] - before[:, 1] * after[:, 0]
    turn = np.degrees(np.arctan2(np.abs(cross), (before * after).sum(axis=1)))
    return np.asarray(turn > CORNER)
