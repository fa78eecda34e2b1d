"""The flat part of a stamp, without the kernel: text shaped and placed on a sheet.

The engine and the desk's preview both go this way.
"""

from __future__ import annotations

from collections.abc import Mapping

from tinstamp.artwork import fonts
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.text import Artwork, TextSpec, lay_text
from tinstamp.chart.base import Chart
from tinstamp.job.model import FontRef, Job
from tinstamp.job.resolve import Resolved
from tinstamp.setting.place import Placed, Spot, place


def font_data(ref: FontRef, embedded: Mapping[str, bytes]) -> FontData:
    """The font's bytes: those within the job first, then by name from the library.

    Raises FontError.
    """
    if ref.digest in embedded:
        return FontData(embedded[ref.digest], ref.index)
    face = fonts.find(ref.family, ref.style)
    return fonts.read(face.path, face.index)


def text_spec(job: Job, resolved: Resolved, index: int, font: FontData) -> TextSpec:
    """All that decides the shape of stamp `index`'s text. Raises FormulaError."""
    text = job.stamps[index].artwork
    base = ("stamps", index, "artwork")
    return TextSpec(
        text.text,
        font,
        resolved.of(*base, "height"),
        text.sizing,
        resolved.of(*base, "spacing"),
        text.align,
        resolved.of(*base, "line_spacing"),
    )


def spot_of(job: Job, resolved: Resolved, index: int) -> Spot:
    """Where stamp `index` lies. Raises FormulaError."""
    base = ("stamps", index, "setting")
    return Spot(
        resolved.of(*base, "across"),
        resolved.of(*base, "up"),
        resolved.of(*base, "turn"),
        job.stamps[index].setting.rests_on,
        f"stamps.{index}.setting.across" in resolved.angles,
    )


def flat_artwork(
    job: Job, resolved: Resolved, index: int, embedded: Mapping[str, bytes]
) -> Artwork:
    """Stamp `index`'s artwork at true size. Raises FontError, FormulaError."""
    font = font_data(job.stamps[index].artwork.font, embedded)
    return lay_text(text_spec(job, resolved, index, font))


def flat(
    job: Job, resolved: Resolved, index: int, embedded: Mapping[str, bytes], chart: Chart
) -> Placed:
    """Stamp `index` on its sheet. Raises FontError, FormulaError, PlaceError."""
    artwork = flat_artwork(job, resolved, index, embedded)
    return place(artwork, spot_of(job, resolved, index), chart)
