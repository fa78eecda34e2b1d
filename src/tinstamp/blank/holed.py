"""A face of a solid with many holes: whether they lie clear in it, and its triangles.

The kernel holds every hole against every other, which for a text of 300 letters takes longer than
all the rest. Here the loops, as the kernel itself has them in (u, v), are held against one another
by their boxes first, and the face is cut along lines of its surface into cells that are filled with
triangles one by one (constrained Delaunay triangles, by GEOS).
"""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepLProp import BRepLProp_SLProps
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops

TURN = 0.2
"""radians that a surface may turn over a cell"""
PROBES = 24
"""places to each side of a face where its bending is looked at"""
RING_CHORD = 0.05
"""part of a drawing's chord that the lines of a hole may stray from its curves"""
MOST_CELLS = 60
"""cells to each side of a face"""
SAME_PLACE = 1e-7
"""Part of the face's size in (u, v) within which two points are one."""


@dataclass(frozen=True, eq=False)
class Cell:
    """A piece of a face filled with triangles.

    Attributes
    ----------
    flat, space : its points, (n, 2) in (u, v), a mm or so to the unit, and (n, 3) mm.
    triangles : (m, 3), counter-clockwise in (u, v).
    """

    flat: Array
    space: Array
    triangles: NDArray[np.int64]


@dataclass(frozen=True)
class HoledFace:
    """A face and the holes that are cut into it.

    Attributes
    ----------
    host : without the holes. rings : of the holes, (n, 2) in the surface's (u, v) each.
    """

    host: TopoDS_Face
    rings: tuple[Array, ...]

    @cached_property
    def _face(self) -> shapely.Polygon:
        """The host in (u, v), a mm or so to the unit."""
        outer, *inner = sorted(
            (shapely.Polygon(ring * self._scale) for ring in loops(self.host)),
            key=lambda polygon: -polygon.area,
        )
        return shapely.Polygon(outer.exterior, [hole.exterior for hole in inner])

    @cached_property
    def _holes(self) -> NDArray[np.object_]:
        return np.array([shapely.Polygon(ring * self._scale) for ring in self.rings], dtype=object)

    @cached_property
    def _grid(self) -> _Grid:
        return _Grid.of(self.host)

    @property
    def _scale(self) -> Array:
        return self._grid.scale

    @cached_property
    def digest(self) -> bytes:
        """Of its holes: the same for the same ones in the same order."""
        found = hashlib.sha256()
        for ring in self.rings:
            found.update(len(ring).to_bytes(8, "little") + np.ascontiguousarray(ring).tobytes())
        return found.digest()

    @property
    def sound(self) -> bool:
        """True when the holes are whole, lie within the face and clear of one another."""
        holes = self._holes
        if not shapely.is_valid(holes).all() or not self._face.is_valid:
            return False
        shapely.prepare(self._face)
        if not shapely.contains_properly(self._face, holes).all():
            return False
        tree = shapely.STRtree(holes)
        pairs = tree.query(holes, predicate="intersects")
        return bool((pairs[0] == pairs[1]).all())

    def triangles(
        self, chord: float, kept: dict[bytes, Cell] | None = None
    ) -> tuple[Array, NDArray[np.int64]]:
        """Points, (n, 3) mm, and triangles, (m, 3), counter-clockwise from outside the solid, not
        further than `chord` mm from the surface. `kept` has the cells of the same face as it was
        filled last: those that are as they were are not filled again."""
        kept = {} if kept is None else kept
        cells = self._cells(chord)
        keys = shapely.to_wkb(cells).tolist()
        new = np.array([k for k, key in enumerate(keys) if key not in kept], dtype=int)
        made = self._filled(cells[new]) if len(new) else []
        found = [kept.get(key) for key in keys]
        for k, cell in zip(new.tolist(), made, strict=True):
            found[k] = cell
        every = [cell for cell in found if cell is not None]
        kept.clear()
        kept.update(zip(keys, every, strict=True))
        flat = np.concatenate([cell.flat for cell in every])
        space = np.concatenate([cell.space for cell in every])
        first = np.cumsum([0, *(len(cell.flat) for cell in every[:-1])])
        corners = np.concatenate([c.triangles + k for c, k in zip(every, first, strict=True)])
        _, which, back = np.unique(self._places(flat), return_index=True, return_inverse=True)
        triangles = back[corners]
        if self.host.Orientation() == TopAbs_Orientation.TopAbs_REVERSED:
            triangles = triangles[:, ::-1]
        return space[which], triangles

    @cached_property
    def _near(self) -> float:
        """mm or so within which two places are one."""
        low_u, low_v, high_u, high_v = self._face.bounds
        return SAME_PLACE * max(high_u - low_u, high_v - low_v)

    def _places(self, flat: Array) -> NDArray[np.int64]:
        """A number for each place of (n, 2), the same for places that are one."""
        across, up = np.round((flat - self._face.bounds[:2]) / self._near).astype(np.int64).T
        return np.asarray((across << 32) + up)

    def _filled(self, cells: NDArray[np.object_]) -> list[Cell]:
        """Cells with their triangles."""
        surface = BRepAdaptor_Surface(self.host, False)
        parts, owner = shapely.get_parts(
            shapely.constrained_delaunay_triangles(cells), return_index=True
        )
        corners = shapely.get_coordinates(parts).reshape(-1, 4, 2)[:, :3]
        ends = np.searchsorted(owner, np.arange(len(cells) + 1))
        found = []
        for begin, end in pairwise(ends.tolist()):
            flat = corners[begin:end].reshape(-1, 2)
            _, first, back = np.unique(self._places(flat), return_index=True, return_inverse=True)
            flat, triangles = flat[first], back.reshape(-1, 3)
            a, b, c = (flat[triangles[:, k]] for k in range(3))
            area = (b - a)[:, 0] * (c - a)[:, 1] - (b - a)[:, 1] * (c - a)[:, 0]
            solid = np.abs(area) > self._near**2
            triangles = np.where((area > 0)[:, None], triangles, triangles[:, ::-1])[solid]
            spots = [surface.Value(u, v) for u, v in (flat / self._scale).tolist()]
            space = np.array([(p.X(), p.Y(), p.Z()) for p in spots]).reshape(-1, 3)
            found.append(Cell(flat, space, triangles))
        return found

    def _cells(self, chord: float) -> NDArray[np.object_]:
        """The face without its holes, in cells over which it hardly bends."""
        low_u, low_v, high_u, high_v = self._face.bounds
        across, up = self._grid.cells(chord)
        u, v = np.linspace(low_u, high_u, across + 1), np.linspace(low_v, high_v, up + 1)
        holes = shapely.simplify(self._holes, chord * RING_CHORD, preserve_topology=False)
        boxes = shapely.box(
            *(side.ravel() for side in np.meshgrid(u[:-1], v[:-1])),
            *(side.ravel() for side in np.meshgrid(u[1:], v[1:])),
        )
        shapely.prepare(self._face)
        cells = np.where(
            shapely.contains_properly(self._face, boxes),
            boxes,
            shapely.intersection(self._face, boxes),
        )
        tree = shapely.STRtree(holes)
        met, hole = tree.query(cells, predicate="intersects")
        for k in np.unique(met):
            there = shapely.multipolygons(holes[hole[met == k]])
            cells[k] = shapely.difference(cells[k], there)
        return cells[~shapely.is_empty(cells)]


@dataclass(frozen=True)
class _Grid:
    """How a face's surface runs and bends.

    Attributes
    ----------
    scale : mm to a unit of u and v. turn : radians that the normal turns along u and along v,
        over all of the face at its most bent place. length : mm along them.
    """

    scale: Array
    turn: tuple[float, float]
    length: tuple[float, float]

    @classmethod
    def of(cls, face: TopoDS_Face) -> _Grid:
        surface = BRepAdaptor_Surface(face)
        u = np.linspace(surface.FirstUParameter(), surface.LastUParameter(), PROBES)
        v = np.linspace(surface.FirstVParameter(), surface.LastVParameter(), PROBES)
        props = BRepLProp_SLProps(surface, 1, 1e-9)
        points, normals = np.zeros((PROBES, PROBES, 3)), np.full((PROBES, PROBES, 3), np.nan)
        for i, a in enumerate(u.tolist()):
            for j, b in enumerate(v.tolist()):
                props.SetParameters(a, b)
                p = props.Value()
                points[i, j] = p.X(), p.Y(), p.Z()
                if props.IsNormalDefined():
                    n = props.Normal()
                    normals[i, j] = n.X(), n.Y(), n.Z()
        scale, turn, length = [], [], []
        for axis, ends in ((0, u), (1, v)):
            steps = np.linalg.norm(np.diff(points, axis=axis), axis=-1)
            bends = np.linalg.norm(np.diff(normals, axis=axis), axis=-1)
            long = float(steps.sum(axis=axis).max())
            scale.append(max(long, 1e-9) / max(float(np.ptp(ends)), 1e-9))
            turn.append(float(np.nanmax(bends, initial=0.0)) * (PROBES - 1))
            length.append(long)
        return cls(np.array(scale), (turn[0], turn[1]), (length[0], length[1]))

    def cells(self, chord: float) -> tuple[int, int]:
        """Into how many cells to each side a face is cut, so that it turns little over each and
        triangles stay within the chord (sagitta of an arc: length · turn / 8)."""
        return tuple(  # type: ignore[return-value]
            int(np.clip(np.ceil(max(turn / TURN, np.sqrt(length * turn / (8.0 * chord)))),
                        1, MOST_CELLS))
            for turn, length in zip(self.turn, self.length, strict=True)
        )  # fmt: skip
