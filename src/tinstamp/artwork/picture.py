"""A picture as its camera saw it, upright, in any depth."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from io import BytesIO

import numpy as np
import shapely
from contourpy import contour_generator
from PIL import Image, ImageOps, UnidentifiedImageError

from tinstamp.artwork.drawing import MOST_BYTES
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError

MOST_PIXELS = 16_000_000
"""pixels of a picture that is read"""
PIXELS_TRACED = 1600
"""Pixels along the longer side that are traced at most; larger pictures are made smaller."""
SMALLEST_RING = 0.5
"""square pixels of the smallest outline"""


@dataclass(frozen=True, eq=False)
class Picture:
    """Pixels: how dark and how opaque each is, (rows, columns), and its red, green and blue,
    (rows, columns, 3), 0 to 1 each."""

    dark: Array
    opaque: Array
    colours: Array


@contextmanager
def upright(data: bytes) -> Iterator[Image.Image]:
    """A PNG or JPEG as its camera saw it. Raises LogoError, also for what reading its pixels
    raises."""
    if len(data) > MOST_BYTES:
        raise LogoError(f"the picture is larger than {MOST_BYTES // 2**20} MB")
    try:
        with Image.open(BytesIO(data), formats=("PNG", "JPEG")) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise LogoError("the picture has more than 16 million pixels")
            yield ImageOps.exif_transpose(picture)
    except LogoError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError, TypeError,
            Image.DecompressionBombError) as error:  # fmt: skip
        raise LogoError("the file is not a sound PNG or JPEG picture") from error


def read_picture(data: bytes) -> Picture:
    """The pixels of a PNG or JPEG. Raises LogoError."""
    with upright(data) as seen:
        if seen.mode.startswith(("I", "F")):  # 16 bit: Pillow would cut it off at 255
            values = np.asarray(seen, dtype=float) / 257.0
            seen = Image.fromarray(np.clip(values, 0, 255).astype(np.uint8))
        if max(seen.size) > PIXELS_TRACED:
            seen = seen.copy()
            seen.thumbnail((PIXELS_TRACED, PIXELS_TRACED))
        every = seen.convert("RGBA")
        grey = np.asarray(every.convert("RGB").convert("L"), dtype=float)
        pixels = np.asarray(every, dtype=float)
    return Picture(1.0 - grey / 255.0, pixels[..., 3] / 255.0, pixels[..., :3] / 255.0)


def rings_at(ink: Array, level: float) -> list[Array]:
    """Edges of ink, (n, 2) each, in pixels from a corner one pixel outside, rows downwards."""
    framed = np.pad(ink, 1)  # ink at the border closes there
    lines = contour_generator(z=framed).lines(level)
    rings = [np.asarray(edge)[:-1] for edge in lines if len(edge) > 4]
    return [ring for ring in rings if shapely.Polygon(ring).area > SMALLEST_RING]
