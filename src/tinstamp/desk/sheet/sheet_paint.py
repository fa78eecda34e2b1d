"""Painting of the sheet: face, rulers, margins, seam, artwork and handles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
import shapely
from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPainterPath, QPen, QPolygonF

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import evaluate, points_of
from tinstamp.chart.base import Chart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.joint import Faces
from tinstamp.chart.round import RoundChart
from tinstamp.chart.run import RunChart
from tinstamp.chart.stretch import letter_stretches, per_cent
from tinstamp.chart.turns import Turns
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.held_picture import HeldPicture
from tinstamp.desk.look.painting import seen_on
from tinstamp.desk.look.style import type_at
from tinstamp.desk.sheet.keep_off_paint import KeepOffLines, paint_keep_off
from tinstamp.desk.sheet.sheet_field import paint_field, paint_legend_of
from tinstamp.desk.sheet.sheet_hand import paint_chosen, paint_figures_of, paint_frame, paint_spots
from tinstamp.desk.sheet.sheet_move import moving
from tinstamp.desk.sheet.sheet_paths import face_path, ink_path
from tinstamp.desk.sheet.sheet_place import paint_place
from tinstamp.desk.sheet.sheet_rulers import Ruled, paint_rulers
from tinstamp.desk.sheet.sheet_scale import Room, Scale
from tinstamp.desk.sheet.sheet_stretch import box_about, paint_legend, paint_stretch
from tinstamp.desk.words.say import say
from tinstamp.desk.work.guide_spots import Spot
from tinstamp.desk.work.preview import Preview
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.face_name import owner_of
from tinstamp.setting.place import Placed, degrees_covered, laps_shown

SIDE, ABOVE, BELOW = 56, 84, 44
"""px kept free round the sheet for rulers and words"""


CUT_PAST = 16.0
"""px that the plane of a section is drawn past the artwork"""
JOINT_PLACES, NAME_HEIGHT = 17, 18
"""Places at which a piece of a joint is drawn; px of a face's name."""
TURNED = 0.01
"""sine of the angle from which on artwork is turned on its sheet"""


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
    pointer: QPointF | None
    others: HeldPicture
    keep_off: KeepOffLines

    @property
    def face(self) -> str | None: ...

    @property
    def chart(self) -> Chart | None: ...

    @property
    def artwork(self) -> Artwork | None: ...

    @property
    def placed(self) -> Placed | None: ...

    @property
    def frame(self) -> tuple[QPointF, QPointF] | None: ...

    def guide_spots(self) -> Sequence[Spot]: ...

    def title_room(self) -> int: ...

    def hasFocus(self) -> bool: ...

    def width(self) -> int: ...

    def height(self) -> int: ...

    def logicalDpiX(self) -> int: ...

    def rect(self) -> QRect: ...


def pane(width: int, height: int) -> Room:
    """The pane of a sheet, of that many px."""
    return Room(width, height, SIDE, ABOVE, BELOW)


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
    chart = view.chart
    scale = view.scale
    if chart is None or scale is None:
        _title(painter, view)
        _empty(painter, view)
        return
    size = (view.width(), view.height())
    shown = view.drag.preview
    ink = shown.placed.bounds if shown is not None and shown.placed.regions else None
    session = view.session
    legend = session.stretch is not None or session.map.kind is not None
    ruled = Ruled(chart, scale, size, ink, view.pointer, legend)
    painter.save()
    painter.setClipRect(ruled.inner)
    reach = _paint_within(painter, view, chart, scale)
    painter.restore()
    paint_rulers(painter, ruled)
    _title(painter, view)
    if session.stretch is not None:
        paint_legend(painter, reach, session.stretch)
    elif session.map.kind is not None:
        paint_legend_of(painter, session.map.field, session.map.words, view.value_here)
    if view.drag.moving:
        paint_figures_of(painter, view.drag, size)
    if view.hasFocus():
        painter.setPen(QColor(p.RULE_STRONG))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(view.rect().adjusted(0, 0, -1, -1))


def _paint_within(painter: QPainter, view: Sheet, chart: Chart, scale: Scale) -> float | None:
    """The face and what lies on it; how far a stretch that is shown reaches."""
    size = (view.width(), view.height())
    _face(painter, view, chart, scale)
    painter.save()
    painter.setClipPath(face_path(chart, scale), Qt.ClipOperation.IntersectClip)
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
    if preview is not None and preview.placed.regions:
        paint_keep_off(painter, view.keep_off.room(preview.plan, view.drag.moving), scale)
        _beyond(painter, view, preview, chart, scale)
        _guides(painter, preview, chart, scale)
        _marks(painter, preview, scale)
        _handles(painter, handles(preview, scale))
        if view.drag.moving and view.drag.mode == "move":
            moving(painter, view.drag, chart, scale, size)
        paint_spots(painter, view.guide_spots(), scale)
    paint_chosen(painter, view.drag, chart, scale)
    _cut(painter, view)
    paint_place(painter, scale, view.spot, view.span, view.span_words)
    paint_frame(painter, view.frame)
    return reach


def _colour(view: Sheet) -> QColor:
    return seen_on(view.session.job.stamps[view.session.selected].relief.colour, p.SHEET)


def _title(painter: QPainter, view: Sheet) -> None:
    painter.setFont(type_at(p.SMALL, strong=True))
    painter.setPen(QColor(p.SECOND_INK))
    painter.drawText(16, 22, say("SHEET"))
    left = 28 + painter.fontMetrics().horizontalAdvance(say("SHEET"))
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
    told = f"{view.face}{say(more)}, {say(unrolled)}{percent}"
    _elided(painter, left, 22, view.title_room() - left - 8, told)
    painter.setPen(QColor(p.INK))
    if len(view.drag.choice.indices) < 2:  # what is done with several stands there then
        _elided(painter, 16, 44, view.width() - 24, "    ".join(map(say, measures(view))))


def _elided(painter: QPainter, x: int, y: int, room: int, words: str) -> None:
    """Words that end in “…” where there is no room for all of them."""
    shown = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, room)
    painter.drawText(x, y, shown)


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
        ups, _ = points_of([r.outer for r in preview.placed.regions], 4)
        low = float(turns.unrolled(ups)[:, 1].min()) - heights(chart)[0]
        told = [f"artwork {length:.3f} mm {_long(preview)}"]
        told.append(
            f"free each side {free / 2:.3f} mm" if free >= 0 else f"{-free:.3f} mm too long"
        )
        told.append(f"{low:.3f} mm from lower rim")
    else:
        told = [f"artwork {length:.3f} mm {_long(preview)}"]
        told.append(
            f"to the edges {float(bounds[0]) - low_x:.3f} mm left, "
            f"{high_x - float(bounds[2]):.3f} mm right"
        )
    still = not preview.chart.exact and not view.drag.moving  # told when the hand rests
    letters = letter_stretches(preview.chart, preview.placed.regions) if still else []
    if letters:
        across, up = [s.across for s in letters], [s.up for s in letters]
        told = told[:2] if chart.closed else told[:1]
        told.append(f"letters {per_cent(across)} wide, {per_cent(up)} tall")
    elif isinstance(chart, RoundChart) and chart.closed:
        told.append(f"seam at {chart.seam_degrees:.1f}°")
    return told


def _long(preview: Preview) -> str:
    """What the extent of artwork across its sheet is called: its length, unless it is turned."""
    return "long" if abs(float(preview.placed.matrix[1, 0])) < TURNED else "across"


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
    painter.drawText(view.rect(), Qt.AlignmentFlag.AlignCenter, say(words))


def _face(painter: QPainter, view: Sheet, chart: Chart, scale: Scale) -> None:
    painter.setPen(QPen(QColor(p.RULE_STRONG), 1))
    painter.setBrush(QColor(p.SHEET))
    painter.drawPath(face_path(chart, scale))
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
        box = (low_x + margin, low_y + margin, high_x - margin, high_y - margin)
        painter.drawPolygon(_box(scale, *box))
    if isinstance(chart, RunChart):
        _joints(painter, chart, scale)
    if isinstance(chart, RoundChart) and chart.closed:
        ends = chart.rolled(np.array([[chart.seam_degrees, y] for y in heights(chart)]))
        painter.setPen(QPen(QColor(p.SECOND_INK), 1, Qt.PenStyle.DashLine))
        painter.drawLine(scale.to_pixel(*ends[0]), scale.to_pixel(*ends[1]))


def _box(scale: Scale, low_x: float, low_y: float, high_x: float, high_y: float) -> QPolygonF:
    """A box of the sheet in pixels."""
    corners = ((low_x, low_y), (high_x, low_y), (high_x, high_y), (low_x, high_y))
    return QPolygonF([scale.to_pixel(*corner) for corner in corners])


def _joints(painter: QPainter, chart: RunChart, scale: Scale) -> None:
    """Where the faces of a run meet, and their names."""
    painter.setPen(QPen(QColor(p.SECOND_INK), 1, Qt.PenStyle.DashDotLine))
    for member in chart.members:
        if member.parent >= 0:
            line = evaluate(member.cut, np.linspace(0.0, 1.0, JOINT_PLACES)).reshape(-1, 2)
            painter.drawPolyline(QPolygonF([scale.to_pixel(*xy) for xy in line]))
    painter.setFont(type_at(p.SMALL))
    painter.setPen(QColor(p.SECOND_INK))
    for member in chart.sides[0].members if len(chart.sides[0].members) > 1 else ():
        low_x, low_y, high_x, _ = member.area.bounds
        half = (painter.fontMetrics().horizontalAdvance(member.face) + 6) / scale.per_mm / 2
        x, tall = (low_x + high_x) / 2, NAME_HEIGHT / scale.per_mm
        for y in (low_y, low_y + tall / 2, low_y + tall):  # where there is room between joints
            if member.area.contains(shapely.box(x - half, y + tall / 9, x + half, y + tall)):
                box = QRectF(scale.to_pixel(x - half, y + tall), scale.to_pixel(x + half, y))
                painter.drawText(box, Qt.AlignmentFlag.AlignCenter, member.face)
                break


def _level(around: Turns, up: float, scale: Scale, count: int) -> QPainterPath:
    """All the way round a closed face at a height, through so many points."""
    turned = np.column_stack([np.linspace(-180.0, 180.0, count), np.full(count, up)])
    path = QPainterPath()
    for i, point in enumerate(around.rolled(turned)):
        at = scale.to_pixel(*point)
        path.moveTo(at) if i == 0 else path.lineTo(at)
    return path


def _others(painter: QPainter, view: Sheet, chart: Chart, scale: Scale) -> None:
    """The other stamps of the face, in grey; drawn once until one of them is another."""
    laid = []
    for i, stamp in enumerate(view.session.job.stamps):
        if i == view.session.selected or stamp.setting.face != view.face or not stamp.on:
            continue
        other = view.drag.of(i)
        if other is not None:
            laid.append(view.drag.previews.on_sheet(other, chart))
    if not laid:
        return
    key = (scale, view.width(), view.height(), p.GREY_STAMP, *(one.placed for one in laid))

    def draw(over: QPainter) -> None:
        for one in laid:
            _ink(over, one, scale, QColor(p.GREY_STAMP))

    painter.drawPixmap(0, 0, view.others.of(key, painter.device(), draw))


def _ink(painter: QPainter, shown: Preview, scale: Scale, colour: QColor) -> None:
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QBrush(colour))
    for move in laps_shown(shown.placed, shown.chart):
        painter.drawPath(ink_path(shown, scale, move))


def _beyond(painter: QPainter, view: Sheet, preview: Preview, chart: Chart, scale: Scale) -> None:
    """Ink off the face stays visible, hatched; on a round face only over the rims."""
    whole = QPainterPath()
    whole.addRect(QRectF(view.rect()))
    face, ink = face_path(chart, scale), ink_path(preview, scale)
    if face.contains(ink.controlPointRect()):
        return
    if isinstance(chart, ConeChart) and chart.closed:
        for lap in (-1, 1):
            face = face.united(face_path(chart, scale, chart.lap(lap)))
    elif chart.closed:
        low_x, low_y, high_x, high_y = map(float, chart.bounds)
        face, round_it = QPainterPath(), high_x - low_x
        face.addPolygon(_box(scale, low_x - 2 * round_it, low_y, high_x + 2 * round_it, high_y))
    painter.save()
    painter.setClipPath(whole.subtracted(face), Qt.ClipOperation.IntersectClip)
    painter.setPen(QPen(QColor(p.FIX), 1))
    painter.setBrush(QBrush(QColor(p.FIX), Qt.BrushStyle.BDiagPattern))
    painter.drawPath(ink)
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
        painter.setClipPath(face_path(chart, scale), Qt.ClipOperation.IntersectClip)
        painter.drawLine(
            scale.to_pixel(x - along[0], y - along[1]), scale.to_pixel(x + along[0], y + along[1])
        )
        painter.restore()
    at = scale.to_pixel(x, y)
    painter.setPen(QPen(QColor(p.ACCENT), 1.5))
    painter.drawLine(at + QPointF(-4, 0), at + QPointF(4, 0))
    painter.drawLine(at + QPointF(0, -4), at + QPointF(0, 4))


def _cut_line(view: Sheet) -> tuple[QPointF, QPointF] | None:
    """The plane of the section that the part is looked at in: its lower end and its upper one."""
    preview, scale, cut = view.drag.preview, view.scale, view.drag.cut
    if not cut.shown or preview is None or scale is None or not preview.placed.regions:
        return None
    x = float(cut.at(preview.placed)[0])
    _, low, _, high = preview.placed.bounds.tolist()
    past = CUT_PAST / scale.per_mm
    return scale.to_pixel(x, low - past), scale.to_pixel(x, high + past)


def cut_knob(view: Sheet) -> QPointF | None:
    """Where the plane of the section is taken hold of, px."""
    line = _cut_line(view)
    return None if line is None else line[0]


def _cut(painter: QPainter, view: Sheet) -> None:
    line = _cut_line(view)
    if line is not None:
        painter.setPen(QPen(QColor(p.INK), 1.5, Qt.PenStyle.DashDotLine))
        painter.drawLine(*line)
        painter.setPen(QPen(QColor(p.SHEET), 1.5))
        painter.setBrush(QColor(p.INK))
        painter.drawEllipse(line[0], 6.0, 6.0)


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
