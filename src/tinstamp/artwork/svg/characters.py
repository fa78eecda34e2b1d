"""The characters of a text element with their styles and addresses.

Source: SVG 2, 11.3 (white space), 11.4.2 (`x`, `y`, `dx`, `dy`, `rotate` by addressable
characters), 11.5.2 (`textLength`), 11.8 (text on a path).
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.lettering import font_of_family
from tinstamp.artwork.svg.lengths import length, numbers
from tinstamp.artwork.svg.state import local_name
from tinstamp.artwork.svg.style import Style
from tinstamp.artwork.svg.word_path import WordPath

BOLD_FROM = 600
"""font-weight that counts as bold"""
SPACE = "{http://www.w3.org/XML/1998/namespace}space"
PRESERVED = ("pre", "pre-wrap", "break-spaces")
DOWNWARDS = ("tb", "tb-rl", "vertical-rl", "vertical-lr", "sideways-rl", "sideways-lr")
ADDRESSES = ("x", "y", "dx", "dy")


@dataclass(frozen=True)
class Fit:
    """A length, px, that an element asks of its text: by its gaps alone, or its letters too."""

    length: float
    letters: bool


@dataclass
class Character:
    """A character of a text; px.

    Attributes
    ----------
    x, y : where it stands, if that is said. dx, dy : added. turn : degrees, of it alone.
    lifts : the shifts of its baseline, one for each element about it that has one.
    path : the one that it runs along. fit : of the element nearest about it that asks for one.
    """

    text: str
    style: Style
    kept: bool
    lifts: tuple[tuple[str, float], ...] = ()
    path: WordPath | None = None
    fit: Fit | None = None
    x: float | None = None
    y: float | None = None
    dx: float = 0.0
    dy: float = 0.0
    turn: float = 0.0

    @property
    def font(self) -> FontData | None:
        """The first of its families that is at hand."""
        return _font(self.style)


@dataclass(frozen=True)
class About:
    """What a text element may ask of the drawing that it stands in.

    Attributes
    ----------
    styled : the style of an element within another. path : that of a `textPath`, None for a
        dead reference. tell : says what is not drawn.
    """

    styled: Callable[[Any, Style], Style]
    path: Callable[[Any], WordPath | None]
    tell: Callable[[str], None]


@dataclass(frozen=True)
class _Within:
    """What an element hands to those within it."""

    style: Style
    kept: bool
    lifts: tuple[tuple[str, float], ...]
    path: WordPath | None
    fit: Fit | None


def characters(element: Any, style: Style, about: About) -> list[Character]:
    """Those of a text that are drawn or leave a gap, in order."""
    spans: list[tuple[Any, Style, int, int]] = []
    found: list[Character] = []
    said = (one.get(SPACE) for one in (element, *element.iterancestors()))
    kept = next((word for word in said if word), "default") == "preserve"
    _walk(element, _Within(style, kept, (), None, None), about, found, spans)
    shown = _collapsed(found)
    numbered = {k: i for i, k in enumerate(shown)}
    for one, own, low, high in reversed(spans):  # those about others come last in it
        _addressed(one, own, [found[k] for k in range(low, high) if k in numbered])
    first = found[shown[0]] if shown else None
    if first is not None and first.path is None:
        first.x, first.y = first.x or 0.0, first.y or 0.0
    return [found[k] for k in shown]


def _walk(
    element: Any,
    above: _Within,
    about: About,
    found: list[Character],
    spans: list[tuple[Any, Style, int, int]],
) -> None:
    """Adds an element's characters to those found, and which they are to the spans."""
    style = above.style
    space = element.get(SPACE)
    kept = above.kept if space is None else space == "preserve"
    lifts = above.lifts
    if style["baseline-shift"] not in ("baseline", "0"):
        lifts = (*lifts, (style["baseline-shift"], style.font))
    asked = length(element.get("textLength"), 0.0, style.font)
    fit = above.fit
    if asked is not None and asked > 0:
        fit = Fit(asked, element.get("lengthAdjust") == "spacingAndGlyphs")
    if style["text-decoration"] not in ("none", ""):
        about.tell("lines at words")
    kept = kept or style["white-space"] in PRESERVED
    within = _Within(style, kept, lifts, above.path, fit)
    low = len(found)
    found += _of(element.text, within)
    for child in element:
        name = local_name(child)
        if name in ("tspan", "a", "textPath"):
            inner = about.styled(child, style)
            path = about.path(child) if name == "textPath" else above.path
            if inner["display"] != "none" and (name != "textPath" or path is not None):
                _walk(child, replace(within, style=inner, path=path), about, found, spans)
        found += _of(child.tail, within)
    spans.append((element, style, low, len(found)))


def _of(text: str | None, within: _Within) -> list[Character]:
    return [
        Character(letter, within.style, within.kept, within.lifts, within.path, within.fit)
        for letter in text or ""
    ]


def _collapsed(found: Sequence[Character]) -> list[int]:
    """White space as the standard has it: line ends go, runs of blanks are one, none at the ends
    (but where space is to be kept)."""
    shown: list[int] = []
    blank = True
    for k, one in enumerate(found):
        if one.kept:
            one.text = " " if one.text in "\t\r\n" else one.text
            blank = False
        elif one.text in "\r\n":
            one.text = "" if one.text == "\r" else " "
        elif one.text == "\t":
            one.text = " "
        if not one.text or (one.text == " " and blank and not one.kept):
            continue
        blank = one.text == " " and not one.kept
        shown.append(k)
    while shown and found[shown[-1]].text == " " and not found[shown[-1]].kept:
        shown.pop()
    return shown


def _addressed(element: Any, style: Style, within: Sequence[Character]) -> None:
    """Gives an element's characters their places; those of an element further in go before."""
    for name in ADDRESSES:
        words = [w for w in re.split(r"[\s,]+", element.get(name) or "") if w]
        for word, one in zip(words, within, strict=False):
            value = length(word, 0.0, style.font)
            if value is not None:
                setattr(one, name, value)
    turns = numbers(element.get("rotate")) or []
    for k, one in enumerate(within if turns else ()):
        one.turn = turns[min(k, len(turns) - 1)]


def _font(style: Style) -> FontData | None:
    weight = style["font-weight"].strip().lower()
    heavy = weight in ("bold", "bolder") or (weight.isdigit() and int(weight) >= BOLD_FROM)
    slanted = style["font-style"].strip().lower() in ("italic", "oblique")
    for family in families(style):
        font = font_of_family(family, heavy, slanted)
        if font is not None:
            return font
    return None


def families(style: Style) -> list[str]:
    """The families of letters that a style asks for, in order."""
    return [f.strip().strip("'\"") for f in style["font-family"].split(",") if f.strip()]
