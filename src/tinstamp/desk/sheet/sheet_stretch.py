"""The stretch of a chart on the sheet, in colours under the artwork, with its legend."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray
from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QImage, QLinearGradient, QPainter

from tinstamp.chart.base import Array, Chart
from tinstamp.chart.run import area_of_face
from tinstamp.chart.stretch import Measure, stretch_at
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.words.say import say

MAP_CELLS = 48
"""Cells of the map to each side."""
WORDS: dict[Measure, str] = {
    "across": "Widths",
    "up": "Heights",
    "area": "Areas",
    "angle": "Right angles",
}
Tint = tuple[Array, NDArray[np.int64], NDArray[np.uint8]]
"""Points, triangles, and a colour for each of these."""
MEASURES: tuple[Measure, ...] = ("across", "up", "area", "angle")


@lru_cache(maxsize=8)
def _map(chart: Chart, box: tuple[float, ...], measure: Measure) -> Array:
    """(MAP_CELLS, MAP_CELLS) of the measure over a box of the sheet: per cent, or degrees;
    no number off the face."""
    low_x, low_y, high_x, high_y = box
    x = low_x + (np.arange(MAP_CELLS) + 0.5) / MAP_CELLS * (high_x - low_x)
    y = high_y - (np.arange(MAP_CELLS) + 0.5) / MAP_CELLS * (high_y - low_y)
    at = np.stack(np.meshgrid(x, y), axis=-1)
    found = stretch_at(chart, at, measure)
    if not chart.closed:
        face = area_of_face(chart.outline)
        found = np.where(shapely.contains_xy(face, at[..., 0], at[..., 1]), found, np.nan)
    return found if measure == "angle" else 100.0 * found


def reach_of(values: Array) -> float:
    """The figure at the end of the legend, round: 1, 2, 3 or 5 × 10ⁿ."""
    most = float(np.nanmax(np.abs(values), initial=0.0))
    for n in range(-1, 4):
        for k in (1, 2, 3, 5):
            if most <= k * 10.0**n:
                return float(k * 10.0**n)
    return most


def box_about(bounds: Array) -> tuple[float, float, float, float]:
    """The part of the sheet about artwork that is shown: least and greatest x and y."""
    low_x, low_y, high_x, high_y = map(float, bounds)
    pad = 1.0 + 0.5 * min(high_x - low_x, high_y - low_y)
    return low_x - pad, low_y - pad, high_x + pad, high_y + pad


def _coloured(values: Array) -> NDArray[np.uint8]:
    """Colours (..., 3) of values within their own reach."""
    part = np.clip(np.nan_to_num(values / max(reach_of(values), 1e-9)), -1.0, 1.0)
    paper, less, more = (
        np.array([c.red(), c.green(), c.blue()], dtype=float)
        for c in map(QColor, (p.SHEET, p.LESS, p.MORE))
    )
    towards = np.where(part[..., None] < 0, less, more)
    return (paper + np.abs(part)[..., None] * (towards - paper)).round().astype(np.uint8)


def draped_stretch(
    chart: Chart, box: tuple[float, ...], measure: Measure, lift: float
) -> Tint | None:
    """The map on the face: points (n, 3) mm, triangles, and a colour for each of these; None
    on an exact face."""
    if chart.exact:
        return None
    values = _map(chart, box, measure)
    x = np.linspace(box[0], box[2], MAP_CELLS + 1)
    y = np.linspace(box[3], box[1], MAP_CELLS + 1)
    points = chart.to_space(np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2), lift)
    k = np.arange((MAP_CELLS + 1) ** 2).reshape(MAP_CELLS + 1, MAP_CELLS + 1)
    corners = np.stack([k[:-1, :-1], k[1:, :-1], k[1:, 1:], k[:-1, 1:]], axis=-1).reshape(-1, 4)
    found: NDArray[np.bool_] = np.asarray(np.isfinite(points).all(axis=-1))
    there = found[corners].all(axis=1) & np.isfinite(values).ravel()
    corners, colours = corners[there], _coloured(values).reshape(-1, 3)[there]
    triangles = np.concatenate([corners[:, [0, 1, 2]], corners[:, [0, 2, 3]]])
    return np.nan_to_num(points), triangles, np.concatenate([colours, colours])


def paint_stretch(
    painter: QPainter, chart: Chart, box: tuple[float, ...], scale: Scale, measure: Measure
) -> float | None:
    """Paint the map over a box of the sheet; the legend's end, or None on an exact face."""
    if chart.exact:
        return None
    values = _map(chart, box, measure)
    reach = reach_of(values)
    alpha = np.where(np.isfinite(values), 255, 0).astype(np.uint8)
    pixels = np.ascontiguousarray(np.concatenate([_coloured(values), alpha[..., None]], axis=-1))
    image = QImage(
        pixels.data, MAP_CELLS, MAP_CELLS, 4 * MAP_CELLS, QImage.Format.Format_RGBA8888
    ).copy()
    corner = scale.to_pixel(box[0], box[3])
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    painter.translate(corner)
    painter.rotate(-scale.turn)
    size = (scale.per_mm * (box[2] - box[0]), scale.per_mm * (box[3] - box[1]))
    painter.drawImage(QRectF(0.0, 0.0, *size), image)
    painter.restore()
    return reach


def paint_legend(painter: QPainter, reach: float | None, measure: Measure) -> None:
    """What the colours stand for, above the sheet."""
    painter.setFont(type_at(p.SMALL))
    painter.setPen(QColor(p.INK))
    top = 54.0
    if reach is None:
        painter.drawText(16, int(top) + 10, say("Nothing stretches on this face."))
        return
    unit = "°" if measure == "angle" else " %"
    left = f"{WORDS[measure]}: −{reach:g}{unit}"
    wide = painter.fontMetrics().horizontalAdvance(left)
    painter.drawText(16, int(top) + 10, say(left))
    box = QRectF(24.0 + wide, top + 1.0, 110.0, 10.0)
    gradient = QLinearGradient(box.topLeft(), box.topRight())
    for at, colour in ((0.0, p.LESS), (0.5, p.SHEET), (1.0, p.MORE)):
        gradient.setColorAt(at, QColor(colour))
    painter.fillRect(box, gradient)
    painter.setPen(QColor(p.RULE_STRONG))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRect(box)
    painter.setPen(QColor(p.INK))
    painter.drawText(int(box.right()) + 8, int(top) + 10, say(f"+{reach:g}{unit}"))
