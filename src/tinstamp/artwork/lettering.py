"""Words of a drawing as outlines, set in a font that is at hand."""

from __future__ import annotations

import re
from dataclasses import dataclass
from pathlib import PurePath

from tinstamp.artwork.fonts import FontData, FontError, FontFace, read, shipped, system
from tinstamp.artwork.text import Sizing, TextSpec, lay_text
from tinstamp.artwork.unite import Contour, contour_of


@dataclass(frozen=True)
class Lettered:
    """A line of text from the origin on its baseline, y upwards; `width` is its advance."""

    contours: tuple[Contour, ...]
    width: float


def lettered(text: str, font: FontData, height: float, sizing: Sizing = "capitals") -> Lettered:
    """A line of text, `height` that of its capitals or of its em. Raises FontError."""
    if not text.strip():
        return Lettered((), 0.0)
    art = lay_text(TextSpec(text, font, height, sizing, align="start"))
    if art.missing:
        raise FontError(f"the font lacks {', '.join(art.missing)}")
    contours = tuple(contour_of(o) for region in art.regions for o in region.outlines)
    return Lettered(contours, art.width)


def font_called(name: str) -> FontData | None:
    """The font that a drawing means by a file's name or a family's; None when it is not at hand.
    Faces that come with the program go before those of the machine."""
    wanted = _plain(PurePath(name.replace("\\", "/")).stem if "." in name else name)
    if not wanted:
        return None
    for face in (*shipped(), *system()):
        if wanted in (_plain(face.path.stem), _plain(face.name)):
            return _bytes(face)
    return font_of_family(name, False, False)


def font_of_family(name: str, bold: bool, slanted: bool) -> FontData | None:
    """The face of a family with a weight and a slant; None when it is not at hand."""
    family = _plain(name)
    found = [face for face in (*shipped(), *system()) if _plain(face.family) == family]
    styles = [("bold" if bold else "") + ("italic" if slanted else "")]
    if not bold and not slanted:
        styles = ["regular", "book", "normal", "roman"]
    for style in styles:
        for face in found:
            if _plain(face.style).replace("oblique", "italic") == style:
                return _bytes(face)
    return None


def _bytes(face: FontFace) -> FontData | None:
    try:
        return read(face.path, face.index)
    except FontError:
        return None


def _plain(name: str) -> str:
    return re.sub(r"[\s_\-,'\"]+", "", name).lower()
