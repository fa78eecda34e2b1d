"""Painting of the sheet: face, rulers, margins, seam, artwork and handles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPainterPath, QPen, QPolygonF

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array, Outline
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.joint import Faces
from tinstamp.chart.round import RoundChart
from tinstamp.chart.run import RunChart
from tinstamp.chart.stretch import letter_stretches, per_cent
from tinstamp.chart.turns import STILL, Motion, Turns
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import seen_on
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.sheet_field import paint_field, paint_legend_of
from tinstamp.desk.sheet.sheet_move import moving
from tinstamp.desk.sheet.sheet_place import paint_place
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.sheet.sheet_stretch import box_about, paint_legend, paint_stretch
from tinstamp.desk.work.preview import Preview
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.face_name import owner_of
from tinstamp.setting.place import Placed, degrees_covered, laps_shown

SIDE, ABOVE, BELOW = 34, 84, 44
"""px kept free round the sheet for rulers and words"""


@dataclass(frozen=True)
class Handles:
    """Pixels of the selected stamp's handles."""

    corners: tuple[QPointF, ...]
    turn: QPointF
    stem: QPointF


class Sheet(Protocol):
    """What is painted: the sheet of a face, with what is laid on it."""

    session: Session
    drag: StampDrag
    scale: Scale | None
    spot: tuple[float, float] | None
    span: tuple[tuple[float, float], ...]
    span_words: str
    value_here: float | None

    @property
    def face(self) -> str | None: ...

    @property
    def chart(self) -> Chart | None: ...

    @property
    def artwork(self) -> Artwork | None: ...

    @property
    def placed(self) -> Placed | None: ...

    def hasFocus(self) -> bool: ...

    def width(self) -> int: ...

    def height(self) -> int: ...

    def logicalDpiX(self) -> int: ...

    def rect(self) -> QRect: ...


def fitted(bounds: Array, width: int, height: int) -> Scale:
    """The whole sheet within the widget, centred."""
    low_x, low_y, high_x, high_y = map(float, bounds)
    room_x = max(width - 2 * SIDE, 20)
    room_y = max(height - ABOVE - BELOW, 20)
    per_mm = min(room_x / (high_x - low_x), room_y / (high_y - low_y))
    x0 = width / 2 - (low_x + high_x) / 2 * per_mm
    y0 = ABOVE + room_y / 2 + (low_y + high_y) / 2 * per_mm
    return Scale(per_mm, x0, y0)


def handles(preview: Preview, scale: Scale) -> Handles:
    """Corners of the artwork's box and the turning handle above it."""
    box = preview.placed.box(preview.artwork)
    middle = box.mean(axis=0)
    pad = 4 / scale.per_mm
    spread = box - middle
    reach = np.linalg.norm(spread, axis=1, keepdims=True)
    corners = middle + spread * (1 + 1.4 * pad / np.maximum(reach, 1e-9))
    top = (corners[2] + corners[3]) / 2
    up = (corners[3] - corners[0]) / max(float(np.linalg.norm(corners[3] - corners[0])), 1e-9)
    return Handles(
        tuple(scale.to_pixel(*c) for c in corners),
        scale.to_pixel(*(top + up * 18 / scale.per_mm)),
        scale.to_pixel(*top),
    )


def paint(painter: QPainter, view: Sheet) -> None:
    """Everything."""
    painter.fillRect(view.rect(), QColor(p.TABLE))
    _title(painter, view)
    chart = view.chart
    scale = view.scale
    if chart is None or scale is None:
        _empty(painter, view)
        return
    _face(painter, view, chart, scale)
    painter.save()
    painter.setClipPath(path_of(chart.outline, scale))
    preview = view.drag.preview
    reach = None
    if view.session.stretch is not None and preview is not None and preview.placed.regions:
        box = box_about(preview.placed.bounds)
        reach = paint_stretch(painter, preview.chart, box, scale, view.session.stretch)
    _others(painter, view, chart, scale)
    if preview is not None:
        _ink(painter, preview, scale, _colour(view))
    field = view.session.map.field
    if field is not None:
        paint_field(painter, scale, field)
    painter.restore()
    _rulers(painter, view, chart, scale)
    if preview is not None and preview.placed.regions:
        _beyond(painter, view, preview, chart, scale)
        _guides(painter, preview, chart, scale)
        _marks(painter, preview, scale)
        _handles(painter, handles(preview, scale))
        if view.drag.moving and view.drag.mode == "move":
            moving(painter, view.drag, chart, scale, (view.width(), view.height()))
    if view.session.stretch is not None:
        paint_legend(painter, reach, view.session.stretch)
    elif view.session.map.kind is not None:
        paint_legend_of(painter, field, view.session.map.words, view.value_here)
    paint_place(painter, scale, view.spot, view.span, view.span_words)
    if view.hasFocus():
        painter.setPen(QColor(p.RULE_STRONG))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(view.rect().adjusted(0, 0, -1, -1))


def _colour(view: Sheet) -> QColor:
    return seen_on(view.session.job.stamps[view.session.selected].relief.colour, p.SHEET)


def _title(painter: QPainter, view: Sheet) -> None:
    painter.setFont(type_at(p.SMALL, strong=True))
    painter.setPen(QColor(p.SECOND_INK))
    painter.drawText(16, 22, "SHEET")
    if view.face is None:
        return
    painter.setFont(type_at(p.BODY))
    scale = view.scale
    percent = ""
    if scale is not None:
        dots = view.logicalDpiX() / 25.4
        percent = f"  ·  {100 * scale.per_mm / dots:.0f} %"
    chart = view.chart
    unrolled = _way(chart)
    beside = len(chart.faces) - 1 if isinstance(chart, RunChart) else 0
    more = f" and {beside} {'face' if beside == 1 else 'faces'} beside" if beside else ""
    painter.drawText(70, 22, f"{view.face}{more}, {unrolled}{percent}")
    painter.setPen(QColor(p.INK))
    painter.drawText(16, 44, "    ".join(measures(view)))


def _way(chart: Chart | None) -> str:
    """How a sheet shows its face, in words."""
    if chart is None or chart.kind == "flat":
        return "at true size"
    if chart.projected:
        return "as it is cast from"
    if chart.exact:
        return "unrolled at true size"
    return "laid out with the least stretch" if not chart.closed else "laid out as a belt"


def measures(view: Sheet) -> list[str]:
    """What people read off a layout: length, room at the ends, height, seam."""
    preview, index = view.drag.preview, view.session.selected
    chart = view.chart
    if chart is None:
        return []
    if preview is None or index == BLANK or not preview.placed.regions:
        if index == BLANK:
            return ["no stamp selected: “+ Stamp” lays text on this face"]
        return ["the artwork is not shown: a field of this stamp is to fix"]
    bounds = preview.placed.bounds
    length = float(bounds[2] - bounds[0])
    low_x, _, high_x, _ = map(float, chart.bounds)
    if (turns := preview.chart.all_round) is not None:
        spans = degrees_covered(preview.placed, preview.chart)
        covered = max(b for _, b in spans) - min(a for a, _ in spans)
        around = turns.way_round((bounds[:2] + bounds[2:]) / 2)
        length, free = around * covered / 360.0, around * (1.0 - covered / 360.0)
        ups = np.concatenate([r.outer.points(4) for r in preview.placed.regions])
        low = float(turns.unrolled(ups)[:, 1].min()) - heights(chart)[0]
        told = [f"artwork {length:.3f} mm long"]
        told.append(
            f"free each side {free / 2:.3f} mm" if free >= 0 else f"{-free:.3f} mm too long"
        )
        told.append(f"{low:.3f} mm from lower rim")
    else:
        told = [f"artwork {length:.3f} mm long"]
        told.append(
            f"to the edges {float(bounds[0]) - low_x:.3f} mm left, "
            f"{high_x - float(bounds[2]):.3f} mm right"
        )
    letters = [] if preview.chart.exact else letter_stretches(preview.chart, preview.placed.regions)
    if letters:
        across, up = [s.across for s in letters], [s.up for s in letters]
        told = told[:2] if chart.closed else told[:1]
        told.append(f"letters {per_cent(across)} wide, {per_cent(up)} tall")
    elif isinstance(chart, RoundChart) and chart.closed:
        told.append(f"seam at {chart.seam_degrees:.1f}°")
    return told


def heights(chart: Chart) -> tuple[float, float]:
    """Least and greatest height of a face along itself, mm: on the sheet, or above the
    lower rim."""
    if isinstance(chart, ConeChart):
        return chart.bounds_slant
    return float(chart.bounds[1]), float(chart.bounds[3])


def _empty(painter: QPainter, view: Sheet) -> None:
    painter.setFont(type_at(p.LARGE))
    painter.setPen(QColor(p.SECOND_INK))
    face = view.face or ""
    words = (
        f"{face} is being laid out."
        if face in Faces.of(view.session.charts).awaited
        else f"{face} is {view.session.kinds[face]}: it cannot be laid out.\n"
        "Its surface is of a make that is not known."
        if face in view.session.kinds
        else f"{face} is laid out with the first stamp that lies on it."
        if owner_of(face, [stamp.name for stamp in view.session.job.stamps]) is not None
        else "Click a face of the part above.\n"
        "It is laid out flat here, at true size, ready for text."
        if view.session.kinds
        else "The sheet follows as soon as the part is built."
    )
    painter.drawText(view.rect(), Qt.AlignmentFlag.AlignCenter, words)


def path_of(outlines: Sequence[Outline], scale: Scale, moved: Motion = STILL) -> QPainterPath:
    """Outlines as a path in pixels, moved on the sheet."""
    path = QPainterPath()
    path.setFillRule(Qt.FillRule.OddEvenFill)
    for outline in outlines:
        points = moved(outline.beziers) * [scale.per_mm, -scale.per_mm]
        points += [scale.x0, scale.y0]
        path.moveTo(*points[0, 0])
        for b, straight in zip(points.tolist(), outline.straight, strict=True):
            if straight:
                path.lineTo(*b[3])
            else:
                path.cubicTo(*b[1], *b[2], *b[3])
        path.closeSubpath()
    return path


def _face(painter: QPainter, view: Sheet, chart: Chart, scale: Scale) -> None:
    painter.setPen(QPen(QColor(p.RULE_STRONG), 1))
    painter.setBrush(QColor(p.SHEET))
    painter.drawPath(path_of(chart.outline, scale))
    margin = view.session.resolved.values.get("limits.edge_margin", 0.0)
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    pen = QPen(QColor(p.RULE_STRONG), 1, Qt.PenStyle.DotLine)
    painter.setPen(pen)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    if (around := chart.all_round) is not None:
        low, high = heights(chart)
        for y in (low + margin, high - margin):
            painter.drawPath(_level(around, y, scale, 2 if chart.affine else 121))
    elif margin > 0 and all(outline.straight.all() for outline in chart.outline):
        a = scale.to_pixel(low_x + margin, high_y - margin)
        b = scale.to_pixel(high_x - margin, low_y + margin)
        painter.drawRect(QRectF(a, b))
    if isinstance(chart, RunChart):
        _joints(painter, chart, scale)
    if isinstance(chart, RoundChart) and chart.closed:
        ends = chart.rolled(np.array([[chart.seam_degrees, y] for y in heights(chart)]))
        painter.setPen(QPen(QColor(p.SECOND_INK), 1, Qt.PenStyle.DashLine))
        painter.drawLine(scale.to_pixel(*ends[0]), scale.to_pixel(*ends[1]))


def _joints(painter: QPainter, chart: RunChart, scale: Scale) -> None:
    """Where the faces of a run meet, and their names."""
    painter.setPen(QPen(QColor(p.SECOND_INK), 1, Qt.PenStyle.DashDotLine))
    for member in chart.members:
        if member.parent >= 0:
            ends = np.concatenate([member.cut[:, 0], member.cut[-1:, 3]])
            painter.drawPolyline(QPolygonF([scale.to_pixel(*xy) for xy in ends]))
    painter.setFont(type_at(p.SMALL))
    painter.setPen(QColor(p.SECOND_INK))
    for member in chart.sides[0].members if len(chart.sides[0].members) > 1 else ():
        low_x, low_y, high_x, _ = member.area.bounds
        wide = (high_x - low_x) * scale.per_mm
        if painter.fontMetrics().horizontalAdvance(member.face) > wide - 6:
            continue  # no room between the joints
        at = scale.to_pixel((low_x + high_x) / 2, low_y)
        box = QRectF(at.x() - wide / 2, at.y() - 18, wide, 16)
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, member.face)


def _level(around: Turns, up: float, scale: Scale, count: int) -> QPainterPath:
    """All the way round a closed face at a height, through so many points."""
    turned = np.column_stack([np.linspace(-180.0, 180.0, count), np.full(count, up)])
    path = QPainterPath()
    for i, point in enumerate(around.rolled(turned)):
        at = scale.to_pixel(*point)
        path.moveTo(at) if i == 0 else path.lineTo(at)
    return path


def _others(painter: QPainter, view: Sheet, chart: Chart, scale: Scale) -> None:
    for i, stamp in enumerate(view.session.job.stamps):
        if i == view.session.selected or stamp.setting.face != view.face or not stamp.on:
            continue
        other = view.drag.of(i)
        if other is not None:
            _ink(painter, view.drag.previews.on_sheet(other, chart), scale, QColor(p.GREY_STAMP))


def _ink(painter: QPainter, shown: Preview, scale: Scale, colour: QColor) -> None:
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QBrush(colour))
    outlines = [o for region in shown.placed.regions for o in region.outlines]
    for move in laps_shown(shown.placed, shown.chart):
        painter.drawPath(path_of(outlines, scale, move))


def _beyond(painter: QPainter, view: Sheet, preview: Preview, chart: Chart, scale: Scale) -> None:
    """Ink off the face stays visible, hatched; on a round face only over the rims."""
    whole = QPainterPath()
    whole.addRect(QRectF(view.rect()))
    face = path_of(chart.outline, scale)
    if isinstance(chart, ConeChart) and chart.closed:
        for lap in (-1, 1):
            face = face.united(path_of(chart.outline, scale, chart.lap(lap)))
    elif chart.closed:
        _, low_y, _, high_y = map(float, chart.bounds)
        face = QPainterPath()
        top, bottom = scale.to_pixel(0, high_y).y(), scale.to_pixel(0, low_y).y()
        face.addRect(QRectF(-1e5, top, 2e5, bottom - top))
    painter.save()
    painter.setClipPath(whole.subtracted(face))
    painter.setPen(QPen(QColor(p.FIX), 1))
    painter.setBrush(QBrush(QColor(p.FIX), Qt.BrushStyle.BDiagPattern))
    painter.drawPath(
        path_of([o for region in preview.placed.regions for o in region.outlines], scale)
    )
    painter.restore()


def _guides(painter: QPainter, preview: Preview, chart: Chart, scale: Scale) -> None:
    """The line that the artwork rests on, and the point that it is placed by."""
    low_x, _, high_x, _ = map(float, chart.bounds)
    x, y = preview.placed.origin
    painter.setPen(QPen(QColor(p.ACCENT), 1, Qt.PenStyle.DashLine))
    if preview.placed.guide is not None:
        painter.drawPolyline(QPolygonF([scale.to_pixel(*p) for p in preview.placed.guide]))
    elif chart.affine:
        painter.drawLine(scale.to_pixel(low_x, y), scale.to_pixel(high_x, y))
    else:
        along = preview.placed.matrix @ [high_x - low_x, 0.0]
        painter.save()
        painter.setClipPath(path_of(chart.outline, scale))
        painter.drawLine(
            scale.to_pixel(x - along[0], y - along[1]), scale.to_pixel(x + along[0], y + along[1])
        )
        painter.restore()
    at = scale.to_pixel(x, y)
    painter.setPen(QPen(QColor(p.ACCENT), 1.5))
    painter.drawLine(at + QPointF(-4, 0), at + QPointF(4, 0))
    painter.drawLine(at + QPointF(0, -4), at + QPointF(0, 4))


def _marks(painter: QPainter, preview: Preview, scale: Scale) -> None:
    """Places of the artwork that need a look, such as open ends of a drawing."""
    painter.setPen(QPen(QColor(p.LOOK), 2))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for at in preview.artwork.marks[:200]:
        where = preview.placed.matrix @ np.array(at) + preview.placed.shift
        painter.drawEllipse(scale.to_pixel(*where), 6, 6)
    mended = preview.artwork.mended
    for at in mended.crossings[:200] if mended is not None else ():
        there = scale.to_pixel(*(preview.placed.matrix @ np.array(at) + preview.placed.shift))
        for dx, dy in ((5, 5), (5, -5)):
            painter.drawLine(there - QPointF(dx, dy), there + QPointF(dx, dy))


def _handles(painter: QPainter, marks: Handles) -> None:
    painter.setPen(QPen(QColor(p.ACCENT), 1))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawPolygon(QPolygonF(list(marks.corners)))
    painter.drawLine(marks.stem, marks.turn)
    painter.setBrush(QColor(p.SHEET))
    for corner in marks.corners:
        painter.drawRect(QRectF(corner - QPointF(3.5, 3.5), corner + QPointF(3.5, 3.5)))
    painter.drawEllipse(marks.turn, 4.5, 4.5)


def ruler_step(per_mm: float, least: float = 38.0) -> float:
    """mm between figures so that they stand at least `least` px apart: 1, 2 or 5 × 10ⁿ."""
    wanted = least / per_mm
    power = 10.0 ** np.floor(np.log10(wanted))
    return float(next(power * k for k in (1, 2, 5, 10) if power * k >= wanted * 0.999))


def _rulers(painter: QPainter, view: Sheet, chart: Chart, scale: Scale) -> None:
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    painter.setFont(type_at(p.SMALL))
    _ruler_mm(painter, view, scale, (low_x, high_x), scale.to_pixel(0, low_y).y() + 5)
    _ruler_upright(painter, view, scale, (low_y, high_y), scale.to_pixel(low_x, 0).x() - 5)
    if isinstance(chart, ConeChart) and chart.closed:
        _degrees_round(painter, chart, scale)
    elif chart.turns is not None and (girth := chart.turns.girth) is not None:
        _ruler_degrees(painter, view, girth, scale, scale.to_pixel(0, high_y).y() - 5)


def _ruler_mm(
    painter: QPainter, view: Sheet, scale: Scale, span: tuple[float, float], y: float
) -> None:
    y = min(y, view.height() - 34.0)
    step = ruler_step(scale.per_mm)
    painter.setPen(QColor(p.SECOND_INK))
    fine = step / 5
    for k in range(int(np.ceil(span[0] / fine)), int(np.floor(span[1] / fine)) + 1):
        x = scale.to_pixel(k * fine, 0).x()
        if not 0 <= x <= view.width():
            continue
        main = k % 5 == 0
        painter.drawLine(QPointF(x, y), QPointF(x, y + (7 if main else 4)))
        if main:
            box = QRectF(x - 30, y + 8, 60, 14)
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, f"{k * fine:g}")
    painter.drawText(QRectF(view.width() - 60, y + 20, 50, 14), Qt.AlignmentFlag.AlignRight, "mm")


def _ruler_upright(
    painter: QPainter, view: Sheet, scale: Scale, span: tuple[float, float], x: float
) -> None:
    x = max(x, 28.0)
    step = ruler_step(scale.per_mm, 30.0)
    for k in range(int(np.ceil(span[0] / step)), int(np.floor(span[1] / step)) + 1):
        y = scale.to_pixel(0, k * step).y()
        if not 50 <= y <= view.height() - 20:
            continue
        painter.drawLine(QPointF(x - 5, y), QPointF(x, y))
        box = QRectF(x - 38, y - 7, 30, 14)
        painter.drawText(
            box, int(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter), f"{k * step:g}"
        )


def _ruler_degrees(painter: QPainter, view: Sheet, girth: float, scale: Scale, y: float) -> None:
    y = max(y, 72.0)
    per_degree = girth / 360.0 * scale.per_mm
    step = next((s for s in (1, 5, 10, 15, 45, 90) if s * per_degree >= 44), 180)
    painter.setPen(QColor(p.SECOND_INK))
    for k in range(-180, 181, step):
        x = scale.to_pixel(k / 360.0 * girth, 0).x()
        if -20 <= x <= view.width() + 20:
            painter.drawLine(QPointF(x, y - 7), QPointF(x, y))
            painter.drawText(QRectF(x - 30, y - 22, 60, 14), Qt.AlignmentFlag.AlignCenter, f"{k}°")


def _degrees_round(painter: QPainter, chart: ConeChart, scale: Scale) -> None:
    """Degrees along the upper rim of a sector, above it."""
    outer = heights(chart)[1]
    off = 14.0 / scale.per_mm
    per_degree = chart.way_round(chart.rolled(np.array([0.0, outer]))) / 360.0 * scale.per_mm
    step = next((s for s in (5, 10, 15, 30, 45, 90) if s * per_degree >= 44), 180)
    painter.setPen(QColor(p.SECOND_INK))
    for k in range(-180 + step, 181, step):
        marks = chart.rolled(np.array([[k, outer], [k, outer + off / 2], [k, outer + off]]))
        a, b, c = (scale.to_pixel(*m) for m in marks)
        painter.drawLine(a, b)
        painter.drawText(
            QRectF(c.x() - 22, c.y() - 7, 44, 14), Qt.AlignmentFlag.AlignCenter, f"{k}°"
        )
