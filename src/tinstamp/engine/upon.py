"""Stamps that lie on other stamps: the cap of one, and each of its walls, is a face with a sheet
for those after it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from tinstamp.blank.charts import chart_of
from tinstamp.blank.joints import joints_of
from tinstamp.blank.solid import Blank, NamedSolid
from tinstamp.chart.base import Array, FaceChart
from tinstamp.chart.joint import Faces
from tinstamp.chart.plane import PlaneChart
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer
from tinstamp.engine.sides import with_sides
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import Job
from tinstamp.job.same import Same
from tinstamp.plan.planned import Planned


class NotThere(ValueError):
    """What a stamp lies on is not there; the message is for the designer."""


def body_under(
    layer: Layer, job: Job, index: int, owner: int, made: Sequence[int], cache: Cache
) -> Layer:
    """The body so far as what a stamp is put into that lies on another, `owner`.

    Raises NotThere when that has not been made.
    """
    name = job.stamps[owner].name
    if owner == index:
        raise NotThere("it cannot lie on itself")
    if owner > index:
        raise NotThere(f"it lies on “{name}”, which comes after it: move it down")
    if owner not in made:
        raise NotThere(f"it lies on “{name}”, which is not made")
    return Layer(layer.body(cache)) if layer.puts else layer


def faces_upon(layer: Layer, face: StampFace, under: Planned, cache: Cache) -> tuple[Layer, Faces]:
    """The body whose faces bear the names of those that may be lain on, and their sheets: a cap, or
    a wall and those beside it. Raises NotThere when there is none."""
    base = layer.base
    if face.role == "wall" or len(base.made_by(face.stamp, "cap")) > 1:
        key = (layer.key, under.key, face)
        base = cache.get("sides", key, lambda: with_sides(layer.base, under, face))
        layer = layer if base is layer.base else Layer(base)
    if face.role == "cap":
        return layer, Faces({face: cap_chart(layer, face, under, cache)})
    found = cache.get("sheets", (Same(base), face), lambda: _sides_laid(base, face, under))
    if face not in found:
        raise NotThere(f"“{face}” is not there, or cannot be laid out flat")
    return layer, found


def _sides_laid(solid: NamedSolid, face: StampFace, under: Planned) -> Faces:
    """The sheet of a wall, and those of the others of its stamp while they are few, with the joints
    between them."""
    own = [
        n
        for n in solid.names
        if isinstance(n, StampFace) and n.stamp == face.stamp and n.role == "wall" and n.side
    ]
    made: dict[str, FaceChart] = {}
    for name in own:
        parts = solid.named(name)
        chart = chart_of(parts[0], about_axis=False)
        if chart is None:
            continue
        if isinstance(chart, PlaneChart):
            at = np.asarray(under.chart.from_space(chart.to_space(np.zeros(2))), dtype=float)
            chart = chart.laid_upright(under.chart.normal(at))
        made[name] = chart
    return Faces(made, joints_of(solid, made))


def cap_chart(layer: Layer, face: str, under: Planned, cache: Cache) -> FaceChart:
    """The chart of the cap that a stamp made, from its own middle; a flat one is turned as the
    stamp is. Raises NotThere when it has none."""
    at = np.array(under.placed.origin)
    upright = under.chart.jacobian(at) @ under.placed.matrix[:, 1]
    key = (layer.key, face, tuple(np.round(upright, 9)))
    chart = cache.get("cap", key, lambda: _laid(layer.base, face, upright))
    if chart is None:
        raise NotThere(f"“{face}” is not there, or cannot be laid out flat")
    return chart


def _laid(solid: NamedSolid, face: str, upright: Array) -> FaceChart | None:
    parts = solid.named(face)
    chart = chart_of(parts[0], about_axis=False) if parts else None
    return chart.laid_upright(upright) if isinstance(chart, PlaneChart) else chart


def with_caps(blank: Blank, caps: Faces, cache: Cache | None = None) -> Blank:
    """The blank with caps and walls that stamps lie on among its faces; with a cache the same one
    for the same."""
    if not caps:
        return blank

    def made() -> Blank:
        kinds = {face: chart.kind for face, chart in caps.items()}
        charts = Faces.of(blank.charts).and_then(caps)
        return replace(blank, charts=charts, kinds={**blank.kinds, **kinds})

    if cache is None:
        return made()
    key = (Same(blank.charts), tuple((face, Same(chart)) for face, chart in caps.items()))
    return cache.get("caps", key, made)
