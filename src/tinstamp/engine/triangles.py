"""Triangles of a solid, as plain arrays: what is drawn."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray


@dataclass(frozen=True)
class Mesh:
    """Triangles with the face that each belongs to. Values, safe to pickle.

    Attributes
    ----------
    points : (n, 3) float32, mm; neighbouring faces do not share points.
    triangles : (m, 3) int32, counter-clockwise from outside.
    faces : (m,) int32 into `names`.
    names : names of faces.
    """

    points: NDArray[np.float32]
    triangles: NDArray[np.int32]
    faces: NDArray[np.int32]
    names: tuple[str, ...]
