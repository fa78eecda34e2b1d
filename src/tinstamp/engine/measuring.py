"""What is measured on the solid for a stamp, and what is told of the way it was built."""

from __future__ import annotations

import numpy as np
import shapely

from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.thickness import thicknesses
from tinstamp.chart.base import FaceChart
from tinstamp.chart.run import RunChart, area_of_face
from tinstamp.plan.planned import Planned
from tinstamp.proofing.finding import Finding
from tinstamp.relief.guard import ink_points
from tinstamp.relief.operation import Made, Operation
from tinstamp.relief.verify import VOLUME_STRAY, agrees

TOLD_LEAN = 0.1
"""degrees; walls that lean more are told."""
MOST_POINTS = 200
"""points on the outlines, and within the ink, at which the wall is measured"""


def wall_behind(solid: NamedSolid, item: Planned) -> tuple[float, float]:
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
    if item.prisms:  # measured where the artwork lies on its own face
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


def long_way(item: Planned, made: Made, op: Operation, direct: bool) -> Finding:
    """The note on a stamp that was built by a general boolean: why, and how exactly."""
    stamp = item.stamp.name
    own = isinstance(item.chart, FaceChart) and item.chart.own_surface
    why = "it is laid out as a patch" if own else _why(op, direct)
    if item.prisms:
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
    return Finding("look", "way of building", stamp, told, 100 * off, 100 * VOLUME_STRAY, "%")


def _why(op: Operation, direct: bool) -> str:
    if not direct:
        reason = "the direct way did not pass its last check"
    elif op.through:
        reason = "it cuts through"
    elif op.fit.touches:
        reason = "it touches other relief"
    elif op.fit.nested:
        reason = "it lies within or round another stamp's letter"
    elif op.fit.crowded:
        reason = "its outlines touch one another"
    elif op.fit.edge is None:
        reason = "it reaches an edge of the face"
    else:
        reason = "it crosses the seam of the face"
    return reason
