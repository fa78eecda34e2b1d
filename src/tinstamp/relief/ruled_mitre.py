"""What lies midway between two faces along any joint: the surface that is ruled from the joint to
where the parallels of both faces meet.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace
from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism
from OCP.gp import gp_Vec
from OCP.TopoDS import TopoDS_Solid

from tinstamp.blank.kernel import TOLERANCE, Array, rational_surface, solids

RUN_ON = 8.0
"""mm that the joint is carried straight on at both ends"""
STEP_ON = 0.5
"""mm between places there"""
TO_CROSSING = 0.7
"""part of the way to where two rulings would cross that they go at most"""
FINE_PLACES = 2000
"""along it, for how far points lie beyond it"""
POINTS_AT_ONCE = 128
"""that are held against all of these places: thousands of an outline would fill the memory"""
LEAST_FACING = 0.35
"""Cosine of the angle by which it turns along the joint at most"""
FURTHEST = 12.0
"""mm that it goes to either side of the face at most"""


@dataclass(frozen=True, eq=False)
class RuledMitre:
    """The surface that is ruled along a joint.

    Attributes
    ----------
    points : (n, 3) along the joint, mm. ways : (n, 3) unit vectors from there, out of the part.
    side : +1 where what is beyond lies on the side of along x way, else -1.
    """

    points: Array
    ways: Array
    side: float

    @classmethod
    def of(cls, points: Array, ways: Array, inside: Array) -> RuledMitre:
        """Away from a point in space, (3,), on one of the faces."""
        keep = np.r_[True, np.linalg.norm(np.diff(points, axis=0), axis=1) > TOLERANCE]
        points, ways = points[keep], ways[keep] / np.linalg.norm(ways[keep], axis=1)[:, None]
        steps = np.arange(STEP_ON, RUN_ON + STEP_ON, STEP_ON)[:, None]
        first, last = points[0] - points[1], points[-1] - points[-2]
        before = points[0] + steps[::-1] * first / np.linalg.norm(first)
        after = points[-1] + steps * last / np.linalg.norm(last)
        ways = np.concatenate(
            [ways[:1].repeat(len(steps), 0), ways, ways[-1:].repeat(len(steps), 0)]
        )
        found = cls(np.concatenate([before, points, after]), ways, 1.0)
        return found if found.beyond(inside[None])[0] < 0.0 else cls(found.points, found.ways, -1.0)

    @cached_property
    def _curve(self) -> Any:
        """Points and ways together, by the length of the joint, mm."""
        from scipy.interpolate import make_interp_spline

        far = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(self.points, axis=0), axis=1))]
        return make_interp_spline(far, np.concatenate([self.points, self.ways], axis=1), k=3)

    @cached_property
    def _fine(self) -> tuple[Array, Array, Array]:
        """At many places points, ways, and unit vectors square to it that look beyond it."""
        far = np.linspace(self._curve.t[0], self._curve.t[-1], FINE_PLACES)
        both, slopes = self._curve(far), self._curve(far, 1)
        ways = both[:, 3:] / np.linalg.norm(both[:, 3:], axis=1)[:, None]
        normals = self.side * np.cross(slopes[:, :3], ways)
        return both[:, :3], ways, normals / np.linalg.norm(normals, axis=1)[:, None]

    @property
    def reach(self) -> float:
        """mm that it goes to either side of the joint: rulings must not cross."""
        far = np.linspace(self._curve.t[0], self._curve.t[-1], FINE_PLACES)
        slopes = self._curve(far, 1)
        along = slopes[:, :3] / np.linalg.norm(slopes[:, :3], axis=1)[:, None]
        closing = np.abs((slopes[:, 3:] * along).sum(axis=1))
        return float(min(FURTHEST, TO_CROSSING / max(float(closing.max()), 1e-9)))

    def beyond(self, points: Array) -> Array:
        """(n,) mm by which points, (n, 3), lie beyond it."""
        at, ways, normals = self._fine
        found = np.empty(len(points))
        for k in range(0, len(points), POINTS_AT_ONCE):
            some = points[k : k + POINTS_AT_ONCE]
            off = some[:, None] - at
            aside = off - np.einsum("nmk,mk->nm", off, ways)[..., None] * ways
            nearest = np.argmin((aside * aside).sum(axis=-1), axis=1)
            there = some - at[nearest]
            found[k : k + POINTS_AT_ONCE] = (there * normals[nearest]).sum(axis=1)
        return found

    @property
    def turns_too_far(self) -> bool:
        """There is no direction that leads from all of it to beyond it."""
        _, _, normals = self._fine
        middle = normals.mean(axis=0)
        size = float(np.linalg.norm(middle))
        return size < LEAST_FACING or float((normals @ middle).min()) < LEAST_FACING * size

    def solid(self, size: float) -> TopoDS_Solid:
        """What lies beyond it, as far as `size`, mm."""
        table, reach = np.asarray(self._curve.c), self.reach
        ends = [table[:, :3] + far * table[:, 3:] for far in (-reach, reach)]
        across = np.array([0.0, 0.0, 1.0, 1.0])
        surface = rational_surface(np.asarray(self._curve.t), across, np.stack(ends, axis=1))
        face = BRepBuilderAPI_MakeFace(surface, TOLERANCE).Face()
        middle = self._fine[2].mean(axis=0)
        way = size * middle / np.linalg.norm(middle)
        return solids(BRepPrimAPI_MakePrism(face, gp_Vec(*way.tolist())).Shape())[0]
