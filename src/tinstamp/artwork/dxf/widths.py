"""Polylines of a DXF that have a width, as outlines: the same all along, or from piece to piece."""

from __future__ import annotations

from typing import Any

import numpy as np

from tinstamp.artwork.dxf.run import run_of
from tinstamp.artwork.svg.layers import Stroke
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.svg.strokes import outlined
from tinstamp.artwork.unite import Contour

PIECES_A_TURN = 256
"""Straight pieces to a full turn of an arc whose width changes."""
STROKE_UNITS = 4000.0
"""Units that the larger side is brought to while a stroke is made."""
SHARPEST_MITRE = 20.0
"""Lengths of a mitre, in widths, beyond which a corner is cut off"""


def has_width(entity: Any) -> bool:
    """True for a flat polyline with a width."""
    return max(_widths(entity), default=0.0) > 0.0


def _widths(entity: Any) -> list[float]:
    """The width at the start and at the end of every piece, units."""
    if entity.dxftype() == "LWPOLYLINE":
        common = float(entity.dxf.get("const_width", 0.0) or 0.0)
        if common:
            return [common]
        return [float(w) for point in entity.lwpoints for w in point[2:4]]
    if entity.dxftype() != "POLYLINE" or not entity.is_2d_polyline:
        return []
    usual = [float(entity.dxf.get(f"default_{k}_width", 0.0) or 0.0) for k in ("start", "end")]
    found = []
    for vertex in entity.vertices:
        for k, at in enumerate(("start", "end")):
            found.append(float(vertex.dxf.get(f"{at}_width", usual[k])))
    return found


def wide_outlines(entity: Any) -> tuple[Contour, ...]:
    """Outlines of a polyline with a width, filled where they wind, in units of the drawing."""
    from ezdxf.path import make_path
    from ezdxf.render import TraceBuilder

    widths = _widths(entity)
    if max(widths) - min(widths) <= 1e-12:
        run = run_of(make_path(entity), 0)
        closed = bool(entity.closed if entity.dxftype() == "LWPOLYLINE" else entity.is_closed)
        commands = list(run.commands)
        how = Stroke(widths[0], miter=SHARPEST_MITRE)
        size = max(float(np.ptp(run.points, axis=0).max()), widths[0])
        return tuple(outlined((Run(commands, closed),), how, STROKE_UNITS / size))
    trace = TraceBuilder.from_polyline(entity, PIECES_A_TURN)
    ocs = entity.ocs()
    found: list[Contour] = []
    for polygon in trace.polygons_wcs(ocs, entity.dxf.get("elevation", 0.0) or 0.0) if (
        ocs.transform) else trace.polygons():  # fmt: skip
        corners = [(float(v.x), float(v.y)) for v in polygon]
        area = sum(a[0] * b[1] - a[1] * b[0]
                   for a, b in zip(corners, corners[1:] + corners[:1], strict=True))  # fmt: skip
        if area < 0:
            corners.reverse()  # all wound one way, so that none takes another away
        if area:
            found.append([("M", (corners[0],)), *(("L", (c,)) for c in corners[1:])])
    return tuple(found)
