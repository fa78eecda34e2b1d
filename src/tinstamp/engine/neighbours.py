"""Faces of a part that what a stamp made shares edges with, though the stamp does not lie on them:
an engraving has broken through there, raised letters have grown into what stands before them.
"""

from __future__ import annotations

from collections.abc import Collection

from tinstamp.blank.solid import NamedSolid, edges_of
from tinstamp.job.face_name import StampFace, any_side, stamp_face
from tinstamp.plan.planned import Planned
from tinstamp.setting.fit import Fit


def faces_come_to(solid: NamedSolid, item: Planned, fit: Fit) -> tuple[str, ...]:
    """Their names, as a general boolean left the solid; none for what may end at any face, as a
    cast over several ones does. Where the ink reaches an edge of its face, those next to it are
    expected; faces of stamps that it lies on, or touches, always are."""
    if item.prisms or not item.depth:
        return ()
    stamps = list(dict.fromkeys(f.name.stamp for f in solid.faces if isinstance(f.name, StampFace)))
    lain_on = [(name, stamp_face(name, stamps)) for name in item.faces]
    hosts = {name if side is None else side.any_side for name, side in lain_on}
    own = {item.name, *fit.touches, *(side.stamp for _, side in lain_on if side is not None)}
    made = {f.name for f in solid.faces if _is_of(f.name, {item.name})}
    met = [name for name in _beside(solid, made) if not _is_of(name, own) and name not in hosts]
    if met and fit.edge is None:
        if not hosts <= set(map(any_side, solid.names)):
            return ()  # all of a face is gone, and nobody knows any more what was next to it
        expected = set(_beside(solid, hosts))
        met = [name for name in met if name not in expected]
    return tuple(met)


def _is_of(name: str, stamps: Collection[str]) -> bool:
    return isinstance(name, StampFace) and name.stamp in stamps


def _beside(solid: NamedSolid, names: Collection[str]) -> list[str]:
    """The names of faces that share an edge with those of such names, these among them."""
    found = (named.name for _, met in edges_of(solid, names) for named in met)
    return list(dict.fromkeys(map(any_side, found)))
