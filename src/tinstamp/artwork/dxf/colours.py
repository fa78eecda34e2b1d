"""Colours of a DXF's entities, by layer, by block or their own."""

from __future__ import annotations

from typing import Any

BY_BLOCK, BY_LAYER, FORE = 0, 256, 7
"""Colour numbers that stand for others; 7 is black on paper and white on a dark screen."""
BLACK = "#000000"


def colour_of(entity: Any, document: Any, layer: str, above: str) -> str:
    """#rrggbb of an entity that lies on a layer, in a block whose insert has the colour `above`."""
    from ezdxf.colors import aci2rgb, int2rgb

    own = entity.dxf.get("true_color")
    if own is not None:
        return _named(*int2rgb(own))
    number = abs(int(entity.dxf.get("color", BY_LAYER)))
    if number == BY_BLOCK:
        return above
    if number == BY_LAYER:
        if layer not in document.layers:
            return BLACK
        there = document.layers.get(layer)
        if there.dxf.get("true_color") is not None:
            return _named(*int2rgb(there.dxf.true_color))
        number = abs(int(there.dxf.get("color", FORE)))
    if number == FORE or not 1 <= number <= 255:
        return BLACK
    return _named(*aci2rgb(number))


def rgb_of(name: str) -> tuple[float, float, float]:
    """Red, green and blue of #rrggbb, 0 to 1 each."""
    red, green, blue = (int(name[k : k + 2], 16) / 255.0 for k in (1, 3, 5))
    return red, green, blue


def _named(red: int, green: int, blue: int) -> str:
    return f"#{red:02x}{green:02x}{blue:02x}"
