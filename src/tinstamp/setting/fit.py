"""Does placed artwork fit its face? Measured on the sheet, in mm.

Polygons with fine steps stand for the curves (Shapely); what they decide is whether
outlines stay clear of edges, of the ink of other stamps and of one another, so the
distances are kept with a margin greater than the polygons' own error.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Outline, Region
from tinstamp.chart.base import Chart
from tinstamp.setting.place import Placed

CLEAR = 0.01
"""mm; outlines nearer than this to an edge or to other ink count as touching it."""


@dataclass(frozen=True)
class Fit:
    """How placed artwork sits on its face.

    Attributes
    ----------
    ink_width : extent of the ink along x, mm.
    too_long : by how much it passes the girth of a closed face, mm (0 when it fits).
    over : how far it reaches beyond the face at (left, right, bottom, top), mm.
    off_area : area of ink off the face, mm².
    edge : least distance from the ink to the face's edge, mm; None when it is over it.
    touches : names of earlier stamps whose ink it touches.
    nested : True when it lies within a counter of an earlier stamp, or round one.
    crowded : True when regions of the artwork touch one another.
    """

    ink_width: float
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
    """Each region as a polygon with holes."""
    return [
        shapely.Polygon(r.outer.points(steps), [c.points(steps) for c in r.counters])
        for r in regions
    ]


def fit(placed: Placed, chart: Chart, earlier: Sequence[tuple[str, Placed]] = ()) -> Fit:
    """Measure placed artwork against its face and the stamps before it on that face."""
    bounds = placed.bounds
    width = float(bounds[2] - bounds[0])
    girth = chart.girth
    polygons = ink(placed.regions)
    whole = shapely.MultiPolygon(polygons)
    face = face_polygon(chart.outline)
    if girth is not None:
        face = shapely.box(bounds[0] - girth, face.bounds[1], bounds[2] + girth, face.bounds[3])
    off = 0.0
    edge: float | None = None
    shapely.prepare(face)
    if face.contains_properly(shapely.box(*bounds)) or face.contains_properly(whole):
        distance = float(face.boundary.distance(whole))
        edge = distance if distance > CLEAR else None
    else:
        off = sum(float(p.difference(face).area) for p in polygons)
    touches = tuple(name for name, other in earlier if _touch(polygons, placed, other, girth))
    nested = any(_touch(_filled(polygons), placed, other, girth, True) for _, other in earlier)
    return Fit(
        width,
        max(0.0, width - girth) if girth is not None else 0.0,
        _over(bounds, face.bounds),
        off,
        edge,
        touches,
        nested,
        crowded(polygons),
    )


def crowded(polygons: Sequence[BaseGeometry]) -> bool:
    """True when two of the polygons come closer than CLEAR."""
    if len(polygons) < 2:
        return False
    tree = shapely.STRtree(polygons)
    pairs = tree.query(polygons, predicate="dwithin", distance=CLEAR)
    return bool(np.any(pairs[0] != pairs[1]))


def _filled(polygons: Sequence[BaseGeometry]) -> list[BaseGeometry]:
    return [shapely.Polygon(p.exterior) for p in polygons]


def _touch(
    ours: Sequence[BaseGeometry],
    one: Placed,
    other: Placed,
    girth: float | None,
    filled: bool = False,
) -> bool:
    """True when ink comes within CLEAR of other ink, on any turn of a closed face;
    `filled` counts the other's counters as ink."""
    theirs = _filled(ink(other.regions)) if filled else ink(other.regions)
    a, b = shapely.MultiPolygon(ours), shapely.MultiPolygon(theirs)
    shifts = [0.0] if girth is None else [k * girth for k in _laps(one, other, girth)]
    return any(
        bool(shapely.dwithin(shapely.transform(a, lambda p, s=s: p + [s, 0.0]), b, CLEAR))
        for s in shifts
    )


def _laps(one: Placed, other: Placed, girth: float) -> list[int]:
    near = round((other.bounds[0] - one.bounds[0]) / girth)
    return [near - 1, near, near + 1]


def face_polygon(outline: Sequence[Outline]) -> BaseGeometry:
    """The face on the sheet, from outer loops and holes."""
    outer = [loop for loop in outline if loop.area > 0]
    holes = [loop for loop in outline if loop.area < 0]
    whole: BaseGeometry = shapely.union_all([shapely.Polygon(o.points(32)) for o in outer])
    if holes:
        whole = whole.difference(shapely.union_all([shapely.Polygon(h.points(32)) for h in holes]))
    return whole


def _over(bounds: np.ndarray, face: Sequence[float]) -> tuple[float, float, float, float]:
    return (
        max(0.0, float(face[0] - bounds[0])),
        max(0.0, float(bounds[2] - face[2])),
        max(0.0, float(face[1] - bounds[1])),
        max(0.0, float(bounds[3] - face[3])),
    )
