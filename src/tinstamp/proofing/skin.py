"""What a stamp made of a finished part, as places with a normal and an area."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array


@dataclass(frozen=True, eq=False)
class Skin:
    """Places all over a stamp's walls, caps and floors.

    Attributes
    ----------
    points : (n, 3) mm. normals : (n, 3) unit, outwards. areas : (n,) mm², what each stands for.
    """

    points: Array
    normals: Array
    areas: Array

    def drafts(self, pull: Array) -> Array:
        """(n,) degrees by which it leans towards a pull, a unit direction; 90° square to it, less
        than nothing where a mould is caught behind it."""
        return np.asarray(np.degrees(np.arcsin(np.clip(self.normals @ pull, -1.0, 1.0))))
