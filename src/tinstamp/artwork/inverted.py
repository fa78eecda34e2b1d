"""What is about artwork instead of the artwork: a field with the ink left out of it."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import nest
from tinstamp.artwork.shapes import rounded_rectangle


@dataclass(frozen=True)
class Field:
    """A rectangle about artwork: mm from the ink, and the radius of its corners."""

    margin: float
    corner: float


def inverted(artwork: Artwork, field: Field) -> Artwork:
    """The field without the ink: a region with the letters as its counters, and what lies bare
    within the ink, such as the middles of letters, each by itself."""
    if not artwork.regions:
        return artwork
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    wide, high = high_x - low_x + 2 * field.margin, high_y - low_y + 2 * field.margin
    corner = min(field.corner, wide / 2, high / 2)
    middle = np.array([(low_x + high_x) / 2, (low_y + high_y) / 2])
    outer = rounded_rectangle(wide, high, corner).transformed(np.eye(2), middle)
    ink = [outline for region in artwork.regions for outline in region.outlines]
    return replace(artwork, regions=tuple(nest([outer, *ink])))
