"""Placed artwork and a depth to relief on a solid: directly where it can be, by a
general boolean where it must, verified either way."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tinstamp.blank.kernel import Array, extent_of, volume
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import BentChart
from tinstamp.chart.cast import GRAZING, CastChart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.relief.boolean import Cut, combine, tool
from tinstamp.relief.heads import PLAIN, Head, Walls, depths_of, head_of, other_end
from tinstamp.relief.imprint import imprint
from tinstamp.relief.laid import LayingError
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import ALLOWED, ALLOWED_BOOLEAN, agrees, examine, examine_imprint
from tinstamp.setting.fit import Fit
from tinstamp.setting.place import Placed

OVERSHOOT = 0.5
"""mm; how far a tool reaches beyond the faces that it must cut clear of."""
BITE = 0.05
"""mm; how far a raised tool reaches into the material that it joins."""


@dataclass(frozen=True)
class Order:
    """What is to be made.

    Attributes
    ----------
    depth : mm, positive; 0 marks the face without relief.
    emboss : raised instead of sunk.
    walls : how its walls run and its caps lie. over : a cast may run over the faces beside.
    thickness : least and greatest material behind the artwork, mm.
    """

    stamp: str
    face: str
    depth: float
    emboss: bool
    thickness: tuple[float, float]
    walls: Walls = PLAIN
    over: bool = False

    @property
    def signed(self) -> float:
        return self.depth if self.emboss else -self.depth

    @property
    def through(self) -> bool:
        """An engraving as deep as the material or deeper."""
        return not self.emboss and self.depth >= self.thickness[0]


@dataclass(frozen=True)
class Made:
    """A solid with the relief on it.

    Attributes
    ----------
    built_by : "imprint" or "boolean".
    relief_volume : measured change of volume, mm³, signed.
    expected : the computed change, mm³; None where there is no closed form.
    pieces : volumes of what came loose in a through-cut, mm³.
    seconds : time taken, checks included.
    depths : least and greatest length of the walls, mm, where they are not all the same.
    """

    solid: NamedSolid
    built_by: Literal["imprint", "boolean"]
    relief_volume: float
    expected: float | None
    pieces: tuple[float, ...]
    seconds: float
    depths: tuple[float, float] | None = None

    def followed_by(self, later: Made) -> Made:
        """Both, when `later` was made on this one's solid."""
        known = self.expected is not None and later.expected is not None
        return Made(
            later.solid,
            "imprint" if self.built_by == later.built_by == "imprint" else "boolean",
            self.relief_volume + later.relief_volume,
            (self.expected or 0.0) + (later.expected or 0.0) if known else None,
            (*self.pieces, *later.pieces),
            self.seconds + later.seconds,
            self.depths or later.depths,
        )


def make(
    solid: NamedSolid,
    chart: Chart,
    placed: Placed,
    fit: Fit,
    order: Order,
    direct: bool = True,
    stopped: Callable[[], None] = lambda: None,
) -> Made:
    """Build and check. `direct` allows the direct imprint; `stopped` may raise to give up.

    Raises ReliefError when no sound solid can be made.
    """
    start = time.perf_counter()
    if fit.off_area > 0.999 * placed.area:
        raise ReliefError("all of the artwork lies off the face")
    if order.over and isinstance(chart, CastChart):
        return _over_neighbours(solid, chart, placed, order, start, stopped)
    if isinstance(chart, CastChart) and not _reached(chart, placed):
        raise ReliefError(
            f"{fit.off_area:.2f} mm² of the artwork miss the face: the cast does not reach it there"
        )
    head = depths = None
    if order.walls.plain or not order.depth:
        expected = chart.relief_volume(placed.regions, order.signed)
    else:
        head = head_of(chart, np.array(placed.origin), order.signed, order.walls)
        depths = depths_of(head, placed.regions, order.signed)
        expected = head.volume(placed.regions)
    closed_form = fit.wholly_inside and not order.through
    if direct and closed_form and not chart.own_surface:
        found = _directly(solid, chart, placed, order, expected, head)
        if found is not None:
            marked, change = found
            taken = time.perf_counter() - start
            return Made(marked, "imprint", change, expected, (), taken, depths)
    stopped()
    if not order.depth:
        raise ReliefError(
            "a mark without depth must lie wholly within its face, clear of its edges, of its "
            "seam and of other relief, and not on a patch"
        )
    cut = _generally(solid, chart, placed, order, stopped)
    verdict = examine(cut.solid)
    if not verdict.sound:
        raise ReliefError("the outlines and the part do not combine into a sound solid")
    change = verdict.volume - volume(solid.shape)
    _plausible(change, expected, closed_form, order)
    known = expected if closed_form else None
    taken = time.perf_counter() - start
    return Made(cut.solid, "boolean", change, known, cut.pieces, taken, depths)


def _over_neighbours(
    solid: NamedSolid,
    chart: CastChart,
    placed: Placed,
    order: Order,
    start: float,
    stopped: Callable[[], None],
) -> Made:
    """An engraving cast over a run of faces: prisms along the cast, down to a plane at the
    depth below the artwork's place. Raises ReliefError."""
    if order.emboss or not order.depth:
        raise ReliefError("only an engraving can be cast over the faces beside")
    if not (order.walls.slanted and order.walls.flat):
        raise ReliefError(
            "over the faces beside, walls must be parallel and caps flat: choose them so"
        )
    tools = []
    clear = 2.0 * extent_of(solid.shape)
    for region in placed.regions:
        tools.append(tool(region, chart.sheet, -order.depth, clear, False))
        stopped()
    cut = combine(solid, tools, False, order.stamp)
    verdict = examine(cut.solid)
    if not verdict.sound:
        raise ReliefError("the outlines and the part do not combine into a sound solid")
    change = verdict.volume - volume(solid.shape)
    if not -clear * placed.area < change < 0.0:
        raise ReliefError("the cast does not cut into the part")
    taken = time.perf_counter() - start
    return Made(cut.solid, "boolean", change, None, cut.pieces, taken)


def _reached(chart: CastChart, placed: Placed) -> bool:
    """True when the cast meets the face, and does not graze it, all along the outlines."""
    points = np.concatenate([r.outer.points(6) for r in placed.regions])
    at = chart.to_base(points)
    if not np.isfinite(at).all():
        return False
    facing = chart.base.normal(at) @ chart.against
    return bool(facing.min() > 0.5 * GRAZING)


def _directly(
    solid: NamedSolid,
    chart: Chart,
    placed: Placed,
    order: Order,
    expected: float,
    head: Head | None,
) -> tuple[NamedSolid, float] | None:
    """The direct imprint and its volume; None when it does not pass, so that the boolean
    is tried."""
    try:
        made = imprint(solid, order.face, chart, placed.regions, order.signed, order.stamp, head)
    except LayingError:
        return None  # across the seam: not for this way
    change = examine_imprint(made, chart, order.signed, head is None)
    if change is None or not agrees(change, expected):
        return None
    return made.solid, change


def _generally(
    solid: NamedSolid,
    chart: Chart,
    placed: Placed,
    order: Order,
    stopped: Callable[[], None],
) -> Cut:
    if order.emboss:
        low, high = -_bite(order), order.depth
    elif order.through:
        low, high = -(order.thickness[1] + OVERSHOOT), OVERSHOOT
    else:
        low, high = -order.depth, OVERSHOOT
    high = min(high, _room(chart, placed))
    tools = []
    ends = None if order.walls.plain else _ends(placed, order, low, high)
    for region in placed.regions:
        tools.append(tool(region, chart, low, high, order.emboss, ends))
        stopped()
    return combine(solid, tools, order.emboss, order.stamp)


def _ends(
    placed: Placed, order: Order, low: float, high: float
) -> Callable[[Chart], tuple[Head, Head]]:
    """What makes the two ends of a tool whose walls are slanted or whose cap is flat."""
    origin = np.array(placed.origin)

    def ends(chart: Chart) -> tuple[Head, Head]:
        if order.emboss:
            cap = head_of(chart, origin, high, order.walls)
            return other_end(chart, origin, low, order.walls), cap
        walls = replace(order.walls, flat=True) if order.through else order.walls
        deep = 1.5 * low if order.through else low
        return head_of(chart, origin, deep, walls), other_end(chart, origin, high, order.walls)

    return ends


def _bite(order: Order) -> float:
    return min(BITE, order.thickness[0] / 2)


def _room(chart: Chart, placed: Placed) -> float:
    """How far outwards a tool may reach: in a bore, not past the axis; in a hollow, not past
    the centre of its curvature."""
    if isinstance(chart, CastChart):
        points = np.concatenate([r.outer.points(4) for r in placed.regions])
        at = chart.to_base(points)
        return _clear(chart.base, at[np.isfinite(at).all(axis=-1)])
    points = np.concatenate([r.outer.points(4) for r in placed.regions])
    return _clear(chart, points)


def _clear(chart: Chart, points: Array) -> float:
    if isinstance(chart, BentChart):
        mean, gauss = chart.bent_at(points)
        hollow = -(mean - np.sqrt(np.maximum(mean * mean - gauss, 0.0)))
        most = float(hollow.max())
        return 0.8 / most if most > 1e-9 else float("inf")
    if not isinstance(chart, CylinderChart | ConeChart) or not chart.inside:
        return float("inf")
    least = min(chart.way_round(p) for p in points) / (2.0 * np.pi)
    return 0.9 * float(least)


def _plausible(change: float, expected: float, closed_form: bool, order: Order) -> None:
    """The change has the right sign and does not exceed what was asked for."""
    wrong_way = change * expected <= 0
    most = abs(expected)
    if order.emboss:
        most *= 1.01 + _bite(order) / order.depth  # hangs over an edge, bite and all
    too_much = abs(change) > most * (1 + ALLOWED) and not order.through
    if wrong_way or too_much or (closed_form and not agrees(change, expected, ALLOWED_BOOLEAN)):
        raise ReliefError(
            f"the volume changed by {change:.3f} mm³ where {expected:.3f} mm³ was expected"
        )
