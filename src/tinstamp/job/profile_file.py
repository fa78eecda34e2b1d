"""Profiles from DXF and SVG files: one chain of lines, arcs and curves, as points.

Files are read as those of logos are. Curves become splines through points on them, close enough
that the spline stays within CURVE_STRAY of the curve.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.painted import LogoError
from tinstamp.job.curve import through
from tinstamp.job.drawn import Knot, To, fresh_name

Array = NDArray[np.float64]
CURVE_STRAY = 0.01
"""mm"""
MOST_BYTES = 8 * 1024 * 1024
"""bytes of a drawing that is read"""
MOST_POINTS = 400
"""points of a profile"""
ENDS_JOINED = 0.01
"""mm; ends nearer than this are joined."""


class ProfileFileError(ValueError):
    """A file that gives no profile; the message is for the designer."""


@dataclass(frozen=True)
class Taken:
    """A profile read from a file: its points, whether it closes, and what to know of it."""

    knots: tuple[Knot, ...]
    closed: bool
    note: str


@dataclass(frozen=True)
class _Part:
    """A piece in mm: a line or an arc by its ends, or a curve by many points."""

    points: Array
    rise: float = 0.0
    curved: bool = False

    def reversed(self) -> _Part:
        return replace(self, points=self.points[::-1], rise=-self.rise)


def read(data: bytes, name: str) -> Taken:
    """The profile of a DXF or SVG file. Raises ProfileFileError."""
    if len(data) > MOST_BYTES:
        raise ProfileFileError(f"{name} is larger than {MOST_BYTES // 2**20} MB")
    ending = name.lower().rpartition(".")[2]
    if ending not in ("dxf", "svg"):
        raise ProfileFileError(f"{name} is neither DXF nor SVG")
    try:
        parts, note = _dxf(data, name) if ending == "dxf" else _svg(data, name)
        return _taken(_chained(parts, name), note)
    except (ProfileFileError, MemoryError):
        raise
    except Exception as error:  # whatever a library makes of a damaged file
        raise ProfileFileError(f"{name} holds something that cannot be read") from error


def _chained(parts: list[_Part], name: str) -> list[_Part]:
    """The longest run of pieces that join end to end."""
    if not parts:
        raise ProfileFileError(f"{name} holds no lines, arcs or curves")
    left = list(parts)
    chains = []
    while left:
        chain = [left.pop(0)]
        grown = True
        while grown:
            grown = False
            for at_start in (False, True):
                end = chain[0].points[0] if at_start else chain[-1].points[-1]
                for k, part in enumerate(left):
                    for candidate in (part, part.reversed()):
                        meets = candidate.points[-1 if at_start else 0]
                        if np.linalg.norm(meets - end) <= ENDS_JOINED:
                            chain.insert(0 if at_start else len(chain), candidate)
                            left.pop(k)
                            grown = True
                            break
                    if grown:
                        break
                if grown:
                    break
        chains.append(chain)
    return max(chains, key=lambda c: sum(_length(p.points) for p in c))


def _length(points: Array) -> float:
    return float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())


def _taken(chain: list[_Part], note: str) -> Taken:
    spots: list[tuple[Array, To, float]] = []
    before: _Part | None = None
    for part in map(_as_arc, chain):
        if not part.curved:
            to: To = "arc" if abs(part.rise) > 1e-9 else "line"
            spots.append((part.points[0], to, part.rise))
        else:
            begins: To = "spline" if before is not None and _smooth(before, part) else "corner"
            for k, spot in enumerate(_few(part.points)[:-1]):
                spots.append((spot, begins if k == 0 else "spline", 0.0))
        before = part
    first, last = chain[0].points[0], chain[-1].points[-1]
    closed = bool(np.linalg.norm(first - last) <= ENDS_JOINED) and len(spots) > 1
    if not closed:
        spots.append((last, "line", 0.0))
    if len(spots) > MOST_POINTS:
        raise ProfileFileError(f"the profile would need {len(spots)} points, over {MOST_POINTS}")
    knots: list[Knot] = []
    for (x, y), kind, rise in spots:
        knots.append(
            Knot(
                name=fresh_name(knots),
                x=f"{x:.9g} mm",
                y=f"{y:.9g} mm",
                to=kind,
                rise=f"{rise:.9g} mm",
            )
        )
    return Taken(tuple(knots), closed, note)


def _as_arc(part: _Part) -> _Part:
    """A curve that is an arc of a circle within CURVE_STRAY as that arc."""
    if not part.curved:
        return part
    p, q, r = part.points[0], part.points[len(part.points) // 2], part.points[-1]
    chord = r - p
    size = float(np.linalg.norm(chord))
    if size < 1e-9:
        return part
    right = np.array([chord[1], -chord[0]]) / size
    out = float((q - p) @ right)
    if abs(out) < CURVE_STRAY:
        return part
    # the circle through the ends and the middle point
    m = np.array([q - p, r - p])
    try:
        centre = p + np.linalg.solve(2.0 * m, np.sum(m * m, axis=1))
    except np.linalg.LinAlgError:
        return part
    radius = float(np.linalg.norm(p - centre))
    if np.abs(np.linalg.norm(part.points - centre, axis=1) - radius).max() > CURVE_STRAY / 2:
        return part
    back = float((centre - (p + r) / 2) @ right)
    return _Part(np.stack([p, r]), back + np.sign(out) * radius)


def _smooth(before: _Part, after: _Part) -> bool:
    """True when one curve goes on where another ends, without a corner."""
    if not before.curved:
        return False
    a, b = before.points[-1] - before.points[-2], after.points[1] - after.points[0]
    bend = a[0] * b[1] - a[1] * b[0]
    return bool(a @ b > 0 and abs(bend) < 0.05 * (a @ b))


def _few(points: Array) -> Array:
    """As few points of a fine polyline as a spline needs to stay within CURVE_STRAY of it."""
    along = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))])
    count = 3
    while True:
        at = np.linspace(0.0, along[-1], count)
        few = np.column_stack([np.interp(at, along, points[:, k]) for k in (0, 1)])
        if count >= len(points) or count > 120:
            return few
        spline = through([(float(x), float(y)) for x, y in few])
        line = shapely.LineString(spline.points(24))
        if shapely.distance(line, shapely.points(points)).max() <= CURVE_STRAY:
            return few
        count = count * 2 - 1


# -- DXF


def _dxf(data: bytes, name: str) -> tuple[list[_Part], str]:
    from ezdxf.lldxf.const import DXFError

    from tinstamp.artwork.dxf.entities import seen_entities
    from tinstamp.artwork.dxf.opened import count_entities, opened, unit_of

    try:
        document = opened(data)
        count_entities(document)
    except LogoError as error:
        raise ProfileFileError(f"{name}: {error}") from error
    scale, unknown = unit_of(document)
    note = "" if scale else "the file names no unit: taken as mm"
    note = f"the file's unit {unknown} is not known: taken as mm" if unknown else note
    scale = scale or 1.0
    parts: list[_Part] = []
    for entity in seen_entities(document):
        try:
            parts += [replace(p, points=p.points * scale, rise=p.rise * scale) for p in _of(entity)]
        except (DXFError, ValueError, ZeroDivisionError) as error:
            raise ProfileFileError(f"{name} holds a faulty {entity.dxftype()}") from error
    return parts, note


def _of(entity: Any) -> list[_Part]:
    kind = entity.dxftype()
    if kind == "LINE":
        return [_Part(np.array([_xy(entity.dxf.start), _xy(entity.dxf.end)]))]
    if kind == "ARC":
        turn = math.radians((entity.dxf.end_angle - entity.dxf.start_angle) % 360.0 or 360.0)
        ends = np.array([_xy(entity.start_point), _xy(entity.end_point)])
        return [_Part(ends, _rise(float(entity.dxf.radius), turn))]
    if kind == "CIRCLE":
        x, y = _xy(entity.dxf.center)
        r = float(entity.dxf.radius)
        left, right = np.array([x - r, y]), np.array([x + r, y])
        return [_Part(np.array([left, right]), r), _Part(np.array([right, left]), r)]
    if kind in ("LWPOLYLINE", "POLYLINE"):
        return [part for inner in entity.virtual_entities() for part in _of(inner)]
    if kind in ("SPLINE", "ELLIPSE"):
        from ezdxf.path import make_path

        points = np.array([_xy(p) for p in make_path(entity).flattening(CURVE_STRAY / 4)])
        return [_Part(points, curved=True)]
    return []


def _xy(v: Any) -> tuple[float, float]:
    return float(v.x), float(v.y)


def _rise(radius: float, turn: float) -> float:
    """Of a counter-clockwise arc: r (1 − cos(turn / 2)), to the right of its way."""
    return radius * (1.0 - math.cos(turn / 2.0))


# -- SVG


def _svg(data: bytes, name: str) -> tuple[list[_Part], str]:
    from tinstamp.artwork.svg.read import drawn_lines

    try:
        contours, notes = drawn_lines(data)
    except LogoError as error:
        raise ProfileFileError(f"{name}: {error}") from error
    parts: list[_Part] = []
    for contour, closed in contours:
        start = now = np.array(contour[0][1][0])
        for verb, points in contour[1:]:
            p = [np.array(point) for point in points]
            if verb == "L":
                parts += _svg_line(now, p[0])
            else:
                parts.append(_Part(_bezier(np.stack([now, *p])), curved=True))
            now = p[-1]
        if closed:
            parts += _svg_line(now, start)
    return parts, "; ".join(notes)


def _svg_line(a: Array, b: Array) -> list[_Part]:
    return [_Part(np.stack([a, b]))] if np.linalg.norm(b - a) > 1e-9 else []


def _bezier(poles: Array) -> Array:
    """Points along a Bézier of any degree, by de Casteljau."""
    t = np.linspace(0.0, 1.0, 65)[:, None, None]
    rows = np.broadcast_to(poles, (65, *poles.shape))
    while rows.shape[1] > 1:
        rows = rows[:, :-1] + t * (rows[:, 1:] - rows[:, :-1])
    return np.asarray(rows[:, 0])
