"""Plain outlines: circle and rectangle."""

from __future__ import annotations

import numpy as np

from tinstamp.artwork.outline import Outline, polygon

PIECES = 16
"""Cubic pieces of a circle; 16 stray less than 1e-7 of the radius."""


def circle(radius: float, clockwise: bool = False) -> Outline:
    """A circle about the origin, counter-clockwise unless asked otherwise, mm."""
    angles = 2.0 * np.pi * np.arange(PIECES + 1) / PIECES
    reach = 4.0 / 3.0 * np.tan(np.pi / PIECES / 2.0)
    on = radius * np.stack([np.cos(angles), np.sin(angles)], axis=-1)
    along = radius * reach * np.stack([-np.sin(angles), np.cos(angles)], axis=-1)
    on[-1] = on[0]
    beziers = np.stack([on[:-1], on[:-1] + along[:-1], on[1:] - along[1:], on[1:]], axis=1)
    outline = Outline(beziers, np.zeros(PIECES, dtype=bool))
    return outline.reversed() if clockwise else outline


def rectangle(width: float, height: float) -> Outline:
    """A rectangle about the origin, counter-clockwise, mm."""
    x, y = width / 2.0, height / 2.0
    return polygon([(-x, -y), (x, -y), (x, y), (-x, y)])
