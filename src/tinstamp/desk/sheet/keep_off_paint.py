"""The line off the edges of a face that ink is to stay within, on the sheet."""

from __future__ import annotations

from concurrent.futures import Future, ThreadPoolExecutor
from typing import TypeAlias

import shapely
from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF
from shapely.geometry.base import BaseGeometry

from tinstamp.desk.look import palette as p
from tinstamp.desk.sheet.sheet_scale import Scale
from tinstamp.plan.keep_off import kept_off, room_for
from tinstamp.plan.planned import Planned
from tinstamp.setting.edge_distance import EdgeError, isometric

Room: TypeAlias = BaseGeometry | None


class KeepOffLines(QObject):
    """Where ink may lie, worked out beside the window; `found` is emitted then."""

    found = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._pool = ThreadPoolExecutor(1, "edges")
        self._known: tuple[Planned, Room] | None = None
        self._work: tuple[Planned, Future[Room]] | None = None
        self._over = False

    def room(self, item: Planned, moving: bool) -> Room:
        """None where none is asked for, or while it is not known yet. While the hand moves nothing
        is worked out: on a sheet that keeps lengths the line stays where it was."""
        if kept_off(item) <= 0:
            return None
        if self._work is not None and self._work[1].done():
            self._known, self._work = (self._work[0], self._work[1].result()), None
        if self._known is not None:
            known, room = self._known
            same = known.chart is item.chart and known.lay == item.lay
            held = moving and isometric(item.chart) and known.faces == item.faces
            if same or (held and kept_off(known) == kept_off(item)):
                return room
        if moving or self._work is not None or self._over:
            return None
        work = self._pool.submit(_room, item)  # one at a time: it is painted again afterwards
        self._work = item, work
        work.add_done_callback(lambda _: self.found.emit())
        return None

    def close(self) -> None:
        """Work on nothing more."""
        self._over = True
        self._pool.shutdown(wait=True, cancel_futures=True)


def _room(item: Planned) -> Room:
    try:
        return room_for(item)
    except EdgeError:  # a finding tells it
        return None


def paint_keep_off(painter: QPainter, room: Room, scale: Scale) -> None:
    """Dashes all along it."""
    if room is None:
        return
    painter.setPen(QPen(QColor(p.LOOK), 1.5, Qt.PenStyle.DashLine))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for ring in shapely.get_parts(shapely.boundary(room)):
        points = shapely.get_coordinates(ring)
        painter.drawPolyline(QPolygonF([scale.to_pixel(*xy) for xy in points.tolist()]))
