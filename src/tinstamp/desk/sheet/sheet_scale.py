"""Between the sheet, in mm, and the pixels that show it."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from PySide6.QtCore import QPointF

from tinstamp.artwork.outline import Array

FARTHEST, NEAREST = 0.05, 2000.0
"""px for a mm: the least and the most that a sheet is shown at."""


@dataclass(frozen=True)
class Scale:
    """Between sheet mm (y up) and pixels (y down).

    Attributes
    ----------
    per_mm : px for a mm. x0, y0 : px of the sheet's (0, 0).
    turn : degrees that the sheet is turned by as it is looked at, counter-clockwise.
    """

    per_mm: float
    x0: float
    y0: float
    turn: float = 0.0

    @property
    def matrix(self) -> Array:
        """(2, 2): from mm to pixels, without the shift."""
        c, s = _turning(self.turn)
        return self.per_mm * np.array([[c, -s], [-s, -c]])

    def pixels(self, points: Array) -> Array:
        """(..., 2) pixels of points (..., 2), mm."""
        return points @ self.matrix.T + [self.x0, self.y0]

    def to_pixel(self, x: float, y: float) -> QPointF:
        c, s = _turning(self.turn)
        return QPointF(
            self.x0 + (c * x - s * y) * self.per_mm, self.y0 - (s * x + c * y) * self.per_mm
        )

    def to_sheet(self, spot: QPointF) -> Array:
        x, y = (spot.x() - self.x0) / self.per_mm, (self.y0 - spot.y()) / self.per_mm
        return self.on_sheet(np.array([x, y]))

    def on_sheet(self, way: Array) -> Array:
        """A way (2,), mm to the right and upwards as it is looked at, on the sheet."""
        c, s = _turning(self.turn)
        return np.array([c * way[0] + s * way[1], c * way[1] - s * way[0]])

    def shifted(self, by: QPointF) -> Scale:
        return replace(self, x0=self.x0 + by.x(), y0=self.y0 + by.y())

    def zoomed(self, at: QPointF, factor: float) -> Scale:
        factor = float(np.clip(self.per_mm * factor, FARTHEST, NEAREST) / self.per_mm)
        x0 = at.x() - (at.x() - self.x0) * factor
        y0 = at.y() - (at.y() - self.y0) * factor
        return replace(self, per_mm=self.per_mm * factor, x0=x0, y0=y0)


def _turning(degrees: float) -> tuple[float, float]:
    """Cosine and sine; whole ones for quarter turns, so that what is level stays level."""
    if degrees % 90.0 == 0.0:
        return ((1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0))[int(degrees // 90) % 4]
    return float(np.cos(np.radians(degrees))), float(np.sin(np.radians(degrees)))


@dataclass(frozen=True)
class Room:
    """The pane that a sheet is shown in: px wide and high, and what is kept free at its sides,
    above and below, for rulers and words."""

    width: float
    height: float
    side: float
    above: float
    below: float

    @property
    def inner(self) -> Array:
        """(2,) px that are left."""
        wide, high = self.width - 2 * self.side, self.height - self.above - self.below
        return np.maximum([wide, high], 20.0)

    @property
    def middle(self) -> Array:
        """(2,) px of the middle of it."""
        return np.array([self.width / 2, self.above + self.inner[1] / 2])


def turned_box(bounds: Array, turn: float) -> Array:
    """(4,) the box about a box of the sheet, mm, as it is looked at turned by degrees."""
    low, high = np.array(bounds[:2]), np.array(bounds[2:])
    corners = np.array([low, [high[0], low[1]], high, [low[0], high[1]]])
    c, s = _turning(turn)
    seen = corners @ np.array([[c, -s], [s, c]]).T
    return np.concatenate([seen.min(axis=0), seen.max(axis=0)])


def fitted(bounds: Array, room: Room, turn: float = 0.0) -> Scale:
    """All of a box of the sheet in a pane, centred."""
    seen = turned_box(bounds, turn)
    size = np.maximum(seen[2:] - seen[:2], 1e-9)
    return _centred((seen[:2] + seen[2:]) / 2, float((room.inner / size).min()), room, turn)


def _centred(middle: Array, per_mm: float, room: Room, turn: float) -> Scale:
    """A scale that shows a place, in mm as it is looked at, in the middle of a pane."""
    x0, y0 = room.middle + per_mm * middle * [-1.0, 1.0]
    return Scale(per_mm, float(x0), float(y0), turn)


def about_ink(ink: Array, face: Array, room: Room, turn: float = 0.0) -> Scale:
    """Artwork as near as it may be looked at with edges of its face in sight.

    Parameters
    ----------
    ink : (4,) the box of the artwork on the sheet, with the room about it that is wanted, mm.
    face : (4,) that of the face. turn : as the sheet is looked at.

    All of the artwork is in sight, and both edges of the face in the direction in which they lie
    nearer to each other for the shape of the pane; what is free beyond the face is cut off, and ink
    that hangs over it stays in sight.
    """
    seen_ink, seen_face = turned_box(ink, turn), turned_box(face, turn)
    inner = room.inner
    size_ink = np.maximum(seen_ink[2:] - seen_ink[:2], 1e-9)
    size_face = np.maximum(seen_face[2:] - seen_face[:2], 1e-9)
    near = float((inner / size_ink).min())
    per_mm = min(near, float((inner / size_face).max()))
    shown = inner / per_mm
    low = np.minimum(seen_face[:2], seen_ink[:2])
    high = np.maximum(seen_face[2:], seen_ink[2:])
    middle = (seen_ink[:2] + seen_ink[2:]) / 2
    free = (high - low) - shown
    held = np.clip(middle, low + shown / 2, high - shown / 2)
    middle = np.where(free > 0, held, (low + high) / 2)
    return _centred(middle, per_mm, room, turn)
