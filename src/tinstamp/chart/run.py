"""The chart of a run: one sheet over several faces of a part.

Each member of it is a face with a chart of its own and the motion that brings the run's sheet
onto that chart's. The members form trees: a member continues another beyond the line on the sheet
at which the two faces meet. A cast that goes through a part has two trees, one for each side.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Outline, Region, polygon
from tinstamp.artwork.split import CutLine, Part, SplitError, split, uncut
from tinstamp.chart.base import Array, FaceChart
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.frame import Frame
from tinstamp.chart.turns import STILL, Motion, Turns
from tinstamp.chart.view import View

LEAST_OVER_JOINT = 0.01
"""mm; what reaches less over a joint stays with the face that it comes from."""
NO_CUT = np.zeros((0, 4, 2))


@dataclass(frozen=True, eq=False)
class Member:
    """A face of a run.

    Attributes
    ----------
    face : its name. chart : its own. into : brings the run's sheet onto that chart's.
    parent : the member that it continues; −1 for one that stands by itself.
    cut : (m, 4, 2) where it meets that member, on the run's sheet.
    bend : degrees that the two faces meet at there, positive where the part is convex.
    """

    face: str
    chart: FaceChart
    into: Motion = STILL
    parent: int = -1
    cut: Array = field(default_factory=lambda: NO_CUT)
    bend: float = 0.0

    @cached_property
    def out(self) -> Motion:
        """From the chart's sheet to the run's."""
        back = np.asarray(np.linalg.inv(self.into.matrix), dtype=float)
        return Motion(back, -back @ self.into.shift)

    @cached_property
    def area(self) -> BaseGeometry:
        """The face on the run's sheet."""
        return shapely.transform(area_of_face(self.chart.outline), self.out)

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        """Points of the run's sheet to space."""
        return self.chart.to_space(self.into(xy), lift)


def area_of_face(outline: Sequence[Outline], stray: float = 0.0) -> BaseGeometry:
    """A face on its sheet as a polygon, from outer loops and holes; its lines stray from them by
    `stray` mm at most, or (0) are so many to each piece as serve to look at it."""
    areas = [
        (loop.area, shapely.Polygon(loop.fine(stray) if stray else loop.points(32)).buffer(0))
        for loop in outline
    ]
    outer = [shape for area, shape in areas if area > 0]
    holes = [shape for area, shape in areas if area < 0]
    whole: BaseGeometry = shapely.union_all(outer)
    return whole.difference(shapely.union_all(holes)) if holes else whole


def outline_of_area(area: BaseGeometry) -> tuple[Outline, ...]:
    """The reverse of `area_of_face`."""
    found = []
    for part in shapely.get_parts(area):
        if isinstance(part, shapely.Polygon) and part.area > 1e-9:
            part = shapely.orient_polygons(part)
            found += [polygon(np.array(r.coords)[:-1].tolist()) for r in
                      (part.exterior, *part.interiors)]  # fmt: skip
    return tuple(found)


@dataclass(frozen=True, eq=False)
class RunChart(UnevenChart):
    """The sheet of a run.

    Attributes
    ----------
    members : the first is the face that the artwork's place is told on.
    word : how the run is laid out, in a word.
    """

    members: tuple[Member, ...] = field(kw_only=True)
    word: str = field(kw_only=True)

    @property
    def first(self) -> FaceChart:
        """The chart of the first member, whose sheet is the run's."""
        return self.members[0].chart

    @property
    def faces(self) -> tuple[str, ...]:
        """Names of the faces, each once."""
        return tuple(dict.fromkeys(p.face for p in self.members))

    @property
    def kind(self) -> str:
        count = len(self.faces)
        return f"{count} faces, {self.word}" if count > 1 else self.word

    @property
    def exact(self) -> bool:
        return all(p.chart.exact for p in self.members)

    @property
    def projected(self) -> bool:
        return self.first.projected

    @property
    def draft(self) -> RunChart:
        rough = [_rough(p) for p in self.members]
        same = all(a is b for a, b in zip(rough, self.members, strict=True))
        return self if same else replace(self, members=tuple(rough))

    @cached_property
    def sides(self) -> tuple[RunChart, ...]:
        """The run's trees, each as a run of its own: what a cast meets on its way in, and
        what on its way out."""
        roots = [k for k, p in enumerate(self.members) if p.parent < 0]
        if len(roots) == 1:
            return (self,)
        found = []
        for start, end in zip(roots, [*roots[1:], len(self.members)], strict=True):
            own = [replace(p, parent=max(p.parent - start, -1)) for p in self.members[start:end]]
            area = shapely.union_all([p.area for p in own], grid_size=1e-7)
            outline = outline_of_area(area)
            found.append(replace(self, outline=outline, members=tuple(own)))
        return tuple(found)

    @property
    def turns(self) -> Turns | None:
        return self.first.turns

    def spot(self, across: float, up: float, degrees: bool) -> tuple[Array, float]:
        return self.first.spot(across, up, degrees)

    def place_of(self, xy: Array, degrees: bool) -> tuple[float, float]:
        return self.first.place_of(xy, degrees)

    def owners(self, xy: Array) -> NDArray[np.int_]:
        """The member that each sheet point (n, 2) lies on, or is nearest to."""
        found = np.full(len(xy), -1)
        for k, member in enumerate(self.members):
            left = np.flatnonzero(found < 0)
            found[left[shapely.contains_xy(member.area, xy[left, 0], xy[left, 1])]] = k
        left = np.flatnonzero(found < 0)
        if len(left):
            spots = shapely.points(xy[left])
            gaps = np.stack([shapely.distance(p.area, spots) for p in self.members])
            found[left] = np.argmin(gaps, axis=0)
        return found

    def member_at(self, xy: Array) -> Member:
        """The member that a sheet point (2,) lies on, or is nearest to."""
        return self.members[int(self.owners(np.asarray(xy, dtype=float)[None])[0])]

    def _each(
        self, xy: Array, shape: tuple[int, ...], of: Callable[[Member, Array], Array]
    ) -> Array:
        """Values of that shape at sheet points, each from its own member."""
        xy = np.asarray(xy, dtype=float)
        flat = xy.reshape(-1, 2)
        values = np.full((len(flat), *shape), np.nan)
        owners = self.owners(flat)
        for k, member in enumerate(self.members):
            mine = owners == k
            if mine.any():
                values[mine] = of(member, flat[mine])
        return values.reshape(*xy.shape[:-1], *shape)

    def to_space(self, xy: Array, lift: float = 0.0) -> Array:
        return self._each(xy, (3,), lambda p, q: p.to_space(q, lift))

    def normal(self, xy: Array) -> Array:
        return self._each(xy, (3,), lambda p, q: p.chart.normal(p.into(q)))

    def jacobian(self, xy: Array) -> Array:
        return self._each(xy, (3, 2), lambda p, q: p.chart.jacobian(p.into(q)) @ p.into.matrix)

    def bent_at(self, xy: Array) -> tuple[Array, Array]:
        both = self._each(
            xy, (2,), lambda p, q: np.stack(p.chart.bent_at(p.into(q)), axis=-1)
        )  # fmt: skip
        return both[..., 0], both[..., 1]

    def from_space(self, points: Array) -> Array:
        points = np.asarray(points, dtype=float)
        flat = points.reshape(-1, 3)
        best = np.full(len(flat), np.inf)
        found = np.full((len(flat), 2), np.nan)
        for member in self.members:
            xy = member.out(member.chart.from_space(flat))
            off = np.linalg.norm(member.to_space(xy) - flat, axis=-1)
            off = off + shapely.distance(member.area, shapely.points(xy))
            better = off < best  # what is no number is never better
            best[better], found[better] = off[better], xy[better]
        return found.reshape(*points.shape[:-1], 2)

    def moved(self, by: Frame) -> RunChart:
        members = tuple(replace(p, chart=p.chart.moved(by)) for p in self.members)
        return replace(self, members=members, frame=self.frame.within(by))

    def on(self, faces: Mapping[str, FaceChart]) -> RunChart:
        """The same run when the charts of its faces have been made anew."""
        charts = [_anew(p, faces[p.face]) for p in self.members]
        if all(p.chart is chart for p, chart in zip(self.members, charts, strict=True)):
            return self  # with all that it has found
        members = [replace(p, chart=c) for p, c in zip(self.members, charts, strict=True)]
        return replace(self, members=tuple(members))

    def cut_line(self, k: int) -> CutLine:
        """Where member `k` begins, with the member to the left of the line."""
        member = self.members[k]
        cut = CutLine(member.cut, k)
        inner = member.area.representative_point()
        if float(cut.side(np.array([[inner.x, inner.y]]))[0]) > 0:
            return cut
        return CutLine(np.ascontiguousarray(member.cut[::-1, ::-1]), k)

    def reached_by(self, k: int) -> BaseGeometry:
        """What member `k` and all that continue it cover of the run's sheet."""
        return self._reached[k]

    @cached_property
    def _reached(self) -> list[BaseGeometry]:
        found: list[list[BaseGeometry]] = [[p.area] for p in self.members]
        for k in range(len(self.members) - 1, -1, -1):  # a member comes after its parent
            if self.members[k].parent >= 0:
                found[self.members[k].parent] += found[k]
        return [shapely.union_all(areas, grid_size=1e-7) for areas in found]

    def parted(self, regions: Sequence[Region]) -> list[list[Part]]:
        """What of the regions lies on each member, on the run's sheet.

        Raises SplitError.
        """
        found: list[list[Part]] = [[] for _ in self.members]
        waiting = {
            k: [uncut(r, i) for i, r in enumerate(regions)]
            for k, p in enumerate(self.members)
            if p.parent < 0
        }
        for k in range(len(self.members)):  # a member comes after the one that it continues
            here = waiting.pop(k, [])
            for c, child in enumerate(self.members):
                if child.parent != k or not here:
                    continue
                line, own = self.cut_line(c), self.members[k].area
                sides = [_shared(part, line, own, self.reached_by(c)) for part in here]
                waiting[c] = [part for beyond, _ in sides for part in beyond]
                here = [part for _, mine in sides for part in mine]
            found[k] = here
        return found


def _shared(
    part: Part, cut: CutLine, own: BaseGeometry, beyond: BaseGeometry
) -> tuple[list[Part], list[Part]]:
    """What of a part lies beyond a joint, on the face there or those that continue it, and what
    does not. The line runs on past the joint's ends, so what it cuts off there may be no part of
    those faces.

    Raises SplitError.
    """
    if not beyond.intersects(shapely.Polygon(part.region.outer.points(12))):
        return [], [part]
    off = cut.side(part.region.outer.points(8))
    if off.max() < LEAST_OVER_JOINT or off.min() > -LEAST_OVER_JOINT:
        return ([], [part]) if off.max() < LEAST_OVER_JOINT else ([part], [])
    over, mine = split(part, cut)
    shapes = [shapely.Polygon(p.region.outer.points(12)).buffer(-LEAST_OVER_JOINT) for p in over]
    if not any(beyond.intersects(shape) for shape in shapes):
        return [], [part]
    if any(own.intersects(shape) and not beyond.intersects(shape) for shape in shapes):
        raise SplitError("the artwork runs round the end of the line where two faces meet")
    thin = [[_reach(p, cut) < LEAST_OVER_JOINT for p in side] for side in (over, mine)]
    if all(thin[0]):
        return [], [part]
    if all(thin[1]):
        return [part], []
    if any(thin[0]) or any(thin[1]):
        raise SplitError(
            "the artwork only just crosses the line where two faces meet: move it a little"
        )
    return over, mine


def _reach(part: Part, cut: CutLine) -> float:
    """How far a part reaches from a line, mm."""
    return float(np.abs(cut.side(part.region.outer.points(8))).max())


def _rough(member: Member) -> Member:
    """A member for the eye."""
    draft = member.chart.draft
    if draft is member.chart or not isinstance(draft, FaceChart):
        return member
    return replace(member, chart=draft)


def _anew(member: Member, home: FaceChart) -> FaceChart:
    return member.chart.again(home) if isinstance(member.chart, View) else home
