"""The live preview of a stamp: what the sheet and the part show before the engine does.

NumPy only. Artwork is shaped and cut into triangles once; a drag only maps points.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.fonts import FontError
from tinstamp.artwork.outline import Array
from tinstamp.artwork.text import Artwork
from tinstamp.chart.base import Chart
from tinstamp.chart.drape import FlatTriangles, drape, flatten
from tinstamp.engine.flat import flat_artwork, spot_of
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Job
from tinstamp.job.resolve import Resolved
from tinstamp.setting.place import Placed, PlaceError, place

LIFT = 0.15
"""mm above the face, so that the preview is not hidden by it"""


@dataclass(frozen=True)
class Preview:
    """A stamp as it will lie.

    Attributes
    ----------
    artwork, placed : flat, and on the sheet.
    flat : triangles of the artwork, not yet placed.
    """

    artwork: Artwork
    placed: Placed
    flat: FlatTriangles
    chart: Chart

    def in_space(self, lift: float = LIFT) -> tuple[Array, NDArray[np.int64]]:
        """Points, (n, 3) mm, and triangles of the draped artwork."""
        points = drape(self.flat, self.placed.matrix, self.placed.shift, self.chart, lift)
        return points, self.flat.triangles


class Previewer:
    """Makes previews, keeping each artwork's triangles for the next frame."""

    def __init__(self) -> None:
        self._flat: tuple[Artwork, FlatTriangles] | None = None

    def preview(
        self,
        job: Job,
        resolved: Resolved,
        index: int,
        embedded: Mapping[str, bytes],
        chart: Chart | None,
    ) -> Preview | None:
        """The preview of a stamp; None where a field or the font has an error, which the
        fields and the findings tell."""
        if chart is None or not 0 <= index < len(job.stamps):
            return None
        try:
            artwork = flat_artwork(job, resolved, index, embedded)
            placed = place(artwork, spot_of(job, resolved, index), chart)
        except (FontError, FormulaError, PlaceError):
            return None
        if self._flat is None or self._flat[0] is not artwork:
            self._flat = (artwork, flatten(artwork.regions))
        return Preview(artwork, placed, self._flat[1], chart)
