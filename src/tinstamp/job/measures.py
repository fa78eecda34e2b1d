"""Measures of a blank's faces in closed form, for use in formulas.

`tank.outer.girth` anywhere, or plain `girth` in a stamp on that face.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from tinstamp.job.features import Extruded, Feature, Plate, Ring, Tube


def face_measures(feature: Feature, values: Mapping[str, float]) -> dict[str, dict[str, float]]:
    """For each face (its role), its measures by name, mm. `values` are the feature's own."""
    if isinstance(feature, Tube):
        return _tube(feature, values)
    return _extruded(feature, values)


def _tube(tube: Tube, values: Mapping[str, float]) -> dict[str, dict[str, float]]:
    outer, inner, height = values["outer_diameter"], tube.inner(values), values["height"]
    end = {"face_width": outer, "face_height": outer, "girth": math.pi * outer}
    measures = {
        "outer": {
            "girth": math.pi * outer,
            "diameter": outer,
            "face_width": math.pi * outer,
            "face_height": height,
        },
        "top": end,
        "bottom": dict(end),
    }
    if inner > 0:
        measures["inner"] = {
            "girth": math.pi * inner,
            "diameter": inner,
            "face_width": math.pi * inner,
            "face_height": height,
        }
        for face in ("outer", "inner"):
            measures[face]["wall"] = (outer - inner) / 2
    return measures


def _extruded(feature: Extruded, values: Mapping[str, float]) -> dict[str, dict[str, float]]:
    pieces, height = feature.profile(values), feature.height_of(values)
    xs = [p.start[0] for p in pieces]
    ys = [p.start[1] for p in pieces]
    end = {"face_width": max(xs) - min(xs), "face_height": max(ys) - min(ys), "wall": height}
    measures = {"top": end, "bottom": dict(end)}
    for piece in pieces:
        measures[piece.name] = {"face_width": piece.length, "face_height": height}
        if piece.centre is not None:
            measures[piece.name]["diameter"] = 2.0 * piece.radius
    if isinstance(feature, Plate):
        end["face_width"] = measures["bottom"]["face_width"] = values["length"]
        end["face_height"] = measures["bottom"]["face_height"] = values["width"]
        for name in ("front", "back"):
            measures[name]["wall"] = values["width"]
        for name in ("left", "right"):
            measures[name]["wall"] = values["length"]
    if isinstance(feature, Ring):
        for end_face in ("top", "bottom"):
            for name in ("face_width", "face_height"):
                measures[end_face][name] = values["outer_diameter"]
        wall = (values["outer_diameter"] - values["inner_diameter"]) / 2
        measures["outer"]["wall"] = measures["inner"]["wall"] = wall
    return measures
