"""Braille: words to cells of dots, and those to regions.

Letter by letter (uncontracted) by the table below, which is that of six-dot braille as English and
German share it; contracted, or by another country's rules, by liblouis where that is installed.
"""

from __future__ import annotations

import ctypes
import ctypes.util
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Region
from tinstamp.artwork.shapes import circle

BLANK_CELL = 0x2800
"""Unicode's braille patterns begin here: dot n of a cell adds bit n - 1 (The Unicode Standard,
chapter 21, Braille Patterns)."""
_BY_LETTER = """
a1 b12 c14 d145 e15 f124 g1245 h125 i24 j245 k13 l123 m134 n1345 o135 p1234 q12345 r1235 s234 t2345
u136 v1236 w2456 x1346 y13456 z1356 ä345 ö246 ü1256 ß2346
,2 ;23 :25 .256 !235 ?236 '3 ’3 -36 –36
"""  # fmt: skip
LETTERS: dict[str, str] = {entry[0]: entry[1:] for entry in _BY_LETTER.split()}
"""Dots of each letter: dots 1, 2, 3 down the left column, 4, 5, 6 down the right."""
FIGURES = dict(zip("1234567890", "abcdefghij", strict=True))
"""Figures are the first ten letters after the sign for numbers."""
NUMBER_SIGN, CAPITAL_SIGN = "3456", "6"
TABLES = {
    "letters": "",
    "english": "en-ueb-g2.ctb",
    "german": "de-g2.ctb",
    "german_full": "de-g1.ctb",
    "french": "fr-bfu-g2.ctb",
    "spanish": "es-g1.ctb",
}
"""Ways to write words, and the table of liblouis for each."""
UNICODE_DOTS = 4 | 64
"""Mode of liblouis's lou_translateString: dots, as Unicode's braille patterns (its manual)."""


class BrailleError(ValueError):
    """Words cannot be written so; the message is for the designer."""


@dataclass(frozen=True)
class BrailleSpec:
    """All that decides the dots; mm.

    Attributes
    ----------
    by : a key of TABLES. dot : across the base of a dot. apart : between dots of a cell.
    cell, line : from cell to cell, from line to line.
    """

    text: str
    by: str
    dot: float
    apart: float
    cell: float
    line: float


@lru_cache(maxsize=64)
def draw_braille(spec: BrailleSpec) -> Artwork:
    """The dots, the middle of the lowest line's lower edge at the origin. Raises BrailleError."""
    if spec.dot >= spec.apart:
        raise BrailleError("dots are as wide as they are apart: they run together")
    rows, missing = [], []
    for words in spec.text.split("\n"):
        cells, lacking = cells_of(words, spec.by)
        rows.append(cells)
        missing += lacking
    places = [place for k, cells in enumerate(rows) for place in _dots(cells, k, spec)]
    if not places:
        return Artwork((), missing=tuple(dict.fromkeys(missing)))
    at = np.array([xy for _, xy in places])
    low, high = at.min(axis=0) - spec.dot / 2, at.max(axis=0) + spec.dot / 2
    shift = -np.array([(low[0] + high[0]) / 2, low[1]])
    dot = circle(spec.dot / 2)
    regions = tuple(
        Region(dot, letters=(cell,)).transformed(np.eye(2), np.array(xy) + shift)
        for cell, xy in places
    )
    return Artwork(regions, width=float(high[0] - low[0]), cap_height=float(high[1] - low[1]),
                   missing=tuple(dict.fromkeys(missing)))  # fmt: skip


def _dots(
    cells: Sequence[int], row: int, spec: BrailleSpec
) -> list[tuple[int, tuple[float, float]]]:
    """The middles of a line's dots, mm, with the number of their cell."""
    found = []
    for k, cell in enumerate(cells):
        for dot in range(6):
            if cell & (1 << dot):
                x = k * spec.cell + (dot // 3) * spec.apart
                found.append((k, (x, -row * spec.line - (dot % 3) * spec.apart)))
    return found


def cells_of(words: str, by: str) -> tuple[list[int], list[str]]:
    """The cells of a line, a bit for each dot, and the characters that it has none for. Raises
    BrailleError where liblouis is wanted and not there."""
    if by == "letters":
        return _letter_by_letter(words)
    cells = [ord(c) - BLANK_CELL for c in _by_louis(words, TABLES[by])]
    return [cell & 0x3F if 0 <= cell <= 0xFF else 0 for cell in cells], []


def _letter_by_letter(words: str) -> tuple[list[int], list[str]]:
    cells: list[int] = []
    missing: list[str] = []
    number = False
    for c in words:
        if c in FIGURES:
            cells += [] if number else [_cell(NUMBER_SIGN)]
            cells.append(_cell(LETTERS[FIGURES[c]]))
            number = True
            continue
        number = number and c in ".,"
        if c.isspace():
            cells.append(0)
        elif c in LETTERS or c.lower() in LETTERS:
            cells += [] if c in LETTERS else [_cell(CAPITAL_SIGN)]
            cells.append(_cell(LETTERS.get(c) or LETTERS[c.lower()]))
        else:
            missing.append(c)
    return cells, missing


def _cell(dots: str) -> int:
    return sum(1 << (int(dot) - 1) for dot in dots)


@lru_cache(maxsize=1)
def louis() -> Any | None:
    """The library liblouis; None where it is not installed."""
    name = ctypes.util.find_library("louis")
    if name is None:
        return None
    library = ctypes.CDLL(name)
    library.lou_setLogLevel(60000)  # what is wrong is told by us
    return library


@lru_cache(maxsize=256)
def _by_louis(words: str, table: str) -> str:
    """Words as Unicode's braille patterns. Raises BrailleError."""
    library = louis()
    if library is None:
        raise BrailleError("liblouis, which knows these rules, is not installed: “letter by "
                           "letter” needs none")  # fmt: skip
    wide = library.lou_charSize()
    coding = "utf-16-le" if wide == 2 else "utf-32-le"
    data = words.encode(coding)
    room = 8 * len(words) + 64
    source = ctypes.create_string_buffer(data, len(data) + wide)
    made = ctypes.create_string_buffer(room * wide)
    length, count = ctypes.c_int(len(data) // wide), ctypes.c_int(room)
    done = library.lou_translateString(
        table.encode(), source, ctypes.byref(length), made, ctypes.byref(count), None, None,
        UNICODE_DOTS,
    )  # fmt: skip
    if not done:
        raise BrailleError(f"liblouis has no rules “{table}” here, or cannot write this by them")
    return made.raw[: count.value * wide].decode(coding)
