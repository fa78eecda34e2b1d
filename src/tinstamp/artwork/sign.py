"""Plain signs of the trade, drawn here from the geometry that their standards describe.

Each is an SVG file that ships with the program; a sign is declared in `SIGNS` alone.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from string import Template
from xml.sax.saxutils import escape

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.logo import FileData, LogoSpec, draw_drawing

FOLDER = Path(__file__).parent / "signs"
MOST_WORDS = 8
"""characters in a sign, or below it"""


class SignError(ValueError):
    """A sign that cannot be drawn; the message is for the designer."""


@dataclass(frozen=True)
class Sign:
    """What is known of a sign. `source` names the standard that shows it, from memory; "" where
    it is common practice alone. `worded` : it has words of the designer's in it."""

    label: str
    source: str = ""
    worded: bool = False


SIGNS: Mapping[str, Sign] = {
    "arrow": Sign("Arrow", "IEC 60417-5022"),
    "arrow_both": Sign("Arrow both ways", "IEC 60417-5023"),
    "turn": Sign("Turn this way"),
    "pointer": Sign("Pointer of a scale"),
    "centre": Sign("Centre of gravity", "ISO 780"),
    "this_way_up": Sign("This way up", "ISO 780"),
    "recycling": Sign("Recycling", "ISO 7000-1135"),
    "resin": Sign("Plastic by number", "ASTM D7611", worded=True),
    "bin": Sign("Crossed-out bin", "EN 50419"),
    "earth": Sign("Earth", "IEC 60417-5017"),
    "protective_earth": Sign("Protective earth", "IEC 60417-5019"),
    "frame": Sign("Frame or chassis", "IEC 60417-5020"),
    "class_two": Sign("Double insulation", "IEC 60417-5172"),
    "direct_current": Sign("Direct current", "IEC 60417-5031"),
    "alternating_current": Sign("Alternating current", "IEC 60417-5032"),
    "warning": Sign("Warning", "ISO 7010-W001"),
    "laser": Sign("Laser beam", "ISO 7010-W004"),
    "voltage": Sign("Electricity", "ISO 7010-W012"),
}
"""By name, in the order that they are offered."""


@dataclass(frozen=True)
class SignSpec:
    """All that decides a sign: its name, its height in mm, and the words in and below it."""

    sign: str
    height: float
    inside: str = ""
    below: str = ""


@lru_cache(maxsize=64)
def draw_sign(spec: SignSpec) -> Artwork:
    """The sign, standing on the origin in the middle of its width. Raises SignError."""
    if spec.sign not in SIGNS:
        raise SignError(f"there is no sign called “{spec.sign}”")
    for words in (spec.inside, spec.below):
        if len(words) > MOST_WORDS:
            raise SignError(f"a sign has room for {MOST_WORDS} characters, not {len(words)}")
    from tinstamp.artwork.svg.read import read_svg

    drawing = read_svg(picture_of(spec))
    if drawing.notes:
        raise SignError(drawing.notes[0])
    size = LogoSpec(FileData(b"", "svg"), "height", spec.height, 1.0, 0.0, 0.0, 0.0, 0.0, 0.5)
    return draw_drawing(size, drawing)


def picture_of(spec: SignSpec) -> bytes:
    """The sign as an SVG file."""
    text = (FOLDER / f"{spec.sign}.svg").read_text(encoding="utf-8")
    if not SIGNS[spec.sign].worded:
        return text.encode()
    words = {"inside": escape(spec.inside), "below": escape(spec.below)}
    return Template(text).substitute(words).encode()
