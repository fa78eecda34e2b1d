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
    """Where ink may lie: at once on sheets that keep lengths, elsewhere worked out beside the
    window; `found` is emitted then."""

    found = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._pool = ThreadPoolExecutor(1, "edges")
        self._last: tuple[Planned, Future[Room]] | None = None

    def room(self, item: Planned) -> Room:
        """None where none is asked for, or while it is not known yet."""
        if kept_off(item) <= 0:
            return None
        if isometric(item.chart):
            return _room(item)
        last = self._last
        if last is not None and not last[1].done():
            return None  # one at a time: what comes next is asked for when it is painted
        if last is None or last[0].chart is not item.chart or last[0].lay != item.lay:
            work = self._pool.submit(_room, item)
            work.add_done_callback(lambda _: self.found.emit())
            self._last = item, work
            return None
        return last[1].result()

    def close(self) -> None:
        """Work on nothing more."""
        self._pool.shutdown(wait=False, cancel_futures=True)


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
