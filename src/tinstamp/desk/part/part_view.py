"""The part: turn it, pick a face of it, drag a stamp along it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from functools import partial
from typing import Literal

import numpy as np
from PySide6.QtCore import QEvent, QPointF, QSize, Qt, Signal
from PySide6.QtGui import (
    QAction,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPaintEvent,
    QResizeEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QMenu, QToolButton, QWidget

from tinstamp.desk.commands import command
from tinstamp.desk.look.gestures import take_gesture
from tinstamp.desk.look.painting import painting
from tinstamp.desk.look.style import alone_button, plain_button
from tinstamp.desk.part.caption import caption
from tinstamp.desk.part.looks import WORDS as LOOKS
from tinstamp.desk.part.measure_panel import MeasurePanel
from tinstamp.desk.part.measuring import Measuring
from tinstamp.desk.part.meshes import Patch, joined
from tinstamp.desk.part.part_paint import paint
from tinstamp.desk.part.place_lines import place_lines
from tinstamp.desk.part.relief_seen import in_hand
from tinstamp.desk.part.scene import Hit, Scene
from tinstamp.desk.part.section_figures import SectionFigures
from tinstamp.desk.part.views import ViewName, cut_through, look_at_stamp, look_whole, outgrown
from tinstamp.desk.sheet.drag_keys import drag_key, wants_key
from tinstamp.desk.sheet.sheet_field import draped
from tinstamp.desk.sheet.sheet_stretch import Tint, box_about, draped_stretch
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.preview import Preview, preview
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.desk.work.timer import after
from tinstamp.engine.triangles import Mesh
from tinstamp.job.face_name import StampFace, stamp_face
from tinstamp.job.resolve import resolve

FINER_AFTER = 220
"""ms of rest after which the picture is drawn once more, twice as fine"""
FINE_WAITS = 6
"""times that this is put off while a part is being made"""
TINT_LIFT = 0.06
"""mm above the face that its stretch is shown."""
NORMALS_LIFT = 0.01
"""mm over a face at which its normals are taken"""
FIGURES_AFTER = 150
"""ms that the plane of a section rests before its figures are asked for"""
CUT_STEP = 0.25
"""mm that Shift and an arrow key move the plane of a section"""
CLICK_MOVES = 4
"""px; a press that moves less is a click"""


@overrides
class PartView(QWidget):
    """Draws the scene and lets the mouse work on it."""

    clicked = Signal(object)
    wants_middle = Signal()
    looked_away = Signal()

    def __init__(self, session: Session, drag: StampDrag) -> None:
        super().__init__()
        self.session = session
        self.drag = drag
        self.scene = Scene()
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(say("Part"))
        self.setToolTip("")
        self.view: ViewName = "whole"
        self.image: QImage | None = None
        self._hover: Hit | None = None
        self._press: QPointF | None = None
        self._last = QPointF()
        self._mode: Literal["", "turn", "shift", "stamp"] = ""
        self.veiled: set[str] = set()
        self._framed = self._turned = False
        self._extent = np.zeros((2, 3))
        self.alone = alone_button(self, "part", command("part alone").told)
        self.alone.clicked.connect(self.wants_middle)
        self.measure = plain_button(
            self, say("Measure"), say("Measure edges, faces and distances (Ctrl+M)")
        )
        self.look = plain_button(self, "Look", "Seen through, edges, light from the side")
        self.look.setMenu(self._looks())
        self.look.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        self.measures = MeasurePanel(self)
        self._draw_soon = after(self, 0, lambda: self._draw())
        draw = self._draw_soon.start
        self.measuring = Measuring(self.measure, self.measures, session, self.scene, draw)
        self._pivot: np.ndarray | None = None
        self._waits = 0
        self._fine_soon = after(self, FINER_AFTER, self._finer)
        session.pictured.connect(self.take_mesh)
        session.report_changed.connect(self.refresh)
        session.selection_changed.connect(self.refresh)
        session.job_changed.connect(self.refresh)
        session.file_changed.connect(self._forget)
        drag.previewed.connect(self.refresh)
        session.stretch_changed.connect(self.refresh)
        session.map.changed.connect(self.refresh)
        self.figures = SectionFigures(session)
        self.figures.changed.connect(self._show_figures)
        self._figures_soon = after(self, FIGURES_AFTER, self._want_figures)
        session.report_changed.connect(self._want_figures)
        drag.cut.changed.connect(self._cut_pulled)
        for signal in (session.selection_changed, session.pictured, session.job_changed):
            signal.connect(self._unpoint)

    def sizeHint(self) -> QSize:
        return QSize(740, 400)

    def _looks(self) -> QMenu:
        """How the part is lit and drawn, each a tick."""
        menu = QMenu(self)
        for name, (words, tip) in LOOKS.items():
            tick = QAction(say(words), menu)
            menu.addAction(tick)
            tick.setToolTip(say(tip))
            tick.setCheckable(True)
            tick.setChecked(getattr(self.scene.looks, name))
            tick.toggled.connect(partial(self._wear, name))
        return menu

    def _wear(self, name: str, on: bool) -> None:
        self.scene.wear(replace(self.scene.looks, **{name: on}))
        self._draw_soon.start()

    # -- what is shown

    def _forget(self) -> None:
        if self.session.mesh is None:
            self._framed = False
            self.scene.show(None)
            self.refresh()

    def take_mesh(self) -> None:
        """Show the part last built; a job with errors leaves the last good one."""
        self.scene.show(self.session.mesh)
        self.veiled = set()
        whole = self.view == "whole" and not self._turned
        if not self._framed or (whole and outgrown(self.scene, self._extent)):
            self.show_view("whole")
            self._framed = True
        elif self.view == "section":
            self._cut()
        self.refresh()

    def glimpse(self, mesh: Mesh | None) -> None:
        """Show a part that is being read, alone; None brings back the one in hand."""
        self.scene.show(mesh or self.session.mesh)
        self.scene.overlay(None)
        self.scene.tint(None)
        self.veiled = set()
        self.show_view("whole")

    def refresh(self) -> None:
        """Colours, overlay and picture anew."""
        self._veil()
        self._paint_faces()
        preview = self.drag.preview
        field = self.session.map.field
        self.scene.tint(draped(field) if field is not None else self._stretched(preview))
        self._draw_soon.start()

    def _veil(self) -> None:
        """Relief that is out of date is not shown beside what takes its place: that of the
        stamp in hand once it differs, and that of stamps which are gone."""
        shown = self.session.shown
        if shown is None or self.scene.mesh is None:
            return
        stamps, at = self.session.job.stamps, self.session.selected
        now = {stamp.name: stamp for stamp in stamps}
        chosen = stamps[at].name if self.drag.preview is not None and at >= 0 else None
        names: set[str] = set()
        old: list[int] = []
        for i, stamp in enumerate(shown.job.stamps):
            upon = stamp_face(stamp.setting.face, [s.name for s in shown.job.stamps[:i]])
            gone = stamp.name not in now or not now[stamp.name].on
            ours = stamp.name == chosen and now[stamp.name] != stamp
            if stamp.on and (gone or ours):
                names |= {StampFace(stamp.name, "cap"), StampFace(stamp.name, "wall")}
                old.append(i)
            elif upon is not None and upon.any_side in names:  # it goes with what it lies on
                names |= {StampFace(stamp.name, "cap"), StampFace(stamp.name, "wall")}
        if names == self.veiled:
            return
        self.veiled = names
        laid = [found for i in old if (found := self._as_built(i)) is not None]
        self.scene.veil(frozenset(names), joined(laid) if laid else None)

    def _as_built(self, index: int) -> Patch | None:
        """The ink of a stamp of the part shown, on its face, as triangles."""
        s = self.session
        assert s.shown is not None
        if index >= len(s.shown.job.stamps):
            return None
        found = preview(s.shown, resolve(s.shown.job), index, s.charts)
        found = None if found is None else found.on_its_face()
        if found is None or not found.placed.regions:
            return None
        points, triangles = found.in_space(0.0)
        over, _ = found.in_space(NORMALS_LIFT)
        return points, triangles, (over - points) / NORMALS_LIFT

    def point_at(self, spot: tuple[float, float], span: Sequence[tuple[float, float]] = ()) -> None:
        """Mark a place of the chosen stamp's sheet on the part, and a line that was measured."""
        preview = self.drag.preview
        if preview is None:
            return
        self.scene.lines(place_lines(preview, spot, span, TINT_LIFT))
        self._draw_soon.start()

    def _unpoint(self) -> None:
        """A place that was marked is of a stamp, and of a part, that is not shown any more."""
        if not self.measure.isChecked():
            self.scene.lines(())

    def _stretched(self, preview: Preview | None) -> Tint | None:
        """The stretch about the selected stamp, in colours on the face."""
        measure = self.session.stretch
        if measure is None or preview is None or not preview.placed.regions:
            return None
        box = box_about(preview.placed.bounds)
        return draped_stretch(preview.chart, box, measure, TINT_LIFT)

    def _paint_faces(self) -> None:
        colours: dict[str, str] = {}
        stale = self.session.stale
        for i, stamp in enumerate(self.session.job.stamps):
            moving = stale and i == self.session.selected
            if not moving:
                for role in stamp.relief.coloured:
                    colours[StampFace(stamp.name, role)] = stamp.relief.colour
        hovered = self._hover.face if self._hover else None
        if isinstance(hovered, StampFace):
            hovered = None
        self.scene.paint(colours, hovered)

    def _draw(self, fine: int = 1) -> None:
        """Draw now; `fine` is how many pixels stand for one on the screen."""
        self._show_hand()
        ratio = self.devicePixelRatioF() * fine
        self.image = self._pixels(ratio, often=fine == 1)
        self.session.looking = self.scene.looking
        self.image.setDevicePixelRatio(ratio)
        if fine == 1:
            self._waits = 0
            self._fine_soon.start()
        self.update()

    def _show_hand(self) -> None:
        """The relief of the stamp in hand as it will look from where one looks now."""
        s, preview, seen = self.session, self.drag.preview, None
        if preview is not None and (s.stale or s.stretch is not None):
            seen = in_hand(s.job, s.resolved, s.selected, preview, self.scene.eye)
        self.scene.overlay(seen)

    def seen(self, fine: int) -> QImage:
        """The part as it is seen now, with so many pixels for one of the screen, each way."""
        image = self._pixels(fine)
        self._draw_soon.start()
        return image

    def _pixels(self, ratio: float, often: bool = False) -> QImage:
        width, height = round(self.width() * ratio), round(self.height() * ratio)
        rows = self.scene.picture(width, height, often)
        return QImage(rows.data, width, height, 3 * width, QImage.Format.Format_RGB888).copy()

    def _finer(self) -> None:
        """Draw finely, or a little later when a new part is about to come."""
        self._waits += 1
        if self.session.building and self._waits < FINE_WAITS:
            self._fine_soon.start()
        else:
            self._draw(2)

    def pick(self, found: Hit) -> None:
        """Measure at a place; a second pick measures between the two, a third starts anew."""
        self.measuring.pick(found, self.height())

    # -- views

    def show_view(self, name: ViewName) -> None:
        """Whole part; square on to the stamp; end on; section through the stamp."""
        self.view, self._turned, self._extent = name, False, np.array(self.scene.bounds)
        self.scene.cut(None, None)
        self.figures.forget()
        drag, preview = self.drag, self.drag.preview
        drag.cut.show(name == "section" and preview is not None)
        if name == "whole" or preview is None:
            look_whole(self.scene)
        else:
            at = drag.cut.at(preview.placed) if preview.placed.regions else None
            look_at_stamp(self.scene, name, preview.chart, preview.placed, at)
        self.figures.want(name, preview, drag.cut)
        self.refresh()

    def _want_figures(self) -> None:
        self.figures.want(self.view, self.drag.preview, self.drag.cut)

    def _show_figures(self) -> None:
        """Draw the lines of the section's figures, before its cut."""
        if not self.measure.isChecked() and self.view == "section":
            lift = -TINT_LIFT * np.array(self.scene.looking)
            self.scene.lines(
                [(np.array(x.ends) + lift).tolist() for x in self.figures.lines if x.ends]
            )
            self._draw_soon.start()

    def _cut(self) -> None:
        preview = self.drag.preview
        if preview is not None and preview.placed.regions:
            cut_through(self.scene, preview.chart, self.drag.cut.at(preview.placed))

    def _cut_pulled(self) -> None:
        """The plane of the section was pulled aside: the part at once, its figures at rest."""
        preview, cut = self.drag.preview, self.drag.cut
        if self.view == "section" and cut.shown and preview is not None and preview.placed.regions:
            if self._turned:
                self._cut()
            else:  # along with it
                at = cut.at(preview.placed)
                look_at_stamp(self.scene, "section", preview.chart, preview.placed, at)
            self.figures.forget()
            self.scene.lines(())
            self._figures_soon.start()
            self._draw_soon.start()

    # -- the mouse

    def hit(self, spot: QPointF) -> Hit | None:
        return self.scene.hit(spot.x(), spot.y(), self.width(), self.height())

    def mousePressEvent(self, event: QMouseEvent) -> None:
        spot = event.position()
        self._press = self._last = spot
        if event.button() == Qt.MouseButton.MiddleButton:
            self._mode = "shift"
        elif event.button() == Qt.MouseButton.LeftButton:
            self._mode = "turn"
            found = self.hit(spot)
            self._pivot = None if found is None else found.point
            measuring = self.measure.isChecked()
            if found is not None and not measuring and self._takes_stamp(found):
                self._mode = "stamp"
                self.setCursor(Qt.CursorShape.ClosedHandCursor)

    def _takes_stamp(self, found: Hit) -> bool:
        """True when a stamp lies under the point; it becomes the selected one."""
        index = self.drag.stamp_at_point(found.face, found.point)
        if index is None:
            return False
        self.session.select(index)
        return self.drag.begin_in_space(found.point)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        spot = event.position()
        step = spot - self._last
        if self._mode == "turn":
            self.scene.turn(step.x() * 0.4, step.y() * 0.4, self._pivot)
            self._look_away()
        elif self._mode == "shift":
            self.shift_by(step)
        elif self._mode == "stamp" and self._press is not None:
            away = spot - self._press
            if self.drag.active and (self.drag.moving or away.manhattanLength() > CLICK_MOVES):
                self._drag_to(spot)
        else:
            self._hover_at(spot)
        self._last = spot

    def _drag_to(self, spot: QPointF) -> None:
        found = self.hit(spot)
        if found is not None and self.drag.on_same_face(found):
            self.drag.move_in_space(found.point)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        moved = self._press is not None and (
            (event.position() - self._press).manhattanLength() > CLICK_MOVES
        )
        mode, self._mode = self._mode, ""
        self.setCursor(Qt.CursorShape.ArrowCursor)
        self.drag.end()
        found = self.hit(event.position()) if mode in ("turn", "stamp") and not moved else None
        if found is not None and mode == "turn" and self.measure.isChecked():
            self.pick(found)
        elif found is not None and (mode == "turn" or isinstance(found.face, StampFace)):
            self.clicked.emit(found)
        self._press = None

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self.show_view("square" if self.drag.stamp_under(self.hit(event.position())) else "whole")

    def wheelEvent(self, event: QWheelEvent) -> None:
        self.nearer_at(event.position(), 1.0015 ** event.angleDelta().y())

    def _look_away(self) -> None:
        """The part is not seen any more as the last view showed it."""
        self._turned = True
        self._draw_soon.start()
        self.looked_away.emit()

    def leaveEvent(self, event: object) -> None:
        self._set_hover(None)

    def _hover_at(self, spot: QPointF) -> None:
        self._set_hover(self.hit(spot))

    def _set_hover(self, found: Hit | None) -> None:
        before = self._hover.face if self._hover else None
        self._hover = found
        if (found.face if found else None) != before:
            self._paint_faces()
            self._draw_soon.start()
        self.update()

    def event(self, event: QEvent) -> bool:
        """While a stamp is dragged, figures, Tab, Enter and Esc belong to the drag."""
        if wants_key(self.drag, event) or take_gesture(self, event):
            event.accept()
            return True
        return super().event(event)

    def nearer_at(self, at: QPointF, factor: float) -> None:
        """Nearer or further, about a pixel: that place of the picture stays where it is."""
        middle = QPointF(self.width() / 2, self.height() / 2)
        factor = self.scene.nearer(factor)
        self.shift_by((middle - at) * (factor - 1.0))

    def turn_by(self, degrees: float) -> None:
        self.scene.turn(degrees, 0.0)
        self._look_away()

    def shift_by(self, by: QPointF) -> None:
        self.scene.shift(by.x(), by.y(), self.height())
        self._look_away()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if drag_key(self.drag, event):
            return
        turns = {
            Qt.Key.Key_Left: (-10, 0),
            Qt.Key.Key_Right: (10, 0),
            Qt.Key.Key_Up: (0, 10),
            Qt.Key.Key_Down: (0, -10),
        }
        along = {Qt.Key.Key_Left: -CUT_STEP, Qt.Key.Key_Right: CUT_STEP}
        shift = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
        if shift and self.drag.cut.shown and event.key() in along and self.drag.preview:
            placed = self.drag.preview.placed
            step = along[Qt.Key(event.key())]
            self.drag.cut.pull(placed, float(self.drag.cut.at(placed)[0]) + step)
            return
        if event.key() in turns:
            self.scene.turn(*turns[Qt.Key(event.key())])
        elif event.key() in (Qt.Key.Key_Plus, Qt.Key.Key_Equal):
            self.scene.nearer(1.15)
        elif event.key() == Qt.Key.Key_Minus:
            self.scene.nearer(1 / 1.15)
        else:
            super().keyPressEvent(event)
            return
        self._look_away()

    # -- painting

    def resizeEvent(self, event: QResizeEvent) -> None:
        self.alone.move(self.width() - self.alone.width() - 8, 6)
        self.measure.move(self.alone.x() - self.measure.width() - 4, 6)
        self.look.move(self.measure.x() - self.look.width() - 4, 6)
        self.measures.place()
        self._draw_soon.start()

    def paintEvent(self, event: QPaintEvent) -> None:
        with painting(self) as painter:
            paint(painter, self)

    @property
    def told(self) -> str:
        """The words above the part."""
        return say(caption(self.session, self._hover))

    def pixel(self, point: Sequence[float]) -> QPointF:
        return QPointF(*self.scene.on_screen(np.array(point), self.width(), self.height()))
