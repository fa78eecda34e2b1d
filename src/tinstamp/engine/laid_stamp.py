"""A stamp on its sheet, between the flat part of the chain and the solid."""

from __future__ import annotations

from collections.abc import Hashable, Mapping
from dataclasses import dataclass, replace

import numpy as np
import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Region
from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.thickness import thicknesses
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.run import RunChart, area_of_face
from tinstamp.job.model import Stamp
from tinstamp.proof.finding import Finding
from tinstamp.relief.guard import ink_points
from tinstamp.relief.make import Made, Order
from tinstamp.relief.run import on_piece
from tinstamp.relief.verify import ALLOWED, agrees
from tinstamp.setting.fit import Fit
from tinstamp.setting.place import Placed, read_right

TOLD_LEAN = 0.1
"""Degrees; walls that lean more are told."""


MOST_POINTS = 200
"""Points on the outlines, and within the ink, at which the wall is measured."""


@dataclass(frozen=True)
class Laid:
    """A stamp on its sheet, before anything is built."""

    index: int
    stamp: Stamp
    artwork: Artwork
    placed: Placed
    chart: Chart
    depth: float
    depths: Mapping[int, float]
    flat_key: Hashable

    @property
    def key(self) -> Hashable:
        """All that the relief depends on, but for the solid before it."""
        own = tuple(sorted(self.depths.items()))
        relief = self.stamp.relief
        how = (relief.make, relief.walls, relief.caps, self.stamp.setting.over)
        return (self.flat_key, self.depth, own, how, self.stamp.name)

    @property
    def faces(self) -> tuple[str, ...]:
        """The faces that it may lie on."""
        if isinstance(self.chart, RunChart):
            return self.chart.faces
        return (self.stamp.setting.face,)

    def on_face(self, name: str) -> list[tuple[Placed, Chart]]:
        """The placed artwork on each piece of a run that is of that face, or on its chart."""
        if not isinstance(self.chart, RunChart):
            return [(self.placed, self.chart)] if name in self.faces else []
        return [
            (on_piece(piece, self.placed.regions, self.placed.origin), piece.chart)
            for piece in self.chart.pieces
            if piece.face == name
        ]

    def by_depth(self) -> list[tuple[float, Placed]]:
        """The placed artwork in parts of one depth each, the stamp's own first."""
        groups: dict[float, list[Region]] = {self.depth: []}
        for region in self.placed.regions:
            own = {self.depths[x] for x in region.letters if x in self.depths}
            depth = max(own) if own else self.depth
            groups.setdefault(depth, []).append(region)
        return [(d, replace(self.placed, regions=tuple(r))) for d, r in groups.items() if r]


def runs_over(item: Laid) -> bool:
    """True for a stamp that may run over the faces beside."""
    return item.stamp.setting.over == "neighbours"


def prisms(item: Laid) -> bool:
    """True for one that is cut by prisms along its cast, whatever faces they meet."""
    relief = item.stamp.relief
    return runs_over(item) and relief.walls == "cast" and relief.caps == "plane"


def towards(chart: Chart, placed: Placed) -> Chart:
    """A chart read about its artwork; one that was made for it is so already."""
    return chart if isinstance(chart, UnevenChart) else read_right(placed, chart)


def thickness(solid: NamedSolid, item: Laid) -> tuple[float, float]:
    """Least and greatest material behind the artwork, mm, measured on the solid.

    A few points of every region's outline are tried, so a wall that tapers is met, and as many
    within the ink, so that a hole behind its middle is.
    """
    points = np.concatenate(
        [r.outer.beziers[:: max(1, len(r.outer) // 4), 0] for r in item.placed.regions]
    )
    if len(points) > MOST_POINTS:
        points = points[:: len(points) // MOST_POINTS + 1]
    within = ink_points(item.placed.regions)
    if len(within) > MOST_POINTS:
        within = within[:: len(within) // MOST_POINTS + 1]
    points = np.concatenate([points, within])
    if prisms(item):  # measured where the artwork lies on its own face
        face = area_of_face(item.chart.outline)
        points = points[shapely.contains_xy(face, points[:, 0], points[:, 1])]
    space = item.chart.to_space(points)
    met = np.isfinite(space).all(axis=-1)  # a projection may miss the face
    if not met.any():
        return float("inf"), float("inf")
    found = thicknesses(solid.shape, space[met], item.chart.normal(points[met]))
    found = found[np.isfinite(found)]
    if not len(found):
        return float("inf"), float("inf")
    return float(found.min()), float(found.max())


def long_way(item: Laid, made: Made, found: Fit, order: Order, direct: bool) -> Finding:
    """The note on a stamp that was built by a general boolean: why, and how exactly."""
    stamp = item.stamp.name
    own = item.chart.own_surface
    why = "it is laid out as a patch" if own else _why(found, order, direct)
    if prisms(item):
        why = "it is cast over several faces"
    elif isinstance(item.chart, RunChart):
        why = "it runs over where faces meet"
        if made.lean > TOLD_LEAN:
            why += f"; within a millimetre of there its walls lean by up to {made.lean:.1f}°"
    told = f"built by a general boolean, which takes longer: {why}"
    if made.expected is None or agrees(made.relief_volume, made.expected):
        return Finding("note", "way of building", stamp, told)
    off = abs(made.relief_volume / made.expected - 1)
    told += f"; its volume is {100 * off:.3f} % off the computed one"
    return Finding("look", "way of building", stamp, told, 100 * off, 100 * ALLOWED, "%")


def _why(found: Fit, order: Order, direct: bool) -> str:
    if not direct:
        reason = "the direct way did not pass its last check"
    elif order.through:
        reason = "it cuts through"
    elif found.touches:
        reason = "it touches other relief"
    elif found.nested:
        reason = "it lies within or round another stamp's letter"
    elif found.crowded:
        reason = "its outlines touch one another"
    elif found.edge is None:
        reason = "it reaches an edge of the face"
    else:
        reason = "it crosses the seam of the face"
    return reason
