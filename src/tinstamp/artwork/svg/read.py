"""Logos from SVG: everything that is painted, as outlines in mm.

Nothing outside the file is ever followed; sizes and counts are bounded.
"""

from __future__ import annotations

import gzip
import io
import math
import zlib
from collections.abc import Sequence
from typing import Any

import numpy as np
import pathops
from lxml import etree

from tinstamp.artwork.crossing import crossings, doubles
from tinstamp.artwork.drawing import MOST_BYTES, MOST_COMMANDS, Drawing
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import Joined, LogoError, Painted, Shape, Within, Without, whole
from tinstamp.artwork.svg.cascade import cascade
from tinstamp.artwork.svg.clips import SHADED
from tinstamp.artwork.svg.layers import Clip, Layer, points_of
from tinstamp.artwork.svg.lengths import (
    MM_A_PX,
    NO_SIZE,
    page_size,
    says_its_size,
)
from tinstamp.artwork.svg.servers import FADING
from tinstamp.artwork.svg.state import SEEN_FROM, SVG_NAMES
from tinstamp.artwork.svg.strokes import outlined
from tinstamp.artwork.svg.walk import Walk
from tinstamp.artwork.unite import Contour, polyline

DRAWN_TWICE = 0.001
"""mm; lines that differ by no more are one line drawn twice."""
DRAWING_UNITS = 4000.0
"""Units that the larger side of a drawing is brought to before strokes become outlines."""
PAGE_SLACK = 1e-6
"""Part of a clip's size that something may hang over it without being cut."""
HINTS = {"text": ": turn it into outlines first"}
"""What to do about things that were left out."""


def read_svg(data: bytes) -> Drawing:
    """What an SVG file paints. Raises LogoError."""
    root = parsed(data)
    wide, high = page_size(root)
    notes = [] if says_its_size(root) else [NO_SIZE]
    walk = Walk(root, cascade(root, wide or math.inf))
    layers = walk.page(wide or math.inf, high or math.inf)
    seen = [layer for layer in layers if layer.paint.opaque >= SEEN_FROM]
    told = _told(walk.told, len(layers) - len(seen))
    shapes = shapes_of(seen) if seen else []
    regions, off = whole(shapes) if shapes else ([], "")
    if not regions:
        raise LogoError("; ".join(["the file paints nothing that could be stamped", *told]))
    notes += told
    if off:
        notes.append(off)
    lines = tuple(_ring(contour) for leaf in _leaves(shapes) for contour in leaf.contours)
    lines = tuple(ring for ring in lines if len(ring) > 2)
    return Drawing(
        tuple(regions),
        tuple(notes),
        lines,
        len(doubles(lines, DRAWN_TWICE)),
        crossings=tuple(crossings(lines)),
    )


def parsed(data: bytes) -> Any:
    """The root of an SVG file. Raises LogoError."""
    if data[:2] == b"\x1f\x8b":
        try:
            with gzip.GzipFile(fileobj=io.BytesIO(data)) as packed:
                data = packed.read(MOST_BYTES + 1)
        except (OSError, EOFError, zlib.error) as error:
            raise LogoError("the packed file is damaged") from error
    if len(data) > MOST_BYTES:
        raise LogoError(f"the file is larger than {MOST_BYTES // 2**20} MB")
    parser = etree.XMLParser(
        resolve_entities="internal", no_network=True, load_dtd=False, remove_comments=True,
        remove_pis=True, huge_tree=False,
    )  # fmt: skip
    try:
        root = etree.fromstring(data, parser)
    except (etree.XMLSyntaxError, ValueError) as error:
        raise LogoError("the file is not sound XML") from error
    if root is None or not isinstance(root.tag, str):
        raise LogoError("the file is not an SVG drawing")
    name = etree.QName(root)
    if name.localname != "svg" or name.namespace not in SVG_NAMES:
        raise LogoError("the file is not an SVG drawing")
    return root


def _told(told: dict[str, int], pale: int) -> list[str]:
    """What was left out, in words."""
    found = []
    for what, count in told.items():
        times = "once" if count == 1 else f"{count} times"
        if what == FADING:
            found.append(f"{what} are taken as there or not there as a whole ({times})")
        elif what == SHADED:
            found.append(f"{what} are taken as black and white ({times})")
        else:
            found.append(f"{what} in the file left out ({times}){HINTS.get(what, '')}")
    if pale:
        times = "once" if pale == 1 else f"{pale} times"
        found.append(f"what can be seen through was left out ({times})")
    return found


def shapes_of(layers: Sequence[Layer]) -> list[Shape]:
    """Layers as shapes in mm, y upwards. Raises LogoError."""
    grow = _grow(layers)
    found: list[Shape] = []
    count = 0
    made: dict[int, Shape | None] = {}
    for layer in layers:
        shape = _shape(layer, grow, made)
        if shape is not None:
            found.append(shape)
            count += sum(len(c) for leaf in _leaves([shape]) for c in leaf.contours)
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
        contours = [run.commands for run in layer.runs if len(run.commands) > 1]
    else:
        per = float(np.sqrt(abs(np.linalg.det(matrix[:2, :2]))))
        try:
            contours = outlined(layer.runs, layer.stroke, per * grow)
        except pathops.PathOpsError as error:
            raise LogoError("a line of the drawing cannot be given its width") from error
    contours = [_mapped(c, matrix) for c in contours]
    if not contours:
        return None
    shape: Shape = Painted(tuple(contours), layer.even_odd)
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


def _mapped(contour: Contour, matrix: Array) -> Contour:
    """From px, y downwards, to mm, y upwards."""
    (a, b, e), (c, d, f) = (matrix[:2] * [[MM_A_PX], [-MM_A_PX]]).tolist()
    return [(verb, tuple((a * x + b * y + e, c * x + d * y + f) for x, y in ps))
            for verb, ps in contour]  # fmt: skip


def _leaves(shapes: Sequence[Shape]) -> list[Painted]:
    """The paths of shapes, without what only clips or cuts them."""
    found: list[Painted] = []
    waiting = list(shapes)
    while waiting:
        shape = waiting.pop()
        if isinstance(shape, Painted):
            found.append(shape)
        elif isinstance(shape, Joined):
            waiting += shape.parts
        else:
            waiting.append(shape.shape)
    return found[::-1]


def _ring(contour: Contour) -> np.ndarray:
    """A contour as a polyline that ends where it begins."""
    points = polyline(contour)
    return points if np.allclose(points[0], points[-1]) else np.vstack([points, points[:1]])
