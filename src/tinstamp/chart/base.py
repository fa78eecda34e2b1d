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
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import IntEnum

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Outline, Region
from tinstamp.chart.frame import Frame
from tinstamp.chart.plain_surface import PlainSurface
from tinstamp.chart.surface import Surface
from tinstamp.chart.turns import STILL, Motion, Turns

Array = NDArray[np.float64]
SLOPE_STEP = 1e-4
"""mm; half the stretch of the sheet over which a map is differentiated."""


class SheetError(ValueError):
    """A face that cannot be laid out as it is asked; the message is for the designer."""


Start = tuple[float, float | None]
"""Where u and v begin on a face that closes; None where it has no seam."""


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
    frame : of the face; the axis of a round one is its z.
    """

    outline: tuple[Outline, ...]
    frame: Frame

    @property
    @abstractmethod
    def kind(self) -> str:
        """The face's shape in a plain word: flat, cylinder …"""

    @property
    def turns(self) -> Turns | None:
        """How the sheet turns about the face's axis; None for a face without one."""
        return None

    @property
    def all_round(self) -> Turns | None:
        """The same of a face that runs all the way round its axis; None for any other."""
        return None

    @property
    def closed(self) -> bool:
        """True when the face runs all the way round its axis."""
        return self.all_round is not None

    def laps(self, count: int) -> list[Motion]:
        """Where the sheet of a face that runs all round comes to lie after up to `count` turns
        either way; where it is, for any other."""
        around = self.all_round
        return [STILL] if around is None else [around.lap(k) for k in range(-count, count + 1)]

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        """The sheet point (2,) of a place and the angle that upright has there, degrees.

        `across` is in mm, or degrees from the front. Raises ValueError for an angle on a
        face without an axis.
        """
        if degrees:
            raise ValueError("a flat face has no way round: give a length, such as 5 mm")
        return np.array([across, up]), 0.0

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        """The reverse of `spot`: across and up of a sheet point."""
        return float(xy[0]), float(xy[1])

    @abstractmethod
    def moved(self, by: Frame) -> Chart:
        """The chart of the face moved with the part, from the origin to a frame."""

    @property
    def bounds(self) -> Array:
        """(4,) least x, least y, greatest x, greatest y of the sheet, mm."""
        boxes = np.stack([outline.bounds for outline in self.outline])
        return np.concatenate([boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)])

    @abstractmethod
    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        """Sheet (..., 2) to space (..., 3)."""

    def lifter(self, xy: Array) -> Callable[[float], Array]:
        """`to_space` of the same sheet points at one lift after another."""
        return lambda lift: self.to_space(xy, lift)

    @abstractmethod
    def normal(self, xy: Array) -> Array:
        """Outward unit normals (..., 3) at sheet points (..., 2)."""

    @abstractmethod
    def from_space(self, points: Array) -> Array:
        """The sheet point (..., 2) nearest to each point in space (..., 3)."""

    @property
    def affine(self) -> bool:
        """True when uv is an affine function of the sheet."""
        return True

    @property
    def fineness(self) -> float:
        """mm that curves fitted on the face may stray: a tenth of the kernel's own tolerance
        where that can be had."""
        return 1e-8

    @abstractmethod
    def curvature(self) -> tuple[float, float]:
        """Mean and Gaussian curvature, 1/mm and 1/mm², positive mean where the
        material bulges outwards."""

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        """Mean and Gaussian curvature at sheet points (..., 2): (...,) each."""
        mean, gauss = self.curvature()
        shape = np.asarray(xy).shape[:-1]
        return np.full(shape, mean), np.full(shape, gauss)

    def jacobian(self, xy: Array) -> Array:
        """(..., 3, 2): how space moves with the sheet, without a unit."""
        return Chart.moves(self, xy, 0.0)

    def moves(self, xy: Array, lift: float) -> Array:
        """The same `lift` mm off the face."""
        xy, steps = np.asarray(xy, dtype=float), SLOPE_STEP * np.eye(2)
        sides = [self.to_space(xy + d, lift) - self.to_space(xy - d, lift) for d in steps]
        return np.stack(sides, axis=-1) / (2.0 * SLOPE_STEP)

    @property
    def draft(self) -> Chart:
        """The same chart for the eye, which may be a thousandth of a mm off to be quicker."""
        return self

    @property
    def projected(self) -> bool:
        """True when artwork is cast onto the face."""
        return False

    @property
    def exact(self) -> bool:
        """True when it keeps all lengths and angles."""
        return True

    @property
    def evenly_curved(self) -> bool:
        """True when `curvature` is the same all over the face."""
        return True

    def bending(self, regions: Sequence[Region]) -> tuple[float, float]:
        """Integrals of the mean and the Gaussian curvature over regions, mm and plain."""
        mean, gauss = self.curvature()
        area = sum(region.area for region in regions)
        return mean * area, gauss * area

    def relief_volume(self, regions: Sequence[Region], depth: float) -> float:
        """Signed volume between the regions on the face and its offset at `depth`, mm³.

        Positive depth is outwards. Steiner's formula for parallel surfaces: the integral
        of d + H d² + K d³ / 3 with H and K the mean and Gaussian curvature.
        """
        mean, gauss = self.bending(regions)
        area = sum(region.area for region in regions)
        return area * depth + mean * depth**2 + gauss * depth**3 / 3.0

    def volume_under_cap(self, cap_area: float, depth: float) -> float:
        """The same on an evenly curved face from the area of the offset surface, mm²:
        parallel surfaces' areas are in the ratio 1 + 2 H d + K d² (Steiner)."""
        mean, gauss = self.curvature()
        area = cap_area / (1.0 + 2.0 * mean * depth + gauss * depth**2)
        return area * (depth + mean * depth**2 + gauss * depth**3 / 3.0)

    def room(self, points: Array) -> float:
        """How far outwards a tool over sheet points (n, 2) may reach, mm: in a bore not past the
        axis, in a hollow not past the centre of its curvature."""
        return float("inf")

    @property
    def measures(self) -> dict[str, float]:
        """For formulas, mm or degrees, by name."""
        low_x, low_y, high_x, high_y = map(float, self.bounds)
        return {"face_width": high_x - low_x, "face_height": high_y - low_y}


@dataclass(frozen=True)
class FaceChart(Chart):
    """A chart of one face, which knows the parameters of the face's own surface."""

    @property
    @abstractmethod
    def mirrored(self) -> bool:
        """True when uv runs the other way round than the sheet."""

    @property
    @abstractmethod
    def max_span(self) -> float:
        """Longest piece along x, mm, that one polynomial piece may cover."""

    def uv_and_lifter(self, xy: Array) -> tuple[Array, Callable[[float], Array]]:
        """(u, v) of sheet points, and `lifter` of them."""
        return self.to_uv(xy), self.lifter(xy)

    def uv_lifter(self, uv: Array) -> Callable[[float], Array]:
        """The same from surface parameters."""
        return self.lifter(self.from_uv(uv))

    @abstractmethod
    def to_uv(self, xy: Array) -> Array:
        """Sheet (..., 2) to surface parameters (..., 2), continuous across the seam."""

    @abstractmethod
    def from_uv(self, uv: Array) -> Array:
        """Surface parameters (..., 2) to the sheet, continuous likewise."""

    def on_face(self, xy: Array) -> tuple[Array, Array]:
        """Points of the sheet in space and in surface parameters."""
        return self.to_space(xy), self.to_uv(xy)

    @property
    def period(self) -> float:
        """How far one turn of a closed face is in u."""
        return 2.0 * np.pi

    @property
    def rounds(self) -> tuple[float | None, float | None]:
        """How far once round is in u and in v; None where the face does not close that way."""
        return (self.period if self.closed else None), None

    @property
    def creases(self) -> tuple[Array, Array]:
        """u and v of the lines at which the curvature of the face jumps."""
        return np.zeros(0), np.zeros(0)

    @property
    def breaks(self) -> tuple[Array, Array]:
        """u and v of the lines between which the face is smooth."""
        return np.zeros(0), np.zeros(0)

    @property
    def own_start(self) -> Start | None:
        """Where (u, v) begin on a surface that goes round only once; None for any other."""
        return None

    @abstractmethod
    def straight(self, beziers: Array) -> NDArray[np.int_]:
        """For straight pieces (n, 4, 2): the `Straight` code of each on the face."""

    @property
    def ground(self) -> FaceChart:
        """The chart that is made on the face's own surface: this one, unless it looks at
        the face in another way, as a projection does."""
        return self

    @property
    def own_surface(self) -> bool:
        """True where (u, v) are those of another surface than the face has in the part."""
        return False

    def towards(self, xy: Array) -> FaceChart:
        """The chart best taken for artwork about a sheet point."""
        return self

    def again(self, home: FaceChart) -> FaceChart:
        """This chart made anew from the face's own one, which may have changed its seam."""
        return home

    @abstractmethod
    def moved(self, by: Frame) -> FaceChart:
        """The chart of the face moved with the part, from the origin to a frame."""

    @property
    def form(self) -> tuple[PlainSurface | Surface, Frame]:
        """A surface of the face's shape on which (u, v) are plainest (the sheet of a plane,
        angle and height of a cylinder, angle and slant of a cone), and the frame it lies in.

        Raises TypeError for a view, whose surface is that of the chart beneath.
        """
        raise TypeError(f"{type(self).__name__} has no surface of its own")

    def on_own_surface(self, xy: Array) -> FaceChart:
        """The same chart on a surface of its own (`form`), with its seam opposite a sheet
        point."""
        return self
