"""A section through a mark, square to its face, with the figures that one goes there for: how deep
it is and what is left behind it, measured on the finished part's triangles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely
import trimesh
from numpy.typing import NDArray
from OCP.BRepBuilderAPI import BRepBuilderAPI_Copy
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.artwork.outline import Region
from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.kernel import compound, faces, triangles_of
from tinstamp.chart.base import Chart

Array = NDArray[np.float64]
ROWS = 15
"""heights of the ink that are tried, for one with a good stroke in it"""
BESIDE = 2.5
"""Times a stroke's width that is shown to either side."""
DEEP_SHOWN = 30.0
"""mm of the part behind a mark that are shown at most"""
CHORD, FACET_TURN = 0.003, 0.3
"""mm that triangles stray which are cut, and radians that they turn, at most."""
WITHIN = 0.002
"""mm that ink's outlines stray where strokes are looked for"""


@dataclass(frozen=True, eq=False)
class Whole:
    """A body that is cut several times: its faces and their boxes, (n, 2, 3) mm, once."""

    shape: TopoDS_Shape

    @cached_property
    def faces(self) -> list[TopoDS_Face]:
        return faces(self.shape)

    @cached_property
    def boxes(self) -> Array:
        return boxes_of(self.faces)


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


def section_of(bodies: Sequence[Whole], chart: Chart, regions: Sequence[Region]) -> Section | None:
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
    whole = shapely.union_all([_cut(body, here, along, out) for body in bodies])
    if whole.is_empty:
        return None
    ends = whole.bounds[1] - 1.0, whole.bounds[3] + 1.0
    ray = whole.intersection(shapely.LineString([(0, ends[0]), (0, ends[1])]))
    whole = whole.intersection(shapely.box(-half, -DEEP_SHOWN, half, DEEP_SHOWN))
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


def _cut(body: Whole, here: Array, along: Array, out: Array) -> shapely.Geometry:
    """A body cut by the plane through a place, as an area in (along, out). Only the faces that come
    to the plane are made into triangles; those that share an edge have its points in common, so
    that what is cut closes."""
    across = np.cross(along, out)
    members, boxes = body.faces, body.boxes
    middle, half = (boxes[:, 1] + boxes[:, 0]) / 2, (boxes[:, 1] - boxes[:, 0]) / 2
    near = np.abs((middle - here) @ across) <= half @ np.abs(across) + 1e-6
    met = [face for face, one in zip(members, near, strict=True) if one]
    if not met:
        return shapely.Polygon()
    shape = BRepBuilderAPI_Copy(compound(met)).Shape()  # leaves the drawn mesh as it is
    BRepMesh_IncrementalMesh(shape, CHORD, False, FACET_TURN, True)
    pieces = [triangles_of(face) for face in faces(shape)]
    lines = []
    for points, triangles in pieces:
        mesh = trimesh.Trimesh(points, triangles, process=False)
        lines.append(trimesh.intersections.mesh_plane(mesh, across, here))
    cut = np.concatenate(lines)
    if not len(cut):
        return shapely.Polygon()
    flat = np.stack([(cut - here) @ along, (cut - here) @ out], axis=-1).round(6)
    rings = shapely.polygonize(shapely.linestrings(flat))
    whole: shapely.Geometry = shapely.Polygon()
    for ring in sorted(shapely.get_parts(rings).tolist(), key=lambda p: -p.envelope.area):
        whole = whole.symmetric_difference(shapely.Polygon(ring.exterior))
    return whole
