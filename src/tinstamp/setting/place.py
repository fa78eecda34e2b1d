"""Placing artwork on a sheet: which point of it goes where, and how it is turned."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np

from tinstamp.artwork.outline import Array, Region, bounds_of
from tinstamp.artwork.text import Artwork
from tinstamp.chart.base import Chart

RestsOn = Literal["baseline", "middle", "bottom", "top"]


class PlaceError(ValueError):
    """A place that does not make sense on this face; the message is for the designer."""


@dataclass(frozen=True)
class Spot:
    """Where artwork lies on a sheet.

    Attributes
    ----------
    across : mm from the sheet's x = 0, or degrees round the axis when `round` is true.
    up : mm from the sheet's y = 0.
    turn : degrees, counter-clockwise.
    """

    across: float
    up: float
    turn: float = 0.0
    rests_on: RestsOn = "baseline"
    round: bool = False


@dataclass(frozen=True)
class Placed:
    """Artwork on the sheet, mm.

    Attributes
    ----------
    regions : in sheet coordinates.
    origin : (2,) the sheet point that the artwork is placed by.
    matrix, shift : the map from artwork to sheet, matrix @ p + shift.
    """

    regions: tuple[Region, ...]
    origin: tuple[float, float]
    matrix: Array
    shift: Array

    @property
    def bounds(self) -> Array:
        return bounds_of(self.regions)

    @property
    def area(self) -> float:
        return sum(region.area for region in self.regions)


def place(artwork: Artwork, spot: Spot, chart: Chart) -> Placed:
    """Lay artwork on a face's sheet. Raises PlaceError for an angle on a flat face."""
    origin = np.array([across_mm(spot, chart), spot.up])
    angle = np.radians(spot.turn)
    matrix = np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])
    shift = origin - matrix @ np.array([0.0, rest_line(artwork, spot.rests_on)])
    regions = tuple(region.transformed(matrix, shift) for region in artwork.regions)
    return Placed(regions, (float(origin[0]), float(origin[1])), matrix, shift)


def across_mm(spot: Spot, chart: Chart) -> float:
    """The place across in mm on the sheet."""
    if not spot.round:
        return spot.across
    if chart.girth is None:
        raise PlaceError("a flat face has no way round: give a length, such as 5 mm")
    return chart.girth * spot.across / 360.0


def rest_line(artwork: Artwork, rests_on: RestsOn) -> float:
    """Height in the artwork of the line that is placed, mm above the first baseline."""
    low, high = float(artwork.bounds[1]), float(artwork.bounds[3])
    return {"baseline": 0.0, "middle": (low + high) / 2, "bottom": low, "top": high}[rests_on]


def nearest_turn(x: float, chart: Chart) -> float:
    """The same place on a closed sheet, within half a girth of its middle."""
    girth = chart.girth
    return x if girth is None else (x + girth / 2) % girth - girth / 2


def clear_seam(occupied: Sequence[tuple[float, float]], girth: float, wished: float) -> float:
    """Where on a closed sheet the seam may run, mm.

    `occupied` are stretches in x that carry ink. The wished place is kept when it is
    clear; otherwise the middle of the widest gap is taken. With no gap at all the wished
    place is given back: the artwork then crosses it and the caller must cope.
    """
    gaps = _gaps(occupied, girth)
    margin = min(0.5, girth / 100)
    for start, end in gaps:
        for lap in (-girth, 0.0, girth):
            if start + margin < wished + lap < end - margin:
                return wished
    if not gaps:
        return wished
    start, end = max(gaps, key=lambda gap: gap[1] - gap[0])
    return (start + end) / 2


def _gaps(occupied: Sequence[tuple[float, float]], girth: float) -> list[tuple[float, float]]:
    """Free stretches round a closed sheet; they may run past the girth."""
    spans = sorted((a % girth, a % girth + (b - a)) for a, b in occupied)
    if not spans:
        return [(0.0, girth)]
    merged = [list(spans[0])]
    for a, b in spans[1:]:
        if a <= merged[-1][1]:
            merged[-1][1] = max(merged[-1][1], b)
        else:
            merged.append([a, b])
    gaps = [(m[1], n[0]) for m, n in pairwise(merged)]
    last = max(m[1] for m in merged)
    gaps.append((last, merged[0][0] + girth))
    wrapped = max(0.0, last - girth)  # ink past the joint covers what starts there
    trimmed = [(max(a, wrapped), b) for a, b in gaps]
    return [(a, b) for a, b in trimmed if b > a]
