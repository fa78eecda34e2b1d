"""Logos from SVG: everything that is painted, as outlines in mm.

Nothing outside the file is ever followed; sizes and counts are bounded.
"""

from __future__ import annotations

import gzip
import io
import math
import zlib
from dataclasses import dataclass
from typing import Any

import numpy as np
from lxml import etree

from tinstamp.artwork.crossing import crossings, doubles
from tinstamp.artwork.drawing import MOST_BYTES, Drawing
from tinstamp.artwork.inks import Study, Use, Uses, far_apart, suggest
from tinstamp.artwork.layered import Coat, box_of, inked, leaves, on_a_page, studied
from tinstamp.artwork.painted import LogoError, Shape, whole
from tinstamp.artwork.svg.cascade import cascade
from tinstamp.artwork.svg.clips import SHADED
from tinstamp.artwork.svg.colour import Colour
from tinstamp.artwork.svg.layer_shapes import UPWARDS, shapes_of
from tinstamp.artwork.svg.layers import Layer
from tinstamp.artwork.svg.lengths import (
    NO_SIZE,
    page_size,
    says_its_size,
)
from tinstamp.artwork.svg.servers import FADING
from tinstamp.artwork.svg.state import SEEN_FROM, SVG_NAMES
from tinstamp.artwork.svg.walk import MOST_ELEMENTS, Walk
from tinstamp.artwork.unite import Contour, mapped, polylines

SAME_PLACE = 1e-8
"""mm; an end that is no farther from the beginning closes."""
DRAWN_TWICE = 0.001
"""mm; lines that differ by no more are one line drawn twice."""
TEXT_HINT = ": turn it into outlines first"
"""What to do about text that was left out."""


def read_svg(data: bytes, uses: Uses = ()) -> Drawing:
    """What an SVG file paints, with its colours used as chosen, or as the file suggests.
    Raises LogoError."""
    found = _painted(data)
    asked = dict(uses)
    washes = [(name, layer.paint.opaque, layer.paint.light) for name, layer, _ in found.layers]
    several = len({name for name, *_ in washes}) > 1
    suggested = suggest(washes, several and on_a_page(_coats(found)))
    use = {name: asked.get(name, usual) for name, usual in suggested}
    seen = [(use[name], shape) for name, _, shape in found.layers if use[name] != "out"]
    told = [*found.told, *_told_of_pale(found, use)]
    shapes = inked(seen)
    regions, off = whole(shapes) if shapes else ([], "")
    if not regions:
        raise LogoError("; ".join(["the file paints nothing that could be stamped", *told]))
    notes = [
        *found.notes,
        *told,
        *(_told_of_inks(found, use) if several and not asked else ()),
    ]
    if off:
        notes.append(off)
    drawn = [(c, leaf.of_line) for leaf in leaves(shapes) for c in leaf.contours]
    rings = [_closed(line) for line in polylines([c for c, _ in drawn])]
    lines = tuple(ring for ring in rings if len(ring) > 2)
    by_hand = [r for r, (_, of_line) in zip(rings, drawn, strict=True) if not of_line]
    return Drawing(
        tuple(regions),
        tuple(notes),
        lines,
        len(doubles(lines, DRAWN_TWICE)),
        crossings=tuple(crossings([ring for ring in by_hand if len(ring) > 2])),
        box=box_of([shape for _, _, shape in found.layers]),
    )


def drawn_lines(data: bytes) -> tuple[list[tuple[Contour, bool]], list[str]]:
    """The lines of a drawing as they are drawn, in mm, y upwards, whatever width or filling they
    have, with True for those that close; and what is to be told. Raises LogoError."""
    root = parsed(data)
    wide, high = page_size(root)
    walk = Walk(root, cascade(root, wide or math.inf))
    found: list[tuple[Contour, bool]] = []
    filled: set[tuple[object, ...]] = set()
    for layer in walk.page(wide or math.inf, high or math.inf):
        for run in layer.runs:
            line = mapped(run.commands, layer.matrix[:2] * UPWARDS)
            if (same := tuple(line)) in filled:
                continue  # filled, and drawn round
            filled.add(same)
            found.append((line, run.closed))
    notes = [] if says_its_size(root) else [NO_SIZE]
    return found, [*notes, *_told(walk.told)]


def study_svg(data: bytes) -> Study:
    """The colours of an SVG file, to choose by. Raises LogoError."""
    return studied(_coats(_painted(data)))


@dataclass(frozen=True)
class _Found:
    """What a file paints.

    Attributes
    ----------
    layers : from the lowest: the name of the colour, the layer, its shape in mm.
    notes : of the size. told : what was left out.
    """

    layers: tuple[tuple[str, Layer, Shape], ...]
    notes: tuple[str, ...]
    told: tuple[str, ...]


def _painted(data: bytes) -> _Found:
    root = parsed(data)
    wide, high = page_size(root)
    walk = Walk(root, cascade(root, wide or math.inf))
    layers = walk.page(wide or math.inf, high or math.inf)
    notes = () if says_its_size(root) else (NO_SIZE,)
    shapes = shapes_of(layers) if layers else []
    found = [(colour_name(layer.paint), layer, s) for layer, s in shapes if layer.paint.opaque > 0]
    return _Found(tuple(found), notes, tuple(_told(walk.told)))


def _coats(found: _Found) -> list[Coat]:
    return [
        Coat(name, rgb_of(layer.paint), layer.paint.opaque, layer.paint.light, shape)
        for name, layer, shape in found.layers
    ]


def rgb_of(paint: Colour) -> tuple[float, float, float]:
    """Red, green and blue, 0 to 1 each."""
    return paint.red, paint.green, paint.blue


def colour_name(paint: Colour) -> str:
    """What a colour is called in a choice: #rrggbb, and its opacity where it has one."""
    share = round(100 * paint.opaque)
    return paint.name if share >= 100 else f"{paint.name} {share} %"


def _told_of_inks(found: _Found, use: dict[str, Use]) -> list[str]:
    """What a designer should know of the colours when nothing was chosen."""
    cut = [name for name, u in use.items() if u == "cut"]
    if cut:
        return [f"the page ({cut[0]}) is taken as no ink: see the colours"]
    inks = {name: rgb_of(layer.paint) for name, layer, _ in found.layers if use[name] == "ink"}
    if far_apart(list(inks.values())) and studied(_coats(found)).touching:
        count = sum(1 for u in use.values() if u == "ink")
        return [f"{count} colours that touch are stamped as one: see the colours"]
    return []


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
    if sum(1 for _ in root.iter()) > MOST_ELEMENTS:
        raise LogoError(f"the drawing has more than {MOST_ELEMENTS} elements")
    return root


def _told_of_pale(found: _Found, use: dict[str, Use]) -> list[str]:
    """How often what can be seen through was left out."""
    pale = sum(
        1
        for name, layer, _ in found.layers
        if layer.paint.opaque < SEEN_FROM and use[name] == "out"
    )
    times = "once" if pale == 1 else f"{pale} times"
    return [f"what can be seen through was left out ({times})"] if pale else []


def _told(told: dict[str, int]) -> list[str]:
    """What was left out, in words."""
    found = []
    for what, count in told.items():
        times = "once" if count == 1 else f"{count} times"
        if what == FADING:
            found.append(f"{what} are taken as there or not there as a whole ({times})")
        elif what == SHADED:
            found.append(f"{what} are taken as black and white ({times})")
        else:
            hint = TEXT_HINT if what.startswith("text") else ""
            found.append(f"{what} in the file left out ({times}){hint}")
    return found


def _closed(points: np.ndarray) -> np.ndarray:
    """A polyline that ends where it begins."""
    ends = np.abs(points[0] - points[-1]).max() <= SAME_PLACE
    return points if ends else np.vstack([points, points[:1]])
