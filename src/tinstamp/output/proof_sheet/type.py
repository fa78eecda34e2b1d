"""The type that a proof sheet is set in: Barlow, and for letters that it lacks one of the other
shipped fonts."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from xml.sax.saxutils import escape

from reportlab.pdfbase.pdfmetrics import getFont, getRegisteredFontNames, registerFont
from reportlab.pdfbase.ttfonts import TTFont

from tinstamp.artwork.fonts import shipped

PLAIN, STRONG = "Sheet", "Sheet-Strong"
_FACES: Mapping[str, tuple[str, str]] = {
    PLAIN: ("Barlow", "Regular"),
    STRONG: ("Barlow", "SemiBold"),
    "Sheet-Hebrew": ("Frank Ruhl Libre", "Regular"),
    "Sheet-Arabic": ("Noto Naskh Arabic", "Regular"),
    "Sheet-Typewriter": ("Courier Prime", "Regular"),
}
LACKED = "\u25a1"
"""What stands for a letter that none of the fonts has."""


@lru_cache(maxsize=1)
def ready() -> None:
    """Make the fonts known to the PDF library."""
    paths = {(face.family, face.style): face.path for face in shipped()}
    for name, which in _FACES.items():
        if name not in getRegisteredFontNames():
            registerFont(TTFont(name, str(paths[which])))


def marked_up(text: str, strong: bool = False) -> str:
    """Text for a paragraph: what the first font lacks is set in another that has it."""
    ready()
    first = STRONG if strong else PLAIN
    found: list[str] = []
    run, font = "", first
    for c in text:
        own = _font_for(c, first)
        if own != font:
            found.append(_run(run, font, first))
            run, font = "", own
        run += c if own else LACKED
    return "".join([*found, _run(run, font, first)])


def _run(run: str, font: str, first: str) -> str:
    words = escape(run).replace("\n", "<br/>")
    if not run or font in (first, ""):
        return words if font else f'<font name="Sheet-Typewriter">{words}</font>'
    return f'<font name="{font}">{words}</font>'


def _font_for(c: str, first: str) -> str:
    if c in "\n ":
        return first
    for name in (first, *_FACES):
        if ord(c) in getFont(name).face.charToGlyph:
            return name
    return ""
