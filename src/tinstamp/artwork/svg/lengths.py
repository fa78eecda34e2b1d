"""Lengths of an SVG drawing, in its user units (CSS px), and the size that the file gives.

Source: CSS Values and Units 3, 6.2 Absolute lengths (96 px to the inch) and 5.1 Relative
lengths; SVG 2, 8.9 Units.
"""

from __future__ import annotations

import math
import re
from typing import Any

MM_A_PX = 25.4 / 96
"""mm for a CSS px"""
UNITS = {"mm": 1.0, "cm": 10.0, "in": 25.4, "pt": 25.4 / 72, "pc": 25.4 / 6, "px": MM_A_PX,
         "q": 0.25}  # fmt: skip
"""mm each."""
NUMBER = r"[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?"
"""A number as CSS and SVG write it."""
_LENGTH = re.compile(rf"\s*({NUMBER})\s*([a-zA-Z]*|%)\s*")
NO_SIZE = "the file gives no size in mm: 96 units are taken as an inch"
"""What is said of a drawing whose size is in px or not given."""


def length(text: str | None, whole: float = 0.0, font: float = 16.0) -> float | None:
    """User units of a length; None when it is none. `whole` is what per cent are of, `font`
    the size of letters."""
    match = _LENGTH.fullmatch(text or "")
    if match is None:
        return None
    value, unit = float(match[1]), match[2].lower()
    if unit == "":
        per = 1.0
    elif unit == "%":
        per = whole / 100.0
    elif unit in UNITS:
        per = UNITS[unit] / MM_A_PX
    elif unit in _OF_FONT:
        per = _OF_FONT[unit] * (16.0 if unit == "rem" else font)
    else:
        return None
    return value * per if math.isfinite(value * per) else None


_OF_FONT = {"em": 1.0, "rem": 1.0, "ex": 0.5, "ch": 0.5}


def numbers(text: str | None) -> list[float] | None:
    """All numbers of a list with blanks or commas; None when there is anything else."""
    words = re.split(r"[\s,]+", (text or "").strip())
    try:
        found = [float(w) for w in words if w]
    except ValueError:
        return None
    return found if all(map(math.isfinite, found)) else None


def view_box(element: Any) -> tuple[float, float, float, float] | None:
    """Left, top, width and height of a viewBox; None when there is none that could be shown."""
    found = numbers(element.get("viewBox"))
    if found is None or len(found) != 4 or found[2] <= 0 or found[3] <= 0:
        return None
    return found[0], found[1], found[2], found[3]


def says_its_size(root: Any) -> bool:
    """True when width or height is in a unit of length that is not a screen's."""
    found = (_LENGTH.fullmatch(root.get(side) or "") for side in ("width", "height"))
    return any(m is not None and m[2].lower() in UNITS and m[2].lower() != "px" for m in found)


def page_size(root: Any) -> tuple[float | None, float | None]:
    """Width and height of the page in px, from what the file gives; None where nothing does.
    SVG 2, 8.2; where one side is missing, the viewBox's shape gives it (SVG 2, 8.12)."""
    box = view_box(root)
    sides: list[float | None] = []
    for name in ("width", "height"):
        text = root.get(name) or ""
        known = None if "%" in text else length(text)
        sides.append(known if known is not None and known > 0 else None)
    wide, high = sides
    if box is not None:
        if wide is None and high is None:
            return box[2], box[3]
        if wide is None and high is not None:
            return high * box[2] / box[3], high
        if high is None and wide is not None:
            return wide, wide * box[3] / box[2]
    return wide, high
