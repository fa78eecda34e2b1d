"""Text of an SVG as outlines, where its font is at hand.

Source: SVG 2, 11.4 (x, y, dx, dy, anchors) and 11.8; text on a path, and text whose font is not at
hand, is told.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

from tinstamp.artwork.fonts import FontData, FontError
from tinstamp.artwork.lettering import font_of_family, lettered
from tinstamp.artwork.svg.lengths import length
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.svg.state import local_name
from tinstamp.artwork.svg.style import Style

BOLD_FROM = 600
"""font-weight that counts as bold"""
ON_A_PATH = "text on a path"


@dataclass
class _Chunk:
    """Words that are anchored together: each piece with its style, from its place on."""

    x: float | None
    y: float | None
    dx: float
    dy: float
    text: str
    style: Style


Styled = Callable[[Any, Style], Style]
"""The style of an element within another."""


def text_runs(
    element: Any, style: Style, styled: Styled, tell: Callable[[str], None]
) -> Iterator[tuple[tuple[Run, ...], Style]]:
    """The outlines of a text element, a piece of one style at a time."""
    chunks = list(_chunks(element, style, styled, tell, first=True))
    _trimmed(chunks)
    at_x = at_y = 0.0
    row: list[tuple[_Chunk, FontData | None, float]] = []
    found: list[tuple[tuple[Run, ...], Style]] = []

    def finish() -> None:
        nonlocal at_x, row
        total = sum(width + chunk.dx for chunk, _, width in row)
        anchor = row[0][0].style["text-anchor"] if row else "start"
        x = at_x - {"middle": 0.5, "end": 1.0}.get(anchor, 0.0) * total
        y = at_y
        for chunk, font, width in row:
            x, y = x + chunk.dx, y + chunk.dy
            if font is not None and chunk.style["visibility"] == "visible":
                runs = _outlines(chunk, font, x, y, tell)
                if runs:
                    found.append((runs, chunk.style))
            x += width
        at_x, row = x, []

    for chunk in chunks:
        if chunk.x is not None or chunk.y is not None:
            finish()
            at_x = at_x if chunk.x is None else chunk.x
            at_y = at_y if chunk.y is None else chunk.y
        font = _font(chunk.style)
        if font is None:
            tell(_called(chunk.style))
            continue
        row.append((chunk, font, _width(chunk, font)))
    finish()
    yield from found


def _chunks(
    element: Any, style: Style, styled: Styled, tell: Callable[[str], None], first: bool
) -> Iterator[_Chunk]:
    place = [_first(element.get(k), style) for k in ("x", "y")]
    if first:
        place = [0.0 if p is None else p for p in place]
    shift = [_first(element.get(k), style) or 0.0 for k in ("dx", "dy")]
    x, y, dx, dy = place[0], place[1], shift[0], shift[1]
    yield _Chunk(x, y, dx, dy, element.text or "", style)
    for child in element:
        name = local_name(child)
        if name in ("tspan", "a"):
            inner = styled(child, style)
            if inner["display"] != "none":
                yield from _chunks(child, inner, styled, tell, False)
        elif name == "textPath":
            tell(ON_A_PATH)
        yield _Chunk(None, None, 0.0, 0.0, child.tail or "", style)


def _first(text: str | None, style: Style) -> float | None:
    words = re.split(r"[\s,]+", (text or "").strip())
    return length(words[0], 0.0, style.font) if words and words[0] else None


def _trimmed(chunks: list[_Chunk]) -> None:
    """White space as the standard has it: runs of it are one blank, none at the ends."""
    blank = True
    last: _Chunk | None = None
    for chunk in chunks:
        text = re.sub(r"\s+", " ", re.sub(r"[\r\n]+", "", chunk.text))
        if chunk.x is not None or chunk.y is not None:
            blank = True
        if blank:
            text = text.lstrip(" ")
        if text:
            blank = text.endswith(" ")
            last = chunk
        chunk.text = text
    if last is not None:
        last.text = last.text.rstrip(" ")


def _font(style: Style) -> FontData | None:
    weight = style["font-weight"].strip().lower()
    heavy = weight in ("bold", "bolder") or (weight.isdigit() and int(weight) >= BOLD_FROM)
    slanted = style["font-style"].strip().lower() in ("italic", "oblique")
    for family in _families(style):
        font = font_of_family(family, heavy, slanted)
        if font is not None:
            return font
    return None


def _families(style: Style) -> list[str]:
    return [f.strip().strip("'\"") for f in style["font-family"].split(",") if f.strip()]


def _called(style: Style) -> str:
    families = _families(style)
    return f"text in the font “{families[0]}”" if families else "text without a font"


def _width(chunk: _Chunk, font: FontData) -> float:
    try:
        return _advance(chunk.text, font, chunk.style.font)
    except FontError:
        return 0.0


def _advance(text: str, font: FontData, size: float) -> float:
    """The advance of a text with its blanks at both ends."""
    if not text.strip(" "):
        return len(text) * _blank(font, size)
    body = text.strip(" ")
    return lettered(body, font, size, "em").width + (len(text) - len(body)) * _blank(font, size)


def _blank(font: FontData, size: float) -> float:
    pair = lettered("n n", font, size, "em").width
    return pair - 2 * lettered("n", font, size, "em").width


def _outlines(
    chunk: _Chunk, font: FontData, x: float, y: float, tell: Callable[[str], None]
) -> tuple[Run, ...]:
    body = chunk.text.strip(" ")
    if not body:
        return ()
    if chunk.style["letter-spacing"] not in ("normal", "0"):
        tell("letter spacing")
    lead = len(chunk.text) - len(chunk.text.lstrip(" "))
    try:
        made = lettered(body, font, chunk.style.font, "em")
        x += lead * _blank(font, chunk.style.font)
    except FontError:
        tell(_called(chunk.style))
        return ()
    return tuple(
        Run([(verb, tuple((x + px, y - py) for px, py in ps)) for verb, ps in contour], True)
        for contour in made.contours
    )
