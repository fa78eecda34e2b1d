"""A stamp held by the hand: one drag, from either view, at preview speed.

Both views feed it sheet points; it edits the job (one undo step a drag), keeps the live
preview, and tells both views to draw.
"""

from __future__ import annotations

import time
from dataclasses import dataclass
from typing import Literal

import numpy as np
from PySide6.QtCore import QObject, Signal

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.desk.part.scene import Hit
from tinstamp.desk.work.placing import moved, sized, sizes_of, turned
from tinstamp.desk.work.preview import Preview, Previews
from tinstamp.desk.work.session import Session
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import Job
from tinstamp.setting.place import home, laps_shown
from tinstamp.setting.snap import Mark, Shape, marks_of, snapped

Mode = Literal["move", "turn", "size"]
SAME_SIDE = 1.0
"""mm; a picked point that is further off the face than that is on another side of it."""
INK_REACH = 1.5
"""mm round the ink that still counts as the stamp"""


@dataclass
class _Held:
    mode: Mode
    job: Job
    index: int
    start: Array
    origin: Array
    values: dict[str, float]
    angle: bool
    shape: Shape
    chart: Chart
    others: list[tuple[str, Shape]]


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
    snaps : the lines that the stamp has been drawn to.
    """

    previewed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.session = session
        self.previews = Previews()
        self.preview: Preview | None = None
        self.seconds = 0.0
        self.moving = False
        self._held: _Held | None = None
        self.snaps: tuple[Mark, ...] = ()
        session.job_changed.connect(self.update)
        session.selection_changed.connect(self.update)
        session.pictured.connect(self.update)
        session.background.come.connect(self.update)

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
        if self.preview is not None:
            self.preview.in_space()
        self.seconds = time.perf_counter() - start
        self.previewed.emit()

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
        base = f"stamps.{i}"
        s.settle()
        self._held = _Held(
            mode,
            s.job,
            i,
            np.array(at, dtype=float),
            np.array(self.preview.placed.origin),
            {
                name: s.resolved.values[f"{base}.{path}"]
                for name, path in (
                    ("across", "setting.across"),
                    ("up", "setting.up"),
                    ("turn", "setting.turn"),
                    *((field, f"artwork.{field}") for field in sizes_of(s.job, i)),
                )
            },
            f"{base}.setting.across" in s.resolved.angles,
            shape_of(self.preview),
            self.preview.chart,
            self._others(self.preview.chart) if mode == "move" else [],
        )
        self.moving = False
        s.drag_under_way = True
        return True

    def begin_in_space(self, point: Array) -> bool:
        return self.preview is not None and self.begin("move", self.preview.chart.from_space(point))

    def move_in_space(self, point: Array) -> None:
        held = self._held
        if held is not None:
            self.move(held.chart.from_space(point))

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
        return self._held.others if self._held is not None else []

    def _others(self, chart: Chart) -> list[tuple[str, Shape]]:
        """Stamps on the selected one's face that do not follow it, as they lie on a sheet."""
        s = self.session
        chosen = s.job.stamps[s.selected]
        found = []
        for i, stamp in enumerate(s.job.stamps):
            beside = i != s.selected and stamp.on and stamp.setting.face == chosen.setting.face
            if not beside or stamp.setting.from_stamp == chosen.name:
                continue
            other = self.of(i)
            if other is not None:
                there = self.previews.on_sheet(other, chart)
                if there.placed.regions:
                    found.append((stamp.name, shape_of(there)))
        return found

    def _drawn(self, held: _Held, by: Array, near: float, chart: Chart) -> Array:
        """A move, ended on a line within `near` mm."""
        low_x, low_y, high_x, high_y = held.shape.box
        dx, dy = map(float, by)
        there = Shape((low_x + dx, low_y + dy, high_x + dx, high_y + dy), held.shape.line + dy)
        more, self.snaps = snapped(there, marks_of(chart, held.others), near)
        return by + more

    def move(self, at: Array, fine: float = 0.0, near: float = 0.0) -> None:
        """The hand is at a sheet point now; `fine` is a step to go by (mm, degrees), `near`
        how far off lines draw the stamp to them, mm."""
        held = self._held
        if held is None or self.preview is None or not np.isfinite(at).all():
            return
        self.moving = True
        v = held.values
        if held.mode == "move":
            chart = held.chart  # the sheet that it was taken hold of on
            by = np.array(at) - held.start
            by = home(held.origin + by, chart) - held.origin
            self.snaps = ()
            if fine:
                by = np.round(by / fine) * fine
            elif near > 0:
                by = self._drawn(held, by, near, chart)
            try:
                job = moved(
                    held.job, held.index, chart, held.origin, by, held.angle, v["across"], v["up"]
                )
            except ValueError:
                return  # where a cast does not reach the face the stamp stays
            label = "move"
        elif held.mode == "turn":
            a, b = held.start - held.origin, np.array(at) - held.origin
            by_degrees = float(np.degrees(np.arctan2(b[1], b[0]) - np.arctan2(a[1], a[0])))
            if fine:
                by_degrees = round((v["turn"] + by_degrees) / fine) * fine - v["turn"]
            job = turned(held.job, held.index, by_degrees, v["turn"])
            label = "turn"
        else:
            a, b = held.start - held.origin, np.array(at) - held.origin
            factor = float(np.linalg.norm(b)) / max(float(np.linalg.norm(a)), 1e-6)
            job = sized(held.job, held.index, factor, v)
            label = "size"
        name = held.job.stamps[held.index].name
        self.session.replace(job, f"{label} “{name}”", merge=f"drag {held.index} {held.mode}")

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
            self.snaps = ()
            self.session.settle()
