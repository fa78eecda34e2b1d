"""Walls that lean where two faces meet at a small angle.

At the joint the wall stands midway between the two normals, where the parallel surfaces of both
faces meet; away from it it turns to the face's own normal. The cap stays on the parallel
surface everywhere.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Any

import numpy as np
from OCP.Geom import Geom_Surface

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Region, evaluate
from tinstamp.blank.kernel import Array
from tinstamp.chart.base import FaceChart
from tinstamp.chart.bent import BentChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.flattened import FlattenedChart
from tinstamp.chart.run import Member, RunChart
from tinstamp.chart.surface import SplineSurface
from tinstamp.chart.view import View
from tinstamp.relief.heads import Head
from tinstamp.relief.surfaces import ReliefError, parallel

LEAN_FADES = 1.0
"""mm from the joint at which the lean is an e-th of what it is there, on wide faces."""
NARROW_PARTS = 3.5
"""On narrow ones it is the width in that many parts."""
BENT_PARTS = 4.5
"""Along a curved joint it is its least radius in that many parts, at most."""
RIM_PLACES = 129
"""Places along a joint where it is known on both faces."""
ALONG = np.linspace(0.0, 1.0, RIM_PLACES)
"""Those places."""
RIM_STRAY = 1e-7
"""mm; a joint whose places are off a line by less is straight, and one whose ends are, closed."""
NEAREST_ROUNDS = 8
"""Steps of the search for the nearest place of a curved joint."""
FLUX_BITS = 96
"""Bits that stand for a piece of an outline while the flux through it is summed."""
SOLVING_ROUNDS = 12
"""Steps of the search for the lean."""
SOLVED_WITHIN = 1e-9
"""mm between two of them that end it"""
NO_WAY = 1e-18
"""mm²; the square of a way that counts as none"""


def base_of(chart: FaceChart) -> FaceChart:
    """The chart of the face itself; a freeform one is carried on a little past its edges, since
    walls that lean may end there."""
    ground = chart.ground
    return carried_on(ground) if isinstance(ground, BentChart) else ground


@lru_cache(maxsize=64)
def carried_on(chart: BentChart) -> BentChart:
    """A chart whose freeform surface does not end at the face's edges."""
    surface = chart.surface
    if not isinstance(surface, SplineSurface) or surface.beyond:
        return chart
    return replace(chart, surface=replace(surface, beyond=CARRIED_ON))


def on_base(chart: FaceChart, xy: Array) -> Array:
    """Points of a chart's sheet on that of the face itself."""
    if isinstance(chart, View) and chart.ground is not chart:
        return chart.to_base(xy)
    return xy


_RUNS: Kept[RunChart] = Kept(16)


def run_carried_on(run: RunChart) -> RunChart:
    """A run that sees its freeform faces carried on a little past their edges: the line of a joint
    is off the edge by a hair. The same one for the same run, with all that it has found."""
    return _RUNS.get(run, None, lambda: replace(run, members=tuple(map(_carried_on, run.members))))


def _carried_on(member: Member) -> Member:
    return replace(member, chart=seen_carried_on(member.chart))


def seen_carried_on(chart: FaceChart) -> FaceChart:
    """A chart, as artwork sees its face, that a freeform surface is carried on for."""
    base = chart.ground
    if not isinstance(base, BentChart) or not isinstance(base.surface, SplineSurface):
        return chart
    longer = carried_on(base)
    if isinstance(chart, CastChart | FlattenedChart):
        return chart.on(longer)
    return longer if chart is base else chart


CARRIED_ON = 0.05
"""part of a freeform face's size by which its surface is carried on"""
LEVEL_THERE = 1e-3
"""radians of a bend that counts as none: a joint may bend along a part of it alone"""
MOST_APART = 5e-7
"""mm between caps that meet, where the bend is so slight that it counts as none"""


@dataclass(frozen=True, eq=False)
class Rim:
    """A joint on the sheet of one of its faces, by a parameter from 0 to 1 along it that is the
    same for both.

    Attributes
    ----------
    places : (RIM_PLACES, 2) points of it. away : +1 where the face lies to its left, and what is
        over it to its right. width : of the face from there, mm. base : the face's chart.
    """

    places: Array
    away: float
    width: float
    base: FaceChart

    @cached_property
    def straight(self) -> bool:
        run = self.places[-1] - self.places[0]
        off = (self.places - self.places[0]) @ np.array([-run[1], run[0]])
        return bool(np.abs(off).max() < RIM_STRAY * np.linalg.norm(run))

    @cached_property
    def _curve(self) -> Any:
        from scipy.interpolate import CubicSpline

        closed = bool(np.linalg.norm(self.places[0] - self.places[-1]) < RIM_STRAY)
        return CubicSpline(ALONG, self.places, bc_type="periodic" if closed else "not-a-knot")

    @cached_property
    def _reached(self) -> tuple[Any, Any]:
        """Of a straight one the part of its length at a parameter, and back."""
        from scipy.interpolate import CubicSpline

        run = self.places[-1] - self.places[0]
        far = (self.places - self.places[0]) @ run / float(run @ run)
        return CubicSpline(ALONG, far), CubicSpline(far, ALONG)

    def at(self, t: Array, order: int = 0) -> Array:
        """Points of it, (..., 2), or their derivatives."""
        t = np.asarray(t, dtype=float)[..., None]
        if self.straight:
            a, run = self.places[0], self.places[-1] - self.places[0]
            far = np.asarray(self._reached[0](t, order), dtype=float)
            return a + far * run if order == 0 else far * run
        return np.asarray(self._curve(t[..., 0], order), dtype=float)

    def out(self, t: Array) -> Array:
        """Unit vectors over it and away from the face, (..., 2)."""
        along = self.at(t, 1)
        side = self.away * np.stack([along[..., 1], -along[..., 0]], axis=-1)
        return np.asarray(side / np.linalg.norm(side, axis=-1, keepdims=True), dtype=float)

    def nearest(self, xy: Array) -> tuple[Array, Array]:
        """Where along it points (..., 2) are nearest, and how far over it they lie, mm; no numbers
        for points that have none."""
        xy = np.asarray(xy, dtype=float)
        flat = xy.reshape(-1, 2)
        known = np.isfinite(flat).all(axis=1)
        t, far = np.full((2, len(flat)), np.nan)
        t[known] = self._nearest(flat[known])
        far[known] = np.einsum("nk,nk->n", flat[known] - self.at(t[known]), self.out(t[known]))
        return t.reshape(xy.shape[:-1]), far.reshape(xy.shape[:-1])

    def _nearest(self, flat: Array) -> Array:
        if self.straight:
            run = self.places[-1] - self.places[0]
            far = (flat - self.places[0]) @ run / float(run @ run)
            # beyond its ends the spline may run back
            return np.clip(np.asarray(self._reached[1](far), dtype=float), 0.0, 1.0)
        from scipy.spatial import cKDTree

        t = ALONG[cKDTree(self.places).query(flat)[1]]
        for _ in range(NEAREST_ROUNDS):
            off, d1, d2 = self.at(t) - flat, self.at(t, 1), self.at(t, 2)
            down = np.einsum("nk,nk->n", d1, d1) + np.einsum("nk,nk->n", off, d2)
            step = np.einsum("nk,nk->n", off, d1) / np.where(np.abs(down) > 1e-9, down, 1.0)
            t = np.clip(t - np.clip(step, -0.1, 0.1), 0.0, 1.0)
        return np.asarray(t)

    @cached_property
    def least_radius(self) -> float:
        """Of its curvature, mm."""
        d1, d2 = self.at(ALONG, 1), self.at(ALONG, 2)
        cross = np.abs(d1[:, 0] * d2[:, 1] - d1[:, 1] * d2[:, 0])
        return float((np.linalg.norm(d1, axis=1) ** 3 / np.maximum(cross, 1e-12)).min())


def rim_of(member: Member, cut: Array) -> Rim:
    """Of a member, with a joint (m, 4, 2) on the run's sheet."""
    t = ALONG * len(cut)
    k = np.minimum(t.astype(int), len(cut) - 1)
    on_run = np.stack(
        [evaluate(cut[i][None], np.array([x - i]))[0, 0] for i, x in zip(k, t, strict=True)]
    )
    places = on_base(member.chart, member.into(on_run))
    base = base_of(member.chart)
    inner = member.area.representative_point()
    middle = on_base(member.chart, member.into(np.array([inner.x, inner.y])))
    rim = Rim(places, 1.0, 0.0, base)
    _, far = rim.nearest(middle)
    rim = replace(rim, away=-1.0) if float(far) > 0 else rim
    corners = np.concatenate([o.points(8) for o in base.outline])
    return replace(rim, width=float(-rim.nearest(corners)[1].min()))


@dataclass(frozen=True, eq=False)
class Lean:
    """How walls of a face lean at a joint.

    Attributes
    ----------
    own, other : the two sides of the joint. bend : degrees, positive where the part is convex.
    second : this side follows the other along the joint too, so that they meet in one place.
    """

    own: Rim
    other: Rim
    bend: float
    second: bool

    @property
    def reach(self) -> float:
        least = min(self.own.least_radius, self.other.least_radius)
        return min(LEAN_FADES, self.own.width / NARROW_PARTS, least / BENT_PARTS)

    def at_joint(self, t: Array, lift: float) -> Array:
        """How far the wall's end at places along the joint, (...), lies from its foot over the
        sheet, (..., 2) mm."""
        ahead, beside = _met(self, lift)
        if self.second:
            return beside(t)
        return ahead(t)[..., None] * self.own.out(t)

    def tops(self, t: Array, lift: float) -> Array:
        """Where the parallels of both faces `lift` mm above them meet, (..., 3), over places along
        the joint."""
        return self.own.base.to_space(self.own.at(t) + self.at_joint(t, lift), lift)


def shift(leans: Sequence[Lean], xy: Array, lift: float) -> Array:
    """How far points (..., 2) move over the sheet on their way up by `lift` mm, where walls lean
    at joints of one face: at each joint as that one asks, which the share beyond it does too."""
    places = [lean.own.nearest(xy) for lean in leans]
    total = np.zeros(np.shape(xy))
    away = [np.zeros(())] * len(leans)
    if len(leans) > 1:
        away = [np.linalg.norm(xy - lean.own.at(t), axis=-1) for lean, (t, _) in
                zip(leans, places, strict=True)]  # fmt: skip
    for k, (lean, (t, far)) in enumerate(zip(leans, places, strict=True)):
        bell = np.exp(-((far / lean.reach) ** 2))
        for j in range(len(leans)):
            if j != k:
                bell = bell * away[j] ** 2 / np.maximum(away[j] ** 2 + away[k] ** 2, NO_WAY)
        total += bell[..., None] * lean.at_joint(t, lift)
    return total


def gain(leans: Sequence[Lean], chart: FaceChart, region: Region, lift: float) -> float:
    """What leaning at joints of one face adds to the volume of a region on the chart's sheet, mm³.

    At the height t the region has grown by t / lift of the shift's flux through its
    outlines, and areas by 1 + 2 H t + K t² (Steiner); this is the integral over t of their
    product."""
    if not leans:
        return 0.0
    total, base = 0.0, leans[0].own.base
    t = np.linspace(0.0, 1.0, FLUX_BITS + 1)
    for outline in region.outlines:
        q = on_base(chart, evaluate(outline.beziers, t))
        middle, run = (q[:, 1:] + q[:, :-1]) / 2.0, q[:, 1:] - q[:, :-1]
        over = shift(leans, middle, lift)
        flux = over[..., 0] * run[..., 1] - over[..., 1] * run[..., 0]
        j = base.jacobian(middle)
        grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
        mean, gauss = base.bent_at(middle)
        high = lift / 2.0 + 2.0 * mean * lift**2 / 3.0 + gauss * lift**3 / 4.0
        total += float((flux * grown * high).sum())
    return total


Along = Callable[[Array], Array]


@lru_cache(maxsize=256)
def _met(lean: Lean, lift: float) -> tuple[Along, Along]:
    """The shifts at a joint with which the parallels of both faces meet, by places along it: of the
    first side straight over the joint, mm (...,), of the second, (..., 2). By Newton's method from
    where those of two planes do."""
    from scipy.interpolate import CubicSpline

    first, second = (lean.other, lean.own) if lean.second else (lean.own, lean.other)
    p, q, out, there = first.at(ALONG), second.at(ALONG), first.out(ALONG), second.out(ALONG)
    guess = lift * float(np.tan(np.radians(lean.bend) / 2.0))
    s = np.concatenate([np.full((len(ALONG), 1), guess), guess * there], axis=1)

    def apart(s: Array) -> Array:
        a = first.base.to_space(p + s[:, :1] * out, lift)
        return np.asarray(a - second.base.to_space(q + s[:, 1:], lift), dtype=float)

    for _ in range(SOLVING_ROUNDS):
        off = apart(s)
        gap = float(np.linalg.norm(off, axis=1).max())
        if gap < SOLVED_WITHIN:
            break
        step = 1e-5 * np.eye(3)
        slopes = np.stack([(apart(s + d) - off) / 1e-5 for d in step], axis=-1)
        # where the faces are level with one another there, the least shift that does it
        s = s - (np.linalg.pinv(slopes, rcond=LEVEL_THERE) @ off[..., None])[..., 0]
    if not gap < MOST_APART:
        raise ReliefError("the relief's caps do not meet where two faces do")
    ahead, beside = CubicSpline(ALONG, s[:, 0]), CubicSpline(ALONG, s[:, 1:])

    def within(curve: Any) -> Along:
        return lambda t: np.asarray(curve(np.clip(t, 0.0, 1.0)), dtype=float)

    return within(ahead), within(beside)


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
        return np.asarray(q + shift(self.leans, q, self.lift), dtype=float)

    def space(self, xy: Array) -> Array:
        return self._base.to_space(self._there(xy), self.lift)

    def uv(self, xy: Array) -> Array:
        return self._base.to_uv(self._there(xy))

    def both(self, xy: Array) -> tuple[Array, Array]:
        q = self._there(xy)
        return self._base.to_space(q, self.lift), self._base.to_uv(q)

    def at(self, uv: Array) -> Array:
        return self._base.uv_lifter(uv)(self.lift)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return parallel(host, self._base, self.lift, box)

    @property
    def flipped(self) -> bool:
        return self._base.mirrored
