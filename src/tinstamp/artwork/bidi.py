"""Which way a line of text runs: letters of left-to-right and right-to-left scripts mixed.

Follows the Unicode Bidirectional Algorithm (UAX #9) for plain lines: its rules P2 to P3,
W1 to W7, N0 to N2, I1, I2 and L2, without embeddings and isolates.
"""

from __future__ import annotations

import unicodedata
from functools import cache
from itertools import groupby

STRONG = {"L": "L", "R": "R", "AL": "R"}


def levels(text: str) -> list[int]:
    """The embedding level of each character; odd ones run from right to left."""
    raw = [unicodedata.bidirectional(c) or "L" for c in text]
    base = next((int(k != "L") for k in raw if k in STRONG), 0)
    kinds = _brackets(text, raw, _numbers(_marks(raw, base), base), base)
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


MOST_BRACKETS = 63
"""Brackets open at once that are followed (BD16)."""
SIDES = {"L": "L", "R": "R", "EN": "R", "AN": "R"}
"""What each kind counts as for what is neutral beside or within it."""
ALIKE = {"\u3008": "\u2329", "\u3009": "\u232a"}
"""Brackets that are canonically the same (BD16)."""


@cache
def _partner(c: str) -> str | None:
    """An opening bracket's closing one; None for what is none. BidiBrackets.txt derives them from
    properties that Python has, and from the mirrored glyph, which its name tells: left becomes
    right."""
    if not (unicodedata.category(c) == "Ps" and unicodedata.mirrored(c) and _neutral(c)):
        return None
    try:
        other = unicodedata.lookup(unicodedata.name(c).replace("LEFT", "RIGHT"))
    except KeyError:
        return chr(ord(c) + 1)
    return other if other != c else chr(ord(c) + 1)  # Tibetan ones, whose names have no sides


def _neutral(c: str) -> bool:
    return unicodedata.bidirectional(c) == "ON"


def _pairs(text: str, kinds: list[str]) -> list[tuple[int, int]]:
    """Opening and closing brackets that belong together, by the opening one (BD16)."""
    open_: list[tuple[str, int]] = []
    found = []
    for i, c in enumerate(text):
        if kinds[i] != "ON":
            continue
        closing = _partner(c)
        if closing is not None:
            if len(open_) == MOST_BRACKETS:
                break
            open_.append((ALIKE.get(closing, closing), i))
            continue
        c = ALIKE.get(c, c)
        at = next((k for k in range(len(open_) - 1, -1, -1) if open_[k][0] == c), None)
        if at is not None:
            found.append((open_[at][1], i))
            del open_[at:]
    return sorted(found)


def _brackets(text: str, raw: list[str], kinds: list[str], base: int) -> list[str]:
    """N0: a pair of brackets goes with what it holds, or with what stands before it."""
    home = "R" if base else "L"
    found = list(kinds)
    for start, end in _pairs(text, kinds):
        within = {SIDES[k] for k in found[start + 1 : end] if k in SIDES}
        if not within:
            continue
        way = home
        if home not in within:
            way = next((SIDES[k] for k in reversed(found[:start]) if k in SIDES), home)
        for at in (start, end):
            found[at] = way
            while at + 1 < len(raw) and raw[at + 1] == "NSM":
                at += 1
                found[at] = way
    return found


def _neutrals(kinds: list[str], base: int) -> list[str]:
    """N1 and N2: neutral characters between letters of one direction take it."""
    home = "R" if base else "L"
    sides = SIDES
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
