"""What is about artwork instead of the artwork: a field with the ink left out of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Outline, Region, nest
from tinstamp.artwork.shapes import rounded_rectangle
from tinstamp.artwork.tidy import LINES_NEARER, outlines_of, quarter

FOLLOWED = 1e-3
"""mm that a line round ink may stray"""


@dataclass(frozen=True)
class Field:
    """What is about artwork.

    Attributes
    ----------
    margin : mm from the ink, or of one that goes as far as the `edges` of its face from those.
    corner : the radius of its corners, mm.
    """

    margin: float
    corner: float
    shape: Literal["rectangle", "contour", "edges"] = "rectangle"


def inverted(artwork: Artwork, field: Field) -> Artwork:
    """The field without the ink: a region with the letters as its counters, and what lies bare
    within the ink, such as the middles of letters, each by itself. One that goes as far as the
    edges of its face is known only there: the ink is left as it is."""
    if not artwork.regions or field.shape == "edges":
        return artwork
    if field.shape == "contour":
        return replace(artwork, regions=_round_about(artwork, field.margin))
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    wide, high = high_x - low_x + 2 * field.margin, high_y - low_y + 2 * field.margin
    corner = min(field.corner, wide / 2, high / 2)
    middle = np.array([(low_x + high_x) / 2, (low_y + high_y) / 2])
    outer = rounded_rectangle(wide, high, corner).transformed(np.eye(2), middle)
    return replace(artwork, regions=tuple(about([outer], artwork.regions)))


def _round_about(artwork: Artwork, margin: float) -> tuple[Region, ...]:
    """All within a margin of the ink, and what that encloses, without the ink."""
    ink = [
        shapely.Polygon(region.outer.fine(FOLLOWED / LINES_NEARER)) for region in artwork.regions
    ]
    around = shapely.union_all(ink).buffer(margin, quad_segs=quarter(margin, FOLLOWED))
    filled = shapely.union_all([shapely.Polygon(x.exterior) for x in shapely.get_parts(around)])
    return tuple(about(outlines_of(filled, FOLLOWED), artwork.regions))


def about(outer: Sequence[Outline], ink: Sequence[Region]) -> list[Region]:
    """What lies within outlines and not on the ink; it knows which letters stand in it."""
    letters = {_known(region.outer): region.letters for region in ink}
    return [
        replace(field, standing=tuple(letters.get(_known(c), ()) for c in field.counters))
        for field in nest([*outer, *(outline for region in ink for outline in region.outlines)])
    ]


def _known(outline: Outline) -> tuple[float, ...]:
    """What tells an outline from others beside it, whichever way it runs."""
    points = outline.beziers.reshape(-1, 2)
    return (*points.min(axis=0).tolist(), *points.max(axis=0).tolist())
