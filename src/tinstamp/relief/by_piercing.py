"""What is cut through between two flat faces that lie over one another: walls from the one to the
other and holes in both, nothing combined."""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import ClassVar

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.BRepTools import BRepTools
from OCP.Geom import Geom_Plane, Geom_Surface
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.artwork.outline import Region
from tinstamp.blank.holed import HoledFace
from tinstamp.blank.kernel import TOLERANCE, Array, compound, moved_face
from tinstamp.blank.solid import NamedFace, NamedSolid, joined
from tinstamp.chart.plane import PlaneChart
from tinstamp.job.face_name import StampFace
from tinstamp.relief.asked import Asked
from tinstamp.relief.checking import LOG
from tinstamp.relief.clear import run_into
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.guard import fault
from tinstamp.relief.heads import Head
from tinstamp.relief.imprint import Imprint, imprint, pierced
from tinstamp.relief.operation import Made, Operation
from tinstamp.relief.soundness import is_valid
from tinstamp.relief.verify import agrees, change_of, is_closed

EVEN_WALL = 1e-6
"""mm by which the wall that is cut through may differ from place to place"""
SAME_PLANE = 1e-7
"""mm that the far face may be off, and of its normal's length"""
RING_POINTS = 12
"""to a piece of an outline, where it is looked whether the far face holds it"""


@dataclass(frozen=True, eq=False)
class Far(Head):
    """The other one of two flat faces, with its own (u, v).

    Attributes
    ----------
    wall : mm between the two. plane : the kernel's surface of the other one.
    """

    chart: PlaneChart
    wall: float
    plane: Geom_Plane
    on_face: ClassVar[bool] = False
    over_foot: ClassVar[bool] = False

    def space(self, xy: Array) -> Array:
        return self.chart.to_space(xy, -self.wall)

    @cached_property
    def axes(self) -> tuple[Array, Array, Array]:
        """Where (u, v) of the other one begin, how they run, (2, 3), and its surface's normal."""
        place = self.plane.Position()
        origin, *ways = (
            np.array([way.X(), way.Y(), way.Z()])
            for way in (place.Location(), place.XDirection(), place.YDirection(), place.Direction())
        )
        return origin, np.array(ways[:2]), ways[2]

    def uv(self, xy: Array) -> Array:
        origin, ways, _ = self.axes
        return np.asarray((self.space(xy) - origin) @ ways.T)

    def at(self, uv: Array) -> Array:
        origin, ways, _ = self.axes
        return np.asarray(origin + uv @ ways)

    def surface(self, box: tuple[Array, Array], host: Geom_Surface) -> tuple[Geom_Surface, float]:
        return self.plane, TOLERANCE

    @property
    def flipped(self) -> bool:
        """What the floor would be looks towards the near face."""
        return float(self.axes[2] @ np.array(self.chart.frame.z)) < 0.0


def by_piercing(solid: NamedSolid, op: Operation, asked: Asked) -> Made | None:
    """The body with it, checked; None where it is not for this way, or does not pass."""
    start, chart, fit = time.perf_counter(), op.chart, op.fit
    if not (op.through and op.verb == "cut" and op.walls.plain and isinstance(chart, PlaneChart)):
        return None
    even = np.isfinite(op.wall).all() and op.wall[1] - op.wall[0] <= EVEN_WALL
    alone = fit.edge is not None and not (fit.touches or fit.crowded or op.tops)
    if not even or not alone or any(region.counters for region in op.placed.regions):
        return None
    found = _far(solid, op, chart)
    if found is None:
        return None
    number, far = found
    try:
        made = imprint(solid, op.face, chart, op.placed.regions, -far.wall, op.stamp, far)
    except CurveError:
        return None
    after = _put(solid, made, number)
    expected = -far.wall * sum(region.area for region in op.placed.regions)
    change = change_of(made)
    looked_at = [f.face for f in after.faces if f.name in (op.face, solid.faces[number].name)]
    walls = [wall for block in made.blocks for wall in block.walls]
    if not is_closed(after) or not is_valid(compound([*looked_at, *walls])):
        return None
    if not agrees(change, expected):
        LOG.info("%s is cut through the long way: %g for %g mm³", op.stamp, change, expected)
        return None
    others = tuple(f for k, f in enumerate(solid.faces) if k != number)
    told = fault(solid, after, change, asked)
    told = told or run_into(NamedSolid(solid.shape, others), made)
    if told is not None:
        LOG.info("%s is cut through the long way: %s", op.stamp, told)
        return None
    return Made(after, "imprint", change, expected, (), time.perf_counter() - start)


def _far(solid: NamedSolid, op: Operation, chart: PlaneChart) -> tuple[int, Far] | None:
    """The flat face that looks away from this one at the wall's distance and holds all of the
    artwork, by its number; None where there is none."""
    wall, out = op.wall[0], np.array(chart.frame.z)
    spot = chart.to_space(np.array(op.placed.origin), -wall)
    for number, named in enumerate(solid.faces):
        plane = BRep_Tool.Surface_s(named.face)
        if named.name == op.face or not isinstance(plane, Geom_Plane):
            continue
        far = Far(chart, wall, plane)
        origin, _, away = far.axes
        if named.face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED:
            away = -away
        if np.linalg.norm(away + out) > SAME_PLANE or abs((spot - origin) @ out) > SAME_PLANE:
            continue
        if _holds(named.face, far, op.placed.regions):
            return number, far
    return None


def _holds(face: TopoDS_Face, far: Far, regions: Sequence[Region]) -> bool:
    rings = tuple(far.uv(region.outer.points(RING_POINTS)) for region in regions)
    return HoledFace(face, rings).sound


def _put(solid: NamedSolid, made: Imprint, number: int) -> NamedSolid:
    """The body with holes in both faces and walls between them."""
    other = solid.faces[number]
    place = sum(f.name == other.name for f in solid.faces[:number])
    floors = [moved_face(block.cap, at) for block in made.blocks for at in block.at]
    holes: dict[str, dict[int, Sequence[TopoDS_Wire]]] = {made.face: dict(made.holes)}
    holes.setdefault(other.name, {})[place] = [_round_up(floor) for floor in floors]
    wall = StampFace(made.stamp, "wall")
    new = [
        NamedFace(wall, moved_face(face, at), made.shell)
        for block in made.blocks
        for at in block.at
        for face in block.walls
    ]
    return joined([*pierced(solid, holes, ()), *new])


def _round_up(floor: TopoDS_Face) -> TopoDS_Wire:
    """The edge of a floor, run round its outward normal: round that of the far face it runs the
    other way, as a hole does."""
    flipped = floor.Orientation() == TopAbs_Orientation.TopAbs_REVERSED
    plain = TopoDS.Face_s(floor.Oriented(TopAbs_Orientation.TopAbs_FORWARD))
    wire = BRepTools.OuterWire_s(plain)
    return TopoDS.Wire_s(wire.Reversed()) if flipped else wire
