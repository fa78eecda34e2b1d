"""The sheet: the selected stamp's face laid out flat, true to scale, to work on."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np
from PySide6.QtCore import QEvent, QPointF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPaintEvent, QResizeEvent, QWheelEvent
from PySide6.QtWidgets import QMenu, QPushButton, QWidget

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import UnevenChart
from tinstamp.desk.commands import command
from tinstamp.desk.dialogs.compare_dialog import CompareDialog
from tinstamp.desk.look.gestures import take_gesture
from tinstamp.desk.look.held_picture import HeldPicture
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.style import alone_button, plain_button
from tinstamp.desk.sheet import sheet_paint
from tinstamp.desk.sheet.drag_keys import drag_key, wants_key
from tinstamp.desk.sheet.keep_off_paint import KeepOffLines
from tinstamp.desk.sheet.several_bar import SeveralBar
from tinstamp.desk.sheet.sheet_scale import Scale, about_ink, fitted, turned_box
from tinstamp.desk.sheet.sheet_stretch import MEASURES, WORDS
from tinstamp.desk.words.say import say
from tinstamp.desk.work.guide_spots import WORDS as PULLED
from tinstamp.desk.work.guide_spots import Pulled, Spot, spots
from tinstamp.desk.work.held import Mode
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.proofing.fields import FIELDS

HANDLE_REACH = 9
"""px round a handle that take it"""
DRAWN_TO_LINES = 6
"""px within which lines draw a stamp to them; none with Control held"""
STEP, COARSE, FINE = 0.5, 5.0, 0.1
"""mm that an arrow key nudges: plain, with Shift, with Control"""


ABOUT_ARTWORK = 0.15
"""Of the artwork's size: what is shown of the face about it when it fills the sheet."""
TURNED = 1e-3
"""degrees from which on artwork counts as turned on its sheet"""
TAKEN_HOLD = 3
"""px that the mouse goes with a button held before it is a drag"""
POINTED = 8.0
"""px from the pointer to a place of a map whose value is told"""


@overrides
class SheetView(QWidget):
    """Paints the sheet and lets the mouse and the arrow keys place the stamp."""

    wants_middle = Signal()

    def __init__(self, session: Session, drag: StampDrag) -> None:
        super().__init__()
        self.session = session
        self.drag = drag
        self.stretch_button = QPushButton(say("Map"), self)
        self.stretch_button.setAccessibleName(say("Map"))
        self.stretch_button.setToolTip(
            say("Show in colours what is measured all over the stamp, or how the face stretches it")
        )
        menu = QMenu(self.stretch_button)
        menu.addAction(say("Not shown"), lambda: self.session.show_stretch(None))
        menu.addSection(say("Measured on the stamp"))
        for kind, words in FIELDS.items():
            menu.addAction(say(words.title), lambda k=kind: self.session.map.show(k))
        menu.addSection(say("Stretch of the face"))
        for measure in MEASURES:
            menu.addAction(say(WORDS[measure]), lambda m=measure: self.session.show_stretch(m))
        menu.addSeparator()
        menu.addAction(say("Wrapped and cast, side by side …"), self.compare)
        self.stretch_button.setMenu(menu)
        self.alone = alone_button(self, "sheet", command("sheet alone").told)
        self.alone.clicked.connect(self.wants_middle)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(say("Sheet"))
        self.setMinimumHeight(160)
        self.scale: Scale | None = None
        self.upright = plain_button(self, say("Artwork upright"), say(command("upright").told))
        self.upright.setCheckable(True)
        self.upright.toggled.connect(lambda: self._fit(keep=False))
        self.upright.hide()
        self.bar = SeveralBar(self, session, drag)
        self._fitted_to: tuple[object, ...] | None = None
        self._last = QPointF()
        self.pointer: QPointF | None = None
        self.keep_off = KeepOffLines(self)
        self.keep_off.found.connect(self.update)
        self.others = HeldPicture()
        self._press: QPointF | None = None
        self._mode: Literal["", "shift", "stamp", "frame", "guide", "cut"] = ""
        self._pulled: Pulled | None = None
        self.spot: tuple[float, float] | None = None
        self.span: tuple[tuple[float, float], ...] = ()
        self.span_words = ""
        self.value_here: float | None = None
        session.stretch_changed.connect(self.update)
        session.map.changed.connect(self.update)
        drag.choice.changed.connect(self.update)
        drag.cut.changed.connect(self.update)
        for signal in (session.selection_changed, session.pictured, drag.previewed):
            signal.connect(self._renew)

    def sizeHint(self) -> QSize:
        return QSize(740, 320)

    @property
    def face(self) -> str | None:
        """The face that is shown: the selected stamp's, or the picked one."""
        index = self.session.selected
        if index != BLANK:
            return self.session.job.stamps[index].setting.face
        return self.session.face

    def _renew(self) -> None:
        self.spot, self.span, self.span_words = None, (), ""
        self._fit(keep=True)
        self.update()

    def point_at(
        self, x: float, y: float, span: Sequence[tuple[float, float]] = (), words: str = ""
    ) -> None:
        """Mark a place on the sheet, as a finding does, with what was measured there."""
        self.spot, self.span, self.span_words = (x, y), tuple(span), words
        self.update()

    def compare(self) -> None:
        """The selected stamp wrapped and cast, side by side."""
        if self.session.selected != BLANK and self.session.chart_of(self.session.selected):
            CompareDialog(self.session, self.window()).open()

    @property
    def chart(self) -> Chart | None:
        """The chart that is shown: the face's own, or a projection onto it."""
        preview = self.drag.preview
        home = self.session.charts.get(self.face or "")
        if preview is not None and home is not None and isinstance(preview.chart, UnevenChart):
            return preview.chart
        return home

    @property
    def ink(self) -> Array | None:
        """(4,) the box of the chosen artwork on the sheet, mm; None without any."""
        preview = self.drag.preview
        if preview is None or not preview.placed.regions or self.chart is None:
            return None
        return preview.placed.bounds

    @property
    def turn(self) -> float:
        """Degrees that the sheet is turned by to be looked at."""
        preview = self.drag.preview
        if preview is None or not self.upright.isChecked() or self.upright.isHidden():
            return 0.0
        x, y = preview.placed.matrix @ [1.0, 0.0]
        return -float(np.round(np.degrees(np.arctan2(y, x)), 3))

    def _room_about(self, ink: Array) -> Array:
        room = max(ABOUT_ARTWORK * float((ink[2:] - ink[:2]).max()), 1.0)
        return np.concatenate([ink[:2] - room, ink[2:] + room])

    def fit_artwork(self) -> None:
        """Show the chosen artwork as large as it may be, with a little of the face about it."""
        if self.ink is not None:
            pane = sheet_paint.pane(self.width(), self.height())
            self.scale = fitted(self._room_about(self.ink), pane, self.turn)
            self.update()

    def fit(self) -> None:
        """Show the whole sheet."""
        if self.chart is not None:
            pane = sheet_paint.pane(self.width(), self.height())
            self.scale = fitted(self.chart.bounds, pane, self.turn)
        self.update()

    def fit_both(self) -> None:
        """Show the chosen artwork with edges of its face, else the whole sheet."""
        self._fit(keep=False)

    def turn_upright(self) -> None:
        """Turn the sheet so that the artwork's up is up, or the face's again."""
        if not self.upright.isHidden():
            self.upright.toggle()

    def _fit(self, keep: bool) -> None:
        chart, ink = self.chart, self.ink
        self._show_upright()
        if chart is None:
            self.scale = self._fitted_to = None
            return
        if keep and self.scale is not None and (self.drag.active or self._mode):
            return
        stamps, at = self.session.job.stamps, self.session.selected
        name = stamps[at].name if 0 <= at < len(stamps) else None
        size = (self.width(), self.height())
        key = (name, self.face, ink is None, self.turn, *map(float, chart.bounds), *size)
        if keep and self.scale is not None and key == self._fitted_to and self._in_sight(ink):
            return
        self._fitted_to = key
        pane = sheet_paint.pane(*size)
        if ink is None:
            self.scale = fitted(chart.bounds, pane, self.turn)
        else:
            self.scale = about_ink(self._room_about(ink), chart.bounds, pane, self.turn)
        self.update()

    def _show_upright(self) -> None:
        """The button that turns the sheet is there for artwork that is turned on its face."""
        preview = self.drag.preview
        turned = False
        if preview is not None and self.ink is not None:
            x, y = preview.placed.matrix @ [1.0, 0.0]
            turned = abs(float(np.degrees(np.arctan2(y, x)))) > TURNED
        self.upright.setVisible(turned)

    def _in_sight(self, ink: Array | None) -> bool:
        """True unless artwork was changed so that all of it is out of sight."""
        scale = self.scale
        if ink is None or scale is None:
            return True
        low_x, low_y, high_x, high_y = (turned_box(ink, scale.turn) * scale.per_mm).tolist()
        across = scale.x0 + high_x > 0 and scale.x0 + low_x < self.width()
        return across and scale.y0 - low_y > 0 and scale.y0 - high_y < self.height()

    def title_room(self) -> int:
        """px from the left to the buttons beside the title."""
        return (self.stretch_button if self.upright.isHidden() else self.upright).x()

    def resizeEvent(self, event: QResizeEvent) -> None:
        self.alone.move(self.width() - self.alone.width() - 8, 6)
        self.stretch_button.move(self.alone.x() - self.stretch_button.sizeHint().width() - 8, 6)
        self.upright.move(self.stretch_button.x() - self.upright.sizeHint().width() - 8, 6)
        self.bar.place()
        self._fit(keep=False)

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            sheet_paint.paint(painter, self)

    # -- the mouse

    def handle_at(self, spot: QPointF) -> Mode | None:
        """What a press at a pixel would take hold of."""
        preview = self.drag.preview
        if self.scale is None or preview is None or not preview.placed.regions:
            return None
        marks = sheet_paint.handles(preview, self.scale)
        if (spot - marks.turn).manhattanLength() < HANDLE_REACH * 1.5:
            return "turn"
        if any((spot - corner).manhattanLength() < HANDLE_REACH * 1.3 for corner in marks.corners):
            return "size"
        at = self.scale.to_sheet(spot)
        return "move" if self.drag.on_ink(self.session.selected, at) else None

    def guide_spots(self) -> list[Spot]:
        """The places of the chosen stamp's guide that can be pulled."""
        shown, at = self.drag.preview, self.session.selected
        if shown is None or at == BLANK:
            return []
        return spots(self.session.job, self.session.resolved, at, shown)

    def _spot_at(self, place: QPointF) -> Spot | None:
        scale = self.scale
        if scale is None:
            return None
        near = HANDLE_REACH * 1.3
        pulled = (s for s in self.guide_spots()
                  if (scale.to_pixel(*s.at) - place).manhattanLength() < near)  # fmt: skip
        return next(pulled, None)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._last = self._press = event.position()
        if self.scale is None:
            return
        if event.button() == Qt.MouseButton.MiddleButton:
            self._mode = "shift"
        elif event.button() == Qt.MouseButton.LeftButton:
            more = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
            self._press_left(event.position(), self.scale.to_sheet(event.position()), more)

    def _press_left(self, place: QPointF, at: Array, more: bool) -> None:
        """A press takes hold of a handle, of the guide, of a stamp, else of the sheet; with `more`
        (Shift) a stamp is chosen beside others, or a frame begins."""
        choice = self.drag.choice
        if self.cut_at(place):
            self._mode = "cut"
            return
        mode, spot = self.handle_at(place), self._spot_at(place)
        if spot is not None and mode is None:
            self._begin_pull(spot)
            return
        under = self._stamp_at(at)
        if more and mode in (None, "move"):
            if under is not None:
                choice.toggle(under)
            self._mode = "" if under is not None else "frame"
            return
        if mode is None and under is not None:
            if under in choice.beside:
                choice.lead(under)
            else:
                self.session.select(under)
            mode = "move"
        if mode is not None and self.drag.begin(mode, at):
            self._mode = "stamp"
        else:
            self._mode = "shift"
            choice.clear()

    def cut_at(self, place: QPointF) -> bool:
        """True where a press takes hold of the plane of the section, by the knob at its end."""
        knob = sheet_paint.cut_knob(self)
        return knob is not None and (knob - place).manhattanLength() < HANDLE_REACH * 1.5

    def _begin_pull(self, spot: Spot) -> None:
        shown, session = self.drag.preview, self.session
        if shown is not None:
            session.settle()
            session.drag_under_way = True
            values = dict(session.resolved.values)
            self._pulled = Pulled(session.job, values, session.selected, shown, spot)
            self._mode = "guide"

    def _stamp_at(self, at: Array) -> int | None:
        for i, stamp in enumerate(self.session.job.stamps):
            if stamp.setting.face == self.face and self.drag.on_ink(i, at):
                return i
        return None

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        spot = self.pointer = event.position()
        if self._mode == "stamp" and self.scale is not None and self._press is not None:
            if self.drag.moving or (spot - self._press).manhattanLength() > TAKEN_HOLD:
                held = event.modifiers() & Qt.KeyboardModifier.ShiftModifier
                free = event.modifiers() & Qt.KeyboardModifier.ControlModifier
                near = 0.0 if free else DRAWN_TO_LINES / self.scale.per_mm
                self.drag.move(self.scale.to_sheet(spot), self._snap() if held else 0.0, near)
        elif self._mode == "guide" and self._pulled is not None and self.scale is not None:
            snap = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
            self._pull(self._pulled, self.scale.to_sheet(spot), snap)
        elif self._mode == "shift" and self.scale is not None:
            self.scale = self.scale.shifted(spot - self._last)
        elif self._mode == "cut" and self.scale is not None and self.drag.preview is not None:
            self.drag.cut.pull(self.drag.preview.placed, float(self.scale.to_sheet(spot)[0]))
        else:
            shapes = {
                "move": Qt.CursorShape.SizeAllCursor,
                "size": Qt.CursorShape.SizeFDiagCursor,
                "turn": Qt.CursorShape.CrossCursor,
            }
            mode = self.handle_at(spot)
            if self.cut_at(spot) or (mode is None and self._spot_at(spot) is not None):
                mode = "move"
            self._read_map(spot)
            self.setCursor(shapes[mode] if mode else Qt.CursorShape.ArrowCursor)
        self.update()
        self._last = spot

    def _pull(self, pulled: Pulled, at: Array, snap: bool) -> None:
        """Pull the place of the guide in hand to a point of the sheet."""
        at = np.round(at) if snap else at
        name, spot = pulled.job.stamps[pulled.index].name, pulled.spot
        merge = f"guide {spot.what} {spot.number}"
        self.session.replace(pulled.to(at), f"pull {PULLED[spot.what]}, “{name}”", merge)

    def leaveEvent(self, event: QEvent) -> None:
        self.pointer = None
        self.update()

    def _read_map(self, spot: QPointF) -> None:
        """Tell the value of the map under the pointer."""
        field = self.session.map.field
        here = None
        if field is not None and self.scale is not None:
            x, y = self.scale.to_sheet(spot)
            here = field.at(float(x), float(y), POINTED / self.scale.per_mm)
        if here != self.value_here:
            self.value_here = here
            self.update()

    def _snap(self) -> float:
        """With Shift a drag goes by whole steps: 1 mm, or 15 degrees when turning."""
        return 15.0 if self.drag.mode == "turn" else 1.0

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._mode == "frame" and self._press is not None:
            self._choose_within(self._press, event.position())
        if self._mode == "guide":
            self.session.drag_under_way, self._pulled = False, None
            self.session.settle()
        self._mode = ""
        self._press = None
        self.drag.end()
        self.update()

    @property
    def frame(self) -> tuple[QPointF, QPointF] | None:
        """Two corners of the frame that is drawn now, px."""
        if self._mode != "frame" or self._press is None:
            return None
        return self._press, self._last

    def _choose_within(self, start: QPointF, end: QPointF) -> None:
        """Choose the stamps that lie wholly within a frame, beside those that are chosen."""
        if self.scale is None:
            return
        low_x, high_x = sorted((start.x(), end.x()))
        low_y, high_y = sorted((start.y(), end.y()))
        found = set(self.drag.choice.indices)
        for i, stamp in enumerate(self.session.job.stamps):
            shown = self.drag.of(i) if stamp.setting.face == self.face and stamp.on else None
            if shown is None or self.chart is None or not shown.placed.regions:
                continue
            laid = self.drag.previews.on_sheet(shown, self.chart).placed.bounds
            corners = self.scale.pixels(laid[[[0, 1], [2, 1], [2, 3], [0, 3]]])
            low, high = corners.min(axis=0), corners.max(axis=0)
            if low[0] >= low_x and low[1] >= low_y and high[0] <= high_x and high[1] <= high_y:
                found.add(i)
        self.drag.choice.take(found, self.session.selected)

    def choose_all(self) -> None:
        """Choose all stamps of the face that is shown."""
        stamps = self.session.job.stamps
        here = [i for i, s in enumerate(stamps) if s.setting.face == self.face and s.on]
        self.drag.choice.take(here, self.session.selected)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """From the artwork with the face's edges to the whole face, then the artwork alone."""
        before = self.scale
        self.fit()
        if before == self.scale:
            self.fit_artwork()
            if before == self.scale:
                self.fit_both()

    def wheelEvent(self, event: QWheelEvent) -> None:
        self.nearer_at(event.position(), 1.0015 ** event.angleDelta().y())

    def event(self, event: QEvent) -> bool:
        """While a stamp is dragged, figures, Tab, Enter and Esc belong to the drag."""
        if wants_key(self.drag, event) or take_gesture(self, event):
            event.accept()
            return True
        return super().event(event)

    def nearer_at(self, at: QPointF, factor: float) -> None:
        """Nearer or further, about a pixel."""
        if self.scale is not None:
            self.scale = self.scale.zoomed(at, factor)
            self.update()

    def turn_by(self, degrees: float) -> None:
        """The sheet turns by its button alone."""

    def shift_by(self, by: QPointF) -> None:
        if self.scale is not None:
            self.scale = self.scale.shifted(by)
            self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if drag_key(self.drag, event):
            return
        steps = {
            Qt.Key.Key_Left: (-1.0, 0.0),
            Qt.Key.Key_Right: (1.0, 0.0),
            Qt.Key.Key_Up: (0.0, 1.0),
            Qt.Key.Key_Down: (0.0, -1.0),
        }
        key = Qt.Key(event.key())
        if key in steps and self.session.selected != BLANK:
            size = STEP
            if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
                size = COARSE
            elif event.modifiers() & Qt.KeyboardModifier.ControlModifier:
                size = FINE
            way = np.array(steps[key]) * size
            self.drag.nudge(*(self.scale.on_sheet(way) if self.scale is not None else way))
        elif key in (Qt.Key.Key_Plus, Qt.Key.Key_Equal, Qt.Key.Key_Minus) and self.scale:
            factor = 1 / 1.2 if key == Qt.Key.Key_Minus else 1.2
            self.scale = self.scale.zoomed(QPointF(self.rect().center()), factor)
            self.update()
        else:
            super().keyPressEvent(event)
