"""The grey levels of a picture, in all its depth, and made coarser."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from io import BytesIO

import numpy as np

from tinstamp.artwork.drawing import MOST_BYTES
from tinstamp.artwork.logo import LOGO_LIMITS
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError
from tinstamp.guarded.work import GuardError, guarded

SIDE = 800
"""Pixels along the longer side that are kept at most; larger pictures are made coarser."""
DEEP = 65535.0
"""The lightest grey of a picture with 16 bits a pixel"""


def read_greys(data: bytes) -> Array:
    """How light a PNG or JPEG is, upright, rows from the top, 0 to 1, (rows, columns); what can be
    seen through is white behind. Raises LogoError."""
    from PIL import Image, ImageOps, UnidentifiedImageError  # not before a picture is there

    from tinstamp.artwork.picture import MOST_PIXELS

    if len(data) > MOST_BYTES:
        raise LogoError(f"the picture is larger than {MOST_BYTES // 2**20} MB")
    try:
        with Image.open(BytesIO(data), formats=("PNG", "JPEG")) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise LogoError("the picture has more than 16 million pixels")
            upright = ImageOps.exif_transpose(picture)
            if upright.mode.startswith("I"):
                light = np.asarray(upright, dtype=float) / DEEP
            else:
                seen = upright.convert("RGBA")
                white = Image.new("RGBA", seen.size, "white")
                grey = Image.alpha_composite(white, seen).convert("L")
                light = np.asarray(grey, dtype=float) / 255.0
    except LogoError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError, TypeError,
            Image.DecompressionBombError) as error:  # fmt: skip
        raise LogoError("the file is not a sound PNG or JPEG picture") from error
    rows, columns = light.shape
    less = SIDE / max(rows, columns)
    if less < 1.0:
        light = coarser(light, max(1, round(columns * less)), max(1, round(rows * less)))
    return np.clip(light, 0.0, 1.0)


def coarser(light: Array, columns: int, rows: int) -> Array:
    """A picture in so many columns and rows, each the mean of what it covers of the pixels."""
    down, across = (_shares(*counts) for counts in zip(light.shape, (rows, columns), strict=True))
    return np.asarray(down @ light @ across.T)


def _shares(pixels: int, count: int) -> Array:
    """What part each of so many even stretches has of each pixel of a line, (count, pixels)."""
    ends = np.linspace(0.0, pixels, count + 1)
    at = np.arange(pixels)
    over = np.minimum(ends[1:, None], at + 1.0) - np.maximum(ends[:-1, None], at)
    return np.asarray(np.clip(over, 0.0, None) * count / pixels)


@lru_cache(maxsize=8)
def _answer(data: bytes) -> Array | ValueError:
    try:
        return guarded(LOGO_LIMITS, read_greys, data)
    except GuardError as error:
        return LogoError(str(error))
    except ValueError as error:
        return error


def greys_guarded(data: bytes) -> Array:
    """As `read_greys`, in a process of its own; the last ones are kept, refusals too."""
    found = _answer(data)
    if isinstance(found, ValueError):
        raise LogoError(*found.args)
    return found


_reader: Callable[[bytes], Array] = greys_guarded


def read_greys_with(reader: Callable[[bytes], Array]) -> None:
    """From now on, pictures are read so: a window does not wait for a file as a build does."""
    global _reader
    _reader = reader


def greys(data: bytes) -> Array:
    """The grey levels of a picture, see `read_greys`. Raises LogoError."""
    return _reader(data)
