"""Small pictures of a section through a part: what each kind of relief makes of two strokes."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSizeF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPixmap, QPolygonF

from tinstamp.desk.look import palette as p

SIDES = 0.62
"""Part of the width that strokes, and what lies about them, take."""
LEAST_DEPTH, MOST_DEPTH = 3.0, 7.0
"""px that a depth is shown as"""
FACE_AT = 0.46
"""Part of the height at which the face lies."""
LEAST_CLEAR = 1.0
"""px that a clearance is shown as"""
ARC_SIDES = 8
"""Sides of half a round section's line."""
GLUE = 1.5
"""px between loose letters and the face at least"""


@dataclass(frozen=True)
class Figures:
    """Of a stamp, mm and degrees: its mean stroke, and the numbers of its relief by name."""

    stroke: float
    numbers: Mapping[str, float]
    colour: str

    def of(self, name: str) -> float:
        """A number; 0 for what does not count."""
        return self.numbers.get(name, 0.0)

    @property
    def shaped(self) -> bool:
        """Its lines have the section of a tool."""
        return any(self.of(name) for name in ("vee", "ball", "flank"))


@dataclass(frozen=True)
class _Scene:
    """What is drawn on: the box, px for a mm, where the face and the strokes lie, how deep."""

    painter: QPainter
    box: QRectF
    scale: float
    face: float
    strokes: tuple[tuple[float, float], ...]
    depth: float
    figures: Figures

    @property
    def field(self) -> tuple[float, float]:
        """The two sides of a field about both strokes."""
        margin = min(max(self.figures.of("margin") * self.scale, 3.0), 0.16 * self.box.width())
        return self.strokes[0][0] - margin, self.strokes[1][1] + margin

    def part(self, top: list[tuple[float, float]]) -> None:
        """The part under a line from left to right, px below the face."""
        left, right, bottom = self.box.left(), self.box.right(), self.box.bottom()
        points = [(left, 0.0), *top, (right, 0.0)]
        shape = QPolygonF([QPointF(x, self.face + y) for x, y in points])
        shape.append(QPointF(right, bottom))
        shape.append(QPointF(left, bottom))
        self.painter.setPen(Qt.PenStyle.NoPen)
        self.painter.setBrush(QColor(p.TIN))
        self.painter.drawPolygon(shape)
        self.painter.setPen(QPen(QColor(p.INK), 1.0))
        line = QPolygonF([QPointF(x, self.face + y) for x, y in points])
        self.painter.drawPolyline(line)

    def block(self, left: float, right: float, top: float, bottom: float, colour: str) -> None:
        """A body of its own, px below the face."""
        self.painter.setPen(QPen(QColor(p.INK), 1.0))
        self.painter.setBrush(QColor(colour))
        self.painter.drawRect(QRectF(left, self.face + top, right - left, bottom - top))

    def coloured(self, left: float, right: float, at: float) -> None:
        """A cap or floor in the stamp's colour."""
        self.painter.setPen(QPen(QColor(self.figures.colour), 2.0))
        self.painter.drawLine(QPointF(left, self.face + at), QPointF(right, self.face + at))

    def steps(
        self, height: float, outer: float = 0.0, plain: bool = False, lines: bool = False
    ) -> list[tuple[float, float]]:
        """The line of the face with both strokes at another height; walls lean by the draft, and
        their edges are softened, unless they stand `plain`; `lines` may have a section."""
        if lines and self.figures.shaped:
            return [point for stroke in self.strokes for point in self._shaped(*stroke, height)]
        lean = 0.0 if plain else min(abs(height - outer) * self.figures.of("lean"), 4.0)
        way = 1.0 if height > outer else -1.0
        cap = 0.0 if plain else self._soft("cap_edge_size")
        face = 0.0 if plain else self._soft("face_edge_size")
        found = []
        for left, right in self.strokes:
            a, b = left + lean, right - lean
            found += [(left - face, outer), (left, outer + way * face)]
            found += [(a, height - way * cap), (a + cap, height), (b - cap, height)]
            found += [(b, height - way * cap), (right, outer + way * face), (right + face, outer)]
        return found

    def _shaped(self, left: float, right: float, height: float) -> list[tuple[float, float]]:
        """The line of one stroke with the section of a tool."""
        middle, half = (left + right) / 2, (right - left) / 2
        if self.figures.of("flank"):
            out = min(abs(height) * float(np.tan(np.radians(self.figures.of("flank")))), half)
            inner = half - out if half - out > 1.0 else 1.0
            return [(middle - inner, 0.0), (middle - inner - out, height),
                    (middle + inner + out, height), (middle + inner, 0.0)]  # fmt: skip
        if self.figures.of("vee"):
            tip = min(max(self.figures.of("tip") * self.scale / 2, 0.5), 0.8 * half)
            return [(left, 0.0), (middle - tip, height), (middle + tip, height), (right, 0.0)]
        across = [k / ARC_SIDES for k in range(-ARC_SIDES, ARC_SIDES + 1)]
        return [(middle + half * u, height * (1.0 - u * u) ** 0.5) for u in across]

    def _soft(self, name: str) -> float:
        """px that a softened edge is shown as."""
        size = self.figures.of(name)
        return min(max(size * self.scale, 1.5), 0.4 * self.depth) if size else 0.0


def _engraved(s: _Scene) -> None:
    s.part(s.steps(s.depth, lines=True))
    _caps(s, s.depth)


def _raised(s: _Scene) -> None:
    s.part(s.steps(-s.depth, lines=True))
    _caps(s, -s.depth)


def _caps(s: _Scene, at: float) -> None:
    if s.figures.shaped:  # its end is a line
        return
    for left, right in s.strokes:
        s.coloured(left, right, at)


def _about(s: _Scene, depth: float) -> None:
    """A field about the strokes, sunk or raised; they stay on the face."""
    left, right = s.field
    s.part([(left, 0.0), (left, depth), *s.steps(0.0, depth), (right, depth), (right, 0.0)])
    between = [left, *(x for stroke in s.strokes for x in stroke), right]
    for a, b in zip(between[::2], between[1::2], strict=True):
        s.coloured(a, b, depth)


def _inlay(s: _Scene) -> None:
    s.part(s.steps(s.depth, plain=True))
    clear = max(s.figures.of("clearance") * s.scale, LEAST_CLEAR)
    proud = min(max(s.figures.of("proud") * s.scale, -0.6 * s.depth), 5.0)
    for left, right in s.strokes:
        s.block(left + clear, right - clear, -proud, s.depth - LEAST_CLEAR, s.figures.colour)


def _loose(s: _Scene) -> None:
    gap = max(s.figures.of("gap") * s.scale, GLUE)
    pin = min(s.figures.of("pins") * s.scale, 0.5 * (s.strokes[0][1] - s.strokes[0][0]))
    top: list[tuple[float, float]] = []
    for left, right in s.strokes:
        if pin > 0:
            middle, half = (left + right) / 2, pin / 2 + 1.0
            top += [(middle - half, 0.0), (middle - half, s.depth + 1.0)]
            top += [(middle + half, s.depth + 1.0), (middle + half, 0.0)]
    s.part(top)
    for left, right in s.strokes:
        if pin > 0:
            middle = (left + right) / 2
            s.block(middle - pin / 2, middle + pin / 2, -gap, s.depth, s.figures.colour)
        s.block(left, right, -gap - s.depth, -gap, s.figures.colour)


def _stencil(s: _Scene) -> None:
    s.part([])
    s.painter.setPen(Qt.PenStyle.NoPen)
    s.painter.setBrush(QColor(p.PANEL))
    under = s.box.bottom() - s.face
    for left, right in s.strokes:
        s.painter.drawRect(QRectF(left, s.face - 1.0, right - left, under + 2.0))
    s.painter.setPen(QPen(QColor(p.INK), 1.0))
    for x in (x for stroke in s.strokes for x in stroke):
        s.painter.drawLine(QPointF(x, s.face), QPointF(x, s.box.bottom()))


def _marked(s: _Scene) -> None:
    s.part([])
    _caps(s, 0.0)


DRAWN: Mapping[str, Callable[[_Scene], None]] = {
    "engrave": _engraved,
    "emboss": _raised,
    "field": lambda s: _about(s, s.depth),
    "panel": lambda s: _about(s, -s.depth),
    "inlay": _inlay,
    "loose": _loose,
    "stencil": _stencil,
    "mark": _marked,
}
"""What draws each kind of relief."""


def section_picture(make: str, figures: Figures, size: QSizeF, ratio: float) -> QPixmap:
    """A section through two strokes of a stamp, at its own proportions as far as they can be
    seen."""
    picture = QPixmap((size * ratio).toSize())
    picture.setDevicePixelRatio(ratio)
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    width, height = size.width(), size.height()
    stroke = SIDES * width / 3.0
    scale = stroke / max(figures.stroke, 1e-6)
    depth = min(max(figures.of("depth") * scale, LEAST_DEPTH), MOST_DEPTH)
    first = (width - SIDES * width) / 2
    strokes = ((first, first + stroke), (first + 2 * stroke, first + 3 * stroke))
    box = QRectF(0.5, 0.5, width - 1.0, height - 1.0)
    scene = _Scene(painter, box, scale, FACE_AT * height, strokes, depth, figures)
    DRAWN[make](scene)
    painter.end()
    return picture
