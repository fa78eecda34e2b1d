"""Places of a stamp's guide that the hand can take hold of, and what pulling them makes of the job.

No Qt here.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np
import shapely

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.desk.work.placing import shifted
from tinstamp.desk.work.preview import Preview
from tinstamp.job.drawn import ProfileError, pieces
from tinstamp.job.model import Job, Path, changed, dotted, get
from tinstamp.job.resolve import Resolved
from tinstamp.setting.way import rims

SHORTEST = 0.1
"""mm; a line or a radius is not pulled shorter"""
EDGE_POINTS = 16
"""points along a piece of an edge, where the way to it is measured"""


@dataclass(frozen=True)
class Spot:
    """A place of the guide.

    Attributes
    ----------
    what : point, rise (of an arc between two points), end, radius, inset. number : which point.
    at : (2,) on the sheet, mm.
    """

    what: str
    number: int
    at: Array


@dataclass(frozen=True)
class Pulled:
    """A guide as it was when a place of it was taken hold of."""

    job: Job
    values: Mapping[str, float]
    index: int
    shown: Preview
    spot: Spot

    @property
    def path(self) -> Path:
        return ("stamps", self.index, "setting", "guide")

    def to(self, at: Array) -> Job:
        """The job with the place pulled to a point (2,) of the sheet, mm."""
        return _PULLS[self.spot.what](self, np.asarray(at, dtype=float))

    def value(self, *field: str | int) -> float:
        return self.values[dotted((*self.path, *field))]

    def put(self, job: Job, new: float, unit: str, *field: str | int) -> Job:
        """The job with a field of the guide at a new figure; names in its formula stay."""
        path, now = (*self.path, *field), self.value(*field)
        return changed(job, path, shifted(get(job, path), new - now, unit, now))


def spots(job: Job, resolved: Resolved, index: int, shown: Preview) -> list[Spot]:
    """The places of a stamp's guide that can be pulled, where its line is known."""
    guide, line = job.stamps[index].setting.guide, shown.placed.guide
    if line is None or len(line) < 2:
        return []
    origin = np.array(shown.placed.origin)
    if guide.kind == "line":
        return [Spot("end", 0, line[0]), Spot("end", 1, line[-1])]
    if guide.kind == "arc":
        return [Spot("radius", 0, line[np.argmax(np.linalg.norm(line - origin, axis=1))])]
    if guide.kind == "edge":
        return [Spot("inset", 0, line[np.argmin(np.linalg.norm(line - origin, axis=1))])]
    return _knots(job, resolved, index) if guide.kind == "drawn" else []


def _knots(job: Job, resolved: Resolved, index: int) -> list[Spot]:
    """The points of a drawn guide, and the middles of its arcs."""
    guide = job.stamps[index].setting.guide
    start = dotted(("stamps", index, "setting", "guide")) + "."
    known = resolved.values
    values = {key[len(start) :]: known[key] for key in known if key.startswith(start)}
    try:
        made = pieces(guide.points, values, guide.closed)
    except (ProfileError, KeyError):
        return []
    found = [
        Spot("point", i, np.array([values[f"points.{i}.x"], values[f"points.{i}.y"]]))
        for i in range(len(guide.points))
    ]
    starts = {tuple(np.round(spot.at, 9)): spot.number for spot in found}
    for piece in made:
        number = starts.get(tuple(np.round(piece.start, 9)))
        if number is not None and guide.points[number].to == "arc":
            found.append(Spot("rise", number, piece.points(2)[1]))
    return found


def _point(of: Pulled, at: Array) -> Job:
    job = of.put(of.job, float(at[0]), "mm", "points", of.spot.number, "x")
    return of.put(job, float(at[1]), "mm", "points", of.spot.number, "y")


def _rise(of: Pulled, at: Array) -> Job:
    """The arc stands as far over its chord as the hand does; it does not become a line."""
    count = len(of.job.stamps[of.index].setting.guide.points)
    i, j = of.spot.number, (of.spot.number + 1) % count
    a, b = (np.array([of.value("points", k, "x"), of.value("points", k, "y")]) for k in (i, j))
    along = (b - a) / max(float(np.linalg.norm(b - a)), SHORTEST)
    risen = float((at - a) @ [along[1], -along[0]])  # to the right of the way
    risen = float(np.copysign(max(abs(risen), SHORTEST), risen))
    return of.put(of.job, risen, "mm", "points", i, "rise")


def _end(of: Pulled, at: Array) -> Job:
    """The line turns about the stamp's place and becomes as long as the hand is away."""
    origin = np.array(of.shown.placed.origin)
    before, after = of.spot.at - origin, at - origin
    if float(np.linalg.norm(before)) < SHORTEST or float(np.linalg.norm(after)) < SHORTEST:
        return of.job
    turned = np.degrees(np.arctan2(after[1], after[0]) - np.arctan2(before[1], before[0]))
    longer = float(np.linalg.norm(after) / np.linalg.norm(before))
    direction = (of.value("direction") + float(turned) + 180.0) % 360.0 - 180.0
    job = of.put(of.job, direction, "deg", "direction")
    return of.put(job, of.value("length") * longer, "mm", "length")


def _radius(of: Pulled, at: Array) -> Job:
    """The arc still touches the stamp's place, and goes through where the hand is."""
    origin = np.array(of.shown.placed.origin)
    line = of.shown.placed.guide
    assert line is not None
    to_centre = _centre(line) - origin
    to_centre /= max(float(np.linalg.norm(to_centre)), 1e-9)
    away = at - origin
    depth = float(away @ to_centre)
    if depth <= 0.0:
        return of.job
    return of.put(of.job, max(float(away @ away) / (2 * depth), SHORTEST), "mm", "radius")


def _centre(line: Array) -> Array:
    """(2,) the centre of the circle through points of an arc (n, 2), mm."""
    a, b, c = (line[k * (len(line) - 1) // 4] for k in (0, 1, 2))
    found: Array = np.linalg.solve(
        2 * np.stack([b - a, c - a]), np.array([b @ b - a @ a, c @ c - a @ a])
    )
    return found


def _inset(of: Pulled, at: Array) -> Job:
    """As far in from its edge as the hand is."""
    guide = of.job.stamps[of.index].setting.guide
    return of.put(of.job, from_edge(of.shown.chart, guide.edge, at), "mm", "inset")


def from_edge(chart: Chart, edge: int, at: Array) -> float:
    """How far in from an edge of its face a point of the sheet lies, mm; 0 beyond it. The edges of
    a face that closes are its lower rim and its upper one."""
    if (turns := chart.all_round) is not None:
        (low, high), up = rims(chart), float(turns.unrolled(at)[1])
        return max(up - low if edge == 0 else high - up, 0.0)
    ring = shapely.Polygon(chart.outline[edge].points(EDGE_POINTS))
    hole = chart.outline[edge].area < 0
    inside = ring.contains(shapely.Point(at)) != hole
    return float(ring.exterior.distance(shapely.Point(at))) if inside else 0.0


_PULLS: Mapping[str, Callable[[Pulled, Array], Job]] = {
    "point": _point, "rise": _rise, "end": _end, "radius": _radius, "inset": _inset,
}  # fmt: skip
WORDS = {
    "point": "a point of the guide", "rise": "an arc of the guide", "end": "the guide's end",
    "radius": "the guide's radius", "inset": "the guide's distance from its edge",
}  # fmt: skip
"""What is pulled, in words."""
