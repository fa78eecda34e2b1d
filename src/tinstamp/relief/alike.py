"""Regions that become the same thing in another place: the same letter along a line of text.

Whether they do is read off the curves as they were laid, not off letters or kinds of faces: every
pole of the one must come to lie on a pole of the other by one rigid motion, and so must the face
and its parallel between them. NumPy only.
"""

from __future__ import annotations

from collections.abc import Collection, Container, Hashable, Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import FaceChart
from tinstamp.relief.cluster import Cluster

SAME_CURVE = 1e-8
"""mm; a tenth of the kernel's tolerance: curves nearer than that are one"""
ROUGHLY = 1e-3
"""mm; to which distances are rounded for a first look at what may be alike"""
BOX_POINTS = 5
"""points to a side of a region's box at which the face between its outlines is looked at"""
UNMOVED = 1e-12
"""mm, and its like in turns and in (u, v), that a thing may seem to move by rounding"""


@dataclass(frozen=True)
class Like:
    """One of several clusters that are alike.

    Attributes
    ----------
    first : the number of the one that all are a motion of; below zero one of those that were
        known, counted from the last. turn : (3, 3) and shift : (3,) mm, the rigid motion of space
        from that one to this.
    """

    first: int
    turn: Array
    shift: Array

    @property
    def stays(self) -> bool:
        """It moves nothing."""
        off = max(np.abs(self.turn - np.eye(3)).max(), np.abs(self.shift).max())
        return bool(off < UNMOVED)


class Known(Protocol):
    """A cluster that was laid before, on that chart."""

    @property
    def cluster(self) -> Cluster: ...

    @property
    def chart(self) -> FaceChart: ...


@dataclass(frozen=True, eq=False)
class _Laid:
    """One of the clusters as one that is known."""

    cluster: Cluster
    chart: FaceChart


STAYS = (np.eye(3), np.zeros(3))
"""The motion of the first one to itself."""


def alike(
    clusters: Sequence[Cluster],
    chart: FaceChart,
    lifts: Collection[float],
    apart: Container[int] = (),
    known: Sequence[Known] = (),
) -> list[Like]:
    """For each cluster which known or earlier one it is like, itself when there is none, and when
    it stands `apart`. `lifts` are mm over the face of all that is looked at: the face itself,
    heads and tops."""
    before = [(looks(own.cluster), own) for own in known]
    groups: dict[Hashable, list[int]] = {look: [] for look, _ in before}
    for n, cluster in enumerate(clusters):
        if n not in apart:
            groups.setdefault(looks(cluster), []).append(n)
    found = {n: Like(n, *STAYS) for n in range(len(clusters))}
    for k, (look, own) in enumerate(before):
        moved = _motions(k - len(known), own, groups[look], clusters, chart, lifts)
        found.update(moved)
        groups[look] = [n for n in groups[look] if n not in moved]
    for members in groups.values():
        left = members
        while len(left) > 1:
            first, rest = left[0], left[1:]
            moved = _motions(first, _Laid(clusters[first], chart), rest, clusters, chart, lifts)
            found.update(moved)
            left = [n for n in rest if n not in moved]
    return [found[n] for n in range(len(clusters))]


def looks(cluster: Cluster) -> Hashable:
    """What clusters that are alike have in common."""
    base = cluster.loops[0].foot[0][0]
    rough = []
    for (n, c), loop in zip(cluster.parts, cluster.loops, strict=True):
        starts = np.array([poles[0] for poles in loop.foot]) - base
        far = np.round(np.linalg.norm(starts, axis=1) / ROUGHLY).astype(int)
        degrees = tuple(len(poles) for poles in (*loop.foot, *loop.uv))
        place = cluster.regions.index(n), c
        rough.append((place, degrees, loop.codes.tobytes(), far.tobytes(), loop.head_uv is None))
    return cluster.tops, tuple(rough)


def _motions(
    first: int,
    known: Known,
    rest: Sequence[int],
    clusters: Sequence[Cluster],
    chart: FaceChart,
    lifts: Collection[float],
) -> dict[int, Like]:
    """Those of the rest that a rigid motion of the known one's curves makes, which they know as the
    `first`."""
    if not rest:
        return {}
    own = _poles(known.cluster)
    others = np.stack([_poles(clusters[n]) for n in rest])
    turns, shifts = rigid(own, others)
    strays = np.abs(own @ turns.transpose(0, 2, 1) + shifts[:, None] - others).max(axis=(1, 2))
    near = np.flatnonzero(strays <= SAME_CURVE)
    if not len(near):  # as on a freeform face
        return {}
    rest = [rest[k] for k in near.tolist()]
    turns, shifts, strays = turns[near], shifts[near], strays[near]
    own_flat = _control(known.cluster)
    flat = np.stack([_control(clusters[n]) for n in rest])
    flat_turns, flat_shifts = rigid(own_flat, flat)
    low, high = own_flat.min(axis=0), own_flat.max(axis=0)
    sides = [np.linspace(a, b, BOX_POINTS) for a, b in zip(low, high, strict=True)]
    grid = np.stack(np.meshgrid(*sides), axis=-1).reshape(-1, 2)
    there = grid @ flat_turns.transpose(0, 2, 1) + flat_shifts[:, None]
    for at in lifts:
        here = known.chart.to_space(grid, at)
        off = here @ turns.transpose(0, 2, 1) + shifts[:, None] - chart.to_space(there, at)
        strays = np.maximum(strays, np.abs(off).max(axis=(1, 2)))
    return {
        n: Like(first, turn, shift)
        for n, turn, shift, stray in zip(rest, turns, shifts, strays, strict=True)
        if stray <= SAME_CURVE  # nothing that is not a number is
    }


def _poles(cluster: Cluster) -> Array:
    loops = cluster.loops
    between = [own for loop in loops for own in loop.mids]
    return np.concatenate(
        [
            *(p for loop in loops for p in (*loop.foot, *loop.head)),
            *(p for own in between for p in own),
        ]
    )


def _control(cluster: Cluster) -> Array:
    return np.concatenate([o.beziers.reshape(-1, 2) for o in cluster.outlines])


def rigid(points: Array, others: Array) -> tuple[Array, Array]:
    """The rotations, (k, d, d), and shifts, (k, d), that bring points, (n, d), nearest to others,
    (k, n, d). (Kabsch, Acta Cryst. A32, 1976.)"""
    middle, middles = points.mean(axis=0), others.mean(axis=1)
    spread = np.einsum("ni,knj->kij", points - middle, others - middles[:, None])
    u, _, vt = np.linalg.svd(spread)
    mirrored = np.linalg.det(u @ vt) < 0.0
    vt[mirrored, -1] *= -1.0
    turns = vt.transpose(0, 2, 1) @ u.transpose(0, 2, 1)
    return turns, middles - turns @ middle
