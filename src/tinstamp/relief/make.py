"""Placed artwork and a depth to relief on a solid: directly where it can be, by a
general boolean where it must, verified either way."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.clip import within
from tinstamp.artwork.split import Part
from tinstamp.blank.kernel import Array, extent_of, volume
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.chart.bent import BentChart, spread_over
from tinstamp.chart.cast import GRAZING, CastChart
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.flattened import FlattenedChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import RunChart, area_of_face
from tinstamp.relief.boolean import Cut, Tool, combine, tool
from tinstamp.relief.guard import Asked, fault
from tinstamp.relief.heads import (
    PLAIN,
    SHALLOW,
    FlatCap,
    Head,
    Slanted,
    Walls,
    depths_of,
    head_of,
    other_end,
)
from tinstamp.relief.imprint import imprint
from tinstamp.relief.laid import LayingError
from tinstamp.relief.run import (
    across_volume,
    cut_at,
    inked,
    joined_tool,
    lean_of,
    on_ink,
    on_its_face,
    on_piece,
    shares,
)
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.tracing import traced
from tinstamp.relief.verify import ALLOWED_BOOLEAN, agrees, examine, examine_imprint
from tinstamp.setting.fit import CLEAR, Fit, face_about, fit
from tinstamp.setting.place import Placed

LOG = logging.getLogger("tinstamp.relief")
MARK = 0.1
"""mm; how far the walls that trace a mark reach to both sides of the face."""
OVERSHOOT = 0.5
"""mm; how far a tool reaches beyond the faces that it must cut clear of."""
ROUGHLY = 1e-2
"""Largest part by which prisms over a run may differ in volume from a sum over points, which is
not fine where faces meet."""
LEVEL, HAIR = 1e-3, 5e-4
"""mm; a wall that is as thick as the depth is deep within LEVEL is cut through with a HAIR
more, which is less than what any check can tell."""
BITE = 0.05
"""mm; how far a raised tool reaches into the material that it joins."""


@dataclass(frozen=True)
class Order:
    """What is to be made.

    Attributes
    ----------
    depth : mm, positive; 0 marks the face without relief.
    emboss : raised instead of sunk.
    walls : how its walls run and its caps lie. over : a cast may run over the faces beside.
    thickness : least and greatest material behind the artwork, mm.
    """

    stamp: str
    face: str
    depth: float
    emboss: bool
    thickness: tuple[float, float]
    walls: Walls = PLAIN
    over: bool = False

    @property
    def signed(self) -> float:
        return self.depth if self.emboss else -self.depth

    @property
    def through(self) -> bool:
        """An engraving as deep as the material or deeper."""
        return not self.emboss and self.depth >= self.thickness[0]


@dataclass(frozen=True)
class Made:
    """A solid with the relief on it.

    Attributes
    ----------
    built_by : "imprint" or "boolean".
    relief_volume : measured change of volume, mm³, signed.
    expected : the computed change, mm³; None where there is no closed form.
    pieces : volumes of what came loose in a through-cut, mm³.
    seconds : time taken, checks included.
    depths : least and greatest length of the walls, mm, where they are not all the same.
    lean : degrees by which walls are off the normal where faces meet at an angle.
    """

    solid: NamedSolid
    built_by: Literal["imprint", "boolean"]
    relief_volume: float
    expected: float | None
    pieces: tuple[float, ...]
    seconds: float
    depths: tuple[float, float] | None = None
    lean: float = 0.0

    def followed_by(self, later: Made) -> Made:
        """Both, when `later` was made on this one's solid."""
        known = self.expected is not None and later.expected is not None
        return Made(
            later.solid,
            "imprint" if self.built_by == later.built_by == "imprint" else "boolean",
            self.relief_volume + later.relief_volume,
            (self.expected or 0.0) + (later.expected or 0.0) if known else None,
            (*self.pieces, *later.pieces),
            self.seconds + later.seconds,
            self.depths or later.depths,
            max(self.lean, later.lean),
        )


def make(
    solid: NamedSolid,
    chart: Chart,
    placed: Placed,
    found: Fit,
    order: Order,
    direct: bool = True,
    stopped: Callable[[], None] = lambda: None,
) -> Made:
    """Build and check. `direct` allows the direct imprint; `stopped` may raise to give up.

    Raises ReliefError when no sound solid can be made.
    """
    start = time.perf_counter()
    if found.off_area > 0.999 * placed.area:
        raise ReliefError("all of the artwork lies off the face")
    plane = _plane_of(chart)
    if order.over and plane is not None and order.walls.slanted and order.walls.flat:
        return _prisms(solid, chart, plane, placed, order, stopped)
    if isinstance(chart, RunChart):
        return _over_run(solid, chart, placed, found, order, direct, stopped)
    if isinstance(chart, CastChart) and not _reached(chart, placed):
        placed = _landed(chart, placed)
        if not placed.regions:
            raise ReliefError("all of the artwork misses the face")
        found = replace(found, edge=_to_edge(chart, placed))
    head = depths = None
    if order.walls.plain or not order.depth:
        expected = chart.relief_volume(placed.regions, order.signed)
    else:
        head = head_of(chart, np.array(placed.origin), order.signed, order.walls)
        depths = depths_of(head, placed.regions, order.signed)
        expected = head.volume(placed.regions)
    closed_form = found.wholly_inside and not order.through
    asked = _asked(chart, placed, order, closed_form)
    if direct and closed_form and not chart.own_surface:
        made = _directly(solid, chart, placed, order, expected, head, asked)
        if made is not None:
            marked, change = made
            taken = time.perf_counter() - start
            return Made(marked, "imprint", change, expected, (), taken, depths)
    stopped()
    if not order.depth:
        high = min(MARK, _room(chart, placed))
        tools = [tool(region, chart, 0.0, high, False) for region in placed.regions]
        marked = traced(solid, tools, order.stamp, lambda at: inked(chart, placed.regions, at))
        _guarded(solid, Cut(marked, ()), 0.0, asked)
        return Made(marked, "boolean", 0.0, 0.0, (), time.perf_counter() - start)
    cut, change = _combined(solid, _tools(chart, placed, order, stopped), order)
    _plausible(_cut_away(cut, change), expected, closed_form, order)
    _guarded(solid, cut, change, asked)
    known = expected if closed_form else None
    taken = time.perf_counter() - start
    return Made(cut.solid, "boolean", change, known, cut.pieces, taken, depths)


def _over_run(
    solid: NamedSolid,
    chart: RunChart,
    placed: Placed,
    found: Fit,
    order: Order,
    direct: bool,
    stopped: Callable[[], None],
) -> Made:
    """Relief over several faces: what lies within one of them as on that face alone, what runs
    over a joint by tools that are sewn there. Raises ReliefError."""
    parts = shares(chart, placed.regions)
    if not order.depth:  # what comes to an edge is traced like what runs over a joint
        parts = parts.traced()
    cast = _plane_of(chart)
    one_way = cast is not None and not order.walls.flat
    if order.depth and not order.walls.plain and not one_way:
        raise ReliefError(
            "over several faces walls run square to each face and caps follow it; parallel "
            "walls and flat caps need a projection there, onto one side"
        )
    whole: Made | None = None
    if cast is not None and order.depth and order.walls.slanted:
        parts = shares(cut_at(chart, cast, order.signed), placed.regions)
        if parts.across:
            whole = _across_slanted(solid, chart, cast, placed, parts.across, order, stopped)
    elif parts.across:  # first, while the part has few faces
        whole = _across(solid, chart, parts.across, order, stopped)
    for share in (parts.within, parts.beyond):
        for k, regions in share.items():
            piece = chart.pieces[k]
            now = whole.solid if whole is not None else solid
            there = on_piece(piece, regions, placed.origin)
            if isinstance(piece.chart, CastChart) and not _reached(piece.chart, there):
                there = _landed(piece.chart, there)
                if not there.regions:
                    continue
                own = replace(fit(there, piece.chart), edge=_to_edge(piece.chart, there))
            else:
                own = fit(there, piece.chart)
            own = replace(own, touches=found.touches, nested=found.nested)
            mine = replace(order, face=piece.face, over=False)
            made = make(now, piece.chart, there, own, mine, direct, stopped)
            whole = made if whole is None else whole.followed_by(made)
    if whole is None:
        raise ReliefError("all of the artwork misses the faces")
    return whole


def _across(
    solid: NamedSolid,
    chart: RunChart,
    across: Sequence[Sequence[tuple[int, Part]]],
    order: Order,
    stopped: Callable[[], None],
) -> Made:
    """Regions that run over joints. Raises ReliefError."""
    start = time.perf_counter()
    low, high = _lifts(order) if order.depth else (0.0, MARK)
    for parts in across:
        for k, part in parts:
            piece = chart.pieces[k]
            high = min(high, _room(piece.chart, on_piece(piece, [part.region], (0.0, 0.0))))
    tools = [joined_tool(chart, parts, low, high, order.emboss, stopped) for parts in across]
    if not order.depth:
        marked = traced(solid, tools, order.stamp, lambda at: on_ink(chart, across, at))
        _guarded(solid, Cut(marked, ()), 0.0, _asked(chart, _joined(chart, across), order, False))
        return Made(marked, "boolean", 0.0, 0.0, (), time.perf_counter() - start)
    expected = sum(across_volume(chart, parts, order.signed) for parts in across)
    cut, change = _combined(solid, tools, order)
    closed_form = not order.through and all(on_its_face(chart, parts) for parts in across)
    _plausible(_cut_away(cut, change), expected, closed_form, order)
    _guarded(solid, cut, change, _asked(chart, _joined(chart, across), order, False))
    known = expected if closed_form else None
    lean = max(lean_of(chart, parts) for parts in across)
    taken = time.perf_counter() - start
    return Made(cut.solid, "boolean", change, known, cut.pieces, taken, None, lean)


def _across_slanted(
    solid: NamedSolid,
    chart: RunChart,
    cast: CastChart,
    placed: Placed,
    across: Sequence[Sequence[tuple[int, Part]]],
    order: Order,
    stopped: Callable[[], None],
) -> Made:
    """Regions that run over joints, their walls along the cast and their caps on each face's
    parallel. The tools' other ends are planes: clear of the part, or within it. `across` is
    parted where the caps meet. Raises ReliefError."""
    start = time.perf_counter()
    far = 2.0 * extent_of(solid.shape)
    if order.emboss:
        heights, _ = _heights(chart, cast, placed)
        if not np.isfinite(heights).all():
            raise ReliefError("raised over several faces, all of the artwork must lie on them")
        far = float(heights.min()) - _bite(order)
        if float(heights.max()) - far > order.thickness[0]:
            raise ReliefError("the part is too thin to carry parallel walls over so bent a run")
    origin, z = np.array(cast.sheet.frame.origin), cast.against
    x, y, up = map(float, origin + far * z)
    plane = PlaneChart((), replace(cast.frame, origin=(x, y, up)))

    def ends(own: Chart) -> tuple[Head, Head]:
        assert isinstance(own, CastChart)
        cap, other = Slanted(own, own, order.signed), FlatCap(own, plane, z)
        return (other, cap) if order.emboss else (cap, other)

    low, high = sorted((order.signed, far))
    tools = [joined_tool(chart, parts, low, high, order.emboss, stopped, ends) for parts in across]
    cut, change = _combined(solid, tools, order)
    expected = 0.0
    for parts in across:
        for k, part in parts:
            own = chart.pieces[k].chart
            assert isinstance(own, CastChart)
            expected += Slanted(own, own, order.signed).volume([part.region])
    closed_form = not order.through and all(on_its_face(chart, parts) for parts in across)
    _plausible(_cut_away(cut, change), expected, closed_form, order)
    _guarded(solid, cut, change, _asked(chart, _joined(chart, across), order, False))
    known = expected if closed_form else None
    return Made(cut.solid, "boolean", change, known, cut.pieces, time.perf_counter() - start)


def _joined(chart: RunChart, across: Sequence[Sequence[tuple[int, Part]]]) -> Placed:
    """The regions that run over joints, on the run's own sheet."""
    regions = tuple(part.region for parts in across for _, part in parts)
    return Placed(regions, (0.0, 0.0), np.eye(2), np.zeros(2))


def _asked(chart: Chart, placed: Placed, order: Order, clean: bool) -> Asked:
    """The order in the guard's terms."""
    plane = None
    if order.walls.flat and order.depth:
        here = np.array(placed.origin)
        cast = _plane_of(chart)
        normal = cast.against if cast is not None and order.walls.slanted else chart.normal(here)
        plane = (chart.to_space(here) + order.signed * normal, normal)
    plain = not order.walls.slanted
    return Asked(chart, placed.regions, order.depth, order.emboss, plane, plain, clean)


def _guarded(before: NamedSolid, cut: Cut, change: float, asked: Asked) -> None:
    """Raises ReliefError when what came out is not what was asked."""
    asked = replace(asked, loose=bool(cut.pieces))
    told = fault(before, cut.solid, _cut_away(cut, change), asked)
    if told is not None:
        LOG.warning("the guard refused a relief: %s", told)
        raise ReliefError(f"it was refused, since it would come out wrong: {told}")


def _combined(solid: NamedSolid, tools: Sequence[Tool], order: Order) -> tuple[Cut, float]:
    """The part with the tools, which must be sound, and how its volume changed, mm³."""
    cut = combine(solid, tools, order.emboss, order.stamp)
    verdict = examine(cut.solid)
    if not verdict.sound:
        raise ReliefError("the outlines and the part do not combine into a sound solid")
    return cut, verdict.volume - volume(solid.shape)


def _cut_away(cut: Cut, change: float) -> float:
    """The change without the middles that fell out by themselves, mm³."""
    return change + sum(cut.pieces)


def _plane_of(chart: Chart) -> CastChart | None:
    """The cast that artwork comes from, of one face or of a run seen from one side."""
    if isinstance(chart, CastChart):
        return chart
    if isinstance(chart, RunChart) and sum(p.parent < 0 for p in chart.pieces) == 1:
        first = chart.first
        return first if isinstance(first, CastChart) else None
    return None


def _prisms(
    solid: NamedSolid,
    chart: Chart,
    cast: CastChart,
    placed: Placed,
    order: Order,
    stopped: Callable[[], None],
) -> Made:
    """Relief cast over a run of faces with parallel walls: prisms along the cast, to a plane
    at the depth from the artwork's place. An engraving may also meet faces that are not laid
    out. Raises ReliefError."""
    start = time.perf_counter()
    if not order.depth:
        raise ReliefError("a mark has neither walls nor caps: let them be square and as the face")
    clear = 2.0 * extent_of(solid.shape)
    heights, size = _heights(chart, cast, placed)
    met = np.isfinite(heights)
    expected = float((order.signed - np.where(met, heights, 0.0)) @ size)
    low, high = -order.depth, clear
    if order.emboss:
        low, high = float(np.nanmin(heights)) - _bite(order), order.depth
        if not met.all():
            raise ReliefError("raised over several faces, all of the artwork must lie on them")
        if float(heights.max()) > high - SHALLOW:
            raise ReliefError(
                f"the flat cap comes out of the face: it would have to be more than "
                f"{float(heights.max()):.3f} mm high"
            )
        if float(heights.max()) - low > order.thickness[0]:
            raise ReliefError("the part is too thin to carry a flat cap over so bent a run")
    tools = []
    for region in placed.regions:
        tools.append(tool(region, cast.sheet, low, high, order.emboss))
        stopped()
    cut, change = _combined(solid, tools, order)
    known = expected if met.all() and bool((heights > -order.depth).all() or order.emboss) else None
    if known is not None and not agrees(change, known, ROUGHLY):
        raise ReliefError(
            f"it was refused, since it would come out wrong: {abs(change):.2f} mm³ would change "
            f"where the artwork and its depth give {abs(known):.2f} mm³"
        )
    if known is None and not -clear * placed.area < change < 0.0:
        raise ReliefError("the cast does not cut into the part")
    _guarded(solid, cut, change, _asked(chart, placed, order, False))
    return Made(cut.solid, "boolean", change, None, cut.pieces, time.perf_counter() - start)


def _heights(chart: Chart, cast: CastChart, placed: Placed) -> tuple[Array, Array]:
    """How high the faces lie above the plane that artwork is cast from, along the cast, mm, at
    points over it; and the area that each stands for, mm². No numbers where they miss."""
    at, size = spread_over(placed.regions)
    space = chart.to_space(at.reshape(-1, 2))
    inside = shapely.contains_xy(area_of_face(chart.outline), *at.reshape(-1, 2).T)
    heights = (space - np.array(cast.sheet.frame.origin)) @ cast.against
    return np.where(inside, heights, np.nan), size.ravel()


def _landed(chart: CastChart, placed: Placed) -> Placed:
    """What of the artwork a cast lays on its face, ending where it only grazes it."""
    landed = within(placed.regions, area_of_face(chart.outline))
    return replace(placed, regions=tuple(landed), bent=True)


def _to_edge(chart: CastChart, placed: Placed) -> float | None:
    """From the ink on the face to the face's edge, mm on its own sheet; None when it is over
    or at it."""
    rings = [chart.to_base(r.outer.points(12)) for r in placed.regions]
    if not all(np.isfinite(ring).all() for ring in rings):
        return None
    whole = shapely.MultiPolygon([shapely.Polygon(ring) for ring in rings])
    face, edges = face_about(chart.base, np.concatenate(rings).mean(axis=0))
    distance = float(edges.distance(whole))
    return distance if face.contains(whole) and distance > CLEAR else None


def _reached(chart: CastChart, placed: Placed) -> bool:
    """True when the cast meets the face, and does not graze it, all along the outlines."""
    points = np.concatenate([r.outer.points(6) for r in placed.regions])
    at = chart.to_base(points)
    if not np.isfinite(at).all():
        return False
    facing = chart.base.normal(at) @ chart.against
    return bool(facing.min() > 0.5 * GRAZING)


def _directly(
    solid: NamedSolid,
    chart: Chart,
    placed: Placed,
    order: Order,
    expected: float,
    head: Head | None,
    asked: Asked,
) -> tuple[NamedSolid, float] | None:
    """The direct imprint and its volume; None when it does not pass, so that the boolean
    is tried."""
    try:
        made = imprint(solid, order.face, chart, placed.regions, order.signed, order.stamp, head)
    except LayingError:
        return None  # across the seam: not for this way
    change = examine_imprint(made, chart, order.signed, head is None)
    if change is None or not agrees(change, expected):
        return None
    told = fault(solid, made.solid, change, asked)
    if told is not None:
        LOG.warning("the guard sends %s the long way: %s", order.stamp, told)
        return None
    return made.solid, change


def _lifts(order: Order) -> tuple[float, float]:
    """Between which lifts a tool reaches, mm."""
    if order.emboss:
        return -_bite(order), order.depth
    # where the wall ends at just that depth, a hair more keeps two faces from lying in one
    level = any(abs(order.depth - wall) < LEVEL for wall in order.thickness)
    return -order.depth - (HAIR if level else 0.0), OVERSHOOT


def _tools(chart: Chart, placed: Placed, order: Order, stopped: Callable[[], None]) -> list[Tool]:
    low, high = _lifts(order)
    high = min(high, _room(chart, placed))
    tools = []
    ends = None if order.walls.plain else _ends(placed, order, low, high)
    for region in placed.regions:
        tools.append(tool(region, chart, low, high, order.emboss, ends))
        stopped()
    return tools


def _ends(
    placed: Placed, order: Order, low: float, high: float
) -> Callable[[Chart], tuple[Head, Head]]:
    """What makes the two ends of a tool whose walls are slanted or whose cap is flat."""
    origin = np.array(placed.origin)

    def ends(chart: Chart) -> tuple[Head, Head]:
        if order.emboss:
            cap = head_of(chart, origin, high, order.walls)
            return other_end(chart, origin, low, order.walls), cap
        cap = head_of(chart, origin, low, order.walls)
        return cap, other_end(chart, origin, high, order.walls)

    return ends


def _bite(order: Order) -> float:
    return min(BITE, order.thickness[0] / 2)


def _room(chart: Chart, placed: Placed) -> float:
    """How far outwards a tool may reach: in a bore, not past the axis; in a hollow, not past
    the centre of its curvature."""
    if isinstance(chart, CastChart | FlattenedChart):
        points = np.concatenate([r.outer.points(4) for r in placed.regions])
        at = chart.to_base(points)
        return _clear(chart.ground, at[np.isfinite(at).all(axis=-1)])
    points = np.concatenate([r.outer.points(4) for r in placed.regions])
    return _clear(chart, points)


def _clear(chart: Chart, points: Array) -> float:
    if not len(points):
        return float("inf")
    if isinstance(chart, BentChart):
        mean, gauss = chart.bent_at(points)
        hollow = -(mean - np.sqrt(np.maximum(mean * mean - gauss, 0.0)))
        most = float(hollow.max())
        return 0.8 / most if most > 1e-9 else float("inf")
    if not isinstance(chart, CylinderChart | ConeChart) or not chart.inside:
        return float("inf")
    least = min(chart.way_round(p) for p in points) / (2.0 * np.pi)
    return 0.9 * float(least)


def _plausible(change: float, expected: float, closed_form: bool, order: Order) -> None:
    """The change has the right sign and does not exceed what was asked for."""
    wrong_way = change * expected <= 0
    most = abs(expected)
    if order.emboss:
        most *= 1.01 + _bite(order) / order.depth  # hangs over an edge, bite and all
    too_much = abs(change) > most * (1 + ALLOWED_BOOLEAN)
    if wrong_way or too_much or (closed_form and not agrees(change, expected, ALLOWED_BOOLEAN)):
        verb = "added" if order.emboss else "taken away"
        raise ReliefError(
            f"it was refused, since it would come out wrong: {abs(change):.2f} mm³ would be {verb} "
            f"where the artwork and its depth give {abs(expected):.2f} mm³"
            if change * expected > 0
            else "it was refused, since it would come out wrong: nothing of it would lie in the "
            "part"
            if not change
            else "it was refused, since material would be "
            f"{'taken away' if order.emboss else 'added'} where it should be {verb}"
        )
