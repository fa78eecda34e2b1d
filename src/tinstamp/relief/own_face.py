"""Whether what a stamp makes comes back to the very face that it begins on: the other side of the
bore in which it stands, of the rod into which it is sunk."""

from __future__ import annotations

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Curve
from OCP.TopAbs import TopAbs_ShapeEnum
from OCP.TopExp import TopExp_Explorer
from OCP.TopoDS import TopoDS

from tinstamp.artwork.kept import Kept
from tinstamp.blank.kernel import Array, motion_of
from tinstamp.chart.base import FaceChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.relief.imprint import Imprint

LOOKED_AT = 16
"""places to a side of a face at which its normals are looked at"""
ONE_WAY = 0.1
"""of the cosine between two normals that look to one side, at least"""
MOST_POINTS = 240
"""places on the outlines of caps that are looked at"""
PLACES = (0.0, 0.5)
"""Parts of each of their edges where"""
NEAREST = 3.0
"""Times the depth that what is nearest on the face may be off: else it is not what is nearest"""
LEAST_LIFT = 1e-3
"""mm that a cap keeps on its side of the face, or a quarter of the depth where that is less"""


_OPEN: Kept[bool] = Kept(64)


def is_open(chart: FaceChart) -> bool:
    """True for a face whose normals all look to one side: none of them comes to it again."""
    return _OPEN.get(chart, "open", lambda: _is_open(chart))


def _is_open(chart: FaceChart) -> bool:
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    x, y = np.meshgrid(np.linspace(low_x, high_x, LOOKED_AT), np.linspace(low_y, high_y, LOOKED_AT))
    normals = chart.normal(np.column_stack([x.ravel(), y.ravel()]))
    normals = normals[np.isfinite(normals).all(axis=1)]
    return bool((normals @ normals.T).min() > ONE_WAY) if len(normals) else False


def comes_back(made: Imprint, chart: FaceChart, depth: float) -> bool:
    """True when a cap lies on the wrong side of the face somewhere: `depth` mm, positive outwards.
    What is nearest on the face tells the side, so it does not matter how the walls run."""
    if isinstance(chart, PlaneChart) or not depth:
        return False
    points = _on_caps(made)
    at = chart.from_space(points)
    off = points - chart.to_space(at)
    lift = (off * chart.normal(at)).sum(axis=1) * np.sign(depth)
    lift = lift[np.linalg.norm(off, axis=1) < NEAREST * abs(depth)]
    return bool((lift < min(LEAST_LIFT, 0.25 * abs(depth))).any())


def _on_caps(made: Imprint) -> Array:
    """Places on the outlines of caps, (n, 3) mm."""
    found: list[Array] = []
    for block in made.blocks:
        if not block.level:  # what has no cap ends where its walls meet
            continue
        every = TopExp_Explorer(block.cap, TopAbs_ShapeEnum.TopAbs_EDGE)
        here = []
        while every.More():
            curve = BRepAdaptor_Curve(TopoDS.Edge_s(every.Current()))
            first, last = curve.FirstParameter(), curve.LastParameter()
            for part in PLACES:
                p = curve.Value(first + part * (last - first))
                here.append([p.X(), p.Y(), p.Z()])
            every.Next()
        for turn, shift in map(motion_of, block.at):
            found.append(np.array(here) @ turn.T + shift)
    points = np.concatenate(found) if found else np.zeros((0, 3))
    return points[:: len(points) // MOST_POINTS + 1]
