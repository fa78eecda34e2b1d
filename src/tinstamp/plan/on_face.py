"""Artwork that is known only on its face: bands along its edges, fields that go as far as them."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.inverted import about
from tinstamp.artwork.kept import Kept
from tinstamp.artwork.outline import Outline, Region
from tinstamp.artwork.tidy import outlines_of
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.view import View
from tinstamp.plan.art import ArtSpec, filled_with
from tinstamp.plan.lay import LaySpec
from tinstamp.setting.edge_distance import EdgeError, band, followed, inside
from tinstamp.setting.fit import ink
from tinstamp.setting.place import Placed, PlaceError, where

_bands: Kept[tuple[Region, ...]] = Kept(16)
_fields: Kept[tuple[Outline, ...]] = Kept(16)
CUT_WITHIN = 1
"""decimals of the place, mm, across from which a face that closes is cut open"""


def lay_band(spec: LaySpec, art: ArtSpec, chart: FaceChart) -> tuple[Artwork, Placed, FaceChart]:
    """A band along the edges of a face, and its sheet. Raises PlaceError."""
    of, given = art.artwork, art.artwork.given
    if spec.guide is not None or spec.copies is not None or spec.cast is not None or spec.over:
        raise PlaceError(
            "a band follows the edges of its face: it has no guide, copies nor projection, and "
            "stays on that face"
        )
    at = np.round(where(spec.spot, chart)[0], CUT_WITHIN)
    if isinstance(chart, BeltChart):
        chart = chart.towards(at)
    asked = (given.edges, of("away"), art.line_or(of("wide")), given.corners == "sharp")
    try:
        key = (*asked, tuple(at.tolist()) if chart.closed else ())
        regions = _bands.get(chart, key, lambda: tuple(band(chart, at, *asked)))
    except EdgeError as error:
        raise PlaceError(str(error)) from error
    artwork = Artwork(regions)
    if art.texture is not None:
        artwork = filled_with(artwork, art.texture)
    low_x, low_y, high_x, _ = map(float, artwork.bounds)
    origin = (float(at[0]), float(at[1])) if chart.closed else ((low_x + high_x) / 2, low_y)
    placed = Placed(artwork.regions, origin, np.eye(2), np.zeros(2), bent=True)
    return artwork, placed, chart


def field_to_edges(art: ArtSpec, placed: Placed, chart: Chart) -> Placed:
    """A field about placed ink, as far as a margin from the edges of its face. Raises
    PlaceError."""
    field = art.about
    assert field is not None
    if not isinstance(chart, FaceChart) or isinstance(chart, View):
        raise PlaceError("a field that goes as far as the edges is wrapped on one face")
    at = np.round(placed.origin, CUT_WITHIN)
    asked = (field.margin, field.corner)
    try:
        key = (*asked, tuple(at.tolist()) if chart.closed else ())
        outer = _fields.get(
            chart,
            key,
            lambda: tuple(outlines_of(inside(chart, at, *asked), followed(field.margin))),
        )
    except EdgeError as error:
        raise PlaceError(str(error)) from error
    area = shapely.union_all(ink([Region(o) for o in outer if o.area > 0]))
    for hole in (o for o in outer if o.area < 0):
        area = area.difference(ink([Region(hole.reversed())])[0])
    beyond = [shape for shape in ink(placed.regions) if not area.contains_properly(shape)]
    if beyond:
        x, y = shapely.get_coordinates(beyond[0].centroid)[0].tolist()
        raise PlaceError(
            f"the artwork comes nearer than {field.margin:g} mm to an edge of the face, at "
            f"{x:.1f}, {y:.1f} mm on the sheet: the field would end within it"
        )
    whole = Artwork(tuple(about(outer, placed.regions)))
    if art.texture is not None:
        whole = filled_with(whole, art.texture)
    return replace(placed, regions=whole.regions, bent=True, waits=whole.waits)
