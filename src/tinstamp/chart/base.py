"""What every chart offers: the mathematics between a sheet and a face.

Terms
-----
sheet   the face laid out flat at true size, mm, x to the right and y up for someone who
        looks at the face from its free side.
uv      the parameters of the face's own surface, as the kernel has them.
lift    distance from the face along its outward normal (away from the material), mm.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from enum import IntEnum

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Outline

Array = NDArray[np.float64]


class Straight(IntEnum):
    """What a straight piece of artwork becomes on the face."""

    FREE = 0
    LINE = 1
    CIRCLE = 2


@dataclass(frozen=True)
class Chart(ABC):
    """Between the sheet and one face.

    Attributes
    ----------
    outline : the face on the sheet: outer loops counter-clockwise, holes clockwise.
    """

    outline: tuple[Outline, ...]

    @property
    @abstractmethod
    def kind(self) -> str:
        """The face's shape in a plain word: flat, cylinder …"""

    @property
    def girth(self) -> float | None:
        """Length round a closed face, mm; None when the face is open."""
        return None

    @property
    def bounds(self) -> Array:
        """(4,) least x, least y, greatest x, greatest y of the sheet, mm."""
        boxes = np.stack([outline.bounds for outline in self.outline])
        return np.concatenate([boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)])

    @property
    @abstractmethod
    def mirrored(self) -> bool:
        """True when uv runs the other way round than the sheet."""

    @property
    @abstractmethod
    def max_span(self) -> float:
        """Longest piece along x, mm, that one polynomial piece may cover."""

    @abstractmethod
    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        """Sheet (..., 2) to space (..., 3)."""

    @abstractmethod
    def normal(self, xy: Array) -> Array:
        """Outward unit normals (..., 3) at sheet points (..., 2)."""

    @abstractmethod
    def from_space(self, points: Array) -> Array:
        """The sheet point (..., 2) nearest to each point in space (..., 3)."""

    @abstractmethod
    def to_uv(self, xy: Array) -> Array:
        """Sheet (..., 2) to surface parameters (..., 2), continuous across the seam."""

    @abstractmethod
    def curvature(self) -> tuple[float, float]:
        """Mean and Gaussian curvature, 1/mm and 1/mm², positive mean where the
        material bulges outwards."""

    @abstractmethod
    def straight(self, beziers: Array) -> NDArray[np.int_]:
        """For straight pieces (n, 4, 2): the `Straight` code of each on the face."""

    def relief_volume(self, area: float, depth: float) -> float:
        """Signed volume between the face and its offset at `depth` over `area`, mm³.

        Positive depth is outwards. Steiner's formula for parallel surfaces:
        A (d + H d² + K d³ / 3), with H and K constant over the face.
        """
        mean, gauss = self.curvature()
        return area * (depth + mean * depth**2 + gauss * depth**3 / 3.0)

    def volume_under_cap(self, cap_area: float, depth: float) -> float:
        """The same from the area of the offset surface, mm²: parallel surfaces'
        areas are in the ratio 1 + 2 H d + K d² (Steiner)."""
        mean, gauss = self.curvature()
        ratio = 1.0 + 2.0 * mean * depth + gauss * depth**2
        return self.relief_volume(cap_area / ratio, depth)
