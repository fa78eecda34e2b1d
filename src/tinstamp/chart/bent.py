"""What charts of bent faces have in common: a surface, and a map from the sheet to its (u, v)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from tinstamp.artwork.outline import Region, evaluate
from tinstamp.chart.base import Array, Chart, FaceChart, Straight
from tinstamp.chart.frame import Frame
from tinstamp.chart.surface import Surface

CURVE_POINTS = 4
"""Points that stand for a curved piece while areas and volumes are summed, besides its slivers."""
LONGEST_SIDE, SIDE_OF_ALL = 2.0, 0.02
"""mm, and part of the extent of all, that a side of a triangle may have."""
CALM, UNEVEN = 1.003, 1.05
"""Where the face grows more unevenly within a triangle than the first, more of it is looked at;
than the second, it is cut in four."""
MOST_CUTS = 8
"""Times that a triangle is cut in four."""
TRIANGLE = (np.array([[4, 1, 1], [1, 4, 1], [1, 1, 4]]) / 6.0, np.full(3, 1.0 / 3.0))
"""Three points and weights in a triangle, exact to the second degree (Strang and Fix 1973; from
memory). The triangles are as fine as the outlines."""
FINE_TRIANGLE = (
    np.array(
        [
            [1 / 3] * 3,
            *(
                np.roll([1 - 2 * a, a, a], k)
                for a in (0.470142064105115, 0.101286507323456)
                for k in range(3)
            ),
        ]
    ),
    np.array([0.225, *[0.132394152788506] * 3, *[0.125939180544827] * 3]),
)
"""Seven, exact to the fifth degree (Radon 1948, as in Zienkiewicz, The Finite Element Method, table
of triangles; from memory)."""


def corners_of(regions: Sequence[Region]) -> Array:
    """Triangles of regions, (n, 3, 2)."""
    from tinstamp.chart.drape import flatten

    flat = flatten(regions, CURVE_POINTS)
    return short_sided(flat.points[flat.triangles])


def short_sided(corners: Array) -> Array:
    """Triangles, (n, 3, 2), cut across their longest sides until those are short: what a face does
    between the ends of a long one is not told by a few places of it."""
    if not len(corners):
        return corners
    limit = max(LONGEST_SIDE, SIDE_OF_ALL * float(np.ptp(corners.reshape(-1, 2), axis=0).max()))
    while True:
        sides = np.linalg.norm(np.roll(corners, -1, axis=1) - corners, axis=-1)
        long = sides.max(axis=1) > limit
        if not long.any():
            return corners
        k = np.argmax(sides[long], axis=1)
        n = np.arange(int(long.sum()))
        a, b, c = (corners[long][n, (k + i) % 3] for i in range(3))
        middle = (a + b) / 2
        halves = np.concatenate([np.stack([a, middle, c], 1), np.stack([middle, b, c], 1)])
        corners = np.concatenate([corners[~long], halves])


def spread_in(corners: Array, rule: tuple[Array, Array] = TRIANGLE) -> tuple[Array, Array]:
    """Points in triangles, (n, 3, 2), and the flat area that each stands for, mm²; more with a
    finer rule."""
    places, weights = rule
    if not len(corners):
        return np.zeros((0, len(weights), 2)), np.zeros((0, len(weights)))
    a, b = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
    size = np.abs(a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0]) / 2.0
    return np.einsum("qk,nkc->nqc", places, corners), size[:, None] * weights


MOST_UNEVEN = 20_000
"""Triangles that are parted further; where there are more they are taken as they are."""


def spread_over(regions: Sequence[Region]) -> tuple[Array, Array]:
    """Points over regions, (n, 3, 2), and the flat area that each stands for, mm²."""
    return spread_in(corners_of(regions))


def summed(
    regions: Sequence[Region], of: Callable[[Array], tuple[Array, Array]], count: int
) -> Array:
    """Integrals over regions of the sheet, (count,), by quadrature over triangles, finer where
    a projection stretches much. `of` gives at points (n, 3, 2) how much the face grows there,
    (n, 3), and the values, (n, 3, count)."""
    corners = corners_of(regions)
    at, size = slivers(regions)
    total = size @ of(at[:, None])[1][:, 0] if len(at) else np.zeros(count)
    for level in range(MOST_CUTS):
        at, size = spread_in(corners)
        if not len(at):
            break
        grown, values = of(at)
        least = grown.min(axis=1)
        growth = np.divide(grown.max(axis=1), least, out=np.full(len(at), np.inf), where=least > 0)
        uneven = growth > UNEVEN
        if level == MOST_CUTS - 1 or uneven.sum() > MOST_UNEVEN:
            uneven[:] = False
        calm = growth <= CALM
        total += np.einsum("nq,nqk->k", size[calm], values[calm])
        at, size = spread_in(corners[~calm & ~uneven], FINE_TRIANGLE)
        if len(at):
            total += np.einsum("nq,nqk->k", size, of(at)[1])
        corners = quartered(corners[uneven])
    return np.asarray(total)


def slivers(regions: Sequence[Region]) -> tuple[Array, Array]:
    """Between the curves of regions and the lines that stand for them in `corners_of`: a point in
    each sliver, (n, 2), and how large it is, mm², less than 0 where the line lies beyond the ink.
    By the integral of x dy - y dx along each (Green's theorem), exact for cubics."""
    pieces = [o.beziers[~o.straight] for region in regions for o in region.outlines]
    beziers = np.concatenate(pieces) if pieces else np.zeros((0, 4, 2))
    if not len(beziers):
        return np.zeros((0, 2)), np.zeros(0)
    steps = np.linspace(0.0, 1.0, CURVE_POINTS + 1)
    nodes, weights = np.polynomial.legendre.leggauss(3)
    t = steps[:-1, None] + (nodes + 1.0) / 2.0 / CURVE_POINTS
    hodographs = 3.0 * np.diff(beziers, axis=1)
    ends, curve = evaluate(beziers, steps), evaluate(beziers, t.ravel())
    shape = (len(beziers), *t.shape, 2)
    at, way = curve.reshape(shape), derived(hodographs, t.ravel()).reshape(shape)
    swept = (at[..., 0] * way[..., 1] - at[..., 1] * way[..., 0]) @ weights / 2.0 / CURVE_POINTS
    a, b = ends[:, :-1], ends[:, 1:]
    area = (swept - (a[..., 0] * b[..., 1] - a[..., 1] * b[..., 0])) / 2.0
    # the centroid of a segment of a parabola is three fifths of the way to its top (any handbook)
    middle = (a + b) / 2.0
    place = middle + 0.6 * (at[:, :, 1] - middle)
    return place.reshape(-1, 2), area.ravel()


def derived(hodographs: Array, t: Array) -> Array:
    """Derivatives of cubics from their hodographs (n, 3, 2), at parameters (m,): (n, m, 2)."""
    s = 1.0 - t
    basis = np.stack([s * s, 2.0 * s * t, t * t], axis=-1)
    return np.asarray(np.einsum("mj,njk->nmk", basis, hodographs), dtype=float)


def quartered(corners: Array) -> Array:
    """Each triangle as four, (4 n, 3, 2)."""
    a, b, c = corners[:, 0], corners[:, 1], corners[:, 2]
    ab, bc, ca = (a + b) / 2, (b + c) / 2, (c + a) / 2
    parts = [(a, ab, ca), (ab, b, bc), (ca, bc, c), (ab, bc, ca)]
    return np.concatenate([np.stack(part, axis=1) for part in parts])


@dataclass(frozen=True, eq=False)
class UnevenChart(Chart):
    """A chart that is no affine map, on a face that may be curved differently everywhere."""

    __eq__ = object.__eq__
    __hash__ = object.__hash__

    @property
    def affine(self) -> bool:
        return False

    @property
    def exact(self) -> bool:
        return False

    @property
    def evenly_curved(self) -> bool:
        return False

    @property
    def fineness(self) -> float:
        return 1e-6

    def curvature(self) -> tuple[float, float]:
        """In the middle of the sheet."""
        bounds = self.bounds
        mean, gauss = self.bent_at((bounds[:2] + bounds[2:]) / 2)
        return float(mean), float(gauss)

    # -- sums over regions

    def sums(self, regions: Sequence[Region]) -> tuple[float, float, float]:
        """Area on the face, mm², and the integrals of the mean and the Gaussian curvature
        over it."""

        def of(at: Array) -> tuple[Array, Array]:
            grown, mean, gauss = self.measured_at(at)
            return grown, np.stack([grown, grown * mean, grown * gauss], axis=-1)

        area, mean, gauss = map(float, summed(regions, of, 3))
        return area, mean, gauss

    def measured_at(self, xy: Array) -> tuple[Array, Array, Array]:
        """Area of the face for an area of the sheet, and the mean and Gaussian curvature."""
        j = self.jacobian(xy)
        grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
        return np.asarray(grown, dtype=float), *self.bent_at(xy)

    def bending(self, regions: Sequence[Region]) -> tuple[float, float]:
        return self.sums(regions)[1:]

    def relief_volume(self, regions: Sequence[Region], depth: float) -> float:
        area, mean, gauss = self.sums(regions)
        return area * depth + mean * depth**2 + gauss * depth**3 / 3.0


@dataclass(frozen=True, eq=False)
class UnevenFaceChart(UnevenChart, FaceChart):
    """One of a single face."""

    __eq__ = object.__eq__
    __hash__ = object.__hash__

    @property
    def max_span(self) -> float:
        return float("inf")

    def straight(self, beziers: Array) -> NDArray[np.int_]:
        return np.full(len(beziers), Straight.FREE, dtype=int)


def _reverse(metric: Array) -> Array:
    """Inverses of symmetric matrices (..., 2, 2); of one without any, as at a pole, numbers without
    meaning."""
    e, f, g = metric[..., 0, 0], metric[..., 0, 1], metric[..., 1, 1]
    size = np.maximum(e * g - f * f, 1e-300)
    rows = [np.stack([g, -f], axis=-1), np.stack([-f, e], axis=-1)]
    return np.asarray(np.stack(rows, axis=-2) / size[..., None, None])


HOLLOW_TAKEN = 0.8
"""part of the least radius of curvature that a tool in a hollow may take"""


@dataclass(frozen=True, eq=False)
class BentChart(UnevenFaceChart):
    """A chart on a surface that is held as arrays.

    Attributes
    ----------
    surface : in the frame's own coordinates.
    flip : −1 where S_u × S_v looks into the material.
    shape : the face's shape in a word.
    """

    surface: Surface = field(kw_only=True)
    flip: float = field(kw_only=True)
    shape: str = field(kw_only=True)

    @property
    def kind(self) -> str:
        return self.shape

    @property
    def mirrored(self) -> bool:
        return self.flip < 0

    @property
    def creases(self) -> tuple[Array, Array]:
        return self.surface.creases

    @property
    def breaks(self) -> tuple[Array, Array]:
        return self.surface.breaks

    @property
    def form(self) -> tuple[Surface, Frame]:
        return self.surface, self.frame

    def room(self, points: Array) -> float:
        mean, gauss = self.bent_at(points)
        hollow = -(mean - np.sqrt(np.maximum(mean * mean - gauss, 0.0)))
        most = float(hollow.max())
        return HOLLOW_TAKEN / most if most > 1e-9 else float("inf")

    def moved(self, by: Frame) -> FaceChart:
        return replace(self, frame=self.frame.within(by))

    def lifted(self, uv: Array, lift: float) -> Array:
        """Points `lift` mm above the surface, (..., 3)."""
        if not lift:
            return self.frame.to_space(self.surface.at(uv))
        at, normal = self.surface.with_normal(uv)
        return self.frame.to_space(at + lift * self.flip * normal)

    def moves(self, xy: Array, lift: float) -> Array:
        foot = self.jacobian(xy)
        if not lift:
            return foot
        along, metric, turned = self.surface.shape_by(self.to_uv(np.asarray(xy, dtype=float)))
        along = np.einsum("...kc,kd->...dc", along, self.frame.axes)
        by_sheet = _reverse(metric) @ np.einsum("...kc,...kd->...cd", along, foot)
        return np.asarray(foot + lift * self.flip * (along @ turned @ by_sheet), dtype=float)

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        return self.lifted(self.to_uv(np.asarray(xy, dtype=float)), lift)

    def lifter(self, xy: Array) -> Callable[[float], Array]:
        return self.uv_lifter(self.to_uv(np.asarray(xy, dtype=float)))

    def uv_and_lifter(self, xy: Array) -> tuple[Array, Callable[[float], Array]]:
        uv = self.to_uv(np.asarray(xy, dtype=float))
        return uv, self.uv_lifter(uv)

    def uv_lifter(self, uv: Array) -> Callable[[float], Array]:
        return lambda lift: self.lifted(uv, lift)

    def normal(self, xy: Array) -> Array:
        uv = self.to_uv(np.asarray(xy, dtype=float))
        return self.flip * (self.surface.normal(uv) @ self.frame.axes)

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        """Mean and Gaussian curvature at sheet points, (...,): 1/mm and 1/mm²."""
        mean, gauss = self.surface.bent(self.to_uv(np.asarray(xy, dtype=float)))
        return self.flip * mean, gauss
