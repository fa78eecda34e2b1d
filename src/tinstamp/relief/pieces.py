"""Letters as bodies of their own: pieces that fit the pockets of an inlay, letters to glue on."""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from tinstamp.artwork.outline import Region
from tinstamp.artwork.shapes import circle
from tinstamp.artwork.sharpen import sharpened
from tinstamp.blank.kernel import compound, volume
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.job.face_name import StampFace
from tinstamp.plan.pins import Places
from tinstamp.relief.asked import Asked
from tinstamp.relief.boolean import Tool, combine, tool
from tinstamp.relief.draft import Drafted, keeps_inset
from tinstamp.relief.guard import piece_fault
from tinstamp.relief.heads import Head, Square
from tinstamp.relief.operation import Halt, Made
from tinstamp.relief.soundness import is_valid
from tinstamp.relief.surfaces import OrderError
from tinstamp.relief.verify import agrees, is_closed

PIN_BITE = 0.3
"""Part of a letter's thickness that its pins reach into it."""


@dataclass(frozen=True)
class Pins:
    """Pins under letters.

    Attributes
    ----------
    at : for each region the middles on the sheet. radius, length : mm; into the part.
    """

    at: tuple[Places, ...]
    radius: float
    length: float

    def under(self, k: int) -> list[Region]:
        """Those of a region, as circles on the sheet."""
        dot = circle(self.radius)
        return [Region(dot.transformed(np.eye(2), np.array(place))) for place in self.at[k]]


@dataclass(frozen=True)
class Pieces:
    """Regions that become a body.

    Attributes
    ----------
    stamp : whose faces are named after it. body : what it is called.
    low, high : lifts above the face, mm, between which they lie. inset : mm by which their walls
        lie within the outlines.
    """

    stamp: str
    body: str
    chart: FaceChart
    regions: tuple[Region, ...]
    low: float
    high: float
    inset: float = 0.0
    pins: Pins | None = None


def made_apart(orders: Sequence[Pieces], stopped: Halt) -> Made:
    """One body of several solids, each checked: closed, valid, its volume the computed one, and by
    lines through it where it should be. Raises OrderError."""
    start = time.perf_counter()
    found: list[NamedSolid] = []
    expected = 0.0
    for order in orders:
        _check_landed(order)
        ready = replace(order, regions=sharpened(order.regions, order.inset).regions)
        made, computed = _made(ready, stopped)
        expected += computed
        told = piece_fault(
            _together(made),
            order.low,
            order.high,
            Asked(order.chart, order.regions, order.high - order.low, True, leans=order.inset),
        )
        if told is not None:
            raise OrderError(f"the pieces were refused, since they would come out wrong: {told}")
        if order.pins is not None:
            made, more = _pinned(made, order, order.pins)
            expected += more
        found += made
    whole = _together(found)
    total = sum(volume(solid.shape) for solid in found)
    return Made(whole, "imprint", total, expected, (), time.perf_counter() - start)


def _check_landed(order: Pieces) -> None:
    """Raises OrderError for regions that a projection does not wholly lay on the face."""
    points = [np.concatenate([o.points(6) for o in r.outlines]) for r in order.regions]
    off = sum(not np.isfinite(order.chart.to_space(own)).all() for own in points)
    if off:
        raise OrderError(
            f"{off} of {len(points)} pieces would have no place on the face for a part of them: "
            "move them onto it, or leave them out"
        )


def _together(solids: Sequence[NamedSolid]) -> NamedSolid:
    """Solids as one body."""
    members = [
        NamedFace(named.name, named.face, (i, named.shell[1]))
        for i, solid in enumerate(solids)
        for named in solid.faces
    ]
    shape = solids[0].shape if len(solids) == 1 else compound([s.shape for s in solids])
    return NamedSolid(shape, tuple(members))


def _made(order: Pieces, stopped: Halt) -> tuple[list[NamedSolid], float]:
    """The solids of an order, and the computed volume of all, mm³."""
    if order.inset:
        head = _within(order.chart, order.low, order.inset)
        if not keeps_inset(head, order.regions):
            raise OrderError(
                f"a clearance of {order.inset:.3g} mm leaves nothing of the narrowest strokes: "
                "give less, or larger letters"
            )
    found, total = [], 0.0
    for region in order.regions:
        tool_made = tool(region, order.chart, order.low, order.high, True, _ends(order))
        solid = _named(tool_made, order.stamp)
        computed = _volume(order, region)
        measured = volume(solid.shape)
        if not is_closed(solid) or not is_valid(solid.shape) or not agrees(measured, computed):
            raise OrderError(
                "the pieces were refused, since they would come out wrong: "
                f"{measured:.3f} mm³ where the outlines give {computed:.3f} mm³"
            )
        found.append(solid)
        total += computed
        stopped()
    return found, total


def _within(chart: FaceChart, lift: float, inset: float) -> Drafted:
    return Drafted(Square(chart, lift), 0.0, 1.0, inwards=inset)


def _ends(order: Pieces) -> Callable[[FaceChart], tuple[Head, Head]] | None:
    """The two ends of walls that are drawn in; None for such as stand on the outlines."""
    if not order.inset:
        return None

    def ends(chart: FaceChart) -> tuple[Head, Head]:
        low, high = (_within(chart, lift, order.inset) for lift in (order.low, order.high))
        return low, high

    return ends


def _volume(order: Pieces, region: Region) -> float:
    """Between the two lifts, mm³."""
    if not order.inset:
        return order.chart.relief_volume([region], order.high) - order.chart.relief_volume(
            [region], order.low
        )
    low, high = (
        _within(order.chart, lift, order.inset).volume([region]) for lift in (order.low, order.high)
    )
    return high - low


def _named(made: Tool, stamp: str) -> NamedSolid:
    cap, wall = StampFace(stamp, "cap"), StampFace(stamp, "wall")
    faces = tuple(NamedFace(cap if f.name == "cap" else wall, f.face) for f in made.faces)
    return NamedSolid(made.solid, faces)


def _pinned(
    solids: Sequence[NamedSolid], order: Pieces, pins: Pins
) -> tuple[list[NamedSolid], float]:
    """The letters with their pins, and what those add, mm³."""
    top = order.low + PIN_BITE * (order.high - order.low)
    found, total = [], 0.0
    for k, solid in enumerate(solids):
        own = pins.under(k)
        if not own:
            found.append(solid)
            continue
        tools = [tool(circle, order.chart, -pins.length, top, False) for circle in own]
        cut = combine(solid, tools, True, order.stamp)
        more = sum(
            order.chart.relief_volume([circle], order.low)
            - order.chart.relief_volume([circle], -pins.length)
            for circle in own
        )
        grown = volume(cut.solid.shape) - volume(solid.shape)
        if not is_closed(cut.solid) or not is_valid(cut.solid.shape) or not agrees(grown, more):
            raise OrderError("pins cannot be joined to a letter: give other sizes")
        found.append(cut.solid)
        total += more
    return found, total
