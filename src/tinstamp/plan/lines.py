"""The lines of single-stroke text where they lie on their sheet: what a cutter runs along."""

from __future__ import annotations

from dataclasses import replace

from tinstamp.artwork.glyphs import typeface
from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.plan.art import draw
from tinstamp.plan.lay import place_on
from tinstamp.plan.planned import Planned

NOTHING_WITHIN = 1e-9
"""mm² that an outline encloses that runs out and back along one line, at most."""


def lines_of(item: Planned, chart: Chart) -> tuple[Array, ...]:
    """The lines of a stamp's single-stroke letters on the sheet that its ink lies on, each cubics
    (n, 4, 2), mm; none for other artwork. Raises what `plan` does."""
    fonts = [font for _, font in item.art.fonts]
    worked_over = (item.art.about, item.art.bridges, item.art.texture)
    plain = all(made is None for made in worked_over)
    if not plain or not any(typeface(font).single_stroke for font in fonts):
        return ()
    art = replace(item.art, lines=True)
    placed = place_on(item.lay, art, draw(art), chart)
    found = []
    for region in placed.regions:
        run = region.outer.beziers
        if not region.counters and abs(region.outer.area) < NOTHING_WITHIN:
            found.append(run[: len(run) // 2])
    return tuple(found)
