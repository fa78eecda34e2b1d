"""Plans of single stamps, and operations, as tests ask for them."""

from __future__ import annotations

from tinstamp.blank.solid import Blank
from tinstamp.chart.base import Chart
from tinstamp.job.archive import Document
from tinstamp.job.resolve import Resolved
from tinstamp.plan.planned import plan
from tinstamp.relief.operation import Operation
from tinstamp.setting.fit import fit
from tinstamp.setting.place import Placed


def flat(document: Document, resolved: Resolved, index: int, chart: Chart) -> Placed:
    """Stamp `index` on its sheet, `chart` being that of its face."""
    face = document.job.stamps[index].setting.face
    return plan(document, resolved, {face: chart}, index).placed


def ordered(
    blank: Blank,
    face: str,
    placed: Placed,
    depth: float,
    wall: tuple[float, float],
    stamp: str = "Mark",
) -> Operation:
    """Relief on a face, raised by a positive depth, sunk by a negative one, mm."""
    chart = blank.charts[face]
    return Operation(
        stamp=stamp,
        face=face,
        chart=chart,
        placed=placed,
        fit=fit(placed, chart),
        verb="add" if depth > 0 else "cut" if depth < 0 else "mark",
        depth=abs(depth),
        wall=wall,
    )
