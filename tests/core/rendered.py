"""What an independent renderer (resvg) paints of a drawing, beside what is read of it."""

from __future__ import annotations

import io

import numpy as np
import resvg_py
from numpy.typing import NDArray
from PIL import Image, ImageDraw

from tinstamp.artwork.drawing import Drawing
from tinstamp.artwork.fonts import shipped
from tinstamp.artwork.svg.lengths import MM_A_PX, page_size
from tinstamp.artwork.svg.read import parsed, read_svg

Mask = NDArray[np.bool_]
FONTS = [str(face.path) for face in shipped()]
"""The fonts that both have at hand."""
INKED = 127
"""Opacity, of 255, above which a pixel is ink."""
EDGE_SLACK = 0.25
"""Part of the pixels that an outline runs through that may fall to either side."""


def both_inks(data: bytes, size: int, drawing: Drawing | None = None) -> tuple[Mask, Mask]:
    """Where the renderer paints, and where what is read lies, `size` pixels to the longer side.
    Raises LogoError, and ValueError when the renderer refuses or the file has no page."""
    wide, high = page_size(parsed(data))
    if not wide or not high:
        raise ValueError("no page")
    grow = size / max(wide, high)
    text = data.decode("utf-8", "replace").replace("currentColor", "#000000")
    png = bytes(
        resvg_py.svg_to_bytes(
            svg_string=text, dpi=96.0, languages=["en"],
            width=max(1, round(wide * grow)), height=max(1, round(high * grow)),
            skip_system_fonts=True, font_files=FONTS if "<text" in text else None,
        )
    )  # fmt: skip
    with Image.open(io.BytesIO(png)) as picture:
        theirs = np.asarray(picture.convert("RGBA"))[..., 3] > INKED
    rows, columns = theirs.shape
    per = np.array([columns / wide, rows / high]) / MM_A_PX
    ours = np.zeros_like(theirs)
    for region in (drawing or read_svg(data)).regions:
        layer = Image.new("1", (columns, rows))
        pen = ImageDraw.Draw(layer)
        for k, outline in enumerate(region.outlines):
            points = outline.fine(2e-4 * max(wide, high) * MM_A_PX)
            flat = np.column_stack([points[:, 0], -points[:, 1]]) * per - 0.5
            pen.polygon([tuple(p) for p in flat.tolist()], fill=k == 0)
        ours |= np.asarray(layer)
    return theirs, ours


def common(theirs: Mask, ours: Mask) -> float:
    """Intersection over union, an outline's own pixels judged mildly."""
    both, either = int((theirs & ours).sum()), int((theirs | ours).sum())
    edge = theirs ^ np.roll(theirs, 1, 0) | theirs ^ np.roll(theirs, 1, 1)
    slack = EDGE_SLACK * float(edge.sum())
    return float((both + min(slack, either - both)) / max(either, 1))


def overlap(data: bytes, size: int = 512) -> float:
    """How well a drawing is read: thin lines get a finer look."""
    drawing = read_svg(data)
    found = common(*both_inks(data, size, drawing))
    return found if found >= 0.98 else common(*both_inks(data, 4 * size, drawing))
