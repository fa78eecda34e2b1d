"""How the sheet of a face about an axis turns: what places in degrees, copies all round and
rulers ask of it."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Motion:
    """A rigid motion of a sheet: p becomes matrix @ p + shift; (2, 2) and (2,) mm."""

    matrix: Array
    shift: Array

    def __call__(self, xy: Array) -> Array:
        """Points (..., 2) moved."""
        return xy @ self.matrix.T + self.shift


STILL = Motion(np.eye(2), np.zeros(2))


class Turns(ABC):
    """The sheet of a face about an axis, as angles and heights.

    Angles are degrees from the front and grow with x; heights are mm above the lower rim,
    along the face.
    """

    @property
    def girth(self) -> float | None:
        """Length round a closed face that is everywhere the same, mm; else None."""
        return None

    @property
    def reach(self) -> float:
        """Degrees to either side of a place that the sheet shows without covering itself."""
        return 180.0

    @abstractmethod
    def way_round(self, xy: Array) -> float:
        """Length of the way round the whole turn through a sheet point (2,), mm."""

    @abstractmethod
    def degrees(self, xy: Array) -> Array:
        """Angles (...,) of sheet points (..., 2)."""

    @abstractmethod
    def unrolled(self, xy: Array) -> Array:
        """Sheet points (..., 2) as angles and heights (..., 2)."""

    @abstractmethod
    def rolled(self, turned: Array) -> Array:
        """The reverse of `unrolled`, for any number of turns."""

    @abstractmethod
    def turned(self, degrees: float) -> Motion:
        """Where the sheet comes to lie that many degrees further on."""

    def lap(self, count: int) -> Motion:
        """Where the sheet comes to lie `count` turns further on."""
        return self.turned(360.0 * count)
