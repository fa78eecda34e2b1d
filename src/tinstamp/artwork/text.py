"""Text: characters and a font to regions at true size.

Letters whose boxes overlap are united, so a joined script word has one outer outline.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import chain
from typing import Literal

import numpy as np

from tinstamp.artwork.agreed import united
from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import translated, typeface
from tinstamp.artwork.outline import Region
from tinstamp.artwork.shaping import Glyph, Line, Make, Style, shape_line
from tinstamp.artwork.unite import Contour, merge_error

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
    styles : parts with a font or size of their own.
    cutter : width that a single-stroke font's lines get. forms : of letters, by their tags.
    lines : besides their ink, the lines themselves of a single-stroke font (see `runs_back`).
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
    styles: tuple[Style, ...] = ()
    cutter: float = 0.5
    forms: tuple[str, ...] = ()
    lines: bool = False


ENDS_AND_TABS = {0x2028: "\n", 0x2029: "\n", 0x0B: "\n", 0x0C: "\n", 0x0D: " ", 0x85: "\n",
                 0x09: "\u2003"}  # fmt: skip
"""Characters that end a line as a line feed does (Unicode Standard, 5.8), and a tab as a blank of
an em: one for one, so that letters keep their numbers."""


@lru_cache(maxsize=256)
def lay_text(spec: TextSpec) -> Artwork:
    """Shape the text and give its regions. Raises FontError for a damaged font."""
    face = typeface(spec.font)
    make = _make(spec)
    lines = _lines(spec, make)
    glyphs = _placed(spec, lines)
    missing = dict.fromkeys(chain.from_iterable(line.missing for line in lines))
    thin = [line for glyph in glyphs for line in _thin(glyph)] if spec.lines else []
    return Artwork(
        (*_united(glyphs, spec.cutter), *thin),
        tuple(glyph.letter for glyph in glyphs),
        tuple(missing),
        max(line.width for line in lines),
        face.cap_height * make.scale(face),
    )


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
    inks = []
    for glyph in _placed(spec, _lines(spec, _make(spec))):
        regions = tuple(_own(glyph, spec.cutter))
        regions += tuple(_thin(glyph)) if spec.lines else ()
        if regions or glyph.letter.advance:
            inks.append(LetterInk(glyph.letter.x, glyph.letter.advance, regions))
    return tuple(inks)


def _make(spec: TextSpec) -> Make:
    """How the lines are shaped, at the size that is wanted."""
    make = Make(
        spec.font,
        spec.styles,
        spec.height,
        spec.sizing == "capitals",
        spec.spacing,
        spec.word_spacing,
        spec.ligatures,
        spec.forms,
    )
    if spec.sizing != "width":
        return make
    # the gaps keep their width while the letters grow into what is left of the line
    unit = replace(make, height=1.0)
    bare = replace(
        unit, spacing=0.0, word_spacing=0.0, ligatures=spec.ligatures and not spec.spacing
    )
    letters, gaps = 0.0, 0.0
    for plain, spaced in zip(_lines(spec, bare), _lines(spec, unit), strict=True):
        own = spaced.width - plain.width
        if plain.width * 1e6 + own > letters * 1e6 + gaps:
            letters, gaps = plain.width, own
    if letters <= 0:
        return make
    return replace(make, height=max((spec.height - gaps) / letters, 1e-4))


def _lines(spec: TextSpec, make: Make) -> list[Line]:
    found = []
    start = 0
    for text in spec.text.translate(ENDS_AND_TABS).split("\n"):
        found.append(shape_line(make, text, start))
        start += len(text) + 1
    return found


def _placed(spec: TextSpec, lines: Sequence[Line]) -> list[Glyph]:
    """All glyphs where they stand in the artwork."""
    glyphs = []
    y = 0.0
    for row, line in enumerate(lines):
        y -= line.height * spec.line_spacing if row else 0.0
        shift = {"start": 0.0, "centre": -line.width / 2, "end": -line.width}[spec.align]
        for glyph in line.glyphs:
            at = glyph.letter
            moved = replace(at, x=at.x + shift, y=at.y + y, row=row)
            glyphs.append(replace(glyph, letter=moved))
    return glyphs


def _own(glyph: Glyph, cutter: float) -> list[Region]:
    """A glyph's regions where it stands, mm."""
    letter, scale = glyph.letter, glyph.scale
    error = merge_error(glyph.face.units * scale)
    return [
        translated(r.transformed(np.eye(2) * scale, np.zeros(2)), letter.x, letter.y,
                   (letter.index,))
        for r in glyph.face.regions(letter.glyph, error, cutter / scale)
    ]  # fmt: skip


def _thin(glyph: Glyph) -> list[Region]:
    """The lines of a single-stroke glyph where it stands, mm, each run out and back."""
    letter, scale = glyph.letter, glyph.scale
    return [
        translated(Region(line.transformed(np.eye(2) * scale, np.zeros(2))), letter.x, letter.y,
                   (letter.index,))
        for line in glyph.face.lines(letter.glyph)
    ]  # fmt: skip


def _united(glyphs: Sequence[Glyph], cutter: float) -> list[Region]:
    """Regions of all letters, mm, those that touch united."""
    drawn, boxes = [], []
    for glyph in glyphs:
        error = merge_error(glyph.face.units * glyph.scale)
        box = glyph.face.box(glyph.letter.glyph, error, cutter / glyph.scale)
        if box is not None:
            x, y = glyph.letter.x, glyph.letter.y
            drawn.append(glyph)
            boxes.append(box * glyph.scale + [x, y, x, y])
    regions: list[Region] = []
    for group in touching(np.array(boxes).reshape(-1, 4)):
        members = [drawn[i] for i in group]
        if len(members) == 1:
            regions += _own(members[0], cutter)
        else:
            regions += _together(members, cutter)
    return regions


def _together(members: Sequence[Glyph], cutter: float) -> list[Region]:
    """Regions of letters that touch one another, united in the units of the first's font."""
    first = members[0]
    scale = first.scale
    contours = [
        _moved(contour, glyph.letter.x / scale, glyph.letter.y / scale, glyph.scale / scale)
        for glyph in members
        for contour in glyph.face.contours(glyph.letter.glyph, cutter / glyph.scale)
    ]
    indices = tuple(sorted({glyph.letter.index for glyph in members}))
    units = first.face.units
    whole = united(contours, units, merge_error(units * scale), indices)
    return [r.transformed(np.eye(2) * scale, np.zeros(2)) for r in whole]


def _moved(contour: Contour, dx: float, dy: float, grow: float) -> Contour:
    return [(verb, tuple((x * grow + dx, y * grow + dy) for x, y in ps)) for verb, ps in contour]


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
