"""What is seen of a stamp on the finished part, for the checks that need a picture of it."""

from __future__ import annotations

import numpy as np

from tinstamp.engine.cache import Cache
from tinstamp.engine.marked import Marked
from tinstamp.engine.triangles import Mesh, together
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import Code
from tinstamp.job.resolve import Resolved
from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Subject, checked, key_of_limits
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.mark_view import FLOOR, FOREIGN, GROUND, INK, WALL, Surface


def findings_of_finished(marked: Marked, resolved: Resolved, cache: Cache) -> tuple[Finding, ...]:
    """What the checks of the finished part find. Stamps that none of them looks at cost nothing."""
    done = {report.name for report in marked.reports if report.built_by}
    looked_at = [x for x in marked.items if isinstance(x.stamp.artwork, Code) and x.name in done]
    if not looked_at:
        return ()
    mesh = together({name: layer.mesh(cache) for name, layer in marked.layers.items()})
    found: list[Finding] = []
    for item in looked_at:
        key = (marked.whole_key, item.key, item.name, key_of_limits(resolved))

        def look(item: Planned = item) -> tuple[Finding, ...]:
            return checked("finished", Subject(item, finished=surface_of(mesh, item)), resolved)

        found += cache.get("finished", key, look)
    return tuple(found)


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
