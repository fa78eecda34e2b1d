"""Text: characters and a font to regions at true size.

Shaping (kerning, ligatures, joining, right-to-left) is HarfBuzz's. Letters whose boxes
overlap are united, so a joined script word has one outer outline.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np
import uharfbuzz as hb

from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import Typeface, translated, typeface
from tinstamp.artwork.outline import Region, bounds_of
from tinstamp.artwork.unite import Contour, merge_error, unite

Align = Literal["start", "centre", "end"]
Sizing = Literal["capitals", "em"]


@dataclass(frozen=True)
class TextSpec:
    """All that decides the shape of a text; lengths in mm.

    Attributes
    ----------
    text : the characters; a line feed starts a new line.
    height : capital height, or the font size (em), as `sizing` says.
    spacing : added after each letter.
    line_spacing : baseline to baseline, as a multiple of the font's own.
    """

    text: str
    font: FontData
    height: float
    sizing: Sizing = "capitals"
    spacing: float = 0.0
    align: Align = "centre"
    line_spacing: float = 1.0


@dataclass(frozen=True)
class Letter:
    """One shaped glyph: where its origin stands and how far it advances, in mm."""

    index: int
    glyph: int
    x: float
    y: float
    advance: float


@dataclass(frozen=True, eq=False)
class Artwork:
    """Flat artwork at true size, in mm. One is told from another by identity.

    The origin is at the start, centre or end (by alignment) of the first baseline.

    Attributes
    ----------
    regions : inked regions, none overlapping another.
    letters : shaped glyphs in visual order.
    missing : characters that the font lacks, each once.
    width : widest line by its advances.
    cap_height : height of the capitals.
    """

    regions: tuple[Region, ...]
    letters: tuple[Letter, ...]
    missing: tuple[str, ...]
    width: float
    cap_height: float

    @cached_property
    def bounds(self) -> np.ndarray:
        """(4,) bounds of the ink."""
        return bounds_of(self.regions)

    @property
    def area(self) -> float:
        return sum(region.area for region in self.regions)


@lru_cache(maxsize=256)
def lay_text(spec: TextSpec) -> Artwork:
    """Shape the text and give its regions. Raises FontError for a damaged font."""
    face = typeface(spec.font)
    em = face.cap_height if spec.sizing == "capitals" else face.units
    scale = spec.height / em
    spacing = spec.spacing / scale
    step = (face.ascent - face.descent + face.line_gap) * spec.line_spacing
    letters: list[Letter] = []
    missing: dict[str, None] = {}
    widest = 0.0
    start = 0
    for row, text in enumerate(spec.text.split("\n")):
        glyphs, width, lacking = _shape(face, text, start, spacing)
        missing.update(dict.fromkeys(lacking))
        shift = {"start": 0.0, "centre": -width / 2, "end": -width}[spec.align]
        letters += [
            Letter(g.index, g.glyph, g.x + shift, g.y - row * step, g.advance) for g in glyphs
        ]
        widest = max(widest, width)
        start += len(text) + 1
    regions = [
        region.transformed(np.eye(2) * scale, np.zeros(2))
        for region in _united(face, letters, merge_error(face.units * scale))
    ]
    scaled = tuple(
        Letter(g.index, g.glyph, g.x * scale, g.y * scale, g.advance * scale) for g in letters
    )
    return Artwork(tuple(regions), scaled, tuple(missing), widest * scale, face.cap_height * scale)


def _shape(
    face: Typeface, text: str, start: int, spacing: float
) -> tuple[list[Letter], float, list[str]]:
    """Glyphs of one line in font units, the line's width, characters not in the font."""
    if not text:
        return [], 0.0, []
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    hb.shape(face.hb_font, buffer, {"kern": True, "liga": spacing == 0.0})
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
        x += place.x_advance + (spacing if place.x_advance else 0.0)
    width = x - spacing if letters else 0.0
    return letters, width, missing


def _united(face: Typeface, letters: Sequence[Letter], error: float) -> list[Region]:
    """Regions of all letters in font units, those that touch united."""
    drawn = [letter for letter in letters if face.regions(letter.glyph, error)]
    boxes = np.array(
        [
            bounds_of(face.regions(letter.glyph, error)) + [letter.x, letter.y, letter.x, letter.y]
            for letter in drawn
        ]
    )
    regions: list[Region] = []
    for group in _touching(boxes):
        members = [drawn[i] for i in group]
        indices = tuple(sorted({letter.index for letter in members}))
        if len(members) == 1:
            letter = members[0]
            regions += [
                translated(region, letter.x, letter.y, indices)
                for region in face.regions(letter.glyph, error)
            ]
        else:
            contours = [_moved(c, m.x, m.y) for m in members for c in face.contours(m.glyph)]
            regions += unite(contours, face.units, error, indices)
    return regions


def _moved(contour: Contour, dx: float, dy: float) -> Contour:
    return [(verb, tuple((x + dx, y + dy) for x, y in points)) for verb, points in contour]


def _touching(boxes: np.ndarray) -> list[list[int]]:
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
