"""The live preview of a stamp: what the sheet and the part show before the engine does.

NumPy only. Artwork is shaped and cut into triangles once; a drag only maps points.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.fonts import FontError
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.drape import FlatTriangles, drape, flatten
from tinstamp.chart.joint import Faces
from tinstamp.chart.run import RunChart
from tinstamp.engine.flat import art_spec, draw, lay_spec, place_flat
from tinstamp.engine.sheets import sheet_of
from tinstamp.job.archive import Document
from tinstamp.job.formula import FormulaError
from tinstamp.job.resolve import Resolved
from tinstamp.setting.place import Placed, PlaceError, read_right

LIFT = 0.15
"""mm above the face, so that the preview is not hidden by it"""


@dataclass(frozen=True)
class Preview:
    """A stamp as it will lie.

    Attributes
    ----------
    artwork, placed : flat, and on the sheet.
    """

    artwork: Artwork
    placed: Placed
    chart: Chart

    @property
    def faces(self) -> tuple[str, ...]:
        """The faces of a run that it lies on; none for one face alone."""
        return self.chart.faces if isinstance(self.chart, RunChart) else ()

    def in_space(self, lift: float = LIFT) -> tuple[Array, NDArray[np.int64]]:
        """Points, (n, 3) mm, and triangles of the draped artwork."""
        flat = flatten(self.placed.regions) if self.placed.bent else _triangles(self.artwork)
        charts = self.chart.sides if isinstance(self.chart, RunChart) else (self.chart,)
        points = np.concatenate(
            [drape(flat, self.placed.matrix, self.placed.shift, c.draft, lift) for c in charts]
        )
        triangles = np.concatenate(
            [flat.triangles + k * len(flat.points) for k in range(len(charts))]
        )
        met = np.isfinite(points).all(axis=-1)
        if met.all():
            return points, triangles
        return np.nan_to_num(points), triangles[met[triangles].all(axis=-1)]


@lru_cache(maxsize=2)
def _triangles(artwork: Artwork) -> FlatTriangles:
    """The artwork's triangles, kept for the next frame; only the one dragged has any."""
    return flatten(artwork.regions)


def preview(
    document: Document,
    resolved: Resolved,
    index: int,
    chart: Chart | None,
    faces: Mapping[str, Chart] | None = None,
) -> Preview | None:
    """The preview of a stamp; None where a field or the font has an error, which the
    fields and the findings tell."""
    job = document.job
    if chart is None or not 0 <= index < len(job.stamps):
        return None
    try:
        art = art_spec(document, resolved, index)
        artwork = draw(art)
        part = Faces.of(faces or {})
        spec = lay_spec(document, resolved, index, chart, part)
        chart = sheet_of(spec, chart, artwork, part)
        placed = place_flat(spec, art, artwork, chart)
    except (FontError, FormulaError, LogoError, PlaceError):
        return None
    made = isinstance(chart, UnevenChart)
    return Preview(artwork, placed, chart if made else read_right(placed, chart))
