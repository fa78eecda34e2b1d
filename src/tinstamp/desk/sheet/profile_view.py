"""The drawing sheet of a profile: points to take hold of, pieces between them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QResizeEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QWidget

from tinstamp.artwork.outline import Array
from tinstamp.desk.commands import command
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.painting import painting, seen_through
from tinstamp.desk.look.style import alone_button, plain_button, type_at
from tinstamp.desk.sheet.sheet_paint import pane
from tinstamp.desk.sheet.sheet_paths import path_of
from tinstamp.desk.sheet.sheet_rulers import ruler_step
from tinstamp.desk.sheet.sheet_scale import Scale, fitted
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.placing import shifted
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.job import edit_features as edit
from tinstamp.job.drawn import Knot, ProfileError, pieces
from tinstamp.job.feature import BaseFeature
from tinstamp.job.features import Extruded, Groove, RailedHead, TurnedProfile
from tinstamp.job.model import Job, Path, changed, dotted, get
from tinstamp.job.profile import Piece
from tinstamp.words.sentence import sentence

POINT_REACH = 9
"""px round a point that take it"""
STEP, COARSE, FINE = 0.5, 5.0, 0.1
"""mm that an arrow key moves a point: plain, with Shift, with Control"""


@dataclass(frozen=True)
class Drawing:
    """A profile worked out for showing.

    Attributes
    ----------
    spots : the points, (n, 2) mm. pieces : between them; empty when they cannot be made.
    problem : what is wrong, and at which point.
    """

    spots: Array
    pieces: tuple[Piece, ...]
    problem: str = ""
    at: int | None = None


def profile_path(session: Session, which: str = "points") -> Path | None:
    """The path of the chosen feature's profile; None when it has none to draw."""
    if session.selected != BLANK:
        return None
    feature = session.job.blank.features[session.feature]
    if which not in type(feature).model_fields or which in feature.idle:
        return None
    return ("blank", "features", session.feature, which)


def is_closed(feature: BaseFeature, which: str) -> bool:
    """True when the last point is joined to the first."""
    if isinstance(feature, RailedHead):
        return which == "rail_points"
    if isinstance(feature, TurnedProfile):
        return feature.closed == "itself"
    if isinstance(feature, Extruded):
        return feature.closed == "outline"
    return isinstance(feature, Groove) and feature.closed


def drawing(session: Session, path: Path) -> Drawing | None:
    """The profile at a path; None when a coordinate has no value."""
    feature: BaseFeature = get(session.job, path[:3])
    which = str(path[3])
    knots: Sequence[Knot] = get(session.job, path)
    start = dotted(path[:3]) + "."
    values = {k[len(start) :]: v for k, v in session.resolved.values.items() if k.startswith(start)}
    try:
        spots = np.array(
            [[values[f"{which}.{i}.{a}"] for a in ("x", "y")] for i in range(len(knots))]
        )
    except KeyError:
        return None
    level = isinstance(feature, TurnedProfile | RailedHead) and which == "points"
    try:
        made = pieces(knots, values, is_closed(feature, which), which, level_at_axis=level)
    except ProfileError as error:
        steps = error.field.split(".")
        at = int(steps[1]) if len(steps) > 1 and steps[1].isdigit() else None
        return Drawing(spots, (), str(error), at)
    return Drawing(spots, made)


@overrides
class ProfileView(QWidget):
    """Paints the profile of the chosen feature and lets the hand move its points."""

    wants_middle = Signal()
    wants_face = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.which = "points"
        self.alone = alone_button(self, "sheet", command("sheet alone").told)
        self.alone.clicked.connect(self.wants_middle)
        self.face = plain_button(
            self, say("Show the face"), say("The sheet of the face picked on the part")
        )
        self.face.clicked.connect(self.wants_face)
        self.lists = plain_button(
            self, say("Show the rail"), say("Change between the profile and the rail")
        )
        self.lists.clicked.connect(self._other_list)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(say("Profile"))
        self.setMinimumHeight(160)
        self.scale: Scale | None = None
        self.point: int | None = None
        self._of: object = None
        self._held: tuple[Job, dict[str, float]] | None = None
        self._pan = False
        self._last = QPointF()
        for signal in (session.job_changed, session.selection_changed, session.report_changed):
            signal.connect(self._renew)

    def sizeHint(self) -> QSize:
        return QSize(740, 320)

    @property
    def path(self) -> Path | None:
        return profile_path(self.session, self.which) or profile_path(self.session)

    @property
    def drawing(self) -> Drawing | None:
        path = self.path
        return None if path is None else drawing(self.session, path)

    def show_list(self, which: str) -> None:
        """Show the profile, or the rail of a head."""
        self.which = which
        self.fit()

    def _other_list(self) -> None:
        self.show_list("points" if self.which == "rail_points" else "rail_points")
        self._renew()

    def _renew(self) -> None:
        path = self.path
        self.lists.setVisible(profile_path(self.session, "rail_points") is not None)
        rail = path is not None and path[3] == "rail_points"
        self.lists.setText(say("Show the profile" if rail else "Show the rail"))
        if (path, self.session.selected) != self._of:
            self._of = (path, self.session.selected)
            self.point = None
            self.fit()
        self.update()

    def fit(self) -> None:
        """Show the whole profile, the axis with it."""
        found = self.drawing
        if found is None:
            self.scale = None
            return
        points = [found.spots, *(piece.points() for piece in found.pieces)]
        if self._about_axis:
            points.append(np.array([[0.0, found.spots[0, 1]]]))
        low = np.concatenate(points).min(axis=0)
        high = np.concatenate(points).max(axis=0)
        room = np.maximum(0.15 * (high - low).max(), 1.0)
        bounds = np.concatenate([low - room, high + room])
        self.scale = fitted(bounds, pane(self.width(), self.height()))
        self.update()

    @property
    def _about_axis(self) -> bool:
        path = self.path
        if path is None:
            return False
        feature = get(self.session.job, path[:3])
        return isinstance(feature, TurnedProfile | RailedHead) and path[3] == "points"

    # -- painting

    def resizeEvent(self, event: QResizeEvent) -> None:
        self.alone.move(self.width() - self.alone.width() - 8, 6)
        self.face.move(self.alone.x() - self.face.width() - 4, 6)
        self.lists.move(self.face.x() - self.lists.width() - 4, 6)
        self.fit()

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            self._paint(painter)

    def _paint(self, painter: QPainter) -> None:
        painter.fillRect(self.rect(), QColor(p.TABLE))
        found, scale = self.drawing, self.scale
        self._title(painter, found)
        if found is None or scale is None:
            painter.setFont(type_at(p.LARGE))
            painter.setPen(QColor(p.SECOND_INK))
            words = "A coordinate of this profile is to fix: see the fields on the right."
            painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, say(words))
            return
        self._grid(painter, scale)
        self._ground(painter, scale)
        line = _path(found, scale, self._closed)
        if self._about_axis:
            self._mirrored(painter, found, scale)
        painter.setPen(QPen(QColor(p.FIX if found.problem else p.INK), 1.8))
        painter.setBrush(seen_through(p.SHEET, 150) if self._closed else Qt.BrushStyle.NoBrush)
        painter.drawPath(line)
        self._names(painter, found, scale)
        for i, spot in enumerate(found.spots):
            at = scale.to_pixel(*spot)
            wrong, chosen = found.at == i, self.point == i
            painter.setPen(QPen(QColor(p.FIX if wrong else p.ACCENT), 1.5))
            painter.setBrush(QColor(p.ACCENT if chosen else p.SHEET))
            size = 5.5 if chosen or wrong else 4.0
            painter.drawRect(QRectF(at - QPointF(size, size), at + QPointF(size, size)))
        if self.hasFocus():
            painter.setPen(QColor(p.RULE_STRONG))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(self.rect().adjusted(0, 0, -1, -1))

    @property
    def _closed(self) -> bool:
        path = self.path
        return path is not None and is_closed(get(self.session.job, path[:3]), str(path[3]))

    def _title(self, painter: QPainter, found: Drawing | None) -> None:
        path = self.path
        if path is None:
            return
        feature = get(self.session.job, path[:3])
        word = "RAIL" if path[3] == "rail_points" else "PROFILE"
        painter.setFont(type_at(p.SMALL, strong=True))
        painter.setPen(QColor(p.SECOND_INK))
        painter.drawText(16, 22, say(word))
        painter.setFont(type_at(p.BODY))
        painter.drawText(
            76, 22, say(f"of {feature.name}: drag points, double-click a piece for a new one")
        )
        painter.setPen(QColor(p.INK))
        told = "Delete takes the chosen point away, the arrow keys move it"
        if found is not None and found.problem:
            painter.setPen(QColor(p.FIX))
            told = sentence(found.problem)
        elif found is not None and self.point is not None and self.point < len(found.spots):
            x, y = found.spots[self.point]
            told = f"point {self.point + 1}:  x {x:.3f} mm   y {y:.3f} mm"
        painter.drawText(16, 44, say(told))

    def _grid(self, painter: QPainter, scale: Scale) -> None:
        step = ruler_step(scale.per_mm)
        painter.setFont(type_at(p.SMALL))
        low, high = (
            scale.to_sheet(QPointF(0, self.height())),
            scale.to_sheet(QPointF(self.width(), 52)),
        )
        for axis in (0, 1):
            for k in range(int(np.floor(low[axis] / step)), int(np.ceil(high[axis] / step)) + 1):
                at = scale.to_pixel(k * step, k * step)
                painter.setPen(QPen(QColor(p.RULE if k else p.RULE_STRONG), 1))
                if axis == 0:
                    painter.drawLine(QPointF(at.x(), 52), QPointF(at.x(), self.height() - 20))
                    painter.setPen(QColor(p.SECOND_INK))
                    box = QRectF(at.x() - 30, self.height() - 18, 60, 14)
                    if box.right() < self.width() - 20:
                        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, say(f"{k * step:g}"))
                elif 56 <= at.y() <= self.height() - 20:
                    painter.drawLine(QPointF(34, at.y()), QPointF(self.width(), at.y()))
                    painter.setPen(QColor(p.SECOND_INK))
                    box = QRectF(2, at.y() - 7, 28, 14)
                    painter.drawText(box, int(Qt.AlignmentFlag.AlignRight), say(f"{k * step:g}"))
        painter.drawText(QRectF(self.width() - 34, self.height() - 18, 28, 14), 0, say("mm"))

    def _ground(self, painter: QPainter, scale: Scale) -> None:
        """The axis of a turning, or the sheet that a groove's path lies on."""
        path = self.path
        assert path is not None
        feature = get(self.session.job, path[:3])
        chart = self.session.charts.get(getattr(feature, "face", ""))
        if isinstance(feature, Groove) and chart is not None:
            painter.setPen(QPen(QColor(p.RULE_STRONG), 1))
            painter.setBrush(QColor(p.SHEET))
            painter.drawPath(path_of(chart.outline, scale))
        if self._about_axis:
            x = scale.to_pixel(0, 0).x()
            painter.setPen(QPen(QColor(p.SECOND_INK), 1, Qt.PenStyle.DashDotLine))
            painter.drawLine(QPointF(x, 52), QPointF(x, self.height() - 20))
            painter.setFont(type_at(p.SMALL))
            painter.drawText(QPointF(x + 5, 64), say("axis"))

    def _mirrored(self, painter: QPainter, found: Drawing, scale: Scale) -> None:
        """The other side of a turning, pale, and the levels that close it."""
        points = np.concatenate([piece.points() for piece in found.pieces] or [found.spots])
        path = QPainterPath()
        for i, (x, y) in enumerate(points):
            at = scale.to_pixel(-x, y)
            path.moveTo(at) if i == 0 else path.lineTo(at)
        painter.setPen(QPen(QColor(p.RULE_STRONG), 1.2))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPath(path)
        if not self._closed:
            painter.setPen(QPen(QColor(p.RULE_STRONG), 1, Qt.PenStyle.DashLine))
            for x, y in (points[0], points[-1]):
                painter.drawLine(scale.to_pixel(-x, y), scale.to_pixel(x, y))

    def _names(self, painter: QPainter, found: Drawing, scale: Scale) -> None:
        painter.setFont(type_at(p.SMALL))
        painter.setPen(QColor(p.SECOND_INK))
        for piece in found.pieces:
            points = piece.points()
            middle = points[len(points) // 2] if len(points) > 2 else points.mean(axis=0)
            painter.drawText(scale.to_pixel(*middle) + QPointF(7, -5), piece.name)

    # -- the hand

    def _near(self, spot: QPointF) -> int | None:
        found, scale = self.drawing, self.scale
        if found is None or scale is None:
            return None
        for i, at in enumerate(found.spots):
            if (scale.to_pixel(*at) - spot).manhattanLength() < POINT_REACH * 1.3:
                return i
        return None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._last = event.position()
        found = self.drawing
        if event.button() != Qt.MouseButton.LeftButton or found is None:
            self._pan = event.button() == Qt.MouseButton.MiddleButton
            return
        self.point = self._near(event.position())
        if self.point is None:
            self._pan = True
        else:
            self.session.settle()
            self._held = (self.session.job, dict(self.session.resolved.values))
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        spot = event.position()
        if self._held is not None and self.scale is not None:
            snap = event.modifiers() & Qt.KeyboardModifier.ShiftModifier
            self._drag(self.scale.to_sheet(spot), 1.0 if snap else 0.0)
        elif self._pan and self.scale is not None:
            self.scale = self.scale.shifted(spot - self._last)
            self.update()
        else:
            over = self._near(spot) is not None
            self.setCursor(Qt.CursorShape.SizeAllCursor if over else Qt.CursorShape.ArrowCursor)
        self._last = spot

    def _drag(self, to: Array, snap: float) -> None:
        """Move the held point; what formulas say with names is kept and gets an offset."""
        path, held = self.path, self._held
        if path is None or held is None or self.point is None:
            return
        job, values = held
        if snap:
            to = np.round(to / snap) * snap
        if self._about_axis:
            to = np.maximum(to, [0.0, -np.inf])
        for axis, name in enumerate(("x", "y")):
            field = (*path, self.point, name)
            value = values[dotted(field)]
            by = float(to[axis]) - value
            job = changed(job, field, shifted(get(job, field), by, "mm", value))
        self.session.replace(job, f"move point {self.point + 1}", f"point {self.point}")

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._pan = False
        if self._held is not None:
            self._held = None
            self.session.settle()

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        found, scale, path = self.drawing, self.scale, self.path
        if found is None or scale is None or path is None:
            return
        at = scale.to_sheet(event.position())
        after = self._piece_under(found, at, 8.0 / scale.per_mm)
        if after is None:
            self.fit()
            return
        knots = edit.with_point(get(self.session.job, path), after, float(at[0]), float(at[1]))
        self.session.edit(path, knots, "add a point")
        self.point = after + 1

    def _piece_under(self, found: Drawing, at: Array, reach: float) -> int | None:
        """The point that the piece near a place starts at."""
        spots = found.spots
        nearest: tuple[float, int] | None = None
        for piece in found.pieces:
            line = piece.points(16)
            for k in range(len(line) - 1):
                a, b = line[k], line[k + 1]
                t = np.clip((at - a) @ (b - a) / max((b - a) @ (b - a), 1e-12), 0, 1)
                away = float(np.linalg.norm(a + t * (b - a) - at))
                if away < reach and (nearest is None or away < nearest[0]):
                    start = self._start_of(piece, spots, line[: k + 1])
                    nearest = (away, start)
        return None if nearest is None else nearest[1]

    @staticmethod
    def _start_of(piece: Piece, spots: Array, so_far: Array) -> int:
        """The last point that a piece passed on the way to a place on it."""
        passed = [
            i
            for i, spot in enumerate(spots)
            if np.min(np.linalg.norm(so_far - spot, axis=1)) < 1e-6
        ]
        first = int(np.argmin(np.linalg.norm(spots - np.array(piece.start), axis=1)))
        later = [i for i in passed if i >= first]
        return max(later) if later else first

    def wheelEvent(self, event: QWheelEvent) -> None:
        if self.scale is not None:
            self.scale = self.scale.zoomed(event.position(), 1.0015 ** event.angleDelta().y())
            self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        steps = {
            Qt.Key.Key_Left: (-1.0, 0.0),
            Qt.Key.Key_Right: (1.0, 0.0),
            Qt.Key.Key_Up: (0.0, 1.0),
            Qt.Key.Key_Down: (0.0, -1.0),
        }
        key, path, found = Qt.Key(event.key()), self.path, self.drawing
        if path is None or found is None or self.point is None:
            super().keyPressEvent(event)
        elif key in steps:
            size = STEP
            if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
                size = COARSE
            elif event.modifiers() & Qt.KeyboardModifier.ControlModifier:
                size = FINE
            spot = found.spots[self.point]
            self._held = (self.session.job, dict(self.session.resolved.values))
            self._drag(spot + np.array(steps[key]) * size, 0.0)
            self._held = None
            self.session.settle()
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            knots = get(self.session.job, path)
            if len(knots) > 2:
                left = edit.without_point(knots, self.point)
                self.session.edit(path, left, "delete a point")
                self.point = None
        else:
            super().keyPressEvent(event)


def _path(found: Drawing, scale: Scale, closed: bool) -> QPainterPath:
    path = QPainterPath()
    lines = [piece.points(32) for piece in found.pieces] or [found.spots]
    start = True
    for line in lines:
        for x, y in line:
            at = scale.to_pixel(float(x), float(y))
            path.moveTo(at) if start else path.lineTo(at)
            start = False
    if closed:
        path.closeSubpath()
    return path
