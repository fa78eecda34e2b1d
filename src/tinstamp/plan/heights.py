"""Caps that follow the grey levels of a picture: how high they are over their own face.

Between the places whose heights are the picture's, which lie `cell` mm apart, they run as a uniform
B-spline of degree 5 whose coefficients those heights are (any text on splines): nowhere higher or
lower than those about it, and as full as the picture.
"""

from __future__ import annotations

import hashlib
from collections.abc import Hashable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.greys import coarser
from tinstamp.artwork.outline import Array, Region, bounds_of
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.bent import spread_over
from tinstamp.job.same import Same
from tinstamp.plan.level import LEAST_HIGH
from tinstamp.setting.place import Placed, PlaceError

DEGREE = 5
"""Of the spline that heights run as"""
MOST_CELLS = 12_000
"""Places of a picture that heights come from, at the most"""
LEAST_DETAIL = 0.02
"""mm"""


@dataclass(frozen=True, eq=False)
class Source:
    """What heights come from: how light a picture is, rows from its top, 0 to 1; whether it has the
    whole depth where it is dark; the depths of either end of its greys, mm."""

    light: Array
    dark: bool
    deep: float
    least: float


@dataclass(frozen=True, eq=False)
class Heights:
    """What caps follow.

    Attributes
    ----------
    coefficients : (rows, columns), rows from the picture's foot, mm, positive outwards.
    corner : (2,) its lower left corner on the sheet. across, up : (2,) its sides there, mm.
    source : the picture.
    least, most : how far off their own face caps lie over the artwork, mm, positive outwards.
    """

    coefficients: Array
    corner: Array
    across: Array
    up: Array
    source: Source
    least: float = 0.0
    most: float = 0.0

    @cached_property
    def key(self) -> Hashable:
        """All that the caps' heights depend on."""
        place = np.concatenate([self.corner, self.across, self.up])
        told = np.round(self.coefficients, 12).tobytes() + np.round(place, 9).tobytes()
        return self.coefficients.shape, hashlib.sha256(told).digest()

    @property
    def flat(self) -> None:
        """No plane that caps would lie in."""
        return

    @property
    def cells(self) -> tuple[int, int]:
        """Places whose heights are the picture's, across and up."""
        rows, columns = self.coefficients.shape
        return columns, rows

    @property
    def sides(self) -> tuple[float, float]:
        """mm that the picture is wide and high on the sheet."""
        return float(np.linalg.norm(self.across)), float(np.linalg.norm(self.up))

    @property
    def cell(self) -> float:
        """mm between two places whose heights are the picture's own, the less of both ways."""
        return min(side / count for side, count in zip(self.sides, self.cells, strict=True))

    def heights(self, _chart: Chart, xy: Array) -> Array:
        """How far off their own face caps lie over points of its sheet, (..., 2), mm."""
        return self.over(xy)

    def over(self, xy: Array) -> Array:
        """The same, whatever the face."""
        from scipy.ndimage import map_coordinates

        off = np.asarray(xy, dtype=float) - self.corner
        basis = np.column_stack([self.across, self.up])
        share = off @ np.linalg.inv(basis).T
        at = (share[..., ::-1] * self.coefficients.shape - 0.5).reshape(-1, 2).T
        found = map_coordinates(
            self.coefficients, at, order=DEGREE, mode="nearest", prefilter=False
        )
        return np.asarray(found.reshape(off.shape[:-1]))

    @property
    def told(self) -> str:
        """Its resolution and size, and what heights came out, in words."""
        (wide, high), (columns, rows) = self.sides, self.cells
        low, top = sorted((abs(self.least), abs(self.most)))
        height, width = self.source.light.shape
        return (
            f"the picture of {width} × {height} pixels lies over "
            f"{wide:.2f} × {high:.2f} mm, in {columns} × {rows} places {self.cell:.2f} mm apart: "
            f"depths from {low:.2f} to {top:.2f} mm"
        )


@dataclass(frozen=True)
class Asked:
    """How a picture is to be taken.

    Attributes
    ----------
    deep, least, detail : the depths of either end of its greys, and how far apart places are, mm.
    dark : the whole depth is where it is dark. cover : it keeps its proportions.
    raised : caps stand out of their face. mirrored, upside_down : the artwork is.
    """

    deep: float
    least: float
    detail: float
    dark: bool
    cover: bool
    raised: bool
    mirrored: bool
    upside_down: bool


def heights_for(
    light: Array, asked: Asked, artwork: Artwork, placed: Placed, own: Chart
) -> Heights:
    """The heights of placed artwork's caps from a picture's greys (see `greys`). Raises
    PlaceError."""
    if not isinstance(own, FaceChart):
        raise PlaceError("caps follow a picture where the artwork lies on one face")
    if asked.detail < LEAST_DETAIL:
        raise PlaceError(
            f"the picture's detail is {asked.detail:g} mm: {LEAST_DETAIL:g} mm or more"
        )
    if min(asked.deep, asked.least) < LEAST_HIGH:
        raise PlaceError(f"caps from a picture are {LEAST_HIGH:g} mm off their face at least")
    if placed.bent:
        return _over(placed.regions, light, asked)
    found = _kept(Same(artwork), Same(light), asked)
    turn = placed.matrix
    corner = turn @ found.corner + placed.shift
    return replace(found, corner=corner, across=turn @ found.across, up=turn @ found.up)


@lru_cache(maxsize=16)
def _kept(artwork: Same[Artwork], light: Same[Array], asked: Asked) -> Heights:
    """Over artwork as it is drawn: wherever it is placed, its picture goes with it."""
    return _over(artwork.thing.regions, light.thing, asked)


def _over(regions: Sequence[Region], light: Array, asked: Asked) -> Heights:
    """Over the box of ink, along the axes. Raises PlaceError."""
    if not regions:
        raise PlaceError("there is no artwork that a picture could lie over")
    if asked.mirrored:
        light = np.flip(light, 1)
    if asked.upside_down:
        light = np.flip(light, 0)
    low_x, low_y, high_x, high_y = bounds_of(regions).tolist()
    wide, high = high_x - low_x, high_y - low_y
    if not min(wide, high) > 0.0:
        raise PlaceError("there is no artwork that a picture could lie over")
    middle = np.array([low_x + high_x, low_y + high_y]) / 2.0
    rows, columns = light.shape
    if asked.cover:
        grown = max(wide / columns, high / rows)
        wide, high = columns * grown, rows * grown
    across, up = np.array([wide, 0.0]), np.array([0.0, high])
    greys = coarser(light, *_cells((rows, columns), (wide, high), asked.detail))[::-1]
    share = 1.0 - greys if asked.dark else greys
    depths = asked.least + (asked.deep - asked.least) * share
    source = Source(light, asked.dark, asked.deep, asked.least)
    signed = depths if asked.raised else -depths
    found = Heights(signed, middle - (across + up) / 2.0, across, up, source)
    inner = spread_over(regions)[0].reshape(-1, 2)
    there = found.over(np.concatenate([*(o.points(6) for r in regions for o in r.outlines), inner]))
    least, most = float(there[np.argmin(abs(there))]), float(there[np.argmax(abs(there))])
    return replace(found, least=least, most=most)


def _cells(pixels: tuple[int, int], sides: tuple[float, float], detail: float) -> tuple[int, int]:
    """How many places across and up heights come from. Raises PlaceError for too many."""
    rows, columns = pixels
    count = np.clip(np.round(np.array(sides) / detail), 1, (columns, rows)).astype(int)
    if int(count.prod()) > MOST_CELLS:
        least = float(np.sqrt(np.prod(sides) / MOST_CELLS))
        raise PlaceError(
            f"a detail of {detail:g} mm gives {count[0]} × {count[1]} places of the picture: "
            f"{least:.2g} mm is the finest that this size can have"
        )
    return int(count[0]), int(count[1])
