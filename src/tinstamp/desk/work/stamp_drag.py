"""A stamp held by the hand: one drag, from either view, at preview speed.

Both views feed it sheet points; it edits the job (one undo step a drag), keeps the live
preview, and tells both views to draw.
"""

from __future__ import annotations

import time
from collections.abc import Collection

import numpy as np
from PySide6.QtCore import QObject, Signal

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.desk.part.scene import Hit
from tinstamp.desk.work.choice import Choice
from tinstamp.desk.work.held import Carried, Held, Mode
from tinstamp.desk.work.placing import sizes_of
from tinstamp.desk.work.preview import Preview, Previews
from tinstamp.desk.work.section_cut import SectionCut
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.typed import Typed
from tinstamp.job.face_name import StampFace
from tinstamp.setting.place import laps_shown
from tinstamp.setting.snap import Mark, Shape, marks_of, snapped

SAME_SIDE = 1.0
"""mm; a picked point that is further off the face than that is on another side of it."""
INK_REACH = 1.5
"""mm round the ink that still counts as the stamp"""


def shape_of(shown: Preview) -> Shape:
    """A stamp as it lies on its sheet, for drawing it to lines."""
    if not shown.placed.regions:
        x, y = shown.placed.origin
        return Shape((x, y, x, y), y)
    low_x, low_y, high_x, high_y = map(float, shown.placed.bounds)
    return Shape((low_x, low_y, high_x, high_y), shown.placed.origin[1])


class StampDrag(QObject):
    """The selected stamp's preview, and the drag on it.

    Attributes
    ----------
    preview : of the selected stamp; None when there is none to show.
    seconds : time the last preview took to compute.
    snaps : the lines that the stamp has been drawn to. choice : stamps chosen beside it.
    cut : where the part is cut to be looked into.
    typed : figures that are typed while it drags. told : what the drag has done so far.
    """

    previewed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.session = session
        self.previews = Previews()
        self.preview: Preview | None = None
        self.seconds = 0.0
        self.moving = False
        self._held: Held | None = None
        self.choice = Choice(session, self)
        self.cut = SectionCut(self)
        self.typed = Typed()
        self.told = ""
        self._at: Array | None = None
        self.snaps: tuple[Mark, ...] = ()
        session.job_changed.connect(self.update)
        session.selection_changed.connect(self.update)
        session.pictured.connect(self.update)
        session.background.come.connect(self._come)

    @property
    def active(self) -> bool:
        return self._held is not None

    @property
    def mode(self) -> Mode | None:
        """What the drag under way does."""
        return self._held.mode if self._held else None

    def update(self) -> None:
        """Compute the selected stamp's preview anew."""
        start = time.perf_counter()
        s = self.session
        self.preview = self.previews.of(s.document, s.resolved, s.selected, s.charts)
        self.seconds = time.perf_counter() - start
        self.previewed.emit()

    def _come(self) -> None:
        """A file that was waited for is there."""
        self.previews.again()
        self.update()

    def of(self, index: int) -> Preview | None:
        """Another stamp's preview, for showing it in grey."""
        s = self.session
        return self.previews.of(s.document, s.resolved, index, s.charts)

    # -- which stamp is where

    def stamp_under(self, found: Hit | None) -> bool:
        return found is not None and self.stamp_at_point(found.face, found.point) is not None

    def stamp_at_point(self, face: str, point: Array) -> int | None:
        """The stamp whose ink box is at a point in space, on that face."""
        for i, stamp in enumerate(self.session.job.stamps):
            if isinstance(face, StampFace) and face.stamp == stamp.name:
                return i
        order = [self.session.selected, *range(len(self.session.job.stamps))]
        for i in order:
            chart = self.session.chart_of(i)
            if chart is not None and self._lies_on(i, face) and self._under(i, point):
                return i
        return None

    def _shown(self, index: int) -> Preview | None:
        return self.preview if index == self.session.selected else self.of(index)

    def _lies_on(self, index: int, face: str) -> bool:
        """True when a stamp may have ink on a face."""
        setting = self.session.job.stamps[index].setting
        if setting.face == face or setting.over == "face":
            return setting.face == face
        shown = self._shown(index)
        return shown is not None and face in shown.faces

    def _under(self, index: int, point: Array) -> bool:
        """True when a point in space lies in the stamp's box."""
        shown = self._shown(index)
        if shown is None:
            return False
        xy = shown.chart.from_space(point)
        there = (
            np.isfinite(xy).all() and np.linalg.norm(shown.chart.to_space(xy) - point) < SAME_SIDE
        )
        return bool(there) and self.on_ink(index, xy)

    def on_ink(self, index: int, xy: Array) -> bool:
        """True when a sheet point lies in the stamp's box (any turn of a closed face)."""
        shown = self._shown(index)
        if shown is None or not shown.placed.regions:
            return False
        bent = shown.placed.bent
        low_x, low_y, high_x, high_y = shown.placed.bounds if bent else shown.artwork.bounds
        xy = np.asarray(xy)
        for move in laps_shown(shown.placed, shown.chart):
            there = np.linalg.solve(move.matrix, xy - move.shift)
            x, y = np.linalg.solve(shown.placed.matrix, there - shown.placed.shift)
            if (
                low_x - INK_REACH <= x <= high_x + INK_REACH
                and low_y - INK_REACH <= y <= high_y + INK_REACH
            ):
                return True
        return False

    # -- the drag

    def begin(self, mode: Mode, at: Array) -> bool:
        """Take hold of the selected stamp at a sheet point; False when it cannot be."""
        s = self.session
        if self.preview is None:
            return False
        i = s.selected
        s.settle()
        values = s.resolved.values
        self._held = Held(
            mode,
            s.job,
            Carried.of(s.resolved, i, self.preview),
            np.array(at, dtype=float),
            values[f"stamps.{i}.setting.turn"],
            {field: values[f"stamps.{i}.artwork.{field}"] for field in sizes_of(s.job, i)},
            shape_of(self.preview),
            self._shapes(self.preview.chart) if mode == "move" else [],
            self._along() if mode == "move" else [],
        )
        self.moving = False
        self.typed, self.told, self._at = Typed(), "", None
        s.drag_under_way = True
        return True

    def _along(self) -> list[Carried]:
        """The other chosen stamps, but for those that follow a chosen one anyway."""
        stamps = self.session.job.stamps
        leads = {stamps[i].name: stamps[i].setting.from_stamp for i in self.choice.indices}
        found = []
        for i in self.choice.beside:
            shown = self.of(i)
            if shown is not None and stamps[i].setting.from_stamp not in leads:
                found.append(Carried.of(self.session.resolved, i, shown))
        return found

    def begin_in_space(self, point: Array) -> bool:
        return self.preview is not None and self.begin("move", self.preview.chart.from_space(point))

    def move_in_space(self, point: Array) -> None:
        held = self._held
        if held is not None:
            self.move(held.stamp.chart.from_space(point))

    def on_same_face(self, found: Hit) -> bool:
        """True when a hit is on the selected stamp's face, or on relief upon it."""
        if self.preview is None:
            return False
        stamps = self.session.job.stamps
        faces = {stamps[self.session.selected].setting.face, *self.preview.faces}
        if not isinstance(found.face, StampFace) or found.face in faces:
            return found.face in faces
        return any(s.name == found.face.stamp and s.setting.face in faces for s in stamps)

    @property
    def others(self) -> list[tuple[str, Shape]]:
        """Other stamps beside the one that is being moved, as they lay when it was taken hold
        of."""
        return list(self._held.others) if self._held is not None else []

    def others_on(
        self, face: str, leader: str = "", besides: Collection[int] = ()
    ) -> list[Preview]:
        """Stamps on a face that do not follow a leader, but for some."""
        found = []
        for i, stamp in enumerate(self.session.job.stamps):
            there = i not in besides and stamp.on and stamp.setting.face == face
            if not there or (leader and stamp.setting.from_stamp == leader):
                continue
            other = self.of(i)
            if other is not None and other.placed.regions:
                found.append(other)
        return found

    def _shapes(self, chart: Chart) -> list[tuple[str, Shape]]:
        """What the selected stamp can be drawn to, as it lies on a sheet."""
        chosen = self.session.job.stamps[self.session.selected]
        others = self.others_on(chosen.setting.face, chosen.name, self.choice.indices)
        return [(one.plan.name, shape_of(self.previews.on_sheet(one, chart))) for one in others]

    def _drawn(self, held: Held, by: Array, near: float, chart: Chart) -> Array:
        """A move, ended on a line within `near` mm."""
        low_x, low_y, high_x, high_y = held.shape.box
        dx, dy = map(float, by)
        there = Shape((low_x + dx, low_y + dy, high_x + dx, high_y + dy), held.shape.line + dy)
        more, self.snaps = snapped(there, marks_of(chart, held.others), near)
        return by + more

    def move(self, at: Array, fine: float = 0.0, near: float = 0.0) -> None:
        """The hand is at a sheet point now; `fine` is a step to go by (mm, degrees), `near`
        how far off lines draw the stamp to them, mm. What is typed goes before the hand."""
        held = self._held
        if held is None or self.preview is None or not np.isfinite(at).all():
            return
        self.moving = True
        self._at = np.array(at)
        if held.mode == "move":
            by = held.way(at)
            self.snaps = ()
            if fine:
                by = np.round(by / fine) * fine
            elif near > 0 and not self.typed.begun:
                by = self._drawn(held, by, near, held.stamp.chart)
            by = np.array([self._typed(k, float(by[k])) for k in (0, 1)])
            try:
                job = held.moved(by)
            except ValueError:
                return  # where a cast does not reach the face the stamp stays
            self.told = f"{by[0]:.2f} mm across, {by[1]:.2f} mm up"
        elif held.mode == "turn":
            turn = held.turn + held.angle_to(at)
            turn = self._typed(0, round(turn / fine) * fine if fine else turn)
            job = held.turned(turn - held.turn)
            self.told = f"turned to {(turn + 180) % 360 - 180:.1f}°"
        else:
            factor = held.factor_to(at)
            size = held.main_size
            if size:
                factor = self._typed(0, size * factor) / size
                self.told = f"{size * factor:.2f} mm"
            if factor <= 0:
                return
            job = held.sized(factor)
        name = held.job.stamps[held.stamp.index].name
        many = len(held.along) + 1
        what = f"“{name}”" if many == 1 else f"{many} stamps"
        merge = f"drag {held.stamp.index} {held.mode}"
        self.session.replace(job, f"{held.mode} {what}", merge=merge)

    def _typed(self, at: int, by_hand: float) -> float:
        value = self.typed.value(at)
        return by_hand if value is None else value

    # -- figures typed while it drags

    def type_key(self, text: str) -> bool:
        """Take a character of a figure; False when none is dragged or it is none."""
        if self._held is None or not self.typed.key(text):
            return False
        self._again()
        return True

    def type_back(self) -> None:
        """Take the last character of the figure off."""
        self.typed.back()
        self._again()

    def type_next(self) -> None:
        """Go on to the figure of the other direction."""
        if self._held is not None and self._held.mode == "move":
            self.typed.next(2)
            self.previewed.emit()

    def _again(self) -> None:
        if self._held is not None:
            self.move(self._at if self._at is not None else self._held.start)

    @property
    def asked(self) -> tuple[str, ...]:
        """What is typed so far, a word and a figure each; nothing where nothing is."""
        if self._held is None or not self.typed.begun:
            return ()
        words = {"move": ("across", "up"), "turn": ("turn",), "size": (self._size_word,)}
        unit = "°" if self._held.mode == "turn" else " mm"
        typed = zip(words[self._held.mode], self.typed.texts, strict=False)
        return tuple(f"{word} {text or '…'}{unit}" for word, text in typed)

    @property
    def _size_word(self) -> str:
        return next(iter(self._held.sizes), "size") if self._held is not None else "size"

    def give_up(self) -> None:
        """Put everything back to where the drag began."""
        held = self._held
        if held is not None:
            self.end()
            if self.session.job is not held.job:
                self.session.undo(for_good=True)

    def nudge(self, dx: float, dy: float) -> None:
        """Move the selected stamp by a step, mm."""
        if self.preview is None or not self.begin("move", np.zeros(2)):
            return
        self.move(np.array([dx, dy]))
        self.end()

    def end(self) -> None:
        """Let go."""
        self.session.drag_under_way = False
        if self._held is not None:
            self._held = None
            self.moving = False
            self.snaps, self.told = (), ""
            self.typed = Typed()
            self.session.settle()
            self.previewed.emit()
