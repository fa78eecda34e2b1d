"""Outlines as a painter's paths: made once for what they belong to, moved and scaled for each
look."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt
from PySide6.QtGui import QPainterPath, QTransform

from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Array, Outline, Region
from tinstamp.chart.base import Chart
from tinstamp.chart.turns import STILL, Motion
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.work.preview import Preview

_FACES: Kept[QPainterPath] = Kept(40)
_INKS: Kept[QPainterPath] = Kept(200)


def path_in_mm(outlines: Sequence[Outline]) -> QPainterPath:
    """Outlines as a path, mm."""
    path = QPainterPath()
    path.setFillRule(Qt.FillRule.OddEvenFill)
    for outline in outlines:
        points = outline.beziers
        path.moveTo(*points[0, 0])
        for b, straight in zip(points.tolist(), outline.straight, strict=True):
            if straight:
                path.lineTo(*b[3])
            else:
                path.cubicTo(*b[1], *b[2], *b[3])
        path.closeSubpath()
    return path


def _inked(regions: Sequence[Region]) -> QPainterPath:
    return path_in_mm([outline for region in regions for outline in region.outlines])


def transform(scale: Scale, matrix: Array, shift: Array) -> QTransform:
    """From mm that are moved by matrix and shift on the sheet to pixels."""
    whole = scale.matrix @ matrix
    x, y = scale.pixels(shift)
    return QTransform(whole[0, 0], whole[1, 0], whole[0, 1], whole[1, 1], x, y)


def path_of(outlines: Sequence[Outline], scale: Scale, moved: Motion = STILL) -> QPainterPath:
    """Outlines as a path in pixels, moved on the sheet."""
    return transform(scale, moved.matrix, moved.shift).map(path_in_mm(outlines))


def face_path(chart: Chart, scale: Scale, moved: Motion = STILL) -> QPainterPath:
    """The edges of a face as a path in pixels."""
    path = _FACES.get(chart, None, lambda: path_in_mm(chart.outline))
    return transform(scale, moved.matrix, moved.shift).map(path)


def ink_path(shown: Preview, scale: Scale, moved: Motion = STILL) -> QPainterPath:
    """A stamp's ink as a path in pixels, moved on the sheet."""
    placed = shown.placed
    if placed.bent:  # no one map makes it
        laid = _INKS.get(placed, None, lambda: _inked(placed.regions))
        return transform(scale, moved.matrix, moved.shift).map(laid)
    drawn = shown.artwork
    path = _INKS.get(drawn, None, lambda: _inked(drawn.regions))
    matrix = moved.matrix @ placed.matrix
    return transform(scale, matrix, moved(placed.shift)).map(path)
