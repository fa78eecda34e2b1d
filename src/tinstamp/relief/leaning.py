"""Walls that lean where two faces meet at a small angle.

At the joint the wall stands midway between the two normals, where the parallel surfaces of both
faces meet; away from it it turns to the face's own normal. The cap stays on the parallel
surface everywhere.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from OCP.Geom import Geom_Surface

from tinstamp.artwork.outline import Region, evaluate
from tinstamp.blank.kernel import Array
from tinstamp.chart.base import FaceChart
from tinstamp.chart.run import Member
from tinstamp.chart.view import View
from tinstamp.relief.heads import Head
from tinstamp.relief.surfaces import parallel

LEAN_FADES = 1.0
"""mm from the joint at which the lean is an e-th of what it is there, on wide faces."""
NARROW_PARTS = 3.5
"""On narrow ones it is the width in that many parts."""
FLUX_BITS = 96
"""Bits that stand for a piece of an outline while the flux through it is summed."""
SOLVING_ROUNDS = 12
"""Steps of the search for the lean."""
SOLVED_WITHIN = 1e-9
"""mm between two of them that end it"""


def base_of(chart: FaceChart) -> FaceChart:
    """The chart of the face itself."""
    return chart.ground


def on_base(chart: FaceChart, xy: Array) -> Array:
    """Points of a chart's sheet on that of the face itself."""
    if isinstance(chart, View) and chart.ground is not chart:
        return chart.to_base(xy)
    return xy


@dataclass(frozen=True, eq=False)
class Rim:
    """A straight joint on the sheet of one of its faces.

    Attributes
    ----------
    start : (2,) on it. out : (2,) unit, over it and away from the face.
    width : of the face from there, mm. base : the face's chart.
    """

    start: Array
    out: Array
    width: float
    base: FaceChart


def rim_of(member: Member, ends: Array) -> Rim:
    """Of a member, with the joint's ends (2, 2) on the run's sheet."""
    start, end = on_base(member.chart, member.into(ends))
    run = (end - start) / np.linalg.norm(end - start)
    out = np.array([run[1], -run[0]])
    base = base_of(member.chart)
    far = np.concatenate([(o.points(8) - start) @ out for o in base.outline])
    inner = member.area.representative_point()
    middle = on_base(member.chart, member.into(np.array([inner.x, inner.y])))
    if float((middle - start) @ out) > 0:
        out, far = -out, -far
    return Rim(start, out, float(-far.min()), base)


@dataclass(frozen=True, eq=False)
class Lean:
    """How walls of a face lean at a joint.

    Attributes
    ----------
    own, other : the two sides of the joint. bend : degrees, positive where the part is convex.
    """

    own: Rim
    other: Rim
    bend: float

    @property
    def reach(self) -> float:
        return min(LEAN_FADES, self.own.width / NARROW_PARTS)

    def _bell(self, xy: Array) -> Array:
        """The lean at points of the sheet as a part of that at the joint."""
        far = (np.asarray(xy) - self.own.start) @ self.own.out
        return np.asarray(np.exp(-((far / self.reach) ** 2)), dtype=float)

    def shift(self, xy: Array, lift: float) -> Array:
        """How far points (..., 2) move over the sheet on their way up by `lift` mm."""
        most = _most(self, lift)
        return np.asarray(most * self._bell(xy)[..., None] * self.own.out, dtype=float)

    def gain(self, chart: FaceChart, region: Region, lift: float) -> float:
        """What leaning adds to the volume of a region on the chart's sheet, mm³.

        At the height t the region has grown by t / lift of the shift's flux through its
        outlines, and areas by 1 + 2 H t + K t² (Steiner), H and K as at the joint; this is
        the integral over t of their product."""
        flux = 0.0
        t = np.linspace(0.0, 1.0, FLUX_BITS + 1)
        for outline in region.outlines:
            q = on_base(chart, evaluate(outline.beziers, t))
            bell = self._bell((q[:, 1:] + q[:, :-1]) / 2.0)
            run = q[:, 1:] - q[:, :-1]
            x, y = self.own.out
            flux += float((bell * (x * run[..., 1] - y * run[..., 0])).sum())
        mean, gauss = (float(v) for v in self.own.base.bent_at(self.own.start))
        high = lift / 2.0 + 2.0 * mean * lift**2 / 3.0 + gauss * lift**3 / 4.0
        return _most(self, lift) * flux * high


@lru_cache(maxsize=256)
def _most(lean: Lean, lift: float) -> float:
    """The shift at the joint: that at which the parallels of both faces meet, mm, by Newton's
    method from where those of two planes do."""
    guess = lift * float(np.tan(np.radians(lean.bend) / 2.0))
    s = np.array([guess, guess])

    def spots(s: Array) -> tuple[Array, Array]:
        return tuple(  # type: ignore[return-value]
            rim.base.to_space(rim.start + x * rim.out, lift)
            for rim, x in ((lean.own, s[0]), (lean.other, s[1]))
        )

    for _ in range(SOLVING_ROUNDS):
        a, b = spots(s)
        if np.linalg.norm(a - b) < SOLVED_WITHIN:
            break
        h = 1e-5
        da = (spots(s + [h, 0])[0] - a) / h
        db = (spots(s + [0, h])[1] - b) / h
        step, *_ = np.linalg.lstsq(np.stack([da, -db], axis=1), a - b, rcond=None)
        s = s - step
    return float(s[0])


@dataclass(frozen=True, eq=False)
class Leaning(Head):
    """On the parallel surface `lift` mm above the face, walls leaning at joints."""

    chart: FaceChart
    lift: float
    leans: Sequence[Lean]

    @property
    def _base(self) -> FaceChart:
        return base_of(self.chart)

    def _there(self, xy: Array) -> Array:
        """Points of the face's own sheet above which the walls end."""
        q = on_base(self.chart, np.asarray(xy, dtype=float))
        return np.asarray(q + sum(lean.shift(q, self.lift) for lean in self.leans), dtype=float)

    def space(self, xy: Array) -> Array:
        return self._base.to_space(self._there(xy), self.lift)

    def uv(self, xy: Array) -> Array:
        return self._base.to_uv(self._there(xy))

    def at(self, uv: Array) -> Array:
        return self._base.to_space(self._base.from_uv(uv), self.lift)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return parallel(host, self._base, self.lift, box)

    @property
    def flipped(self) -> bool:
        return self._base.mirrored
