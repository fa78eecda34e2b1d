"""Artwork that runs over its face's edge at one end only: what lies within the face is parted from
what meets the edge, so that only that goes the long way.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import shapely

from tinstamp.artwork.outline import Region
from tinstamp.chart.base import FaceChart
from tinstamp.relief.operation import Operation
from tinstamp.setting.fit import TOUCHING, face_about, fit, ink
from tinstamp.setting.place import middle_of_ink

FROM_EDGE_AT_LEAST = 2.0
"""Times that walls may spread between artwork within a face and the face's edge."""


def parted(op: Operation) -> tuple[Operation, Operation] | None:
    """What of an operation lies within its face, to be imprinted, and the rest; None where it is
    all one, touches other relief, or is not for an imprint anyway."""
    chart, regions = op.chart, op.placed.regions
    alone = not (op.fit.touches or op.fit.nested or op.fit.crowded or op.tops or op.through
                or op.all_round)  # fmt: skip
    if not isinstance(chart, FaceChart) or len(regions) < 2 or not alone or op.over:
        return None
    face, edges = face_about(chart, middle_of_ink(op.placed, chart))
    polygons = ink(regions)
    shapely.prepare(face)
    room = FROM_EDGE_AT_LEAST * (TOUCHING + op.walls.slope * op.depth + op.walls.spread)
    within = [face.contains_properly(p) and edges.distance(p) > room for p in polygons]
    if all(within) or not any(within):
        return None
    inner = _of(op, chart, [r for r, clear in zip(regions, within, strict=True) if clear])
    outer = _of(op, chart, [r for r, clear in zip(regions, within, strict=True) if not clear])
    return (inner, outer) if inner.closed_form else None


def _of(op: Operation, chart: FaceChart, regions: Sequence[Region]) -> Operation:
    """The same of some of its regions."""
    placed = replace(op.placed, regions=tuple(regions), bent=True)
    return replace(op, placed=placed, fit=fit(placed, chart))
