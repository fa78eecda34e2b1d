"""SVG (W3C SVG 2) of the flat artwork: every marked face unrolled at true size, in mm.

One group for the outlines of faces, one for each stamp, named as in the job. Curves are kept exact,
as cubic Béziers. The same job gives the same bytes.
"""

from __future__ import annotations

from pathlib import Path
from xml.sax.saxutils import quoteattr

import numpy as np

from tinstamp.artwork.outline import Array, Outline
from tinstamp.output.outputs import Options
from tinstamp.output.result import FlatSheet, Result

GAP = 10.0
"""mm between sheets that lie above one another"""
MARGIN = 2.0
"""mm about all of them"""
DIGITS = 5
"""decimals of a coordinate, mm"""


def write(result: Result, path: Path, options: Options) -> None:
    """Write the sheets, the first on top; artwork is filled, or with a width drawn as lines.

    Raises OSError.
    """
    placed, size = _stacked(result.sheets)
    width = options["line"]
    lines = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{_figure(size[0])}mm" '
        f'height="{_figure(size[1])}mm" viewBox="0 0 {_figure(size[0])} {_figure(size[1])}">',
        f"<title>{_escaped(result.name)}</title>",
    ]
    for sheet, shift in placed:
        lines.append(f"<g id={quoteattr('face ' + sheet.face)}>")
        outline = " ".join(_path(o, shift) for o in sheet.outline)
        lines.append(f'<path fill="none" stroke="#808080" stroke-width="0.1" d="{outline}"/>')
        for inked in sheet.inked:
            look = f'fill="{inked.colour}" fill-rule="nonzero"'
            if width:
                look = f'fill="none" stroke="{inked.colour}" stroke-width="{_figure(width)}"'
            lines.append(f"<g id={quoteattr('stamp ' + inked.stamp)} {look}>")
            for region in inked.regions:
                drawn = " ".join(_path(o, shift) for o in region.outlines)
                lines.append(f'<path d="{drawn}"/>')
            lines.append("</g>")
        lines.append("</g>")
    lines.append("</svg>")
    path.write_text("\n".join(lines) + "\n", encoding="utf-8")


def _stacked(sheets: tuple[FlatSheet, ...]) -> tuple[list[tuple[FlatSheet, Array]], Array]:
    """Each sheet with where its (0, 0) comes to lie, y downwards, and the size of all, mm."""
    placed: list[tuple[FlatSheet, Array]] = []
    wide, down = 0.0, MARGIN
    for sheet in sheets:
        outlines = [
            *sheet.outline,
            *(o for i in sheet.inked for r in i.regions for o in r.outlines),
        ]
        boxes = np.stack([o.bounds for o in outlines])
        low, high = boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)
        placed.append((sheet, np.array([MARGIN - low[0], down + high[1]])))
        wide = max(wide, float(high[0] - low[0]))
        down += float(high[1] - low[1]) + GAP
    return placed, np.array([wide + 2 * MARGIN, down - GAP + MARGIN])


def _path(outline: Outline, shift: Array) -> str:
    """A closed outline as path data; SVG's y runs downwards."""
    poles = outline.beziers * [1.0, -1.0] + shift
    words = [f"M{_pair(poles[0, 0])}"]
    for piece, straight in zip(poles, outline.straight, strict=True):
        if straight:
            words.append(f"L{_pair(piece[3])}")
        else:
            words.append("C" + " ".join(_pair(p) for p in piece[1:]))
    return " ".join([*words, "Z"])


def _pair(p: Array) -> str:
    return f"{_figure(p[0])} {_figure(p[1])}"


def _figure(value: float) -> str:
    text = f"{float(value):.{DIGITS}f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text


def _escaped(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
