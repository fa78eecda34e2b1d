"""Text of a DXF as outlines, where its font is at hand.

Source: DXF reference, TEXT and MTEXT (groups 7, 40, 41, 50, 51, 71 to 73; height is that of
capitals), from memory.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from tinstamp.artwork.fonts import FontError
from tinstamp.artwork.lettering import Lettered, font_called, lettered
from tinstamp.artwork.outline import Array
from tinstamp.artwork.unite import Contour

LEFT, CENTRE, RIGHT, ALIGNED, MIDDLE, FITTED = range(6)
"""Where text is held across, group 72."""
DESCENT = 1.0 / 3.0
"""How far letters hang below the baseline, in heights of capitals; common practice, no source."""
LINES_APART = 5.0 / 3.0
"""Baseline to baseline of MTEXT, in heights of capitals."""


def letters_of(entity: Any, document: Any) -> tuple[Contour, ...] | str:
    """Outlines of a text in units of the drawing; or what to call it when it is left out."""
    style = document.styles.get(entity.dxf.get("style", "Standard")) if (
        entity.dxf.get("style", "Standard") in document.styles) else None  # fmt: skip
    name = str(style.dxf.font) if style is not None else ""
    font = font_called(name)
    if font is None:
        return f"text in the font “{name}”" if name else "text without a font"
    try:
        if entity.dxftype() == "MTEXT":
            return _many_lines(entity, font)
        return _one_line(entity, font)
    except FontError:
        return f"text in the font “{name}”"


def _one_line(entity: Any, font: Any) -> tuple[Contour, ...]:
    text, height = entity.plain_text().strip(), float(entity.dxf.height)
    if not text or height <= 0:
        return ()
    made = lettered(text, font, height)
    across = float(entity.dxf.get("width", 1.0) or 1.0)
    held, level = int(entity.dxf.get("halign", 0)), int(entity.dxf.get("valign", 0))
    first = _xy(entity.dxf.insert)
    second = _xy(entity.dxf.get("align_point", entity.dxf.insert))
    turn = float(entity.dxf.get("rotation", 0.0))
    up = 1.0
    if held in (ALIGNED, FITTED):
        along = second - first
        reach = float(np.linalg.norm(along))
        if reach <= 0 or made.width <= 0:
            return ()
        turn = float(np.degrees(np.arctan2(along[1], along[0])))
        across = reach / made.width
        up = across if held == ALIGNED else 1.0
        at, shift = first, np.zeros(2)
    else:
        at = first if held == LEFT and level == 0 else second
        share = {LEFT: 0.0, RIGHT: 1.0}.get(held, 0.5)
        shift = np.array([-share * made.width, -_level(held, level) * height])
    flags = int(entity.dxf.get("text_generation_flag", 0))
    across, up = (-across if flags & 2 else across), (-up if flags & 4 else up)
    lean = np.tan(np.radians(float(entity.dxf.get("oblique", 0.0))))
    matrix = _turned(turn) @ np.array([[across, lean * up], [0.0, up]])
    return _placed(made, matrix, shift, at, entity)


def _level(held: int, level: int) -> float:
    """How high above the baseline text is held, in heights of capitals."""
    if held == MIDDLE:
        return 0.5
    return {0: 0.0, 1: -DESCENT, 2: 0.5, 3: 1.0}.get(level, 0.0)


def _many_lines(entity: Any, font: Any) -> tuple[Contour, ...] | str:
    height = float(entity.dxf.get("char_height", 0.0))
    lines = [str(line) for line in entity.plain_text(split=True)]
    if height <= 0 or not any(line.strip() for line in lines):
        return ()
    wide = float(entity.dxf.get("width", 0.0) or 0.0)
    made = [lettered(line, font, height) for line in lines]
    if wide and any(line.width > wide * 1.001 for line in made):
        return "text that is broken into lines by its width"
    step = LINES_APART * height * float(entity.dxf.get("line_spacing_factor", 1.0) or 1.0)
    point = int(entity.dxf.get("attachment_point", 1)) - 1
    share, row = (0.0, 0.5, 1.0)[point % 3], point // 3
    total = height + step * (len(lines) - 1)
    top = {0: -height, 1: total / 2 - height, 2: total - height}.get(row, -height)
    direction = entity.dxf.get("text_direction")
    turn = float(entity.dxf.get("rotation", 0.0))
    if direction is not None:
        turn = float(np.degrees(np.arctan2(direction.y, direction.x)))
    found: list[Contour] = []
    for k, line in enumerate(made):
        shift = np.array([-share * line.width, top - k * step])
        found += _placed(line, _turned(turn), shift, _xy(entity.dxf.insert), entity)
    return tuple(found)


def _placed(
    made: Lettered, matrix: Array, shift: Array, at: Array, entity: Any
) -> tuple[Contour, ...]:
    """Letters moved, turned and put where they stand, in the coordinates of the drawing."""
    flip = float(entity.dxf.get("extrusion", (0, 0, 1))[2]) < 0
    found: list[Contour] = []
    for contour in made.contours:
        moved: Contour = []
        for verb, points in contour:
            q = (np.array(points) + shift) @ matrix.T + at
            if flip:
                q[:, 0] = -q[:, 0]
            moved.append((verb, tuple((float(x), float(y)) for x, y in q)))
        found.append(moved)
    return tuple(found)


def _turned(degrees: float) -> Array:
    c, s = np.cos(np.radians(degrees)), np.sin(np.radians(degrees))
    return np.array([[c, -s], [s, c]])


def _xy(v: Any) -> Array:
    return np.array([float(v[0]), float(v[1])])
