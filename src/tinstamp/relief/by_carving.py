"""Ink carved to its middle by tools, a solid for each region, and the general boolean: where
outlines run over an edge of their face, or over other relief.

A tool is bounded by the roof's own facets, walls along the normals from the outline on, and a lid.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from OCP.TopoDS import TopoDS, TopoDS_Face

from tinstamp.artwork.roof import Roof
from tinstamp.blank.kernel import solid_of
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.chart.plane import PlaneChart
from tinstamp.relief.asked import Asked
from tinstamp.relief.boolean import Cut, Tool
from tinstamp.relief.by_tools import OVERSHOOT, put_in, room
from tinstamp.relief.carved import Carving, plane_facets
from tinstamp.relief.carved_bent import Bend, Maker
from tinstamp.relief.checking import bite
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.operation import Halt, Operation
from tinstamp.relief.roof_parted import pairs_of, parted_at_breaks
from tinstamp.relief.surfaces import ReliefError, own_surface


def by_carving(
    solid: NamedSolid, op: Operation, carving: Carving, asked: Asked, stopped: Halt
) -> tuple[Cut, float]:
    """The body combined with the tools, and the change of its volume, mm³. Raises ReliefError."""
    return put_in(
        solid, carved_tools(op, carving, stopped), op, carving.volume, op.closed_form, asked
    )


def carved_tools(op: Operation, carving: Carving, stopped: Halt) -> list[Tool]:
    """One for each region. Raises ReliefError."""
    over = bite(op) if op.raised else min(OVERSHOOT, room(op.face_chart, op.placed))
    tools = []
    for roof in carving.roofs:
        tools.append(carved_tool(roof, carving.bend, over))
        stopped()
    return tools


def carved_tool(roof: Roof, bend: Bend, over: float) -> Tool:
    """A roof as a solid that goes on straight `over` mm beyond the face. Raises ReliefError."""
    middle = (roof.nodes[:, :2].min(axis=0) + roof.nodes[:, :2].max(axis=0)) / 2
    bend = replace(bend, chart=bend.chart.on_own_surface(middle))
    boxed = _Boxed.of(parted_at_breaks(roof, bend.chart), over * bend.slope, bend.sign)
    try:
        facets, levels, skirts, lid = _faces(boxed, bend)
    except CurveError as error:
        raise ReliefError(f"an outline cannot be laid on the face: {error}") from error
    if bend.sign < 0.0:  # facets look into what is cut away
        facets, levels = [_turned(f) for f in facets], [_turned(f) for f in levels]
    else:
        lid = _turned(lid)
    named = (
        *(NamedFace("wall", face) for face in facets),
        *(NamedFace("cap", face) for face in levels),
        *(NamedFace("end", face) for face in skirts),
        NamedFace("end", lid),
    )
    return Tool(solid_of([f.face for f in named]), named)


@dataclass(frozen=True)
class _Boxed:
    """A roof with what closes it to a solid.

    Attributes
    ----------
    roof : with the corners of the lid among its own. skirts : rings of four corners each, looking
        away from the ink. lid : its rings, as the outline runs.
    """

    roof: Roof
    skirts: tuple[tuple[int, ...], ...]
    lid: tuple[tuple[int, ...], ...]

    @classmethod
    def of(cls, roof: Roof, beyond: float, sign: float) -> _Boxed:
        """`beyond` is a height of the roof, mm; without one the lid lies in the face."""
        if not beyond:
            return cls(roof, (), roof.outline)
        over: dict[int, int] = {}
        for ring in roof.outline:
            for a in ring:
                over.setdefault(a, len(roof.nodes) + len(over))
        more = roof.nodes[list(over)].copy()
        more[:, 2] = -beyond
        whole = replace(roof, nodes=np.concatenate([roof.nodes, more]))
        skirts = tuple(
            (a, b, over[b], over[a]) if sign < 0.0 else (over[a], over[b], b, a)
            for ring in roof.outline
            for a, b in pairs_of(ring)
        )
        return cls(whole, skirts, tuple(tuple(over[a] for a in ring) for ring in roof.outline))


def _faces(
    boxed: _Boxed, bend: Bend
) -> tuple[list[TopoDS_Face], list[TopoDS_Face], list[TopoDS_Face], TopoDS_Face]:
    """Facets, what is level, skirts and the lid, which share their edges. Raises CurveError."""
    roof = boxed.roof
    count, flats = len(roof.facets), len(roof.flats)
    whole = replace(
        roof, facets=(*roof.facets, *boxed.skirts), flats=(*roof.flats, boxed.lid), outline=()
    )
    if isinstance(bend.chart, PlaneChart):
        made = list(plane_facets(whole, bend.space(roof.nodes), np.zeros((0, 2))).faces)
        upright = len(boxed.skirts)
        facets, skirts = made[:count], made[count : count + upright]
        levels = made[count + upright :]
    else:
        maker = Maker(whole, bend, own_surface(bend.chart.ground), None)
        facets = maker.sloping(roof)
        skirts = [maker.upright(*ring) for ring in boxed.skirts]
        levels = maker.levels(whole)
    return facets, levels[:flats], skirts, levels[flats]


def _turned(face: TopoDS_Face) -> TopoDS_Face:
    return TopoDS.Face_s(face.Reversed())
