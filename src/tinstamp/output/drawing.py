"""The flat artwork as a machine is given it: every marked face unrolled at true size, one above the
other, in layers by what is done and by stamp.

What a machine wants otherwise than the face has it is done here, once for all files: lines moved by
half the beam's width, mirrored for a film, registration marks, the sheet of another fibre of a
rolled wall.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

import numpy as np
import shapely

from tinstamp.artwork.outline import Array, Outline, Region, nest
from tinstamp.artwork.tidy import LINES_NEARER, outlines_of, quarter
from tinstamp.job.relief_kinds import KINDS
from tinstamp.output.outputs import Options
from tinstamp.output.result import FlatSheet, Inked, OutputError, Result
from tinstamp.output.rolled import fibre_of, mapped, true_arcs

GAP = 10.0
"""mm between sheets that lie above one another"""
KERF_WITHIN = 2e-4
"""mm that lines moved by a kerf may stray"""
MARK_OFF, MARK_SIZE = 6.0, 2.0
"""mm from the artwork's box to the middle of a registration mark; the radius of its circle."""
FACES, MARKS, NAMES, LINES = "face outline", "registration", "names", "centre lines"
"""Layers besides those of the stamps."""
INDEX: Mapping[str, int] = {
    **{name: kind.index for name, kind in KINDS.items()},
    LINES: 2, FACES: 8, MARKS: 7, NAMES: 8,
}  # fmt: skip
"""The index colour (1 to 255, as DXF has them) of each layer, by what is done there: a machine
tells its passes apart by these."""


@dataclass(frozen=True)
class Layer:
    """What is drawn in one layer, mm.

    Attributes
    ----------
    operation : what a machine does there, or one of the layers besides. stamp : whose, if one's.
    colour : `#RRGGBB`. regions : ink. outlines : closed lines that are no ink.
    lines : open ones, cubics (n, 4, 2).
    """

    operation: str
    stamp: str
    colour: str
    regions: tuple[Region, ...] = ()
    outlines: tuple[Outline, ...] = ()
    lines: tuple[Array, ...] = ()

    @property
    def name(self) -> str:
        return f"{self.operation} {self.stamp}" if self.stamp else self.operation

    @property
    def drawn(self) -> tuple[Outline, ...]:
        """All its closed lines."""
        return (*self.outlines, *(o for region in self.regions for o in region.outlines))


@dataclass(frozen=True)
class Drawing:
    """Flat artwork, y upwards, mm.

    Attributes
    ----------
    labels : the name of each face and where it stands.
    """

    name: str
    layers: tuple[Layer, ...]
    labels: tuple[tuple[str, float, float], ...]

    @property
    def bounds(self) -> Array:
        """(4,) least x, least y, greatest x, greatest y of all that is drawn."""
        boxes = [o.bounds for layer in self.layers for o in layer.drawn]
        boxes += [
            np.concatenate([p.reshape(-1, 2).min(axis=0), p.reshape(-1, 2).max(axis=0)])
            for layer in self.layers
            for p in layer.lines
        ]
        if not boxes:
            return np.zeros(4)
        held = np.stack(boxes)
        return np.concatenate([held[:, :2].min(axis=0), held[:, 2:].max(axis=0)])


def drawing_of(result: Result, options: Options) -> Drawing:
    """The sheets of a result, the first at its own coordinates, the others above it. Raises
    OutputError."""
    layers: dict[tuple[str, str], Layer] = {}
    labels = []
    top: float | None = None
    for sheet in result.sheets:
        own = _as_wanted(sheet, options)
        box = np.stack([o.bounds for o in own.outline])
        low, high = float(box[:, 1].min()), float(box[:, 3].max())
        lift = np.array([0.0, 0.0 if top is None else top + GAP - low])
        top = high + float(lift[1])
        labels.append((sheet.face, float(box[:, 0].min()), top + 2.0))
        for layer in _layers(own):
            moved = _moved(layer, np.eye(2), lift)
            key = (layer.operation, layer.stamp)
            known = layers.get(key)
            layers[key] = moved if known is None else _together(known, moved)
    found = Drawing(result.name, tuple(layers.values()), tuple(labels))
    if options.get("mirror"):
        found = _mirrored(found)
    if options.get("registration"):
        found = replace(found, layers=(*found.layers, _registration(found.bounds)))
    return found


def _layers(sheet: FlatSheet) -> list[Layer]:
    found = [Layer(FACES, "", "#808080", outlines=sheet.outline)]
    for inked in sheet.inked:
        found.append(Layer(inked.operation, inked.stamp, inked.colour, regions=inked.regions))
        if inked.lines:
            found.append(Layer(LINES, inked.stamp, inked.colour, lines=inked.lines))
    return found


def _together(one: Layer, other: Layer) -> Layer:
    return replace(
        one,
        regions=one.regions + other.regions,
        outlines=one.outlines + other.outlines,
        lines=one.lines + other.lines,
    )


def _moved(layer: Layer, matrix: Array, shift: Array) -> Layer:
    return replace(
        layer,
        regions=tuple(r.transformed(matrix, shift) for r in layer.regions),
        outlines=tuple(o.transformed(matrix, shift) for o in layer.outlines),
        lines=tuple(p @ matrix.T + shift for p in layer.lines),
    )


def _mirrored(drawing: Drawing) -> Drawing:
    """As it is seen through a film from behind: about the middle of what is drawn."""
    low_x, _, high_x, _ = map(float, drawing.bounds)
    matrix, shift = np.diag([-1.0, 1.0]), np.array([low_x + high_x, 0.0])
    layers = tuple(_moved(layer, matrix, shift) for layer in drawing.layers)
    return replace(drawing, layers=layers)


def _registration(bounds: Array) -> Layer:
    """A circle with a cross at each corner, by which films are laid on one another."""
    low, high = bounds[:2] - MARK_OFF, bounds[2:] + MARK_OFF
    outlines, lines = [], []
    for x in (low[0], high[0]):
        for y in (low[1], high[1]):
            middle = np.array([x, y])
            outlines.append(_circle(middle, MARK_SIZE))
            for away in (np.array([2 * MARK_SIZE, 0.0]), np.array([0.0, 2 * MARK_SIZE])):
                ends = np.linspace(middle - away, middle + away, 4)
                lines.append(ends[None])
    return Layer(MARKS, "", "#000000", outlines=tuple(outlines), lines=tuple(lines))


def _circle(middle: Array, radius: float) -> Outline:
    k = 4.0 / 3.0 * (np.sqrt(2.0) - 1.0)
    quarter = np.array([[1.0, 0.0], [1.0, k], [k, 1.0], [0.0, 1.0]])
    turn = np.array([[0.0, -1.0], [1.0, 0.0]])
    quarters = [quarter @ np.linalg.matrix_power(turn, n).T for n in range(4)]
    return Outline(middle + radius * np.stack(quarters), np.zeros(4, dtype=bool))


# -- kerf and fibre


def _as_wanted(sheet: FlatSheet, options: Options) -> FlatSheet:
    """The sheet of the fibre that is asked for, its ink's lines moved by half a kerf."""
    deep, kerf = options.get("fibre", 0.0), options.get("kerf", 0.0)
    sheet = replace(sheet, outline=tuple(true_arcs(o, sheet.chart) for o in sheet.outline))
    if deep:
        there = fibre_of(sheet.chart, deep, sheet.face)
        inked = tuple(
            replace(
                i,
                regions=tuple(_region_there(r, there) for r in i.regions),
                lines=tuple(mapped(p, there)[0] for p in i.lines),
            )
            for i in sheet.inked
        )
        outline = tuple(_outline_there(o, there) for o in sheet.outline)
        sheet = replace(sheet, outline=outline, inked=inked)
    if kerf:
        sheet = replace(sheet, inked=tuple(_drawn_in(i, kerf / 2) for i in sheet.inked))
    return sheet


def _region_there(region: Region, there: Callable[[Array], Array]) -> Region:
    counters = tuple(_outline_there(o, there) for o in region.counters)
    return Region(_outline_there(region.outer, there), counters, region.letters)


def _outline_there(outline: Outline, there: Callable[[Array], Array]) -> Outline:
    return Outline(*mapped(outline.beziers, there))


def _drawn_in(inked: Inked, by: float) -> Inked:
    """Ink with its lines moved inwards, outwards where `by` is negative, so that a beam which takes
    that much to either side leaves it as it was drawn. Raises OutputError."""
    fine = KERF_WITHIN / LINES_NEARER
    areas = [
        shapely.Polygon(r.outer.fine(fine), [c.fine(fine) for c in r.counters])
        for r in inked.regions
    ]
    whole = shapely.union_all(areas).buffer(
        -by,
        join_style="mitre" if by < 0 else "round",
        quad_segs=quarter(abs(by), KERF_WITHIN),
    )
    if whole.is_empty and areas:
        raise OutputError(
            f"“{inked.stamp}” has no stroke as wide as the kerf of {2 * abs(by):g} mm"
        )
    regions = tuple(nest(outlines_of(whole, KERF_WITHIN)))
    return replace(inked, regions=regions)
