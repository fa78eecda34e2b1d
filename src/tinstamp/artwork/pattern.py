"""Patterns within artwork: lines, crossed lines and dots that its ink bounds."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array, Outline, Region, polygon
from tinstamp.artwork.painted import Joined, Painted, Shape, Within, painted, whole
from tinstamp.artwork.shapes import circle
from tinstamp.artwork.unite import contour_of

MOST_PIECES = 6000
"""lines or dots of one pattern"""
RING_STEPS = 16
"""points to a piece of an outline by which dots are told to be whole"""
LEAST_WIDTH = 0.4
"""Part of a line's width that a piece of it at the edge of the ink must have to be kept."""
HEXAGONAL = np.sqrt(3.0) / 2.0
"""Rows of dots are that part of the pitch apart."""


class PatternError(ValueError):
    """A pattern that cannot be drawn; the message is for the designer."""


@dataclass(frozen=True)
class Texture:
    """A pattern in numbers: mm, degrees."""

    kind: Literal["lines", "crossed", "dots"]
    pitch: float
    line: float
    turn: float


def patterned(artwork: Artwork, texture: Texture) -> Artwork:
    """The artwork with its ink filled with a pattern, which stands about the middle of it.

    Raises PatternError.
    """
    if not artwork.regions:
        return artwork
    if texture.line >= texture.pitch:
        raise PatternError(
            f"a pattern of {texture.line:g} mm every {texture.pitch:g} mm leaves nothing between"
        )
    box = artwork.bounds
    middle, reach = (box[:2] + box[2:]) / 2, float(np.linalg.norm(box[2:] - box[:2])) / 2
    if texture.kind == "dots":
        return replace(artwork, regions=tuple(_dots(artwork.regions, texture, middle, reach)))
    turns = [texture.turn, texture.turn + 90.0] if texture.kind == "crossed" else [texture.turn]
    if 2 * reach / texture.pitch * len(turns) > MOST_PIECES:
        raise PatternError(_too_many(texture))
    found: list[Region] = []
    for region in artwork.regions:
        shapes = tuple(_lines(region, texture, turn, middle) for turn in turns)
        pattern: Shape = shapes[0] if len(shapes) == 1 else Joined(shapes)
        regions, _ = whole([Within(painted(region), pattern)])
        found += [
            Region(r.outer, r.counters, region.letters)
            for r in regions
            if not _polygon(r).buffer(-LEAST_WIDTH * texture.line / 2).is_empty
        ]
    return replace(artwork, regions=tuple(found))


Filler = Callable[[Artwork, Texture], Artwork]
"""Fills artwork with a pattern, or gives it as it is, marked as waiting (`Artwork.waits`), until
the pattern is there. Raises PatternError."""
_filler: Filler = patterned


def fill_with(filler: Filler) -> None:
    """From now on, artwork is filled so: a window does not wait for a pattern as a build does."""
    global _filler
    _filler = filler


def filled(artwork: Artwork, texture: Texture) -> Artwork:
    """What `patterned` gives, or what waits for it. Raises PatternError."""
    return _filler(artwork, texture)


def _too_many(texture: Texture) -> str:
    return (
        f"a pitch of {texture.pitch:g} mm makes more than {MOST_PIECES} pieces here: give a wider "
        "one"
    )


def _polygon(region: Region) -> shapely.Polygon:
    return shapely.Polygon(
        region.outer.points(RING_STEPS), [c.points(RING_STEPS) for c in region.counters]
    )


def _turned(turn: float) -> Array:
    angle = np.radians(turn)
    return np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])


def _lines(region: Region, texture: Texture, turn: float, middle: Array) -> Painted:
    """Strips over a region, each on a grid about `middle`."""
    matrix = _turned(turn)
    box = region.bounds
    corners = np.array([[box[i], box[j]] for i in (0, 2) for j in (1, 3)])
    own = (corners - middle) @ matrix  # along and across the lines
    low, high = own.min(axis=0), own.max(axis=0)
    first = int(np.floor((low[1] - texture.line) / texture.pitch))
    last = int(np.ceil((high[1] + texture.line) / texture.pitch))
    strips = []
    for k in range(first, last + 1):
        y, half = k * texture.pitch, texture.line / 2
        a, b = low[0] - texture.pitch, high[0] + texture.pitch
        ring = np.array([(a, y - half), (b, y - half), (b, y + half), (a, y + half)])
        strips.append(contour_of(polygon(ring @ matrix.T + middle)))
    return Painted(tuple(strips))


def _dots(regions: Sequence[Region], texture: Texture, middle: Array, reach: float) -> list[Region]:
    """Circles in rows, those that lie wholly in the ink."""
    across = int(np.ceil(reach / texture.pitch)) + 1
    up = int(np.ceil(reach / (texture.pitch * HEXAGONAL))) + 1
    if (2 * across + 1) * (2 * up + 1) > 4 * MOST_PIECES:
        raise PatternError(_too_many(texture))
    rows, columns = np.meshgrid(np.arange(-up, up + 1), np.arange(-across, across + 1))
    x = (columns + 0.5 * (rows % 2)).ravel() * texture.pitch
    y = rows.ravel() * texture.pitch * HEXAGONAL
    at = np.column_stack([x, y]) @ _turned(texture.turn).T + middle
    points = shapely.points(at)
    dot: Outline = circle(texture.line / 2)
    found: list[Region] = []
    for region in regions:
        ink = _polygon(region)
        shapely.prepare(ink)
        near = shapely.contains(ink, points)
        clear = near & (shapely.distance(ink.boundary, points) >= texture.line / 2)
        found += [
            Region(dot.transformed(np.eye(2), place), (), region.letters) for place in at[clear]
        ]
    if len(found) > MOST_PIECES:
        raise PatternError(_too_many(texture))
    return found
