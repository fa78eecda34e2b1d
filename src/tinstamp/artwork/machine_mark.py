"""Marks that machines read: Data Matrix, QR and Code 128, as outlines of their cells.

segno and pyStrich encode (ISO/IEC 18004, 16022, 15417); cells that share a side are one outline,
those that meet at a corner are joined there, so that a cutter can make them.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Region, nest, polygon

Symbol = Literal["data_matrix", "qr", "code_128"]
QUIET = {"data_matrix": 1, "qr": 4, "code_128": 10}
"""Cells that stay bare round a mark: ISO/IEC 16022, 7.1; 18004, 6.3.8; 15417, 4.2. From memory."""
JOINED = 0.2
"""Of a cell: how wide the bridge is where two cells meet at a corner."""
LONGEST = {"data_matrix": 1500, "qr": 1500, "code_128": 60}
"""Characters that a mark holds here at most."""


class MarkError(ValueError):
    """A text that cannot become a mark; the message is for the designer."""


@dataclass(frozen=True)
class MarkSpec:
    """All that decides a mark; mm.

    Attributes
    ----------
    cell : side of a cell, width of the narrowest bar. bars : height of the bars of a Code 128.
    light : the light cells are ink, with the quiet zone round them.
    """

    symbol: Symbol
    text: str
    cell: float
    bars: float
    light: bool

    @property
    def high(self) -> float:
        """mm; height of a cell, or of the bars."""
        return self.bars if self.symbol == "code_128" else self.cell

    @property
    def around(self) -> tuple[float, float]:
        """mm; the quiet zone at the sides, and above and below."""
        quiet = QUIET[self.symbol] * self.cell
        return quiet, 0.0 if self.symbol == "code_128" else quiet


@lru_cache(maxsize=64)
def cells_of(symbol: Symbol, text: str) -> tuple[tuple[bool, ...], ...]:
    """The cells of a mark, row by row from the top, True where dark; a Code 128 is one row.
    Raises MarkError."""
    if not text:
        raise MarkError("a mark needs a text")
    if len(text) > LONGEST[symbol]:
        raise MarkError(f"the mark's text is longer than {LONGEST[symbol]} characters")
    try:
        rows = _encoded(symbol, text)
    except (ValueError, KeyError, IndexError, TypeError, UnicodeError, AttributeError) as error:
        raise MarkError(f"this text cannot be put into the mark: {str(error)[:80]}") from error
    return tuple(tuple(bool(cell) for cell in row) for row in rows)


def _encoded(symbol: Symbol, text: str) -> NDArray[np.bool_]:
    if symbol == "qr":
        import segno

        return np.array(segno.make_qr(text).matrix, dtype=bool)
    if symbol == "code_128":
        if not text.isascii() or not text.isprintable():
            raise ValueError("a Code 128 holds letters, digits and signs of ASCII alone")
        from pystrich.code128 import Code128Encoder

        return np.array([[bar == "1" for bar in Code128Encoder(text).bars]])
    from pystrich.datamatrix import DataMatrixEncoder

    picture = np.asarray(DataMatrixEncoder(text, quiet_zone=0).get_pilimage(1).convert("L"))
    return np.asarray(picture < 128)


@lru_cache(maxsize=64)
def draw_mark(spec: MarkSpec) -> Artwork:
    """The mark, standing on the origin in the middle of its width. Raises MarkError."""
    dark = np.array(cells_of(spec.symbol, spec.text))
    ink = _together(dark, spec.cell, spec.high)
    rows, columns = dark.shape
    wide, tall = columns * spec.cell, rows * spec.high
    if spec.light:
        quiet, above = spec.around
        ink = shapely.box(-quiet, -above, wide + quiet, tall + above).difference(ink)
    regions = [_region(part) for part in getattr(ink, "geoms", [ink])]
    low = float(ink.bounds[1])
    move = np.array([-wide / 2, -low])
    placed = tuple(region.transformed(np.eye(2), move) for region in regions)
    left, bottom, right, top = ink.bounds
    return Artwork(placed, width=float(right - left), cap_height=float(top - bottom))


def cell_corners(spec: MarkSpec) -> NDArray[np.float64]:
    """(rows, columns, 4, 2) mm; corners of all cells where `draw_mark` has them, in order round
    each, rows from the top. Raises MarkError."""
    rows, columns = np.array(cells_of(spec.symbol, spec.text)).shape
    wide, high = spec.cell, spec.high
    left = np.arange(columns) * wide - columns * wide / 2
    low = (rows - 1 - np.arange(rows)) * high + (spec.around[1] if spec.light else 0.0)
    corners = np.array([[0.0, 0.0], [wide, 0.0], [wide, high], [0.0, high]])
    base = np.stack(np.broadcast_arrays(left[None, :], low[:, None]), axis=-1)
    return np.asarray(base[:, :, None, :] + corners, dtype=float)


def _together(dark: NDArray[np.bool_], wide: float, high: float) -> BaseGeometry:
    """All dark cells, (rows, columns) from the top, on a grid from the origin upwards."""
    upwards = dark[::-1]
    row, column = np.nonzero(upwards)
    cells = shapely.box(column * wide, row * high, (column + 1) * wide, (row + 1) * high)
    a, b = upwards[:-1, :-1], upwards[:-1, 1:]
    c, d = upwards[1:, :-1], upwards[1:, 1:]
    meets = (a & d & ~b & ~c) | (b & c & ~a & ~d)
    y, x = np.nonzero(meets)
    half = JOINED * wide / np.sqrt(2.0)
    corners = np.stack([(x + 1) * wide, (y + 1) * high], axis=1)
    turned = corners[:, None] + half * np.array([[1, 0], [0, 1], [-1, 0], [0, -1]])
    return shapely.union_all(np.concatenate([cells, shapely.polygons(turned)]))


def _region(part: BaseGeometry) -> Region:
    rings = [part.exterior, *part.interiors]
    (region,) = nest([polygon(_plain(np.array(ring.coords[:-1]))) for ring in rings])
    return region


def _plain(corners: NDArray[np.float64]) -> NDArray[np.float64]:
    """Corners without those on a straight line."""
    before, after = np.roll(corners, 1, axis=0), np.roll(corners, -1, axis=0)
    one, two = corners - before, after - corners
    turn = one[:, 0] * two[:, 1] - one[:, 1] * two[:, 0]
    return corners[np.abs(turn) > 1e-9 * np.linalg.norm(one, axis=1) * np.linalg.norm(two, axis=1)]
