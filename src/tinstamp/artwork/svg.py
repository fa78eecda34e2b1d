"""Logos from SVG: everything that is painted, as outlines in mm.

picosvg does the drawing's work (groups, reuse, clips, transforms, strokes to outlines);
Skia unites what overlaps. Nothing outside the file is ever followed and no entity is
expanded; sizes and counts are bounded.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import numpy as np
from fontTools.pens.recordingPen import RecordingPen
from fontTools.svgLib.path import parse_path
from lxml import etree

from tinstamp.artwork.crossing import crossings, doubles
from tinstamp.artwork.outline import Region
from tinstamp.artwork.painted import LogoError, Painted, whole
from tinstamp.artwork.svg_style import styled
from tinstamp.artwork.svg_units import svg_scale
from tinstamp.artwork.unite import Contour, polyline

MOST_BYTES = 8 * 1024 * 1024
"""bytes of a drawing that is read"""
MOST_ELEMENTS = 20_000
"""elements of a drawing that is read"""
MOST_COMMANDS = 200_000
"""mm; CSS Values and Units, W3C: 96 px to the inch, 72 pt, 6 pc."""
XLINK = "{http://www.w3.org/1999/xlink}href"
LEFT_OUT = {
    "text": "text",
    "image": "pictures",
    "foreignObject": "foreign content",
    "video": "pictures",
}
DROPPED = {"script", "style", "metadata", "title", "desc", "animate", "animateTransform", "set",
           "filter", "mask", "namedview", "animateMotion", "switch"}  # fmt: skip
DRAWN_TWICE = 0.001
"""mm; lines that differ by no more are one line drawn twice."""
DRAWING_UNITS = 4000.0
"""Units that the larger side of a drawing is brought to before strokes become outlines."""


@dataclass(frozen=True)
class Drawing:
    """Outlines read from a file.

    Attributes
    ----------
    regions : in mm, y upwards, as large as the file says.
    notes : what was left out or assumed, in words.
    lines : what the file draws, before anything was mended, each (n, 2) mm.
    doubles : lines that were there twice. joined : ends that were brought together.
    crossings : places where lines cross themselves, mm.
    """

    regions: tuple[Region, ...]
    notes: tuple[str, ...]
    lines: tuple[np.ndarray, ...] = ()
    doubles: int = 0
    joined: int = 0
    crossings: tuple[tuple[float, float], ...] = ()


def read_svg(data: bytes) -> Drawing:
    """What an SVG file paints. Raises LogoError."""
    if len(data) > MOST_BYTES:
        raise LogoError(f"the file is larger than {MOST_BYTES // 2**20} MB")
    if re.search(rb"<!ENTITY", data, re.IGNORECASE):
        raise LogoError("the file defines entities, which are not followed")
    root = _parsed(data)
    notes = list(_cleaned(root))
    per_unit, note = svg_scale(root)
    sized = not note
    if not sized:
        notes.append(note)
    grown = _enlarged(root)
    found = _paths(root)
    if not found:
        raise LogoError("the file paints nothing that could be stamped")
    painted = [
        Painted(tuple(_mapped(c, per_unit / grown) for c in path.contours), path.even_odd)
        for path in found
    ]
    regions, off = whole(painted)
    if off:
        notes.append(off)
    lines = tuple(_ring(contour) for path in painted for contour in path.contours)
    lines = tuple(ring for ring in lines if len(ring) > 2)
    return Drawing(
        tuple(regions),
        tuple(notes),
        lines,
        len(doubles(lines, DRAWN_TWICE)),
        crossings=tuple(crossings(lines)),
    )


def _ring(contour: Contour) -> np.ndarray:
    """A contour as a polyline that ends where it begins."""
    points = polyline(contour)
    return points if np.allclose(points[0], points[-1]) else np.vstack([points, points[:1]])


def _parsed(data: bytes) -> Any:
    parser = etree.XMLParser(
        resolve_entities=False, no_network=True, load_dtd=False, remove_comments=True,
        remove_pis=True, huge_tree=False,
    )  # fmt: skip
    try:
        root = etree.fromstring(data, parser)
    except (etree.XMLSyntaxError, ValueError) as error:
        raise LogoError("the file is not sound XML") from error
    if root is None or etree.QName(root).localname != "svg":
        raise LogoError("the file is not an SVG drawing")
    if sum(1 for _ in root.iter()) > MOST_ELEMENTS:
        raise LogoError(f"the drawing has more than {MOST_ELEMENTS} elements")
    return root


def _name(element: Any) -> str:
    return etree.QName(element).localname if isinstance(element.tag, str) else ""


def _cleaned(root: Any) -> Iterator[str]:
    """Style sheets put on their elements, what is no outline taken away, with a note."""
    styled(root)
    left_out: dict[str, int] = {}
    for element in list(root.iter()):
        name = _name(element)
        if name in LEFT_OUT or name in DROPPED or not name:
            if name in LEFT_OUT:
                left_out[LEFT_OUT[name]] = left_out.get(LEFT_OUT[name], 0) + 1
            if element.getparent() is not None:
                element.getparent().remove(element)
            continue
        if name == "use":
            target = element.get(XLINK) or element.get("href") or ""
            if not target.startswith("#"):
                raise LogoError("the file refers to something outside itself")
            element.set(XLINK, target)
    _count_uses(root)
    for what, count in left_out.items():
        times = "once" if count == 1 else f"{count} times"
        hint = ": turn it into outlines first" if what == "text" else ""
        yield f"{what} in the file was left out ({times}){hint}"


def _count_uses(root: Any) -> None:
    """Count what the drawing holds when all its uses are unfolded, before they are. Raises
    LogoError when one uses itself, or when there would be too much."""
    by_id = {element.get("id"): element for element in root.iter() if element.get("id")}
    counted: dict[Any, int] = {}
    waiting, under_way = [root], {root}
    while waiting:
        element = waiting[-1]
        parts = [child for child in element if isinstance(child.tag, str)]
        target = by_id.get((element.get(XLINK) or "")[1:]) if _name(element) == "use" else None
        if target is not None:
            parts.append(target)
        unknown = next((part for part in parts if part not in counted), None)
        if unknown is None:
            counted[element] = 1 + sum(counted[part] for part in parts)
            if counted[element] > MOST_ELEMENTS:
                raise LogoError(
                    f"with all its uses unfolded the drawing has more than {MOST_ELEMENTS} elements"
                )
            under_way.discard(waiting.pop())
        elif unknown in under_way:
            name = element.get(XLINK) or element.get("id") or _name(element)
            raise LogoError(f"the drawing uses “{name.lstrip('#')}” within itself")
        else:
            under_way.add(unknown)
            waiting.append(unknown)


def _declared(body: str) -> dict[str, str]:
    """The declarations of a style attribute."""
    pairs = (part.split(":", 1) for part in body.split(";") if ":" in part)
    return {key.strip(): value.strip() for key, value in pairs}


LENGTHS = ("x", "y", "cx", "cy", "r", "rx", "ry", "x1", "y1", "x2", "y2")
STROKES = ("stroke-width", "stroke-dasharray", "stroke-dashoffset")


def _enlarged(root: Any) -> float:
    """The drawing made so large that the tolerances of stroking, which are in units of the
    drawing, do not show: every coordinate and width; how much larger it is."""
    box = [float(w) for w in re.findall(r"[-+\d.eE]+", root.get("viewBox") or "") if _number(w)]
    size = max(box[2:]) if len(box) == 4 and max(box[2:]) > 0 else 1000.0
    grow = max(1.0, DRAWING_UNITS / size)
    if grow == 1.0:
        return 1.0
    if len(box) == 4:
        root.set("viewBox", " ".join(f"{v * grow:.12g}" for v in box))
    root.set("stroke-width", _times(root.get("stroke-width") or "1", grow))
    for element in root.iter():
        try:
            _enlarge(element, grow, element is root)
        except (ValueError, IndexError, AssertionError, KeyError, TypeError) as error:
            raise LogoError(f"a {_name(element)} of the drawing cannot be read") from error
    return grow


def _enlarge(element: Any, grow: float, is_root: bool) -> None:
    from picosvg.svg_transform import Affine2D
    from picosvg.svg_types import SVGPath

    sized = ("width", "height") if _name(element) in ("rect", "use") else ()
    names = () if is_root else (*LENGTHS, *sized, *STROKES)
    for name in names:
        if element.get(name) is not None:
            element.set(name, _times(element.get(name), grow))
    if element.get("points"):
        element.set("points", _times(element.get("points"), grow))
    if element.get("d"):
        larger = Affine2D(grow, 0, 0, grow, 0, 0)
        element.set("d", SVGPath(d=element.get("d")).apply_transform(larger).d)
    if element.get("transform"):
        a, b, c, d, e, f = Affine2D.fromstring(element.get("transform"))
        element.set("transform", f"matrix({a} {b} {c} {d} {e * grow} {f * grow})")
    if element.get("style"):
        declared = _declared(element.get("style"))
        for name in STROKES:
            if name in declared:
                declared[name] = _times(declared[name], grow)
        element.set("style", ";".join(f"{k}:{v}" for k, v in declared.items()))


_FIGURE = re.compile(r"[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?(px)?")


def _times(text: str, grow: float) -> str:
    """Every number in a list of lengths made larger; shares in per cent stay."""
    if "%" in text or text.strip() in ("none", "inherit"):
        return text
    return _FIGURE.sub(lambda m: f"{float(m[0].removesuffix('px')) * grow:.12g}", text)


def _number(word: str) -> bool:
    try:
        return bool(np.isfinite(float(word)))
    except ValueError:
        return False


def _paths(root: Any) -> list[Painted]:
    """The filled contours of a drawing, in its own units, path by path."""
    from picosvg.svg import SVG

    if "viewBox" not in root.attrib:
        width, height = (re.match(r"[\d.]+", root.get(s) or "") for s in ("width", "height"))
        root.set("viewBox", f"0 0 {width[0] if width else 1000} {height[0] if height else 1000}")
    try:
        plain = SVG(root).topicosvg(ndigits=6, allow_text=False, drop_unsupported=True)
        paths = [
            (shape.as_path().d, shape.fill_rule == "evenodd")
            for shape in plain.shapes()
            if shape.opacity > 0
        ]
    except (ValueError, KeyError, TypeError, IndexError, AttributeError, AssertionError,
            ArithmeticError, RecursionError, NotImplementedError) as error:  # fmt: skip
        raise LogoError(f"the drawing cannot be read: {str(error)[:80]}") from error
    found: list[Painted] = []
    count = 0
    for d, even_odd in paths:
        pen = RecordingPen()
        try:
            parse_path(d, pen)
        except (ValueError, IndexError, AssertionError) as error:
            raise LogoError("a path of the drawing cannot be read") from error
        contours = contours_of(pen.value)
        count += sum(map(len, contours))
        if count > MOST_COMMANDS:
            raise LogoError(f"the drawing has more than {MOST_COMMANDS} pieces")
        if contours:
            found.append(Painted(tuple(contours), even_odd))
    return found


def contours_of(commands: Any) -> list[Contour]:
    """Recorded pen commands as contours; open ones are closed, as a fill does."""
    found: list[Contour] = []
    now: Contour = []
    for verb, points in commands:
        p = tuple((float(x), float(y)) for x, y in points)
        if verb == "moveTo":
            now = [("M", p)]
            found.append(now)
        elif verb == "lineTo":
            now.append(("L", p))
        elif verb == "curveTo":
            now.append(("C", p))
        elif verb == "qCurveTo":
            now.append(("Q", p))
    return [contour for contour in found if len(contour) > 2]


def _mapped(contour: Contour, per_unit: float) -> Contour:
    return [
        (verb, tuple((x * per_unit, -y * per_unit) for x, y in points)) for verb, points in contour
    ]
