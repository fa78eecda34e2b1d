"""Where relief on one face ends against that on the next, midway between both: the plane through a
straight joint, or the cone through a round one, that holds the sum of both normals.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np
import shapely
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakePolygon
from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox, BRepPrimAPI_MakeRevol
from OCP.gp import gp_Ax1, gp_Ax2
from OCP.TopoDS import TopoDS_Solid

from tinstamp.blank.kernel import Array, direction, point, solids

STRAIGHT = 1e-5
"""mm that a joint may stray from a line or a circle, and a part that normals may turn along it"""
LEAST_BEND = 1e-3
"""mm that an arc stands out from its chord at least, to have a middle that is told from it"""
TO_AXIS = 0.9
"""part of the way to the axis of a round joint that a mitre goes at most"""


MOST_ASKEW = 10.0
"""cotangent of the least angle that an outline is taken to have with a joint"""


class Mitre(Protocol):
    """What parts one side from the other."""

    def beyond(self, points: Array) -> Array:
        """(n,) mm by which points, (n, 3), lie beyond it."""
        ...

    def solid(self, size: float) -> TopoDS_Solid:
        """What lies beyond it, as far as `size`, mm."""
        ...


@dataclass(frozen=True)
class PlaneMitre:
    """A plane: a point of it and its normal, which looks beyond it."""

    at: Array
    normal: Array

    def beyond(self, points: Array) -> Array:
        return np.asarray((points - self.at) @ self.normal)

    def solid(self, size: float) -> TopoDS_Solid:
        side = np.cross(self.normal, np.eye(3)[int(np.argmin(np.abs(self.normal)))])
        side /= np.linalg.norm(side)
        corner = self.at - size * (side + np.cross(self.normal, side)) / 2.0
        axes = gp_Ax2(point(corner.tolist()), direction(self.normal.tolist()),
                      direction(side.tolist()))  # fmt: skip
        return BRepPrimAPI_MakeBox(axes, size, size, size).Solid()


@dataclass(frozen=True)
class RoundMitre:
    """A cone about an axis.

    Attributes
    ----------
    middle, axis : of the joint, a circle. radius : of that, mm. along : (2,) the direction of the
        cone in a plane through its axis, outwards and along that. normal : square to it there, away
        from what is parted.
    """

    middle: Array
    axis: Array
    radius: float
    along: Array
    normal: Array

    def beyond(self, points: Array) -> Array:
        off = points - self.middle
        high = off @ self.axis
        out = np.linalg.norm(off - high[..., None] * self.axis, axis=-1)
        return np.asarray((out - self.radius) * self.normal[0] + high * self.normal[1])

    def solid(self, size: float) -> TopoDS_Solid:
        reach = [size, size]  # towards either end of `along`
        if abs(self.along[0]) > 1e-9:
            inwards = 1 if self.along[0] > 0 else 0
            reach[inwards] = min(size, TO_AXIS * self.radius / abs(float(self.along[0])))
        joint = np.array([self.radius, 0.0])
        ends = [joint + reach[0] * self.along, joint - reach[1] * self.along]
        ring = [*ends, ends[1] + size * self.normal, ends[0] + size * self.normal]
        half = shapely.box(0.0, -10.0 * size, 10.0 * size, 10.0 * size)
        outline = shapely.orient_polygons(shapely.intersection(shapely.Polygon(ring), half))
        side = np.cross(self.axis, np.eye(3)[int(np.argmin(np.abs(self.axis)))])
        side /= np.linalg.norm(side)
        ring_in_space = BRepBuilderAPI_MakePolygon()
        for out, high in outline.exterior.coords[:-1]:
            ring_in_space.Add(point((self.middle + out * side + high * self.axis).tolist()))
        ring_in_space.Close()
        face = BRepBuilderAPI_MakeFace(ring_in_space.Wire(), True).Face()
        axis = gp_Ax1(point(self.middle.tolist()), direction(self.axis.tolist()))
        return solids(BRepPrimAPI_MakeRevol(face, axis).Shape())[0]


def plane_mitre(points: Array, normals: Array, inside: Array) -> PlaneMitre | None:
    """The plane through a joint, by places of it and the sums of both faces' normals there, (n, 3)
    each, away from a point in space. None where the joint is not straight, or the angle changes."""
    along = points[-1] - points[0]
    along /= np.linalg.norm(along)
    off = points - points[0]
    bent = np.linalg.norm(off - (off @ along)[:, None] * along, axis=1).max()
    if not (bent < STRAIGHT and np.abs(normals - normals[0]).max() < STRAIGHT):
        return None
    normal = np.cross(along, normals[0])
    normal /= np.linalg.norm(normal)
    return PlaneMitre(points[0], normal if (inside - points[0]) @ normal < 0.0 else -normal)


def round_mitre(points: Array, normals: Array, inside: Array) -> RoundMitre | None:
    """The cone through a joint, likewise. None where that is no arc of a circle, or the faces do
    not stand alike about its axis all along."""
    third = len(points) // 3  # the first and the last may be one
    circle = _circle_through(points[0], points[third], points[2 * third])
    if circle is None:
        return None
    middle, axis, radius = circle
    off = points - middle
    out = off / np.linalg.norm(off, axis=1, keepdims=True)
    strayed = np.hypot(np.linalg.norm(off, axis=1) - radius, off @ axis).max()
    flat = np.column_stack([(normals * out).sum(axis=1), normals @ axis])
    aside = np.abs((normals * np.cross(axis, out)).sum(axis=1)).max()
    if not (strayed < STRAIGHT and aside < STRAIGHT and np.ptp(flat, axis=0).max() < STRAIGHT):
        return None
    along = flat[0] / np.linalg.norm(flat[0])
    found = RoundMitre(middle, axis, radius, along, np.array([-along[1], along[0]]))
    if found.beyond(inside[None])[0] < 0.0:
        return found
    return RoundMitre(middle, axis, radius, along, -found.normal)


def step_at(ring: Array, joint: Array, bend: float, depth: float) -> float:
    """mm that walls over a joint are set off from one another at a depth, where an outline, (n, 2),
    crosses it askew; `joint`, (m, 2), is a line on the sheet, `bend` the degrees that it has.

    A wall square to one face comes to the plane midway at depth d by d tan(bend / 2) cot(angle)
    along the joint, one square to the other by as much the other way (plane trigonometry)."""
    starts, runs = joint[:-1], np.diff(joint, axis=0)
    sides = shapely.linestrings(np.stack([ring, np.roll(ring, -1, axis=0)], axis=1))
    tree = shapely.STRtree(shapely.linestrings(np.stack([starts, starts + runs], axis=1)))
    which, met = tree.query(sides, predicate="intersects")
    if not len(which):
        return 0.0
    along, own = runs[met], (np.roll(ring, -1, axis=0) - ring)[which]
    across = np.abs(along[:, 0] * own[:, 1] - along[:, 1] * own[:, 0])
    askew = np.abs((along * own).sum(axis=1)) / np.maximum(across, 1e-12)
    half = abs(float(np.tan(np.radians(bend) / 2.0)))
    return 2.0 * depth * half * min(float(askew.max()), MOST_ASKEW)


def _circle_through(a: Array, b: Array, c: Array) -> tuple[Array, Array, float] | None:
    """Its middle, axis and radius, mm (any text on analytic geometry); None for points in line."""
    u, v = b - a, c - a
    axis = np.cross(u, v)
    twice = float(axis @ axis)
    if twice < (LEAST_BEND * np.linalg.norm(v)) ** 2:
        return None
    to = (np.cross(axis, u) * (v @ v) + np.cross(v, axis) * (u @ u)) / (2.0 * twice)
    return a + to, axis / np.sqrt(twice), float(np.linalg.norm(to))
