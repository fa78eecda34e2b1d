"""Where the walls of a relief end: caps that follow the face, or lie in a plane."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

import numpy as np
from OCP.Geom import Geom_Plane, Geom_Surface

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import TOLERANCE, Array, placement
from tinstamp.chart.base import FaceChart, SheetError
from tinstamp.chart.bent import (
    FINE_TRIANGLE,
    corners_of,
    quartered,
    slivers,
    spread_in,
    summed,
)
from tinstamp.chart.cast import GRAZING, CastChart, cast_chart
from tinstamp.chart.frame import Frame
from tinstamp.chart.plane import PlaneChart
from tinstamp.plan.groove import Groove
from tinstamp.plan.heights import Heights
from tinstamp.plan.level import Level
from tinstamp.plan.station import Path
from tinstamp.relief.surfaces import OrderError, ReliefError, parallel, spline_through

CELL_STRETCHES = (1, 2, 3, 4)
"""Stretches of a spline for a cell of a picture, as they are tried"""
CELLS_A_TRIANGLE = 1.5
"""Cells of a picture that a triangle which is summed over is long at most"""


class Head(ABC):
    """The far end of walls that begin on a face.

    Attributes
    ----------
    chart : whose sheet the artwork lies on. on_face : its surface has the face's own (u, v).
    over_foot : walls end at those of their feet.
    """

    chart: FaceChart
    on_face: ClassVar[bool] = True
    over_foot: ClassVar[bool] = True

    @property
    def turns(self) -> bool:
        """Its (u, v) go round with the face's."""
        return False

    @property
    def foot(self) -> Head | None:
        """Where the walls begin, when that is not on the face straight under the outline."""
        return None

    @abstractmethod
    def space(self, xy: Array) -> Array:
        """Where the wall that begins at sheet points (..., 2) ends, (..., 3)."""

    @abstractmethod
    def uv(self, xy: Array) -> Array:
        """The same in the parameters of the head's surface, (..., 2)."""

    def both(self, xy: Array) -> tuple[Array, Array]:
        """In space and in the parameters of the head's surface."""
        return self.space(xy), self.uv(xy)

    @abstractmethod
    def at(self, uv: Array) -> Array:
        """Points of the head's surface, (..., 3)."""

    @abstractmethod
    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        """The kernel's surface over (u, v) within a box, and the tolerance it needs, mm; `host`
        is that of the face."""

    @property
    @abstractmethod
    def flipped(self) -> bool:
        """True when the surface's own normal looks into the material."""

    def directions(self, xy: Array) -> Array:
        """Unit vectors along which the walls run, outwards, (..., 3)."""
        return self.chart.normal(xy)

    def heights(self, xy: Array) -> Array:
        """Length of the walls, mm, positive outwards, (...,)."""
        run = self.space(xy) - self.chart.to_space(xy)
        return np.asarray(np.einsum("...k,...k->...", run, self.directions(xy)), dtype=float)

    def volume(self, regions: Sequence[Region]) -> float:
        """Between the face and the head, mm³, positive outwards.

        Walls along the normal: the integral of h + H h² + K h³ / 3 over the face (Steiner's
        formula place by place); along one direction, that of h over the face as it is seen
        from there."""

        def of(at: Array) -> tuple[Array, Array]:
            grown, filled = self.filled(at)
            return grown, (grown * filled)[..., None]

        return float(summed(regions, of, 1)[0])

    def filled(self, at: Array) -> tuple[Array, Array]:
        """How much the face grows at sheet points, (..., 2), and mm³ over a mm² of it."""
        j = self.chart.jacobian(at)
        grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
        h = self.heights(at)
        facing = np.einsum("...k,...k->...", self.chart.normal(at), self.directions(at))
        mean, gauss = self.chart.bent_at(at)
        square = np.abs(facing - 1.0) < 1e-12
        steiner = h + mean * h * h + gauss * h**3 / 3.0
        return grown, np.where(square, steiner, facing * h)


@dataclass(frozen=True, eq=False)
class Square(Head):
    """On the parallel surface `lift` mm above the face, walls along the normals."""

    chart: FaceChart
    lift: float

    def space(self, xy: Array) -> Array:
        return self.chart.to_space(xy, self.lift)

    def uv(self, xy: Array) -> Array:
        return self.chart.to_uv(xy)

    def at(self, uv: Array) -> Array:
        return self.chart.ground.uv_lifter(uv)(self.lift)

    def heights(self, xy: Array) -> Array:
        return np.full(np.shape(xy)[:-1], self.lift)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        ground = self.chart.ground
        return parallel(host, ground, self.lift, box)

    @property
    def flipped(self) -> bool:
        return self.chart.mirrored


class OverFoot(Head):
    """In the (u, v) of the face under the walls' feet, on a spline surface."""

    def uv(self, xy: Array) -> Array:
        return self.chart.to_uv(xy)

    def at(self, uv: Array) -> Array:
        ground = self.chart.ground
        sheet = ground.from_uv(uv)
        if ground is not self.chart:
            sheet = self.chart.from_space(ground.to_space(sheet))
        return self.space(sheet)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return spline_through(self.at, box)

    @property
    def flipped(self) -> bool:
        return self.chart.mirrored


@dataclass(frozen=True, eq=False)
class Rising(OverFoot):
    """At a lift that grows evenly over the sheet, walls along the normals.

    Attributes
    ----------
    lift : mm at `origin` on the sheet. rise : mm more for a mm across and up.
    """

    chart: FaceChart
    lift: float
    origin: tuple[float, float]
    rise: tuple[float, float]

    def heights(self, xy: Array) -> Array:
        return np.asarray(self.lift + (xy - np.array(self.origin)) @ np.array(self.rise))

    def space(self, xy: Array) -> Array:
        foot = self.chart.to_space(xy)
        return np.asarray(foot + self.heights(xy)[..., None] * self.chart.normal(xy))


@dataclass(frozen=True, eq=False)
class Levelled(Rising):
    """As far off the face as another one is there, walls along the normals."""

    level: Level

    def heights(self, xy: Array) -> Array:
        return self.level.heights(self.chart, xy)


@dataclass(frozen=True, eq=False)
class Pictured(Rising):
    """As far off the face as a picture's greys say, walls along the normals."""

    picture: Heights

    def heights(self, xy: Array) -> Array:
        return self.picture.heights(self.chart, xy)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return spline_through(self.at, box, self._stretches(box))

    def _stretches(self, box: tuple[Array, Array]) -> list[tuple[int, int]]:
        """Stretches to a side of a box for a spline: as long as a picture's cell, and shorter."""
        low, high = box
        corners = np.array([[low[0], low[1]], [high[0], low[1]], [low[0], high[1]],
                            [high[0], high[1]]])  # fmt: skip
        at = self.at(corners)
        wide = max(np.linalg.norm(at[1] - at[0]), np.linalg.norm(at[3] - at[2]))
        tall = max(np.linalg.norm(at[2] - at[0]), np.linalg.norm(at[3] - at[1]))
        cells = [max(1, int(np.ceil(side / self.picture.cell))) for side in (wide, tall)]
        return [(times * cells[0], times * cells[1]) for times in CELL_STRETCHES]

    def volume(self, regions: Sequence[Region]) -> float:
        """As of any head, over triangles that are not much larger than a cell of the picture."""
        corners = corners_of(regions)
        places, slight = slivers(regions)
        rim = float((slight * np.prod(self.filled(places), axis=0)).sum())
        while len(corners):
            sides = np.linalg.norm(corners - np.roll(corners, 1, axis=1), axis=2).max(axis=1)
            large = sides > CELLS_A_TRIANGLE * self.picture.cell
            if not large.any():
                break
            corners = np.concatenate([corners[~large], quartered(corners[large])])
        at, size = spread_in(corners, FINE_TRIANGLE)
        grown, filled = self.filled(at)
        return rim + float((size * grown * filled).sum())


@dataclass(frozen=True, eq=False)
class Slanted(Head):
    """On the parallel surface `lift` mm above the face, walls along a cast."""

    chart: FaceChart
    cast: CastChart
    lift: float
    over_foot: ClassVar[bool] = False

    def _base(self, xy: Array) -> Array:
        return self.cast.to_base(self.cast.seen(self.chart.to_space(xy)), self.lift)

    def space(self, xy: Array) -> Array:
        return self.cast.base.to_space(self._base(xy), self.lift)

    def uv(self, xy: Array) -> Array:
        return self.cast.base.to_uv(self._base(xy))

    def at(self, uv: Array) -> Array:
        return self.cast.base.uv_lifter(uv)(self.lift)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        base = self.cast.base
        return parallel(host, base, self.lift, box)

    @property
    def flipped(self) -> bool:
        return self.cast.base.mirrored

    def directions(self, xy: Array) -> Array:
        return np.broadcast_to(self.cast.against, (*np.shape(xy)[:-1], 3))


@dataclass(frozen=True, eq=False)
class FlatCap(Head):
    """In a plane, walls along the normal or, with `along`, a direction."""

    chart: FaceChart
    plane: PlaneChart
    along: Array | None
    on_face: ClassVar[bool] = False
    over_foot: ClassVar[bool] = False

    def space(self, xy: Array) -> Array:
        foot, ways = self.chart.to_space(xy), self.directions(xy)
        z = np.array(self.plane.frame.z)
        far = (np.array(self.plane.frame.origin) - foot) @ z
        return foot + ways * (far / (ways @ z))[..., None]

    def uv(self, xy: Array) -> Array:
        return self.plane.to_uv(self.plane.from_space(self.space(xy)))

    def at(self, uv: Array) -> Array:
        return self.plane.uv_lifter(uv)(0.0)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return Geom_Plane(placement(self.plane.frame)), TOLERANCE

    @property
    def flipped(self) -> bool:
        return False

    def directions(self, xy: Array) -> Array:
        if self.along is None:
            return self.chart.normal(xy)
        return np.broadcast_to(self.along, (*np.shape(xy)[:-1], 3))


@dataclass(frozen=True)
class Edge:
    """How an edge is softened: cut off by so much, or rounded with that radius, mm."""

    kind: Literal["sharp", "chamfer", "round"] = "sharp"
    size: float = 0.0

    @property
    def soft(self) -> bool:
        """It is not left as it is."""
        return self.kind != "sharp" and self.size > 0.0


SHARP = Edge()


@dataclass(frozen=True)
class Walls:
    """How walls run and caps lie.

    Attributes
    ----------
    slanted : all walls along the cast, or else along the normals. pull : along that way outwards.
    flat : caps lie in a plane, square to the walls in the middle of the artwork.
    draft : degrees by which walls lean off that, so that the ink narrows away from the face.
    at_cap : the outline is as drawn at the cap, not at the face.
    cap_edge, foot_edge : where walls meet the cap or floor, and the face.
    rise : mm that a cap rises outwards for a mm of the sheet, across and up.
    carry : the path that letters take which do not stand upright; it alone counts then.
    groove : the section of lines; it alone counts then.
    level : the other face, or the picture, that caps follow. carve : of walls that lean in until
        they meet, the tangent of their angle off the normal; it alone counts then.
    """

    slanted: bool = False
    flat: bool = False
    draft: float = 0.0
    at_cap: bool = False
    rise: tuple[float, float] = (0.0, 0.0)
    cap_edge: Edge = SHARP
    foot_edge: Edge = SHARP
    carry: Path | None = None
    groove: Groove | None = None
    level: Level | Heights | None = None
    pull: tuple[float, float, float] | None = None
    carve: float | None = None

    @property
    def softened(self) -> bool:
        """They are no single stretch from the face to the cap."""
        return self.groove is not None or self.cap_edge.soft or self.foot_edge.soft

    @property
    def spread(self) -> float:
        """mm that they reach beyond the outlines at the face, at most, but for draft."""
        if self.groove is not None:
            return max(-self.groove.inwards, 0.0)
        return self.foot_edge.size if self.foot_edge.soft else 0.0

    @property
    def leaning(self) -> bool:
        """By draft, a section or softened edges they end elsewhere than over their feet."""
        return bool(self.draft) or self.softened or self.carve is not None

    @property
    def plain(self) -> bool:
        bare = not (self.slanted or self.flat or self.rises or self.leaning)
        return bare and self.carry is None and self.level is None

    @property
    def rises(self) -> bool:
        """Its caps stand higher at one end."""
        return any(self.rise)

    @property
    def slope(self) -> float:
        """mm that walls lean for a mm of their height."""
        return float(np.tan(np.radians(self.draft)))


PLAIN = Walls()


def head_of(chart: FaceChart, origin: Array, lift: float, walls: Walls) -> Head:
    """The far end of walls at `lift` mm, which artwork placed at a sheet point has. Raises
    ReliefError."""
    if walls.level is not None:
        return _level_head(chart, walls.level)
    if not (walls.slanted or walls.flat):
        if walls.rises:
            return Rising(chart, lift, (float(origin[0]), float(origin[1])), walls.rise)
        return Square(chart, lift)
    here = np.asarray(origin, dtype=float)
    against = chart.normal(here)
    if walls.slanted:
        cast = cast_of(chart, here, walls.pull)
        against = cast.against
        if not walls.flat:
            if walls.rises:
                raise OrderError("with parallel walls a cap that rises has to be a flat one")
            return Slanted(chart, cast, lift)
    point = chart.to_space(here) + lift * against
    along = chart.jacobian(here)[:, 0]
    along = along - (along @ against) * against
    along = along / np.linalg.norm(along)
    side = np.cross(against, along)
    along, side = along + walls.rise[0] * against, side + walls.rise[1] * against
    along = along / np.linalg.norm(along)
    side = side - (side @ along) * along
    side = side / np.linalg.norm(side)
    frame = Frame(*(tuple(map(float, v)) for v in (point, along, side)))  # type: ignore[arg-type]
    return FlatCap(chart, PlaneChart((), frame), against if walls.slanted else None)


def _level_head(chart: FaceChart, level: Level | Heights) -> Head:
    """Caps that follow a picture, or another face: in a plane where that is flat."""
    if isinstance(level, Heights):
        return Pictured(chart, level.most, (0.0, 0.0), (0.0, 0.0), level)
    flat = level.flat
    if flat is None:
        return Levelled(chart, level.most, (0.0, 0.0), (0.0, 0.0), level)
    assert isinstance(level.chart, PlaneChart)
    point, frame = flat[0], level.chart.frame
    return FlatCap(chart, PlaneChart((), replace(frame, origin=tuple(point.tolist()))), None)


def other_end(chart: FaceChart, origin: Array, lift: float, walls: Walls) -> Head:
    """The end of a tool that is cut off or stands clear, `lift` mm from the face."""
    if not walls.slanted:
        return Square(chart, lift)
    return Slanted(chart, cast_of(chart, np.asarray(origin, dtype=float), walls.pull), lift)


def cast_of(
    chart: FaceChart, at: Array, pull: tuple[float, float, float] | None = None
) -> CastChart:
    """The cast that walls follow: against a pull, the projection's own, or square to the face in
    the middle of the artwork. Raises ReliefError."""
    if isinstance(chart, CastChart):
        if pull is not None:
            raise OrderError("artwork that is projected has its walls along the projection")
        return chart
    towards = -chart.normal(at) if pull is None else -np.array(pull)
    try:
        return cast_chart(chart, at, towards, chart.jacobian(at)[:, 1])
    except SheetError as error:
        raise ReliefError(str(error)) from error


def check_facing(
    chart: FaceChart,
    origin: Array,
    regions: Sequence[Region],
    pull: tuple[float, float, float] | None = None,
) -> None:
    """Parallel walls have to leave the face everywhere. Raises OrderError where they graze it, or
    would run into the part, as round the back of a tube."""
    if isinstance(chart, CastChart) and pull is None:
        return
    against = cast_of(chart, np.asarray(origin, dtype=float), pull).against
    points = np.concatenate([o.points(6) for r in regions for o in r.outlines])
    if float((chart.normal(points) @ against).min()) < GRAZING:
        raise OrderError(
            "the artwork reaches so far round that parallel walls would graze the face: let them "
            "stand square to it, or make the artwork shorter"
        )
