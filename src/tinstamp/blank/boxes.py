"""Boxes about faces, and which of them lines come into."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

import numpy as np
from numpy.typing import NDArray
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS_Shape

from tinstamp.artwork.kept import Late
from tinstamp.blank.kernel import Array, box_of, motion_of

MOST_BOXES = 4_000
"""boxes that are kept of faces at their own places, or as many as a part has"""


_BOXES: Late[Array] = Late(MOST_BOXES)


def _own_box(face: TopoDS_Shape) -> Array:
    """The box of a face where it was made."""
    return box_of(face.Located(TopLoc_Location()))


def boxes_of(members: Sequence[TopoDS_Shape]) -> Array:
    """(n, 2, 3) corners of a box about each shape, mm; those of what is shared at several places
    are looked for once, and are a little wide elsewhere."""
    things: dict[object, int] = {}
    known: list[Array] = []
    places: dict[int, list[tuple[TopLoc_Location, int]]] = {}
    motions: list[tuple[Array, Array]] = []
    thing_of, motion_at = [], []
    for face in members:
        thing, place = face.TShape(), face.Location()
        if thing not in things:
            things[thing] = len(known)
            known.append(_BOXES.get(thing, partial(_own_box, face), len(members)))
        alike = places.setdefault(place.HashCode(), [])
        at = next((k for other, k in alike if other.IsEqual(place)), None)
        if at is None:
            at = len(motions)
            motions.append(motion_of(place))
            alike.append((place, at))
        thing_of.append(things[thing])
        motion_at.append(at)
    turns = np.array([turn for turn, _ in motions]).reshape(-1, 3, 3)[motion_at]
    shifts = np.array([shift for _, shift in motions]).reshape(-1, 3)[motion_at]
    corners = box_corners(np.array(known).reshape(-1, 2, 3))[thing_of]
    corners = np.einsum("nij,nkj->nki", turns, corners) + shifts[:, None]
    return np.stack([corners.min(axis=1), corners.max(axis=1)], axis=1)


HIGH = np.array([[k >> axis & 1 for axis in range(3)] for k in range(8)], dtype=bool)
"""Which of its greatest coordinates each corner of a box has."""


def box_corners(box: Array) -> Array:
    """The eight corners of boxes (..., 2, 3), (..., 8, 3) mm."""
    return np.where(HIGH, box[..., 1:, :], box[..., :1, :])


def crossed(boxes: Array, start: Array, end: Array) -> NDArray[np.bool_]:
    """Which boxes, (n, 2, 3), which line from start to end, (m, 3) each, comes into, (n, m).
    (Slabs; any text on ray tracing.)"""
    way = end - start
    low, high = boxes[:, None, 0], boxes[:, None, 1]
    with np.errstate(divide="ignore", invalid="ignore"):
        at = np.stack([(low - start) / way, (high - start) / way])
    level = np.abs(way) < 1e-12
    within = (start >= low) & (start <= high)
    first = np.where(level, np.where(within, -np.inf, np.inf), at.min(axis=0))
    last = np.where(level, np.where(within, np.inf, -np.inf), at.max(axis=0))
    return np.asarray(
        np.maximum(first.max(axis=-1), 0.0) <= np.minimum(last.min(axis=-1), 1.0), dtype=bool
    )
