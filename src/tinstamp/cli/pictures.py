"""Pictures of finished builds."""

from __future__ import annotations

from PIL import Image

from tinstamp.desk.part.picture import picture_of
from tinstamp.engine.build import Built
from tinstamp.engine.mesh import mesh_of_all
from tinstamp.job.face_name import StampFace

OF_STAMPS = ("square", "end", "section")
"""Views that are of one stamp."""


def picture_of_build(built: Built, view: str, stamp: str, size: tuple[int, int]) -> Image.Image:
    """The part from a side, or at a stamp, in so many pixels. Raises ValueError in words."""
    if not built.bodies:
        raise ValueError("there is no part to draw")
    laid = None
    if view in OF_STAMPS:
        item = built.planned.get(stamp)
        if item is None:
            names = ", ".join(built.planned) or "none"
            raise ValueError(f"there is no stamp “{stamp}”; there are {names}")
        laid = item.chart, item.placed
    colours: dict[str, str] = {StampFace(s.name, "cap"): s.relief.colour for s in built.job.stamps}
    return picture_of(mesh_of_all(list(built.bodies.values())), colours, view, laid, size)
