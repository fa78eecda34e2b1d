"""What is seen of a stamp on the finished part, for the checks that need a picture of it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.engine.cache import Cache
from tinstamp.engine.marked import Marked
from tinstamp.engine.pieces_clear import crowded
from tinstamp.engine.skin import skin_of
from tinstamp.engine.triangles import Mesh, together
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import Code, dotted
from tinstamp.job.process import Pull
from tinstamp.job.resolve import Resolved, limit_path
from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Subject, checked, key_of_limits
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.mark_view import FLOOR, FOREIGN, GROUND, INK, WALL, Surface
from tinstamp.proofing.process_checks import UNDERCUT
from tinstamp.relief.operation import PART


def findings_of_finished(
    marked: Marked, resolved: Resolved, pull: Pull, cache: Cache
) -> tuple[Finding, ...]:
    """What the checks of the finished part find, and what is found of bodies beside it. Stamps that
    none of them looks at cost nothing."""
    done = {report.name for report in marked.reports if report.built_by}
    looked_at = [x for x in marked.items if x.name in done and _looked_at(x, resolved)]
    found = list(crowded(marked, cache))
    for item in looked_at:
        key = (marked.whole_key, item.key, item.name, pull, item.stamp.process,
               key_of_limits(resolved))  # fmt: skip

        def look(item: Planned = item) -> tuple[Finding, ...]:
            return checked("finished", _subject(marked, item, resolved, pull, cache), resolved)

        found += cache.get("finished", key, look)
    return tuple(found)


def _looked_at(item: Planned, resolved: Resolved) -> bool:
    """True for machine-read marks, and for what has to come out of a mould."""
    return isinstance(item.stamp.artwork, Code) or _drawn(item, resolved)


def _drawn(item: Planned, resolved: Resolved) -> bool:
    """True for what has to come out of a mould."""
    limit = dotted(limit_path(item.stamp.process, UNDERCUT.name))
    return resolved.values.get(limit, 0.0) > 0


def _subject(
    marked: Marked, item: Planned, resolved: Resolved, pull: Pull, cache: Cache
) -> Subject:
    """A stamp with what its checks look at on the finished part, and no more than that."""
    subject = Subject(item)
    if isinstance(item.stamp.artwork, Code):
        mesh = together({name: layer.mesh(cache) for name, layer in marked.layers.items()})
        subject = replace(subject, finished=surface_of(mesh, item))
    if _drawn(item, resolved):
        towards, words = pull_of(item, pull)
        skin = skin_of(marked.bodies(cache)[PART], item.name)
        subject = replace(subject, skin=skin, pull=towards, pulled=words)
    return subject


def pull_of(item: Planned, pull: Pull) -> tuple[Array, str]:
    """The unit direction in which the half of a mould that shapes a stamp leaves it, and that in
    words."""
    low, high = item.placed.bounds[:2], item.placed.bounds[2:]
    middle = (np.asarray(low) + np.asarray(high)) / 2
    normal = np.asarray(item.chart.normal(middle[None]), dtype=float)[0]
    if not np.isfinite(normal).all():  # the middle of a ring of letters may lie off its face
        points = np.concatenate([region.outer.points(2) for region in item.placed.regions])
        normals = np.asarray(item.chart.normal(points), dtype=float)
        normal = normals[np.isfinite(normals).all(axis=1)].sum(axis=0)
    if pull == "face":
        return normal / np.linalg.norm(normal), "square to the face at its middle"
    axis = np.eye(3)["xyz".index(pull)]
    side = 1.0 if normal @ axis >= 0 else -1.0
    return side * axis, f"along {'+' if side > 0 else '−'}{pull}"


def surface_of(mesh: Mesh, item: Planned) -> Surface:
    """The triangles of a part as a stamp's camera tells them apart."""
    shows = np.array([_shows(name, item) for name in mesh.names], dtype=np.uint8)
    return Surface(mesh.points.astype(float)[mesh.triangles], shows[mesh.faces])


def _shows(name: str, item: Planned) -> int:
    if name in item.faces:
        return GROUND
    if not isinstance(name, StampFace):
        return FOREIGN
    if name.stamp == item.name:
        return FLOOR if name.role == "cap" else WALL
    return INK if name.role == "cap" else FOREIGN
