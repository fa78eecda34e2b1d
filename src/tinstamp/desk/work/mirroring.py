"""A stamp's image on the other side of a plane through the part."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import FaceChart
from tinstamp.chart.run import area_of_face
from tinstamp.desk.work.placing import figure
from tinstamp.desk.work.preview import Preview
from tinstamp.job.model import Setting
from tinstamp.job.setting import WRAPS
from tinstamp.setting.place import rest_line

Side = Literal["left and right", "front and back", "above and below"]
NORMALS: Mapping[Side, tuple[float, float, float]] = {
    "left and right": (1.0, 0.0, 0.0),
    "front and back": (0.0, 1.0, 0.0),
    "above and below": (0.0, 0.0, 1.0),
}
"""Of the planes through the part's origin, and for height through its middle."""
ON_FACE = 0.05
"""mm off a face that an image may lie"""
AHEAD = 1e-3
"""mm on the sheet that the run of artwork is told by"""


class NoImageError(ValueError):
    """An image that cannot lie anywhere; the message is for the designer."""


def image_of(
    shown: Preview, setting: Setting, side: Side, charts: Mapping[str, FaceChart], middle: Array
) -> Setting:
    """The setting of a stamp's image: as far on the other side of a plane through `middle`, running
    so that words are read there as here. Raises NoImageError where no face is."""
    if shown.placed.bent:
        raise NoImageError("what runs along a guide, or is there in copies, has no one image")
    if setting.cast.way not in WRAPS:
        raise NoImageError("a projection comes from one direction: mirror it by hand")
    box, art = shown.artwork.bounds, shown.artwork
    held = np.array([(box[0] + box[2]) / 2, rest_line(art, "middle")])
    here = shown.placed.matrix @ held + shown.placed.shift
    normal = np.array(NORMALS[side])
    along = shown.placed.matrix @ np.array([AHEAD, 0.0])
    at, ahead = (shown.chart.to_space(q) for q in (here, here + along))
    there, after = (p - 2.0 * ((p - middle) @ normal) * normal for p in (at, ahead))
    face, xy = _face_at(there, charts)
    chart = charts[face]
    run = chart.from_space(after) - xy
    around = chart.turns is not None
    _, upright = chart.spot(*chart.place_of(xy, around), around)
    turn = float(np.degrees(np.arctan2(-run[1], -run[0]))) - upright
    across, up = chart.place_of(xy, around)
    unit = "deg" if around else "mm"
    return setting.model_copy(
        update={
            "face": face,
            "across": f"{figure(across)} {unit}",
            "up": f"{figure(up)} mm",
            "across_from": "middle",
            "up_from": "usual",
            "held_by": "middle",
            "rests_on": "middle",
            "from_stamp": "",
            "turn": f"{figure((turn + 180.0) % 360.0 - 180.0)} deg",
        }
    )


def _face_at(point: Array, charts: Mapping[str, FaceChart]) -> tuple[str, Array]:
    """The face that a point in space lies on, and where on its sheet."""
    best: tuple[float, str, Array] | None = None
    for name, chart in charts.items():
        xy = chart.from_space(point)
        off = float(np.linalg.norm(chart.to_space(xy) - point))
        if not off <= ON_FACE or (best is not None and off >= best[0]):
            continue
        if area_of_face(chart.outline).buffer(ON_FACE).contains(shapely.Point(*xy)):
            best = off, name, np.asarray(xy)
    if best is None:
        raise NoImageError("there is no face where its image would lie")
    return best[1], best[2]
