"""An engraving laser: it burns the artwork line by line and then runs along its edges."""

from __future__ import annotations

from collections.abc import Mapping
from itertools import pairwise
from pathlib import Path
from typing import Any

import numpy as np
import shapely
from PIL import Image

from tinstamp.shop import flat_file
from tinstamp.shop.drawing import Array, Frame, blank
from tinstamp.shop.made import Compared, Figure, Made, ShopError

BED = (600.0, 400.0)
"""mm that the beam reaches"""
ALLOWED = 0.01
"""part by which the burnt area may differ from the artwork's"""
STAGES = 12
"""pictures of the work while it goes on"""
CROSSING = 400.0
"""mm/s between two lines"""


def work(path: Path, wishes: Mapping[str, Any]) -> Made:
    """Burn flat artwork: `spot` is the beam's width in mm, `speed` mm/s, `lines` to a mm of area.
    Raises ShopError."""
    art = flat_file.read(path)
    spot, speed, per_mm = (float(wishes[k]) for k in ("spot", "speed", "lines"))
    low, high = art.box
    size = high - low
    if size[0] > BED[0] or size[1] > BED[1]:
        raise ShopError(
            f"it is {size[0]:.0f} × {size[1]:.0f} mm: the beam reaches {BED[0]:.0f} × {BED[1]:.0f}"
        )
    edges = [np.array(r.coords) for p in shapely.get_parts(art.ink) for r in _rings(p)]
    rows = _rows(art.ink, 1.0 / per_mm)
    if not edges and not art.lines:
        raise ShopError("there is nothing in it that is worked")
    runs = [*rows, *edges, *art.lines]
    burnt = _burnt(art.ink, edges, art.lines, spot)
    long = sum(float(np.linalg.norm(np.diff(run, axis=0), axis=1).sum()) for run in runs)
    jumps = sum(float(np.linalg.norm(b[0] - a[-1])) for a, b in pairwise(runs))
    lines = [shapely.LineString(line).buffer(spot / 2) for line in art.lines]
    sent = shapely.union_all([art.ink, *lines]).area
    figures = (
        Figure("Sheet", f"{size[0]:.1f} × {size[1]:.1f} mm"),
        Figure("Beam's way", long / 1000, "m"),
        Figure("Burnt area", burnt.area, "mm²"),
    )
    wanted = float(wishes.get("area", sent))
    compared = (Compared("Burnt area", wanted, burnt.area, "mm²", ALLOWED),)
    told = []
    if burnt.area > (1 + ALLOWED) * wanted:
        told.append(f"a beam of {spot:g} mm widens every edge by {spot / 2:g}: allow for a kerf")
    seconds = long / speed + jumps / CROSSING
    stages = _stages(art, runs, burnt, Frame.about(low, high), spot)
    return Made(figures, compared, seconds, tuple(told), stages)


def _rings(piece: shapely.Polygon) -> list[shapely.LinearRing]:
    return [piece.exterior, *piece.interiors]


def _rows(ink: shapely.Geometry, step: float) -> list[Array]:
    """Lines over an area, to and fro."""
    if ink.is_empty:
        return []
    left, bottom, right, top = ink.bounds
    heights = np.arange(bottom + step / 2, top, step)
    ends = np.array([[[left - 1, y], [right + 1, y]] for y in heights])
    if not len(ends):
        return []
    cut = shapely.intersection(shapely.linestrings(ends), ink)
    found = []
    for k, row in enumerate(cut.tolist()):
        parts = [
            np.array(p.coords)
            for p in shapely.get_parts(row)
            if p.geom_type == "LineString" and not p.is_empty
        ]
        parts.sort(key=lambda p: float(p[0, 0]), reverse=bool(k % 2))
        found += [p[::-1] if k % 2 else p for p in parts]
    return found


def _burnt(
    ink: shapely.Geometry, edges: list[Array], lines: tuple[Array, ...], spot: float
) -> shapely.Geometry:
    """All that the beam touches: the area, and half its width beyond along the edges."""
    touched = [shapely.LineString(run).buffer(spot / 2) for run in (*edges, *lines)]
    return shapely.union_all([ink, *touched])


def _stages(
    art: flat_file.Artwork, runs: list[Array], burnt: shapely.Geometry, frame: Frame, spot: float
) -> tuple[Image.Image, ...]:
    image, pen = blank("#E9E2D0")
    for outline in art.part:
        pen.line(frame.px(outline), fill="#B9B09A")
    found = []
    width = max(1, round(spot * frame.scale))
    for k in range(STAGES):
        for run in runs[len(runs) * k // STAGES : len(runs) * (k + 1) // STAGES]:
            pen.line(frame.px(run), fill="#5A3A22", width=width)
        found.append(image.copy())
    for piece in shapely.get_parts(burnt):
        if piece.geom_type == "Polygon":
            for ring in _rings(piece):
                pen.line(frame.px(np.array(ring.coords)), fill="#2E1C10")
    return (*found, image)
