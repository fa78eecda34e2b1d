"""Paints of SVG: colours, none, and references to gradients and patterns.

tinycss2 reads the colours (CSS Color 4); references by SVG 2, 13.2.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache

from tinycss2.color4 import parse_color

_URL = re.compile(r"""\s*url\(\s*["']?\s*([^"')]*?)\s*["']?\s*\)\s*(.*)""", re.DOTALL)
_ICC = re.compile(r"\s+(?:icc-color|device-\w+)\([^)]*\)\s*$")


@dataclass(frozen=True)
class Colour:
    """A colour: red, green and blue, and how opaque it is, 0 to 1 each."""

    red: float
    green: float
    blue: float
    opaque: float = 1.0

    @property
    def name(self) -> str:
        """As #rrggbb."""
        parts = (self.red, self.green, self.blue)
        return "#" + "".join(f"{round(min(1.0, max(0.0, v)) * 255):02x}" for v in parts)

    @property
    def light(self) -> float:
        """Luminance 0 to 1. CSS Masking 1, 6.1: of linear red, green and blue, here those of
        sRGB, as renderers do."""
        return 0.2125 * self.red + 0.7154 * self.green + 0.0721 * self.blue


@lru_cache(maxsize=4096)
def colour(text: str) -> Colour | None:
    """A colour that is written out; None for anything else."""
    found = parse_color(_ICC.sub("", text.strip()))
    if found is None or isinstance(found, str):
        return None
    red, green, blue = (float(v or 0.0) for v in found.to("srgb").coordinates)
    return Colour(red, green, blue, float(found.alpha))


def is_colour(text: str) -> bool:
    """True for a colour or `currentColor`."""
    return text.strip().lower() == "currentcolor" or colour(text) is not None


def reference(text: str) -> tuple[str, str] | None:
    """The name that url(#name) refers to, "" for one outside the file, and what follows it;
    None when the text is no reference."""
    match = _URL.fullmatch(text)
    if match is None:
        return None
    target = match[1]
    return (target[1:] if target.startswith("#") else ""), match[2].strip()


def is_paint(text: str) -> bool:
    """True for what fill and stroke may be."""
    word = text.strip().lower()
    if word in ("none", "context-fill", "context-stroke") or is_colour(text):
        return True
    found = reference(text)
    return found is not None and (found[1] == "" or is_paint(found[1]))
