"""DXF of the flat artwork at true size, in mm.

A layer for what is done with each stamp, with an index colour by which a machine tells its passes
apart; one for outlines of faces, one for their names, which does not plot. Curves are cubic splines
as they are, or arcs and lines within a tolerance; circles are circles, and loops of straight pieces
closed polylines. The same job gives the same bytes.
"""

from __future__ import annotations

from pathlib import Path

import ezdxf
import numpy as np
from ezdxf import units
from ezdxf.document import Drawing as DxfDocument
from ezdxf.layouts import Modelspace

from tinstamp.artwork.outline import Array, Outline
from tinstamp.output.arcs import circle_of, pieces_of
from tinstamp.output.drawing import INDEX, NAMES, Drawing, Layer, drawing_of
from tinstamp.output.outputs import Options
from tinstamp.output.result import OutputError, Result

_FORBIDDEN = str.maketrans(dict.fromkeys('<>/\\":;?*|=`', "_"))
LABEL_HEIGHT = 2.5
"""mm of a face's name"""


def write(result: Result, path: Path, options: Options) -> None:
    """Write the flat artwork. Raises OutputError."""
    ezdxf.options.write_fixed_meta_data_for_testing = True  # the same bytes every time
    document = ezdxf.new("R2010", units=units.MM)
    document.header["$MEASUREMENT"] = 1
    document.header["$LUNITS"] = 2
    _draw(document, drawing_of(result, options), options["arcs"])
    classes = document.classes
    classes.add_required_classes(document.dxfversion)
    classes.classes = dict(sorted(classes.classes.items()))  # they come from a set, in any order
    try:
        document.saveas(path)
    except OSError as error:
        raise OutputError(f"{path.name} cannot be written: {error.strerror}") from error


def _draw(document: DxfDocument, drawing: Drawing, arcs: float) -> None:
    space = document.modelspace()
    for layer in drawing.layers:
        name = layer.name.translate(_FORBIDDEN)
        if name not in document.layers:
            document.layers.add(name, color=INDEX[layer.operation])
        _fill(space, layer, name, arcs)
    document.layers.add(NAMES, color=INDEX[NAMES]).dxf.plot = 0
    for word, x, y in drawing.labels:
        label = space.add_text(word, height=LABEL_HEIGHT, dxfattribs={"layer": NAMES})
        label.set_placement((x, y))
    low_x, low_y, high_x, high_y = map(float, drawing.bounds)
    space.reset_extents((low_x, low_y, 0.0), (high_x, high_y, 0.0))


def _fill(space: Modelspace, layer: Layer, name: str, arcs: float) -> None:
    attributes = {"layer": name}
    for outline in layer.drawn:
        circle = circle_of(outline)
        if circle is not None:
            (x, y), radius = circle
            space.add_circle((float(x), float(y)), radius, dxfattribs=attributes)
        elif arcs or outline.straight.all():
            _polyline(space, outline.beziers, True, arcs or 1.0, attributes)
        else:
            _spline(space, outline, attributes)
    for line in layer.lines:
        if arcs or _straight(line):
            _polyline(space, line, False, arcs or 1.0, attributes)
        else:
            _spline(space, Outline(line, np.zeros(len(line), dtype=bool)), attributes, False)


def _straight(line: Array) -> bool:
    run = line[:, 3] - line[:, 0]
    thirds = line[:, 0, None] + run[:, None] * np.array([[1 / 3], [2 / 3]])
    return bool(np.abs(np.cross(line[:, 1:3] - thirds, run[:, None])).max() < 1e-9)


def _polyline(
    space: Modelspace, beziers: Array, closed: bool, within: float, attributes: dict[str, str]
) -> None:
    """Lines and arcs, an arc by the bulge of its first corner."""
    pieces = pieces_of(beziers, within)
    corners = [(float(p.start[0]), float(p.start[1]), p.bulge) for p in pieces]
    if not closed:
        corners.append((float(pieces[-1].end[0]), float(pieces[-1].end[1]), 0.0))
    space.add_lwpolyline(corners, format="xyb", close=closed, dxfattribs=attributes)


def _spline(
    space: Modelspace, outline: Outline, attributes: dict[str, str], closed: bool = True
) -> None:
    poles = [outline.beziers[0, 0], *(p for b in outline.beziers for p in b[1:])]
    count = len(outline)
    knots = [0.0, *(float(k) for k in range(count + 1) for _ in range(3)), float(count)]
    spline = space.add_spline(degree=3, dxfattribs=attributes)
    spline.control_points = [(*map(float, p), 0.0) for p in poles]
    spline.knots = knots
    spline.closed = closed
