"""What is measured on the solid for a stamp, and what is told of the way it was built."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.blank.boxes import crossed
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.thickness import thicknesses
from tinstamp.chart.base import FaceChart
from tinstamp.chart.run import RunChart, area_of_face
from tinstamp.engine.neighbours import faces_come_to
from tinstamp.job.face_name import StampFace
from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Subject
from tinstamp.proofing.finding import Finding
from tinstamp.relief.guard import ink_points
from tinstamp.relief.operation import Made, Operation
from tinstamp.relief.through import Ink
from tinstamp.relief.verify import VOLUME_STRAY, agrees

MOST_POINTS = 200
"""points on the outlines, and within the ink, at which the wall is measured"""


ALONG = (0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1.0)
"""Parts of the way that letters are carried, at which their box is looked at"""
BOX_GRID = 9
"""points to a side of the artwork's box that its place in space is told from"""


def ink_box(item: Planned) -> Array:
    """(2, 3) least and greatest corner of a box about the artwork in space, mm, with room for
    what bulges between the points that it is told from."""
    low_x, low_y, high_x, high_y = map(float, item.placed.bounds)
    grid = np.meshgrid(np.linspace(low_x, high_x, BOX_GRID), np.linspace(low_y, high_y, BOX_GRID))
    rings = [region.outer.points(4) for region in item.placed.regions]
    points = np.concatenate([np.stack(grid, axis=-1).reshape(-1, 2), *rings])
    if item.carries:
        over = shapely.get_coordinates(item.shadow)
        ways = [
            carry.space(item.chart, np.concatenate([r.outer.points(4) for r in copy.regions]), part)
            for carry, copy in item.carries
            for part in ALONG
        ]
        space = np.concatenate([item.chart.to_space(np.concatenate([points, over])), *ways])
    else:
        space = item.chart.to_space(points)
    space = space[np.isfinite(space).all(axis=-1)]
    if not len(space):
        return np.array([[-np.inf] * 3, [np.inf] * 3])
    low, high = space.min(axis=0), space.max(axis=0)
    room = 0.5 + 0.1 * float(np.linalg.norm(high - low))
    return np.array([low - room, high + room])


@dataclass(frozen=True)
class Behind:
    """The material behind artwork, measured along lines.

    Attributes
    ----------
    wall : least and greatest, mm; infinite where there is none.
    start, end : of the lines, (n, 3) mm.
    """

    wall: tuple[float, float]
    start: Array
    end: Array

    def meets(self, boxes: Array) -> NDArray[np.bool_]:
        """Into which boxes, (n, 2, 3) mm, a line comes."""
        met = np.zeros(len(boxes), dtype=bool)
        if len(self.start):
            lines = np.stack([self.start, self.end])
            low, high = lines.min(axis=(0, 1)), lines.max(axis=(0, 1))
            near = ((boxes[:, 0] <= high) & (low <= boxes[:, 1])).all(axis=1)
            met[near] = crossed(boxes[near], self.start, self.end).any(axis=1)
        return met


NOTHING_BEHIND = Behind((float("inf"), float("inf")), np.zeros((0, 3)), np.zeros((0, 3)))


def wall_behind(solid: NamedSolid, item: Planned) -> Behind:
    """The material behind the artwork, measured on the solid.

    A few points of every region's outline are tried, so a wall that tapers is met, and as many
    within the ink, so that a hole behind its middle is.
    """
    points = np.concatenate(
        [r.outer.beziers[:: max(1, len(r.outer) // 4), 0] for r in item.placed.regions]
    )
    if len(points) > MOST_POINTS:
        points = points[:: len(points) // MOST_POINTS + 1]
    within = ink_points(Ink.of(item.placed.regions))
    if len(within) > MOST_POINTS:
        within = within[:: len(within) // MOST_POINTS + 1]
    points = np.concatenate([points, within])
    if item.prisms:  # measured where the artwork lies on its own face
        face = area_of_face(item.chart.outline)
        points = points[shapely.contains_xy(face, points[:, 0], points[:, 1])]
    space = item.chart.to_space(points)
    met = np.isfinite(space).all(axis=-1)  # a projection may miss the face
    if not met.any():
        return NOTHING_BEHIND
    start, normals = space[met], item.chart.normal(points[met])
    found = thicknesses(solid.shape, start, normals)
    there = np.isfinite(found)
    if not there.any():
        return NOTHING_BEHIND
    found, start, normals = found[there], start[there], normals[there]
    wall = (float(found.min()), float(found.max()))
    return Behind(wall, start, start - normals * found[:, None])


def as_made(subject: Subject, wall: tuple[float, float], made: Made) -> Subject:
    """A stamp with what is known since it was made."""
    item, fit = subject.planned, subject.fit
    met: tuple[str, ...] = ()
    if fit is not None and made.built_by == "boolean":
        met = faces_come_to(made.solid, item, fit)
    return replace(
        subject,
        wall=wall,
        loose=made.loose,
        depths=made.depths,
        lean=made.lean,
        step=made.step,
        floor=StampFace(item.name, "cap") in made.solid.names,
        comes_to=met,
    )


def long_way(it: Subject, made: Made, op: Operation, direct: bool) -> Finding:
    """The note on a stamp that was built by a general boolean: why, and how exactly."""
    item = it.planned
    stamp = item.stamp.name
    own = isinstance(item.chart, FaceChart) and item.chart.own_surface
    why = "it is laid out as a patch" if own else _why(op, direct)
    if item.prisms:
        why = "it is cast over several faces"
    elif isinstance(item.chart, RunChart):
        why = "it runs over where faces meet"
    elif it.comes_to:
        why = f"it comes to “{it.comes_to[0]}”"
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
    elif not op.closed_form:
        reason = "its walls spread as far as an edge of the face"
    else:
        reason = "it crosses the seam of the face"
    return reason
