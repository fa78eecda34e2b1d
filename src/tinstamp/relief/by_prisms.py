"""Relief by prisms along a cast, to a plane, whatever faces they meet."""

from __future__ import annotations

import time

import numpy as np
import shapely

from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import spread_over
from tinstamp.chart.cast import CastChart
from tinstamp.chart.run import area_of_face
from tinstamp.relief.boolean import tool
from tinstamp.relief.by_tools import combined
from tinstamp.relief.checking import asked_of, bite, check_change
from tinstamp.relief.depths import LEAST_OVER_FACE
from tinstamp.relief.operation import Halt, Made, Operation
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import agrees
from tinstamp.setting.place import Placed

VOLUME_STRAY = 1e-2
"""Largest part by which prisms over a run may differ in volume from a sum over points, which is
not fine where faces meet."""


def by_prisms(
    solid: NamedSolid,
    chart: Chart,
    cast: CastChart,
    placed: Placed,
    op: Operation,
    stopped: Halt,
) -> Made:
    """Relief cast over a run of faces with parallel walls: prisms along the cast, to a plane
    at the depth from the artwork's place. An engraving may also meet faces that are not laid
    out. Raises ReliefError."""
    start = time.perf_counter()
    if not op.depth:
        raise ReliefError("a mark has neither walls nor caps: let them be square and as the face")
    clear = 2.0 * solid.extent
    heights, size = heights_of(chart, cast, placed)
    met = np.isfinite(heights)
    expected = float((op.signed - np.where(met, heights, 0.0)) @ size)
    low, high = -op.depth, clear
    if op.raised:
        low, high = float(np.nanmin(heights)) - bite(op), op.depth
        if not met.all():
            raise ReliefError("raised over several faces, all of the artwork must lie on them")
        if float(heights.max()) > high - LEAST_OVER_FACE:
            raise ReliefError(
                f"the flat cap comes out of the face: it would have to be more than "
                f"{float(heights.max()):.3f} mm high"
            )
        if float(heights.max()) - low > op.wall[0]:
            raise ReliefError("the part is too thin to carry a flat cap over so bent a run")
    tools = []
    for region in placed.regions:
        tools.append(tool(region, cast.sheet, low, high, op.raised))
        stopped()
    cut, change = combined(solid, tools, op)
    known = expected if met.all() and bool((heights > -op.depth).all() or op.raised) else None
    if known is not None and not agrees(change, known, VOLUME_STRAY):
        raise ReliefError(
            f"it was refused, since it would come out wrong: {abs(change):.2f} mm³ would change "
            f"where the artwork and its depth give {abs(known):.2f} mm³"
        )
    if known is None and not -clear * placed.area < change < 0.0:
        raise ReliefError("the cast does not cut into the part")
    check_change(solid, cut, change, asked_of(chart, placed, op, False))
    return Made(cut.solid, "boolean", change, None, cut.loose, time.perf_counter() - start)


def heights_of(chart: Chart, cast: CastChart, placed: Placed) -> tuple[Array, Array]:
    """How high the faces lie above the plane that artwork is cast from, along the cast, mm, at
    points over it; and the area that each stands for, mm². No numbers where they miss."""
    at, size = spread_over(placed.regions)
    space = chart.to_space(at.reshape(-1, 2))
    inside = shapely.contains_xy(area_of_face(chart.outline), *at.reshape(-1, 2).T)
    heights = (space - np.array(cast.sheet.frame.origin)) @ cast.against
    return np.where(inside, heights, np.nan), size.ravel()
