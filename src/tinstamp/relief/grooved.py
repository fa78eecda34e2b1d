"""Walls of lines with a section: the two sides of a V, or of a round groove or bead."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from tinstamp.artwork.outline import Region
from tinstamp.chart.base import FaceChart
from tinstamp.plan.groove import NOT_ROUND, Groove
from tinstamp.relief.draft import Drafted, keeps_inset
from tinstamp.relief.heads import Square
from tinstamp.relief.softened import Ring, Stack
from tinstamp.relief.surfaces import OrderError

FLOOR_STEP = 1e-6
"""mm in whole ones of which a ball's floor is made wider: what comes of rounding alone is not told
apart, so that lines which are moved stay alike"""
BY_ROUNDING = 1e-3
"""part of it that rounding may make"""


def on_face(groove: Groove, chart: FaceChart, regions: Sequence[Region], sign: float) -> Groove:
    """The section that fits lines which a bent face, or its sheet, makes narrower at the floor: a
    ball's floor is so much wider, so that its sides do not meet before it. Raises OrderError where
    too little of a ball would be left."""
    if groove.straight:
        return groove
    points = np.concatenate([o.points(4) for region in regions for o in region.outlines])
    end = Drafted(Square(chart, sign * groove.depth), 0.0, sign)
    moves = end.across(points)
    if not np.isfinite(moves).all():
        raise OrderError(
            "lines run where the face turns away from the projection: there they have no section"
        )
    longest, shortest = np.linalg.svd(moves, compute_uv=False).T
    # the round end of a line is an ellipse there, whose least radius is b² / a (any text on conics)
    least = float((shortest**2 / longest).min())
    lost = max(1.0 - least, 0.0) * groove.width
    lost = float(np.ceil(lost / FLOOR_STEP - BY_ROUNDING)) * FLOOR_STEP
    fitting = replace(groove, flat=groove.flat + lost)
    if lost > 0.0 and fitting.shallow > NOT_ROUND:
        raise OrderError(
            f"the sheet of this face is stretched by {longest.max() / shortest.min() - 1:.0%} "
            f"here: the bottom of lines that are {groove.width:.3g} mm wide would be flat, not "
            "round; take a smaller ball, or a V"
        )
    return fitting


def groove_stack(chart: FaceChart, groove: Groove, sign: float) -> Stack:
    """The wall of a section, from the face to its floor; `sign` is 1 for raised, -1 for sunk."""
    end = Ring(groove.floor, groove.inwards)
    if groove.straight:
        return Stack(chart, (Ring(0.0, 0.0), end), sign, 0.0)
    start = max(groove.middle, 0.0)  # deeper than half a ball its sides are upright at first
    first, last = (
        float(np.arcsin(min(x / 2.0 / groove.radius, 1.0))) for x in (groove.width, groove.flat)
    )
    # the sides of an arc meet at radius / cos(half its turn), midway (any text on circles)
    middle, half = (first + last) / 2.0, (first - last) / 2.0
    far = groove.radius / float(np.cos(half))
    corner = Ring(
        groove.middle + far * float(np.cos(middle)),
        groove.width / 2.0 - far * float(np.sin(middle)),
        True,
    )
    upright = (Ring(0.0, 0.0),) if start > 0.0 else ()
    rings = (*upright, Ring(start, 0.0), corner, end)
    return Stack(chart, rings, sign, float(np.degrees(2.0 * half)))


def check_groove(stack: Stack, groove: Groove, regions: Sequence[Region]) -> None:
    """Raises OrderError where outlines are too narrow for the tool."""
    if not all(keeps_inset(stack.head(ring), regions) for ring in stack.rings if ring.inwards):
        if groove.inwards < 0.0:
            raise OrderError(
                f"a dovetail spreads by {-groove.inwards:.3g} mm to either side under the face: "
                "its sides would meet; give lines more room, rounder corners, or its flanks less "
                "of an angle"
            )
        raise OrderError(
            f"a tool that cuts {groove.width:.3g} mm wide at {groove.depth:.3g} mm does not fit "
            "into all of the artwork: a section is for lines, such as single-stroke text, outlines "
            "of shapes and bands along edges"
        )
