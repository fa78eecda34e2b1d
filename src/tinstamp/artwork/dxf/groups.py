"""What a DXF draws, or one of its colours, with lines joined to outlines."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
import shapely

from tinstamp.artwork.crossing import doubles
from tinstamp.artwork.dxf.chains import chains, even_odd, joined
from tinstamp.artwork.dxf.entities import Inks
from tinstamp.artwork.dxf.run import LINES_STRAY, DxfRun
from tinstamp.artwork.painted import LARGEST_DRAWING, LogoError, Painted
from tinstamp.artwork.stroke import stroked
from tinstamp.artwork.unite import Contour, polyline

POINTS_A_PIECE = 4
"""Points to a piece where it is only seen what lies in what."""


@dataclass(frozen=True)
class Group:
    """Contours in mm.

    Attributes
    ----------
    hatches : each a filled field. solid : filled where they wind.
    closed : outlines, filled even and odd. open : lines that do not close.
    joints : ends that were joined.
    """

    hatches: tuple[tuple[Contour, ...], ...]
    solid: tuple[tuple[Contour, ...], ...]
    closed: tuple[Contour, ...]
    open: tuple[Contour, ...]
    joints: int

    def painted(self, stroke: float) -> list[Painted]:
        """What it paints when open lines are `stroke` mm wide; at 0 they are left out."""
        found = [Painted(contours, True) for contours in self.hatches]
        found += [Painted(contours) for contours in self.solid]
        found += even_odd(list(self.closed))
        if stroke > 0:
            found += [Painted(tuple(stroked(chain, stroke))) for chain in self.open]
        return [path for path in found if path.contours]

    @property
    def ends(self) -> list[tuple[float, float]]:
        """Where lines begin and end that do not close."""
        return [point for chain in self.open for point in (chain[0][1][0], chain[-1][1][-1])]

    def holed_by(self, other: Group) -> bool:
        """True when all outlines of another lie within this one's, as holes do."""
        if other.hatches or other.solid or not other.closed or not self.closed:
            return False
        outer = shapely.union_all([_polygon(c) for c in self.closed])
        return all(bool(outer.contains(_polygon(c))) for c in other.closed)


def _polygon(contour: Contour) -> shapely.Polygon:
    ring = polyline(contour, POINTS_A_PIECE)
    return shapely.Polygon(ring).buffer(0) if len(ring) > 2 else shapely.Polygon()


def group_of(inks: Inks, scale: float, join: float) -> Group:
    """What was found in a file, as a group; `scale` is mm for a unit. Raises LogoError for a
    drawing without a size to stamp."""
    solid = tuple(tuple(_scaled(c, scale) for c in contours) for _, contours in inks.solid)
    extent = np.concatenate(
        [f.points * scale for f in inks.runs]
        + [polyline(c, POINTS_A_PIECE) for cs in solid for c in cs]
    )
    if not np.isfinite(extent).all() or np.abs(extent).max() > 100 * LARGEST_DRAWING:
        raise LogoError(f"the drawing is {float(np.ptp(extent)):.3g} mm large: no size to stamp")
    hatches: dict[int, list[Contour]] = {}
    for f in inks.runs:
        if f.ink:
            hatches.setdefault(f.ink, []).append(_scaled(f.commands, scale))
    closed: list[Contour] = []
    open_chains: list[Contour] = []
    joints = 0
    for chain in chains([f for f in inks.runs if not f.ink], join / scale):
        commands = joined(chain)
        joints += len(chain) - 1
        start, end = np.array(commands[0][1][0]), np.array(commands[-1][1][-1])
        closes = np.linalg.norm(start - end) <= join / scale and len(commands) > 2
        (closed if closes else open_chains).append(_scaled(commands, scale))
    fields = tuple(tuple(contours) for contours in hatches.values())
    return Group(fields, solid, tuple(closed), tuple(open_chains), joints)


def without_doubles(inks: Inks, scale: float, join: float) -> tuple[Inks, int]:
    """The same without lines that are there twice, and how many those were."""
    drawn = [f for f in inks.runs if not f.ink]
    twice = set(doubles([f.points for f in drawn], max(join, LINES_STRAY) / scale))
    gone = {id(f) for k, f in enumerate(drawn) if k in twice}
    runs: list[DxfRun] = [f for f in inks.runs if id(f) not in gone]
    return replace(inks, runs=runs), len(twice)


def _scaled(commands: Sequence[Any], scale: float) -> Contour:
    return [(v, tuple((x * scale, y * scale) for x, y in ps)) for v, ps in commands]
