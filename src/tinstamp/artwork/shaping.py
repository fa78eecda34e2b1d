"""Shaping: the characters of a line to glyphs where they stand, in mm.

A line is parted where its direction or its style changes; HarfBuzz shapes each part
(kerning, ligatures, joining, marks).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import uharfbuzz as hb

from tinstamp.artwork import bidi
from tinstamp.artwork.drawn import Letter
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import Typeface, typeface


@dataclass(frozen=True)
class Style:
    """Characters [start, end) of a text in a font of their own, `size` times as large, in forms
    of their own beside the common ones."""

    start: int
    end: int
    font: FontData
    size: float = 1.0
    forms: tuple[str, ...] = ()


@dataclass(frozen=True)
class Glyph:
    """A letter on its line, mm, with the typeface that draws it and mm for its unit."""

    letter: Letter
    face: Typeface
    scale: float


@dataclass(frozen=True)
class Line:
    """A shaped line.

    Attributes
    ----------
    width : by its advances, mm. height : from this baseline to the next, mm.
    missing : characters that their font lacks.
    """

    glyphs: tuple[Glyph, ...]
    width: float
    height: float
    missing: tuple[str, ...]


@dataclass(frozen=True)
class Make:
    """How lines are shaped: mm unless said.

    Attributes
    ----------
    font : the common one. styles : of parts. height : of capitals or of the em.
    capitals : which of them. spacing : after each letter. word_spacing : after each space.
    ligatures : joined letters where the font has them (never with letter spacing).
    forms : of letters, by the font's tags for them.
    """

    font: FontData
    styles: tuple[Style, ...]
    height: float
    capitals: bool
    spacing: float
    word_spacing: float
    ligatures: bool
    forms: tuple[str, ...] = ()

    @property
    def features(self) -> dict[str, bool]:
        """What is asked of the font, by its tags (OpenType specification 1.9, feature tags)."""
        joined = self.ligatures and self.spacing == 0.0
        asked = {"kern": True, "liga": joined, "clig": joined, "dlig": False}
        return {**asked, **dict.fromkeys(self.forms, True)}

    def scale(self, face: Typeface, size: float = 1.0) -> float:
        """mm for a font unit."""
        return self.height * size / (face.cap_height if self.capitals else face.units)


NO_BREAK_HYPHEN, HYPHEN = "\u2011", "\u2010"


def _with_hyphens(face: Typeface, text: str) -> str:
    """A text whose hyphens the font has: one that does not break looks as any other (Unicode
    Standard, 6.2)."""
    if NO_BREAK_HYPHEN not in text and HYPHEN not in text:
        return text
    for mark in (NO_BREAK_HYPHEN, HYPHEN):
        if mark in text and not face.hb_font.get_nominal_glyph(ord(mark)):
            text = text.replace(mark, "-")
    return text


def shape_line(make: Make, text: str, start: int) -> Line:
    """Shape one line, whose first character is number `start` of the whole text.

    Raises FontError for a damaged font.
    """
    common = typeface(make.font)
    tallest = _line_height(common) * make.scale(common)
    glyphs: list[Glyph] = []
    missing: list[str] = []
    x = 0.0
    gap = 0.0
    for low, high, leftwards in bidi.runs(text):
        parts = _parts(make.styles, start + low, start + high)
        for a, b, style in reversed(parts) if leftwards else parts:
            face = common if style is None else typeface(style.font)
            scale = make.scale(face, 1.0 if style is None else style.size)
            tallest = max(tallest, _line_height(face) * scale)
            words = _with_hyphens(face, text[a - start : b - start])
            own = () if style is None else style.forms
            features = {**make.features, **dict.fromkeys(own, True)}
            for info, place in _shaped(face, words, leftwards, features):
                character = text[a - start + info.cluster]
                if info.codepoint == 0:
                    missing.append(character)
                wide = place.x_advance * scale
                at = (x + place.x_offset * scale, place.y_offset * scale)
                letter = Letter(a + info.cluster, info.codepoint, *at, wide)
                glyphs.append(Glyph(letter, face, scale))
                gap = make.spacing if wide else 0.0
                x += wide + gap + (make.word_spacing if character == " " else 0.0)
    width = x - (make.spacing if glyphs else 0.0)
    return Line(tuple(glyphs), width, tallest, tuple(missing))


def _line_height(face: Typeface) -> float:
    return face.ascent - face.descent + face.line_gap


def _parts(styles: Sequence[Style], low: int, high: int) -> list[tuple[int, int, Style | None]]:
    """The stretch [low, high) parted where the style changes; a later style wins."""
    if not styles:
        return [(low, high, None)]
    cuts = {low, high} | {c for s in styles for c in (s.start, s.end) if low < c < high}
    found = []
    for a, b in pairwise(sorted(cuts)):
        style = next((s for s in reversed(styles) if s.start <= a and b <= s.end), None)
        found.append((a, b, style))
    return found


def _shaped(face: Typeface, text: str, leftwards: bool, features: dict[str, bool]):  # type: ignore[no-untyped-def]
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    buffer.direction = "rtl" if leftwards else "ltr"
    hb.shape(face.hb_font, buffer, features)
    return zip(buffer.glyph_infos, buffer.glyph_positions, strict=True)
