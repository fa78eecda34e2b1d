"""Moving, turning and sizing stamps by hand: what a drag does to the formulas.

Pure functions on the job; no Qt.
"""

from __future__ import annotations

import re
from collections.abc import Mapping

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.job.formula import FormulaError, names
from tinstamp.job.model import Job, changed, get
from tinstamp.setting.place import home

_OFFSET = re.compile(r"^(?P<base>.+?)\s*(?P<sign>[+-])\s*(?P<by>\d+(\.\d+)?)\s*(?P<unit>mm|deg)$")


def shifted(formula: str, by: float, unit: str, value: float) -> str:
    """A formula whose value is moved by an amount.

    A plain figure is replaced by the new one; a formula with names is kept and gets, or
    adjusts, an offset at its end, so the stamp still follows the part. `value` is its
    value now, in the unit.
    """
    if not _named(formula):
        return f"{_figure(value + by)} {unit}"
    base, offset = formula, by
    if (match := _OFFSET.match(formula)) and match["unit"] == unit and _named(match["base"]):
        base = match["base"]
        offset = by + float(match["by"]) * (1 if match["sign"] == "+" else -1)
    if abs(offset) < 5e-4:
        return base
    return f"{base} {'+' if offset > 0 else '-'} {_figure(abs(offset))} {unit}"


def _named(formula: str) -> bool:
    try:
        return bool(list(names(formula)))
    except FormulaError:
        return False


def _figure(value: float) -> str:
    text = f"{value:.3f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text


def moved(
    job: Job,
    index: int,
    chart: Chart,
    start: Array,
    by: Array,
    angle: bool,
    across: float,
    up: float,
) -> Job:
    """Stamp `index` moved on its sheet.

    Parameters
    ----------
    job : the job when the drag began; its formulas are what is shifted.
    start : (2,) the placing point then, mm. by : (2,) the move, mm.
    angle : the place across is given as an angle.
    across, up : the values of the two fields then (degrees when `angle`, mm).
    """
    setting = job.stamps[index].setting
    old_x, old_y = chart.place_of(start, angle)
    new_x, new_y = chart.place_of(home(start + by, chart), angle)
    by_x = -(new_x - old_x) if setting.across_from == "right" else new_x - old_x
    by_y = -(new_y - old_y) if setting.up_from == "upper" else new_y - old_y
    if angle:  # the field may say more than one turn
        by_x += old_x - across
    unit = "deg" if angle else "mm"
    new_across = shifted(setting.across, by_x, unit, across)
    new_up = shifted(setting.up, by_y, "mm", up)
    job = changed(job, ("stamps", index, "setting", "across"), new_across)
    return changed(job, ("stamps", index, "setting", "up"), new_up)


def turned(job: Job, index: int, by: float, turn: float) -> Job:
    """Stamp `index` turned by degrees; `turn` is the field's value when it began."""
    formula = job.stamps[index].setting.turn
    wrapped = (turn + by + 180.0) % 360.0 - 180.0
    path = ("stamps", index, "setting", "turn")
    return changed(job, path, shifted(formula, wrapped - turn, "deg", turn))


def sizes_of(job: Job, index: int) -> tuple[str, ...]:
    """The fields that make stamp `index`'s artwork larger or smaller."""
    drawn = job.stamps[index].artwork
    named = {"text": ("height",), "logo": ("size",), "shape": ("wide", "high")}[drawn.kind]
    idle = getattr(drawn, "idle", ())
    return tuple(name for name in named if name not in idle)


def sized(job: Job, index: int, factor: float, values: Mapping[str, float]) -> Job:
    """Stamp `index`'s artwork scaled; `values` are its sizes when it began, mm."""
    for name in sizes_of(job, index):
        path = ("stamps", index, "artwork", name)
        grown = max(0.1, values[name] * factor)
        job = changed(job, path, shifted(get(job, path), grown - values[name], "mm", values[name]))
    return job
