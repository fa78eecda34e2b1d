"""Writes the shipped single-stroke font: contours that run out and back along each stroke.

Run once after a change of `line_font_strokes.py`; the font is kept in the repository.
"""

from __future__ import annotations

import unicodedata
from pathlib import Path

from fontTools.fontBuilder import FontBuilder
from fontTools.pens.cu2quPen import Cu2QuPen
from fontTools.pens.recordingPen import RecordingPen
from fontTools.pens.transformPen import TransformPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.svgLib.path import parse_path

from scripts.line_font_strokes import BELOW, LETTERS, MARKS

OUT = Path(__file__).parents[1] / "src/tinstamp/artwork/fonts/tin-line/TinLine-Regular.ttf"
UNIT = 100
BEARING = 0.8
"""Free at each side of a letter, in the strokes' units."""


def strokes(data: str) -> list[list[tuple[str, tuple]]]:
    """Path data as open runs of commands."""
    pen = RecordingPen()
    parse_path(data, pen)
    runs: list[list[tuple[str, tuple]]] = []
    for verb, points in pen.value:
        if verb == "moveTo":
            runs.append([])
        if verb not in ("endPath", "closePath"):
            runs[-1].append((verb, points))
    return runs


def out_and_back(pen, run: list[tuple[str, tuple]]) -> None:
    """A closed contour that runs along a stroke and back."""
    back = []
    at = run[0][1][0]
    pen.moveTo(at)
    for verb, points in run[1:]:
        getattr(pen, verb)(*points)
        back.append((verb, (*reversed(points[:-1]), at)))
        at = points[-1]
    for verb, points in reversed(back):
        getattr(pen, verb)(*points)
    pen.closePath()


def glyph(parts: list[tuple[str, float, float]]):
    """A TrueType glyph of strokes, each moved across and up."""
    made = TTGlyphPen(None)
    quadratic = Cu2QuPen(made, 0.3)
    for data, dx, dy in parts:
        pen = TransformPen(quadratic, (UNIT, 0, 0, UNIT, (BEARING + dx) * UNIT, dy * UNIT))
        for run in strokes(data):
            out_and_back(pen, run)
    return made.glyph()


def letters() -> dict[str, tuple[float, list[tuple[str, float, float]]]]:
    """Every character's width and strokes: the drawn ones, and those with an accent."""
    found = {c: (wide, [(data, 0.0, 0.0)]) for c, (wide, data) in LETTERS.items()}
    for code in range(0xC0, 0x180):
        parts = unicodedata.decomposition(chr(code)).split()
        if len(parts) != 2 or parts[0].startswith("<"):
            continue
        base, mark = chr(int(parts[0], 16)), int(parts[1], 16)
        if mark not in MARKS or base not in LETTERS:
            continue
        above = mark not in BELOW
        bare = "ı" if base == "i" and above else base
        wide, data = LETTERS[bare]
        tall = 0.0 if not above else 7.4 if base.isupper() or base in "bdfhklt" else 5.6
        found[chr(code)] = (wide, [(data, 0.0, 0.0), (MARKS[mark], wide / 2, tall)])
    return found


def main() -> None:
    drawn = letters()
    order = [".notdef", "space", *(f"u{ord(c):04X}" for c in drawn)]
    glyphs = {".notdef": glyph([("M0 0L0 7L3 7L3 0L0 0", 0, 0)]), "space": TTGlyphPen(None).glyph()}
    wide = {".notdef": 4.6, "space": 3.0}
    for c, (width, parts) in drawn.items():
        glyphs[f"u{ord(c):04X}"] = glyph(parts)
        wide[f"u{ord(c):04X}"] = width + 2 * BEARING
    font = FontBuilder(1000, isTTF=True)
    font.setupGlyphOrder(order)
    cmap = {ord(c): f"u{ord(c):04X}" for c in drawn}
    font.setupCharacterMap({0x20: "space", 0xA0: "space", 0x3BC: cmap[0xB5], **cmap})
    font.setupGlyf(glyphs)
    lsb = {name: getattr(g, "xMin", 0) for name, g in font.font["glyf"].glyphs.items()}
    font.setupHorizontalMetrics({n: (round(w * UNIT), lsb[n]) for n, w in wide.items()})
    font.setupHorizontalHeader(ascent=950, descent=-250)
    font.setupNameTable(
        {
            "copyright": "Copyright 2026 the Tin Stamp authors",
            "familyName": "Tin Line",
            "styleName": "Regular",
            "uniqueFontIdentifier": "TinLine-Regular-1",
            "fullName": "Tin Line Regular",
            "psName": "TinLine-Regular",
            "version": "Version 1.000",
            "licenseDescription": "SIL Open Font License, Version 1.1",
        }
    )
    font.setupOS2(
        sTypoAscender=950, sTypoDescender=-250, sCapHeight=700, sxHeight=500, fsType=0,
        usWinAscent=950, usWinDescent=250,
    )  # fmt: skip
    font.setupPost()
    font.font["head"].created = font.font["head"].modified = 3_870_000_000
    OUT.parent.mkdir(exist_ok=True)
    font.font.recalcTimestamp = False
    font.save(OUT)


if __name__ == "__main__":
    main()
