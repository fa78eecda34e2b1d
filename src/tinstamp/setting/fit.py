"""Does placed artwork fit its face? Measured on the sheet, in mm.

Polygons with fine steps stand for the curves (Shapely); what they decide is whether
outlines stay clear of edges, of the ink of other stamps and of one another, so the
distances are kept with a margin greater than the polygons' own error.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.run import RunChart, area_of_face
from tinstamp.chart.turns import STILL, Motion
from tinstamp.setting.place import Placed, degrees_covered, laps_from_home, middle_of_ink

TOUCHING = 0.01
"""mm; outlines nearer than this to an edge or to other ink count as touching it."""
WHOLE_TURN = 1e-6
"""degrees by which what goes all the way round may miss it"""
NOTHING_OFF = 1e-9
"""Part of the ink that rounding lays off the face."""


@dataclass(frozen=True)
class Fit:
    """How placed artwork sits on its face.

    Attributes
    ----------
    ink_width : extent of the ink along x, mm; on a closed face along its way round.
    round_here : the way round a closed face in the middle of the artwork, mm; else 0.
    too_long : by how much the ink is longer than that, mm (0 when it fits).
    over : how far it reaches beyond the face at (left, right, bottom, top), mm.
    off_area : area of ink off the face, mm².
    edge : least distance from the ink to the face's edge, mm; None when it is over it.
    touches : names of earlier stamps whose ink it touches.
    nested : True when it lies within a counter of an earlier stamp, or round one.
    crowded : True when regions of the artwork touch one another.
    """

    ink_width: float
    round_here: float
    too_long: float
    over: tuple[float, float, float, float]
    off_area: float
    edge: float | None
    touches: tuple[str, ...]
    nested: bool
    crowded: bool

    @property
    def wholly_inside(self) -> bool:
        """True when a direct imprint may be built."""
        return self.edge is not None and not (self.touches or self.nested or self.crowded)


def ink(regions: Sequence[Region], steps: int = 12) -> list[BaseGeometry]:
    """Each region as a polygon with holes; those asked for last are kept."""
    return [_INK.get(region, steps, partial(_polygon, region, steps)) for region in regions]


_INK: Kept[BaseGeometry] = Kept(10_000)


def _polygon(region: Region, steps: int) -> BaseGeometry:
    return shapely.Polygon(region.outer.points(steps), [c.points(steps) for c in region.counters])


def fit(placed: Placed, chart: Chart, earlier: Sequence[tuple[str, Placed]] = ()) -> Fit:
    """Measure placed artwork against its face and the stamps before it on that face."""
    bounds = placed.bounds
    polygons = ink(placed.regions)
    whole = shapely.MultiPolygon(polygons)
    middle = middle_of_ink(placed, chart)
    covered, round_here = 0.0, 0.0
    if (around := chart.all_round) is not None:
        spans = degrees_covered(placed, chart)
        covered = max(b for _, b in spans) - min(a for a, _ in spans)
        round_here = around.way_round(middle)
    face, edges = face_about(chart, middle)
    if covered > 360.0 - WHOLE_TURN:  # where it begins it ends
        face = face.buffer(TOUCHING)
    off = 0.0
    edge: float | None = None
    shapely.prepare(face)
    if face.contains_properly(shapely.box(*bounds)) or face.contains_properly(whole):
        distance = float(edges.distance(whole))
        edge = distance if distance > TOUCHING else None
    else:
        sound = (p if p.is_valid else shapely.make_valid(p) for p in polygons)
        off = sum(float(p.difference(face).area) for p in sound)
        off = off if off > NOTHING_OFF * whole.area else 0.0
    touches = tuple(name for name, other in earlier if _touch(polygons, placed, other, chart))
    nested = any(_touch(_filled(polygons), placed, other, chart, True) for _, other in earlier)
    return Fit(
        round_here * covered / 360.0 if chart.closed else float(bounds[2] - bounds[0]),
        round_here,
        max(0.0, round_here * (covered - 360.0) / 360.0) if covered > 360.0 + WHOLE_TURN else 0.0,
        _over(bounds, face.bounds),
        off,
        edge,
        touches,
        nested,
        crowded(polygons),
    )


def crowded(polygons: Sequence[BaseGeometry]) -> bool:
    """True when two of the polygons come closer than TOUCHING."""
    if len(polygons) < 2:
        return False
    tree = shapely.STRtree(polygons)
    pairs = tree.query(polygons, predicate="dwithin", distance=TOUCHING)
    return bool(np.any(pairs[0] != pairs[1]))


def _filled(polygons: Sequence[BaseGeometry]) -> list[BaseGeometry]:
    return [shapely.Polygon(p.exterior) for p in polygons]


def _touch(
    ours: Sequence[BaseGeometry],
    one: Placed,
    other: Placed,
    chart: Chart,
    filled: bool = False,
) -> bool:
    """True when ink comes within TOUCHING of other ink, on any turn of a closed face;
    `filled` counts the other's counters as ink."""
    theirs = _filled(ink(other.regions)) if filled else ink(other.regions)
    a, b = shapely.MultiPolygon(ours), shapely.MultiPolygon(theirs)
    return any(
        bool(shapely.dwithin(a, shapely.transform(b, move), TOUCHING))
        for move in laps_met(one, other, chart)
    )


def laps_met(one: Placed, other: Placed, chart: Chart) -> list[Motion]:
    """The whole turns by which `other` may be moved on so that both cover a common angle."""
    around = chart.all_round
    if around is None:
        return [STILL]
    ours, theirs = degrees_covered(one, chart), degrees_covered(other, chart)
    low, high = min(a for a, _ in ours), max(b for _, b in ours)
    first, last = min(a for a, _ in theirs), max(b for _, b in theirs)
    start = int(np.floor((low - last) / 360.0))
    near = range(start, start + 6)
    met = [k for k in near if first + 360 * k <= high and last + 360 * k >= low]
    return [around.lap(k) for k in met]


def face_about(chart: Chart, at: Array, stray: float = 0.0) -> tuple[BaseGeometry, BaseGeometry]:
    """The face on the sheet and its edges (see `area_of_face`); a closed one runs on for `reach`
    degrees to both sides of a sheet point, and its ends there are no edges."""
    face = area_of_face(chart.outline, stray)
    if isinstance(chart, RunChart) and len(chart.sides) > 1:  # it is to lie on all of them
        face = shapely.intersection_all([area_of_face(side.outline) for side in chart.sides])
    around = chart.all_round
    if around is None:
        return face, face.boundary
    home = chart.read_about(0.0) if isinstance(chart, ConeChart) else around
    flat = shapely.transform(face, home.unrolled)
    here = laps_from_home(at, chart)
    turns = [shapely.transform(flat, lambda p, k=k: p + [360.0 * k, 0.0]) for k in _near(here)]
    whole = shapely.union_all(turns, grid_size=1e-9)
    middle, reach = float(around.degrees(at)), around.reach
    low, high = whole.bounds[1] - 1.0, whole.bounds[3] + 1.0
    whole = whole.intersection(shapely.box(middle - reach, low, middle + reach, high))
    ends = shapely.union_all(
        [shapely.LineString([(x, low), (x, high)]) for x in (middle - reach, middle + reach)]
    ).buffer(1e-6)
    steps = 2.0 if not chart.affine else 400.0
    edges = shapely.segmentize(whole.boundary.difference(ends), steps)
    whole = shapely.segmentize(whole, steps)
    return shapely.transform(whole, around.rolled), shapely.transform(edges, around.rolled)


def _near(lap: int) -> range:
    return range(lap - 2, lap + 3)


def _over(bounds: np.ndarray, face: Sequence[float]) -> tuple[float, float, float, float]:
    return (
        max(0.0, float(face[0] - bounds[0])),
        max(0.0, float(bounds[2] - face[2])),
        max(0.0, float(face[1] - bounds[1])),
        max(0.0, float(bounds[3] - face[3])),
    )
