"""The live preview of a stamp: what the sheet and the part show before the engine does.

NumPy only. Artwork is shaped and cut into triangles once; a drag only maps points.
"""

from __future__ import annotations

import operator
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.clip import within
from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.drape import FlatTriangles, drape, flatten
from tinstamp.chart.run import RunChart, area_of_face
from tinstamp.job.archive import Document
from tinstamp.job.resolve import Resolved
from tinstamp.plan.planned import PLAN_ERRORS, Planned, plan
from tinstamp.setting.place import Placed, relaid

MOST_LAID = 500
"""stamps on other sheets that are held"""
PREVIEW_LIFT = 0.15
"""mm above the face, so that the preview is not hidden by it"""


@dataclass(frozen=True)
class Preview:
    """A stamp as it will lie.

    Attributes
    ----------
    plan : of the stamp. placed : its artwork, on the sheet of `chart`.
    """

    plan: Planned
    placed: Placed
    chart: Chart

    @property
    def artwork(self) -> Artwork:
        """Flat, before it is placed."""
        return self.plan.artwork

    @property
    def faces(self) -> tuple[str, ...]:
        """The faces of a run that it lies on; none for one face alone."""
        return self.chart.faces if isinstance(self.chart, RunChart) else ()

    def on_its_face(self) -> Preview:
        """The same with what of its ink lies on the face alone, of a face that has ends."""
        chart = self.chart
        if isinstance(chart, RunChart) or not isinstance(chart, FaceChart) or chart.closed:
            return self
        laid_out = self.placed.regions
        regions = tuple(within(laid_out, area_of_face(chart.outline)))
        if len(regions) == len(laid_out) and all(map(operator.is_, regions, laid_out)):
            return self
        laid = replace(self.placed, regions=regions, bent=True, matrix=np.eye(2), shift=np.zeros(2))
        return replace(self, placed=laid)

    def in_space(self, lift: float = PREVIEW_LIFT) -> tuple[Array, NDArray[np.int64]]:
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
    faces: Mapping[str, FaceChart],
    known: Planned | None = None,
) -> Preview | None:
    """The preview of a stamp on the part's faces; None where a field or the font has an error,
    which the fields and the findings tell, or where the face is gone. `known` is an earlier plan
    of it on these very faces."""
    if not 0 <= index < len(document.job.stamps):
        return None
    try:
        found = plan(document, resolved, faces, index, known)
    except PLAN_ERRORS:
        return None
    return Preview(found, found.placed, found.chart)


class Previews:
    """Previews of all stamps: what did not change since the last look is not made again.

    A picture of one stamp shows all others on its face; with twenty of them each mouse move would
    lay twenty texts out.
    """

    def __init__(self) -> None:
        self._faces: Mapping[str, FaceChart] = {}
        self._held: dict[str, Preview] = {}
        self._made_from: dict[str, tuple[object, ...]] = {}
        self._of: tuple[Document, Resolved] | None = None
        self._now: dict[int, Preview | None] = {}
        self._on: dict[tuple[str, int], tuple[Placed, Chart, Placed]] = {}

    def of(
        self, document: Document, resolved: Resolved, index: int, faces: Mapping[str, FaceChart]
    ) -> Preview | None:
        """The preview of a stamp; see `preview`. What was made for these very things stands."""
        if not 0 <= index < len(document.job.stamps):
            return None
        same = self._of is not None and self._of[0] is document and self._of[1] is resolved
        if not same or faces is not self._faces:
            self._of, self._now = (document, resolved), {}
        if faces is not self._faces:
            self._faces, self._held, self._made_from = faces, {}, {}
        if index not in self._now:
            self._now[index] = self._made(document, resolved, index, faces)
        return self._now[index]

    def again(self) -> None:
        """What could not be shown before, as while a file was read, is tried anew."""
        self._of = None

    def _made(
        self, document: Document, resolved: Resolved, index: int, faces: Mapping[str, FaceChart]
    ) -> Preview | None:
        name = document.job.stamps[index].name
        before, of = self._held.get(name), _made_from(document, index)
        if before is not None and _same(of, self._made_from.get(name)):
            return before
        self._made_from[name] = of
        found = preview(document, resolved, index, faces, before.plan if before else None)
        if found is None or found.plan.waits:
            self._held.pop(name, None)
        elif before is None or found.placed is not before.placed:
            self._held[name] = found
        return found

    def on_sheet(self, shown: Preview, chart: Chart) -> Preview:
        """A stamp as it lies on another sheet of its face."""
        key = (shown.plan.name, id(chart))
        placed, sheet, laid = self._on.get(key, (None, None, None))
        if placed is not shown.placed or sheet is not chart or laid is None:
            laid = relaid(shown.placed, shown.chart, chart)
            if len(self._on) > MOST_LAID:
                self._on.clear()
            self._on[key] = (shown.placed, chart, laid)
        return replace(shown, placed=laid, chart=chart)


def _made_from(document: Document, index: int) -> tuple[object, ...]:
    """All that the plan of a stamp hangs on besides the part's faces: where each is the very same,
    so is the plan."""
    job = document.job
    stamp = job.stamps[index]
    led = tuple(job.stamps) if stamp.setting.from_stamp else ()
    files = (document.fonts, document.logos)
    return (index, stamp, job.blank, job.dimensions, job.serial, *files, *led)


def _same(a: tuple[object, ...], b: tuple[object, ...] | None) -> bool:
    return b is not None and len(a) == len(b) and all(x is y for x, y in zip(a, b, strict=True))
