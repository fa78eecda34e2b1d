"""Faces of a part that what a stamp made shares edges with, though the stamp does not lie on them:
an engraving has broken through there, raised letters have grown into what stands before them.
"""

from __future__ import annotations

from collections.abc import Collection

from tinstamp.blank.solid import NamedSolid, edges_of
from tinstamp.job.face_name import StampFace, any_side
from tinstamp.plan.planned import Planned
from tinstamp.setting.fit import Fit


def faces_come_to(solid: NamedSolid, item: Planned, fit: Fit) -> tuple[str, ...]:
    """Their names, as a general boolean left the solid; none for what may end at any face, as a
    cast over several ones does. Where the ink reaches an edge of its face, those next to it are
    expected; faces of stamps that it lies on, or touches, always are."""
    if item.prisms or not item.depth:
        return ()
    hosts = {any_side(name) for name in item.faces}
    own = {item.name, *fit.touches, *(n.stamp for n in item.faces if isinstance(n, StampFace))}
    made = {f.name for f in solid.faces if _is_of(f.name, {item.name})}
    met = [name for name in _beside(solid, made) if not _is_of(name, own) and name not in hosts]
    if met and fit.edge is None:
        expected = set(_beside(solid, hosts))
        met = [name for name in met if name not in expected]
    return tuple(met)


def _is_of(name: str, stamps: Collection[str]) -> bool:
    return isinstance(name, StampFace) and name.stamp in stamps


def _beside(solid: NamedSolid, names: Collection[str]) -> list[str]:
    """The names of faces that share an edge with those of such names, these among them."""
    found = (named.name for _, met in edges_of(solid, names) for named in met)
    return list(dict.fromkeys(map(any_side, found)))
