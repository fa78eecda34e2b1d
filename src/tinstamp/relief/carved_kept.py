"""Carved letters that are alike: made once, and set down wherever a rigid motion of space brings
the one onto the other. The last ones that were made are kept, so that a word which moves is moved.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Collection, Hashable, Sequence
from dataclasses import dataclass, field

import numpy as np
from OCP.Geom import Geom_Surface
from OCP.Geom2d import Geom2d_Curve, Geom2d_Line
from OCP.gp import gp_Dir2d, gp_Pnt2d
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS

from tinstamp.artwork.outline import Array
from tinstamp.artwork.roof import Roof
from tinstamp.blank.kernel import BUILDER, bezier2d
from tinstamp.chart.base import FaceChart, Start
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.skin import SkinChart
from tinstamp.relief.alike import BOX_POINTS, SAME_CURVE, STAYS, Like, rigid
from tinstamp.relief.blocks import Block
from tinstamp.relief.carved_bent import TOLERANCE, Bend, Facets, foot_curves
from tinstamp.relief.kept_blocks import MOST_ALIKE, MOST_PLACES
from tinstamp.relief.roof_parted import pairs_of, parted_at_breaks
from tinstamp.relief.walls import HERE

MOST_FACES = 12_000
"""that are kept: some 7 kB each on a bent face, 90 MB in all; of a letter there are about 100"""


@dataclass(eq=False)
class Carved:
    """A roof that was made into faces.

    Attributes
    ----------
    block : what it became, where it was made. places : how often it has been set down.
    """

    roof: Roof
    bend: Bend
    facets: Facets
    block: Block | None = None
    places: int = field(default=0)


class KeptRoofs:
    """The last ones that were made, by what they stand on and their shape."""

    def __init__(self) -> None:
        self._kept: OrderedDict[tuple[Hashable, int], list[Carved]] = OrderedDict()

    @property
    def faces(self) -> int:
        """All that are kept."""
        return sum(len(one.facets.faces) for own in self._kept.values() for one in own)

    def of(self, ground: Hashable, roof: Roof) -> list[Carved]:
        """Those of that shape on that ground, the last made first."""
        key = (ground, id(roof.facets))
        if key in self._kept:
            self._kept.move_to_end(key)  # what is asked for stays longest
        return [own for own in reversed(self._kept.get(key, [])) if own.roof.facets is roof.facets]

    def keep(self, ground: Hashable, one: Carved) -> None:
        """Keep what was made on that ground."""
        own = self._kept.setdefault((ground, id(one.roof.facets)), [])
        own.append(one)
        del own[:-MOST_ALIKE]
        while self.faces > MOST_FACES:
            self._kept.popitem(last=False)

    def set_down(self, ground: Hashable, one: Carved, places: int) -> None:
        """It has been set down at so many places more: each adds to its edges."""
        one.places += places
        key = (ground, id(one.roof.facets))
        if one.places > MOST_PLACES and key in self._kept:
            left = [own for own in self._kept.pop(key) if own is not one]
            if left:
                self._kept[key] = left

    def clear(self) -> None:
        """Keep nothing."""
        self._kept.clear()


KEPT_ROOFS = KeptRoofs()
"""Those of this process."""


def likes(
    roofs: Sequence[Roof],
    bend: Bend,
    known: Sequence[Carved],
    apart: Collection[int],
) -> list[Like]:
    """For each roof which known one, below zero, or earlier one it is a motion of; itself where
    there is none, and where it stands `apart`."""
    found = {n: Like(n, *STAYS) for n in range(len(roofs))}
    if isinstance(bend.chart.ground, SkinChart):
        return list(found.values())
    groups: dict[int, list[int]] = {}
    for n, roof in enumerate(roofs):
        if n not in apart:
            groups.setdefault(id(roof.facets), []).append(n)
    for k, one in enumerate(known):
        members = groups.get(id(one.roof.facets), [])
        moved = _motions(k - len(known), one.roof, one.bend, members, roofs, bend)
        found.update(moved)
        groups[id(one.roof.facets)] = [n for n in members if n not in moved]
    for members in groups.values():
        if members:
            first, *rest = members
            found.update(_motions(first, roofs[first], bend, rest, roofs, bend))
    return [found[n] for n in range(len(roofs))]


def _motions(
    first: int, own: Roof, was: Bend, rest: Sequence[int], roofs: Sequence[Roof], bend: Bend
) -> dict[int, Like]:
    """Those of the rest that a rigid motion makes of a roof as it lay in space, which they know as
    the `first`: its corners, and a grid over its box on the face and at its top."""
    if not rest:
        return {}
    corners = len(own.nodes)
    here = was.space(_looked_at(own))
    there = np.stack([bend.space(_looked_at(roofs[n])) for n in rest])
    turns, shifts = rigid(here[:corners], there[:, :corners])
    off = np.abs(here @ turns.transpose(0, 2, 1) + shifts[:, None] - there).max(axis=(1, 2))
    return {
        n: Like(first, turn, shift)
        for n, turn, shift, stray in zip(rest, turns, shifts, off, strict=True)
        if stray <= SAME_CURVE  # nothing that is not a number is
    }


def _looked_at(roof: Roof) -> Array:
    """(n, 3) sheet points and heights at which a roof is told to be like another."""
    low, high = roof.nodes[:, :2].min(axis=0), roof.nodes[:, :2].max(axis=0)
    sides = [np.linspace(a, b, BOX_POINTS) for a, b in zip(low, high, strict=True)]
    grid = np.stack(np.meshgrid(*sides), axis=-1).reshape(-1, 2)
    layers = [np.column_stack([grid, np.full(len(grid), z)]) for z in (0.0, roof.top)]
    return np.concatenate([roof.nodes, *layers])


def set_down(
    made: Carved, roof: Roof, bend: Bend, host: Geom_Surface, start: Start | None,
    place: TopLoc_Location,
) -> Array:  # fmt: skip
    """Give the feet of what was made the curves on the face that they have at a place; the outer
    one as a polygon in its (u, v) (see `Facets.ring`). Raises CurveError where it crosses the
    seam."""
    whole = parted_at_breaks(roof, bend.chart)
    if isinstance(bend.chart, PlaneChart):
        curves, ring = _straight(whole, bend.chart)
    else:
        poles, ring = foot_curves(whole, bend, start)
        curves = [bezier2d(own.tolist()) for own in poles]
    for edge, curve in zip(made.facets.edges, curves, strict=True):
        there = TopoDS.Edge_s(edge.Moved(place))
        BUILDER.UpdateEdge(there, curve, host, HERE, TOLERANCE)
    return ring


def _straight(roof: Roof, chart: FaceChart) -> tuple[list[Geom2d_Curve], Array]:
    """Lines along the outlines, by their length, and the outer one's corners."""
    uv = chart.to_uv(roof.nodes[:, :2])
    curves: list[Geom2d_Curve] = []
    for a, b in (pair for ring in roof.outline for pair in pairs_of(ring)):
        way = (uv[b] - uv[a]).tolist()
        curves.append(Geom2d_Line(gp_Pnt2d(*uv[a].tolist()), gp_Dir2d(*way)))
    return curves, uv[list(roof.outline[0])]
