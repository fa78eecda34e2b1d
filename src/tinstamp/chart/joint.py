"""Where faces of a part meet, and the charts of a part with their joints."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import line
from tinstamp.chart.base import Array, FaceChart

JOINT_STRAY = 1e-7
"""mm that a straight joint's points may be off a line."""


@dataclass(frozen=True)
class Joint:
    """An edge at which two faces of a part meet.

    Attributes
    ----------
    faces : their names. points : (n, 3) along it, mm. normals : (2, m, 3) outward units of
        both faces at places along it.
    bend : greatest angle between the two normals along it, degrees, positive where the part
        is convex there.
    """

    faces: tuple[str, str]
    points: Array
    normals: Array
    bend: float

    def faces_to(self, direction: Array) -> float:
        """The least part that a normal along the joint has in a direction, (3,) unit."""
        return float((self.normals @ direction).min())

    def beyond(self, face: str) -> str:
        """The face on the other side."""
        a, b = self.faces
        return b if face == a else a


class Faces(dict[str, FaceChart]):
    """The charts of a part's faces, by name.

    Attributes
    ----------
    joints : where they meet, at angles small enough for artwork to run on.
    """

    def __init__(self, charts: Mapping[str, FaceChart] | None = None, joints: Sequence[Joint] = ()):
        super().__init__(charts or {})
        self.joints = tuple(joints)

    @classmethod
    def of(cls, charts: Mapping[str, FaceChart]) -> Faces:
        """These charts, with the joints that they came with."""
        return charts if isinstance(charts, cls) else cls(charts)

    def beside(self, face: str) -> list[Joint]:
        """The joints of a face with others that can be laid out."""
        return [j for j in self.joints if face in j.faces and j.beyond(face) in self]


def joint_line(points: Array) -> Array:
    """A smooth line through points (n, 2) as cubics (m, 4, 2): one where they are straight."""
    run = points[-1] - points[0]
    long = float(np.linalg.norm(run))
    if long > 0:
        off = (points - points[0]) @ np.array([-run[1], run[0]]) / long
        if np.abs(off).max() < JOINT_STRAY:
            return line(points[0], points[-1])[None]
    from scipy.interpolate import CubicSpline

    far = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))])
    spline = CubicSpline(far, points)
    slopes = spline(far, 1) * 1.0
    step = np.diff(far)[:, None]
    a, b = points[:-1], points[1:]
    return np.stack([a, a + slopes[:-1] * step / 3, b - slopes[1:] * step / 3, b], axis=1)
