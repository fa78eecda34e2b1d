"""A font file that a designer chose, tried out before it is taken into a job.

Foreign bytes are worked on here: it belongs in a process of its own (see `tinstamp.guarded`).
"""

from __future__ import annotations

from io import BytesIO
from pathlib import Path

from fontTools.ttLib import TTCollection, TTFont

from tinstamp.artwork.fonts import DAMAGE, ENDINGS, FontData, FontError, FontFace, named, unpacked
from tinstamp.artwork.glyphs import typeface

MOST_PIECES = 20_000
"""Pieces of one glyph's outlines."""
MOST_TRIED = 4000
"""Glyphs that are drawn at most, evenly over the font: scripts of 60,000 take too long whole."""


def faces_in(data: bytes, name: str, ending: str) -> list[tuple[FontFace, FontData]]:
    """The faces of a font file, and each as it is kept. Raises FontError."""
    if ending not in ENDINGS:
        raise FontError(f"{name} is none of TTF, OTF, TTC, WOFF and WOFF2")
    plain = unpacked(data, name)
    try:
        if ending in {".ttc", ".otc"}:
            opened = TTCollection(BytesIO(plain), lazy=True).fonts
        else:
            opened = [TTFont(BytesIO(plain), lazy=True)]
        return [
            (named(font, Path(name), index, False), FontData(plain, index))
            for index, font in enumerate(opened)
        ]
    except (*DAMAGE, OSError) as error:
        raise FontError(f"the font file {name} is damaged") from error


def checked(data: bytes, name: str, ending: str) -> tuple[FontFace, FontData]:
    """The first face of a font file, after its glyphs, or many of them, have been drawn once.
    Raises FontError."""
    face, font = faces_in(data, name, ending)[0]
    opened = typeface(font)
    count = opened.hb_font.face.glyph_count
    drawn = 0
    for glyph in range(0, count, -(-count // MOST_TRIED)):
        pieces = sum(map(len, opened.drawn(glyph)))
        drawn += pieces
        if pieces > MOST_PIECES:
            raise FontError(f"a glyph of the font has {pieces} pieces, over {MOST_PIECES}")
    if not drawn:
        raise FontError(
            f"{name} holds its letters as coloured pictures alone: they have no outlines"
        )
    return face, font
