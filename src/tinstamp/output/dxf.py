"""DXF of the flat artwork: every marked face unrolled at true size, in mm.

One layer for face outlines, one per stamp, one for the names of faces, which does not plot. Curves
are kept exact, as cubic splines; loops of straight pieces are closed polylines.
"""

from __future__ import annotations

from pathlib import Path

import ezdxf
import numpy as np
from ezdxf import units
from ezdxf.colors import rgb2int
from ezdxf.layouts import Modelspace

from tinstamp.artwork.outline import Array, Outline
from tinstamp.output.outputs import Options
from tinstamp.output.result import OutputError, Result

FACE_LAYER = "FACE OUTLINE"
NAME_LAYER = "NAMES"
GAP = 10.0
"""mm between sheets that lie above one another"""
_FORBIDDEN = str.maketrans(dict.fromkeys('<>/\\":;?*|=`', "_"))


def write(result: Result, path: Path, options: Options) -> None:
    """Write the sheets, the first at its own coordinates, the others above it.

    Raises OutputError.
    """
    ezdxf.options.write_fixed_meta_data_for_testing = True  # the same bytes every time
    document = ezdxf.new("R2010", units=units.MM)
    document.header["$MEASUREMENT"] = 1
    document.header["$LUNITS"] = 2
    space = document.modelspace()
    document.layers.add(FACE_LAYER, color=8)
    document.layers.add(NAME_LAYER, color=8).dxf.plot = 0
    extent = np.array([[np.inf, np.inf], [-np.inf, -np.inf]])
    top: float | None = None
    for sheet in result.sheets:
        boxes = np.stack([outline.bounds for outline in sheet.outline])
        low, high = float(boxes[:, 1].min()), float(boxes[:, 3].max())
        lift = 0.0 if top is None else top + GAP - low
        top = high + lift
        shift = np.array([0.0, lift])
        extent[0] = np.minimum(extent[0], boxes[:, :2].min(axis=0) + shift)
        extent[1] = np.maximum(extent[1], boxes[:, 2:].max(axis=0) + shift)
        for outline in sheet.outline:
            _draw(space, outline, shift, FACE_LAYER)
        for inked in sheet.inked:
            layer = inked.stamp.translate(_FORBIDDEN)
            if layer not in document.layers:
                document.layers.add(layer, true_color=_colour(inked.colour))
            for region in inked.regions:
                for outline in region.outlines:
                    _draw(space, outline, shift, layer)
        name = space.add_text(sheet.face, height=2.5, dxfattribs={"layer": NAME_LAYER})
        name.set_placement((float(boxes[:, 0].min()), top + 2.0))
    if np.isfinite(extent).all():
        space.reset_extents((*extent[0].tolist(), 0.0), (*extent[1].tolist(), 0.0))
    classes = document.classes
    classes.add_required_classes(document.dxfversion)
    classes.classes = dict(sorted(classes.classes.items()))  # they come from a set, in any order
    try:
        document.saveas(path)
    except OSError as error:
        raise OutputError(f"{path.name} cannot be written: {error.strerror}") from error


def _draw(space: Modelspace, outline: Outline, shift: Array, layer: str) -> None:
    attributes = {"layer": layer}
    if outline.straight.all():
        corners = [(float(x), float(y)) for x, y in outline.beziers[:, 0] + shift]
        space.add_lwpolyline(corners, close=True, dxfattribs=attributes)
        return
    poles = [outline.beziers[0, 0], *(p for b in outline.beziers for p in b[1:])]
    count = len(outline)
    knots = [0.0, *(float(k) for k in range(count + 1) for _ in range(3)), float(count)]
    spline = space.add_spline(degree=3, dxfattribs=attributes)
    spline.control_points = [(*map(float, p + shift), 0.0) for p in poles]
    spline.knots = knots
    spline.closed = True


def _colour(colour: str) -> int:
    red, green, blue = (int(colour[i : i + 2], 16) for i in (1, 3, 5))
    return rgb2int((red, green, blue))
