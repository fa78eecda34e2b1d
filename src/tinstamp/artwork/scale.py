"""Scales: the marks of a ruler or a dial with their numerals, to lie straight or along a guide."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.outline import Region, bounds_of
from tinstamp.artwork.shapes import rectangle_between
from tinstamp.artwork.text import LetterInk, TextSpec, lay_text

MOST_MARKS = 3000
"""marks of a scale"""
LOST_IN_ROUNDING = 1e-9
"""Of a step: how far a scale's end may be from its last mark and still be one."""


class ScaleError(ValueError):
    """A scale that cannot be drawn; the message is for the designer."""


@dataclass(frozen=True)
class ScaleSpec:
    """All that decides a scale; lengths in mm.

    Attributes
    ----------
    first, last, step : what the marks stand for. apart : from mark to mark.
    ends : the last mark is made; without, it would fall on the first all the way round.
    longer : every so many marks is a long one. numbered : every so many has a numeral, 0 none.
    short, long, line : of marks. height : of numerals. gap : between a mark and its numeral.
    below : numerals stand below the marks. comma : the decimal sign.
    """

    first: float
    last: float
    step: float
    apart: float
    ends: bool
    longer: int
    numbered: int
    short: float
    long: float
    line: float
    font: FontData
    height: float
    gap: float
    below: bool
    comma: bool


def marks_of(first: float, last: float, step: float) -> int:
    """How many marks from first to last, both counted. Raises ScaleError."""
    if not step:
        raise ScaleError("a scale needs a step that is not 0")
    steps = (last - first) / step
    if steps < 0:
        raise ScaleError(f"a step of {step:g} does not lead from {first:g} to {last:g}")
    count = round(steps) if abs(steps - round(steps)) < LOST_IN_ROUNDING else int(steps)
    if count < 1:
        raise ScaleError(f"from {first:g} to {last:g} there is no room for a step of {step:g}")
    if count + 1 > MOST_MARKS:
        raise ScaleError(f"the scale would have {count + 1} marks; {MOST_MARKS} can be made")
    return count + 1


@lru_cache(maxsize=64)
def scale_inks(spec: ScaleSpec) -> tuple[LetterInk, ...]:
    """Every mark with its numeral, standing on the baseline, the first and the last mark as far
    from the origin. Raises ScaleError, FontError."""
    count = marks_of(spec.first, spec.last, spec.step)
    if spec.line >= spec.apart:
        raise ScaleError(f"marks {spec.line:g} mm wide run together: they stand {spec.apart:.3g} "
                         "mm apart")  # fmt: skip
    middle = (count - 1) * spec.apart / 2
    found = []
    for k in range(count if spec.ends else count - 1):
        x = k * spec.apart - middle
        tall = spec.long if k % spec.longer == 0 else spec.short
        mark = Region(rectangle_between((x - spec.line / 2, 0.0), (x + spec.line / 2, tall)), (),
                      (k,))  # fmt: skip
        numeral = _numeral(spec, k, x, tall) if spec.numbered and k % spec.numbered == 0 else ()
        found.append(LetterInk(x - spec.apart / 2, spec.apart, (mark, *numeral)))
    _kept_apart([ink.regions[1:] for ink in found])
    return tuple(found)


@lru_cache(maxsize=64)
def draw_scale(spec: ScaleSpec) -> Artwork:
    """The scale. Raises ScaleError, FontError."""
    inks = scale_inks(spec)
    regions = tuple(region for ink in inks for region in ink.regions)
    wide = (len(inks) - spec.ends) * spec.apart
    _, low, _, high = map(float, bounds_of(regions))
    return Artwork(regions, width=wide, cap_height=high - low)


def numeral_of(spec: ScaleSpec, k: int) -> str:
    """What stands at mark k: with as many decimals as the first mark and the step need."""
    decimals = max(_decimals(spec.first), _decimals(spec.step))
    value = spec.first + k * spec.step
    shown = f"{value:.{decimals}f}"
    shown = shown[1:] if shown.startswith("-") and not float(shown) else shown
    shown = shown.replace("-", "\N{MINUS SIGN}")
    return shown.replace(".", ",") if spec.comma else shown


def _decimals(value: float) -> int:
    """Decimals that a value is written with, up to six."""
    shown = f"{value:.6f}".rstrip("0")
    return len(shown.partition(".")[2])


def _numeral(spec: ScaleSpec, k: int, x: float, tall: float) -> tuple[Region, ...]:
    """The numeral of a mark, its ink's middle above or below the mark's."""
    art = lay_text(TextSpec(numeral_of(spec, k), spec.font, spec.height))
    if art.missing:
        raise ScaleError(f"the font has no “{art.missing[0]}”")
    left, _, right, _ = map(float, bounds_of(art.regions))
    at = -spec.gap - spec.height if spec.below else tall + spec.gap
    shift = np.array([x - (left + right) / 2, at])
    moved = (region.transformed(np.eye(2), shift) for region in art.regions)
    return tuple(Region(region.outer, region.counters, (k,)) for region in moved)


def _kept_apart(numerals: Sequence[tuple[Region, ...]]) -> None:
    """Raises ScaleError when a numeral reaches into the next."""
    boxes = [bounds_of(regions) for regions in numerals if regions]
    for before, after in pairwise(boxes):
        if before[2] >= after[0]:
            raise ScaleError(f"the numerals run together by {before[2] - after[0]:.2f} mm: number "
                             "fewer marks, or make them smaller")  # fmt: skip
