"""The grey levels of a picture, in all its depth, and made coarser."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache

import numpy as np

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
    from PIL import Image  # not before a picture is there

    from tinstamp.artwork.picture import upright

    with upright(data) as picture:
        if picture.mode.startswith("I"):
            light = np.asarray(picture, dtype=float) / DEEP
        else:
            seen = picture.convert("RGBA")
            white = Image.new("RGBA", seen.size, "white")
            grey = Image.alpha_composite(white, seen).convert("L")
            light = np.asarray(grey, dtype=float) / 255.0
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
