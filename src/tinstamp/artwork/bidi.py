"""Which way a line of text runs: letters of left-to-right and right-to-left scripts mixed.

Follows the Unicode Bidirectional Algorithm (UAX #9) for plain lines: its rules P2 to P3,
W1 to W7, N1 to N2, I1, I2 and L2, without embeddings, isolates and paired brackets.
"""

from __future__ import annotations

import unicodedata
from itertools import groupby

STRONG = {"L": "L", "R": "R", "AL": "R"}


def levels(text: str) -> list[int]:
    """The embedding level of each character; odd ones run from right to left."""
    raw = [unicodedata.bidirectional(c) or "L" for c in text]
    base = next((int(k != "L") for k in raw if k in STRONG), 0)
    kinds = _numbers(_marks(raw, base), base)
    return [_level(kind, base) for kind in _neutrals(kinds, base)]


def runs(text: str) -> list[tuple[int, int, bool]]:
    """Stretches (start, end, leftwards) of one direction, in the order in which they stand
    from left to right (rule L2)."""
    found = levels(text)
    pieces = []
    at = 0
    for level, members in groupby(found):
        size = len(list(members))
        pieces.append((at, at + size, level))
        at += size
    for least in range(max(found, default=0), 0, -1):
        turned: list[tuple[int, int, int]] = []
        for high, group in groupby(pieces, key=lambda p: p[2] >= least):
            run = list(group)
            turned += run[::-1] if high else run
        pieces = turned
    return [(start, end, bool(level % 2)) for start, end, level in pieces]


def _marks(raw: list[str], base: int) -> list[str]:
    """W1 to W3: marks go with what they stand on; digits after Arabic are Arabic ones."""
    before = strong = "R" if base else "L"
    found = []
    for kind in raw:
        kind = before if kind == "NSM" else kind
        before = kind
        if kind in STRONG:
            strong = kind
        found.append("AN" if kind == "EN" and strong == "AL" else kind)
    return [STRONG.get(kind, kind) for kind in found]


def _numbers(kinds: list[str], base: int) -> list[str]:
    """W4 to W7: what stands within and beside numbers goes with them."""
    found = list(kinds)
    for i in range(1, len(found) - 1):
        before, after = found[i - 1], found[i + 1]
        if before == after and (
            (found[i] in ("ES", "CS") and before == "EN") or (found[i] == "CS" and before == "AN")
        ):
            found[i] = before
    at = 0
    for kind, members in groupby(list(found)):
        size = len(list(members))
        beside = found[at - 1 : at] + found[at + size : at + size + 1]
        if kind == "ET":
            found[at : at + size] = ["EN" if "EN" in beside else "ON"] * size
        elif kind in ("ES", "CS"):
            found[at : at + size] = ["ON"] * size
        at += size
    strong = "R" if base else "L"
    for i, kind in enumerate(found):
        if kind in ("L", "R"):
            strong = kind
        elif kind == "EN" and strong == "L":
            found[i] = "L"
    return found


def _neutrals(kinds: list[str], base: int) -> list[str]:
    """N1 and N2: neutral characters between letters of one direction take it."""
    home = "R" if base else "L"
    sides = {"L": "L", "R": "R", "EN": "R", "AN": "R"}
    found: list[str] = []
    at = 0
    for plain, members in groupby(kinds, key=lambda k: k in sides):
        group = list(members)
        if not plain:
            before = sides[kinds[at - 1]] if at else home
            end = at + len(group)
            after = sides[kinds[end]] if end < len(kinds) else home
            group = [before if before == after else home] * len(group)
        found += group
        at += len(group)
    return found


def _level(kind: str, base: int) -> int:
    """I1 and I2."""
    if base:
        return 1 if kind == "R" else 2
    return {"L": 0, "R": 1}.get(kind, 2)
