"""Layers as shapes in mm, with their clips; strokes as outlines."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import pathops

from tinstamp.artwork.drawing import MOST_COMMANDS
from tinstamp.artwork.layered import leaves
from tinstamp.artwork.painted import Joined, LogoError, Painted, Shape, Within, Without
from tinstamp.artwork.svg.layers import Clip, Layer, points_of
from tinstamp.artwork.svg.lengths import MM_A_PX
from tinstamp.artwork.svg.strokes import outlined
from tinstamp.artwork.unite import Contour, mapped

UPWARDS = np.array([[MM_A_PX], [-MM_A_PX]])
"""From px, y downwards, to mm, y upwards."""
PAGE_SLACK = 1e-6
"""Part of a clip's size that something may hang over it without being cut."""


DRAWING_UNITS = 4000.0
"""Units that the larger side of a drawing is brought to before strokes become outlines."""


def shapes_of(layers: Sequence[Layer]) -> list[tuple[Layer, Shape]]:
    """Layers with their shapes in mm, y upwards. Raises LogoError."""
    grow = _grow(layers)
    found: list[tuple[Layer, Shape]] = []
    count = 0
    made: dict[int, Shape | None] = {}
    for layer in layers:
        shape = _shape(layer, grow, made)
        if shape is not None:
            found.append((layer, shape))
            count += sum(len(c) for leaf in leaves([shape]) for c in leaf.contours)
            if count > MOST_COMMANDS:
                raise LogoError(f"the drawing has more than {MOST_COMMANDS} pieces")
    return found


def _grow(layers: Sequence[Layer]) -> float:
    """Units of stroking for a px of the page."""
    points = np.concatenate([points_of(layer.runs, layer.matrix) for layer in layers])
    size = float(np.ptp(points, axis=0).max()) if len(points) else 0.0
    wide = max((layer.stroke.width for layer in layers if layer.stroke is not None), default=0.0)
    return DRAWING_UNITS / max(size, wide, 1e-9)


def _shape(layer: Layer, grow: float, made: dict[int, Shape | None]) -> Shape | None:
    """A layer with its clips; None when nothing of it is left."""
    matrix = layer.matrix
    if abs(np.linalg.det(matrix[:2, :2])) < 1e-18:
        return None
    contours: list[Contour]
    if layer.stroke is None:
        contours = [run.commands for run in layer.runs if _encloses(run.commands)]
    else:
        per = float(np.sqrt(abs(np.linalg.det(matrix[:2, :2]))))
        try:
            contours = outlined(layer.runs, layer.stroke, per * grow)
        except pathops.PathOpsError as error:
            raise LogoError("a line of the drawing cannot be given its width") from error
    contours = [mapped(c, matrix[:2] * UPWARDS) for c in contours]
    if not contours:
        return None
    shape: Shape = Painted(tuple(contours), layer.even_odd, layer.stroke is not None)
    for clip in layer.clips:
        if id(clip) not in made:
            made[id(clip)] = _clip(clip, grow, made)
        only = made[id(clip)]
        if only is None:
            return None
        if _holds(only, contours):
            continue
        shape = Within(shape, only)
    return shape


def _encloses(contour: Contour) -> bool:
    """False for a point and for a single straight line, which bound nothing."""
    return len(contour) > 2 or (len(contour) == 2 and contour[1][0] != "L")


def _holds(only: Shape, contours: list[Contour]) -> bool:
    """True when a clip is a convex polygon and holds all of the contours, as a page mostly does."""
    if not isinstance(only, Painted) or len(only.contours) != 1:
        return False
    corners = np.array([ps[-1] for _, ps in only.contours[0]])
    if any(verb not in "ML" for verb, _ in only.contours[0]) or len(corners) < 3:
        return False
    along = np.roll(corners, -1, axis=0) - corners
    bends = along[:, 0] * np.roll(along[:, 1], -1) - along[:, 1] * np.roll(along[:, 0], -1)
    if not (np.all(bends > 0) or np.all(bends < 0)):
        return False
    points = np.array([p for contour in contours for _, ps in contour for p in ps])
    off = points[:, None] - corners
    side = along[:, 0] * off[..., 1] - along[:, 1] * off[..., 0]
    slack = PAGE_SLACK * np.ptp(corners, axis=0).max() * np.linalg.norm(along, axis=1)
    return bool(np.all(side * np.sign(bends[0]) >= -slack))


def _clip(clip: Clip, grow: float, made: dict[int, Shape | None]) -> Shape | None:
    so_far: Shape | None = None
    for layer, adds in clip.parts:
        one = _shape(layer, grow, made)
        if one is None:
            continue
        if adds:
            so_far = one if so_far is None else Joined((so_far, one))
        elif so_far is not None:
            so_far = Without(so_far, one)
    return so_far
