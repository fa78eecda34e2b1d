"""Transforms of SVG elements as 3 x 3 matrices.

Source: CSS Transforms 1, 7 (functions) and 8 (the transform attribute); SVG 2, 8.2
preserveAspectRatio.
"""

from __future__ import annotations

import math
import re

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.artwork.svg.lengths import NUMBER, length

_CALL = re.compile(r"\s*,?\s*([a-zA-Z]+)\s*\(([^()]*)\)\s*")
_ANGLE = re.compile(rf"\s*({NUMBER})\s*(deg|grad|rad|turn)?\s*")
_DEGREES = {"deg": 1.0, "grad": 0.9, "rad": 180.0 / math.pi, "turn": 360.0}


def shift(x: float, y: float) -> Array:
    """A translation."""
    return np.array([[1.0, 0.0, x], [0.0, 1.0, y], [0.0, 0.0, 1.0]])


def scaling(x: float, y: float) -> Array:
    """A scaling about the origin."""
    return np.diag([x, y, 1.0])


def turn(degrees: float) -> Array:
    """A rotation about the origin, from x towards y."""
    c, s = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    return np.array([[c, -s, 0.0], [s, c, 0.0], [0.0, 0.0, 1.0]])


def transform_of(text: str | None, wide: float = 0.0, high: float = 0.0) -> Array | None:
    """The matrix of a transform attribute or property, the identity when there is none; None
    when it cannot be read. Per cent are of `wide` and `high`."""
    matrix = np.eye(3)
    rest = (text or "").strip()
    if rest in ("", "none"):
        return matrix
    while rest:
        match = _CALL.match(rest)
        if match is None:
            return None
        one = _call(match[1].lower(), match[2], wide, high)
        if one is None:
            return None
        matrix = matrix @ one
        rest = rest[match.end() :]
    return matrix if np.isfinite(matrix).all() else None


def _call(name: str, inside: str, wide: float, high: float) -> Array | None:
    words = [w for w in re.split(r"[\s,]+", _glued(inside).strip()) if w]
    if name in ("rotate", "skewx", "skewy", "skew"):
        return _turned(name, words)
    if name in ("translate", "translatex", "translatey"):
        return _shifted(name, words, wide, high)
    values = [length(w, 1.0) for w in words]
    if any(v is None for v in values):
        return None
    v = [float(v) for v in values if v is not None]
    if name == "matrix" and len(v) == 6:
        return np.array([[v[0], v[2], v[4]], [v[1], v[3], v[5]], [0.0, 0.0, 1.0]])
    if name == "scale" and len(v) in (1, 2):
        return scaling(v[0], v[-1])
    if name in ("scalex", "scaley") and len(v) == 1:
        return scaling(v[0], 1.0) if name == "scalex" else scaling(1.0, v[0])
    return None


def _glued(inside: str) -> str:
    """Numbers that run into one another parted: `10-5`."""
    return re.sub(r"(?<=[\d.])(?=[-+])(?<![eE])", " ", inside)


def _turned(name: str, words: list[str]) -> Array | None:
    angles = [_degrees(w) for w in words[: 2 if name == "skew" else 1]]
    if not angles or any(a is None for a in angles):
        return None
    a = float(angles[0] or 0.0)
    if name == "rotate":
        if len(words) == 1:
            return turn(a)
        centre = [length(w) for w in words[1:]]
        if len(centre) != 2 or centre[0] is None or centre[1] is None:
            return None
        return shift(centre[0], centre[1]) @ turn(a) @ shift(-centre[0], -centre[1])
    if len(words) > len(angles):
        return None
    across = np.eye(3)
    if name == "skewy":
        across[1, 0] = math.tan(math.radians(a))
        return across
    across[0, 1] = math.tan(math.radians(a))
    if len(angles) == 2:
        across[1, 0] = math.tan(math.radians(float(angles[1] or 0.0)))
    return across


def _shifted(name: str, words: list[str], wide: float, high: float) -> Array | None:
    wholes = {"translatex": (wide,), "translatey": (high,)}.get(name, (wide, high))
    values = [length(w, whole) for w, whole in zip(words, wholes, strict=False)]
    if not values or len(words) > len(wholes) or any(v is None for v in values):
        return None
    v = [float(v) for v in values if v is not None]
    if name == "translatey":
        return shift(0.0, v[0])
    return shift(v[0], v[1] if len(v) > 1 else 0.0)


def _degrees(word: str) -> float | None:
    match = _ANGLE.fullmatch(word)
    return None if match is None else float(match[1]) * _DEGREES[match[2] or "deg"]


_SIDES = {"left": 0.0, "top": 0.0, "center": 0.5, "right": 1.0, "bottom": 1.0}


def origin_of(text: str | None, low: tuple[float, float], size: tuple[float, float]) -> Array:
    """Where a transform-origin lies, (2,), in a box; its corner where it is not readable."""
    words = (text or "").split()[:2]
    if len(words) == 1:
        words.append("center")
    if len(words) == 2 and (words[0] in ("top", "bottom") or words[1] in ("left", "right")):
        words.reverse()
    at = []
    for k, word in enumerate(words):
        share = _SIDES.get(word)
        value = share * size[k] if share is not None else length(word, size[k])
        if value is None:
            return np.array(low)
        at.append(low[k] + value)
    return np.array(at) if len(at) == 2 else np.array(low)


_ALIGNED = {"min": 0.0, "mid": 0.5, "max": 1.0}


def fitted(
    box: tuple[float, float, float, float], wide: float, high: float, aspect: str | None
) -> Array:
    """The matrix that brings a viewBox to a viewport at the origin."""
    x, y, w, h = box
    words = (aspect or "").replace("defer", "").split()
    align = words[0] if words else "xMidYMid"
    across, down = wide / w, high / h
    if align == "none":
        return scaling(across, down) @ shift(-x, -y)
    slice_ = len(words) > 1 and words[1] == "slice"
    match = re.fullmatch(r"x(Min|Mid|Max)Y(Min|Mid|Max)", align)
    left, top = (_ALIGNED[m.lower()] for m in match.groups()) if match else (0.5, 0.5)
    per = max(across, down) if slice_ else min(across, down)
    room = shift((wide - w * per) * left, (high - h * per) * top)
    matrix: Array = room @ scaling(per, per) @ shift(-x, -y)
    return matrix
