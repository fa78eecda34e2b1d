"""What each kind of relief asks to be done to which body."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import replace

import numpy as np

from tinstamp.artwork.outline import Region
from tinstamp.artwork.shapes import circle
from tinstamp.chart.base import FaceChart
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.relief_when import INVERTED
from tinstamp.plan.lay import TOWARDS
from tinstamp.plan.pins import pins_of
from tinstamp.plan.planned import Planned
from tinstamp.plan.track import Track
from tinstamp.relief.heads import PLAIN, Edge, Walls
from tinstamp.relief.islands import Island, standing_on
from tinstamp.relief.operation import Operation, Tops
from tinstamp.relief.pieces import Pieces, Pins
from tinstamp.relief.surfaces import OrderError
from tinstamp.setting.fit import Fit, fit
from tinstamp.setting.place import Placed

Wall = tuple[float, float]
"""Least and greatest material behind a stamp, mm, as measured."""
BEYOND, BEYOND_PART = 0.1, 0.05
"""mm, and part of the wall, that a cut goes on beyond the wall that was measured."""
LEVEL_WITHIN = 1e-9
"""mm off the face that letters of a field may end and still be level with it"""


def operations(item: Planned, fit: Fit, wall: Wall) -> list[Operation]:
    """What a stamp asks to be done to the part, in order: an operation for each depth."""
    given = item.relief.given
    if given.make == "loose":
        return _pin_holes(item, fit, wall)
    if given.make == "stencil":
        through = wall[1] * (1.0 + BEYOND_PART) + BEYOND if np.isfinite(wall[1]) else BEYOND
        return [_operation(item, fit, wall, through, item.placed, PLAIN)]
    if item.relief.given.stands != "upright":
        return _carried(item, fit, wall)
    groove = item.groove
    if groove is not None and item.all_round:
        raise OrderError("what goes all the way round a face has no section: its walls are square")
    if groove is not None and len(item.by_depth()) > 1:
        raise OrderError("lines with a section are all of one depth: their width follows from it")
    if item.level is not None and (len(item.by_depth()) > 1 or given.walls != "normal"):
        raise OrderError(
            "caps that follow another face have square walls, and letters no depth of their own"
        )
    if item.carve is not None and item.all_round:
        raise OrderError("what goes all the way round a face is not carved to its middle")
    draft = item.relief("draft", 0.0)
    if draft and item.all_round:
        raise OrderError("what goes all the way round a face has no draft: its walls stand square")
    walls = Walls(
        given.walls != "normal",
        given.caps == "plane" and item.level is None,
        draft,
        item.outline_at_cap,
        _rise(item),
        _edge(item, "cap_edge"),
        _edge(item, "face_edge"),
        groove=groove,
        level=item.level,
        pull=_pull(item),
        carve=item.carve,
    )
    if walls.softened and groove is None:
        _check_softened(item, walls)
    found = []
    for depth, placed in item.by_depth():
        if depth and (draft or walls.softened):
            placed = replace(placed, regions=item.sharpened(depth, placed).regions)
        own = item.copies_apart(placed) if walls.slanted or walls.flat else [placed]
        found += [
            _operation(item, fit_of(item, fit, x, placed), wall, depth, x, walls) for x in own
        ]
    tops = _tops(item)
    return [replace(op, tops=tops) for op in found] if tops else found


def _carried(item: Planned, fit: Fit, wall: Wall) -> list[Operation]:
    """Letters that lean or bend over. Raises OrderError where they cannot."""
    if item.art.mould:
        raise OrderError("in a mould letters stand upright: others would not come out of it")
    found = []
    for carry, copy in item.carries:
        if isinstance(carry, Track) and carry.problem:
            raise OrderError(carry.problem)
        parts = item.by_depth(copy)
        if len(parts) > 1 and (isinstance(carry, Track) or carry.edge is not None):
            raise OrderError("letters that bend over, or follow a path, have one depth")
        for depth, placed in parts:
            own = carry if isinstance(carry, Track) else replace(carry, depth=depth)
            there = fit_of(item, fit, placed, item.placed) if copy is not item.placed else fit
            found.append(_operation(item, there, wall, depth, placed, Walls(carry=own)))
    return found


def _pull(item: Planned) -> tuple[float, float, float] | None:
    """The way outwards that walls run along where a mould is pulled off; None elsewhere."""
    given = item.relief.given
    if "pull" in given.idle:
        return None
    x, y, z = TOWARDS[given.pull]
    return -x, -y, -z


def fit_of(item: Planned, whole: Fit, part: Placed, placed: Placed) -> Fit:
    """How a part of placed artwork fits its face, as the whole does beside others."""
    if part is placed:
        return whole
    return replace(fit(part, item.chart), touches=whole.touches, nested=whole.nested)


def _tops(item: Planned) -> tuple[Tops, ...]:
    """Letters of a field or a panel that do not end level with the face, by where they end. Raises
    OrderError."""
    heights = _heights(item)
    if not heights:
        return ()
    if not item.relief.given.plain_ends or item.relief("draft", 0.0) or any(_rise(item)):
        raise OrderError(
            "letters of a field end level with the face where walls have draft or run parallel, "
            "and where caps are flat or rise"
        )
    found = []
    for height in sorted(set(heights.values())):
        islands = frozenset(at for at, own in heights.items() if own == height)
        found.append(Tops(height, islands, standing_on(item.placed.regions, islands)))
    return tuple(found)


def _heights(item: Planned) -> dict[Island, float]:
    """How high over the face, mm, what stands in counters ends, where it is not level with it.
    Raises OrderError."""
    if item.relief.given.make not in INVERTED["make"]:
        return {}
    floor = item.depth if item.raised else -item.depth
    common = item.relief("letters", 0.0) * item.art.growth * (-1.0 if item.art.mould else 1.0)
    if common and (common - floor) * (1.0 if item.raised else -1.0) >= 0.0:
        end = "cap of the panel" if item.raised else "floor of the field"
        raise OrderError(f"letters that end {abs(common):g} mm off the face are beyond the {end}")
    found = {}
    if item.depths and not any(region.standing for region in item.placed.regions):
        raise OrderError("letters of a field that is filled with a pattern all end alike")
    for n, region in enumerate(item.placed.regions):
        for c in range(len(region.counters)):
            letters = region.standing[c] if region.standing else ()
            own = [item.depths[x] for x in letters if x in item.depths]
            height = common
            if own:
                height = floor - max(own) if item.raised else floor + max(own)
            if abs(height) > LEVEL_WITHIN:
                found[n, c] = height
    return found


def _edge(item: Planned, name: str) -> Edge:
    kind = getattr(item.relief.given, name)
    return Edge(kind, item.relief(f"{name}_size", 0.0) * item.art.growth)


def _check_softened(item: Planned, walls: Walls) -> None:
    """Raises OrderError for walls whose edges cannot be softened."""
    if not item.relief.given.plain_ends or walls.rises or _tops(item):
        raise OrderError(
            "edges are softened where walls stand square or have draft, and caps follow the face"
        )
    if item.all_round:
        raise OrderError("what goes all the way round a face has sharp edges")


def _rise(item: Planned) -> tuple[float, float]:
    """mm that caps rise for a mm of the sheet, across and up. Raises OrderError."""
    degrees = item.relief("rises", 0.0), item.relief("rises_up", 0.0)
    if not any(degrees):
        return 0.0, 0.0
    if item.placed.bent:
        raise OrderError(
            "a cap that rises needs artwork in one place: not along a guide, nor in copies"
        )
    over = -1.0 if item.art.upside_down else 1.0
    sideways = -over if item.art.mirrored else over
    out = -1.0 if item.art.mould else 1.0
    x, y = item.placed.matrix @ (out * np.array([sideways, over]) * np.tan(np.radians(degrees)))
    return float(x), float(y)


def _operation(
    item: Planned, fit: Fit, wall: Wall, depth: float, placed: Placed, walls: Walls
) -> Operation:
    return Operation(
        stamp=item.name,
        face=item.lay.face,
        chart=item.chart,
        placed=placed,
        fit=fit,
        verb=KINDS[item.relief.given.made].verb,
        depth=depth,
        wall=wall,
        walls=walls,
        over=item.lay.over,
        all_round=item.all_round,
    )


def _pin_holes(item: Planned, found: Fit, wall: Wall) -> list[Operation]:
    """The holes in the part for the pins of loose letters."""
    places = [place for own in pins_of(item) for place in own]
    if not places:
        return []
    clear = item.relief("pin_clearance")
    hole = circle(item.relief("pins") / 2 + clear)
    regions = tuple(Region(hole.transformed(np.eye(2), np.array(p))) for p in places)
    placed = replace(item.placed, regions=regions)
    own = replace(fit(placed, item.chart), touches=found.touches, nested=found.nested)
    depth = item.relief("pin_length") + clear
    return [replace(_operation(item, own, wall, depth, placed, PLAIN), verb="cut")]


def body_of(stamp: str) -> str:
    """What the body is called that a stamp's pieces are."""
    return f"{stamp} pieces"


def pieces(item: Planned) -> list[Pieces]:
    """What a stamp makes besides the part, for each depth or each letter. Raises OrderError."""
    orders = _pieces(item)
    if item.relief.given.bodies == "one":
        return orders
    return [own for order in orders for own in _letters(item, order)]


def _letters(item: Planned, order: Pieces) -> list[Pieces]:
    """The same with a body for each letter, called after it: regions of one letter, as those of an
    i, are one."""
    characters, each = item.art.text, max(len(item.artwork.regions), 1)
    known = {id(region): k for k, region in enumerate(item.placed.regions)}
    groups: dict[Hashable, list[int]] = {}
    for k, region in enumerate(order.regions):
        at = known[id(region)]
        groups.setdefault((at // each, region.letters or at), []).append(k)
    found = []
    for own in groups.values():
        first = order.regions[own[0]]
        word = "".join(characters[x] for x in first.letters if x < len(characters))
        name = f"{order.body} {known[id(first)] + 1}" + (f" {word}" if word.isalnum() else "")
        pins = order.pins and replace(order.pins, at=tuple(order.pins.at[k] for k in own))
        regions = tuple(order.regions[k] for k in own)
        found.append(replace(order, body=name, regions=regions, pins=pins))
    return found


def _pieces(item: Planned) -> list[Pieces]:
    """All of them as one body."""
    of, given = item.relief, item.relief.given
    if given.make not in ("inlay", "loose"):
        return []
    if not isinstance(item.chart, FaceChart):
        raise OrderError("pieces lie on one face: let the artwork not run over its edges")
    body, found = body_of(item.name), []
    if given.make == "inlay":
        low, high = of("floor") - item.depth, of("proud")
        if high - low <= 0:
            raise OrderError(
                f"nothing is left of the pieces: {of('floor'):g} mm are free under them in a "
                f"pocket of {item.depth:g} mm, and they end {-high:g} mm below the face"
            )
        regions = item.placed.regions
        return [Pieces(item.name, body, item.chart, regions, low, high, of("clearance"))]
    gap, places = of("gap"), pins_of(item)
    numbers = {id(region): k for k, region in enumerate(item.placed.regions)}
    for depth, placed in item.by_depth():
        pins = None
        if places:
            own = tuple(places[numbers[id(region)]] for region in placed.regions)
            pins = Pins(own, of("pins") / 2, of("pin_length"))
        found.append(
            Pieces(item.name, body, item.chart, placed.regions, gap, gap + depth, 0.0, pins)
        )
    return found
