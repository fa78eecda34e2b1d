"""What a file draws, before it has a size on a part."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Region

MOST_BYTES = 8 * 1024 * 1024
"""bytes of a drawing that is read"""
MOST_COMMANDS = 200_000
"""pieces of outlines of a drawing that is read"""


@dataclass(frozen=True)
class Drawing:
    """Outlines read from a file.

    Attributes
    ----------
    regions : in mm, y upwards, as large as the file says.
    notes : what was left out or assumed, in words.
    lines : what the file draws, before anything was mended, each (n, 2) mm.
    doubles : lines that were there twice. joined : ends that were brought together.
    crossings : places where lines cross themselves, mm.
    box : left, bottom, right and top of all that is painted, ink or not, mm; None where ink is
        all that there is.
    """

    regions: tuple[Region, ...]
    notes: tuple[str, ...]
    lines: tuple[np.ndarray, ...] = ()
    doubles: int = 0
    joined: int = 0
    crossings: tuple[tuple[float, float], ...] = ()
    box: tuple[float, float, float, float] | None = None
