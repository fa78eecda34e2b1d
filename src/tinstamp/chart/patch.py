"""The least-stretch chart of a part of a turned face about the artwork.

A ball is taken with another axis, so that the artwork lies on its equator and may cover the
ball's pole; the face itself keeps its own, so nothing can be built into it directly: a tool of
this chart's surface, which is a ball too, is combined with the part. Other turned faces keep
their (u, v).
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np
import shapely
from contourpy import contour_generator

from tinstamp.artwork.outline import Outline, polygon
from tinstamp.chart.base import Array, FaceChart, SheetError
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.flattening import flatten_patch, round_weight
from tinstamp.chart.skin import SkinChart, rectangle_rim
from tinstamp.chart.surface import Arc, Revolved
from tinstamp.chart.view import View

WINDOW = 1.15
"""radians from the artwork's place that are laid out."""
WINDOW_POINTS = 96
"""Points of the window to each side."""


@dataclass(frozen=True, eq=False)
class PatchChart(View, SkinChart):
    """A part of a turned face about the artwork.

    Attributes
    ----------
    base : the face's own chart. place : on its sheet, which lies at this one's origin, mm.
    near : mm round it that count most. own : the surface is not that of the face.
    """

    base: BeltChart = field(kw_only=True)
    place: tuple[float, float] = field(kw_only=True)
    near: float = field(kw_only=True)
    own: bool = field(kw_only=True)

    @property
    def kind(self) -> str:
        return f"{self.base.kind}, patch"

    @property
    def own_surface(self) -> bool:
        return self.own

    @property
    def ground(self) -> FaceChart:
        return self if self.own else self.base

    def towards(self, xy: Array) -> SkinChart:
        return self

    def again(self, home: FaceChart) -> FaceChart:
        assert isinstance(home, BeltChart)
        return patch_of(home, np.array(self.place), self.near)

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        """Places are told on the belt; upright is the patch's own y."""
        at, _ = self.base.spot(across, up, degrees)
        return self.from_space(self.base.to_space(at)), 0.0

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        return self.base.place_of(self.to_base(xy), degrees)


def is_ball(chart: FaceChart) -> bool:
    """True for a face of a ball, which has such patches."""
    if not isinstance(chart, BeltChart) or not isinstance(chart.surface, Revolved):
        return False
    arc = chart.surface.curve
    if not isinstance(arc, Arc):
        return False
    reach = arc.centre - chart.surface.origin
    out = reach - (reach @ chart.surface.axis) * chart.surface.axis
    return bool(np.linalg.norm(out) < 1e-9)


def patch_of(base: BeltChart, at: Array, near: float) -> PatchChart:
    """The patch about a place of a belt, which lies at the patch's origin; its y runs up the
    meridian there, and what is within about `near` mm of it is stretched least.

    Raises SheetError near the pole of a face that is no ball.
    """
    if not is_ball(base):
        return _turned_patch(base, at, near)
    surface = base.surface
    assert isinstance(surface, Revolved) and isinstance(surface.curve, Arc)
    centre, radius = surface.curve.centre, surface.curve.radius
    here = base.frame.to_local(base.to_space(at))
    out = (here - centre) / radius
    _, _, up = surface.first(base.to_uv(at))
    up = base.up_sense * up
    up = up - (up @ out) * out
    up = up / np.linalg.norm(up)
    middle = (base.bounds[:2] + base.bounds[2:]) / 2
    away = base.frame.to_local(base.to_space(middle)) - centre
    side = np.sign(base.frame.axes @ base.normal(middle) @ away)
    turned = Revolved(Arc(centre, out, up, radius), centre, up)
    flip = float(side)  # the turned ball's own normal looks outwards
    low, high = np.full(2, -WINDOW), np.full(2, WINDOW)
    centre = np.zeros(2)
    weight = round_weight(turned, centre, near)
    flat = flatten_patch(turned, low, high, flip, up, centre, weight)
    bare = PatchChart(
        (),
        base.frame,
        surface=turned,
        flip=flip,
        shape="ball",
        flat=flat,
        rims=(),
        base=base,
        place=(float(at[0]), float(at[1])),
        near=near,
        own=True,
    )
    return replace(bare, outline=_reached(bare))


def _turned_patch(base: BeltChart, at: Array, near: float) -> PatchChart:
    """The same on the face's own surface, as far round and up as it goes."""
    u, v = map(float, base.to_uv(at))
    radius = float(base.reach_at(np.array(float(at[1]))))
    if radius < 0.05 * base.length.whole:
        raise SheetError("this place is too near to the pole of a face that is no ball")
    wide = min(WINDOW, 0.7 * base.length.whole / radius)
    if not base.closed:
        raise SheetError("a part of a turn is laid out as a belt alone")
    tall = min(base.length.whole, 1.5 * radius) / float(base.length.speed(np.array(v)))
    low = np.array([u - wide, max(base.length.low, v - tall)])
    high = np.array([u + wide, min(base.length.high, v + tall)])
    _, _, up = base.surface.first(np.array([u, v]))
    weight = round_weight(base.surface, np.array([u, v]), near)
    flat = flatten_patch(
        base.surface, low, high, base.flip, base.up_sense * up, np.array([u, v]), weight
    )
    bare = PatchChart(
        (), base.frame, surface=base.surface, flip=base.flip, shape=base.shape, flat=flat,
        rims=(), base=base, place=(float(at[0]), float(at[1])), near=near, own=False,
    )  # fmt: skip
    outline = polygon(bare.from_uv(rectangle_rim(low, high)).tolist())
    return replace(bare, outline=(outline if outline.area > 0 else outline.reversed(),))


def _reached(chart: PatchChart) -> tuple[Outline, ...]:
    """The part of the face within the window, on the sheet."""
    base = chart.base
    u = np.linspace(-WINDOW, WINDOW, WINDOW_POINTS)
    uv = np.stack(np.meshgrid(u, u), axis=-1)
    space = chart.lifted(uv, 0.0)
    y = base.from_space(space)[..., 1]
    whole = base.length.whole
    ends = base.reach_at(np.array([0.0, whole]))
    inside = np.full(y.shape, np.inf)
    if ends[0] > 1e-6:
        inside = np.minimum(inside, y - 1e-9)
    if ends[1] > 1e-6:
        inside = np.minimum(inside, whole - y - 1e-9)
    inside = np.minimum(inside, WINDOW - np.abs(uv).max(axis=-1) + 1e-12)
    framed = np.pad(np.minimum(inside, 1.0), 1, constant_values=-1e-3)
    edge = np.concatenate([[u[0] - 1e-9], u, [u[-1] + 1e-9]])
    rings = [shapely.Polygon(r).buffer(0) for r in contour_generator(edge, edge, framed).lines(0.0)]
    part = max(shapely.get_parts(shapely.union_all(rings)), key=lambda p: p.area)
    points = chart.from_uv(np.array(shapely.segmentize(part, 0.03).exterior.coords)[:-1])
    outline = polygon(points.tolist())
    return (outline if outline.area > 0 else outline.reversed(),)
