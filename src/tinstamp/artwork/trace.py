"""Logos from pictures: what is darker than a threshold, traced to outlines.

Pillow reads the picture, contourpy follows the threshold between pixels; the outlines are
then smoothed within a tolerance (`tidy`).
"""

from __future__ import annotations

from io import BytesIO

import numpy as np
import shapely
from contourpy import contour_generator
from PIL import Image, UnidentifiedImageError

from tinstamp.artwork.drawing import MOST_BYTES, Drawing
from tinstamp.artwork.outline import nest, polygon
from tinstamp.artwork.painted import LogoError

MOST_PIXELS = 16_000_000
"""pixels of a picture that is read"""
PIXELS_TRACED = 1600
"""Pixels along the longer side that are traced at most; larger pictures are made smaller."""
MOST_OUTLINES = 2000
"""outlines that a picture may give"""


def trace(data: bytes, threshold: float) -> Drawing:
    """Outlines of the dark parts of a PNG or JPEG, a pixel a mm, y upwards.

    `threshold` is the part of white, 0 to 1, below which a place is ink; what can be seen
    through counts as white. Raises LogoError.
    """
    if len(data) > MOST_BYTES:
        raise LogoError(f"the picture is larger than {MOST_BYTES // 2**20} MB")
    try:
        with Image.open(BytesIO(data), formats=("PNG", "JPEG")) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise LogoError("the picture has more than 16 million pixels")
            if max(picture.size) > PIXELS_TRACED:
                picture.thumbnail((PIXELS_TRACED, PIXELS_TRACED))
            seen = picture.convert("RGBA")
            paper = Image.new("RGBA", seen.size, "white")
            grey = Image.alpha_composite(paper, seen).convert("L")
    except LogoError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError,
            Image.DecompressionBombError) as error:  # fmt: skip
        raise LogoError("the file is not a sound PNG or JPEG picture") from error
    ink = 1.0 - np.asarray(grey, dtype=float) / 255.0
    framed = np.pad(ink, 1)  # ink at the border closes there
    lines = contour_generator(z=framed).lines(1.0 - threshold)
    rings = [np.asarray(line)[:-1] for line in lines if len(line) > 4]
    rings = [r for r in rings if shapely.Polygon(r).area > 0.5]
    if not rings:
        raise LogoError("nothing in the picture is darker than the threshold")
    if len(rings) > MOST_OUTLINES:
        raise LogoError(f"the picture gives more than {MOST_OUTLINES} outlines: it is no logo")
    height = framed.shape[0]
    outlines = [polygon(np.column_stack([r[:, 0], height - r[:, 1]]).tolist()) for r in rings]
    lines = tuple(o.points(1) for o in outlines)
    return Drawing(tuple(nest(outlines)), (), tuple(np.vstack([o, o[:1]]) for o in lines))
