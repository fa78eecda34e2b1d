"""What standards ask of a text's letters: height, strokes, proportions, spacing, style."""

from __future__ import annotations

from functools import lru_cache
from itertools import pairwise

import numpy as np
import shapely

from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.job.model import Text
from tinstamp.plan.planned import Planned
from tinstamp.proofing.strokes import widths_of
from tinstamp.setting.fit import ink

TRIED = 100.0
"""mm; height of the letters on which proportions are measured"""
BROADER = 1.25
"""Times as wide as its stem that a T is at its foot where it has serifs."""
LEANING = 2.0
"""Degrees by which a stem leans where letters are italic."""
BROADEST = 0.9
"""Part of all strokes of a text that are no broader than what is told as its stroke."""


def is_text(item: Planned) -> bool:
    """True for plain text, whose letters can be told apart."""
    return isinstance(item.stamp.artwork, Text) and item.art.about is None


def capitals(item: Planned) -> float:
    """Height of the smallest capitals, mm."""
    sizes = [item.art.artwork(f"styles.{k}.size") for k in range(len(item.stamp.artwork.styles))]  # type: ignore[union-attr]
    return item.artwork.cap_height * min([1.0, *sizes])


def stroke(item: Planned) -> float | None:
    """The breadth of the text's strokes, mm; None without any two sides that run alongside."""
    wide = widths_of(item.placed.regions)[0].wide
    return float(np.quantile(wide, BROADEST)) if len(wide) else None


def letter_gaps(item: Planned) -> list[float]:
    """Between the two nearest points of neighbours within a word, on the sheet, mm."""
    letters: dict[int, list[shapely.Polygon]] = {}
    for region, polygon in zip(item.placed.regions, ink(item.placed.regions), strict=False):
        for letter in region.letters:
            letters.setdefault(letter, []).append(polygon)
    text, found = item.art.text, []
    for a, b in pairwise(sorted(letters)):
        if b == a + 1 and not (text[a].isspace() or text[b].isspace()):
            one, other = shapely.union_all(letters[a]), shapely.union_all(letters[b])
            found.append(float(shapely.distance(one, other)))
    return found


@lru_cache(maxsize=64)
def box_of(font: FontData, letter: str) -> tuple[float, float]:
    """Width and height of a letter's ink at capitals of 100 mm."""
    low_x, low_y, high_x, high_y = _tried(font, letter).bounds.tolist()
    return high_x - low_x, high_y - low_y


def _tried(font: FontData, letter: str) -> shapely.MultiPolygon:
    regions = lay_text(TextSpec(letter, font, TRIED)).regions
    return _Polygons(ink(regions))


class _Polygons:
    """Polygons with their bounds and what a level line crosses."""

    def __init__(self, polygons: list[shapely.Polygon]) -> None:
        self.shape = shapely.union_all(polygons)

    @property
    def bounds(self) -> np.ndarray:
        """(4,) mm."""
        return np.asarray(self.shape.bounds)

    def across(self, part: float) -> tuple[float, float]:
        """Width and middle of the ink at a part of its height, mm."""
        low_x, low_y, high_x, high_y = self.bounds.tolist()
        y = low_y + part * (high_y - low_y)
        line = shapely.LineString([(low_x - 1, y), (high_x + 1, y)])
        x0, _, x1, _ = shapely.intersection(line, self.shape).bounds
        return float(x1 - x0), float(x0 + x1) / 2


@lru_cache(maxsize=64)
def has_serifs(font: FontData) -> bool:
    """True where the T stands on a foot broader than its stem."""
    letter = _tried(font, "T")
    return letter.across(0.03)[0] > BROADER * letter.across(0.5)[0]


def leaning(item: Planned) -> float:
    """Degrees by which stems lean to the right."""
    letter = _tried(item.art.font(), "T")
    (_, low), (_, high) = letter.across(0.1), letter.across(0.6)
    tall = 0.5 * float(letter.bounds[3] - letter.bounds[1])
    return float(np.degrees(np.arctan((high - low) / tall))) + item.art.artwork("slant")
