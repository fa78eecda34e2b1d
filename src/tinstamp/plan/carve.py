"""Ink that is carved by a V to the middle of its strokes: how deep that goes."""

from __future__ import annotations

import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.kept import Kept
from tinstamp.setting.fit import ink

WITHIN = 1e-3
"""mm that half the greatest width of strokes is known to"""
_reaches: Kept[float] = Kept(64)


def half_width(artwork: Artwork) -> float:
    """Half the width of the widest stroke, mm, and no less: the radius of the largest circle within
    the ink; 0 without ink."""

    def work() -> float:
        shapes = [shape for shape in ink(artwork.regions, 24) if shape.is_valid]
        circles = [shapely.maximum_inscribed_circle(shape, tolerance=WITHIN) for shape in shapes]
        return max((circle.length for circle in circles), default=0.0) + WITHIN

    return _reaches.get(artwork, (), work)
