"""Where faces of a part meet, and the charts of a part with their joints."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import line
from tinstamp.chart.base import Array, FaceChart

JOINT_STRAY = 1e-7
"""mm that a straight joint's points may be off a line."""
LINE_STRAY = 1e-7
"""mm that a bent joint's points may be off fewer pieces."""
FEWER_PIECES = (8, 16, 32, 64)
"""Of a line through points, in the order in which they are tried: where they do, fewer are quicker
to split artwork at, and give fewer edges."""

CLOSED_WITHIN = 1e-6
"""mm between the ends of a joint that closes"""


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

    @property
    def closed(self) -> bool:
        """It ends where it begins, as a rim does."""
        return float(np.linalg.norm(self.points[0] - self.points[-1])) < CLOSED_WITHIN

    def facing(self, direction: Array, least: float, near: Array) -> Array:
        """The stretch of it along which both faces look in a direction, (3,) unit, by `least` as a
        part at least: points (n, 3), none where there is none. Of several the one nearest to a
        point in space, (3,)."""
        t = np.linspace(0.0, 1.0, self.normals.shape[1])
        looks = (self.normals @ direction).min(axis=0)
        at = np.linspace(0.0, 1.0, len(self.points))
        good = np.interp(at, t, looks) >= least
        if good.all():
            return self.points
        points = self.points
        if self.closed:  # begin where it looks away
            first = int(np.flatnonzero(~good)[0])
            points = np.roll(points[:-1], -first, axis=0)
            good = np.roll(good[:-1], -first)
        ends = np.flatnonzero(np.diff(np.concatenate([[False], good, [False]])))
        runs = [points[a:b] for a, b in ends.reshape(-1, 2) if b - a > 2]
        return min(
            runs, key=lambda run: np.linalg.norm(run - near, axis=1).min(), default=points[:0]
        )

    def beyond(self, face: str) -> str:
        """The face on the other side."""
        a, b = self.faces
        return b if face == a else a


Seek = Callable[[str], "Sequence[Joint]"]
"""Finds the joints of a face."""
Later = Callable[[], "FaceChart | None"]
"""What lays a face out when its chart is wanted; None when it cannot be laid out."""


class Faces(Mapping[str, "FaceChart"]):
    """The charts of a part's faces, by name. Those that take long are made when they are wanted;
    to go through all of them makes all.

    Attributes
    ----------
    joints : where they meet, at angles small enough for artwork to run on; with `seek` those
        that were asked for so far.
    """

    def __init__(
        self,
        charts: Mapping[str, FaceChart] | None = None,
        joints: Sequence[Joint] = (),
        later: Mapping[str, Later] | None = None,
        awaited: Iterable[str] = (),
        seek: Seek | None = None,
    ):
        self._made: dict[str, FaceChart] = dict(charts or {})
        self._later: dict[str, Later] = dict(later or {})
        self._awaited = frozenset(awaited)
        self.joints = tuple(joints)
        self._seek = seek
        self._sought: set[str] = set()

    @classmethod
    def of(cls, charts: Mapping[str, FaceChart]) -> Faces:
        """These charts, with the joints that they came with."""
        return charts if isinstance(charts, cls) else cls(charts)

    def __getitem__(self, name: str) -> FaceChart:
        if name in self._later:
            found = self._later[name]()  # what it raises, it raises again when asked again
            del self._later[name]
            if found is not None:
                self._made[name] = found
        return self._made[name]

    def __iter__(self) -> Iterator[str]:
        return (name for name in self.names if self.get(name) is not None)

    def __len__(self) -> int:
        return sum(1 for _ in self)

    def __bool__(self) -> bool:
        return bool(self._made or self.awaited)

    def __contains__(self, name: object) -> bool:
        return isinstance(name, str) and self.get(name) is not None

    def __reduce__(self) -> tuple[object, ...]:
        return type(self), (self._made, self.joints, {}, self.awaited)

    @property
    def awaited(self) -> frozenset[str]:
        """Faces whose charts have not been made yet; they may turn out to have none."""
        return self._awaited | frozenset(self._later)

    @property
    def names(self) -> tuple[str, ...]:
        """Of all faces, also those that are awaited."""
        return (*self._made, *sorted(self.awaited - frozenset(self._made)))

    def and_then(self, later: Mapping[str, FaceChart]) -> Faces:
        """These and others; where both have one, the other's."""
        more = Faces.of(later)
        kept = {n: w for n, w in self._later.items() if n not in more._made}
        made, late = {**self._made, **more._made}, {**kept, **more._later}
        joints, awaited = (*self.joints, *more.joints), self._awaited | more._awaited
        return Faces(made, joints, late, awaited - made.keys(), _either(self._seek, more._seek))

    def arrived(
        self, made: Mapping[str, FaceChart], awaited: Iterable[str], joints: Sequence[Joint]
    ) -> Faces:
        """These with some that have come; `awaited` are those that have still not."""
        return Faces({**self._made, **made}, joints, {}, awaited)

    def each(self, change: Callable[[FaceChart], FaceChart]) -> Faces:
        """Every chart changed; those that are awaited when they are made."""

        def then(work: Later) -> Later:
            def found() -> FaceChart | None:
                chart = work()
                return None if chart is None else change(chart)

            return found

        made = {name: change(chart) for name, chart in self._made.items()}
        return Faces(made, (), {name: then(work) for name, work in self._later.items()})

    def beside(self, face: str) -> list[Joint]:
        """The joints of a face with others that can be laid out, which they are for it."""
        return [joint for joint in self.meeting(face) if joint.beyond(face) in self]

    def meeting(self, face: str) -> list[Joint]:
        """The joints of a face with others, whether they can be laid out or not."""
        if self._seek is not None and face not in self._sought:
            self._sought.add(face)
            known = {
                frozenset(j.faces) for j in self.joints if self._sought & set(j.faces) - {face}
            }
            more = [j for j in self._seek(face) if frozenset(j.faces) not in known]
            self.joints = (*self.joints, *more)
        return [j for j in self.joints if face in j.faces]


def _either(one: Seek | None, other: Seek | None) -> Seek | None:
    """What finds the joints that either finds."""
    if one is None or other is None:
        return one or other
    return lambda face: [*one(face), *other(face)]


def joint_line(points: Array, stray: float = LINE_STRAY) -> Array:
    """A smooth line through points (n, 2) as cubics (m, 4, 2): one where they are straight, else so
    few that it passes all points by no more than `stray` mm."""
    run = points[-1] - points[0]
    long = float(np.linalg.norm(run))
    if long > 0:
        off = (points - points[0]) @ np.array([-run[1], run[0]]) / long
        if np.abs(off).max() < JOINT_STRAY:
            return line(points[0], points[-1])[None]
    from scipy.interpolate import CubicSpline

    far = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))])
    at, spline = far, CubicSpline(far, points)
    for count in FEWER_PIECES:
        # evenly spaced: places that are even along the pieces are then even along the line
        even = np.linspace(0.0, far[-1], count + 1)
        tried = CubicSpline(even, spline(even))
        if count < len(points) - 1 and np.abs(tried(far) - points).max() < stray:
            at, spline = even, tried
            break
    ends, slopes, step = spline(at), spline(at, 1), np.diff(at)[:, None]
    a, b = ends[:-1], ends[1:]
    return np.stack([a, a + slopes[:-1] * step / 3, b - slopes[1:] * step / 3, b], axis=1)
