"""SVG (W3C SVG 2) of the flat artwork at true size, in mm.

A group for what is done with each stamp, titled with it, and one for the outlines of faces. Curves
are cubic Béziers as they are, or lines and arcs within a tolerance; circles are circles. The same
job gives the same bytes.
"""

from __future__ import annotations

from pathlib import Path
from xml.sax.saxutils import escape, quoteattr

import numpy as np

from tinstamp.artwork.outline import Array, Outline
from tinstamp.output.arcs import Piece, circle_of, pieces_of
from tinstamp.output.drawing import FACES, LINES, MARKS, Layer, drawing_of
from tinstamp.output.outputs import Options
from tinstamp.output.result import Result

MARGIN = 2.0
"""mm about all of it"""
DIGITS = 6
"""decimals of a coordinate, mm"""
HAIR = 0.1
"""mm that lines are wide which are no ink"""


def write(result: Result, path: Path, options: Options) -> None:
    """Write the flat artwork; ink is filled, or with a width drawn as lines. Raises OSError,
    OutputError."""
    drawing = drawing_of(result, options)
    low_x, low_y, high_x, high_y = map(float, drawing.bounds)
    shift = np.array([MARGIN - low_x, high_y + MARGIN])
    wide, high = high_x - low_x + 2 * MARGIN, high_y - low_y + 2 * MARGIN
    lines = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{_figure(wide)}mm" '
        f'height="{_figure(high)}mm" viewBox="0 0 {_figure(wide)} {_figure(high)}">',
        f"<title>{escape(result.name)}</title>",
    ]
    for number, layer in enumerate(drawing.layers, 1):
        lines += _group(layer, number, shift, options["line"], options["arcs"])
    lines.append("</svg>")
    path.write_text("\n".join(lines) + "\n", encoding="utf-8")


def _group(layer: Layer, number: int, shift: Array, width: float, arcs: float) -> list[str]:
    look = f'fill={quoteattr(layer.colour)} fill-rule="nonzero"'
    if width or layer.operation in (FACES, MARKS, LINES):
        thin = HAIR if layer.operation in (FACES, MARKS, LINES) else width
        look = f'fill="none" stroke={quoteattr(layer.colour)} stroke-width="{_figure(thin)}"'
    found = [f'<g id="layer-{number}" {look}>', f"<title>{escape(layer.name)}</title>"]
    found += [_shape([outline], shift, arcs) for outline in layer.outlines]
    found += [_shape(list(region.outlines), shift, arcs) for region in layer.regions]
    found += [f'<path d="{_open(line, shift, arcs)}"/>' for line in layer.lines]
    return [*found, "</g>"]


def _shape(outlines: list[Outline], shift: Array, arcs: float) -> str:
    circle = circle_of(outlines[0]) if len(outlines) == 1 else None
    if circle is not None:
        x, y = circle[0] * [1.0, -1.0] + shift
        return f'<circle cx="{_figure(x)}" cy="{_figure(y)}" r="{_figure(circle[1])}"/>'
    drawn = " ".join(_open(o.beziers, shift, arcs, o.straight) + " Z" for o in outlines)
    return f'<path d="{drawn}"/>'


def _open(beziers: Array, shift: Array, arcs: float, straight: np.ndarray | None = None) -> str:
    """Curves as path data; SVG's y runs downwards."""
    poles = beziers * [1.0, -1.0] + shift
    words = [f"M{_pair(poles[0, 0])}"]
    if arcs:
        words += [_arc(piece, shift) for piece in pieces_of(beziers, arcs)]
        return " ".join(words)
    plain = np.zeros(len(poles), dtype=bool) if straight is None else straight
    for piece, is_line in zip(poles, plain, strict=True):
        if is_line:
            words.append(f"L{_pair(piece[3])}")
        else:
            words.append("C" + " ".join(_pair(p) for p in piece[1:]))
    return " ".join(words)


def _arc(piece: Piece, shift: Array) -> str:
    end = piece.end * [1.0, -1.0] + shift
    if not piece.bulge:
        return f"L{_pair(end)}"
    radius = _figure(float(np.hypot(*(piece.start - piece.centre))))
    far, onwards = int(abs(piece.turn) > np.pi), int(piece.turn < 0)
    return f"A{radius} {radius} 0 {far} {onwards} {_pair(end)}"


def _pair(p: Array) -> str:
    return f"{_figure(p[0])} {_figure(p[1])}"


def _figure(value: float) -> str:
    text = f"{float(value):.{DIGITS}f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text
