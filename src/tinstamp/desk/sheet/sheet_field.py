"""A field over a stamp in colours, on the sheet and on the part, with its legend."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QLinearGradient, QPainter, QPolygonF

from tinstamp.artwork.outline import Array
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.words.say import say
from tinstamp.proofing.fields import FIELDS, Field

GOOD = 3.0
"""Times its limit at which a value is as good as any."""
SHADES = 24
"""shades that a field is painted in"""
DOT = 4.0
"""px across a place of a wall, which is a line on the sheet"""
READ_WITHIN = 0.6
"""mm from the pointer to the place on the part whose value is told"""
ABOVE_CAP = 0.02
"""mm above its cap that a field is shown on the part"""


def _colours(words: Sequence[str]) -> Array:
    return np.array([[c.red(), c.green(), c.blue()] for c in map(QColor, words)], dtype=float)


def ends_of(field: Field) -> tuple[float, float]:
    """The values at the ends of the legend."""
    if field.limit:
        return min(0.0, float(field.values.min(initial=0.0))), GOOD * field.limit
    low, high = float(field.values.min()), float(field.values.max())
    return (low, high) if high > low else (low - 0.5, high + 0.5)


def shades_of(field: Field) -> list[tuple[float, str]]:
    """Where along the legend, 0 to 1, which colour stands: below the limit the warning ones."""
    if not field.limit:
        return [(0.0, p.FIELD_LOW), (1.0, p.FIELD_HIGH)]
    low, high = ends_of(field)
    at = (field.limit - low) / (high - low)
    return [(0.0, p.FIELD_BAD), (at * 0.999, p.FIELD_NEAR), (at, p.FIELD_LOW), (1.0, p.FIELD_HIGH)]


def coloured(field: Field, values: Array) -> NDArray[np.uint8]:
    """(n, 3) colours of values."""
    low, high = ends_of(field)
    part = np.clip((values - low) / (high - low), 0.0, 1.0)
    places = np.array([at for at, _ in shades_of(field)])
    shades = _colours([colour for _, colour in shades_of(field)])
    found = [np.interp(part, places, shades[:, k]) for k in range(3)]
    return np.stack(found, axis=-1).round().astype(np.uint8)


def draped(field: Field) -> tuple[Array, NDArray[np.int64], NDArray[np.uint8]]:
    """On the part: points (n, 3) mm, triangles and a colour for each, a little off the face."""
    corners = field.space[field.triangles]
    across = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normal = np.zeros_like(field.space)
    for k in range(3):
        np.add.at(normal, field.triangles[:, k], across)
    size = np.maximum(np.linalg.norm(normal, axis=1, keepdims=True), 1e-12)
    values = field.values[field.triangles].mean(axis=1)
    return field.space + ABOVE_CAP * normal / size, field.triangles, coloured(field, values)


def paint_field(painter: QPainter, scale: Scale, field: Field) -> None:
    """On the sheet."""
    painter.save()
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing, False)
    pixels = [scale.to_pixel(float(x), float(y)) for x, y in field.sheet]
    if field.kind == "draft":
        for spot, colour in zip(pixels, coloured(field, field.values).tolist(), strict=True):
            painter.setBrush(QColor(*colour))
            painter.drawEllipse(spot, DOT / 2, DOT / 2)
    else:
        values = field.values[field.triangles].mean(axis=1)
        colours = coloured(field, values)
        for triangle, colour in zip(field.triangles.tolist(), colours.tolist(), strict=True):
            painter.setBrush(QColor(*colour))
            painter.drawPolygon(QPolygonF([pixels[k] for k in triangle]))
    painter.restore()
    if (worst := field.worst) is not None:
        ring(painter, pixels[worst])


def ring(painter: QPainter, spot: QPointF) -> None:
    """About the worst place."""
    painter.setPen(QColor(p.INK))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawEllipse(spot, 7.0, 7.0)


def figure(field: Field, value: float) -> str:
    """A value with its unit."""
    unit = FIELDS[field.kind].unit
    return f"{value:.1f}{unit}" if unit == "°" else f"{value:.2f} {unit}"


def told_near(field: Field | None, point: Array | None) -> str:
    """The value at a point of the part, (3,) mm, in words; nothing where none is near."""
    if field is None or point is None:
        return ""
    value = field.near(point, READ_WITHIN)
    if value is None:
        return ""
    return f" · {FIELDS[field.kind].title} {figure(field, value)}"


def paint_legend_of(painter: QPainter, field: Field | None, words: str, here: float | None) -> None:
    """What the colours stand for, above the sheet; `here` is the value under the pointer."""
    painter.setFont(type_at(p.SMALL))
    painter.setPen(QColor(p.INK))
    top, line = 54, 64
    if field is None or not len(field.values):
        painter.drawText(
            16, line, say(words if field is None else "There is nothing to measure here.")
        )
        return
    low, high = ends_of(field)
    title = f"{FIELDS[field.kind].title}: {figure(field, low)}"
    painter.drawText(16, line, say(title))
    box = QRectF(24.0 + painter.fontMetrics().horizontalAdvance(title), top + 1.0, 120.0, 10.0)
    gradient = QLinearGradient(box.topLeft(), box.topRight())
    for at, colour in shades_of(field):
        gradient.setColorAt(at, QColor(colour))
    painter.fillRect(box, gradient)
    painter.setPen(QColor(p.RULE_STRONG))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRect(box)
    painter.setPen(QColor(p.INK))
    told = figure(field, high) + (" and more" if field.limit else "")
    if field.limit:
        told += f"   limit {figure(field, field.limit)}"
    told += f"   worst {figure(field, float(field.values.min()))}, ringed"
    if here is not None:
        told += f"   here {figure(field, here)}"
    painter.drawText(int(box.right()) + 8, line, say(told))
