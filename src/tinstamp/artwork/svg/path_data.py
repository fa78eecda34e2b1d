"""Path data of SVG as runs of lines and curves.

Source: SVG 2, 9.3 (grammar, 9.3.9) and 9.5.2 (a path with a fault is drawn up to it); arcs by
SVG 2, appendix B.2 (from end points to a centre).
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from tinstamp.artwork.unite import Contour

ARC_STEP = math.pi / 4
"""radians of an arc that one cubic follows: off by 4e-6 of the radius."""
_NUMBER = re.compile(r"[\s,]*([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)")
_FLAG = re.compile(r"[\s,]*([01])")
_COMMAND = re.compile(r"[\s,]*([MmZzLlHhVvCcSsQqTtAa])")
_COUNTS = {"M": 2, "L": 2, "H": 1, "V": 1, "C": 6, "S": 4, "Q": 4, "T": 2, "A": 7, "Z": 0}

Point = tuple[float, float]


@dataclass(frozen=True)
class Run:
    """A run of pieces, the first command a move; `closed` by the file."""

    commands: Contour
    closed: bool


def runs(data: str) -> list[Run]:
    """The runs of path data, as far as it can be read."""
    pen = _Pen()
    at, end = 0, len(data)
    while at < end:
        match = _COMMAND.match(data, at)
        if match is None:
            break
        verb, at = match[1], match.end()
        if not pen.runs and not pen.now and verb not in "Mm":
            break
        if verb in "Zz":
            pen.close()
            continue
        first = True
        while True:
            values, after = _values(data, at, verb.upper())
            if values is None:
                break
            pen.draw(verb if first or verb not in "Mm" else chr(ord(verb) - 1), values)
            at, first = after, False
        if first or (data[at:].strip(" \t\r\n\f,") and _COMMAND.match(data, at) is None):
            break  # a fault: what is before it is drawn
    pen.lift()
    return pen.runs


def _values(data: str, at: int, verb: str) -> tuple[list[float] | None, int]:
    found: list[float] = []
    for k in range(_COUNTS[verb]):
        match = (_FLAG if verb == "A" and k in (3, 4) else _NUMBER).match(data, at)
        if match is None:
            return None, at
        value = float(match[1])
        if not math.isfinite(value):
            return None, at
        found.append(value)
        at = match.end()
    return found, at


class _Pen:
    """Where drawing goes on, and what it has drawn."""

    def __init__(self) -> None:
        self.runs: list[Run] = []
        self.now: Contour = []
        self.at: Point = (0.0, 0.0)
        self.start: Point = (0.0, 0.0)
        self.last: tuple[str, Point] = ("", (0.0, 0.0))

    def lift(self, closed: bool = False) -> None:
        if self.now:
            self.runs.append(Run(self.now, closed))
        self.now = []

    def close(self) -> None:
        self.lift(True)
        self.at = self.start
        self.last = ("", self.at)

    def _to(self, verb: str, *points: Point) -> None:
        if not self.now:
            self.now = [("M", (self.at,))]
            self.start = self.at
        self.now.append((verb, points))
        self.at = points[-1]

    def draw(self, verb: str, v: list[float]) -> None:
        dx, dy = self.at if verb.islower() else (0.0, 0.0)
        kind = verb.upper()
        before = self.last
        self.last = ("", self.at)
        if kind == "M":
            self.lift()
            self.at = self.start = (v[0] + dx, v[1] + dy)
            self.now = [("M", (self.at,))]
        elif kind == "L":
            self._to("L", (v[0] + dx, v[1] + dy))
        elif kind == "H":
            self._to("L", (v[0] + dx, self.at[1]))
        elif kind == "V":
            self._to("L", (self.at[0], v[0] + dy))
        elif kind in ("C", "S"):
            if kind == "S":
                first = self._mirrored(before, "C")
            else:
                first, v = (v[0] + dx, v[1] + dy), v[2:]
            second, end = (v[0] + dx, v[1] + dy), (v[2] + dx, v[3] + dy)
            self._to("C", first, second, end)
            self.last = ("C", second)
        elif kind in ("Q", "T"):
            if kind == "T":
                middle = self._mirrored(before, "Q")
            else:
                middle, v = (v[0] + dx, v[1] + dy), v[2:]
            self._to("Q", middle, (v[0] + dx, v[1] + dy))
            self.last = ("Q", middle)
        else:
            for points in arc(self.at, v[0], v[1], v[2], v[3] != 0, v[4] != 0,
                              (v[5] + dx, v[6] + dy)):  # fmt: skip
                self._to("C" if len(points) == 3 else "L", *points)

    def _mirrored(self, before: tuple[str, Point], kind: str) -> Point:
        if before[0] != kind:
            return self.at
        return 2 * self.at[0] - before[1][0], 2 * self.at[1] - before[1][1]


def arc(
    start: Point, rx: float, ry: float, turn: float, large: bool, sweep: bool, end: Point
) -> list[tuple[Point, ...]]:
    """An elliptical arc as cubics (three points each), or one line. SVG 2, B.2.4, B.2.5."""
    if start == end:
        return []
    rx, ry = abs(rx), abs(ry)
    if rx == 0.0 or ry == 0.0:
        return [(end,)]
    c, s = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    hx, hy = (start[0] - end[0]) / 2, (start[1] - end[1]) / 2
    x, y = c * hx + s * hy, -s * hx + c * hy
    reach = (x / rx) ** 2 + (y / ry) ** 2
    if reach > 1.0:
        rx, ry = rx * math.sqrt(reach), ry * math.sqrt(reach)
    under = (rx * ry) ** 2 - (rx * y) ** 2 - (ry * x) ** 2
    away = math.sqrt(max(0.0, under) / ((rx * y) ** 2 + (ry * x) ** 2))
    if large == sweep:
        away = -away
    mx, my = away * rx * y / ry, -away * ry * x / rx
    cx = c * mx - s * my + (start[0] + end[0]) / 2
    cy = s * mx + c * my + (start[1] + end[1]) / 2
    first = math.atan2((y - my) / ry, (x - mx) / rx)
    span = math.atan2((-y - my) / ry, (-x - mx) / rx) - first
    if sweep and span < 0:
        span += 2 * math.pi
    elif not sweep and span > 0:
        span -= 2 * math.pi
    count = max(1, math.ceil(abs(span) / ARC_STEP - 1e-9))
    step = span / count
    pull = 4.0 / 3.0 * math.tan(step / 4)

    def place(u: float, v: float) -> Point:
        return c * rx * u - s * ry * v + cx, s * rx * u + c * ry * v + cy

    found: list[tuple[Point, ...]] = []
    for k in range(count):
        a, b = first + k * step, first + (k + 1) * step
        ca, sa, cb, sb = math.cos(a), math.sin(a), math.cos(b), math.sin(b)
        last = end if k == count - 1 else place(cb, sb)
        found.append((place(ca - pull * sa, sa + pull * ca), place(cb + pull * sb, sb - pull * cb),
                      last))  # fmt: skip
    return found
