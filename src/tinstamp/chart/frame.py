"""A right-handed frame in space: an origin and three unit directions."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Vector = tuple[float, float, float]


@dataclass(frozen=True)
class Frame:
    """Origin (mm) and the directions x, y; z is their cross product."""

    origin: Vector = (0.0, 0.0, 0.0)
    x: Vector = (1.0, 0.0, 0.0)
    y: Vector = (0.0, 1.0, 0.0)

    @property
    def z(self) -> Vector:
        (a, b, c), (d, e, f) = self.x, self.y
        return (b * f - c * e, c * d - a * f, a * e - b * d)

    @property
    def axes(self) -> Array:
        """(3, 3), a row each for x, y, z."""
        return np.array([self.x, self.y, self.z])

    def to_space(self, local: Array) -> Array:
        """Local coordinates (..., 3) to space."""
        return local @ self.axes + np.array(self.origin)

    def to_local(self, points: Array) -> Array:
        """Space (..., 3) to local coordinates."""
        return (points - np.array(self.origin)) @ self.axes.T

    def turned(self, degrees: float) -> Frame:
        """Turned about z."""
        angle = np.radians(degrees)
        x, y = np.array(self.x), np.array(self.y)
        a = np.cos(angle) * x + np.sin(angle) * y
        b = np.cos(angle) * y - np.sin(angle) * x
        return Frame(self.origin, (*map(float, a),), (*map(float, b),))  # type: ignore[arg-type]

    def within(self, by: Frame) -> Frame:
        """This frame carried along when the origin's own frame moves to `by`."""
        axes = by.axes
        origin = by.to_space(np.array(self.origin))
        x, y = np.array(self.x) @ axes, np.array(self.y) @ axes
        return Frame(tuple(map(float, origin)), tuple(map(float, x)), tuple(map(float, y)))  # type: ignore[arg-type]

    @property
    def flipped(self) -> Frame:
        """Seen from the other side: x stays, z and y turn round."""
        x, y, z = self.y
        return Frame(self.origin, self.x, (-x, -y, -z))
