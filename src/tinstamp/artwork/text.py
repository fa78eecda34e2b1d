"""Text: characters and a font to regions at true size.

Shaping (kerning, ligatures, joining, right-to-left) is HarfBuzz's. Letters whose boxes
overlap are united, so a joined script word has one outer outline.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
import uharfbuzz as hb

from tinstamp.artwork.drawn import Artwork, Letter
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import Typeface, translated, typeface
from tinstamp.artwork.outline import Region
from tinstamp.artwork.unite import Contour, merge_error, unite

Align = Literal["start", "centre", "end"]
Sizing = Literal["capitals", "em", "width"]


@dataclass(frozen=True)
class TextSpec:
    """All that decides the shape of a text; lengths in mm.

    Attributes
    ----------
    text : the characters; a line feed starts a new line.
    height : capital height, the font size (em), or the widest line's width, as `sizing`
        says.
    spacing : added after each letter. word_spacing : added after each space.
    ligatures : joined letters where the font has them (never with letter spacing).
    line_spacing : baseline to baseline, as a multiple of the font's own.
    """

    text: str
    font: FontData
    height: float
    sizing: Sizing = "capitals"
    spacing: float = 0.0
    word_spacing: float = 0.0
    ligatures: bool = True
    align: Align = "centre"
    line_spacing: float = 1.0


@lru_cache(maxsize=256)
def lay_text(spec: TextSpec) -> Artwork:
    """Shape the text and give its regions. Raises FontError for a damaged font."""
    face = typeface(spec.font)
    scale = _scale(spec, face)
    gaps = _Gaps(spec.spacing / scale, spec.word_spacing / scale, spec.ligatures)
    step = (face.ascent - face.descent + face.line_gap) * spec.line_spacing
    letters: list[Letter] = []
    missing: dict[str, None] = {}
    widest = 0.0
    start = 0
    for row, text in enumerate(spec.text.split("\n")):
        glyphs, width, lacking = _shape(face, text, start, gaps)
        missing.update(dict.fromkeys(lacking))
        shift = {"start": 0.0, "centre": -width / 2, "end": -width}[spec.align]
        letters += [
            Letter(g.index, g.glyph, g.x + shift, g.y - row * step, g.advance, row) for g in glyphs
        ]
        widest = max(widest, width)
        start += len(text) + 1
    regions = _united(face, letters, merge_error(face.units * scale), scale)
    scaled = tuple(
        Letter(g.index, g.glyph, g.x * scale, g.y * scale, g.advance * scale, g.row)
        for g in letters
    )
    return Artwork(tuple(regions), scaled, tuple(missing), widest * scale, face.cap_height * scale)


@dataclass(frozen=True, eq=False)
class LetterInk:
    """A letter by itself, in mm: its origin and advance, and its regions where they stand
    in the artwork. A logo is one of these."""

    x: float
    advance: float
    regions: tuple[Region, ...]


@lru_cache(maxsize=128)
def letter_inks(spec: TextSpec) -> tuple[LetterInk, ...]:
    """Every letter of a text with its own ink, not yet united with its neighbours'."""
    face = typeface(spec.font)
    scale = _scale(spec, face)
    error = merge_error(face.units * scale)
    inks = []
    for letter in lay_text(spec).letters:
        regions = tuple(
            translated(r.transformed(np.eye(2) * scale, np.zeros(2)), letter.x, letter.y,
                       (letter.index,))
            for r in face.regions(letter.glyph, error)
        )  # fmt: skip
        if regions or letter.advance:
            inks.append(LetterInk(letter.x, letter.advance, regions))
    return tuple(inks)


@dataclass(frozen=True)
class _Gaps:
    """Added after each letter and each space, in font units; and whether letters join."""

    letter: float
    word: float
    ligatures: bool


def _scale(spec: TextSpec, face: Typeface) -> float:
    """mm for a font unit."""
    if spec.sizing == "capitals":
        return spec.height / face.cap_height
    if spec.sizing == "em":
        return spec.height / face.units
    # the gaps keep their width while the letters grow into what is left of the line
    letters, gaps = 0.0, 0.0
    start = 0
    for text in spec.text.split("\n"):
        _, plain, _ = _shape(face, text, start, _Gaps(0.0, 0.0, spec.ligatures))
        _, spaced, _ = _shape(face, text, start, _Gaps(1.0, 0.0, spec.ligatures))
        _, parted, _ = _shape(face, text, start, _Gaps(0.0, 1.0, spec.ligatures))
        own = (spaced - plain) * spec.spacing + (parted - plain) * spec.word_spacing
        if plain * 1e6 + own > letters * 1e6 + gaps:
            letters, gaps = plain, own
        start += len(text) + 1
    if letters <= 0:
        return spec.height / face.units
    return max((spec.height - gaps) / letters, 1e-6)


def _shape(
    face: Typeface, text: str, start: int, gaps: _Gaps
) -> tuple[list[Letter], float, list[str]]:
    """Glyphs of one line in font units, the line's width, characters not in the font."""
    if not text:
        return [], 0.0, []
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    joined = gaps.ligatures and gaps.letter == 0.0
    features = {"kern": True, "liga": joined, "clig": joined, "dlig": False}
    hb.shape(face.hb_font, buffer, features)
    letters: list[Letter] = []
    missing: list[str] = []
    x = 0.0
    for info, place in zip(buffer.glyph_infos, buffer.glyph_positions, strict=True):
        if info.codepoint == 0:
            missing.append(text[info.cluster])
        letters.append(
            Letter(
                start + info.cluster,
                info.codepoint,
                x + place.x_offset,
                float(place.y_offset),
                float(place.x_advance),
            )
        )
        x += place.x_advance + (gaps.letter if place.x_advance else 0.0)
        if text[info.cluster] == " ":
            x += gaps.word
    width = x - gaps.letter if letters else 0.0
    return letters, width, missing


def _united(face: Typeface, letters: Sequence[Letter], error: float, scale: float) -> list[Region]:
    """Regions of all letters, mm, those that touch united."""
    found = [(x, box) for x in letters if (box := face.box(x.glyph, error)) is not None]
    drawn = [letter for letter, _ in found]
    boxes = np.array([box for _, box in found]).reshape(-1, 4)
    boxes = boxes + np.array([(x.x, x.y, x.x, x.y) for x in drawn]).reshape(-1, 4)
    matrix = np.eye(2) * scale
    regions: list[Region] = []
    for group in touching(boxes):
        members = [drawn[i] for i in group]
        indices = tuple(sorted({letter.index for letter in members}))
        if len(members) == 1:
            letter = members[0]
            shift = scale * np.array([letter.x, letter.y])
            moved = (r.transformed(matrix, shift) for r in face.regions(letter.glyph, error))
            regions += [Region(r.outer, r.counters, indices) for r in moved]
        else:
            contours = [_moved(c, m.x, m.y) for m in members for c in face.contours(m.glyph)]
            whole = unite(contours, face.units, error, indices)
            regions += [r.transformed(matrix, np.zeros(2)) for r in whole]
    return regions


def _moved(contour: Contour, dx: float, dy: float) -> Contour:
    return [(verb, tuple((x + dx, y + dy) for x, y in points)) for verb, points in contour]


def touching(boxes: np.ndarray) -> list[list[int]]:
    """Groups of boxes, (n, 4), that overlap one another, directly or through others."""
    group = list(range(len(boxes)))

    def root(i: int) -> int:
        while group[i] != i:
            group[i] = group[group[i]]
            i = group[i]
        return i

    for i in range(len(boxes)):
        low, high = boxes[:, :2], boxes[:, 2:]
        hits = np.all(low <= boxes[i, 2:], axis=1) & np.all(high >= boxes[i, :2], axis=1)
        for j in np.flatnonzero(hits):
            group[root(int(j))] = root(i)
    groups: dict[int, list[int]] = {}
    for i in range(len(boxes)):
        groups.setdefault(root(i), []).append(i)
    return list(groups.values())
