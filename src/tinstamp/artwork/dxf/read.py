"""Logos from DXF: closed outlines and hatches as ink, open lines given a width.

ezdxf reads the file and its entities; ends that meet are joined here; Skia unites what
overlaps, even and odd for outlines within outlines.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from tinstamp.artwork.crossing import crossings, doubles
from tinstamp.artwork.drawing import MOST_COMMANDS, Drawing
from tinstamp.artwork.dxf.chains import chains, even_odd, joined
from tinstamp.artwork.dxf.entities import Inks
from tinstamp.artwork.dxf.opened import count_entities, opened, unit_of
from tinstamp.artwork.dxf.run import LINES_STRAY, DxfRun
from tinstamp.artwork.painted import LARGEST_DRAWING, LogoError, Painted, whole
from tinstamp.artwork.stroke import stroked
from tinstamp.artwork.unite import Contour, polyline


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


def read_dxf(data: bytes, unit: float, join: float, stroke: float) -> DxfDrawing:
    """What a DXF file draws. Raises LogoError.

    `unit` is mm for a unit of a file that names none; ends nearer than `join` mm are
    joined; open lines become strokes `stroke` mm wide (0: they are left out and told).
    """
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
    pieces = sum(len(f.points) for f in inks.runs) + sum(len(c) for cs in inks.solid for c in cs)
    if pieces > MOST_COMMANDS:
        raise LogoError(f"the drawing has more than {MOST_COMMANDS} pieces")
    if unknown:
        told.append(f"the file names a unit that is not known here ({unknown})")
    elif not header:
        told.append("the file names no unit")
    return _drawing(inks, header or unit, join, stroke, header, told)


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
    inks: Inks, scale: float, join: float, stroke: float, unit: float, notes: list[str]
) -> DxfDrawing:
    solid = [tuple(_scaled(c, scale) for c in contours) for contours in inks.solid]
    extent = np.concatenate(
        [f.points * scale for f in inks.runs] + [polyline(c, 4) for cs in solid for c in cs]
    )
    if not np.isfinite(extent).all() or np.abs(extent).max() > 100 * LARGEST_DRAWING:
        raise LogoError(f"the drawing is {float(np.ptp(extent)):.3g} mm large: no size to stamp")
    hatches: dict[int, list[Contour]] = {}
    for f in inks.runs:
        if f.ink:
            hatches.setdefault(f.ink, []).append(_scaled(list(f.commands), scale))
    drawn = [f for f in inks.runs if not f.ink]
    twice = set(doubles([f.points for f in drawn], max(join, LINES_STRAY) / scale))
    drawn = [f for k, f in enumerate(drawn) if k not in twice]
    closed, open_chains, joints = _closed_and_open(drawn, scale, join)
    painted = [Painted(tuple(contours), True) for contours in hatches.values()]
    painted += [Painted(contours) for contours in solid]
    painted += even_odd(closed)
    ends = tuple(
        OpenEnd(*point) for chain in open_chains for point in (chain[0][1][0], chain[-1][1][-1])
    )
    if stroke > 0:
        painted += [Painted(tuple(stroked(chain, stroke))) for chain in open_chains]
        ends = ()
    elif open_chains:
        count = len(open_chains)
        what = "a line does not close" if count == 1 else f"{count} lines do not close"
        notes.append(f"{what}: give them a width, or a larger distance to join ends")
    painted = [path for path in painted if path.contours]
    regions, off = whole(painted) if painted else ([], "")
    if off:
        notes.append(off)
    lines = tuple(f.points * scale for f in inks.runs)
    lines += tuple(polyline(c) for contours in solid for c in contours)
    return DxfDrawing(
        tuple(regions),
        tuple(notes),
        lines,
        len(twice),
        joints,
        tuple(crossings(lines)),
        unit=unit,
        open_ends=ends,
    )


def _closed_and_open(
    drawn: list[DxfRun], scale: float, join: float
) -> tuple[list[Contour], list[Contour], int]:
    """Lines joined to outlines that close, those that do not, and how many ends were joined."""
    closed: list[Contour] = []
    open_chains: list[Contour] = []
    joints = 0
    for chain in chains(drawn, join / scale):
        commands = joined(chain)
        joints += len(chain) - 1
        start, end = np.array(commands[0][1][0]), np.array(commands[-1][1][-1])
        if np.linalg.norm(start - end) <= join / scale and len(commands) > 2:
            closed.append(_scaled(commands, scale))
        else:
            open_chains.append(_scaled(commands, scale))
    return closed, open_chains, joints


def _scaled(commands: list[Any], scale: float) -> Contour:
    return [(v, tuple((x * scale, y * scale) for x, y in ps)) for v, ps in commands]
