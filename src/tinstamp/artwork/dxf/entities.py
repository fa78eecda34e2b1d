"""What the entities of a DXF paint: outlines, hatches, lines with a width, text; what has no
outline is counted by name, and so is what the drawing hides.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import dataclass, field
from math import ceil
from typing import Any

import shapely

from tinstamp.artwork.dxf.colours import BLACK, colour_of
from tinstamp.artwork.dxf.lettering import letters_of
from tinstamp.artwork.dxf.run import DxfRun, run_of
from tinstamp.artwork.dxf.widths import has_width, wide_outlines
from tinstamp.artwork.unite import Contour

CUBICS_A_TURN = 16
"""Cubics to a full turn: four are 0.03 % of the radius off, sixteen hardly at all."""
DRAWN = {"LINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE", "LWPOLYLINE", "POLYLINE", "HELIX"}
"""Entities that are lines."""
FILLED = {"SOLID", "TRACE"}
"""Entities that are filled four-sided fields."""
TAKEN_APART = {"MLINE"}
"""Entities that are made of others."""
CALLED = {
    "3DFACE": "3D faces", "MESH": "meshes", "3DSOLID": "3D solids", "BODY": "3D bodies",
    "REGION": "regions", "SURFACE": "surfaces", "POINT": "points", "IMAGE": "pictures",
    "WIPEOUT": "wipeouts", "DIMENSION": "dimensions", "ARC_DIMENSION": "dimensions",
    "LEADER": "leaders", "MULTILEADER": "leaders", "MLEADER": "leaders", "XLINE": "endless lines",
    "RAY": "endless lines", "ACAD_TABLE": "tables", "TOLERANCE": "tolerance frames",
    "OLE2FRAME": "embedded objects", "OLEFRAME": "embedded objects", "SHAPE": "shapes",
    "PDFUNDERLAY": "underlays", "DWFUNDERLAY": "underlays", "DGNUNDERLAY": "underlays",
    "ATTDEF": "attribute definitions", "ACAD_PROXY_ENTITY": "objects of other programs",
}  # fmt: skip
"""What entities without an outline are called."""
SILENT = {"VIEWPORT", "SEQEND", "LIGHT", "SUN"}
"""Entities that paint nothing."""
NEVER_PLOTTED = "defpoints"
"""The layer that no plotter sees."""
HIDDEN, INVISIBLE = "things on layers that are off, frozen or not plotted", "invisible things"
PATTERNED = "hatches of lines"
"""What is counted where a hatch of lines is taken as filled."""
OUTERMOST, IGNORE = 1, 2
"""Hatch styles, group 75: nothing within the first hole is filled, or no hole is heeded."""


@dataclass
class Inks:
    """What was found.

    Attributes
    ----------
    runs : outlines of hatches, and lines. solid : lettering and lines with a width, by colour,
        filled where they wind, in units of the drawing. told : what was left out, by name.
    patterned : hatches of lines that are taken as filled.
    """

    runs: list[DxfRun] = field(default_factory=list)
    solid: list[tuple[str, tuple[Contour, ...]]] = field(default_factory=list)
    told: dict[str, int] = field(default_factory=dict)
    patterned: int = 0
    _hatches: int = 0

    def tell(self, what: str) -> None:
        """Count one thing that was left out."""
        self.told[what] = self.told.get(what, 0) + 1

    @property
    def empty(self) -> bool:
        return not self.runs and not self.solid

    @property
    def colours(self) -> tuple[str, ...]:
        """Of all that was found, in its order."""
        every = (*(run.colour for run in self.runs), *(colour for colour, _ in self.solid))
        return tuple(dict.fromkeys(every))

    def in_colours(self, colours: Collection[str]) -> Inks:
        """What was found in some colours alone."""
        runs = [run for run in self.runs if run.colour in colours]
        return Inks(runs, [entry for entry in self.solid if entry[0] in colours])

    def take(self, document: Any) -> None:
        """Everything that the drawing's model space shows."""
        for shown in unfolded(document):
            if shown.hidden:
                self.tell(shown.hidden)
            else:
                self._one(shown.entity, document, shown.colour)

    def _one(self, entity: Any, document: Any, colour: str) -> None:
        kind = entity.dxftype()
        if kind in ("HATCH", "MPOLYGON"):
            self._hatch(entity, colour)
        elif kind in ("TEXT", "ATTRIB", "MTEXT"):
            found = letters_of(entity, document)
            if isinstance(found, str):
                self.tell(found)
            elif found:
                self.solid.append((colour, found))
        elif kind == "POLYLINE" and (entity.is_poly_face_mesh or entity.is_polygon_mesh):
            self.tell("meshes")
        elif has_width(entity):
            self.solid.append((colour, wide_outlines(entity)))
        elif kind in DRAWN or kind in FILLED:
            self._hatches += kind in FILLED
            for path in _paths(entity):
                self.runs.append(run_of(path, self._hatches if kind in FILLED else 0, colour))
        elif kind not in SILENT:
            self.tell(CALLED.get(kind, kind.lower()))

    def _hatch(self, entity: Any, colour: str) -> None:
        from ezdxf.path import from_hatch

        if not entity.dxf.get("solid_fill", 1) and entity.dxftype() == "HATCH":
            self.patterned += 1
        style = int(entity.dxf.get("hatch_style", 0) or 0)
        _part_arcs(entity)
        found = list(from_hatch(entity))
        if style == OUTERMOST:
            found = _outermost(found)
        self._hatches += 1
        for path in found:
            self.runs.append(run_of(path, self._hatches, colour))
            self._hatches += style == IGNORE


@dataclass(frozen=True)
class Shown:
    """An entity of the model space with blocks unfolded, its colour, and what hides it, if anything
    does."""

    entity: Any
    colour: str
    hidden: str = ""


def seen_entities(document: Any) -> Iterator[Any]:
    """All that the model space shows, blocks unfolded."""
    return (shown.entity for shown in unfolded(document) if not shown.hidden)


def unfolded(document: Any) -> Iterator[Shown]:
    """All that is in the model space, in its order."""
    layers = _Layers(document)
    waiting: list[tuple[Any, str, str]]
    waiting = [(e, "", BLACK) for e in list(document.modelspace())[::-1]]
    while waiting:
        entity, above, tint = waiting.pop()
        layer = str(entity.dxf.get("layer", "0"))
        if layer == "0" and above:
            layer = above  # what lies on layer 0 of a block takes the layer of its insert
        colour = colour_of(entity, document, layer, tint)
        if entity.dxf.get("invisible", 0):
            yield Shown(entity, colour, INVISIBLE)
        elif entity.dxftype() == "INSERT":
            if layers.frozen(layer):
                yield Shown(entity, colour, HIDDEN)
                continue
            parts = entity.multi_insert() if entity.mcount > 1 else (entity,)
            inner = [i for part in parts for i in part.virtual_entities()]
            waiting += [(i, layer, colour) for i in (*inner, *entity.attribs)][::-1]
        elif entity.dxftype() in TAKEN_APART:
            waiting += [(i, layer, colour) for i in list(entity.virtual_entities())[::-1]]
        elif layers.hidden(layer):
            if entity.dxftype() not in SILENT:
                yield Shown(entity, colour, HIDDEN)
        else:
            yield Shown(entity, colour)


class _Layers:
    """Which layers of a drawing are seen."""

    def __init__(self, document: Any) -> None:
        self._by_name = {str(layer.dxf.name).lower(): layer for layer in document.layers}

    def frozen(self, name: str) -> bool:
        layer = self._by_name.get(name.lower())
        return layer is not None and bool(layer.is_frozen())

    def hidden(self, name: str) -> bool:
        layer = self._by_name.get(name.lower())
        if name.lower() == NEVER_PLOTTED:
            return True
        if layer is None:
            return False
        return bool(layer.is_frozen() or layer.is_off() or not layer.dxf.get("plot", 1))


def _paths(entity: Any) -> Iterator[Any]:
    from ezdxf.path import make_path

    path = make_path(entity, segments=CUBICS_A_TURN)
    if len(path):
        yield from path.sub_paths() if path.has_sub_paths else (path,)


def _part_arcs(hatch: Any) -> None:
    """Part the arcs of a hatch's edges, which its library would draw by four cubics a turn."""
    from ezdxf.entities import ArcEdge, EdgePath

    hatch.paths.polyline_to_edge_paths(just_with_bulge=True)
    for path in hatch.paths:
        if not isinstance(path, EdgePath):
            continue
        edges = []
        for edge in path.edges:
            if not isinstance(edge, ArcEdge):
                edges.append(edge)
                continue
            first, last = edge.start_angle, edge.end_angle
            span = last - first if last > first else last - first + 360.0
            count = max(1, ceil(span * CUBICS_A_TURN / 360.0 - 1e-9))
            parts = []
            for k in range(count):
                part = ArcEdge()
                part.center, part.radius, part.ccw = edge.center, edge.radius, edge.ccw
                part.start_angle = first + span * k / count
                part.end_angle = first + span * (k + 1) / count
                parts.append(part)
            edges += parts if edge.ccw else parts[::-1]
        path.edges[:] = edges


def _outermost(paths: list[Any]) -> list[Any]:
    """The outer edges of a hatch and the first holes in them."""
    rings = [shapely.Polygon([(p.x, p.y) for p in path.flattening(0.01)]) for path in paths]
    depth = [sum(1 for other in rings if _holds(other, ring)) for ring in rings]
    return [path for path, deep in zip(paths, depth, strict=True) if deep <= 1]


def _holds(outer: shapely.Polygon, inner: shapely.Polygon) -> bool:
    return outer.area > inner.area and bool(outer.contains(inner.representative_point()))
