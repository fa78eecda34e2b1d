"""What a chart stretches, and how much, place by place and letter by letter."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tinstamp.artwork.outline import Region
from tinstamp.chart.base import Array, Chart

Measure = Literal["across", "up", "area", "angle"]


def stretch_at(chart: Chart, xy: Array, measure: Measure) -> Array:
    """At sheet points (..., 2): length on the face for a length across or up on the sheet,
    area for area, each less 1; or what is lacking of a right angle, degrees."""
    j = chart.jacobian(xy)
    a, b = j[..., 0], j[..., 1]
    across, up = np.linalg.norm(a, axis=-1), np.linalg.norm(b, axis=-1)
    if measure == "across":
        return np.asarray(across - 1.0, dtype=float)
    if measure == "up":
        return np.asarray(up - 1.0, dtype=float)
    if measure == "area":
        return np.asarray(np.linalg.norm(np.cross(a, b), axis=-1) - 1.0, dtype=float)
    cosine = np.einsum("...k,...k->...", a, b) / np.maximum(across * up, 1e-300)
    return np.asarray(90.0 - np.degrees(np.arccos(np.clip(cosine, -1, 1))), dtype=float)


@dataclass(frozen=True)
class LetterStretch:
    """A letter as it lies on the face.

    Attributes
    ----------
    letters : its characters' numbers. width, height : on the sheet, mm.
    wide, tall : the same measured along the face through its middle, mm.
    """

    letters: tuple[int, ...]
    width: float
    height: float
    wide: float
    tall: float

    @property
    def across(self) -> float:
        """Part by which it is wider on the face."""
        return self.wide / self.width - 1.0 if self.width > 0 else 0.0

    @property
    def up(self) -> float:
        """Part by which it is taller on the face."""
        return self.tall / self.height - 1.0 if self.height > 0 else 0.0


_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(6)


def letter_stretches(chart: Chart, regions: Sequence[Region]) -> list[LetterStretch]:
    """Every region's width and height on the face, along the lines through its middle; without
    those that a cast does not reach there."""
    if not regions:
        return []
    boxes = np.array([region.bounds for region in regions])
    middle = (boxes[:, :2] + boxes[:, 2:]) / 2
    half = (boxes[:, 2:] - boxes[:, :2]) / 2
    sums = []
    for axis in (0, 1):
        at = np.repeat(middle[:, None], len(_NODES), axis=1)
        at[..., axis] += half[:, axis, None] * _NODES
        slopes = np.linalg.norm(chart.jacobian(at)[..., axis], axis=-1)
        sums.append(half[:, axis] * (slopes * _WEIGHTS).sum(axis=-1))
    return [
        LetterStretch(r.letters, 2.0 * h[0], 2.0 * h[1], float(w), float(t))
        for r, h, w, t in zip(regions, half, *sums, strict=True)
        if np.isfinite(w + t)
    ]


def per_cent(parts: Sequence[float]) -> str:
    """The range of parts as `+0.1 to +1.9 %`; one figure where both ends are the same."""
    words = [f"{100 * v:+.1f}".replace("-0.0", "+0.0") for v in (min(parts), max(parts))]
    return f"{words[0]} %" if words[0] == words[1] else f"{' to '.join(words)} %"
