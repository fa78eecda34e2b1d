"""Many rings of numbered corners, looked at all at once. NumPy only."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array

FLAT = 1e-12
"""mm² that a ring may turn back by at a corner and count as convex"""


@dataclass(frozen=True)
class Rings:
    """Rings one after the other.

    Attributes
    ----------
    here, after : (m,) the numbers of their corners, and of those that follow. starts, counts :
        (n,) where each ring begins among those, and how many corners it has. owner : (m,) whose
        each corner is.
    """

    here: NDArray[np.int64]
    after: NDArray[np.int64]
    starts: NDArray[np.int64]
    counts: NDArray[np.int64]
    owner: NDArray[np.int64]

    @classmethod
    def of(cls, rings: Sequence[Sequence[int]]) -> Rings:
        """None of them empty."""
        counts = np.array([len(ring) for ring in rings], dtype=np.int64)
        starts = np.cumsum(counts) - counts
        here = np.array([n for ring in rings for n in ring], dtype=np.int64)
        after = np.array([n for ring in rings for n in (*ring[1:], ring[0])], dtype=np.int64)
        return cls(here, after, starts, counts, np.repeat(np.arange(len(counts)), counts))

    def __len__(self) -> int:
        return len(self.counts)

    def normals(self, points: Array) -> tuple[Array, Array]:
        """Of planes through rings of points in space, (k, 3): a point, (n, 3), and the normal,
        (n, 3), as long as twice the ring's area, by Newell's formula (any text on computer
        graphics)."""
        middles = np.add.reduceat(points[self.here], self.starts) / self.counts[:, None]
        from_middle = middles[self.owner]
        turns = np.cross(points[self.here] - from_middle, points[self.after] - from_middle)
        return middles, np.add.reduceat(turns, self.starts)

    def convex(self, xy: Array) -> NDArray[np.bool_]:
        """Which rings of points, (k, 2), counter-clockwise and clear of themselves, are convex."""
        side = xy[self.after] - xy[self.here]
        before = side[self._before]
        turns = before[:, 0] * side[:, 1] - before[:, 1] * side[:, 0]
        return np.asarray(np.minimum.reduceat(turns, self.starts) > -FLAT)

    def fans(self, which: NDArray[np.bool_]) -> NDArray[np.int64]:
        """Some of the rings in triangles about their first corners, (t, 3) numbers of corners."""
        parts = np.where(which, self.counts - 2, 0)
        begin = np.repeat(self.starts, parts)
        step = np.arange(int(parts.sum())) - np.repeat(np.cumsum(parts) - parts, parts)
        ends = begin + step
        return np.stack([self.here[begin], self.here[ends + 1], self.here[ends + 2]], axis=1)

    @property
    def _before(self) -> NDArray[np.int64]:
        """Where the side before each stands."""
        found = np.arange(len(self.here)) - 1
        found[self.starts] = self.starts + self.counts - 1
        return found
