"""Basic shapes of SVG as runs of lines and curves.

Source: SVG 2, chapter 10 Basic shapes (rounded corners 10.2; sizes that are negative are not
drawn) and 9.6.1 Polylines; circles by cubics of an eighth of a turn.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping

from tinstamp.artwork.svg.lengths import NUMBER, length
from tinstamp.artwork.svg.path_data import Point, Run, arc, runs

Sizes = Callable[[str, float], float | None]
"""Gives a length of the element by its name, of a whole that per cent are of."""

FIGURES = ("path", "rect", "circle", "ellipse", "line", "polyline", "polygon")
"""Elements that draw."""


def figure(name: str, given: Mapping[str, str], wide: float, high: float, font: float) -> list[Run]:
    """The runs of a basic shape or path; none for one that draws nothing. Per cent are of
    `wide`, `high`, or of the diagonal (SVG 2, 8.9)."""
    diagonal = ((wide * wide + high * high) / 2) ** 0.5

    def size(key: str, usual: float = 0.0) -> float:
        whole = wide if key in ("x", "cx", "x1", "x2", "width", "rx") else high
        whole = diagonal if key == "r" else whole
        found = length(given.get(key), whole, font)
        return usual if found is None else found

    if name == "path":
        return runs(_path_text(given.get("d", "")))
    if name == "rect":
        return _rect(given, size)
    if name == "circle":
        return _ellipse(size("cx"), size("cy"), size("r"), size("r"))
    if name == "ellipse":
        rx, ry = size("rx", -1.0), size("ry", -1.0)
        return _ellipse(size("cx"), size("cy"), rx if rx >= 0 else ry, ry if ry >= 0 else rx)
    if name == "line":
        ends = (size("x1"), size("y1")), (size("x2"), size("y2"))
        return [Run([("M", (ends[0],)), ("L", (ends[1],))], False)]
    return _points(given.get("points", ""), name == "polygon")


def _path_text(text: str) -> str:
    """The data of a `d` attribute or property (`path("…")`)."""
    match = re.fullmatch(r"""\s*path\(\s*["'](.*)["']\s*\)\s*""", text, re.DOTALL)
    return match[1] if match else text


def _rect(given: Mapping[str, str], size: Callable[..., float]) -> list[Run]:
    x, y, w, h = size("x"), size("y"), size("width"), size("height")
    if w <= 0 or h <= 0:
        return []
    rx, ry = size("rx", -1.0), size("ry", -1.0)
    rx, ry = (rx if rx >= 0 else ry), (ry if ry >= 0 else rx)
    rx, ry = min(max(rx, 0.0), w / 2), min(max(ry, 0.0), h / 2)
    if rx == 0 or ry == 0:
        corners = [(x, y), (x + w, y), (x + w, y + h), (x, y + h)]
        return [Run([("M", (corners[0],)), *(("L", (c,)) for c in corners[1:])], True)]
    commands: list[tuple[str, tuple[Point, ...]]] = [("M", ((x + rx, y),))]
    at = (x + rx, y)
    for straight, end in (
        ((x + w - rx, y), (x + w, y + ry)),
        ((x + w, y + h - ry), (x + w - rx, y + h)),
        ((x + rx, y + h), (x, y + h - ry)),
        ((x, y + ry), (x + rx, y)),
    ):
        if straight != at:
            commands.append(("L", (straight,)))
        commands += [("C", p) for p in arc(straight, rx, ry, 0.0, False, True, end)]
        at = end
    return [Run(commands, True)]


def _ellipse(cx: float, cy: float, rx: float, ry: float) -> list[Run]:
    if rx <= 0 or ry <= 0:
        return []
    right, left = (cx + rx, cy), (cx - rx, cy)
    commands: list[tuple[str, tuple[Point, ...]]] = [("M", (right,))]
    for start, end in ((right, left), (left, right)):
        commands += [("C", p) for p in arc(start, rx, ry, 0.0, False, True, end)]
    return [Run(commands, True)]


def _points(text: str, closed: bool) -> list[Run]:
    """As far as the list can be read; an odd number at its end is left out."""
    values: list[float] = []
    at = 0
    pattern = re.compile(rf"[\s,]*({NUMBER})")
    while (match := pattern.match(text, at)) is not None:
        values.append(float(match[1]))
        at = match.end()
    pairs = list(zip(values[::2], values[1::2], strict=False))
    if len(pairs) < 2:
        return []
    return [Run([("M", (pairs[0],)), *(("L", (p,)) for p in pairs[1:])], closed)]
