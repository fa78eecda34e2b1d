"""Bridges of a stencil: what holds the middles of letters when their ink is cut through."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array, Outline, Region, polygon
from tinstamp.artwork.painted import Joined, Painted, Without, painted, whole
from tinstamp.artwork.unite import contour_of


@dataclass(frozen=True)
class Bridges:
    """How middles are held, mm and degrees.

    Attributes
    ----------
    width : of a bridge. turn : which way it runs from the middle; 90° is upright.
    shift : to its left. both : it runs to both sides.
    """

    width: float
    turn: float
    shift: float
    both: bool


def bridged(artwork: Artwork, bridges: Bridges) -> Artwork:
    """The artwork with the ink left out over bridges, which run from every counter to what lies
    round its region."""
    return replace(
        artwork,
        regions=tuple(new for region in artwork.regions for new in _bridged(region, bridges)),
    )


def _bridged(region: Region, bridges: Bridges) -> list[Region]:
    if not region.counters:
        return [region]
    strips = tuple(
        Painted((contour_of(_strip(counter, region, bridges)),)) for counter in region.counters
    )
    found, _ = whole([Without(painted(region), Joined(strips))])
    return [Region(r.outer, r.counters, region.letters) for r in found]


def _strip(counter: Outline, region: Region, bridges: Bridges) -> Outline:
    """From the middle of a counter out of its region."""
    angle = np.radians(bridges.turn)
    along = np.array([np.cos(angle), np.sin(angle)])
    aside = np.array([-along[1], along[0]])
    box: Array = counter.bounds
    middle = (box[:2] + box[2:]) / 2 + bridges.shift * aside
    far = 2.0 * float(np.linalg.norm(region.bounds[2:] - region.bounds[:2]))
    begin = middle - far * along if bridges.both else middle
    end, half = middle + far * along, bridges.width / 2 * aside
    ring: Array = np.array([begin - half, end - half, end + half, begin + half])
    return polygon(ring)
