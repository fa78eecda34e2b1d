"""Pictures of what a machine makes, in its own colours."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

Array = NDArray[np.float64]
WIDE, HIGH, EDGE = 720, 480, 16
"""px of a picture, and left free about what is drawn."""


@dataclass(frozen=True)
class Frame:
    """From mm to the px of a picture, y upwards in mm."""

    low: Array
    scale: float
    shift: Array

    @classmethod
    def about(cls, low: Array, high: Array) -> Frame:
        """What holds a box."""
        size = np.maximum(high - low, 1e-6)
        scale = float(min((WIDE - 2 * EDGE) / size[0], (HIGH - 2 * EDGE) / size[1]))
        left = (np.array([WIDE, HIGH]) - size * scale) / 2
        return cls(low, scale, left)

    def px(self, points: Array) -> list[tuple[float, float]]:
        """Points (n, 2) mm."""
        found = (points - self.low) * self.scale + self.shift
        return [(float(x), HIGH - float(y)) for x, y in found]


def blank(colour: str) -> tuple[Image.Image, ImageDraw.ImageDraw]:
    """An empty picture and what draws on it."""
    image = Image.new("RGB", (WIDE, HIGH), colour)
    return image, ImageDraw.Draw(image)
