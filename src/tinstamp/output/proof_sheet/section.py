"""A section through a mark, square to its face, with the figures that one goes there for: how deep
it is and what is left behind it, measured on the finished part's triangles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
import trimesh
from numpy.typing import NDArray

from tinstamp.artwork.outline import Region
from tinstamp.chart.base import Chart
from tinstamp.output.closed_mesh import ClosedMesh

Array = NDArray[np.float64]
ROWS = 15
"""heights of the ink that are tried, for one with a good stroke in it"""
BESIDE = 2.5
"""Times a stroke's width that is shown to either side."""
DEEP_SHOWN = 30.0
"""mm of the part behind a mark that are shown at most"""
WITHIN = 0.002
"""mm that ink's outlines stray where strokes are looked for"""


@dataclass(frozen=True)
class Section:
    """A cut through one stroke; x runs along the face, y out of it, 0 on the face, mm.

    Attributes
    ----------
    material : what is cut. stroke : from where to where it goes along the face. top : of the
        material in the middle of the stroke, below 0 for what is sunk. bottom : where it ends
        behind.
    """

    material: shapely.Geometry
    stroke: tuple[float, float]
    top: float
    bottom: float

    @property
    def wall(self) -> float:
        """Material left behind the mark, mm: behind the face itself where that is raised."""
        return min(self.top, 0.0) - self.bottom


def section_of(
    meshes: Sequence[ClosedMesh], chart: Chart, regions: Sequence[Region]
) -> Section | None:
    """Through the broadest stroke of some ink, the nearest to its middle; None where it has
    none that the part shows."""
    found = _stroke(regions)
    if found is None:
        return None
    (left, right), y = found
    middle = np.array([(left + right) / 2, y])
    here, out = chart.to_space(middle), chart.normal(middle)
    along = chart.jacobian(middle)[:, 0]
    along = along - (along @ out) * out
    along /= np.linalg.norm(along)
    half = (right - left) * (0.5 + BESIDE)
    whole = shapely.union_all([_cut(mesh, here, along, out) for mesh in meshes])
    whole = whole.intersection(shapely.box(-half, -DEEP_SHOWN, half, DEEP_SHOWN))
    ray = whole.intersection(shapely.LineString([(0, -DEEP_SHOWN), (0, DEEP_SHOWN)]))
    spans = [p.bounds for p in shapely.get_parts(ray) if p.geom_type == "LineString" and p.length]
    reached = [s for s in spans if s[1] < 1e-3 or s[1] <= 0 <= s[3]]
    if not reached:
        return None
    nearest = max(reached, key=lambda s: s[3])
    return Section(whole, ((left - right) / 2, (right - left) / 2), nearest[3], nearest[1])


def _stroke(regions: Sequence[Region]) -> tuple[tuple[float, float], float] | None:
    """From where to where a stroke goes, and at which height of the sheet, mm."""
    if not regions:
        return None
    ink = shapely.union_all(
        [
            shapely.Polygon(r.outer.fine(WITHIN), [c.fine(WITHIN) for c in r.counters])
            for r in regions
        ]
    )
    low_x, low_y, high_x, high_y = ink.bounds
    spans = []
    for y in np.linspace(low_y, high_y, ROWS + 2)[1:-1]:
        row = ink.intersection(shapely.LineString([(low_x - 1, y), (high_x + 1, y)]))
        spans += [
            ((p.bounds[0], p.bounds[2]), float(y))
            for p in shapely.get_parts(row)
            if p.geom_type == "LineString" and p.length > 0
        ]
    if not spans:
        return None
    usual = float(np.median([b - a for (a, b), _ in spans]))
    middle = np.array([(low_x + high_x) / 2, (low_y + high_y) / 2])

    def off(span: tuple[tuple[float, float], float]) -> float:
        (a, b), y = span
        near = float(np.hypot((a + b) / 2 - middle[0], y - middle[1])) / (high_x - low_x + 1e-9)
        return abs(np.log((b - a) / usual)) + near

    return min(spans, key=off)


def _cut(mesh: ClosedMesh, here: Array, along: Array, out: Array) -> shapely.Geometry:
    """A body cut by the plane through a place, as an area in (along, out)."""
    body = trimesh.Trimesh(mesh.points, mesh.triangles, process=False)
    lines = trimesh.intersections.mesh_plane(body, np.cross(along, out), here)
    if not len(lines):
        return shapely.Polygon()
    flat = np.stack([(lines - here) @ along, (lines - here) @ out], axis=-1).round(7)
    rings = shapely.polygonize(shapely.linestrings(flat))
    whole: shapely.Geometry = shapely.Polygon()
    for ring in sorted(shapely.get_parts(rings).tolist(), key=lambda p: -p.envelope.area):
        whole = whole.symmetric_difference(shapely.Polygon(ring.exterior))
    return whole
