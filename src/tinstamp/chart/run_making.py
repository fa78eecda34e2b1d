"""How runs of faces are laid out: unrolled one after the other, cast upon, or flattened."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable
from dataclasses import replace

import numpy as np
import shapely
from shapely import LineString, Polygon
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import evaluate
from tinstamp.chart.base import Array
from tinstamp.chart.cast import GRAZING, CastChart, cast_chart, reached_from
from tinstamp.chart.flattened import FlattenedChart, SeenSurface
from tinstamp.chart.flattening import flatten_patch
from tinstamp.chart.joint import Faces, joint_line
from tinstamp.chart.run import Member, RunChart, area_of_face, outline_of_area
from tinstamp.chart.skin import Footprint
from tinstamp.chart.turns import STILL, Motion

SHEETS_AGREE = 1e-4
"""mm; two sheets that agree so well along a joint are one."""
POLYGONS_APART = 0.05
"""mm; polygons that stand for faces may be that far apart along a joint."""
LAID_STRAY = 4e-7
"""mm that they may be off a line of few pieces: what they lie on before is off by a quarter of it.
"""
LINE_PLACES = 128
"""Places along a joint that are laid flat."""
MOST_FACES = 200
"""Faces in a run."""
SHEETS_STAND_APART = 0.25
"""How far apart flattened sheets stand, in extents of the artwork."""
LAID_FLAT = 2.0
"""How far faces are flattened together, in half extents of the artwork: what lies there counts
2 % of its middle (see `Footprint.weight`)"""
MOST_OVERLAP = 1e-4
"""Part of a face that may lie over another on the sheet."""


def run_of(members: list[Member], word: str) -> RunChart:
    """The run of members, the first of which has its own sheet."""
    grown = [p.area.buffer(POLYGONS_APART, join_style="mitre") for p in members]
    whole = shapely.union_all(grown, grid_size=1e-7).buffer(-POLYGONS_APART, join_style="mitre")
    first = members[0].chart
    return RunChart(outline_of_area(whole), first.frame, members=tuple(members), word=word)


def unrolled(faces: Faces, name: str, at: Array, reach: float) -> RunChart | None:
    """Faces that unroll exactly, laid side by side from the named one on, as far as `reach` mm
    from a place on its sheet; None when there is none beside it."""
    members = [Member(name, faces[name])]
    here = shapely.Point(*at).buffer(reach)
    waiting = deque([0])
    while waiting and len(members) < MOST_FACES:
        k = waiting.popleft()
        member = members[k]
        if member.chart.closed:
            continue
        for joint in faces.beside(member.face):
            other = faces[joint.beyond(member.face)]
            if not other.exact or other.closed:
                continue
            on_run = member.out(member.chart.from_space(joint.points))
            own = other.from_space(joint.points)
            into = _motion(on_run, own)
            if into is None:
                continue
            found = Member(
                joint.beyond(member.face), other, into, k, joint_line(on_run), joint.bend
            )
            if not found.area.intersects(here) or any(_over(found, p) for p in members):
                continue
            members.append(found)
            waiting.append(len(members) - 1)
    return run_of(members, "unrolled") if len(members) > 1 else None


def _motion(there: Array, own: Array) -> Motion | None:
    """The rigid motion that brings points `there` (n, 2) onto `own`; None when none does
    (Kabsch's method, from memory)."""
    a, b = there.mean(axis=0), own.mean(axis=0)
    u, _, vt = np.linalg.svd((there - a).T @ (own - b))
    sign = np.sign(np.linalg.det(vt.T @ u.T))
    matrix = vt.T @ np.diag([1.0, sign]) @ u.T
    motion = Motion(matrix, b - matrix @ a)
    return motion if np.abs(motion(there) - own).max() < SHEETS_AGREE else None


def _over(found: Member, before: Member) -> bool:
    shared = float(found.area.intersection(before.area).area)
    return shared > MOST_OVERLAP * min(found.area.area, before.area.area)


def cast_members(
    faces: Faces, name: str, root: CastChart, first: int = 0, box: Polygon | None = None
) -> list[Member]:
    """The faces beside one that a cast reaches, that one first; `first` is the number that it
    has in its run. With a box on the cast's sheet it goes on only over joints that come into that:
    a large part has thousands of faces, each of which takes its time to be laid out."""
    members = [Member(name, root)]
    waiting = deque([0])
    seen = {name}
    while waiting and len(members) < MOST_FACES:
        k = waiting.popleft()
        member = members[k]
        assert isinstance(member.chart, CastChart)
        for joint in faces.meeting(member.face):
            beyond = joint.beyond(member.face)
            points = joint.facing(root.against, GRAZING, root.base.to_space(np.array(root.pin)))
            if beyond in seen or not len(points):
                continue
            if box is not None and not LineString(root.seen(points)).intersects(box):
                continue
            if beyond not in faces:
                continue
            home = faces[beyond]
            middle = home.from_space(points[len(points) // 2])
            chart = reached_from(replace(root, base=home), middle)
            if chart is None:
                continue
            cut = joint_line(root.seen(points))
            members.append(Member(beyond, chart, STILL, first + k, cut, joint.bend))
            seen.add(beyond)
            waiting.append(len(members) - 1)
    return members


_sheets: Kept[RunChart | None] = Kept(16)


def flattened(
    faces: Faces, name: str, at: Array, upright: Callable[[Array], Array], covered: Footprint
) -> RunChart | None:
    """Faces beside one another on a sheet with the least stretch where artwork lies, whose
    middle is at a place on the sheet of the named one. `upright` tells the direction in space
    that is so at a place. None when no other face is reached.

    Sheets stand at places on a coarse grid, so that a drag makes few. Raises SheetError.
    """
    step = SHEETS_STAND_APART * max(covered.wide, covered.tall)
    covered = covered.coarse(step / 2, np.inf)
    step = SHEETS_STAND_APART * max(covered.wide, covered.tall)
    anchor = np.round(at / step) * step
    home = faces[name]
    if not area_of_face(home.outline).buffer(-1e-3).contains(shapely.Point(*anchor)):
        anchor = np.asarray(at, dtype=float)
    up = upright(anchor)
    key = (name, *map(float, anchor), *np.round(up, 6).tolist(), covered)
    return _sheets.get(faces, key, lambda: _flattened(faces, name, anchor, up, covered))


def _flattened(
    faces: Faces, name: str, at: Array, upright: Array, covered: Footprint
) -> RunChart | None:
    base = faces[name]
    root = cast_chart(base, at, -base.normal(at), upright)
    pin, near = np.array(root.pin), max(covered.wide, covered.tall)
    half = LAID_FLAT * covered.sides
    reach = shapely.box(*(pin - half), *(pin + half))
    members = cast_members(faces, name, root, box=reach)
    if len(members) == 1:
        return None
    plane = run_of(members, "projected")
    low, high = plane.bounds[:2], plane.bounds[2:]
    low, high = np.maximum(low, pin - half), np.minimum(high, pin + half)
    seen = SeenSurface(plane.to_space, plane.jacobian)
    flat = flatten_patch(seen, low, high, 1.0, upright, pin, lambda st: covered.weight(st - pin))
    box = shapely.box(*low, *high)

    def laid(member: Member) -> Member:
        assert isinstance(member.chart, CastChart)
        area = shapely.segmentize(member.area.intersection(box), near / 10)
        area = shapely.transform(area, lambda p: flat.sheet(p) + pin)
        chart = FlattenedChart(
            outline_of_area(area),
            root.frame,
            base=member.chart.base,
            cast=member.chart,
            flat=flat,
            pin=root.pin,
        )
        cut = member.cut
        if len(cut):
            bits = np.linspace(0.0, 1.0, -(-LINE_PLACES // len(cut)) + 1)
            ends = np.concatenate([evaluate(cut, bits[:-1]).reshape(-1, 2), cut[-1:, 3]])
            cut = joint_line(flat.sheet(_within(ends, low, high)) + pin, LAID_STRAY)
        return replace(member, chart=chart, cut=cut)

    near_by = _met_by(members, box)
    return run_of([laid(p) for p in near_by], "least stretch") if len(near_by) > 1 else None


def _within(points: Array, low: Array, high: Array) -> Array:
    """The stretch of a line through points, (n, 2), that lies in a box: beyond it a sheet that was
    laid flat for that says nothing."""
    held = np.asarray(((points >= low) & (points <= high)).all(axis=1))
    if held.sum() < 2:
        return points
    middle = (low + high) / 2
    first = last = int(np.argmin(np.where(held, np.linalg.norm(points - middle, axis=1), np.inf)))
    while first > 0 and held[first - 1]:
        first -= 1
    while last < len(points) - 1 and held[last + 1]:
        last += 1
    return points[first : last + 1] if last > first else points


def _met_by(members: list[Member], box: BaseGeometry) -> list[Member]:
    """The members that reach into a box, and are reached through others that do."""
    kept: dict[int, int] = {}
    found: list[Member] = []
    for k, member in enumerate(members):
        if (member.parent < 0 or member.parent in kept) and member.area.intersection(box).area > 0:
            kept[k] = len(found)
            found.append(replace(member, parent=kept.get(member.parent, -1)))
    return found
