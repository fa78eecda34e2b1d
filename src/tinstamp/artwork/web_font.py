"""Web fonts (WOFF2) as the plain fonts that they pack, their glyph tables written without parsing a
glyph: what fontTools does one glyph at a time takes half a minute for large scripts.

Source: WOFF File Format 2.0 (W3C Recommendation), 4.1 and 5.1 to 5.4; OpenType 1.9, glyf, hmtx.
"""

from __future__ import annotations

import struct
from dataclasses import dataclass
from functools import cached_property
from io import BytesIO
from typing import Any

import numpy as np
from fontTools.ttLib import TTLibError
from fontTools.ttLib.sfnt import SFNTWriter
from fontTools.ttLib.woff2 import WOFF2Reader
from numpy.typing import NDArray

Bytes = NDArray[np.uint8]
Whole = NDArray[np.int64]

LONG_LOCA = struct.pack(">h", 1)
AT_LOCA_FORMAT = 50
"""Where the head table says how glyphs are found."""
MORE, ARGS_ARE_WORDS, ONE_SCALE, TWO_SCALES, MATRIX, INSTRUCTED = (
    0x20, 0x01, 0x08, 0x40, 0x80, 0x100,
)  # fmt: skip
"""Bits of a component of a glyph that is put together from others."""


def unpacked_woff2(data: bytes) -> bytes:
    """The plain font. Raises TTLibError, LookupError or ValueError for a damaged one."""
    reader = _Reader(BytesIO(data))
    out = BytesIO()
    writer = SFNTWriter(out, len(reader.tables), reader.sfntVersion)
    whole = {str(tag): reader[tag] for tag in reader.tables}
    if reader.made is not None:
        head = bytearray(whole["head"])
        head[AT_LOCA_FORMAT : AT_LOCA_FORMAT + 2] = LONG_LOCA
        whole["head"] = bytes(head)
    for tag, table in whole.items():
        writer[tag] = table
    writer.close()
    return out.getvalue()


class _Reader(WOFF2Reader):
    """Reads the container; the glyphs are written here."""

    def __init__(self, file: BytesIO) -> None:
        self.made: _Glyphs | None = None
        super().__init__(file)

    def reconstructTable(self, tag: str) -> bytes:
        """A table that was packed otherwise."""
        if tag not in ("glyf", "loca", "hmtx"):
            raise TTLibError(f"the transform of the table {tag} is unknown")
        if self.made is None:
            self.made = _glyphs(self._packed("glyf"))
        if tag == "glyf":
            return self.made.glyf
        if tag == "loca":
            return self.made.starts.astype(">u4").tobytes()
        count = struct.unpack_from(">H", self["hhea"], 34)[0]
        return _metrics(self._packed("hmtx"), count, self.made.left)

    def _packed(self, tag: str) -> bytes:
        entry: Any = self.tables[tag]
        if not entry.transformed:
            raise TTLibError(f"the table {tag} is not packed as it should be")
        return bytes(entry.loadData(self.transformBuffer))


@dataclass(frozen=True)
class _Glyphs:
    """The table of glyphs, where each starts, (n + 1,), and their left ends, (n,)."""

    glyf: bytes
    starts: Whole
    left: Whole


class _Stream:
    """Bytes read from the front."""

    def __init__(self, data: bytes) -> None:
        self.data, self.at = data, 0

    def take(self, count: int) -> bytes:
        """The next bytes. Raises ValueError when there are not so many."""
        end = self.at + count
        if end > len(self.data):
            raise ValueError("the font ends too early")
        found, self.at = self.data[self.at : end], end
        return found

    def count(self) -> int:
        """The next number of one to three bytes (WOFF2, 4.1: 255UInt16)."""
        code = self.take(1)[0]
        if code == 253:
            return int.from_bytes(self.take(2), "big")
        if code == 255:
            return 253 + self.take(1)[0]
        return 506 + self.take(1)[0] if code == 254 else code


def _glyphs(packed: bytes) -> _Glyphs:
    options, number, _, *sizes = struct.unpack_from(">xxHHH7I", packed)
    source = _Stream(packed)
    source.take(36)
    contours, points, flags, triplets, composite, boxes, programs = (
        source.take(size) for size in sizes
    )
    rings: Whole = np.frombuffer(contours, dtype=">i2").astype(np.int64)
    if len(rings) != number:
        raise ValueError("the font's glyphs are not as many as it says")
    overlaps = source.take((number + 7) >> 3) if options & 1 else b""
    bitmap = boxes[: ((number + 31) >> 5) << 2]
    walk = _Walk(rings, _Stream(points), _Stream(triplets), _Stream(composite), _Stream(programs))
    outlines = walk.outlines(np.frombuffer(flags, dtype=np.uint8))
    if overlaps:
        outlines.mark_overlaps(np.unpackbits(np.frombuffer(overlaps, dtype=np.uint8)), walk.simple)
    own_box = np.unpackbits(np.frombuffer(bitmap, dtype=np.uint8))[:number].astype(bool)
    told = np.frombuffer(boxes[len(bitmap) :], dtype=">i2").reshape(-1, 4).astype(np.int64)
    box = np.zeros((number, 4), dtype=np.int64)
    box[walk.simple] = outlines.boxes()
    box[own_box] = told
    parts = walk.written(outlines, box)
    starts = np.cumsum([0, *map(len, parts)])
    return _Glyphs(b"".join(parts), starts, np.where(rings == 0, 0, box[:, 0]))


@dataclass(frozen=True)
class _Outlines:
    """The points of all glyphs that are drawn, one after the other.

    Attributes
    ----------
    ends : behind the last point of each glyph. steps : (n, 2) from point to point.
    on : which are on the curve. first : flags that a glyph's first point has besides.
    """

    ends: Whole
    steps: Whole
    on: NDArray[np.bool_]
    first: Bytes

    @cached_property
    def begins(self) -> Whole:
        """The first point of each glyph."""
        return np.concatenate([[0], self.ends[:-1]]).astype(np.int64)

    def mark_overlaps(self, bits: Bytes, simple: Whole) -> None:
        """Note the glyphs whose outlines lie over one another."""
        self.first[:] = bits[simple] * 0x40

    def boxes(self) -> Whole:
        """(glyphs, 4) least x and y, greatest x and y."""
        if not len(self.ends):
            return np.zeros((0, 4), dtype=np.int64)
        run = np.cumsum(self.steps, axis=0)
        before = np.concatenate([np.zeros((1, 2), dtype=np.int64), run])[self.begins]
        low = np.minimum.reduceat(run, self.begins) - before
        high = np.maximum.reduceat(run, self.begins) - before
        return np.concatenate([low, high], axis=1)

    def packed(self) -> tuple[Bytes, tuple[Bytes, Whole], tuple[Bytes, Whole]]:
        """The flags of all points, and for x and y the bytes and where each point's begin."""
        flags = self.on.astype(np.uint8)
        flags[self.begins] |= self.first
        axes = []
        for axis, (short, same) in enumerate(((0x02, 0x10), (0x04, 0x20))):
            step = self.steps[:, axis]
            small, none = np.abs(step) < 256, step == 0
            flags |= np.where(none, same, np.where(small, short, 0)).astype(np.uint8)
            flags |= np.where(small & (step > 0), same, 0).astype(np.uint8)
            both = step.astype(">i2").view(np.uint8).reshape(-1, 2).copy()
            both[small, 1] = np.abs(step[small])
            kept = np.stack([~small, ~none], axis=1)
            starts = np.concatenate([[0], np.cumsum(kept.sum(axis=1))]).astype(np.int64)
            axes.append((both[kept], starts))
        return flags, axes[0], axes[1]


class _Walk:
    """Goes through the glyphs in their order, which alone tells where each one's data are."""

    def __init__(
        self, rings: Whole, points: _Stream, triplets: _Stream, composite: _Stream,
        programs: _Stream,
    ) -> None:  # fmt: skip
        self.rings, self.triplets = rings, triplets
        self.composite, self.programs = composite, programs
        self.simple: Whole = np.flatnonzero(rings > 0)
        self.ring_ends = [
            np.cumsum([points.count() for _ in range(count)]) for count in rings[self.simple]
        ]
        self.bodies: list[bytes] = []

    def outlines(self, flags: Bytes) -> _Outlines:
        """The points, by their flags and triplets (WOFF2, 5.2); the glyphs' programs and the parts
        of those that are put together are collected on the way."""
        counts = np.array([ends[-1] for ends in self.ring_ends], dtype=np.int64)
        ends = np.cumsum(counts)
        if len(ends) and ends[-1] != len(flags):
            raise ValueError("the font's points are not as many as it says")
        code = (flags & 0x7F).astype(np.int64)
        size = 1 + (code >= 84).astype(np.int64) + (code >= 120) + (code >= 124)
        upto = np.concatenate([[0], np.cumsum(size)])
        start = np.zeros(len(ends), dtype=np.int64)
        drawn = 0
        for count in self.rings.tolist():
            if count > 0:
                begin = int(ends[drawn - 1]) if drawn else 0
                start[drawn] = self.triplets.at - upto[begin]
                self.triplets.take(int(upto[ends[drawn]] - upto[begin]))
                self.bodies.append(self._program())
                drawn += 1
            elif count < 0:
                self.bodies.append(self._components())
        at = upto[:-1] + np.repeat(start, counts)
        data = np.frombuffer(self.triplets.data + bytes(3), dtype=np.uint8).astype(np.int64)
        steps = _steps(code, *(data[at + k] for k in range(4))) if len(at) else np.zeros((0, 2))
        return _Outlines(ends, steps.astype(np.int64), flags < 0x80,
                         np.zeros(len(ends), dtype=np.uint8))  # fmt: skip

    def _program(self) -> bytes:
        count = self.triplets.count()
        return struct.pack(">H", count) + self.programs.take(count)

    def _components(self) -> bytes:
        found, flags = bytearray(), MORE
        instructed = False
        while flags & MORE:
            head = self.composite.take(4)
            flags = int.from_bytes(head[:2], "big")
            scale = 2 if flags & ONE_SCALE else 4 if flags & TWO_SCALES else 8
            scale = scale if flags & (ONE_SCALE | TWO_SCALES | MATRIX) else 0
            found += head + self.composite.take((4 if flags & ARGS_ARE_WORDS else 2) + scale)
            instructed = instructed or bool(flags & INSTRUCTED)
        return bytes(found) + (self._program() if instructed else b"")

    def written(self, outlines: _Outlines, box: Whole) -> list[bytes]:
        """Every glyph as the plain table has it, each an even number of bytes long."""
        flags, (x, x_at), (y, y_at) = outlines.packed()
        bodies, found = iter(self.bodies), []
        drawn = 0
        for glyph, count in enumerate(self.rings.tolist()):
            if not count:
                found.append(b"")
                continue
            whole = [struct.pack(">5h", count, *box[glyph].tolist())]
            if count > 0:
                a, b = int(outlines.begins[drawn]), int(outlines.ends[drawn])
                whole.append((self.ring_ends[drawn] - 1).astype(">u2").tobytes())
                whole.append(next(bodies))
                whole.append(flags[a:b].tobytes())
                whole.append(x[x_at[a] : x_at[b]].tobytes())
                whole.append(y[y_at[a] : y_at[b]].tobytes())
                drawn += 1
            else:
                whole.append(next(bodies))
            one = b"".join(whole)
            found.append(one + bytes(len(one) % 2))
        return found


def _steps(code: Whole, one: Whole, two: Whole, three: Whole, four: Whole) -> Whole:
    """(n, 2) steps from point to point, by code and up to four bytes (WOFF2, 5.2, table)."""
    by_x, by_y = np.where(code & 1, 1, -1), np.where(code >> 1 & 1, 1, -1)
    kinds = [code < 10, code < 20, code < 84, code < 120, code < 124]
    a, b = code - 20, code - 84
    x = np.select(kinds, [
        np.zeros_like(code), ((code - 10 & 14) << 7) + one, 1 + (a & 0x30) + (one >> 4),
        1 + (b // 12 << 8) + one, (one << 4) + (two >> 4),
    ], (one << 8) + two)  # fmt: skip
    y = np.select(kinds, [
        ((code & 14) << 7) + one, np.zeros_like(code), 1 + ((a & 0x0C) << 2) + (one & 0x0F),
        1 + ((b % 12 >> 2) << 8) + two, ((two & 0x0F) << 8) + three,
    ], (three << 8) + four)  # fmt: skip
    by_y = np.where(code < 10, by_x, by_y)
    return np.stack([x * by_x, y * by_y], axis=1)


def _metrics(packed: bytes, wide: int, left: Whole) -> bytes:
    """The advances and left bearings; those that are left out are the glyphs' left ends (WOFF2,
    5.4)."""
    source = _Stream(packed)
    flags = source.take(1)[0]
    advances = np.frombuffer(source.take(2 * wide), dtype=">u2")
    first, rest = left[:wide], left[wide:]
    if not flags & 1:
        first = np.frombuffer(source.take(2 * wide), dtype=">i2")
    if not flags & 2:
        rest = np.frombuffer(source.take(2 * len(rest)), dtype=">i2")
    pairs = np.stack([advances.astype(">u2"), first.astype(">i2").view(">u2")], axis=1)
    return pairs.tobytes() + rest.astype(">i2").tobytes()
