"""Drawings on a proof sheet, each to a scale that is told, in lines that stand on paper without
colours."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely
from numpy.typing import NDArray
from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from tinstamp.artwork.outline import Outline
from tinstamp.output.proof_sheet.section import Section
from tinstamp.output.proof_sheet.type import PLAIN, STRONG
from tinstamp.output.result import FlatSheet, Inked
from tinstamp.words.languages import in_words

Array = NDArray[np.float64]
SCALES = (50.0, 20.0, 10.0, 5.0, 2.0, 1.0, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01)
"""Recommended scales of drawings (ISO 5455, from memory)."""
THICK, THIN, HAIR = 0.35 * mm, 0.18 * mm, 0.1 * mm
"""Widths of lines: edges, dimensions, hatching (a half and a quarter of 0.35: ISO 128, from
memory)."""
INK, PART, MARK = HexColor("#000000"), HexColor("#555555"), HexColor("#303030")
PAPER = HexColor("#FFFFFF")
ARROW = 1.6 * mm
FIGURE = 7.0
"""pt of a dimension's figure"""
HATCH = 1.4 * mm
"""between lines of hatching"""


def scale_for(size: Array, room: tuple[float, float]) -> float:
    """The largest of the scales at which something of that size, mm, fits into a room, pt."""
    for scale in SCALES:
        if (size * scale * mm <= np.array(room)).all():
            return scale
    return SCALES[-1]


def scale_words(scale: float) -> str:
    """As drawings have it: 2:1, 1:5."""
    return f"{scale:g}:1" if scale >= 1 else f"1:{1 / scale:g}"


class Drawing(Flowable):
    """A drawing in a frame with a title and its scale beneath."""

    room_beneath = 5 * mm

    def __init__(self, title: str, low: Array, high: Array, room: tuple[float, float]) -> None:
        super().__init__()
        self.title = title
        self.low, self.high = low, high
        self.scale = scale_for(high - low, (room[0] - 2 * mm, room[1] - 2 * mm - self.room_beneath))
        self.width = room[0]
        self.height = float((high - low)[1]) * self.scale * mm + self.room_beneath + 2 * mm

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        return self.width, self.height

    def pt(self, points: Array) -> Array:
        """Places (n, 2) mm on the paper, pt."""
        grow = self.scale * mm
        left = (self.width - float((self.high - self.low)[0]) * grow) / 2
        found: Array = (points - self.low) * grow + [left, self.room_beneath + 1 * mm]
        return found

    def draw(self) -> None:
        canvas: Canvas = self.canv
        canvas.saveState()
        canvas.setLineCap(1)
        canvas.setLineJoin(1)
        self._figures: list[tuple[Array, Array, float, Array, str]] = []
        self.paint(canvas)
        for figure in self._figures:  # over all lines
            self._figure(canvas, *figure)
        canvas.setFillColor(INK)
        canvas.setFont(PLAIN, FIGURE)
        words = f"{self.title}, {scale_words(self.scale)}" if self.title else ""
        canvas.drawCentredString(self.width / 2, 1 * mm, words)
        canvas.restoreState()

    def paint(self, canvas: Canvas) -> None:
        """The drawing itself."""

    # -- pieces

    def lines(self, canvas: Canvas, lines: Sequence[Array], wide: float, colour: object) -> None:
        canvas.setLineWidth(wide)
        canvas.setStrokeColor(colour)
        path = canvas.beginPath()
        for line in lines:
            points = self.pt(line)
            path.moveTo(*map(float, points[0]))
            for p in points[1:]:
                path.lineTo(*map(float, p))
        canvas.drawPath(path)

    def outlines(
        self, canvas: Canvas, outlines: Sequence[Outline], filled: object | None, wide: float
    ) -> None:
        path = canvas.beginPath()
        for outline in outlines:
            poles = self.pt(outline.beziers.reshape(-1, 2)).reshape(-1, 4, 2)
            path.moveTo(*map(float, poles[0, 0]))
            for piece, straight in zip(poles, outline.straight, strict=True):
                if straight:
                    path.lineTo(*map(float, piece[3]))
                else:
                    path.curveTo(*map(float, piece[1:].ravel()))
            path.close()
        canvas.setLineWidth(wide)
        canvas.setStrokeColor(INK)
        if filled is not None:
            canvas.setFillColor(filled)
        canvas.drawPath(path, stroke=int(filled is None), fill=int(filled is not None))

    def dimension(
        self,
        canvas: Canvas,
        start: Array,
        end: Array,
        off: Array,
        words: str,
        level: bool = False,
    ) -> None:
        """A dimension line between two places, moved off them, with its figure: along it where
        there is room, unless it is to be level; mm and pt."""
        a, b = self.pt(start[None])[0], self.pt(end[None])[0]
        c, d = a + off, b + off
        canvas.setLineWidth(THIN / 1.5)
        canvas.setStrokeColor(INK)
        for p, q in ((a, c), (b, d), (c, d)):
            canvas.line(*map(float, p), *map(float, q))
        along = d - c
        long = float(np.hypot(*along))
        unit = along / long if long else np.array([1.0, 0.0])
        inwards = 1.0 if long > 3 * ARROW else -1.0
        for tip, way in ((c, unit * inwards), (d, -unit * inwards)):
            side = np.array([-way[1], way[0]]) * 0.25
            path = canvas.beginPath()
            path.moveTo(*map(float, tip))
            path.lineTo(*map(float, tip + (way + side) * ARROW))
            path.lineTo(*map(float, tip + (way - side) * ARROW))
            path.close()
            canvas.setFillColor(INK)
            canvas.drawPath(path, stroke=0, fill=1)
            if inwards < 0:
                canvas.line(*map(float, tip), *map(float, tip + way * 2 * ARROW))
        self._figures.append(((c + d) / 2, unit, 0.0 if level else long, off, words))

    def _figure(
        self, canvas: Canvas, middle: Array, unit: Array, long: float, off: Array, words: str
    ) -> None:
        wide = canvas.stringWidth(words, PLAIN, FIGURE)
        canvas.saveState()
        canvas.setFont(PLAIN, FIGURE)
        canvas.setFillColor(INK)
        canvas.translate(*map(float, middle))
        if wide > long - 1.0:
            across = long / 2 + 2.4 * ARROW
            if abs(unit[1]) > abs(unit[0]):  # an upright line: on its outer side
                across = 3.0 if off[0] > 0 else -wide - 3.0
            self._cleared(canvas, across, -FIGURE / 3, wide)
            canvas.drawString(across, -FIGURE / 3, words)
        else:
            angle = float(np.degrees(np.arctan2(unit[1], unit[0])))
            canvas.rotate(angle + 180.0 if angle > 90.0 or angle <= -90.0 else angle)
            self._cleared(canvas, -wide / 2, 1.5, wide)
            canvas.drawString(-wide / 2, 1.5, words)
        canvas.restoreState()

    def _cleared(self, canvas: Canvas, left: float, foot: float, wide: float) -> None:
        """White behind a figure, so that no line runs through it."""
        canvas.setFillColor(PAPER)
        canvas.rect(left - 0.5, foot - 0.7, wide + 1.0, FIGURE * 0.9, stroke=0, fill=1)
        canvas.setFillColor(INK)


class ViewDrawing(Drawing):
    """The part from one side; words for the side, and for what is left out."""

    def __init__(
        self, word: str, without: str, seen: Sequence[Array], room: tuple[float, float]
    ) -> None:
        points = np.concatenate(list(seen)) if seen else np.zeros((2, 2))
        title = " ".join(filter(None, (in_words(word), in_words(without))))
        super().__init__(title, points.min(axis=0), points.max(axis=0), room)
        self.seen = seen

    def at_scale(self, scale: float, room: tuple[float, float]) -> ViewDrawing:
        """The same at another scale."""
        self.scale = scale
        self.height = float((self.high - self.low)[1]) * scale * mm + self.room_beneath + 2 * mm
        return self

    def paint(self, canvas: Canvas) -> None:
        self.lines(canvas, self.seen, THIN, PART)


class SheetDrawing(Drawing):
    """A face laid flat with its ink; beneath and beside it how large the face and each stamp are,
    and how far from its edges their ink begins."""

    ROW, COLUMN = 4.2 * mm, 11 * mm
    """from one level dimension to the next, and from one upright one to the next"""
    MOST = 6
    """stamps whose dimensions are drawn; the table has them all"""

    def __init__(
        self, sheet: FlatSheet, girth: float | None, turns: dict[str, float],
        room: tuple[float, float],
    ) -> None:  # fmt: skip
        boxes = np.stack([o.bounds for o in sheet.outline])
        self.face = boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)
        boxes = np.concatenate([boxes, *[_box(i)[None] for i in sheet.inked if i.regions]])
        low, high = boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)
        self.shown = [i for i in sheet.inked if i.regions][: self.MOST]
        self.edge = (len(self.shown) + 2) * self.ROW
        self.left = (len(self.shown) + 1) * self.COLUMN + 2 * mm
        inner = (room[0] - self.left - 2 * mm, room[1] - self.edge)
        super().__init__(f"{sheet.face}, {in_words('laid flat')}", low, high, inner)
        self.width = room[0]
        self.height += self.edge + 2 * mm
        self.sheet, self.girth, self.turns = sheet, girth, turns

    def pt(self, points: Array) -> Array:
        return super().pt(points) + [self.left / 2, self.edge]

    def paint(self, canvas: Canvas) -> None:
        self.outlines(canvas, self.sheet.outline, None, THICK)
        for inked in self.sheet.inked:
            for region in inked.regions:
                self.outlines(canvas, region.outlines, MARK, HAIR)
        low, high = self.face
        for k, inked in enumerate(self.shown):
            self._placed(canvas, inked, k + 1)
        last = len(self.shown) + 1
        words = in_words(f"{high[0] - low[0]:.2f}")
        words += f" ({in_words('girth')})" if self.girth is not None else ""
        self._level(canvas, low[0], high[0], low[1], last, words)
        self._upright(canvas, low[1], high[1], low[0], last, in_words(f"{high[1] - low[1]:.2f}"))

    def _placed(self, canvas: Canvas, inked: Inked, row: int) -> None:
        """How far from the left and the lower edge a stamp's ink begins, and how large it is."""
        (left, foot), box = self.face[0], _box(inked)
        turn = self.turns.get(inked.stamp, 0.0)
        size = f"{box[2] - box[0]:.2f}" + (f"; {turn:.1f}°" if turn else "")
        words = f"{inked.stamp}: {in_words(size)}"
        self._level(canvas, box[0], box[2], foot, row, words)
        if box[0] - left > 0.5:
            self._level(canvas, left, box[0], foot, row, in_words(f"{box[0] - left:.2f}"))
        self._upright(canvas, box[1], box[3], left, row, in_words(f"{box[3] - box[1]:.2f}"))
        if box[1] - foot > 0.5:
            self._upright(canvas, foot, box[1], left, row, in_words(f"{box[1] - foot:.2f}"))

    def _level(
        self, canvas: Canvas, start: float, end: float, foot: float, row: int, words: str
    ) -> None:
        a, b = np.array([start, foot]), np.array([end, foot])
        self.dimension(canvas, a, b, np.array([0.0, -row * self.ROW]), words)

    def _upright(
        self, canvas: Canvas, start: float, end: float, left: float, row: int, words: str
    ) -> None:
        a, b = np.array([left, start]), np.array([left, end])
        self.dimension(canvas, a, b, np.array([-row * self.COLUMN, 0.0]), words, True)


def _box(inked: Inked) -> Array:
    boxes = np.stack([r.bounds for r in inked.regions])
    return np.concatenate([boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)])


class SectionDrawing(Drawing):
    """A cut through a stroke with the depth, the wall left, and the stroke's width."""

    EDGE = 16 * mm

    def __init__(self, name: str, section: Section, room: tuple[float, float]) -> None:
        box = np.array(section.material.bounds)
        tall = max(box[3] - box[1], 0.1)
        self.cut_off = False
        low, high = box[:2], box[2:].copy()
        if tall > 1.2 * (box[2] - box[0]):  # a thick part: what lies near the mark
            low = np.array([low[0], high[1] - 1.2 * (box[2] - box[0])])
            self.cut_off = True
        high[1] = max(high[1], 0.0)
        inner = (room[0] - 2 * self.EDGE, room[1])
        super().__init__(in_words(f"Section through “{name}”"), low, high, inner)
        self.width = room[0]
        self.section = section

    def paint(self, canvas: Canvas) -> None:
        section = self.section
        shown = section.material.intersection(shapely.box(*self.low, *self.high))
        self._hatch(canvas, shown)
        for piece in shapely.get_parts(shown):
            if piece.geom_type == "Polygon":
                for ring in (piece.exterior, *piece.interiors):
                    self.lines(canvas, [np.array(ring.coords)], THICK, INK)
        left, right = section.stroke
        face, top = np.array([right, 0.0]), np.array([right, section.top])
        beside = np.array([self.high[0] - right, 0.0]) * self.scale * mm + [4 * mm, 0.0]
        if abs(section.top) > 1e-6:
            high = f"{abs(section.top):.2f}"
            words = in_words(f"{high} raised" if section.top > 0 else f"{high} deep")
            self.dimension(canvas, face, top, beside, words)
        if not self.cut_off:
            a = np.array([left, min(section.top, 0.0)])
            b = np.array([left, section.bottom])
            beside = np.array([self.low[0] - left, 0.0]) * self.scale * mm - [4 * mm, 0.0]
            self.dimension(canvas, b, a, beside, in_words(f"{section.wall:.2f} left"))
        else:
            canvas.setFont(PLAIN, FIGURE)
            x, y = self.pt(np.array([[self.low[0], self.low[1]]]))[0]
            words = in_words(f"{section.wall:.2f} mm left behind")
            canvas.drawString(float(x), float(y) + 2, words)

    def _hatch(self, canvas: Canvas, material: shapely.Geometry) -> None:
        """Lines at 45° over what is cut."""
        if material.is_empty:
            return
        step = HATCH / (self.scale * mm)
        left, low, right, high = material.bounds
        reach = high - low
        starts = np.arange(left - reach, right, step * np.sqrt(2.0))
        lines = [((x, low), (x + reach, high)) for x in starts]
        cut = shapely.MultiLineString(lines).intersection(material)
        members = [
            np.array(p.coords)
            for p in shapely.get_parts(cut)
            if p.geom_type == "LineString" and not p.is_empty
        ]
        self.lines(canvas, members, HAIR, PART)


class SignBox(Flowable):
    """Where it is signed."""

    def __init__(self, wide: float) -> None:
        super().__init__()
        self.width, self.height = wide, 24 * mm

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        return self.width, self.height

    def draw(self) -> None:
        canvas: Canvas = self.canv
        canvas.setLineWidth(THICK)
        canvas.rect(0, 0, self.width, self.height)
        third = self.width / 3
        for k in (1, 2):
            canvas.line(k * third, 0, k * third, self.height)
        canvas.setFont(STRONG, 8)
        for k, word in enumerate(("Released", "To be changed", "Name, date, signature")):
            canvas.drawString(
                k * third + 8 + (12 if k < 2 else 0), self.height - 14, in_words(word)
            )
            if k < 2:
                canvas.rect(k * third + 6, self.height - 15.5, 9, 9)
