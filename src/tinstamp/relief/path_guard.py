"""Where letters are that do not stand upright on a flat face, told for the guard from what was
asked alone: how far they lean, what they bend about, or the points of a drawn path.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import Array
from tinstamp.chart.base import Chart

EDGE_POINTS = 200
"""points to a piece of an outline by which the foremost ink is found"""


@dataclass(frozen=True)
class Path:
    """How letters go that do not stand upright on a flat face.

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
        start, up, side = chart.to_space(xy), chart.normal(xy), np.array(self.toward)
        ahead = chart.to_space(xy + side) - start
        if self.hinge is None:
            return np.asarray(start + part * height * (up + np.tan(np.radians(self.turn)) * ahead))
        pivot = start + (self.hinge - xy @ side)[:, None] * ahead
        axis, from_pivot, angle = np.cross(up, ahead), start - pivot, part * np.radians(self.turn)
        turned = from_pivot * np.cos(angle) + np.cross(axis, from_pivot) * np.sin(angle)
        return np.asarray(pivot + turned)

    def swept(self, ink: BaseGeometry, height: float) -> float:
        """mm³ that an area sweeps: of a prism area times height, about a line area times angle
        times how far its centroid is from it (Pappus)."""
        if self.hinge is None:
            return float(ink.area) * height
        away = self.hinge - np.array([ink.centroid.x, ink.centroid.y]) @ np.array(self.toward)
        return float(ink.area) * float(away) * float(np.radians(self.turn))


@dataclass(frozen=True)
class DrawnPath:
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

    def swept(self, ink: BaseGeometry, height: float) -> float:
        """mm³ that an area sweeps: of a prism area times height, about a line area times angle
        times how far its centroid is from that along it (Pappus)."""
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
