"""Whether what a stamp makes comes to any face but the one that it lies on: the other wall of a
slot, a boss beside, a hole behind. An imprint intersects nothing, so it would not notice.

What lies between the outlines on the face and the cap is held in cells, each the hull of some
points of both. Cells and patches of faces that a plane parts, square to an axis or to either of
them, are clear of one another; what is not told apart so is measured by the kernel.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property, partial

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS_Face

from tinstamp.artwork.kept import Kept
from tinstamp.blank.boxes import box_corners, boxes_of
from tinstamp.blank.kernel import Array, box_of, compound, motion_of, moved_face
from tinstamp.blank.patches import (
    FINEST,
    FIRST_SIDE,
    HALVINGS,
    Patches,
    Trimmed,
    boxes_about,
    close_to,
    quartered,
    square_to,
)
from tinstamp.blank.solid import NamedSolid
from tinstamp.relief.blocks import Block
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.shells import KEPT_CLEAR, Sheets, Shell
from tinstamp.relief.surfaces import ReliefError

LEVEL = 1e-6
"""mm that a face which ends level with the one beneath may seem to stand out of it"""
CELL_SIDE = 4.0
"""mm that a cell is about long"""
MOST_LEFT = 48
"""Cells that are cut into smaller ones with what they are near to"""
MANY_POINTS = 200
"""of a cell from which on those within its hull are left out"""
POINTS_AT_ONCE = 2_000_000
"""points of cells that are looked at along a direction at a time"""
STEPS_A_SPAN, MOST_STEPS = 1.25, 64
"""Places to a piece of a spline, and to a side of a cell, at which a cap that goes up and down is
looked at."""


@dataclass(frozen=True, eq=False)
class Cells:
    """Hulls of points that hold what an imprint makes, walls and all.

    Attributes
    ----------
    points : (n, m, 3) mm, the first nine of them on the face. off : (n,) mm that something may lie
        off the hull. owner : (n, 2) of which block, at which of its places.
    up, ground : (n, 3) away from the face there, and (n,) mm, how far along that it begins: what
        lies lower than that can touch ink in the face alone, which ends before the face does.
    sides : (n, 4) between which lines of both surfaces it lies, from and to in u and in v; no
        numbers where it lies between none.
    """

    points: Array
    off: Array
    owner: NDArray[np.int64]
    up: Array
    ground: Array
    sides: Array

    @cached_property
    def boxes(self) -> Array:
        """(n, 2, 3) mm."""
        return boxes_about(self.points, self.off)

    @cached_property
    def normals(self) -> Array:
        """(n, 3) unit vectors square to the face."""
        return square_to(self.points)

    def __getitem__(self, which: NDArray[np.int64]) -> Cells:
        return Cells(self.points[which], self.off[which], self.owner[which], self.up[which],
                     self.ground[which], self.sides[which])  # fmt: skip


Numbers = NDArray[np.int64]
_CELLS: Kept[Cells] = Kept(256)
_SHELLS: Kept[Shell] = Kept(64)


_TRIMMED: Kept[Trimmed] = Kept(1024)


def _trimmed(face: TopoDS_Face) -> Trimmed:
    """A face as what its outlines leave of its surface; that of the last ones is kept."""
    return _TRIMMED.get(face, "trimmed", lambda: Trimmed(face))


@dataclass(frozen=True, eq=False)
class _Own:
    """Cells of a block where it was made: their points, the first `feet` of them on the face; what
    they may be off; their sides (see `Cells`)."""

    points: Array
    off: Array
    feet: int
    sides: Array


@dataclass(frozen=True, eq=False)
class _Boxed:
    """Boxes about the blocks of an imprint where they are set down.

    Attributes
    ----------
    owner : (n, 2) of which block, at which of its places. boxes : (n, 2, 3) mm.
    """

    owner: NDArray[np.int64]
    boxes: Array


_BOXED: Kept[_Boxed] = Kept(256)
_OWN: Kept[dict[int, _Own]] = Kept(256)


def _boxed(made: Imprint) -> _Boxed:
    return _BOXED.get(made, "boxes", lambda: _boxed_anew(made))


def _boxed_anew(made: Imprint) -> _Boxed:
    owner, boxes = [], []
    for k, block in enumerate(made.blocks):
        corners = box_corners(_box_about(block, made.over_foot))
        for n, place in enumerate(block.at):
            turn, shift = motion_of(place)
            there = corners @ turn.T + shift
            owner.append((k, n))
            boxes.append(np.stack([there.min(axis=0), there.max(axis=0)]))
    return _Boxed(np.array(owner, dtype=np.int64).reshape(-1, 2), np.array(boxes).reshape(-1, 2, 3))


def _box_about(block: Block, over_foot: bool) -> Array:
    """(2, 3) least and greatest corner of what a block makes where it was made, mm."""
    if block.hull is not None:
        points, _, off = block.hull
        hulls = boxes_about(points, off)
        return np.stack([hulls[:, 0].min(axis=0), hulls[:, 1].max(axis=0)])
    foot, cap = _trimmed(block.removed), _trimmed(block.cap)
    if over_foot and cap.span >= FIRST_SIDE:  # the cap's outline may lie within that of the foot
        low = foot.first
        high = cap.at_sides(low.sides + foot.turns_to(cap))
        boxes = np.concatenate([low.boxes, high.boxes])
    else:
        walls = box_of(compound(block.walls)) if block.walls else foot.box
        boxes = np.stack([foot.box, cap.box, walls])
    return np.stack([boxes[:, 0].min(axis=0), boxes[:, 1].max(axis=0)])


def cells_of(made: Imprint) -> Cells:
    """All cells of an imprint; those of the last ones are kept."""
    return _CELLS.get(made, "cells", lambda: _cells_at(made, _boxed(made).owner))


def _cells_at(made: Imprint, owners: NDArray[np.int64]) -> Cells:
    """Of some blocks of an imprint at some of their places, (n, 2)."""
    known = _OWN.get(made, "own", dict)
    found = []
    for k, n in owners.tolist():
        block = made.blocks[k]
        if k not in known:
            known[k] = _cells(block, made.over_foot)
        found.append(_set_down(known[k], block, k, n))
    return _together(found)


def _set_down(own: _Own, block: Block, k: int, n: int) -> Cells:
    """Cells of block `k` at its place `n`."""
    turn, shift = motion_of(block.at[n])
    points = own.points @ turn.T + shift
    up = _away(own.points, own.feet) @ turn.T
    low = np.einsum("npk,nk->np", points[:, : own.feet], up).min(axis=1)
    owner = np.broadcast_to(np.array([k, n], dtype=np.int64), (len(points), 2))
    return Cells(points, own.off, owner, up, low - own.off, own.sides)


def _together(several: Sequence[Cells]) -> Cells:
    """All of them in one; each point set made as long as the longest."""
    most = max((cells.points.shape[1] for cells in several), default=9)
    padded = [
        np.concatenate([p, np.repeat(p[:, :1], most - p.shape[1], axis=1)], axis=1)
        for p in (cells.points for cells in several)
    ]
    if not padded:
        nowhere = np.zeros((0, 3))
        return Cells(nowhere[:, None].repeat(9, axis=1), nowhere[:, 0],
                     np.zeros((0, 2), dtype=np.int64), nowhere, nowhere[:, 0],
                     np.zeros((0, 4)))  # fmt: skip
    return Cells(
        np.concatenate(padded),
        np.concatenate([cells.off for cells in several]),
        np.concatenate([cells.owner for cells in several]),
        np.concatenate([cells.up for cells in several]),
        np.concatenate([cells.ground for cells in several]),
        np.concatenate([cells.sides for cells in several]),
    )


def _away(points: Array, foot: int) -> Array:
    """(n, 3) unit vectors square to the face, from the foot points of cells, the first so many, to
    the others."""
    found = square_to(points)
    rise = points[:, foot:].mean(axis=1) - points[:, :foot].mean(axis=1)
    side = np.where(np.einsum("nk,nk->n", found, rise) < 0, -1.0, 1.0)
    return np.asarray(found * side[:, None])


def _cells(block: Block, over_foot: bool) -> _Own:
    """Of a block where it was made. Where walls end over their feet a cell lies between the same
    lines of both surfaces."""
    if block.hull is not None:
        points, feet, off = block.hull
        return _Own(points, off, feet, np.full((len(points), 4), np.nan))
    foot, cap = _trimmed(block.removed), _trimmed(block.cap)
    if over_foot:
        low = foot.inked(0, CELL_SIDE)
        if cap.span < CELL_SIDE:
            low = low[foot.holds(low.sides)]
        return _between(low, foot, cap)
    parts = [t.patches(0, CELL_SIDE) for t in (foot, cap, *map(Trimmed, block.walls))]
    first, *rest = (p.points.reshape(-1, 3) for p in parts)
    beneath = np.concatenate([first[:9], _corners_of(first[9:])])
    points = np.concatenate([beneath, _corners_of(np.concatenate(rest))])
    off = np.array([max(float(p.off.max()) for p in parts)])
    return _Own(points[None], off, len(beneath), np.full((1, 4), np.nan))


def _corners_of(points: Array) -> Array:
    """Of points, (n, 3), those that make their hull, where they are many."""
    if len(points) < MANY_POINTS:
        return points
    from scipy.spatial import ConvexHull, QhullError

    try:
        return points[ConvexHull(points).vertices]
    except QhullError:  # all of them in one plane
        return points


def _between(low: Patches, foot: Trimmed, cap: Trimmed) -> _Own:
    """Cells between patches of the face and what lies over them."""
    high = cap.at_sides(low.sides + foot.turns_to(cap))
    points, off = np.concatenate([low.points, high.points], axis=1), np.maximum(low.off, high.off)
    if cap.span < CELL_SIDE:  # it goes up and down within a cell
        steps = int(np.clip(np.ceil(STEPS_A_SPAN * CELL_SIDE / cap.span), 3, MOST_STEPS))
        off = low.off + cap.beyond(high, low.normals, steps)
    return _Own(points, off, 9, low.sides)


def _halved(cells: Cells, made: Imprint) -> Cells:
    """Cells cut into four each, without those that hold nothing; what lies between no lines stays
    as it is."""
    cut = np.isfinite(cells.sides).all(axis=1)
    found = [cells[np.flatnonzero(~cut)]] if not cut.all() else []
    for k, n in sorted(set(map(tuple, cells.owner[cut].tolist()))):
        block = made.blocks[k]
        sides = cells.sides[cut & (cells.owner == (k, n)).all(axis=1)]
        foot, cap = _trimmed(block.removed), _trimmed(block.cap)
        low = foot.at_sides(quartered(sides))
        low = low[foot.holds(low.sides)]
        if len(low.off):
            found.append(_set_down(_between(low, foot, cap), block, k, n))
    return _together(found)


def parted(one: Cells, other: Cells | Patches) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Pairs of cells that no such plane parts: their numbers in the one and in the other."""
    a, b = one.boxes, other.boxes
    tree = shapely.STRtree(shapely.box(a[:, 0, 0], a[:, 0, 1], a[:, 1, 0], a[:, 1, 1]))
    low, high = b[:, 0] - KEPT_CLEAR, b[:, 1] + KEPT_CLEAR
    theirs, mine = tree.query(shapely.box(low[:, 0], low[:, 1], high[:, 0], high[:, 1]))
    met = (a[mine, 0, 2] <= high[theirs, 2]) & (a[mine, 1, 2] >= low[theirs, 2])
    mine, theirs = mine[met], theirs[met]
    if isinstance(other, Patches):
        top = np.einsum("npk,nk->np", other.points[theirs], one.up[mine]).max(axis=1)
        top += other[theirs].off_along(one.up[mine])
        kept = top > one.ground[mine] + LEVEL
        mine, theirs = mine[kept], theirs[kept]
    for way in _WAYS:
        normals = way(one, other, mine, theirs)
        ours, others = _spans(one.points, mine, normals), _spans(other.points, theirs, normals)
        gap = np.maximum(ours[:, 0] - others[:, 1], others[:, 0] - ours[:, 1])
        kept = gap < KEPT_CLEAR + one.off[mine] + other.off[theirs]
        mine, theirs = mine[kept], theirs[kept]
    return mine, theirs


def _asides(points: Array, which: NDArray[np.int64], corner: int) -> Array:
    """(n, 3) unit vectors from the first point of some sets of 3 × 3 or more to another one."""
    way = points[which, corner] - points[which, 0]
    return np.asarray(way / np.maximum(np.linalg.norm(way, axis=1, keepdims=True), 1e-12))


def _apart(one: Cells, other: Cells | Patches, mine: Numbers, theirs: Numbers) -> Array:
    """(n, 3) unit vectors from the middles of cells to those of others."""
    way = other.points[theirs].mean(axis=1) - one.points[mine].mean(axis=1)
    return np.asarray(way / np.maximum(np.linalg.norm(way, axis=1, keepdims=True), 1e-12))


_WAYS: tuple[Callable[[Cells, Cells | Patches, Numbers, Numbers], Array], ...] = (
    lambda one, other, mine, theirs: one.normals[mine],
    lambda one, other, mine, theirs: other.normals[theirs],
    _apart,
    lambda one, other, mine, theirs: _asides(one.points, mine, 2),
    lambda one, other, mine, theirs: _asides(one.points, mine, 6),
)
"""What planes are square to that part a cell from another or from a patch."""


def _spans(points: Array, which: NDArray[np.int64], ways: Array) -> Array:
    """(n, 2) from where to where some of the point sets, (m, p, 3), go along ways, (n, 3); so many
    at a time as memory has room for."""
    found = np.empty((len(which), 2))
    step = max(1, POINTS_AT_ONCE // points.shape[1])
    for k in range(0, len(which), step):
        along = np.einsum("npk,nk->np", points[which[k : k + step]], ways[k : k + step])
        found[k : k + step] = np.stack([along.min(axis=1), along.max(axis=1)], axis=1)
    return found


def box_about(made: Imprint) -> Array:
    """(2, 3) mm about all that an imprint makes, and what it keeps clear."""
    boxes = _boxed(made).boxes
    low, high = boxes[:, 0].min(axis=0) - KEPT_CLEAR, boxes[:, 1].max(axis=0) + KEPT_CLEAR
    return np.array([low, high])


def meet(one: Imprint, other: Imprint) -> bool:
    """True when what two imprints make comes together."""
    mine, theirs = cells_of(one), cells_of(other)
    a, b = parted(mine, theirs)
    pairs = np.unique(np.concatenate([mine.owner[a], theirs.owner[b]], axis=1), axis=0)
    for k, n, i, j in pairs.tolist():
        first, second = one.blocks[k], other.blocks[i]
        apart = BRepExtrema_DistShapeShape(
            compound(_shell(first, first.at[n])), compound(_shell(second, second.at[j]))
        )
        if not apart.IsDone() or apart.Value() < KEPT_CLEAR:
            return True
    return False


def runs_into(made: Imprint, other: Imprint) -> bool:
    """True when what an imprint makes comes to a face of what another one makes, or holds it: as
    `meet`, for what takes long to measure by the kernel."""
    if not len(parted(cells_of(made), cells_of(other))[0]):
        return False
    faces = [face for block in other.blocks for at in block.at for face in _shell(block, at)]
    return any(_comes_to(*one, made) for one in zip(faces, boxes_of(faces), strict=True))


_BOXES: Kept[Array] = Kept(16)


def run_into(solid: NamedSolid, made: Imprint) -> str | None:
    """The name of a face of the solid, not of that name which the imprint lies on, that it comes
    to; None when it keeps clear of all."""
    boxes = _BOXES.get(solid, "boxes", lambda: boxes_of([named.face for named in solid.faces]))
    own = _boxed(made).boxes
    if not len(own):
        return None
    low, high = own[:, 0].min(axis=0) - KEPT_CLEAR, own[:, 1].max(axis=0) + KEPT_CLEAR
    near = (boxes[:, 0] <= high).all(axis=1) & (boxes[:, 1] >= low).all(axis=1)
    for k in np.flatnonzero(near).tolist():
        named = solid.faces[k]
        if named.name != made.face and _comes_to(named.face, boxes[k], made):
            return str(named.name)
    return None


def _comes_to(face: TopoDS_Face, box: Array, made: Imprint) -> bool:
    own = _boxed(made)
    within = (own.boxes[:, 0] <= box[1] + KEPT_CLEAR) & (own.boxes[:, 1] >= box[0] - KEPT_CLEAR)
    met = np.flatnonzero(within.all(axis=1))
    if not len(met):
        return False
    other = _trimmed(face)
    patches = other.first
    met = met[close_to(own.boxes[met], patches, KEPT_CLEAR)]
    if not len(met):
        return False
    left = _cells_at(made, own.owner[met])
    for more in range(HALVINGS, -1, -1):
        mine, theirs = parted(left, patches)
        near = np.unique(theirs)
        large = np.flatnonzero(patches.sizes[near] > FINEST)
        left, patches = left[np.unique(mine)], patches[near]
        if not len(left.off) or not more or not len(large):
            break
        patches = patches.halved(large, [other])
        if made.over_foot and len(left.off) <= MOST_LEFT:
            left = _halved(left, made)
            if not len(left.off):
                break
    patches = patches[other.holds(patches.sides)]
    for k, n in sorted(set(map(tuple, left.owner.tolist()))):
        block = made.blocks[k]
        shell = _SHELLS.get(made, (k, n), partial(_shell_of, block, n))
        if shell.touches(other) or shell.holds(patches):
            return True
    return False


def _shell(block: Block, place: TopLoc_Location) -> list[TopoDS_Face]:
    """A block's cap and walls where it is set down."""
    return [moved_face(face, place) for face in (block.cap, *block.walls)]


def _shell_of(block: Block, n: int) -> Shell:
    """A block's shell at its place `n`."""
    place = block.at[n]
    return Shell(_shell(block, place), moved_face(block.removed, place))


class InTheWay(ReliefError):
    """What a stamp would make comes to another face."""

    def __init__(self, face: str, raised: bool) -> None:
        less = "make it lower" if raised else "make it less deep"
        super().__init__(f"it would come to “{face}”, which is in its way: {less}, or move it")


def met_by(solid: NamedSolid, faces: Sequence[TopoDS_Face], own: Sequence[str]) -> str | None:
    """The name of a face of the solid, but for some, that new faces come to; None for none."""
    boxes, others = boxes_of(list(faces)), [f for f in solid.faces if f.name not in own]
    if not others:
        return None
    theirs, new = boxes_of([named.face for named in others]), Sheets(faces)
    for k, named in enumerate(others):
        near = (boxes[:, 0] <= theirs[k, 1]) & (boxes[:, 1] >= theirs[k, 0])
        if near.all(axis=1).any() and new.touches(_trimmed(named.face)):
            return str(named.name)
    return None
