"""How near a stamp's floors, or caps, come to the part's other faces, in whatever direction that
is: a hole drilled askew behind a letter, a pocket beside it, a wall before one that is raised.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence, Set
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.kernel import Array, moved_face
from tinstamp.blank.patches import FLOOR_SIDE, Trimmed, close_to, together, within_reach
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer
from tinstamp.job.face_name import StampFace, any_side
from tinstamp.job.model import dotted
from tinstamp.job.resolve import Resolved, limit_path
from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Near, Subject, checked
from tinstamp.proofing.finding import Finding


def findings_beside(
    layer: Layer, subject: Subject, resolved: Resolved, cache: Cache
) -> tuple[Finding, ...]:
    """Findings on what comes near to a stamp's floors, or caps, from anywhere."""
    assert subject.wall is not None
    process = subject.planned.stamp.process
    limit = "least_gap" if subject.planned.raised else "least_wall"
    least = resolved.values.get(dotted(limit_path(process, limit)), 0.0)
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
    """The face of a body that is nearest to the floors, or caps, of a stamp, which was put into it
    last; None where none comes nearer than `least` mm, or nothing is cut but through. Faces of
    stamps that it is `touched` by are no walls between; of what is raised the gaps to other stamps
    are measured along the face."""
    if not item.depth or (not item.raised and item.depth >= wall[0]):
        return None

    def look() -> Near | None:
        boxes = cache.get("face boxes", layer.key, lambda: boxes_of(
            [named.face for named in layer.base.faces]))  # fmt: skip
        names = (item.name, *touched)
        own = {
            *item.faces,
            *(StampFace(n, role) for n in names for role in ("cap", "wall")),
            *(n for n in layer.base.names if item.raised and isinstance(n, StampFace)),
        }
        return nearest_face(layer.base, boxes, own, floors_of(layer, item.name), least)

    return cache.get("behind", (layer.key, item.key, item.name, least, touched), look)


def floors_of(layer: Layer, stamp: str) -> list[TopoDS_Face]:
    """A stamp's caps, where they lie."""
    imprints = [one for put in layer.puts for one in put.imprints if one.stamp == stamp]
    if not imprints:
        return [named.face for named in layer.base.made_by(stamp, "cap")]
    blocks = [block for one in imprints for block in one.blocks]
    return [moved_face(block.cap, place) for block in blocks for place in block.at]


def _within(boxes: Array, faces: Iterable[Trimmed], limit: float) -> NDArray[np.int64]:
    """Which boxes, (n, 2, 3) mm, some patch of the faces may come nearer to than `limit` mm."""
    found = np.zeros(len(boxes), dtype=bool)
    for face in faces:
        found[close_to(boxes, face.first, limit)] = True
    return np.flatnonzero(found)


def nearest_face(
    solid: NamedSolid,
    boxes: Array,
    own: Set[str],
    floors: Sequence[TopoDS_Face],
    limit: float,
) -> Near | None:
    """The face of a solid, but for a stamp's own ones, that is nearest to its floors; None where
    none comes nearer than `limit` mm. `boxes`, (n, 2, 3), hold the solid's faces."""
    if not floors or limit <= 0:
        return None
    others = np.array([not {named.name, any_side(named.name)} & own for named in solid.faces])
    trimmed = [Trimmed(floor) for floor in floors]
    around = np.array([floor.box for floor in trimmed])
    apart = np.maximum(
        boxes[:, None, 0] - around[None, :, 1], around[None, :, 0] - boxes[:, None, 1]
    )
    away = np.linalg.norm(np.maximum(apart, 0.0), axis=2)
    away[~others] = np.inf
    faces = {
        k: Trimmed(solid.faces[k].face) for k in np.flatnonzero((away < limit).any(axis=1)).tolist()
    }
    near = np.flatnonzero((away < limit).any(axis=0))
    if len(near) > len(faces):  # by their patches, which tell more than the boxes of whole faces
        near = near[_within(around[near], faces.values(), limit)]
    if not len(near):
        return None
    patches = together(
        [trimmed[k].inked(k, min(FLOOR_SIDE, trimmed[k].span)) for k in near.tolist()]
    )
    low, high = patches.boxes.swapaxes(0, 1)
    best, reach = None, limit
    for number in np.argsort(away.min(axis=1), kind="stable").tolist():
        if away[number].min() >= reach:
            break
        gap = np.maximum(low - boxes[number, 1], boxes[number, 0] - high)
        mine = np.flatnonzero(np.linalg.norm(np.maximum(gap, 0.0), axis=1) < reach)
        if not len(mine):
            continue
        other = solid.faces[number]
        found = within_reach(patches[mine], trimmed, faces[number], reach)
        for floor, apart_at_least in sorted(found.items(), key=lambda item: item[1]):
            if apart_at_least >= reach:
                break
            measured = BRepExtrema_DistShapeShape(floors[floor], other.face)
            if measured.IsDone() and measured.NbSolution() and measured.Value() < reach:
                reach = float(measured.Value())
                best = Near(reach, str(other.name))
    return best
