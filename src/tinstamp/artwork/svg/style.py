"""Computed styles of SVG elements: declared, inherited, or as the standard starts them.

Source: SVG 2, appendix G (properties, what they start with, which are inherited); CSS 2.1,
4.2: a value that is not allowed is as if it were not there.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from tinstamp.artwork.svg.cascade import Declared
from tinstamp.artwork.svg.colour import is_colour, is_paint
from tinstamp.artwork.svg.lengths import NUMBER, length
from tinstamp.artwork.svg.transforms import transform_of

INHERITED = {
    "color": "black", "fill": "black", "fill-rule": "nonzero", "fill-opacity": "1",
    "stroke": "none", "stroke-opacity": "1", "stroke-width": "1", "stroke-linecap": "butt",
    "stroke-linejoin": "miter", "stroke-miterlimit": "4", "stroke-dasharray": "none",
    "stroke-dashoffset": "0", "visibility": "visible", "clip-rule": "nonzero",
    "marker-start": "none", "marker-mid": "none", "marker-end": "none", "font-family": "",
    "font-size": "16", "font-weight": "normal", "font-style": "normal", "text-anchor": "start",
    "letter-spacing": "normal", "word-spacing": "normal", "dominant-baseline": "auto",
    "writing-mode": "lr", "white-space": "normal", "font-variant": "normal",
}  # fmt: skip
"""Properties that go to what an element holds, and what they start with."""
OWN = {
    "opacity": "1", "display": "inline", "clip-path": "none", "mask": "none", "filter": "none",
    "overflow": "", "transform": "none", "transform-origin": "", "transform-box": "view-box",
    "vector-effect": "none", "stop-color": "black", "stop-opacity": "1", "mask-type": "luminance",
    "baseline-shift": "baseline", "text-decoration": "none",
}  # fmt: skip
"""Properties of an element alone."""
GEOMETRY = ("x", "y", "width", "height", "cx", "cy", "r", "rx", "ry", "d")
"""Properties that a sheet may give as well as an attribute (SVG 2, 7.1)."""


_SHARE = re.compile(rf"{NUMBER}%?")


def _is_share(text: str) -> bool:
    return _SHARE.fullmatch(text.strip()) is not None


def _is_size(text: str) -> bool:
    return (length(text, 1.0) or 0.0) >= 0 and length(text, 1.0) is not None


def _is_dash(text: str) -> bool:
    return text == "none" or all(_is_size(w) for w in re.split(r"[\s,]+", text.strip()) if w)


def _one_of(*words: str) -> Callable[[str], bool]:
    return lambda text: text in words


_ALLOWED: Mapping[str, Callable[[str], bool]] = {
    "color": is_colour, "fill": is_paint, "stroke": is_paint, "stop-color": is_colour,
    "fill-opacity": _is_share, "stroke-opacity": _is_share, "opacity": _is_share,
    "stop-opacity": _is_share, "stroke-width": _is_size, "stroke-dasharray": _is_dash,
    "stroke-dashoffset": lambda text: length(text, 1.0) is not None,
    "stroke-miterlimit": lambda text: (length(text) or 0.0) >= 1.0,
    "fill-rule": _one_of("nonzero", "evenodd"), "clip-rule": _one_of("nonzero", "evenodd"),
    "stroke-linecap": _one_of("butt", "round", "square"),
    "stroke-linejoin": _one_of("miter", "round", "bevel", "miter-clip", "arcs"),
    "visibility": _one_of("visible", "hidden", "collapse"),
    "transform": lambda text: transform_of(text, 1.0, 1.0) is not None,
    "text-anchor": _one_of("start", "middle", "end"),
}  # fmt: skip


@dataclass(frozen=True)
class Style:
    """The computed values of an element.

    Attributes
    ----------
    values : inherited properties. own : those of the element alone.
    font : size of letters, px. sizes : geometry that a sheet gives.
    """

    values: Mapping[str, str]
    own: Mapping[str, str]
    font: float
    sizes: Mapping[str, str]

    def __getitem__(self, name: str) -> str:
        found = self.values.get(name)
        return self.own[name] if found is None else found

    def share(self, name: str) -> float:
        """A property from 0 to 1."""
        return min(1.0, max(0.0, length(self[name], 1.0) or 0.0))


START = Style(INHERITED, OWN, 16.0, {})
"""What the root inherits."""


def computed(element: Any, above: Style, declared: tuple[Declared, ...]) -> Style:
    """The style of an element within another."""
    if not declared and _BY_ATTRIBUTE.isdisjoint(element.attrib):
        return Style(above.values, OWN, above.font, {})
    values = dict(above.values)
    own = dict(OWN)
    sizes: dict[str, str] = {}
    given = [
        *(Declared(str(k), str(v)) for k, v in element.attrib.items() if k in _BY_ATTRIBUTE),
        *declared,
    ]
    for one in given:
        for name, text in _unfolded(one):
            _take(name, text, above, values, own, sizes)
    font = _font(values["font-size"], above.font)
    if values["font-size"] != above.values["font-size"]:
        values["font-size"] = f"{font!r}"
    return Style(values, own, font, sizes)


_BY_ATTRIBUTE = {*INHERITED, *OWN}


def _unfolded(one: Declared) -> list[tuple[str, str]]:
    """A declaration as single properties."""
    text = one.value.strip()
    if one.name == "marker":
        return [(f"marker-{k}", text) for k in ("start", "mid", "end")]
    if one.name == "font":
        match = re.match(r"(.*?)([\d.]+(?:px|pt|em|%|mm|cm|in|pc|ex)?)(?:/\S+)?\s+(.+)", text)
        if match is None:
            return []
        bold = "bold" if "bold" in match[1] else "normal"
        slant = "italic" if "italic" in match[1] or "oblique" in match[1] else "normal"
        return [("font-weight", bold), ("font-style", slant), ("font-size", match[2]),
                ("font-family", match[3])]  # fmt: skip
    return [(one.name, text)]


def _take(
    name: str,
    text: str,
    above: Style,
    values: dict[str, str],
    own: dict[str, str],
    sizes: dict[str, str],
) -> None:
    word = text.lower()
    if name in GEOMETRY:
        sizes[name] = text
    if name in INHERITED:
        if word in ("inherit", "unset"):
            values[name] = above.values[name]
        elif word == "initial":
            values[name] = INHERITED[name]
        elif _allowed(name, text):
            values[name] = _plain(name, text)
    elif name in OWN:
        if word == "inherit":
            own[name] = above.own[name]
        elif word in ("initial", "unset"):
            own[name] = OWN[name]
        elif _allowed(name, text):
            own[name] = _plain(name, text)


_KEYWORDS = {"fill-rule", "clip-rule", "stroke-linecap", "stroke-linejoin", "visibility",
             "display", "text-anchor", "overflow", "mask-type"}  # fmt: skip


def _plain(name: str, text: str) -> str:
    return text.lower() if name in _KEYWORDS else text


def _allowed(name: str, text: str) -> bool:
    check = _ALLOWED.get(name)
    return bool(text) and (check is None or check(_plain(name, text)))


_NAMED_SIZES = {"xx-small": 9.0, "x-small": 10.0, "small": 13.0, "medium": 16.0, "large": 18.0,
                "x-large": 24.0, "xx-large": 32.0}  # fmt: skip
"""px; CSS Fonts 4, 2.5.1, at 16 px."""


def _font(text: str, above: float) -> float:
    if text in _NAMED_SIZES:
        return _NAMED_SIZES[text]
    if text in ("smaller", "larger"):
        return above / 1.2 if text == "smaller" else above * 1.2
    found = length(text, above, above)
    return found if found is not None and found >= 0 else above
