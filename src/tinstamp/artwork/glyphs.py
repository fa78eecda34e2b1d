"""Glyph outlines of one font, in font units, cleaned up and kept.

HarfBuzz draws a glyph; overlapping contours are united; runs of quadratic curves are
turned into fewer cubics.
"""

from __future__ import annotations

from functools import cached_property, lru_cache
from typing import Any

import numpy as np
import uharfbuzz as hb

from tinstamp.artwork.agreed import united
from tinstamp.artwork.fonts import FontData, FontError
from tinstamp.artwork.outline import Outline, Region, bounds_of
from tinstamp.artwork.stroke import stroke_regions
from tinstamp.artwork.unite import Contour, contour_of, out_and_back

LOWEST_CAPITALS = 0.02
"""Part of the em below which a capital height is a mistake of the font."""


class Typeface:
    """A font opened for shaping and drawing. Not a value: keep it within a process.

    Attributes
    ----------
    units : font units per em.
    cap_height : height of capitals, font units.
    ascent, descent, line_gap : of a line of text, font units (descent negative).
    """

    def __init__(self, font: FontData) -> None:
        try:
            face = hb.Face(hb.Blob(font.data), font.index)
        except (hb.HarfBuzzError, ValueError) as error:
            raise FontError("the font file is damaged") from error
        if face.glyph_count == 0:
            raise FontError("the font file is damaged or holds no letters")
        self.hb_font = hb.Font(face)
        if font.axes:
            self.hb_font.set_variations(dict(font.axes))
        self.units = int(face.upem)
        self._glyphs: dict[tuple[int, float, float], tuple[Region, ...]] = {}
        self._boxes: dict[tuple[int, float, float], np.ndarray | None] = {}
        self._contours: dict[tuple[int, float], tuple[Contour, ...]] = {}
        extents = self.hb_font.get_font_extents("ltr")
        self.ascent = float(extents.ascender)
        self.descent = float(extents.descender)
        self.line_gap = float(extents.line_gap)
        self.cap_height = self._cap_height()

    @cached_property
    def single_stroke(self) -> bool:
        """True for a font whose contours run out and back along the middle of a stroke, as
        they are made for cutters: what they enclose has no area."""
        tried = [self.hb_font.get_nominal_glyph(ord(c)) for c in "HOno8"]
        contours = [c for glyph in tried if glyph for c in self.drawn(glyph)]
        if not contours:
            return False
        points = np.array([p for contour in contours for _, ps in contour for p in ps])
        box = float(np.prod(np.ptp(points, axis=0)))
        return sum(abs(_enclosed(contour)) for contour in contours) < 1e-4 * box

    def contours(self, glyph: int, cutter: float) -> tuple[Contour, ...]:
        """The glyph's contours in font units: as drawn, or those of a stroke as wide as
        `cutter` in a single-stroke font."""
        key = (glyph, cutter if self.single_stroke else 0.0)
        if key not in self._contours:
            if self.single_stroke:
                regions = self.regions(glyph, 1 / 4000, cutter)
                drawn = [contour_of(o) for region in regions for o in region.outlines]
            else:
                drawn = self.drawn(glyph)
            self._contours[key] = tuple(drawn)
        return self._contours[key]

    def drawn(self, glyph: int) -> list[Contour]:
        """The glyph's contours as the font has them, font units."""
        pen = _Recorder()
        self.hb_font.draw_glyph(glyph, _DRAW, pen)
        return pen.contours()

    def regions(self, glyph: int, error: float, cutter: float) -> tuple[Region, ...]:
        """The glyph's inked regions, united and cleaned, in font units.

        `error` is the largest move when curves are merged, as a part of the em.
        """
        key = (glyph, error, cutter if self.single_stroke else 0.0)
        if key not in self._glyphs:
            if self.single_stroke:
                lines = [_one_way(line) for line in self.drawn(glyph)]
                self._glyphs[key] = tuple(stroke_regions(lines, cutter, error))
            else:
                self._glyphs[key] = tuple(united(self.contours(glyph, cutter), self.units, error))
        return self._glyphs[key]

    def lines(self, glyph: int) -> list[Outline]:
        """The lines of a single-stroke font's glyph, each run out and back; font units."""
        if not self.single_stroke:
            return []
        return [out_and_back(_one_way(line)) for line in self.drawn(glyph)]

    def box(self, glyph: int, error: float, cutter: float) -> np.ndarray | None:
        """(4,) bounds of the glyph's ink, font units; None when it has none."""
        key = (glyph, error, cutter if self.single_stroke else 0.0)
        if key not in self._boxes:
            regions = self.regions(glyph, error, cutter)
            self._boxes[key] = bounds_of(regions) if regions else None
        return self._boxes[key]

    def _cap_height(self) -> float:
        """Capital height: the font's own figure, else the height of its H, x or em."""
        stated = self.hb_font.get_metric_position(hb.OTMetricsTag.CAP_HEIGHT)
        if stated and stated > self.units * LOWEST_CAPITALS:
            return float(stated)
        for letter, part in (("H", 1.0), ("א", 1.0), ("ا", 1.0)):
            glyph = self.hb_font.get_nominal_glyph(ord(letter))
            if glyph:
                tall = self.hb_font.get_glyph_extents(glyph)
                if tall is not None and tall.y_bearing > self.units * LOWEST_CAPITALS:
                    return float(tall.y_bearing) * part
        return 0.7 * self.units  # common practice, no source: capitals are 0.7 em


@lru_cache(maxsize=32)
def typeface(font: FontData) -> Typeface:
    """The opened font, kept for the next use."""
    return Typeface(font)


def _enclosed(contour: Contour) -> float:
    """Area by its points, font units² (control points too, which do for nothing or much)."""
    x, y = np.array([p for _, ps in contour for p in ps]).T
    return float(x @ np.roll(y, -1) - y @ np.roll(x, -1)) / 2


def _one_way(contour: Contour) -> Contour:
    """The way out of a contour that runs out and back; others whole."""
    stops = [points[-1] for _, points in contour]
    if stops[-1] != stops[0]:
        stops.append(stops[0])
    half = len(stops) // 2
    same = len(stops) % 2 == 1 and stops == stops[::-1]
    return contour[: half + 1] if same else contour


class _Recorder:
    """Collects what HarfBuzz draws."""

    def __init__(self) -> None:
        self._done: list[Contour] = []
        self._now: Contour = []

    def contours(self) -> list[Contour]:
        return [contour for contour in self._done if len(contour) > 1]

    def move(self, x: float, y: float) -> None:
        self._now = [("M", ((x, y),))]

    def line(self, x: float, y: float) -> None:
        self._now.append(("L", ((x, y),)))

    def quad(self, a: float, b: float, x: float, y: float) -> None:
        self._now.append(("Q", ((a, b), (x, y))))

    def cubic(self, a: float, b: float, c: float, d: float, x: float, y: float) -> None:
        self._now.append(("C", ((a, b), (c, d), (x, y))))

    def close(self) -> None:
        self._done.append(self._now)
        self._now = []


def _draw_funcs() -> Any:
    funcs = hb.DrawFuncs()
    funcs.set_move_to_func(lambda x, y, pen: pen.move(x, y))
    funcs.set_line_to_func(lambda x, y, pen: pen.line(x, y))
    funcs.set_quadratic_to_func(lambda a, b, x, y, pen: pen.quad(a, b, x, y))
    funcs.set_cubic_to_func(lambda a, b, c, d, x, y, pen: pen.cubic(a, b, c, d, x, y))
    funcs.set_close_path_func(lambda pen: pen.close())
    return funcs


_DRAW = _draw_funcs()


def translated(region: Region, x: float, y: float, letters: tuple[int, ...]) -> Region:
    """The region moved by (x, y), tagged with the letters it belongs to."""
    moved = region.transformed(np.eye(2), np.array([x, y]))
    return Region(moved.outer, moved.counters, letters)
