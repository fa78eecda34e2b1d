"""The size of an SVG drawing's units, from its width, height and viewBox.

Source: SVG 1.1, 7.10 Units, and CSS 2.1, 4.3.2 Lengths (96 px to the inch).
"""

from __future__ import annotations

import math
import re
from typing import Any

UNITS = {"mm": 1.0, "cm": 10.0, "in": 25.4, "pt": 25.4 / 72, "pc": 25.4 / 6, "px": 25.4 / 96}
"""mm each."""


def svg_scale(root: Any) -> tuple[float, str]:
    """mm for a unit of the drawing, and a note when the file does not say so."""
    box = [float(w) for w in re.findall(r"[-+\d.eE]+", root.get("viewBox") or "") if _finite(w)]
    for side, extent in (("width", 2), ("height", 3)):
        match = re.fullmatch(r"\s*([\d.]+)\s*([a-z]*)\s*", root.get(side) or "")
        if match and _finite(match[1]) and float(match[1]) > 0 and (match[2] or "px") in UNITS:
            size = float(match[1]) * UNITS[match[2] or "px"]
            note = "" if match[2] not in ("", "px") else NO_SIZE
            if len(box) == 4 and box[extent] > 0:
                return size / box[extent], note
            return UNITS[match[2] or "px"], note
    return UNITS["px"], NO_SIZE


NO_SIZE = "the file gives no size in mm: 96 units are taken as an inch"


def _finite(word: str) -> bool:
    try:
        return math.isfinite(float(word))
    except ValueError:
        return False
