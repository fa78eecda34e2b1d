"""How near a stamp's floors come to the part's other faces, in whatever direction that is: a hole
drilled askew behind a letter, a pocket beside it.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import replace

import numpy as np
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.BRepTools import BRepTools
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.kernel import Array, boxes_of, moved_face
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import dotted
from tinstamp.job.resolve import Resolved, limit_path
from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Near, Subject, checked
from tinstamp.proofing.finding import Finding

FEWEST_PATCHES, MOST_PATCHES = 4, 32
"""Patches to a side that a face is cut into to see what is plainly out of reach."""
PATCH_SIDE = 2.0
"""mm that a patch is about wide"""


def findings_beside(
    layer: Layer, subject: Subject, resolved: Resolved, cache: Cache
) -> tuple[Finding, ...]:
    """Findings on what comes near to a stamp's floors from anywhere."""
    assert subject.wall is not None
    process = subject.planned.stamp.process
    least = resolved.values.get(dotted(limit_path(process, "least_wall")), 0.0)
    touched = subject.fit.touches if subject.fit is not None else ()
    behind = near_floors(layer, subject.planned, subject.wall, least, cache, touched)
    return checked("finished", replace(subject, behind=behind), resolved)


def near_floors(
    layer: Layer,
    item: Planned,
    wall: tuple[float, float],
    least: float,
    cache: Cache,
    touched: tuple[str, ...] = (),
) -> Near | None:
    """The face of a body that is nearest to the floors of a stamp, which was put into it last; None
    where none comes nearer than `least` mm, or nothing is cut but through. Faces of stamps that it
    is `touched` by are no walls between."""
    if item.raised or not item.depth or item.depth >= wall[0]:
        return None

    def look() -> Near | None:
        boxes = cache.get("face boxes", layer.key, lambda: boxes_of(
            [named.face for named in layer.base.faces]))  # fmt: skip
        names = (item.name, *touched)
        own = {*item.faces, *(StampFace(n, role) for n in names for role in ("cap", "wall"))}
        return nearest_face(layer.base, boxes, own, floors_of(layer, item.name), least)

    return cache.get("behind", (layer.key, item.key, item.name, least, touched), look)


def floors_of(layer: Layer, stamp: str) -> list[TopoDS_Face]:
    """A stamp's caps, where they lie."""
    imprints = [one for put in layer.puts for one in put.imprints if one.stamp == stamp]
    if not imprints:
        return [named.face for named in layer.base.faces_named(StampFace(stamp, "cap"))]
    blocks = [block for one in imprints for block in one.blocks]
    return [moved_face(block.cap, place) for block in blocks for place in block.at]


def nearest_face(
    solid: NamedSolid,
    boxes: Array,
    own: Collection[str],
    floors: Sequence[TopoDS_Face],
    limit: float,
) -> Near | None:
    """The face of a solid, but for a stamp's own ones, that is nearest to its floors; None where
    none comes nearer than `limit` mm. `boxes`, (n, 2, 3), hold the solid's faces."""
    if not floors or limit <= 0:
        return None
    others = np.array([named.name not in own for named in solid.faces])
    around = boxes_of(floors)
    apart = np.maximum(
        boxes[:, None, 0] - around[None, :, 1], around[None, :, 0] - boxes[:, None, 1]
    )
    away = np.linalg.norm(np.maximum(apart, 0.0), axis=2)
    away[~others] = np.inf
    pairs = np.argwhere(away < limit)
    mine = {k: patches_of(floors[k], around[k]) for k in set(pairs[:, 1].tolist())}
    theirs = {k: patches_of(solid.faces[k].face, boxes[k]) for k in set(pairs[:, 0].tolist())}
    least = {
        (face, floor): boxes_apart(theirs[face], mine[floor]) for face, floor in pairs.tolist()
    }
    best: Near | None = None
    for (face, floor), apart_at_least in sorted(least.items(), key=lambda item: item[1]):
        reach = best.distance if best is not None else limit
        if apart_at_least >= reach:
            break
        distance = BRepExtrema_DistShapeShape(floors[floor], solid.faces[face].face)
        if distance.IsDone() and distance.NbSolution() and distance.Value() < reach:
            best = Near(float(distance.Value()), str(solid.faces[face].name))
    return best


def patches_of(face: TopoDS_Face, box: Array) -> Array:
    """Boxes, (n, 2, 3), that hold the surface of a face between its bounds in (u, v), a patch each:
    of nine points on it, and on all sides half as far again as the middles of its sides lie off
    its corners, where a quarter is what a parabola would take. `box` holds the face."""
    size = float(np.linalg.norm(box[1] - box[0]))
    count = int(np.clip(np.ceil(size / PATCH_SIDE), FEWEST_PATCHES, MOST_PATCHES))
    surface = BRepAdaptor_Surface(face)
    u0, u1, v0, v1 = BRepTools.UVBounds_s(face)
    places = [np.linspace(low, high, 2 * count + 1).tolist() for low, high in ((u0, u1), (v0, v1))]
    at = [[surface.Value(u, v) for v in places[1]] for u in places[0]]
    points = np.array([[(p.X(), p.Y(), p.Z()) for p in row] for row in at])
    ends = [slice(k, k + 2 * count, 2) for k in range(3)]
    nine = np.stack([[points[a, b] for b in ends] for a in ends])  # (3, 3, count, count, 3)
    nine = nine.reshape(3, 3, -1, 3)
    middles = (nine[[0, 2]][:, [0, 2]].mean(axis=0) - nine[1, [0, 2]],
               nine[[0, 2]][:, [0, 2]].mean(axis=1) - nine[[0, 2], 1])  # fmt: skip
    off = np.linalg.norm(np.concatenate(middles), axis=-1).max(axis=0)[:, None] / 2
    every = nine.reshape(9, -1, 3)
    return np.stack([every.min(axis=0) - off, every.max(axis=0) + off], axis=1)


def boxes_apart(one: Array, other: Array) -> float:
    """The least distance of boxes, (n, 2, 3), from others, (m, 2, 3), mm."""
    apart = np.maximum(one[:, None, 0] - other[None, :, 1], other[None, :, 0] - one[:, None, 1])
    return float(np.linalg.norm(np.maximum(apart, 0.0), axis=2).min())
