"""What bounds one block of an imprint, where it is set down: its cap and walls, and the piece of
the face that they stand for."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property

import numpy as np
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import Array, compound
from tinstamp.blank.patches import Patches, Trimmed, together, within_reach
from tinstamp.relief.crossable import Crossable

KEPT_CLEAR = 1e-3
"""mm that a stamp keeps from all faces but its own"""
MOST_PIECES = 2.0
"""Pieces of a spline that a patch may be long from corner to corner, for it to tell."""
ASLANT = (0.4137, -0.2713, 0.8692)
"""A direction in which lines run along no edge but by chance."""


class Sheets:
    """New faces, of which others are to keep clear."""

    def __init__(self, faces: Sequence[TopoDS_Face]) -> None:
        self.faces = tuple(faces)

    @cached_property
    def _trims(self) -> tuple[Trimmed, ...]:
        return tuple(map(Trimmed, self.faces))

    @cached_property
    def _first(self) -> Patches:
        return together([one.patches(k) for k, one in enumerate(self._trims)])

    def touches(self, other: Trimmed) -> bool:
        """True when it comes to a face, as the kernel measures those of its own whose patches do
        not tell: a ring has hundreds."""
        near = set(within_reach(self._first, self._trims, other, KEPT_CLEAR))
        # a cap may go up and down within a patch
        spans = np.array([one.span for one in self._trims])[self._first.owner]
        near |= set(self._first.owner[self._first.sizes > MOST_PIECES * spans].tolist())
        if not near:
            return False
        faces = compound([self.faces[k] for k in sorted(near)])
        apart = BRepExtrema_DistShapeShape(faces, other.face)
        return not apart.IsDone() or apart.Value() < KEPT_CLEAR


class Shell(Sheets):
    """The faces of a block, `removed` closing them."""

    def __init__(self, faces: Sequence[TopoDS_Face], removed: TopoDS_Face) -> None:
        super().__init__(faces)
        self.removed = removed

    @cached_property
    def _boxes(self) -> Array:
        return boxes_of([*self.faces, self.removed])

    def holds(self, patches: Patches) -> bool:
        """True when a face that it is clear of, of which these are patches, lies within it."""
        if not len(patches.off):
            return False
        spot, way = patches.points[0, 4], np.array(ASLANT) / np.linalg.norm(ASLANT)
        far = 2.0 * float(np.linalg.norm(self._boxes[:, 1].max(axis=0) - spot)) + 1e3
        met = crossed(self._boxes, (spot - far * way)[None], (spot + far * way)[None])[:, 0]
        hull = (*self.faces, self.removed)
        hits = [hit for k in np.flatnonzero(met).tolist()
                for hit in Crossable(hull[k]).crossings(spot, way, far)]  # fmt: skip
        return sum(hit > 0.0 for hit in hits) % 2 == 1
