"""Placing artwork on a sheet: which point of it goes where, and how it is turned."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Array, Region, bounds_of, points_of, polygon
from tinstamp.artwork.text import LetterInk
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.run import Member
from tinstamp.chart.turns import STILL, Motion
from tinstamp.chart.view import degrees_beneath
from tinstamp.setting.along import AlongWay, follow, together
from tinstamp.setting.way import places_on, rims

MOST_HEAPED = 40.0
"""regions of other copies that one may have over it: to unite them takes the square of it"""
RestsOn = Literal["baseline", "middle", "bottom", "top"]


class PlaceError(ValueError):
    """A place that does not make sense on this face; the message is for the designer."""


@dataclass(frozen=True)
class Other:
    """Another stamp on the sheet that a place is measured from, mm.

    Attributes
    ----------
    box : least x, least y, greatest x, greatest y of its ink. origin : its own place.
    """

    box: tuple[float, float, float, float]
    origin: tuple[float, float]


@dataclass(frozen=True)
class Spot:
    """Where artwork lies on a sheet.

    Attributes
    ----------
    across : mm from the sheet's x = 0, or degrees round the axis when `round` is true.
    up : mm from the sheet's y = 0.
    turn : degrees, counter-clockwise.
    across_from, up_from : the edge that these are measured from, inwards; else the sheet's
        own origin. held_by : the side of the artwork that is placed there.
    other : with it, across and up are from that stamp's middle, sides, edges or line.
    """

    across: float
    up: float
    turn: float = 0.0
    rests_on: RestsOn = "baseline"
    round: bool = False
    across_from: Literal["middle", "left", "right"] = "middle"
    up_from: Literal["usual", "lower", "middle", "upper"] = "usual"
    held_by: Literal["origin", "left", "middle", "right"] = "origin"
    other: Other | None = None


@dataclass(frozen=True)
class Placed:
    """Artwork on the sheet, mm.

    Attributes
    ----------
    regions : in sheet coordinates.
    origin : (2,) the sheet point that the artwork is placed by.
    matrix, shift : the map from artwork to sheet, matrix @ p + shift.
    bent : the artwork runs along a guide or is there several times, so that no one map
        makes the regions.
    overrun : by how much it is longer than its guide, mm.
    guide : (n, 2) points along its guide.
    waits : it stands in for what is still being drawn.
    stood : along a guide, how each of the regions came there from the artwork.
    """

    regions: tuple[Region, ...]
    origin: tuple[float, float]
    matrix: Array
    shift: Array
    bent: bool = False
    overrun: float = 0.0
    guide: Array | None = None
    waits: bool = False
    stood: tuple[Motion, ...] = ()

    def box(self, artwork: Artwork) -> Array:
        """(4, 2) corners of the artwork's box on the sheet, counter-clockwise from the
        lower left one."""
        low_x, low_y, high_x, high_y = self.bounds if self.bent else artwork.bounds
        corners = np.array([[low_x, low_y], [high_x, low_y], [high_x, high_y], [low_x, high_y]])
        return corners if self.bent else corners @ self.matrix.T + self.shift

    @cached_property
    def bounds(self) -> Array:
        return bounds_of(self.regions)

    @property
    def area(self) -> float:
        return sum(region.area for region in self.regions)


def place(artwork: Artwork, spot: Spot, chart: Chart) -> Placed:
    """Lay artwork on a face's sheet. Raises PlaceError for an angle on a flat face."""
    origin, upright = where(spot, chart)
    angle = np.radians(spot.turn + upright)
    matrix = np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])
    held = np.array([_side(artwork, spot.held_by), rest_line(artwork, spot.rests_on)])
    shift = origin - matrix @ held
    regions = tuple(region.transformed(matrix, shift) for region in artwork.regions)
    return Placed(regions, (float(origin[0]), float(origin[1])), matrix, shift)


@dataclass(frozen=True)
class Copies:
    """The same artwork several times: round the axis of a round face or the middle of a
    flat one, or in steps (mm) along the sheet.

    With `count` 0 it goes round as often as fits with at least `gap` mm between, measured
    along the shortest way round that the ink has. `along` spreads them along their guide.
    """

    count: int
    round: bool
    step: tuple[float, float] = (0.0, 0.0)
    gap: float = 0.0
    along: bool = False


@dataclass(frozen=True)
class Guided:
    """Artwork along a guide: its letters, and what makes the way from the spot."""

    letters: tuple[LetterInk, ...]
    along: Callable[[Array, float], AlongWay]


def lay(
    artwork: Artwork,
    spot: Spot,
    chart: Chart,
    guided: Guided | None = None,
    copies: Copies | None = None,
) -> Placed:
    """Lay artwork on a sheet, along a guide and in copies when those are given.

    Raises PlaceError.
    """
    if guided is not None:
        times = copies.count if copies is not None and copies.along else 1
        placed = _guided(artwork, spot, chart, guided, times)
    else:
        placed = place(artwork, spot, chart)
    if copies is not None and copies.count == 0 and placed.regions:
        copies = replace(copies, count=how_many_fit(placed, chart, copies.gap))
    if copies is None or copies.count <= 1 or copies.along:
        return placed
    if copies.round:
        _check_round(placed, chart, copies.count)
    groups, stood = [list(placed.regions)], list(placed.stood)
    for k in range(1, copies.count):
        move = _copy(k, copies, chart)
        groups.append([r.transformed(move.matrix, move.shift) for r in placed.regions])
        stood += [Motion(move.matrix @ by.matrix, move(by.shift)) for by in placed.stood]
    if _heaped(groups) > MOST_HEAPED:
        raise PlaceError("the copies lie over one another many times: make the step longer")
    found = together(groups)
    each = tuple(stood[own[len(own) // 2]] for _, own in found) if stood else ()
    return replace(placed, regions=tuple(r for r, _ in found), bent=True, stood=each)


def _check_round(placed: Placed, chart: Chart, count: int) -> None:
    """Raises PlaceError when copies are longer than a closed face's way round."""
    around = chart.all_round
    if around is None or not placed.regions:
        return
    spans = degrees_covered(placed, chart)
    covered = max(b for _, b in spans) - min(a for a, _ in spans)
    if covered * count <= 360.0 + 1e-9:
        return
    girth = around.way_round(middle_of_ink(placed, chart))
    long = girth * covered / 360.0
    fit = int(360.0 / covered)
    raise PlaceError(
        f"{count} copies, each {long:.3f} mm long, take {count * long:.3f} mm, the girth is "
        f"{girth:.3f} mm: " + (f"{fit} fit" if fit else "not one fits")
    )


def _heaped(groups: Sequence[Sequence[Region]]) -> float:
    """How many regions of other copies one of the middle copy has over it, on average, by boxes."""
    middle = len(groups) // 2
    if not groups[middle]:
        return 0.0
    boxes = [shapely.box(*np.array([r.bounds for r in group]).T) for group in groups]
    owner = np.repeat(np.arange(len(groups)), [len(group) for group in groups])
    _, met = shapely.STRtree(np.concatenate(boxes)).query(boxes[middle])
    return float(np.count_nonzero(owner[met] != middle)) / len(boxes[middle])


def _guided(artwork: Artwork, spot: Spot, chart: Chart, guided: Guided, times: int) -> Placed:
    origin, upright = where(spot, chart)
    along = replace(guided.along(origin, spot.turn + upright), times=times)
    found = follow(guided.letters, rest_line(artwork, spot.rests_on), along)
    here = (float(origin[0]), float(origin[1]))
    steps = np.linspace(0.0, along.way.length, 97)[: None if not along.way.closed else -1]
    points = np.array([along.way.at(float(s))[0] for s in steps])
    return Placed(found.regions, here, np.eye(2), np.zeros(2), True, found.overrun, points,
                  stood=found.stood)  # fmt: skip


def how_many_fit(placed: Placed, chart: Chart, gap: float) -> int:
    """How often artwork goes round with at least `gap` mm between; once at the least.

    Raises PlaceError.
    """
    ink = np.concatenate([region.outer.points(16) for region in placed.regions])
    if (around := chart.all_round) is not None:
        spans = degrees_covered(placed, chart)
        covered = max(b for _, b in spans) - min(a for a, _ in spans)
        way = min(around.way_round(p) for p in ink)
    elif chart.turns is not None:
        raise PlaceError("copies all round need a face that closes")
    else:
        if shapely.MultiPoint(ink).convex_hull.intersects(shapely.Point(0.0, 0.0)):
            raise PlaceError("the artwork covers the middle that its copies go round")
        turns = np.angle((ink @ [1, 1j]) / complex(*ink.mean(axis=0)), deg=True)
        covered = float(np.ptp(turns))
        way = 2.0 * np.pi * float(np.hypot(*ink.T).min())
    return max(1, int((360.0 + 1e-9) / (covered + 360.0 * gap / way)))


def _copy(k: int, copies: Copies, chart: Chart) -> Motion:
    """Where the copy `k` lies, from the first."""
    if not copies.round:
        return Motion(np.eye(2), k * np.array(copies.step))
    part = k / copies.count
    if chart.all_round is not None:
        return chart.all_round.turned(360.0 * part)
    if chart.turns is not None:
        raise PlaceError("copies all round need a face that closes")
    angle = 2.0 * np.pi * part
    c, s = np.cos(angle), np.sin(angle)
    return Motion(np.array([[c, -s], [s, c]]), np.zeros(2))


def rest_line(artwork: Artwork, rests_on: RestsOn) -> float:
    """Height in the artwork of the line that is placed, mm above the first baseline."""
    low, high = float(artwork.bounds[1]), float(artwork.bounds[3])
    return {"baseline": 0.0, "middle": (low + high) / 2, "bottom": low, "top": high}[rests_on]


def where(spot: Spot, chart: Chart) -> tuple[Array, float]:
    """The sheet point of a spot, and the angle that upright has there, degrees.

    Raises PlaceError.
    """
    across, up = spot.across, spot.up
    if spot.other is not None:
        return _from_other(spot, spot.other, chart)
    bounds = places_on(chart).bounds
    low_x, high_x = float(bounds[0]), float(bounds[2])
    if spot.across_from != "middle":
        if chart.turns is not None or spot.round:
            raise PlaceError("a round face has no left or right edge to measure from")
        across = low_x + across if spot.across_from == "left" else high_x - across
    if spot.up_from != "usual":
        low, high = rims(chart)
        up = {"lower": low + up, "middle": (low + high) / 2 + up, "upper": high - up}[spot.up_from]
    try:
        return chart.spot(across, up, spot.round)
    except ValueError as error:
        raise PlaceError(str(error)) from error


def counted_from(chart: Chart) -> Literal["usual", "lower", "middle"]:
    """Which edge, or the middle, `usual` counts from on a face, so that it can be kept when
    the face gets another shape; `usual` when it is neither, as where a rim was cut away."""
    low, high = rims(chart)
    if chart.turns is not None and abs(low) < NEAR_RIM:
        return "lower"
    return "middle" if abs(low + high) < NEAR_RIM else "usual"


NEAR_RIM = 1e-6
"""mm within which a sheet's zero lies at an edge or in the middle."""


def _from_other(spot: Spot, other: Other, chart: Chart) -> tuple[Array, float]:
    """A spot that is measured from another stamp, rightwards and upwards."""
    low_x, low_y, high_x, high_y = other.box
    x = {"left": low_x, "middle": (low_x + high_x) / 2, "right": high_x}[spot.across_from]
    y = {
        "lower": low_y,
        "usual": other.origin[1],
        "middle": (low_y + high_y) / 2,
        "upper": high_y,
    }[spot.up_from]
    try:
        across, up = chart.place_of(np.array([x, y]), spot.round)
        return chart.spot(across + spot.across, up + spot.up, spot.round)
    except ValueError as error:
        raise PlaceError(str(error)) from error


def middle_of(artwork: Artwork, spot: Spot) -> Array:
    """From the place of artwork to the middle of its ink, in its own directions, (2,) mm."""
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    across = (low_x + high_x) / 2 - _side(artwork, spot.held_by)
    return np.array([across, (low_y + high_y) / 2 - rest_line(artwork, spot.rests_on)])


def _side(artwork: Artwork, held_by: str) -> float:
    """The x of the artwork that is placed, mm."""
    if held_by == "origin":
        return 0.0
    low, high = float(artwork.bounds[0]), float(artwork.bounds[2])
    return {"left": low, "middle": (low + high) / 2, "right": high}[held_by]


INK_STRAY = 0.05
"""mm; ink that another sheet puts further off than that is not on it."""


def relaid(placed: Placed, own: Chart, other: Chart) -> Placed:
    """Artwork of one chart of a face as it lies on the sheet of another one, in fine lines
    where the two sheets are not the same."""
    if own is other or not (isinstance(own, UnevenChart) or isinstance(other, UnevenChart)):
        return placed
    regions = placed.regions
    if not regions:
        return placed
    rings = [outline.points(6) for region in regions for outline in region.outlines]
    ends = np.cumsum([len(ring) for ring in rings])[:-1]
    space = own.to_space(np.concatenate(rings))  # all at once: a call costs more than a point
    there = np.full((len(space), 2), np.nan)
    met = np.isfinite(space).all(axis=-1)
    there[met] = other.from_space(space[met])
    met = np.isfinite(there).all(axis=-1)
    met[met] = np.abs(other.to_space(there[met]) - space[met]).max(axis=-1) < INK_STRAY
    laid = iter(zip(np.split(there, ends), np.split(met, ends), strict=True))
    found = []
    for region in regions:
        own_rings = [next(laid) for _ in region.outlines]
        if all(on.all() for _, on in own_rings):
            outer, *counters = (polygon(ring.tolist()) for ring, _ in own_rings)
            found.append(Region(outer, tuple(counters), region.letters, region.standing))
    return replace(placed, regions=tuple(found), bent=True)


def laps_from_home(xy: Array, chart: Chart) -> int:
    """How many turns a sheet point of a closed face is away from the home sheet."""
    around = chart.all_round
    return 0 if around is None else round(float(around.degrees(xy)) / 360.0)


def home(xy: Array, chart: Chart) -> Array:
    """The same place on a closed face, within half a turn of the sheet's middle."""
    around = chart.all_round
    return xy if around is None else around.lap(-laps_from_home(xy, chart))(xy)


def degrees_covered(placed: Placed, chart: Chart) -> list[tuple[float, float]]:
    """For each region the stretch that it covers on a round face, degrees from the front.

    The sheet of a cone is its sector: where that is more than half a plane, a point alone
    does not tell how far round it was laid. So each region is read from its neighbour that
    was read before, beginning at the artwork's place.
    """
    return _COVERED.get(placed, id(chart), lambda: (chart, _covered(placed, chart)))[1]


_COVERED: Kept[tuple[Chart, list[tuple[float, float]]]] = Kept(64)
"""With the chart, so that its identity stays its own."""


def _covered(placed: Placed, chart: Chart) -> list[tuple[float, float]]:
    if isinstance(chart, ConeChart):
        return _walked(placed, chart)
    if not placed.regions:
        return []
    if isinstance(chart, CylinderChart):  # what reaches furthest on the sheet does so round it
        ends = np.array([region.bounds for region in placed.regions]).reshape(-1, 2, 2)
        return [(a, b) for a, b in np.sort(degrees_beneath(chart, ends), axis=1).tolist()]
    points, starts = points_of([region.outer for region in placed.regions])
    spans = []
    for own in np.split(degrees_beneath(chart, points), starts[1:]):
        own = own[np.isfinite(own)]  # a cast may miss the face
        if len(own):
            spans.append((float(own.min()), float(own.max())))
    return spans


def _walked(placed: Placed, chart: ConeChart) -> list[tuple[float, float]]:
    middles = np.array([(r.bounds[:2] + r.bounds[2:]) / 2 for r in placed.regions])
    known = np.empty((len(middles) + 1, 2))
    known[0] = placed.origin
    read = [float(chart.towards(known[0]).branch)]
    spans = []
    for k, (region, middle) in enumerate(zip(placed.regions, middles, strict=True)):
        away = np.linalg.norm(known[: k + 1] - middle, axis=1)
        near = int(k - np.argmin(away[::-1]))  # the last one of those as near
        here = chart.read_about(read[near]).towards(middle)
        angles = here.degrees(region.outer.points(8))
        spans.append((float(angles.min()), float(angles.max())))
        known[k + 1] = middle
        read.append(here.branch)
    return spans


def read_right(placed: Placed, chart: FaceChart) -> FaceChart:
    """A chart that reads artwork as it was laid, however far round it goes."""
    if not isinstance(chart, ConeChart) or not placed.regions:
        return chart.towards(np.array(placed.origin))
    spans = degrees_covered(placed, chart)
    return chart.read_about((min(a for a, _ in spans) + max(b for _, b in spans)) / 2)


def middle_of_ink(placed: Placed, chart: Chart) -> Array:
    """The sheet point, (2,), in the middle of artwork: on a cone half way round it and up."""
    if not isinstance(chart, ConeChart) or not placed.regions:
        return np.asarray((placed.bounds[:2] + placed.bounds[2:]) / 2)
    ups = np.concatenate([chart.unrolled(r.outer.points(4))[:, 1] for r in placed.regions])
    spans = degrees_covered(placed, chart)
    about = (min(a for a, _ in spans) + max(b for _, b in spans)) / 2
    return chart.rolled(np.array([about, (float(ups.min()) + float(ups.max())) / 2]))


def laps_shown(placed: Placed, chart: Chart) -> list[Motion]:
    """The whole turns by which artwork is to be moved to show on the home sheet of its face."""
    around = chart.all_round
    if around is None or not placed.regions:
        return [STILL]
    spans = degrees_covered(placed, chart)
    low, high = min(a for a, _ in spans), max(b for _, b in spans)
    near = [k for k in range(-3, 4) if low + 360 * k < 180 and high + 360 * k > -180]
    return [around.lap(k) for k in near]


def clear_seam(occupied: Sequence[tuple[float, float]], turn: float, wished: float) -> float:
    """Where on a closed sheet the seam may run, in the unit of `turn`, the length of a turn.

    `occupied` are stretches that carry ink. The wished place is kept when it is clear;
    otherwise the middle of the widest gap is taken. With no gap at all the wished place is
    given back: the artwork then crosses it and the caller must cope.
    """
    gaps = _gaps(occupied, turn)
    margin = turn / 1000
    for start, end in gaps:
        for lap in (0.0, turn):
            if start + margin < wished % turn + lap < end - margin:
                return wished
    if not gaps:
        return wished
    start, end = max(gaps, key=lambda gap: gap[1] - gap[0])
    return (start + end) / 2


def _gaps(occupied: Sequence[tuple[float, float]], turn: float) -> list[tuple[float, float]]:
    """Free stretches round a closed sheet; they may run past the turn."""
    spans = sorted((a % turn, a % turn + (b - a)) for a, b in occupied)
    if not spans:
        return [(0.0, turn)]
    merged = [list(spans[0])]
    for a, b in spans[1:]:
        if a <= merged[-1][1]:
            merged[-1][1] = max(merged[-1][1], b)
        else:
            merged.append([a, b])
    gaps = [(m[1], n[0]) for m, n in pairwise(merged)]
    last = max(m[1] for m in merged)
    gaps.append((last, merged[0][0] + turn))
    wrapped = max(0.0, last - turn)  # ink past the joint covers what starts there
    trimmed = [(max(a, wrapped), b) for a, b in gaps]
    return [(a, b) for a, b in trimmed if b > a]


def on_member(member: Member, regions: Sequence[Region], origin: tuple[float, float]) -> Placed:
    """Regions of a run's sheet on that of one of its members."""
    moved = tuple(r.transformed(member.into.matrix, member.into.shift) for r in regions)
    x, y = member.into(np.array(origin))
    return Placed(moved, (float(x), float(y)), member.into.matrix, member.into.shift, True)
