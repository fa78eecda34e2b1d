"""Several stamps of a face put on one line, or with equal gaps between them."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.desk.work.placing import Standing, moved, spread
from tinstamp.desk.work.preview import Preview
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.model import dotted
from tinstamp.setting.place import degrees_covered

ON_LINE = 1e-9
"""mm or degrees from a line at which a stamp stands on it already"""


@dataclass(frozen=True)
class Line:
    """A line that stamps are put on.

    Attributes
    ----------
    axis : 0 across, 1 up. part : how far along a stamp's box it lies, 0 to 1; None for the line
        that its letters stand on.
    """

    words: str
    axis: int
    part: float | None


LINES = {
    "left": Line("Left sides", 0, 0.0),
    "middle across": Line("Middles, across", 0, 0.5),
    "right": Line("Right sides", 0, 1.0),
    "bottom": Line("Bottoms", 1, 0.0),
    "middle up": Line("Middles, up", 1, 0.5),
    "top": Line("Tops", 1, 1.0),
    "line": Line("Lines that they stand on", 1, None),
}


def standing(session: Session, index: int, shown: Preview, chart: Chart) -> Standing:
    """A stamp as it stands on a sheet, in mm; round a cone or the like in degrees and heights."""
    origin = np.array(shown.placed.origin)
    box = np.array(shown.placed.bounds)
    turns = chart.all_round
    if turns is not None and not chart.affine:
        spans = degrees_covered(shown.placed, shown.chart)
        ups = turns.unrolled(np.concatenate([r.outer.points(4) for r in shown.placed.regions]))
        low, high = min(a for a, _ in spans), max(b for _, b in spans)
        box = np.array([low, ups[:, 1].min(), high, ups[:, 1].max()])
    across, up = (dotted(("stamps", index, "setting", name)) for name in ("across", "up"))
    known = session.resolved
    low_x, low_y, high_x, high_y = map(float, box)
    return Standing(
        index, (low_x, low_y, high_x, high_y), (float(origin[0]), float(origin[1])),
        across in known.angles, known.values[across], known.values[up],
    )  # fmt: skip


def _stands(session: Session, drag: StampDrag) -> tuple[Chart | None, list[Standing]]:
    """The chosen stamps that lie on the face of the one in hand, that one first."""
    led = session.selected
    chart = session.chart_of(led)
    if chart is None:
        return None, []
    face = session.job.stamps[led].setting.face
    found = []
    for i in (led, *drag.choice.beside):
        shown = drag.of(i) if session.job.stamps[i].setting.face == face else None
        if shown is not None and shown.placed.regions:
            laid = drag.previews.on_sheet(shown, chart)
            found.append(standing(session, i, laid, chart))
    return chart, found


def _place(of: Standing, line: Line, chart: Chart) -> float:
    """Where the line of a stamp runs."""
    low, high = of.box[line.axis], of.box[line.axis + 2]
    if line.part is not None:
        return low + line.part * (high - low)
    turns = chart.all_round
    at = np.array(of.origin)
    return float(at[1] if turns is None or chart.affine else turns.unrolled(at)[1])


def _way(origin: Array, axis: int, by: float, chart: Chart) -> Array:
    """The move on the sheet, (2,) mm."""
    way = np.zeros(2)
    way[axis] = by
    turns = chart.all_round
    if turns is None or chart.affine:
        return way
    return np.asarray(turns.rolled(turns.unrolled(origin) + way)) - origin


def line_up(session: Session, drag: StampDrag, name: str) -> str:
    """Move the others to the line of the stamp in hand; what is wrong, if anything."""
    chart, stands = _stands(session, drag)
    if chart is None or len(stands) < 2:
        return "stamps are lined up on one face: choose two that lie on it"
    line, job = LINES[name], session.job
    to = _place(stands[0], line, chart)
    for of in stands[1:]:
        by = to - _place(of, line, chart)
        if abs(by) > ON_LINE:
            origin = np.array(of.origin)
            way = _way(origin, line.axis, by, chart)
            job = moved(job, of.index, chart, origin, way, of.angle, of.across, of.up)
    session.replace(job, f"line up: {line.words.lower()}")
    return ""


def with_gaps(session: Session, drag: StampDrag, axis: int) -> str:
    """Move the chosen stamps so that the gaps between them are equal; what is wrong, if
    anything."""
    chart, stands = _stands(session, drag)
    if chart is None:
        return "equal gaps need stamps on one face"
    if chart.all_round is not None and not chart.affine:
        return "equal gaps are not made on a face that is laid out as a sector or belt"
    try:
        job = spread(session.job, chart, stands, axis)
    except ValueError as error:
        return str(error)
    session.replace(job, "equal gaps")
    return ""
