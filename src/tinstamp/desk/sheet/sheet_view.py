"""The sheet: the selected stamp's face laid out flat, true to scale, to work on."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np
from PySide6.QtCore import QPointF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPaintEvent, QResizeEvent, QWheelEvent
from PySide6.QtWidgets import QMenu, QPushButton, QWidget

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import UnevenChart
from tinstamp.desk.commands import command
from tinstamp.desk.dialogs.compare_dialog import CompareDialog
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.style import alone_button
from tinstamp.desk.sheet import sheet_paint
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.desk.sheet.sheet_stretch import MEASURES, WORDS
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import BLANK, Session
from tinstamp.desk.work.stamp_drag import Mode, StampDrag
from tinstamp.proofing.fields import FIELDS

HANDLE_REACH = 9
"""px round a handle that take it"""
DRAWN_TO_LINES = 6
"""px within which lines draw a stamp to them; none with Control held"""
STEP, COARSE, FINE = 0.5, 5.0, 0.1
"""mm that an arrow key nudges: plain, with Shift, with Control"""


ABOUT_ARTWORK = 0.15
"""Of the artwork's size: what is shown of the face about it when it fills the sheet."""
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
        self.stretch_button = QPushButton("Map", self)
        self.stretch_button.setAccessibleName("Map")
        self.stretch_button.setToolTip(
            "Show in colours what is measured all over the stamp, or how the face stretches it"
        )
        menu = QMenu(self.stretch_button)
        menu.addAction("Not shown", lambda: self.session.show_stretch(None))
        menu.addSection("Measured on the stamp")
        for kind, words in FIELDS.items():
            menu.addAction(words.title, lambda k=kind: self.session.map.show(k))
        menu.addSection("Stretch of the face")
        for measure in MEASURES:
            menu.addAction(WORDS[measure], lambda m=measure: self.session.show_stretch(m))
        menu.addSeparator()
        menu.addAction("Wrapped and cast, side by side …", self.compare)
        self.stretch_button.setMenu(menu)
        self.alone = alone_button(self, "sheet", command("sheet alone").told)
        self.alone.clicked.connect(self.wants_middle)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Sheet")
        self.setMinimumHeight(160)
        self.scale: Scale | None = None
        self._fitted_to: tuple[float, ...] | None = None
        self._last = QPointF()
        self._press: QPointF | None = None
        self._mode: Literal["", "shift", "stamp"] = ""
        self.spot: tuple[float, float] | None = None
        self.span: tuple[tuple[float, float], ...] = ()
        self.span_words = ""
        self.value_here: float | None = None
        session.stretch_changed.connect(self.update)
        session.map.changed.connect(self.update)
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

    def fit_artwork(self) -> None:
        """Show the chosen artwork as large as it may be, with a little of the face about it."""
        preview = self.drag.preview
        if preview is not None and preview.placed.regions and self.chart is not None:
            low, high = preview.placed.bounds[:2], preview.placed.bounds[2:]
            room = max(ABOUT_ARTWORK * float((high - low).max()), 1.0)
            about = np.concatenate([low - room, high + room])
            self.scale = sheet_paint.fitted(about, self.width(), self.height())
            self.update()

    def fit(self) -> None:
        """Show the whole sheet."""
        self._fit(keep=False)
        self.update()

    def _fit(self, keep: bool) -> None:
        chart = self.chart
        if chart is None:
            self.scale = None
            self._fitted_to = None
            return
        key = (*map(float, chart.bounds), float(self.width()), float(self.height()))
        held = keep and self.scale is not None and self.drag.active
        if held or (keep and self.scale is not None and key == self._fitted_to):
            return
        self._fitted_to = key
        self.scale = sheet_paint.fitted(chart.bounds, self.width(), self.height())

    def resizeEvent(self, event: QResizeEvent) -> None:
        self.alone.move(self.width() - self.alone.width() - 8, 6)
        self.stretch_button.move(self.alone.x() - self.stretch_button.sizeHint().width() - 8, 6)
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

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._last = self._press = event.position()
        if self.scale is None:
            return
        if event.button() == Qt.MouseButton.MiddleButton:
            self._mode = "shift"
            return
        if event.button() != Qt.MouseButton.LeftButton:
            return
        at = self.scale.to_sheet(event.position())
        mode = self.handle_at(event.position())
        if mode is None:
            other = self._stamp_at(at)
            if other is not None:
                self.session.select(other)
                mode = "move"
        if mode is not None and self.drag.begin(mode, at):
            self._mode = "stamp"
        else:
            self._mode = "shift"

    def _stamp_at(self, at: Array) -> int | None:
        for i, stamp in enumerate(self.session.job.stamps):
            if stamp.setting.face == self.face and self.drag.on_ink(i, at):
                return i
        return None

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        spot = event.position()
        if self._mode == "stamp" and self.scale is not None and self._press is not None:
            if self.drag.moving or (spot - self._press).manhattanLength() > 3:
                held = event.modifiers() & Qt.KeyboardModifier.ShiftModifier
                free = event.modifiers() & Qt.KeyboardModifier.ControlModifier
                near = 0.0 if free else DRAWN_TO_LINES / self.scale.per_mm
                self.drag.move(self.scale.to_sheet(spot), self._snap() if held else 0.0, near)
        elif self._mode == "shift" and self.scale is not None:
            self.scale = self.scale.shifted(spot - self._last)
            self.update()
        else:
            shapes = {
                "move": Qt.CursorShape.SizeAllCursor,
                "size": Qt.CursorShape.SizeFDiagCursor,
                "turn": Qt.CursorShape.CrossCursor,
            }
            mode = self.handle_at(spot)
            self._read_map(spot)
            self.setCursor(shapes[mode] if mode else Qt.CursorShape.ArrowCursor)
        self._last = spot

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
        self._mode = ""
        self._press = None
        self.drag.end()

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """From the whole face to the artwork, and back."""
        whole = self.scale
        self.fit()
        if whole == self.scale:
            self.fit_artwork()

    def wheelEvent(self, event: QWheelEvent) -> None:
        if self.scale is not None:
            factor = 1.0015 ** event.angleDelta().y()
            self.scale = self.scale.zoomed(event.position(), factor)
            self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
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
            self.drag.nudge(*(np.array(steps[key]) * size))
        elif key in (Qt.Key.Key_Plus, Qt.Key.Key_Equal, Qt.Key.Key_Minus) and self.scale:
            factor = 1 / 1.2 if key == Qt.Key.Key_Minus else 1.2
            self.scale = self.scale.zoomed(QPointF(self.rect().center()), factor)
            self.update()
        else:
            super().keyPressEvent(event)
