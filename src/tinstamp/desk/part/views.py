"""From where the part is looked at. No Qt here."""

from __future__ import annotations

from typing import Literal

import numpy as np

from tinstamp.chart.base import Array, Chart
from tinstamp.desk.part.scene import Scene
from tinstamp.setting.place import Placed

ViewName = Literal["whole", "square", "end", "section"]
UPRIGHT = (0.0, 0.0, 1.0)
SIDES = {
    "front": ((0.0, 1.0, 0.0), UPRIGHT),
    "back": ((0.0, -1.0, 0.0), UPRIGHT),
    "left": ((1.0, 0.0, 0.0), UPRIGHT),
    "right": ((-1.0, 0.0, 0.0), UPRIGHT),
    "above": ((0.0, 0.0, -1.0), (0.0, 1.0, 0.0)),
    "below": ((0.0, 0.0, 1.0), (0.0, 1.0, 0.0)),
}
"""The direction of looking and what is upwards, of views from a side."""
WHOLE = ((0.0, 0.82, -0.57), UPRIGHT)
"""The same of the whole part."""

OTHER_SIZE = 0.02
"""Part of its size by which a part has to grow or shrink to be framed anew."""


def outgrown(scene: Scene, before: Array) -> bool:
    """True when the part is much larger or smaller than it was, (2, 3) mm from corner to corner."""
    change = np.abs(np.array(scene.bounds) - before).max()
    return bool(change > OTHER_SIZE * np.ptp(before))


def look_whole(scene: Scene) -> None:
    """The whole part, from the front and above."""
    scene.look(np.array(WHOLE[0]), np.array(WHOLE[1]))


def look_at_stamp(
    scene: Scene, name: ViewName, chart: Chart, placed: Placed, cut: Array | None = None
) -> None:
    """Square on to placed ink; end on; in a section through it, at a sheet point of its own if one
    is given."""
    bounds = placed.bounds
    middle, normal, up = frame_at(chart, (bounds[:2] + bounds[2:]) / 2)
    reach = 0.62 * float(np.hypot(bounds[2] - bounds[0], bounds[3] - bounds[1]))
    low, high = scene.bounds
    whole = float(np.linalg.norm(high - low)) / 2
    if name == "square":
        scene.look(-normal, up, middle, min(max(reach, 5.0), whole))
    elif name == "end":
        scene.look(-up, normal, (low + high) / 2)
    else:
        cut = through_ink(placed) if cut is None else cut
        cut_through(scene, chart, cut)
        here, normal, up = frame_at(chart, cut)
        tall = float(bounds[3] - bounds[1])
        towards = -np.cross(up, normal) - 0.25 * normal - 0.1 * up
        scene.look(towards, up, here, min(max(0.75 * tall, 3.0), whole))


def cut_through(scene: Scene, chart: Chart, at: Array) -> None:
    """Show the part cut upright through a point of a sheet."""
    here, normal, up = frame_at(chart, at)
    scene.cut(here, np.cross(up, normal))


def through_ink(placed: Placed) -> Array:
    """A sheet point near the middle whose upright line runs through much ink."""
    bounds = placed.bounds
    middle = (bounds[:2] + bounds[2:]) / 2
    near = min(
        placed.regions,
        key=lambda r: abs(float(r.bounds[0] + r.bounds[2]) / 2 - middle[0]),
    )
    low, high = float(near.bounds[0]), float(near.bounds[2])
    points = near.outer.points(2)
    tries = low + (high - low) * np.linspace(0.08, 0.92, 29)
    reach = [
        float(np.ptp(points[np.abs(points[:, 0] - x) < (high - low) / 8][:, 1]))
        if np.any(np.abs(points[:, 0] - x) < (high - low) / 8)
        else 0.0
        for x in tries
    ]
    return np.array([tries[int(np.argmax(reach))], middle[1]])


def frame_at(chart: Chart, at: Array) -> tuple[Array, Array, Array]:
    """A sheet point in space, the normal there, and the sheet's upwards."""
    xy = at[None, :]
    here = chart.to_space(xy)[0]
    above = chart.to_space(xy + [0.0, 1e-3])[0]
    up = (above - here) / np.linalg.norm(above - here)
    return here, chart.normal(xy)[0], up
