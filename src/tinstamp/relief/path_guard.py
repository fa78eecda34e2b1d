"""Where letters are that do not stand upright on their face, told for the guard from what was
asked alone: how far they lean, what they bend about, or the points of a drawn path.

On a bent face a place goes ahead along the sheet and off square to the face there; along a straight
stretch on a line from one end to the other.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import Array
from tinstamp.chart.base import Chart
from tinstamp.chart.plane import PlaneChart

EDGE_POINTS = 200
"""points to a piece of an outline by which the foremost ink is found"""
PLACES = 48
"""places of the way at which what ink sweeps is looked at"""
DIFFERENCE = 2e-3
"""mm to either side that points are moved for that"""


def _over(chart: Chart, xy: Array, ahead: Array, off: Array, side: Array) -> Array:
    """So far ahead of sheet points, (n, 2), and off the face there, (n, 3) mm."""
    moved = xy + ahead[:, None] * side
    return np.asarray(chart.to_space(moved) + off[:, None] * chart.normal(moved))


class Way(ABC):
    """How letters go off their face.

    Attributes
    ----------
    toward : unit vector of the sheet that is ahead.
    """

    toward: tuple[float, float]

    @abstractmethod
    def at(self, chart: Chart, xy: Array, height: float, part: float) -> Array:
        """Where sheet points (n, 2) are at a part of the way, (n, 3) mm."""

    @abstractmethod
    def swept_flat(self, ink: BaseGeometry, height: float) -> float:
        """mm³ that an area sweeps off a flat face."""

    def swept(self, chart: Chart, ink: BaseGeometry, inside: Array, height: float) -> float:
        """mm³ that ink sweeps, of which points on an even grid, (n, 2), are known: on a bent face
        the mean, over them and over places of the way, of what a small box there fills, by
        differences (any text on integrals in space)."""
        if isinstance(chart, PlaneChart) or not len(inside):
            return self.swept_flat(ink, height)
        total = np.zeros(len(inside))
        for part in (np.arange(PLACES) + 0.5) / PLACES:
            by = DIFFERENCE * np.eye(2)
            dx, dy = (self.at(chart, inside + d, height, part)
                      - self.at(chart, inside - d, height, part) for d in by)  # fmt: skip
            half = 0.5 / PLACES
            on = (self.at(chart, inside, height, part + half)
                  - self.at(chart, inside, height, part - half))  # fmt: skip
            total += np.einsum("nk,nk->n", np.cross(dx, dy), on) / (2.0 * DIFFERENCE) ** 2
        known = total[np.isfinite(total)]
        return float(known.mean()) * float(ink.area) if len(known) else float("nan")


@dataclass(frozen=True)
class Path(Way):
    """How letters go that lean or bend over.

    Attributes
    ----------
    toward : unit vector of the sheet. turn : degrees off the normal, or about a line of the face.
    hinge : where that line lies, mm along `toward`; None for letters that lean.
    """

    toward: tuple[float, float]
    turn: float
    hinge: float | None

    def at(self, chart: Chart, xy: Array, height: float, part: float) -> Array:
        """Where sheet points (n, 2) are at a part of the way, (n, 3) mm: aside by the height times
        the tangent, or turned by Rodrigues' formula (any text on rotations)."""
        if not isinstance(chart, PlaneChart):
            return self._at_bent(chart, xy, height, part)
        start, up, side = chart.to_space(xy), chart.normal(xy), np.array(self.toward)
        ahead = chart.to_space(xy + side) - start
        if self.hinge is None:
            return np.asarray(start + part * height * (up + np.tan(np.radians(self.turn)) * ahead))
        pivot = start + (self.hinge - xy @ side)[:, None] * ahead
        axis, from_pivot, angle = np.cross(up, ahead), start - pivot, part * np.radians(self.turn)
        turned = from_pivot * np.cos(angle) + np.cross(axis, from_pivot) * np.sin(angle)
        return np.asarray(pivot + turned)

    def _at_bent(self, chart: Chart, xy: Array, height: float, part: float) -> Array:
        side, turn = np.array(self.toward), np.radians(self.turn)
        if self.hinge is None:
            all_ = np.ones(len(xy))
            end = _over(chart, xy, height * np.tan(turn) * all_, height * all_, side)
            return np.asarray((1.0 - part) * chart.to_space(xy) + part * end)
        away = self.hinge - xy @ side
        angle = part * turn
        return _over(chart, xy, away * (1.0 - np.cos(angle)), away * np.sin(angle), side)

    def swept_flat(self, ink: BaseGeometry, height: float) -> float:
        """Of a prism area times height, about a line area times angle times how far its centroid is
        from it (Pappus)."""
        if self.hinge is None:
            return float(ink.area) * height
        away = self.hinge - np.array([ink.centroid.x, ink.centroid.y]) @ np.array(self.toward)
        return float(ink.area) * float(away) * float(np.radians(self.turn))


@dataclass(frozen=True)
class DrawnPath(Way):
    """A path of lines and arcs in side view, and where its front edge begins.

    Attributes
    ----------
    toward : unit vector of the sheet that is ahead. edge : of the foremost ink along it, mm.
    drawn : points, ahead and off the face, and the rise of the arc that begins there, mm.
    """

    toward: tuple[float, float]
    edge: float
    drawn: tuple[tuple[float, float, float], ...]

    @classmethod
    def of(
        cls,
        drawn: tuple[tuple[float, float, float], ...],
        toward: tuple[float, float],
        regions: Sequence[Region],
    ) -> DrawnPath:
        points = np.concatenate([r.outer.points(EDGE_POINTS) for r in regions])
        return cls(toward, float((points @ np.array(toward)).max()), drawn)

    def _stretches(self) -> Iterator[tuple[Array, Array, Array | None, float, float]]:
        """For each its ends in side view, the middle of an arc and how far that turns, radians
        counter-clockwise, and its length. An arc's by the circle through three points of it, its
        ends and its top (any text on plane geometry)."""
        for (x, y, rise), (u, v, _) in zip(self.drawn[:-1], self.drawn[1:], strict=True):
            a, b = np.array([x, y]), np.array([u, v])
            chord = b - a
            long = float(np.hypot(*chord))
            if abs(rise) < 1e-9:
                yield a, b, None, 0.0, long
                continue
            right = np.array([chord[1], -chord[0]]) / long
            top = (a + b) / 2.0 + rise * right
            rows = 2.0 * np.array([b - a, top - a])
            sides = np.array([b @ b - a @ a, top @ top - a @ a])
            middle = np.linalg.solve(rows, sides)
            p, q = a - middle, top - middle
            half = float(np.arctan2(p[0] * q[1] - p[1] * q[0], p @ q))
            yield a, b, middle, 2.0 * half, abs(2.0 * half) * float(np.hypot(*p))

    def at(self, chart: Chart, xy: Array, height: float, part: float) -> Array:
        """Where sheet points (n, 2) are at a part of the way, (n, 3) mm; beyond its end they go on
        as it ends. Turned by Rodrigues' formula (any text on rotations)."""
        if not isinstance(chart, PlaneChart):
            return self._at_bent(chart, xy, part)
        start, up, side = chart.to_space(xy), chart.normal(xy)[0], np.array(self.toward)
        ahead = (chart.to_space(xy[:1] + side) - start[:1])[0]
        front = start[0] + (self.edge - xy[0] @ side) * ahead
        first = np.array(self.drawn[0][:2])
        stretches = list(self._stretches())
        left = part * sum(long for *_, long in stretches)
        places = start.copy()
        for k, (a, b, middle, turn, long) in enumerate(stretches):
            share = left / long if k == len(stretches) - 1 else min(left / long, 1.0)
            if middle is None:
                x, y = share * (b - a)
                places = places + x * ahead + y * up
            else:
                x, y = middle - first
                pivot, axis = front + x * ahead + y * up, np.cross(ahead, up)
                angle, off = share * turn, places - pivot
                along = (off @ axis)[:, None] * axis
                places = pivot + along + (off - along) * np.cos(angle)
                places = places + np.cross(axis, off) * np.sin(angle)
            left -= min(left, long)
            if left <= 0.0:
                break
        return np.asarray(places)

    def _at_bent(self, chart: Chart, xy: Array, part: float) -> Array:
        side, first = np.array(self.toward), np.array(self.drawn[0][:2])
        far = xy @ side - self.edge
        here = first + np.stack([far, np.zeros(len(far))], axis=1)

        def over(places: Array) -> Array:
            return _over(chart, xy, places[:, 0] - first[0] - far, places[:, 1] - first[1], side)

        stretches = list(self._stretches())
        left = part * sum(long for *_, long in stretches)
        for k, (a, b, middle, turn, long) in enumerate(stretches):
            last = k == len(stretches) - 1 or left <= long
            if middle is None:
                end = here + (b - a)
                if last:
                    return over(here) + left / long * (over(end) - over(here))
            else:
                angle = turn * (left / long if last else 1.0)
                c, s = np.cos(angle), np.sin(angle)
                end = middle + (here - middle) @ np.array([[c, s], [-s, c]])
                if last:
                    return over(end)
            here, left = end, left - long
        return over(here)

    def swept_flat(self, ink: BaseGeometry, height: float) -> float:
        """Of a prism area times height, about a line area times angle times how far its centroid is
        from that along it (Pappus)."""
        far = np.array([ink.centroid.x, ink.centroid.y]) @ np.array(self.toward) - self.edge
        first = np.array(self.drawn[0][:2])
        place, lies, total = first + [far, 0.0], 0.0, 0.0
        for a, b, middle, turn, _ in self._stretches():
            along = np.array([np.cos(lies), np.sin(lies)])
            if middle is None:
                way = b - a
                total += along[0] * way[1] - along[1] * way[0]
                place = place + way
                continue
            off = place - middle
            total += turn * (off @ along)
            c, s = np.cos(turn), np.sin(turn)
            place = middle + [c * off[0] - s * off[1], s * off[0] + c * off[1]]
            lies += turn
        return float(ink.area) * float(total)
