"""Patches that faces are cut into, to see what of them is plainly out of reach of others."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools
from OCP.GeomAbs import GeomAbs_SurfaceType
from OCP.TopoDS import TopoDS_Face
from shapely.geometry.base import BaseGeometry

from tinstamp.blank.boxes import box_corners, boxes_of
from tinstamp.blank.kernel import Array
from tinstamp.blank.trim import loops

MOST_FIRST = 48
"""Patches to a side that a face is cut into first, at most."""
FIRST_SIDE, FLOOR_SIDE = 8.0, 4.0
"""mm that they are about long, of any face and of a floor"""
HOLLOW = 0.4
"""Part of its bounds that a ring takes at most."""
LARGE, MOST_ALONG, LEAST_SIDE = 6.0, 64.0, 0.5
"""mm across from which on a ring has shorter patches, how many to its length, and mm at least."""
FINEST = 1.0
"""mm; patches shorter than this are not halved any more"""
HALVINGS = 6
"""times that a patch is halved at most"""
ALONG = 5
"""places at which a side is measured: by one in two it is looked at where one patch is enough"""
MOST_TURN = 50.0
"""degrees that a patch turns along a side at most: of one that goes all round, no point tells how
far it reaches to either side"""
MOST_PAIRS = 5000
"""Pairs of patches that are left as they are: what is so near is measured."""
OUTLINE_POINTS = 48
"""points to a curved edge of a face's outlines"""
STRAYED, AROUND = 1e-3, 0.1
"""How far outlines may stray from their points, in parts of the face, and patches are made larger
for that, in parts of themselves."""
NINE = np.array([(a, b) for a in (0.0, 0.5, 1.0) for b in (0.0, 0.5, 1.0)])
"""Where a patch is looked at, in parts of its sides: its corners are 0, 2, 6 and 8."""


@dataclass(frozen=True, eq=False)
class Patches:
    """Pieces of faces between lines of their surfaces.

    Attributes
    ----------
    owner : (n,) which face each is of. sides : (n, 4) from and to in u, from and to in v.
    points : (n, 9, 3) mm. bends : (n, 4, 3) mm from the middles of its sides to those of the lines
        between its corners. They may lie as far off what the points span, in any direction; a
        quarter of it is what a parabola would take.
    """

    owner: NDArray[np.int64]
    sides: Array
    points: Array
    bends: Array

    @cached_property
    def off(self) -> Array:
        """(n,) mm that they may lie off what the points span."""
        return np.asarray(np.linalg.norm(self.bends, axis=-1).max(axis=1))

    def off_along(self, ways: Array) -> Array:
        """(n,) mm of that along directions, (n, 3)."""
        return np.asarray(np.abs(np.einsum("npk,nk->np", self.bends, ways)).max(axis=1))

    @property
    def boxes(self) -> Array:
        """(n, 2, 3) mm, which hold each."""
        return boxes_about(self.points, self.off)

    @property
    def sizes(self) -> Array:
        """(n,) mm from corner to corner."""
        return np.asarray(np.linalg.norm(self.points[:, 8] - self.points[:, 0], axis=1))

    @property
    def normals(self) -> Array:
        """(n, 3) unit vectors square to them."""
        return square_to(self.points)

    def __getitem__(self, which: NDArray[np.int64]) -> Patches:
        return Patches(self.owner[which], self.sides[which], self.points[which], self.bends[which])

    def halved(self, which: NDArray[np.int64], faces: Sequence[Trimmed]) -> Patches:
        """All of them, some cut into four each, without those that lie off their face; `faces` has
        that of each owner."""
        found = [self[np.setdiff1d(np.arange(len(self.owner)), which)]]
        for owner in np.unique(self.owner[which]).tolist():
            sides = quartered(self.sides[which[self.owner[which] == owner]])
            found.append(_looked_at(faces[owner].surface, sides[faces[owner].holds(sides)], owner))
        return together(found)


def quartered(sides: Array) -> Array:
    """The sides of four for each of some patches, (4 n, 4)."""
    u0, u1, v0, v1 = sides.T
    u, v = (u0 + u1) / 2, (v0 + v1) / 2
    quarters = [(u0, u, v0, v), (u, u1, v0, v), (u0, u, v, v1), (u, u1, v, v1)]
    return np.concatenate([np.stack(q, axis=1) for q in quarters])


def boxes_about(points: Array, off: Array) -> Array:
    """(n, 2, 3) boxes about points, (n, m, 3), and what may lie off them, (n,) mm."""
    beyond = off[:, None]
    return np.stack([points.min(axis=1) - beyond, points.max(axis=1) + beyond], axis=1)


def square_to(points: Array) -> Array:
    """(n, 3) unit vectors square to both diagonals of patches, whose nine points come first in
    (n, m, 3); of a sliver any."""
    found = np.cross(points[:, 8] - points[:, 0], points[:, 6] - points[:, 2])
    size = np.linalg.norm(found, axis=1, keepdims=True)
    return np.where(size > 1e-12, found / np.maximum(size, 1e-12), [0.0, 0.0, 1.0])


class Trimmed:
    """A face as what its outlines leave of its surface."""

    def __init__(self, face: TopoDS_Face) -> None:
        self.face = face
        self.surface = BRepAdaptor_Surface(face)
        self.bounds = BRepTools.UVBounds_s(face)

    @cached_property
    def _outlines(self) -> BaseGeometry | None:
        """In parts of its bounds; None where they are no plain outline with holes."""
        u0, u1, v0, v1 = self.bounds
        if not u1 > u0 or not v1 > v0:
            return None
        rings = [(r - (u0, v0)) / (u1 - u0, v1 - v0) for r in loops(self.face, OUTLINE_POINTS)]
        found = [shapely.Polygon(ring) for ring in rings]
        if not found or not all(p.is_valid for p in found):
            return None
        outer = max(found, key=lambda p: float(p.area))
        whole = shapely.difference(outer, shapely.union_all([p for p in found if p is not outer]))
        shapely.prepare(whole)
        return whole if whole.area > 0 else None

    def holds(self, sides: Array) -> NDArray[np.int64]:
        """Which patches, (n, 4), may have something of the face in them."""
        if self._outlines is None:
            return np.arange(len(sides))
        u0, u1, v0, v1 = self.bounds
        at = (sides - (u0, u0, v0, v0)) / (u1 - u0, u1 - u0, v1 - v0, v1 - v0)
        more = STRAYED + AROUND * np.stack([at[:, 1] - at[:, 0], at[:, 3] - at[:, 2]], axis=1)
        boxes = shapely.box(
            at[:, 0] - more[:, 0],
            at[:, 2] - more[:, 1],
            at[:, 1] + more[:, 0],
            at[:, 3] + more[:, 1],
        )
        return np.flatnonzero(shapely.intersects(self._outlines, boxes))

    def inked(self, owner: int, side: float) -> Patches:
        """The same as `patches`; of a large ring short ones, without those in its middle."""
        low, high = boxes_of([self.face])[0]
        wide = float(np.linalg.norm(high - low))
        if wide < LARGE or self._outlines is None or float(self._outlines.area) > HOLLOW:
            return self.patches(owner, side)
        found = self.patches(owner, min(side, max(wide / MOST_ALONG, LEAST_SIDE)))
        return found[self.holds(found.sides)]

    @property
    def middle(self) -> Array:
        """(3,) mm: the point of its surface in the middle of its bounds."""
        u0, u1, v0, v1 = self.bounds
        return _values(self.surface, np.array([(u0 + u1) / 2, (v0 + v1) / 2]))

    def turns_to(self, other: Trimmed) -> Array:
        """(4,) what to add to sides of patches of it so that they are those of another face over
        it, whose (u, v) may lie whole turns further round."""
        found = np.zeros(4)
        mine, theirs = np.reshape(self.bounds, (2, 2)), np.reshape(other.bounds, (2, 2))
        for k, (around, turn) in enumerate(
            (
                (self.surface.IsUPeriodic, self.surface.UPeriod),
                (self.surface.IsVPeriodic, self.surface.VPeriod),
            )
        ):
            if around():
                off = float(theirs[k].mean() - mine[k].mean()) / turn()
                found[2 * k : 2 * k + 2] = round(off) * turn()
        return found

    def at_sides(self, sides: Array) -> Patches:
        """Patches of its surface between such sides, (n, 4), in or out of its outlines; a spline is
        looked at where there is something of it, since it runs away beyond."""
        u0, u1, v0, v1 = self.range
        low, high = np.array([u0, u0, v0, v0]), np.array([u1, u1, v1, v1])
        return _looked_at(self.surface, np.clip(sides, low, high), 0)

    def beyond(self, patches: Patches, ways: Array, steps: int) -> Array:
        """(n,) mm by which its surface goes beyond what patches of it span, along ways, (n, 3), and
        against them, looked at in so many steps to a side."""
        part = np.linspace(0.0, 1.0, steps + 1)
        u0, u1, v0, v1 = patches.sides.T[..., None, None]
        u, v = np.broadcast_arrays(u0 + part[:, None] * (u1 - u0), v0 + part * (v1 - v0))
        low, high = self.range[::2], self.range[1::2]
        there = _values(self.surface, np.clip(np.stack([u, v], axis=-1), low, high))
        fine = np.einsum("nabk,nk->nab", there, ways).reshape(len(ways), -1)
        spanned = np.einsum("npk,nk->np", patches.points, ways)
        over = np.maximum(fine.max(1) - spanned.max(1), spanned.min(1) - fine.min(1))
        return np.asarray(np.maximum(over, 0.0))

    @cached_property
    def range(self) -> tuple[float, float, float, float]:
        """From and to in u and in v: as far as its surface can be looked at."""
        if self.surface.GetType() != GeomAbs_SurfaceType.GeomAbs_BSplineSurface:
            return -np.inf, np.inf, -np.inf, np.inf
        u0, u1, v0, v1 = BRep_Tool.Surface_s(self.face).Bounds()
        u = (-np.inf, np.inf) if self.surface.IsUPeriodic() else (u0, u1)
        v = (-np.inf, np.inf) if self.surface.IsVPeriodic() else (v0, v1)
        return *u, *v

    @cached_property
    def span(self) -> float:
        """mm that a piece of a spline surface is about long: it may bend anew in each; of other
        surfaces without end."""
        if self.surface.GetType() != GeomAbs_SurfaceType.GeomAbs_BSplineSurface:
            return float("inf")
        spline = self.surface.BSpline()
        low, high = (np.array((p.X(), p.Y(), p.Z())) for p in (spline.Pole(1, 1), spline.Pole(
            spline.NbUPoles(), spline.NbVPoles())))  # fmt: skip
        across = float(np.linalg.norm(high - low))
        return across / float(np.hypot(spline.NbUKnots() - 1, spline.NbVKnots() - 1))

    @cached_property
    def box(self) -> Array:
        """(2, 3) least and greatest corner of a box about it, mm: by its patches, since the kernel
        takes the whole of a spline that the face is a part of; by the kernel where the spline may
        bend anew within a patch."""
        if self.span < FIRST_SIDE:
            return boxes_of([self.face])[0]
        boxes = self.first.boxes
        return np.stack([boxes[:, 0].min(axis=0), boxes[:, 1].max(axis=0)])

    @cached_property
    def first(self) -> Patches:
        """Those that it is looked at by first: of a spline none is longer than a piece of it."""
        return self.patches(0, min(FIRST_SIDE, max(self.span, LEAST_SIDE)))

    def patches(self, owner: int = 0, side: float = FIRST_SIDE) -> Patches:
        """Its surface between its bounds in (u, v), in patches about `side` mm long."""
        u0, u1, v0, v1 = self.bounds
        places = np.linspace(0.0, 1.0, ALONG)
        u, v = np.meshgrid(u0 + places * (u1 - u0), v0 + places * (v1 - v0), indexing="ij")
        grid = _values(self.surface, np.stack([u, v], axis=-1))
        counts = []
        for axis in (0, 1):
            chords = np.diff(grid, axis=axis)
            long = np.linalg.norm(chords, axis=-1).sum(axis=axis).max()
            parts = max(long / side, _turn(np.moveaxis(chords, axis, 0)) / MOST_TURN)
            counts.append(int(np.clip(np.ceil(parts), 1, MOST_FIRST)))
        if counts == [1, 1]:
            points = grid[::2, ::2].reshape(1, 9, 3)
            return _of_points(np.array([[u0, u1, v0, v1]]), points, owner)
        us, vs = np.linspace(u0, u1, counts[0] + 1), np.linspace(v0, v1, counts[1] + 1)
        low_u, low_v = np.meshgrid(us[:-1], vs[:-1], indexing="ij")
        high_u, high_v = np.meshgrid(us[1:], vs[1:], indexing="ij")
        sides = np.stack([low_u, high_u, low_v, high_v], axis=-1).reshape(-1, 4)
        return _looked_at(self.surface, sides, owner)


def together(several: Sequence[Patches]) -> Patches:
    """All of one or more in one."""
    return Patches(
        np.concatenate([p.owner for p in several]),
        np.concatenate([p.sides for p in several]),
        np.concatenate([p.points for p in several]),
        np.concatenate([p.bends for p in several]),
    )


def close_to(boxes: Array, patches: Patches, limit: float) -> NDArray[np.int64]:
    """Which boxes, (n, 2, 3) mm, some patch may come nearer to than `limit`, mm: by boxes about it,
    and as its normal sees them."""
    theirs = patches.boxes
    low, high = boxes[:, 0] - limit, boxes[:, 1] + limit
    tree = shapely.STRtree(shapely.box(theirs[:, 0, 0], theirs[:, 0, 1], theirs[:, 1, 0],
                                       theirs[:, 1, 1]))  # fmt: skip
    mine, near = tree.query(shapely.box(low[:, 0], low[:, 1], high[:, 0], high[:, 1]))
    met = (theirs[near, 0, 2] <= high[mine, 2]) & (theirs[near, 1, 2] >= low[mine, 2])
    mine, near = mine[met], near[met]
    square = patches.normals[near]
    ours = np.einsum("npk,nk->np", box_corners(boxes)[mine], square)
    others = np.einsum("npk,nk->np", patches.points[near], square)
    gap = np.maximum(ours.min(1) - others.max(1), others.min(1) - ours.max(1))
    return np.unique(mine[gap < limit + patches[near].off_along(square)])


def within_reach(
    floors: Patches, faces: Sequence[Trimmed], other: Trimmed, limit: float
) -> dict[int, float]:
    """Owners of patches, of these faces, that may come nearer to another face than `limit` mm, with
    what they are apart at least, mm. Both are cut more finely where that tells more."""
    ours, theirs = floors, other.first
    for left in range(HALVINGS, -1, -1):
        mine, near, apart = _near(ours, theirs, limit)
        large = [
            np.flatnonzero(patches.sizes[np.unique(which)] > FINEST)
            for patches, which in ((ours, mine), (theirs, near))
        ]
        if not left or not any(map(len, large)) or len(mine) > MOST_PAIRS:
            break
        ours = ours[np.unique(mine)].halved(large[0], faces)
        theirs = theirs[np.unique(near)].halved(large[1], [other])
    found: dict[int, float] = {}
    for owner, away in zip(ours.owner[mine].tolist(), apart.tolist(), strict=True):
        found[owner] = min(away, found.get(owner, away))
    return found


def _near(
    one: Patches, other: Patches, limit: float
) -> tuple[NDArray[np.int64], NDArray[np.int64], Array]:
    """Pairs that may be nearer than `limit`, mm, and what they are apart at least: by their boxes,
    and as either normal sees them."""
    a, b = one.boxes, other.boxes
    tree = shapely.STRtree(shapely.box(a[:, 0, 0], a[:, 0, 1], a[:, 1, 0], a[:, 1, 1]))
    low, high = b[:, 0] - limit, b[:, 1] + limit
    theirs, mine = tree.query(shapely.box(low[:, 0], low[:, 1], high[:, 0], high[:, 1]))
    gaps = np.maximum(a[mine, 0] - b[theirs, 1], b[theirs, 0] - a[mine, 1])
    apart = np.linalg.norm(np.maximum(gaps, 0.0), axis=1)
    for way in (0, 1):
        kept = np.flatnonzero(apart < limit)
        mine, theirs, apart = mine[kept], theirs[kept], apart[kept]
        normals = one.normals[mine] if way == 0 else other.normals[theirs]
        ours = np.einsum("npk,nk->np", one.points[mine], normals)
        others = np.einsum("npk,nk->np", other.points[theirs], normals)
        gap = np.maximum(ours.min(1) - others.max(1), others.min(1) - ours.max(1))
        stray = one[mine].off_along(normals) + other[theirs].off_along(normals)
        apart = np.maximum(apart, gap - stray)
    kept = np.flatnonzero(apart < limit)
    return mine[kept], theirs[kept], apart[kept]


def _turn(chords: Array) -> float:
    """The most that lines of chords, (ALONG − 1, n, 3), turn from end to end, degrees."""
    a, b = chords[:-1], chords[1:]
    cross, dot = np.linalg.norm(np.cross(a, b), axis=-1), np.einsum("ank,ank->an", a, b)
    turned = np.degrees(np.arctan2(cross, dot)).sum(axis=0).max()
    return float(turned) * len(chords) / len(a)


def _looked_at(surface: BRepAdaptor_Surface, sides: Array, owner: int) -> Patches:
    u = sides[:, :1] + NINE[:, 0] * (sides[:, 1:2] - sides[:, :1])
    v = sides[:, 2:3] + NINE[:, 1] * (sides[:, 3:4] - sides[:, 2:3])
    return _of_points(sides, _values(surface, np.stack([u, v], axis=-1)), owner)


def _of_points(sides: Array, points: Array, owner: int) -> Patches:
    """Patches between such sides, by the nine points of each."""
    between = ((0, 1, 2), (6, 7, 8), (0, 3, 6), (2, 5, 8))
    bends = [points[:, [a, c]].mean(axis=1) - points[:, b] for a, b, c in between]
    return Patches(np.full(len(sides), owner), sides, points, np.stack(bends, axis=1))


def _values(surface: BRepAdaptor_Surface, uv: Array) -> Array:
    """Points of a surface, (..., 3) mm, at (..., 2)."""
    points = [surface.Value(u, v) for u, v in uv.reshape(-1, 2).tolist()]
    return np.array([(p.X(), p.Y(), p.Z()) for p in points]).reshape(*uv.shape[:-1], 3)
