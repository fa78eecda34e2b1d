"""A picture of a finished build without a window. No Qt here."""

from __future__ import annotations

import numpy as np
from PIL import Image

from tinstamp.desk.part import views
from tinstamp.desk.part.scene import Scene
from tinstamp.engine.build import Built
from tinstamp.engine.mesh import mesh_of_all
from tinstamp.job.face_name import StampFace

FINER = 2
"""pixels drawn for one of the picture, each way"""


def picture_of(built: Built, view: str, stamp: str, size: tuple[int, int]) -> Image.Image:
    """The part from a side, or at a stamp, in so many pixels. Raises ValueError in words."""
    if not built.bodies:
        raise ValueError("there is no part to draw")
    scene = Scene()
    scene.show(mesh_of_all(list(built.bodies.values())))
    scene.paint({StampFace(s.name, "cap"): s.relief.colour for s in built.job.stamps})
    wide, high = size[0] * FINER, size[1] * FINER
    scene.window.SetSize(wide, high)
    if view in views.SIDES:
        towards, up = views.SIDES[view]
        scene.look(np.array(towards), np.array(up))
    elif view == "whole":
        views.look_whole(scene)
    else:
        item = built.planned.get(stamp)
        if item is None:
            raise ValueError(
                f"there is no stamp “{stamp}”; there are {', '.join(built.planned) or 'none'}"
            )
        views.look_at_stamp(scene, view, item.chart, item.placed)  # type: ignore[arg-type]
    rows = scene.picture(wide, high)
    return Image.fromarray(rows).resize(size, Image.Resampling.BOX)
