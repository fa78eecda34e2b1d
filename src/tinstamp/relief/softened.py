"""Walls whose edges are softened: rounded or cut off at the cap or floor and at the face.

Such a wall is a stack between rings: the outline at some height, drawn in (or spread) by so much.
Between two rings it is ruled, or round about a third one, which its two sides would meet in.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import FaceChart
from tinstamp.relief.draft import Drafted, Slab, keeps_inset, swept
from tinstamp.relief.heads import Edge, Head, Square, Walls
from tinstamp.relief.surfaces import OrderError
from tinstamp.relief.walls import Span

ARC_PLACES = 8
"""places of an arc over which its section is summed (Gauss and Legendre)"""
LEAST_WALL = 1e-3
"""mm of a wall that its softened edges leave between them at least"""


@dataclass(frozen=True)
class Ring:
    """An outline of a wall.

    Attributes
    ----------
    height : mm from the face. inwards : mm that it is drawn in there.
    control : it is no edge: the wall is round between its neighbours, whose sides would meet here.
    """

    height: float
    inwards: float
    control: bool = False


@dataclass(frozen=True)
class Stack:
    """A wall from the face to the cap or floor.

    Attributes
    ----------
    sign : 1 for raised, -1 for sunk. turn : degrees that a rounding turns.
    """

    chart: FaceChart
    rings: tuple[Ring, ...]
    sign: float
    turn: float

    def head(self, ring: Ring) -> Drafted:
        """The end of walls that a ring is."""
        lift = self.sign * ring.height
        return Drafted(Square(self.chart, lift), 0.0, self.sign, inwards=ring.inwards)

    @property
    def heads(self) -> tuple[Head, ...]:
        """All rings, from the face on."""
        return tuple(self.head(ring) for ring in self.rings)

    @property
    def weight(self) -> float:
        """Of the middle row of poles of a round stretch: the cosine of half its turn (Piegl and
        Tiller, The NURBS Book, 7.3, from memory)."""
        return float(np.cos(np.radians(self.turn) / 2.0))

    @property
    def spans(self) -> list[tuple[Ring, Ring | None, Ring]]:
        """The stretches between edges, a round one with its third ring."""
        found: list[tuple[Ring, Ring | None, Ring]] = []
        k = 0
        while k + 1 < len(self.rings):
            step = 2 if self.rings[k + 1].control else 1
            middle = self.rings[k + 1] if step == 2 else None
            found.append((self.rings[k], middle, self.rings[k + step]))
            k += step
        return found

    @property
    def parts(self) -> list[Span]:
        """The stretches, for whoever builds them."""
        number = {id(ring): k for k, ring in enumerate(self.rings)}
        return [
            Span(number[id(low)], number[id(high)], None if middle is None else self.weight)
            for low, middle, high in self.spans
        ]

    def volume(self, regions: Sequence[Region]) -> float:
        """What it adds to the part, mm³; negative for what is sunk."""
        base = Square(self.chart, self.sign * self.rings[-1].height).volume(regions)
        return base - sum(swept(self._slab(*span), regions) for span in self.spans)

    def _slab(self, low: Ring, middle: Ring | None, high: Ring) -> Slab:
        at, counts = arc_places()
        corner = None if middle is None else self.head(middle)
        places = places_of(low, middle, high, self.weight)
        return Slab(
            self.head(low), self.head(high), places, at.tolist(), counts.tolist(), corner,
            self.weight,
        )  # fmt: skip


def arc_places() -> tuple[Array, Array]:
    """Places along a stretch, 0 to 1, and their weights."""
    nodes, counts = np.polynomial.legendre.leggauss(ARC_PLACES)
    return (nodes + 1.0) / 2.0, counts / 2.0


def places_of(
    low: Ring, middle: Ring | None, high: Ring, weight: float
) -> tuple[tuple[float, float, float], ...]:
    """Places of a stretch for a sum over its height: the part of the height, what it is drawn in by
    there, and how much it counts. Of a round one along its arc, a conic with that weight."""
    t, counts = arc_places()
    if middle is None:
        inwards = low.inwards + t * (high.inwards - low.inwards)
        return tuple(zip(t.tolist(), inwards.tolist(), counts.tolist(), strict=True))
    rise = high.height - low.height
    basis = np.stack([(1 - t) ** 2, 2 * weight * t * (1 - t), t * t])
    slope = np.stack([-2 * (1 - t), 2 * weight * (1 - 2 * t), 2 * t])
    heavy, heavier = basis.sum(axis=0), slope.sum(axis=0)
    heights = np.array([low.height, middle.height, high.height])
    insets = np.array([low.inwards, middle.inwards, high.inwards])
    up, across = heights @ basis / heavy, insets @ basis / heavy
    pace = (heights @ slope - up * heavier) / heavy
    return tuple(
        zip(((up - low.height) / rise).tolist(), across.tolist(), (counts * pace / rise).tolist(),
            strict=True)
    )  # fmt: skip


def stack_of(chart: FaceChart, depth: float, sign: float, walls: Walls) -> Stack:
    """The wall of a relief with softened edges. Raises OrderError where they do not fit."""
    slope = walls.slope
    drawn = depth if walls.at_cap else 0.0

    def lean(height: float) -> float:
        return slope * (height - drawn)

    turn = 90.0 - walls.draft
    half = float(np.tan(np.radians(turn) / 2.0))
    upright = float(np.cos(np.radians(walls.draft)))

    def reach(edge: Edge) -> tuple[float, float]:
        """How far up the wall, and along the face, an edge takes, mm."""
        if edge.kind == "round":
            return edge.size * half * upright, edge.size * half
        return (edge.size, edge.size) if edge.kind == "chamfer" else (0.0, 0.0)

    foot, cap = walls.foot_edge, walls.cap_edge
    (low, out), (high, within) = reach(foot), reach(cap)
    if low + high > depth - LEAST_WALL:
        raise OrderError(
            f"softened edges of {foot.size:g} and {cap.size:g} mm take {low + high:.3g} mm of "
            f"walls that are {depth:g} mm high: give smaller ones"
        )
    rings = [Ring(0.0, lean(0.0) if foot.kind == "sharp" else lean(0.0) - out)]
    if foot.kind == "chamfer":
        rings = [Ring(0.0, lean(low) - out)]
    if foot.kind == "round":
        rings.append(Ring(0.0, lean(0.0), True))
    if low:
        rings.append(Ring(low, lean(low)))
    if high:
        rings.append(Ring(depth - high, lean(depth - high)))
    if cap.kind == "round":
        rings.append(Ring(depth, lean(depth), True))
    end = {"sharp": lean(depth), "chamfer": lean(depth - high) + within,
           "round": lean(depth) + within}[cap.kind]  # fmt: skip
    rings.append(Ring(depth, end))
    return Stack(chart, tuple(rings), sign, turn)


def check_stack(stack: Stack, regions: Sequence[Region]) -> None:
    """Raises OrderError where an outline does not keep its shape at one of the rings."""
    for ring in stack.rings:
        if ring.inwards and not keeps_inset(stack.head(ring), regions):
            way = "drawn in" if ring.inwards > 0 else "spread"
            raise OrderError(
                f"with these edges the outlines would be {way} by "
                f"{abs(ring.inwards):.3g} mm, {ring.height:.3g} mm from the face: strokes or gaps "
                "are too narrow for that"
            )
