"""A picture of a part without a window. No Qt here."""

from __future__ import annotations

from collections.abc import Mapping
from typing import cast

import numpy as np
from PIL import Image

from tinstamp.chart.base import Chart
from tinstamp.desk.part import views
from tinstamp.desk.part.scene import Scene
from tinstamp.engine.triangles import Mesh
from tinstamp.setting.place import Placed

FINER = 2
"""pixels drawn for one of the picture, each way"""


def picture_of(
    mesh: Mesh,
    colours: Mapping[str, str],
    view: str,
    laid: tuple[Chart, Placed] | None,
    size: tuple[int, int],
) -> Image.Image:
    """The part from a side, or at what is `laid` on a face, in so many pixels; colours `#RRGGBB`
    by face name."""
    scene = Scene()
    scene.show(mesh)
    scene.paint(colours)
    wide, high = size[0] * FINER, size[1] * FINER
    scene.window.SetSize(wide, high)
    if view in views.SIDES:
        towards, up = views.SIDES[view]
        scene.look(np.array(towards), np.array(up))
    elif laid is None:
        views.look_whole(scene)
    else:
        views.look_at_stamp(scene, cast(views.ViewName, view), *laid)
    rows = scene.picture(wide, high)
    scene.window.Finalize()
    return Image.fromarray(rows).resize(size, Image.Resampling.BOX)
