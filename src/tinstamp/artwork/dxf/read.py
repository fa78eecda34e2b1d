"""Logos from DXF: closed outlines and hatches as ink, open lines given a width.

ezdxf reads the file and its entities; ends that meet are joined here; Skia unites what
overlaps, even and odd for outlines within outlines.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from tinstamp.artwork.crossing import crossings
from tinstamp.artwork.drawing import MOST_COMMANDS, Drawing
from tinstamp.artwork.dxf.colours import rgb_of
from tinstamp.artwork.dxf.entities import Inks
from tinstamp.artwork.dxf.groups import Group, group_of, without_doubles
from tinstamp.artwork.dxf.opened import count_entities, opened, unit_of
from tinstamp.artwork.inks import Study, Use, Uses
from tinstamp.artwork.layered import Bounds, Coat, box_of, inked, studied
from tinstamp.artwork.painted import Joined, LogoError, Painted, Shape, whole
from tinstamp.artwork.unite import polyline

SHOWN_THIN = 0.004
"""Part of a drawing that lines which do not close are wide in its picture."""


@dataclass(frozen=True)
class OpenEnd:
    """An end that meets no other, mm."""

    x: float
    y: float


@dataclass(frozen=True)
class DxfDrawing(Drawing):
    """What a DXF holds.

    Attributes
    ----------
    unit : of the header, in mm; 0 when the file names none.
    open_ends : ends of chains that do not close.
    """

    unit: float = 0.0
    open_ends: tuple[OpenEnd, ...] = ()


def read_dxf(data: bytes, unit: float, join: float, stroke: float, uses: Uses = ()) -> DxfDrawing:
    """What a DXF file draws, with its colours used as chosen; all of it without a choice. Raises
    LogoError.

    `unit` is mm for a unit of a file that names none; ends nearer than `join` mm are
    joined; open lines become strokes `stroke` mm wide (0: they are left out and told).
    """
    inks, header, told = _found(data)
    scale = header or unit
    if not uses:
        return _drawing(inks, scale, join, stroke, header, told)
    asked = dict(uses)
    taken = [colour for colour in inks.colours if asked.get(colour, "ink") != "out"]
    if not any(asked.get(colour, "ink") == "ink" for colour in taken):
        raise LogoError("; ".join(["no colour of the file is ink", *told]))
    made = _drawing(inks.in_colours(taken), scale, join, stroke, header, told, asked)
    return replace(made, box=_box(inks, scale))


def _box(inks: Inks, scale: float) -> Bounds:
    """Of all that the file draws, mm."""
    drawn = [run.points for run in inks.runs]
    drawn += [polyline(contour) for _, contours in inks.solid for contour in contours]
    points = np.concatenate(drawn) * scale
    (left, low), (right, high) = points.min(axis=0).tolist(), points.max(axis=0).tolist()
    return left, low, right, high


def study_dxf(data: bytes, unit: float, join: float) -> Study:
    """The colours of a DXF file, to choose by: lines that do not close are shown thin; a colour
    whose outlines all lie within those of another is suggested to be cut out of it. Raises
    LogoError."""
    inks, header, _ = _found(data)
    layers = _by_colour(inks, header or unit, join)
    points = np.concatenate([run.points for run in inks.runs] or [np.zeros((1, 2))])
    thin = max(float(np.ptp(points, axis=0).max()) * (header or unit) * SHOWN_THIN, 1e-6)
    coats = [made for colour, group in layers if (made := _coat(colour, group.painted(thin)))]
    holes = {c for k, (c, group) in enumerate(layers)
             if any(other.holed_by(group) for _, other in layers[:k])}  # fmt: skip
    return studied(coats, tuple((c.colour, "cut" if c.colour in holes else "ink") for c in coats))


def _by_colour(inks: Inks, scale: float, join: float) -> list[tuple[str, Group]]:
    """Each colour by itself, the largest first: it lies lowest."""
    found = [(c, group_of(inks.in_colours((c,)), scale, join)) for c in inks.colours]
    return sorted(found, key=lambda entry: -_extent(entry[1]))


def _extent(group: Group) -> float:
    left, low, right, high = box_of([*group.painted(0.0)])
    return (right - left) * (high - low)


def _coat(colour: str, painted: list[Painted]) -> Coat | None:
    """A colour's layer of paint; None when it paints nothing."""
    if not painted:
        return None
    red, green, blue = rgb_of(colour)
    light = 0.2126 * red + 0.7152 * green + 0.0722 * blue
    return Coat(colour, (red, green, blue), 1.0, light, Joined(tuple(painted)))


def _found(data: bytes) -> tuple[Inks, float, list[str]]:
    """What a file holds, the mm of its header's unit, 0 when it names none, and what is to be
    told."""
    document = opened(data)
    header, unknown = unit_of(document)
    count_entities(document)
    inks = Inks()
    try:
        inks.take(document)
        told = _told(inks, document)
    except (LogoError, MemoryError):
        raise
    except Exception as error:  # whatever an entity with faulty values makes of its library
        raise LogoError("an entity of the file is faulty") from error
    if inks.empty:
        raise LogoError("; ".join(["the file draws nothing that could be stamped", *told]))
    pieces = sum(len(f.points) for f in inks.runs) + sum(len(c) for _, cs in inks.solid for c in cs)
    if pieces > MOST_COMMANDS:
        raise LogoError(f"the drawing has more than {MOST_COMMANDS} pieces")
    if unknown:
        told.append(f"the file names a unit that is not known here ({unknown})")
    elif not header:
        told.append("the file names no unit")
    return inks, header, told


def _told(inks: Inks, document: Any) -> list[str]:
    """What was left out, and what was taken otherwise, in words with counts."""
    told = [f"{count} × {what} left out" for what, count in inks.told.items()]
    if inks.patterned:
        count = inks.patterned
        told.append("a hatch of lines is taken as filled" if count == 1
                    else f"{count} hatches of lines are taken as filled")  # fmt: skip
    if inks.empty:
        elsewhere = sum(
            sum(1 for entity in layout if entity.dxftype() != "VIEWPORT")
            for layout in document.layouts
            if not layout.is_modelspace
        )
        if elsewhere:
            told.append(f"it has {elsewhere} things on its paper sheets alone: move them to the "
                        "model")  # fmt: skip
    return told


def _drawing(
    inks: Inks, scale: float, join: float, stroke: float, unit: float, notes: list[str],
    asked: Mapping[str, Use] | None = None,
) -> DxfDrawing:  # fmt: skip
    """Without a choice outlines of all colours lie within one another as if they were of one; with
    one, each colour is a layer, the larger below."""
    drawn, twice = without_doubles(inks, scale, join)
    painted: list[Shape]
    if asked is None:
        groups = [group_of(drawn, scale, join)]
        painted = [*groups[0].painted(stroke)]
    else:
        layers = _by_colour(drawn, scale, join)
        groups = [group for _, group in layers]
        painted = inked([
            (asked.get(colour, "ink"), Joined(tuple(group.painted(stroke))))
            for colour, group in layers if group.painted(stroke)
        ])  # fmt: skip
    ends = tuple(OpenEnd(*point) for group in groups for point in group.ends) if stroke <= 0 else ()
    if ends:
        count = len(ends) // 2
        what = "a line does not close" if count == 1 else f"{count} lines do not close"
        notes.append(f"{what}: give them a width, or a larger distance to join ends")
    regions, off = whole(painted) if painted else ([], "")
    if off:
        notes.append(off)
    lines = tuple(f.points * scale for f in inks.runs)
    lines += tuple(polyline(c) for group in groups for contours in group.solid for c in contours)
    return DxfDrawing(
        tuple(regions),
        tuple(notes),
        lines,
        twice,
        sum(group.joints for group in groups),
        tuple(crossings(lines)),
        unit=unit,
        open_ends=ends,
    )
