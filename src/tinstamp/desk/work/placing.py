"""Moving, turning and sizing stamps by hand: what a drag does to the formulas.

Pure functions on the job; no Qt.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.run import Member, RunChart
from tinstamp.job.formula import FormulaError, names
from tinstamp.job.model import Job, changed, dotted, get
from tinstamp.job.resolve import Resolved, resolve
from tinstamp.proofing.finding import Remedy
from tinstamp.setting.fit import face_about
from tinstamp.setting.place import home

_OFFSET = re.compile(r"^(?P<base>.+?)\s*(?P<sign>[+-])\s*(?P<by>\d+(\.\d+)?)\s*(?P<unit>mm|deg)$")

NEARLY_AS_FAR = 0.7
"""Part of the greatest distance from a face's edges that its middle has to have."""


def shifted(formula: str, by: float, unit: str, value: float) -> str:
    """A formula whose value is moved by an amount.

    A plain figure is replaced by the new one; a formula with names is kept and gets, or
    adjusts, an offset at its end, so the stamp still follows the part. `value` is its
    value now, in the unit.
    """
    if not _named(formula):
        return f"{figure(value + by)} {unit}"
    base, offset = formula, by
    if (match := _OFFSET.match(formula)) and match["unit"] == unit and _named(match["base"]):
        base = match["base"]
        offset = by + float(match["by"]) * (1 if match["sign"] == "+" else -1)
    if abs(offset) < 5e-4:
        return base
    return f"{base} {'+' if offset > 0 else '-'} {figure(abs(offset))} {unit}"


def _named(formula: str) -> bool:
    try:
        return bool(list(names(formula)))
    except FormulaError:
        return False


def figure(value: float) -> str:
    """A number as it is written in a formula."""
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
    angle : the place across is given as an angle. On a run of faces that do not unroll the
        stamp is placed on the face that it is moved onto, by plain figures.
    across, up : the values of the two fields then (degrees when `angle`, mm).
    """
    setting = job.stamps[index].setting
    if isinstance(chart, RunChart) and not chart.exact:
        member = chart.member_at(start + by)
        if member.face != setting.face and not setting.from_stamp:
            return _onto(job, index, member, start + by)
    old_x, old_y = chart.place_of(start, angle)
    new_x, new_y = chart.place_of(home(start + by, chart), angle)
    edges = not setting.from_stamp
    by_x = -(new_x - old_x) if edges and setting.across_from == "right" else new_x - old_x
    by_y = -(new_y - old_y) if edges and setting.up_from == "upper" else new_y - old_y
    if angle and edges:  # the field may say more than one turn
        by_x += old_x - across
    if getattr(chart, "behind", False):  # on the far side left and right change
        by_x = -by_x
    unit = "deg" if angle else "mm"
    new_across = shifted(setting.across, by_x, unit, across)
    new_up = shifted(setting.up, by_y, "mm", up)
    job = changed(job, ("stamps", index, "setting", "across"), new_across)
    return changed(job, ("stamps", index, "setting", "up"), new_up)


def _onto(job: Job, index: int, member: Member, at: Array) -> Job:
    """Stamp `index` placed on a member of its run, at a point of the run's sheet."""
    ground = member.chart.ground
    angle = ground.turns is not None
    across, up = member.chart.place_of(member.into(at), angle)
    setting = job.stamps[index].setting
    placed = setting.model_copy(
        update={
            "face": member.face,
            "across": f"{figure(across)} {'deg' if angle else 'mm'}",
            "up": f"{figure(up)} mm",
            "across_from": "middle",
            "up_from": "usual",
        }
    )
    return changed(job, ("stamps", index, "setting"), placed)


def turned(job: Job, index: int, by: float, turn: float) -> Job:
    """Stamp `index` turned by degrees; `turn` is the field's value when it began."""
    formula = job.stamps[index].setting.turn
    wrapped = (turn + by + 180.0) % 360.0 - 180.0
    path = ("stamps", index, "setting", "turn")
    return changed(job, path, shifted(formula, wrapped - turn, "deg", turn))


def sizes_of(job: Job, index: int) -> tuple[str, ...]:
    """The fields that make stamp `index`'s artwork larger or smaller."""
    drawn = job.stamps[index].artwork
    return tuple(name for name in drawn.sizes if name not in drawn.idle)


def sized(job: Job, index: int, factor: float, values: Mapping[str, float]) -> Job:
    """Stamp `index`'s artwork scaled; `values` are its sizes when it began, mm."""
    for name in sizes_of(job, index):
        path = ("stamps", index, "artwork", name)
        grown = max(0.1, values[name] * factor)
        job = changed(job, path, shifted(get(job, path), grown - values[name], "mm", values[name]))
    return job


def remedied(job: Job, remedy: Remedy, resolved: Resolved) -> Job:
    """The job with what a finding says to change. Raises ValueError for a field that is gone."""
    for path, value in remedy.changes:
        now = resolved.values.get(dotted(path))
        if now is None:
            raise ValueError("what was to be changed is not there any more")
        job = changed(job, path, shifted(get(job, path), value - now, remedy.unit, now))
    for path, new in remedy.put:
        job = changed(job, path, new)
    return job


@dataclass(frozen=True)
class Standing:
    """A stamp as it stands on a sheet: its box there, its placing point, and what its two
    fields give (degrees when `angle`, mm)."""

    index: int
    box: tuple[float, float, float, float]
    origin: tuple[float, float]
    angle: bool
    across: float
    up: float


def spread(job: Job, chart: Chart, stamps: Sequence[Standing], axis: int) -> Job:
    """Stamps of one face moved so that the gaps between their ink are equal, across (axis 0)
    or up (1). The outermost two stay; all round a closed face the first one stays.

    Raises ValueError when there are too few, or no room.
    """
    around = chart.all_round if axis == 0 and chart.affine else None
    if len(stamps) < (2 if around is not None else 3):
        raise ValueError("equal gaps need three stamps on the face, or two that go all round")
    order = sorted(stamps, key=lambda s: s.box[axis])
    sizes = [s.box[axis + 2] - s.box[axis] for s in order]
    if around is not None:
        gap = (float(around.girth or 0.0) - sum(sizes)) / len(order)
    else:
        room = max(s.box[axis + 2] for s in order) - order[0].box[axis]
        gap = (room - sum(sizes)) / (len(order) - 1)
    if gap < 0:
        raise ValueError(f"there is no room: the stamps are {-gap:.2f} mm too long for each gap")
    at = order[0].box[axis]
    for stamp, size in zip(order, sizes, strict=True):
        by = np.zeros(2)
        by[axis] = at - stamp.box[axis]
        if abs(by[axis]) > 1e-9:
            origin = np.array(stamp.origin)
            job = moved(job, stamp.index, chart, origin, by, stamp.angle, stamp.across, stamp.up)
        at += size + gap
    return job


def copied_to(job: Job, index: int, face: str, name: str) -> Job:
    """A twin of stamp `index` on another face, after it. A place that the face does not
    know, such as an angle on a flat one, becomes the middle."""
    stamp = job.stamps[index]
    setting = stamp.setting.model_copy(update={"face": face, "from_stamp": ""})
    twin = stamp.model_copy(update={"name": name, "setting": setting, "alike": ""})
    stamps = (*job.stamps[: index + 1], twin, *job.stamps[index + 1 :])
    job = changed(job, ("stamps",), stamps)
    found = resolve(job)
    for field in ("across", "up"):
        path = ("stamps", index + 1, "setting", field)
        if dotted(path) in found.errors:
            job = changed(job, path, "0 mm")
    return job


def letters_for(high: float, wide: float) -> float:
    """How high the letters of a new text are on a face of that size, mm."""
    return min(6.0, max(1.0, round(min(high / 4, wide / 8), 1)))


def roomiest(chart: FaceChart) -> tuple[float, float, float]:
    """Where on a face a new stamp has room: mm across and up from the middle of its sheet, and how
    far the face's edges are from there. The middle itself unless an edge comes much nearer there
    than elsewhere, as where a skin is laid out with a notch."""
    low, high = np.array(chart.bounds[:2]), np.array(chart.bounds[2:])
    middle = (low + high) / 2
    size = float(min(high - low)) / 2
    if chart.closed or chart.affine:
        return 0.0, 0.0, size
    face, edges = face_about(chart, middle)
    inside = face.contains(shapely.Point(middle))
    here = float(edges.distance(shapely.Point(middle))) if inside else 0.0
    circle = shapely.maximum_inscribed_circle(face)
    x, y = shapely.get_coordinates(circle)[0].tolist()
    most = float(shapely.length(circle))
    if here >= NEARLY_AS_FAR * most:
        return 0.0, 0.0, size
    return round(x - middle[0], 1), round(y - middle[1], 1), most


def largest(charts: Mapping[str, FaceChart]) -> str | None:
    """The face of the largest sheet, the first of several; None without any."""
    sizes = {name: float(np.prod(np.subtract(chart.bounds[2:], chart.bounds[:2])))
             for name, chart in charts.items()}  # fmt: skip
    return max(sizes, key=lambda name: round(sizes[name], 6), default=None)
