"""A mark as a camera sees it on the finished solid: what each pixel shows, nearest first."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

from tinstamp.artwork.mark_reader import MOST_PIXELS
from tinstamp.artwork.outline import Array, Region
from tinstamp.chart.base import Chart

PIXELS_A_CELL = 12.0
"""Pixels that a cell is wide in a view."""
NOTHING, FOREIGN, INK, GROUND, WALL, FLOOR = range(6)
"""What a pixel shows: no part at all, another face, a cap of another stamp, the face that
the mark lies on, the mark's own walls, its own caps."""


@dataclass(frozen=True, eq=False)
class Surface:
    """Triangles of a finished solid, (n, 3, 3) mm, counter-clockwise from outside, and what each
    shows, (n,)."""

    triangles: Array
    shows: NDArray[np.uint8]


@dataclass(frozen=True, eq=False)
class Seen:
    """What a camera sees that is held square to a mark's middle, far off.

    Attributes
    ----------
    shows : (rows, columns), from the top. per : pixels a mm.
    box : left, top, right and bottom of the mark, pixels.
    """

    shows: NDArray[np.uint8]
    per: float
    box: tuple[float, float, float, float]

    def picture(self, light: bool) -> NDArray[np.uint8]:
        """Ink dark on light, or light on dark; where a mark is cut through, what is not face."""
        ink = self.shows == FLOOR
        ink = ink | (self.shows == INK) if ink.any() else self.shows < GROUND
        return np.where(ink != light, 0, 255).astype(np.uint8)

    def bare(self, above: bool) -> float:
        """How far it is from the mark to what is not its bare face, mm, across and, where the quiet
        zone is `above` and below too, up."""
        rows, columns = np.nonzero(self.shows < GROUND)
        left, top, right, bottom = self.box
        dx = np.maximum(0.0, np.maximum(left - columns - 1, columns - right))
        dy = np.maximum(0.0, np.maximum(top - rows - 1, rows - bottom))
        away = np.maximum(dx, dy) if above else np.where(dy > 0, np.inf, dx)
        away = away[away > 0]
        reach = min(left, self.shows.shape[1] - right)
        return float(min([reach, *away])) / self.per


def photographed(
    surface: Surface, chart: Chart, regions: Sequence[Region], cell: float, around: float
) -> Seen:
    """The view of a mark's regions with `around` mm about it; `cell` mm wide cells decide how fine.
    A triangle lies over those whose middle is farther off; what faces away is not seen."""
    bounds = np.array([region.bounds for region in regions])
    low, high = bounds[:, :2].min(axis=0), bounds[:, 2:].max(axis=0)
    towards = np.asarray(chart.normal((low + high)[None] / 2), dtype=float)[0]
    axes = camera(towards)
    corners = surface.triangles @ axes
    one, two = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
    facing = one[:, 0] * two[:, 1] - one[:, 1] * two[:, 0] > 0
    ink = np.concatenate([np.asarray(chart.to_space(r.outer.points(2))) for r in regions]) @ axes
    first, last = ink[:, :2].min(axis=0), ink[:, :2].max(axis=0)
    begin, end = first - around, last + around
    per = float(min(PIXELS_A_CELL / cell, MOST_PIXELS / (end - begin).max()))
    near = (corners[..., :2].max(axis=1) > begin).all(1) & (corners[..., :2].min(axis=1) < end).all(
        1
    )
    corners, shows = corners[facing & near], surface.shows[facing & near]
    wide, high_px = np.maximum(1, np.ceil((end - begin) * per)).astype(int).tolist()
    picture = Image.new("L", (wide, high_px), NOTHING)
    pen = ImageDraw.Draw(picture)
    flat = (corners[..., :2] - begin) * per
    flat[..., 1] = high_px - flat[..., 1]
    for k in np.argsort(corners[..., 2].mean(axis=1)):
        pen.polygon([tuple(p) for p in flat[k].tolist()], fill=int(shows[k]))
    left, right = (np.array([first[0], last[0]]) - begin[0]) * per
    bottom, top = high_px - (np.array([first[1], last[1]]) - begin[1]) * per
    return Seen(np.asarray(picture), per, (float(left), float(top), float(right), float(bottom)))


def camera(towards: Array) -> Array:
    """(3, 3) axes of a camera that looks against a direction: right, up, towards it."""
    towards = towards / np.linalg.norm(towards)
    up = np.eye(3)[2] if abs(towards[2]) < 0.9 else np.eye(3)[1]
    up = up - towards * (up @ towards)
    up /= np.linalg.norm(up)
    return np.stack([np.cross(up, towards), up, towards], axis=1)
