"""Flat artwork as a machine's own software reads it: from SVG by fontTools' path reader, from DXF
by ezdxf; what is worked how goes by colour."""

from __future__ import annotations

import re
import xml.etree.ElementTree as ET
from dataclasses import dataclass
from pathlib import Path

import ezdxf
import ezdxf.path
import numpy as np
import shapely
from fontTools.pens.basePen import BasePen
from fontTools.svgLib.path import parse_path
from numpy.typing import NDArray

from tinstamp.shop.made import ShopError

Array = NDArray[np.float64]
WITHIN = 0.002
"""mm that lines stray from the curves they stand for"""
NOT_WORKED = {7, 8}
"""Index colours of lines that a machine leaves alone: marks for whoever lays the sheet on, outlines
of the part."""
OPEN = {2}
"""Index colours that are run along once."""
SVG = "{http://www.w3.org/2000/svg}"
CURVE_LINES = 24
"""lines that stand for a curve of an SVG"""


@dataclass(frozen=True)
class Artwork:
    """What is to be worked: an area, and lines that are run along, (n, 2) mm each; and the outlines
    of the part for the picture."""

    ink: shapely.Geometry
    lines: tuple[Array, ...]
    part: tuple[Array, ...]

    @property
    def box(self) -> tuple[Array, Array]:
        """The least and greatest corner of all of it, mm."""
        points = [shapely.get_coordinates(self.ink), *self.lines, *self.part]
        held = np.concatenate([p for p in points if len(p)])
        return held.min(axis=0), held.max(axis=0)


def read(path: Path) -> Artwork:
    """An SVG or DXF. Raises ShopError."""
    return _svg(path) if path.suffix.lower() == ".svg" else _dxf(path)


def _odd(loops: list[Array]) -> shapely.Geometry:
    """The area that an odd number of loops go round."""
    whole: shapely.Geometry = shapely.Polygon()
    for loop in loops:
        if len(loop) > 2:
            whole = whole.symmetric_difference(shapely.Polygon(loop).buffer(0))
    return whole


class _Lines(BasePen):
    """Collects a path as lines."""

    def __init__(self) -> None:
        super().__init__(None)
        self.runs: list[list[tuple[float, float]]] = []

    def _moveTo(self, pt: tuple[float, float]) -> None:
        self.runs.append([pt])

    def _lineTo(self, pt: tuple[float, float]) -> None:
        self.runs[-1].append(pt)

    def _curveToOne(
        self, a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]
    ) -> None:
        start = np.array(self.runs[-1][-1])
        t = (np.arange(1, CURVE_LINES + 1) / CURVE_LINES)[:, None]
        s = 1 - t
        points = s**3 * start + 3 * s * s * t * np.array(a) + 3 * s * t * t * np.array(b)
        self.runs[-1] += [(float(x), float(y)) for x, y in points + t**3 * np.array(c)]


def _svg(path: Path) -> Artwork:
    root = ET.parse(path).getroot()
    box = [float(x) for x in (root.get("viewBox") or "").split()]
    wide = re.fullmatch(r"([\d.]+)mm", root.get("width") or "")
    if len(box) != 4 or wide is None:
        raise ShopError(f"{path.name} does not say how large it is, in mm")
    grow = float(wide[1]) / box[2]
    areas, lines, part = [], [], []
    for group in root.iter(f"{SVG}g"):
        filled = (group.get("fill") or "none") != "none"
        loops: list[Array] = []
        for drawn in group:
            loops += [np.array([[x * grow, (box[3] - y) * grow] for x, y in r])
                      for r in _runs(drawn)]  # fmt: skip
        if filled:
            areas.append(_odd(loops))
        elif group.get("stroke") in ("#808080", "#000000"):
            part += loops
        else:
            lines += loops
    return Artwork(shapely.union_all(areas), tuple(lines), tuple(part))


def _runs(drawn: ET.Element) -> list[list[tuple[float, float]]]:
    """A path or a circle as lines."""
    if drawn.tag == f"{SVG}circle":
        x, y, r = (float(drawn.get(k) or 0) for k in ("cx", "cy", "r"))
        turn = np.linspace(0, 2 * np.pi, 721)
        return [list(zip((x + r * np.cos(turn)).tolist(), (y + r * np.sin(turn)).tolist(),
                         strict=True))]  # fmt: skip
    if drawn.tag != f"{SVG}path":
        return []
    pen = _Lines()
    parse_path(drawn.get("d") or "", pen)
    return pen.runs


def _dxf(path: Path) -> Artwork:
    try:
        document = ezdxf.readfile(path)
    except (OSError, ezdxf.DXFError) as error:
        raise ShopError(f"{path.name} is no sound DXF: {error}") from error
    if document.units != ezdxf.units.MM:
        raise ShopError(f"{path.name} is not in mm")
    loops: dict[str, list[Array]] = {}
    lines, part = [], []
    for entity in document.modelspace().query("SPLINE LWPOLYLINE CIRCLE LINE ARC"):
        points = np.array(
            [(v.x, v.y) for v in ezdxf.path.make_path(entity).flattening(WITHIN)], dtype=float
        )
        colour = document.layers.get(entity.dxf.layer).dxf.color
        if colour in NOT_WORKED:
            part.append(points)
        elif colour in OPEN:
            lines.append(points)
        else:
            loops.setdefault(entity.dxf.layer, []).append(points)
    ink = shapely.union_all([_odd(members) for members in loops.values()])
    return Artwork(ink, tuple(lines), tuple(part))
