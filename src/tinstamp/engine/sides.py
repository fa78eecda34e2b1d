"""Walls and caps of a stamp, each by a name of its own, so that others may lie on one.

Walls are told by the way that they look on the stamp's artwork: 0° is to the right and 90° up, as
turns are measured. Of several that look the same way, and of several caps, the first is the one
furthest to the left. A wall's name is found again by the nearest way, so it keeps it where the
artwork's corners change, or the relief is built in another way.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable, Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.BRepTools import BRepTools
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.face_axes import outward
from tinstamp.blank.kernel import Array, vertex_at
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.engine.cache import Cache
from tinstamp.job.face_name import Role, StampFace, any_side
from tinstamp.plan.planned import Planned

ONE_WAY = 2.0
"""degrees between walls that look the same way"""
FEW_SIDES = 24
"""walls of a stamp that all have names, and sheets, where one of them is lain on"""
PLACE_DIGITS = 6
"""of a place in mm by which walls are put in order"""


@dataclass(frozen=True)
class Side:
    """A wall of a stamp: its place among the faces of its solid, and the way that it looks on the
    artwork, degrees."""

    at: int
    way: float


def _places(
    solid: NamedSolid, under: Planned, role: Role, among: Sequence[int] | None = None
) -> list[tuple[tuple[float, float], int, float]]:
    """The walls or caps of a stamp from left to right: where their middles lie on its artwork, mm,
    their place among the solid's faces, and the way they look there, degrees. `among` are the
    places of all that could be one."""
    there = [
        at
        for at in (range(len(solid.faces)) if among is None else among)
        if isinstance(name := solid.faces[at].name, StampFace)
        and (name.stamp, name.role) == (under.name, role)
    ]
    if not there:
        return []
    middles = np.array([_middle(solid.faces[at].face) for at in there])
    xy = np.asarray(under.chart.from_space(middles[:, 0]), dtype=float)
    across = np.asarray(under.chart.jacobian(xy), dtype=float)
    # those that lie where the stamp's sheet has no place cannot be named
    known = np.isfinite(xy).all(axis=1) & np.isfinite(across).all(axis=(1, 2))
    there, xy = [at for at, ok in zip(there, known.tolist(), strict=True) if ok], xy[known]
    back = np.linalg.inv(under.placed.matrix)
    looks = np.einsum("nij,nj->ni", back @ np.linalg.pinv(across[known]), middles[known, 1])
    ways = np.degrees(np.arctan2(looks[:, 1], looks[:, 0])) % 360.0
    places = np.round((xy - np.array(under.placed.origin)) @ back.T, PLACE_DIGITS)
    return sorted(
        ((x, y), at, way)
        for (x, y), at, way in zip(places.tolist(), there, ways.tolist(), strict=True)
    )


def _middle(face: TopoDS_Face) -> tuple[Array, Array]:
    """A place in the middle of a face's (u, v), and the face's outward normal there."""
    low_u, high_u, low_v, high_v = BRepTools.UVBounds_s(face)
    return outward(face, (low_u + high_u) / 2.0, (low_v + high_v) / 2.0)


def sides_of(
    solid: NamedSolid, under: Planned, among: Sequence[int] | None = None
) -> tuple[Side, ...]:
    """The walls of a stamp on a solid, from left to right on its artwork; `among` are the places of
    all faces that could be one."""
    return tuple(Side(at, way) for _, at, way in _places(solid, under, "wall", among))


def name_of(stamp: str, side: Side, sides: Sequence[Side]) -> StampFace:
    """What a wall is called among all of its stamp's."""
    degrees = round(side.way) % 360
    alike = _that_look(degrees, sides)
    number = alike.index(side) + 1
    return StampFace(stamp, "wall", f"{degrees}°" + (f" {number}" if number > 1 else ""))


def named(face: StampFace, sides: Sequence[Side]) -> Side | None:
    """The wall that a name means; None when there is none."""
    way, _, number = face.side.partition(" ")
    alike = _that_look(int(way.rstrip("°")), sides)
    at = int(number or 1) - 1
    return alike[at] if 0 <= at < len(alike) else None


def _that_look(degrees: int, sides: Sequence[Side]) -> list[Side]:
    return [s for s in sides if abs((s.way - degrees + 180.0) % 360.0 - 180.0) <= ONE_WAY]


def with_sides(solid: NamedSolid, under: Planned, asked: StampFace) -> NamedSolid:
    """The solid with every wall of a stamp, or each of several caps, under a name of its own, the
    one that is asked for under that; what has such a name keeps it."""
    named_already = asked in solid.names
    if named_already and (asked.role == "wall" or len(solid.faces_named(asked)) == 1):
        return solid
    new = (
        _caps_named(solid, under, asked)
        if asked.role == "cap"
        else _walls_named(solid, under, asked)
    )
    faces = list(solid.faces)
    for at, name in new.items():
        own = faces[at].name
        if name == asked or not (isinstance(own, StampFace) and own.side):
            faces[at] = replace(faces[at], name=name)
    return replace(solid, faces=tuple(faces))


def _walls_named(solid: NamedSolid, under: Planned, asked: StampFace) -> dict[int, StampFace]:
    sides = sides_of(solid, under)
    wanted = named(asked, sides)
    if wanted is None:
        return {}
    if len(sides) > FEW_SIDES:  # of the rest nothing is asked
        return {wanted.at: asked}
    return {s.at: asked if s == wanted else name_of(under.name, s, sides) for s in sides}


def _caps_named(solid: NamedSolid, under: Planned, asked: StampFace) -> dict[int, StampFace]:
    places = _places(solid, under, "cap")
    if not places:
        return {}
    if asked.side:
        wanted = int(asked.side) - 1
    else:
        box = under.artwork.bounds
        middle = (np.array(box[:2]) + np.array(box[2:])) / 2
        wanted = int(np.argmin([np.linalg.norm(np.array(xy) - middle) for xy, _, _ in places]))
    return {
        at: asked if k == wanted else StampFace(under.name, "cap", str(k + 1))
        for k, (_, at, _) in enumerate(places)
    }


def sides_told(
    bodies: Iterable[NamedSolid],
    items: Iterable[Planned],
    cache: Cache,
    key_of: Callable[[Planned], Hashable],
) -> dict[str, tuple[str, ...]]:
    """The names of the walls of those stamps that have few, by the stamps' names; `key_of` is all
    that where a stamp lies depends on."""
    plain = {item.name: item for item in items if _pieces(item) <= FEW_SIDES}
    found: dict[str, tuple[str, ...]] = {}
    for solid in bodies if plain else ():
        walls: dict[str, list[int]] = {}
        for at, one in enumerate(solid.faces):
            name = one.name
            if isinstance(name, StampFace) and name.role == "wall" and name.stamp in plain:
                walls.setdefault(name.stamp, []).append(at)
        for stamp, own in walls.items():
            if len(own) > FEW_SIDES:
                continue
            given = tuple(solid.faces[at].name for at in own)
            work = partial(_told, solid, plain[stamp], tuple(own))
            key = (key_of(plain[stamp]), plain[stamp].key, given)
            if told := cache.get("looks", key, work):
                found[stamp] = told
    return found


def _told(solid: NamedSolid, item: Planned, walls: tuple[int, ...]) -> tuple[str, ...]:
    sides = sides_of(solid, item, walls)
    return tuple(_own_name(solid, item.name, side, sides) for side in sides)


def _pieces(item: Planned) -> int:
    """Of all outlines of a stamp, in all its copies."""
    return sum(len(outline) for region in item.placed.regions for outline in region.outlines)


def _own_name(solid: NamedSolid, stamp: str, side: Side, sides: Sequence[Side]) -> StampFace:
    name = solid.faces[side.at].name
    known = isinstance(name, StampFace) and name.side
    return name if known else name_of(stamp, side, sides)  # type: ignore[return-value]


def side_at(solid: NamedSolid, under: Planned, role: Role, point: Array) -> StampFace | None:
    """The wall or cap of a stamp that is nearest to a point in space; None when it has none."""
    places = _places(solid, under, role)
    if not places:
        return None
    nearest = _nearest([solid.faces[at] for _, at, _ in places], point)
    if role == "wall":
        sides = tuple(Side(at, way) for _, at, way in places)
        return _own_name(solid, under.name, sides[nearest], sides)
    names = [solid.faces[at].name for _, at, _ in places]
    own = names[nearest]
    # where a stamp lies on one already, all have names, the middle one that of the stamp's cap
    if isinstance(own, StampFace) and (len(places) == 1 or any(n != any_side(n) for n in names)):
        return own
    return StampFace(under.name, "cap", str(nearest + 1))


def _nearest(faces: Sequence[NamedFace], point: Array) -> int:
    """Which of several faces is nearest to a point."""
    boxes = boxes_of([one.face for one in faces])
    outside = np.maximum(np.maximum(boxes[:, 0] - point, point - boxes[:, 1]), 0.0)
    away = np.linalg.norm(outside, axis=1)
    spot = vertex_at(point)
    best, nearest = float("inf"), 0
    for k in np.argsort(away, kind="stable").tolist():
        if away[k] > best:
            break
        apart = BRepExtrema_DistShapeShape(spot, faces[k].face)
        if apart.IsDone() and apart.Value() < best:
            best, nearest = apart.Value(), k
    return nearest
