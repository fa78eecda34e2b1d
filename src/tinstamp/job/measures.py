"""Measures of a blank's faces in closed form, for use in formulas.

`tank.outer.girth` anywhere, or plain `girth` in a stamp on that face.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from tinstamp.job.model import Feature, Plate, Tube


def face_measures(feature: Feature, values: Mapping[str, float]) -> dict[str, dict[str, float]]:
    """For each face (its role), its measures by name, mm. `values` are the feature's own."""
    if isinstance(feature, Tube):
        return _tube(feature, values)
    return _plate(feature, values)


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


def _plate(_: Plate, values: Mapping[str, float]) -> dict[str, dict[str, float]]:
    length, width, thickness = values["length"], values["width"], values["thickness"]

    def sized(x: float, y: float, behind: float) -> dict[str, float]:
        return {"face_width": x, "face_height": y, "wall": behind}

    return {
        "top": sized(length, width, thickness),
        "bottom": sized(length, width, thickness),
        "front": sized(length, thickness, width),
        "back": sized(length, thickness, width),
        "left": sized(width, thickness, length),
        "right": sized(width, thickness, length),
    }
